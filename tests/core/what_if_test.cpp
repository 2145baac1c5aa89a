// Knobs turned over a copy of the plan, what saves on a ride, and the track from above.
#include <catch2/catch.hpp>
#include <cmath>

#include "core/drawing/range/range_drawings.h"
#include "core/plan/edit.h"
#include "core/studies/what_if.h"
#include "core/travel/on_ground.h"
#include "support/plans.h"
#include "support/random.h"

using namespace usherwright;

namespace {

std::vector<double> asPlanned(const Plan& plan) {
  std::vector<double> out;
  for (const Turnable& t : turnablesOf(plan)) out.push_back(t.now);
  return out;
}

WhatIf turned(const Plan& plan, const std::vector<double>& values) {
  return whatIf(plan, shippedCatalogue(), plans::assessed(plan).figures, values);
}

}  // namespace

TEST_CASE("C-020: nothing turned is the range of the plan, and a knob turned is the range of a plan that says so") {
  const Plan plan = plans::sound();
  const RangeFigures now = plans::assessed(plan).figures.range;
  const WhatIf same = turned(plan, asPlanned(plan));
  REQUIRE(same.known);
  CHECK(same.likely.value() == Approx(now.likely.value()));
  CHECK(same.cautious.value() == Approx(now.cautious.value()));
  support::Seeded random(4);
  const auto turnables = turnablesOf(plan);
  for (int round = 0; round < 12; ++round) {
    std::vector<double> values = asPlanned(plan);
    Plan said = plan;
    for (std::size_t i = 0; i < turnables.size(); ++i) {
      const Turnable& t = turnables[i];
      values[i] = t.low + (t.high - t.low) * static_cast<double>(random.below(101)) / 100;
      if (values[i] == t.now) continue;
      const auto next = withField(said, t.pointer, FieldValue{values[i]});
      REQUIRE(next);
      said = *next;
    }
    CAPTURE(round);
    CHECK(turned(plan, values).likely.value() == Approx(plans::assessed(said).figures.range.likely.value()));
  }
}

TEST_CASE("C-020: laws of the knobs: faster, heavier, more wind, colder, rougher and wider never go further; legs never less far") {
  for (const char* name : {"ferry-path-library-trike", "quarry-town-folder", "moor-tractor"}) {
    const Plan plan = plans::example(name);
    const auto turnables = turnablesOf(plan);
    REQUIRE(turnables.size() == 7);
    for (std::size_t i = 0; i < turnables.size(); ++i) {
      std::vector<double> values = asPlanned(plan);
      const Turnable& t = turnables[i];
      const bool helps = t.pointer == "/bike/rider_W" || t.pointer == "/ambient_C";
      // Above 25 °C warmth changes nothing more; below walking pace the accessories take more than the air.
      const double from = t.pointer == "/routes/0/speed_km_h" ? 15 : t.low, to = t.pointer == "/ambient_C" ? 25 : t.high;
      double last = helps ? 0 : 1e9;
      for (int step = 0; step <= 6; ++step) {
        values[i] = from + (to - from) * step / 6;
        const double range = turned(plan, values).likely.value();
        CAPTURE(name, t.words, values[i], range, last);
        if (helps) CHECK(range >= last * 0.999);
        else CHECK(range <= last * 1.001);
        last = range;
      }
    }
  }
}

TEST_CASE("C-117: hints are carried out: each saves what a plan that follows it saves, and the kind of ride has its figure") {
  Plan plan = plans::sound();
  plan.routes.front().track = {};
  const auto hints = [&] { return hintsOf(plan, plans::assessed(plan).figures); };
  const Hints now = hints();
  REQUIRE(now.hints.size() >= 4);
  const double energy = plans::assessed(plan).figures.range.route.energy.value();
  for (const Hint& h : now.hints) {
    CAPTURE(h.words);
    CHECK(h.low >= 0);
    CHECK(h.low <= h.high);
    CHECK(h.high < 1);
  }
  CHECK(std::is_sorted(now.hints.begin(), now.hints.end(), [](const Hint& a, const Hint& b) { return a.high > b.high; }));
  const auto slower =
      std::find_if(now.hints.begin(), now.hints.end(), [](const Hint& h) { return h.words.find("slower") != std::string::npos; });
  REQUIRE(slower != now.hints.end());
  Plan slow = plan;
  slow.routes.front().speed = KilometrePerHour(plan.routes.front().speed.value_or(KilometrePerHour(20)).value() - 4);
  CHECK(slower->high == Approx(1 - plans::assessed(slow).figures.range.route.energy.value() / energy));
  // A stop: ½ m v² over the efficiency, by hand.
  const Rider rider = riderOf(plan.bike, plan.routes.front().surface, *plan.routes.front().speed);
  const double v = plan.routes.front().speed->value() / 3.6, each = 0.5 * rider.total.value() * v * v / rider.efficiency / 3600;
  const auto ahead =
      std::find_if(now.hints.begin(), now.hints.end(), [](const Hint& h) { return h.words.find("ahead") != std::string::npos; });
  REQUIRE(ahead != now.hints.end());
  CHECK(ahead->high == Approx(0.5 * plan.routes.front().length.value() * each / energy));

  const double km = plan.routes.front().length.value();
  plan.routes.front().climb = Metre(12.1 * km);
  CHECK(hints().kind == RideKind::Hilly);
  plan.routes.front().climb = Metre(11.9 * km);
  CHECK(hints().kind == RideKind::Flat);
  plan.routes.front().headwind = KilometrePerHour(12.5);
  CHECK(hints().kind == RideKind::Windy);
  plan.routes.front().headwind = KilometrePerHour(11.5);
  plan.routes.front().speed = KilometrePerHour(25.5);
  CHECK(hints().kind == RideKind::Fast);
  CHECK(hints().because.find("26 km/h") != std::string::npos);
  plan.routes.clear();
  CHECK(hintsOf(plan, plans::assessed(plan).figures).hints.empty());
  CHECK(turnablesOf(plan).empty());
}

TEST_CASE("C-113: a track from above lies inside its frame, true to scale, with the place that one is at") {
  std::vector<TrackPoint> track;
  for (int i = 0; i <= 400; ++i) {  // east 8 km, then north 4 km
    const double east = std::min(i, 300) * 8.0 / 300, north = std::max(0, i - 300) * 4.0 / 100;
    track.push_back({50 + north / 111.195, 10 + east / (111.195 * std::cos(50 * 0.0174533)), 100.0 + 0.05 * i, std::nullopt, false});
  }
  const Plan plan = withTrack(plans::sound(), track, terrainOf(track));
  const Assessment a = plans::assessed(plan);
  const WayRidden way = wayRidden(plan, a.figures);
  REQUIRE(way.byTrack);
  const drawing::Subject subject{plan, a};
  const drawing::Size size{240, 300};
  const drawing::Drawing map = drawing::wayMap(subject, way, size);
  double west = 1e9, east = -1e9, north = 1e9, south = -1e9, length = 0;
  for (const drawing::Shape& s : map.shapes) {
    if (s.kind != drawing::ShapeKind::Polyline || s.width < 1.4 || s.stroke != drawing::Ink::Water) continue;
    for (const drawing::Point& p : s.points) {
      west = std::min(west, p.x);
      east = std::max(east, p.x);
      north = std::min(north, p.y);
      south = std::max(south, p.y);
    }
    length += std::hypot(s.points[1].x - s.points[0].x, s.points[1].y - s.points[0].y);
  }
  CHECK(west >= 0);
  CHECK(east <= size.width);
  CHECK(north >= 0);
  CHECK(south <= size.height);
  CHECK((east - west) / (south - north) == Approx(2.0).epsilon(0.03));  // 8 km east, 4 km north
  CHECK(length / (east - west) == Approx(1.5).epsilon(0.03));           // the way is 12 km
  // Without a track there is no map.
  CHECK(drawing::wayMap(subject, WayRidden{}, size).shapes.empty());
  CHECK(drawing::wayMapMark(subject, WayRidden{}, 0, size).shapes.empty());
  // The mark lies over it: at the start in the west and south, at the end in the east and north.
  const auto marked = [&](std::size_t at) { return drawing::wayMapMark(subject, way, at, size).shapes.at(0).points[0]; };
  CHECK(marked(0).x == Approx(west).margin(1));
  CHECK(marked(0).y == Approx(south).margin(1));
  CHECK(marked(way.points.size() - 1).x == Approx(east).margin(1));
  CHECK(marked(way.points.size() - 1).y == Approx(north).margin(1));
  CHECK(drawing::wayMapMark(subject, way, way.points.size(), size).shapes.empty());
}
