// What the rides that were done say of this rider on this bike: how much more, or less, is used than the model says.
#pragma once

#include <vector>

#include "core/travel/travel.h"

namespace usherwright {

/// Until so many rides are noted the band stays at least as wide as withoutRides to either side.
inline constexpr std::size_t enoughRides = 5;
inline constexpr double withoutRides = 0.15;

struct Learned {
  struct Judged {
    std::size_t ride = 0;  ///< of the plan's
    WattHour used, expected;
    double ratio = 1;      ///< used over expected
    bool outlier = false;  ///< more than 3.5 robust deviations from the median: shown, and it moves nothing
  };
  std::vector<Judged> rides;        ///< those that say km and what they used
  double factor = 1;                ///< median of the ratios
  double halfWidth = withoutRides;  ///< of the band from 10 to 90 %, a share
  bool enough() const { return rides.size() >= enoughRides; }
};

/// Median of measured over modelled energy; the spread by the median absolute deviation × 1.4826 (normal errors), the band at 1.645 of it
/// with the doubt of the median added. A ride without climb counts as flat; one with a time as ridden at its mean speed.
/// `nominal`: turns Ah into Wh; `limit`: what the controller gives at most.
Learned learn(const Plan& plan, Known<Volt> nominal, Watt limit);

}  // namespace usherwright
