// The plan file: nothing is lost on the way out and back, and every malformed file gives one sentence.
#include <catch2/catch.hpp>
#include <nlohmann/json.hpp>
#include <random>

#include "core/io/plan_json.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "support/plans.h"

using namespace usherwright;

namespace {

std::string refusal(const std::string& text) {
  const auto plan = readPlan(text);
  return plan ? "accepted" : plan.error().sentence();
}

/// A plan in which every field of the table has a value that is not its default.
Plan everyFieldOffItsDefault() {
  Plan plan = plans::demo();
  plan.packs[0].readings.edit().push_back({"2026-10-04", ReadingOf::Groups, Volt(51.2), Minute(45), {Volt(3.94), Volt(3.95)}, {}});
  plan.joining.profile = std::vector<RidePoint>{{Second(0), Watt(200)}, {Second(60.5), Watt(0)}};
  plan.bike.gauge.steps = {Volt(41.5), Volt(46)};
  plan.cells[1].restCurve = {{StateOfCharge(0), Volt(3.0)}, {StateOfCharge(0.5), Volt(3.7)}, {StateOfCharge(1), Volt(4.2)}};
  std::vector<std::string> pointers;
  forEachField(plan, [&](const std::string& pointer, const FieldSpec&, const FieldValue&) { pointers.push_back(pointer); });
  for (const std::string& pointer : pointers) {
    const auto ref = findField(plan, pointer);
    REQUIRE(ref);
    const FieldSpec& spec = *ref->spec;
    if (spec.key == "id" || spec.key == "from" || spec.key == "to" || spec.kind == Kind::CellId) continue;
    FieldValue value = std::string("some words");
    if (spec.kind == Kind::Text && spec.maximum > 0) value = std::string("1, 2, 13");
    else if (spec.key == "source") value = plan.packs[0].id;
    else if (spec.kind == Kind::Count) value = std::min(spec.maximum, 7.0);
    else if (isNumeric(spec.kind)) value = spec.minimum + (spec.maximum - spec.minimum) * 0.37123;
    else if (spec.kind == Kind::Flag) value = !(std::holds_alternative<bool>(ref->value) && std::get<bool>(ref->value));
    else if (spec.kind == Kind::Choice) value = std::string(spec.choices.back());
    else if (spec.kind == Kind::Wire) value = std::string("6mm2");
    const auto next = withField(plan, pointer, value);
    INFO(pointer);
    if (!next) FAIL(next.error().sentence());
    plan = *next;
  }
  return plan;
}

}  // namespace

TEST_CASE("every field of the table survives a round trip") {
  const Plan plan = everyFieldOffItsDefault();
  const auto again = readPlan(writePlan(plan));
  REQUIRE(again);
  int fields = 0;
  forEachField(plan, [&](const std::string& pointer, const FieldSpec&, const FieldValue& value) {
    ++fields;
    INFO(pointer);
    const auto ref = findField(*again, pointer);
    REQUIRE(ref);
    CHECK(ref->value == value);
  });
  CHECK(fields > 200);
  CHECK(*again == plan);
}

TEST_CASE("the shipped examples are written as they were read") {
  for (const char* name : {"ferry-path-library-trike", "quarry-town-folder", "allotment-barrow", "moor-tractor"}) {
    INFO(name);
    const Plan plan = plans::example(name);
    const std::string once = writePlan(plan);
    CHECK(*readPlan(once) == plan);
    CHECK(writePlan(*readPlan(once)) == once);
  }
}

TEST_CASE("a ride by profile, the steps of a gauge and a converter survive a round trip; bad ones have their sentence") {
  Plan plan = plans::demo();
  plan.joining.profile = std::vector<RidePoint>{{Second(0), Watt(200)}, {Second(60.5), Watt(0)}, {Second(90), Watt(450)}};
  plan.joining.loadMode = LoadMode::Profile;
  plan.bike.gauge.steps = {Volt(41.5), Volt(46)};
  plan.joining.converter.source = plan.packs[0].id;
  const auto again = readPlan(writePlan(plan));
  REQUIRE(again);
  CHECK(*again == plan);
  const auto refused = [](const Plan& bad) {
    const auto read = readPlan(writePlan(bad));
    REQUIRE_FALSE(read);
    return read.error().sentence();
  };
  Plan bad = plan;
  bad.joining.profile = std::vector<RidePoint>{{Second(0), Watt(200)}};
  CHECK(refused(bad) == "/joining/profile: found one row, expected at least two rows: the last one ends the ride.");
  bad.joining.profile = std::vector<RidePoint>{{Second(10), Watt(200)}, {Second(5), Watt(0)}};
  CHECK(refused(bad) == "/joining/profile/1: found [5, 0], expected rising seconds and 0 to 50000 W.");
  bad = plan;
  bad.bike.gauge.steps = {Volt(46), Volt(41.5)};
  CHECK(refused(bad) == "/bike/gauge/steps_V/1: found 41.5 V, expected more volts than the step before.");
  bad = plan;
  bad.joining.converter.source = "attic";
  CHECK(refused(bad) ==
        "/joining/converter/source: found \"attic\", expected the id of one of the packs of the plan, or nothing for the last one.");
  const auto fewer = without(plan, "/packs", 0);
  REQUIRE(fewer);
  CHECK(fewer->joining.converter.source.empty());
}

TEST_CASE("keys that this version does not know survive, at every level") {
  auto json = nlohmann::ordered_json::parse(plans::exampleText("ferry-path-library-trike"));
  json["later"] = {{"a", 1}};
  json["bike"]["bell"] = "brass";
  json["bike"]["controller"]["phase_A"] = 60;
  json["packs"][1]["bms"]["firmware"] = "x";
  json["packs"][0]["fuse"]["colour"] = nullptr;
  json["cells"]["tern-33"]["batch"] = 12;
  json["joining"]["part"]["serial"] = "7";
  json["wiring"]["runs"][2]["braid"] = true;
  const auto plan = readPlan(json.dump());
  REQUIRE(plan);
  const auto out = nlohmann::ordered_json::parse(writePlan(*plan));
  CHECK(out["later"]["a"] == 1);
  CHECK(out["bike"]["bell"] == "brass");
  CHECK(out["bike"]["controller"]["phase_A"] == 60);
  CHECK(out["packs"][1]["bms"]["firmware"] == "x");
  CHECK(out["packs"][0]["fuse"].contains("colour"));
  CHECK(out["cells"]["tern-33"]["batch"] == 12);
  CHECK(out["joining"]["part"]["serial"] == "7");
  CHECK(out["wiring"]["runs"][2]["braid"] == true);
}

TEST_CASE("each kind of bad file has its sentence: place, found, expected") {
  auto good = nlohmann::ordered_json::parse(plans::exampleText("ferry-path-library-trike"));
  const auto changed = [&](const std::string& pointer, nlohmann::ordered_json value) {
    auto json = good;
    json[nlohmann::ordered_json::json_pointer(pointer)] = std::move(value);
    return json.dump();
  };
  CHECK(refusal("") == "file: found nothing, expected a plan.");
  CHECK(refusal("[1, 2]") == "/: found a list, expected a plan object.");
  CHECK(refusal("{\"format\": \"usherwright-plan\"") == "line 1: found the end of the text, expected a whole JSON text.");
  CHECK(refusal("{\n\"format\": oops}") == "line 2: found something that is not JSON, expected a whole JSON text.");
  CHECK(refusal("{}") == "/format: found nothing, expected \"usherwright-plan\".");
  CHECK(refusal(changed("/version", 2)) == "/version: found 2, expected version 1 (a newer application may be needed).");
  CHECK(refusal(changed("/packs/0/series", 0)) == "/packs/0/series: found 0, expected a whole number from 1 to 200.");
  CHECK(refusal(changed("/packs/0/series", 12.5)) == "/packs/0/series: found 12.5, expected a whole number from 1 to 200.");
  CHECK(refusal(changed("/packs/0/series", "13")) == "/packs/0/series: found \"13\", expected a whole number from 1 to 200.");
  CHECK(refusal(changed("/packs/1/cell", "osprey-50")) ==
        "/packs/1/cell: found \"osprey-50\", expected the id of one of the cells of the plan, or nothing for a box that its label "
        "describes.");
  CHECK(refusal(changed("/packs/1/id", "stock")) == "/packs/1/id: found \"stock\" a second time, expected ids that differ.");
  CHECK(refusal(changed("/packs/0/bms", 7)) == "/packs/0/bms: found 7, expected an object.");
  CHECK(refusal(changed("/packs", "two")) == "/packs: found \"two\", expected a list.");
  CHECK(refusal(changed("/joining/method", "solder")) ==
        "/joining/method: found \"solder\", expected combiner, direct, schottky, selector or converter.");
  CHECK(refusal(changed("/wiring/runs/0/size", "12")) ==
        "/wiring/runs/0/size: found \"12\", expected a wire size such as 12awg or 2.5mm2.");
  CHECK(refusal(changed("/chargers/0/for", {"attic"})) ==
        "/chargers/0/for/0: found \"attic\", expected the id of one of the packs of the plan.");
  CHECK(refusal(changed("/bike/controller/current_max_A", -3)) ==
        "/bike/controller/current_max_A: found -3, expected a number from 0.5 to 300 A.");
  CHECK(refusal("{\"format\":\"usherwright-plan\",\"version\":1,\"title\":\"a\",\"title\":\"b\"}") ==
        "file: found the key \"title\" twice in one object, expected each key once.");
  CHECK(refusal("{\"format\":\"usherwright-plan\",\"version\":1,\"budget\":1e999}") ==
        "file: found a number that no part could have, expected ordinary numbers.");
  CHECK(refusal(changed("/cells/tern-33/ocv", nlohmann::ordered_json::parse("[[0,3.0],[0.5,2.9],[1,4.2]]"))) ==
        "/cells/tern-33/ocv/1: found a point that does not rise, expected charge and voltage both above the point before.");
}

TEST_CASE("a word that the file leaves out is assumed; what is an entry's very subject is asked for") {
  const auto without = [](const std::string& pointer) {
    nlohmann::json file = nlohmann::json::parse(writePlan(plans::example("ferry-path-library-trike")));
    const nlohmann::json::json_pointer at(pointer);
    file[at.parent_pointer()].erase(at.back());
    file["provenance"].erase(pointer);
    return readPlan(file.dump());
  };
  for (const std::string field : {"/wiring/runs/0/insulation", "/wiring/runs/1/size", "/bike/accessories/0/tap", "/joining/method"}) {
    INFO(field);
    const auto plan = without(field);
    REQUIRE(plan);
    CHECK(plan->provenance.at(field) == ProvenanceEntry{Provenance::Assumed, "left out of the file", {}});
    CHECK(readPlan(writePlan(*plan)) == *plan);
  }
  CHECK(without("/log/0/what").error().place == "/log/0/what");
  CHECK(without("/log/0/what").error().found == "nothing");
  CHECK(without("/build/arrivals/0/part").error().place == "/build/arrivals/0/part");
}

TEST_CASE("a plan cut off anywhere is refused with a sentence") {
  std::string text = plans::exampleText("quarry-town-folder");
  text = text.substr(0, std::min<std::size_t>(text.size(), 4096));
  for (std::size_t length = 0; length < text.size(); ++length) {
    const auto plan = readPlan(std::string_view(text).substr(0, length));
    REQUIRE_FALSE(plan);
    REQUIRE_FALSE(plan.error().sentence().empty());
  }
  const std::string demo = plans::exampleText("ferry-path-library-trike");
  const std::size_t end = demo.find_last_of('}');
  for (std::size_t length = 0; length < end; length += 97) REQUIRE_FALSE(readPlan(std::string_view(demo).substr(0, length)));
}

TEST_CASE("mutated files are read or refused, and what is read can be assessed and written") {
  const std::string demo = plans::exampleText("ferry-path-library-trike");
  std::mt19937 random(7);
  const auto upTo = [&](std::size_t n) { return std::uniform_int_distribution<std::size_t>(0, n - 1)(random); };
  int read = 0;
  for (int i = 0; i < 200; ++i) {
    std::string text = demo;
    for (std::size_t k = 0; k <= upTo(3); ++k) {
      const std::size_t at = upTo(text.size());
      switch (upTo(5)) {
        case 0: text[at] = static_cast<char>(upTo(256)); break;
        case 1: text.erase(at, upTo(40)); break;
        case 2: text.insert(at, demo.substr(upTo(demo.size()), upTo(60))); break;
        case 3:
          if (const auto digit = text.find_first_of("0123456789", at); digit != std::string::npos)
            text[digit] = static_cast<char>('0' + upTo(10));
          break;
        default:
          if (const auto digit = text.find_first_of("0123456789", at); digit != std::string::npos)
            text.insert(digit, std::string(upTo(8), '9'));
      }
    }
    const auto plan = readPlan(text);
    if (!plan) {
      REQUIRE_FALSE(plan.error().sentence().empty());
      continue;
    }
    ++read;
    const Assessment a = plans::assessed(*plan);
    REQUIRE(a.figures.packs.size() == plan->packs.size());
    REQUIRE(readPlan(writePlan(*plan)));
  }
  CHECK(read > 20);  // some mutations must be harmless, or nothing was tested behind the reader
}

TEST_CASE("fifty megabytes of nesting are refused at once") {
  const std::string sentence = refusal(std::string(50u << 20, '['));
  CHECK(sentence == "file: found 50 MB, expected a plan of at most 16 MB.");
  CHECK(refusal(std::string(1u << 20, '[')) == "byte 40: found brackets nested more than 40 deep, expected a plan.");
}

TEST_CASE("the schema names every field and agrees with the example files about types") {
  const auto schema = nlohmann::json::parse(planSchema());
  CHECK(schema["$schema"] == "https://json-schema.org/draft/2020-12/schema");
  const auto demo = nlohmann::json::parse(writePlan(plans::demo()));
  for (const auto& [key, value] : demo.items())
    if (!plans::demo().unknown->contains(key)) {
      INFO(key);
      CHECK(schema["properties"].contains(key));
    }
  const auto& pack = schema["properties"]["packs"]["items"];
  for (const auto& [key, value] : demo["packs"][0].items()) {
    INFO(key);
    CHECK(pack["properties"].contains(key));
  }
  CHECK(pack["properties"]["series"]["type"] == nlohmann::json({"integer", "null"}));
  CHECK(pack["properties"]["series"]["minimum"] == 1);
  CHECK(pack["required"] == nlohmann::json({"id"}));
}
