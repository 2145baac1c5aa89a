// Road power and the flat-and-climb estimate of a route.
#include "core/travel/travel.h"
#include "core/plan/usual.h"
#include "core/quantity/root.h"

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

RouteEstimate estimate(const Route& route, const Bike& bike, Watt limit) {
  RouteEstimate out;
  const KilometrePerHour target = route.speed.value_or(usual::speed);
  const Rider rider = riderOf(bike, route.surface, target);
  const double grade = route.climbGrade.value_or(usual::climbGrade).value();
  const Kilometre hill = std::min(Kilometre(route.climb.value_or(Metre(0))) / grade, route.length / 2.0);
  const double realGrade = hill > Kilometre(0) ? Kilometre(route.climb.value_or(Metre(0))) / hill : 0.0;
  const double wind = route.headwind.value_or(KilometrePerHour(0)).value() / 3.6;
  const auto add = [&](Kilometre length, double g) {
    if (length <= Kilometre(0)) return;
    Leg leg{length, g, heldSpeed(rider, target, g, limit, wind), {}, {}};
    if (leg.speed < KilometrePerHour(1)) leg.speed = KilometrePerHour(1);
    leg.power = std::min(batteryPower(rider, leg.speed, g, wind), limit);
    leg.time = Second(length.value() * std::sqrt(1 + g * g) / leg.speed.value() * 3600);
    out.legs.push_back(leg);
  };
  add(route.length - hill * 2.0, 0.0);
  add(hill, realGrade);
  add(hill, -realGrade);
  Second drawing;
  for (const Leg& leg : out.legs) {
    out.energy += leg.power * leg.time;
    out.time += leg.time;
    if (leg.power > Watt(1)) drawing += leg.time;
  }
  out.perKilometre = WattHourPerKilometre(out.energy.value() / route.length.value());
  if (drawing > Second(0)) out.meanWhileDrawing = Watt(out.energy.value() * 3600 / drawing.value());
  // The estimate's climb is one pull; a shorter one is filled up with flat riding.
  double left = 600;
  double joule = 0;
  std::vector<Leg> byPower = out.legs;
  std::sort(byPower.begin(), byPower.end(), [](const Leg& a, const Leg& b) { return a.power > b.power; });
  for (const Leg& leg : byPower) {
    const double t = std::min(left, leg.time.value());
    joule += leg.power.value() * t;
    left -= t;
  }
  out.worstTenMinutes = Watt(joule / (600 - left));
  return out;
}

}  // namespace usherwright
