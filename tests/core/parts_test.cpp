// Cells, rest curves, packs as sources, wires, fuses: laws and hand-worked figures.
#include <rapidcheck/catch.h>
#include <catch2/catch.hpp>
#include <cmath>
#include <fstream>
#include <sstream>

#include "core/pack/pack_model.h"
#include "core/parts/catalogue.h"
#include "core/quantity/csv.h"
#include "core/quantity/units.h"
#include "core/wiring/protection.h"
#include "core/wiring/wire_heat.h"
#include "support/random.h"
#include "support/reference_case.h"

using namespace usherwright;
using support::between;

namespace {

constexpr Chemistry chemistries[] = {Chemistry::Nmc, Chemistry::Lipo, Chemistry::Lmo, Chemistry::Lfp, Chemistry::Lead, Chemistry::Nimh};

Cell plainCell() {
  Cell c;
  c.id = "c";
  c.capacity = AmpereHour(3);
  c.resistance = MilliOhm(30);
  c.continuous = Ampere(10);
  c.charge = Ampere(1.5);
  c.mass = Gram(48);
  c.price = Money(3);
  c.verified = true;
  return c;
}

Pack plainPack() {
  Pack p;
  p.id = "p";
  p.cell = "c";
  p.series = 13;
  p.parallel = 4;
  p.links = MilliOhm(12);
  p.tails = MilliOhm(4);
  p.bms.resistance = MilliOhm(8);
  p.temperature = Celsius(25);
  return p;
}

PackModel modelOf(const Pack& pack, const Cell& cell, Celsius air) {
  Plan plan;
  plan.cells.push_back(cell);
  plan.cells.back().id = pack.cell;
  return packModel(pack, makeupOf(plan, pack), air);
}

}  // namespace

TEST_CASE("the rest curves are those of the shipped table, point by point") {
  const auto table = readCsv(reference::readFile(reference::sourcePath("tests/reference/ocv.csv")));
  REQUIRE(table);
  REQUIRE(table->rows.size() == 21);
  for (Chemistry chemistry : chemistries) {
    const RestCurve curve = RestCurve::typical(chemistry);
    const int column = table->column(factsOf(chemistry).name);
    REQUIRE(column > 0);
    for (const auto& row : table->rows) {
      const StateOfCharge soc(*parseNumber(row[0]));
      INFO(factsOf(chemistry).name << " at " << soc.value());
      CHECK(curve.at(soc).value() == Approx(*parseNumber(row[static_cast<std::size_t>(column)])).epsilon(1e-12));
    }
  }
}

TEST_CASE("a rest curve rises, and its inverse brings the charge back") {
  rc::prop("inverse", [] {
    const RestCurve curve = RestCurve::typical(chemistries[*rc::gen::inRange(0, 6)]);
    const StateOfCharge a(between(0, 1)), b(between(0, 1));
    RC_ASSERT(std::abs((curve.inverse(curve.at(a)) - a).value()) < 1e-9);
    if (a < b) RC_ASSERT(curve.at(a) < curve.at(b));
  });
  const RestCurve nmc = RestCurve::typical(Chemistry::Nmc);
  CHECK(nmc.inverse(Volt(2)) == StateOfCharge(0));
  CHECK(nmc.inverse(Volt(5)) == StateOfCharge(1));
  CHECK(nmc.at(StateOfCharge(1.4)).value() == Approx(4.2));
}

TEST_CASE("class voltages are series times the chemistry's, as in the table") {
  const auto table = readCsv(reference::readFile(reference::sourcePath("tests/reference/tables/class_voltages.csv")));
  REQUIRE(table);
  for (const auto& row : table->rows) {
    const ChemistryFacts& facts = factsOf(reference::chemistryOf(row[0]));
    const double series = *parseNumber(row[1]);
    INFO(row[0] << " " << row[1] << "S");
    CHECK((facts.charge * series).value() == Approx(*parseNumber(row[2])).margin(0.005));
    CHECK((facts.nominal * series).value() == Approx(*parseNumber(row[3])).margin(0.005));
    CHECK((facts.minimumUnderLoad * series).value() == Approx(*parseNumber(row[4])).margin(0.005));
  }
}

TEST_CASE("a pack is its cells in series and parallel, with what is between them") {
  const PackModel m = modelOf(plainPack(), plainCell(), Celsius(20));
  CHECK(Ohm(m.cells).value() == Approx(13 * 0.030 / 4));
  CHECK(m.inside.value() == Approx(0.024));
  CHECK(m.capacity.value() == Approx(12));
  CHECK(m.full.value() == Approx(54.6));
  CHECK(m.label.value() == Approx(46.8 * 12));
  CHECK(m.continuous->value() == Approx(40));
  CHECK(m.cellCharge->value() == Approx(6));
  CHECK(m.mass->value() == Approx(13 * 4 * 0.048 * 1.18));
  CHECK(m.cost->value() == Approx(156));
}

TEST_CASE("untested cells count with less, health and cold take their share") {
  Cell cell = plainCell();
  cell.verified = false;
  Pack pack = plainPack();
  const PackModel untested = modelOf(pack, cell, Celsius(20));
  CHECK(untested.capacity.value() == Approx(12 * 0.9));
  CHECK(untested.continuous->value() == Approx(28));
  CHECK(untested.rated.value() == Approx(12));  // the label stays visible
  pack.soh = StateOfHealth(0.8);
  pack.temperature = Celsius(0);
  const PackModel cold = modelOf(pack, plainCell(), Celsius(20));
  CHECK(cold.capacity.value() == Approx(12 * 0.8 * 0.87));
  CHECK(cold.cells.value() == Approx(13 * 0.030 / 4 * 1.75));
  pack.temperature.reset();
  CHECK(modelOf(pack, plainCell(), Celsius(-30)).cells.value() == Approx(13 * 0.030 / 4 * 2.5));  // the end value holds
}

TEST_CASE("a measured resistance stands for everything inside") {
  Pack pack = plainPack();
  pack.measuredResistance = MilliOhm(150);
  const PackModel m = modelOf(pack, plainCell(), Celsius(20));
  CHECK(m.resistance().value() == Approx(0.150));
  CHECK(m.inside.value() == Approx(0.024));
  pack.measuredResistance = MilliOhm(10);  // less than its links: still positive parts
  CHECK(modelOf(pack, plainCell(), Celsius(20)).resistance().value() == Approx(0.010));
  CHECK(modelOf(pack, plainCell(), Celsius(20)).cells > Ohm(0));
}

TEST_CASE("volts under load fall with load and path, and the give-up charge rises with them") {
  rc::prop("sag", [] {
    const PackModel m = modelOf(plainPack(), plainCell(), Celsius(20));
    const StateOfCharge soc(between(0.05, 1));
    const Ampere load(between(0, 40));
    const Ohm path(between(0, 0.05));
    const Volt v = voltageAfterTenSeconds(m, soc, load, path);
    RC_ASSERT(voltageAfterTenSeconds(m, soc, load + Ampere(1), path) < v);
    RC_ASSERT(givesUpAt(m, load + Ampere(1), path, Volt(41)) >= givesUpAt(m, load, path, Volt(41)));
    const StateOfCharge at = givesUpAt(m, load, path, Volt(41));
    if (at > StateOfCharge(0) && at < StateOfCharge(1)) RC_ASSERT(std::abs(voltageAfterTenSeconds(m, at, load, path).value() - 41) < 1e-6);
  });
}

TEST_CASE("a pack warms towards its steady rise and never past it") {
  const PackModel m = modelOf(plainPack(), plainCell(), Celsius(20));
  const Kelvins steady = temperatureRise(m, Watt(20), Second(1e7));
  CHECK(steady.value() == Approx(20 / (5 * m.envelope.value())));
  CHECK(temperatureRise(m, Watt(20), Second(0)).value() == 0);
  CHECK(temperatureRise(m, Watt(20), Second(1800)) < steady);
  CHECK(temperatureRise(m, Watt(40), Second(1800)).value() == Approx(2 * temperatureRise(m, Watt(20), Second(1800)).value()));
}

TEST_CASE("a size name gives diameter and length; nonsense gives the usual one") {
  CHECK(sizeOfForm("21700").diameter.value() == Approx(21.3));
  CHECK(sizeOfForm("21700").length.value() == Approx(70.3));
  CHECK(sizeOfForm("32700").diameter.value() == Approx(32.3));
  CHECK(sizeOfForm("pouch").diameter.value() == Approx(18.3));
}

TEST_CASE("a lead gets hotter with current, bundle and housing, and its rating is where it reaches its class") {
  rc::prop("heat", [] {
    const char* sizes[] = {"20awg", "16awg", "12awg", "8awg", "2.5mm2", "10mm2"};
    const LeadGeometry lead = geometryOf(*parseWireSize(sizes[*rc::gen::inRange(0, 6)]));
    const LeadSurroundings open{Celsius(between(0, 40)), 2, false, 0.25};
    LeadSurroundings tight = open;
    tight.loadedConductors = 7;
    LeadSurroundings closed = open;
    closed.closedHousing = true;
    const Ampere current(between(1, 20));
    const LeadHeat heat = steadyHeat(lead, current, open);
    RC_ASSERT(heat.conductor >= heat.sheath);
    RC_ASSERT(heat.sheath >= open.ambient);
    RC_ASSERT(steadyHeat(lead, current * 1.1, open).conductor >= heat.conductor);
    RC_ASSERT(steadyHeat(lead, current, tight).conductor >= heat.conductor);
    RC_ASSERT(steadyHeat(lead, current, closed).conductor > heat.conductor);
    const Ampere rating = ampacity(lead, Celsius(125), open);
    RC_ASSERT(std::abs(steadyHeat(lead, rating, open).conductor.value() - 125) < 0.1);
    RC_ASSERT(ampacity(lead, Celsius(125), tight) < rating);
    RC_ASSERT(ampacity(lead, Celsius(70), open) < rating);
  });
}

TEST_CASE("insulation classes count up to 125 degrees, PVC to its own") {
  CHECK(insulationLimit(Insulation::Silicone) == Celsius(125));
  CHECK(insulationLimit(Insulation::Xlpe) == Celsius(125));
  CHECK(insulationLimit(Insulation::Pvc) <= Celsius(80));
}

TEST_CASE("the smallest size that passes has no smaller one that does") {
  rc::prop("smallest", [] {
    std::vector<LeadGeometry> candidates;
    for (std::string_view size : offeredAwgSizes()) candidates.push_back(geometryOf(*parseWireSize(size)));
    const SizeChoice need{Ampere(between(2, 25)),
                          Ampere(between(25, 45)),
                          Metre(between(0.5, 4)),
                          Volt(46.8),
                          Celsius(125),
                          *rc::gen::arbitrary<bool>(),
                          0.03};
    const LeadSurroundings around{Celsius(30), 2, false, 0.25};
    const int chosen = smallestSize(candidates, need, around);
    if (chosen <= 0) return;
    const std::vector<LeadGeometry> thinner(candidates.begin(), candidates.begin() + chosen);
    RC_ASSERT(smallestSize(thinner, need, around) == -1);
    SizeChoice longer = need;
    longer.loopLength = need.loopLength * 2.0;
    const int later = smallestSize(candidates, longer, around);
    RC_ASSERT(later == -1 || later >= chosen);
  });
}

TEST_CASE("a run's resistance is hand-worked copper, there and back") {
  Run run;
  run.size = "12awg";
  run.lengthPlus = Metre(1.1);
  run.lengthMinus = Metre(0.9);
  // 5.2107 mΩ/m solid at 20 °C, × 1.02 stranded, × 2 m
  CHECK(runResistance(run, Celsius(20)).value() == Approx(5.2107e-3 * 1.02 * 2).epsilon(1e-4));
  CHECK(runResistance(run, Celsius(70)).value() == Approx(runResistance(run, Celsius(20)).value() * (1 + 0.00393 * 50)));
}

TEST_CASE("a fuse is never chosen above its wire, and none is an answer") {
  const std::vector<FuseFamily> families{
      {"blade_32V", Volt(32), Ampere(1000), 1.1, {Ampere(20), Ampere(30)}},
      {"cartridge_80V", Volt(80), Ampere(2000), 1.1, {Ampere(15), Ampere(20), Ampere(25), Ampere(30), Ampere(40)}}};
  const FuseChoice fits = chooseFuse({Ampere(11), Ampere(23), Volt(54.6), Ampere(600), Ampere(50), Ampere(30)}, families);
  CHECK(fits.rating == Ampere(25));
  CHECK(fits.rejected == std::vector<std::string>{"blade_32V: voltage"});
  const FuseChoice none = chooseFuse({Ampere(11), Ampere(40), Volt(54.6), Ampere(600), Ampere(20), Ampere(30)}, families);
  CHECK_FALSE(none.rating.has_value());
  CHECK(none.rejected.size() == 2);
  const FuseChoice weak = chooseFuse({Ampere(11), Ampere(23), Volt(54.6), Ampere(5000), Ampere(50), Ampere(30)}, families);
  CHECK_FALSE(weak.rating.has_value());
}

TEST_CASE("precharge: half C V squared, five time constants, or no resistor that will do") {
  const Precharge p = precharge({Volt(54.6), Farad(680e-6), Ohm(0.25), Ampere(2), {Ohm(10), Ohm(33), Ohm(47)}});
  CHECK(p.stored.value() == Approx(1.0136).epsilon(1e-3));
  CHECK(p.inrush.value() == Approx(218.4));
  CHECK(p.least.value() == Approx(27.3));
  CHECK(p.chosen == Ohm(33));
  CHECK(p.time.value() == Approx(5 * 33 * 680e-6));
  CHECK_FALSE(precharge({Volt(84), Farad(1e-3), Ohm(0.25), Ampere(1), {Ohm(10)}}).chosen.has_value());
}

TEST_CASE("the shipped catalogue is sound: ids differ, ratings rise, wires can be read") {
  const Catalogue& c = shippedCatalogue();
  REQUIRE(c.connectors.size() >= 9);
  for (std::size_t i = 0; i < c.connectors.size(); ++i) {
    const ConnectorClass& k = c.connectors[i];
    INFO(k.id);
    CHECK(c.connector(k.id) == &k);
    CHECK(k.tenSeconds >= k.continuous);
    CHECK(parseWireSize(k.largestWire));
    CHECK(k.perContact > MilliOhm(0));
  }
  CHECK(c.connector("none") == nullptr);
  CHECK(std::is_sorted(c.fuseRatings.begin(), c.fuseRatings.end()));
}
