// Power on the road and what a route costs: steady speed on flat and climb pieces.
#pragma once

#include <vector>

#include "core/plan/plan.h"

namespace usherwright {

/// Everything that resists and helps, with assumed values filled in.
struct Rider {
  Kilogram total{100};
  double rolling = 0.010;
  DragArea dragArea{0.60};
  double riderWatt = 90;
  double efficiency = 0.80;  ///< battery to wheel
  double accessoryWatt = 0;
  bool operator==(const Rider&) const = default;
};

/// Values of the plan, assumed ones where it is silent. `surface` picks the assumed rolling resistance.
Rider riderOf(const Bike& bike, Surface surface, KilometrePerHour speed);

/// Battery power at a steady speed on a grade (rise over run), headwind in m/s; never below the accessories.
Watt batteryPower(const Rider& rider, KilometrePerHour speed, double grade, double headwind = 0.0);

/// The target speed, or the lower speed at which the battery power equals `limit`.
KilometrePerHour heldSpeed(const Rider& rider, KilometrePerHour target, double grade, Watt limit, double headwind = 0.0);

/// One piece of an estimated route: climbs first (the longest pull), then the rest.
struct Leg {
  Kilometre length;
  double grade = 0.0;
  KilometrePerHour speed;
  Watt power;
  Second time;
};

struct RouteEstimate {
  std::vector<Leg> legs;  ///< flat, climb, descent
  WattHour energy;
  WattHourPerKilometre perKilometre;
  Second time;
  Watt meanWhileDrawing;  ///< energy over the time in which the battery gives something
  Watt worstTenMinutes;   ///< highest ten-minute mean
};

/// Mean of the squared current at a battery voltage over the whole ride, A²: what heats.
double meanSquareCurrent(const RouteEstimate& ride, Volt battery);

/// A route of a length and a climb: climb at the usual grade (assumed 2.7 %), as much descent, the rest flat.
RouteEstimate estimate(const Route& route, const Bike& bike, Watt limit);

}  // namespace usherwright
