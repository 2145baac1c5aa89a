// The order of work, held against a bench of its own: what is plugged, what is live, which gate has passed.
#include <algorithm>
#include <catch2/catch.hpp>
#include <map>
#include <set>

#include "core/assess/work_order.h"
#include "core/drawing/build/bench_picture.h"
#include "core/plan/edit.h"
#include "core/plan/lists.h"
#include "core/plan/options.h"
#include "core/sheets/run_sheet.h"
#include "support/plans.h"
#include "support/random.h"
#include "support/sound_plans.h"

using namespace usherwright;

namespace {

/// Sound plans and the examples, with things changed at random.
std::vector<Plan> manyPlans(std::size_t count) {
  std::vector<Plan> bases;
  for (const plans::SoundPlan& s : plans::soundPlans()) bases.push_back(s.plan);
  for (const char* name : {"allotment-barrow", "ferry-path-library-trike", "moor-tractor", "quarry-town-folder"})
    bases.push_back(todayOf(plans::example(name)));
  support::Seeded seed(1709);
  std::vector<Plan> out;
  for (std::size_t i = 0; i < count; ++i) {
    Plan p = bases[i % bases.size()];
    constexpr std::array methods{Method::Combiner, Method::Direct, Method::Schottky, Method::Selector, Method::Converter};
    p.joining.method = methods[seed.below(methods.size())];
    for (Pack& pack : p.packs) {
      if (seed.below(3) == 0) pack.series = 8 + static_cast<int>(seed.below(8));
      if (seed.below(4) == 0) pack.bms.present = seed.below(2) == 0;
      if (seed.below(4) == 0) pack.plug.clear();
    }
    if (seed.below(4) == 0) p.chargers.clear();
    if (seed.below(4) == 0) p.packs.resize(1);
    out.push_back(std::move(p));
  }
  return out;
}

std::size_t plugged(const BenchState& s) { return static_cast<std::size_t>(std::count(s.plugged.begin(), s.plugged.end(), true)); }

}  // namespace

TEST_CASE("for any plan every prefix of the order is safe: no two sources meet before each was read, alone, and kept back") {
  for (const Plan& plan : manyPlans(500)) {
    const Figures f = assess(plan, shippedCatalogue(), nullptr, Parts()).figures;
    const std::vector<WorkStep> order = orderOfWork(plan, f);
    REQUIRE(!order.empty());
    std::set<std::string> before;
    BenchState last = order.front().state;
    std::string laidOut;
    for (const WorkStep& step : order)
      if (step.id == "tools")
        for (const std::string& line : step.how) laidOut += line + "\n";
    for (const WorkStep& step : order) {
      CAPTURE(plan.title, step.id);
      CHECK(before.insert(step.id).second);
      // What a step takes was laid out before the first of them; nothing is read without something to read it by.
      for (const std::string& thing : step.toHand) CHECK(laidOut.find(thing) != std::string::npos);
      if (step.gate) CHECK_FALSE(step.toHand.empty());
      // What it rests on comes before it.
      for (const StepNeed& need : step.needs) CHECK((before.contains(need.step) && need.step != step.id));
      // Iron and drill: nothing is plugged, nothing is on.
      if (step.state.handsOn)
        CHECK((plugged(step.state) == 0 && !step.state.controllerOn && !step.state.charger && !step.state.atController));
      // Nothing is plugged or unplugged while the controller is on.
      if (step.state.plugged != last.plugged || step.state.atController != last.atController) CHECK(!step.state.controllerOn);
      // A controller that is on hangs on a joint that was read.
      if (step.state.controllerOn) CHECK(before.contains("main"));
      // A source meets the joint only when its own volts, the harness and the frame have been read.
      for (std::size_t k = 0; k < f.packs.size(); ++k) {
        if (!step.state.plugged[k]) continue;
        const std::string& id = f.packs[k].model.id;
        for (const char* gate : {"volts/", "leak/"}) CHECK(before.contains(gate + id));
        CHECK(before.contains("harness"));
        if (!f.packs[k].model.box && (plan.need.build || !plan.packs[k].fit.places.empty())) CHECK(before.contains("ladder/" + id));
        if (f.packs.size() > 1) CHECK(before.contains("dark/" + id));
      }
      // Two sources: each was alone, and kept the other's current back, or the window was looked at.
      if (plugged(step.state) > 1)
        for (const PackFigures& p : f.packs) {
          CHECK(before.contains("alone/" + p.model.id));
          CHECK((f.hard.empty() ? before.contains("reverse/" + p.model.id) : before.contains("meet")));
        }
      last = step.state;
    }
    CHECK(order.back().id == "release");
    CHECK(runSheet(plan, assess(plan, shippedCatalogue(), nullptr, Parts())).size() > 500);
  }
}

TEST_CASE("a step noted without what it rests on is a Stop, whichever it is; noted in order, none is") {
  const Plan plan = plans::sound();
  const Figures f = plans::assessed(plan).figures;
  const std::vector<WorkStep> order = orderOfWork(plan, f);
  const auto middle = [](const Gate& g) { return g.high > 1e5 ? 1000.0 : (g.low + g.high) / 2; };
  const auto noted = [&](const std::set<std::string>& left, const std::string& until) {
    Plan p = plan;
    for (const WorkStep& s : order) {
      // Gates are made anew: windows narrow by what was read.
      const auto now = orderOfWork(p, f);
      const auto at = std::find_if(now.begin(), now.end(), [&](const WorkStep& x) { return x.id == s.id; });
      StepRecord r{s.id, "2026-10-21", {}, {}, {}};
      if (at->gate) r.reading = Coefficient(middle(*at->gate));
      if (!left.contains(s.id)) p = *withStepDone(p, r);
      if (s.id == until) break;
    }
    return p;
  };
  const auto buildFindings = [](const Plan& p) {
    std::vector<Finding> out = plans::assessed(p).findings;
    std::erase_if(out, [](const Finding& x) { return x.station != Station::Build; });
    return out;
  };
  CHECK(buildFindings(noted({}, "release")).empty());
  const Release release = releaseOf(noted({}, "release"), plans::assessed(plan), order);
  CHECK(release.open.empty());
  CHECK(releaseOf(plan, plans::assessed(plan), order).may == Release::May::NotYet);
  for (const WorkStep& step : order)
    for (const StepNeed& need : step.needs) {
      CAPTURE(step.id, need.step);
      const auto found = buildFindings(noted({need.step}, step.id));
      CHECK(std::any_of(found.begin(), found.end(), [&](const Finding& x) { return x.id == need.rule && x.part == step.id; }));
    }
}

TEST_CASE("a reading passes only when its whole doubt lies inside, and every reading outside has a meaning") {
  for (Plan plan : manyPlans(60)) {
    const Figures f = assess(plan, shippedCatalogue(), nullptr, Parts()).figures;
    // A plug that was read opens the look at it with another meter.
    for (const PackFigures& p : f.packs)
      plan = *withStepDone(plan, {"volts/" + p.model.id, "2026-10-21", Coefficient(p.model.restVoltage().value()), {}, {}});
    for (const WorkStep& step : orderAndLooks(plan, f)) {
      if (!step.gate || !step.gate->known) continue;
      const Gate& g = *step.gate;
      CAPTURE(step.id, g.low, g.high);
      REQUIRE(g.low < g.high);
      CHECK(!g.because.empty());
      const double top = std::min(g.high, 1e4), span = top - g.low;
      for (int i = -40; i <= 80; ++i) {
        const double x = g.low + span * i / 40, doubt = doubtOf(plan, g, x);
        const StepJudged j = judged(g, x, doubt);
        const bool inside = x - doubt >= g.low && x + doubt <= g.high;
        const bool outside = x + doubt < g.low || x - doubt > g.high;
        CHECK((j.standing == StepStanding::Passed) == inside);
        CHECK((j.standing == StepStanding::Failed) == outside);
        if (outside && (g.unit == "V" || g.unit == "K" || x >= 0) && x > -100) CHECK(j.likely.has_value());
      }
      // No volts are never taken for a wrong sign.
      if (step.id.starts_with("volts/")) {
        CHECK(judged(g, 0, 0.01).likely->means.find("asleep") != std::string::npos);
        CHECK(judged(g, -(g.low + g.high) / 2, 0.1).likely->means.find("wrong way round") != std::string::npos);
      }
    }
  }
}

TEST_CASE("another plan keeps what was done where it still counts") {
  Plan plan = plans::sound();
  plan = *withStepDone(plan, {"volts/stock", "2026-10-21", Coefficient(52), {}, {}});
  const auto standing = [](const Plan& p) {
    for (const WorkStep& s : orderOfWork(p, plans::assessed(p).figures))
      if (s.id == "volts/stock") return judgedOf(p, s).standing;
    return StepStanding::Open;
  };
  CHECK(standing(plan) == StepStanding::Passed);
  // Other packs do not touch it; other cells in series do.
  CHECK(standing(plans::with(plan, "/packs/1/parallel", "7")) == StepStanding::Passed);
  CHECK(standing(plans::with(plan, "/packs/0/series", "10")) == StepStanding::Failed);
  CHECK_FALSE(withStepDone(plan, {"", "2026-10-21", {}, {}, {}}).has_value());
  CHECK_FALSE(withStepDone(plan, {"parts", "yesterday", {}, {}, {}}).has_value());
}

namespace {

std::vector<WorkStep> orderFor(const Plan& plan) { return orderOfWork(plan, plans::assessed(plan).figures); }

const WorkStep* stepOf(const std::vector<WorkStep>& order, const std::string& id) {
  const auto at = std::find_if(order.begin(), order.end(), [&](const WorkStep& s) { return s.id == id; });
  return at == order.end() ? nullptr : &*at;
}

const Gate& gateOf(const std::vector<WorkStep>& order, const std::string& id) {
  const WorkStep* step = stepOf(order, id);
  REQUIRE(step);
  REQUIRE(step->gate);
  return *step->gate;
}

}  // namespace

TEST_CASE("windows worked by hand: thirteen groups of nmc, read by a meter of half a percent") {
  Plan plan = plans::sound();
  std::vector<WorkStep> order = orderFor(plan);
  // Rested empty 3.0 V a group; full 4.2 V a group, and 20 mV over it.
  CHECK(gateOf(order, "volts/stock").low == Approx(39.0));
  CHECK(gateOf(order, "volts/stock").high == Approx(54.6 + 0.26));
  // A charger: 0.10 V a group under full to 0.02 V over it.
  CHECK(gateOf(order, "charger/charger-stock/stock").low == Approx(53.3));
  CHECK(gateOf(order, "charger/charger-stock/stock").high == Approx(55.25));
  CHECK(gateOf(order, "harness").low == Approx(1));
  CHECK(gateOf(order, "reverse/stock").high == Approx(2));
  CHECK(gateOf(order, "warm").high == Approx(30));
  CHECK(gateOf(order, "ladder/second").high == Approx(20));
  // Its plug at 52.0 V: half a percent is 0.26 V, and 0.1 V; a joint keeps back no more than 0.7 V and 0.3 V without current.
  plan = *withStepDone(plan, {"volts/stock", "2026-10-21", Coefficient(52), {}, {}});
  order = orderFor(plan);
  CHECK(gateOf(order, "alone/stock").low == Approx(52 - 0.36 - 1.0));
  CHECK(gateOf(order, "alone/stock").high == Approx(52 + 0.36));
  // The other one was not read: any charge of it counts.
  CHECK(gateOf(order, "alone/second").low == Approx(39.0 - 1.0));
  CHECK(gateOf(order, "both").high == Approx(54.86));
  plan = *withStepDone(plan, {"volts/second", "2026-10-21", Coefficient(50), {}, {}});
  order = orderFor(plan);
  CHECK(gateOf(order, "both").low == Approx(52 - 0.36 - 1.0));
  CHECK(gateOf(order, "both").high == Approx(52 + 0.36));
  CHECK(doubtOf(plan, gateOf(order, "both"), 52) == Approx(0.27));
}

TEST_CASE("steps are those that the plan needs: joined hard or one way, one pack or more, built or bought, each charger") {
  const Plan plan = plans::sound();
  const auto oneWay = orderFor(plan);
  CHECK(stepOf(oneWay, "reverse/second"));
  CHECK_FALSE(stepOf(oneWay, "meet"));
  const auto hard = orderFor(plans::with(plan, "/joining/method", "direct"));
  CHECK(stepOf(hard, "meet"));
  CHECK_FALSE(stepOf(hard, "reverse/second"));
  // A bought pack stays closed; what is built here is read group by group and shows its trips.
  CHECK_FALSE(stepOf(oneWay, "ladder/stock"));
  CHECK(stepOf(oneWay, "ladder/second"));
  CHECK(stepOf(oneWay, "trips/second"));
  Plan built = plan;
  built.need.build = true;
  CHECK(stepOf(orderFor(built), "ladder/stock"));
  Plan bare = plan;
  bare.packs[1].bms.present = false;
  CHECK_FALSE(stepOf(orderFor(bare), "trips/second"));
  Plan one = plan;
  one.packs.resize(1);
  const auto alone = orderFor(one);
  CHECK_FALSE(stepOf(alone, "dark/stock"));
  CHECK_FALSE(stepOf(alone, "both"));
  CHECK(stepOf(alone, "alone/stock"));
  Plan none = plan;
  none.packs.clear();
  CHECK(orderFor(none).empty());
  // While nobody knows how much the lower pack may take, nothing opens that gate.
  Plan unknown = plans::with(plan, "/joining/method", "direct");
  for (const char* field : {"/cells/tern-33/charge_A", "/packs/0/bms/charge_A", "/packs/1/bms/charge_A"})
    unknown = plans::with(unknown, field, "");
  const std::vector<WorkStep> unsure = orderFor(unknown);
  const Gate& gate = gateOf(unsure, "meet");
  if (!gate.known) CHECK(judged(gate, 52, 0.1).standing == StepStanding::Open);
}

TEST_CASE("the run sheet has every step with its window, in lines for a printer, and the ticks of what has passed") {
  Plan plan = plans::sound();
  plan = *withStepDone(plan, {"parts", "2026-10-21", {}, {}, {}});
  plan = *withStepDone(plan, {"volts/stock", "2026-10-21", Coefficient(-52), {}, {}});
  const Assessment a = plans::assessed(plan);
  const std::string sheet = runSheet(plan, a);
  for (const WorkStep& step : orderOfWork(plan, a.figures)) {
    CAPTURE(step.title);
    CHECK(sheet.find(step.title) != std::string::npos);
  }
  std::size_t longest = 0, at = 0;
  for (std::size_t end; (end = sheet.find('\n', at)) != std::string::npos; at = end + 1) longest = std::max(longest, end - at);
  CHECK(longest <= 104);  // bytes: a line may hold signs of more than one
  CHECK(sheet.find("[x] Every part looked at") != std::string::npos);
  CHECK(sheet.find("[!] Volts and sign at the plug of stock") != std::string::npos);
  CHECK(sheet.find("1 Stop stands in this plan: nothing is plugged before it is mended.") != std::string::npos);
  CHECK(sheet.find("passes from 39 to 54.86 V") != std::string::npos);
  CHECK(sheet.find("Local electrical and traffic rules") != std::string::npos);
}

TEST_CASE("C-100: past a gate one goes only with a reason and only where nothing burns and not when it got worse") {
  Plan plan = plans::sound();
  const auto standing = [&](const std::string& id) {
    for (const WorkStep& s : orderFor(plan))
      if (s.id == id) return judgedOf(plan, s);
    return StepJudged();
  };
  plan = *withStepDone(plan, {"warm", "2026-10-21", Coefficient(34), {}, {}});
  CHECK(standing("warm").standing == StepStanding::Failed);
  plan.accepted["BUILD-09@warm"] = {"the sun stood on it, felt again at dusk", 4, "2026-10-21", {"/build/done/0/reading"}};
  CHECK(standing("warm").standing == StepStanding::Passed);
  CHECK(standing("warm").overridden);
  CHECK(standing("warm").words.find("went on all the same: the sun") != std::string::npos);
  CHECK(runSheet(plan, plans::assessed(plan)).find("went on all the") != std::string::npos);
  // It is still said, as accepted.
  const auto found = plans::findings(plan, "BUILD-09");
  REQUIRE(found.size() == 1);
  CHECK(found[0].acceptedBecause);
  plan.accepted["BUILD-09@warm"].reason = "sun";  // one word is a reason
  CHECK(standing("warm").overridden);
  plan = *withStepDone(plan, {"warm", "2026-10-22", Coefficient(34.5), {}, {}});
  CHECK_FALSE(standing("warm").overridden);  // 4.5 K against 4.4
  plan.accepted["BUILD-09@warm"] = {"", 100, "2026-10-21", {}};
  CHECK(standing("warm").standing == StepStanding::Failed);
  // What can burn has no way round.
  for (const WorkStep& s : orderFor(plan))
    if (s.gate && s.id != "warm") CHECK_FALSE(mayBeOverridden(*s.gate));
  plan = *withStepDone(plan, {"volts/second", "2026-10-21", Coefficient(-52), {}, {}});
  plan.accepted["BUILD-02@volts/second"] = {"I know better than this", 1000, "2026-10-21", {}};
  CHECK(standing("volts/second").standing == StepStanding::Failed);
}

TEST_CASE("C-075: each job has an order of its own and while none is named all of it is done") {
  Plan plan = plans::sound();
  const auto has = [&](const char* step) {
    const auto order = orderFor(plan);
    return std::any_of(order.begin(), order.end(), [&](const WorkStep& s) { return s.id.starts_with(step); });
  };
  const auto only = [&](bool Need::*job) {
    plan.need.add = plan.need.replace = plan.need.build = plan.need.chargers = plan.need.care = false;
    if (job) plan.need.*job = true;
  };
  for (const auto job : {static_cast<bool Need::*>(nullptr), &Need::add, &Need::replace, &Need::build}) {
    only(job);
    for (const char* step :
         {"parts", "dry", "joints", "volts/", "leak/", "harness", "dark/", "both", "main", "charger/", "full/", "close", "release"}) {
      INFO(step);
      CHECK(has(step));
    }
  }
  only(&Need::care);
  for (const char* step : {"volts/", "leak/", "harness", "both", "wheel", "charger/", "full/", "warm", "release"}) CHECK(has(step));
  for (const char* step : {"dry", "joints"}) CHECK_FALSE(has(step));
  only(&Need::chargers);
  for (const char* step : {"parts", "tools", "volts/", "charger/", "full/", "release"}) CHECK(has(step));
  for (const char* step : {"dry", "joints", "harness", "both", "main", "short", "warm", "trips/"}) CHECK_FALSE(has(step));
  // Nothing of a step rests on one that is not in the order, and nothing is plugged together for chargers alone.
  const auto order = orderFor(plan);
  for (const WorkStep& s : order) {
    CHECK(std::count(s.state.plugged.begin(), s.state.plugged.end(), true) == 0);
    for (const StepNeed& need : s.needs)
      CHECK(std::any_of(order.begin(), order.end(), [&](const WorkStep& o) { return o.id == need.step; }));
  }
  plan.need.add = true;
  CHECK(has("both"));
}

TEST_CASE("C-076: no picture of a step contradicts its state, and probes go where nothing is plugged") {
  for (const Plan& plan : manyPlans(300)) {
    const Figures f = assess(plan, shippedCatalogue(), nullptr, Parts()).figures;
    const drawing::BenchParts parts = drawing::benchParts(plan, f);
    for (const WorkStep& step : orderAndLooks(plan, f)) {
      CAPTURE(plan.title, step.id);
      if (!drawing::hasBenchPicture(parts, step)) {
        CHECK_FALSE(step.gate);
        continue;
      }
      drawing::Drawing d{600, 300, {}, {}};
      drawing::Pen pen(d);
      drawing::benchPicture(pen, parts, step, {{0, 0}, {600, drawing::benchPictureHeight(parts, step)}});
      std::map<std::string, std::string> says;
      for (const drawing::Shape* s : d.parts()) says[s->part] = s->tip;
      std::size_t home = 0;
      for (std::size_t k = 0; k < f.packs.size(); ++k) {
        const std::string& plug = says.at("bench/plug/" + std::to_string(k));
        home += plug.find(": home") != std::string::npos;
        CHECK((plug.find(": home") != std::string::npos) == step.state.plugged[k]);
        // Apart, its half on the bike is live only through the joint from another pack.
        if (!step.state.plugged[k] && plug.find("is live") != std::string::npos) CHECK((plugged(step.state) > 0 && !parts.oneWay));
      }
      CHECK((says.at("bench/main").find("live") != std::string::npos) == (home > 0));
      CHECK((says.at("bench/main").find("home") != std::string::npos) == step.state.atController);
      CHECK((says.at("bench/controller").find("on") != std::string::npos &&
             says.at("bench/controller").find(": on") != std::string::npos) == step.state.controllerOn);
      CHECK((says.at("bench/controller").find("live") != std::string::npos) == (home > 0 && step.state.atController));
      CHECK(says.contains("bench/charger") == (step.state.charger || step.probes == ProbeAt::ChargerPlug));
      if (step.state.charger)
        CHECK(says.at("bench/charger").find(f.packs[static_cast<std::size_t>(step.pack)].model.name) != std::string::npos);
      CHECK(says.contains("bench/probes") == (step.probes != ProbeAt::Nowhere));
      CHECK(step.gate.has_value() == (step.probes != ProbeAt::Nowhere));
      const bool own = step.pack >= 0 && step.state.plugged[static_cast<std::size_t>(step.pack)];
      if (step.probes == ProbeAt::PackPlug || step.probes == ProbeAt::Groups || step.probes == ProbeAt::Fuse) CHECK_FALSE(own);
      if (step.probes == ProbeAt::Frame || step.probes == ProbeAt::AllPackPlugs || step.probes == ProbeAt::Harness) CHECK(home == 0);
      if (step.probes == ProbeAt::MainPlug) CHECK_FALSE(step.state.atController);
      if (step.probes == ProbeAt::OtherHalves) CHECK((own && home == 1));
      if (step.probes == ProbeAt::ChargerPlug) CHECK_FALSE(step.state.charger);
      for (const drawing::Shape& s : d.shapes)
        for (const drawing::Point& at : s.points) CHECK((at.x >= -1 && at.x <= 601 && at.y >= -1));
    }
  }
}
