// A route over the ground of a track: the same power on the road, piece by piece where it is steep.
#pragma once

#include "core/travel/terrain.h"
#include "core/travel/travel.h"

namespace usherwright {

/// Who rides how.
struct Ridden {
  Rider rider;
  KilometrePerHour target;
  double headwind = 0;  ///< m/s
  Watt limit{1e6};      ///< that the packs and the controller give at most
};
/// Of a route counts what is no geometry: speed, surface, headwind.
Ridden riddenOf(const Route& route, const Bike& bike, Watt limit);

/// Legs in the order of the track, some fifty metres each. Without heights the ground counts as level; without any ground there are no
/// legs. The worst ten minutes are those of the ride as it runs.
RouteEstimate estimateOn(const Terrain& ground, const Ridden& ridden);

/// The plan with a track's length and climb for its first route; they count as measured. A climb that is not known leaves the route
/// without one.
Plan withTrack(const Plan& plan, const Terrain& ground);

}  // namespace usherwright
