// What a range is promised by: claims, rules of thumb, ceilings, and packs that are charged in time.
#include <catch2/catch.hpp>

#include "core/assess/claims_of_plan.h"
#include "core/assess/figures.h"
#include "core/studies/way_ridden.h"
#include "support/plans.h"

using namespace usherwright;

namespace {

bool finds(const Plan& plan, const char* id) { return !plans::findings(plan, id).empty(); }

std::vector<BenchRange> rulesOf(const Plan& plan) {
  const Figures f = plans::assessed(plan).figures;
  return benchRanges(plan, f, claimsOf(plan, f));
}

/// Without the claims that the demo has.
Plan claimed(Plan plan, const char* words) {
  plan.claims.clear();
  plan.claims.push_back({words, "", "", {}});
  return plan;
}

}  // namespace

TEST_CASE("C-021: a claim keeps its words, and each of its figures is held against this bike") {
  const Plan plan = claimed(plans::sound(), "up to 400 km, 30 km in the hills, 9000 cycles");
  const auto held = claimsOf(plan, plans::assessed(plan).figures);
  REQUIRE(held.size() == 3);
  CHECK(held[0].verdict.verdict == Plausibility::Implausible);
  CHECK(held[1].verdict.verdict == Plausibility::Plausible);
  CHECK(held[2].verdict.verdict == Plausibility::Implausible);
  const auto found = plans::findings(plan, "RANGE-05");
  REQUIRE(found.size() == 1);  // one claim, one finding: the worst of its figures
  CHECK(found[0].sentence.find("cannot be") != std::string::npos);
  // Without a pack there is nothing to hold it against, and nothing is said to be possible.
  Plan empty = claimed(Plan{}, "up to 400 km");
  CHECK(claimsOf(empty, plans::assessed(empty).figures).at(0).verdict.verdict == Plausibility::CannotTell);
}

TEST_CASE("C-115 C-116: rules of thumb beside the range, worked by hand, each with what it leaves out") {
  Plan plan = claimed(plans::sound(), "100 km");
  CHECK(rulesOf(plan).size() == 1);  // of all together: nothing to multiply
  plan.claims[0].pack = "gone";
  CHECK(claimsOf(plan, plans::assessed(plan).figures).at(0).verdict.verdict == Plausibility::CannotTell);
  CHECK(rulesOf(plan).size() == 1);
  plan.claims[0].pack = "stock";
  plan.bike.gauge.kind = GaugeKind::Bars;
  plan.bike.gauge.bars = 5;
  Ride ride;
  ride.when = "2026-11-20";
  ride.length = Kilometre(20);
  ride.barsLeft = 3;
  plan.rides.edit().push_back(ride);
  const Figures f = plans::assessed(plan).figures;
  const auto rules = rulesOf(plan);
  REQUIRE(rules.size() == 3);
  double all = 0;
  for (const PackFigures& p : f.packs) all += p.model.label.value();
  CHECK(rules[0].range.value() == Approx(all / (f.range.route.perKilometre.value() * f.range.learned.factor)));
  CHECK(rules[0].against > 0.1);  // it leaves out floor, losses and age
  CHECK(rules[1].range.value() == Approx(100 * all / f.packs[0].model.label.value()));
  CHECK(rules[2].range.value() == Approx(50));  // 20 km for two bars of five
  CHECK(rules[2].doubt == Approx(0.25));
  for (const BenchRange& b : rules) {
    CHECK(b.against == Approx(b.range / f.range.likely - 1));
    CHECK(!b.leavesOut.empty());
    CHECK(!b.from.empty());
  }
  // A ride that took no bar tells nothing, and neither does a gauge in per cent.
  plan.rides.edit().back().barsLeft = 5;
  CHECK(rulesOf(plan).size() == 2);
  plan.rides.edit().back().barsLeft = 3;
  plan.bike.gauge.kind = GaugeKind::Percent;
  CHECK(rulesOf(plan).size() == 2);
  plan.routes.clear();
  CHECK(rulesOf(plan).empty());
}

TEST_CASE("the range is counted from what the packs are charged to on ordinary days") {
  const Plan full = plans::sound();
  double before = plans::assessed(full).figures.range.usable.value();
  for (const char* ceiling : {"90 %", "80 %", "60 %"}) {
    const Plan plan = plans::with(plans::with(full, "/packs/0/ceiling", ceiling), "/packs/1/ceiling", ceiling);
    const Figures f = plans::assessed(plan).figures;
    CHECK(f.range.usable.value() < before);
    before = f.range.usable.value();
    double sum = 0;
    bool named = false;
    for (const Rung& r : ladderOf(plan, f)) {
      sum += r.change.value();
      named = named || r.words == "ceiling";
    }
    CHECK(named);
    CHECK(sum == Approx(f.range.usable.value()));
    CHECK(f.packs[0].rangeAlone->value() < plans::assessed(full).figures.packs[0].rangeAlone->value());
  }
  // From 80 to 15 % is 65 of the 85 hundredths, a little less for the volts are lower.
  const Figures f = plans::assessed(plans::with(plans::with(full, "/packs/0/ceiling", "80 %"), "/packs/1/ceiling", "80 %")).figures;
  CHECK(f.range.usable / plans::assessed(full).figures.range.usable == Approx(0.65 / 0.85).epsilon(0.05));
}

TEST_CASE("a later hour never leaves a pack less charged, and a ride that fits in none is another rule's") {
  Plan plan = plans::sound();
  for (const auto& [pointer, typed] :
       {std::pair("/packs/0/soc", "25 %"), std::pair("/packs/1/soc", "25 %"), std::pair("/charging/begins_min", "18:00")})
    plan = plans::with(plan, pointer, typed);
  bool quiet = false;
  int fired = 0;
  for (int minute = 18 * 60 + 5; minute < 23 * 60 + 55; minute += 10) {
    plan.charging.readyBy = Minute(minute);
    const bool now = finds(plan, "RANGE-09");
    CHECK_FALSE((quiet && now));
    quiet = !now;
    fired += now;
  }
  CHECK(quiet);
  CHECK(fired > 3);
  plan.charging.readyBy = Minute(18 * 60 + 30);
  REQUIRE(finds(plan, "RANGE-09"));
  // Without a charger a pack stays where it is, whatever the hour.
  Plan none = plan;
  none.chargers.clear();
  none.charging.readyBy = Minute(7 * 60);
  CHECK(finds(none, "RANGE-09"));
  CHECK_FALSE(finds(plans::with(plan, "/routes/0/km", "300"), "RANGE-09"));  // RANGE-01
  CHECK_FALSE(finds(plans::with(plan, "/routes/0/km", "2"), "RANGE-09"));
}

TEST_CASE("the charge of a run at a time agrees with the time to a charge") {
  const Figures f = plans::assessed(plans::with(plans::sound(), "/packs/0/soc", "10 %")).figures;
  const auto pair = std::find_if(f.charging.begin(), f.charging.end(), [](const ChargeFigures& c) { return c.run && c.pack == 0; });
  REQUIRE(pair != f.charging.end());
  for (const double soc : {0.1, 0.2, 0.5, 0.8, 0.95})
    if (const auto t = pair->run->timeTo(StateOfCharge(soc))) CHECK(pair->run->socAt(*t).value() == Approx(soc).margin(1e-6));
  CHECK(pair->run->socAt(pair->run->end + Second(1)) == pair->run->socAtEnd);
}
