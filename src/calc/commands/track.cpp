// A track on a plan's bike. Text and JSON.
#include "calc/commands/track.h"

#include <fmt/format.h>

#include "calc/json.h"
#include "core/assess/figures.h"
#include "core/quantity/units.h"
#include "core/travel/on_ground.h"

namespace usherwright::calc {
namespace {

RouteEstimate estimateOf(const Plan& plan, const Assessment& a, const Terrain& ground) {
  return estimateOn(ground, riddenOf(plan.routes.empty() ? Route{} : plan.routes.front(), plan.bike, powerLimit(plan, a.figures)));
}

}  // namespace

std::string trackText(const Plan& plan, const Assessment& a, const Terrain& ground) {
  const RouteEstimate e = estimateOf(plan, a, ground);
  std::string out = fmt::format("{} km, climb {}\n", formatNumber(ground.length().value(), 4),
                                ground.climb ? formatNumber(ground.climb->value(), 3) + " m" : std::string("not known"));
  for (const std::string& s : ground.said) out += "  " + s + "\n";
  out += fmt::format("{} Wh, {} Wh/km, {} h; worst ten minutes {} W\n", formatNumber(e.energy.value(), 3),
                     formatNumber(e.perKilometre.value(), 3), formatNumber(e.time.value() / 3600, 3),
                     formatNumber(e.worstTenMinutes.value(), 3));
  return out;
}

std::string trackJson(const Plan& plan, const Assessment& a, const Terrain& ground) {
  const RouteEstimate e = estimateOf(plan, a, ground);
  return printed({{"km", ground.length().value()},
                  {"climb_m", orNull(ground.climb)},
                  {"mended", ground.said},
                  {"energy_Wh", e.energy.value()},
                  {"Wh_per_km", e.perKilometre.value()},
                  {"time_s", e.time.value()},
                  {"worst_ten_minutes_W", e.worstTenMinutes.value()}});
}

}  // namespace usherwright::calc
