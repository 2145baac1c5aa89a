// Legs from the ground.
#include "core/travel/on_ground.h"

#include <algorithm>
#include <cmath>

#include "core/plan/edit.h"
#include "core/plan/usual.h"

namespace usherwright {
namespace {

constexpr std::size_t stepsOfLeg = 2;  // of the ground: some 50 m
constexpr double windowSeconds = 600;

/// The highest mean over ten minutes as the ride runs; over the whole of a shorter one.
Watt worstMean(const std::vector<Leg>& legs) {
  double worst = 0, joule = 0, seconds = 0;
  std::size_t first = 0;
  for (const Leg& leg : legs) {
    joule += leg.power.value() * leg.time.value();
    seconds += leg.time.value();
    while (seconds - legs[first].time.value() >= windowSeconds) {
      joule -= legs[first].power.value() * legs[first].time.value();
      seconds -= legs[first].time.value();
      ++first;
    }
    if (seconds >= windowSeconds || first == 0) worst = std::max(worst, joule / std::max(seconds, windowSeconds));
  }
  double whole = 0, time = 0;
  for (const Leg& leg : legs) {
    whole += leg.power.value() * leg.time.value();
    time += leg.time.value();
  }
  return Watt(time > 0 && time < windowSeconds ? whole / time : worst);
}

}  // namespace

Ridden riddenOf(const Route& route, const Bike& bike, Watt limit) {
  const KilometrePerHour target = route.speed.value_or(usual::speed);
  return {riderOf(bike, route.surface, target), target, route.headwind.value_or(KilometrePerHour(0)).value() / 3.6, limit};
}

RouteEstimate estimateOn(const Terrain& ground, const Ridden& ridden) {
  RouteEstimate out;
  if (ground.along.size() < 2) return out;
  const auto& [rider, target, wind, limit] = ridden;
  Second drawing;
  for (std::size_t i = 0; i + 1 < ground.along.size(); i += stepsOfLeg) {
    const std::size_t to = std::min(i + stepsOfLeg, ground.along.size() - 1);
    const double way = ground.along[to] - ground.along[i];
    if (way <= 0) continue;
    const double grade = ground.height.empty() ? 0 : (ground.height[to] - ground.height[i]) / way;
    Leg leg{Kilometre(way / 1000), grade, heldSpeed(rider, target, grade, limit, wind), {}, {}};
    leg.speed = std::max(leg.speed, KilometrePerHour(1));
    leg.power = std::min(batteryPower(rider, leg.speed, grade, wind), limit);
    leg.time = Second(leg.length.value() * std::sqrt(1 + grade * grade) / leg.speed.value() * 3600);
    out.energy += leg.power * leg.time;
    out.time += leg.time;
    if (leg.power > Watt(1)) drawing += leg.time;
    out.legs.push_back(leg);
  }
  out.perKilometre = WattHourPerKilometre(out.energy.value() / ground.length().value());
  if (drawing > Second(0)) out.meanWhileDrawing = Watt(out.energy.value() * 3600 / drawing.value());
  out.worstTenMinutes = worstMean(out.legs);
  return out;
}

Plan withTrack(const Plan& plan, const Terrain& ground) {
  Plan next = withRoute(plan);
  if (ground.along.size() < 2) return next;
  next.routes.front().length = Kilometre(std::round(ground.length().value() * 100) / 100);
  next.routes.front().climb.reset();
  if (ground.climb) next.routes.front().climb = Metre(std::round(ground.climb->value()));
  next = withProvenance(next, "/routes/0/km", Provenance::Measured);
  return ground.climb ? withProvenance(next, "/routes/0/climb_m", Provenance::Measured) : next;
}

}  // namespace usherwright
