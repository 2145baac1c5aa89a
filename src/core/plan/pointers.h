// What follows when entries come, go or get another name: sources, references, acceptances. Private to the plan's own files.
#pragma once

#include <string>

#include "core/plan/fields.h"
#include "core/plan/plan.h"
#include "core/plan/values.h"
#include "core/quantity/problem.h"

namespace usherwright {

/// Sets a field whose pointer is known to be good.
void assignField(Plan& plan, const std::string& pointer, const FieldValue& value);

/// An id that no pack, charger, lead or ride has: the stem, else "stem-2", …
std::string freshId(const Plan& plan, const std::string& stem);

/// Whatever names a pack or a charger goes with it when it gets another id: lead ends, chargers, the converter, stops.
void renameReferences(Plan& plan, Refers kind, const std::string& before, const std::string& after);

/// Acceptances about a pack, charger or accessory, in whatever way it is named in their part ("second/fuse", "charger/second").
void dropAcceptancesOf(Plan& plan, const std::string& id);
void renameInAcceptances(Plan& plan, const std::string& before, const std::string& after);

/// "/packs/7: no such entry …".
tl::unexpected<Problem> noSuchEntry(const std::string& list, std::size_t index);

}  // namespace usherwright
