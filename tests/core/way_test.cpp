// The way to a verdict: nothing that is named is left out, what is done is done, and an empty plan is never clear.
#include <catch2/catch.hpp>

#include <map>

#include "core/plan/edit.h"
#include "core/sheets/way.h"
#include "support/plans.h"
#include "support/rule_cases.h"

using namespace usherwright;

namespace {

struct Judged {
  Plan plan;
  Assessment assessment;
  std::vector<WayStep> way;
  Verdict verdict;
};

Judged judged(const Plan& plan) {
  Judged j{plan, assess(plan, shippedCatalogue()), {}, {}};
  j.way = wayOf(j.plan, j.assessment);
  j.verdict = verdictOf(j.plan, j.assessment);
  return j;
}

void checkLaws(const Plan& plan, const std::string& name) {
  INFO(name);
  const Judged j = judged(plan);
  std::map<std::string, int> in;
  for (const WayStep& s : j.way) {
    CHECK_FALSE(s.words.empty());
    CHECK_FALSE(s.why.empty());
    if (s.done) CHECK(s.fields.empty());
    if (s.stop) continue;
    for (const std::string& pointer : s.fields) ++in[pointer];
  }
  bool unproven = false;
  for (const Finding& f : j.assessment.findings) {
    if (f.id != "BIKE-08") continue;
    unproven = true;
    for (const std::string& pointer : f.fields) {
      INFO(pointer);
      CHECK(in[pointer] == 1);
    }
  }
  const bool clear = j.verdict.kind == VerdictKind::Sound;
  if (j.assessment.hasStop()) CHECK(j.verdict.kind == VerdictKind::Stop);
  if (unproven || plan.packs.empty()) CHECK_FALSE(clear);
  if (j.assessment.hasStop()) CHECK(nextOf(j.way)->stop);
  if (unproven) CHECK(nextOf(j.way) != nullptr);
}

}  // namespace

TEST_CASE("every field that is not proven stands in one step of the way, and no plan with one is sound", "[long]") {
  for (const char* name : {"ferry-path-library-trike", "quarry-town-folder", "allotment-barrow", "moor-tractor"})
    checkLaws(plans::example(name), name);
  for (const plans::RuleCase& c : plans::ruleCases()) checkLaws(plans::planOf(c), c.id + " " + c.outcome);
  Plan growing;
  checkLaws(growing, "empty");
  growing = withNewPack(growing);
  checkLaws(growing, "one pack");
  growing = withNewPack(growing);
  checkLaws(growing, "two packs");
  growing = *withChargerFor(growing, 0);
  checkLaws(growing, "and a charger");
  growing.joining.method = Method::Direct;
  checkLaws(growing, "hard-joined");
}

TEST_CASE("the way begins with the job and the controller, and follows the job") {
  const auto ids = [](const Plan& plan) {
    std::vector<std::string> out;
    for (const WayStep& s : judged(plan).way)
      if (!s.stop) out.push_back(s.id);
    return out;
  };
  Plan plan;
  CHECK(nextOf(judged(plan).way)->id == "job");
  CHECK(judged(plan).verdict.sentence == "Nothing is known yet");
  plan.need.add = true;
  CHECK(nextOf(judged(plan).way)->id == "controller");
  CHECK(ids(plan) == std::vector<std::string>{"job", "controller", "pack/first", "pack/second"});
  plan.bike.controller.currentLimit = Ampere(15);
  CHECK(judged(plan).verdict.sentence == "Nothing is judged yet: the plan has no pack");
  plan.bike.controller.cutoff = Volt(31);
  CHECK(nextOf(judged(plan).way)->id == "pack/first");
  plan = withNewPack(plan);
  const auto one = ids(plan);
  CHECK(std::count(one.begin(), one.end(), "pack/second") == 1);
  CHECK(std::count(one.begin(), one.end(), "joiner") == 0);
  plan = withNewPack(plan);
  const auto two = ids(plan);
  CHECK(std::count(two.begin(), two.end(), "pack/second") == 0);
  CHECK(std::count(two.begin(), two.end(), "joiner") == 1);
  CHECK(std::count(two.begin(), two.end(), "pack/second/label") == 1);
}

TEST_CASE("a sound plan says how far and how narrow; a Stop comes before everything") {
  const Judged sound = judged(plans::sound());
  INFO(sound.verdict.sentence);
  CHECK(sound.verdict.kind == VerdictKind::Sound);
  CHECK(sound.verdict.sentence.starts_with("Sound as far as known"));
  CHECK(sound.verdict.sentence.find("narrows ") != std::string::npos);
  Plan guessed = plans::sound();
  guessed.provenance["/packs/0/fuse/rating_A"].from = Provenance::Assumed;
  CHECK(judged(guessed).verdict.sentence == "Not proven: 1 is a guess");
  guessed.packs[0].fuse.dcVoltage.reset();
  CHECK(judged(guessed).verdict.sentence == "Not proven: 1 value is not known, 1 is a guess");
  const Judged demo = judged(plans::demo());
  CHECK(demo.verdict.kind == VerdictKind::Stop);
  CHECK(demo.verdict.sentence.starts_with("Do not connect: "));
  CHECK(demo.verdict.sentence.find("32 V") != std::string::npos);
  REQUIRE(nextOf(demo.way));
  CHECK(nextOf(demo.way)->id == "stop/WIRE-04@second");
  const auto progress = progressOf(demo.way);
  CHECK(progress[static_cast<std::size_t>(Station::Pack)].all == 8);
  for (const auto& way : {demo.way, judged(withNewPack(plans::demo())).way})
    for (std::size_t s = 0; s < progress.size(); ++s) {
      const auto counted = [&](bool onlyDone) {
        return std::count_if(way.begin(), way.end(), [&](const WayStep& w) {
          return !w.stop && static_cast<std::size_t>(w.station) == s && (w.done || !onlyDone);
        });
      };
      CHECK(progressOf(way)[s].all == counted(false));
      CHECK(progressOf(way)[s].done == counted(true));
    }
}
