// What station Joining says beside the simulation, worked by hand from the same plan.
#include <catch2/catch.hpp>
#include <cmath>
#include <numeric>

#include "core/assess/joining_facts.h"
#include "core/assess/joining_setup.h"
#include "core/quantity/units.h"
#include "core/studies/joining_studies.h"
#include "support/plans.h"

using namespace usherwright;

namespace {

bool has(const std::string& text, const std::string& words) { return text.find(words) != std::string::npos; }

/// ∫ f dt over the ride from its one-second rows, by the trapezium rule.
template <class Value>
double integral(const DischargeRun& run, const Value& value) {
  double sum = 0;
  const double step = 1.0;
  Row before = run.at(Second(0));
  for (double t = step; t < run.end.value(); t += step) {
    const Row row = run.at(Second(t));
    sum += 0.5 * step * (value(before) + value(row));
    before = row;
  }
  return sum;
}

}  // namespace

TEST_CASE("the low cuts: volts of the pack at which its BMS goes, and volts of a cell at which the controller goes") {
  const Assessment a = plans::assessed(plans::sound());
  const auto cuts = lowCuts(a.figures);
  REQUIRE(cuts.size() == 2);
  for (const LowCut& c : cuts) {
    CHECK(c.bmsAtPack.value() == Approx(2.8 * 13));
    REQUIRE(c.controllerPerCell);
    CHECK(c.controllerPerCell->value() == Approx(a.figures.cutoff.value() / 13));
    CHECK(c.first == "the controller");
  }
  const Assessment low = plans::assessed(plans::with(plans::sound(), "/bike/controller/cutoff_V", "34"));
  CHECK(lowCuts(low.figures)[0].first == "its BMS");
}

TEST_CASE("the ride of today: half of what is left after the reserve is the way out") {
  const Plan plan = plans::with(plans::sound(), "/need/reserve_km", "6");
  const Assessment a = plans::assessed(plan);
  const auto ride = ridePlanOf(plan, a.figures);
  REQUIRE(ride);
  CHECK(ride->reach == a.figures.range.now);
  CHECK(ride->turnRound.value() == Approx((a.figures.range.now.value() - 6) / 2));
  CHECK(ride->enough == (plan.routes.front().length.value() + 6 <= a.figures.range.now.value()));
  REQUIRE(ride->order.size() == 1);
  CHECK(ride->order[0] == "stock and deck together");
  Plan far = plan;
  far.routes.front().length = Kilometre(500);
  CHECK_FALSE(ridePlanOf(far, plans::assessed(far).figures)->enough);
  Plan turns = plans::with(plans::with(plan, "/joining/method", "selector"), "/joining/policy", "small-first");
  const auto order = ridePlanOf(turns, plans::assessed(turns).figures)->order;
  REQUIRE(order.size() == 2);
  CHECK(order[0] == "stock");
  Plan nowhere = plan;
  nowhere.routes.clear();
  CHECK_FALSE(ridePlanOf(nowhere, plans::assessed(nowhere).figures));
}

TEST_CASE("where the gauge lies most is where a look at every second finds it") {
  const Assessment a = plans::assessed(plans::sound());
  const auto lie = worstGaugeLie(a.figures);
  REQUIRE(lie);
  double worst = 0;
  for (double t = 0; t < a.figures.ride->end.value(); t += 1) {
    const Row row = a.figures.ride->at(Second(t));
    worst = std::max(worst, std::abs((gaugeAt(a.figures, row.controller) - truthAt(a.figures, row)).value()));
  }
  CHECK(std::abs((lie->gauge - lie->truth).value()) == Approx(worst).epsilon(0.02));
}

TEST_CASE("the wheel without a load turns in proportion to the rested volts") {
  Plan plan = plans::sound();
  plan.bike.noLoadSpeed = KilometrePerHour(32);
  const Assessment a = plans::assessed(plan);
  const auto speeds = noLoadSpeeds(plan, a.figures);
  REQUIRE(speeds.size() == 2);
  CHECK((speeds[0].speed / speeds[1].speed) == Approx(speeds[0].rest / speeds[1].rest));
  for (std::size_t k = 0; k < 2; ++k)
    CHECK(speeds[k].speed.value() ==
          Approx(32 * a.figures.packs[k].model.restVoltage().value() / a.figures.packs[0].model.nominal.value()));
  plan.bike.noLoadSpeed.reset();
  CHECK(noLoadSpeeds(plan, a.figures).empty());
}

TEST_CASE("three ways to see that they share name the figures to expect") {
  const Plan plan = plans::sound();
  const Assessment a = plans::assessed(plan);
  const auto proofs = shareProofs(plan, a.figures);
  REQUIRE(proofs.size() == 3);
  const Row middle = a.figures.ride->at(a.figures.ride->end * 0.6);
  for (std::size_t k = 0; k < 2; ++k) {
    CHECK(has(proofs[0].expect, a.figures.packs[k].model.name + " " + formatNumber(middle.current[k].value(), 2) + " A"));
    CHECK(has(proofs[1].expect, formatNumber(a.figures.ride->sources[k].delivered.value() / 0.99, 2) + " Ah"));
  }
  const double all = a.figures.packs[0].model.capacity.value() + a.figures.packs[1].model.capacity.value();
  CHECK(has(proofs[2].expect, formatNumber(100 / all, 2) + " once they share"));
}

TEST_CASE("what a second pack changes: four answers, each with its figures") {
  const Plan plan = plans::sound();
  const Assessment a = plans::assessed(plan);
  const auto lines = secondPackChanges(plan, a.figures);
  REQUIRE(lines.size() == 4);
  CHECK(lines[0].answer == "no");
  CHECK(lines[1].answer == "less");
  CHECK(lines[2].answer == "no");
  CHECK(lines[3].answer == "longer");
  const auto ohms = [&](std::size_t k) { return sourceResistance(a.figures.packs[k].source, a.figures.joint).value(); };
  const double peak = a.figures.demand.peak->value();
  CHECK(has(lines[1].why, formatNumber(peak * ohms(0)) + " V by stock alone"));
  CHECK(has(lines[1].why, formatNumber(peak / (1 / ohms(0) + 1 / ohms(1))) + " V once they share"));
  const double first = a.figures.packs[0].model.capacity.value(), all = first + a.figures.packs[1].model.capacity.value();
  CHECK(has(lines[3].why, formatNumber(100 * first / all, 2) + " % as deep"));
  // Another voltage class does change the speed; turns change no sag.
  const Plan unlike = plans::with(plan, "/packs/1/series", "14");
  CHECK(secondPackChanges(unlike, plans::assessed(unlike).figures)[2].answer == "yes");
  const Plan turns = plans::with(plan, "/joining/method", "selector");
  CHECK(secondPackChanges(turns, plans::assessed(turns).figures)[1].answer == "no");
}

TEST_CASE("what a method loses is the heat in its joints over the ride, added up from its rows") {
  const auto methods = compareMethods(plans::sound(), shippedCatalogue());
  for (const MethodFigures& m : methods) {
    if (m.method == Method::Converter) continue;
    Plan plan = plans::sound();
    plan.joining.method = m.method;
    if (m.method != Method::Combiner) plan.joining.part.forwardDrop.reset(), plan.joining.part.onResistance.reset();
    const Assessment a = plans::assessed(plan);
    const Joint joint = a.figures.joint;
    const double watts = integral(*a.figures.ride, [&](const Row& row) {
      double sum = 0;
      for (std::size_t k = 0; k < 2; ++k) {
        const double i = row.current[k].value();
        sum += i * joint.forwardDrop.value() + i * i * joint.onResistance.value();
      }
      return sum;
    });
    INFO(static_cast<int>(m.method));
    CHECK(m.lost.value() == Approx(watts / 3600).epsilon(0.01));
    CHECK(m.range == a.figures.range.likely);
  }
}

TEST_CASE("the parts that a method needs carry the peak with a quarter to spare") {
  const Assessment a = plans::assessed(plans::sound());
  const auto methods = compareMethods(plans::sound(), shippedCatalogue());
  const std::string need = formatNumber(a.figures.demand.peak->value() * 1.25) + " A";
  const auto partsOf = [&](Method m) {
    std::string all;
    for (const MethodFigures& f : methods)
      if (f.method == m)
        all = std::accumulate(f.parts.begin(), f.parts.end(), all, [](std::string t, const std::string& p) { return t + p + "\n"; });
    return all;
  };
  CHECK(has(partsOf(Method::Combiner), need));
  CHECK(has(partsOf(Method::Schottky), need));
  const double sustained = a.figures.demand.sustained->value();
  const double watts = sustained * (0.45 + 0.008 * sustained);
  CHECK(has(partsOf(Method::Schottky), "heat-sink " + formatNumber(50 / watts, 2) + " K/W"));  // from 40 °C of air to 90 °C
  CHECK(has(partsOf(Method::Selector), formatNumber(a.figures.demand.peak->value()) + " A DC, 54.6 V"));
  CHECK(has(partsOf(Method::Converter), "set to " + formatNumber(13 * 3.6 * 1.03) + " V"));
}

TEST_CASE("an order of use: its C-rates are the largest currents of its own ride") {
  const Plan plan = plans::with(plans::sound(), "/joining/switched_inputs", "yes");
  for (const PolicyFigures& p : comparePolicies(plan, shippedCatalogue())) {
    Plan with = plan;
    with.joining.policy = p.policy;
    const Assessment a = plans::assessed(with);
    REQUIRE(p.peakRate.size() == 2);
    for (std::size_t k = 0; k < 2; ++k) {
      double most = 0;
      for (double t = 0; t < a.figures.ride->end.value(); t += 5) most = std::max(most, a.figures.ride->at(Second(t)).current[k].value());
      CHECK(p.peakRate[k] * a.figures.packs[k].model.capacity.value() == Approx(most).epsilon(0.01));
    }
    CHECK(p.range == a.figures.range.likely);
  }
}

TEST_CASE("a subset is the plan without the other packs") {
  const Plan plan = plans::demo();
  for (const SubsetFigures& s : eachAlone(plan, shippedCatalogue()).subsets) {
    const Assessment a = plans::assessed(withOnly(plan, s.packs));
    CHECK(s.stops == a.count(Severity::Stop));
    CHECK(s.range == a.figures.range.likely);
    CHECK(a.figures.packs.size() == static_cast<std::size_t>((s.packs & 1u) + (s.packs >> 1 & 1u)));
  }
}

TEST_CASE("the check of a logged ride takes its resistances from the plan, and is not offered where it cannot work") {
  Source a, b;
  a.cells = Ohm(0.10);
  a.slow = Ohm(0.02);
  a.slowCapacitance = Farad(600);
  a.path = Ohm(0.03);
  b.cells = Ohm(0.08);
  b.slow = Ohm(0.03);
  b.slowCapacitance = Farad(500);
  b.path = Ohm(0.01);
  const Ways ways = waysOf({a, b}, 0, {Volt(0.03), Ohm(0.01), true}, Ohm(0.005));
  CHECK(ways.alone.fast.value() == Approx(0.10 + 0.03 + 0.01 + 0.005));
  CHECK(ways.alone.slow.value() == Approx(0.02));
  CHECK(ways.settles.value() == Approx(12));
  CHECK(ways.together.fast.value() == Approx(1 / (1 / 0.14 + 1 / 0.10) + 0.005));
  CHECK((ways.together.fast + ways.together.slow).value() == Approx(1 / (1 / 0.16 + 1 / 0.13) + 0.005));
  CHECK(sharingInputOf(plans::assessed(plans::sound()).figures));
  CHECK_FALSE(sharingInputOf(plans::assessed(withOnly(plans::sound(), 1)).figures));
  CHECK_FALSE(sharingInputOf(plans::assessed(plans::with(plans::sound(), "/packs/1/series", "14")).figures));
  CHECK_FALSE(sharingInputOf(plans::assessed(plans::with(plans::sound(), "/joining/method", "converter")).figures));
}

TEST_CASE("a converter draws most at its lowest input, and less at the nominal volts of its pack") {
  const Plan plan = plans::with(plans::sound(), "/joining/method", "converter");
  ConverterPart part;
  part.set = Volt(48);
  part.output = Ampere(6);
  part.efficiency = Efficiency(0.9);
  part.standby = MilliAmpere(50);
  CHECK(converterInput(part, Volt(54), Volt(40))->value() == Approx(48 * 6 / 0.9 / 40 + 0.05));
  part.power = Watt(200);
  CHECK(converterInput(part, Volt(54), Volt(40))->value() == Approx(200 / 0.9 / 40 + 0.05));
  CHECK_FALSE(converterInput(ConverterPart{}, Volt(54), Volt(40)));
  Plan with = plan;
  with.joining.converter.set = Volt(48);
  with.joining.converter.output = Ampere(6);
  const Assessment a = plans::assessed(with);
  const std::size_t fed = *converterPack(with);
  for (const Element& e : a.figures.elements) {
    if (e.pack != static_cast<int>(fed)) continue;
    INFO(e.id);
    CHECK(e.peak->value() > e.sustained->value());
    const Volt nominal = a.figures.packs[fed].model.nominal;
    CHECK(e.sustained->value() == Approx(48 * 6 / 0.92 / nominal.value() + 0.02));
  }
}
