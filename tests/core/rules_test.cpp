// Every rule fires where it must and keeps quiet where it must; a rule without both rows fails here.
#include <catch2/catch.hpp>
#include <set>

#include "core/assess/rules/rule.h"
#include "core/io/plan_json.h"
#include "core/pack/bench_tests.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "core/plan/lists.h"
#include "support/plans.h"
#include "support/rule_cases.h"

using namespace usherwright;

TEST_CASE("every rule fires and keeps quiet where it should") {
  for (const plans::RuleCase& c : plans::ruleCases()) {
    const auto found = plans::findings(c, c.id);
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
  for (const plans::RuleCase& c : plans::ruleCases()) (c.outcome == "quiet" ? quiet : firing).insert(c.id);
  for (const rules::Rule& rule : rules::table()) {
    INFO(rule.id);
    if (rule.id == "SAFE-01") continue;  // always there, checked below
    CHECK(firing.contains(std::string(rule.id)));
    CHECK(quiet.contains(std::string(rule.id)));
  }
}

TEST_CASE("every finding has a sentence with figures, a why, a do, a working and a field to go to", "[long]") {
  for (const plans::RuleCase& c : plans::ruleCases()) {
    const Plan plan = plans::planOf(c);
    for (const Finding& f : plans::assessed(c).findings) {
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
  for (const plans::RuleCase& c : plans::ruleCases()) {
    if (c.outcome == "quiet") continue;
    const Plan plan = plans::planOf(c);
    for (const Finding& f : plans::findings(c, c.id))
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
    CHECK_FALSE(plans::assessed(plan).worstOf(Station::Log).has_value());
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
  CHECK(plans::summary(plans::demo()) == List{"Stop WIRE-04@second", "Mind PACK-06@second", "Mind LIM-02@stock/bms",
                                              "Mind WIRE-07@joint/spark", "Note JOIN-10@joint", "Note JOIN-21@joint",
                                              "Note WIRE-16@joint/lead", "Note RANGE-02@rides"});
  CHECK(plans::summary(plans::with(plans::demo(), "/bike/controller/current_max_A", "28±1A")) ==
        List{"Stop JOIN-03@stock/bms", "Stop WIRE-04@second", "Mind PACK-06@second", "Mind JOIN-04@joint", "Mind WIRE-07@joint/spark",
             "Note JOIN-10@joint", "Note JOIN-21@joint", "Note WIRE-16@joint/lead", "Note RANGE-02@rides"});
  CHECK(plans::summary(plans::example("quarry-town-folder")) == List{"Note RANGE-02@rides"});
  CHECK(plans::summary(plans::example("allotment-barrow")) ==
        List{"Note BIKE-06@bed", "Note JOIN-15@joint", "Note JOIN-21@joint", "Note RANGE-02@rides"});
  CHECK(plans::summary(plans::example("moor-tractor")) ==
        List{"Mind PACK-07@left", "Mind PACK-07@right", "Note RANGE-02@rides", "Note RANGE-04@left", "Note RANGE-04@right"});
}

TEST_CASE("an acceptance holds until the figure is ten per cent worse, and never for a Stop") {
  const Plan plan = plans::sound();
  const Finding narrow = plans::findings(plan, "LIM-02").at(0);
  const Plan accepted = *withAcceptance(plan, narrow.key(), acceptanceOf(narrow, "ridden like this for two years", "2026-11-02"));
  const auto reasonIn = [&](const Plan& p) { return plans::findings(p, "LIM-02").at(0).acceptedBecause; };
  CHECK(reasonIn(accepted) == "ridden like this for two years");
  CHECK_FALSE(plans::assessed(accepted).worstOf(narrow.station).has_value());
  CHECK(reasonIn(plans::with(accepted, "/bike/controller/current_max_A", "23±1A")));  // 4 % worse
  const Finding stop = plans::findings(plans::demo(), "WIRE-04").at(0);
  const Plan stubborn = *withAcceptance(plans::demo(), stop.key(), acceptanceOf(stop, "it will do", "2026-11-02"));
  CHECK_FALSE(plans::findings(stubborn, "WIRE-04").at(0).acceptedBecause);
  CHECK_FALSE(withAcceptance(plan, narrow.key(), {"  ", 1.0}));
  CHECK_FALSE(withAcceptance(plan, narrow.key(), {" . ", 1.0}));
  // A bare reason, as an older plan or a hand may have it, excuses nothing and is kept to be read.
  Plan bare = plan;
  bare.accepted[narrow.key()] = {"it was fine", narrow.headline};
  CHECK_FALSE(reasonIn(bare));
  CHECK(plans::findings(bare, "LIM-02").at(0).lapsed == "it was fine");
}

TEST_CASE("an acceptance holds for the fields that it was given for") {
  const Plan unknown = plans::with(plans::sound(), "/bike/controller/cutoff_V", "");
  const Finding f = plans::findings(unknown, "BIKE-08").at(0);
  REQUIRE(f.part == "controller");
  const Plan accepted = *withAcceptance(unknown, f.key(), acceptanceOf(f, "a usual one", "2026-11-02"));
  CHECK(plans::findings(accepted, "BIKE-08").at(0).acceptedBecause);
  const Plan another = plans::with(plans::with(accepted, "/bike/controller/cutoff_V", "40"), "/bike/controller/input_max_V", "");
  CHECK_FALSE(plans::findings(another, "BIKE-08").at(0).acceptedBecause);
  const auto again = readPlan(writePlan(accepted));
  REQUIRE(again);
  CHECK(again->accepted == accepted.accepted);
  // The fields follow when a pack before them goes.
  const Plan fuse = plans::with(plans::sound(), "/packs/1/fuse/breaking_A", "");
  const Finding g = plans::findings(fuse, "BIKE-08").at(0);
  const Plan one = *without(*withAcceptance(fuse, g.key(), acceptanceOf(g, "a known kind", "2026-11-02")), "/packs", 0);
  CHECK(plans::findings(one, "BIKE-08").at(0).acceptedBecause);
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
  CHECK(found[0].what.find("rated 80 V DC or more, that breaks 898 A or more") != std::string::npos);
  REQUIRE(found[0].fixes.size() == 1);
  CHECK(plans::findings(*withFix(plan, found[0].fixes[0]), "WIRE-04").empty());
  const auto volts = plans::findings(plans::with(plan, "/packs/1/fuse/breaking_A", "20000"), "WIRE-04");
  REQUIRE(volts.size() == 1);
  CHECK(volts[0].fixes.at(0).edits.size() == 1);  // what it breaks is enough
}
