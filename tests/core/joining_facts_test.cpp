// What station Joining says beside the simulation: readings before a plug, live ends, sharing of logged rides, spread.
#include <catch2/catch.hpp>
#include <cmath>
#include <random>

#include "core/assess/joining_facts.h"
#include "core/assess/joining_jobs.h"
#include "core/joining/sharing.h"
#include "core/joining/spread.h"
#include "support/plans.h"

using namespace usherwright;

namespace {

Plan direct() { return plans::with(plans::sound(), "/joining/method", "direct"); }

Plan withReadings(Plan plan, double first, double second, double restedMinutes = 60) {
  plan.packs[0].readings.push_back({"2026-10-04", ReadingOf::Groups, Volt(first), Minute(restedMinutes), {}, {}});
  plan.packs[1].readings.push_back({"2026-10-04", ReadingOf::Groups, Volt(second), Minute(restedMinutes), {}, {}});
  return plan;
}

MeetingFigures meeting(const Plan& plan) { return meetingOf(plan, plans::assessed(plan).figures); }

SharingInput sharingOf(const DischargeInput& in, const DischargeRun& joined) {
  SharingInput s;
  s.series = in.sources[0].series;
  s.curve = in.sources[0].curve;
  s.fuller = in.sources[0].capacity;
  s.all = in.sources[0].capacity + in.sources[1].capacity;
  s.ways = waysOf(in.sources, 0, in.joint, in.common);
  s.usual = in.load.current;
  const Second knee = joined.sources[1].knee.value_or(joined.end);
  s.knee = AmpereHour((in.sources[0].start - joined.at(knee).soc[0]).value() * in.sources[0].capacity.value());
  return s;
}

struct Log {
  std::vector<RideRow> rows;
  SharingInput input;
};

enum class Riding { Steady, Changing, ChangingWithoutCurrent, OnlyChargeAndVolts };

/// Powers that change every few seconds to minutes, now and then none at all.
std::vector<PowerStep> changingPowers(std::mt19937& random, double mean, double seconds) {
  const auto between = [&](double a, double b) { return std::uniform_real_distribution<double>(a, b)(random); };
  std::vector<PowerStep> out;
  for (double t = 0; t < seconds;) {
    t += between(5, 120);
    out.push_back({Second(t), Watt(between(0, 1) < 0.15 ? 0 : mean * between(0.4, 1.9))});
  }
  return out;
}

/// A noisy log of a random pair, of one pack alone or of both.
Log simulatedLog(std::mt19937& random, bool shared, std::size_t rows, double depth, double noise, double apart,
                 Riding riding = Riding::Steady) {
  const auto between = [&](double a, double b) { return std::uniform_real_distribution<double>(a, b)(random); };
  DischargeInput in;
  for (int i = 0; i < 2; ++i) {
    Source s;
    s.id = "p";
    s.series = 13;
    s.cells = Ohm(between(0.07, 0.14));
    s.path = Ohm(between(0.02, 0.05));
    s.slow = Ohm(between(0.015, 0.035));
    s.slowCapacitance = Farad(between(300, 1200));
    s.capacity = AmpereHour(between(8, 18));
    in.sources.push_back(s);
  }
  in.sources[0].start = StateOfCharge(between(0.9, 1.0));
  in.sources[1].start = StateOfCharge(in.sources[0].start.value() - apart);
  in.joint = {Volt(0.03), Ohm(0.003), true};
  in.load.constantPower = false;
  in.load.current = Ampere(between(5, 11));
  in.common = Ohm(0.01);
  in.cutoff = Volt(36);
  // What the plan says of the packs is not quite what they are.
  DischargeInput planned = in;
  for (Source& s : planned.sources) {
    const auto off = [&](auto value, double sigma) { return value * std::normal_distribution<double>(1.0, sigma)(random); };
    s.capacity = off(s.capacity, 0.03);
    s.cells = off(s.cells, 0.10);
    s.path = off(s.path, 0.10);
    s.slow = off(s.slow, 0.15);
  }
  Log log{{}, sharingOf(planned, discharge(planned))};
  if (!shared) in.sources.resize(1);
  const double amps = in.load.current.value();
  if (riding != Riding::Steady) in.profile = changingPowers(random, amps * 46, 40 * 3600 / amps);
  const DischargeRun run = discharge(in);
  const Table seconds = run.table(Second(1));
  const double wanted = depth * (shared ? log.input.all : log.input.fuller).value() * 3600;
  std::vector<double> charge{0};  // A·s drawn at each whole second
  while (charge.size() + 2 < seconds.rows() && charge.back() < wanted) charge.push_back(charge.back() + seconds.load()[charge.size() - 1]);
  std::normal_distribution<double> off(0.0, noise);
  for (std::size_t i = 0; i < rows; ++i) {
    const std::size_t at = (charge.size() - 1) * i / (rows - 1);
    const Second t(static_cast<double>(at));
    const Row row = run.at(t);
    RideRow r;
    r.drawn = AmpereHour(std::round(charge[at] / 36) / 100);
    r.volts = row.controller + Volt(off(random));
    if (riding != Riding::OnlyChargeAndVolts) r.time = t;
    if (riding != Riding::OnlyChargeAndVolts) r.distance = Kilometre(t.value() / 3600 * 18);
    if (riding == Riding::Steady || riding == Riding::Changing) r.current = row.load;
    log.rows.push_back(r);
  }
  return log;
}

bool isShared(Sharing s) { return s == Sharing::FromKnee || s == Sharing::FromStart || s == Sharing::Shares; }

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
  CHECK(m.chargeTo->value() == Approx(52.0 - m.window.value()).margin(0.02));
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
  const SubsetStudy study = eachAlone(plans::sound(), shippedCatalogue(), [] { return true; });
  REQUIRE(study.subsets.size() == 3);
  CHECK(study.subsets[0].packs == 0b11);
  for (const SubsetFigures& s : study.subsets) CHECK(s.range <= study.subsets[0].range);
  CHECK(study.subsets[study.worst].name == "stock alone");
  int asked = 0;
  CHECK(eachAlone(plans::sound(), shippedCatalogue(), [&] { return ++asked < 2; }).subsets.size() == 1);
}

TEST_CASE("methods are compared by what they forbid, lose and reach") {
  const auto methods = compareMethods(plans::sound(), shippedCatalogue(), [] { return true; });
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
  const auto policies =
      comparePolicies(plans::with(plans::sound(), "/joining/switched_inputs", "yes"), shippedCatalogue(), [] { return true; });
  REQUIRE(policies.size() == 4);
  for (const PolicyFigures& p : policies) CHECK(p.applies);
  CHECK(policies[1].atTurnRound[1] > policies[0].atTurnRound[1]);
  CHECK_FALSE(comparePolicies(plans::sound(), shippedCatalogue(), [] { return true; })[1].applies);
}

TEST_CASE("a ride is read from text, and a bad row is named") {
  const auto good = readRide("time_s,km,Ah,V\n0,0,0,54.1\n60,0.3,0.1,\"53,9\"\n");
  REQUIRE(good);
  CHECK(good->at(1).volts == Volt(53.9));
  CHECK(readRide("time_s,V\n0,54\n").error().sentence() ==
        "line 1: found no column Ah, expected columns Ah and V, and time_s, km or A if there are any.");
  CHECK(readRide("Ah,V\n0,54\n0.2,abc\n").error().sentence() == "line 3, column V: found \"abc\", expected a number.");
  CHECK(readRide("Ah,V\n0.4,54\n0.2,53\n").error().place == "line 3, column Ah");
}

TEST_CASE("sharing is told from noisy logs when it can be told, and a lone pack is not said to share") {
  const Riding riding = GENERATE(Riding::Steady, Riding::Changing, Riding::ChangingWithoutCurrent, Riding::OnlyChargeAndVolts);
  std::mt19937 random(4107);
  const auto between = [&](double a, double b) { return std::uniform_real_distribution<double>(a, b)(random); };
  int verdicts = 0, right = 0, logs = 0, lone = 0, falseShares = 0;
  for (int i = 0; i < 300; ++i) {
    const bool shared = i % 2 == 0;
    const Log log = simulatedLog(random, shared, 100 + static_cast<std::size_t>(between(0, 200)), between(0.5, 0.9), between(0.02, 0.1),
                                 between(0.08, 0.3), riding);
    const SharingVerdict v = judgeSharing(log.rows, log.input);
    ++logs;
    lone += !shared;
    falseShares += !shared && isShared(v.verdict);
    if (v.verdict == Sharing::CannotTell) continue;
    ++verdicts;
    right += shared == isShared(v.verdict);
  }
  INFO(verdicts << " verdicts on " << logs << " logs, " << right << " right, " << falseShares << " of " << lone
                << " lone packs said to share");
  CHECK(verdicts >= 0.70 * logs);
  CHECK(right >= 0.95 * verdicts);
  CHECK(falseShares <= 0.02 * lone);
}

TEST_CASE("short and flat logs say that they cannot tell") {
  std::mt19937 random(99);
  int told = 0, wrong = 0;
  for (int i = 0; i < 80; ++i) {
    const bool shared = i % 2 == 0;
    const Log log = simulatedLog(random, shared, 40, 0.015, 0.1, 0.1);
    const SharingVerdict v = judgeSharing(log.rows, log.input);
    if (v.verdict == Sharing::CannotTell) continue;
    ++told;
    wrong += shared != isShared(v.verdict);
  }
  INFO(told << " told, " << wrong << " of them wrong");
  CHECK(told <= 8);
  CHECK(wrong <= 1);
  Log few = simulatedLog(random, true, 20, 0.6, 0.05, 0.1);
  CHECK(judgeSharing(few.rows, few.input).verdict == Sharing::CannotTell);
  Log flat = simulatedLog(random, true, 200, 0.6, 0.02, 0.1);
  flat.input.chemistry = Chemistry::Lfp;
  const SharingVerdict v = judgeSharing(flat.rows, flat.input);
  CHECK(v.verdict == Sharing::CannotTell);
  CHECK(v.because.find("lfp") != std::string::npos);
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
  options.goOn = [](std::size_t) { return false; };
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
