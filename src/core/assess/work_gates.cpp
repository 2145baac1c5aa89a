#include "core/assess/work_gates.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/assess/open_items.h"
#include "core/pack/readings.h"
#include "core/plan/evidence.h"
#include "core/plan/names.h"
#include "core/plan/usual.h"
#include "core/quantity/text.h"
#include "core/quantity/units.h"

namespace usherwright {
namespace {

constexpr double asleep = 2;           // V: below this nothing drives the meter
constexpr double leaks = 2;            // V under 10 kΩ: more than 0.2 mA from a pole to the frame
constexpr double open = 1;             // kΩ: a harness with nothing in it has no path
constexpr double diodeAtRest = 0.7;    // V: most that a diode without current keeps back
constexpr double borne = 0.05;         // V a cell over full: upper limit charging voltage of lithium-ion cells, IEC 62133-2 (4.25 for 4.20)
constexpr double contactOverAir = 30;  // K after ten minutes

std::string n(double v) { return formatNumber(v, 4); }

/// "13S" of volts that no other count can have.
std::string seriesOf(double volts, const PackModel& m) {
  const int least = static_cast<int>(std::ceil(volts / m.facts.charge.value() - 0.02));
  return fmt::format("{}S or more, not {}S", least, m.series);
}

/// Volts of a cell that was full, after half an hour's rest, at the least: a group too few under the same charger stays below.
/// Lithium iron phosphate relaxes to 3.33 V and more, lead to 2.08 V (12.5 V a block of six), nickel to 1.33 V.
double restedFull(const PackModel& m) {
  switch (m.chemistry) {
    case Chemistry::Lfp: return 3.33;
    case Chemistry::Lead: return 2.08;
    case Chemistry::Nimh: return 1.33;
    default: return m.facts.charge.value() - 0.10;
  }
}

}  // namespace

std::pair<double, double> WorkGates::anyCharge(std::size_t pack) const {
  const PackModel& m = f_.packs[pack].model;
  return {m.restedEmpty.value(), m.full.value() + 0.02 * m.series};
}

std::optional<double> WorkGates::read(std::size_t pack) const {
  const std::string step = "volts/" + f_.packs[pack].model.id;
  std::optional<double> last;
  for (const StepRecord& r : plan_.build.done)
    if (r.step == step && r.reading) last = r.reading->value();
  const auto [low, high] = anyCharge(pack);
  return last && *last >= low && *last <= high ? last : std::nullopt;
}

double WorkGates::doubtAround(double volts) const { return volts * plan_.meterAccuracy.value_or(usual::meterAccuracy).value() + 0.1; }

double WorkGates::lost() const { return std::max(diodeAtRest, f_.joint.forwardDrop.value()) + 0.3; }

Gate WorkGates::ladder(std::size_t pack) const {
  const PackModel& m = f_.packs[pack].model;
  const bool flat = m.chemistry == Chemistry::Lfp;
  Gate g;
  g.quantity = fmt::format("highest less lowest group of {}", m.name);
  g.unit = "mV";
  g.low = 0;
  g.high = flat ? 5 : 20;
  g.because = flat ? "cells of one charge lie within 5 mV where the curve is flat" : "cells of one charge lie within 20 mV at rest";
  g.otherwise = {
      {g.high, flat ? 30.0 : 100.0, "groups of different charge", "charge the low ones singly to the same volts, rest, read again"},
      {flat ? 30.0 : 100.0, 5000, "a cell that is not like the others, or a lead of the ladder in the wrong place",
       "the plug stays out of the board; find that group, reject the odd cell"},
      {-5000, 0, "the lowest was taken for the highest", "read the two again"}};
  return g;
}

Gate WorkGates::volts(std::size_t pack) const {
  const PackModel& m = f_.packs[pack].model;
  const auto [low, high] = anyCharge(pack);
  Gate g;
  g.quantity = fmt::format("volts at the plug of {}", m.name);
  g.unit = "V";
  g.low = low;
  g.high = high;
  g.because = fmt::format("{}S of {} at any charge, at rest", m.series, wordOf(m.chemistry));
  g.otherwise = {{-2000, -asleep, "made up the wrong way round", "do not plug it; open the pigtail"},
                 {-asleep, asleep, "board asleep, fuse open, plug not home: not a wrong sign",
                  "its key, its button, its charger for a moment; then the fuse"},
                 {asleep, low, "a group is missing, or it is emptier than it may be", "group by group; below its lowest it is not charged"},
                 {high, 2000, seriesOf(high + 0.01, m), "stop: the plan has another pack"}};
  return g;
}

Gate WorkGates::leak(std::size_t pack) const {
  Gate g;
  g.quantity = fmt::format("frame against a pole of {}", f_.packs[pack].model.name);
  g.unit = "V";
  g.low = -leaks;
  g.high = leaks;
  g.because = "less than 0.2 mA through ten kilohm is no path";
  g.rule = "BUILD-06";
  g.otherwise = {
      {leaks, 2000, "a pole touches the frame, through a pinched lead, a screw or wet", "the pack comes out; find it before anything else"},
      {-2000, -leaks, "a pole touches the frame, through a pinched lead, a screw or wet",
       "the pack comes out; find it before anything else"}};
  return g;
}

Gate WorkGates::harness() const {
  Gate g;
  g.quantity = "ohms between plus and minus";
  g.unit = "kΩ";
  g.low = open;
  g.high = 1e6;
  g.because = "with nothing plugged there is no path; a meter that shows none is entered as 1000";
  g.otherwise = {{0, 0.01, "a short: pinched lead, solder bridge, two lugs", "nothing is plugged until it is found"},
                 {0.01, open, "something is still on it: lamps, converter, a plug", "take it off and read again"}};
  return g;
}

Gate WorkGates::dark() const {
  Gate g;
  g.quantity = "volts at the main plug, all apart";
  g.unit = "V";
  g.low = -asleep;
  g.high = asleep;
  g.because = "with every pack apart nothing is there";
  g.rule = "BUILD-04";
  g.otherwise = {
      {asleep, 2000, "another pack is still on it, or capacitors hold what was", "find the plug that is home; wait, then read again"},
      {-2000, -asleep, "another pack is still on it, the wrong way round", "find the plug that is home"}};
  return g;
}

Gate WorkGates::alone(std::size_t pack) const {
  const auto seen = read(pack);
  const auto [low, high] = anyCharge(pack);
  const double doubt = seen ? doubtAround(*seen) : 0;
  const bool oneWay = meetOneWay(f_);
  Gate g;
  g.quantity = fmt::format("volts at the main plug, {} alone", f_.packs[pack].model.name);
  g.unit = "V";
  g.low = (seen ? *seen - doubt : low) - lost();
  g.high = seen ? *seen + doubt : high;
  g.because =
      seen ? fmt::format("{} V at its plug, less what the joint keeps back", n(*seen)) : "any charge; narrower once its plug was read";
  g.otherwise = {
      {-2000, -asleep, "a plug or the joint is wired the wrong way round", "unplug it; find where the sign turns"},
      {-asleep, asleep,
       oneWay
           ? "a plug not home, a fuse open, a joint that needs its switch, or a half wired the wrong way round, which a one-way joint hides"
           : "a plug not home, a fuse open, a joint that needs its switch",
       "from the pack towards the main plug, one half at a time, with its sign"},
      {asleep, g.low, "a contact that hardly touches, or another pack than was read",
       "the half before the joint; there the volts are still whole"},
      {g.high, 2000, "another pack is on it", "unplug; dark first"}};
  return g;
}

Gate WorkGates::reverse(std::size_t pack) const {
  const auto [low, high] = anyCharge(pack);
  Gate g;
  g.quantity = fmt::format("volts at the other halves, {} alone", f_.packs[pack].model.name);
  g.unit = "V";
  g.low = -leaks;
  g.high = leaks;
  g.because = "a one-way joint lets less than 0.2 mA back";
  g.otherwise = {{leaks, low * 0.9, "one way leaks, warm or worn", "read it again cold; a joint that leaks is replaced"},
                 {low * 0.9, high, "that way is short: the joint lets current back", "the packs do not meet; another joint"},
                 {high, 2000, "another pack is on it", "unplug; dark first"},
                 {-2000, -leaks, "that half is wired the wrong way round", "open the pigtail"}};
  return g;
}

Gate WorkGates::meet() const {
  Gate g;
  g.unit = "V";
  g.quantity = "volts of the lower pack";
  if (!f_.window || !f_.window->window) {
    g.known = false;
    g.because = "how many amperes the lower pack may take is not known: station Joining, Connect";
    return g;
  }
  g.quantity = fmt::format("volts of {}, rested", f_.packs[f_.windowLow].model.name);
  g.low = f_.meetFrom.value();
  g.high = f_.meetTo.value();
  g.known = g.low <= g.high;
  g.because =
      g.known ? fmt::format("{} at {} V drives no more into it than it may take", f_.packs[f_.windowHigh].model.name, n(f_.meetTo.value()))
              : "the window lies inside the doubt of the meter: a better one is needed";
  g.otherwise = {{0, g.low, "too low: more would flow than it may take", "charge it alone, let it rest half an hour, read both again"},
                 {g.high, 2000, "it is the higher one now", "read both again; the other is the lower one"},
                 {-2000, 0, "the probes were the wrong way round, or the plug is", "sign and volts at its plug again"}};
  return g;
}

Gate WorkGates::both() const {
  double low = 0, high = 0;
  bool all = true;
  for (std::size_t k = 0; k < f_.packs.size(); ++k) {
    const auto seen = read(k);
    const auto [from, to] = anyCharge(k);
    all = all && seen.has_value();
    low = std::max(low, seen.value_or(from));
    high = std::max(high, seen.value_or(to));
  }
  const double doubt = all ? doubtAround(high) : 0;
  Gate g;
  g.quantity = "volts at the main plug, all plugged";
  g.unit = "V";
  g.high = high + doubt;
  // Hard-joined ones meet between them; a one-way joint shows the highest.
  double lowest = low;
  if (!f_.hard.empty())
    for (std::size_t k = 0; k < f_.packs.size(); ++k) lowest = std::min(lowest, read(k).value_or(anyCharge(k).first));
  g.low = lowest - doubt - lost();
  g.because = all ? "the highest that was read, less what the joint keeps back" : "any charge; narrower once every plug was read";
  g.otherwise = {{-asleep, asleep, "a plug not home, or a joint that needs its switch", "unplug all; each alone again"},
                 {asleep, g.low, "the higher pack is not on it", "each alone again"},
                 {g.high, 2000, "two packs in series, or another pack", "unplug at once; controller stays apart"},
                 {-2000, -asleep, "a plug or the joint is wired the wrong way round", "unplug all; each alone again"}};
  return g;
}

Gate WorkGates::charger(std::size_t pack) const {
  const PackModel& m = f_.packs[pack].model;
  Gate g;
  g.quantity = fmt::format("volts at the plug of the charger for {}", m.name);
  g.unit = "V";
  const bool lithium = isLithium(m.chemistry);
  g.low = m.full.value() - 0.10 * m.series;
  g.high = m.full.value() + (lithium ? borne : 0.02) * m.series;
  g.because = fmt::format("{}S of {} is full at {} V{}", m.series, wordOf(m.chemistry), n(m.full.value()),
                          lithium ? "; its cells bear 0.05 V more, and the meter's doubt has to lie within that" : "");
  g.otherwise = {
      {-2000, -asleep, "the plug is wired the other way round", "do not plug it; another lead"},
      {-asleep, asleep, "it wakes only when it sees a pack, or it is dead", "its lamp; read it at its board by somebody qualified"},
      {asleep, g.low, "made for fewer cells in series, or another chemistry", "it will never fill this pack: the label again"},
      {g.high, 2000, "made for more cells in series", "never on this pack"}};
  return g;
}

Gate WorkGates::full(std::size_t pack) const {
  const PackModel& m = f_.packs[pack].model;
  Gate g;
  g.quantity = fmt::format("volts of {}, full and rested", m.name);
  g.unit = "V";
  g.low = restedFull(m) * m.series;
  g.high = m.full.value() + 0.02 * m.series;
  g.because = fmt::format("{}S of {}, full and rested; one group fewer cannot reach it without harm", m.series, wordOf(m.chemistry));
  g.otherwise = {
      {-2000, -asleep, "the probes were the wrong way round", "red on plus, and again"},
      {-asleep, asleep, "its board has cut: a group came to its limit first", "group by group; charged by nothing until then"},
      {asleep, g.low, "a group fewer than the label says, a group that is full before the others, or a charger that stopped early",
       "group by group, or have it counted, before anything charges it again"},
      {g.high, 2000, "charged past what its cells bear", "outside, away from what burns, watched; that charger is never used again"}};
  return g;
}

Gate WorkGates::warm() const {
  Gate g;
  g.quantity = "warmest contact over the air";
  g.unit = "K";
  g.low = -5;
  g.high = contactOverAir;
  g.because = "after ten minutes at the current that is held for long";
  g.rule = "BUILD-09";
  g.severity = Severity::Mind;
  g.otherwise = {{contactOverAir, 300, "that contact has too many milliohm",
                  "let it cool, unplug, pull it, look at its spring and crimp; make it again"},
                 {-300, -5, "the air was read in the sun, or the two were exchanged", "read both again"}};
  return g;
}

std::string Otherwise::range(const std::string& unit) const {
  if (to >= 1000) return fmt::format("over {} {}", n(from), unit);
  if (from <= -1000) return fmt::format("under {} {}", n(to), unit);
  return fmt::format("{} … {} {}", n(from), n(to), unit);
}

StepJudged judged(const Gate& gate, double reading, double doubt) {
  StepJudged out;
  if (!gate.known) {
    out.words = gate.because;
    return out;
  }
  const std::string read = fmt::format("{} ± {} {}", n(reading), formatNumber(doubt, 2), gate.unit);
  const std::string window = fmt::format("{} … {} {}", n(gate.low), n(gate.high), gate.unit);
  if (reading - doubt >= gate.low && reading + doubt <= gate.high) {
    out.standing = StepStanding::Passed;
    out.words = fmt::format("passes: {} lies inside {}", read, window);
  } else if (reading + doubt < gate.low || reading - doubt > gate.high) {
    out.standing = StepStanding::Failed;
    out.words = fmt::format("{} lies outside {}", read, window);
    for (const Otherwise& o : gate.otherwise)
      if (reading >= o.from && reading <= o.to) {
        out.likely = o;
        break;
      }
  } else {
    out.standing = StepStanding::CannotTell;
    out.words = fmt::format("cannot tell: {} reaches over an end of {}; a better meter is needed", read, window);
  }
  return out;
}

double doubtOf(const Plan& plan, const Gate& gate, double reading) {
  const double share = plan.meterAccuracy.value_or(usual::meterAccuracy).value();
  if (gate.unit == "V") return std::abs(reading) * share + plan.meterDigit.value_or(usual::meterDigit).value();
  if (gate.unit == "K") return 1;
  return std::abs(reading) * 0.01;
}

double beyond(const Gate& gate, double reading) { return std::max(gate.low - reading, reading - gate.high); }

namespace {

/// An acceptance of the finding that the reading makes is the written reason; it lapses as that of every finding does.
StepJudged withOverride(const Plan& plan, const WorkStep& step, double reading) {
  StepJudged out = judged(*step.gate, reading, doubtOf(plan, *step.gate, reading));
  if (out.standing != StepStanding::Failed || !mayBeOverridden(*step.gate)) return out;
  const auto given = plan.accepted.find(step.gate->rule + "@" + step.id);
  if (given == plan.accepted.end() || !saysSomething(given->second.reason, 1)) return out;
  if (!(beyond(*step.gate, reading) <= given->second.headline * acceptedUpTo)) return out;
  out.standing = StepStanding::Passed;
  out.overridden = true;
  out.words += "; went on all the same: " + given->second.reason;
  return out;
}

}  // namespace

StepJudged judgedOf(const Plan& plan, const WorkStep& step) {
  StepJudged out;
  const auto& done = plan.build.done;
  for (std::size_t i = done.size(); i-- > 0;) {
    if (done[i].step != step.id) continue;
    // A click at a gate is no reading: it is open, whatever was read before.
    if (!step.gate) out.standing = StepStanding::Passed;
    else if (done[i].reading) out = withOverride(plan, step, done[i].reading->value());
    else out.words = "noted without a reading";
    out.record = i;
    return out;
  }
  return out;
}

Release releaseOf(const Plan& plan, const Assessment& assessment, const std::vector<WorkStep>& order) {
  Release out;
  for (const WorkStep& step : order) {
    if (step.id == "release") break;
    if (judgedOf(plan, step).standing != StepStanding::Passed) out.open.push_back(step.title);
  }
  for (const OpenItem& item : openItems(plan, assessment.figures)) out.open.push_back(item.words);
  for (const Finding& f : assessment.findings)
    if (f.counted && f.severity == Severity::Stop) out.unproven.push_back(f.sentence);
  if (order.empty() || !out.open.empty() || !out.unproven.empty()) return out;
  out.may = assumedValues(plan) > 0 ? Release::May::Supervised : Release::May::Ride;
  return out;
}

}  // namespace usherwright
