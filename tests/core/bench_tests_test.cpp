// What the bench says of a pack: reference case, hand-worked figures, and the lists parts come from.
#include <catch2/catch.hpp>

#include "core/label/claims.h"
#include "core/pack/bench_tests.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "core/plan/evidence.h"
#include "core/plan/lists.h"
#include "core/plan/needed.h"
#include "core/plan/shelf.h"
#include "core/quantity/units.h"
#include "core/travel/need.h"
#include "support/plans.h"
#include "support/reference_case.h"

using namespace usherwright;

namespace {

Known<NeedFigures> neededFor(const Plan& plan) {
  std::vector<RouteEstimate> rides;
  for (const Route& route : plan.routes) rides.push_back(estimate(route, plan.bike, Watt(2000)));
  return needOf(plan, rides);
}

}  // namespace

TEST_CASE("the reference case of health: capacity, two loads, groups") {
  const reference::Json whole = reference::load("health-14");
  const reference::Json& in = whole["inputs"];
  const reference::Json& expected = whole["expected"];
  for (const auto& t : in["capacity_tests"]) {
    const std::string name = t["name"];
    CapacityInput c;
    c.parallel = t["parallel"];
    c.rated = AmpereHour(t["cell_capacity_Ah"].get<double>() * c.parallel);
    c.tests = {{"2026-05-01", AmpereHour(t["charged_Ah"].get<double>()), std::nullopt, {}}};
    const auto v = judgeCapacity(c);
    REQUIRE(v);
    reference::checkFigure(expected, name + ".measured_Ah", v->measured.value());
    reference::checkFigure(expected, name + ".soh", v->health);
    reference::checkFigure(expected, name + ".strings_possibly_disconnected", static_cast<double>(v->stringsByRatio));
    reference::checkFigure(expected, name + ".worn_percent", 100 * v->worn);
  }
  for (const auto& t : in["two_load_tests"]) {
    const std::string name = t["name"];
    const auto r = resistanceOf({Volt(t["first_V"].get<double>()), Ampere(t["first_A"].get<double>()), Volt(t["second_V"].get<double>()),
                                 Ampere(t["second_A"].get<double>())});
    REQUIRE(r);
    reference::checkFigure(expected, name + ".resistance_ohm", r->resistance.value());
    reference::checkFigure(expected, name + ".open_circuit_V", r->openCircuit.value());
    reference::checkFigure(expected, name + ".sag_at_peak_V", r->sagAt(Ampere(t["peak_A"].get<double>())).value());
    reference::checkFigure(expected, name + ".peak_power_before_cutoff_W", r->peakPower(Volt(t["cutoff_V"].get<double>())).value());
  }
  for (const auto& t : in["group_readings"]) {
    const std::string name = t["name"];
    GroupInput g;
    for (double v : t["groups_V"]) g.groups.emplace_back(v);
    g.capacity = AmpereHour(t["pack_Ah"].get<double>());
    g.balance = MilliAmpere(1000 * t["balance_current_A"].get<double>());
    const auto check = checkGroups(g);
    REQUIRE(check);
    reference::checkFigure(expected, name + ".spread_V", check->spread.value());
    reference::checkFigure(expected, name + ".lowest_group", static_cast<double>(check->lowest + 1));
    reference::checkFigure(expected, name + ".most_deviating_group", static_cast<double>(check->deviating + 1));
    reference::checkFigure(expected, name + ".missing_Ah_against_highest", check->missingAgainstHighest.value());
    reference::checkFigure(expected, name + ".missing_Ah_against_median", check->missingAgainstMedian.value());
    reference::checkFigure(expected, name + ".balance_time_h", check->balanceTime->value());
  }
}

TEST_CASE("a lost string needs more than a ratio") {
  CapacityInput c;
  c.parallel = 4;
  c.rated = AmpereHour(16.2);
  c.tests = {{"2026-05-01", AmpereHour(12.35), std::nullopt, {}}};
  const auto alone = judgeCapacity(c);
  REQUIRE(alone);
  CHECK(alone->stringsByRatio == 1);
  CHECK(alone->lostStrings == 0);
  CHECK_FALSE(alone->canTell);
  CHECK(alone->sentence.starts_with("Cannot tell"));
  // 25 % gone in five weeks.
  c.tests = {{"2026-03-27", AmpereHour(16.0), std::nullopt, {}}, {"2026-05-01", AmpereHour(12.35), std::nullopt, {}}};
  CHECK(judgeCapacity(c)->lostStrings == 1);
  // The same fall over two years is wear.
  c.tests.front().when = "2024-03-27";
  CHECK(judgeCapacity(c)->lostStrings == 0);
  // Resistance up to P/(P − k) = 4/3 of what it was.
  c.tests.back().resistance = MilliOhm(133);
  c.expectedResistance = MilliOhm(100);
  CHECK(judgeCapacity(c)->lostStrings == 1);
  c.tests.back().resistance = MilliOhm(104);
  CHECK(judgeCapacity(c)->lostStrings == 0);
  // Beyond eight in parallel the ratio says nothing.
  c.parallel = 12;
  CHECK(judgeCapacity(c)->stringsByRatio == 0);
  CHECK_FALSE(judgeCapacity({}));
}

TEST_CASE("group volts are read as they are pasted") {
  const auto read = [](const char* text) {
    const auto v = readVolts(text);
    if (!v) return v.error().sentence();
    std::string out;
    for (Volt x : *v) out += formatNumber(x.value(), 5) + " ";
    return out;
  };
  CHECK(read("3.742 3.741\n3.743") == "3.742 3.741 3.743 ");
  CHECK(read("3,742; 3,741 ;3,743") == "3.742 3.741 3.743 ");
  CHECK(read("3.742,3.741,3.743") == "3.742 3.741 3.743 ");
  CHECK(read("3742 3741 mV") == "3.742 3.741 ");
  CHECK(read("3.742 V 3.741 V") == "3.742 3.741 ");
  CHECK(read("").empty());
  CHECK(read("3.742 x") == "reading 2: found \"x\", expected the volts of one group.");
  CHECK(read("3.742 54.6") == "reading 2: found \"54.6\", expected the volts of one group, 0 to 10 V.");
  CHECK_FALSE(checkGroups({{Volt(3.7)}, RestCurve::typical(Chemistry::Nmc), AmpereHour(2), std::nullopt, true}));
}

TEST_CASE("a nameplate is settled by the reading that tells its layouts apart") {
  const auto verdict = [](double plate, SeriesReading r) { return settleSeries(plate > 0 ? Known<Volt>(Volt(plate)) : std::nullopt, r); };
  CHECK(verdict(48, {}).settled == -1);
  CHECK_FALSE(verdict(48, {}).nextReading.empty());
  // 54.5 V may be 13S nmc or, within 2 %, 16S lfp; the charger tells them apart.
  const SeriesVerdict open = verdict(48, {Volt(54.5), {}, {}});
  CHECK(open.settled == -1);
  CHECK(open.sentence.starts_with("Cannot tell"));
  CHECK(open.nextReading.find("charger") != std::string::npos);
  const SeriesVerdict nmc = verdict(48, {Volt(54.5), {}, Volt(54.6)});
  REQUIRE(nmc.settled >= 0);
  CHECK(nmc.candidates[static_cast<std::size_t>(nmc.settled)].series == 13);
  const SeriesVerdict lfp = verdict(48, {Volt(55.1), {}, Volt(58.4)});
  REQUIRE(lfp.settled >= 0);
  CHECK(lfp.candidates[static_cast<std::size_t>(lfp.settled)].chemistry == Chemistry::Lfp);
  // A charger that waits for its pack says nothing.
  CHECK(verdict(48, {{}, {}, Volt(0.4)}).settled == -1);
  CHECK(verdict(36, {Volt(41.8), {}, {}}).settled >= 0);
  CHECK(verdict(48, {Volt(30), {}, {}}).sentence.starts_with("No usual layout"));
  CHECK(verdict(0, {Volt(58.7), {}, Volt(58.8)}).sentence.starts_with("It is 14S"));
}

TEST_CASE("layout of an unopened pack from its label") {
  Pack p;
  p.labelCharge = AmpereHour(17.4);
  const auto g = layoutFromLabel(p, AmpereHour(3.5), 13, Chemistry::Nmc);
  REQUIRE(g);
  CHECK(g->parallel == 5);
  p.labelCharge.reset();
  p.labelEnergy = WattHour(468);
  CHECK(layoutFromLabel(p, AmpereHour(2.6), 10, Chemistry::Nmc)->parallel == 5);
  CHECK_FALSE(layoutFromLabel(p, AmpereHour(9.5), 10, Chemistry::Nmc));
  CHECK_FALSE(layoutFromLabel(Pack{}, AmpereHour(2.6), 10, Chemistry::Nmc));
}

TEST_CASE("two loads that cannot be are refused with both readings in the sentence") {
  CHECK(resistanceOf({Volt(50), Ampere(2), Volt(49), Ampere(2)}).error().sentence() ==
        "two loads: found 2 A and 2 A, expected two currents that differ by 0.1 A or more.");
  CHECK_FALSE(resistanceOf({Volt(50), Ampere(2), Volt(51), Ampere(10)}));
  const auto r = resistanceOf({Volt(50), Ampere(0), Volt(48), Ampere(20)});
  REQUIRE(r);
  CHECK(r->powerAtCutoff(Volt(40)).value() == Approx(40 * 10 / 0.1));
  CHECK(r->peakPower(Volt(10)).value() == Approx(25 * 25 / 0.1));
  CHECK(r->peakPower(Volt(60)) == Watt(0));
}

TEST_CASE("the shelf: plausible parts, lists by line and column, nothing half taken") {
  const Shelf& shelf = shippedShelf();
  CHECK(shelf.cells.size() >= 24);
  CHECK(shelf.boards.size() == 12);
  for (const Cell& c : shelf.cells) {
    INFO(c.id);
    const ChemistryFacts f = factsOf(c);
    const double perKilo = c.capacity.value() * f.nominal.value() / (c.mass->value() / 1000);
    CHECK(perKilo > 80);
    CHECK(perKilo < 290);
    CHECK(*c.continuous <= *c.peak);
    CHECK(*c.charge <= *c.continuous);
    CHECK(c.continuous->value() * c.resistance.value() / 1000 < 0.40);  // sag at the rating
    CHECK_FALSE(c.verified);
  }
  CHECK(readCellList(writeCellList(shelf.cells)) == shelf.cells);
  // Columns by their labels, with the unit in the head of the column, as a person keeps a list.
  const auto own = readCellList("id,Chemistry,Capacity (mAh),continuous (A)\nheap,nmc,2900,8\n");
  REQUIRE(own);
  CHECK(own->at(0).capacity == AmpereHour(2.9));
  CHECK(own->at(0).continuous == Ampere(8));
  const auto refused = [](const char* csv) { return readCellList(csv).error().sentence(); };
  CHECK(refused("name,capacity_Ah\nx,3\n") == "line 1: found no column id, expected a column id among the names of the columns.");
  CHECK(refused("id,capacity_Ah\na,2.5\nb,nought\n").starts_with("line 3, column capacity_Ah: found \"nought\""));
  CHECK(refused("id,capacity_Ah\na,-2\n").starts_with("line 2, column capacity_Ah: found \"-2\""));
  CHECK(refused("id,chemistry\na,cheese\n").starts_with("line 2, column chemistry"));
  CHECK(refused("id,colour\na,red\n").starts_with("line 1, column 2: found \"colour\""));
  CHECK(refused("id\na\na\n") == "line 3, column id: found \"a\" a second time, expected ids that differ.");
  CHECK(refused("id\na/b\n").starts_with("line 2, column id"));
  CHECK(readBoardList("id,series_from,series_to,chemistries\nx,0,13,nmc\n").error().place == "line 2, column series_from");
  CHECK(readBoardList("id,chemistries\nx,nmc tin\n").error().place == "line 2, column chemistries");
}

TEST_CASE("a cell and a board of the shelf go into the plan with their sources, and never tested") {
  const Shelf& shelf = shippedShelf();
  const Plan plan = plans::demo();
  const Plan with = withShelfCell(plan, shelf.cells[0]).plan;
  CHECK(with.cells.size() == plan.cells.size() + 1);
  CHECK(provenanceOf(with, "/cells/" + shelf.cells[0].id + "/capacity_Ah") == Provenance::Catalogue);
  const auto anonymous = std::find_if(shelf.cells.begin(), shelf.cells.end(), [](const Cell& c) { return c.trust == Trust::Anonymous; });
  CHECK(provenanceOf(withShelfCell(plan, *anonymous).plan, "/cells/" + anonymous->id + "/continuous_A") == Provenance::Claim);
  const auto board = withShelfBms(plan, 1, shelf.boards[2]);
  REQUIRE(board);
  CHECK(board->packs[1].bms.series == 13);
  CHECK_FALSE(withShelfBms(plan, 1, shelf.boards[3]));  // for 14
  CHECK(withShelfBms(plan, 1, shelf.boards[3]).error().sentence().find("one for 13S") != std::string::npos);
  // Trust lowers what counts until a test is logged.
  Cell c = shelf.cells[0];
  CHECK(derating(c).current == 0.7);
  c.trust = Trust::Surplus;
  CHECK(derating(c).current == 0.5);
  c.verified = true;
  CHECK(derating(c).current == 1.0);
  for (Trust t : {Trust::Named, Trust::Anonymous, Trust::Surplus}) CHECK_FALSE(testsBeforeUse(t).empty());
}

TEST_CASE("two values that conflict stay side by side until one is chosen") {
  const std::string limit = "/bike/controller/current_max_A";
  const Plan plan = plans::demo();  // 22 A, from the label
  const auto claimed = withEvidence(plan, limit, FieldValue{30.0}, Provenance::Claim);
  REQUIRE(claimed);
  CHECK(claimed->bike.controller.currentLimit == Ampere(22));
  REQUIRE(conflictsOf(*claimed).size() == 1);
  CHECK(plans::findings(*claimed, "BIKE-05").size() == 1);
  const auto measured = withEvidence(*claimed, limit, FieldValue{26.0}, Provenance::Measured);
  REQUIRE(measured);
  CHECK(measured->bike.controller.currentLimit == Ampere(26));  // the better source counts
  CHECK(conflictsOf(*measured)[0].also.size() == 2);
  const auto chosen = withChosen(*measured, limit, 0);
  REQUIRE(chosen);
  CHECK(chosen->bike.controller.currentLimit == Ampere(30));
  CHECK(provenanceOf(*chosen, limit) == Provenance::Claim);
  CHECK(conflictsOf(*chosen)[0].also.size() == 2);
  CHECK(plans::findings(*chosen, "BIKE-08").size() > plans::findings(plan, "BIKE-08").size());  // a limit on a claim is unproven
  CHECK(conflictsOf(withSettled(*chosen, limit)).empty());
  CHECK(conflictsOf(*withoutAlternative(*chosen, limit, 1))[0].also.size() == 1);
  CHECK_FALSE(withChosen(plan, limit, 0));
  CHECK_FALSE(withEvidence(plan, limit, FieldValue{-3.0}, Provenance::Label));
  // The same value again is no conflict; an assumed one gives way.
  CHECK(conflictsOf(*withEvidence(plan, limit, FieldValue{22.0}, Provenance::Claim)).empty());
  const auto typed = withTypedEvidence(plan, limit, "25 ± 2", Provenance::Label);
  REQUIRE(typed);
  CHECK(typed->bike.controller.currentTolerance == Ampere(2));
}

TEST_CASE("entries of lists come and go with their sources") {
  Plan plan = withAccessory(plans::demo(), " horn ");
  const std::size_t last = plan.bike.accessories.size() - 1;
  CHECK(plan.bike.accessories[last].name == "horn");
  const std::string pointer = "/bike/accessories/" + std::to_string(last) + "/power_W";
  plan = plans::with(plan, pointer, "12");
  plan = *without(plan, "/bike/accessories", 0);
  CHECK(provenanceOf(plan, "/bike/accessories/" + std::to_string(last - 1) + "/power_W") == Provenance::Measured);
  CHECK_FALSE(without(plan, "/bike/accessories", 99));
  const Plan two = withAnotherRoute(plan);
  CHECK(two.routes.size() == plan.routes.size() + 1);
  CHECK(two.routes.back().id != two.routes.front().id);
  CHECK(without(two, "/routes", 1)->routes.size() == plan.routes.size());
  const auto read = withReading(plan, 0, {"2026-10-02", ReadingOf::Groups, Volt(51.2), Minute(45), {Volt(3.94)}, {}});
  REQUIRE(read);
  CHECK(provenanceOf(*read, "/packs/0/readings/0/pack_V") == Provenance::Measured);
  CHECK(without(*read, "/packs/0/readings", 0)->packs[0].readings.empty());
  CHECK_FALSE(withReading(plan, 0, {"", ReadingOf::Groups, {}, {}, {Volt(54)}, {}}));
  CHECK(withCapacityTest(plan, 0, {"yesterday", AmpereHour(10), {}, {}}).error().sentence().find("2026-05-31") != std::string::npos);
  CHECK_FALSE(withCapacityTest(plan, 0, {"2026-02-30", AmpereHour(10), {}, {}}));
  CHECK(withCapacityTest(plan, 0, {"2026-02-28", AmpereHour(10), {}, {}})->packs[0].capacityTests.size() == 1);
  CHECK(*parseDate("2026-03-01") - *parseDate("2026-02-28") == std::chrono::days(1));
  CHECK(formatDate(*parseDate("2024-02-29")) == "2024-02-29");
}

TEST_CASE("claims are held against what the bike has and needs") {
  ClaimBasis b;
  b.energy = WattHour(540);
  b.perKilometre = WattHourPerKilometre(13);
  b.pedallingHard = WattHourPerKilometre(4);
  b.meanPower = Watt(240);
  b.nominal = Volt(46.8);
  b.full = Volt(54.6);
  b.limit = Ampere(23);
  b.perYear = Kilometre(3000);
  const auto verdict = [&](const char* text) {
    const auto all = checkClaims(text, b);
    REQUIRE(all.size() == 1);
    return std::string(plausibilityWords(all[0].verdict)) + ": " + all[0].sentence;
  };
  CHECK(verdict("up to 30 km").starts_with("plausible: 30 km from 540 Wh means 15.3 Wh/km"));
  CHECK(verdict("range 100km").starts_with("only with pedalling: 100 km from 540 Wh means 4.59 Wh/km"));
  CHECK(verdict("200 km").starts_with("implausible"));
  CHECK(verdict("60 miles").starts_with("only with pedalling: 96.6 km"));
  CHECK(verdict("8 hours").starts_with("implausible: 8 h from 540 Wh means 57.4 W"));
  CHECK(verdict("2000W").starts_with("implausible: 2000 W at the wheel means 53.4 A"));
  CHECK(verdict("0.5 kW").starts_with("plausible"));
  CHECK(verdict("2000 cycles").starts_with("implausible"));
  CHECK(verdict("1500 cycles").starts_with("cannot tell"));
  CHECK(verdict("18650 9900mAh").starts_with("implausible: 9.9 Ah in a 18650 are"));
  CHECK(verdict("18650 3400 mAh").starts_with("plausible"));
  CHECK(verdict("lasts 20 years").starts_with("implausible"));
  CHECK(checkClaims("best battery ever", b).empty());
  std::string listing;
  for (int i = 0; i < 60; ++i) listing += "up to " + std::to_string(20 + i) + " km, ";
  CHECK(checkClaims(listing, b).size() == 40);
  CHECK(checkClaims("100 km", {}).at(0).verdict == Plausibility::CannotTell);
  // Whoever pedals alone needs no battery: less than 4 Wh per km is no range of a bike that helps.
  b.pedallingHard = WattHourPerKilometre(0);
  CHECK(verdict("140 km").starts_with("implausible: 140 km from 540 Wh means 3.28 Wh/km; hardly any"));
  CHECK(verdict("114 km").starts_with("only with pedalling"));
  b.perKilometre.reset();
  CHECK(verdict("140 km").starts_with("implausible"));
}

TEST_CASE("the need: rides, reserve, age and cold, each counted once") {
  Plan plan = plans::demo();
  const auto base = neededFor(plan);
  REQUIRE(base);
  const double road = base->onTheRoad.value();
  CHECK(base->label.value() == Approx(road / (0.85 * 0.80 * base->cold)));
  plan.need.reserve = Kilometre(10);
  const auto withReserve = neededFor(plan);
  CHECK(withReserve->onTheRoad.value() == Approx(road * (1 + 10 / plan.routes[0].length.value())));
  plan.need.endHealth = StateOfHealth(1);
  CHECK(neededFor(plan)->label.value() == Approx(withReserve->onTheRoad.value() / (0.85 * base->cold)));
  Plan longer = withAnotherRoute(plans::demo());
  longer.routes[1].length = Kilometre(60);
  CHECK(neededFor(longer)->longest == 1);
  for (const auto& c : base->classes) CHECK(c.charge.value() * c.nominal.value() == Approx(base->label.value()));
  CHECK_FALSE(neededFor(Plan{}));
  Plan headwind = plans::demo();
  headwind.routes[0].headwind = KilometrePerHour(15);
  CHECK(neededFor(headwind)->onTheRoad > base->onTheRoad * 1.2);
  Bike bike;
  CHECK_FALSE(odometerFactor(bike));
  bike.shownDistance = Kilometre(10.6);
  bike.trueDistance = Kilometre(10);
  CHECK(*odometerFactor(bike) == Approx(0.943).margin(0.001));
}

TEST_CASE("jobs say which stations they need and why the others are skipped") {
  Plan plan = plans::demo();
  plan.need = {};
  for (const StationNeed& n : stationsFor(plan)) CHECK(n.needed);
  plan.need.chargers = true;
  std::string skipped;
  for (const StationNeed& n : stationsFor(plan))
    if (!n.needed) skipped += std::string(stationName(n.station)) + ": " + std::string(n.why) + "; ";
  CHECK(skipped == "Pack: no pack changes; Wiring: no lead changes; Range: the range stays what it is; ");  // two packs keep Joining
  plan.need.add = true;
  for (const StationNeed& n : stationsFor(plan)) CHECK(n.needed);
}

TEST_CASE("a unit that cannot belong is named with what it measures") {
  const auto refused = [](const char* text, Kind kind) { return parseQuantity(text, kind).error().sentence(); };
  CHECK(refused("500 W", Kind::Energy).find("a power") != std::string::npos);
  CHECK(refused("48 V", Kind::Current).find("a voltage") != std::string::npos);
  CHECK(refused("500 Wh", Kind::Power).find("an energy") != std::string::npos);
  CHECK(refused("14 Ah", Kind::Current).find("a charge") != std::string::npos);
  CHECK(refused("14 Ah", Kind::Energy).find("a charge") != std::string::npos);
  CHECK(*parseQuantity("0.5 kWh", Kind::Energy) == 500);
}

TEST_CASE("claims are read in the words of the label reader: thousands, languages, and no charging time") {
  ClaimBasis b;
  b.energy = WattHour(540);
  const auto kinds = [&](const char* text) {
    std::string out;
    for (const ClaimVerdict& v : checkClaims(text, b)) out += formatNumber(v.value) + " " + v.piece + "; ";
    return out;
  };
  CHECK(kinds("Reichweite bis 80 km, 1.000 Ladezyklen, Ladezeit 6 h") == "80 80 km; 1000 1.000 Ladezyklen; ");
  CHECK(kinds("autonomie 60-90 km") == "90 60-90 km; ");
  CHECK(kinds("续航120公里 2000次循环") == "120 120公里; 2000 2000次; ");
  CHECK(kinds("25 km/h, charge time 4 hours, minimum 12 V") == "");
  CHECK(kinds("2 PS Motor") == "1471 2 PS; ");
}
