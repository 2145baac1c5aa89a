// The rows of the rules about how a pack is held and what its case is of; for flat cells the third example's barrow.
#include "support/rule_cases.h"

namespace plans {

namespace {

const std::string hold = "/packs/1/hold/", thing = "/packs/1/fit/things/0/", deck = "/packs/1/", room = "/packs/1/fit/";

Typed screws(const char* count, const char* size, const char* into, const char* straps = "0") {
  return {{hold + "screws", count},
          {hold + "screw_size", size},
          {hold + "screw_into", into},
          {hold + "straps", straps},
          {deck + "mass_kg", "4"}};
}

/// The board's place taken by something of another kind.
Typed beside(const char* kind, Typed more = {}) {
  Typed out{{thing + "kind", kind}};
  out.insert(out.end(), more.begin(), more.end());
  return out;
}

/// A case that somebody puts over what must be reached.
Typed putCase(const char* x, const char* kind) {
  return {{deck + "cell", ""},    {deck + "box_length_mm", "150"}, {deck + "box_width_mm", "70"}, {deck + "box_height_mm", "100"},
          {thing + "kind", kind}, {thing + "x_mm", "280"},         {room + "box_x_mm", x},        {room + "box_turn_deg", "0"}};
}

/// Flat cells: those of the barrow in the second pack's room.
Typed flat(Typed more) {
  Typed out{{"/cells/tern-33/form", "pouch 8x45x120"}};
  out.insert(out.end(), more.begin(), more.end());
  return out;
}

}  // namespace

std::vector<RuleCase> holdCases() {
  return {{"FIT-06", "quiet", "", {}},
          {"FIT-06", "Mind", "second", {{hold + "carrier_limit_kg", "3.9"}, {deck + "mass_kg", "4"}}},
          {"FIT-06", "quiet", "", {{hold + "carrier_limit_kg", "4"}, {deck + "mass_kg", "4"}}},
          {"FIT-06", "Mind", "second", {{hold + "centre_up_mm", "1232"}, {deck + "mass_kg", "5"}}},
          {"FIT-06", "quiet", "", {{hold + "centre_up_mm", "1228"}, {deck + "mass_kg", "5"}}},
          {"FIT-07", "quiet", "", screws("4", "M5", "rivet-nut")},
          {"FIT-07", "Mind", "second", screws("4", "M5", "bare-plastic", "4")},
          {"FIT-07", "Mind", "second",
           [] {
             Typed t = screws("2", "M5", "metal-thread");
             t.push_back({hold + "screws_before", "2"});
             t.push_back({hold + "screw_size_before", "M8"});
             return t;
           }()},
          {"FIT-07", "quiet", "",
           [] {
             Typed t = screws("2", "M5", "metal-thread");
             t.push_back({hold + "screws_before", "2"});
             t.push_back({hold + "screw_size_before", "M6"});
             return t;
           }()},
          // 4 kg on gravel: 471 N.
          {"FIT-07", "Mind", "second",
           [] {
             Typed t = screws("0", "M5", "metal-thread", "1");
             t.push_back({hold + "strap_width_mm", "47"});
             return t;
           }()},
          {"FIT-07", "quiet", "",
           [] {
             Typed t = screws("0", "M5", "metal-thread", "1");
             t.push_back({hold + "strap_width_mm", "48"});
             return t;
           }()},
          {"FIT-07", "Mind", "second",
           [] {
             Typed t = screws("0", "M5", "metal-thread", "1");
             t.push_back({hold + "strap_width_mm", "48"});
             t.push_back({hold + "ridden_on", ""});
             return t;
           }()},
          {"FIT-08", "quiet", "", {{hold + "case_of", "printed-abs"}}},
          {"FIT-08", "Mind", "second", {{hold + "case_of", "printed-pla"}}},
          {"FIT-08", "Mind", "second", {{hold + "case_of", "printed-petg"}, {hold + "case_warmest_C", "71"}}},
          {"FIT-08", "quiet", "", {{hold + "case_of", "printed-petg"}, {hold + "case_warmest_C", "70"}, {hold + "case_clamped", "no"}}},
          {"FIT-08", "Mind", "second", {{hold + "case_of", "printed-nylon"}, {hold + "case_clamped", "yes"}}},
          {"FIT-09", "quiet", "", {}},
          {"FIT-09", "Mind", "second", putCase("202", "within-reach")},
          {"FIT-09", "quiet", "", putCase("180", "within-reach")},
          {"FIT-09", "quiet", "", putCase("202", "fixed")},
          {"FIT-10", "quiet", "", beside("heat-maker", {{thing + "heat_W", "17.5"}, {hold + "vent", ""}})},
          {"FIT-10", "Mind", "second", beside("heat-maker", {{thing + "heat_W", "18.5"}, {hold + "vent", "no"}})},
          {"FIT-10", "Mind", "second", beside("heat-maker", {{thing + "heat_W", "18.5"}, {hold + "vent", ""}})},
          {"FIT-10", "quiet", "", beside("heat-maker", {{thing + "heat_W", "18.5"}, {hold + "vent", "yes"}})},
          {"FIT-11", "quiet", "", {}},
          {"FIT-11", "Mind", "second", {{hold + "vent", "no"}}},
          {"FIT-11", "Mind", "second", {{hold + "case_of", "fabric"}, {hold + "hard_faces", "no"}}},
          {"FIT-11", "quiet", "", {{hold + "case_of", "fabric"}, {hold + "hard_faces", "yes"}}},
          {"FIT-11", "Mind", "second", beside("bare-metal", {{thing + "covered", "no"}})},
          {"FIT-11", "Mind", "second", beside("bare-metal", {{thing + "covered", ""}})},
          {"FIT-11", "quiet", "", beside("bare-metal", {{thing + "covered", "yes"}})},
          {"FIT-12", "quiet", "", {{hold + "point_load", "yes"}}},
          {"FIT-12", "Stop", "second", flat({{hold + "point_load", "yes"}})},
          {"FIT-12", "Mind", "second", flat({{hold + "plates", "no"}})},
          {"FIT-12", "Mind", "second", flat({{hold + "pressure_kpa", "19.9"}})},
          {"FIT-12", "Mind", "second", flat({{hold + "pressure_kpa", "100.5"}})},
          {"FIT-12", "quiet", "", flat({{hold + "pressure_kpa", "100"}, {hold + "plates", "yes"}, {hold + "growth_mm", "200"}})},
          {"FIT-12", "Stop", "second", flat({{hold + "growth_mm", "0"}, {hold + "plates", "yes"}})},
          {"FIT-12", "Mind", "second", flat({{hold + "growth_mm", "1"}, {hold + "plates", "yes"}})},
          {"FIT-15", "quiet", "", {{hold + "bare_over_mm", "2"}, {hold + "bare_through_mm", "1"}}},
          {"FIT-15", "Mind", "second", {{hold + "bare_over_mm", "1.9"}}},
          {"FIT-15", "Mind", "second", {{hold + "bare_through_mm", "0.9"}}},
          {"FIT-15", "quiet", "", {{hold + "bare_through_mm", "0.9"}, {hold + "bare_V", "30"}}},
          {"FIT-15", "Mind", "second", {{hold + "bare_through_mm", "0.9"}, {hold + "bare_V", "30.5"}}},
          {"FIT-18", "quiet", "", {}},
          {"FIT-18", "Note", "second", {{hold + "case_of", "printed-abs"}, {hold + "flame_rated", "no"}}},
          {"FIT-18", "Note", "second", {{hold + "case_of", "printed-abs"}, {hold + "flame_rated", ""}, {hold + "kept_indoors", ""}}},
          {"FIT-18", "quiet", "", {{hold + "case_of", "printed-abs"}, {hold + "flame_rated", "yes"}}},
          {"FIT-18", "quiet", "", {{hold + "case_of", "printed-abs"}, {hold + "flame_rated", "no"}, {hold + "kept_indoors", "no"}}}};
}

}  // namespace plans
