// Sizes against every combination, fuses and nicks against hand and Kirchhoff, the spark, the pull sheet, the board.
#include <rapidcheck/catch.h>

#include <catch2/catch.hpp>
#include <cmath>

#include "core/assess/joining_facts.h"
#include "core/assess/wiring_facts.h"
#include "core/drawing/wiring/harness_board.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "core/sheets/pull.h"
#include "core/studies/sizing.h"
#include "core/wiring/wire_heat.h"
#include "support/golden.h"
#include "support/plans.h"
#include "support/random.h"

using namespace usherwright;

namespace {

/// The demo with other currents, lengths and one held lead.
Plan anyHarness(support::Seeded& random) {
  Plan plan = plans::demo();
  if (random.below(3) == 0) plan = *without(plan, "/packs", 1);
  plan.routes.clear();
  plan.bike.controller.currentLimit = Ampere(5 + static_cast<double>(random.below(38)));
  for (Run& run : plan.wiring.runs) {
    const double plus = 0.2 + 0.1 * static_cast<double>(random.below(25));
    run.lengthPlus = Metre(plus);
    run.lengthMinus = Metre(plus);
    run.bundle = 1 + static_cast<int>(random.below(5));
    run.touchable = random.below(3) != 0;
  }
  const std::size_t held = random.below(4 * plan.wiring.runs.size());
  if (held < plan.wiring.runs.size()) {
    plan.wiring.runs[held].held = true;
    plan.wiring.runs[held].size = "8awg";
  }
  if (random.below(3) == 0) {
    plan.wiring.mainSwitch.kind = SwitchKind::Relay;
    plan.wiring.mainSwitch.voltage = Volt(12);
    plan.wiring.mainSwitch.current = Ampere(5);
  }
  const std::size_t plug = random.below(4);
  if (plug == 0) plan.joining.outputPlug = "";
  const std::size_t free = random.below(3);
  if (free == 0) plan.packs[0].plug = "";
  return plan;
}

/// Every main lead with every lead of every pack.
std::optional<double> cheapestOfAll(const SizingProblem& p) {
  std::optional<double> best;
  std::vector<std::size_t> at(p.packs.size() + 1, 0);
  const auto options = [&](std::size_t i) -> const std::vector<LeadOption>& {
    return i < p.packs.size() ? p.packs[i].options : p.main.options;
  };
  for (std::size_t i = 0; i < at.size(); ++i)
    if (options(i).empty()) return best;
  for (;;) {
    bool passes = true;
    double price = 0;
    for (std::size_t i = 0; i < at.size(); ++i) {
      passes = passes && options(i)[at[i]].passes;
      price += options(i)[at[i]].price.value();
    }
    for (std::size_t k = 0; passes && k < p.packs.size(); ++k)
      passes = options(k)[at[k]].drop.value() + options(p.packs.size())[at.back()].drop.value() + p.fixedDrops[k].value() <=
               p.dropAllowed.value();
    if (passes && (!best || price < *best)) best = price;
    std::size_t i = 0;
    while (i < at.size() && ++at[i] == options(i).size()) at[i++] = 0;
    if (i == at.size()) return best;
  }
}

}  // namespace

TEST_CASE("size everything finds what every combination finds, on 200 harnesses, and its advice passes the rules") {
  support::Seeded random(7);
  int solved = 0, hopeless = 0;
  for (int i = 0; i < 200; ++i) {
    const Plan plan = anyHarness(random);
    const Assessment a = plans::assessed(plan);
    const SizingProblem p = sizingProblem(plan, a.figures, shippedCatalogue());
    const Sizing s = sizeEverything(plan, a.figures, shippedCatalogue());
    CAPTURE(i, s.impossible);
    if (!p.impossible.empty()) {
      CHECK(s.impossible == p.impossible);
      continue;
    }
    const auto best = cheapestOfAll(p);
    REQUIRE(best.has_value() == s.impossible.empty());
    if (!best) {
      ++hopeless;
      continue;
    }
    ++solved;
    CHECK(s.price.value() == Approx(*best));
    const auto sized = withSizes(plan, s);
    if (!sized) FAIL(sized.error().sentence());
    for (const Run& run : plan.wiring.runs)
      if (run.held)
        CHECK(std::any_of(sized->wiring.runs.begin(), sized->wiring.runs.end(),
                          [&](const Run& r) { return r.id == run.id && r.size == run.size; }));
    for (const Finding& f : plans::assessed(*sized).findings) {
      const bool mine = f.id == "WIRE-01" || f.id == "WIRE-02" || f.id == "WIRE-04" || f.id == "WIRE-05" || f.id == "WIRE-08" ||
                        f.id == "WIRE-12" || f.id == "WIRE-16";
      const bool worse = f.id != "WIRE-16" || f.severity != Severity::Note;
      if (mine && worse) FAIL_CHECK(f.id << " " << f.sentence);
    }
    // Once sized, sizing again changes nothing.
    const Assessment then = plans::assessed(*sized);
    const Sizing again = sizeEverything(*sized, then.figures, shippedCatalogue());
    CHECK(withSizes(*sized, again)->wiring.runs == sized->wiring.runs);
  }
  CHECK(solved > 100);
  CHECK(hopeless > 2);
}

TEST_CASE("sizes wait for the currents, and give leads to a plan that has none") {
  Plan plan = plans::demo();
  plan.routes.clear();
  Plan blind = plan;
  blind.bike.controller.currentLimit.reset();
  const Assessment unknown = plans::assessed(blind);
  CHECK(sizeEverything(blind, unknown.figures, shippedCatalogue()).impossible.find("is not known") != std::string::npos);
  plan.wiring.runs.clear();
  const Assessment bare = plans::assessed(plan);
  const auto sized = withSizes(plan, sizeEverything(plan, bare.figures, shippedCatalogue()));
  REQUIRE(sized);
  CHECK(sized->wiring.runs.size() == plan.packs.size() + 1);
  CHECK(sized->mainRun());
}

TEST_CASE("a fuse opens by its curve: never sooner for a larger one, never later for more current") {
  rc::prop("fuses", [] {
    Fuse fuse;
    fuse.kind = static_cast<FuseKind>(*rc::gen::inRange(0, 5));
    fuse.rating = Ampere(*rc::gen::inRange(1, 100));
    Fuse larger = fuse;
    larger.rating = Ampere(fuse.rating->value() + *rc::gen::inRange(1, 40));
    const Ampere i(*rc::gen::inRange(1, 3000)), more(i.value() * 1.3);
    const auto seconds = [](const Fuse& f, Ampere at) {
      const Opening o = openingOf(f, at, shippedCatalogue());
      return o.never ? 1e12 : o.after->value();
    };
    RC_ASSERT(seconds(larger, i) >= seconds(fuse, i) * (1 - 1e-12));
    RC_ASSERT(seconds(fuse, more) <= seconds(fuse, i) * (1 + 1e-12));
    RC_ASSERT(seconds(fuse, i) > 0);
  });
  Fuse blade;
  blade.kind = FuseKind::Blade;
  blade.rating = Ampere(30);
  const auto at = [&](double amps) { return openingOf(blade, Ampere(amps), shippedCatalogue()); };
  CHECK(at(60).after->value() == Approx(5));                                        // twice its rating: 5 s at most, ISO 8820-3
  CHECK(at(30 * std::sqrt(2 * 3.5)).after->value() == Approx(std::sqrt(5 * 0.5)));  // halfway on both scales
  CHECK(at(360).after->value() == Approx(0.1 / 4));                                 // beyond the curve I²t stays
  CHECK(at(40).never);                                                              // 1.33 times: it need not open
  blade.kind.reset();
  CHECK_FALSE(at(60).after);
  CHECK_FALSE(at(60).never);
}

TEST_CASE("a nick in a pack's lead: its own short, the others only through a hard joint, the copper until the fuses open") {
  Plan plan = plans::demo();
  for (Pack& p : plan.packs) p.fuse.kind = FuseKind::Blade;
  const auto second = [&](const Plan& with) { return nickAt(with, plans::assessed(with).figures, shippedCatalogue(), "second/lead"); };
  CHECK(second(plan).words.find("melts but does not interrupt: 32 V against 54.6 V") != std::string::npos);
  CHECK_FALSE(second(plan).until);
  Plan unknown = plan;
  unknown.packs[1].fuse.dcVoltage.reset();
  CHECK(second(unknown).words.find("whether its fuse interrupts this is not known") != std::string::npos);
  plan.packs[1].fuse.dcVoltage = Volt(80);
  plan.packs[1].fuse.breaking = Ampere(500);
  CHECK(second(plan).words.find("it breaks 500 A") != std::string::npos);
  plan.packs[1].fuse.breaking = Ampere(2000);
  const Assessment a = plans::assessed(plan);
  const Nick n = nickAt(plan, a.figures, shippedCatalogue(), "second/lead");
  REQUIRE(n.fuses.size() == 1);  // the joiner lets nothing back
  const ShortSource& s = a.figures.packs[1].shortSource;
  const double lead = runResistance(plan.wiring.runs[1], Celsius(20)).value() / 2;
  const double fuse = 0.06 / plan.packs[1].fuse.rating->value();
  const double plug = plugResistance(shippedCatalogue(), plan.packs[1].plug).value();
  const double expected = s.full.value() / (s.cells.value() + s.path.value() + fuse + plug + lead);
  CHECK(n.total.value() == Approx(expected));
  REQUIRE(n.until);
  const double i2t = expected * expected * n.until->value(), area = parseWireSize(plan.wiring.runs[1].size)->area.value();
  const double x = i2t * 0.017241e-6 / (area * area * 1e-12 * 3.45e6);
  CHECK(n.copper->value() == Approx(hottestAir(plan).value() + (std::exp(0.00393 * x) - 1) / 0.00393).epsilon(1e-6));
  CHECK(n.limit == Celsius(250));
  Plan pvc = plan;
  pvc.wiring.runs[1].insulation = Insulation::Pvc;
  CHECK(second(pvc).limit == Celsius(160));
  plan.joining.method = Method::Direct;
  const Assessment hard = plans::assessed(plan);
  const Nick both = nickAt(plan, hard.figures, shippedCatalogue(), "second/lead");
  REQUIRE(both.fuses.size() == 2);
  CHECK(both.total > n.total);
  const Nick main = nickAt(plan, hard.figures, shippedCatalogue(), "joint/lead");
  REQUIRE(main.fuses.size() == 2);
  // Kirchhoff: each pack drives its current through its own way and all of them through the shared half of the main lead.
  const double shared =
      runResistance(*plan.mainRun(), Celsius(20)).value() / 2 + plugResistance(shippedCatalogue(), plan.joining.outputPlug).value();
  for (const FeedingFuse& x2 : main.fuses) {
    const ShortSource& from = hard.figures.packs[x2.pack].shortSource;
    const Run& own = *plan.leadOf(plan.packs[x2.pack].id);
    const double way = from.cells.value() + from.path.value() + 0.06 / plan.packs[x2.pack].fuse.rating->value() +
                       plugResistance(shippedCatalogue(), plan.packs[x2.pack].plug).value() + runResistance(own, Celsius(20)).value() +
                       hard.figures.joint.onResistance.value();
    CHECK(x2.current.value() * way + main.total.value() * shared == Approx(from.full.value()).epsilon(1e-6));
  }
  // Unplugged, its lead hangs on the joint: the others feed it, not its own cells; inside its case it is the other way round.
  const auto state = [&](const char* place, std::uint32_t plugged) {
    return nickAt(plan, hard.figures, shippedCatalogue(), place, plugged);
  };
  REQUIRE(state("second/lead", 1).fuses.size() == 1);
  CHECK(state("second/lead", 1).fuses[0].pack == 0);
  REQUIRE(state("second/tail", 1).fuses.size() == 1);
  CHECK(state("second/tail", 1).fuses[0].pack == 1);
  CHECK(state("second/lead", 0).fuses.empty());
  CHECK(state("joint/lead", 2).fuses.size() == 1);
  CHECK(nickAt(plan, a.figures, shippedCatalogue(), "second/lead", 1).fuses.empty());  // a one-way joint lets nothing out there
  Plan selector = plan;
  selector.joining.method = Method::Selector;
  CHECK(nickAt(selector, plans::assessed(selector).figures, shippedCatalogue(), "joint/lead").fuses.size() == 1);
  plan.packs[0].fuse.kind.reset();
  CHECK_FALSE(nickAt(plan, hard.figures, shippedCatalogue(), "joint/lead").until);
  CHECK(nickAt(plan, hard.figures, shippedCatalogue(), "second/inside").words.find("no fuse lies before this place") != std::string::npos);
}

TEST_CASE("a nick in a branch: its own fuse carries what all packs feed; without one theirs do, and before the board none does") {
  Plan plan = plans::demo();
  for (Pack& p : plan.packs) {
    p.fuse.kind = FuseKind::Blade;
    p.fuse.dcVoltage = Volt(80);
    p.fuse.breaking = Ampere(5000);
  }
  plan.bike.accessories.resize(1);
  Accessory& lamp = plan.bike.accessories[0];
  lamp = {};
  lamp.name = "lamp";
  lamp.tap = Tap::Bus;
  lamp.leadSize = "20awg";
  const auto at = [&](const char* lead) { return nickAt(plan, plans::assessed(plan).figures, shippedCatalogue(), lead); };
  CHECK(at("joint/accessory-1/lead").words.find("what its fuse is rated is not known") != std::string::npos);
  lamp.fuse = plan.packs[0].fuse;
  lamp.fuse.rating = Ampere(3);
  const Nick fused = at("joint/accessory-1/lead"), before = at("joint/accessory-1/lead/start");
  REQUIRE(fused.fuses.size() == 1);
  CHECK(fused.fuses[0].current == fused.total);
  CHECK(fused.total == before.total);
  CHECK(fused.words.find("the fuse of lamp opens") != std::string::npos);
  REQUIRE(before.fuses.size() == plan.packs.size());  // the one-way joint lets them all out
  REQUIRE(before.until);
  CHECK(*fused.until < *before.until);
  CHECK(*fused.copper < *before.copper);
  lamp.fuse = {};
  lamp.fuse.present = false;
  CHECK(at("joint/accessory-1/lead").until == before.until);
  for (const Tap tap : {Tap::SomeGroups, Tap::BeforeBms}) {
    lamp.tap = tap;
    CHECK(at("joint/accessory-1/lead").words.find("no fuse lies before this place") != std::string::npos);
    CHECK_FALSE(at("joint/accessory-1/lead").until);
  }
  lamp.tap = Tap::Pack;
  CHECK(at("joint/accessory-1/lead").until);
  lamp.tap = Tap::Controller;
  CHECK(at("joint/accessory-1/lead").words.find("is not known") != std::string::npos);
  const std::string first = plan.packs[0].id;
  CHECK(at((first + "/charge/start").c_str()).words.find("no fuse lies before this place") != std::string::npos);
  plan.packs[0].chargeFuse = plan.packs[0].fuse;
  plan.packs[0].chargeFuse.rating = Ampere(10);
  CHECK(at((first + "/charge").c_str()).fuses[0].rating == Ampere(10));
  plan.packs[0].chargeFuse = {};
  plan.packs[0].chargeFuse.present = false;
  CHECK(at((first + "/charge").c_str()).words.find("no fuse is fitted") != std::string::npos);
}

TEST_CASE("switching on: energy, first current, resistor and time as in the case worked by hand") {
  Plan plan = plans::demo();
  plan.bike.controller.bulkCapacitance = MicroFarad(1000);
  plan.joining.precharge.reset();
  plan.joining.outputPlug = "bullet-4.5";
  const Assessment a = plans::assessed(plan);
  const SwitchOn on = switchOnOf(plan, a.figures, shippedCatalogue());
  CHECK(on.bus.value() == Approx(54.6));
  CHECK(on.stored->value() == Approx(0.5 * 1e-3 * 54.6 * 54.6));
  CHECK(on.least.value() == Approx(27.3));
  CHECK(on.chosen.value() == 33);
  CHECK(on.time->value() == Approx(5 * 33 * 1e-3));
  CHECK(on.firstAmpere->value() == Approx(54.6 / 33));
  CHECK(prechargedAfter(on, *on.time).value() == Approx(54.6 * (1 - std::exp(-5.0))));
  CHECK(on.last.part == "joint/plug");
  CHECK(on.last.softened.empty());
  plan.wiring.mainSwitch.kind = SwitchKind::Relay;
  plan.wiring.mainSwitch.closesLast = true;
  CHECK(closesLast(plan, shippedCatalogue()).part == "joint/switch");
  plan.wiring.mainSwitch.kind = SwitchKind::SoftStart;
  CHECK(closesLast(plan, shippedCatalogue()).softened == "the switch's soft start");
  plan.wiring.mainSwitch = {};
  plan.joining.outputPlug = "bullet-4.5-antispark";
  CHECK(closesLast(plan, shippedCatalogue()).softened == "its anti-spark half");
  plan.joining.outputPlug.clear();
  CHECK(closesLast(plan, shippedCatalogue()).part == "stock/plug");
}

TEST_CASE("closing a switch, a fuse or a plug of another pack never leaves fewer ends live") {
  rc::prop("live ends", [] {
    Plan plan = plans::demo();
    plan.joining.method = *rc::gen::element(Method::Combiner, Method::Direct, Method::Selector, Method::Schottky);
    plan.wiring.mainSwitch.kind = SwitchKind::Switch;
    const Assessment a = plans::assessed(plan);
    PlugState open;
    open.plugged = *rc::gen::inRange(0u, 4u);
    open.output = *rc::gen::arbitrary<bool>();
    open.fuses = *rc::gen::inRange(0u, 4u);
    open.closed = false;
    const auto live = [&](const PlugState& s) {
      int count = 0;
      for (const LiveEnd& e : liveEnds(plan, a.figures, s)) count += e.volts > Volt(0) && e.place != LiveEnd::Place::SwitchEnd;
      return count;
    };
    PlugState fused = open;
    fused.fuses = 0xf;
    RC_ASSERT(live(fused) >= live(open));
    PlugState closed = open;
    closed.closed = true;
    RC_ASSERT(live(closed) + (open.output ? 1 : 0) >= live(open));  // a closed way has no open end at the controller
  });
}

TEST_CASE("the pull sheet cuts what the lead is long, and the shop's list covers it") {
  for (const auto& [name, plan] : golden::plans()) {
    const Assessment a = plans::assessed(plan);
    const auto rows = pullSheet(plan, a.figures, shippedCatalogue());
    CAPTURE(name);
    std::map<std::string, double> needed, bought;
    for (const PullRow& r : rows) {
      CHECK(r.cut.value() >= r.length.value() + (r.stripFrom.value() + r.stripTo.value()) / 1000);
      CHECK(r.cut.value() < r.length.value() + 0.12);
      needed[parseWireSize(r.size)->shown() + (r.plus ? ", red" : ", black")] += r.cut.value();
    }
    for (const BuyRow& b : shoppingList(plan, a.figures, shippedCatalogue()))
      if (b.what.starts_with("wire ")) bought[b.what.substr(5)] += b.quantity;
    for (const auto& [what, metres] : needed) CHECK(bought[what] >= metres - 1e-9);
    CHECK(bought.size() == needed.size());
  }
}

TEST_CASE("on the board a lead is as long as it is, and the tiles cover all of it") {
  using namespace drawing;
  const Plan plan = plans::demo();
  const Assessment a = plans::assessed(plan);
  const Drawing board = harnessBoard({plan, a, UnitSystem::Metric});
  for (const Run& run : plan.wiring.runs) {
    const std::string lead = run.from == "joint" ? "joint/lead" : run.from + "/lead";
    double drawn = 0;
    for (const Shape& s : board.shapes)
      if (s.part == lead + "/plus") drawn += std::hypot(s.points[1].x - s.points[0].x, s.points[1].y - s.points[0].y);
    CHECK(drawn == Approx(run.lengthPlus->value() * 1000));
  }
  const Sheet sheet;
  const auto tiles = tilesOf(board, sheet);
  double right = 0, bottom = 0;
  for (const Point& t : tiles) {
    right = std::max(right, t.x + sheet.tileWidth());
    bottom = std::max(bottom, t.y + sheet.tileHeight());
  }
  CHECK(right >= board.world.high.x);
  CHECK(bottom >= board.world.high.y);
}
