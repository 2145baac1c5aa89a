// Charging on the way: what each stop of the first route puts in, and the ride between the stops.
#pragma once

#include <array>
#include <memory>
#include <string>
#include <vector>

#include "core/assess/assessment.h"
#include "core/quantity/units.h"

namespace usherwright {

/// A stop as it goes.
struct StopMade {
  std::size_t stop = 0;  ///< of route.stops
  Kilometre at;
  Second arrives;  ///< moving time, without the stops before
  Minute stands;
  std::array<StateOfCharge, maximumPacks> before{}, after{};
  WattHour gained;
  bool reached = false;  ///< the packs carry that far
  std::string refused;   ///< why nothing is put in; then it is stood for nothing
};

/// A piece of the ride between two stops.
struct Stretch {
  Second from;  ///< moving time at its start
  std::shared_ptr<const DischargeRun> run;
};

struct WithStops {
  std::vector<StopMade> stops;     ///< in the order of the way; those that say neither where nor how long come last, refused
  std::vector<Stretch> stretches;  ///< the first one from the start; empty without a ride
  Minute stood;
  WattHour gained;
};

/// The first route with its stops. At each the carried charger fills the emptiest pack that it serves first, up to the ceiling of ordinary
/// days, then the next: what a Stop, an unproven barrier or an unknown figure forbids is not counted. Packs have rested when they go on.
WithStops withStops(const Plan& plan, const Assessment& assessment);

/// "After 22 km, 60 min: second 31 → 58 %, 240 Wh.", or why nothing is put in.
std::string stopWords(const Plan& plan, const StopMade& stop, UnitSystem units);

}  // namespace usherwright
