// What goes out of the house: nothing private in any share or sheet, and the judgement stays what it was.
#include <fmt/format.h>

#include <catch2/catch.hpp>

#include "core/io/exports.h"
#include "core/io/plan_json.h"
#include "core/plan/edit.h"
#include "core/plan/share.h"
#include "core/report/report.h"
#include "core/sheets/sale_sheet.h"
#include "support/plans.h"

using namespace usherwright;

namespace {

constexpr const char* secret = "ZQX";
std::string marked(int i) { return fmt::format("the neighbour {}{} behind the mill", secret, i); }

/// Secrets in every place that is private, in ways forward too.
Plan fullOfSecrets(Plan plan, bool ways = true) {
  int i = 0;
  plan.privateThings.push_back({"key " + marked(++i), marked(++i), "", {}});
  plan.privateThings.push_back({"remote", marked(++i), plan.packs[0].id, {}});
  for (Ride& r : plan.rides.edit()) r.note = marked(++i);
  plan.log.edit().push_back({"2026-10-01", LogEvent::Fell, plan.packs[0].id, {}, {}, marked(++i), marked(++i), {}});
  plan.build.done.edit().push_back({"parts", "2026-11-01", std::nullopt, marked(++i), {}});
  plan.claims.push_back({"up to 60 km", "", marked(++i), {}});
  for (Pack& p : plan.packs) p.competence = marked(++i);
  for (auto& [pointer, entry] : plan.provenance) entry.note = marked(++i);
  plan.routes[0].track = std::vector<TrackPoint>{{51.123456, 7.654321, 10.0, 0.0, false}, {51.133456, 7.654321, 12.0, 60.0, false}};
  if (ways)
    for (Option& o : plan.options) {
      o.note = marked(++i);
      o.plan = Shared<Plan>(fullOfSecrets(*o.plan, false));
    }
  return plan;
}

bool tells(const std::string& text) {
  return text.find(secret) != std::string::npos || text.find("51.123456") != std::string::npos ||
         text.find("7.654321") != std::string::npos;
}

}  // namespace

TEST_CASE(
    "C-129: a plan full of private values gives away none of them: not in a share, a sheet, a report or any export but the owner's log") {
  const Plan plan = fullOfSecrets(plans::example("ferry-path-library-trike"));
  const Assessment a = plans::assessed(plan);
  REQUIRE(tells(writePlan(plan)));
  CHECK_FALSE(tells(writePlan(shared(plan, {}))));
  CHECK_FALSE(tells(saleSheet(plan, a, *parseDate("2026-11-28"))));
  CHECK_FALSE(tells(reportHtml(plan, a, {UnitSystem::Metric, *parseDate("2026-11-28"), false, {}})));
  for (const Export& e : exports()) {
    const auto written = e.write(plan, a);
    CAPTURE(e.name);
    if (written && e.name != "log" && e.name != "run-sheet") CHECK_FALSE(tells(*written));
  }
}

TEST_CASE("C-129: each wish lets out its own kind and no other") {
  const Plan plan = fullOfSecrets(plans::example("ferry-path-library-trike"));
  const auto out = [&](const ShareWish& wish) { return shared(plan, wish); };
  const Plan privateOnly = out({true, false, false});
  CHECK(privateOnly.privateThings == plan.privateThings);
  CHECK(privateOnly.log.back().note.empty());
  CHECK(privateOnly.routes[0].track->empty());
  const Plan notesOnly = out({false, true, false});
  CHECK(notesOnly.privateThings.empty());
  CHECK(notesOnly.log == plan.log);
  CHECK(notesOnly.provenance == plan.provenance);
  const Plan placesOnly = out({false, false, true});
  CHECK(placesOnly.routes == plan.routes);
  CHECK(placesOnly.rides[0].note.empty());
  CHECK(out({true, true, true}) == plan);
  REQUIRE_FALSE(plan.options.empty());
  CHECK(privateOnly.options[0].plan->privateThings == plan.options[0].plan->privateThings);
  CHECK(notesOnly.options[0].plan->privateThings.empty());
  CHECK(notesOnly.options[0].note == plan.options[0].note);
}

TEST_CASE("C-129: what is shared is judged as before, and is a plan that opens") {
  for (const char* name : {"ferry-path-library-trike", "quarry-town-folder", "allotment-barrow", "moor-tractor"}) {
    Plan plan = plans::example(name);
    plan.privateThings.push_back({"key", "K 12", "", {}});
    for (Pack& p : plan.packs)
      if (!p.competence.empty()) p.competence = marked(1);
    CAPTURE(name);
    Plan placed = shared(plan, {false, false, true});
    CHECK(plans::summary(placed) == plans::summary(plan));
    const auto read = readPlan(writePlan(placed));
    REQUIRE(read);
    CHECK(*read == placed);
  }
}

TEST_CASE("C-126: the sale sheet says what was tested and when, what nobody knows, and offers no pack that is hurt") {
  Plan plan = plans::withoutLog(plans::sound());
  const auto sheet = [&] { return saleSheet(plan, plans::assessed(plan), *parseDate("2026-11-28")); };
  CHECK(sheet().find("charge, tested: not known") != std::string::npos);
  CHECK(sheet().find("no accident noted") != std::string::npos);
  plan.packs[0].capacityTests.edit().push_back({"2026-10-18", AmpereHour(10.0), MilliOhm(121), {}});
  CHECK(sheet().find("9.9 Ah on 2026-10-18, 85 % of the rated 11.6 Ah") != std::string::npos);
  CHECK(sheet().find("121 mΩ on 2026-10-18") != std::string::npos);
  plan.log.edit().push_back({"2026-11-01", LogEvent::Fell, plan.packs[1].id, {}, {}, "", "", {}});
  CHECK(sheet().find("NOT FOR SALE") != std::string::npos);
  plan.log.edit().back().releasedBy = "an electrician, by test of every group";
  CHECK(sheet().find("NOT FOR SALE") == std::string::npos);
  CHECK(sheet().find("examined and released") != std::string::npos);
  for (std::size_t from = 0, end = 0; (end = sheet().find('\n', from)) != std::string::npos; from = end + 1) {
    const std::string line = sheet().substr(from, end - from);
    CAPTURE(line);
    CHECK(line.size() <= 130);
  }
}
