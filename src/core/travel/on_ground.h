// A route over the ground of a track: the same power on the road, piece by piece where it is steep.
#pragma once

#include <memory>

#include "core/plan/plan.h"
#include "core/travel/terrain.h"
#include "core/travel/travel.h"

namespace usherwright {

/// Who rides how.
struct Ridden {
  Rider rider;
  KilometrePerHour target;
  double headwind = 0;                    ///< m/s; where it is known from where: the wind's speed
  Watt limit{1e6};                        ///< that the packs and the controller give at most
  Known<double> windFrom = std::nullopt;  ///< degrees, 0 from the north
  bool operator==(const Ridden&) const = default;
};
/// Of a route counts what is no geometry: speed, surface, headwind.
Ridden riddenOf(const Route& route, const Bike& bike, Watt limit);

/// Legs in the order of the track, some fifty metres each. Without heights the ground counts as level; without any ground there are no
/// legs. The worst ten minutes are those of the ride as it runs.
RouteEstimate estimateOn(const Terrain& ground, const Ridden& ridden);

/// The ground of a route's track, kept with the track that it was made of.
struct Ground {
  Shared<std::vector<TrackPoint>> track;
  Terrain terrain;
  const Shared<std::vector<TrackPoint>>& input() const { return track; }
};
Ground groundOf(const Shared<std::vector<TrackPoint>>& track);

/// A ride over ground, kept with all that it follows from.
struct GroundRide {
  struct Asked {
    std::shared_ptr<const Ground> ground;
    Ridden ridden;
    bool operator==(const Asked&) const = default;
  };
  Asked asked;
  RouteEstimate estimate;
  const Asked& input() const { return asked; }
};
GroundRide groundRideOf(const GroundRide::Asked& asked);

/// Whether the ground is that of the route as it is entered: km within 2 %, climb within 5 % or 10 m. What a person entered otherwise
/// counts instead of the track.
bool isGroundOf(const Route& route, const Terrain& ground);

/// Over the ground where it is the route's, else by length and climb alone. `ground` may be null.
RouteEstimate estimate(const Route& route, const Bike& bike, Watt limit, const Terrain* ground);

/// The plan with a track for its first route, and its length and climb as measured. A climb that is not known leaves the route
/// without one.
Plan withTrack(const Plan& plan, std::vector<TrackPoint> track, const Terrain& ground);

}  // namespace usherwright
