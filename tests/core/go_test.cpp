// Go or not: today's charge from a meter, and which packs are enough for a ride.
#include <catch2/catch.hpp>
#include <cmath>

#include "core/plan/edit.h"
#include "core/plan/evidence.h"
#include "core/plan/usual.h"
#include "core/studies/go_or_not.h"
#include "support/plans.h"
#include "support/random.h"

using namespace usherwright;

namespace {

GoOrNot asked(const Plan& plan, const std::vector<PlugReading>& readings, std::size_t route = 0) {
  return goOrNot(plan, {shippedCatalogue()}, route, readings);
}

/// What a pack shows at rest.
Volt restAt(const Plan& plan, std::size_t pack, double soc) {
  const PackModel m = plans::assessed(plan).figures.packs[pack].model;
  return m.curve.at(StateOfCharge(soc)) * m.series;
}

ChargeToday charge(const Plan& plan, std::size_t pack, const PlugReading& reading) {
  return chargeToday(plan, plans::assessed(plan).figures, pack, reading);
}

}  // namespace

TEST_CASE("C-113: the charge that a meter shows lies in its interval, which is wider before the pack has rested") {
  const Plan plan = plans::sound();
  for (const double soc : {0.08, 0.3, 0.55, 0.8, 0.97}) {
    const Volt volts = restAt(plan, 0, soc);
    const ChargeToday rested = charge(plan, 0, {volts, true}), not_ = charge(plan, 0, {volts, false});
    REQUIRE(rested.known);
    CHECK(rested.likely.value() == Approx(soc).margin(0.002));
    CHECK(rested.low.value() <= soc);
    CHECK(rested.high.value() >= soc);
    CHECK(not_.low < rested.low);
    CHECK(not_.high >= rested.high);
    // By hand: the ends are the curve's charges at the reading less and more 10 mV a cell and the meter's doubt.
    const PackModel m = plans::assessed(plan).figures.packs[0].model;
    const Volt doubt = volts * usual::meterAccuracy.value() + usual::meterDigit + Volt(0.010 * m.series);
    CHECK(rested.low.value() == Approx(m.curve.inverse((volts - doubt) / m.series).value()));
    CHECK(rested.high.value() == Approx(m.curve.inverse((volts + doubt) / m.series).value()));
  }
}

TEST_CASE("C-113: volts that no such pack gives are no charge, and a sleeping board is not an empty pack") {
  const Plan plan = plans::sound();
  const PackModel m = plans::assessed(plan).figures.packs[0].model;
  for (const double volts : {0.0, 0.4, 12.0, 30.0, 60.0, 500.0}) {
    const ChargeToday c = charge(plan, 0, {Volt(volts), true});
    CAPTURE(volts, c.problem);
    CHECK_FALSE(c.known);
    CHECK_FALSE(c.problem.empty());
    CHECK(c.low.value() == 0);
    CHECK(c.high.value() == 1);
  }
  CHECK(charge(plan, 0, {Volt(0.4), true}).problem.find("sleeps") != std::string::npos);
  // Near the limits, from both sides.
  const double doubt = m.full.value() * usual::meterAccuracy.value() + usual::meterDigit.value() + 0.010 * m.series;
  CHECK(charge(plan, 0, {m.full + Volt(doubt * 0.9), true}).known);
  CHECK_FALSE(charge(plan, 0, {m.full + Volt(doubt * 1.2), true}).known);
}

TEST_CASE("C-113: without a reading the plan's charge counts as much as its source does") {
  Plan plan = plans::sound();
  const auto from = [&](Provenance source) {
    plan.provenance["/packs/0/soc"].from = source;
    return charge(plan, 0, {});
  };
  plan.packs[0].soc = StateOfCharge(0.6);
  CHECK(from(Provenance::Measured).low.value() == Approx(0.6));
  CHECK(from(Provenance::Remembered).low.value() == Approx(0.5));
  CHECK(from(Provenance::Claim).high.value() == Approx(0.7));
  const ChargeToday assumed = from(Provenance::Assumed);
  CHECK_FALSE(assumed.known);
  CHECK(assumed.low.value() == 0);
}

TEST_CASE("C-113: an unknown charge never lets a ride go, however near it is") {
  Plan plan = plans::sound();
  plan.packs.resize(1);
  plan.routes.front().length = Kilometre(12);
  plan.routes.front().track = {};
  plan.routes.front().climb = Metre(20);
  plan.provenance["/packs/0/soc"].from = Provenance::Assumed;
  plan.packs[0].soc = StateOfCharge(1);
  const GoOrNot unknown = asked(plan, {{}});
  REQUIRE(unknown.choices.size() == 1);
  CHECK(unknown.choices[0].verdict == GoVerdict::Unknown);
  CHECK_FALSE(unknown.best);
  CHECK(unknown.sentence.find("Cannot tell") == 0);
  CHECK(unknown.restsOn.size() >= 1);
  CHECK(asked(plan, {{restAt(plan, 0, 0.95), true}}).choices[0].verdict == GoVerdict::Go);
  CHECK(asked(plan, {{restAt(plan, 0, 0.17), true}}).choices[0].verdict == GoVerdict::No);
}

TEST_CASE("C-113: a Stop against a choice of packs is no go, whatever is in them") {
  const Plan demo = plans::demo();  // the fuse of deck is rated too low
  const GoOrNot g = asked(demo, {{restAt(demo, 0, 0.98), true}, {restAt(demo, 1, 0.98), true}});
  REQUIRE(g.choices.size() == 3);
  for (const GoChoice& c : g.choices) {
    CAPTURE(c.name, c.sentence);
    CHECK((c.verdict == GoVerdict::Stopped) == ((c.packs & 2u) != 0));
  }
  CHECK(g.choices[0].sentence.find("32 V") != std::string::npos);
}

TEST_CASE("C-113: of the packs that are enough the lightest is taken along, and the reserve counts") {
  Plan plan = plans::sound();
  plan.routes.front().length = Kilometre(16);
  plan.routes.front().track = {};
  plan.routes.front().climb = Metre(60);
  const std::vector<PlugReading> full{{restAt(plan, 0, 0.99), true}, {restAt(plan, 1, 0.99), true}};
  const GoOrNot g = asked(plan, full);
  REQUIRE(g.best);
  const GoChoice& best = g.choices[*g.best];
  CHECK(best.verdict == GoVerdict::Go);
  CHECK(best.name == "stock alone");
  for (const GoChoice& c : g.choices)
    if (c.verdict == GoVerdict::Go) CHECK(*best.mass <= *c.mass);
  // A reserve that only both hold turns the choice.
  plan.need.reserve = Kilometre(42);
  const GoOrNot more = asked(plan, full);
  CHECK(more.need.value() == Approx(58));
  REQUIRE(more.best);
  CHECK(more.choices[*more.best].packs == 3u);
}

TEST_CASE("C-113: the careful end takes a used pack of unknown health as worn, and a measured one as it is") {
  Plan plan = plans::sound();
  const std::vector<PlugReading> half{{restAt(plan, 0, 0.6), true}, {restAt(plan, 1, 0.6), true}};
  plan.packs[0].soh = StateOfHealth(1);
  plan.provenance["/packs/0/soh"].from = Provenance::Measured;
  const Kilometre measured = asked(plan, half).choices.back().low;
  plan.provenance["/packs/0/soh"].from = Provenance::Assumed;
  const GoOrNot assumed = asked(plan, half);
  CHECK(assumed.choices.back().low < measured);
  CHECK(std::any_of(assumed.restsOn.begin(), assumed.restsOn.end(),
                    [](const std::string& s) { return s.find("health of stock") != std::string::npos; }));
}

TEST_CASE("C-113: laws of go or not on random charges: more volts never less range, the band in order, a verdict that its band bears out") {
  support::Seeded random(31);
  Plan plan = plans::sound();
  for (int i = 0; i < 25; ++i) {
    plan.routes.front().length = Kilometre(8 + static_cast<double>(random.below(70)));
    plan.routes.front().track = {};
    const double a = 0.05 + 0.009 * static_cast<double>(random.below(100)), b = 0.05 + 0.009 * static_cast<double>(random.below(100));
    const bool rested = random.below(2) == 1;
    const std::vector<PlugReading> low{{restAt(plan, 0, std::min(a, b)), rested}, {restAt(plan, 1, a), rested}},
        high{{restAt(plan, 0, std::max(a, b)), rested}, {restAt(plan, 1, a), rested}};
    const GoOrNot less = asked(plan, low), more = asked(plan, high);
    CAPTURE(i, a, b, plan.routes.front().length.value());
    REQUIRE(less.choices.size() == more.choices.size());
    for (std::size_t c = 0; c < less.choices.size(); ++c) {
      const GoChoice &l = less.choices[c], &m = more.choices[c];
      CHECK(l.likely.value() <= m.likely.value() + 1e-6);
      for (const GoChoice* each : {&l, &m}) {
        CHECK(each->low <= each->likely);
        CHECK(each->likely <= each->high);
        if (each->verdict == GoVerdict::Go) CHECK(each->low >= less.need);
        if (each->verdict == GoVerdict::No) CHECK(each->high < less.need);
        if (each->turnRound) CHECK(*each->turnRound <= plan.routes.front().length);
      }
    }
  }
}

TEST_CASE("Go or not: nothing to ask without a pack or a route, and given up it keeps what it has") {
  Plan plan = plans::sound();
  Plan noRoute = plan;
  noRoute.routes.clear();
  CHECK(asked(noRoute, {}).choices.empty());
  Plan noPack = plan;
  noPack.packs.clear();
  CHECK(asked(noPack, {}).choices.empty());
  int steps = 0;
  const GoOrNot cut = goOrNot(plan, {shippedCatalogue()}, 0, {}, Progress([&](double) { return ++steps < 2; }));
  CHECK(cut.choices.size() == 1);
}
