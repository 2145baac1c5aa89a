// Road power and the flat-and-climb estimate of a route.
#include "core/plan/usual.h"
#include "core/quantity/root.h"
#include "core/travel/travel_parts.h"

#include <algorithm>
#include <cmath>

namespace usherwright {
namespace {

constexpr double gravity = 9.80665;  // m/s², standard
constexpr double airDensity = 1.20;  // kg/m³ at 20 °C, sea level

double assumedRolling(Surface surface) {
  switch (surface) {
    case Surface::Road: return 0.010;
    case Surface::Gravel: return 0.016;
    case Surface::Soft: return 0.030;
  }
  return 0.010;
}

double efficiencyOf(const Bike& bike, KilometrePerHour speed) {
  if (bike.drive == Drive::Mid) return 0.82;
  const double noLoad = bike.noLoadSpeed.value_or(usual::noLoadSpeed).value();
  return 0.78 * std::min(1.0, 0.35 + 0.65 * speed.value() / (0.5 * noLoad));
}

}  // namespace

Rider riderOf(const Bike& bike, Surface surface, KilometrePerHour speed) {
  Rider r;
  r.total = bike.mass.value_or(Kilogram(28)) + bike.rider.value_or(Kilogram(80)) + bike.load.value_or(Kilogram(5));
  r.rolling = bike.rolling ? bike.rolling->value() : assumedRolling(surface);
  r.dragArea = bike.dragArea.value_or(usual::dragArea);
  r.riderWatt = bike.riderPower.value_or(usual::riderPower).value();
  r.efficiency = efficiencyOf(bike, speed);
  for (const Accessory& a : bike.accessories) r.accessoryWatt += a.power.value_or(Watt(0)).value();
  return r;
}

Watt batteryPower(const Rider& r, KilometrePerHour speed, double grade, double headwind) {
  const double v = speed.value() / 3.6;
  const double angle = std::atan(grade);
  const double air = v + headwind;
  const double force = r.total.value() * gravity * (r.rolling * std::cos(angle) + std::sin(angle)) +
                       0.5 * airDensity * r.dragArea.value() * std::abs(air) * air;
  return Watt(std::max(0.0, v * force - r.riderWatt) / r.efficiency + r.accessoryWatt);
}

KilometrePerHour heldSpeed(const Rider& r, KilometrePerHour target, double grade, Watt limit, double headwind) {
  if (batteryPower(r, target, grade, headwind) <= limit) return target;
  const auto isWithin = [&](KilometrePerHour speed) { return batteryPower(r, speed, grade, headwind) <= limit; };
  return halved(Ends<KilometrePerHour>{KilometrePerHour(0), target}, 60, isWithin).low;
}

double meanSquareCurrent(const RouteEstimate& ride, Volt battery) {
  double square = 0;
  for (const Leg& leg : ride.legs) {
    const double amps = (leg.power / battery).value();
    square += amps * amps * leg.time.value();
  }
  return ride.time > Second(0) ? square / ride.time.value() : 0.0;
}

Leg legOf(const Ridden& ridden, Kilometre length, double grade) {
  const auto& [rider, target, wind, limit, from] = ridden;
  Leg leg{length, grade, heldSpeed(rider, target, grade, limit, wind), {}, {}};
  leg.speed = std::max(leg.speed, KilometrePerHour(1));
  leg.power = std::min(batteryPower(rider, leg.speed, grade, wind), limit);
  leg.time = Second(length.value() * std::sqrt(1 + grade * grade) / leg.speed.value() * 3600);
  return leg;
}

void addUp(RouteEstimate& out, Kilometre whole) {
  Second drawing;
  for (const Leg& leg : out.legs) {
    out.energy += leg.power * leg.time;
    out.time += leg.time;
    if (leg.power > Watt(1)) drawing += leg.time;
  }
  out.perKilometre = WattHourPerKilometre(out.energy.value() / whole.value());
  if (drawing > Second(0)) out.meanWhileDrawing = Watt(out.energy.value() * 3600 / drawing.value());
}

RouteEstimate estimate(const Route& route, const Bike& bike, Watt limit) {
  RouteEstimate out;
  const Ridden ridden = riddenOf(route, bike, limit);
  const double grade = route.climbGrade.value_or(usual::climbGrade).value();
  const Kilometre hill = std::min(Kilometre(route.climb.value_or(Metre(0))) / grade, route.length / 2.0);
  const double realGrade = hill > Kilometre(0) ? Kilometre(route.climb.value_or(Metre(0))) / hill : 0.0;
  const auto add = [&](Kilometre length, double g) {
    if (length > Kilometre(0)) out.legs.push_back(legOf(ridden, length, g));
  };
  add(route.length - hill * 2.0, 0.0);
  add(hill, realGrade);
  add(hill, -realGrade);
  addUp(out, route.length);
  // The estimate's climb is one pull; a shorter one is filled up with flat riding.
  double left = windowSeconds;
  double joule = 0;
  std::vector<Leg> byPower = out.legs;
  std::sort(byPower.begin(), byPower.end(), [](const Leg& a, const Leg& b) { return a.power > b.power; });
  for (const Leg& leg : byPower) {
    const double t = std::min(left, leg.time.value());
    joule += leg.power.value() * t;
    left -= t;
  }
  out.worstTenMinutes = Watt(joule / (windowSeconds - left));
  return out;
}

}  // namespace usherwright
