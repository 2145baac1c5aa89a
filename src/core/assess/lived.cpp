// Habits of a pack and what they should cost it; consumption by season.
#include "core/assess/lived.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <map>

#include "core/plan/names.h"
#include "core/quantity/units.h"

namespace usherwright {
namespace {

using std::chrono::days;

constexpr double fullFrom = 0.95;          // share of charge from which it ages as a full one
constexpr std::int64_t leastSpan = 90;     // days of log before a rate per year is said
constexpr std::size_t leastForTenths = 5;  // rides before a tenth and a ninetieth of them mean something
constexpr std::size_t leastToCompare = 3;  // rides in a season that is held against another
constexpr double yearDays = 365.25;

std::string n(double v, int digits = 2) { return formatNumber(v, digits); }

struct DatedCharge {
  Date day;
  Known<StateOfCharge> from, to;
  double share = 0;  ///< of the rated charge that went in, 0: not known
};

std::vector<DatedCharge> chargesOf(const Pack& pack, AmpereHour rated) {
  std::vector<DatedCharge> out;
  for (const ChargeRecord& r : pack.charges) {
    const auto day = parseDate(r.when);
    if (!day) continue;
    DatedCharge c{*day, r.from, r.to, 0};
    if (r.from && r.to && *r.to > *r.from) c.share = (*r.to - *r.from).value();
    else if (r.putBack && rated > AmpereHour(0)) c.share = *r.putBack / rated;
    out.push_back(c);
  }
  std::stable_sort(out.begin(), out.end(), [](const DatedCharge& a, const DatedCharge& b) { return a.day < b.day; });
  return out;
}

std::vector<Date> rideDays(const Plan& plan) {
  std::vector<Date> out;
  for (const Ride& r : plan.rides.all())
    if (const auto day = parseDate(r.when)) out.push_back(*day);
  std::sort(out.begin(), out.end());
  return out;
}

/// From a charge to the first ride after it the pack stands where that charge ended; from there to the next charge where that one began.
void standing(const std::vector<DatedCharge>& charges, const std::vector<Date>& rides, LivedPack& out) {
  double sum = 0, full = 0, known = 0;
  const auto stood = [&](std::int64_t length, const Known<StateOfCharge>& at) {
    if (length <= 0 || !at) return;
    const double long_ = static_cast<double>(length);
    known += long_;
    sum += long_ * at->value();
    if (at->value() >= fullFrom) full += long_;
  };
  for (std::size_t i = 0; i + 1 < charges.size(); ++i) {
    const auto ride = std::lower_bound(rides.begin(), rides.end(), charges[i].day);
    if (ride == rides.end() || *ride > charges[i + 1].day) continue;  // how it was emptied is not in the log
    stood((*ride - charges[i].day).count(), charges[i].to);
    stood((charges[i + 1].day - *ride).count(), charges[i + 1].from);
  }
  out.days = std::llround(known);
  if (known < 1) return;
  out.standsAt = StateOfCharge(sum / known);
  out.shareFull = Coefficient(full / known);
}

void habits(const Plan& plan, const PackModel& m, const Pack& pack, LivedPack& out) {
  const std::vector<DatedCharge> charges = chargesOf(pack, m.rated);
  double in = 0, depth = 0, ended = 0;
  std::size_t ends = 0;
  for (const DatedCharge& c : charges) {
    if (c.to) ended += c.to->value(), ++ends;
    if (c.share <= 0) {
      if (&c != &charges.front()) ++out.unsaid;
      continue;
    }
    ++out.charges;
    in += c.share;
    depth += c.share * std::min(1.0, c.share);
  }
  if (in > 0) out.depth = StateOfCharge(depth / in);
  if (ends > 0) out.ceiling = StateOfCharge(ended / static_cast<double>(ends));
  standing(charges, rideDays(plan), out);
  if (pack.chargeTemperature) {
    out.warmth = pack.chargeTemperature;
  } else {
    double air = 0;
    std::size_t said = 0;
    for (const Ride& r : plan.rides.all())
      if (r.air) air += r.air->value(), ++said;
    if (said > 0) out.warmth = Celsius(air / static_cast<double>(said));
  }
  const auto span = charges.size() < 2 ? 0 : (charges.back().day - charges.front().day).count();
  // The first charge fills what was used before the log began. One of which nobody noted how much went in is not none.
  if (span >= leastSpan && charges.front().share > 0 && out.unsaid == 0)
    out.perYear = Coefficient((in - charges.front().share) / static_cast<double>(span) * yearDays);
}

void ask(LivedPack& out) {
  if (!out.depth) out.asked.emplace_back("how deep it is charged: note from, to and the Ah (“charged deck 30-90% 7.2 Ah”)");
  if (!out.ceiling) out.asked.emplace_back("where charges end: note “to 90%”");
  if (!out.standsAt) out.asked.emplace_back("how full it stands: note charges with from and to, and the rides between them");
  if (out.unsaid > 0)
    out.asked.push_back(fmt::format("how much it does in a year: {} {} neither from and to nor the Ah", out.unsaid,
                                    out.unsaid == 1 ? "charge says" : "charges say"));
  else if (!out.perYear) out.asked.push_back(fmt::format("how much it does in a year: charges over {} days", leastSpan));
}

void expect(const PackModel& m, LivedPack& out) {
  if (!out.depth || !out.ceiling || !out.standsAt || !out.perYear) return;
  LifeInput in;
  in.chemistry = m.chemistry;
  in.belowFull = std::max(Volt(0), m.facts.charge - m.curve.at(*out.ceiling));
  in.depth = out.depth->value();
  out.warmthAssumed = !out.warmth;
  in.warmth = out.warmth.value_or(Celsius(25));
  in.meanCharge = out.standsAt->value();
  in.cyclesPerYear = out.perYear->value();
  in.worn = wornShare;
  out.expected = lifeOf(in);
  out.expectedLoss = out.expected->lossPerYear;
}

void compare(const PackModel& m, const PackHealth& health, LivedPack& out) {
  if (health.trend && health.trend->slopeKnown && m.rated > AmpereHour(0)) {
    const Bounded& slope = health.trend->perYear;
    const double rated = m.rated.value();
    out.measuredLoss = Bounded{-slope.high / rated, -slope.likely / rated, -slope.low / rated};
  }
  if (!out.expected || !out.measuredLoss) return;
  out.fade = out.measuredLoss->low > out.expectedLoss.high   ? FadeBeside::Faster
             : out.measuredLoss->high < out.expectedLoss.low ? FadeBeside::Slower
                                                             : FadeBeside::Usual;
}

std::string percent(double share) { return formatQuantity(share, Kind::Fraction, UnitSystem::Metric, 2); }

std::string said(const LivedPack& l) {
  std::string out;
  if (l.expected)
    out = fmt::format("Such use should cost it {} of its label in a year, {} to {}: {} by cycling, {} by the calendar.",
                      percent(l.expectedLoss.likely), percent(l.expectedLoss.low), percent(l.expectedLoss.high),
                      percent(l.expected->cyclingPerYear), percent(l.expected->calendarPerYear));
  if (l.warmthAssumed) out += " How warm it is nobody noted: 25 °C is assumed.";
  if (l.measuredLoss) {
    out += fmt::format("{}Measured: {} a year, {} to {}", out.empty() ? "" : " ", percent(l.measuredLoss->likely),
                       percent(l.measuredLoss->low), percent(l.measuredLoss->high));
    switch (l.fade) {
      case FadeBeside::NotYet: out += "."; break;
      case FadeBeside::Usual: out += ", as is usual."; break;
      case FadeBeside::Faster: out += ": faster than its use explains. Warmth, one weak group or a string that came off do that."; break;
      case FadeBeside::Slower: out += ": slower than usual."; break;
    }
  } else {
    out += fmt::format("{}How fast it fades was not measured yet: three capacity tests over two months or more.", out.empty() ? "" : " ");
  }
  return out;
}

/// At a share of sorted values, between them in proportion.
double quantile(const std::vector<double>& sorted, double share) {
  const double at = share * static_cast<double>(sorted.size() - 1);
  const auto below = static_cast<std::size_t>(at);
  const std::size_t above = std::min(below + 1, sorted.size() - 1);
  return sorted[below] + (sorted[above] - sorted[below]) * (at - static_cast<double>(below));
}

}  // namespace

LivedPack livedPack(const Plan& plan, const Figures& figures, std::size_t pack, Date today) {
  LivedPack out;
  const PackModel& m = figures.packs[pack].model;
  const Pack& p = plan.packs[pack];
  habits(plan, m, p, out);
  ask(out);
  expect(m, out);
  const PackHealth health = healthOf(m, p, pack, today);
  compare(m, health, out);
  out.resistances = health.resistances;
  for (const Reading& r : p.readings) {
    const auto day = parseDate(r.when);
    if (!day || r.of != ReadingOf::Groups || r.groups.size() < 2) continue;
    const auto [low, high] = std::minmax_element(r.groups.begin(), r.groups.end());
    out.spreads.emplace_back(*day, *high - *low);
  }
  std::stable_sort(out.spreads.begin(), out.spreads.end(), [](const auto& a, const auto& b) { return a.first < b.first; });
  out.sentence = said(out);
  return out;
}

std::string SeasonUse::name() const {
  constexpr std::array words{"Dec", "Mar", "Jun", "Sep"}, ends{"Feb", "May", "Aug", "Nov"};
  const std::size_t at = first % 12 / 3;
  return first == 12 ? fmt::format("Dec {}–Feb {}", year - 1, year) : fmt::format("{}–{} {}", words[at], ends[at], year);
}

std::vector<SeasonUse> seasonsOf(const Plan& plan, const Figures& figures) {
  struct Gathered {
    std::vector<double> perKm;
    Kilometre length;
    double air = 0;
    std::size_t airs = 0;
  };
  std::map<std::pair<int, unsigned>, Gathered> by;  // year of its last month; 0 for the one that begins in December
  for (const Learned::Judged& j : figures.range.learned.rides) {
    const Ride& r = plan.rides.all()[j.ride];
    const auto day = parseDate(r.when);
    if (!day || !r.length || *r.length <= Kilometre(0)) continue;
    const std::chrono::year_month_day date(*day);
    const unsigned month = static_cast<unsigned>(date.month());
    Gathered& g = by[{static_cast<int>(date.year()) + (month == 12 ? 1 : 0), month % 12 / 3 * 3}];
    g.perKm.push_back(j.used.value() / r.length->value());
    g.length += *r.length;
    if (r.air) g.air += r.air->value(), ++g.airs;
  }
  std::vector<SeasonUse> out;
  for (auto& [at, g] : by) {
    std::sort(g.perKm.begin(), g.perKm.end());
    const double end = g.perKm.size() < leastForTenths ? 0 : 0.1;
    SeasonUse s{at.first, at.second == 0 ? 12 : at.second, g.perKm.size(), g.length, {}, std::nullopt};
    s.perKm = {quantile(g.perKm, end), quantile(g.perKm, 0.5), quantile(g.perKm, 1 - end)};
    if (g.airs > 0) s.air = Celsius(g.air / static_cast<double>(g.airs));
    out.push_back(s);
  }
  return out;
}

std::string seasonsSentence(const std::vector<SeasonUse>& seasons) {
  const SeasonUse *least = nullptr, *most = nullptr;
  for (const SeasonUse& s : seasons) {
    if (s.rides < leastToCompare) continue;
    if (!least || s.perKm.likely < least->perKm.likely) least = &s;
    if (!most || s.perKm.likely > most->perKm.likely) most = &s;
  }
  if (!least || least == most || least->perKm.likely <= 0) return {};
  return fmt::format("{} took {} % more per km than {}.", most->name(), n((most->perKm.likely / least->perKm.likely - 1) * 100),
                     least->name());
}

}  // namespace usherwright
