// What habits of charging come to: ceilings, alike or each to its own, and groups that are not even.
#include <algorithm>
#include <catch2/catch.hpp>
#include <cmath>

#include "core/charging/charge_run.h"
#include "core/charging/charging.h"
#include "core/charging/life.h"
#include "core/charging/of_plan.h"
#include "core/charging/settle.h"
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
  CHECK(choices.back().range->value() == Approx(plans::assessed(plan).figures.range.likely.value()));
  CHECK(choices.front().range->value() == Approx(plans::assessed(plans::demo()).figures.range.likely.value()).epsilon(0.03));
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

TEST_CASE("lead is charged in three stages by volts that follow its warmth") {
  const ChemistryFacts& lead = factsOf(Chemistry::Lead);
  const Volt printed(44.1);  // 18 cells, 2.45 V each at 25 °C
  CHECK(givenAt(printed, true, 18, lead, Celsius(40)).value() == Approx(44.1 - 0.003 * 15 * 18));
  CHECK(givenAt(printed, true, 18, lead, Celsius(5)).value() == Approx(44.1 + 0.003 * 20 * 18));
  CHECK(givenAt(printed, true, 18, lead, std::nullopt) == printed);
  CHECK(givenAt(printed, false, 18, lead, Celsius(40)) == printed);
  CHECK(givenAt(printed, true, 18, factsOf(Chemistry::Nmc), Celsius(40)) == printed);
  // Warm lead takes 2.50 − 0.0525 V: the fixed charger is too high for it at 40 °C, the one that follows is not.
  Plan plan = plans::sound();
  for (const auto& [pointer, typed] : {std::pair("/packs/0/series", "18"), std::pair("/cells/heron-29/chemistry", "lead"),
                                       std::pair("/chargers/0/chemistry", "lead"), std::pair("/chargers/0/output_V", "44.1"),
                                       std::pair("/chargers/0/compensated", "no"), std::pair("/packs/0/charge_temperature_C", "40")})
    plan = plans::with(plan, pointer, typed);
  const auto stops = [](const Plan& p) {
    const auto all = plans::assessed(p).findings;
    return std::any_of(all.begin(), all.end(), [](const Finding& f) { return f.key() == "CHG-01@charger-stock/stock"; });
  };
  CHECK(plans::assessed(plan).figures.charging[0].verdict == ChargeVerdict::Stop);
  CHECK(stops(plan));
  CHECK(stops(plans::with(plan, "/chargers/0/compensated", "")));
  plan = plans::with(plan, "/chargers/0/compensated", "yes");
  const Assessment a = plans::assessed(plan);
  CHECK(a.figures.charging[0].verdict == ChargeVerdict::Right);
  CHECK_FALSE(stops(plan));
  const PackModel& m = a.figures.packs[0].model;
  const auto in = chargeInputOf(plan.chargers[0], plan.packs[0], m);
  REQUIRE(in);
  CHECK(in->set.value() == Approx(43.29));
  CHECK(keptWords(plan.chargers[0], m) == "what it is kept at afterwards is not known");
  plan = plans::with(plan, "/chargers/0/float_V", "40.9");
  CHECK(keptWords(plan.chargers[0], m) == "then kept at 40.9 V, 2.27 V per cell");
  CHECK(keptWords(plan.chargers[0], plans::assessed(plans::sound()).figures.packs[0].model).empty());
}

TEST_CASE("Wh and warmth of a charge are those of the circuit taken in steps of a tenth of a second") {
  ChargeInput in;
  in.series = 13;
  in.cells = Ohm(0.09);
  in.path = Ohm(0.03);
  in.slow = Ohm(0.08);
  in.slowCapacitance = Farad(4000);
  in.capacity = AmpereHour(10);
  in.start = StateOfCharge(0.2);
  in.set = Volt(54.6);
  in.current = Ampere(5);
  in.stop = Ampere(0.25);
  in.accepted = 0.9;
  const ChargeRun run = charge(in);
  double soc = 0.2, slow = 0, wh = 0, warm = 0, t = 0;
  constexpr double step = 0.1;
  const double inside = (in.cells + in.path).value();
  for (double i = 5; i > 0.25 && soc < 1; t += step) {
    const double rest = 13 * in.curve.at(StateOfCharge(soc)).value();
    i = std::min(5.0, (54.6 - rest - slow) / inside);
    wh += (rest + slow + i * inside) * i * step / 3600;
    warm += (i * i * inside + slow * i + (1 - 0.9) * rest * i) * step / 3600;
    soc += 0.9 * i * step / 3600 / 10;
    slow += step * (i / 4000 - slow / (0.08 * 4000));
  }
  CHECK(run.end.value() == Approx(t).epsilon(0.002));
  CHECK(run.socAtEnd.value() == Approx(soc).epsilon(0.001));
  CHECK(run.intoPack.value() == Approx(wh).epsilon(0.001));
  CHECK(run.heat.value() == Approx(warm).epsilon(0.005));
}

TEST_CASE("no charge is waited for longer than 400 hours") {
  ChargeInput in;
  in.series = 13;
  in.cells = in.path = Ohm(0.05);
  in.capacity = AmpereHour(100);
  in.start = StateOfCharge(0);
  in.set = Volt(54.6);
  in.current = Ampere(0.2);
  in.stop = Ampere(0.01);
  const ChargeRun run = charge(in);
  CHECK(run.cause == ChargeEnd::TooLong);
  CHECK(Hour(run.end).value() == Approx(400));
  CHECK(run.socAtEnd.value() == Approx(0.8));
  in.current = Ampere(0.3);  // 333 h
  CHECK(charge(in).cause != ChargeEnd::TooLong);
}

TEST_CASE("a charger is right from 0.10 V per cell under to 0.02 V over, and 0.2 C count from 0 to below 10 °C") {
  const ChemistryFacts& nmc = factsOf(Chemistry::Nmc);
  const auto on13 = [&](double volts) { return verdictOn(Volt(volts), 13, nmc, std::nullopt); };
  CHECK(on13(13 * 4.22) == ChargeVerdict::Right);
  CHECK(on13(13 * 4.221) == ChargeVerdict::Stop);
  CHECK(on13(13 * 4.10) == ChargeVerdict::Right);
  CHECK(on13(13 * 4.099) == ChargeVerdict::Partial);
  Plan plan = plans::sound();
  plan.chargers[0].current = Ampere(4);
  const PackModel m = plans::assessed(plan).figures.packs[0].model;
  const auto pushed = [&](double at) {
    plan.packs[0].chargeTemperature = Celsius(at);
    return pushedBy(plan.chargers[0], plan.packs[0], m)->value();
  };
  CHECK(pushed(0) == Approx(0.2 * m.capacity.value()));
  CHECK(pushed(9.9) == Approx(0.2 * m.capacity.value()));
  CHECK(pushed(10) == 4);
  CHECK(pushed(-1) == 4);  // refused elsewhere: CHG-06
}

TEST_CASE("between its rows a charge goes on in straight lines, and before and after it it stands") {
  ChargeInput in;
  in.series = 13;
  in.cells = Ohm(0.09);
  in.path = Ohm(0.03);
  in.capacity = AmpereHour(12);
  in.start = StateOfCharge(0.2);
  in.set = Volt(54.6);
  in.current = Ampere(3);
  const ChargeRun run = charge(in, ChargeRows::Rows);
  REQUIRE(run.points.size() > 3);
  CHECK(run.points.front().time.value() == 0);
  for (std::size_t i = 1; i < run.points.size(); ++i) {
    const ChargePoint &a = run.points[i - 1], &b = run.points[i];
    for (const double share : {0.0, 0.25, 0.5, 1.0}) {
      const Second at = a.time + (b.time - a.time) * share;
      CHECK(run.socAt(at).value() == Approx(a.soc.value() + share * (b.soc.value() - a.soc.value())).margin(1e-9));
    }
  }
  CHECK(run.socAt(Second(-5)).value() == Approx(0.2));
  CHECK(run.socAt(run.points.back().time * 2.0) == run.socAtEnd);
}

TEST_CASE("a ride cannot take more than the pack has: depth over one wears as one") {
  LifeInput in;
  in.cyclesPerYear = 80;
  const double whole = lifeOf(in).cycles.likely;
  in.depth = 1.4;
  CHECK(lifeOf(in).cycles.likely == Approx(whole));
  CHECK(lifeOf(in).byDepth == 1);
  in.depth = 0.25;
  CHECK(lifeOf(in).byDepth == Approx(2));
  in.depth = 0.01;
  CHECK(lifeOf(in).byDepth == Approx(std::sqrt(20)));
}

TEST_CASE("a charger that may be many names four of them, and says that there are others only where there are") {
  int of4 = 0, more = 0;
  for (const auto& kind : {Known<Chemistry>(), Known<Chemistry>(Chemistry::Nmc), Known<Chemistry>(Chemistry::Lead)})
    for (int volts = 6; volts <= 120; ++volts) {
      Charger c;
      c.name = "brick";
      c.output = Volt(volts);
      c.chemistry = kind;
      const SettledCharger s = settleCharger(c);
      const auto open = std::count_if(s.candidates.begin(), s.candidates.end(),
                                      [](const ChargerCandidate& x) { return x.state != SettleState::Excluded; });
      if (open < 2) continue;
      INFO(s.sentence);
      CHECK(std::count(s.sentence.begin(), s.sentence.end(), '(') == std::min<std::ptrdiff_t>(open, 4));
      CHECK(s.sentence.ends_with(" and others.") == (open > 4));
      of4 += open == 4;
      more += open > 4;
    }
  CHECK(of4 > 0);
  CHECK(more > 0);
}

TEST_CASE("a pack that is full or at its target when it is plugged in is done at once, and its charge says which of the two") {
  ChargeInput in;
  in.series = 13;
  in.cells = Ohm(0.1);
  in.capacity = AmpereHour(10);
  in.set = Volt(54.6);
  in.current = Ampere(2);
  in.start = StateOfCharge(1);
  CHECK(charge(in).cause == ChargeEnd::Full);
  CHECK(charge(in).end == Second(0));
  in.start = in.target = StateOfCharge(0.8);
  CHECK(charge(in).cause == ChargeEnd::Target);
  CHECK(charge(in).end == Second(0));
}

TEST_CASE("a plug goes into a port of its name only, and none into one that nobody knows") {
  Charger c;
  Pack p;
  CHECK_FALSE(plugsMate(c, p));
  p.chargePort = "barrel-5.5";
  CHECK_FALSE(plugsMate(c, p));
  c.plug = "ring-3";
  CHECK_FALSE(plugsMate(c, p));
  c.plug = p.chargePort;
  CHECK(plugsMate(c, p));
  p.chargePort.clear();
  CHECK_FALSE(plugsMate(c, p));
}

TEST_CASE("cells may be charged at both ends of their warmth, and nowhere beyond") {
  for (const Chemistry kind : {Chemistry::Nmc, Chemistry::Lfp, Chemistry::Nimh, Chemistry::Lead}) {
    const ChemistryFacts& cells = factsOf(kind);
    CHECK(mayChargeAt(cells.chargeFrom, cells));
    CHECK(mayChargeAt(cells.chargeTo, cells));
    CHECK_FALSE(mayChargeAt(Celsius(cells.chargeFrom.value() - 0.01), cells));
    CHECK_FALSE(mayChargeAt(Celsius(cells.chargeTo.value() + 0.01), cells));
  }
}
