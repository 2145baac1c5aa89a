// LOG rules on the groups of a pack as they were last read.
#include <fmt/format.h>

#include <algorithm>
#include <array>

#include "core/assess/rules/rule.h"
#include "core/pack/ladders.h"

namespace usherwright::rules {
namespace {

// At rest between 30 and 90 %: 50 mV are some 4 % of charge of nmc, 150 mV a group that leaks or has lost cells.
const Volt apartStop(0.150), apartMind(0.050), aboveFull(0.05);

/// The last readings of all groups; empty if the pack was not at rest then.
const Reading* lastGroups(const Pack& p) {
  for (auto r = p.readings.rbegin(); r != p.readings.rend(); ++r)
    if (r->of == ReadingOf::Groups && r->groups.size() > 1) return !r->rested || *r->rested >= restedEnough ? &*r : nullptr;
  return nullptr;
}

/// The group that lay off the median the same way in each of the last three checks at rest and alike in charge; 0: none.
struct Drifting {
  std::size_t group = 0;  ///< from 1
  Volt off;               ///< the least of the three, with its sign
};
Drifting driftingOf(const Pack& p, const RestCurve& curve) {
  constexpr std::size_t checks = 3;
  const Volt like(0.100), leastOff(0.010);
  std::vector<const Reading*> last;
  for (auto r = p.readings.rbegin(); r != p.readings.rend() && last.size() < checks; ++r)
    if (isRestedLadder(*r)) last.push_back(&*r);
  if (last.size() < checks) return {};
  std::vector<Volt> medians;
  for (const Reading* r : last) {
    medians.push_back(middleOf(r->groups));
    const StateOfCharge charge = curve.inverse(medians.back());
    const bool same =
        r->groups.size() == last.front()->groups.size() && std::abs((medians.back() - medians.front()).value()) <= like.value();
    if (!same || charge < StateOfCharge(0.30) || charge > StateOfCharge(0.90)) return {};
  }
  Drifting out;
  for (std::size_t g = 0; g < last.front()->groups.size(); ++g) {
    Volt least = last[0]->groups[g] - medians[0];
    bool always = true;
    for (std::size_t i = 0; i < last.size(); ++i) {
      const Volt off = last[i]->groups[g] - medians[i];
      always = always && (off < Volt(0)) == (least < Volt(0)) && std::abs(off.value()) >= leastOff.value();
      if (std::abs(off.value()) < std::abs(least.value())) least = off;
    }
    if (always && std::abs(least.value()) > std::abs(out.off.value())) out = {g + 1, least};
  }
  return out;
}

void drifting(const Context& c, std::size_t k, Findings& out) {
  const PackModel& m = c.figures.packs[k].model;
  const Drifting d = driftingOf(c.plan.packs[k], m.curve);
  if (d.group == 0) return;
  const std::string millivolts = formatNumber(1000 * std::abs(d.off.value()), 2) + " mV";
  Finding f = finding({"LOG-02", Severity::Mind, Station::Pack, m.id, packPointer(k, "series")});
  f.sentence = fmt::format("Group {} of {} stood {} or more {} the others in each of three checks.", d.group, m.name, millivolts,
                           d.off < Volt(0) ? "below" : "above");
  f.why = "What differs once may be the meter; what differs three times leaks, has lost a cell, or is not balanced.";
  f.what = "A full charge held for balancing, attended; then the same check after seven days, untouched.";
  f.headline = std::abs(d.off.value());
  f.working = {"Three checks alike",
               "the same group ≥ 10 mV off the median in each, at rest, between 30 and 90 %",
               {input(c, "U", fmt::format("group {}", d.group), millivolts)},
               millivolts,
               "rest voltages of one string"};
  out.push_back(std::move(f));
}

void log02(const Context& c, Findings& out) {
  for (std::size_t k = 0; k < c.figures.packs.size(); ++k) {
    const PackModel& m = c.figures.packs[k].model;
    const Reading* reading = lastGroups(c.plan.packs[k]);
    if (!reading) continue;
    drifting(c, k, out);
    std::vector<Volt> volts = reading->groups;
    std::sort(volts.begin(), volts.end());
    const Volt median = volts[volts.size() / 2];
    const Volt spread = volts.back() - volts.front();
    const StateOfCharge charge = m.curve.inverse(median);
    // Near its ends the curve is steep: there a small difference of charge is many millivolts.
    const bool between = charge >= StateOfCharge(0.30) && charge <= StateOfCharge(0.90);
    const bool low = volts.front() < m.facts.minimumUnderLoad;
    const bool high = m.chemistry != Chemistry::Nimh && volts.back() > m.facts.charge + aboveFull;
    const bool stop = low || high || (between && spread > apartStop);
    if (!stop && !(between && spread > apartMind)) continue;
    const auto odd = std::max_element(reading->groups.begin(), reading->groups.end(),
                                      [&](Volt a, Volt b) { return std::abs((a - median).value()) < std::abs((b - median).value()); });
    const auto number = odd - reading->groups.begin() + 1;
    Finding f = finding({"LOG-02", stop ? Severity::Stop : Severity::Mind, Station::Pack, m.id, packPointer(k, "series")});
    f.sentence = fmt::format("The groups of {} rest {} mV apart; group {} at {} is the odd one.", m.name,
                             formatNumber(1000 * spread.value()), number, text(*odd));
    f.why =
        "One group that differs at rest leaks, has lost cells, or was never balanced; in use it is driven under its minimum or over its "
        "full first.";
    f.what = low ? fmt::format(
                       "Do not use it. Attended, at a twentieth of its Ah or less, until every group stands at {} or more; then read all "
                       "groups again after three days.",
                       text(m.facts.minimumUnderLoad))
             : stop ? "Do not charge or ride it before it is known why: read again after three days of rest, and have the odd group tested."
                    : "A full charge held for balancing, attended; read all groups again after three days.";
    f.headline = std::max(0.001, spread.value());
    f.working = {"Groups at rest",
                 "U_min ≤ every group ≤ U_charge + 0.05 V; between 30 and 90 %: spread ≤ 50 mV, never above 150 mV",
                 {input(c, "U_high", "highest", text(volts.back())), input(c, "U_low", "lowest", text(volts.front())),
                  input(c, "s", "charge by the median", percent(charge.value()))},
                 formatNumber(1000 * spread.value()) + " mV",
                 "rest voltages of one string"};
    out.push_back(std::move(f));
  }
}

}  // namespace

std::span<const Rule> groupsRules() {
  static constexpr std::array rows{Rule{"LOG-02", "Stop, Mind", "groups of a rested pack apart, or one outside its volts", log02}};
  return rows;
}

}  // namespace usherwright::rules
