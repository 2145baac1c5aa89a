// The ride cut at its stops, and what is put in at each.
#include "core/studies/stops.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/assess/figures.h"
#include "core/charging/of_plan.h"
#include "core/plan/names.h"
#include "core/quantity/units.h"
#include "core/studies/charging_studies.h"

namespace usherwright {
namespace {

std::string n(double value, int digits = 3) { return formatNumber(value, digits); }

class OnTheWay {
 public:
  OnTheWay(const Plan& plan, const Assessment& a) : plan_(plan), a_(a), f_(a.figures), route_(plan.routes.front()) {}

  WithStops make() {
    out_.stretches.push_back({Second(0), f_.range.way});
    std::vector<std::size_t> order;
    for (std::size_t i = 0; i < route_.stops.size(); ++i)
      if (route_.stops[i].at) order.push_back(i);
    std::stable_sort(order.begin(), order.end(), [&](std::size_t a, std::size_t b) { return *route_.stops[a].at < *route_.stops[b].at; });
    for (const std::size_t i : order) go(i);
    for (std::size_t i = 0; i < route_.stops.size(); ++i)
      if (!route_.stops[i].at) {
        StopMade s;
        s.stop = i;
        s.refused = "after how many km is not known yet";
        add(std::move(s));
      }
    return std::move(out_);
  }

 private:
  void go(std::size_t i) {
    const RouteStop& stop = route_.stops[i];
    StopMade s;
    s.stop = i;
    s.at = *stop.at;
    s.stands = stop.minutes.value_or(Minute(0));
    const Stretch& last = out_.stretches.back();
    const std::optional<Second> arrives = timeAt(s.at);
    if (!arrives) {
      s.refused = "the ride ends before";
      return add(std::move(s));
    }
    s.arrives = *arrives;
    const Second within = s.arrives - last.from;
    if (last.run->cause != EndCause::RideOver && last.run->end < within) {
      s.refused = "the packs do not carry that far";
      return add(std::move(s));
    }
    s.reached = true;
    const Row row = last.run->at(std::min(within, last.run->end));
    s.before = s.after = row.soc;
    putIn(stop, s);
    if (s.gained > WattHour(0)) goOn(s);
    add(std::move(s));
  }

  void add(StopMade s) {
    out_.stood += s.refused.empty() ? s.stands : Minute(0);
    out_.gained += s.gained;
    out_.stops.push_back(std::move(s));
  }

  /// Moving time at a place; nothing behind the end of the ride.
  std::optional<Second> timeAt(Kilometre at) const {
    Kilometre way;
    Second time;
    for (const Leg& leg : f_.range.route.legs) {
      if (way + leg.length >= at && leg.length > Kilometre(0)) return time + leg.time * ((at - way) / leg.length);
      way += leg.length;
      time += leg.time;
    }
    return std::nullopt;
  }

  /// The carried charger, one pack after the other.
  void putIn(const RouteStop& stop, StopMade& s) const {
    const auto charger = std::find_if(plan_.chargers.begin(), plan_.chargers.end(), [&](const Charger& c) { return c.id == stop.charger; });
    if (charger == plan_.chargers.end()) {
      s.refused = "which charger is carried is not known yet";
      return;
    }
    if (!stop.minutes) {
      s.refused = "how long it lasts is not known yet";
      return;
    }
    std::vector<std::size_t> served;
    for (std::size_t k = 0; k < plan_.packs.size(); ++k)
      if (serves(*charger, plan_.packs[k].id)) served.push_back(k);
    std::stable_sort(served.begin(), served.end(), [&](std::size_t a, std::size_t b) { return s.before[a] < s.before[b]; });
    if (served.empty()) s.refused = shownName(*charger) + " is put to no pack";
    Second left = *stop.minutes;
    std::string why;
    for (const std::size_t k : served) {
      const std::string no = refusedOnTheWay(plan_, a_, static_cast<std::size_t>(charger - plan_.chargers.begin()), k);
      if (!no.empty()) {
        why = no;
        continue;
      }
      PackModel m = f_.packs[k].model;
      m.soc = s.before[k];
      ChargeInput in = *chargeInputOf(*charger, plan_.packs[k], m);
      in.target = ceilingOf(plan_.packs[k]);
      if (in.target <= m.soc) continue;
      const ChargeRun run = charge(in);
      s.after[k] = run.socAt(left);
      s.gained += m.nominal * m.capacity * (s.after[k] - s.before[k]).value();
      left = std::max(Second(0), left - run.end);
      if (left <= Second(0)) break;
    }
    if (s.gained <= WattHour(0) && s.refused.empty()) s.refused = why.empty() ? "the packs are full enough" : why;
  }

  void goOn(const StopMade& s) {
    const Stretch& last = out_.stretches.back();
    DischargeInput in = last.run->input();
    const Second gone = s.arrives - last.from;
    std::vector<PowerStep> rest;
    for (const PowerStep& step : in.profile)
      if (step.until > gone) rest.push_back({step.until - gone, step.power});
    if (rest.empty()) return;  // charged at the very end
    in.profile = std::move(rest);
    for (std::size_t k = 0; k < in.sources.size(); ++k) in.sources[k].start = s.after[k];
    out_.stretches.push_back({s.arrives, std::make_shared<DischargeRun>(discharge(std::move(in)))});
  }

  const Plan& plan_;
  const Assessment& a_;
  const Figures& f_;
  const Route& route_;
  WithStops out_;
};

}  // namespace

WithStops withStops(const Plan& plan, const Assessment& assessment) {
  const RangeFigures& r = assessment.figures.range;
  if (plan.routes.empty() || assessment.figures.packs.empty() || !r.way || r.route.legs.empty()) return {};
  return OnTheWay(plan, assessment).make();
}

std::string stopWords(const Plan& plan, const StopMade& s, UnitSystem units) {
  std::string out =
      plan.routes.front().stops[s.stop].at ? "After " + formatQuantity(s.at.value(), Kind::Distance, units, 3) : std::string("A stop");
  if (s.stands > Minute(0)) out += fmt::format(", {} min", n(s.stands.value()));
  if (!s.refused.empty()) return fmt::format("{}: nothing is put in, {}.", out, s.refused);
  out += ":";
  for (std::size_t k = 0; k < plan.packs.size(); ++k)
    if (s.after[k] > s.before[k])
      out += fmt::format(" {} {} → {} %,", shownName(plan.packs[k]), n(s.before[k].value() * 100, 2), n(s.after[k].value() * 100, 2));
  return out + fmt::format(" {} Wh.", n(s.gained.value()));
}

}  // namespace usherwright
