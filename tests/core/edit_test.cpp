// Edits: a plan in, a plan out, refused with a sentence or taken whole.
#include <fmt/format.h>
#include <rapidcheck/catch.h>
#include <catch2/catch.hpp>
#include <cmath>

#include "core/charging/charger_put.h"
#include "core/io/plan_json.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "core/plan/evidence.h"
#include "core/plan/lists.h"
#include "core/plan/makeup.h"
#include "core/plan/shelf.h"
#include "support/field_values.h"
#include "support/plans.h"

using namespace usherwright;

namespace {

std::string refusal(const Plan& plan, const std::string& pointer, const std::string& typed) {
  const auto next = withEntry(plan, {pointer, typed, UnitSystem::Metric, std::nullopt});
  return next ? "taken" : next.error().sentence();
}

}  // namespace

TEST_CASE("a label value typed with its tolerance sets both, and keeps being a label value") {
  const auto next = withEntry(plans::demo(), {"/bike/controller/current_max_A", "28±1A", UnitSystem::Metric, std::nullopt});
  REQUIRE(next);
  CHECK(next->bike.controller.currentLimit == Ampere(28));
  CHECK(next->bike.controller.currentTolerance == Ampere(1));
  CHECK(provenanceOf(*next, "/bike/controller/current_max_A") == Provenance::Label);
  const auto alone = withEntry(plans::demo(), {"/bike/controller/current_max_A", "25 A", UnitSystem::Metric, std::nullopt});
  CHECK(alone->bike.controller.currentTolerance == Ampere(1));  // the tolerance stands until it is typed
}

TEST_CASE("a value typed over an assumed one is remembered until better is said") {
  const auto next = withEntry(plans::demo(), {"/bike/load_kg", "45", UnitSystem::Metric, std::nullopt});
  CHECK(provenanceOf(*next, "/bike/load_kg") == Provenance::Remembered);
  CHECK(provenanceOf(withProvenance(*next, "/bike/load_kg", Provenance::Measured), "/bike/load_kg") == Provenance::Measured);
}

TEST_CASE("a word that was chosen for somebody is assumed until a person chooses it, the same or another") {
  const Plan plan = withNewPack(plans::demo());
  const std::string size = "/wiring/runs/3/size";
  for (const char* key : {"size", "insulation", "closed"}) CHECK_FALSE(isProven(plan, std::string("/wiring/runs/3/") + key));
  CHECK(isProven(*withEntry(plan, {size, "12awg", UnitSystem::Metric}), size));
  CHECK(isProven(*withEntry(plan, {size, "10awg", UnitSystem::Metric}), size));
  CHECK(*withEntry(plan, {"/packs/0/bms/chemistry", "nmc", UnitSystem::Metric}) == plan);
  const Plan lit = withAccessory(plan, "lamp");
  const std::string tap = fmt::format("/bike/accessories/{}/tap", plan.bike.accessories.size());
  CHECK_FALSE(isProven(lit, tap));
  CHECK(isProven(*withEntry(lit, {tap, "controller", UnitSystem::Metric}), tap));
  const Plan other = *withNew(plan, "/wiring/runs");
  CHECK_FALSE(isProven(other, "/wiring/runs/4/insulation"));
  const Plan copied = *withDuplicatePack(plans::demo(), 1);
  CHECK_FALSE(isProven(copied, "/wiring/runs/3/size"));
}

TEST_CASE("nothing typed means not known yet where that is allowed, and nothing where it is not") {
  const auto unknown = withEntry(plans::demo(), {"/bike/controller/capacitor_V", "  ", UnitSystem::Metric, std::nullopt});
  REQUIRE(unknown);
  CHECK_FALSE(unknown->bike.controller.capacitorVoltage);
  CHECK_FALSE(unknown->provenance.contains("/bike/controller/capacitor_V"));
  CHECK(refusal(plans::demo(), "/packs/0/links_mohm", "") == "links: found nothing, expected a number from 0 to 1000 mΩ.");
}

TEST_CASE("bad entries are refused with the field's own name") {
  const Plan plan = plans::demo();
  CHECK(refusal(plan, "/bike/controller/input_max_V", "abc") == "takes at most: found \"abc\", expected a number in V.");
  CHECK(refusal(plan, "/bike/controller/current_max_A", "-3A") == "controller limit: found \"-3A\", expected a number from 0.5 to 300 A.");
  CHECK(refusal(plan, "/bike/controller/input_max_V", "1e9V") == "takes at most: found \"1e9V\", expected a number from 5 to 300 V.");
  CHECK(refusal(plan, "/bike/controller/input_max_V", "54,6,1") == "takes at most: found \"54,6,1\", expected one decimal sign at most.");
  CHECK(refusal(plan, "/bike/controller/input_max_V", "12awg") == "takes at most: found \"12awg\" (a wire size), expected a number in V.");
  CHECK(refusal(plan, "/packs/0/series", "13.5") == "S (in series): found \"13.5\", expected a whole number from 1 to 200.");
  CHECK(refusal(plan, "/wiring/runs/0/size", "twelve") == "lead size: found \"twelve\", expected a wire size such as 12awg or 2.5mm2.");
  CHECK(refusal(plan, "/packs/9/series", "13") == "/packs/9/series: found no such field, expected a field of the plan.");
}

TEST_CASE("imperial entries are kept in the units of the file") {
  const auto next = withEntry(plans::demo(), {"/routes/0/km", "20", UnitSystem::Imperial, std::nullopt});
  CHECK(next->routes[0].length.value() == Approx(32.18688));
  const auto metric = withEntry(plans::demo(), {"/routes/0/km", "20 km", UnitSystem::Imperial, std::nullopt});
  CHECK(metric->routes[0].length == Kilometre(20));
}

TEST_CASE("a pack comes with a lead and goes with it") {
  const Plan plan = plans::demo();
  const Plan more = withNewPack(plan);
  REQUIRE(more.packs.size() == 3);
  CHECK(more.leadOf(more.packs[2].id) != nullptr);
  CHECK(isBox(more.packs[2]));
  CHECK(makeupOf(more, more.packs[2]).series == *plan.packs[0].series);
  CHECK(makeupOf(more, more.packs[2]).layout.seriesBecause == "stock is 13S");
  CHECK(crossChecked(more));
  const Plan less = *without(plan, "/packs", 0);
  REQUIRE(less.packs.size() == 1);
  CHECK(less.leadOf("stock") == nullptr);
  CHECK(less.chargers[0].forPacks.empty());
  CHECK(provenanceOf(less, "/packs/0/fuse/dc_V") == provenanceOf(plan, "/packs/1/fuse/dc_V"));
  CHECK(provenanceOf(less, "/wiring/runs/0/length_plus_m") == Provenance::Measured);
  CHECK(crossChecked(less));
  CHECK_FALSE(without(plan, "/packs", 5));
}

TEST_CASE("a copied pack keeps what is known of it") {
  const Plan copy = *withDuplicatePack(plans::demo(), 1);
  REQUIRE(copy.packs.size() == 3);
  CHECK(copy.packs[2].name == "deck copy");
  CHECK(copy.packs[2].fuse == copy.packs[1].fuse);
  CHECK(provenanceOf(copy, "/packs/2/bms/continuous_A") == Provenance::Label);
  CHECK(copy.leadOf(copy.packs[2].id)->lengthPlus == Metre(1.1));
}

TEST_CASE("more than four packs do not meet at one joint") {
  Plan plan = plans::demo();
  plan = withNewPack(withNewPack(plan));
  CHECK(crossChecked(plan));
  CHECK(crossChecked(withNewPack(plan)).error().sentence() == "/packs: found 5 packs, expected at most 4.");
}

TEST_CASE("chargers come, are put to packs, and go") {
  Plan plan = *withChargerFor(plans::demo(), 0);
  REQUIRE(plan.chargers.size() == 3);
  CHECK(plan.chargers[2].output->value() == Approx(54.6));
  plan = *withAssignment(plan, 2, 1, Assignment::Assigned);
  CHECK(plan.chargers[2].forPacks == std::vector<std::string>{"stock", "second"});
  plan = *withAssignment(plan, 2, 0, Assignment::Free);
  CHECK(plan.chargers[2].forPacks == std::vector<std::string>{"second"});
  const Plan fewer = *without(plan, "/chargers", 0);
  CHECK(provenanceOf(fewer, "/chargers/0/output_V") == provenanceOf(plan, "/chargers/1/output_V"));
  CHECK_FALSE(withAssignment(plan, 9, 0, Assignment::Free));
}

TEST_CASE("whatever an edit makes of whatever a plan holds can be saved and opened again") {
  rc::prop("every edit, on fields at and within their bounds", [] {
    Plan plan = withNewPack(*withNew(*rc::gen::arbitrary<bool>() ? plans::demo() : withNewPack(Plan{}), "/chargers"));
    std::vector<std::pair<std::string, const FieldSpec*>> fields;
    forEachField(plan, [&](const std::string& pointer, const FieldSpec& spec, const FieldValue&) {
      if (isNumeric(spec.kind)) fields.emplace_back(pointer, &spec);
    });
    const std::string box = fmt::format("/packs/{}/", plan.packs.size() - 1);
    const auto set = [&](const std::string& pointer, const FieldSpec& spec) {
      if (const auto next = withField(plan, pointer, FieldValue{support::valueOf(spec)})) plan = *next;
    };
    for (const char* key : {"series", "parallel", "label_V", "label_Ah", "label_Wh"})
      if (*rc::gen::arbitrary<bool>()) set(box + key, *findField(plan, box + key)->spec);
    for (int i = 0; i < 8; ++i) {
      const auto& [pointer, spec] = fields[static_cast<std::size_t>(*rc::gen::inRange(0, static_cast<int>(fields.size())))];
      set(pointer, *spec);
    }
    const std::size_t pack = plan.packs.size() - 1, charger = plan.chargers.size() - 1;
    std::vector<Expected<Plan>> made = {
        withNewPack(plan),           withDuplicatePack(plan, pack), without(plan, "/packs", 0),          withChargerFor(plan, pack),
        *withNew(plan, "/chargers"), withChargerPut(plan, charger), without(plan, "/chargers", charger), withRoute(plan),
        withSeenCell(plan, pack),    withLayoutAssumed(plan, pack)};
    for (const ShelfBms& board : shippedShelf().boards)
      if (const auto fitted = withShelfBms(plan, pack, board)) made.push_back(fitted);
    for (const auto& next : made) {
      if (!next) RC_FAIL(next.error().sentence());
      const auto again = readPlan(writePlan(*next));
      if (!again) RC_FAIL(again.error().sentence());
      RC_ASSERT(*again == *next);
      RC_ASSERT(crossChecked(*next).has_value());
    }
  });
}

TEST_CASE("a value that no entry would take is no plan, whatever put it there") {
  Plan plan = plans::demo();
  plan.packs[0].labelCharge = AmpereHour(2500);
  CHECK(crossChecked(plan).error().sentence() == "/packs/0/label_Ah: found 2500, expected a number from 0.1 to 2000 Ah.");
  plan = plans::demo();
  plan.chargers[0].output = Volt(std::nan(""));
  CHECK_FALSE(crossChecked(plan));
}

TEST_CASE("an edit and its opposite leave the value as it was") {
  rc::prop("there and back", [] {
    const Plan plan = plans::demo();
    std::vector<std::pair<std::string, FieldValue>> fields;
    forEachField(plan, [&](const std::string& pointer, const FieldSpec& spec, const FieldValue& value) {
      if (isNumeric(spec.kind)) fields.emplace_back(pointer, value);
    });
    const auto& [pointer, value] = fields[static_cast<std::size_t>(*rc::gen::inRange(0, static_cast<int>(fields.size())))];
    const FieldSpec& spec = *findField(plan, pointer)->spec;
    const auto there = withField(plan, pointer, FieldValue{spec.maximum});
    if (!there) return;  // a bound that the cross-checks refuse
    RC_ASSERT(*withField(*there, pointer, value) == plan);
  });
}

TEST_CASE("every field can be found by the pointer it is visited under") {
  const Plan plan = plans::demo();
  int count = 0;
  forEachField(plan, [&](const std::string& pointer, const FieldSpec& spec, const FieldValue& value) {
    const auto ref = findField(plan, pointer);
    INFO(pointer);
    REQUIRE(ref);
    CHECK(ref->spec == &spec);
    CHECK(ref->value == value);
    CHECK_FALSE(spec.label.empty());
    if (isNumeric(spec.kind)) CHECK(spec.maximum > spec.minimum);
    ++count;
  });
  CHECK(count > 180);
  for (const char* wrong : {"", "/", "packs/0/series", "/packs/0", "/packs/x/series", "/packs/0/series/1", "/cells/none/name"})
    CHECK_FALSE(findField(plan, wrong));
}
