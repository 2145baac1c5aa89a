// Undo, merging and words of the document; presenters as plain functions.
#include <catch2/catch.hpp>

#include "app/document/document.h"
#include "app/present/methods.h"
#include "app/present/words.h"
#include "core/assess/joining_setup.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "support/plans.h"

using namespace usherwright;
using namespace usherwright::app;

TEST_CASE("steps with one key in a row are one step, and a refused edit is none") {
  Document d;
  d.begin(plans::demo());
  int changes = 0;
  QString refused;
  QObject::connect(&d, &Document::changed, &d, [&] { ++changes; });
  QObject::connect(&d, &Document::refused, &d, [&](const QString& s) { refused = s; });
  for (double p : {5.0, 6.0, 7.0}) CHECK(d.commit(withField(d.plan(), "/packs/0/parallel", FieldValue{p}), {}, QStringLiteral("drag")));
  CHECK(d.undoWords() == QStringLiteral("P (in parallel) of stock 4 → 7"));
  CHECK(changes == 3);
  CHECK_FALSE(d.commit(withField(d.plan(), "/packs/0/parallel", FieldValue{0.0})));
  CHECK(refused == QStringLiteral("/packs/0/parallel: found 0, expected a whole number from 1 to 200."));
  CHECK(changes == 3);
  d.undo();
  CHECK(d.plan() == plans::demo());
  CHECK_FALSE(d.canUndo());
  CHECK(d.redoWords() == QStringLiteral("P (in parallel) of stock 4 → 7"));
  d.redo();
  CHECK(d.plan().packs[0].parallel == 7);
}

TEST_CASE("cures are carried out beside the pages, and are those of the plan of now") {
  Document d;
  int pages = 0, panels = 0;
  QObject::connect(&d, &Document::changed, &d, [&] {
    ++pages;
    CHECK(panels == pages - 1);
    for (const Finding& f : d.assessment().findings) CHECK(f.fixes.empty());
  });
  QObject::connect(&d, &Document::judged, &d, [&] { ++panels; });
  d.begin(plans::demo());
  for (const double dc : {80.0, 32.0, 58.0, 24.0}) {
    d.commit(withField(d.plan(), "/packs/1/fuse/dc_V", FieldValue{dc}));  // the next one may come before anybody has looked
    d.commit(withField(d.plan(), "/packs/0/fuse/dc_V", FieldValue{dc}));
    const Assessment fresh = plans::assessed(d.plan());
    REQUIRE(d.findings().size() >= fresh.findings.size());
    for (const Finding& f : fresh.findings) {
      const auto same = std::find_if(d.findings().begin(), d.findings().end(), [&](const Finding& g) { return g.key() == f.key(); });
      REQUIRE(same != d.findings().end());
      CHECK(same->fixes.size() == f.fixes.size());
      CHECK(same->untried.empty());
    }
  }
  CHECK(panels == pages);
}

TEST_CASE("a new step after undo drops what was undone; an edit that changes nothing is no step") {
  Document d;
  d.begin(plans::demo());
  d.commit(withField(d.plan(), "/packs/0/parallel", FieldValue{5.0}));
  d.undo();
  d.commit(withField(d.plan(), "/packs/0/series", FieldValue{14.0}));
  CHECK_FALSE(d.canRedo());
  d.commit(withField(d.plan(), "/packs/0/series", FieldValue{14.0}));
  d.undo();
  CHECK_FALSE(d.canUndo());
}

TEST_CASE("an undone plan has the assessment it had") {
  Document d;
  d.begin(plans::demo());
  const double before = d.assessment().figures.range.likely.value();
  d.commit(withField(d.plan(), "/packs/1/parallel", FieldValue{9.0}));
  CHECK(d.assessment().figures.range.likely.value() > before);
  d.undo();
  CHECK(d.assessment().figures.range.likely.value() == before);
}

TEST_CASE("what an edit did is said in words") {
  const Plan plan = plans::demo();
  const auto words = [&](const Plan& after) { return changeWords(plan, after, UnitSystem::Metric); };
  CHECK(words(plans::with(plan, "/wiring/runs/1/size", "10awg")) == QStringLiteral("lead size of lead of deck AWG 12 → AWG 10"));
  CHECK(words(plans::with(plan, "/bike/controller/capacitor_V", "")) ==
        QStringLiteral("capacitor print of controller 63 V → not known yet"));
  CHECK(words(withNewPack(plan)) == QStringLiteral("add second-2"));
  CHECK(words(*without(plan, "/packs", 1)) == QStringLiteral("remove deck"));
  CHECK(words(*withAssignment(plan, 0, 1, Assignment::Assigned)) == QStringLiteral("assign small charger"));
  CHECK(words(plans::with(plan, "/bike/controller/current_max_A", "28±2A")) ==
        QStringLiteral("controller limit of controller 22 A → 28 A and 1 more"));
  CHECK(words(*withAcceptance(plan, "LIM-02@stock/bms", {"known", 1})) == QStringLiteral("accept a finding"));
}

TEST_CASE("entries show a value with its tolerance, in the person's units") {
  const Plan plan = plans::demo();
  CHECK(entryText(plan, QStringLiteral("/bike/controller/current_max_A"), UnitSystem::Metric) == QStringLiteral("22 ± 1"));
  CHECK(entryText(plan, QStringLiteral("/packs/0/soc"), UnitSystem::Metric) == QStringLiteral("78"));
  CHECK(entryText(plan, QStringLiteral("/wiring/runs/0/size"), UnitSystem::Metric) == QStringLiteral("AWG 12"));
  CHECK(entryText(plan, QStringLiteral("/routes/0/km"), UnitSystem::Imperial) == QStringLiteral("21.1266"));
  CHECK(entryText(plan, QStringLiteral("/packs/0/measured_resistance_mohm"), UnitSystem::Metric).isEmpty());
}

TEST_CASE("method cards say what this plan forbids") {
  const Plan demo = plans::demo();
  const auto line = [](Method m, const Plan& p) { return methodLines(m, p, plans::assessed(p)).at(1); };
  CHECK(line(Method::Direct, demo).forbids);
  CHECK(line(Method::Direct, demo).words == QStringLiteral("gap 2.08 V, safe 1.17 V"));
  CHECK_FALSE(line(Method::Direct, plans::with(demo, "/packs/0/soc", "0.95")).forbids);
  CHECK(line(Method::Direct, plans::with(demo, "/packs/1/series", "14")).words == QStringLiteral("not here: unlike packs"));
  CHECK_FALSE(line(Method::Combiner, demo).forbids);
  CHECK(line(Method::Combiner, plans::with(demo, "/bike/controller/regen_current_A", "5")).forbids);
  CHECK(policyApplies(Policy::Together, demo.joining));
  CHECK_FALSE(policyApplies(Policy::StockFirst, demo.joining));
  CHECK(policyApplies(Policy::StockFirst, plans::with(demo, "/joining/method", "selector").joining));
}

TEST_CASE("durations and ranges are written as people say them") {
  CHECK(durationWords(Second(14 * 60)) == QStringLiteral("14 min"));
  CHECK(durationWords(Second(2 * 3600 + 5 * 60)) == QStringLiteral("2 h 05 min"));
  CHECK(rangeWords(plans::assessed(plans::demo()), UnitSystem::Metric) == QStringLiteral("79 km likely (67 to 91)"));
  CHECK(verdictWords(plans::assessed(Plan{})) == QStringLiteral("1 Mind"));  // nothing is judged: never clear
}
