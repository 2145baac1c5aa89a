// An entry of any list of a plan, added, copied or removed: one way for all lists. Sources, references (fields that name a
// pack or a cell) and acceptances follow. A list is told by its pointer: "/chargers", "/packs/0/readings".
#pragma once

#include <string>
#include <utility>
#include <vector>

#include "core/plan/plan.h"
#include "core/quantity/problem.h"

namespace usherwright {

/// With an empty entry at its end, under an id that is new in the plan. Errors: no such list, no room.
/// Its words that count although nobody has chosen them (a fuse's kind, where a lamp is fed from) are assumed.
Expected<Plan> withNew(const Plan& plan, const std::string& list);
/// A word that a rating or a Stop follows from and that counts although nobody may have chosen it: silicone, 12awg, not closed.
/// Other words are wishes, or begin at the careful one; a figure has a source or is assumed.
bool isDefaultWord(const FieldSpec& spec);
/// Marks such words of an entry ("/bike/accessories/0"); what has a source keeps it.
void assumeWords(Plan& plan, const std::string& entry);
/// With a copy of an entry at its end, under an id that is new in the plan: its values and their sources. What refers to the
/// first goes on referring to the first alone. Errors: no such list or entry, no room.
Expected<Plan> withCopy(const Plan& plan, const std::string& list, std::size_t index);
/// Without an entry and what belonged to it; sources of later ones move up. Errors: no such list or entry.
Expected<Plan> without(const Plan& plan, const std::string& list, std::size_t index);

/// Every list of the plan and how many entries it has, in file order.
std::vector<std::pair<std::string, std::size_t>> listSizes(const Plan& plan);
/// What an entry is called: "capacity test" of "/packs/0/capacity_tests".
std::string entryWord(const std::string& list);

}  // namespace usherwright
