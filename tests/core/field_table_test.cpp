// The table of fields keeps its own promises: units in the keys, labels that fit, a way to find out what safety needs.
#include <catch2/catch.hpp>
#include <map>
#include <set>

#include "core/plan/edit.h"
#include "support/plans.h"

using namespace usherwright;

namespace {

struct TableRow {
  std::string pointer;
  const FieldSpec* spec;
};

std::vector<TableRow> allRows() {
  Plan plan = plans::demo();
  plan.packs[0].readings.edit().push_back({"2026-10-04", ReadingOf::Groups, Volt(51), Minute(40), {}, {}});
  std::vector<TableRow> out;
  forEachField(plan, [&](const std::string& pointer, const FieldSpec& spec, const FieldValue&) { out.push_back({pointer, &spec}); });
  return out;
}

const FieldSpec& specOf(const Plan& plan, const std::string& pointer) {
  const auto ref = findField(plan, pointer);
  REQUIRE(ref);
  return *ref->spec;
}

}  // namespace

TEST_CASE("the unit of a quantity stands in its key") {
  const std::map<Kind, std::string> suffixes{
      {Kind::Voltage, "_V"},       {Kind::Current, "_A"},           {Kind::SmallCurrent, "_mA"}, {Kind::Charge, "_Ah"},
      {Kind::Resistance, "_mohm"}, {Kind::PlainResistance, "_ohm"}, {Kind::Capacitance, "_F"},   {Kind::MicroCapacitance, "_uF"},
      {Kind::Power, "_W"},         {Kind::SmallLength, "_mm"},      {Kind::Length, "_m"},        {Kind::Climb, "_m"},
      {Kind::Mass, "_kg"},         {Kind::CellMass, "_g"},          {Kind::Duration, "_s"},      {Kind::Minutes, "_min"},
      {Kind::Clock, "_min"},       {Kind::Temperature, "_C"},       {Kind::Speed, "_km_h"},      {Kind::Drag, "_m2"}};
  for (const TableRow& row : allRows()) {
    INFO(row.pointer);
    if (const auto suffix = suffixes.find(row.spec->kind); suffix != suffixes.end()) CHECK(row.spec->key.ends_with(suffix->second));
    if (row.spec->kind == Kind::Distance) CHECK((row.spec->key == "km" || row.spec->key.ends_with("_km")));
  }
}

TEST_CASE("labels are short enough for a row of entries, and no two of one part are alike") {
  std::map<std::string, std::set<std::string_view>> labels;
  for (const TableRow& row : allRows()) {
    INFO(row.pointer << ": " << row.spec->label);
    CHECK(row.spec->label.size() <= 18);
    CHECK_FALSE(row.spec->label.empty());
    // "for" stands behind the current it belongs to, and needs no other word.
    if (row.spec->label == "for") continue;
    CHECK(labels[row.pointer.substr(0, row.pointer.rfind('/'))].insert(row.spec->label).second);
  }
}

TEST_CASE("whatever can be unproven says how it is settled") {
  const Plan plan = plans::demo();
  for (const char* pointer :
       {"/bike/controller/current_max_A", "/bike/controller/cutoff_V", "/bike/controller/input_max_V", "/packs/0/series",
        "/cells/heron-29/continuous_A", "/packs/0/bms/continuous_A", "/packs/0/bms/charge_A", "/packs/0/fuse/rating_A",
        "/packs/0/fuse/dc_V", "/packs/0/fuse/breaking_A", "/packs/0/fuse/distance_mm", "/joining/part/input_A", "/joining/part/total_A",
        "/joining/part/voltage_V", "/chargers/0/output_V", "/chargers/0/output_A"}) {
    INFO(pointer);
    CHECK_FALSE(specOf(plan, pointer).howTo.empty());
  }
}

TEST_CASE("what a field accepts is said in words, and bounds are inclusive") {
  const Plan plan = plans::demo();
  CHECK(expectedWords(specOf(plan, "/packs/0/series")) == "a whole number from 1 to 200");
  CHECK(expectedWords(specOf(plan, "/bike/controller/cutoff_V")) == "a number from 5 to 200 V");
  CHECK(expectedWords(specOf(plan, "/joining/method")) == "combiner, direct, schottky, selector or converter");
  CHECK(expectedWords(specOf(plan, "/packs/0/mixed_cells")) == "yes or no");
  CHECK(expectedWords(specOf(plan, "/packs/0/cell")) == "the id of a cell");
  CHECK(expectedWords(specOf(plan, "/wiring/runs/0/size")) == "a wire size such as 12awg or 2.5mm2");
  for (const TableRow& row : allRows()) {
    if (!isNumeric(row.spec->kind)) continue;
    INFO(row.pointer);
    CHECK(validated(*row.spec, FieldValue{row.spec->minimum}));
    CHECK(validated(*row.spec, FieldValue{row.spec->maximum}));
    CHECK_FALSE(validated(*row.spec, FieldValue{row.spec->maximum + 1}));
    CHECK_FALSE(validated(*row.spec, FieldValue{std::string("words")}));
    CHECK_FALSE(validated(*row.spec, FieldValue{true}));
    CHECK(validated(*row.spec, FieldValue{}).has_value() != row.spec->required);
  }
}

TEST_CASE("yes and no are typed in the usual ways") {
  const FieldSpec& flag = specOf(plans::demo(), "/packs/0/mixed_cells");
  for (const char* yes : {"yes", "true", "1", "on"}) CHECK(*parseEntry(flag, yes, UnitSystem::Metric) == FieldValue{true});
  for (const char* no : {"no", "false", "0", "off"}) CHECK(*parseEntry(flag, no, UnitSystem::Metric) == FieldValue{false});
  CHECK(parseEntry(flag, "perhaps", UnitSystem::Metric).error().sentence() == "found \"perhaps\", expected yes or no.");
  CHECK(*parseEntry(flag, "", UnitSystem::Metric) == FieldValue{});
}

TEST_CASE("a meter's accuracy is typed as it stands in its manual, and a charge that cannot be is not made smaller") {
  const Plan plan = plans::sound();
  const auto typed = [&](const char* pointer, const char* text) {
    return parseEntry(*findField(plan, pointer)->spec, text, UnitSystem::Metric);
  };
  CHECK(std::get<double>(*typed("/meter_accuracy", "0.5")) == Approx(0.005));
  CHECK(std::get<double>(*typed("/meter_accuracy", "0.5 %")) == Approx(0.005));
  CHECK(std::get<double>(*typed("/meter_accuracy", "0.005")) == Approx(0.005));
  CHECK_FALSE(typed("/meter_accuracy", "20"));
  CHECK_FALSE(typed("/joining/mark_soc", "0.99"));
  CHECK_FALSE(typed("/packs/0/soc", "140"));
}

TEST_CASE("values are shown as a person reads them") {
  const Plan plan = plans::demo();
  const auto shown = [&](const std::string& pointer, UnitSystem units) {
    const auto ref = findField(plan, pointer);
    return shownValue(*ref->spec, ref->value, units);
  };
  CHECK(shown("/bike/controller/cutoff_V", UnitSystem::Metric) == "40 V");
  CHECK(shown("/packs/0/soc", UnitSystem::Metric) == "78 %");
  CHECK(shown("/packs/0/temperature_C", UnitSystem::Metric) == "not known yet");
  CHECK(shown("/bike/controller/modified", UnitSystem::Metric) == "no");
  CHECK(shown("/routes/0/climb_m", UnitSystem::Imperial) == "951.4 ft");
  CHECK(shown("/ambient_C", UnitSystem::Imperial) == "68 °F");
  CHECK(shown("/wiring/runs/2/size", UnitSystem::Metric) == "AWG 12");
}

TEST_CASE("a text that is too long is refused with its length") {
  const auto refused = withField(plans::demo(), "/title", FieldValue{std::string(5000, 'x')});
  REQUIRE_FALSE(refused);
  CHECK(refused.error().sentence() == "/title: found 5000 characters, expected at most 4000 characters.");
}
