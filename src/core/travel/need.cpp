// The need.
#include "core/travel/need.h"
#include "core/plan/usual.h"

#include <algorithm>
#include <array>

namespace usherwright {

Known<NeedFigures> needOf(const Plan& plan, const std::vector<RouteEstimate>& rides) {
  if (rides.empty()) return std::nullopt;
  NeedFigures n;
  WattHour most(0);
  for (std::size_t i = 0; i < rides.size(); ++i) {
    const RouteEstimate& e = rides[i];
    n.rides.push_back({i, e.energy, e.time, e.perKilometre, {}});
    const auto slower = [](const Leg& a, const Leg& b) { return a.speed < b.speed; };
    if (!e.legs.empty()) n.rides.back().slowest = *std::min_element(e.legs.begin(), e.legs.end(), slower);
    const WattHour whole = e.energy + WattHour(e.perKilometre.value() * plan.need.reserve.value_or(Kilometre(0)).value());
    if (whole <= most && i > 0) continue;
    most = whole;
    n.longest = i;
  }
  n.onTheRoad = most;
  n.health = plan.need.endHealth.value_or(usual::endHealth).value();
  n.cold = capacityFactor(plan.ambient);
  n.label = most / ((1 - n.floor) * n.health * n.cold);
  struct Class {
    const char* name;
    double nominal;
  };
  for (const Class& c : {Class{"24 V, 7S", 25.2}, Class{"36 V, 10S", 36.0}, Class{"48 V, 13S", 46.8}, Class{"52 V, 14S", 50.4},
                         Class{"60 V, 16S", 57.6}, Class{"72 V, 20S", 72.0}})
    n.classes.push_back({c.name, Volt(c.nominal), AmpereHour(n.label.value() / c.nominal)});
  return n;
}

Known<double> odometerFactor(const Bike& bike) {
  if (!bike.shownDistance || !bike.trueDistance) return std::nullopt;
  return *bike.trueDistance / *bike.shownDistance;
}

}  // namespace usherwright
