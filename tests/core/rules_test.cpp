// Every rule fires where it must and keeps quiet where it must; a rule without both rows fails here.
#include <catch2/catch.hpp>
#include <set>

#include "core/assess/rules/rule.h"
#include "core/pack/bench_tests.h"
#include "core/plan/edit.h"
#include "core/plan/lists.h"
#include "support/plans.h"

using namespace usherwright;

namespace {

using Typed = std::vector<std::pair<std::string, std::string>>;

struct RuleCase {
  std::string id;
  std::string outcome;          ///< "Stop", "Mind", "Note" or "quiet"
  std::string part;             ///< of the finding, "" if any
  Typed typed;                  ///< into the sound plan
  std::string looseCells = {};  ///< volts of loose cells of the second pack
};

const std::vector<RuleCase>& cases() {
  static const std::vector<RuleCase> all{
      {"BIKE-01", "Stop", "second", {{"/bike/controller/input_max_V", "50"}}},
      {"BIKE-01", "Stop", "stock", {{"/bike/controller/capacitor_V", "50"}}},
      {"BIKE-01", "Mind", "stock", {{"/bike/controller/input_max_V", "56"}, {"/bike/controller/regen_current_A", "3"}}},
      {"BIKE-01", "quiet", "", {{"/bike/controller/input_max_V", "56"}}},
      {"BIKE-01", "quiet", "", {{"/bike/controller/input_max_V", ""}, {"/bike/controller/capacitor_V", ""}}},
      {"BIKE-03", "Mind", "stock", {{"/bike/controller/cutoff_V", "36"}}},
      {"BIKE-03", "quiet", "", {{"/bike/controller/cutoff_V", "38"}}},
      {"BIKE-08", "Mind", "controller", {{"/bike/controller/current_max_A", ""}}},
      {"BIKE-08", "Mind", "second/fuse", {{"/packs/1/fuse/breaking_A", ""}}},
      {"BIKE-08", "Mind", "converter", {{"/joining/method", "converter"}}},
      {"BIKE-08", "quiet", "", {}},
      {"BIKE-02",
       "Mind",
       "second",
       {{"/bike/controller/input_max_V", ""}, {"/bike/controller/capacitor_V", ""}, {"/bike/controller/nameplate_V", "36"}}},
      {"BIKE-02",
       "quiet",
       "",
       {{"/bike/controller/input_max_V", ""}, {"/bike/controller/capacitor_V", ""}, {"/bike/controller/nameplate_V", "48"}}},
      {"BIKE-02", "quiet", "", {{"/bike/controller/nameplate_V", "36"}}},
      {"BIKE-04", "Note", "stock", {{"/bike/controller/cutoff_V", "46"}}},
      {"BIKE-04", "quiet", "", {{"/bike/controller/cutoff_V", "38"}}},
      {"BIKE-05", "Mind", "controller", {{"/bike/controller/modified", "yes"}}},
      {"BIKE-05", "quiet", "", {{"/bike/controller/modified", "no"}}},
      {"BIKE-06", "Note", "second", {{"/packs/1/series", "14"}}},
      {"BIKE-06", "quiet", "", {{"/packs/0/series", "14"}}},
      {"BIKE-07", "Stop", "accessory-1", {{"/bike/accessories/0/max_V", "50"}, {"/bike/accessories/0/tap", "bus"}}},
      {"BIKE-07", "quiet", "", {{"/bike/accessories/0/max_V", "60"}, {"/bike/accessories/0/tap", "bus"}}},
      {"BIKE-07", "quiet", "", {{"/bike/accessories/0/max_V", "6"}, {"/bike/accessories/0/tap", "controller"}}},
      {"BIKE-09", "Note", "parked", {{"/bike/accessories/0/parked_mA", "30"}}},
      {"BIKE-09", "quiet", "", {{"/bike/accessories/0/parked_mA", "2"}}},
      {"BIKE-10", "Stop", "stock", {{"/bike/controller/regen_current_A", "8"}, {"/bike/controller/regen_ceiling_soc", "90"}}},
      {"BIKE-10", "Stop", "second", {{"/bike/controller/regen_current_A", "2"}}},
      {"BIKE-10",
       "Stop",
       "stock",
       {{"/bike/controller/regen_current_A", "2"}, {"/bike/controller/regen_ceiling_soc", "90"}, {"/packs/0/bms/port", "separate"}}},
      {"BIKE-10",
       "Stop",
       "stock",
       {{"/bike/controller/regen_current_A", "2"}, {"/bike/controller/regen_ceiling_soc", "90"}, {"/packs/0/temperature_C", "-3"}}},
      {"BIKE-10", "quiet", "", {{"/bike/controller/regen_current_A", "2"}, {"/bike/controller/regen_ceiling_soc", "90"}}},
      {"BIKE-11", "Stop", "accessory-1", {{"/bike/accessories/0/tap", "some-groups"}}},
      {"BIKE-11", "Stop", "accessory-1", {{"/bike/accessories/0/tap", "before-bms"}}},
      {"BIKE-11", "quiet", "", {{"/bike/accessories/0/tap", "pack"}}},
      {"PACK-09", "Stop", "second", {{"/packs/1/condition", "swollen"}}},
      {"PACK-09", "quiet", "", {{"/packs/1/condition", "sound"}}},
      {"PACK-10", "Note", "second", {{"/packs/1/series", "14"}, {"/need/goal_Ah", "20"}}},
      {"PACK-10", "quiet", "", {{"/packs/1/series", "14"}, {"/need/goal_Wh", "900"}}},
      {"PACK-10", "quiet", "", {{"/need/goal_Ah", "20"}}},
      {"PACK-11", "Mind", "second", {{"/packs/1/matched_by", "voltage"}}},
      {"PACK-11", "quiet", "", {{"/packs/1/matched_by", "capacity"}}},
      {"PACK-12", "Stop", "second", {{"/packs/1/assembly", "joined"}, {"/packs/1/accepted_on", "total-volts"}}},
      {"PACK-12", "quiet", "", {{"/packs/1/assembly", "joined"}, {"/packs/1/accepted_on", "group-ladder"}}},
      {"PACK-12", "quiet", "", {{"/packs/1/assembly", "loose"}, {"/packs/1/accepted_on", "total-volts"}}},
      {"PACK-08", "Mind", "second", {}, "3.62 3.62 3.65"},
      {"PACK-08", "Stop", "second", {}, "3.62 3.62 3.40"},
      {"PACK-08", "quiet", "", {}, "3.62 3.62 3.63"},
      {"PACK-01", "Stop", "second", {{"/packs/1/bms/series", "14"}}},
      {"PACK-01", "Stop", "second", {{"/packs/1/bms/chemistry", "lfp"}}},
      {"PACK-01", "quiet", "", {{"/packs/1/bms/series", ""}}},
      {"PACK-02", "Stop", "second", {{"/packs/1/parallel", "2"}}},
      {"PACK-02", "quiet", "", {{"/packs/1/parallel", "3"}}},
      {"PACK-03", "Mind", "stock", {{"/cells/heron-29/continuous_A", "3.2"}}},
      {"PACK-03", "Stop", "stock", {{"/packs/0/parallel", "1"}}},
      {"PACK-03", "quiet", "", {}},
      {"PACK-04", "Stop", "stock", {{"/packs/0/mixed_cells", "yes"}}},
      {"PACK-04", "quiet", "", {{"/packs/0/mixed_cells", "no"}}},
      {"PACK-05", "Mind", "stock", {{"/cells/heron-29/resistance_mohm", "90"}}},
      {"PACK-05", "quiet", "", {}},
      {"PACK-06", "Mind", "second", {{"/cells/tern-33/verified", "no"}}},
      {"PACK-06", "quiet", "", {}},
      {"PACK-07", "Stop", "second", {{"/packs/1/series", "16"}}},
      {"PACK-07", "Mind", "second", {{"/packs/1/series", "16"}, {"/packs/1/competence", "a workshop electrician"}}},
      {"PACK-07", "quiet", "", {{"/packs/1/series", "14"}}},
      {"PACK-13", "Stop", "second", {{"/packs/1/bms/present", "no"}}},
      {"PACK-13", "Stop", "second", {{"/packs/1/bms/senses_all_groups", "no"}}},
      {"PACK-13", "quiet", "", {{"/packs/1/bms/present", "no"}, {"/cells/tern-33/chemistry", "nimh"}}},
      {"JOIN-06", "Stop", "joint", {{"/bike/controller/regen_current_A", "2"}}},
      {"JOIN-06", "quiet", "", {{"/bike/controller/regen_current_A", "2"}, {"/joining/method", "direct"}}},
      {"JOIN-06", "quiet", "", {}},
      {"JOIN-08", "Stop", "stock", {{"/packs/1/series", "14"}, {"/packs/0/bms/port", "separate"}}},
      {"JOIN-08", "quiet", "", {{"/packs/1/series", "14"}}},
      {"JOIN-08", "quiet", "", {{"/packs/0/bms/port", "separate"}}},
      {"JOIN-09",
       "Mind",
       "stock",
       {{"/packs/0/bms/continuous_A", "10"}, {"/joining/load_power_W", "450"}, {"/packs/0/soc", "100"}, {"/packs/1/soc", "60"}}},
      {"JOIN-09", "quiet", "", {{"/joining/load_power_W", "450"}}},
      {"JOIN-11", "Mind", "joint", {{"/joining/method", "schottky"}, {"/joining/part/forward_V", "1.1"}}},
      {"JOIN-11",
       "Mind",
       "joint",
       {{"/joining/method", "schottky"}, {"/joining/part/forward_V", "0.45"}, {"/joining/part/heat_sink_K_per_W", "30"}}},
      {"JOIN-11",
       "quiet",
       "",
       {{"/joining/method", "schottky"}, {"/joining/part/forward_V", "0.45"}, {"/joining/part/heat_sink_K_per_W", "4"}}},
      {"JOIN-12", "Stop", "lead-second", {{"/wiring/runs/1/to", "stock"}}},
      {"JOIN-12", "quiet", "", {}},
      {"JOIN-13", "Stop", "joint", {{"/joining/method", "selector"}, {"/joining/part/break_before_make", "no"}}},
      {"JOIN-13", "Mind", "joint", {{"/joining/method", "selector"}}},
      {"JOIN-13",
       "Mind",
       "joint",
       {{"/joining/method", "selector"}, {"/joining/part/break_before_make", "yes"}, {"/joining/part/breaks_load", "no"}}},
      {"JOIN-13", "quiet", "", {{"/joining/method", "selector"}, {"/joining/part/break_before_make", "yes"}}},
      {"JOIN-14", "Note", "second", {{"/joining/method", "selector"}, {"/packs/1/soc", "30"}}},
      {"JOIN-14", "quiet", "", {{"/joining/method", "selector"}, {"/packs/1/soc", "100"}}},
      {"JOIN-15", "Mind", "joint", {{"/packs/1/series", "14"}}},
      {"JOIN-15", "quiet", "", {}},
      {"JOIN-16", "Stop", "joint", {{"/joining/method", "direct"}}},
      {"JOIN-16", "quiet", "", {{"/joining/method", "direct"}, {"/joining/loose_ends_capped", "yes"}}},
      {"JOIN-16",
       "quiet",
       "",
       {{"/joining/method", "direct"}, {"/packs/0/plug_live_side", "shrouded"}, {"/packs/1/plug_live_side", "shrouded"}}},
      {"JOIN-17", "Mind", "joint", {{"/joining/method", "direct"}}},
      {"JOIN-17", "Stop", "joint", {{"/joining/method", "direct"}, {"/packs/0/bms/reconnects", "yes"}, {"/packs/0/soc", "40"}}},
      {"JOIN-17", "quiet", "", {{"/joining/method", "direct"}, {"/joining/always_together", "yes"}}},
      {"JOIN-18",
       "Stop",
       "second/bms",
       {{"/joining/method", "converter"}, {"/joining/converter/output_A", "40"}, {"/joining/converter/set_V", "48"}}},
      {"JOIN-18",
       "quiet",
       "",
       {{"/joining/method", "converter"}, {"/joining/converter/output_A", "8"}, {"/joining/converter/set_V", "48"}}},
      {"JOIN-19", "Stop", "second", {{"/joining/method", "direct"}, {"/packs/1/bms/port", "separate"}}},
      {"JOIN-19", "quiet", "", {{"/packs/1/bms/port", "separate"}}},
      {"JOIN-20", "Stop", "second", {{"/joining/method", "direct"}, {"/packs/1/temperature_C", "-4"}}},
      {"JOIN-20", "quiet", "", {{"/packs/1/temperature_C", "-4"}}},
      {"JOIN-20", "quiet", "", {{"/joining/method", "direct"}, {"/packs/1/temperature_C", "4"}}},
      {"JOIN-21", "Note", "joint", {}},
      {"JOIN-21", "Mind", "joint", {{"/packs/0/bms/charge_trip_A", ""}}},
      {"JOIN-21", "quiet", "", {{"/joining/method", "direct"}}},
      {"JOIN-22",
       "Stop",
       "stock",
       {{"/joining/method", "converter"}, {"/joining/converter/second_joint", "direct"}, {"/joining/converter/set_V", "56"}}},
      {"JOIN-22",
       "Stop",
       "stock",
       {{"/joining/method", "converter"}, {"/joining/converter/second_joint", "direct"}, {"/joining/converter/output_A", "9"}}},
      {"JOIN-22", "quiet", "", {{"/joining/method", "converter"}, {"/joining/converter/set_V", "56"}}},
      {"LIM-03", "Note", "stock/cells", {{"/packs/0/parallel", "20"}, {"/packs/0/price", "200"}}},
      {"LIM-03", "quiet", "", {}},
      {"JOIN-01", "Stop", "second", {{"/joining/method", "direct"}, {"/packs/1/series", "14"}}},
      {"JOIN-01", "Stop", "second", {{"/joining/method", "direct"}, {"/cells/tern-33/chemistry", "lfp"}}},
      {"JOIN-01", "quiet", "", {{"/packs/1/series", "14"}}},
      {"JOIN-01", "quiet", "", {{"/joining/method", "direct"}}},
      {"JOIN-02", "Stop", "stock", {{"/joining/method", "direct"}}},
      {"JOIN-02", "quiet", "", {{"/joining/method", "direct"}, {"/packs/0/soc", "0.94"}}},
      {"JOIN-02", "quiet", "", {}},
      {"JOIN-03", "Stop", "stock/bms", {{"/bike/controller/current_max_A", "28±1A"}}},
      {"JOIN-03", "quiet", "", {{"/bike/controller/current_max_A", "28±1A"}, {"/joining/limit_while_apart_A", "24"}}},
      {"JOIN-03", "quiet", "", {}},
      {"JOIN-04", "Mind", "joint", {{"/bike/controller/current_max_A", "28±1A"}}},
      {"JOIN-04", "Stop", "joint", {{"/bike/controller/current_max_A", "30±1A"}}},
      {"JOIN-04", "quiet", "", {{"/joining/part/input_A", ""}, {"/joining/part/total_A", ""}}},
      {"JOIN-05", "Stop", "joint", {{"/joining/part/voltage_V", "50"}}},
      {"JOIN-05", "quiet", "", {{"/joining/part/voltage_V", "54.6"}}},
      {"JOIN-10", "Note", "", {}},
      {"JOIN-10", "quiet", "", {{"/packs/0/soc", "0.95"}}},
      {"LIM-01", "Stop", "", {{"/wiring/runs/2/size", "22awg"}}},
      {"LIM-01", "quiet", "", {}},
      {"LIM-02", "Mind", "", {}},
      {"LIM-02", "quiet", "", {{"/packs/0/bms/continuous_A", "30"}}},
      {"WIRE-03", "Stop", "second", {{"/packs/1/fuse/present", "no"}}},
      {"WIRE-03", "Stop", "second", {{"/packs/1/fuse/distance_mm", "300"}}},
      {"WIRE-03", "quiet", "", {{"/packs/1/fuse/distance_mm", "300"}, {"/packs/1/fuse/built_in", "yes"}}},
      {"WIRE-04", "Stop", "second", {{"/packs/1/fuse/dc_V", "32"}}},
      {"WIRE-04", "Stop", "stock", {{"/packs/0/fuse/breaking_A", "200"}}},
      {"WIRE-04", "quiet", "", {{"/packs/1/fuse/dc_V", ""}}},
      {"WIRE-05", "Stop", "second", {{"/packs/1/fuse/rating_A", "40"}}},
      {"WIRE-05", "Mind", "second", {{"/packs/1/fuse/rating_A", "20"}}},
      {"WIRE-05", "quiet", "", {{"/packs/1/fuse/rating_A", "25"}}},
      {"CHG-01", "Stop", "charger-deck/second", {{"/chargers/1/output_V", "58.8"}}},
      {"CHG-01", "Stop", "charger-deck/second", {{"/chargers/1/reading_V", "55.5"}}},
      {"CHG-01", "quiet", "", {{"/chargers/1/reading_V", "0"}}},
      {"CHG-03", "Stop", "charger-stock/stock", {{"/chargers/0/output_A", "3"}}},
      {"CHG-03", "Stop", "charger-deck/second", {{"/packs/1/bms/charge_A", "3"}}},
      {"CHG-03", "quiet", "", {}},
      {"CHG-05", "Mind", "charger-stock/stock", {{"/chargers/0/output_V", "48"}}},
      {"CHG-05", "Mind", "charger-stock/stock", {{"/chargers/0/reading_V", "54.9"}}},
      {"CHG-05", "quiet", "", {{"/chargers/0/output_V", "48"}, {"/chargers/0/reading_V", "54.5"}}},
      {"CHG-05", "quiet", "", {{"/chargers/0/reading_V", "54.7"}}},
      {"CHG-18", "Stop", "charger-stock/stock", {{"/chargers/0/polarity", "centre-minus"}}},
      {"CHG-18", "quiet", "", {{"/chargers/0/polarity", "centre-minus"}, {"/chargers/0/plug", "barrel-5.5-2.5"}}}};
  return all;
}

Plan planOf(const RuleCase& c) {
  Plan plan = plans::sound();
  for (const auto& [pointer, typed] : c.typed) plan = plans::with(plan, pointer, typed);
  if (!c.looseCells.empty())
    plan = *withReading(plan, 1, {"2026-10-02", ReadingOf::LooseCells, std::nullopt, Minute(60), *readVolts(c.looseCells), {}});
  return plan;
}

}  // namespace

TEST_CASE("every rule fires and keeps quiet where it should") {
  for (const RuleCase& c : cases()) {
    const auto found = plans::findings(planOf(c), c.id);
    std::string words = c.id + " with";
    for (const auto& [pointer, typed] : c.typed) words += " " + pointer + "=" + typed;
    INFO(words);
    if (c.outcome == "quiet") {
      CHECK(found.empty());
      continue;
    }
    bool there = false;
    for (const Finding& f : found) there = there || (severityWord(f.severity) == c.outcome && (c.part.empty() || f.part == c.part));
    for (const Finding& f : found) UNSCOPED_INFO("found " << severityWord(f.severity) << " " << f.key());
    CHECK(there);
  }
}

TEST_CASE("no rule is without a firing and a quiet case") {
  std::set<std::string> firing, quiet;
  for (const RuleCase& c : cases()) (c.outcome == "quiet" ? quiet : firing).insert(c.id);
  for (const rules::Rule& rule : rules::table()) {
    INFO(rule.id);
    if (rule.id == "SAFE-01") continue;  // always there, checked below
    CHECK(firing.contains(std::string(rule.id)));
    CHECK(quiet.contains(std::string(rule.id)));
  }
}

TEST_CASE("every finding has a sentence with figures, a why, a do, a working and a field to go to") {
  for (const RuleCase& c : cases()) {
    const Plan plan = planOf(c);
    for (const Finding& f : plans::assessed(plan).findings) {
      INFO(f.key() << ": " << f.sentence);
      CHECK(f.sentence.ends_with('.'));
      CHECK_FALSE(f.why.empty());
      CHECK_FALSE(f.what.empty());
      CHECK_FALSE(f.working.title.empty());
      CHECK_FALSE(f.working.result.empty());
      if (!f.pointer.empty()) CHECK(findField(plan, f.pointer));
      for (const Fix& fix : f.fixes)
        for (const auto& [pointer, value] : fix.edits) CHECK(withField(plan, pointer, value));
    }
  }
}

TEST_CASE("the fix of a finding removes it") {
  for (const RuleCase& c : cases()) {
    if (c.outcome == "quiet") continue;
    const Plan plan = planOf(c);
    for (const Finding& f : plans::findings(plan, c.id))
      for (const Fix& fix : f.fixes) {
        Plan mended = plan;
        for (const auto& [pointer, value] : fix.edits) mended = *withField(mended, pointer, value);
        INFO(f.key() << ", " << fix.words);
        for (const Finding& after : plans::findings(mended, c.id)) CHECK((after.key() != f.key() || after.severity > f.severity));
      }
  }
}

TEST_CASE("SAFE-01 is always shown, never counted") {
  for (const Plan& plan : {Plan{}, plans::sound()}) {
    const auto found = plans::findings(plan, "SAFE-01");
    REQUIRE(found.size() == 1);
    CHECK_FALSE(found[0].counted);
    CHECK_FALSE(plans::assessed(plan).worstOf(Station::Range).has_value());
  }
}

TEST_CASE("one cause gives one finding") {
  // The stock BMS is below the peak: JOIN-03 says so, and LIM-01 does not say it again.
  const Plan plan = plans::with(plans::sound(), "/bike/controller/current_max_A", "28±1A");
  CHECK(plans::findings(plan, "JOIN-03").size() == 1);
  CHECK(plans::findings(plan, "LIM-01").empty());
  // A direct joint of unlike packs: JOIN-01, not JOIN-02 about their volts.
  const Plan unlike = plans::with(plans::with(plans::sound(), "/packs/1/series", "14"), "/joining/method", "direct");
  CHECK(plans::findings(unlike, "JOIN-02").empty());
}

TEST_CASE("the examples find what is said of them, and nothing else") {
  using List = std::vector<std::string>;
  CHECK(plans::summary(plans::demo()) ==
        List{"Stop WIRE-04@second", "Mind PACK-06@second", "Mind LIM-02@stock/bms", "Note JOIN-10@joint", "Note JOIN-21@joint"});
  CHECK(plans::summary(plans::with(plans::demo(), "/bike/controller/current_max_A", "28±1A")) ==
        List{"Stop JOIN-03@stock/bms", "Stop WIRE-04@second", "Mind PACK-06@second", "Mind JOIN-04@joint", "Note JOIN-10@joint",
             "Note JOIN-21@joint"});
  CHECK(plans::summary(plans::example("quarry-town-folder")).empty());
  CHECK(plans::summary(plans::example("allotment-barrow")) == List{"Mind JOIN-15@joint", "Note BIKE-06@bed", "Note JOIN-21@joint"});
  CHECK(plans::summary(plans::example("moor-tractor")) == List{"Mind PACK-07@left", "Mind PACK-07@right"});
}

TEST_CASE("an acceptance holds until the figure is ten per cent worse, and never for a Stop") {
  const Plan plan = plans::sound();
  const Finding narrow = plans::findings(plan, "LIM-02").at(0);
  const Plan accepted = *withAcceptance(plan, narrow.key(), {"ridden like this for two years", narrow.headline});
  const auto reasonIn = [&](const Plan& p) { return plans::findings(p, "LIM-02").at(0).acceptedBecause; };
  CHECK(reasonIn(accepted) == "ridden like this for two years");
  CHECK_FALSE(plans::assessed(accepted).worstOf(narrow.station).has_value());
  CHECK(reasonIn(plans::with(accepted, "/bike/controller/current_max_A", "23±1A")));  // 4 % worse
  const Finding stop = plans::findings(plans::demo(), "WIRE-04").at(0);
  const Plan stubborn = *withAcceptance(plans::demo(), stop.key(), {"it will do", stop.headline});
  CHECK_FALSE(plans::findings(stubborn, "WIRE-04").at(0).acceptedBecause);
  CHECK_FALSE(withAcceptance(plan, narrow.key(), {"  ", 1.0}));
}

TEST_CASE("what is not known never stops, it is unproven") {
  Plan plan = plans::sound();
  std::vector<std::string> pointers;
  forEachField(plan, [&](const std::string& pointer, const FieldSpec& spec, const FieldValue& value) {
    if (!spec.required && isNumeric(spec.kind) && !std::holds_alternative<std::monostate>(value)) pointers.push_back(pointer);
  });
  for (const std::string& pointer : pointers) {
    const auto next = withField(plan, pointer, FieldValue{});
    INFO(pointer);
    REQUIRE(next);
    CHECK_FALSE(plans::assessed(*next).hasStop());
    plan = *next;  // and so on, until nothing optional is known at all
  }
  CHECK_FALSE(plans::findings(plan, "BIKE-08").empty());
}

TEST_CASE("a fuse that is wrong in volts and in breaking capacity is told both, in one finding") {
  const Plan plan = plans::with(plans::with(plans::demo(), "/packs/1/fuse/dc_V", "32"), "/packs/1/fuse/breaking_A", "50");
  const auto found = plans::findings(plan, "WIRE-04");
  REQUIRE(found.size() == 1);
  CHECK(found[0].sentence.find("32 V DC") != std::string::npos);
  CHECK(found[0].what.find("this one breaks 50 A") != std::string::npos);
  const auto volts = plans::findings(plans::with(plan, "/packs/1/fuse/breaking_A", "20000"), "WIRE-04");
  REQUIRE(volts.size() == 1);
  CHECK(volts[0].what.find("breaks") == std::string::npos);
}
