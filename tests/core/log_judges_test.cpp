// Judges of the log that share nothing with it: the trend by sums over the points, the table under damage, the file and back.
#include <fmt/format.h>

#include <algorithm>
#include <catch2/catch.hpp>
#include <cmath>

#include "core/io/log_csv.h"
#include "core/io/plan_json.h"
#include "core/log/health.h"
#include "core/log/history.h"
#include "core/plan/edit.h"
#include "core/plan/structure.h"
#include "support/plans.h"
#include "support/random.h"

using namespace usherwright;
using std::chrono::days;

namespace {

const Date theDay = *parseDate("2026-11-26");

/// Weighted least squares by the sums of the textbook: level at day 0, slope a day, and the variance of the line at a day.
struct Line {
  double sw = 0, swx = 0, swxx = 0, swy = 0, swxy = 0;
  void add(double x, double y, double sigma) {
    const double w = 1 / (sigma * sigma);
    sw += w, swx += w * x, swxx += w * x * x, swy += w * y, swxy += w * x * y;
  }
  double determinant() const { return sw * swxx - swx * swx; }
  double slope() const { return (sw * swxy - swx * swy) / determinant(); }
  double at(double x) const { return (swxx * swy - swx * swxy) / determinant() + slope() * x; }
  double variance(double x) const { return (swxx - 2 * x * swx + x * x * sw) / determinant(); }
};

}  // namespace

TEST_CASE("the trend of a pack is the line that sums over its points give, and its band what they leave") {
  support::Seeded seed(1841);
  for (int round = 0; round < 200; ++round) {
    PackModel m;
    m.rated = AmpereHour(8 + static_cast<double>(seed.below(20)));
    m.box = true;  // nothing is said of strings
    Pack p;
    Line line;
    const std::size_t count = 6 + seed.below(12);
    const double fade = 0.3 + static_cast<double>(seed.below(100)) / 50;  // Ah a year
    for (std::size_t i = 0; i < count; ++i) {
      const int ago = static_cast<int>(30 * (count - i) + seed.below(20));
      // Off by the same share of its doubt, up and down: no point is wild, so every one counts fully.
      const double q = m.rated.value() - fade * (1000 - ago) / 365.25;
      const double read = q * (1 + (i % 2 == 0 ? 0.6 : -0.6) * 0.015);
      p.capacityTests.edit().push_back({formatDate(theDay - days(ago)), AmpereHour(read / 0.99), {}, {}});
      line.add(-ago, read, 0.015 * read);
    }
    const PackHealth found = healthOf(m, p, 0, theDay);
    REQUIRE(found.trend);
    REQUIRE(found.trend->slopeKnown);
    for (const int day : {-300, -40, 0, 200}) {
      const Bounded there = found.trend->at(theDay + days(day));
      CHECK(there.likely == Approx(line.at(day)).epsilon(1e-9));
      // Scatter below the doubt never narrows the band: one counter is off the same way each time.
      CHECK((there.high - there.low) / 2 == Approx(found.trend->reach * std::sqrt(line.variance(day))).epsilon(1e-9));
    }
    CHECK(found.trend->perYear.likely == Approx(365.25 * line.slope()).epsilon(1e-9));
    CHECK(found.trend->reach >= 1.645);
    CHECK(found.trend->reach <= 2.353);  // Student with three to many degrees of freedom
    if (found.trend->worn) CHECK(line.at(static_cast<double>((*found.trend->worn - theDay).count())) <= wornShare * m.rated.value() + 1e-9);
  }
}

TEST_CASE("a table that was damaged is taken whole or not at all, and says the line") {
  const Plan plan = plans::example("ferry-path-library-trike");
  const std::string csv = logCsv(plan);
  Plan bare = plans::withoutLog(plan);
  support::Seeded seed(1842);
  int taken = 0;
  for (int round = 0; round < 1500; ++round) {
    std::string damaged = csv;
    for (std::size_t n = 1 + seed.below(3); n > 0; --n) {
      const std::size_t at = seed.below(damaged.size());
      if (seed.below(3) == 0) damaged.erase(at, 1 + seed.below(4));
      else if (seed.below(2) == 0) damaged.insert(at, 1, static_cast<char>(seed.below(256)));
      else damaged[at] = "0,9\n\"-x"[seed.below(7)];
    }
    const auto next = withLogCsv(bare, damaged);
    if (!next) {
      CHECK(next.error().sentence().find("line ") != std::string::npos);
      continue;
    }
    ++taken;
    CHECK(logRows(*next).size() <= logRows(plan).size() + 1);
    // What was taken stands in the plan as any entry does.
    CHECK(crossChecked(*next));
  }
  CHECK(taken > 100);
  CHECK(*withLogCsv(bare, csv) == plan);
}

TEST_CASE("what was logged survives the file, and what a newer version adds to an entry is kept") {
  Plan plan = plans::example("ferry-path-library-trike");
  LogEntry e{"2026-11-27", LogEvent::Stored, "second", StateOfCharge(0.5), Celsius(12), {}, "shed, off the floor", {}};
  plan.log.edit().push_back(e);
  const std::string text = writePlan(plan);
  const auto back = readPlan(text);
  REQUIRE(back);
  CHECK(*back == plan);
  std::string newer = text;
  const std::string what = "\"what\": \"stored\"";
  newer.replace(newer.find(what), what.size(), what + ", \"humidity\": 0.6");
  const auto kept = readPlan(newer);
  REQUIRE(kept);
  CHECK(writePlan(*kept).find("humidity") != std::string::npos);
  std::string wrong = text;
  wrong.replace(wrong.find(what), what.size(), "\"what\": \"exploded\"");
  const auto refused = readPlan(wrong);
  REQUIRE(!refused);
  CHECK(refused.error().sentence().find("/what") != std::string::npos);
}
