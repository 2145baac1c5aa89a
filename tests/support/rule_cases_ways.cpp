// The rows of the rules about ways forward (the sound plan is today's, what is typed makes the way) and about the rides.
#include "support/rule_cases.h"

namespace plans {

namespace {

/// The deck pack with another group in series, and what a careful person adds for it.
Typed higher(Typed more) {
  Typed out{{"/packs/1/series", "14"}, {"/packs/1/bms/series", "14"}};
  out.insert(out.end(), more.begin(), more.end());
  return out;
}

RuleCase way(const char* id, const char* outcome, const char* part, Typed typed) {
  RuleCase row{id, outcome, part, std::move(typed)};
  row.way = true;
  return row;
}

const Typed charged{{"/chargers/1/output_V", "58.8"}};

}  // namespace

std::vector<RuleCase> wayCases() {
  return {way("OPT-01", "quiet", "", {}),
          {"OPT-01", "quiet", "", higher({})},  // no way forward: nothing was left behind
          way("OPT-01", "Mind", "second", higher({})),
          way("OPT-01", "quiet", "", higher(charged)),
          way("OPT-01", "Mind", "second", higher({{"/chargers/1/output_V", "57.5"}})),
          way("OPT-01", "Mind", "second", higher({{"/chargers/1/output_V", "58.8"}, {"/packs/1/fuse/dc_V", ""}})),
          way("OPT-01", "Mind", "second", higher({{"/chargers/1/output_V", "58.8"}, {"/chargers/1/chemistry", "lfp"}})),
          way("OPT-01", "Mind", "second",
              higher({{"/chargers/1/output_V", "58.8"}, {"/bike/controller/input_max_V", ""}, {"/bike/controller/capacitor_V", ""}})),
          way("OPT-02", "quiet", "", {}),
          way("OPT-02", "Mind", "kept/second", higher({})),
          way("OPT-02", "Mind", "kept/second", higher({{"/undertaking/old_pack", "spare"}})),
          way("OPT-02", "quiet", "", higher({{"/undertaking/old_pack", "sold"}, {"/chargers/1/plug", "barrel-5.5-2.1"}})),
          way("OPT-02", "Mind", "kept/charger-deck", higher({{"/undertaking/old_pack", "recycled"}, {"/chargers/1/output_V", "58.8"}})),
          way("OPT-02", "quiet", "", {{"/packs/1/parallel", "6"}}),
          way("OPT-03", "quiet", "", {{"/packs/1/parallel", "6"}}),
          way("OPT-03", "Note", "way", {{"/packs/1/parallel", "4"}}),
          way("OPT-03", "quiet", "", {{"/packs/1/parallel", "4"}, {"/bike/controller/current_max_A", "20±1A"}}),
          way("OPT-03", "Note", "way", {{"/packs/1/mass_kg", "10.2"}}),
          way("OPT-03", "quiet", "", {{"/packs/1/mass_kg", "9.7"}}),
          {"OPT-03", "quiet", "", {{"/packs/1/parallel", "4"}}}};
}

namespace {

RuleCase ridden(const char* outcome, const char* part, int rides) {
  RuleCase row{"RANGE-02", outcome, part, {}};
  row.rides = rides;
  return row;
}

RuleCase claimed(const char* outcome, const char* claim) {
  RuleCase row{"RANGE-05", outcome, outcome == std::string("quiet") ? "" : "claim-3", {}};  // the plan has two of its own
  row.claim = claim;
  return row;
}

/// Both packs at a quarter in the evening, to be ready by a time of the same one.
RuleCase evening(const char* outcome, const char* part, const char* ready, Typed more = {}) {
  more.insert(more.end(),
              {{"/packs/0/soc", "25 %"}, {"/packs/1/soc", "25 %"}, {"/charging/begins_min", "18:00"}, {"/charging/ready_by_min", ready}});
  return {"RANGE-09", outcome, part, std::move(more)};
}

const std::string round = "ferry path round", route = "/routes/0/";

}  // namespace

std::vector<RuleCase> rangeCases() {
  return {{"RANGE-01", "Mind", round, {{route + "km", "82"}}},
          {"RANGE-01", "quiet", "", {{route + "km", "79.5"}}},
          ridden("Note", "rides", 4),
          ridden("quiet", "", 5),
          {"RANGE-03", "Mind", round, {{"/need/reserve_km", "38.5"}}},
          {"RANGE-03", "quiet", "", {{"/need/reserve_km", "36.5"}}},
          {"RANGE-03", "quiet", "", {}},
          {"RANGE-04", "Note", "stock", {{"/ambient_C", "9"}}},
          {"RANGE-04", "quiet", "", {{"/ambient_C", "10.5"}}},
          {"RANGE-04", "Note", "second", {{"/packs/1/temperature_C", "9"}}},
          claimed("Note", "up to 400 km on one charge"),
          claimed("Note", "lasts 9000 cycles"),
          claimed("quiet", "up to 60 km on one charge"),
          claimed("quiet", "made of good cells"),
          {"RANGE-06", "Mind", "stock", {{"/packs/0/cell", ""}, {"/packs/0/label_Ah", "10.2"}, {"/packs/0/soh", "96 %"}}},
          {"RANGE-06",
           "Mind",
           "stock",
           {{"/packs/0/cell", ""}, {"/packs/0/label_Ah", ""}, {"/packs/0/label_Wh", "480"}, {"/packs/0/soh", "90 %"}}},
          {"RANGE-06", "quiet", "", {{"/packs/0/cell", ""}, {"/packs/0/label_Ah", "10.2"}, {"/packs/0/soh", "97 %"}}},
          {"RANGE-06", "quiet", "", {{"/packs/0/soh", "80 %"}}},
          {"RANGE-06", "quiet", "", {{"/packs/0/soh", "80 %"}, {"/cells/heron-29/capacity_Ah", "2.9"}}},
          evening("Mind", "stock", "18:30"),
          evening("Mind", "second", "18:30"),
          evening("quiet", "", "23:30"),
          {"RANGE-09", "quiet", "", {{"/packs/0/soc", "25 %"}, {"/packs/1/soc", "25 %"}}},
          {"RANGE-07", "Mind", round, {{route + "speed_km_h", "45"}}},
          {"RANGE-07", "quiet", "", {{route + "speed_km_h", "20"}}},
          {"RANGE-08", "Mind", round, {{"/bike/rider_W", "300"}}},
          {"RANGE-08", "Mind", round, {{route + "headwind_km_h", "55"}}},
          {"RANGE-08", "quiet", "", {{"/bike/rider_W", "60"}}}};
}

}  // namespace plans
