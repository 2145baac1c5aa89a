// Where values come from, through the file, through edits, and in what is unproven.
#include <catch2/catch.hpp>
#include <nlohmann/json.hpp>

#include "core/io/plan_json.h"
#include "core/plan/edit.h"
#include "core/plan/evidence.h"
#include "support/plans.h"

using namespace usherwright;

namespace {

std::string refusal(const nlohmann::ordered_json& json) {
  const auto plan = readPlan(json.dump());
  return plan ? "accepted" : plan.error().sentence();
}

nlohmann::ordered_json demoJson() { return nlohmann::ordered_json::parse(plans::exampleText("ferry-path-library-trike")); }

}  // namespace

TEST_CASE("a source with its note and the other values seen survives the file") {
  auto json = demoJson();
  json["provenance"]["/bike/controller/current_max_A"] = {
      {"from", "measured"}, {"note", "clamp meter on the hill"}, {"also", {{{"value", 20}, {"from", "claim"}}}}};
  const auto plan = readPlan(json.dump());
  REQUIRE(plan);
  CHECK(provenanceOf(*plan, "/bike/controller/current_max_A") == Provenance::Measured);
  const auto out = nlohmann::ordered_json::parse(writePlan(*plan));
  const auto& entry = out["provenance"]["/bike/controller/current_max_A"];
  CHECK(entry["note"] == "clamp meter on the hill");
  CHECK(entry["also"][0]["value"] == 20);
  // A change of source keeps the note and what was seen beside it.
  const Plan claimed = withProvenance(*plan, "/bike/controller/current_max_A", Provenance::Claim);
  CHECK(claimed.provenance.at("/bike/controller/current_max_A").note == "clamp meter on the hill");
}

TEST_CASE("malformed sources and acceptances are refused with their place") {
  auto json = demoJson();
  json["provenance"]["/budget"] = {{"from", "hearsay"}};
  CHECK(refusal(json) == "/provenance//budget/from: found \"hearsay\", expected measured, label, catalogue, claim, remembered or assumed.");
  json = demoJson();
  json["provenance"]["/budget"] = "label";
  CHECK(refusal(json) == "/provenance//budget: found \"label\", expected an object with \"from\".");
  json = demoJson();
  json["provenance"] = nlohmann::ordered_json::array();
  CHECK(refusal(json) == "/provenance: found a list, expected an object by field.");
  json = demoJson();
  json["accepted"]["LIM-02@stock/bms"] = 7;
  CHECK(refusal(json) == "/accepted/LIM-02@stock/bms: found 7, expected the reason as text.");
}

TEST_CASE("an acceptance keeps the figure it was given for") {
  const Finding f = plans::findings(plans::sound(), "LIM-02").at(0);
  const Plan plan = *withAcceptance(plans::sound(), f.key(), {"  known for years ", f.headline});
  const auto again = readPlan(writePlan(plan));
  REQUIRE(again);
  CHECK(again->accepted.at(f.key()).reason == "known for years");
  CHECK(again->accepted.at(f.key()).headline == Approx(f.headline));
  CHECK(withoutAcceptance(*again, f.key()).accepted.empty());
}

TEST_CASE("a limit that rests on a claim, a memory or a guess is unproven; a printed or measured one is not") {
  const std::string pointer = "/joining/part/total_A";
  for (Provenance source : {Provenance::Claim, Provenance::Remembered, Provenance::Assumed}) {
    const auto found = plans::findings(withProvenance(plans::sound(), pointer, source), "BIKE-08");
    INFO(provenanceWord(source));
    REQUIRE(found.size() == 1);
    CHECK(found[0].sentence == "Unproven: joiner, total (" + std::string(provenanceWord(source)) + ") of the joiner.");
    CHECK(found[0].part == "joint");
    CHECK(found[0].severity == Severity::Mind);
  }
  for (Provenance source : {Provenance::Measured, Provenance::Label, Provenance::Catalogue})
    CHECK(plans::findings(withProvenance(plans::sound(), pointer, source), "BIKE-08").empty());
}

TEST_CASE("the unproven things of one part are one finding that names them all and how to settle the first") {
  Plan plan = plans::sound();
  for (const char* key : {"rating_A", "dc_V", "breaking_A"}) plan = plans::with(plan, std::string("/packs/1/fuse/") + key, "");
  const auto found = plans::findings(plan, "BIKE-08");
  REQUIRE(found.size() == 1);
  CHECK(found[0].sentence == "Unproven: fuse, fuse DC voltage, breaking capacity (not known yet) of the fuse of deck.");
  CHECK(found[0].what == "For the fuse: printed on the fuse.");
  CHECK(found[0].working.inputs.size() == 3);
}

TEST_CASE("the count of assumed values falls as they are said to be known") {
  Plan plan = plans::demo();
  const int before = assumedValues(plan);
  plan = withProvenance(plan, "/bike/load_kg", Provenance::Measured);
  CHECK(assumedValues(plan) == before - 1);
}

TEST_CASE("sentences of findings are a product: each is pinned") {
  struct Row {
    const char* id;
    std::vector<std::pair<const char*, const char*>> typed;
    const char* sentence;
  };
  const std::vector<Row> rows{
      {"BIKE-01", {{"/bike/controller/input_max_V", "50"}}, "stock stands at 54.6 V when full; the controller maximum is 50 V."},
      {"BIKE-03",
       {{"/bike/controller/cutoff_V", "36"}},
       "stock: the controller lets it go down to 2.69 V per cell, its board cuts at 2.8 V; nmc cells want 2.8 V under load and never less "
       "than 2.5 V."},
      {"PACK-01", {{"/packs/1/bms/series", "14"}}, "The BMS of deck is for 14S; the pack is 13S."},
      {"PACK-02", {{"/packs/1/parallel", "2"}}, "At the 23 A peak each cell of deck carries 11.5 A; 10 A is what counts."},
      {"PACK-06", {{"/cells/tern-33/verified", "no"}}, "The cells of deck are untested: 10 A each counts as 7 A, 3.3 Ah as 2.97 Ah."},
      {"PACK-07", {{"/packs/1/series", "16"}}, "deck stands at 67.2 V when full, above the 60 V DC that count as safe to touch."},
      {"PACK-13", {{"/packs/1/bms/present", "no"}}, "deck has 13 groups of lithium cells in series and no BMS."},
      {"JOIN-01",
       {{"/joining/method", "direct"}, {"/packs/1/series", "14"}},
       "stock is 13S nmc and deck is 14S nmc: they may not be joined directly."},
      {"JOIN-02",
       {{"/joining/method", "direct"}},
       "deck and stock are 2.08 V apart; joined directly only 1.24 V is safe, and 8.37 A would flow."},
      {"JOIN-03", {{"/bike/controller/current_max_A", "28±1A"}}, "Alone, the BMS of stock carries 25 A; the bike draws up to 29 A."},
      {"JOIN-05", {{"/joining/part/voltage_V", "50"}}, "The joiner is rated 50 V; stock stands at 54.6 V when full."},
      {"JOIN-10", {}, "At rest the gauge will read 95 %; the packs together hold 88 %."},
      {"LIM-02", {}, "The BMS of stock carries 25 A against the 23 A peak: 9 % to spare."},
      {"WIRE-03",
       {{"/packs/1/fuse/distance_mm", "300"}},
       "The fuse of deck sits 300 mm from its plus; a short before it would draw 666 A."},
      {"WIRE-04", {{"/packs/1/fuse/dc_V", "32"}}, "The fuse of deck is rated 32 V DC; the pack stands at 54.6 V when full."},
      {"WIRE-05", {{"/packs/1/fuse/rating_A", "40"}}, "The 40 A fuse of deck outlasts the plug of deck, rated 30 A."},
      {"CHG-01",
       {{"/chargers/1/output_V", "58.8"}},
       "deck charger gives 58.8 V; deck is full at 54.6 V, so each cell would be pushed to 4.52 V."},
      {"CHG-03", {{"/chargers/0/output_A", "2.5"}}, "small charger gives 2.5 A; the port of stock allows 2 A."},
      {"CHG-04",
       {{"/chargers/0/output_A", "3"}},
       "small charger pushes 3 A through the barrel port of stock; such plugs carry less than 3 A, and nothing at the port says more."},
      {"CHG-12", {{"/chargers/0/selector", "115"}}, "small charger is set for 115 V; the mains are 230 V."},
      {"CHG-18",
       {{"/chargers/0/polarity", "centre-minus"}},
       "small charger fits the port of stock but is centre-minus; the port is centre-plus."}};
  for (const Row& row : rows) {
    Plan plan = plans::sound();
    for (const auto& [pointer, typed] : row.typed) plan = plans::with(plan, pointer, typed);
    const auto found = plans::findings(plan, row.id);
    INFO(row.id);
    REQUIRE_FALSE(found.empty());
    CHECK(found.front().sentence == row.sentence);
  }
}
