// The rows of the rules of plugs and leads.
#include "support/rule_cases.h"

namespace plans {

namespace {

const std::string stock = "/packs/0/", deck = "/packs/1/", run = "/wiring/runs/0/", mains = "/wiring/main_switch/";

/// Volts of a main switch, which else is sound.
Typed switchOf(const char* volts, const char* amperes = "40") {
  return {{mains + "kind", "switch"}, {mains + "dc_V", volts}, {mains + "continuous_A", amperes}, {mains + "closes_last", "no"}};
}

/// An accessory's branch stands on the packs' bus; the lamps of the sound plan are fed by the controller.
Typed branchOf(const char* size, const char* present) {
  return {{"/bike/accessories/0/tap", "bus"}, {"/bike/accessories/0/lead_size", size}, {"/bike/accessories/0/fuse/present", present}};
}

/// A lead at a hinge of 120° about an axis 40 mm away, 200 mm between its clips.
Typed turning(const std::string& moves, const std::string& slack) {
  return {{run + "moves", moves},
          {run + "travel_deg", "120"},
          {run + "axis_distance_mm", "40"},
          {run + "free_length_mm", "200"},
          {run + "slack_mm", slack}};
}

}  // namespace

std::vector<RuleCase> wiringCases() {
  return {
      {"WIRE-01", "Mind", "stock/lead", {{"/wiring/runs/0/size", "18awg"}}},
      {"WIRE-01", "quiet", "", {{"/wiring/runs/0/size", "18awg"}, {"/wiring/runs/0/touchable", "no"}}},
      {"WIRE-01", "quiet", "", {{"/wiring/runs/0/size", "17awg"}}},
      {"WIRE-02", "Mind", "joint/way", {{"/wiring/runs/0/length_plus_m", "4.4"}, {"/wiring/runs/0/length_minus_m", "4.4"}}},
      {"WIRE-02", "quiet", "", {{"/wiring/runs/0/length_plus_m", "4.2"}, {"/wiring/runs/0/length_minus_m", "4.2"}}},
      {"WIRE-03", "Stop", "second", {{"/packs/1/fuse/present", "no"}}},
      {"WIRE-03", "Stop", "second", {{"/packs/1/fuse/distance_mm", "300"}}},
      {"WIRE-03", "quiet", "", {{"/packs/1/fuse/distance_mm", "300"}, {"/packs/1/fuse/built_in", "yes"}}},
      {"WIRE-04", "Stop", "second", {{"/packs/1/fuse/dc_V", "32"}}},
      {"WIRE-04", "Stop", "stock", {{"/packs/0/fuse/breaking_A", "200"}}},
      {"WIRE-04", "quiet", "", {{"/packs/1/fuse/dc_V", ""}}},
      {"WIRE-05", "Stop", "second", {{"/packs/1/fuse/rating_A", "40"}}},
      {"WIRE-05", "Mind", "second", {{"/packs/1/fuse/rating_A", "20"}}},
      {"WIRE-05", "quiet", "", {{"/packs/1/fuse/rating_A", "25"}}},
      {"WIRE-04", "Stop", "second/charge_fuse", {{"/packs/1/charge_fuse/dc_V", "32"}}},
      {"WIRE-05", "Stop", "stock", {{"/wiring/runs/2/size", "20awg"}}},
      {"WIRE-05", "Stop", "second/charge_fuse", {{"/packs/1/charge_fuse/rating_A", "30"}}},
      {"WIRE-16", "Note", "joint/lead", {}},
      {"WIRE-16", "quiet", "", {{"/wiring/runs/2/size", "8awg"}}},
      {"WIRE-06", "Stop", "stock/plug", {{stock + "plug_live_side", "pins"}, {stock + "own_half/plus_contact", ""}}},
      {"WIRE-06", "Stop", "stock/plug", {{stock + "own_half/minus_contact", "pins"}}},
      {"WIRE-06", "Stop", "stock/plug", {{stock + "bike_half/plus_contact", "sockets"}}},
      {"WIRE-06", "Stop", "stock/plug", {{stock + "bike_half/shell", "outer"}}},
      {"WIRE-06", "Stop", "stock/plug", {{stock + "bike_half/plus_at", "other"}}},
      {"WIRE-06", "Stop", "stock/plug", {{stock + "bike_half/key", "own"}}},
      {"WIRE-06",
       "Stop",
       "second/plug",
       {{deck + "bike_plug", "bullet-2"}, {deck + "bike_half/shell", "inner"}, {deck + "bike_half/key", "usual"}}},
      {"WIRE-06", "quiet", "", {}},
      {"WIRE-06", "quiet", "", {{stock + "plug", "blade-30"}, {stock + "bike_plug", "blade-45"}, {stock + "plug_live_side", "shrouded"}}},
      {"WIRE-06", "quiet", "", {{stock + "bike_half/plus_at", "other"}, {stock + "own_half/plus_at", "other"}}},
      {"WIRE-07", "Mind", "joint/spark", {}},
      {"WIRE-07", "Mind", "joint/spark", {{"/bike/controller/bulk_uF", "202"}}},
      {"WIRE-07", "Note", "joint/spark", {{"/bike/controller/bulk_uF", "200"}}},
      {"WIRE-07", "quiet", "", {{"/joining/precharge_ohm", "33"}}},
      {"WIRE-07", "quiet", "", {{"/joining/output_plug", "bullet-4.5-antispark"}}},
      {"WIRE-07", "quiet", "", {{mains + "kind", "soft-start"}, {mains + "closes_last", "yes"}}},
      {"WIRE-07",
       "Mind",
       "joint/spark",
       {{mains + "kind", "relay"}, {mains + "closes_last", "yes"}, {"/joining/output_plug", "bullet-4.5-antispark"}}},
      {"WIRE-08", "Mind", "stock/plug", {{run + "size", "10awg"}}},
      {"WIRE-08", "Mind", "stock/plug", {{run + "size", "20awg"}}},
      {"WIRE-08", "quiet", "", {{run + "size", "4mm2"}}},
      {"WIRE-08", "quiet", "", {{run + "size", "18awg"}}},
      {"WIRE-08", "Mind", "joint/plug", {{"/wiring/runs/2/size", "8awg"}}},
      {"WIRE-09", "Mind", "stock/lead", {{run + "moves", "yes"}, {run + "loop_radius_mm", "29"}}},
      {"WIRE-09", "quiet", "", {{run + "moves", "yes"}, {run + "loop_radius_mm", "40"}}},
      {"WIRE-09", "quiet", "", {{run + "moves", "no"}, {run + "loop_radius_mm", "29"}}},
      {"WIRE-09", "Mind", "stock/lead", {{run + "moves", "no"}, {run + "loop_radius_mm", "10"}}},
      {"WIRE-09",
       "Mind",
       "second/lead",
       {{"/wiring/runs/1/length_minus_m", "0.2"}, {"/bike/wheelbase_mm", "1400"}, {"/bike/down_tube_mm", "640"}}},
      {"WIRE-09", "quiet", "", {{"/wiring/runs/1/length_minus_m", "0.2"}, {"/bike/wheelbase_mm", ""}}},
      // 120° about 40 mm with 200 mm free: 83.8 + 20 mm.
      {"WIRE-09", "Mind", "stock/lead", turning("yes", "103")},
      {"WIRE-09", "Mind", "stock/lead", turning("", "103")},
      {"WIRE-09", "quiet", "", turning("yes", "104")},
      {"WIRE-09", "quiet", "", turning("no", "0")},
      {"WIRE-09",
       "Mind",
       "stock/lead",
       {{run + "moves", "yes"}, {run + "pull_out_mm", "250"}, {run + "free_length_mm", "300"}, {run + "slack_mm", "279"}}},
      {"WIRE-09",
       "quiet",
       "",
       {{run + "moves", "yes"}, {run + "pull_out_mm", "250"}, {run + "free_length_mm", "300"}, {run + "slack_mm", "280"}}},
      {"WIRE-10", "Mind", "stock/lead", {{run + "fixing", "loose"}}},
      {"WIRE-10", "quiet", "", {{run + "fixing", "taped"}}},
      {"WIRE-12", "Stop", "joint/switch", switchOf("54")},
      {"WIRE-12", "quiet", "", switchOf("55")},
      {"WIRE-12", "Stop", "joint/switch", switchOf("60", "5")},
      {"WIRE-12", "Stop", "joint/switch", {{mains + "breaks_running_current", "yes"}}},
      {"WIRE-13", "Mind", "stock/lead", {{run + "splice", "twisted"}}},
      {"WIRE-13", "Mind", "stock/lead", {{run + "splice", "screw-terminal"}}},
      {"WIRE-13", "Mind", "stock/lead", {{run + "splice", "bare-butt"}}},
      {"WIRE-13", "Mind", "stock/lead", {{run + "splice", "sealed-butt"}, {run + "strain_relief", "no"}}},
      {"WIRE-13", "quiet", "", {{run + "splice", "sealed-butt"}, {run + "strain_relief", "yes"}}},
      {"WIRE-14", "Mind", "", {{"/chargers/1/output_V", "67.2"}}},
      {"WIRE-14", "quiet", "", {{"/chargers/1/output_V", "57"}}},
      {"WIRE-15", "Stop", "second/charge", {{deck + "charge_fuse/present", "no"}}},
      {"WIRE-15", "Stop", "second/charge", {{deck + "charge_fuse/distance_mm", "201"}}},
      {"WIRE-15", "quiet", "", {{deck + "charge_fuse/distance_mm", "199"}}},
      {"WIRE-15", "quiet", "", {{deck + "charge_fuse/present", "no"}, {deck + "charge_lead_size", "10awg"}}},
      {"WIRE-15", "Stop", "accessory-1", branchOf("22awg", "no")},
      {"WIRE-15", "quiet", "", branchOf("22awg", "yes")},
      {"WIRE-15", "quiet", "", branchOf("4awg", "no")},
      {"WIRE-17", "Mind", "second", {{deck + "balance_leads", "bare"}}},
      {"WIRE-17", "quiet", "", {{deck + "balance_leads", "sleeved"}}},
      {"WIRE-18", "Mind", "stock/port", {{stock + "port_contacts", "bare"}}},
      {"WIRE-18", "quiet", "", {{stock + "port_contacts", "dead-until-plugged"}}},
      {"WIRE-19", "Mind", "stock/lead", {{run + "spray", "open"}}},
      {"WIRE-19", "quiet", "", {{run + "spray", "capped"}}},
      {"WIRE-20", "Stop", "stock/port", {{stock + "charge_port", "bullet-3.5"}}},
      {"WIRE-20", "Stop", "second/plug", {{deck + "own_half/plus_at", "other"}, {deck + "bike_half/plus_at", "other"}}},
      {"WIRE-20", "quiet", "", {}},
      {"WIRE-21", "Mind", "stock", {{stock + "parted_by", "nothing"}}},
      {"WIRE-21", "quiet", "", {{stock + "parted_by", "one-pole-switch"}}},
      {"WIRE-21", "Mind", "second", {{deck + "series", "15"}, {deck + "parted_by", "one-pole-switch"}}},
      {"WIRE-11", "Note", "second/lead", {}, {}, {}, false, {}, 2},
      {"WIRE-11", "quiet", "", {}, {}, {}, false, {}, 1},
  };
}

}  // namespace plans
