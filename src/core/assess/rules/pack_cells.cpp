// PACK rules on the cells before and after they become a pack.
#include <fmt/format.h>

#include <algorithm>
#include <array>

#include "core/assess/rules/rule.h"
#include "core/pack/bench_tests.h"

namespace usherwright::rules {
namespace {

std::string_view conditionWords(Condition condition) {
  switch (condition) {
    case Condition::Sound: return "sound";
    case Condition::Dented: return "dented";
    case Condition::Swollen: return "swollen";
    case Condition::Wet: return "wet";
    case Condition::Nicked: return "nicked";
    case Condition::Smelling: return "smelling";
    case Condition::Hot: return "hot by itself";
    case Condition::Flooded: return "flooded";
    case Condition::Fallen: return "fallen";
    case Condition::InFire: return "in a fire";
    case Condition::Recalled: return "recalled by its maker";
    case Condition::Unknown: return "of unknown history";
  }
  return "";
}

std::string millivolts(Volt v) { return formatNumber(1000 * v.value()) + " mV"; }

void pack08(const Context& c, Findings& out) {
  for (std::size_t k = 0; k < c.plan.packs.size(); ++k) {
    const std::vector<Reading>& readings = c.plan.packs[k].readings;
    const Reading* loose = nullptr;
    for (const Reading& r : readings)
      if (r.of == ReadingOf::LooseCells && r.groups.size() > 1) loose = &r;  // the last one counts
    if (!loose) continue;
    const PackModel& m = c.figures.packs[k].model;
    const auto check =
        checkGroups({loose->groups, m.curve, m.rated / static_cast<double>(m.parallel), std::nullopt, true, m.chemistry == Chemistry::Lfp});
    if (!check || check->verdict == GroupVerdict::Even) continue;
    const bool reject = check->verdict == GroupVerdict::Reject;
    Finding f = onPack("PACK-08", reject ? Severity::Stop : Severity::Mind, m, packPointer(k, "matched_by"));
    f.sentence = fmt::format("The loose cells of {} lie {} apart; cell {} at {} is the odd one.", m.name, millivolts(check->spread),
                             check->deviating + 1, text(loose->groups[check->deviating]));
    f.why = reject ? "Cells of one batch and one storage rest within millivolts; the odd one leaks, is older, or was used."
                   : "Joined side by side they equalise at once through the strip, with nothing to limit the current.";
    f.what =
        reject ? "Reject the odd one; do not build with it." : "Charge all to one voltage, let them rest a day, measure again, then join.";
    f.headline = check->spread.value();
    f.working = {"Spread of loose cells",
                 "U_highest − U_lowest ≤ 20 mV, never above 100 mV; lfp between 20 and 90 %: 5 and 30 mV",
                 {input(c, "U_highest", fmt::format("cell {}", check->highest + 1), text(loose->groups[check->highest])),
                  input(c, "U_lowest", fmt::format("cell {}", check->lowest + 1), text(loose->groups[check->lowest]))},
                 millivolts(check->spread),
                 "rest voltages of one batch"};
    out.push_back(std::move(f));
  }
}

void pack09(const Context& c, Findings& out) {
  for (std::size_t k = 0; k < c.plan.packs.size(); ++k) {
    const auto condition = c.plan.packs[k].condition;
    if (!condition || *condition == Condition::Sound) continue;
    const PackModel& m = c.figures.packs[k].model;
    const bool unknown = *condition == Condition::Unknown;
    Finding f = onPack("PACK-09", unknown ? Severity::Mind : Severity::Stop, m, packPointer(k, "condition"));
    f.sentence = unknown ? fmt::format("Nobody knows what {} with {} cells in series has been through.", m.name, m.series)
                         : fmt::format("{} with {} cells in series is marked {}: not to be charged, ridden, opened or stored indoors.",
                                       m.name, m.series, conditionWords(*condition));
    f.why = unknown ? "A fall, water or a deep discharge leaves no mark outside and shows up while charging."
                    : "A hurt cell can go into thermal runaway hours or days later, and takes its neighbours along.";
    f.what =
        unknown ? "Outdoors and attended: look, smell, read every group, charge slowly once, and read again after three days; then mark it "
                  "sound, or hand it in."
                : "Set it outside, away from anything that burns, and hand it in where lithium is collected. Call the fire service if it "
                  "is hot or smokes.";
    f.headline = 1;
    f.working = {"Condition",
                 "sound, or out",
                 {input(c, "condition", "as marked", std::string(conditionWords(*condition)), packPointer(k, "condition"))},
                 std::string(conditionWords(*condition)),
                 "no test at home makes a damaged lithium pack safe"};
    out.push_back(std::move(f));
  }
}

void pack10(const Context& c, Findings& out) {
  if (!c.plan.need.goalCharge || c.figures.packs.size() < 2) return;
  const PackModel& first = c.figures.packs.front().model;
  for (const PackFigures& p : c.figures.packs) {
    const double ratio = p.model.nominal / first.nominal;
    if (std::abs(ratio - 1) < 0.02) continue;
    const double goal = c.plan.need.goalCharge->value();
    Finding f = finding({"PACK-10", Severity::Note, Station::Pack, p.model.id, "/need/goal_Ah"});
    f.sentence = fmt::format("{} Ah are {} Wh at the {} of {} and {} Wh at the {} of {}: compare in Wh.", formatNumber(goal),
                             formatNumber(goal * first.nominal.value()), text(first.nominal), first.name,
                             formatNumber(goal * p.model.nominal.value()), text(p.model.nominal), p.model.name);
    f.why = "The way a bike goes is energy; ampere-hours say nothing without their volts.";
    f.what = "Enter the goal in Wh.";
    f.headline = std::max(ratio, 1 / ratio);
    f.working = {"Goal in Wh",
                 "E = U_nominal · Q",
                 {input(c, "Q", "goal", formatNumber(goal) + " Ah", "/need/goal_Ah"), input(c, "U", first.name, text(first.nominal)),
                  input(c, "U", p.model.name, text(p.model.nominal))},
                 fmt::format("{} times apart", formatNumber(f.headline)),
                 "energy is volts times charge"};
    out.push_back(std::move(f));
  }
}

void pack11(const Context& c, Findings& out) {
  for (std::size_t k = 0; k < c.plan.packs.size(); ++k) {
    if (c.plan.packs[k].matchedBy != MatchedBy::Voltage) continue;
    const PackModel& m = c.figures.packs[k].model;
    Finding f = onPack("PACK-11", Severity::Mind, m, packPointer(k, "matched_by"));
    f.sentence = m.box ? fmt::format("The cells of {} were matched by their resting voltage alone.", m.name)
                       : fmt::format("The {} cells of {} were matched by their resting voltage alone.", m.series * m.parallel, m.name);
    f.why = "An old and a new cell show the same volts at the same charge; the weak one shows only when it carries.";
    f.what = "Capacity and resistance of each cell, and its volts after a week's rest.";
    f.headline = 1;
    f.working = {"What matches cells",
                 "capacity, resistance, days of self-discharge",
                 {input(c, "by", "matched by", "voltage", packPointer(k, "matched_by"))},
                 "not shown",
                 "voltage is charge, not capacity"};
    out.push_back(std::move(f));
  }
}

void pack12(const Context& c, Findings& out) {
  for (std::size_t k = 0; k < c.plan.packs.size(); ++k) {
    const Pack& p = c.plan.packs[k];
    const PackModel& m = c.figures.packs[k].model;
    const bool ladderRead = std::any_of(p.readings.begin(), p.readings.end(), [&](const Reading& r) {
      return r.of == ReadingOf::Groups && r.groups.size() == static_cast<std::size_t>(m.series);
    });
    const bool totalOnly = p.acceptedOn == AcceptedOn::TotalVolts;
    if (p.assembly != Assembly::Joined || (!totalOnly && ladderRead)) continue;
    const Volt group = m.restVoltage() / static_cast<double>(m.series);
    Finding f = onPack("PACK-12",
                       totalOnly      ? Severity::Stop
                       : p.acceptedOn ? Severity::Note
                                      : Severity::Mind,
                       m, packPointer(k, "accepted_on"));
    f.sentence =
        totalOnly ? fmt::format("The joined string of {} was accepted on its total of about {} only; none of its {} sense leads was read.",
                                m.name, text(m.restVoltage()), m.series)
                  : fmt::format("{}, and the volts of its {} groups are not in the plan.",
                                p.acceptedOn ? fmt::format("The joined string of {} is said to be read lead by lead", m.name)
                                             : fmt::format("What the joined string of {} was accepted on is not known", m.name),
                                m.series);
    f.why = "A group the wrong way round and another one twice can add up to the right total; a swapped sense lead burns the BMS.";
    f.what = fmt::format("Before the BMS plug goes in: meter from the first minus to lead 1, 2, 3 …, expected {}, {}, {} … up to {}.",
                         text(group), text(group * 2.0), text(group * 3.0), text(m.restVoltage()));
    f.headline = 1;
    f.working = {"Group ladder",
                 "U_k = k · U_group, lead by lead",
                 {input(c, "U_group", "rest voltage of one group", text(group)),
                  input(c, "S", "groups", std::to_string(m.series), packPointer(k, "series"))},
                 totalOnly ? "total only" : "not entered",
                 "every group seen once, in order"};
    out.push_back(std::move(f));
  }
}

}  // namespace

std::span<const Rule> packCellsRules() {
  static constexpr std::array rows{Rule{"PACK-08", "Stop, Mind", "loose cells apart before joining", pack08},
                                   Rule{"PACK-09", "Stop, Mind", "a pack marked as damaged, or of unknown history", pack09},
                                   Rule{"PACK-10", "Note", "a goal in Ah across different voltages", pack10},
                                   Rule{"PACK-11", "Mind", "cells matched by resting voltage alone", pack11},
                                   Rule{"PACK-12", "Stop", "a joined string accepted on its total voltage", pack12}};
  return rows;
}

}  // namespace usherwright::rules
