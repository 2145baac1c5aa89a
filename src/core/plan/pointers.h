// JSON pointers into lists, for the edits that add and remove entries. Private to the plan's own files.
#pragma once

#include <string>

#include "core/plan/plan.h"
#include "core/quantity/problem.h"

namespace usherwright {

/// Provenance of "<list>/<k>/…" when entry `removed` of a list goes: its own is dropped, later ones move up.
void dropPointersOf(Plan& plan, const std::string& list, std::size_t removed);

/// "/packs/7: no such entry …".
tl::unexpected<Problem> noSuchEntry(const std::string& list, std::size_t index);

}  // namespace usherwright
