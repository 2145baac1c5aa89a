// Legs from the ground.
#include "core/travel/on_ground.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/plan/edit.h"
#include "core/plan/usual.h"
#include "core/travel/travel_parts.h"

namespace usherwright {
namespace {

constexpr std::size_t stepsOfLeg = 2;  // of the ground: some 50 m
/// The highest mean over ten minutes as the ride runs; of a shorter ride over the whole.
Watt worstMean(const RouteEstimate& ride) {
  if (ride.time.value() < windowSeconds) return ride.time > Second(0) ? Watt(ride.energy.value() * 3600 / ride.time.value()) : Watt(0);
  double worst = 0, joule = 0, seconds = 0;
  std::size_t first = 0;
  for (const Leg& leg : ride.legs) {
    joule += leg.power.value() * leg.time.value();
    seconds += leg.time.value();
    for (; seconds - ride.legs[first].time.value() >= windowSeconds; ++first) {
      joule -= ride.legs[first].power.value() * ride.legs[first].time.value();
      seconds -= ride.legs[first].time.value();
    }
    worst = std::max(worst, joule / std::max(seconds, windowSeconds));
  }
  return Watt(worst);
}

/// Degrees from the north, of the way from one point of the ground to another.
double headingBetween(const Terrain& ground, std::size_t from, std::size_t to) {
  constexpr double degree = std::numbers::pi / 180;
  const double north = ground.latitude[to] - ground.latitude[from];
  const double east = (ground.longitude[to] - ground.longitude[from]) * std::cos(ground.latitude[from] * degree);
  return std::atan2(east, north) / degree;
}

}  // namespace

Ridden riddenOf(const Route& route, const Bike& bike, Watt limit) {
  const KilometrePerHour target = route.speed.value_or(usual::speed);
  return {riderOf(bike, route.surface, target), target, route.headwind.value_or(KilometrePerHour(0)).value() / 3.6, limit,
          route.windFrom ? Known<double>(route.windFrom->value()) : std::nullopt};
}

RouteEstimate estimateOn(const Terrain& ground, const Ridden& ridden) {
  RouteEstimate out;
  if (ground.along.size() < 2) return out;
  for (std::size_t i = 0; i + 1 < ground.along.size(); i += stepsOfLeg) {
    const std::size_t to = std::min(i + stepsOfLeg, ground.along.size() - 1);
    const double way = ground.along[to] - ground.along[i];
    if (way <= 0) continue;
    const double grade = ground.height.empty() ? 0 : (ground.height[to] - ground.height[i]) / way;
    Ridden here = ridden;
    if (ridden.windFrom) here.headwind *= std::cos((headingBetween(ground, i, to) - *ridden.windFrom) * std::numbers::pi / 180);
    out.legs.push_back(legOf(here, Kilometre(way / 1000), grade));
  }
  addUp(out, ground.length());
  out.worstTenMinutes = worstMean(out);
  return out;
}

Ground groundOf(const Shared<std::vector<TrackPoint>>& track) { return {track, terrainOf(*track)}; }

GroundRide groundRideOf(const GroundRide::Asked& asked) { return {asked, estimateOn(asked.ground->terrain, asked.ridden)}; }

bool isGroundOf(const Route& route, const Terrain& ground) {
  if (ground.along.size() < 2) return false;
  if (std::abs(route.length.value() - ground.length().value()) > 0.02 * ground.length().value()) return false;
  if (route.climb.has_value() != ground.climb.has_value()) return false;
  return !ground.climb || std::abs(route.climb->value() - ground.climb->value()) <= std::max(10.0, 0.05 * ground.climb->value());
}

RouteEstimate estimate(const Route& route, const Bike& bike, Watt limit, const Terrain* ground) {
  if (ground && isGroundOf(route, *ground)) return estimateOn(*ground, riddenOf(route, bike, limit));
  return estimate(route, bike, limit);
}

Plan withTrack(const Plan& plan, std::vector<TrackPoint> track, const Terrain& ground) {
  Plan next = withRoute(plan);
  if (ground.along.size() < 2) return next;
  next.routes.front().track = std::move(track);
  next.routes.front().length = Kilometre(std::round(ground.length().value() * 100) / 100);
  next.routes.front().climb.reset();
  if (ground.climb) next.routes.front().climb = Metre(std::round(ground.climb->value()));
  next = withProvenance(next, "/routes/0/km", Provenance::Measured);
  return ground.climb ? withProvenance(next, "/routes/0/climb_m", Provenance::Measured) : next;
}

}  // namespace usherwright
