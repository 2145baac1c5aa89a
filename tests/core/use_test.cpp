// Charging, the road, and the limits: laws and hand-worked figures.
#include <rapidcheck/catch.h>
#include <catch2/catch.hpp>
#include <cmath>

#include "core/charging/charge_run.h"
#include "core/charging/charging.h"
#include "core/limits/limits.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "core/travel/travel.h"
#include "support/plans.h"
#include "support/random.h"

using namespace usherwright;
using support::between;

namespace {

ChargeInput randomCharge() {
  ChargeInput in;
  in.series = 13;
  in.cells = Ohm(between(0.05, 0.2));
  in.slow = Ohm(between(0, 0.05));
  in.slowCapacitance = Farad(between(200, 2000));
  in.path = Ohm(between(0.01, 0.08));
  in.capacity = AmpereHour(between(5, 25));
  in.start = StateOfCharge(between(0, 0.85));
  in.set = Volt(between(53, 54.6));
  in.current = Ampere(between(1, 6));
  in.stop = Ampere(0.1);
  return in;
}

const Element* elementOf(const std::vector<Element>& elements, const std::string& id) {
  for (const Element& e : elements)
    if (e.id == id) return &e;
  return nullptr;
}

Rider plainRider() {
  Rider r;
  r.total = Kilogram(100);
  r.rolling = 0.010;
  r.dragArea = DragArea(0.6);
  r.riderWatt = 0;
  r.efficiency = 1;
  return r;
}

}  // namespace

TEST_CASE("charge only ever rises, and ends for the reason that is said") {
  rc::prop("charging", [] {
    const ChargeInput in = randomCharge();
    const ChargeRun run = charge(in);
    for (std::size_t i = 1; i < run.points.size(); ++i) {
      RC_ASSERT(run.points[i].soc >= run.points[i - 1].soc);
      RC_ASSERT(run.points[i].time > run.points[i - 1].time);
      RC_ASSERT(run.points[i].current.value() <= in.current.value() + 1e-6);
    }
    RC_ASSERT(run.socAtEnd <= StateOfCharge(1.0));
    if (!run.full) RC_ASSERT(std::abs(run.points.back().current.value() - in.stop.value()) < 0.01);
    // Never beyond the charge at which the pack rests at the charger's voltage.
    RC_ASSERT(run.socAtEnd.value() <= in.curve.inverse(in.set / 13.0).value() + 1e-6);
    const double charge = (run.socAtEnd - in.start).value() * in.capacity.value();
    RC_ASSERT(run.intoPack.value() >= charge * in.curve.at(in.start).value() * 13 - 1e-6);
    RC_ASSERT(run.intoPack.value() <= charge * in.set.value() + 0.05);
    RC_ASSERT(run.mains.value() > run.intoPack.value());
  });
}

TEST_CASE("more current is never slower to eighty per cent, and the bench rule is a lower bound") {
  rc::prop("faster", [] {
    ChargeInput in = randomCharge();
    in.start = StateOfCharge(between(0, 0.5));
    const ChargeRun slow = charge(in);
    in.current *= 1.3;
    const ChargeRun fast = charge(in);
    const auto a = slow.timeTo(StateOfCharge(0.8)), b = fast.timeTo(StateOfCharge(0.8));
    if (a && b) RC_ASSERT(b->value() <= a->value() + 1);
    if (slow.full) RC_ASSERT(Hour(slow.end).value() >= slow.benchRule.value() - 1e-3);
  });
}

TEST_CASE("verdicts turn at plus two and minus ten hundredths of a volt per cell") {
  CHECK(verdictOn(Volt(54.6), 13, factsOf(Chemistry::Nmc), std::nullopt) == ChargeVerdict::Right);
  CHECK(verdictOn(Volt(13 * 4.22), 13, factsOf(Chemistry::Nmc), std::nullopt) == ChargeVerdict::Right);
  CHECK(verdictOn(Volt(13 * 4.23), 13, factsOf(Chemistry::Nmc), std::nullopt) == ChargeVerdict::Stop);
  CHECK(verdictOn(Volt(13 * 4.10), 13, factsOf(Chemistry::Nmc), std::nullopt) == ChargeVerdict::Right);
  CHECK(verdictOn(Volt(13 * 4.09), 13, factsOf(Chemistry::Nmc), std::nullopt) == ChargeVerdict::Partial);
  CHECK(verdictOn(Volt(58.4), 13, factsOf(Chemistry::Nmc), std::nullopt) == ChargeVerdict::Stop);
  // Lead, −3.5 mV/K: warm it takes less; cold never raises what stops, and asks for more to be right.
  const ChemistryFacts& lead = factsOf(Chemistry::Lead);
  CHECK(verdictOn(Volt(24 * 2.49), 24, lead, Celsius(25)) == ChargeVerdict::Right);
  CHECK(verdictOn(Volt(24 * 2.46), 24, lead, Celsius(35)) == ChargeVerdict::Right);
  CHECK(verdictOn(Volt(24 * 2.47), 24, lead, Celsius(35)) == ChargeVerdict::Stop);
  CHECK(verdictOn(Volt(24 * 2.51), 24, lead, Celsius(0)) == ChargeVerdict::Stop);
  CHECK(verdictOn(Volt(24 * 2.40), 24, lead, Celsius(15)) == ChargeVerdict::Partial);
  CHECK(verdictOn(Volt(24 * 2.36), 24, lead, Celsius(35)) == ChargeVerdict::Right);
  CHECK(verdictOn(Volt(24 * 2.36), 24, lead, std::nullopt) == ChargeVerdict::Partial);
  CHECK(socReached(Volt(13 * 4.10), 13, RestCurve::typical(Chemistry::Nmc), factsOf(Chemistry::Nmc), std::nullopt)->value() ==
        Approx(0.91));
  CHECK_FALSE(socReached(Volt(58.4), 13, RestCurve::typical(Chemistry::Nmc), factsOf(Chemistry::Nmc), std::nullopt).has_value());
  CHECK(mayChargeAt(Celsius(0), factsOf(Chemistry::Nmc)));
  CHECK_FALSE(mayChargeAt(Celsius(-1), factsOf(Chemistry::Nmc)));
  CHECK(mayChargeAt(Celsius(-5), factsOf(Chemistry::Lead)));
}

TEST_CASE("the smallest charge limit is named; the first of equals") {
  CHECK(smallestLimit({{"port", Ampere(5)}, {"bms", Ampere(3)}, {"cells", Ampere(3)}})->element == "bms");
  CHECK_FALSE(smallestLimit({}).has_value());
}

TEST_CASE("road power is hand-worked: rolling, slope and air") {
  const Rider r = plainRider();
  const double v = 18 / 3.6;
  CHECK(batteryPower(r, KilometrePerHour(18), 0).value() == Approx(v * (100 * 9.80665 * 0.010 + 0.5 * 1.2 * 0.6 * v * v)));
  const double angle = std::atan(0.05);
  CHECK(batteryPower(r, KilometrePerHour(18), 0.05).value() ==
        Approx(v * (100 * 9.80665 * (0.010 * std::cos(angle) + std::sin(angle)) + 0.5 * 1.2 * 0.6 * v * v)));
  CHECK(batteryPower(r, KilometrePerHour(18), -0.10) == Watt(0));  // downhill gives nothing back
  // A wind from behind that is faster than the bike pushes it.
  CHECK(batteryPower(r, KilometrePerHour(18), 0, -10) < batteryPower(r, KilometrePerHour(18), 0, 0));
}

TEST_CASE("power falls with help and rises with load, slope, speed and wind") {
  rc::prop("monotony", [] {
    Rider r = plainRider();
    r.total = Kilogram(between(60, 250));
    r.riderWatt = between(0, 150);
    r.efficiency = between(0.6, 0.9);
    const KilometrePerHour v(between(8, 30));
    const double grade = between(-0.02, 0.08), wind = between(-3, 6);
    const Watt p = batteryPower(r, v, grade, wind);
    Rider heavier = r;
    heavier.total += Kilogram(10);
    Rider helped = r;
    helped.riderWatt += 20;
    if (grade >= 0) RC_ASSERT(batteryPower(heavier, v, grade, wind) >= p);
    RC_ASSERT(batteryPower(helped, v, grade, wind) <= p);
    RC_ASSERT(batteryPower(r, v, grade + 0.01, wind) >= p);
    RC_ASSERT(batteryPower(r, v, grade, wind + 1) >= p);
    const Watt limit(between(50, 400));
    const KilometrePerHour held = heldSpeed(r, v, grade, limit, wind);
    RC_ASSERT(held <= v);
    if (held < v && held > KilometrePerHour(1e-6))
      RC_ASSERT(std::abs(batteryPower(r, held, grade, wind).value() - limit.value()) < 0.01 * limit.value());
  });
}

TEST_CASE("a route's legs add up to its length and its climb comes down again") {
  rc::prop("legs", [] {
    Route route;
    route.length = Kilometre(between(2, 80));
    route.climb = Metre(between(0, 900));
    route.speed = KilometrePerHour(between(12, 28));
    const RouteEstimate e = estimate(route, plans::demo().bike, Watt(900));
    double km = 0, height = 0, joule = 0;
    for (const Leg& leg : e.legs) {
      km += leg.length.value();
      height += leg.length.value() * 1000 * leg.grade;
      joule += leg.power.value() * leg.time.value();
    }
    RC_ASSERT(std::abs(km - route.length.value()) < 1e-6);
    RC_ASSERT(std::abs(height) < 1e-6);
    RC_ASSERT(std::abs(Joule(e.energy).value() - joule) < 1);
    RC_ASSERT(e.worstTenMinutes.value() * 600 >= joule * std::min(1.0, 600 / e.time.value()) - 1);
  });
}

TEST_CASE("accessories before the controller add to the peak at the lowest voltage, lamps behind it do not") {
  Plan plan = plans::sound();
  plan.bike.accessories[0].power = Watt(20);
  CHECK(plans::assessed(plan).figures.demand.peak->value() == Approx(23));
  plan.bike.accessories[0].tap = Tap::Bus;
  CHECK(plans::assessed(plan).figures.demand.peak->value() == Approx(23 + 20 / (0.85 * 39)));
}

TEST_CASE("every pack has its elements, the joint and the main run theirs, by method") {
  const auto elements = plans::assessed(plans::sound()).figures.elements;
  for (const char* id : {"stock/cells", "stock/bms", "stock/fuse", "stock/plug", "stock/lead", "stock/input", "second/bms", "joint/total",
                         "joint/lead", "joint/plug"}) {
    INFO(id);
    CHECK(elementOf(elements, id));
  }
  const auto direct = plans::assessed(plans::with(plans::sound(), "/joining/method", "direct")).figures.elements;
  CHECK_FALSE(elementOf(direct, "joint/total"));
  CHECK_FALSE(elementOf(direct, "stock/input"));
  const auto alone = plans::assessed(*without(plans::sound(), "/packs", 1)).figures.elements;
  CHECK_FALSE(elementOf(alone, "joint/total"));
  CHECK_FALSE(elementOf(plans::assessed(plans::with(plans::sound(), "/packs/0/bms/present", "no")).figures.elements, "stock/bms"));
}

TEST_CASE("a short rating counts only where the plan shows that the peak cannot last longer") {
  const auto bmsOf = [](const Plan& plan) { return *elementOf(plans::assessed(plan).figures.elements, "stock/bms"); };
  CHECK(bmsOf(plans::sound()).counted() == Ampere(25));
  const Plan boosted = plans::with(plans::sound(), "/bike/controller/boost_s", "4");
  CHECK(bmsOf(boosted).counted() == Ampere(40));  // 40 A for 5 s
  CHECK(*bmsOf(boosted).headroomAtPeak() == Approx(40.0 / 23 - 1));
  CHECK(bmsOf(plans::with(plans::sound(), "/bike/controller/boost_s", "10")).counted() == Ampere(25));
}

TEST_CASE("of equal headrooms the one nearest the cells is the narrows; the controller never is") {
  Plan plan = plans::sound();
  for (const char* pointer : {"/packs/0/bms/continuous_A", "/packs/0/fuse/rating_A", "/packs/1/bms/continuous_A"})
    plan = plans::with(plan, pointer, "24");
  const Figures f = plans::assessed(plan).figures;
  CHECK(f.elements[static_cast<std::size_t>(f.narrows)].id == "stock/bms");
  plan = plans::with(plan, "/bike/controller/current_max_A", "");
  CHECK(plans::assessed(plan).figures.narrows == -1);
}

TEST_CASE("a stated lower limit while packs differ is what each pack must carry alone") {
  const Plan plan =
      plans::with(plans::with(plans::sound(), "/bike/controller/current_max_A", "28±1A"), "/joining/limit_while_apart_A", "22");
  const auto elements = plans::assessed(plan).figures.elements;
  CHECK(elementOf(elements, "stock/bms")->peak->value() == Approx(23));
  CHECK(elementOf(elements, "joint/lead")->peak->value() == Approx(29));
}
