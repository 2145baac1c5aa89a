// The harness that follows from a plan: whole without a lead entered, figures by hand, laws of copper, and the world it is drawn in.
#include <rapidcheck/catch.h>
#include <catch2/catch.hpp>
#include <cmath>
#include <numbers>
#include <set>

#include "core/drawing/list/camera.h"
#include "core/drawing/list/svg.h"
#include "core/drawing/wiring/harness_drawings.h"
#include "core/harness/slack.h"
#include "core/io/plan_json.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "support/golden.h"
#include "support/plans.h"

using namespace usherwright;
using namespace usherwright::drawing;

namespace {

const HarnessFigures& wiringOf(const Assessment& a) { return a.figures.wiring; }

LeadFigures leadOf(const char* size, double metres, double amps, int bundle = 2) {
  HarnessLead lead;
  lead.kind = LeadKind::Run;
  lead.run.size = size;
  lead.run.lengthPlus = lead.run.lengthMinus = Metre(metres);
  lead.run.bundle = bundle;
  return leadFigures(lead, Ampere(amps), Ampere(amps), Celsius(35));
}

}  // namespace

TEST_CASE("every pack has its way to the controller, also where nobody entered a lead, and what is usual is marked") {
  for (const auto& [name, plan] : golden::plans()) {
    Plan bare = plan;
    bare.wiring.runs.clear();
    for (const Plan& p : {plan, bare}) {
      const Assessment a = plans::assessed(p);
      const Harness& h = wiringOf(a).harness;
      CAPTURE(name);
      for (const Pack& pack : p.packs) {
        const HarnessLead* lead = h.lead(pack.id + "/lead");
        REQUIRE(lead);
        CHECK((lead->planned >= 0) == (p.leadOf(pack.id) != nullptr));
        CHECK(lead->run.lengthPlus.has_value());
        // From its cells one comes to the controller.
        std::size_t at = static_cast<std::size_t>(h.node(pack.id) - h.nodes.data());
        for (int steps = 0; steps < 20 && h.nodes[at].kind != NodeKind::Controller; ++steps)
          for (const HarnessLead& l : h.leads)
            if (l.from == at && h.nodes[l.to].kind != NodeKind::ChargePort) {
              at = l.to;
              break;
            }
        CHECK(h.nodes[at].kind == NodeKind::Controller);
      }
    }
  }
}

TEST_CASE("the harness is one graph: every port, adapter, switch and accessory hangs on the cells, every name is its own") {
  for (auto& [name, plan] : golden::plans()) {
    Plan full = plan;
    full.wiring.mainSwitch.kind = SwitchKind::Relay;
    for (const Tap tap : {Tap::Controller, Tap::Bus, Tap::Pack, Tap::SomeGroups, Tap::BeforeBms}) {
      Accessory a;
      a.tap = tap;
      full.bike.accessories.push_back(a);
    }
    for (Run& run : full.wiring.runs) run.adapters = {shippedCatalogue().adapters[0].id, "one that no list has"};
    const Assessment a = plans::assessed(full);
    const Harness& h = wiringOf(a).harness;
    CAPTURE(name);
    if (full.packs.empty()) {
      CHECK(h.nodes.empty());
      continue;
    }
    std::set<std::string> ids;
    std::vector<std::size_t> reached{static_cast<std::size_t>(h.node(full.packs[0].id) - h.nodes.data())};
    std::vector<bool> is(h.nodes.size());
    is[reached[0]] = true;
    for (std::size_t i = 0; i < reached.size(); ++i)
      for (const HarnessLead& l : h.leads) {
        if (l.from != reached[i] && l.to != reached[i]) continue;
        std::vector<std::size_t> along = l.on;
        along.insert(along.end(), {l.from, l.to});
        for (const std::size_t n : along)
          if (!is[n]) {
            is[n] = true;
            reached.push_back(n);
          }
      }
    CHECK(reached.size() == h.nodes.size());
    for (const HarnessNode& n : h.nodes) CHECK(ids.insert(n.id).second);
    for (const HarnessLead& l : h.leads) CHECK(ids.insert(l.id).second);
    for (const char* id : {"joint/switch", "joint/accessory-1", "joint/accessory-5/lead"}) CHECK(ids.count(id) == 1);
  }
}

TEST_CASE("what a pack is called changes no figure and no verdict") {
  const Plan plan = plans::demo();
  const Assessment before = plans::assessed(plan);
  for (const std::string name : {"main", "switch", "accessory-1", "output", "way", "lead"}) {
    std::string file = writePlan(plan);
    for (std::size_t at = 0; (at = file.find("\"second\"", at)) != std::string::npos; at += name.size()) file.replace(at + 1, 6, name);
    const auto renamed = readPlan(file);
    REQUIRE(renamed);
    CAPTURE(name);
    const Assessment after = plans::assessed(*renamed);
    CHECK(after.findings.size() == before.findings.size());
    for (std::size_t i = 0; i < std::min(before.findings.size(), after.findings.size()); ++i) {
      CHECK(after.findings[i].id == before.findings[i].id);
      CHECK(after.findings[i].sentence == before.findings[i].sentence);
    }
    for (std::size_t i = 0; i < before.figures.wiring.paths.size(); ++i)
      CHECK(*after.figures.wiring.paths[i].drop == *before.figures.wiring.paths[i].drop);
    CHECK(*after.figures.wiring.of("joint/lead")->rating == *before.figures.wiring.of("joint/lead")->rating);
  }
  Plan taken = plan;
  taken.packs[0].id = "joint/lead";
  CHECK_FALSE(readPlan(writePlan(taken)));
}

TEST_CASE("slack: the arc about the axis, the way drawn out and a tenth of the free length; more travel never takes less") {
  Run run;
  CHECK_FALSE(slackNeeded(run));
  run.travel = Coefficient(180);
  run.axisDistance = Millimetre(30);
  CHECK_FALSE(slackNeeded(run));  // its free length is not known
  run.freeLength = Millimetre(200);
  CHECK(slackNeeded(run)->value() == Approx(std::numbers::pi * 30 + 20));
  CHECK_FALSE(isTravelKnown(run));  // nobody said whether its pack is drawn out
  run.pullOut = Millimetre(250);
  CHECK(slackNeeded(run)->value() == Approx(std::numbers::pi * 30 + 20 + 250));
  CHECK(isTravelKnown(run));
  run.axisDistance.reset();
  CHECK(slackNeeded(run)->value() == Approx(270));
  CHECK_FALSE(isTravelKnown(run));
  run.travel = Coefficient(0);
  CHECK(isTravelKnown(run));  // nothing turns, wherever the axis lies
  run.pullOut = Millimetre(0);
  CHECK_FALSE(slackNeeded(run));  // it is said to move, and nothing that is known moves it
  run.travel.reset();
  CHECK_FALSE(slackNeeded(run));
  rc::check("more of anything", [] {
    Run small, large;
    for (Known<Millimetre> Run::*length : {&Run::axisDistance, &Run::freeLength, &Run::pullOut}) {
      const int first = *rc::gen::inRange(0, 500), more = *rc::gen::inRange(0, 500);
      small.*length = Millimetre(first);
      large.*length = Millimetre(first + more);
    }
    const int angle = *rc::gen::inRange(0, 180), more = *rc::gen::inRange(0, 180);
    small.travel = Coefficient(angle);
    large.travel = Coefficient(angle + more);
    if (slackNeeded(small)) RC_ASSERT(*slackNeeded(small) <= *slackNeeded(large));
    // What nobody knows yet can only add: less known never asks for more, and is never all that is to be known.
    Run unsaid = large;
    if (*rc::gen::arbitrary<bool>()) unsaid.travel.reset();
    else unsaid.pullOut.reset();
    RC_ASSERT(!isTravelKnown(unsaid));
    if (slackNeeded(unsaid)) RC_ASSERT(*slackNeeded(unsaid) <= *slackNeeded(large));
  });
  run.size = "12awg";
  const double outer = geometryOf(*parseWireSize("12awg")).outer.value();
  CHECK(leastBend(run)->value() == Approx(8 * outer));
  run.moves = false;
  CHECK(leastBend(run)->value() == Approx(4 * outer));
}

TEST_CASE("the drop on the way is Ohm's law part by part") {
  Plan plan = plans::demo();
  const Assessment a = plans::assessed(plan);
  const PathFigures& way = wiringOf(a).paths[1];
  REQUIRE(way.drop);
  double sum = 0;
  for (const PathShare& s : way.shares) sum += s.drop.value();
  CHECK(way.drop->value() == Approx(sum));
  // 23 A through two contacts of 0.5 mΩ, the joiner's 0.03 V and 3 mΩ, two contacts of 0.3 mΩ.
  const auto share = [&](const std::string& id) {
    for (const PathShare& s : way.shares)
      if (s.id == id) return s.drop.value();
    return 0.0;
  };
  CHECK(share("second/plug") == Approx(23 * 2 * 0.0005));
  CHECK(share("joint") == Approx(0.03 + 23 * 0.003));
  CHECK(share("joint/plug") == Approx(23 * 2 * 0.0003));
  // AWG 12: 3.309 mm², 1.02 · 17.241 / 3.309 mΩ/m at 20 °C, 0.393 % a kelvin, 1.1 m there and back.
  const double copper = wiringOf(a).of("second/lead")->sheathSustained->value();
  CHECK(share("second/lead") == Approx(23 * 2.2 * 1.02 * 0.017241 / 3.309 * (1 + 0.00393 * (copper - 20))).epsilon(0.01));
}

TEST_CASE("copper: longer never drops less, thicker is never hotter, more in the bundle is never cooler") {
  rc::prop("leads", [] {
    const double amps = *rc::gen::inRange(1, 120), metres = *rc::gen::inRange(1, 80) / 10.0;
    const int size = *rc::gen::inRange(6, 18);
    const auto name = [](int n) { return std::to_string(n) + "awg"; };
    const LeadFigures thin = leadOf(name(size + 1).c_str(), metres, amps), thick = leadOf(name(size).c_str(), metres, amps);
    RC_ASSERT(thick.sheathSustained->value() <= thin.sheathSustained->value() + 1e-6);
    RC_ASSERT(thick.conductorAtPeak->value() <= thin.conductorAtPeak->value() + 1e-6);
    RC_ASSERT(thick.drop->value() <= thin.drop->value() + 1e-9);
    RC_ASSERT(leadOf(name(size).c_str(), metres * 1.5, amps).drop->value() >= thick.drop->value());
    RC_ASSERT(leadOf(name(size).c_str(), metres, amps, 6).conductorAtPeak->value() >= thick.conductorAtPeak->value() - 1e-6);
  });
}

TEST_CASE("nothing is said of a lead whose current or size is not known") {
  Plan plan = plans::demo();
  plan.bike.controller.currentLimit.reset();
  plan.routes.clear();
  const Assessment a = plans::assessed(plan);
  for (const HarnessLead& l : wiringOf(a).harness.leads) {
    const LeadFigures& f = *wiringOf(a).of(l.id);
    CHECK_FALSE(f.drop);
    if (!l.charges && l.accessory < 0) CHECK_FALSE(f.conductorAtPeak);
  }
  CHECK_FALSE(wiringOf(a).longest());
}

TEST_CASE("what is seen of a world: the whole fits, a place under the pointer stays there, one never loses it") {
  const Box world{{-500, -1200}, {1700, 30}};
  rc::prop("camera", [&] {
    const Size window{double(*rc::gen::inRange(200, 1900)), double(*rc::gen::inRange(150, 1000))};
    Camera camera = fitting(world, window);
    for (const Point corner : {world.low, world.high}) {
      const Point p = toWindow(camera, window, corner);
      RC_ASSERT(p.x > -1e-6 && p.x < window.width + 1e-6 && p.y > -1e-6 && p.y < window.height + 1e-6);
    }
    for (int i = 0; i < 12; ++i) {
      const Point at{double(*rc::gen::inRange(0, 200)), double(*rc::gen::inRange(0, 150))};
      const Point before = toWorld(camera, window, at);
      const Camera closer = zoomed(camera, world, window, at, *rc::gen::arbitrary<bool>() ? 1.25 : 0.8);
      const Point after = toWorld(closer, window, at);
      const bool inside = closer.centre.x > world.low.x && closer.centre.x < world.high.x && closer.centre.y > world.low.y &&
                          closer.centre.y < world.high.y;
      if (inside) RC_ASSERT(std::hypot(after.x - before.x, after.y - before.y) < 1e-6);
      RC_ASSERT(closer.centre.x >= world.low.x && closer.centre.x <= world.high.x);
      RC_ASSERT(closer.centre.y >= world.low.y && closer.centre.y <= world.high.y);
      camera = closer;
    }
  });
}

TEST_CASE("widths are millimetres unless they are steady, and a part is hit where it is seen") {
  Drawing world = worldOf({{0, 0}, {100, 100}});
  Pen pen(world);
  pen.line({{0, 50}, {100, 50}}, Ink::Copper, 4).part = "true";
  Shape& steady = pen.line({{0, 80}, {100, 80}}, Ink::Copper, 4);
  steady.steady = true;
  steady.part = "steady";
  pen.arc({50, 20}, 10, 0, 360, Ink::Ink).part = "round";
  const Camera camera{{50, 50}, 10};
  const Drawing seen = drawing::seen(world, camera, {1000, 1000});
  CHECK(seen.shapes[0].width == Approx(40));
  CHECK(seen.shapes[1].width == Approx(4));
  CHECK(seen.hit({500, 500})->part == "true");
  CHECK(seen.hit({500, 800})->part == "steady");
  CHECK(seen.hit(toWindow(camera, {1000, 1000}, {50 + 10 * std::cos(1.0), 20 + 10 * std::sin(1.0)}))->part == "round");
  CHECK_FALSE(seen.hit({500, 200}));  // its middle is empty
  CHECK(seen.parts().size() == 3);
  const std::string svg = toSvg(world);
  CHECK(svg.find("width=\"100mm\" height=\"100mm\" viewBox=\"0 0 100.00 100.00\"") != std::string::npos);
  CHECK(svg.find("<g id=\"round\">") != std::string::npos);
}

TEST_CASE("the harness says every lead in words, has each as a part, and none leaves the page, for one pack to four") {
  std::vector<Plan> several{plans::demo(), plans::example("quarry-town-folder"), plans::example("moor-tractor")};
  several.push_back(*withDuplicatePack(plans::demo(), 1));
  several.push_back(*withDuplicatePack(several.back(), 0));
  for (const Plan& plan : several) {
    const Assessment a = plans::assessed(plan);
    const Subject subject{plan, a, UnitSystem::Metric};
    for (const Size size : {Size{660, 360}, Size{868, 460}, Size{1500, 800}}) {
      const Drawing d = harnessLaidOut(subject, {size.width, std::max(size.height, harnessHeight(plan))});
      for (const Shape& s : d.shapes)
        for (const Point& p : s.points) CHECK((p.x >= 0 && p.x <= d.width && p.y >= 0 && p.y <= d.height));
      for (const HarnessLead& l : wiringOf(a).harness.leads)
        if (l.isRun()) {
          const bool drawn = std::any_of(d.shapes.begin(), d.shapes.end(), [&](const Shape& s) { return s.part == l.id; });
          CHECK(drawn);
          CHECK(d.description.find(l.name) != std::string::npos);
        }
    }
    CHECK(harnessOnBike(subject).unit == drawing::Unit::Millimetre);
  }
}
