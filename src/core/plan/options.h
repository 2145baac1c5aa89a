// Ways forward as branches: begun from today's plan, edited as plans of their own, adopted, taken away (entries.h). What two of
// them have in common is shared.
#pragma once

#include <string>

#include "core/plan/plan.h"
#include "core/quantity/problem.h"
#include "core/quantity/units.h"

namespace usherwright {

/// Today's plan as one of its own ways: without the others.
Plan todayOf(const Plan& root);

/// One more way, which begins as today's plan under a name that is new in it: `name`, else "name 2" … Errors: no room.
Expected<Plan> withOption(const Plan& root, const std::string& name);
/// One more way with a plan that was made elsewhere. Errors: no room, a plan that is not sound.
Expected<Plan> withOption(const Plan& root, const std::string& name, Plan made);

/// The way by its name; null if there is none.
const Option* findOption(const Plan& root, const std::string& id);
/// With another plan for a way. Error: no such way.
Expected<Plan> withOptionPlan(const Plan& root, const std::string& id, Plan plan);

/// The way becomes today's plan. What was today's stays as a way, "as it was"; of a pack that both have the longer records stay, and the
/// rides that were done. Errors: no such way.
Expected<Plan> withAdopted(const Plan& root, const std::string& id);

/// An entry that came, went or is another one.
struct Difference {
  std::string pointer;  ///< of the later plan; of the earlier one where it went; "" of a whole entry
  std::string what;     ///< "stock, series": whose field it is, in words
  std::string was, is;  ///< "" where there was nothing
};
/// What is another one in `later`, entry by entry: packs, cells, chargers, leads and rides are told by their ids.
std::vector<Difference> differences(const Plan& earlier, const Plan& later, UnitSystem units);

}  // namespace usherwright
