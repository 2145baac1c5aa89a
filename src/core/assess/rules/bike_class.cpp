// BIKE rules on the voltage class, the limits of the controller, and what a pack leaves unused.
#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "core/assess/rules/rule.h"
#include "core/parts/nameplate.h"
#include "core/plan/evidence.h"

namespace usherwright::rules {
namespace {

constexpr double unusedShare = 0.08;  // of charge that the cut-off leaves: worth a word
constexpr double gentle = 0.2;        // C
const char* const limitField = "/bike/controller/current_max_A";

std::string watthours(double wh) { return formatNumber(wh) + " Wh"; }

void bike02(const Context& c, Findings& out) {
  const Controller& controller = c.plan.bike.controller;
  if (controller.inputMaximum || controller.capacitorVoltage || !controller.nameplate) return;
  Volt implied(0);
  for (const NameplateOption& o : nameplateOptions(*controller.nameplate)) implied = std::max(implied, o.full);
  if (implied <= Volt(0)) return;
  for (std::size_t k = 0; k < c.figures.packs.size(); ++k) {
    const PackModel& m = c.figures.packs[k].model;
    if (!drainedByController(c, k) || m.full <= implied * 1.001) continue;
    Finding f = finding({"BIKE-02", Severity::Mind, Station::Bike, m.id, "/bike/controller/input_max_V"});
    f.sentence = fmt::format("{} stands at {} when full; a {} controller implies {}, and its maximum is not known.", m.name, text(m.full),
                             text(*controller.nameplate), text(implied));
    f.why = "The class printed on a controller says what packs it was sold with, not what its capacitors stand.";
    f.what = "Read the print on the large capacitors inside, or stay in the class.";
    f.headline = m.full / implied;
    f.working = {"Full voltage against the nameplate class",
                 "S · U_charge ≤ highest full voltage sold under the nameplate",
                 {input(c, "U_plate", "voltage class", text(*controller.nameplate), "/bike/controller/nameplate_V"),
                  input(c, "S", "cells in series", std::to_string(m.series), packPointer(k, "series"))},
                 versus(m.full, implied).against(),
                 "table of nameplates"};
    out.push_back(std::move(f));
  }
}

void bike04(const Context& c, Findings& out) {
  if (c.figures.cutoff <= Volt(0)) return;
  const Volt cut = c.figures.cutoff + cutoffToleranceOf(c.plan.bike.controller) + c.figures.joint.forwardDrop;
  for (std::size_t k = 0; k < c.figures.packs.size(); ++k) {
    const PackFigures& p = c.figures.packs[k];
    if (!drainedByController(c, k)) continue;
    const Ampere load = Ampere(gentle * p.model.capacity.value());
    const Ohm path = p.toJoint + c.figures.joint.onResistance + c.figures.common;
    const StateOfCharge left = givesUpAt(p.model, load, path, cut);
    if (left.value() <= unusedShare) continue;
    const double lost = left.value() * (p.model.nominal * p.model.capacity).value();
    Finding f = finding({"BIKE-04", Severity::Note, Station::Bike, p.model.id, "/bike/controller/cutoff_V"});
    f.sentence = fmt::format("The cut-off leaves {} of {} unused even when ridden gently: {}.", percent(left.value()), p.model.name,
                             watthours(lost));
    f.why = "The controller stops at a voltage at which these cells still hold charge.";
    f.what = "A lower cut-off setting, if the controller has one, or one more cell in series as far as its maximum allows.";
    f.headline = left.value();
    f.working = {"Charge left at the cut-off",
                 "U(s)·S = U_cut + ΔU + V_f + 0.2·Q·(R + R_path + R_1)",
                 {input(c, "U_cut", "controller cut-off", text(c.figures.cutoff), "/bike/controller/cutoff_V"),
                  input(c, "I", "a fifth of the Ah", text(load)), input(c, "R", "pack resistance", text(p.model.resistance())),
                  input(c, "R_path", "outside the pack", text(path))},
                 fmt::format("{}, {}", percent(left.value()), watthours(lost)),
                 "rest curve of the cell"};
    out.push_back(std::move(f));
  }
}

void bike05(const Context& c, Findings& out) {
  const Controller& controller = c.plan.bike.controller;
  if (!controller.currentLimit) return;
  double highest = controller.currentLimit->value();
  std::string others;
  const auto entry = c.plan.provenance.find(limitField);
  if (entry != c.plan.provenance.end())
    for (const Alternative& other : entry->second.also) {
      if (!std::holds_alternative<double>(other.value) || std::abs(std::get<double>(other.value) - controller.currentLimit->value()) < 0.5)
        continue;
      highest = std::max(highest, std::get<double>(other.value));
      others +=
          fmt::format("{}{} ({})", others.empty() ? "" : ", ", text(Ampere(std::get<double>(other.value))), provenanceWord(other.from));
    }
  if (!controller.modified && others.empty()) return;
  Finding f = finding({"BIKE-05", Severity::Mind, Station::Bike, "controller", limitField});
  const Ampere counts = *controller.currentLimit;
  f.sentence = others.empty() ? fmt::format("The controller's limit was altered; the plan counts on {}.", text(counts))
                              : fmt::format("The controller's limit is stated as {} ({}) and as {}; the plan counts on the highest: {}.",
                                            text(counts), provenanceWord(provenanceOf(c.plan, limitField)), others, text(Ampere(highest)));
  f.why = "More current than the parts were made for means heat in the controller, motor and leads; warranty and approval may end.";
  f.what = "Plan with the value measured by a clamp meter at full pull.";
  if (highest > counts.value())
    f.fixes.push_back({fmt::format("Plan with {}", text(Ampere(highest))), {{limitField, FieldValue{highest}}}});
  f.headline = highest / counts.value();
  f.working = {"The limit that counts",
               "the highest of all stated limits",
               {input(c, "I_limit", "controller limit", text(counts), limitField)},
               text(Ampere(highest)),
               "worst case of what was seen"};
  out.push_back(std::move(f));
}

void bike06(const Context& c, Findings& out) {
  const auto stock = std::find_if(c.plan.packs.begin(), c.plan.packs.end(), [](const Pack& p) { return p.origin == Origin::Stock; });
  if (stock == c.plan.packs.end()) return;
  const PackModel& old = c.figures.packs[static_cast<std::size_t>(stock - c.plan.packs.begin())].model;
  for (std::size_t k = 0; k < c.figures.packs.size(); ++k) {
    const PackModel& m = c.figures.packs[k].model;
    const double ratio = m.nominal / old.nominal;
    if (!drainedByController(c, k) || ratio < 1.04 || c.plan.packs[k].origin == Origin::Stock) continue;
    Finding f = finding({"BIKE-06", Severity::Note, Station::Bike, m.id, packPointer(k, "series")});
    // What a gauge made for the old pack shows at half charge of the new one.
    const Volt half = m.curve.at(StateOfCharge(0.5)) * m.series;
    const double shown = old.curve.inverse(half / static_cast<double>(old.series)).value();
    const auto speed = c.plan.bike.noLoadSpeed;
    f.sentence = fmt::format(
        "{} raises the voltage by {} over {}: no-load speed {}; the gauge shows {} at half charge.", m.name, percent(ratio - 1), old.name,
        speed ? fmt::format("{} instead of {} km/h", formatNumber(speed->value() * ratio), formatNumber(speed->value()))
              : "rises in proportion",
        percent(shown));
    f.why =
        "The wheel turns in proportion to the voltage. A faster bike may belong to another legal class, with plate, helmet and insurance.";
    f.what = "Check the class that the new speed falls into; limit the speed in the controller; read charge from volts, not from the bars.";
    f.headline = ratio;
    f.working = {
        "Voltage class",
        "v_new = v_old · U_new/U_old",
        {input(c, "U_old", "nominal of " + old.name, text(old.nominal)), input(c, "U_new", "nominal of " + m.name, text(m.nominal)),
         input(c, "v_old", "no-load speed", speed ? formatNumber(speed->value()) + " km/h" : "not known", "/bike/noload_km_h")},
        percent(ratio - 1) + " faster without load",
        "a motor's no-load speed is proportional to voltage"};
    out.push_back(std::move(f));
  }
}

}  // namespace

std::span<const Rule> bikeClassRules() {
  static constexpr std::array rows{Rule{"BIKE-02", "Mind", "controller maximum not known, full voltage above its nameplate class", bike02},
                                   Rule{"BIKE-04", "Note", "the cut-off leaves more than 8 % of a pack unused", bike04},
                                   Rule{"BIKE-05", "Mind", "controller limit altered, or stated differently", bike05},
                                   Rule{"BIKE-06", "Note", "voltage class raised", bike06}};
  return rows;
}

}  // namespace usherwright::rules
