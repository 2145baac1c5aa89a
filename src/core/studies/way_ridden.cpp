// Places on the way, the ladder, the knobs.
#include "core/studies/way_ridden.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/assess/figures.h"
#include "core/charging/of_plan.h"
#include "core/plan/edit.h"
#include "core/plan/usual.h"
#include "core/quantity/units.h"

namespace usherwright {
namespace {

WattHour aboveFloor(const PackModel& m, StateOfCharge soc) { return m.nominal * m.capacity * std::max(0.0, soc.value() - floorCharge); }

/// The way back over the same legs: uphill is downhill.
std::vector<double> energyBack(const Plan& plan, const Figures& f, const std::vector<Leg>& legs) {
  const Route& route = plan.routes.front();
  const Ridden ridden = riddenOf(route, plan.bike, powerLimit(plan, f));
  std::vector<double> out{0};
  for (const Leg& leg : legs) {
    Ridden back = ridden;
    if (!ridden.windFrom) back.headwind = -ridden.headwind;  // it turns with the rider
    const double v = back.target.value() / 3.6;
    const Watt power = batteryPower(back.rider, back.target, -leg.grade, back.headwind);
    const double seconds = leg.length.value() * 1000 / v;
    out.push_back(out.back() + std::min(power, back.limit).value() * seconds / 3600);
  }
  return out;
}

class AlongTheWay {
 public:
  AlongTheWay(const Plan& plan, const Figures& f, WithStops stops) : plan_(plan), f_(f) {
    out_.stops = std::move(stops);
    if (out_.stops.stretches.empty()) out_.stops.stretches.push_back({Second(0), f.range.way});
  }

  WayRidden make(std::size_t most) {
    const std::vector<Leg> legs = pieces(most);
    const std::size_t stride = std::max<std::size_t>(1, legs.size() / std::max<std::size_t>(1, most));
    out_.byTrack = f_.range.overGround.front() != nullptr;
    add({}, Watt(0), KilometrePerHour(0), false);
    double km = 0, height = 0, seconds = 0, used = 0;
    const std::vector<double> back = energyBack(plan_, f_, legs);
    const double available = f_.now ? f_.now->energyAtController.value() : 0;
    const double reserve = plan_.need.reserve.value_or(Kilometre(0)).value() * f_.range.route.perKilometre.value();
    const double factor = f_.range.learned.factor;
    bool home = true;
    for (std::size_t i = 0; i < legs.size(); ++i) {
      const Leg& leg = legs[i];
      stopsWithin({Kilometre(km), Metre(height), Second(seconds)}, leg, factor);
      km += leg.length.value();
      height += leg.length.value() * 1000 * leg.grade;
      seconds += leg.time.value();
      used += leg.power.value() * leg.time.value() / 3600;
      if (home && (used + back[i + 1] + reserve) * factor > available) {
        home = false;
        out_.turnRound = Kilometre(km - leg.length.value());
      }
      const bool limited = leg.speed < plan_.routes.front().speed.value_or(usual::speed) * 0.98;
      if (i % stride == stride - 1 || i + 1 == legs.size() || (limited && !out_.points.back().limited))
        add({Kilometre(km), Metre(height), Second(seconds)}, leg.power * factor, leg.speed, limited);
    }
    marks();
    return std::move(out_);
  }

 private:
  /// Legs cut so that none is longer than the way over `most`.
  std::vector<Leg> pieces(std::size_t most) const {
    const std::vector<Leg>& legs = f_.range.route.legs;
    double whole = 0;
    for (const Leg& leg : legs) whole += leg.length.value();
    std::vector<Leg> out;
    for (const Leg& leg : legs) {
      const double n = std::max(1.0, std::ceil(leg.length.value() / whole * static_cast<double>(std::max<std::size_t>(most / 2, 1))));
      for (double i = 0; i < n; ++i) out.push_back({leg.length / n, leg.grade, leg.speed, leg.power, leg.time / n});
    }
    return out;
  }

  struct Place {
    Kilometre at;
    Metre height;
    Second time;
  };
  void add(const Place& place, Watt power, KilometrePerHour speed, bool limited) {
    WayPoint p;
    p.at = place.at;
    p.height = place.height;
    p.time = place.time;
    p.power = power;
    p.speed = speed;
    p.limited = limited;
    const Stretch& on = ridden();
    const Row row = on.run->at(std::clamp(place.time - on.from, Second(0), on.run->end));
    for (std::size_t k = 0; k < f_.packs.size(); ++k) {
      p.left[k] = aboveFloor(f_.packs[k].model, row.soc[k]);
      p.current[k] = row.current[k];
    }
    p.truth = truthAt(f_, row);
    p.gauge = gaugeAt(f_, row.controller);
    out_.points.push_back(p);
  }

  const Stretch& ridden() const { return out_.stops.stretches[begun_]; }
  /// Two places at a stop that puts something in: as one comes, and as one goes on.
  void stopsWithin(const Place& from, const Leg& leg, double factor) {
    const std::vector<Stretch>& all = out_.stops.stretches;
    while (begun_ + 1 < all.size() && all[begun_ + 1].from <= from.time + leg.time) {
      const double share = leg.time > Second(0) ? (all[begun_ + 1].from - from.time) / leg.time : 0;
      const Place at{from.at + leg.length * share, from.height + Metre(leg.length.value() * 1000 * leg.grade * share),
                     all[begun_ + 1].from};
      add(at, leg.power * factor, leg.speed, false);
      ++begun_;
      add(at, leg.power * factor, leg.speed, false);
    }
  }

  Kilometre placeAt(Second time) const {
    for (std::size_t i = 1; i < out_.points.size(); ++i) {
      const WayPoint &a = out_.points[i - 1], &b = out_.points[i];
      if (b.time < time) continue;
      const double share = b.time > a.time ? (time - a.time) / (b.time - a.time) : 0;
      return a.at + (b.at - a.at) * share;
    }
    return out_.points.back().at;
  }

  void marks() {
    const std::vector<Stretch>& all = out_.stops.stretches;
    for (std::size_t i = 0; i < all.size(); ++i)
      for (std::size_t k = 0; k < all[i].run->sources.size(); ++k) {
        const auto knee = all[i].run->sources[k].knee;
        const bool reached = i + 1 == all.size() || (knee && all[i].from + *knee < all[i + 1].from);
        if (knee && *knee > Second(1) && reached) out_.knees.emplace_back(k, placeAt(all[i].from + *knee));
      }
    if (all.back().run->cause != EndCause::RideOver) out_.lies = placeAt(all.back().from + all.back().run->end);
    for (const WayPoint& p : out_.points) {
      WattHour left(0);
      for (std::size_t k = 0; k < f_.packs.size(); ++k) left += p.left[k];
      if (left > WattHour(0)) continue;
      out_.floorAt = p.at;
      return;
    }
  }

  const Plan& plan_;
  const Figures& f_;
  std::size_t begun_ = 0;  ///< the stretch that is ridden
  WayRidden out_;
};

}  // namespace

Plan withFirstRoute(const Plan& plan, std::size_t route) {
  if (route == 0 || route >= plan.routes.size()) return plan;
  Plan next = plan;
  std::swap(next.routes.front(), next.routes[route]);
  const std::string first = "/routes/0/", other = fmt::format("/routes/{}/", route);
  std::erase_if(next.provenance, [&](const auto& mark) { return mark.first.starts_with(first) || mark.first.starts_with(other); });
  for (const auto& [pointer, entry] : plan.provenance) {
    if (pointer.starts_with(first)) next.provenance[other + pointer.substr(first.size())] = entry;
    if (pointer.starts_with(other)) next.provenance[first + pointer.substr(other.size())] = entry;
  }
  return next;
}

WayRidden wayRidden(const Plan& plan, const Figures& figures, std::size_t most, WithStops stops) {
  if (plan.routes.empty() || figures.packs.empty() || !figures.range.way || figures.range.route.legs.empty()) return {};
  return AlongTheWay(plan, figures, std::move(stops)).make(most);
}

std::vector<Rung> ladderOf(const Plan& plan, const Figures& f) {
  if (!f.range.known || !f.full) return {};
  std::vector<Rung> out;
  WattHour label(0), trust(0), health(0), cold(0), ceiling(0), floor(0), stranded(0), heat = f.full->heatInConverter;
  Celsius coldest(100);
  for (std::size_t k = 0; k < f.packs.size(); ++k) {
    const PackModel& m = f.packs[k].model;
    const double trusted = derating(f.packs[k].makeup.cell).capacity, healthy = plan.packs[k].soh.value(),
                 warm = capacityFactor(m.temperature);
    label += m.label;
    trust += m.label * (trusted - 1);
    health += m.label * trusted * (healthy - 1);
    cold += m.nominal * m.capacity - m.label * trusted * healthy;
    if (warm < 1) coldest = std::min(coldest, m.temperature);
    ceiling += m.nominal * m.capacity * (ceilingOf(plan.packs[k]).value() - 1);
    floor += m.nominal * m.capacity * -floorCharge;
    stranded += m.nominal * m.capacity * -std::max(0.0, f.full->sources[k].end.value() - floorCharge);
    heat += f.full->sources[k].heatInCells + f.full->sources[k].heatInJoint;
  }
  const WattHour leads = f.full->energyAtBus - f.full->energyAtController;
  const auto rung = [&](std::string words, std::string because, WattHour change) {
    if (std::abs(change.value()) >= 0.05 || out.empty()) out.push_back({std::move(words), std::move(because), change});
  };
  rung("on the labels", "volts × Ah, full to empty", label);
  rung("not tested yet", "until a cell is tested its label counts for less (PACK-06)", trust);
  rung("worn", "health by the last capacity test", health);
  rung("cold, or run faster than its label",
       coldest < Celsius(100) ? fmt::format("cells at {}", formatQuantity(coldest.value(), Kind::Temperature, UnitSystem::Metric))
                              : "lead at more than its 20 h current",
       cold);
  rung("ceiling", "on ordinary days they are not charged to full", ceiling);
  rung("floor", fmt::format("the last {} % stay in, for the cells' sake", formatNumber(floorCharge * 100)), floor);
  rung("not reached", "left when another pack, a board or the cut-off ends the ride", stranded);
  rung("warmth in cells and joints", "I²·R and the joint's drop, over the whole way", heat * -1.0);
  rung("warmth in the leads", "from the joint to the controller", leads * -1.0);
  WattHour sum(0);
  for (const Rung& r : out) sum += r.change;
  rung("volts are not nominal", "a full cell gives more than its nominal volts, an empty one less", f.range.usable - sum);
  return out;
}

std::vector<Knob> knobsOf(const Plan& plan, const Assessment& a, UnitSystem units) {
  const Figures& f = a.figures;
  if (!f.range.known || plan.routes.empty()) return {};
  const auto& ground = f.range.grounds.front();
  const Watt limit = powerLimit(plan, f);
  const auto rangeOf = [&](const Plan& p) {
    const double perKm =
        estimate(p.routes.front(), p.bike, limit, ground ? &ground->terrain : nullptr).perKilometre.value() * f.range.learned.factor;
    return Kilometre(perKm > 0 ? f.range.usable.value() / perKm : 0);
  };
  const Kilometre now = rangeOf(plan);
  std::vector<Knob> out;
  const auto knob = [&](std::string words, const std::string& pointer, double by, double otherwise, const std::string& step) {
    const auto ref = findField(plan, pointer);
    if (!ref) return;
    const double* known = std::get_if<double>(&ref->value);
    const double was = known ? *known : otherwise;
    const auto next = withField(plan, pointer, FieldValue{std::clamp(was + by, ref->spec->minimum, ref->spec->maximum)});
    if (!next) return;
    out.push_back({std::move(words), pointer, step, rangeOf(*next) - now, formatQuantity(was, ref->spec->kind, units)});
  };
  const bool imperial = units == UnitSystem::Imperial;
  const double mile = 1.609344, pound = 0.45359237;
  knob("speed", "/routes/0/speed_km_h", imperial ? mile : 1, usual::speed.value(), imperial ? "1 mph more" : "1 km/h more");
  knob("own legs", "/bike/rider_W", 10, usual::riderPower.value(), "10 W more");
  knob("load", "/bike/load_kg", imperial ? 10 * pound : 5, 5, imperial ? "10 lb more" : "5 kg more");
  knob("headwind", "/routes/0/headwind_km_h", imperial ? 3 * mile : 5, 0, imperial ? "3 mph more" : "5 km/h more");
  knob("air drag", "/bike/cda_m2", -0.05, usual::dragArea.value(), "0.05 m² less");
  // The cold is in the packs: their run is done again.
  const double colder = plan.ambient.value() - 10;
  if (const auto next = withField(plan, "/ambient_C", FieldValue{colder})) {
    const Assessment then = assess(*next, Given(shippedCatalogue()), &a, Part::Range);
    out.push_back({"the day", "/ambient_C", imperial ? "18 °F colder" : "10 °C colder", then.figures.range.likely - f.range.likely,
                   formatQuantity(plan.ambient.value(), Kind::Temperature, units)});
  }
  return out;
}

}  // namespace usherwright
