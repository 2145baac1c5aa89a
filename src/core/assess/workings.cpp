// Workings of figures, written from the same models that computed them.
#include "core/assess/workings.h"

#include <fmt/format.h>

#include <charconv>

#include "core/assess/figures.h"
#include "core/assess/rules/rule.h"
#include "core/assess/search.h"

namespace usherwright {
namespace {

using rules::Context;
using rules::input;
using rules::packPointer;
using rules::percent;
using rules::text;

std::string wh(WattHour e) { return formatNumber(e.value()) + " Wh"; }
std::string km(Kilometre d) { return formatNumber(d.value()) + " km"; }
std::string minutes(Second t) { return formatNumber(Minute(t).value()) + " min"; }

WorkingInput S(const Context& c, std::size_t k) {
  return input(c, "S", "cells in series", std::to_string(c.plan.packs[k].series), packPointer(k, "series"));
}
WorkingInput P(const Context& c, std::size_t k) {
  return input(c, "P", "cells in parallel", std::to_string(c.plan.packs[k].parallel), packPointer(k, "parallel"));
}

std::optional<Working> packWorking(const Context& c, std::size_t k, const std::string& what) {
  if (k >= c.figures.packs.size()) return std::nullopt;
  const PackFigures& p = c.figures.packs[k];
  const PackModel& m = p.model;
  const Cell& cell = *c.plan.findCell(c.plan.packs[k].cell);
  const std::string at = "/cells/" + cell.id + "/";
  const ChemistryFacts& facts = m.facts;
  if (what == "full")
    return Working{"Full voltage of " + m.name,
                   "U = S · U_charge",
                   {S(c, k), input(c, "U_charge", "charge voltage per cell, " + std::string(facts.name), text(facts.charge))},
                   text(m.full),
                   "chemistry table"};
  if (what == "rated")
    return Working{"Rated charge of " + m.name,
                   "Q = P · Q_cell",
                   {P(c, k), input(c, "Q_cell", "cell capacity", formatNumber(cell.capacity.value()) + " Ah", at + "capacity_Ah")},
                   formatNumber(m.rated.value()) + " Ah",
                   "parallel cells add"};
  if (what == "label")
    return Working{"Energy of " + m.name,
                   "E = S · U_nominal · P · Q_cell",
                   {S(c, k), P(c, k), input(c, "U_nominal", "nominal voltage per cell", text(facts.nominal)),
                    input(c, "Q_cell", "cell capacity", formatNumber(cell.capacity.value()) + " Ah", at + "capacity_Ah")},
                   wh(m.label),
                   "label figure: nominal volts × ampere-hours"};
  if (what == "resistance")
    return Working{"Resistance of " + m.name,
                   "R = S · R_cell · f(T) / P + links + BMS + own leads",
                   {S(c, k), P(c, k), input(c, "R_cell", "cell resistance", text(Ohm(cell.resistance)), at + "resistance_mohm"),
                    input(c, "f(T)", "at " + text(m.temperature), formatNumber(resistanceFactor(m.temperature))),
                    input(c, "links", "links", text(Ohm(c.plan.packs[k].links)), packPointer(k, "links_mohm")),
                    input(c, "inside", "links, BMS, own leads", text(m.inside))},
                   text(m.resistance()),
                   "series and parallel resistances; temperature table"};
  if (what == "peak" && p.perCellPeak) {
    Working w{
        "Peak per cell of " + m.name, "I_cell = I_peak / P", {P(c, k)}, text(*p.perCellPeak), "parallel cells share by equal resistance"};
    rules::addPeak(c, w);
    return w;
  }
  if (what == "sustained" && p.perCellSustained)
    return Working{
        "A cell of " + m.name + " for long",
        "I_cell = I_sust / P",
        {P(c, k),
         input(c, "I_sust", c.figures.demand.sustainedAssumed ? "half of the controller limit, assumed" : "worst ten minutes of the route",
               text(*p.perCellSustained * static_cast<double>(m.parallel)))},
        text(*p.perCellSustained),
        "parallel cells share by equal resistance"};
  if (what == "sag" && p.sagAtPeak) {
    Working w{
        "Sag of " + m.name + " at peak",
        "ΔU = I_peak · (R + R_path + R_1·(1 − e^(−10 s/τ)))",
        {input(c, "R", "pack resistance at " + text(m.temperature) + (isOutsideFactorTable(m.temperature) ? ", outside the table" : ""),
               text(m.resistance())),
         input(c, "R_path", "leads, fuse, plug, joint, main run", text(p.toJoint + c.figures.joint.onResistance + c.figures.common))},
        text(*p.sagAtPeak),
        "ten seconds from rest at the present charge"};
    rules::addPeak(c, w);
    return w;
  }
  if (what == "heat" && p.perCellPeak) {
    const double ohms = Ohm(cell.resistance).value() * resistanceFactor(m.temperature);
    const auto watt = [&](Ampere i) { return formatNumber(i.value() * i.value() * ohms, 2) + " W"; };
    return Working{
        "Heat in a cell of " + m.name,
        "P = I_cell² · R_cell · f(T)",
        {input(c, "I_cell", "at peak", text(*p.perCellPeak)),
         input(c, "R_cell", "cell resistance", text(Ohm(cell.resistance)), at + "resistance_mohm"),
         input(c, "f(T)", "at " + text(m.temperature), formatNumber(resistanceFactor(m.temperature)))},
        watt(*p.perCellPeak) + " at peak" + (p.perCellSustained ? ", " + watt(*p.perCellSustained) + " for long" : std::string()),
        "Joule heat"};
  }
  if (what == "rise" && p.rise)
    return Working{"Warming of " + m.name,
                   "ΔT = I²·R·R_th·(1 − e^(−t/τ)), R_th = 1/(h·A), τ = R_th·m·0.9 kJ/(kg·K)",
                   {input(c, "R", "pack resistance", text(m.resistance())),
                    input(c, "A", "envelope", formatNumber(m.envelope.value()) + " m²"), input(c, "h", "closed box or bag", "5 W/(m²·K)")},
                   text(*p.rise),
                   "first-order lumped heat balance, over the route alone or 30 min"};
  if (what == "per-kg" && m.mass)
    return Working{"Wh per kg of " + m.name,
                   "E / m",
                   {input(c, "E", "label energy", wh(m.label)),
                    input(c, "m", c.plan.packs[k].mass ? "as weighed" : "cells × 1.18", formatNumber(m.mass->value()) + " kg")},
                   formatNumber(m.label.value() / m.mass->value()) + " Wh/kg",
                   "ratio"};
  if (what == "per-money" && m.cost && *m.cost > Money(0))
    return Working{"Wh per " + c.plan.currency + " of " + m.name,
                   "E / cost",
                   {input(c, "E", "label energy", wh(m.label)),
                    input(c, "cost", "of the cells, or as entered", formatNumber(m.cost->value()) + " " + c.plan.currency)},
                   formatNumber(m.label.value() / m.cost->value()) + " Wh/" + c.plan.currency,
                   "ratio"};
  if (what == "buy")
    return Working{"Cells to buy for " + m.name,
                   "S · P, and 3 % spares, one at least",
                   {S(c, k), P(c, k)},
                   std::to_string(cellsToBuy(m.series, m.parallel)),
                   "cells that fail the arrival test, and those spoilt at the bench"};
  if (what == "balance" && c.plan.packs[k].bms.balance)
    return Working{"Time to balance one per cent of " + m.name,
                   "t = 0.01 · Q / I_bal",
                   {input(c, "Q", "usable capacity", formatNumber(m.capacity.value()) + " Ah"),
                    input(c, "I_bal", "balance current", formatNumber(c.plan.packs[k].bms.balance->value()) + " mA",
                          packPointer(k, "bms/balance_mA"))},
                   formatNumber(m.capacity.value() * 0.01 / Ampere(*c.plan.packs[k].bms.balance).value()) + " h",
                   "a resistor balances only near the top of charge"};
  if (what == "gives-up" && p.givesUp) {
    Working w{"Where a hard pull ends on " + m.name,
              "U(s)·S = U_cut + ΔU + V_f + I·(R + R_path + R_1·(1 − e^(−10 s/τ)))",
              {input(c, "U_cut", "controller cut-off", text(c.figures.cutoff), "/bike/controller/cutoff_V"),
               input(c, "R", "pack resistance", text(m.resistance())),
               input(c, "R_path", "leads, fuse, plug, joint, main run", text(p.toJoint + c.figures.joint.onResistance + c.figures.common))},
              percent(p.givesUp->value()) + " charge",
              "rest curve, ten seconds at peak"};
    rules::addPeak(c, w);
    return w;
  }
  if (what == "short")
    return Working{"Short current of " + m.name,
                   "I = S · U_charge / R",
                   {input(c, "U", "full voltage", text(m.full)),
                    input(c, "R", "cells at 25 °C, links, own leads; no board", text(p.shortSource.cells + p.shortSource.path)),
                    input(c, "I_break", "what its fuse must break", text(p.shorts.toBreak))},
                   text(p.shorts.typical),
                   "Ohm's law"};
  if (what == "mass" && m.mass)
    return Working{"Mass of " + m.name,
                   c.plan.packs[k].mass ? "as weighed" : "m = S · P · m_cell · 1.18",
                   {S(c, k), P(c, k),
                    input(c, "m_cell", "mass of a cell", cell.mass ? formatNumber(cell.mass->value()) + " g" : "not known", at + "mass_g")},
                   formatNumber(m.mass->value()) + " kg",
                   "cells, and 18 % for case, links and BMS"};
  if (what == "cost" && m.cost)
    return Working{"Cost of " + m.name,
                   c.plan.packs[k].price ? "as entered" : "S · P · price of a cell",
                   {S(c, k), P(c, k)},
                   formatNumber(m.cost->value()) + " " + c.plan.currency,
                   "sum of parts"};
  return std::nullopt;
}

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
  return {"Range, all packs full",
          "km = E_usable / (Wh/km); ± 15 % until five rides are logged",
          {input(c, "E_usable", "joined simulation from full to 15 % left or the cut-off, at the controller", wh(r.usable)),
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
  Working w{"Usable energy, all packs full",
            "E = ∫ U_controller · I dt, from full until 15 % is left in each pack or the controller cuts off",
            {},
            wh(c.figures.range.usable),
            "joined simulation at the route's mean power"};
  for (const PackFigures& p : c.figures.packs)
    w.inputs.push_back(input(c, "Q", p.model.name + ", usable", formatNumber(p.model.capacity.value()) + " Ah"));
  w.inputs.push_back(input(c, "P", "mean while drawing", formatNumber(c.figures.range.route.meanWhileDrawing.value()) + " W"));
  return w;
}

Working routeEnergyWorking(const Context& c) {
  Working w{"Energy of the route", "E = Σ P · t", {}, wh(c.figures.range.route.energy), "steady-speed road load"};
  for (const Leg& leg : c.figures.range.route.legs)
    w.inputs.push_back(input(c,
                             leg.grade > 0   ? "climb"
                             : leg.grade < 0 ? "descent"
                                             : "flat",
                             fmt::format("{} at {} km/h", km(leg.length), formatNumber(leg.speed.value())),
                             fmt::format("{} W for {}", formatNumber(leg.power.value()), minutes(leg.time))));
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
                           formatNumber(riderOf(b, Surface::Road, c.plan.routes.front().speed.value_or(KilometrePerHour(20))).efficiency)));
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
  if (kind == "ride" && k) return rideWorking(c, *k, second);
  if (kind == "charge" && k && number(second)) return chargeWorking(c, *k, *number(second));
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
    const Element& e = f.elements[static_cast<std::size_t>(f.narrows)];
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
