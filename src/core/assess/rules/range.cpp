// RANGE rules: whether the planned rides can be done with what the packs hold, and how sure that is.
#include <fmt/format.h>

#include <algorithm>
#include <map>

#include "core/assess/figures.h"
#include "core/assess/rules/rule.h"
#include "core/charging/of_plan.h"
#include "core/label/claims.h"
#include "core/plan/usual.h"
#include "core/quantity/units.h"

namespace usherwright::rules {
namespace {

constexpr double coldLoss = 0.95;                        // of the capacity: worth a word
constexpr double leastPerKm = leastUse, mostPerKm = 60;  // Wh: outside, something was entered wrong
constexpr double asCharged = 0.01;                       // of the charge: nearer than this it is there
constexpr double slowerBy = 0.9;                         // of the speed that was wanted

Finding onRange(std::string id, Severity severity, std::string part, std::string pointer) {
  return finding({std::move(id), severity, Station::Range, std::move(part), std::move(pointer)});
}

std::string km(Kilometre k) { return formatQuantity(k.value(), Kind::Distance, UnitSystem::Metric); }

/// What a route takes, as this rider uses it: its own km, at the Wh that were learned.
Kilometre needed(const Context& c, std::size_t route) {
  const NeedFigures::Ride& ride = c.figures.need->rides[route];
  return Kilometre(ride.energy.value() / c.figures.range.route.perKilometre.value());
}

bool isAsked(const Context& c) { return c.figures.range.known && c.figures.need && c.figures.range.route.perKilometre.value() > 0; }

void range01(const Context& c, Findings& out) {
  if (!isAsked(c)) return;
  for (std::size_t i = 0; i < c.plan.routes.size(); ++i) {
    const Kilometre asks = needed(c, i);
    if (asks <= c.figures.range.cautious) continue;
    Finding f = onRange("RANGE-01", Severity::Mind, c.plan.routes[i].id, fmt::format("/routes/{}/km", i));
    f.sentence = fmt::format("{} asks as much as {} of the first ride; all packs {} give {} when one is careful, {} likely.",
                             c.plan.routes[i].id, km(asks), chargedToFull(c.plan) ? "full" : "charged to their ceilings",
                             km(c.figures.range.cautious), km(c.figures.range.likely));
    f.why = "Wind, cold and an older pack take more than the middle of the band; then one pushes.";
    f.what = "Ride slower or with less help, take another pack, or charge on the way.";
    f.headline = asks / c.figures.range.cautious;
    f.working = {
        "The ride against the band",
        "E_ride / (Wh per km) ≤ cautious range",
        {input(c, "d", "asked", km(asks), fmt::format("/routes/{}/km", i)), input(c, "d₁₀", "cautious", km(c.figures.range.cautious))},
        fmt::format("{} against {}", km(asks), km(c.figures.range.cautious)),
        "energy balance; band by logged rides"};
    out.push_back(std::move(f));
  }
}

void range02(const Context& c, Findings& out) {
  if (c.plan.routes.empty() || c.figures.packs.empty() || c.figures.range.learned.enough()) return;
  const std::size_t n = c.figures.range.learned.rides.size();
  Finding f = onRange("RANGE-02", Severity::Note, "rides", "/routes/0/km");
  f.sentence = fmt::format("{} of {} rides noted: the range stays a wide band.", n, enoughRides);
  f.why = "Model and label say what a usual rider uses; only rides say what this one does.";
  f.what = "Note km and Ah or Wh of the next rides.";
  f.headline = static_cast<double>(enoughRides - n);
  f.working = {"Rides that were noted",
               "five or more make the band as narrow as they agree",
               {input(c, "n", "rides with km and Ah or Wh", std::to_string(n))},
               fmt::format("band ± {}", percent(c.figures.range.learned.halfWidth)),
               "median and median absolute deviation"};
  out.push_back(std::move(f));
}

void range03(const Context& c, Findings& out) {
  if (!isAsked(c) || !c.plan.need.reserve) return;
  const std::size_t longest = c.figures.need->longest;
  const std::string& ride = c.plan.routes[longest].id;
  const Kilometre rest = c.figures.range.cautious - needed(c, longest);
  if (rest >= *c.plan.need.reserve || rest < Kilometre(0)) return;  // less than nothing is RANGE-01's
  Finding f = onRange("RANGE-03", Severity::Mind, ride, "/need/reserve_km");
  f.sentence = fmt::format("After {} there are {} left when one is careful; {} were to be kept for the way home.", ride, km(rest),
                           km(*c.plan.need.reserve));
  f.why = "The reserve is for a closed road or a headwind home, and it is gone before it is needed.";
  f.what = "Turn round earlier, or start fuller.";
  f.headline = *c.plan.need.reserve / std::max(rest, Kilometre(0.1));
  f.working = {"The reserve",
               "cautious range − ride ≥ reserve",
               {input(c, "d₁₀", "cautious", km(c.figures.range.cautious)),
                input(c, "d", "ride", km(needed(c, longest)), fmt::format("/routes/{}/km", longest)),
                input(c, "r", "reserve", km(*c.plan.need.reserve), "/need/reserve_km")},
               fmt::format("{} against {}", km(rest), km(*c.plan.need.reserve)),
               "energy balance"};
  out.push_back(std::move(f));
}

void range04(const Context& c, Findings& out) {
  for (std::size_t k = 0; k < c.figures.packs.size(); ++k) {
    const PackModel& m = c.figures.packs[k].model;
    const double left = capacityFactor(m.temperature);
    if (left >= coldLoss) continue;
    Finding f = onRange("RANGE-04", Severity::Note, m.id, c.plan.packs[k].temperature ? packPointer(k, "temperature_C") : "/ambient_C");
    f.sentence = fmt::format("{} at {} gives {} of its Ah, at {} times its resistance.", m.name, text(m.temperature), percent(left),
                             formatNumber(resistanceFactor(m.temperature), 2));
    f.why = "Cold cells hold their charge back and sag more; it comes back with warmth.";
    f.what = "Start with a warm pack, and plan less range on such days.";
    f.headline = 1 / left;
    f.working = {"Cold",
                 "Q·g(T), R·f(T)",
                 {input(c, "T", "cells", text(m.temperature), f.pointer), input(c, "g", "of the Ah", percent(left))},
                 percent(left),
                 "capacity and resistance of lithium cells against temperature"};
    out.push_back(std::move(f));
  }
}

std::string speed(KilometrePerHour v) { return formatQuantity(v.value(), Kind::Speed, UnitSystem::Metric, 2); }

void range07(const Context& c, Findings& out) {
  if (!c.figures.need || c.figures.packs.empty()) return;
  for (const NeedFigures::Ride& ride : c.figures.need->rides) {
    const Route& route = c.plan.routes[ride.route];
    const KilometrePerHour wanted = route.speed.value_or(usual::speed);
    const Leg& slowest = ride.slowest;
    if (slowest.length <= Kilometre(0) || slowest.speed >= wanted * slowerBy) continue;
    const std::string pointer = fmt::format("/routes/{}/speed_km_h", ride.route);
    Finding f = onRange("RANGE-07", Severity::Mind, route.id, pointer);
    f.sentence = fmt::format("At {} the bike holds {} instead of {}: the controller's limit gives {} W.", percent(slowest.grade),
                             speed(slowest.speed), speed(wanted), formatNumber(slowest.power.value()));
    f.why = "The ride takes longer than planned, and a hub motor that is held back turns its watts into warmth.";
    f.what = "Plan the climb slower, pedal more there, or choose another way up.";
    f.headline = wanted / std::max(slowest.speed, KilometrePerHour(1));
    f.working = {"Speed on the steepest piece",
                 "v where P(v, grade) = U·I_limit",
                 {input(c, "i", "grade", percent(slowest.grade)), input(c, "v", "wanted", speed(wanted), pointer)},
                 speed(slowest.speed),
                 "power balance on a grade"};
    out.push_back(std::move(f));
  }
}

void range08(const Context& c, Findings& out) {
  if (!c.figures.need) return;
  for (const NeedFigures::Ride& ride : c.figures.need->rides) {
    const double use = ride.perKilometre.value();
    if (use >= leastPerKm && use <= mostPerKm) continue;
    const bool little = use < leastPerKm;
    const Route& route = c.plan.routes[ride.route];
    Finding f = onRange("RANGE-08", Severity::Mind, route.id,
                        little ? std::string("/bike/rider_W") : fmt::format("/routes/{}/speed_km_h", ride.route));
    f.sentence = fmt::format("{} would take {} Wh per km: hardly any bike uses {}.", route.id, formatNumber(use, 2),
                             little ? "so little" : "so much");
    f.why = "A figure that was entered wrong is carried into every range.";
    f.what = "Look at the rider's watts, the masses, the speed, the wind and the climb.";
    f.headline = little ? leastPerKm / std::max(use, 0.01) : use / mostPerKm;
    f.working = {"Wh per km",
                 "4 ≤ E / d ≤ 60",
                 {input(c, "E/d", "of the ride", formatNumber(use, 2) + " Wh/km")},
                 formatNumber(use, 2) + " Wh/km",
                 "figures that are seen on the road"};
    out.push_back(std::move(f));
  }
}

/// What a pack stands at when the night is over: by its own charger, which may have others before it.
class Morning {
 public:
  explicit Morning(const Context& c) : c_(c), length_(Second(nightOf(c.plan).length)) {}

  StateOfCharge of(std::size_t k) {
    const StateOfCharge now = c_.figures.packs[k].model.soc;
    if (now >= targetOf(c_.plan.packs[k]) - StateOfCharge(asCharged)) return now;
    StateOfCharge best = now;
    for (const ChargeFigures& pair : c_.figures.charging) {
      if (pair.pack != k || !pair.assigned || !pair.run) continue;
      Second& busy = busy_[pair.charger];
      best = std::max(best, busy < length_ ? pair.run->socAt(length_ - busy) : now);
      busy += pair.run->end;
    }
    return best;
  }

 private:
  const Context& c_;
  Second length_;
  std::map<std::size_t, Second> busy_;
};

void range09(const Context& c, Findings& out) {
  const Figures& f = c.figures;
  if (!c.plan.charging.readyBy || !isAsked(c)) return;
  const std::size_t longest = f.need->longest;
  const Kilometre asks = needed(c, longest);
  if (asks > f.range.cautious) return;  // charged or not: RANGE-01
  Morning morning(c);
  std::vector<StateOfCharge> ready;
  double there = 0, charged = 0;
  for (std::size_t k = 0; k < f.packs.size(); ++k) {
    const PackModel& m = f.packs[k].model;
    ready.push_back(morning.of(k));
    const double wh = (m.nominal * m.capacity).value();
    there += wh * std::max(0.0, ready[k].value() - floorCharge);
    charged += wh * std::max(0.0, ceilingOf(c.plan.packs[k]).value() - floorCharge);
  }
  const Kilometre goes = f.range.cautious * std::min(1.0, charged > 0 ? there / charged : 0.0);
  if (asks <= goes) return;
  const std::string by = formatClock(c.plan.charging.readyBy->value()), name = c.plan.routes[f.need->rides[longest].route].id;
  for (std::size_t k = 0; k < f.packs.size(); ++k) {
    const StateOfCharge target = targetOf(c.plan.packs[k]);
    if (ready[k] >= target - StateOfCharge(asCharged)) continue;
    const PackModel& m = f.packs[k].model;
    Finding late = onRange("RANGE-09", Severity::Mind, m.id, "/charging/ready_by_min");
    late.sentence = fmt::format("{} stands at {} by {}, not at {}: {} asks {}, and all packs then give {} when one is careful.", m.name,
                                percent(ready[k].value()), by, percent(target.value()), name, km(asks), km(goes));
    late.why = "A ride that is planned on a full pack begins with one that is still on its charger.";
    late.what = "Plug in earlier, put a stronger charger that the pack allows to it, start later, or plan a shorter ride.";
    late.headline = asks / std::max(goes, Kilometre(0.1));
    late.working = {
        "Charged in time",
        "charge at the time of leaving, by the charge run of its charger; range in the share of what is charged then",
        {input(c, "s", "at " + by, percent(ready[k].value())), input(c, "s₁", "wanted", percent(target.value()), packPointer(k, "ceiling")),
         input(c, "d", "asked", km(asks), fmt::format("/routes/{}/km", f.need->rides[longest].route))},
        fmt::format("{} against {}", km(asks), km(goes)),
        "constant current, then constant voltage; one pack after another on a shared charger"};
    out.push_back(std::move(late));
  }
}

}  // namespace

std::span<const Rule> rangeRules() {
  static constexpr std::array rows{
      Rule{"RANGE-01", "Mind", "a ride needs more than the cautious range", &range01, Part::Range},
      Rule{"RANGE-02", "Note", "fewer than five rides are noted", &range02},
      Rule{"RANGE-03", "Mind", "less than the reserve is left after the ride", &range03, Part::Range},
      Rule{"RANGE-04", "Note", "cold cells give less than 95 % of their Ah", &range04},
      Rule{"RANGE-07", "Mind", "the limit holds the bike below 90 % of the speed wanted", &range07},
      Rule{"RANGE-08", "Mind", "Wh per km below 4 or above 60", &range08},
      Rule{"RANGE-09", "Mind", "a pack that the ride needs is not charged by then", &range09, Parts(Part::Range) | Part::Charging}};
  return rows;
}

}  // namespace usherwright::rules
