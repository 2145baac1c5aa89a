// WIRE rules on the leads of the harness: how warm to the touch, how much drops on the way.
#include <fmt/format.h>

#include <array>

#include "core/assess/rules/rule.h"
#include "core/quantity/units.h"
#include "core/wiring/wire_heat.h"

namespace usherwright::rules {
namespace {

void wire01(const Context& c, Findings& out) {
  const HarnessFigures& w = c.figures.wiring;
  for (std::size_t i = 0; i < w.leads.size(); ++i) {
    const HarnessLead& lead = w.harness.leads[i];
    const LeadFigures& f = w.leads[i];
    if (!lead.isRun() || !lead.run.touchable || !f.sheathSustained || *f.sheathSustained <= touchLimit) continue;
    Finding g = inWiring("WIRE-01", Severity::Mind, lead.id, leadPointer(lead, "size"));
    g.sentence = fmt::format("The {} is {} warm outside at {} for long: more than may be touched.", lead.name, text(*f.sheathSustained),
                             text(*f.sustained));
    g.why = "It lies where hands, skin or a tyre meet it; what is tied to it gets as warm.";
    g.what = "The next size up, less in the bundle, or out of reach.";
    g.headline = f.sheathSustained->value() / touchLimit.value();
    g.working = {"Sheath of a lead",
                 "I²·R(T) = convection + radiation at the sheath ≤ 60 °C",
                 {input(c, "I", "sustained", text(*f.sustained)), input(c, "A", "size", lead.run.size, leadPointer(lead, "size")),
                  input(c, "T_air", "hottest air", text(hottestAir(c.plan)), "/hottest_C")},
                 text(*f.sheathSustained),
                 "Churchill–Chu, radiation; touch limit 60 °C"};
    out.push_back(std::move(g));
  }
}

void wire02(const Context& c, Findings& out) {
  const PathFigures* path = c.figures.wiring.longest();
  if (!path || path->share() <= wayDropLimit * (1 + 1e-6)) return;
  const std::string from = c.figures.packs[static_cast<std::size_t>(path->pack)].model.name;
  const PathShare* most = &path->shares.front();
  for (const PathShare& s : path->shares)
    if (s.drop > most->drop) most = &s;
  const HarnessLead* lead = c.figures.wiring.harness.lead(most->id);
  const std::string share = formatNumber(100 * path->share()) + " %";
  Finding f = inWiring("WIRE-02", Severity::Mind, "joint/way", lead ? leadPointer(*lead, "size") : std::string());
  f.sentence = fmt::format("From {} to the controller {} drop at the peak, {} of {}; the {} takes {} of it.", from, text(*path->drop),
                           share, text(path->nominal), most->name, text(most->drop));
  f.why = "What drops on the way is heat there, and the bike cuts off that much earlier.";
  f.what = fmt::format("Shorter or thicker: begin with the {}.", most->name);
  f.headline = path->share() / wayDropLimit;
  f.working = {
      "Drop on the whole way", "ΔU = I·(R_plus + R_minus + contacts) + the joint's drop ≤ 3 % of the lower nominal volts", {}, "", ""};
  for (const PathShare& s : path->shares) f.working.inputs.push_back(input(c, "ΔU", s.name, text(s.drop)));
  f.working.result = fmt::format("{} of {}, {}", text(*path->drop), text(path->nominal), share);
  f.working.method = "Ohm's law, copper at its sustained temperature";
  out.push_back(std::move(f));
}

}  // namespace

std::span<const Rule> wireRules() {
  static constexpr std::array rows{Rule{"WIRE-01", "Mind", "a lead above 60 °C where it is touched", wire01},
                                   Rule{"WIRE-02", "Mind", "more than 3 % drop from a pack to the controller", wire02}};
  return rows;
}

}  // namespace usherwright::rules
