// What claims are held against: what the plan's bike has and needs.
#pragma once

#include <vector>

#include "core/assess/assessment.h"
#include "core/label/claims.h"

namespace usherwright {

/// A ride every other day of the year counts as usual; who pedals hard gives 150 W at 15 km/h.
/// `pack`: its id; empty: all together. Of a pack that is not there no energy is known.
ClaimBasis claimBasisOf(const Plan& plan, const Figures& figures, const std::string& pack = {});

/// Every figure that a claim of the plan names, in their order.
struct HeldClaim {
  std::size_t claim = 0;  ///< of the plan's
  ClaimVerdict verdict;
};
std::vector<HeldClaim> claimsOf(const Plan& plan, const Figures& figures);

/// A range by a rule of thumb beside the one that is worked out, with what the rule leaves out.
struct BenchRange {
  std::string rule;  ///< "label Wh ÷ Wh per km"
  Kilometre range;
  double against = 0;     ///< likely range: a quarter too high is 0.25
  double doubt = 0;       ///< half width, a share; 0 where the rule names none
  std::string leavesOut;  ///< why it differs
  std::string from;       ///< with the figures that it was made of
};
/// Label Wh over the Wh per km; km that are claimed for one pack times the Wh of all over those of that one; the last ride with bars
/// left, carried on to the last bar. Those that the plan has figures for; none without a range. `held`: its claims.
std::vector<BenchRange> benchRanges(const Plan& plan, const Figures& figures, const std::vector<HeldClaim>& held);

}  // namespace usherwright
