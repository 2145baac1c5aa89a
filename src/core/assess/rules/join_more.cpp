// JOIN rules on what may flow where: braking, over-charge of unlike packs, diodes, selectors, bare ends, converters, faults.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/assess/figures.h"
#include "core/assess/rules/rule.h"

namespace usherwright::rules {
namespace {

constexpr double unlikeBy = 0.02;    // share of the full voltage
constexpr double workedHard = 0.80;  // of a pack's continuous rating
const Second hardFor(600);
constexpr double diodeLossMost = 0.02;
const Celsius diodeHottest(90);
constexpr double faultShare = 3.0;  // times the charge limit
const Ampere leakHot(0.010);        // a diode's back-flow at 100 °C
constexpr double dearShare = 0.10;  // of the budget
constexpr double tooWide = 3.0;     // times the rest

bool isJoined(const Context& c) { return c.plan.packs.size() > 1; }
Method busMethod(const Context& c) {
  if (c.plan.joining.method != Method::Converter) return c.plan.joining.method;
  return c.figures.joint.oneWay ? Method::Combiner : Method::Direct;
}
bool isDirect(const Context& c) { return isJoined(c) && c.plan.joining.method == Method::Direct; }
/// Joined through joints that let current out only, all at once or one after the other.
bool isOneWay(const Context& c) { return isJoined(c) && busMethod(c) != Method::Direct && c.plan.joining.method != Method::Selector; }

Finding begin(std::string id, Severity severity, std::string part, std::string pointer) {
  return finding({std::move(id), severity, Station::Joining, std::move(part), std::move(pointer)});
}

Fix set(std::string words, std::string pointer, FieldValue value) { return {std::move(words), {{std::move(pointer), std::move(value)}}}; }

struct Unlike {
  std::size_t high = 0, low = 0;
  bool differ = false;
};
/// The packs with the highest and the lowest full voltage; with a converter its own pack stands apart.
Unlike unlikePacks(const Context& c) {
  Unlike u;
  const auto& packs = c.figures.packs;
  const auto fedBy = converterPack(c.plan);
  std::vector<std::size_t> on;
  for (std::size_t k = 0; k < packs.size(); ++k)
    if (fedBy != k) on.push_back(k);
  if (on.empty()) return u;
  u.high = u.low = on.front();
  for (std::size_t k : on) {
    if (packs[k].model.full > packs[u.high].model.full) u.high = k;
    if (packs[k].model.full < packs[u.low].model.full) u.low = k;
  }
  u.differ = packs[u.high].model.full > packs[u.low].model.full * (1 + unlikeBy);
  for (std::size_t k : on)
    if (packs[k].model.chemistry != packs[u.low].model.chemistry && k != u.low) {
      if (!u.differ) u.high = k;
      u.differ = true;
    }
  return u;
}

/// The charge limit of a pack's BMS and cells, whichever is smaller.
Known<Ampere> chargeLimitOf(const Context& c, std::size_t k) {
  Known<Ampere> limit = c.plan.packs[k].bms.charge;
  const Known<Ampere> cells = c.figures.packs[k].model.cellCharge;
  if (cells) limit = limit ? std::min(*limit, *cells) : *cells;
  return limit;
}

}  // namespace

void join06(const Context& c, Findings& out) {
  const Ampere regen = c.plan.bike.controller.regenCurrent.value_or(Ampere(0));
  if (!isOneWay(c) || regen <= Ampere(0)) return;
  Finding f = begin("JOIN-06", Severity::Stop, "joint", "/bike/controller/regen_current_A");
  f.fields = {"/bike/controller/regen_current_A", "/joining/method"};
  f.sentence = fmt::format("Braking sends back up to {}, and the joint lets current out only.", text(regen));
  f.why = "The current has nowhere to go: the bus voltage rises until something in the controller gives way.";
  f.what = "Switch braking current off, or join alike packs directly.";
  f.fixes.push_back(set("No braking current", "/bike/controller/regen_current_A", FieldValue{0.0}));
  f.headline = regen.value();
  f.working = {"Braking into a one-way joint",
               "I_back = 0 A through a one-way joint",
               {input(c, "I_regen", "braking current", text(regen), "/bike/controller/regen_current_A")},
               fmt::format("{} has no path", text(regen)),
               "a diode conducts one way"};
  out.push_back(std::move(f));
}

void join08(const Context& c, Findings& out) {
  if (!isOneWay(c)) return;
  const Unlike u = unlikePacks(c);
  if (!u.differ) return;
  const auto fedBy = converterPack(c.plan);
  for (std::size_t k = 0; k < c.figures.packs.size(); ++k) {
    const PackModel& m = c.figures.packs[k].model;
    const PackModel& high = c.figures.packs[u.high].model;
    if (k == u.high || fedBy == k || high.full <= m.full * (1 + unlikeBy / 4)) continue;
    const Bms& bms = c.plan.packs[k].bms;
    if (bms.present.value_or(false) && bms.port == BmsPort::Common) continue;
    Finding f = begin("JOIN-08", Severity::Stop, m.id, packPointer(k, "bms/port"));
    const Hour days = Hour(m.capacity.value() * 0.1 / leakHot.value());
    f.sentence = fmt::format("{} is full at {}; {} stands at {} when full, and a warm diode leaks {} back.", m.name, text(m.full),
                             high.name, text(high.full), text(leakHot));
    f.why = fmt::format(
        "Left plugged in, the leak alone adds a tenth of {}'s charge in {} days, past full, and no common-port BMS stands in "
        "the way.",
        m.name, formatNumber(days.value() / 24, 2));
    f.what = "A common-port BMS in the lower pack, unplug it for storage, or join one at a time.";
    f.fixes.push_back(set("Join one at a time", "/joining/method", FieldValue{std::string("selector")}));
    f.headline = high.full / m.full;
    f.working = {"Over-charge through a joint",
                 "U_full,low < U_full,high; I_leak · t",
                 {input(c, "U_low", m.name, text(m.full)), input(c, "U_high", high.name, text(high.full)),
                  input(c, "I_leak", "at 100 °C", text(leakHot))},
                 fmt::format("{} above {}", text(high.full), text(m.full)),
                 "reverse leakage of a hot diode"};
    out.push_back(std::move(f));
  }
}

void join09(const Context& c, Findings& out) {
  if (!isJoined(c) || !c.figures.ride || c.figures.ride->end <= hardFor) return;
  const DischargeRun& run = *c.figures.ride;
  constexpr int samples = 300;
  for (std::size_t k = 0; k < c.figures.packs.size(); ++k) {
    Known<Ampere> rating;
    for (const Element& e : c.figures.elements)
      if (e.pack == static_cast<int>(k) && (e.kind == ElementKind::Cells || e.kind == ElementKind::Bms) && e.continuous)
        rating = rating ? std::min(*rating, *e.continuous) : *e.continuous;
    if (!rating || run.sources[k].peak <= *rating * workedHard) continue;
    int above = 0;
    for (int i = 0; i < samples; ++i) above += run.at(run.end * ((i + 0.5) / samples)).current[k] > *rating * workedHard;
    const Second time = run.end * (static_cast<double>(above) / samples);
    if (time <= hardFor) continue;
    const PackModel& m = c.figures.packs[k].model;
    Finding f = begin("JOIN-09", Severity::Mind, m.id, packPointer(k, "bms/continuous_A"));
    f.sentence = fmt::format("On this ride {} runs above {} of its {} for {} min.", m.name, percent(workedHard), text(*rating),
                             formatNumber(time.value() / 60, 2));
    f.why = "A rating is for cool air and new parts; warmth adds up over minutes.";
    f.what = "A stronger pack, a second one nearer to its charge, or a lower controller limit.";
    f.headline = run.sources[k].peak / *rating;
    f.working = {"Worked hard for long",
                 "t(I_k > 0.8 · I_continuous) > 10 min",
                 {input(c, "I_continuous", m.name, text(*rating)), input(c, "I_peak", "on the ride", text(run.sources[k].peak))},
                 fmt::format("{} min", formatNumber(time.value() / 60, 2)),
                 "simulated ride"};
    out.push_back(std::move(f));
  }
}

void join11(const Context& c, Findings& out) {
  if (!isJoined(c) || c.plan.joining.method != Method::Schottky || !c.figures.ride) return;
  WattHour lost;
  for (const SourceResult& r : c.figures.ride->sources) lost += r.heatInJoint;
  const WattHour all = c.figures.ride->energyAtBus + lost;
  const double share = all > WattHour(0) ? lost / all : 0.0;
  Known<Celsius> hot;
  Watt heat;
  if (c.figures.demand.sustained) {
    const double i = c.figures.demand.sustained->value();
    heat = Watt(c.figures.joint.forwardDrop.value() * i + c.figures.joint.onResistance.value() * i * i);
    if (c.plan.joining.part.heatSink) hot = Celsius(c.plan.ambient.value() + heat.value() * c.plan.joining.part.heatSink->value());
  }
  const bool tooHot = hot && *hot > diodeHottest;
  if (share <= diodeLossMost && !tooHot) return;
  Finding f = begin("JOIN-11", Severity::Mind, "joint", tooHot ? "/joining/part/heat_sink_K_per_W" : "/joining/part/forward_V");
  f.sentence = tooHot ? fmt::format("The diode reaches {} on this heat-sink with {} W.", text(*hot), formatNumber(heat.value(), 2))
                      : fmt::format("The diodes take {} of the energy, {} Wh on this ride.", percent(share), formatNumber(lost.value(), 2));
  f.why = "A diode loses its forward drop whatever it carries, and above 90 °C its leakage grows fast.";
  f.what = "A larger heat-sink in moving air, or a one-way joiner of switches.";
  f.fixes.push_back(set("Use a one-way joiner", "/joining/method", FieldValue{std::string("combiner")}));
  f.headline = tooHot ? hot->value() / diodeHottest.value() : share / diodeLossMost;
  f.working = {"Diode loss",
               "P = Vf·I + R·I²; T = T_air + P·R_th",
               {input(c, "Vf", "forward drop", text(c.figures.joint.forwardDrop), "/joining/part/forward_V")},
               tooHot ? text(*hot) : percent(share),
               "heat of a conducting diode"};
  out.push_back(std::move(f));
}

void join12(const Context& c, Findings& out) {
  for (std::size_t r = 0; r < c.plan.wiring.runs.size(); ++r) {
    const Run& run = c.plan.wiring.runs[r];
    const Pack* a = c.plan.findPack(run.from);
    const Pack* b = c.plan.findPack(run.to);
    if (!a || !b || a == b) continue;
    Volt sum(0);
    for (const PackFigures& p : c.figures.packs)
      if (p.model.id == a->id || p.model.id == b->id) sum += p.model.full;
    Finding f = begin("JOIN-12", Severity::Stop, run.id, fmt::format("/wiring/runs/{}/to", r));
    f.sentence = fmt::format("The run \"{}\" goes from one pack to another: in series they make {}.", run.id, text(sum));
    f.why = "Two packs in series double the voltage at once: controller, capacitors and every BMS switch are beyond their rating.";
    f.what = "Lead each pack to the joint, plus to plus and minus to minus, with plugs that cannot be swapped.";
    f.fixes.push_back(set("Lead it to the joint", fmt::format("/wiring/runs/{}/to", r), FieldValue{std::string("joint")}));
    f.headline = 1;
    f.working = {"Packs in series", "U = U_a + U_b", {}, text(sum), "Kirchhoff's voltage law"};
    out.push_back(std::move(f));
  }
}

void join13(const Context& c, Findings& out) {
  if (!isJoined(c) || c.plan.joining.method != Method::Selector) return;
  const JoinPart& part = c.plan.joining.part;
  const bool makesFirst = part.breakBeforeMake == false;
  if (!makesFirst && part.breaksLoad != false && part.breakBeforeMake.has_value()) return;
  Finding f = begin("JOIN-13", makesFirst ? Severity::Stop : Severity::Mind, "joint",
                    part.breakBeforeMake == true ? "/joining/part/breaks_load" : "/joining/part/break_before_make");
  if (makesFirst) f.sentence = "The selector makes the new contact before it breaks the old one: for an instant the packs are joined hard.";
  else if (!part.breakBeforeMake) f.sentence = "It is not known whether the selector breaks before it makes.";
  else f.sentence = "The selector carries this current and voltage but may not break them.";
  f.why = makesFirst ? "Only their resistance holds what flows from the fuller into the other."
                     : "A DC arc across opening contacts does not go out by itself.";
  f.what = "A break-before-make switch; change over at standstill with the controller off.";
  if (makesFirst || !part.breakBeforeMake)
    f.fixes.push_back(set("A switch that breaks first", "/joining/part/break_before_make", FieldValue{true}));
  f.headline = 1;
  f.working = {"Change-over", "break, then make, without load", {}, f.sentence, "DC arcs have no zero crossing"};
  out.push_back(std::move(f));
}

void join14(const Context& c, Findings& out) {
  if (!isJoined(c) || c.figures.joint.turns == Turns::Together || c.plan.routes.empty() || !c.figures.ride) return;
  const RouteEstimate& route = c.figures.range.route;
  if (route.perKilometre.value() <= 0) return;
  const WattHour back = route.energy * 0.5;
  const auto& order = c.figures.ride->input().order;
  const std::size_t last = order.empty() ? c.figures.packs.size() - 1 : order.back();
  const PackModel& m = c.figures.packs[last].model;
  const WattHour held(m.nominal.value() * m.capacity.value() * std::max(0.0, m.soc.value() - floorCharge));
  if (held >= back) return;
  Finding f = begin("JOIN-14", Severity::Note, m.id, "/joining/policy");
  f.sentence = fmt::format("You come home on {}: it holds {} Wh above its floor, the way back takes {} Wh.", m.name,
                           formatNumber(held.value()), formatNumber(back.value()));
  f.why = "By turns, the last pack has to bring you home by itself.";
  f.what = "Ride the smaller one first, or change over earlier.";
  f.headline = held > WattHour(0) ? back / held : 1e3;
  f.working = {"The way home",
               "E_last = U_nom · Q · (s − floor) ≥ ½ · E_route",
               {input(c, "E_last", m.name, formatNumber(held.value()) + " Wh"),
                input(c, "½·E", "half of the route", formatNumber(back.value()) + " Wh")},
               fmt::format("{} against {} Wh", formatNumber(held.value()), formatNumber(back.value())),
               "order of use"};
  out.push_back(std::move(f));
}

void join15(const Context& c, Findings& out) {
  if (!isOneWay(c)) return;
  const Unlike u = unlikePacks(c);
  if (!u.differ || c.figures.cutoff <= Volt(0)) return;
  Finding f = begin("JOIN-15", Severity::Mind, "joint", "/bike/controller/cutoff_V");
  std::string cuts;
  for (const PackFigures& p : c.figures.packs) {
    const Volt own = p.model.groupCutoff * p.model.series;
    cuts += fmt::format("{}{}: {} at {}", cuts.empty() ? "" : "; ", p.model.name, own > c.figures.cutoff ? "its BMS" : "the controller",
                        text(std::max(own, c.figures.cutoff)));
    f.working.inputs.push_back(input(c, "U_cut", p.model.name, text(own)));
  }
  f.sentence = fmt::format("Unlike packs behind one cut-off of {}: {}.", text(c.figures.cutoff), cuts);
  f.why = "One controller voltage is right for one of them only; the other relies on its own BMS, or stops early.";
  f.what = "Know which one acts, and give each pack a low cut of its own.";
  f.headline = c.figures.packs[u.high].model.full / c.figures.packs[u.low].model.full;
  f.working.title = "Low cuts";
  f.working.formula = "whichever is higher: U_cut,controller or S · U_cut,group";
  f.working.result = cuts;
  f.working.method = "first limit reached on the way down";
  out.push_back(std::move(f));
}

void join16(const Context& c, Findings& out) {
  if (!isDirect(c) || c.plan.joining.looseEndsCapped == true || c.plan.joining.alwaysTogether == true) return;
  if (std::all_of(c.plan.packs.begin(), c.plan.packs.end(), [](const Pack& p) { return p.plugLiveSide == LiveSide::Shrouded; })) return;
  Volt highest(0);
  for (const PackFigures& p : c.figures.packs) highest = std::max(highest, p.model.full);
  Finding f = begin("JOIN-16", Severity::Stop, "joint", "/joining/loose_ends_capped");
  f.sentence = fmt::format("Unplug one pack, and its half of the joint stays live at up to {}.", text(highest));
  f.why = "A hard joint feeds backwards: the loose plug is a bare source that can short against the frame.";
  f.what = "Cap every loose end, or use a one-way joiner; the map of live ends shows them.";
  f.fixes.push_back(set("Every loose end is capped", "/joining/loose_ends_capped", FieldValue{true}));
  f.headline = 1;
  f.working = {
      "Live ends", "joint's half = bus voltage while any other pack is plugged in", {}, text(highest), "a hard joint conducts both ways"};
  out.push_back(std::move(f));
}

void join17(const Context& c, Findings& out) {
  if (!isDirect(c) || c.plan.joining.alwaysTogether == true || !c.figures.window) return;
  const ConnectWindow& w = *c.figures.window;
  const PackModel& high = c.figures.packs[c.figures.windowHigh].model;
  const PackModel& low = c.figures.packs[c.figures.windowLow].model;
  const Volt gap = high.full - low.restVoltage();
  const Ampere peak = gap / w.loop;
  const bool byItself = std::any_of(c.plan.packs.begin(), c.plan.packs.end(), [](const Pack& p) { return p.bms.reconnects == true; });
  const bool beyond = w.window && gap > *w.window;
  Finding f = begin("JOIN-17", byItself && beyond ? Severity::Stop : Severity::Mind, "joint", "/joining/always_together");
  f.sentence = fmt::format("Charged apart, {} and {} can meet {} apart, and {} would flow.", high.name, low.name, text(gap), text(peak));
  f.why = byItself ? "A BMS here joins again by itself after a cut: nobody measures before that."
                   : "Every unplugging and every charge by itself pulls them apart; equal once is not equal always.";
  f.what = "Measure both before every joining, or never take them apart.";
  f.fixes.push_back(set("They are never apart", "/joining/always_together", FieldValue{true}));
  f.headline = w.window && *w.window > Volt(0) ? gap / *w.window : 1e3;
  f.working = {"Meeting again",
               "ΔU = U_full − U_now; I = ΔU / ΣR",
               {input(c, "ΔU", "full against as it is", text(gap)), input(c, "ΣR", "loop", text(w.loop))},
               fmt::format("{} at {}", text(peak), text(gap)),
               "Ohm's law at the first instant"};
  out.push_back(std::move(f));
}

void join18(const Context& c, Findings& out) {
  const auto k = converterPack(c.plan);
  if (!k) return;
  const PackModel& m = c.figures.packs[*k].model;
  const Known<Ampere> need = converterInput(c.plan.joining.converter, c.figures.packs[*k == 0 ? 1 : 0].model.full,
                                            converterLowestInput(c.plan.joining.converter, m));
  if (!need) return;
  for (const Element& e : c.figures.elements) {
    if (e.pack != static_cast<int>(*k) || !e.continuous || *e.continuous >= *need) continue;
    Finding f = begin("JOIN-18", Severity::Stop, e.id, e.pointer);
    f.element = e.id;
    f.sentence = fmt::format("At its lowest input the converter draws {}; the {} carries {}.", text(*need), e.name, text(*e.continuous));
    f.why = "A converter asks for the same power from fewer volts: the current rises as the pack empties.";
    f.what = "A lower output limit, a higher low cut, or a stronger part.";
    const double scale = *e.continuous / *need;
    if (c.plan.joining.converter.output)
      f.fixes.push_back(set("Lower its output limit", "/joining/converter/output_A",
                            FieldValue{std::floor(c.plan.joining.converter.output->value() * scale * 10) / 10}));
    f.headline = *need / *e.continuous;
    f.working = {"Converter input",
                 "I_in = P_out / (η · U_lowest) + standby",
                 {input(c, "I_in", "at the lowest input", text(*need)), input(c, "rating", e.name, text(*e.continuous), e.pointer)},
                 fmt::format("{} against {}", text(*need), text(*e.continuous)),
                 "energy is conserved"};
    out.push_back(std::move(f));
  }
}

void join19(const Context& c, Findings& out) {
  if (!isDirect(c)) return;
  for (std::size_t k = 0; k < c.plan.packs.size(); ++k) {
    const Pack& p = c.plan.packs[k];
    if (p.bms.port != BmsPort::Separate || !p.bms.present.value_or(true)) continue;
    const PackModel& m = c.figures.packs[k].model;
    Finding f = begin("JOIN-19", Severity::Stop, m.id, packPointer(k, "bms/port"));
    f.sentence = fmt::format("{} has a separate charge port; the other pack pushes current into its discharge side.", m.name);
    f.why = "Its BMS watches charging on the other port only: nothing stops an over-charge or a charge in the cold.";
    f.what = "A one-way joiner, or a common-port BMS.";
    f.fixes.push_back(set("Use a one-way joiner", "/joining/method", FieldValue{std::string("combiner")}));
    f.headline = 1;
    f.working = {"Current into a discharge side",
                 "a hard joint conducts both ways",
                 {input(c, "port", m.name, "separate", packPointer(k, "bms/port"))},
                 "not protected",
                 "what the charge switch does not see it cannot open"};
    out.push_back(std::move(f));
  }
}

void join20(const Context& c, Findings& out) {
  if (!isDirect(c)) return;
  for (std::size_t k = 0; k < c.figures.packs.size(); ++k) {
    const PackModel& m = c.figures.packs[k].model;
    const ChemistryFacts& facts = factsOf(m.chemistry);
    if (m.temperature >= facts.chargeFrom && m.temperature <= facts.chargeTo) continue;
    Finding f = begin("JOIN-20", Severity::Stop, m.id, packPointer(k, "temperature_C"));
    f.sentence = fmt::format("{} is at {}; {} is charged from {} to {} only, and the other pack charges it.", m.name, text(m.temperature),
                             facts.name, text(facts.chargeFrom), text(facts.chargeTo));
    f.why = "Charging lithium in the cold plates metal inside the cells: capacity is lost, and a short may follow.";
    f.what = "Warm both first, or use a one-way joiner.";
    f.fixes.push_back(set("Use a one-way joiner", "/joining/method", FieldValue{std::string("combiner")}));
    f.headline = std::max((facts.chargeFrom - m.temperature).value(), (m.temperature - facts.chargeTo).value());
    f.working = {"Charging temperature",
                 "T_from ≤ T ≤ T_to",
                 {input(c, "T", m.name, text(m.temperature), packPointer(k, "temperature_C"))},
                 text(m.temperature),
                 "charge window of the chemistry"};
    out.push_back(std::move(f));
  }
}

void join21(const Context& c, Findings& out) {
  if (!isOneWay(c)) return;
  const auto fedBy = converterPack(c.plan);
  Ampere worst(0);
  double hardest = 0;  // in charge limits
  Known<Ampere> limit;
  std::size_t from = 0, into = 0;
  Volt gap(0);
  for (std::size_t i = 0; i < c.figures.packs.size(); ++i)
    for (std::size_t k = 0; k < c.figures.packs.size(); ++k) {
      if (i == k || fedBy == i || fedBy == k) continue;
      const PackModel& high = c.figures.packs[i].model;
      const PackModel& low = c.figures.packs[k].model;
      const StateOfCharge least(c.figures.joint.turns == Turns::AddAtMark ? c.plan.joining.mark.value() : 0.0);
      const Volt apart = high.full - low.curve.at(least) * low.series;
      const Ampere flow = apart / (sourceResistance(c.figures.packs[i].source, c.figures.joint) +
                                   sourceResistance(c.figures.packs[k].source, c.figures.joint));
      const Known<Ampere> may = chargeLimitOf(c, k);
      const double hard = may && *may > Ampere(0) ? flow / *may : 1e-3 * flow.value();
      if (hard <= hardest) continue;
      hardest = hard;
      worst = flow;
      limit = may;
      gap = apart;
      from = i;
      into = k;
    }
  if (worst <= Ampere(0)) return;
  const bool trips = c.plan.packs[into].bms.chargeTrip.has_value() && c.plan.packs[into].bms.port == BmsPort::Common;
  const PackModel& low = c.figures.packs[into].model;
  const bool mind = limit && worst > *limit * faultShare && !trips;
  Finding f = begin("JOIN-21", mind ? Severity::Mind : Severity::Note, "joint", packPointer(into, "bms/charge_trip_A"));
  f.sentence = fmt::format("If one way of the joint fails short with {} full and {} empty, {} flow into {}{}.",
                           c.figures.packs[from].model.name, low.name, text(worst), low.name, trips ? ", until its charge trip opens" : "");
  f.why = "A failed switch shows nothing while both packs stand alike; it is found by a test, not by riding.";
  f.what =
      "Reverse test at commissioning and every 6 months: one pack on, the other's half of the joint reads below 2 V under 10 kΩ; then the "
      "other way "
      "round.";
  f.headline = limit && *limit > Ampere(0) ? worst / *limit : 1;
  f.working = {"One way fails short",
               "I = ΔU_max / ΣR",
               {input(c, "ΔU", "full against the lowest that the order of use allows", text(gap)),
                input(c, "I_charge", low.name, limit ? text(*limit) : "not known yet", packPointer(into, "bms/charge_A"))},
               text(worst),
               "Ohm's law at the first instant"};
  out.push_back(std::move(f));
}

void join22(const Context& c, Findings& out) {
  const auto fedBy = converterPack(c.plan);
  if (!fedBy || c.figures.joint.oneWay) return;
  const ConverterPart& part = c.plan.joining.converter;
  for (std::size_t k = 0; k < c.figures.packs.size(); ++k) {
    if (fedBy == k) continue;
    const PackModel& m = c.figures.packs[k].model;
    const Known<Ampere> limit = chargeLimitOf(c, k);
    const bool above = part.set && *part.set > m.full;
    const bool strong = part.output && limit && *part.output > *limit;
    if (!above && !strong) continue;
    Finding f = begin("JOIN-22", Severity::Stop, m.id, above ? "/joining/converter/set_V" : "/joining/converter/output_A");
    f.sentence = above
                     ? fmt::format("The converter is set to {}; {} is full at {} and hangs on its bus without a one-way joint.",
                                   text(*part.set), m.name, text(m.full))
                     : fmt::format("The converter gives up to {}; {} may be charged with {} and hangs on its bus without a one-way joint.",
                                   text(*part.output), m.name, text(*limit));
    f.why = "Whatever the motor does not take goes into that pack, without a charger's limits.";
    f.what = "Join the others one way, or set the converter below and weaker.";
    f.fixes.push_back(set("Join the others one way", "/joining/converter/second_joint", FieldValue{std::string("combiner")}));
    f.headline = above ? *part.set / m.full : *part.output / *limit;
    f.working = {"Converter as a charger",
                 "U_set ≤ U_full and I_out ≤ I_charge, or a one-way joint",
                 {input(c, "U_full", m.name, text(m.full))},
                 f.sentence,
                 "a converter holds its voltage against any load"};
    if (part.set) f.working.inputs.push_back(input(c, "U_set", "converter", text(*part.set), "/joining/converter/set_V"));
    out.push_back(std::move(f));
  }
}

void lim03(const Context& c, Findings& out) {
  if (!c.plan.budget || *c.plan.budget <= Money(0)) return;
  const Element* widest = nullptr;
  double most = 0;
  for (const Element& e : c.figures.elements) {
    if (e.kind != ElementKind::Cells || !e.headroomAtPeak()) continue;
    const auto k = static_cast<std::size_t>(e.pack);
    const Known<Money> cost = c.figures.packs[k].model.cost;
    if (!cost || *cost <= *c.plan.budget * dearShare) continue;
    // The rest of the same way: what else its current goes through.
    double rest = 0;
    for (const Element& other : c.figures.elements)
      if (&other != &e && (other.pack == e.pack || other.pack < 0) && other.counted()) rest = std::max(rest, other.counted()->value());
    const double ratio = rest > 0 ? e.counted()->value() / rest : 0;
    if (ratio <= tooWide || ratio <= most) continue;
    most = ratio;
    widest = &e;
  }
  if (!widest) return;
  Finding f = begin("LIM-03", Severity::Note, widest->id, widest->pointer);
  f.station = Station::Pack;
  f.sentence = fmt::format("The {} carry {}, {} times what anything else on the way carries.", widest->name, text(*widest->counted()),
                           formatNumber(most, 2));
  f.why = "Strength behind a narrower part cannot be used; money could go elsewhere.";
  f.what = "Fewer cells in parallel, or cells made for energy rather than current.";
  f.headline = most;
  f.working = {"Wider than the rest",
               "rating > 3 · the largest of the rest, and above 10 % of the budget",
               {input(c, "rating", widest->name, text(*widest->counted()), widest->pointer)},
               formatNumber(most, 2) + " times",
               "a chain is as strong as its weakest link"};
  out.push_back(std::move(f));
}

}  // namespace usherwright::rules
