// What holds a pack and what is around it, by hand; nets that fold; pieces for a printer's bed; locks, take-offs, one more strip.
#include <catch2/catch.hpp>
#include <cmath>

#include "core/fit/hold.h"
#include "core/fit/net.h"
#include "core/io/fit_prints.h"
#include "core/plan/edit.h"
#include "support/plans.h"

using namespace usherwright;

namespace {

Plan second(std::initializer_list<std::pair<const char*, const char*>> typed) {
  Plan plan = plans::demo();
  for (const auto& [key, text] : typed) plan = plans::with(plan, std::string("/packs/1/") + key, text);
  return plan;
}

const FitFigures& fitOf(const Assessment& a, std::size_t k = 1) {
  REQUIRE(a.figures.packs[k].fit);
  return *a.figures.packs[k].fit;
}

double lengthOf(const Spot& a, const Spot& b) { return std::hypot(a.x - b.x, a.y - b.y); }

}  // namespace

TEST_CASE("screws, straps and shock by hand") {
  // 4 × M5 in solid metal: 4 · 14.2 mm² · 450 · 0.3 N/mm²; 2 straps of 25 mm: 500 N.
  CHECK(4 * holdOf(ScrewSize::M5, ScrewInto::MetalThread) == Approx(7668));
  CHECK(holdOf(ScrewSize::M5, ScrewInto::RivetNut) == Approx(1150.2));
  CHECK(holdOf(ScrewSize::M4, ScrewInto::Insert) == Approx(395.1));
  CHECK(holdOf(ScrewSize::M6, ScrewInto::Wood) == Approx(603));
  CHECK(holdOf(ScrewSize::M3, ScrewInto::BarePlastic) == Approx(75.45));
  const Plan plan = second({{"hold/screws", "3"},
                            {"hold/screw_size", "M4"},
                            {"hold/screw_into", "heat-set-insert"},
                            {"hold/straps", "2"},
                            {"hold/strap_width_mm", "25"},
                            {"hold/screws_before", "2"},
                            {"hold/screw_size_before", "M6"},
                            {"hold/ridden_on", "gravel"}});
  const Assessment a = plans::assessed(plan);
  const HoldFigures h = holdFigures(plan.packs[1], fitOf(a), Kilogram(3));
  CHECK(*h.held == Approx(3 * 395.1 + 500));
  CHECK(*h.shaken == Approx(2 * 3 * 9.81 * 6));
  CHECK(*h.ofBefore == Approx(3 * 8.78 / (2 * 20.1)));
  // Unknown: nothing is held that nobody counted, the roughest way is ridden, a thread is one in plastic.
  const Plan bare =
      second({{"hold/screws", "2"}, {"hold/screw_size", "M5"}, {"hold/screw_into", ""}, {"hold/straps", ""}, {"hold/ridden_on", ""}});
  const Assessment b = plans::assessed(bare);
  const HoldFigures u = holdFigures(bare.packs[1], fitOf(b), Kilogram(3));
  CHECK(*u.held == Approx(2 * 14.2 * 15));
  CHECK(*u.shaken == Approx(2 * 3 * 9.81 * 10));
  CHECK_FALSE(holdFigures(second({{"hold/screws", ""}, {"hold/straps", ""}}).packs[1], fitOf(b), std::nullopt).held);
}

TEST_CASE("holes, heads and spacers by hand") {
  const Plan plan = second({{"hold/holes_apart_mm", "74"},
                            {"hold/slots_from_mm", "60"},
                            {"hold/slots_to_mm", "74"},
                            {"hold/head_mm", "3"},
                            {"hold/slide_mm", "2.5"},
                            {"hold/bump_mm", "4"}});
  const Assessment a = plans::assessed(plan);
  const HoldFigures h = holdFigures(plan.packs[1], fitOf(a), std::nullopt);
  CHECK(*h.holesMeet);
  CHECK(h.overHead->value() == Approx(-0.5));
  CHECK(h.spacerNeeded->value() == Approx(7));
  CHECK_FALSE(*holdFigures(second({{"hold/holes_apart_mm", "74.5"}, {"hold/slots_from_mm", "60"}, {"hold/slots_to_mm", "74"}}).packs[1],
                           fitOf(a), std::nullopt)
                   .holesMeet);
}

TEST_CASE("the middle of the mass by hand, and the heat of a closed room") {
  const auto m =
      massMiddles(Kilogram(20), Millimetre(1100),
                  {{Kilogram(4), {Millimetre(900), Millimetre(0)}, false}, {Kilogram(3), {Millimetre(500), Millimetre(600)}, true}});
  REQUIRE(m);
  CHECK(m->now.up.value() == Approx((20 * 550 + 3 * 500) / 23.0));
  CHECK(m->then.up.value() == Approx((20 * 550 + 3 * 500 + 4 * 900) / 27.0));
  CHECK(m->then.along.value() == Approx((20 * 550 + 3 * 600) / 27.0));
  Plan plan = second({});
  plan.packs[1].fit.things.push_back({"diode", ThingKind::Heat, Millimetre(900), Millimetre(60), Millimetre(10), Millimetre(10), Watt(12)});
  const Assessment a = plans::assessed(plan);
  const FitRoom& room = fitOf(a).room;
  const Extent e = extentOf(room.inside);
  const double surface = 2 * (e.width() * e.height() + e.width() * room.depth + e.height() * room.depth) * 1e-6;
  CHECK(holdFigures(plan.packs[1], fitOf(a), std::nullopt).warmer->value() == Approx(12 / (5 * surface)));
}

TEST_CASE("the net of a dummy folds: every edge meets one of its own length, whatever the block") {
  std::vector<Plan> plans{plans::demo()};
  for (const char* name : {"moor-tractor", "quarry-town-folder", "allotment-barrow"}) plans.push_back(plans::example(name));
  int nets = 0;
  for (const Plan& plan : plans) {
    const Assessment a = plans::assessed(plan);
    for (const PackFigures& p : a.figures.packs) {
      if (!p.fit || p.fit->layout.empty()) continue;
      const DummyNet net = dummyNet(*p.fit);
      REQUIRE(net.why.empty());
      ++nets;
      const std::size_t n = net.outline.size();
      REQUIRE(net.sides.size() == n);
      REQUIRE(net.base.size() == n);
      std::size_t longest = 0;
      for (std::size_t i = 0; i < n; ++i) {
        CHECK(lengthOf(net.sides[i][0], net.sides[i][1]) == Approx(lengthOf(net.outline[i], net.outline[(i + 1) % n])).margin(0.05));
        CHECK(lengthOf(net.sides[i][1], net.sides[i][2]) == Approx(net.depth).margin(0.05));
        if (lengthOf(net.sides[i][0], net.sides[i][1]) > lengthOf(net.sides[longest][0], net.sides[longest][1]) + 1e-6) longest = i;
      }
      // The base hangs on one panel; going round, its edges are the panels' in their order, as are the lid's.
      for (std::size_t i = 0; i < n; ++i) {
        const Ring& panel = net.sides[(longest + i) % n];
        CHECK(lengthOf(net.base[i], net.base[(i + 1) % n]) == Approx(lengthOf(panel[0], panel[1])).margin(0.1));
        CHECK(lengthOf(net.lid[i], net.lid[(i + 1) % n]) == Approx(lengthOf(panel[0], panel[1])).margin(0.1));
      }
      CHECK(area(net.base) * area(net.lid) < 0);  // one is the other, mirrored
      CHECK(std::abs(std::abs(area(net.base)) - area(net.outline)) < 1);
      // Nothing of it lies over anything else, but for the folds: cardboard is cut once.
      const Region base{regionOf(net.base)}, lid{regionOf(net.lid)};
      for (const Ring& side : net.sides) {
        CHECK(std::abs(area(common(base, {side}))) < 0.5);
        CHECK(std::abs(area(common(lid, {side}))) < 0.5);
      }
      // All cells stand inside.
      for (const Site& s : p.fit->layout.sites) CHECK(contains({net.outline}, s.at));
    }
  }
  CHECK(nets == 5);
}

TEST_CASE("pieces of the holder go onto the bed, and every cell is in one") {
  for (const char* bed : {"100", "150", "200", "400"}) {
    const Plan plan = second({{"fit/bed_mm", bed}});
    const Assessment a = plans::assessed(plan);
    const FitFigures& f = fitOf(a);
    const std::vector<Tile> tiles = bedTiles(f);
    REQUIRE(tiles.size() == f.layout.sites.size());
    for (const Tile& t : tiles) {
      Ring middles;
      for (std::size_t i = 0; i < tiles.size(); ++i)
        if (tiles[i] == t) middles.push_back(f.layout.sites[i].at);
      const Extent e = extentOf(Region{middles});
      CHECK(std::max(e.width(), e.height()) + f.room.cell.width + 1.6 <= std::atof(bed));
    }
  }
}

TEST_CASE("groups and cells that are locked stay where they are, and what is found is a layout all the same") {
  const Plan plan = second({{"fit/locked_groups", "1, 13"}, {"fit/locked_cells", "20 21"}});
  const Assessment a = plans::assessed(plan);
  const FitFigures& f = fitOf(a);
  REQUIRE_FALSE(f.layout.empty());
  const LayoutRequest request = layoutRequest(f);
  REQUIRE(request.locked.layout == f.layout);
  const Outcome<CellLayout> found = layOut(f.room, request);
  REQUIRE_FALSE(found.result.empty());
  const auto groupAt = [&](const CellLayout& l, const Site& site) {
    for (std::size_t i = 0; i < l.sites.size(); ++i)
      if (l.sites[i] == site) return l.group[i];
    return 0;
  };
  for (std::size_t i = 0; i < f.layout.sites.size(); ++i)
    if (request.locked.stays[i]) CHECK(groupAt(found.result, f.layout.sites[i]) == f.layout.group[i]);
  CHECK(std::count(request.locked.stays.begin(), request.locked.stays.end(), true) >= 10);
  CHECK_FALSE(f.layout.scores.beats(found.result.scores));
  // What is kept of it is read as a layout again.
  const Plan kept = withLayout(plan, 1, found.result);
  CHECK_FALSE(layoutOf(f.room, kept.packs[1].fit, 13, 5).empty());
  CHECK(layoutRequest(fitOf(plans::assessed(second({})))).locked.layout.empty());
}

TEST_CASE("leads are taken from the cells that are named, of their own end group; nonsense is refused with its place") {
  const Assessment a = plans::assessed(second({}));
  const FitFigures& f = fitOf(a);
  std::string first;
  std::size_t of = 0, other = 0;
  for (std::size_t i = 0; i < f.layout.group.size(); ++i) (f.layout.group[i] == 1 ? of : other) = i + 1;
  const Assessment named = plans::assessed(second({{"fit/minus_taken_at", (std::to_string(of) + ", " + std::to_string(other)).c_str()}}));
  CHECK(fitOf(named).strips->minusTaps == std::vector<std::size_t>{of - 1});
  CHECK(fitOf(named).strips->plusTaps == f.strips->plusTaps);
  for (const char* wrong : {"one", "1;2", "-3", "0", "99999", "1.5"}) {
    const auto refused = withField(plans::demo(), "/packs/1/fit/minus_taken_at", FieldValue{std::string(wrong)});
    INFO(wrong);
    REQUIRE_FALSE(refused);
    CHECK(refused.error().place == "/packs/1/fit/minus_taken_at");
  }
}

TEST_CASE("one more strip where it saves most: within a hundredth of the best of all, each tried") {
  for (const Plan& plan : {plans::demo(), plans::example("quarry-town-folder")}) {
    const Assessment a = plans::assessed(plan);
    for (const PackFigures& p : a.figures.packs) {
      if (!p.fit || !p.fit->strips) continue;
      const FitFigures& f = *p.fit;
      const auto saved = bestDoubled(f);
      REQUIRE(saved);
      double best = f.strips->heat.value();
      StripInput in = stripInput(f.stripRequest(f.from.sustained ? *f.from.sustained : *f.from.peak));
      for (const StripSegment& s : f.strips->segments) {
        in.doubled = std::tuple{s.a, s.b, s.near};
        best = std::min(best, stripRun(in).heat.value());
      }
      CHECK(saved->before.value() == f.strips->heat.value());
      CHECK(saved->after.value() <= best * 1.01);
      CHECK(saved->after < saved->before);
    }
  }
}
