// What a plan may hold: the same for files and edits, read and written in a time that grows with the size alone.
#include <rapidcheck/catch.h>
#include <catch2/catch.hpp>
#include <chrono>
#include <nlohmann/json.hpp>

#include "core/drawing/list/display_list.h"
#include "core/drawing/list/svg.h"
#include "core/io/plan_json.h"
#include "core/plan/edit.h"
#include "core/plan/lists.h"
#include "core/plan/sizes.h"
#include "support/field_values.h"
#include "support/plans.h"

using namespace usherwright;
using Json = nlohmann::ordered_json;

namespace {

Json demo() { return Json::parse(plans::exampleText("ferry-path-library-trike")); }

std::string refusal(const Json& json) {
  const auto plan = readPlan(json.dump());
  return plan ? "accepted" : plan.error().sentence();
}

/// The shortest of three: what else the machine does only adds.
double seconds(const std::function<void()>& work) {
  double best = 1e9;
  for (int i = 0; i < 3; ++i) {
    const auto begun = std::chrono::steady_clock::now();
    work();
    best = std::min(best, std::chrono::duration<double>(std::chrono::steady_clock::now() - begun).count());
  }
  return best;
}

Json withKeys(int count) {
  Json json = demo();
  for (int i = 0; i < count; ++i) json["cells"].front()["unknown-" + std::to_string(i)] = i;
  return json;
}

}  // namespace

TEST_CASE("lists are as long as the window lets them be, and not longer") {
  for (const char* list : {"chargers", "routes"}) {
    Json json = demo();
    for (Json& route : json["routes"]) route.erase("stops");  // they name a charger
    const Json one = json[list].front();
    json[list] = Json::array();
    for (int i = 0; i < 201; ++i) {
      json[list].push_back(one);
      json[list].back()["id"] = "x" + std::to_string(i);
    }
    CHECK(refusal(json) == "/" + std::string(list) + ": found 201 entries, expected at most 200 entries.");
    json[list].erase(200);
    CHECK(refusal(json) == "accepted");
  }
  Json cells = demo();
  for (int i = 0; i < 200; ++i) cells["cells"]["c" + std::to_string(i)] = cells["cells"].front();
  CHECK(refusal(cells).starts_with("/cells: found 2"));
  Json volts = demo();
  volts["packs"][0]["readings"] = Json::array({Json{{"groups_V", std::vector<double>(2001, 3.9)}}});
  CHECK(refusal(volts) == "/packs/0/readings/0/groups_V: found 2001 entries, expected at most 2000 entries.");
  Json records = demo();
  for (const std::size_t pack : {0u, 1u}) {
    records["packs"][pack]["readings"] = Json::array();
    records["packs"][pack]["capacity_tests"] = Json::array();
    for (int i = 0; i < 10001; ++i) records["packs"][pack]["readings"].push_back(Json{{"pack_V", 51}});
  }
  CHECK(refusal(records) == "/packs: found 20002 readings and tests, expected at most 20000 in one plan.");
  Json words = demo();
  words["chargers"][0]["for"] = std::vector<std::string>(201, "stock");
  CHECK(refusal(words).starts_with("/chargers/0/for: found 201"));
}

TEST_CASE("a rest curve has points that a cell can have and that lie apart") {
  const auto with = [](const char* curve) {
    Json json = demo();
    json["cells"].front()["ocv"] = Json::parse(curve);
    return refusal(json);
  };
  CHECK(with("[[0,1e-300],[5e-324,1e-299],[1e-300,9.9],[1,10]]").find("expected charge from 0 to 1 and volts from 0.5 to 5") !=
        std::string::npos);
  CHECK(with("[[0,3],[0.00005,3.1],[1,4.2]]").find("points at least 0.0001 of the charge and 0.001 V apart") != std::string::npos);
  CHECK(with("[[0,3],[0.5,3.0005],[1,4.2]]").find("0.001 V apart") != std::string::npos);
  CHECK(with("[[0,3.0],[0.0001,3.001],[1,4.2]]") == "accepted");
  CHECK(with("[[0,9],[1,10]]") != "accepted");
  std::string many = "[[0,2]";
  for (int i = 1; i < 501; ++i) many += ",[" + std::to_string(i / 501.0) + "," + std::to_string(2 + i * 0.002) + "]";
  CHECK(with((many + ",[1,4.2]]").c_str()).find("found 502 points, expected at most 500 points") != std::string::npos);
}

TEST_CASE("keys that are not known here are kept within a bound, and shared by all that follow from the plan") {
  const int already = 2001 - [] {  // the demo has a few of its own
    for (int n = 2000;; --n)
      if (refusal(withKeys(n)) == "accepted") return n + 1;
  }();
  CHECK(already < 10);
  CHECK(refusal(withKeys(2001)).find("more than 2000 keys that this version does not know") != std::string::npos);
  Json large = demo();
  large["later"] = std::string(1100000, 'x');
  CHECK(refusal(large).find("more than 1 MB under keys") != std::string::npos);
  const Plan plan = *readPlan(withKeys(500).dump());
  const Plan next = *withField(plan, "/budget", FieldValue{500.0});
  CHECK(&*next.cells[0].unknown == &*plan.cells[0].unknown);
  Plan other = plan;
  other.cells[0].unknown.edit()["one more"] = "1";
  CHECK(other.cells[0].unknown->size() == plan.cells[0].unknown->size() + 1);
  CHECK_FALSE(other == plan);
}

TEST_CASE("reading and writing take time in proportion: ten times the keys, not a hundred times") {
  const auto plan = [](int marks) {
    Plan p = plans::demo();
    for (int i = 0; i < marks; ++i) p.provenance["/later/" + std::to_string(i)].from = Provenance::Label;
    return p;
  };
  const Plan few = plan(2000), many = plan(20000);
  const std::string fewText = writePlan(few), manyText = writePlan(many);
  const double write = seconds([&] { static_cast<void>(writePlan(many)); }) / seconds([&] { static_cast<void>(writePlan(few)); });
  const double read = seconds([&] { CHECK(readPlan(manyText)); }) / seconds([&] { CHECK(readPlan(fewText)); });
  CHECK(write < 40);  // quadratic: 100
  CHECK(read < 40);
  const auto unknown = [](int count) {
    std::string text = R"({"format":"usherwright-plan","version":1)";
    for (int i = 0; i < count; ++i) text += ",\"k" + std::to_string(i) + "\":1";
    return text + "}";
  };
  const std::string fewKeys = unknown(3000), manyKeys = unknown(30000);
  CHECK(seconds([&] { CHECK_FALSE(readPlan(manyKeys)); }) / seconds([&] { CHECK_FALSE(readPlan(fewKeys)); }) < 40);
  CHECK(readPlan("[" + std::string(200000, ' ') + std::string(30, '[')).error().sentence().find("JSON") != std::string::npos);
}

TEST_CASE("a file of nothing but brackets is refused before it fills the memory") {
  std::string text = R"({"format":"usherwright-plan","version":1,"x":[)";
  for (int i = 0; i < 1600000; ++i) text += "[],";
  CHECK(readPlan(text + "1]}").error().sentence() == "file: found more than 1500000 values, expected a plan.");
}

TEST_CASE("what can be opened can be saved and opened again, however it spreads out when it is written") {
  // 0.9 MB of nested lists become many times as much when each value stands on a line of its own.
  Json json = demo();
  Json deep = 1;
  for (int i = 0; i < 30; ++i) deep = Json::array({deep, 1});
  Json list = Json::array();
  while (list.size() < 6000) list.push_back(deep);
  json["later"] = list;
  const auto plan = readPlan(json.dump());
  if (plan) CHECK(readPlan(writePlan(*plan)));
  rc::prop("the bound never lies below the file", [] {
    Plan p = plans::demo();
    const int marks = *rc::gen::inRange(0, 200);
    for (int i = 0; i < marks; ++i)
      p.provenance["/x/" + std::to_string(i)].note = std::string(static_cast<std::size_t>(*rc::gen::inRange(0, 3000)), '"');
    for (int i = *rc::gen::inRange(0, 300); i > 0; --i)
      p.packs[0].readings.edit().push_back({"2026-01-01", ReadingOf::Groups, Volt(51), Minute(40), std::vector<Volt>(13, Volt(3.912)), {}});
    RC_ASSERT(fitsAFile(p).has_value() == (writePlan(p).size() <= maximumPlanBytes));
  });
  Plan heavy = plans::demo();
  for (int i = 0; i < 5000; ++i) heavy.provenance["/x/" + std::to_string(i)].note = std::string(3990, 'n');
  REQUIRE_FALSE(fitsAFile(heavy));
  CHECK(fitsAFile(heavy).error().sentence().find("MB when it is written, expected at most 16 MB") != std::string::npos);
}

TEST_CASE("the record of a pack grows to 20 000 entries, and a list of the window to 200") {
  Plan plan = plans::demo();
  Reading reading;
  reading.pack = Volt(51);
  plan.packs[0].readings.edit().assign(mostRecords - 1, reading);
  const auto last = withReading(plan, 0, reading);
  REQUIRE(last);
  CHECK(crossChecked(*last));
  const auto over = withReading(*last, 0, reading);
  CHECK((!over || !crossChecked(*over)));
}

TEST_CASE("nothing that is no number is drawn, and nothing lies beyond all pixels") {
  drawing::Drawing d;
  drawing::Pen pen(d);
  const double none = std::nan(""), endless = 1 / 0.0;
  pen.polygon({{0, 0}, {none, 3}, {5, 5}, {1e300, -endless}, {3, 1}}, drawing::Ink::Ink);
  pen.line({{none, none}}, drawing::Ink::Ink);
  pen.rectangle({none, 0}, {endless, 1e200}, drawing::Ink::Ink);
  pen.circle({0, none}, endless, drawing::Ink::Ink);
  pen.text({endless, 0}, "here");
  for (const drawing::Shape& s : d.shapes)
    for (drawing::Point p : s.points) CHECK((std::isfinite(p.x) && std::isfinite(p.y) && std::abs(p.x) <= 1e6 && std::abs(p.y) <= 1e6));
  const std::string svg = toSvg(d);
  CHECK(svg.find("nan") == std::string::npos);
  CHECK(svg.find("inf") == std::string::npos);
}

TEST_CASE("whatever a plan holds within its bounds, its ride, table and texts are numbers") {
  rc::prop("no nan, no infinity", [] {
    Plan plan = plans::demo();
    // Every numeric field at random within its bounds, often at one of them.
    std::vector<std::string> pointers;
    forEachField(plan, [&](const std::string& pointer, const FieldSpec& spec, const FieldValue&) {
      if (isNumeric(spec.kind)) pointers.push_back(pointer);
    });
    for (int i = 0; i < 12; ++i) {
      const std::string pointer = pointers[static_cast<std::size_t>(*rc::gen::inRange<int>(0, static_cast<int>(pointers.size())))];
      const FieldSpec& spec = *findField(plan, pointer)->spec;
      if (const auto next = withField(plan, pointer, FieldValue{support::valueOf(spec)})) plan = *next;
    }
    const Assessment a = plans::assessed(plan);
    if (a.figures.ride && a.figures.ride->end > Second(0)) {
      const Table table = a.figures.ride->table(a.figures.ride->end / 50);
      for (std::size_t i = 0; i < table.rows(); ++i) {
        RC_ASSERT(std::isfinite(table.bus()[i]) && std::isfinite(table.load()[i]));
        for (std::size_t k = 0; k < table.packs(); ++k) RC_ASSERT(std::isfinite(table.current(k)[i]) && std::isfinite(table.soc(k)[i]));
      }
    }
    for (const Finding& f : a.findings) {
      RC_ASSERT(f.sentence.find("nan") == std::string::npos && f.sentence.find("inf ") == std::string::npos);
      if (!std::isfinite(f.headline)) RC_FAIL(f.key() + " has a figure that is no number: " + f.sentence);
    }
  });
}
