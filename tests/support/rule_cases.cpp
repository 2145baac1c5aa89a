// The rows of the rules.
#include "support/rule_cases.h"

#include "core/log/line.h"
#include "core/pack/bench_tests.h"
#include "core/plan/edit.h"
#include "core/plan/lists.h"
#include "support/plans.h"

namespace plans {

using namespace usherwright;

namespace {

/// Joined hard, with what somebody says of the ends.
Typed vouched(const char* flag, const char* by, const char* on) {
  const std::string at = "/joining/";
  return {{at + "method", "direct"}, {at + flag, "yes"}, {at + "ends_checked_by", by}, {at + "ends_checked_on", on}};
}

/// Thirteen groups, the last one as given.
std::string groupsWith(const std::string& last) {
  std::string out;
  for (int i = 0; i < 12; ++i) out += "4.10 ";
  return out + last;
}

/// The same at half charge.
std::string middling(const std::string& last) {
  std::string out;
  for (int i = 0; i < 12; ++i) out += "3.70 ";
  return out + last;
}

}  // namespace

// Each in a file of its own.
std::vector<RuleCase> wiringCases(), chargingCases(), fitCases(), holdCases(), wayCases(), rangeCases(), buildCases(), logCases();
StepRecord recordOf(const std::string& step, const std::string& reading);
Plan withEntryFor(const Plan& plan, const std::string& pointer);
void fold(Pack& pack);
const std::vector<RuleCase>& otherCases();

const std::vector<RuleCase>& ruleCases() {
  static const std::vector<RuleCase> all = [] {
    std::vector<RuleCase> both = otherCases();
    for (const auto more : {wiringCases, chargingCases, fitCases, holdCases, wayCases, rangeCases, buildCases, logCases})
      for (RuleCase& row : more()) both.push_back(std::move(row));
    return both;
  }();
  return all;
}

const std::vector<RuleCase>& otherCases() {
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
      {"PACK-12", "Note", "second", {{"/packs/1/assembly", "joined"}, {"/packs/1/accepted_on", "group-ladder"}}},
      {"PACK-12", "Mind", "second", {{"/packs/1/assembly", "joined"}}},
      {"PACK-12", "quiet", "", {{"/packs/1/assembly", "joined"}, {"/packs/1/accepted_on", "group-ladder"}}, "", middling("3.66")},
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
      {"JOIN-12",
       "Stop",
       "lead-second",
       {{"/wiring/runs/1/to", "stock"}, {"/wiring/runs/1/from_pole", "plus"}, {"/wiring/runs/1/to_pole", "minus"}}},
      {"JOIN-12", "quiet", "", {{"/wiring/runs/1/to", "stock"}, {"/wiring/runs/1/from_pole", "plus"}, {"/wiring/runs/1/to_pole", "plus"}}},
      {"JOIN-12", "quiet", "", {{"/wiring/runs/1/to", "stock"}}},
      {"BIKE-08", "Mind", "lead-second", {{"/wiring/runs/1/to", "stock"}}},
      {"BIKE-08", "Mind", "second/plug", {{"/wiring/runs/1/to", "stock"}}},
      {"BIKE-08", "Mind", "second/plug", {{"/packs/1/plug", "no-such-plug"}}},
      {"BIKE-08", "Mind", "lead-stock", {{"/wiring/runs/0/from", "shed"}}},
      {"BIKE-08", "Mind", "second", {{"/packs/1/bms/port", ""}}},
      {"BIKE-08", "Mind", "second/charge", {{"/packs/1/charge_polarity", ""}}},
      {"BIKE-08", "Mind", "charger-deck", {{"/chargers/1/chemistry", ""}}},
      {"BIKE-08", "Mind", "accessory-1", {{"/bike/accessories/0/max_V", ""}, {"/bike/accessories/0/tap", "bus"}}},
      {"JOIN-13", "Stop", "joint", {{"/joining/method", "selector"}, {"/joining/part/break_before_make", "no"}}},
      {"JOIN-13", "Mind", "joint", {{"/joining/method", "selector"}}},
      {"JOIN-13",
       "Mind",
       "joint",
       {{"/joining/method", "selector"}, {"/joining/part/break_before_make", "yes"}, {"/joining/part/breaks_load", "no"}}},
      {"JOIN-13", "Mind", "joint", {{"/joining/method", "selector"}, {"/joining/part/break_before_make", "yes"}}},
      {"JOIN-13",
       "quiet",
       "",
       {{"/joining/method", "selector"}, {"/joining/part/break_before_make", "yes"}, {"/joining/part/breaks_load", "yes"}}},
      {"JOIN-14", "Note", "second", {{"/joining/method", "selector"}, {"/packs/1/soc", "30"}}},
      {"JOIN-14", "quiet", "", {{"/joining/method", "selector"}, {"/packs/1/soc", "100"}}},
      {"JOIN-15", "Mind", "joint", {{"/packs/1/series", "14"}}},
      {"JOIN-15", "quiet", "", {}},
      {"JOIN-16", "Stop", "joint", {{"/joining/method", "direct"}}},
      {"JOIN-16", "Mind", "joint", {{"/joining/method", "direct"}, {"/joining/loose_ends_capped", "yes"}}},
      {"JOIN-16", "Mind", "joint", vouched("always_together", ".", "2026-10-03")},
      {"JOIN-16", "Mind", "joint", vouched("loose_ends_capped", "the builder", "in autumn")},
      {"JOIN-16", "quiet", "", vouched("loose_ends_capped", "the builder", "2026-10-03")},
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
      {"LIM-01",
       "Stop",
       "joint/lead",
       {{"/wiring/runs/2/size", "22awg"}, {"/packs/0/fuse/present", "no"}, {"/packs/1/fuse/present", "no"}}},
      {"LIM-01", "Stop", "stock/bms", {{"/bike/controller/boost_s", "4"}, {"/packs/0/bms/continuous_A", "11"}}},
      {"LIM-01", "quiet", "", {{"/bike/controller/boost_s", "4"}, {"/packs/0/bms/continuous_A", "12"}}},
      {"LIM-01", "quiet", "", {}},
      {"LIM-02", "Mind", "", {}},
      {"LIM-02", "quiet", "", {{"/packs/0/bms/continuous_A", "30"}}},
      {"BIKE-01", "Mind", "stock", {{"/bike/controller/capacitor_V", "57"}}},
      {"BIKE-01", "quiet", "", {{"/bike/controller/capacitor_V", "58"}}},
      {"BIKE-01", "Stop", "converter", {{"/joining/method", "converter"}, {"/joining/converter/set_V", "58.9"}}},
      {"BIKE-01", "quiet", "", {{"/joining/method", "converter"}, {"/joining/converter/set_V", "55"}}},
      {"BIKE-01", "Stop", "charger-deck", {{"/chargers/1/place", "bus"}, {"/chargers/1/output_V", "60.1"}}},
      {"BIKE-03", "Stop", "stock", {{"/bike/controller/cutoff_V", "33"}, {"/packs/0/bms/cell_cutoff_V", "2.4"}}},
      {"BIKE-03", "Mind", "stock", {{"/bike/controller/cutoff_V", "33"}, {"/packs/0/bms/cell_cutoff_V", "2.5"}}},
      {"BIKE-03", "Mind", "stock", {{"/bike/controller/cutoff_V", "33.5"}, {"/packs/0/bms/cell_cutoff_V", "2.4"}}},
      {"BIKE-03", "Mind", "stock", {{"/bike/controller/cutoff_V", "33"}, {"/packs/0/bms/cell_cutoff_V", ""}}},
      {"BIKE-07",
       "Stop",
       "accessory-1",
       {{"/bike/accessories/0/max_V", "12"}, {"/bike/accessories/0/tap", "controller"}, {"/bike/accessories/0/lead_V", "12.5"}}},
      {"BIKE-12", "Mind", "stock", {{"/bike/controller/cutoff_V", "47.5"}}},
      {"BIKE-12", "quiet", "", {{"/bike/controller/cutoff_V", "47"}}},
      {"BIKE-13", "Mind", "accessory-1", {{"/bike/accessories/0/max_V", "54"}}},
      {"BIKE-13", "quiet", "", {{"/bike/accessories/0/max_V", "55"}}},
      {"BIKE-13", "quiet", "", {{"/bike/accessories/0/max_V", "12"}, {"/bike/accessories/0/lead_V", "12"}}},
      {"PACK-01", "quiet", "", {{"/packs/1/bms/chemistry", "lipo"}}},
      {"PACK-07", "Stop", "second", {{"/packs/1/series", "15"}, {"/packs/1/competence", "."}}},
      {"PACK-14", "Stop", "stock", {{"/packs/0/read_full_V", "58.7"}}},
      {"PACK-14", "Stop", "stock", {{"/packs/0/read_full_V", "51.9"}}},
      {"PACK-14", "quiet", "", {{"/packs/0/read_full_V", "52.1"}}},
      {"PACK-14", "quiet", "", {{"/packs/0/read_full_V", "54.9"}}},
      {"PACK-14", "Stop", "second", {}, "", "4.1 4.1 4.1"},
      {"PACK-14", "quiet", "", {}, "", groupsWith("4.10")},
      {"PACK-15", "Stop", "second", {}, "", groupsWith("1.99")},
      {"PACK-15", "quiet", "", {}, "", groupsWith("2.01")},
      {"PACK-15", "Stop", "second", {}, "", groupsWith("4.26")},
      {"PACK-15", "quiet", "", {}, "", groupsWith("4.24")},
      {"PACK-15", "Stop", "second", {}, "1.9 3.6 3.6"},
      {"PACK-16", "Mind", "stock", {{"/packs/0/bms/cell_cutoff_V", "2.49"}}},
      {"PACK-16", "quiet", "", {{"/packs/0/bms/cell_cutoff_V", "2.5"}}},
      {"PACK-16", "Mind", "stock", {{"/packs/0/bms/cell_full_V", "4.29"}}},
      {"PACK-16", "quiet", "", {{"/packs/0/bms/cell_full_V", "4.28"}}},
      {"PACK-16", "Mind", "stock", {{"/packs/0/bms/charge_from_C", "-1"}}},
      {"PACK-16", "quiet", "", {{"/packs/0/bms/charge_from_C", "0"}}},
      {"PACK-16", "Mind", "stock", {{"/packs/0/bms/trip_A", "46"}}},
      {"PACK-16", "quiet", "", {{"/packs/0/bms/trip_A", "45"}}},
      {"PACK-17", "Mind", "stock", {{"/packs/0/soh", "69"}}},
      {"PACK-17", "quiet", "", {{"/packs/0/soh", "70"}}},
      {"PACK-17", "Stop", "stock", {{"/packs/0/soh", "49"}}},
      {"PACK-18", "Mind", "second", {{"/cells/tern-33/capacity_Ah", "3.75"}}},
      {"PACK-18", "quiet", "", {{"/cells/tern-33/capacity_Ah", "3.7"}}},
      {"PACK-18", "Mind", "second", {{"/cells/tern-33/continuous_A", "50"}, {"/cells/tern-33/resistance_mohm", "1"}}},
      {"PACK-18",
       "quiet",
       "",
       {{"/cells/tern-33/continuous_A", "49"}, {"/cells/tern-33/resistance_mohm", "1"}, {"/cells/tern-33/peak_A", "60"}}},
      {"PACK-18", "Mind", "second", {{"/cells/tern-33/continuous_A", "14.5"}}},
      {"PACK-18", "quiet", "", {{"/cells/tern-33/continuous_A", "14.4"}}},
      {"PACK-19", "Mind", "stock", {{"/packs/0/temperature_C", "-21"}}},
      {"PACK-19", "quiet", "", {{"/packs/0/temperature_C", "-20"}}},
      {"JOIN-02",
       "Mind",
       "stock",
       {{"/joining/method", "direct"}, {"/packs/0/soc", "94.5"}, {"/joining/two_meters", "yes"}, {"/meter_accuracy", "3"}}},
      {"JOIN-15", "Note", "joint", {{"/packs/1/series", "14"}, {"/bike/controller/cutoff_V", "40.3"}}},
      {"JOIN-23", "Stop", "converter/input_high_V", {{"/joining/method", "converter"}, {"/joining/converter/input_high_V", "54.5"}}},
      {"JOIN-23", "quiet", "", {{"/joining/method", "converter"}, {"/joining/converter/input_high_V", "54.6"}}},
      {"JOIN-23", "Mind", "converter/input_low_V", {{"/joining/method", "converter"}, {"/joining/converter/input_low_V", "39.1"}}},
      {"JOIN-23", "quiet", "", {{"/joining/method", "converter"}, {"/joining/converter/input_low_V", "39"}}},
      {"JOIN-23", "Stop", "converter/set_V", {{"/joining/method", "converter"}, {"/joining/converter/set_V", "58.9"}}},
      {"JOIN-23", "quiet", "", {{"/joining/method", "converter"}, {"/joining/converter/set_V", "58.8"}}},
      {"JOIN-23",
       "Stop",
       "converter/set_V",
       {{"/joining/method", "converter"}, {"/joining/converter/set_V", "50"}, {"/joining/converter/fallback_V", "62"}}},
      {"JOIN-24", "Mind", "joint", {{"/bike/controller/current_max_A", "28±1A"}, {"/joining/limit_while_apart_A", "20"}}},
      {"JOIN-24", "quiet", "", {{"/bike/controller/current_max_A", "22±1A"}, {"/joining/limit_while_apart_A", "20"}}},
      {"JOIN-25", "Mind", "second", {{"/packs/1/series", "10"}}},
      {"JOIN-25", "quiet", "", {{"/packs/1/series", "12"}}},
      {"JOIN-26", "Mind", "stock", {{"/joining/method", "direct"}, {"/packs/0/soh", "84"}}},
      {"JOIN-26", "quiet", "", {{"/joining/method", "direct"}, {"/packs/0/soh", "86"}}},
      {"JOIN-26", "quiet", "", {{"/packs/0/soh", "80"}}},
      {"JOIN-27", "Mind", "joint", {{"/joining/part/inputs", "1"}}},
      {"JOIN-27", "quiet", "", {{"/joining/part/inputs", "2"}}},
      {"PACK-08", "Mind", "bed", {}, "", "", false, "3.300 3.306"},
      {"PACK-08", "quiet", "", {}, "", "", false, "3.300 3.304"},
      {"PACK-08", "Stop", "bed", {}, "", "", false, "3.280 3.311"},
      {"PACK-09", "Mind", "stock", {{"/packs/0/condition", "history-unknown"}}},
      {"PACK-09", "Stop", "stock", {{"/packs/0/condition", "fallen"}}},
      {"PACK-14", "Mind", "stock", {{"/packs/0/label_Wh", "720"}}},
      {"PACK-14", "quiet", "", {{"/packs/0/label_Wh", "560"}}},
      {"PACK-14", "Mind", "stock", {{"/packs/0/label_Ah", "17"}}},
      {"PACK-16", "Mind", "stock", {{"/packs/0/bms/peak_A", "24"}}},
      {"PACK-16", "quiet", "", {{"/packs/0/bms/peak_A", "25"}}}};
  return all;
}

namespace {

/// On which rows with a log are judged.
const Date theDay = *parseDate("2026-11-26");

}  // namespace

Plan planOf(const RuleCase& c) {
  Plan plan = sound();
  if (c.charged)
    plan.packs[0].charges.edit().push_back(
        {"2026-10-20", "charger-stock", StateOfCharge(0.5), StateOfCharge(0.8), std::nullopt, std::nullopt, {}});
  if (!c.claim.empty()) plan.claims.push_back({c.claim, "", "the seller", {}});
  for (const std::string& line : c.log) {
    const auto next = withLogLine(plan, readLogLine(line, plan, theDay));
    ensure(next.has_value(), "a row's line of the log asks");
    plan = *next;
  }
  for (const auto& [pointer, typed] : c.typed) plan = with(withEntryFor(plan, pointer), pointer, typed);
  if (c.folded) fold(plan.packs[1]);
  for (int i = 0; i < c.rides; ++i) {
    Ride ride;
    ride.when = "2026-10-20";
    ride.length = Kilometre(20);
    ride.energy = WattHour(200);
    plan.rides.edit().push_back(std::move(ride));
  }
  for (const auto& [step, reading] : c.steps) plan.build.done.edit().push_back(recordOf(step, reading));
  for (int i = 0; i < c.moreAdapters; ++i)
    plan.wiring.runs[1].adapters.insert(plan.wiring.runs[1].adapters.begin(), "bullet-3.5-p-to-bullet-3.5-s-ext");
  if (!c.looseCells.empty())
    plan = *withReading(plan, 1, {"2026-10-02", ReadingOf::LooseCells, std::nullopt, Minute(60), *readVolts(c.looseCells), {}});
  if (!c.groups.empty())
    plan = *withReading(plan, 1, {"2026-10-02", ReadingOf::Groups, std::nullopt, Minute(60), *readVolts(c.groups), {}});
  if (!c.phosphate.empty()) {
    plan = example("allotment-barrow");
    plan = *withReading(plan, 0, {"2026-10-02", ReadingOf::LooseCells, std::nullopt, Minute(60), *readVolts(c.phosphate), {}});
  }
  if (c.bothChargers) plan = *withAssignment(plan, 0, 1, Assignment::Assigned);
  return plan;
}

Assessment assessed(const RuleCase& row) {
  const Given given(shippedCatalogue(), row.log.empty() ? std::nullopt : std::optional<Date>(theDay));
  const Plan today = sound();
  return assess(planOf(row), row.way ? given.comingFrom(today) : given);
}

std::vector<Finding> findings(const RuleCase& row, const std::string& id) {
  std::vector<Finding> out = assessed(row).findings;
  std::erase_if(out, [&](const Finding& f) { return f.id != id; });
  return out;
}

}  // namespace plans
