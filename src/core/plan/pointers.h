// JSON pointers into lists, for the edits that add and remove entries. Private to the plan's own files.
#pragma once

#include <string>

#include "core/plan/plan.h"
#include "core/quantity/problem.h"

namespace usherwright {

/// Provenance of "<list>/<k>/…" when entry `removed` of a list goes: its own is dropped, later ones move up.
void dropPointersOf(Plan& plan, const std::string& list, std::size_t removed);

/// Acceptances about a pack, charger or accessory, in whatever way it is named in their part ("second/fuse", "charger/second").
void dropAcceptancesOf(Plan& plan, const std::string& id);
void renameInAcceptances(Plan& plan, const std::string& before, const std::string& after);

/// "/packs/7: no such entry …".
tl::unexpected<Problem> noSuchEntry(const std::string& list, std::size_t index);

}  // namespace usherwright
