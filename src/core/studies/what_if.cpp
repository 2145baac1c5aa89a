// Knobs turned all at once, and each hint carried out.
#include "core/studies/what_if.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/assess/figures.h"
#include "core/plan/edit.h"
#include "core/plan/usual.h"
#include "core/quantity/units.h"
#include "core/travel/on_ground.h"

namespace usherwright {
namespace {

constexpr double hillyFrom = 12;  // m of climb a km: two hills of a hundred metres in sixteen km
constexpr double windyFrom = 12;  // km/h: leaves and twigs move all the time
constexpr double fastFrom = 25;   // km/h: above it the air takes more than the tyres
constexpr double leastSaved = 0.005;
constexpr double stopsPerKm = 0.5;  // that foresight spares in a town, timid; twice as many, bold

double valueOr(const Plan& plan, const std::string& pointer, double otherwise) {
  const auto ref = findField(plan, pointer);
  const double* known = ref ? std::get_if<double>(&ref->value) : nullptr;
  return known ? *known : otherwise;
}

Plan with(const Plan& plan, const std::string& pointer, double value) {
  const auto ref = findField(plan, pointer);
  if (!ref) return plan;
  const auto next = withField(plan, pointer, FieldValue{std::clamp(value, ref->spec->minimum, ref->spec->maximum)});
  return next ? *next : plan;
}

double rollingOf(const Plan& plan) {
  return plan.bike.rolling ? plan.bike.rolling->value() : riderOf(plan.bike, plan.routes.front().surface, usual::speed).rolling;
}

}  // namespace

std::vector<Turnable> turnablesOf(const Plan& plan) {
  if (plan.routes.empty()) return {};
  const auto one = [&](const char* words, const char* pointer, double low, double high, double step, double otherwise) {
    const auto ref = findField(plan, pointer);
    const double now = valueOr(plan, pointer, otherwise);
    return Turnable{words, pointer, ref->spec->kind, std::min(low, now), std::max(high, now), step, now};
  };
  return {one("speed", "/routes/0/speed_km_h", 8, 45, 0.5, usual::speed.value()),
          one("own legs", "/bike/rider_W", 0, 250, 5, usual::riderPower.value()),
          one("load", "/bike/load_kg", 0, 100, 1, 0),
          one("headwind", "/routes/0/headwind_km_h", plan.routes.front().windFrom ? 0 : -40, 40, 1, 0),
          one("the day", "/ambient_C", -15, 40, 1, plan.ambient.value()),
          one("rolling", "/bike/crr", 0.004, 0.04, 0.0005, rollingOf(plan)),
          one("air drag", "/bike/cda_m2", 0.3, 1.2, 0.01, usual::dragArea.value())};
}

WhatIf whatIf(const Plan& plan, const Catalogue& catalogue, const Figures& today, const std::vector<double>& values) {
  const std::vector<Turnable> turnables = turnablesOf(plan);
  Plan turned = plan;
  for (std::size_t i = 0; i < std::min(turnables.size(), values.size()); ++i)
    if (std::abs(values[i] - turnables[i].now) > 1e-9) turned = with(turned, turnables[i].pointer, values[i]);
  const Figures then = figuresOf(turned, catalogue, &today, Part::Range);
  WhatIf out;
  out.known = then.range.known;
  out.cautious = then.range.cautious;
  out.likely = then.range.likely;
  out.hopeful = then.range.hopeful;
  out.perKilometre = then.range.route.perKilometre * then.range.learned.factor;
  out.time = then.range.route.time;
  if (!turned.routes.empty())
    for (const Leg& leg : then.range.route.legs)
      out.limited = out.limited || leg.speed < turned.routes.front().speed.value_or(usual::speed) * 0.98;
  return out;
}

Hints hintsOf(const Plan& plan, const Figures& today) {
  Hints out;
  if (plan.routes.empty() || today.range.route.energy <= WattHour(0)) return out;
  const Route& route = plan.routes.front();
  const auto& ground = today.range.grounds.front();
  const Watt limit = powerLimit(plan, today);
  const auto energyOf = [&](const Plan& p) {
    return estimate(p.routes.front(), p.bike, limit, ground ? &ground->terrain : nullptr).energy.value();
  };
  const double now = energyOf(plan), km = route.length.value();
  const KilometrePerHour speed = route.speed.value_or(usual::speed);
  const double climb = route.climb.value_or(Metre(0)).value() / std::max(0.1, km),
               wind = route.headwind.value_or(KilometrePerHour(0)).value();
  if (climb > hillyFrom) {
    out.kind = RideKind::Hilly;
    out.because = fmt::format("{} m of climb a km", formatNumber(climb, 2));
  } else if (wind > windyFrom) {
    out.kind = RideKind::Windy;
    out.because = fmt::format("{} km/h of wind", formatNumber(wind, 2));
  } else if (speed.value() > fastFrom) {
    out.kind = RideKind::Fast;
    out.because = fmt::format("{} km/h, where the air takes most", formatNumber(speed.value(), 2));
  } else {
    out.because = fmt::format("{} m of climb a km at {} km/h", formatNumber(climb, 2), formatNumber(speed.value(), 2));
  }
  const auto saved = [&](const Plan& p) { return 1 - energyOf(p) / now; };
  const auto hint = [&](std::string words, std::string why, double timid, double bold) {
    if (bold >= leastSaved) out.hints.push_back({std::move(words), std::move(why), std::max(0.0, std::min(timid, bold)), bold});
  };
  const auto field = [&](const char* pointer, double otherwise, double timid, double bold, std::string words, std::string why) {
    const double was = valueOr(plan, pointer, otherwise);
    hint(std::move(words), std::move(why), saved(with(plan, pointer, was + timid)), saved(with(plan, pointer, was + bold)));
  };
  field("/routes/0/speed_km_h", speed.value(), -1, -4, "Ride 1 to 4 km/h slower", "the air's hold grows with the square of the speed");
  field("/bike/rider_W", usual::riderPower.value(), 15, 50, "Push 15 to 50 W more with the legs",
        "less help on the climbs, where the motor draws most");
  field("/bike/cda_m2", usual::dragArea.value(), -0.05, -0.15, "Sit lower, close the jacket, no open bags",
        "0.05 to 0.15 m² less that the air holds");
  if (plan.bike.load.value_or(Kilogram(0)) > Kilogram(1))
    field("/bike/load_kg", 0, -1, -std::min(15.0, plan.bike.load->value()), "Leave at home what is not needed",
          "each kg is carried up every climb");
  const double rolling = rollingOf(plan);
  field("/bike/crr", rolling, -0.05 * rolling, -0.25 * rolling, "Pump the tyres to what their wall says, or smoother ones",
        "5 to 25 % less that the tyres take");
  const Rider rider = riderOf(plan.bike, route.surface, speed);
  const double v = speed.value() / 3.6, aStop = 0.5 * rider.total.value() * v * v / rider.efficiency / 3600;
  hint("Look ahead: let it roll to lights and corners",
       fmt::format("each stop from {} km/h costs {} Wh", formatNumber(speed.value(), 2), formatNumber(aStop, 2)),
       stopsPerKm * km * aStop / now * 0.2, stopsPerKm * km * aStop / now);
  std::sort(out.hints.begin(), out.hints.end(), [](const Hint& a, const Hint& b) { return a.high > b.high; });
  return out;
}

}  // namespace usherwright
