// BIKE rules: does the bike take the pack, and is what we know enough?
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/assess/rules/rule.h"
#include "core/plan/names.h"

namespace usherwright::rules {
namespace {

constexpr std::string_view limitPointer = "/bike/controller/input_max_V";

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

bool isWeak(Provenance p) { return p == Provenance::Claim || p == Provenance::Remembered || p == Provenance::Assumed; }

/// Collects the unproven fields of one part into one finding.
class Unproven {
 public:
  Unproven(const Context& c, Station station, std::string part, std::string of)
      : c_(c), station_(station), part_(std::move(part)), of_(std::move(of)) {}

  void check(const std::string& pointer) {
    const auto ref = findField(c_.plan, pointer);
    if (!ref) return;
    const bool unknown = std::holds_alternative<std::monostate>(ref->value);
    const Provenance from = provenanceOf(c_.plan, pointer);
    if (!unknown && !isWeak(from)) return;
    rows_.push_back({std::string(ref->spec->label), unknown ? "not known yet" : std::string(provenanceWord(from)),
                     std::string(ref->spec->howTo), pointer,
                     unknown ? std::string("–") : shownValue(*ref->spec, ref->value, UnitSystem::Metric)});
  }

  void report(Findings& out) const {
    if (rows_.empty()) return;
    Finding f = finding({"BIKE-08", Severity::Mind, station_, part_, rows_.front().pointer});
    std::string names;
    for (const Row& r : rows_) names += (names.empty() ? "" : ", ") + fmt::format("{} ({})", r.label, r.state);
    f.sentence = fmt::format("Unproven: {} of {}.", names, of_);
    f.why = "A safety limit that rests on a claim, a memory or a guess counts as not proven; the plan cannot call it clear.";
    f.what = rows_.front().howTo.empty() ? "Read the label or the data sheet, or measure it."
                                         : fmt::format("For the {}: {}.", rows_.front().label, rows_.front().howTo);
    for (const Row& r : rows_) f.fields.push_back(r.pointer);
    f.headline = static_cast<double>(rows_.size());
    f.working.title = "What is not proven";
    f.working.formula = "a limit is proven when it was measured, read from a label or comes from a data sheet";
    for (const Row& r : rows_) f.working.inputs.push_back({r.label, r.howTo.empty() ? "read its label" : r.howTo, r.value, r.state});
    f.working.result = fmt::format("{} unproven", rows_.size());
    out.push_back(std::move(f));
  }

 private:
  struct Row {
    std::string label, state, howTo, pointer, value;
  };
  const Context& c_;
  Station station_;
  std::string part_, of_;
  std::vector<Row> rows_;
};

void unprovenPack(const Context& c, std::size_t k, Findings& out) {
  const Pack& p = c.plan.packs[k];
  const Cell& cell = *c.plan.findCell(p.cell);
  const std::string name = c.figures.packs[k].model.name;
  Unproven inPack(c, Station::Pack, p.id, name);
  inPack.check(packPointer(k, "series"));
  if (cell.verified) inPack.check("/cells/" + cell.id + "/continuous_A");  // untested cells: PACK-06 says so
  if (p.bms.present.value_or(true)) {
    inPack.check(packPointer(k, "bms/continuous_A"));
    inPack.check(packPointer(k, "bms/charge_A"));
  }
  inPack.report(out);
  if (!p.fuse.present.value_or(true)) return;  // known to be missing: WIRE-03
  Unproven inJoining(c, Station::Joining, p.id + "/fuse", "the fuse of " + name);
  for (const char* key : {"fuse/rating_A", "fuse/dc_V", "fuse/breaking_A"}) inJoining.check(packPointer(k, key));
  if (!p.fuse.builtIn.value_or(false)) inJoining.check(packPointer(k, "fuse/distance_mm"));
  inJoining.report(out);
}

}  // namespace

void bike01(const Context& c, Findings& out) {
  const Controller& controller = c.plan.bike.controller;
  const auto limit = inputLimit(controller);
  if (!limit) return;
  const bool regen = controller.regenCurrent.value_or(Ampere(0)) > Ampere(0);
  for (std::size_t k = 0; k < c.figures.packs.size(); ++k) {
    const PackModel& m = c.figures.packs[k].model;
    const bool over = m.full > limit->volts;
    if (!over && !(regen && m.full > limit->volts * 0.95)) continue;
    Finding f = finding({"BIKE-01", over ? Severity::Stop : Severity::Mind, Station::Bike, m.id, limit->pointer});
    f.sentence = over ? fmt::format("{} stands at {} when full; the {} is {}.", m.name, text(m.full), limit->words, text(limit->volts))
                      : fmt::format("With regenerative braking, {} at {} leaves under 5 % to the {} of {}.", m.name, text(m.full),
                                    limit->words, text(limit->volts));
    f.why = "Above its rating the controller's capacitors and switches fail, often short, with the whole pack behind them.";
    f.what = "Fewer cells in series, or a controller that takes the full voltage.";
    const int fits = static_cast<int>(std::floor(limit->volts / factsOf(m.chemistry).charge + 1e-9));
    if (over && fits >= 1)
      f.fixes.push_back({fmt::format("Make it {}S", fits), {{packPointer(k, "series"), FieldValue{static_cast<double>(fits)}}}});
    f.headline = m.full / limit->volts;
    f.working = {"Full voltage against the controller",
                 "U_full = S · U_charge ≤ U_max",
                 {input(c, "S", "cells in series", std::to_string(m.series), packPointer(k, "series")),
                  input(c, "U_charge", "charge voltage of one cell", text(factsOf(m.chemistry).charge)),
                  input(c, "U_max", limit->words, text(limit->volts), limit->pointer)},
                 fmt::format("{} against {}", text(m.full), text(limit->volts)),
                 "voltage rating of the capacitors and switches"};
    out.push_back(std::move(f));
  }
}

void bike03(const Context& c, Findings& out) {
  const Controller& controller = c.plan.bike.controller;
  if (!controller.cutoff) return;
  const Volt lowest = *controller.cutoff - controller.cutoffTolerance.value_or(Volt(0));
  for (std::size_t k = 0; k < c.figures.packs.size(); ++k) {
    const PackModel& m = c.figures.packs[k].model;
    const Volt perCell = lowest / static_cast<double>(m.series);
    const ChemistryFacts& facts = factsOf(m.chemistry);
    if (perCell >= facts.minimumUnderLoad) continue;
    const Bms& bms = c.plan.packs[k].bms;
    Finding f = finding({"BIKE-03", Severity::Mind, Station::Bike, m.id, "/bike/controller/cutoff_V"});
    f.sentence = fmt::format("The controller may run {} down to {}, {} per cell; {} cells want {} at least.", m.name, text(lowest),
                             text(perCell), facts.name, text(facts.minimumUnderLoad));
    f.why = bms.cellCutoff ? fmt::format(
                                 "Two barriers should stand before deep discharge: the BMS at {} per cell and the controller at {}; here "
                                 "the BMS is the only one that protects.",
                                 text(*bms.cellCutoff), text(perCell))
                           : "The controller's cut-off does not protect these cells, and the low cut of the BMS is not known.";
    f.what = facts.absoluteMinimum > Volt(0)
                 ? fmt::format("Set or choose a cut-off of {} or more; with any one barrier failed no group may go below {}.",
                               text(facts.minimumUnderLoad * m.series), text(facts.absoluteMinimum))
                 : fmt::format("Set or choose a cut-off of {} or more.", text(facts.minimumUnderLoad * m.series));
    f.headline = facts.minimumUnderLoad.value() - perCell.value();
    f.working = {
        "Cut-off per cell",
        "(U_cut − ΔU)/S ≥ U_min",
        {input(c, "U_cut", "controller cut-off", text(*controller.cutoff), "/bike/controller/cutoff_V"),
         input(c, "ΔU", "its tolerance", text(controller.cutoffTolerance.value_or(Volt(0))), "/bike/controller/cutoff_tolerance_V"),
         input(c, "S", "cells in series", std::to_string(m.series), packPointer(k, "series")),
         input(c, "U_min", "minimum under load", text(facts.minimumUnderLoad))},
        fmt::format("{} per cell", text(perCell)),
        "chemistry table, minimum under load"};
    out.push_back(std::move(f));
  }
}

void bike08(const Context& c, Findings& out) {
  if (c.plan.packs.empty()) return;
  Unproven controller(c, Station::Bike, "controller", "the controller");
  for (const char* key : {"current_max_A", "cutoff_V", "input_max_V"}) controller.check(std::string("/bike/controller/") + key);
  controller.report(out);
  for (std::size_t k = 0; k < c.plan.packs.size(); ++k) unprovenPack(c, k, out);
  const bool part = c.plan.joining.method != Method::Direct && c.plan.packs.size() > 1;
  if (part) {
    Unproven joiner(c, Station::Joining, "joint", "the joiner");
    for (const char* key : {"input_A", "total_A", "voltage_V"}) joiner.check(std::string("/joining/part/") + key);
    joiner.report(out);
  }
  if (converterPack(c.plan)) {
    const ConverterPart& fed = c.plan.joining.converter;
    Unproven converter(c, Station::Joining, "converter", "the converter");
    converter.check(fed.power && !fed.output ? "/joining/converter/power_W" : "/joining/converter/output_A");
    converter.check("/joining/converter/set_V");
    converter.report(out);
  }
  for (std::size_t i = 0; i < c.plan.chargers.size(); ++i) {
    if (c.plan.chargers[i].forPacks.empty()) continue;
    Unproven charger(c, Station::Charging, c.plan.chargers[i].id, shownName(c.plan.chargers[i]));
    for (const char* key : {"output_V", "output_A"}) charger.check(chargerPointer(i, key));
    charger.report(out);
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

}  // namespace usherwright::rules
