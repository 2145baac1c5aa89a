// Workings of figures, written from the same models that computed them.
#include "core/assess/workings.h"

#include <fmt/format.h>

#include <array>

#include <charconv>

#include "core/assess/figures.h"
#include "core/assess/fit_workings.h"
#include "core/assess/pack_workings.h"
#include "core/assess/rules/rule.h"
#include "core/assess/wiring_workings.h"
#include "core/plan/usual.h"

namespace usherwright {
namespace {

using rules::Context;
using rules::input;
using rules::packPointer;
using rules::percent;
using rules::text;

std::string km(Kilometre d) { return formatNumber(d.value()) + " km"; }
std::string minutes(Second t) { return formatNumber(Minute(t).value()) + " min"; }

std::optional<Working> rideWorking(const Context& c, std::size_t k, const std::string& what) {
  if (!c.figures.ride || k >= c.figures.ride->sources.size()) return std::nullopt;
  const SourceResult& r = c.figures.ride->sources[k];
  const PackFigures& p = c.figures.packs[k];
  Working w;
  w.inputs = {input(c, "s", "charge at the start", percent(p.model.soc.value()), packPointer(k, "soc")),
              input(c, "R_k", "cells to bus", text(sourceResistance(p.source, c.figures.joint))),
              input(c, "V_f", "forward drop of the joint", text(c.figures.joint.forwardDrop))};
  w.method = "I_k = max(0, (E_k − V_f − V)/R_k), Millman's theorem, integrated with located events";
  if (what == "knee") {
    w.title = "Knee of " + p.model.name;
    w.formula = "first time I_k ≥ 5 % of the load";
    w.result = r.knee ? minutes(*r.knee) : "never";
    return w;
  }
  if (what == "peak") {
    w.title = "Largest current of " + p.model.name;
    w.formula = "max over the ride of I_k";
    w.result = fmt::format("{} after {}", text(r.peak), minutes(r.peakAt));
    return w;
  }
  return std::nullopt;
}

std::optional<Working> chargeWorking(const Context& c, std::size_t charger, std::size_t pack) {
  for (const ChargeFigures& pair : c.figures.charging) {
    if (pair.charger != charger || pair.pack != pack || !pair.run) continue;
    const PackModel& m = c.figures.packs[pack].model;
    return Working{"Charging " + m.name,
                   "constant current until U_set at the charger, then I = (U_set − S·U(s) − v1)/R",
                   {input(c, "I", "charger current", text(*c.plan.chargers[charger].current), rules::chargerPointer(charger, "output_A")),
                    input(c, "U_set", "charger output", text(*c.plan.chargers[charger].output), rules::chargerPointer(charger, "output_V")),
                    input(c, "Q", "usable capacity", formatNumber(m.capacity.value()) + " Ah"),
                    input(c, "s", "charge now", percent(m.soc.value()), packPointer(pack, "soc"))},
                   fmt::format("{} to {}", minutes(pair.run->end), percent(pair.run->socAtEnd.value())),
                   "same circuit as the discharge, current reversed"};
  }
  return std::nullopt;
}

Working rangeWorking(const Context& c) {
  const RangeFigures& r = c.figures.range;
  const bool full = chargedToFull(c.plan);
  return {full ? "Range, all packs full" : "Range, packs charged to their ceilings",
          "km = E_usable / (Wh/km); ± 15 % until five rides are logged",
          {input(c, "E_usable",
                 fmt::format("joined simulation from {} to 15 % left or the cut-off, at the controller", full ? "full" : "their ceilings"),
                 text(r.usable)),
           input(c, "Wh/km", "route estimate", formatNumber(r.route.perKilometre.value()))},
          fmt::format("{} ({} to {})", km(r.likely), km(r.cautious), km(r.hopeful)),
          "energy balance of the route"};
}

/// Any element of the channel: its rating against what it must carry.
std::optional<Working> elementWorking(const Context& c, const std::string& id) {
  for (const Element& e : c.figures.elements) {
    if (e.id != id) continue;
    Working w{
        "Headroom of " + e.name, "headroom = rating / I_peak − 1", {}, "rating not known yet", "every element carries the whole current"};
    if (const auto rating = e.counted()) {
      const bool wire = e.kind == ElementKind::Lead || e.kind == ElementKind::MainLead;
      w.inputs.push_back(input(c, "rating",
                               wire ? fmt::format("{}, at its insulation class in {} air", e.name, text(hottestAir(c.plan))) : e.name,
                               text(*rating), wire ? "" : e.pointer));
      w.result = text(*rating);
    }
    if (e.shortTime)
      w.inputs.push_back(
          input(c, "I_short",
                fmt::format("for {} s{}", formatNumber(e.shortFor.value()), e.shortCounts ? "" : ", not counted: the peak may last longer"),
                text(*e.shortTime)));
    rules::addPeak(c, w);
    if (const auto h = e.headroomAtPeak()) w.result = fmt::format("{} at peak", percent(*h));
    if (const auto h = e.headroomSustained()) w.result += fmt::format(", {} sustained", percent(*h));
    return w;
  }
  return std::nullopt;
}

/// A field: what it is, where it comes from, how to find it, what it accepts.
std::optional<Working> fieldWorking(const Context& c, const std::string& pointer) {
  const auto ref = findField(c.plan, pointer);
  if (!ref) return std::nullopt;
  const FieldSpec& spec = *ref->spec;
  Working w{std::string(spec.label), "a value of the plan, not computed", {}, shownValue(spec, ref->value, UnitSystem::Metric), ""};
  w.inputs.push_back(input(c, std::string(spec.key), "accepts " + expectedWords(spec), w.result, pointer));
  w.method = spec.howTo.empty() ? "as decided" : std::string(spec.howTo);
  return w;
}

Working usableWorking(const Context& c) {
  const bool full = chargedToFull(c.plan);
  Working w{full ? "Usable energy, all packs full" : "Usable energy, packs charged to their ceilings",
            "E = ∫ U_controller · I dt, until 15 % is left in each pack or the controller cuts off",
            {},
            text(c.figures.range.usable),
            "joined simulation at the route's mean power"};
  for (const PackFigures& p : c.figures.packs)
    w.inputs.push_back(input(c, "Q", p.model.name + ", usable", formatNumber(p.model.capacity.value()) + " Ah"));
  for (std::size_t k = 0; k < c.plan.packs.size(); ++k)
    if (const auto ceiling = c.plan.packs[k].ceiling; ceiling && *ceiling < StateOfCharge(1))
      w.inputs.push_back(input(c, "from", "charged up to", percent(ceiling->value()), packPointer(k, "ceiling")));
  w.inputs.push_back(input(c, "P", "mean while drawing", formatNumber(c.figures.range.route.meanWhileDrawing.value()) + " W"));
  return w;
}

Working routeEnergyWorking(const Context& c) {
  Working w{"Energy of the route", "E = Σ P · t", {}, text(c.figures.range.route.energy), "steady-speed road load"};
  // A track has hundreds of pieces: what goes up, along and down is summed.
  constexpr double level = 0.002;
  struct Sum {
    const char* symbol;
    Kilometre length;
    Second time;
    WattHour energy;
  };
  std::array<Sum, 3> sums{{{"flat", {}, {}, {}}, {"climb", {}, {}, {}}, {"descent", {}, {}, {}}}};
  for (const Leg& leg : c.figures.range.route.legs) {
    Sum& sum = sums[leg.grade > level ? 1 : leg.grade < -level ? 2 : 0];
    sum.length = sum.length + leg.length;
    sum.time = sum.time + leg.time;
    sum.energy = sum.energy + leg.power * Hour(leg.time);
  }
  for (const Sum& sum : sums) {
    if (sum.time <= Second(0)) continue;
    const Hour hours(sum.time);
    w.inputs.push_back(input(c, sum.symbol, fmt::format("{} at {} km/h", km(sum.length), formatNumber(sum.length.value() / hours.value())),
                             fmt::format("{} W for {}", formatNumber(sum.energy.value() / hours.value()), minutes(sum.time))));
  }
  return w;
}

Working perKilometreWorking(const Context& c) {
  const Bike& b = c.plan.bike;
  Working w{"Energy per kilometre",
            "P = (v·(m·g·(Crr·cosθ + sinθ) + ½·ρ·CdA·v²) − P_rider)/η on flat and climb, 0 downhill; Wh/km = ΣP·t / km",
            {},
            formatNumber(c.figures.range.route.perKilometre.value()) + " Wh/km",
            "steady-speed road load"};
  const auto add = [&](const char* symbol, const char* words, const char* pointer) {
    const auto ref = findField(c.plan, pointer);
    if (ref) w.inputs.push_back(input(c, symbol, words, shownValue(*ref->spec, ref->value, UnitSystem::Metric), pointer));
  };
  add("m", "bike", "/bike/mass_kg");
  add("m", "rider", "/bike/rider_kg");
  add("m", "load", "/bike/load_kg");
  add("CdA", "drag area", "/bike/cda_m2");
  add("Crr", "rolling resistance", "/bike/crr");
  add("P_rider", "helps with", "/bike/rider_W");
  add("km", "distance", "/routes/0/km");
  add("h", "climb", "/routes/0/climb_m");
  add("v", "speed", "/routes/0/speed_km_h");
  w.inputs.push_back(input(c, "η", b.drive == Drive::Mid ? "mid drive" : "hub drive",
                           formatNumber(riderOf(b, Surface::Road, c.plan.routes.front().speed.value_or(usual::speed)).efficiency)));
  return w;
}

std::optional<std::size_t> number(const std::string& s) {
  std::size_t n = 0;
  const auto [end, error] = std::from_chars(s.data(), s.data() + s.size(), n);
  if (error != std::errc() || end != s.data() + s.size()) return std::nullopt;
  return n;
}

/// "pack/0/full" → {"pack", "0", "full"}; missing parts are empty.
std::array<std::string, 3> parts(const std::string& id) {
  std::array<std::string, 3> out;
  std::size_t from = 0;
  for (std::string& part : out) {
    const auto slash = id.find('/', from);
    part = id.substr(from, slash == std::string::npos ? std::string::npos : slash - from);
    if (slash == std::string::npos) break;
    from = slash + 1;
  }
  return out;
}

}  // namespace

std::optional<Working> workingOf(const Plan& plan, const Assessment& a, const std::string& id) {
  const Context c{plan, a.figures, shippedCatalogue()};
  const Figures& f = a.figures;
  const auto [kind, first, second] = parts(id);
  const auto k = number(first);
  if (kind == "pack" && k) return packWorking(c, *k, second);
  if (kind == "fit" && k) return fitWorking(c, *k, second);
  if (kind == "ride" && k) return rideWorking(c, *k, second);
  if (kind == "charge" && k && number(second)) return chargeWorking(c, *k, *number(second));
  if (auto wiring = wiringWorking(c, id)) return wiring;
  if (id == "peak" && f.demand.peak) {
    Working w{"Peak current", "I_peak = I_limit + ΔI + I_acc", {}, text(*f.demand.peak), "worst case of the printed tolerance"};
    rules::addPeak(c, w);
    return w;
  }
  if (id == "sustained" && f.demand.sustained)
    return Working{"Sustained current",
                   f.demand.sustainedAssumed ? "half of the controller limit with its tolerance, assumed"
                                             : "U·I − R·I² = P at 20 % charge, plus accessories; the pack that stands lowest",
                   {input(c, "P", "worst ten minutes", formatNumber(f.demand.worst.value_or(Watt(0)).value()) + " W")},
                   text(*f.demand.sustained),
                   "route estimate"};
  if (id == "narrows" && f.narrows >= 0) {
    const Element& e = *f.tightest();
    Working w{"The narrows: " + e.name,
              "headroom = rating / I_peak − 1, the smallest of all",
              {input(c, "rating", e.name, text(*e.counted()), e.pointer)},
              percent(*e.headroomAtPeak()),
              "every element carries the whole current"};
    rules::addPeak(c, w);
    return w;
  }
  if (id == "gauge" && f.ride) {
    Working w{"Gauge against truth",
              "gauge = U⁻¹(U_bus/S); truth = Σ s·Q / ΣQ",
              {},
              fmt::format("{} shown, {} left", percent(f.gaugeAtStart.value()), percent(f.truthAtStart.value())),
              "rest curve of the first pack"};
    for (std::size_t i = 0; i < f.packs.size(); ++i) {
      const PackModel& m = f.packs[i].model;
      w.inputs.push_back(input(c, "s", "charge of " + m.name, percent(m.soc.value()), packPointer(i, "soc")));
      w.inputs.push_back(input(c, "Q", "usable capacity of " + m.name, formatNumber(m.capacity.value()) + " Ah"));
    }
    return w;
  }
  if (id == "window" && f.window && f.window->window)
    return Working{
        "Connect window",
        "ΔU_max = I_allow · ΣR",
        {input(c, "I_allow", f.window->limiting == "receiving_charge_limit" ? "charge limit of the receiving pack" : f.window->limiting,
               text(*f.window->allowed)),
         input(c, "ΣR", "loop, cells to cells; 0.8 of what was not measured", text(f.window->loop)),
         input(c, "ΔU", "apart now", text(f.window->gap))},
        text(*f.window->window),
        "Ohm's law at the first instant"};
  if (id == "range" && f.range.known) return rangeWorking(c);
  if (id.starts_with("element/")) return elementWorking(c, id.substr(8));
  if (id.starts_with("field/")) return fieldWorking(c, id.substr(6));
  if (id == "usable" && f.range.known) return usableWorking(c);
  if (id == "route-energy" && !plan.routes.empty()) return routeEnergyWorking(c);
  if (id == "per-km" && !plan.routes.empty()) return perKilometreWorking(c);
  return std::nullopt;
}

}  // namespace usherwright
