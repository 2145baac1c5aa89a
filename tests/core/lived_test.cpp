// How a pack is lived with: means by hand, what is not noted is not known, the fade beside what such use should cost, seasons by sorting.
#include <fmt/format.h>

#include <algorithm>
#include <catch2/catch.hpp>
#include <cmath>
#include <map>

#include "core/assess/lived.h"
#include "core/drawing/log/log_drawings.h"
#include "core/log/due.h"
#include "support/plans.h"
#include "support/random.h"

using namespace usherwright;
using std::chrono::days;

namespace {

const Date theDay = *parseDate("2026-11-26");

/// Every week a charge from 30 to 80 %, and the day after it a ride.
Plan weekly(int weeks, double from = 0.3, double to = 0.8) {
  Plan plan = plans::sound();
  plan.packs[0].charges = {};
  plan.packs[0].chargeTemperature.reset();
  plan.rides = {};
  std::vector<Ride> rides;
  for (int i = 0; i < weeks; ++i) {
    const Date day = theDay - days(7 * (weeks - i));
    plan.packs[0].charges.edit().push_back({formatDate(day), "", StateOfCharge(from), StateOfCharge(to), {}, {}, {}});
    Ride ride;
    ride.when = formatDate(day + days(1));
    ride.length = Kilometre(20);
    ride.energy = WattHour(240);
    ride.air = Celsius(12);
    rides.push_back(ride);
  }
  plan.rides.edit() = rides;
  return plan;
}

LivedPack livedOf(const Plan& plan, std::size_t pack = 0) { return livedPack(plan, plans::assessed(plan).figures, pack, theDay); }

/// A fade of so much of the label a year, by capacity tests.
Plan fading(Plan plan, double perYear) {
  const double rated = plans::assessed(plan).figures.packs[0].model.rated.value();
  plan.packs[0].capacityTests = {};
  for (int i = 0; i < 8; ++i) {
    const int ago = 60 * (8 - i);
    const double share = 0.97 - perYear * (480 - ago) / 365.25;
    plan.packs[0].capacityTests.edit().push_back(
        {formatDate(theDay - days(ago)), AmpereHour(rated * share / 0.99 * (i % 2 == 0 ? 1.001 : 0.999)), {}, {}});
  }
  return plan;
}

}  // namespace

TEST_CASE("C-121: habits are the means of what was noted, worked by hand") {
  const LivedPack l = livedOf(weekly(20));
  CHECK(l.charges == 20);
  CHECK(l.depth->value() == Approx(0.5));
  CHECK(l.ceiling->value() == Approx(0.8));
  // Of seven days it stands one at 80 and six at 30 %.
  CHECK(l.standsAt->value() == Approx((0.8 + 6 * 0.3) / 7));
  CHECK(l.days == 19 * 7);
  CHECK(l.shareFull->value() == Approx(0).margin(1e-12));
  CHECK(l.warmth->value() == Approx(12));
  CHECK(l.perYear->value() == Approx(0.5 / 7 * 365.25));
  REQUIRE(l.expected);
  // Half deep: √2 of the cycles; below 25 °C nothing is gained; the calendar at less than half charge is the least.
  CHECK(l.expected->byDepth == Approx(std::sqrt(2.0)));
  CHECK(l.expected->byWarmth == Approx(1));
  CHECK(l.expected->calendarPerYear == Approx(0.02));
  CHECK(l.expected->cyclingPerYear == Approx(0.2 * l.perYear->value() / l.expected->cycles.likely));
  CHECK(l.asked.empty());
  // Charged full, it stands full for one day of seven.
  CHECK(livedOf(weekly(20, 0.3, 1.0)).shareFull->value() == Approx(1.0 / 7));
}

TEST_CASE("What nobody noted is not known, is asked for, and nothing is expected of it") {
  Plan plan = weekly(20);
  for (ChargeRecord& c : plan.packs[0].charges.edit()) c.to.reset();
  LivedPack l = livedOf(plan);
  CHECK_FALSE(l.ceiling);
  CHECK_FALSE(l.depth);
  CHECK_FALSE(l.expected);
  CHECK(l.asked.size() == 3);
  plan = weekly(20);
  plan.rides = {};
  l = livedOf(plan);
  CHECK_FALSE(l.standsAt);
  CHECK_FALSE(l.warmth);
  CHECK_FALSE(l.expected);
  // A log of a few weeks says no rate per year.
  l = livedOf(weekly(12));
  CHECK_FALSE(l.perYear);
  CHECK_FALSE(l.expected);
  CHECK(livedOf(weekly(14)).perYear);
  plan = weekly(20);
  for (Ride& r : plan.rides.edit()) r.air.reset();
  l = livedOf(plan);
  REQUIRE(l.expected);
  CHECK(l.warmthAssumed);
  CHECK(l.sentence.find("25 °C is assumed") != std::string::npos);
  CHECK_FALSE(livedOf(plans::sound()).expected);
  CHECK(livedOf(plans::sound()).fade == FadeBeside::NotYet);
}

TEST_CASE("A charge of which nobody noted how much went in is not counted as none") {
  Plan plan = weekly(20);
  ChargeRecord& one = plan.packs[0].charges.edit()[9];
  one.from.reset();
  one.to.reset();
  const LivedPack l = livedOf(plan);
  CHECK(l.unsaid == 1);
  CHECK_FALSE(l.perYear);
  CHECK_FALSE(l.expected);
  CHECK(std::any_of(l.asked.begin(), l.asked.end(),
                    [](const std::string& a) { return a.find("1 charge says neither") != std::string::npos; }));
  // Its Ah are as good as its ends.
  one.putBack = AmpereHour(3);
  CHECK(livedOf(plan).perYear);
}

TEST_CASE("A fade is held against what such use should cost: usual, faster, slower, or not known yet") {
  const Plan plan = weekly(60);
  const LivedPack unmeasured = livedOf(plan);
  CHECK(unmeasured.fade == FadeBeside::NotYet);
  CHECK_FALSE(unmeasured.measuredLoss);
  const Banded& expected = unmeasured.expectedLoss;
  CHECK(expected.low < expected.likely);
  CHECK(expected.likely < expected.high);
  CHECK(expected.likely == Approx(unmeasured.expected->cyclingPerYear + unmeasured.expected->calendarPerYear));
  const LivedPack usual = livedOf(fading(plan, expected.likely));
  CHECK(usual.fade == FadeBeside::Usual);
  CHECK(usual.measuredLoss->likely == Approx(expected.likely).epsilon(0.1));
  const LivedPack fast = livedOf(fading(plan, 3 * expected.high));
  CHECK(fast.fade == FadeBeside::Faster);
  CHECK(fast.sentence.find("faster") != std::string::npos);
  CHECK(livedOf(fading(plan, expected.low / 20)).fade != FadeBeside::Faster);
}

TEST_CASE("Deeper, fuller and more often never cost less") {
  const auto loss = [](double from, double to) { return livedOf(weekly(30, from, to)).expectedLoss.likely; };
  CHECK(loss(0.2, 0.8) > loss(0.3, 0.8));
  CHECK(loss(0.5, 1.0) > loss(0.3, 0.8));
  CHECK(loss(0.8, 1.0) > 0.02);
}

TEST_CASE("Seasons hold each ride once, and their middle is that of the sorted rides") {
  support::Seeded seed(77);
  for (int round = 0; round < 40; ++round) {
    Plan plan = plans::sound();
    std::vector<Ride> rides;
    std::map<std::string, std::vector<double>> by;
    const std::size_t count = 3 + seed.below(40);
    for (std::size_t i = 0; i < count; ++i) {
      const Date day = theDay - days(static_cast<int>(seed.below(900)));
      Ride r;
      r.when = formatDate(day);
      r.length = Kilometre(5 + static_cast<double>(seed.below(40)));
      r.energy = WattHour(r.length->value() * (8 + static_cast<double>(seed.below(100)) / 10));
      const std::chrono::year_month_day date(day);
      const unsigned m = static_cast<unsigned>(date.month());
      const int y = static_cast<int>(date.year());
      const std::string name = m == 12  ? fmt::format("Dec {}–Feb {}", y, y + 1)
                               : m <= 2 ? fmt::format("Dec {}–Feb {}", y - 1, y)
                               : m <= 5 ? fmt::format("Mar–May {}", y)
                               : m <= 8 ? fmt::format("Jun–Aug {}", y)
                                        : fmt::format("Sep–Nov {}", y);
      by[name].push_back(r.energy->value() / r.length->value());
      if (seed.below(10) == 0) r.when.clear();
      if (r.when.empty()) by[name].pop_back();
      rides.push_back(r);
    }
    plan.rides.edit() = rides;
    const auto seasons = seasonsOf(plan, plans::assessed(plan).figures);
    std::erase_if(by, [](const auto& entry) { return entry.second.empty(); });
    REQUIRE(seasons.size() == by.size());
    for (const SeasonUse& s : seasons) {
      auto& values = by.at(s.name());
      std::sort(values.begin(), values.end());
      CHECK(s.rides == values.size());
      const std::size_t half = values.size() / 2;
      CHECK(s.perKm.likely == Approx(values.size() % 2 == 1 ? values[half] : (values[half - 1] + values[half]) / 2));
      CHECK(s.perKm.low >= values.front());
      CHECK(s.perKm.high <= values.back());
      if (values.size() < 5) CHECK(s.perKm.low == Approx(values.front()));
      else if (values[1] > values[0]) CHECK(s.perKm.low > values.front());
    }
    CHECK(std::is_sorted(seasons.begin(), seasons.end(), [](const SeasonUse& a, const SeasonUse& b) {
      return std::pair(a.year, a.first % 12) < std::pair(b.year, b.first % 12);
    }));
  }
}

TEST_CASE("Two seasons of three rides each are compared; fewer are not") {
  const auto rides = [](std::size_t winter, std::size_t summer) {
    Plan plan = plans::sound();
    std::vector<Ride> all;
    for (std::size_t i = 0; i < winter + summer; ++i) {
      Ride r;
      r.when = i < winter ? "2026-01-10" : "2026-07-10";
      r.length = Kilometre(10);
      r.energy = WattHour(i < winter ? 150 : 120);
      all.push_back(r);
    }
    plan.rides.edit() = all;
    return seasonsSentence(seasonsOf(plan, plans::assessed(plan).figures));
  };
  CHECK(rides(3, 3) == "Dec 2025–Feb 2026 took 25 % more per km than Jun–Aug 2026.");
  CHECK(rides(2, 3).empty());
  CHECK(rides(3, 2).empty());
  CHECK(rides(0, 9).empty());
}

TEST_CASE("The sheet of a pack's use says everything that it draws, and what to note while nothing is known") {
  const Plan plan = fading(weekly(60), 0.03);
  const auto a = plans::assessed(plan);
  const auto sheet = drawing::livedSheet(livedOf(plan), seasonsOf(plan, a.figures), UnitSystem::Metric, {900, 420});
  for (const char* part : {"habit/depth", "habit/stands", "loss/cycling", "loss/calendar", "loss/measured", "season/0"})
    CHECK(std::any_of(sheet.shapes.begin(), sheet.shapes.end(), [&](const drawing::Shape& s) { return s.part == part; }));
  for (const drawing::Shape* s : sheet.parts()) CHECK(sheet.description.find(s->tip) != std::string::npos);
  const Plan bare = plans::withoutLog(plans::sound());
  const auto empty = drawing::livedSheet(livedOf(bare), {}, UnitSystem::Metric, {900, 420});
  CHECK(empty.description.find("Not known yet") != std::string::npos);
  CHECK(empty.description.find("in the journal") != std::string::npos);
}

TEST_CASE("C-083: a joint that was bolted or crimped is due once more, until something was tightened after it") {
  const auto due = [](HandKind kind, const char* made, double km, const char* tightened) {
    Plan plan = plans::withoutLog(plans::sound());
    Handwork work;
    work.what = "lug of the main lead";
    work.kind = kind;
    work.when = made;
    plan.build.handwork.edit().push_back(work);
    Ride ride;
    ride.when = "2026-11-20";
    ride.length = Kilometre(km);
    plan.rides.edit().push_back(ride);
    LogEntry entry;
    entry.when = tightened;
    entry.what = LogEvent::Tightened;
    if (*tightened != 0) plan.log.edit().push_back(entry);
    const auto items = dueOf(plan, theDay);
    const auto at = std::find_if(items.begin(), items.end(), [](const DueItem& i) { return i.id == "joint/0"; });
    return at == items.end() ? std::string("none") : at->isDue ? "due" : "later";
  };
  CHECK(due(HandKind::Bolted, "2026-10-27", 20, "") == "due");
  CHECK(due(HandKind::Crimped, "2026-10-28", 20, "") == "later");
  CHECK(due(HandKind::Crimped, "2026-11-10", 100, "") == "due");
  CHECK(due(HandKind::Bolted, "2026-11-10", 99, "") == "later");
  CHECK(due(HandKind::Bolted, "2026-10-01", 300, "2026-10-02") == "none");
  CHECK(due(HandKind::Bolted, "2026-10-01", 300, "2026-10-01") == "due");
  CHECK(due(HandKind::Drilled, "2026-10-01", 300, "") == "none");
  CHECK(due(HandKind::Bolted, "soon", 300, "") == "none");
}
