// Cells in a room: no overlap, inside by the clearance, S groups of P in one piece each beside the next, the same again at the
// same seed; counts against brute force.
#include <catch2/catch.hpp>
#include <cmath>
#include <numbers>
#include <random>
#include <set>

#include "core/fit/layout.h"
#include "core/pack/pack_model.h"
#include "support/plans.h"

using namespace usherwright;

namespace {

FitRoom roomFrom(Region region, double diameter = 18.3, double gap = 0.6) {
  FitRoom room;
  room.inside = room.usable = std::move(region);
  room.depth = room.usableDepth = 75;
  room.cell = {diameter, diameter, 65.3, true};
  room.gap = gap;
  return room;
}

/// A room of one of several kinds: box, triangle, a polygon with a dent, a box with a hole; turned and moved anywhere.
FitRoom randomRoom(std::mt19937& engine) {
  const auto draw = [&](double low, double high) { return std::uniform_real_distribution(low, high)(engine); };
  Region region;
  switch (engine() % 4) {
    case 0: region = {rectangle({0, 0}, {draw(120, 420), draw(60, 220)})}; break;
    case 1: {
      const double back = draw(180, 380);
      const Ring ring = triangleOf(back, draw(back * 0.7, back * 1.2), draw(back * 0.8, back * 1.3));
      region = rounded(regionOf(ring), 10);
      break;
    }
    case 2: {
      const double w = draw(150, 400), h = draw(100, 240);
      region = regionOf({{0, 0}, {w, 0}, {w, h}, {w * draw(0.5, 0.7), h * draw(0.6, 0.9)}, {0, h}});
      break;
    }
    default: {
      const double w = draw(180, 400), h = draw(120, 220), x = draw(40, w - 60), y = draw(30, h - 40);
      region = without({rectangle({0, 0}, {w, h})}, {rectangle({x, y}, {x + draw(5, 30), y + draw(5, 30)})});
    }
  }
  return roomFrom(region, engine() % 2 != 0 ? 18.3 : 21.3);
}

double nearestPair(const std::vector<Site>& sites) {
  double least = 1e9;
  for (std::size_t i = 0; i < sites.size(); ++i)
    for (std::size_t j = i + 1; j < sites.size(); ++j)
      if (sites[i].layer == sites[j].layer)
        least = std::min(least, std::hypot(sites[i].at.x - sites[j].at.x, sites[i].at.y - sites[j].at.y));
  return least;
}

/// Pieces of one group, by a flood of its own.
int piecesOf(const FitRoom& room, const CellLayout& l, int group) {
  std::set<std::size_t> left;
  for (std::size_t i = 0; i < l.sites.size(); ++i)
    if (l.group[i] == group) left.insert(i);
  const double reach = 1.2 * (room.cell.width + room.gap);
  int pieces = 0;
  while (!left.empty()) {
    ++pieces;
    std::vector<std::size_t> edge{*left.begin()};
    left.erase(left.begin());
    while (!edge.empty()) {
      const Site at = l.sites[edge.back()];
      edge.pop_back();
      for (auto it = left.begin(); it != left.end();) {
        const Site& other = l.sites[*it];
        const double flat = std::hypot(other.at.x - at.at.x, other.at.y - at.at.y);
        const bool beside = other.layer == at.layer ? flat < reach : std::abs(other.layer - at.layer) == 1 && flat < 0.1;
        if (beside) edge.push_back(*it);
        it = beside ? left.erase(it) : std::next(it);
      }
    }
  }
  return pieces;
}

bool touch(const FitRoom& room, const CellLayout& l, int a, int b) {
  const double reach = 1.2 * (room.cell.width + room.gap);
  for (std::size_t i = 0; i < l.sites.size(); ++i)
    for (std::size_t j = 0; j < l.sites.size(); ++j) {
      if (l.group[i] != a || l.group[j] != b) continue;
      const double flat = std::hypot(l.sites[i].at.x - l.sites[j].at.x, l.sites[i].at.y - l.sites[j].at.y);
      if (l.sites[i].layer == l.sites[j].layer ? flat < reach : flat < 0.1) return true;
    }
  return false;
}

void checkLayout(const FitRoom& room, const CellLayout& l, int series, int parallel) {
  REQUIRE(l.sites.size() == static_cast<std::size_t>(series) * static_cast<std::size_t>(parallel));
  CHECK(nearestPair(l.sites) >= room.cell.width + room.gap - 0.02);
  for (const Site& s : l.sites) {
    CHECK(contains(grown(room.usable, 0.02), s.at));
    CHECK(edgeDistance(room.usable, s.at) >= room.cell.width / 2 - 0.02);
  }
  for (int g = 1; g <= series; ++g) {
    CHECK(std::count(l.group.begin(), l.group.end(), g) == parallel);
    CHECK(piecesOf(room, l, g) == 1);
    if (g < series) CHECK(touch(room, l, g, g + 1));
  }
}

}  // namespace

TEST_CASE("a layout keeps every rule of its room, and is the same again; C-033") {
  std::mt19937 engine(20261130);
  int placed = 0, refused = 0;
  for (int k = 0; k < 300; ++k) {
    const FitRoom room = randomRoom(engine);
    LayoutRequest request;
    const std::size_t most = holds(room, std::nullopt, Effort::Quick);
    if (most < 6) continue;
    request.parallel = 1 + static_cast<int>(engine() % 5);
    const int mostSeries = static_cast<int>(most) / request.parallel;
    if (mostSeries < 3) continue;
    request.series = 3 + static_cast<int>(engine() % static_cast<unsigned>(std::min(18, mostSeries - 2)));
    request.leadExit = static_cast<LeadExit>(engine() % 4);
    request.seed = 1 + k;
    // Cut short: the rules hold at every moment, not only in the end.
    int asked = 0;
    const Progress brief([&](double) { return ++asked < 12; });
    const Outcome<CellLayout> found = layOut(room, request, brief);
    INFO("room " << k << ", " << request.series << "S" << request.parallel << "P of " << most << ", " << found.why);
    if (found.result.empty()) {
      ++refused;
      CHECK(found.ending != Ending::Done);
      continue;
    }
    ++placed;
    checkLayout(room, found.result, request.series, request.parallel);
    asked = 0;
    CHECK(layOut(room, request, brief).result == found.result);
  }
  CHECK(placed > 200);
  CHECK(refused < placed / 20);
}

TEST_CASE("a room that is moved moves its layout with it") {
  const FitRoom here = roomFrom(rounded(regionOf(triangleOf(300, 330, 420)), 10));
  FitRoom there = here;
  there.inside = there.usable = moved(here.usable, {137, -61});
  const LayoutRequest request{10, 3, std::nullopt, LeadExit::Bottom, 4};
  int asked = 0;
  const Progress brief([&](double) { return ++asked < 12; });
  const CellLayout a = layOut(here, request, brief).result;
  asked = 0;
  const CellLayout b = layOut(there, request, brief).result;
  REQUIRE(!a.empty());
  REQUIRE(a.group == b.group);
  for (std::size_t i = 0; i < a.sites.size(); ++i) {
    CHECK(b.sites[i].at.x - a.sites[i].at.x == Approx(137).margin(0.02));
    CHECK(b.sites[i].at.y - a.sites[i].at.y == Approx(-61).margin(0.02));
  }
}

TEST_CASE("a room never holds less than plain rows, nor than a brute force over turns and shifts") {
  std::mt19937 engine(7);
  for (int k = 0; k < 10; ++k) {
    const FitRoom room = randomRoom(engine);
    const double pitch = room.cell.width + room.gap;
    std::size_t brute = 0;
    for (int degrees = 0; degrees < 90; degrees += 15)
      for (const bool hexagonal : {false, true}) {
        const Region held = grown(turned(room.usable, -degrees * std::numbers::pi / 180), -room.cell.width / 2);
        const Extent e = extentOf(held);
        const double up = hexagonal ? pitch * std::numbers::sqrt3 / 2 : pitch;
        for (int a = 0; a < 8; ++a)
          for (int b = 0; b < 8; ++b) {
            std::size_t n = 0;
            int row = 0;
            for (double y = e.low.y + up * b / 8; y <= e.high.y; y += up, ++row)
              for (double x = e.low.x + pitch * a / 8 - (hexagonal && row % 2 != 0 ? pitch / 2 : 0); x <= e.high.x; x += pitch)
                n += contains(held, {x, y}) ? 1 : 0;
            brute = std::max(brute, n);
          }
      }
    INFO("room " << k);
    CHECK(holds(room, std::nullopt, Effort::Thorough) >= brute);
  }
}

TEST_CASE("a box that is exactly as large as its cells holds them, and half a millimetre less does not") {
  const double pitch = 18.3 + 0.6;
  const FitRoom exact = roomFrom({rectangle({0, 0}, {4 * pitch + 18.3, 2 * pitch + 18.3})});
  CHECK(holds(exact, CellGrid::Square, Effort::Quick) == 15);
  const FitRoom less = roomFrom({rectangle({0, 0}, {4 * pitch + 17.8, 2 * pitch + 18.3})});
  CHECK(holds(less, CellGrid::Square, Effort::Quick) == 12);
  CHECK(shortBy(less, CellGrid::Square, 15)->value() == Approx(0.5).margin(0.26));
}

TEST_CASE("what does not go in says how many do, which P would, and by how much the room is short") {
  const FitRoom room = roomFrom({rectangle({0, 0}, {200, 120})});
  const Outcome<CellLayout> found = layOut(room, {13, 6, std::nullopt, LeadExit::Front, 1});
  CHECK(found.ending == Ending::Infeasible);
  CHECK(found.why.find("are needed") != std::string::npos);
  const std::size_t most = holds(room, std::nullopt, Effort::Thorough);
  CHECK(found.why.find("13S" + std::to_string(most / 13) + "P would do") != std::string::npos);
  CHECK(found.why.find("mm too small") != std::string::npos);
  FitRoom shallow = room;
  shallow.layers = 0;
  shallow.usableDepth = 50;
  CHECK(layOut(shallow, {13, 4, std::nullopt, LeadExit::Front, 1}).why.find("Too shallow") != std::string::npos);
}

TEST_CASE("a kept layout that is not one of these cells is named, never passed over: other S or P, a thicker cell, a group torn apart") {
  const Plan plan = plans::demo();
  const auto named = [](const Plan& p) {
    const auto found = plans::findings(p, "BIKE-08");
    return std::any_of(found.begin(), found.end(),
                       [](const Finding& f) { return f.sentence.find("layout of the cells") != std::string::npos; });
  };
  REQUIRE_FALSE(plans::assessed(plan).figures.packs[1].fit->layout.empty());
  CHECK_FALSE(named(plan));
  Plan torn = plan;
  for (CellPlace& p : torn.packs[1].fit.places.edit())
    if (p.group == 3) {
      p.x = Millimetre(900);
      break;
    }
  Plan none = plan;
  none.packs[1].fit.places = {};
  Plan thicker = plan;
  for (Cell& c : thicker.cells) c.form = "21700";
  for (const Plan& other : {plans::with(plan, "/packs/1/parallel", "4"), plans::with(plan, "/packs/1/series", "14"), thicker, torn, none}) {
    CHECK(plans::assessed(other).figures.packs[1].fit->layout.empty());
    CHECK(named(other));
  }
}
