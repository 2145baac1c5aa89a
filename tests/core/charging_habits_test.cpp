// What habits of charging come to: ceilings, alike or each to its own, and groups that are not even.
#include <catch2/catch.hpp>

#include "core/studies/charging_studies.h"
#include "support/plans.h"

using namespace usherwright;

TEST_CASE("a higher ceiling never has less range, nor more years; years are not known while nobody says how often it is ridden") {
  Plan plan = plans::demo();
  for (Pack& p : plan.packs) p.ceiling = StateOfCharge(0.65);
  const auto choices = ceilingChoices(plan, plans::assessed(plan));
  REQUIRE(choices.size() == 4);
  for (std::size_t i = 1; i < choices.size(); ++i) {
    CHECK(*choices[i].range < *choices[i - 1].range);
    CHECK(choices[i].years->likely >= choices[i - 1].years->likely);
    CHECK(*choices[i].perThousandKm <= *choices[i - 1].perThousandKm);
  }
  const Assessment whole = plans::assessed(plan);
  double packs = 0;
  for (const PackFigures& p : whole.figures.packs) packs += p.model.cost->value();
  const double km = choices.front().years->likely * plan.charging.ridesPerWeek->value() * 52.18 * plan.routes.front().length.value();
  CHECK(choices.front().perThousandKm->value() ==
        Approx(packs * 1000 / km + whole.figures.range.route.perKilometre.value() / 0.88 * plan.charging.energyPrice->value()));
  CHECK(choices.front().range->value() == Approx(plans::assessed(plan).figures.range.likely.value()));
  plan.packs[1].ceiling.reset();
  const auto apart = ceilingChoices(plan, plans::assessed(plan));
  REQUIRE(apart.size() == 4);
  CHECK(apart.back().name() == "as planned");
  CHECK(*apart.back().range > *choices.back().range);
  CHECK(*apart.back().range < *choices.front().range);
  CHECK(apart.back().years->likely == Approx(choices.front().years->likely));  // of the pack that is charged full, worn first
  plan.charging.ridesPerWeek.reset();
  CHECK_FALSE(ceilingChoices(plan, plans::assessed(plan)).front().years);
  plan.routes.clear();
  CHECK_FALSE(ceilingChoices(plan, plans::assessed(plan)).front().range);
}

TEST_CASE("until groups are even, the highest ends the charge: the lowest stands where its missing Ah leave it") {
  Plan plan = plans::demo();
  const Assessment a = plans::assessed(plan);
  const PackModel& m = a.figures.packs[0].model;
  Reading r;
  r.of = ReadingOf::Groups;
  r.groups.assign(static_cast<std::size_t>(m.series), m.curve.at(StateOfCharge(0.9)));
  r.groups[2] = m.curve.at(StateOfCharge(0.75));
  plan.packs[0].readings.edit().push_back(r);
  const Assessment read = plans::assessed(plan);
  const BalanceNeed need = balanceNeeds(plan, read).front();
  CHECK(*need.lowestAtEnd == Approx(0.85));
  CHECK(need.sentence.find("ends every charge while the lowest stands at 85 %") != std::string::npos);
}
