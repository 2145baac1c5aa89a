// What station Joining says beside the simulation: readings before a plug, live ends, spread.
#include <catch2/catch.hpp>
#include <cmath>
#include <random>

#include "core/assess/joining_facts.h"
#include "core/joining/spread.h"
#include "core/studies/joining_studies.h"
#include "support/plans.h"

using namespace usherwright;

namespace {

Plan direct() { return plans::with(plans::sound(), "/joining/method", "direct"); }

Plan withReadings(Plan plan, double first, double second, double restedMinutes = 60) {
  plan.packs[0].readings.edit().push_back({"2026-10-04", ReadingOf::Groups, Volt(first), Minute(restedMinutes), {}, {}});
  plan.packs[1].readings.edit().push_back({"2026-10-04", ReadingOf::Groups, Volt(second), Minute(restedMinutes), {}, {}});
  return plan;
}

MeetingFigures meeting(const Plan& plan) { return meetingOf(plan, plans::assessed(plan).figures); }

}  // namespace

TEST_CASE("two readings before a plug: safe, wait, stop, and what is missing") {
  const Plan plan = direct();
  CHECK(meeting(plan).verdict == Meeting::NotRead);
  CHECK(meeting(withReadings(plan, 50.0, 50.0)).verdict == Meeting::Safe);
  CHECK(meeting(withReadings(plan, 48.0, 52.0)).verdict == Meeting::Stop);
  CHECK(meeting(withReadings(plan, 50.0, 50.0, 10)).verdict == Meeting::NotRested);
  const Volt window = meeting(withReadings(plan, 50.0, 50.1)).window;
  CHECK(meeting(withReadings(plan, 50.0, 50.0 + window.value())).verdict == Meeting::Wait);
  CHECK(meeting(plans::with(plan, "/packs/1/series", "14")).verdict == Meeting::Unlike);
}

TEST_CASE("one meter is in doubt by its digits, two meters by their accuracy of both readings") {
  CHECK(doubtOf(Volt(50), Volt(51), {0.005, Volt(0.01), true}).value() == Approx(0.02 + 0.005));
  CHECK(doubtOf(Volt(50), Volt(51), {0.005, Volt(0.01), false}).value() == Approx(0.02 + 0.505));
  const Plan apart = withReadings(direct(), 50.0, 50.3);
  CHECK(meeting(apart).doubt < meeting(plans::with(apart, "/joining/two_meters", "yes")).doubt);
}

TEST_CASE("beyond the window it says how far and how long to charge the lower one") {
  const MeetingFigures m = meeting(withReadings(direct(), 47.0, 52.0));
  REQUIRE(m.chargeTo);
  CHECK(m.chargeTo->value() == Approx(52.0 - m.window.value() + m.doubt.value()).margin(0.02));
  REQUIRE(m.chargeFor);
  CHECK(m.chargeFor->value() > 600);
  CHECK(m.low == 0);
  CHECK(m.equalising.peak.value() ==
        Approx((m.gap / plans::assessed(withReadings(direct(), 47.0, 52.0)).figures.window->loop).value()).epsilon(0.3));
}

TEST_CASE("which ends are live: hard joints feed backwards, one-way joints only leak, a lone output is hot") {
  const auto at = [](const Plan& plan, PlugState state, LiveEnd::Place place, int pack) {
    for (const LiveEnd& e : liveEnds(plan, plans::assessed(plan).figures, state))
      if (e.place == place && e.pack == pack) return e.state;
    FAIL("no such end");
    return EndState::Dead;
  };
  const PlugState secondOut{0b01, true};
  CHECK(at(direct(), secondOut, LiveEnd::Place::JointHalf, 1) == EndState::Hot);
  CHECK(at(plans::sound(), secondOut, LiveEnd::Place::JointHalf, 1) == EndState::Leak);
  CHECK(at(plans::with(plans::sound(), "/joining/method", "selector"), secondOut, LiveEnd::Place::JointHalf, 1) == EndState::Dead);
  CHECK(at(plans::sound(), {0, true}, LiveEnd::Place::JointHalf, 1) == EndState::Dead);
  CHECK(at(plans::sound(), {0b11, false}, LiveEnd::Place::JointOutput, -1) == EndState::Hot);
  CHECK(at(plans::sound(), {0, false}, LiveEnd::Place::JointOutput, -1) == EndState::Dead);
  CHECK(at(plans::sound(), {0b11, false}, LiveEnd::Place::ControllerHalf, -1) == EndState::Charged);
  CHECK(at(plans::with(plans::sound(), "/packs/1/plug_live_side", "pins"), secondOut, LiveEnd::Place::PackHalf, 1) == EndState::Hot);
}

TEST_CASE("charge goes in where the port and the joint let it") {
  const auto paths = [](const Plan& plan) { return chargePaths(plan, plans::assessed(plan).figures); };
  CHECK(paths(plans::sound())[0].allowed);
  CHECK(paths(direct())[1].allowed);
  CHECK_FALSE(paths(plans::with(direct(), "/packs/1/bms/port", "separate"))[1].allowed);
}

TEST_CASE("both together: true charge by capacity, the gauge by the highest volts") {
  const Plan plan = plans::sound();
  const Assessment a = plans::assessed(plan);
  const Combined c = combinedCharge(plan, a.figures);
  double charge = 0, capacity = 0;
  for (const PackFigures& p : a.figures.packs) {
    charge += p.model.soc.value() * p.model.capacity.value();
    capacity += p.model.capacity.value();
  }
  CHECK(c.truth.value() == Approx(charge / capacity));
  CHECK(c.gauge > c.truth);
  CHECK_FALSE(c.measured);
  CHECK(secondPackChanges(plan, a.figures).size() == 4);
  CHECK(shareProofs(plan, a.figures).size() == 3);
}

TEST_CASE("a gauge in bars counts the steps below the volts; in percent it goes along them") {
  Plan plan = plans::sound();
  plan.bike.gauge.kind = GaugeKind::Bars;
  plan.bike.gauge.steps = {Volt(42), Volt(45), Volt(48), Volt(51)};
  CHECK(gaugeAt(plans::assessed(plan).figures, Volt(47)).value() == Approx(0.5));
  CHECK(gaugeAt(plans::assessed(plan).figures, Volt(41)).value() == Approx(0));
  plan.bike.gauge.kind = GaugeKind::Percent;
  CHECK(gaugeAt(plans::assessed(plan).figures, Volt(43.5)).value() == Approx(1 / 6.0));
  CHECK(gaugeAt(plans::assessed(plan).figures, Volt(60)).value() == Approx(1));
}

TEST_CASE("every subset is checked and the worst is named") {
  const SubsetStudy study = eachAlone(plans::sound(), shippedCatalogue());
  REQUIRE(study.subsets.size() == 3);
  CHECK(study.subsets[0].packs == 0b11);
  for (const SubsetFigures& s : study.subsets) CHECK(s.range <= study.subsets[0].range);
  CHECK(study.subsets[study.worst].name == "stock alone");
  int asked = 0;
  CHECK(eachAlone(plans::sound(), shippedCatalogue(), Progress([&](double) { return ++asked < 2; })).subsets.size() == 1);
}

TEST_CASE("methods are compared by what they forbid, lose and reach") {
  const auto methods = compareMethods(plans::sound(), shippedCatalogue());
  REQUIRE(methods.size() == 5);
  const auto of = [&](Method m) {
    return *std::find_if(methods.begin(), methods.end(), [&](const MethodFigures& f) { return f.method == m; });
  };
  CHECK_FALSE(of(Method::Direct).forbids.empty());
  CHECK(of(Method::Combiner).forbids.empty());
  CHECK(of(Method::Schottky).lost > of(Method::Combiner).lost * 3.0);
  CHECK(of(Method::Schottky).range < of(Method::Combiner).range);
  for (const MethodFigures& m : methods) CHECK_FALSE(m.parts.empty());
}

TEST_CASE("policies: only those that can be had, and the small one first leaves the big one for the way home") {
  const auto policies = comparePolicies(plans::with(plans::sound(), "/joining/switched_inputs", "yes"), shippedCatalogue());
  REQUIRE(policies.size() == 4);
  for (const PolicyFigures& p : policies) CHECK(p.applies);
  CHECK(policies[1].atTurnRound[1] > policies[0].atTurnRound[1]);
  CHECK_FALSE(comparePolicies(plans::sound(), shippedCatalogue())[1].applies);
}

TEST_CASE("the spread of part tolerance is the same on one thread and on two, and holds the plan itself") {
  const Assessment a = plans::assessed(plans::sound());
  const DischargeInput in = a.figures.ride->input();
  SpreadOptions options;
  options.runs = 200;
  options.threads = 1;
  const Spread one = spreadOf(in, options);
  options.threads = 2;
  const Spread two = spreadOf(in, options);
  CHECK(one.runs == 200);
  CHECK(one.end.low == two.end.low);
  CHECK(one.peak[1].high == two.peak[1].high);
  CHECK(one.end.low < a.figures.ride->end.value());
  CHECK(one.end.high > a.figures.ride->end.value());
  CHECK(one.end.middle == Approx(a.figures.ride->end.value()).epsilon(0.02));
  options.tolerance = {0, 0, Volt(0)};
  options.runs = 4;
  const Spread none = spreadOf(in, options);
  CHECK(none.end.low == Approx(a.figures.ride->end.value()).epsilon(1e-9));
  options.runs = 400;
  options.progress = Progress([](double) { return false; });
  CHECK(spreadOf(in, options).runs < 400);
}

TEST_CASE("draws stay within three sigma") {
  const DischargeInput in = plans::assessed(plans::sound()).figures.ride->input();
  for (std::size_t i = 0; i < 500; ++i) {
    const DischargeInput d = drawn(in, {}, 7, i);
    for (std::size_t k = 0; k < d.sources.size(); ++k) {
      CHECK(std::abs(d.sources[k].capacity / in.sources[k].capacity - 1) <= 0.045 + 1e-12);
      CHECK(std::abs(d.sources[k].cells / in.sources[k].cells - 1) <= 0.225 + 1e-12);
    }
  }
}
