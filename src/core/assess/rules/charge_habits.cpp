// CHG rules about how it is done: where, attended by whom, how full, how long, how often held.
#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "core/assess/rules/charge_rule.h"
#include "core/charging/of_plan.h"
#include "core/log/history.h"

namespace usherwright::rules {
namespace {

constexpr double asFull = 0.95, longAtFull = 12;  // h
constexpr double longestCycles = 20, longestDays = 60;

/// Full cells keep; those of lead and nickel want to stand full.
bool agesAtFull(const PackModel& m) { return isLithium(m.chemistry); }

/// From where it ends to where it is ready: how long the pack of a charge stands at its target.
Known<Hour> standsFull(const Context& c, const ChargeFigures& pair) {
  if (!pair.run) return std::nullopt;
  return std::max(Hour(0), Hour(nightOf(c.plan).length) - Hour(pair.run->end));
}

void chg09(const Context& c, Findings& out) {
  const Known<Unplugged> when = c.plan.charging.unplugged;
  if (when != Unplugged::Never && when != Unplugged::BeforeUse) return;
  for (const ChargeFigures& pair : c.figures.charging) {
    const PackModel& m = c.figures.packs[pair.pack].model;
    const Pack& p = c.plan.packs[pair.pack];
    if (!pair.assigned || !agesAtFull(m) || targetOf(p).value() < asFull) continue;
    const Known<Hour> hours = standsFull(c, pair);
    if (when == Unplugged::BeforeUse && hours && hours->value() <= longAtFull) continue;
    Finding f = finding({"CHG-09", Severity::Mind, Station::Charging, m.id, "/charging/unplugged"});
    const std::string how = when == Unplugged::Never ? std::string("is never taken off its charger")
                            : hours                  ? fmt::format("stands full for {} h on its charger", formatNumber(hours->value(), 2))
                                    : std::string("is taken off its charger before it is used, nobody knows how long after it was full");
    f.sentence = fmt::format("{} {}.", m.name, how);
    f.why = "Full cells age fastest, the more the warmer; and a charger that stays on is one more thing that may fail at night.";
    f.what = "Off when it is done, or a timer that ends it.";
    f.remedies.push_back(setTo("when done", "/charging/unplugged", FieldValue{std::string("when-done")}));
    f.headline = when == Unplugged::Never ? 100 : hours ? hours->value() : 24;
    f.working = {"Hours at full",
                 "from the end of the charge to its use ≤ 12 h",
                 {input(c, "from", "home at", formatClock(nightOf(c.plan).begins.value()), "/charging/begins_min"),
                  input(c, "to", "ready by", formatClock(nightOf(c.plan).ready.value()), "/charging/ready_by_min")},
                 hours ? formatNumber(hours->value(), 3) + " h" : "not known",
                 "calendar ageing doubles at full charge"};
    out.push_back(std::move(f));
  }
}

void chg10(const Context& c, Findings& out) {
  for (std::size_t k = 0; k < c.plan.packs.size(); ++k) {
    const Pack& p = c.plan.packs[k];
    const PackModel& m = c.figures.packs[k].model;
    const std::optional<Date> held = lastHeldFull(c.plan, p);
    if (!isCharged(c, k) || !isLithium(m.chemistry) || p.bms.balances == Balances::Never) continue;
    const double days = held && c.today ? static_cast<double>((*c.today - *held).count()) : 0.0;
    const bool old = days > longestDays, ridden = p.cyclesSinceHeld && exceeds(p.cyclesSinceHeld->value(), longestCycles);
    if (!old && !ridden) continue;
    Finding f = finding({"CHG-10", Severity::Note, Station::Charging, m.id, packPointer(k, ridden ? "cycles_since_held" : "held_full_on")});
    const std::string ago = ridden ? formatNumber(p.cyclesSinceHeld->value(), 3) + " cycles" : formatNumber(days, 3) + " days";
    f.sentence = fmt::format("{} was last held at full {} ago.", m.name, ago);
    f.why = "Boards even out near full only: groups drift apart until the lowest one ends every ride.";
    f.what = fmt::format("A full charge, attended, held for {}.", holdWords(p, m));
    f.headline = std::max(ridden ? p.cyclesSinceHeld->value() / longestCycles : 0.0, old ? days / longestDays : 0.0);
    f.working = {"Since it was held full",
                 "20 cycles or 60 days",
                 {input(c, "cycles", "since then", p.cyclesSinceHeld ? formatNumber(p.cyclesSinceHeld->value(), 3) : "–",
                        packPointer(k, "cycles_since_held")),
                  input(c, "day", "last held", held ? formatDate(*held) : "–", packPointer(k, "held_full_on"))},
                 ago,
                 "drift of groups of cells"};
    out.push_back(std::move(f));
  }
}

struct Wrong {
  std::string words, pointer, cure;
  FieldValue better;
};

std::vector<Wrong> wrongOf(const ChargePlan& how) {
  std::vector<Wrong> out;
  const auto add = [&](bool is, const char* words, const char* key, const char* cure, FieldValue better) {
    if (is) out.push_back({words, std::string("/charging/") + key, cure, std::move(better)});
  };
  add(how.attendance == Attendance::Asleep, "while everybody sleeps", "attendance", "while somebody is awake",
      FieldValue{std::string("in-the-house")});
  add(how.attendance == Attendance::Nobody, "while nobody is there", "attendance", "while somebody is there",
      FieldValue{std::string("in-the-house")});
  add(how.wayOut == true, "on the way out", "way_out", "off the way out", FieldValue{false});
  add(how.ground == ChargeGround::Wood, "on wood", "ground", "on stone or tiles", FieldValue{std::string("stone")});
  add(how.ground == ChargeGround::Cloth, "on cloth", "ground", "on stone or tiles", FieldValue{std::string("stone")});
  add(how.nearFuel == true, "within 1 m of what burns", "near_fuel", "1 m from everything that burns", FieldValue{false});
  add(how.alarm == false, "without a smoke alarm", "alarm", "under a smoke alarm that is heard", FieldValue{true});
  return out;
}

void chg11(const Context& c, Findings& out) {
  const bool any =
      std::any_of(c.figures.charging.begin(), c.figures.charging.end(), [](const ChargeFigures& pair) { return pair.assigned; });
  const std::vector<Wrong> wrong = wrongOf(c.plan.charging);
  if (!any || wrong.empty()) return;
  Finding f = finding({"CHG-11", Severity::Mind, Station::Charging, "place", wrong.front().pointer});
  std::string words, cures;
  Fix all{"such a place", {}};
  for (const Wrong& w : wrong) {
    words += (words.empty() ? "" : ", ") + w.words;
    if (cures.find(w.cure) == std::string::npos) cures += (cures.empty() ? "" : ", ") + w.cure;
    f.fields.push_back(w.pointer);
    all.edits.push_back({w.pointer, w.better});
  }
  f.sentence = fmt::format("Charged {}.", words);
  f.why = "A cell that fails burns within seconds; whether it stays a burnt pack is a matter of the place and of who is there.";
  cures.front() = static_cast<char>(std::toupper(static_cast<unsigned char>(cures.front())));
  f.what = cures + ".";
  f.remedies.push_back(std::move(all));
  f.headline = static_cast<double>(wrong.size());
  f.working = {"Where it is charged",
               "attended, on stone, off the way out, 1 m from what burns, under an alarm",
               {},
               words,
               "guidance of fire services on lithium batteries at home"};
  for (const Wrong& w : wrong) f.working.inputs.push_back(input(c, "is", w.words, "yes", w.pointer));
  out.push_back(std::move(f));
}

void chg13(const Context& c, Findings& out) {
  for (std::size_t k = 0; k < c.plan.packs.size(); ++k) {
    const Pack& p = c.plan.packs[k];
    const PackModel& m = c.figures.packs[k].model;
    const Balances board = p.bms.balances.value_or(Balances::NearFull);
    if (!isCharged(c, k) || !isLithium(m.chemistry) || !p.ceiling || p.ceiling->value() >= asFull || board != Balances::NearFull) continue;
    if (p.balanceEvery && !exceeds(p.balanceEvery->value(), longestCycles)) continue;
    Finding f = finding({"CHG-13", Severity::Mind, Station::Charging, m.id, packPointer(k, "balance_every")});
    f.sentence = fmt::format("{} is charged up to {}{}; its board evens out groups near full only{}.", m.name, percent(p.ceiling->value()),
                             p.balanceEvery ? fmt::format(" and held full every {} cycles", formatNumber(p.balanceEvery->value(), 3))
                                            : " and no full charge is planned",
                             p.bms.balances ? "" : ", as far as anybody knows");
    f.why = "Groups drift apart, and the lowest one ends every ride while the others still hold.";
    f.what = fmt::format("Every {} cycles a full charge, attended, held for {}.", formatNumber(longestCycles), holdWords(p, m));
    f.remedies.push_back(setTo("every 20 cycles", packPointer(k, "balance_every"), FieldValue{longestCycles}));
    f.headline = p.balanceEvery ? p.balanceEvery->value() / longestCycles : 100;
    f.working = {"Ceiling and balancing",
                 "ceiling below full: a full charge every 20 cycles",
                 {input(c, "ceiling", m.name, percent(p.ceiling->value()), packPointer(k, "ceiling"))},
                 p.balanceEvery ? formatNumber(p.balanceEvery->value(), 3) + " cycles" : "none planned",
                 "balance start voltage of boards"};
    out.push_back(std::move(f));
  }
}

void chg24(const Context& c, Findings& out) {
  const Known<Attendance> there = c.plan.charging.attendance;
  const bool alone = there == Attendance::Asleep || there == Attendance::Nobody;
  for (std::size_t k = 0; k < c.plan.packs.size(); ++k) {
    const Pack& p = c.plan.packs[k];
    if (p.origin != Origin::Built || !isCharged(c, k) || !p.firstCharge.empty()) continue;
    if (!alone && p.firstLadder != false) continue;
    const PackModel& m = c.figures.packs[k].model;
    Finding f = finding({"CHG-24", Severity::Mind, Station::Charging, m.id, packPointer(k, "first_ladder")});
    if (alone) f.fields = {packPointer(k, "first_ladder"), "/charging/attendance"};
    f.sentence = fmt::format("The first charge of {}, built here, is planned {}.", m.name,
                             alone ? "with nobody awake beside it" : "without reading its groups");
    f.why = "A cell that was put in wrong, or a joint that does not hold, shows in this charge: as the group that runs ahead or behind.";
    f.what = "Beside it, and every group on the meter: at the start, at 3.6, 3.9 and 4.1 V per group, and full.";
    f.remedies.push_back(setTo("with readings", packPointer(k, "first_ladder"), FieldValue{true}));
    if (alone) f.remedies.back().edits.push_back({"/charging/attendance", FieldValue{std::string("beside-it")}});
    f.headline = alone ? 2 : 1;
    f.working = {
        "First charge", "attended, with a ladder of group volts", {}, alone ? "unattended" : "no ladder", "commissioning of a built pack"};
    out.push_back(std::move(f));
  }
}

/// The last charge that was written down, against what was to be expected.
void chg25(const Context& c, Findings& out) {
  for (std::size_t k = 0; k < c.plan.packs.size(); ++k) {
    const Pack& p = c.plan.packs[k];
    if (p.charges.empty() || !p.charges.back().from) continue;
    const ChargeRecord& last = p.charges.back();
    const PackModel& m = c.figures.packs[k].model;
    const ExpectedCharge due = expectedCharge(c.plan, p, m, last);
    const bool much = last.putBack && exceeds(last.putBack->value(), 1.1 * due.missing.value());
    const bool slow = last.took && due.time && exceeds(last.took->value(), 1.3 * Minute(*due.time).value());
    if (!much && !slow) continue;
    const std::string at = packPointer(k, fmt::format("charges/{}/{}", p.charges.size() - 1, much ? "put_back_Ah" : "took_min"));
    Finding f = finding({"CHG-25", Severity::Mind, Station::Charging, m.id, at});
    f.sentence = much ? fmt::format("The last charge of {} put in {} Ah; {} Ah were missing.", m.name,
                                    formatNumber(last.putBack->value(), 3), formatNumber(due.missing.value(), 3))
                      : fmt::format("The last charge of {} took {} min; {} min were to be expected.", m.name,
                                    formatNumber(last.took->value(), 3), formatNumber(Minute(*due.time).value(), 3));
    f.why = "A group that leaks or runs hot swallows charge; or a capacity, a health or a charge in this plan is wrong.";
    f.what = "Stop charging it unattended; read every group at full and a day later, then look for the wrong figure.";
    f.headline =
        much ? last.putBack->value() / std::max(0.01, due.missing.value()) : last.took->value() / std::max(1.0, Minute(*due.time).value());
    f.working = {"Charge against expectation",
                 "Ah ≤ 1.1 · missing; time ≤ 1.3 · expected",
                 {input(c, "from", "begun at", percent(last.from->value()),
                        packPointer(k, fmt::format("charges/{}/from_soc", p.charges.size() - 1))),
                  input(c, "Q", "missing", formatNumber(due.missing.value(), 3) + " Ah")},
                 f.sentence,
                 "coulombic efficiency of cells, 0.99"};
    out.push_back(std::move(f));
  }
}

}  // namespace

std::span<const Rule> chargeHabitRules() {
  static constexpr std::array rows{Rule{"CHG-09", "Mind", "left at full for more than twelve hours, or for good", chg09, {Part::Charging}},
                                   Rule{"CHG-10", "Note", "not held at full for twenty cycles or sixty days", chg10},
                                   Rule{"CHG-11", "Mind", "charged unattended, or where it must not burn", chg11},
                                   Rule{"CHG-13", "Mind", "ceiling below full without a balance charge", chg13},
                                   Rule{"CHG-24", "Mind", "first charge of a built pack unattended or unread", chg24},
                                   Rule{"CHG-25", "Mind", "a charge took longer or more than was missing", chg25}};
  return rows;
}

}  // namespace usherwright::rules
