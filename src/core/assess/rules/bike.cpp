// BIKE rules: does the bike take what feeds it, and what stops it from draining the packs?
#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "core/assess/rules/rule.h"
#include "core/plan/names.h"

namespace usherwright::rules {
namespace {

constexpr std::string_view limitPointer = "/bike/controller/input_max_V";
constexpr double margin = 0.95;  // of a capacitor's rating: braking and switching lift the rest
const Volt noBarrier(0);         // per cell: nothing stops the discharge

/// The lower of controller maximum and capacitor print, with the field that holds it.
struct InputLimit {
  Volt volts;
  std::string pointer;
  std::string words;
};
std::optional<InputLimit> inputLimit(const Controller& c) {
  std::optional<InputLimit> out;
  if (c.inputMaximum) out = {*c.inputMaximum, std::string(limitPointer), "controller maximum"};
  if (c.capacitorVoltage && (!out || *c.capacitorVoltage < out->volts))
    out = {*c.capacitorVoltage, "/bike/controller/capacitor_V", "capacitor print"};
  return out;
}

/// Whatever may stand at the controller: a pack, a converter's output, a charger on the bus.
struct BusSource {
  std::string id, name, pointer, does;
  Volt volts;
  int pack = -1;
};
std::vector<BusSource> sourcesOnTheBus(const Context& c) {
  std::vector<BusSource> out;
  for (std::size_t k = 0; k < c.figures.packs.size(); ++k) {
    const PackModel& m = c.figures.packs[k].model;
    if (drainedByController(c, k)) out.push_back({m.id, m.name, packPointer(k, "series"), "stands at", m.full, static_cast<int>(k)});
  }
  if (const auto set = highestConverterOutput(c))
    out.push_back({"converter", "the converter", "/joining/converter/set_V", "may give", *set});
  for (std::size_t i = 0; i < c.plan.chargers.size(); ++i) {
    const Charger& charger = c.plan.chargers[i];
    const Known<Volt> gives = std::max(charger.output, charger.reading);
    if (charger.place == ChargePlace::Bus && gives)
      out.push_back({charger.id, shownName(charger), chargerPointer(i, "output_V"), "gives", *gives});
  }
  return out;
}

void bike01(const Context& c, Findings& out) {
  const Controller& controller = c.plan.bike.controller;
  const auto limit = inputLimit(controller);
  if (!limit) return;
  const bool regen = controller.regenCurrent.value_or(Ampere(0)) > Ampere(0);
  for (const BusSource& source : sourcesOnTheBus(c)) {
    const bool over = exceeds(source.volts.value(), limit->volts.value());
    const bool nearCapacitor = controller.capacitorVoltage && exceeds(source.volts.value(), controller.capacitorVoltage->value() * margin);
    if (!over && !nearCapacitor && !(regen && exceeds(source.volts.value(), limit->volts.value() * margin))) continue;
    Finding f = finding({"BIKE-01", over ? Severity::Stop : Severity::Mind, Station::Bike, source.id,
                         over || !nearCapacitor ? limit->pointer : "/bike/controller/capacitor_V"});
    const std::string when = source.pack >= 0 ? " when full" : "";
    const Versus v = versus(source.volts, limit->volts);
    if (over) f.sentence = fmt::format("{} {} {}{}; the {} is {}.", source.name, source.does, v.left, when, limit->words, v.right);
    else
      f.sentence = fmt::format(
          "{} {} {}{}: under 5 % is left to the {}{}.", source.name, source.does, text(source.volts), when,
          nearCapacitor ? "capacitor print of " + text(*controller.capacitorVoltage) : limit->words + " of " + text(limit->volts),
          regen ? ", and braking lifts it further" : "");
    f.why = "Above its rating the controller's capacitors and switches fail, often short, with the whole pack behind them.";
    f.what = "Fewer cells in series, a lower set-point, or a controller that takes the full voltage.";
    if (over && source.pack >= 0) {
      const PackModel& m = c.figures.packs[static_cast<std::size_t>(source.pack)].model;
      const int fits = static_cast<int>(std::floor(limit->volts / m.facts.charge + 1e-6));
      if (fits >= 1) f.fixes.push_back(setTo(fmt::format("Make it {}S", fits), source.pointer, FieldValue{static_cast<double>(fits)}));
    }
    f.headline = source.volts / limit->volts;
    f.working = {"Highest voltage against the controller",
                 "U ≤ U_max of controller and capacitors; 0.95 of it kept for braking and spikes",
                 {input(c, "U", source.name, v.left, source.pointer), input(c, "U_max", limit->words, v.right, limit->pointer)},
                 v.against(),
                 "voltage rating of the capacitors and switches"};
    out.push_back(std::move(f));
  }
}

/// What stops a pack from being drained, per cell: the controller (or the converter that drains it), and its board.
struct Barriers {
  Known<Volt> first, board;  ///< the lowest volts per cell that each lets happen; 0: there is no board
  std::string firstName = "the controller", firstPointer = "/bike/controller/cutoff_V";
};
Barriers barriersOf(const Context& c, std::size_t k) {
  const PackModel& m = c.figures.packs[k].model;
  const Controller& controller = c.plan.bike.controller;
  Barriers b;
  if (drainedByController(c, k)) {
    if (controller.cutoff) b.first = (*controller.cutoff - cutoffToleranceOf(controller)) / static_cast<double>(m.series);
  } else {
    b.firstName = "the converter";
    b.firstPointer = "/joining/converter/own_cut_V";
    if (c.plan.joining.converter.ownCut) b.first = *c.plan.joining.converter.ownCut / static_cast<double>(m.series);
  }
  const Bms& bms = c.plan.packs[k].bms;
  if (bms.present == false) b.board = noBarrier;
  else if (bms.present == true && bms.cellCutoff) b.board = *bms.cellCutoff;
  return b;
}

std::string barrierWords(const Barriers& b) {
  const std::string board = !b.board                ? "what its board does is not known"
                            : *b.board <= noBarrier ? "no board cuts it"
                                                    : "its board cuts at " + text(*b.board);
  return fmt::format("{} {}, {}", b.firstName, b.first ? "lets it go down to " + text(*b.first) + " per cell" : "has no known cut-off",
                     board);
}

void bike03(const Context& c, Findings& out) {
  for (std::size_t k = 0; k < c.figures.packs.size(); ++k) {
    const PackModel& m = c.figures.packs[k].model;
    const Barriers b = barriersOf(c, k);
    const Volt never = m.facts.absoluteMinimum * (1 - 1e-6);
    const bool none = b.first && b.board && *b.first < never && *b.board < never;
    const bool low = b.first && *b.first < m.facts.minimumUnderLoad * (1 - 1e-6);
    if (!none && !(low && drainedByController(c, k))) continue;
    Finding f = finding({"BIKE-03", none ? Severity::Stop : Severity::Mind, Station::Bike, m.id, b.firstPointer});
    f.sentence = fmt::format("{}: {}; {} cells want {} under load and never less than {}.", m.name, barrierWords(b), m.facts.name,
                             text(m.facts.minimumUnderLoad), text(m.facts.absoluteMinimum));
    f.why = none ? "No barrier stands before deep discharge: copper dissolves, and the next charge can short the cell."
                 : "Two barriers should stand before deep discharge, so that with any single one failed no group goes too low; here the "
                   "board is the only one that protects.";
    const Volt wanted = m.facts.minimumUnderLoad * m.series + cutoffToleranceOf(c.plan.bike.controller);
    f.what =
        drainedByController(c, k)
            ? fmt::format("A cut-off of {} or more at the controller (its tolerance counted), or a board that cuts at {} or more per cell.",
                          text(wanted), text(m.facts.absoluteMinimum))
            : fmt::format("A low cut of {} or more at the converter, or a board that cuts at {} or more per cell.",
                          text(m.facts.minimumUnderLoad * m.series), text(m.facts.absoluteMinimum));
    if (drainedByController(c, k))
      f.remedies.push_back(setTo("the cut-off", "/bike/controller/cutoff_V", FieldValue{roundedUp(wanted.value())}));
    f.headline = m.facts.minimumUnderLoad.value() - b.first.value_or(Volt(0)).value();
    f.working = {"Barriers against deep discharge",
                 "(U_cut − ΔU)/S ≥ U_min; with one barrier failed the other stands at or above U_never",
                 {input(c, "U_cut", b.firstName, b.first ? text(*b.first) + " per cell" : "not known", b.firstPointer),
                  input(c, "U_board", "low cut of the board", b.board ? text(*b.board) : "not known", packPointer(k, "bms/cell_cutoff_V")),
                  input(c, "S", "cells in series", std::to_string(m.series), packPointer(k, "series")),
                  input(c, "U_min", "minimum under load", text(m.facts.minimumUnderLoad)),
                  input(c, "U_never", "never below", text(m.facts.absoluteMinimum))},
                 barrierWords(b),
                 "chemistry table, or the cell's own limits"};
    out.push_back(std::move(f));
  }
}

void bike12(const Context& c, Findings& out) {
  const Controller& controller = c.plan.bike.controller;
  if (!controller.cutoff) return;
  const Volt cut = *controller.cutoff + cutoffToleranceOf(controller);
  for (std::size_t k = 0; k < c.figures.packs.size(); ++k) {
    const PackModel& m = c.figures.packs[k].model;
    if (!drainedByController(c, k)) continue;
    const bool half = m.curve.at(StateOfCharge(0.5)) * m.series < cut;
    const bool begins = m.restVoltage() < cut && m.soc > StateOfCharge(0.15);
    if (!half && !begins) continue;
    const double below = m.curve.inverse(cut / static_cast<double>(m.series)).value();
    const bool never = m.curve.at(StateOfCharge(1)) * m.series <= cut;
    Finding f = finding({"BIKE-12", Severity::Mind, Station::Bike, m.id, packPointer(k, "series")});
    f.sentence = never ? fmt::format("{} rests at {} at most; the controller may stop at {}: it never runs on this pack.", m.name,
                                     text(m.curve.at(StateOfCharge(1)) * m.series), text(cut))
                       : fmt::format("{} of {} lie below the {} at which the controller may stop: they never get used.", percent(below),
                                     m.name, text(cut));
    f.why = "Pack and controller are of different classes: what lies below the cut-off is carried along for nothing.";
    const int fits = static_cast<int>(std::ceil(cut / m.curve.at(StateOfCharge(0.2)) - 1e-6));
    f.what = fmt::format("A pack of {} or more in series as far as the controller's maximum allows, or a controller of this pack's class.",
                         fits);
    if (fits <= 200) f.remedies.push_back(setTo("series", packPointer(k, "series"), FieldValue{static_cast<double>(fits)}));
    f.headline = below;
    f.working = {"Charge below the cut-off",
                 "U(s)·S = U_cut + ΔU",
                 {input(c, "U_cut", "controller cut-off", text(*controller.cutoff), "/bike/controller/cutoff_V"),
                  input(c, "S", "cells in series", std::to_string(m.series), packPointer(k, "series"))},
                 percent(below),
                 "rest curve of the cell"};
    out.push_back(std::move(f));
  }
}

void safe01(const Context&, Findings& out) {
  Finding f = finding({"SAFE-01", Severity::Note, Station::Bike, "plan", ""});
  f.counted = false;
  f.sentence = "This plan is arithmetic, not approval: local electrical, fire, transport and traffic rules stand above it.";
  f.why =
      "Lithium cells can burn when shorted, crushed, overcharged, charged frozen or mismatched. Changing battery, voltage or current may "
      "void certification and warranty, or move the bike into another legal class.";
  f.what = "Where the work needs a licensed or qualified person, have that person do it. Damaged or swollen packs: isolate and hand in.";
  f.working = {"Cautions", "always shown", {}, "read before building", "general duty of care"};
  out.push_back(std::move(f));
}

}  // namespace

std::span<const Rule> bikeRules() {
  static constexpr std::array rows{
      Rule{"BIKE-01", "Stop, Mind", "pack full voltage above what the controller or its capacitors take", bike01},
      Rule{"BIKE-03", "Stop, Mind", "cut-off less tolerance below the cells' minimum under load", bike03},
      Rule{"BIKE-12", "Mind", "the controller's cut-off lies above half of a pack's charge", bike12},
      Rule{"SAFE-01", "Note", "always", safe01}};
  return rows;
}

}  // namespace usherwright::rules
