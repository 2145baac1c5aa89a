// What a gate that stopped most likely means, and what to read next: Bayes over the faults that this plan can have. What each of them would
// show is not an opinion: it is read from the bench with that fault in its circuit (bench_world.h).
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/practice/bench_world.h"

namespace usherwright {

struct RankedCause {
  HiddenFault fault;
  double share = 0;  ///< 0 … 1; all of them and "something else" are 1
};
struct CauseRanking {
  std::vector<RankedCause> causes;  ///< the likeliest first
  double another = 0;               ///< share of what is none of them
  std::optional<std::string> next;  ///< id of the step of the order, or look beside it, that tells most for its minutes
  double tells = 0;                 ///< bits that it is expected to tell
};
/// From every reading that the plan has noted, the last of each step. Empty while no gate has stopped. `order`: orderOfWork. A line that is
/// disturbed or silent gives no reading, and is told by itself: those two are not ranked. Whether only one thing is wrong is assumed.
CauseRanking rankCauses(const Plan& plan, const Figures& figures, const std::vector<WorkStep>& order);

/// "deck: its fuse is open".
std::string causeWords(const HiddenFault& fault, const Plan& plan);

}  // namespace usherwright
