// Packs by their label: which layout counts, that a box is judged like the block it may be, and that nothing assumed is hidden.
#include <fmt/format.h>
#include <rapidcheck/catch.h>
#include <catch2/catch.hpp>

#include <set>

#include "core/assess/assessment.h"
#include "core/label/targets.h"
#include "core/pack/pack_model.h"
#include "core/plan/edit.h"
#include "core/plan/makeup.h"
#include "support/plans.h"

using namespace usherwright;

namespace {

Pack box(std::string id, Known<double> volts, Known<double> charge, Known<double> energy = std::nullopt) {
  Pack p;
  p.id = std::move(id);
  p.origin = Origin::Bought;
  if (volts) p.labelVoltage = Volt(*volts);
  if (charge) p.labelCharge = AmpereHour(*charge);
  if (energy) p.labelEnergy = WattHour(*energy);
  return p;
}

Plan planOf(std::vector<Pack> packs) {
  Plan plan;
  plan.packs = std::move(packs);
  return plan;
}

std::set<std::string> namedIn(const Assessment& a) {
  std::set<std::string> out;
  for (const Finding& f : a.findings)
    if (f.id == "BIKE-08") out.insert(f.fields.begin(), f.fields.end());
  return out;
}

}  // namespace

TEST_CASE("the volts of a label say the most usual layout, and why it counts") {
  struct Row {
    double volts;
    int series;
    Chemistry chemistry;
  };
  for (const Row& r :
       {Row{24, 7, Chemistry::Nmc}, Row{25.2, 7, Chemistry::Nmc}, Row{25.6, 8, Chemistry::Lfp}, Row{36, 10, Chemistry::Nmc},
        Row{37, 10, Chemistry::Nmc}, Row{36.5, 10, Chemistry::Nmc}, Row{38.4, 12, Chemistry::Lfp}, Row{43, 12, Chemistry::Nmc},
        Row{46.8, 13, Chemistry::Nmc}, Row{48, 13, Chemistry::Nmc}, Row{48.1, 13, Chemistry::Nmc}, Row{51.2, 16, Chemistry::Lfp},
        Row{51.8, 14, Chemistry::Nmc}, Row{52, 14, Chemistry::Nmc}, Row{60, 16, Chemistry::Nmc}, Row{72, 20, Chemistry::Nmc},
        Row{14.4, 4, Chemistry::Nmc}, Row{12.8, 4, Chemistry::Lfp}}) {
    INFO(r.volts << " V");
    const Plan plan = planOf({box("a", r.volts, 10)});
    const Layout l = layoutOf(plan, plan.packs[0]);
    CHECK(l.series == r.series);
    CHECK(l.chemistry == r.chemistry);
    CHECK(l.seriesBecause.starts_with("its label says "));
    CHECK_FALSE(l.chemistryBecause.empty());
  }
  Pack p = box("a", 48, 10);
  p.chemistry = Chemistry::Lfp;
  const Plan phosphate = planOf({p});
  CHECK(layoutOf(phosphate, phosphate.packs[0]).series == 16);
  CHECK(layoutOf(phosphate, phosphate.packs[0]).chemistryBecause.empty());
  p.series = 15;
  const Plan stated = planOf({p});
  CHECK(layoutOf(stated, stated.packs[0]).series == 15);
  CHECK(layoutOf(stated, stated.packs[0]).seriesBecause.empty());
}

TEST_CASE("a pack without volts takes the class of the controller, then of another pack, then of its charger") {
  Plan plan = planOf({box("a", std::nullopt, 10), box("b", 52, 10)});
  plan.chargers.push_back({});
  plan.chargers[0].id = "c";
  plan.chargers[0].output = Volt(42);
  plan.chargers[0].forPacks = {"a"};
  plan.bike.controller.nameplate = Volt(36);
  CHECK(layoutOf(plan, plan.packs[0]).seriesBecause == "the controller is for 36 V");
  CHECK(layoutOf(plan, plan.packs[0]).series == 10);
  plan.bike.controller.nameplate.reset();
  CHECK(layoutOf(plan, plan.packs[0]).seriesBecause == "b is 14S");
  plan.packs[1].labelVoltage.reset();
  CHECK(layoutOf(plan, plan.packs[0]).seriesBecause == "c gives 42 V");
  CHECK(layoutOf(plan, plan.packs[0]).series == 10);
  plan.chargers[0].output = Volt(58.4);
  plan.chargers[0].chemistry = Chemistry::Lfp;
  CHECK(layoutOf(plan, plan.packs[0]).series == 16);
  CHECK(layoutOf(plan, plan.packs[0]).chemistry == Chemistry::Lfp);
  plan.chargers.clear();
  CHECK(layoutOf(plan, plan.packs[0]).series == 13);
  CHECK(layoutOf(plan, plan.packs[0]).seriesBecause == "the most usual one");
}

TEST_CASE("a box has the Ah of its label whole, and the resistance and mass of typical cells") {
  const auto model = [](const Pack& p) {
    const Plan plan = planOf({p});
    return packModel(plan.packs[0], makeupOf(plan, plan.packs[0]), Celsius(25));
  };
  Pack p = box("a", 36, 11.6);
  const PackModel m = model(p);
  CHECK(m.box);
  CHECK(m.rated.value() == Approx(11.6));
  CHECK(m.capacity.value() == Approx(11.6));
  CHECK(m.label.value() == Approx(36 * 11.6));
  CHECK(m.full.value() == Approx(42));
  CHECK(m.cells.value() == Approx(10 * 0.080 / 11.6));
  CHECK(m.mass->value() == Approx(36 * 11.6 * 0.007));
  CHECK_FALSE(m.continuous);
  CHECK_FALSE(m.cellCharge);
  CHECK(model(box("a", 36, std::nullopt, 216)).rated.value() == Approx(6));
  CHECK(model(box("a", std::nullopt, 6, 216)).series == 10);
  CHECK(model(box("a", 48, 17.5)).rated.value() == Approx(17.5));
  p.chemistry = Chemistry::Lipo;
  CHECK(model(p).cells.value() == Approx(10 * 0.040 / 11.6));
  // Its surface: of the case as measured, else of a usual case of its energy.
  CHECK(m.envelope.value() == Approx(20 * std::pow(36 * 11.6 / 250e3 / 4.8, 2.0 / 3)));
  p.boxLength = Millimetre(360);
  p.boxWidth = Millimetre(80);
  p.boxHeight = Millimetre(90);
  CHECK(model(p).envelope.value() == Approx(2 * (0.36 * 0.08 + 0.08 * 0.09 + 0.36 * 0.09)));
}

TEST_CASE("whatever of a box nobody has read is named, and its layout with the reason") {
  rc::prop("named", [] {
    const double volts = *rc::gen::element(24.0, 36.0, 48.0, 52.0, 60.0);
    const auto maybe = [](double v) { return *rc::gen::arbitrary<bool>() ? Known<double>(v) : std::nullopt; };
    const Plan plan = planOf({box("a", maybe(volts), maybe(*rc::gen::inRange(40, 300) / 10.0)), box("b", maybe(volts), 10)});
    const Assessment a = assess(plan, shippedCatalogue());
    const auto named = namedIn(a);
    for (const std::size_t k : {0u, 1u})
      for (const char* key : {"series", "chemistry", "label_Ah", "soh", "condition", "measured_resistance_mohm", "bms/present", "bms/port",
                              "bms/continuous_A", "bms/charge_A", "bms/cell_cutoff_V", "fuse/rating_A", "plug"})
        RC_ASSERT(named.contains(fmt::format("/packs/{}/{}", k, key)));
    RC_ASSERT(!named.contains("/packs/0/parallel"));
    RC_ASSERT(!named.contains("/packs/0/cell"));
    RC_ASSERT(a.count(Severity::Stop) == 0 || volts > 52);  // nothing assumed makes a Stop
  });
  const Plan plan = planOf({box("a", 36, 7.8)});
  const auto unproven = plans::findings(plan, "BIKE-08");
  const bool said = std::any_of(unproven.begin(), unproven.end(),
                                [](const Finding& f) { return f.sentence.find("10S assumed: its label says 36 V") != std::string::npos; });
  CHECK(said);
}

TEST_CASE("a box is judged like the block of one cell per group that has its figures") {
  const auto keys = [](const Plan& plan) {
    std::set<std::string> out;
    for (const Finding& f : assess(plan, shippedCatalogue()).findings)
      if (f.id != "BIKE-08" && f.id != "PACK-06" && f.id != "PACK-18") out.insert(fmt::format("{} {}", int(f.severity), f.key()));
    return out;
  };
  rc::prop("the same findings", [&] {
    Plan boxes = plans::demo();
    for (std::size_t k = 0; k < 2; ++k) {
      Pack& p = boxes.packs[k];
      p.cell.clear();
      p.parallel.reset();
      p.series = *rc::gen::inRange(12, 15);
      p.labelCharge = AmpereHour(*rc::gen::inRange(40, 200) / 10.0);
      p.labelVoltage = Volt(48);
      p.mass = Kilogram(3);
      p.soc = StateOfCharge(*rc::gen::inRange(0, 100) / 100.0);
      p.boxLength = p.boxWidth = p.boxHeight = Millimetre(120);
      if (*rc::gen::arbitrary<bool>()) p.readFull = Volt(54.5);
    }
    boxes.joining.method = *rc::gen::element(Method::Combiner, Method::Direct, Method::Schottky, Method::Selector);
    Plan blocks = boxes;
    for (std::size_t k = 0; k < 2; ++k) {
      const Makeup made = makeupOf(boxes, boxes.packs[k]);
      Cell cell = made.cell;
      cell.id = fmt::format("g{}", k);
      // A cell whose block has the surface of the case.
      const double depth = 120, across = 120.0 / made.series;
      cell.form = fmt::format("pouch {}x{}x{}", std::lround(depth), std::lround(across), std::lround(120.0));
      blocks.cells.push_back(cell);
      blocks.packs[k].cell = cell.id;
      blocks.packs[k].parallel = 1;
      blocks.packs[k].labelVoltage.reset();
    }
    RC_ASSERT(keys(boxes) == keys(blocks));
  });
}

TEST_CASE("a reading that contradicts the assumed layout says so") {
  Pack p = box("a", 48, 12);
  p.readFull = Volt(58.7);
  const auto f = plans::findings(planOf({p}), "PACK-14");
  REQUIRE(f.size() == 1);
  CHECK(f[0].sentence == "a read 58.7 V when full, 4.52 V per cell at 13S (assumed: its label says 48 V); full it fits 14S.");
}

TEST_CASE("a cell that somebody saw makes a block of the box, its count from the label's Ah") {
  const Plan plan = planOf({box("a", 36, 12.8)});
  const auto seen = withSeenCell(plan, 0);
  REQUIRE(seen);
  CHECK_FALSE(isBox(seen->packs[0]));
  const Makeup made = makeupOf(*seen, seen->packs[0]);
  CHECK(made.series == 10);
  CHECK(made.parallel == 5);
  CHECK((made.cell.capacity * 5).value() == Approx(12.8));
  CHECK(made.cell.resistance.value() == Approx(80 / 12.8 * 5));  // five side by side are the group of 80 mΩ·Ah
  CHECK(provenanceOf(*seen, "/cells/" + made.cell.id + "/capacity_Ah") == Provenance::Assumed);
  const auto read = withField(*seen, "/cells/" + made.cell.id + "/capacity_Ah", FieldValue{3.2});
  CHECK(makeupOf(*read, read->packs[0]).parallel == 4);
  CHECK(*withSeenCell(*seen, 0) == *seen);
  CHECK_FALSE(withSeenCell(plan, 1));
  // The label of a cell does the same.
  const LabelReading label = readLabel("18650 3200mAh 3.6V", LabelSubject::Cell);
  const auto entered = withSureValues(plan, label, {LabelSubject::Cell, 0});
  REQUIRE(entered);
  CHECK(makeupOf(entered->plan, entered->plan.packs[0]).parallel == 4);
}

TEST_CASE("an assumed layout that is written down stays an assumption, and a label counts before it") {
  const Plan plan = planOf({box("a", 36, 12.8)});
  const auto noted = withLayoutAssumed(plan, 0);
  REQUIRE(noted);
  CHECK(noted->packs[0].series == 10);
  CHECK(noted->packs[0].chemistry == Chemistry::Nmc);
  CHECK(provenanceOf(*noted, "/packs/0/series") == Provenance::Assumed);
  CHECK(namedIn(assess(*noted, shippedCatalogue())).contains("/packs/0/series"));
  CHECK(namedIn(assess(*noted, shippedCatalogue())).contains("/packs/0/chemistry"));
  CHECK_FALSE(withLayoutAssumed(plan, 1));
}

TEST_CASE("what a new part takes from the others is assumed, with the reason") {
  Plan plan = withNewPack({});
  CHECK(plan.packs[0].origin == Origin::Stock);
  CHECK(plan.packs[0].plug.empty());
  CHECK(provenanceOf(plan, "/wiring/runs/0/size") == Provenance::Assumed);
  plan.packs[0].plug = "bullet-3.5";
  plan.packs[0].labelVoltage = Volt(36);
  plan = withNewPack(plan);
  CHECK(plan.packs[1].origin == Origin::Bought);
  CHECK(plan.packs[1].plug == "bullet-3.5");
  CHECK(plan.provenance.at("/packs/1/plug").note == "as on stock");
  CHECK(makeupOf(plan, plan.packs[1]).series == 10);
  plan = *withChargerFor(plan, 1);
  CHECK(plan.chargers[0].output == Volt(42));
  const auto named = namedIn(assess(plan, shippedCatalogue()));
  for (const char* pointer :
       {"/packs/1/plug", "/wiring/runs/0/size", "/wiring/runs/1/size", "/chargers/0/output_V", "/chargers/0/output_A"})
    CHECK(named.contains(pointer));
}
