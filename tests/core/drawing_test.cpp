// Drawings are values: what they say, what can be hit, and that nothing leaves the page.
#include <rapidcheck/catch.h>
#include <catch2/catch.hpp>
#include <cmath>

#include "core/drawing/bike/bike_drawings.h"
#include "core/drawing/channel/channel.h"
#include "core/drawing/charging/charging_drawings.h"
#include "core/drawing/joining/joining_drawings.h"
#include "core/drawing/options/option_drawings.h"
#include "core/drawing/pack/pack_drawings.h"
#include "core/drawing/range/range_drawings.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "support/plans.h"

using namespace usherwright;
using namespace usherwright::drawing;

namespace {

struct Drawn {
  Plan plan;
  Assessment assessment;
  explicit Drawn(Plan p) : plan(std::move(p)), assessment(plans::assessed(plan)) {}
  Subject subject() const { return {plan, assessment, UnitSystem::Metric}; }
};

bool says(const Drawing& d, const std::string& words) {
  return std::any_of(d.shapes.begin(), d.shapes.end(), [&](const Shape& s) { return s.text.find(words) != std::string::npos; });
}

const Shape* partOf(const Drawing& d, const std::string& part) {
  for (const Shape& s : d.shapes)
    if (s.part == part) return &s;
  return nullptr;
}

std::vector<Drawing> all(const Drawn& d, Size size) {
  std::vector<Drawing> out{channel(d.subject(), {size.width, 146}),
                           basins(d.subject(), Second(600), size),
                           rideChart(d.subject(), size),
                           rideScrubber(d.subject(), Second(600), size),
                           connectGauge(d.subject(), {size.width, 54}),
                           chargerMatrix(d.subject(), size),
                           chargeTimeline(d.subject(), size),
                           wayProfile(d.subject(), wayRidden(d.plan, d.assessment.figures), size),
                           ladderSheet(ladderOf(d.plan, d.assessment.figures), size),
                           knobCards(knobsOf(d.plan, d.assessment, UnitSystem::Metric), UnitSystem::Metric, {size.width, 92}),
                           ridesChart(d.subject(), size),
                           waysGlance(d.subject()),
                           rangeBand(d.subject(), size),
                           bikeSide(d.subject(), size)};
  for (std::size_t k = 0; k < d.plan.packs.size(); ++k)
    for (const Drawing& drawing : {packBlock(d.subject(), k, size), voltageLadder(d.subject(), k, size), sagCurve(d.subject(), k, size)})
      out.push_back(drawing);
  return out;
}

}  // namespace

TEST_CASE("the channel names the narrows and every element can be hit") {
  const Drawn d(plans::demo());
  const Drawing c = channel(d.subject(), {1172, 146});
  CHECK(says(c, "narrows: BMS of stock, 25 A, +9 %"));
  CHECK(says(c, "23 A peak"));
  for (const Element& e : d.assessment.figures.elements) {
    INFO(e.id);
    const Shape* zone = partOf(c, e.id);
    REQUIRE(zone);
    CHECK(zone->tip.find(e.name) != std::string::npos);
    const Point middle{(zone->points[0].x + zone->points[1].x) / 2, (zone->points[0].y + zone->points[1].y) / 2};
    REQUIRE(c.hit(middle));
    CHECK(c.hit(middle)->part == e.id);
  }
  CHECK(says(channel(Drawn(plans::with(plans::demo(), "/bike/controller/current_max_A", "28±1A")).subject(), {1172, 146}), "−14 %"));
}

TEST_CASE("the banks are as wide as the rating, up to what the channel can show") {
  const auto bankAt = [](const Plan& plan) {
    const Drawn d(plan);
    const Drawing c = channel(d.subject(), {1172, 146});
    const Shape* zone = partOf(c, "second/bms");
    return zone->points[1].y - zone->points[0].y;
  };
  const double narrow = bankAt(plans::with(plans::demo(), "/packs/1/bms/continuous_A", "26"));
  const double wide = bankAt(plans::with(plans::demo(), "/packs/1/bms/continuous_A", "39"));
  CHECK((wide - 4) / (narrow - 4) == Approx(39.0 / 26).epsilon(0.02));
}

TEST_CASE("basins move: the level falls, and a valve that was shut opens") {
  const Drawn d(plans::demo());
  const Drawing before = basins(d.subject(), Second(0), {380, 430}), after = basins(d.subject(), Second(3600), {380, 430});
  CHECK(says(before, "valve shut"));
  CHECK_FALSE(says(after, "valve shut"));
  CHECK(says(before, "78 %"));
  CHECK(before.description.find("stock 78 %") != std::string::npos);
  CHECK(after != before);
}

TEST_CASE("the chart says when the second pack joins in and how the ride ends") {
  const Drawn d(plans::demo());
  const Drawing chart = rideChart(d.subject(), {460, 430});
  CHECK(says(chart, "knee 14 min"));
  CHECK(says(chart, "the controller cuts off"));
  const TimeAxis axis = rideAxis(d.subject(), {460, 430});
  CHECK(axis.end == d.assessment.figures.ride->end);
  CHECK(axis.right > axis.left + 300);
}

TEST_CASE("the block has S times P cells and two handles") {
  const Drawn d(plans::demo());
  const Drawing block = packBlock(d.subject(), 1, {460, 230});
  int cells = 0;
  for (const Shape& s : block.shapes) cells += s.part.starts_with("group/");
  CHECK(cells == 13 * 5);
  CHECK(partOf(block, "handle/series"));
  CHECK(partOf(block, "handle/parallel"));
  // Far too many to draw one by one: the groups remain.
  const Drawing huge = packBlock(
      Drawn(plans::with(plans::with(plans::demo(), "/packs/1/series", "200"), "/packs/1/parallel", "200")).subject(), 1, {460, 230});
  CHECK(huge.shapes.size() < 500);
}

TEST_CASE("the matrix says a verdict in words for every pair") {
  const Drawing m = chargerMatrix(Drawn(plans::demo()).subject(), {830, 200});
  for (const char* pair : {"pair/0/0", "pair/0/1", "pair/1/0", "pair/1/1"}) CHECK(partOf(m, pair));
  CHECK(partOf(m, "pair/1/0")->tip.find("too much current, a barrel port carries less than 3 A") != std::string::npos);
  CHECK(partOf(m, "pair/0/0")->tip.find("in use") != std::string::npos);
}

TEST_CASE("nothing is drawn off the page, at any size, for one to four packs and for none") {
  Plan plan = plans::demo();
  std::vector<Plan> several{Plan{}, *without(plan, "/packs", 1), plan, plans::example("moor-tractor"), plans::example("allotment-barrow")};
  several.push_back(*withDuplicatePack(plan, 1));
  several.push_back(*withDuplicatePack(several.back(), 0));
  for (const Plan& p : several) {
    const Drawn d(p);
    for (Size size : {Size{850, 430}, Size{460, 430}, Size{340, 260}}) {
      for (const Drawing& drawing : all(d, size)) {
        INFO(p.title << ", " << p.packs.size() << " packs, " << size.width << ": " << drawing.description);
        for (const Shape& s : drawing.shapes)
          for (const Point& at : s.points) {
            REQUIRE(std::isfinite(at.x));
            REQUIRE(std::isfinite(at.y));
            CHECK(at.x >= -12);
            CHECK(at.x <= drawing.width + 12);
            CHECK(at.y >= -12);
            CHECK(at.y <= drawing.height + 12);
          }
      }
    }
  }
}

TEST_CASE("a curve keeps its extremes when it is reduced to a pair per column") {
  rc::prop("extremes", [] {
    const auto values = *rc::gen::nonEmpty(rc::gen::container<std::vector<int>>(rc::gen::inRange(-1000, 1000)));
    std::vector<Point> samples;
    for (std::size_t i = 0; i < values.size(); ++i) samples.push_back({static_cast<double>(i), static_cast<double>(values[i])});
    const Plot plot{{0, 0}, {40, 100}, 0, static_cast<double>(values.size()), -1000, 1000};
    const auto points = columnPairs(plot, samples);
    RC_ASSERT(points.size() <= 82);
    const auto [low, high] = std::minmax_element(values.begin(), values.end());
    const auto seen = [&](int v) {
      return std::any_of(points.begin(), points.end(), [&](Point p) { return std::abs(p.y - plot.y(v)) < 1e-9; });
    };
    RC_ASSERT(seen(*low));
    RC_ASSERT(seen(*high));
  });
}

TEST_CASE("a thinned line passes every point that it leaves out, and keeps its ends") {
  const auto beside = [](Point p, Point a, Point b) {
    const double x = b.x - a.x, y = b.y - a.y, square = x * x + y * y;
    const double along = square > 0 ? std::clamp(((p.x - a.x) * x + (p.y - a.y) * y) / square, 0.0, 1.0) : 0.0;
    return std::hypot(p.x - a.x - along * x, p.y - a.y - along * y);
  };
  rc::prop("any line: smooth, rough, turning back, standing still", [&] {
    const int steps = *rc::gen::inRange(33, 300);
    const double within = *rc::gen::element(0.05, 0.1, 1.0);
    const double rough = *rc::gen::element(0.0, 0.01, 0.2, 3.0), turns = *rc::gen::element(0.0, 0.02, 0.4);
    std::vector<Point> line{{0, 0}};
    for (int i = 0; i < steps; ++i) {
      const double angle = i * turns, step = *rc::gen::element(0.0, 0.02, 0.5, 2.0);
      const double noise = *rc::gen::inRange(-100, 101) / 100.0 * rough;
      line.push_back({line.back().x + step * std::cos(angle) - noise * std::sin(angle),
                      line.back().y + step * std::sin(angle) + noise * std::cos(angle)});
    }
    const auto thin = thinned(line, within);
    RC_ASSERT(thin.size() <= line.size());
    RC_ASSERT(thin.front() == line.front());
    RC_ASSERT(thin.back() == line.back());
    std::size_t k = 0;  // the piece that stands for the point
    for (const Point& p : line) {
      if (k + 1 < thin.size() && p == thin[k + 1]) ++k;
      const Point& a = thin[k];
      const Point& b = thin[std::min(k + 1, thin.size() - 1)];
      RC_ASSERT(beside(p, a, b) <= within * 1.001);
    }
  });
  std::vector<Point> straight;
  for (int i = 0; i < 500; ++i) straight.push_back({i * 1.0, i * 0.5});
  CHECK(thinned(straight, 0.1).size() == 2);
}

TEST_CASE("ticks are round and within their range") {
  CHECK(roundTicks(0, 10, 5) == std::vector<double>{0, 2, 4, 6, 8, 10});
  CHECK(roundTicks(36.4, 54.6, 4) == std::vector<double>{40, 45, 50});
  CHECK(roundTicks(5, 5, 4).empty());
}

TEST_CASE("texts are cut between characters") {
  CHECK(elided("deck", Face::Small, 100) == "deck");
  const std::string cut = elided("Überfährkästchen für später", Face::Small, 60);
  CHECK(cut.ends_with("…"));
  CHECK(textWidth(cut, Face::Small) <= 60);
}
