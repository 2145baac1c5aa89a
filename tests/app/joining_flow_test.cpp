// A person's days at station Joining: a converter set up by its label, braking switched on, packs used in turns, three packs
// through every page, an edit in the middle of a study. Wrong values on the way.
#include <QLabel>
#include <QPushButton>
#include <QTest>
#include <catch2/catch.hpp>

#include "app/widgets/pages.h"
#include "app/window_test.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "support/plans.h"

using namespace driving;

namespace {

Pages* pagesOf(Bench& b) { return b.window().stationView(Station::Joining)->findChild<Pages*>(); }

bool hasStop(Bench& b, const char* id) {
  for (const Finding& f : b.now().findings)
    if (f.id == id && f.severity == Severity::Stop) return true;
  return false;
}

}  // namespace

TEST_CASE("a pack of another voltage is joined through a converter, from its label to a verdict") {
  Bench b;
  b.key(Qt::Key_3, Qt::ControlModifier);
  b.document().commit(withField(b.document().plan(), "/packs/1/series", FieldValue{10.0}));
  b.key(Qt::Key_5, Qt::ControlModifier);
  b.clickButton(QStringLiteral("Hard parallel"));
  CHECK(hasStop(b, "JOIN-01"));
  b.clickButton(QStringLiteral("Through a converter"));
  CHECK_FALSE(hasStop(b, "JOIN-01"));
  CHECK(b.document().plan().joining.method == Method::Converter);
  // Its label, with the slips of a tired evening.
  b.enter(QStringLiteral("converter set to"), QStringLiteral("48 A"));
  CHECK_FALSE(b.document().plan().joining.converter.set);
  CHECK(b.shownWords().contains(QStringLiteral("found \"48 A\"")));
  b.enter(QStringLiteral("converter set to"), QStringLiteral("48"));
  CHECK(b.document().plan().joining.converter.set == Volt(48));
  // Two fields are called efficiency: this one is the converter's.
  const auto refused = withEntry(b.document().plan(), {"/joining/converter/efficiency", "120 %", UnitSystem::Metric});
  REQUIRE_FALSE(refused);
  CHECK(refused.error().sentence().find("120 %") != std::string::npos);
  b.document().commit(withEntry(b.document().plan(), {"/joining/converter/efficiency", "90 %", UnitSystem::Metric}));
  b.document().commit(withEntry(b.document().plan(), {"/joining/converter/output_A", "5 A", UnitSystem::Metric}));
  REQUIRE(b.now().figures.ride);
  CHECK(b.now().figures.ride->input().converter);
  CHECK(b.now().figures.ride->heatInConverter.value() > 0);
  // Too much for the pack behind it: its BMS is the limit, and the finding says so.
  b.document().commit(withField(b.document().plan(), "/packs/1/bms/continuous_A", FieldValue{4.0}));
  CHECK(hasStop(b, "JOIN-18"));
  b.document().undo();
  CHECK_FALSE(hasStop(b, "JOIN-18"));
  // Set above what the other pack may be charged to, without a one-way joint.
  b.document().commit(withEntry(b.document().plan(), {"/joining/converter/set_V", "60", UnitSystem::Metric}));
  b.document().commit(withField(b.document().plan(), "/joining/converter/second_joint", FieldValue{std::string("direct")}));
  CHECK(hasStop(b, "JOIN-22"));
}

TEST_CASE("braking is switched on beside the ride, forbids the one-way joints, and off again") {
  Bench b;
  b.key(Qt::Key_5, Qt::ControlModifier);
  CHECK_FALSE(hasStop(b, "JOIN-06"));
  b.enter(QStringLiteral("regen current"), QStringLiteral("5 A"));
  CHECK(b.document().plan().bike.controller.regenCurrent == Ampere(5));
  CHECK(hasStop(b, "JOIN-06"));
  REQUIRE(b.finding(QStringLiteral("JOIN-06")));
  b.enter(QStringLiteral("regen current"), QStringLiteral("lots"));
  CHECK(b.document().plan().bike.controller.regenCurrent == Ampere(5));
  b.enter(QStringLiteral("regen current"), QStringLiteral("0"));
  CHECK_FALSE(hasStop(b, "JOIN-06"));
}

TEST_CASE("packs by hand: a switch per pack, a mark, and the ride follows the mark") {
  Bench b;
  b.key(Qt::Key_5, Qt::ControlModifier);
  b.choose(QStringLiteral("switch per pack"), QStringLiteral("yes"));
  CHECK(b.document().plan().joining.switchedInputs);
  b.clickButton(QStringLiteral("by hand"));
  CHECK(b.document().plan().joining.policy == Policy::Manual);
  const auto secondAt = [&] { return b.now().figures.ride->sources[1].knee->value(); };
  b.enter(QStringLiteral("change at"), QStringLiteral("60 %"));
  const double early = secondAt();
  b.enter(QStringLiteral("change at"), QStringLiteral("20 %"));
  CHECK(secondAt() > early + 600);
  b.enter(QStringLiteral("change at"), QStringLiteral("97 %"));  // a mark above 95 % would be no turn
  CHECK(b.document().plan().joining.mark == StateOfCharge(0.2));
  for (int i = 0; i < 4; ++i) b.document().undo();
  CHECK_FALSE(b.document().plan().joining.switchedInputs);
}

TEST_CASE("the load of the ride: power, current, hills, each with its own end") {
  Bench b;
  b.key(Qt::Key_5, Qt::ControlModifier);
  const Second byRoute = b.now().figures.ride->end;
  b.enter(QStringLiteral("power drawn"), QStringLiteral("600"));
  CHECK(b.now().figures.ride->end < byRoute);
  b.choose(QStringLiteral("the ride is"), QStringLiteral("current"));
  b.enter(QStringLiteral("current drawn"), QStringLiteral("6 A"));
  CHECK(b.now().figures.ride->at(Second(60)).load == Ampere(6));
  b.choose(QStringLiteral("the ride is"), QStringLiteral("hilly"));
  CHECK_FALSE(b.now().figures.ride->input().profile.empty());
  CHECK(b.drawing(QStringLiteral("the ride"))->accessibleDescription().contains(QStringLiteral("The ride lasts")));
}

TEST_CASE("three packs go through every page of Joining, by every method, and back by undo") {
  Bench b;
  const Plan three = *withDuplicatePack(plans::demo(), 1);
  b.window().session().begin(three);
  b.key(Qt::Key_5, Qt::ControlModifier);
  for (const char* card : {"Hard parallel", "Schottky pair", "One at a time", "Through a converter", "One-way joiner"}) {
    pagesOf(b)->choose(0);
    b.clickButton(QString::fromLatin1(card));
    for (int page = 0; page < pagesOf(b)->count(); ++page) {
      pagesOf(b)->choose(page);
      b.waitForStudies();
      for (DrawingView* v : b.window().stationView(Station::Joining)->findChildren<DrawingView*>())
        if (v->isVisible()) v->grab();
    }
    INFO(card);
    CHECK(b.now().figures.ride->sources.size() == 3);
  }
  while (b.document().canUndo()) b.document().undo();
  CHECK(b.document().plan() == three);
}

TEST_CASE("an edit in the middle of a study: what is shown in the end is of the last plan") {
  Bench b;
  b.key(Qt::Key_5, Qt::ControlModifier);
  pagesOf(b)->choose(QStringLiteral("Alone"));
  const auto words = [&] { return b.window().stationView(Station::Joining)->findChild<QLabel*>(QStringLiteral("worst-subset"))->text(); };
  for (int i = 0; i < 12; ++i) {
    b.document().commit(withField(b.document().plan(), "/packs/1/fuse/dc_V", FieldValue{i % 2 ? 32.0 : 80.0}));
    if (i % 3 == 0) QCoreApplication::processEvents();
  }
  b.document().commit(withField(b.document().plan(), "/packs/0/bms/continuous_A", FieldValue{9.0}));
  b.waitForStudies();
  CHECK(words().startsWith(QStringLiteral("The worst case is stock alone")));
  // A page that is left while it works, a plan that goes away, a window that closes: nothing is left hanging.
  pagesOf(b)->choose(QStringLiteral("Spread"));
  QCoreApplication::processEvents();
  b.document().begin(plans::example("allotment-barrow"));
  b.waitForStudies();
  CHECK(b.now().figures.packs.size() == 2);
  pagesOf(b)->choose(QStringLiteral("Pairs"));
  b.restart();
  CHECK(b.window().isVisible());
}

TEST_CASE("one pack, then none: every page of Joining says so without a figure") {
  Bench b;
  b.document().begin(*without(plans::demo(), "/packs", 1));
  b.key(Qt::Key_5, Qt::ControlModifier);
  for (int page = 0; page < pagesOf(b)->count(); ++page) {
    pagesOf(b)->choose(page);
    b.waitForStudies();
  }
  pagesOf(b)->choose(QStringLiteral("Connect"));
  CHECK(b.shownWords().contains(QStringLiteral("One pack: nothing to match")));
  pagesOf(b)->choose(QStringLiteral("Proof"));
  CHECK(b.shownWords().contains(QStringLiteral("One pack: nothing to share")));
  b.document().begin(Plan{});
  Bench::settle();
  CHECK(b.shownWords().contains(QStringLiteral("Nothing to join yet")));
  b.clickButton(QStringLiteral("Add a pack"));
  CHECK(b.document().plan().packs.size() == 1);
}

TEST_CASE("the sharing check refuses what it cannot judge, and says what to use instead") {
  Bench b;
  b.key(Qt::Key_5, Qt::ControlModifier);
  pagesOf(b)->choose(QStringLiteral("Proof"));
  CHECK(b.shownWords().contains(QStringLiteral("No ride pasted yet")));
  b.document().commit(withField(b.document().plan(), "/joining/method", FieldValue{std::string("converter")}));
  Bench::settle();
  CHECK(b.shownWords().contains(QStringLiteral("use a clamp on each lead")));
  b.document().undo();
  b.document().commit(withField(b.document().plan(), "/packs/1/series", FieldValue{14.0}));
  Bench::settle();
  CHECK(b.shownWords().contains(QStringLiteral("use a clamp on each lead")));
}
