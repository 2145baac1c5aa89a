// What the rides ask of the packs: Wh on the road, and the label Wh that still give them when the packs are aged, cold
// and not emptied. Energy balance; every allowance is counted once.
#pragma once

#include <string>
#include <vector>

#include "core/travel/travel.h"

namespace usherwright {

struct NeedFigures {
  struct Ride {
    std::size_t route = 0;
    WattHour energy;  ///< at the controller
    Second time;
    WattHourPerKilometre perKilometre;
    Leg slowest;  ///< its slowest piece
  };
  std::vector<Ride> rides;
  std::size_t longest = 0;  ///< the ride that needs most
  WattHour onTheRoad;       ///< that ride and the reserve, at the controller
  double floor = 0.15;      ///< charge left in the packs
  double health = 0.80;     ///< at which it must still do
  double cold = 1.0;        ///< usable capacity at the plan's temperature
  WattHour label;           ///< onTheRoad / ((1 − floor) · health · cold)
  /// Ampere-hours of that energy at each usual voltage class.
  struct AtClass {
    std::string name;
    Volt nominal;
    AmpereHour charge;
  };
  std::vector<AtClass> classes;
};

/// Empty without a route. `rides`: what each of the plan's costs.
Known<NeedFigures> needOf(const Plan& plan, const std::vector<RouteEstimate>& rides);

/// Display kilometres → true kilometres; empty if the odometer was not compared.
Known<double> odometerFactor(const Bike& bike);

}  // namespace usherwright
