// LOG rules on what measurements of a pack show over time: its charge, its resistance, its groups.
#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <numeric>

#include "core/assess/rules/rule.h"
#include "core/charging/life.h"
#include "core/log/health.h"
#include "core/pack/ladders.h"
#include "core/quantity/root.h"
#include "core/quantity/units.h"

namespace usherwright::rules {
namespace {

using std::chrono::days;

constexpr double worstOfClass = 1.5;     // times the fade that calendar and cycles explain at their worst
constexpr double calendarAtFull = 0.04;  // a year, of a pack that always stands full
constexpr double resistanceMind = 1.5, resistanceStop = 2;
constexpr days leastApart{7};
constexpr double leastUsed = 0.15;   // of all the Ah: a shorter ride may not have come to the second pack's turn
constexpr double leastShare = 0.15;  // of the Ah of a ride: who should give less is not missed
constexpr double tooLittle = 0.2;    // of what it should have given
const Volt drift(0.002);             // a day between groups
const Volt likeCharge(0.030);        // medians of two readings of one state

PackHealth healthIn(const Context& c, std::size_t k) {
  const PackModel& m = c.figures.packs[k].model;
  const Pack& p = c.plan.packs[k];
  Date today = c.today.value_or(Date{});
  if (!c.today)
    for (const CapacityTest& t : p.capacityTests) today = std::max(today, parseDate(t.when).value_or(today));
  return healthOf(m, p, k, today);
}

void lostString(const Context& c, std::size_t k, const PackHealth& h, Findings& out) {
  const PackModel& m = c.figures.packs[k].model;
  Finding f = finding({"LOG-01", Severity::Mind, Station::Log, m.id, h.points.back().pointer + "/put_back_Ah"});
  f.sentence = fmt::format("{} fell to {} of its charge by {}: {} of {} parallel strings may have come off.", m.name,
                           percent(h.lost->share), formatDate(h.lost->since), h.lost->strings, m.parallel);
  f.why = "The strings that are left carry all of the current: they warm up, wear fast, and may be past what they stand.";
  f.what = "Ride it gently or not at all; measure its resistance, which rises by the same share if it is so; have the strips looked at.";
  f.headline = 1 - h.lost->share;
  f.working = {"Sudden fall",
               "left / before = (P − k) / P within 0.04 and three and a half standard deviations, within 90 days",
               {input(c, "P", "strings", std::to_string(m.parallel), packPointer(k, "parallel"))},
               fmt::format("{} = {}/{}", percent(h.lost->share), m.parallel - h.lost->strings, m.parallel),
               "charge of parallel strings"};
  out.push_back(std::move(f));
}

void log01(const Context& c, Findings& out) {
  for (std::size_t k = 0; k < c.plan.packs.size(); ++k) {
    const Pack& p = c.plan.packs[k];
    if (p.capacityTests.size() + p.charges.size() < 2) continue;
    const PackHealth h = healthIn(c, k);
    const PackModel& m = c.figures.packs[k].model;
    if (h.lost) {
      lostString(c, k, h, out);
      continue;
    }
    if (!h.trend || !h.trend->slopeKnown || m.rated <= AmpereHour(0)) continue;
    const double years = std::max(0.1, static_cast<double>((h.points.back().day - h.points.front().day).count()) / 365.25);
    const double cycling = 0.2 * h.fullCycles / years / sheetCycles(m.chemistry).low;
    const double expected = calendarAtFull + cycling;
    const double fade = -h.trend->perYear.high / m.rated.value();  // at least, nine times in ten
    if (fade <= worstOfClass * expected) continue;
    Finding f = finding({"LOG-01", Severity::Mind, Station::Log, m.id, h.points.back().pointer + "/put_back_Ah"});
    f.sentence =
        fmt::format("{} loses at least {} of its charge a year; age and use explain {}.", m.name, percent(fade), percent(expected));
    f.why = "A pack that fades faster than its cells should is hot, deeply drained, unbalanced, or losing strings.";
    f.what = "Read every group at full and a day later; note how warm it gets; look at how deep it is ridden.";
    f.headline = fade / expected;
    f.working = {"Fade against class",
                 "slope of the measured charge, mild end of nine in ten, against 4 % a year + 20 % · cycles / cycles of the data sheet",
                 {input(c, "Q", "rated", formatNumber(m.rated.value()) + " Ah"),
                  input(c, "n", "cycles a year", formatNumber(h.fullCycles / years, 3))},
                 percent(fade) + " a year",
                 "calendar and cycle fade of the chemistry"};
    out.push_back(std::move(f));
  }
}

void log12(const Context& c, Findings& out) {
  for (std::size_t k = 0; k < c.plan.packs.size(); ++k) {
    const Pack& p = c.plan.packs[k];
    const CapacityTest *first = nullptr, *last = nullptr;
    std::size_t at = 0;
    for (std::size_t i = 0; i < p.capacityTests.size(); ++i) {
      const CapacityTest& t = p.capacityTests[i];
      if (!t.resistance || *t.resistance <= MilliOhm(0)) continue;
      if (!first) first = &t;
      last = &t;
      at = i;
    }
    if (!last || first == last) continue;
    const double ratio = *last->resistance / *first->resistance;
    if (ratio <= resistanceMind) continue;
    const PackModel& m = c.figures.packs[k].model;
    const bool stop = ratio > resistanceStop;
    const std::string pointer = packPointer(k, fmt::format("capacity_tests/{}/resistance_mohm", at));
    Finding f = finding({"LOG-12", stop ? Severity::Stop : Severity::Mind, Station::Log, m.id, pointer});
    f.sentence =
        fmt::format("The resistance of {} rose from {} to {} mΩ, {} times what it began with, if both days were alike warm.", m.name,
                    formatNumber(first->resistance->value()), formatNumber(last->resistance->value()), formatNumber(ratio, 3));
    f.why = "A joint that lets go warms where nobody sees it; worn cells sag, and the bike cuts out under load.";
    f.what = stop ? "Do not ride or charge it before it is known which: measure again at the warmth of the first day, then across its "
                    "joints, plug and "
                    "strips one by one. One place with the rise is a joint; all of it spread evenly is wear."
                  : "Measure again at the warmth of the first day, then across its joints and its plug: one place with the rise is a "
                    "joint; all of "
                    "it spread evenly is wear.";
    f.headline = ratio;
    f.working = {"Rise of resistance",
                 "R now / R at commissioning ≤ 1.5; never above 2",
                 {input(c, "R", "now", formatNumber(last->resistance->value()) + " mΩ", pointer),
                  input(c, "R", "first", formatNumber(first->resistance->value()) + " mΩ")},
                 formatNumber(ratio, 3),
                 "two loads at the plug, at like temperature"};
    out.push_back(std::move(f));
  }
}

/// Ladders of a pack at rest that say when they were read.
std::vector<std::size_t> restedLadders(const Pack& p) {
  std::vector<std::size_t> out;
  for (std::size_t i = 0; i < p.readings.size(); ++i) {
    const Reading& r = p.readings[i];
    if (isRestedLadder(r) && parseDate(r.when)) out.push_back(i);
  }
  std::stable_sort(out.begin(), out.end(),
                   [&](std::size_t a, std::size_t b) { return parseDate(p.readings[a].when) < parseDate(p.readings[b].when); });
  return out;
}

void log11(const Context& c, Findings& out) {
  for (std::size_t k = 0; k < c.plan.packs.size(); ++k) {
    const Pack& p = c.plan.packs[k];
    const auto ladders = restedLadders(p);
    if (ladders.size() < 2) continue;
    const Reading& now = p.readings[ladders.back()];
    const Volt median = middleOf(now.groups);
    // Against the last one that lies a week or more back, of the same charge.
    const Reading* then = nullptr;
    for (const std::size_t i : ladders) {
      const Reading& r = p.readings[i];
      if (*parseDate(now.when) - *parseDate(r.when) < leastApart || r.groups.size() != now.groups.size()) continue;
      if (std::abs((middleOf(r.groups) - median).value()) <= likeCharge.value()) then = &r;
    }
    if (!then) continue;
    const double apart = static_cast<double>((*parseDate(now.when) - *parseDate(then->when)).count());
    const Volt before = middleOf(then->groups);
    std::size_t worst = 0;
    Volt fell(-1000);
    for (std::size_t g = 0; g < now.groups.size(); ++g) {
      const Volt down = (then->groups[g] - before) - (now.groups[g] - median);
      if (down > fell) {
        fell = down;
        worst = g;
      }
    }
    const Volt aDay = fell / apart;
    if (aDay <= drift) continue;
    const PackModel& m = c.figures.packs[k].model;
    const std::string pointer = packPointer(k, fmt::format("readings/{}/when", ladders.back()));
    Finding f = finding({"LOG-11", Severity::Mind, Station::Log, m.id, pointer});
    f.sentence = fmt::format("Group {} of {} fell {} mV against the others from {} to {}: {} mV a day.", worst + 1, m.name,
                             formatNumber(1000 * fell.value(), 3), then->when, now.when, formatNumber(1000 * aDay.value(), 2));
    f.why = "A group that runs down by itself has a cell that leaks inside, or something wired across it.";
    f.what = "Look for a balance lead or a lamp across that group; if there is none, have its cells tested. Not charged unattended.";
    f.headline = aDay.value() / drift.value();
    f.working = {"Self-discharge between groups",
                 "(U_group − median) then − now ≤ 2 mV a day, over a week or more at the same charge",
                 {input(c, "t", "days", formatNumber(apart, 4))},
                 formatNumber(1000 * aDay.value(), 2) + " mV a day",
                 "cells of one string run down alike"};
    out.push_back(std::move(f));
  }
}

/// Ah that went back into a pack on a day of a ride and the one after it; empty where none were noted.
Known<AmpereHour> backAfter(const Pack& p, Date ride, std::size_t& last) {
  Known<AmpereHour> sum;
  for (std::size_t i = 0; i < p.charges.size(); ++i) {
    const ChargeRecord& charge = p.charges[i];
    const auto when = parseDate(charge.when);
    if (!charge.putBack || !when || *when < ride || *when > ride + days(1)) continue;
    sum = sum.value_or(AmpereHour(0)) + *charge.putBack;
    last = i;
  }
  return sum;
}

/// What each pack has given when all of them together have given so much, from where they are charged to on ordinary days.
std::vector<AmpereHour> givenOf(const Figures& f, AmpereHour all) {
  const auto at = [&](Second t) {
    std::vector<AmpereHour> out;
    const Row row = f.full->at(t);
    for (std::size_t k = 0; k < f.packs.size(); ++k)
      out.push_back(f.packs[k].model.capacity * (f.full->input().sources[k].start - row.soc[k]).value());
    return out;
  };
  const auto sum = [](const std::vector<AmpereHour>& each) { return std::accumulate(each.begin(), each.end(), AmpereHour(0)); };
  constexpr int halvings = 40;  // of some hours: to a microsecond
  const Ends<Second> whole{Second(0), f.full->end};
  return at(halved(whole, halvings, [&](Second t) { return sum(at(t)) < all; }).high);
}

/// The last ride after which Ah went back into every pack tells who carried it.
void log04(const Context& c, Findings& out) {
  const Figures& f = c.figures;
  if (f.packs.size() < 2 || !f.full || f.joint.turns != Turns::Together || converterPack(c.plan)) return;
  Known<Date> ridden;
  for (std::size_t i = 0; i < c.plan.rides.size(); ++i)
    if (const auto when = parseDate(c.plan.rides[i].when); when && (!ridden || *when > *ridden)) ridden = *when;
  if (!ridden) return;
  std::vector<AmpereHour> back;
  std::vector<std::size_t> last(f.packs.size(), 0);
  AmpereHour all(0), capacity(0);
  for (std::size_t k = 0; k < f.packs.size(); ++k) {
    const auto its = backAfter(c.plan.packs[k], *ridden, last[k]);
    if (!its) return;
    back.push_back(*its);
    all += *its;
    capacity += f.packs[k].model.capacity;
  }
  if (all < capacity * leastUsed) return;
  const std::vector<AmpereHour> given = givenOf(f, all);
  for (std::size_t k = 0; k < f.packs.size(); ++k) {
    if (given[k] < all * leastShare || back[k] >= given[k] * tooLittle) continue;
    const PackModel& m = f.packs[k].model;
    const std::string pointer = packPointer(k, fmt::format("charges/{}/put_back_Ah", last[k]));
    Finding found = finding({"LOG-04", Severity::Mind, Station::Log, m.id, pointer});
    found.sentence = fmt::format("After the ride of {} {} Ah went back into {}, of {} in all; carrying its share it would have given {}.",
                                 formatDate(*ridden), formatNumber(back[k].value(), 2), m.name, formatNumber(all.value()),
                                 formatNumber(given[k].value(), 2));
    found.why = "One pack alone carried the ride: it wears for both, its leads and board carry the whole peak, and the range is its own.";
    found.what =
        "Read both packs at the plug after a short ride from full: the one that stays up is not joined. Look at its plug, fuse, switch and "
        "way of the joint.";
    found.headline = given[k] / std::max(back[k], AmpereHour(0.01));
    found.working = {"Who carried the ride",
                     "Ah put back ≥ a fifth of the share that the joined run gives at as many Ah",
                     {input(c, "Q", "put back", formatNumber(back[k].value(), 3) + " Ah", pointer),
                      input(c, "Q₁", "its share of " + formatNumber(all.value(), 3) + " Ah", formatNumber(given[k].value(), 3) + " Ah")},
                     fmt::format("{} of {} Ah", formatNumber(back[k].value(), 2), formatNumber(given[k].value(), 2)),
                     "joined run from the usual charges; Ah by the chargers"};
    out.push_back(std::move(found));
  }
}

}  // namespace

std::span<const Rule> logPackRules() {
  static constexpr std::array rows{
      Rule{"LOG-01", "Mind", "its charge fades faster than age and use explain, or a string may have come off", &log01},
      Rule{"LOG-04", "Mind", "after a ride hardly anything went back into a pack that should have carried it", &log04, Part::Range},
      Rule{"LOG-11", "Mind", "a group runs down against the others", &log11}, Rule{"LOG-12", "Stop, Mind", "its resistance rose", &log12}};
  return rows;
}

}  // namespace usherwright::rules
