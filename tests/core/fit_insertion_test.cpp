// A finished box in its room: where it stands, the largest that goes in, and its way in, judged by samples of its outline.
#include <catch2/catch.hpp>
#include <cmath>
#include <random>

#include "core/fit/insertion.h"

using namespace usherwright;

namespace {

FitRoom roomOf(Region region, double depth = 90) {
  FitRoom room;
  room.inside = room.usable = std::move(region);
  room.depth = room.usableDepth = depth;
  return room;
}

RoomThing thing(double x, double y, double w, double h, Known<bool> comesOff = std::nullopt) {
  RoomThing t;
  t.kind = ThingKind::Fixed;
  t.x = Millimetre(x);
  t.y = Millimetre(y);
  t.width = Millimetre(w);
  t.height = Millimetre(h);
  t.comesOff = comesOff;
  return t;
}

BoxInRoom boxAt(double x, double y, double along, double up, double turn = 0) {
  BoxInRoom b;
  b.goesIn = true;
  b.at = {x, y};
  b.along = along;
  b.up = up;
  b.through = 60;
  b.turn = turn;
  return b;
}

/// Points of an outline, a few millimetres apart, all of them inside a region or nearly on its edge.
bool staysInside(const Region& region, const BoxInRoom& box) {
  const Ring ring = outlineOf(box);
  for (std::size_t i = 0; i < ring.size(); ++i)
    for (int k = 0; k < 30; ++k) {
      const Spot &a = ring[i], &b = ring[(i + 1) % 4];
      const Spot p{a.x + (b.x - a.x) * k / 30, a.y + (b.y - a.y) * k / 30};
      if (!contains(region, p) && edgeDistance(region, p) > 0.1) return false;
    }
  return true;
}

/// By how much an outline stands in what is not free, at its corners.
double cutBetween(const Region& region, const BoxInRoom& box) {
  double worst = 0;
  for (const Spot& p : outlineOf(box))
    if (!contains(region, p)) worst = std::max(worst, edgeDistance(region, p));
  return worst;
}

BoxInRoom posed(BoxInRoom box, const Pose& p) {
  box.at = p.at;
  box.turn = p.turn;
  return box;
}

}  // namespace

TEST_CASE("ways into 120 random rooms: every pose is free, each is a small step from the last, from outside to where it stands") {
  std::mt19937 engine(8);
  const auto draw = [&](double low, double high) { return std::uniform_real_distribution(low, high)(engine); };
  int open = 0, blocked = 0, tilted = 0;
  for (int i = 0; i < 120; ++i) {
    const double w = draw(200, 420), h = draw(120, 260);
    FitRoom room = roomOf({rectangle({0, 0}, {w, h})});
    Fit fit;
    fit.open = static_cast<OpenSide>(1 + engine() % 4);
    const bool level = fit.open == OpenSide::Front || fit.open == OpenSide::Back;
    const double side = level ? h : w;
    fit.mouth = Millimetre(draw(0.3, 1) * side);
    fit.mouthFrom = Millimetre(draw(0, 1) * (side - fit.mouth->value()));
    if (engine() % 2 != 0) {
      fit.things.push_back(thing(draw(0, w), draw(0, h), 10, 10));
      room.usable = without(room.usable, {outlineOf(fit.things[0], 0)});
    }
    const double length = draw(60, 200), width = draw(40, 120);
    const BoxInRoom box = boxInRoom(room, Millimetre(length), Millimetre(width), Millimetre(60));
    if (!box.goesIn) continue;
    const WayIn way = wayIn(room, fit, box);
    const Region free = wayRegion(room, fit);
    INFO("room " << i << ", " << w << " × " << h);
    (way.open ? open : blocked)++;
    // A box that is thicker than the mouth at its thinnest goes through no mouth.
    if (std::min(box.along, box.up) > fit.mouth->value() + 0.1) CHECK_FALSE(way.open);
    if (!way.open) continue;
    if (way.tilt > 0) ++tilted;
    REQUIRE(way.poses.size() > 1);
    const Extent e = extentOf(room.inside), out = extentOf(Region{outlineOf(posed(box, way.poses.front()))});
    CHECK((out.low.x > e.high.x || out.high.x < e.low.x || out.low.y > e.high.y || out.high.y < e.low.y));
    CHECK(std::hypot(way.poses.back().at.x - box.at.x, way.poses.back().at.y - box.at.y) < 0.01);
    for (std::size_t k = 0; k + 1 < way.poses.size(); ++k) {
      CHECK(staysInside(free, posed(box, way.poses[k])));
      const Pose &a = way.poses[k], &b = way.poses[k + 1];
      double turn = std::abs(a.turn - b.turn);
      turn = std::min(turn, 180 - turn);
      CHECK(std::hypot(a.at.x - b.at.x, a.at.y - b.at.y) < 6);
      CHECK(turn < 2.01);
      // Half-way between two poses a corner of the mouth is cut by a third of a step at most.
      const Pose middle{{(a.at.x + b.at.x) / 2, (a.at.y + b.at.y) / 2}, std::abs(a.turn - b.turn) < 10 ? (a.turn + b.turn) / 2 : a.turn};
      CHECK(cutBetween(free, posed(box, middle)) < 1.6);
    }
  }
  CHECK(open > 30);
  CHECK(blocked > 10);
  CHECK(tilted > 3);
}

TEST_CASE("a box that has to be turned on its way is turned; through a mouth of its whole side it slides") {
  const FitRoom room = roomOf({rectangle({0, 0}, {300, 230})});
  Fit fit;
  fit.open = OpenSide::Top;
  const BoxInRoom box = boxAt(150, 60, 200, 80);
  CHECK(wayIn(room, fit, box).tilt == 0);
  fit.mouth = Millimetre(120);
  fit.mouthFrom = Millimetre(20);
  const WayIn way = wayIn(room, fit, box);
  REQUIRE(way.open);
  CHECK(way.tilt > 45);
  fit.mouth = Millimetre(79);
  CHECK_FALSE(wayIn(room, fit, box).open);
  fit.open = OpenSide::Across;
  CHECK(wayIn(room, fit, box).open);
}

TEST_CASE("what comes off is taken off only where it has to be, and only as much of it as that") {
  FitRoom room = roomOf({rectangle({0, 0}, {300, 120})});
  Fit fit;
  fit.open = OpenSide::Front;
  const BoxInRoom box = boxAt(100, 60, 160, 100);
  // One in the middle of the mouth, one in a corner that the box does not come near.
  fit.things = {thing(280, 60, 10, 10), thing(4, 4, 2, 2, true)};
  room.usable = without(room.usable, {outlineOf(fit.things[0], 0)});
  CHECK_FALSE(wayIn(room, fit, box).open);
  fit.things[0].comesOff = true;
  const WayIn way = wayIn(room, fit, box);
  REQUIRE(way.open);
  CHECK(way.off == std::vector<std::size_t>{0});
  fit.things[0].y = Millimetre(400);
  CHECK(wayIn(room, fit, box).off.empty());
}

TEST_CASE("a room that is moved moves box and way with it") {
  const Ring dented{{0, 0}, {320, 0}, {320, 160}, {200, 160}, {190, 220}, {0, 220}};
  Fit fit;
  fit.open = OpenSide::Front;
  fit.mouth = Millimetre(140);
  fit.mouthFrom = Millimetre(10);
  Ring far = dented;
  for (Spot& s : far) s = {s.x + 1000, s.y - 500};
  const FitRoom here = roomOf(regionOf(dented)), there = roomOf(regionOf(far));
  const BoxInRoom a = boxInRoom(here, Millimetre(180), Millimetre(100), Millimetre(60)),
                  b = boxInRoom(there, Millimetre(180), Millimetre(100), Millimetre(60));
  CHECK(b.at.x - a.at.x == Approx(1000).margin(0.01));
  CHECK(b.at.y - a.at.y == Approx(-500).margin(0.01));
  const WayIn from = wayIn(here, fit, a), to = wayIn(there, fit, b);
  REQUIRE(from.open);
  REQUIRE(to.poses.size() == from.poses.size());
  CHECK(to.poses.front().at.x - from.poses.front().at.x == Approx(1000).margin(0.01));
}

TEST_CASE("the largest box of a triangle has half its area, of a rectangle all of it; both go in where they are said to") {
  const auto areaOf = [](const LargestBox& b) { return b.along * b.up; };
  const FitRoom level = roomOf({rectangle({0, 0}, {300, 140})});
  CHECK(areaOf(largestBox(level)) > 0.97 * 300 * 140);
  CHECK(areaOf(largestBox(level)) <= 300 * 140);
  std::mt19937 engine(3);
  for (int i = 0; i < 6; ++i) {
    const double back = 200 + static_cast<double>(engine() % 150);
    const Ring ring = triangleOf(back, back * 1.1, back * 1.2);
    const FitRoom room = roomOf(regionOf(ring));
    const LargestBox b = largestBox(room);
    INFO(back);
    CHECK(areaOf(b) > 0.94 * area(ring) / 2);
    CHECK(areaOf(b) < 1.001 * area(ring) / 2);
    CHECK(staysInside(room.usable, boxAt(b.at.x, b.at.y, b.along, b.up, b.turn)));
  }
}

TEST_CASE("a box where somebody puts it: what is left to the nearest side, by hand, and by how much it stands in one") {
  const FitRoom room = roomOf({rectangle({0, 0}, {300, 200})});
  const BoxInRoom best = boxInRoom(room, Millimetre(100), Millimetre(50), Millimetre(60));
  Fit fit;
  CHECK_FALSE(boxPlaced(room, fit, best).placed);
  fit.boxX = Millimetre(70);
  fit.boxY = Millimetre(60);
  fit.boxTurn = Coefficient(0);
  const BoxInRoom at = boxPlaced(room, fit, boxAt(0, 0, 100, 50));
  CHECK(at.goesIn);
  CHECK(at.clearance.value() == Approx(20).margin(0.1));  // 70 − 50 to the back; 60 − 25 below
  CHECK(at.clearanceAcross.value() == Approx(15));
  fit.boxX = Millimetre(45);
  const BoxInRoom out = boxPlaced(room, fit, boxAt(0, 0, 100, 50));
  CHECK_FALSE(out.goesIn);
  CHECK(out.tooLarge.value() == Approx(5).margin(0.1));
  fit.boxX = Millimetre(50);
  CHECK(boxPlaced(room, fit, boxAt(0, 0, 100, 50)).goesIn);
}

TEST_CASE("where a box may stand in a convex room with holes is what a dense try finds, and what a sweep finds in one that is dented") {
  std::mt19937 engine(21);
  const auto draw = [&](double low, double high) { return std::uniform_real_distribution(low, high)(engine); };
  for (int i = 0; i < 40; ++i) {
    const double w = draw(100, 300), h = draw(80, 200), along = draw(20, 120), up = draw(10, 90);
    Region region = i % 2 == 0 ? rounded(regionOf(triangleOf(h, w * 0.9, w)), 12) : Region{rectangle({0, 0}, {w, h})};
    region = turned(region, draw(0, 3));
    const Extent e = extentOf(region);
    const Spot at{draw(e.low.x, e.high.x), draw(e.low.y, e.high.y)};
    region = without(region, {rectangle({at.x - 6, at.y - 4}, {at.x + 6, at.y + 4})});
    const Region held = heldInside(region, along, up);
    for (int k = 0; k < 400; ++k) {
      const Spot p{draw(e.low.x, e.high.x), draw(e.low.y, e.high.y)};
      const Region box{rectangle({p.x - along / 2, p.y - up / 2}, {p.x + along / 2, p.y + up / 2})};
      const bool inside = std::abs(area(without(box, region))) < 1e-3;
      if (edgeDistance(held, p) > 0.02) CHECK(contains(held, p) == inside);
    }
  }
}
