// JOIN rules on what the simulated ride shows: a pack worked hard, diodes, the gauge, the way home.
#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "core/assess/figures.h"
#include "core/assess/rules/rule.h"

namespace usherwright::rules {
namespace {

constexpr double workedHard = 0.80;     // of a pack's continuous rating
const Second hardFor(600);              // as long as a hill
constexpr double diodeLossMost = 0.02;  // of the ride's energy: more is range worth a better joint
const Celsius diodeHottest(90);         // its case; leakage doubles every 10 K
const Watt noSinkMost(2);               // a leg, without a stated heat-sink

bool isJoined(const Context& c) { return c.plan.packs.size() > 1; }

void join09(const Context& c, Findings& out) {
  if (!isJoined(c) || !c.figures.ride || c.figures.ride->end <= hardFor) return;
  const DischargeRun& run = *c.figures.ride;
  constexpr int samples = 300;
  for (std::size_t k = 0; k < c.figures.packs.size(); ++k) {
    Known<Ampere> rating;
    for (const ElementKind kind : {ElementKind::Cells, ElementKind::Bms})
      if (const Element* e = c.figures.element(kind, k); e && e->continuous)
        rating = rating ? std::min(*rating, *e->continuous) : *e->continuous;
    if (!rating || run.sources[k].peak <= *rating * workedHard) continue;
    int above = 0;
    for (int i = 0; i < samples; ++i) above += run.at(run.end * ((i + 0.5) / samples)).current[k] > *rating * workedHard;
    const Second time = run.end * (static_cast<double>(above) / samples);
    if (time <= hardFor) continue;
    const PackModel& m = c.figures.packs[k].model;
    Finding f = inJoining("JOIN-09", Severity::Mind, m.id, packPointer(k, "bms/continuous_A"));
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

void join10(const Context& c, Findings& out) {
  if (!isJoined(c)) return;
  const double gap = c.figures.gaugeAtStart.value() - c.figures.truthAtStart.value();
  if (std::abs(gap) < 0.05) return;
  Finding f = inJoining("JOIN-10", Severity::Note, "joint", "");
  f.sentence = fmt::format("At rest the gauge will read {}; the packs together hold {}.", percent(c.figures.gaugeAtStart.value()),
                           percent(c.figures.truthAtStart.value()));
  f.why = "A gauge reads volts, and at rest the bus shows the highest pack only.";
  f.what = "Go by what is left, in Range, not by the gauge.";
  f.headline = std::abs(gap);
  f.working = {"Gauge against truth",
               "gauge = U⁻¹(U_bus/S); truth = Σ s·Q / ΣQ",
               {},
               fmt::format("{} shown, {} left", percent(c.figures.gaugeAtStart.value()), percent(c.figures.truthAtStart.value())),
               "rest curve of the first pack"};
  for (const PackFigures& p : c.figures.packs)
    f.working.inputs.push_back(
        input(c, "s, Q", p.model.name, fmt::format("{}, {} Ah", percent(p.model.soc.value()), formatNumber(p.model.capacity.value()))));
  out.push_back(std::move(f));
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
  const bool noSink = !c.plan.joining.part.heatSink && heat > noSinkMost;
  if (share <= diodeLossMost && !tooHot && !noSink) return;
  Finding f =
      inJoining("JOIN-11", Severity::Mind, "joint", tooHot || noSink ? "/joining/part/heat_sink_K_per_W" : "/joining/part/forward_V");
  f.sentence = tooHot
                   ? fmt::format("The diode reaches {} on this heat-sink with {} W.", text(*hot), formatNumber(heat.value(), 2))
                   : fmt::format("The diodes take {} of the energy, {} Wh on this ride, and one leg makes up to {} W{}.", percent(share),
                                 formatNumber(lost.value(), 2), formatNumber(heat.value(), 2), noSink ? " without a stated heat-sink" : "");
  f.why = "A diode loses its forward drop whatever it carries, and above 90 °C its leakage grows fast.";
  f.what = "A heat-sink in moving air (a bare small package is 60 K/W, a large one 40), or a one-way joiner of switches.";
  f.fixes.push_back(setTo("Use a one-way joiner", "/joining/method", FieldValue{std::string("combiner")}));
  f.headline = tooHot ? hot->value() / diodeHottest.value() : share / diodeLossMost;
  f.working = {"Diode loss",
               "P = Vf·I + R·I²; T = T_air + P·R_th",
               {input(c, "Vf", "forward drop", text(c.figures.joint.forwardDrop), "/joining/part/forward_V")},
               tooHot ? text(*hot) : percent(share),
               "heat of a conducting diode"};
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
  Finding f = inJoining("JOIN-14", Severity::Note, m.id, "/joining/policy");
  const Versus v = versus(held, back);
  f.sentence = fmt::format("You come home on {}: it holds {} above its floor, the way back takes {}.", m.name, v.left, v.right);
  f.why = "By turns, the last pack has to bring you home by itself.";
  f.what = "Ride the smaller one first, or change over earlier.";
  f.headline = held > WattHour(0) ? back / held : 1e3;
  f.working = {"The way home",
               "E_last = U_nom · Q · (s − floor) ≥ ½ · E_route",
               {input(c, "E_last", m.name, v.left), input(c, "½·E", "half of the route", v.right)},
               v.against(),
               "order of use"};
  out.push_back(std::move(f));
}

}  // namespace

std::span<const Rule> joinRideRules() {
  static constexpr std::array rows{
      Rule{"JOIN-09", "Mind", "a pack above 80 % of its continuous rating for more than 10 min", join09, Part::Ride},
      Rule{"JOIN-10", "Note", "gauge and truth differ by 5 points or more at the start", join10},
      Rule{"JOIN-11", "Mind", "diodes lose more than 2 % or get hotter than 90 °C", join11, Part::Ride},
      Rule{"JOIN-14", "Note", "by turns: the last pack does not reach home", join14, Part::Ride}};
  return rows;
}

}  // namespace usherwright::rules
