// Workings of the harness.
#include "core/assess/wiring_workings.h"

#include <fmt/format.h>

#include "core/assess/wiring_facts.h"
#include "core/plan/names.h"
#include "core/quantity/units.h"

namespace usherwright {
namespace {

using rules::Context;
using rules::input;
using rules::leadPointer;
using rules::text;

std::optional<Working> leadWorking(const Context& c, const std::string& id) {
  const HarnessLead* lead = c.figures.wiring.harness.lead(id);
  const LeadFigures* f = c.figures.wiring.of(id);
  if (!lead || !lead->isRun() || !f || !f->sheathSustained || !f->drop) return std::nullopt;
  Working w{fmt::format("The {}", lead->name),
            "k·I²·R(T) = convection + radiation at the sheath; ΔU = I_peak·(R_plus + R_minus)",
            {input(c, "I", "sustained", text(*f->sustained)), input(c, "I_peak", "peak", text(*f->peak)),
             input(c, "A", "size", lead->run.size, leadPointer(*lead, "size")),
             input(c, "l", "plus length", formatNumber(lead->run.lengthPlus.value_or(Metre(0)).value()) + " m",
                   leadPointer(*lead, "length_plus_m")),
             input(c, "l", "minus length", formatNumber(lead->run.lengthMinus.value_or(Metre(0)).value()) + " m",
                   leadPointer(*lead, "length_minus_m")),
             input(c, "k", "wires in the bundle", formatNumber(lead->run.bundle), leadPointer(*lead, "bundle")),
             input(c, "T_air", "hottest air", text(c.figures.wiring.air), "/hottest_C")},
            "",
            "Churchill–Chu over all Rayleigh numbers, ε = 0.9; copper 17.241 mΩ·mm²/m + 2 % lay, α = 0.00393/K"};
  w.result = fmt::format("{} outside for long, {} at the peak", text(*f->sheathSustained), text(*f->drop));
  return w;
}

std::optional<Working> wayWorking(const Context& c, const std::string& pack) {
  for (const PathFigures& path : c.figures.wiring.paths) {
    if (std::to_string(path.pack) != pack || !path.drop) continue;
    Working w{"Drop on the whole way", "ΔU = I·(R_plus + R_minus + contacts) + the joint's drop", {}, "", "Ohm's law, part by part"};
    for (const PathShare& s : path.shares) w.inputs.push_back(input(c, "ΔU", s.name, text(s.drop)));
    w.result = fmt::format("{} of {}, {} %", text(*path.drop), text(path.nominal), formatNumber(100 * path.share()));
    return w;
  }
  return std::nullopt;
}

std::optional<Working> nickWorking(const Context& c, const std::string& lead) {
  const Nick n = nickAt(c.plan, c.figures, c.catalogue, lead);
  if (n.fuses.empty()) return std::nullopt;
  Working w{"A lead chafed through",
            "ΣI = ΣE/R without the boards; t by each fuse's curve; ΔT = (e^(αx) − 1)/α, x = I²t·ρ20/(A²·c_v)",
            {},
            "",
            "Kirchhoff; longest times of the fuses' standards; adiabatic copper"};
  for (const FeedingFuse& x : n.fuses) {
    const std::string name = c.figures.packs[x.pack].model.name;
    w.inputs.push_back(input(c, "I", "through the fuse of " + name, text(x.current)));
    w.inputs.push_back(
        input(c, "I_fuse", "its rating", x.rating ? text(*x.rating) : "not known", rules::packPointer(x.pack, "fuse/rating_A")));
  }
  w.result = text(n.total) +
             (n.until ? fmt::format(", {} s", formatNumber(n.until->value(), 2)) : std::string(", how long is not proven")) +
             (n.copper ? ", " + text(*n.copper) : std::string());
  return w;
}

std::optional<Working> switchOnWorking(const Context& c) {
  const SwitchOn s = switchOnOf(c.plan, c.figures, c.catalogue);
  if (!s.stored) return std::nullopt;
  return Working{
      "Switching on",
      "E = ½·C·U²; I = U/R_loop; R ≥ U/2 A; t = 5·R·C",
      {input(c, "C", "capacitors", formatNumber(s.capacitance->value() * 1e6) + " µF", "/bike/controller/bulk_uF"),
       input(c, "U", "highest full voltage", text(s.bus)), input(c, "R_loop", "loop at 20 °C, board included", text(*s.loop)),
       input(c, "R", "resistor", formatNumber(s.resistor.value_or(s.chosen).value()) + " Ω", s.resistor ? "/joining/precharge_ohm" : "")},
      fmt::format("{} J, {}; {} s", formatNumber(s.stored->value(), 2), text(*s.inrush), formatNumber(s.time->value(), 2)),
      "energy of a capacitor, first-order charging"};
}

}  // namespace

std::optional<Working> wiringWorking(const Context& c, const std::string& id) {
  const auto after = [&](std::string_view kind) { return id.starts_with(kind) ? id.substr(kind.size()) : std::string(); };
  if (const std::string lead = after("lead/"); !lead.empty()) return leadWorking(c, lead);
  if (const std::string pack = after("way/"); !pack.empty()) return wayWorking(c, pack);
  if (const std::string lead = after("nick/"); !lead.empty()) return nickWorking(c, lead);
  return id == "switch-on" ? switchOnWorking(c) : std::nullopt;
}

}  // namespace usherwright
