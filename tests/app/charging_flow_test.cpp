// Station Charging by keys and mouse: the night planned and changed, a charger settled, a ceiling taken, wrong values refused.
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QTest>
#include <catch2/catch.hpp>

#include "app/widgets/entry.h"
#include "app/window_test.h"
#include "core/plan/edit.h"
#include "support/plans.h"

using namespace driving;

namespace {

DrawingView* shown(Bench& b, const char* page, const char* name) {
  b.key(Qt::Key_7, Qt::ControlModifier);
  REQUIRE(b.window().station() == Station::Charging);
  REQUIRE(b.window().stationView(Station::Charging)->showPage(QLatin1String(page)));
  Bench::settle();
  DrawingView* view = b.drawing(QLatin1String(name));
  REQUIRE(view);
  view->setFocus();
  return view;
}

/// Left and right walk through the parts of the night.
void walkTo(DrawingView* view, const char* part) {
  for (int i = 0; i < 30 && view->currentPart() != QLatin1String(part); ++i) QTest::keyClick(view, Qt::Key_Right);
  REQUIRE(view->currentPart() == QLatin1String(part));
}

QString sumOf(Bench& b) { return b.window().findChild<QLabel*>(QStringLiteral("tonight-sum"))->text(); }

QPoint placeOf(DrawingView* view, const char* part) {
  for (const drawing::Shape* s : view->parts())
    if (s->part == part) return view->placeOf(*s).center();
  FAIL("no part " << part);
  return {};
}

void drag(DrawingView* view, const char* part, QPoint by) {
  const QPoint from = placeOf(view, part);
  QTest::mousePress(view, Qt::LeftButton, Qt::NoModifier, from);
  QTest::mouseMove(view, from + by / 2);
  QTest::mouseMove(view, from + by);
  QTest::mouseRelease(view, Qt::LeftButton, Qt::NoModifier, from + by);
  Bench::settle();
}

}  // namespace

TEST_CASE("C-104 C-107 C-109: tonight is planned, its targets and hours changed by keys, and each step is undone in one") {
  Bench b;
  b.enter(QStringLiteral("charge of stock"), QStringLiteral("42"));
  DrawingView* night = shown(b, "Tonight", "the night");
  CHECK(sumOf(b).startsWith(QStringLiteral("Ready at")));
  walkTo(night, "target/0");
  for (int i = 0; i < 4; ++i) QTest::keyClick(night, Qt::Key_Down);
  Bench::settle();
  REQUIRE(b.document().plan().packs[0].tonight);
  CHECK(b.document().plan().packs[0].tonight->value() == Approx(0.8));
  CHECK(b.drawing(QStringLiteral("what to do tonight"))
            ->accessibleDescription()
            .contains(QStringLiteral("stock stands at 80 %: the timer ends it")));
  b.document().undo();
  CHECK_FALSE(b.document().plan().packs[0].tonight);
  walkTo(night, "ready");
  QTest::keyClick(night, Qt::Key_Up);
  QTest::keyClick(night, Qt::Key_Up);
  CHECK(b.document().plan().charging.readyBy->value() == Approx(7.5 * 60));
  const QString soon = sumOf(b);
  b.clickButton(QStringLiteral("as late as possible"));
  Bench::settle();
  CHECK(sumOf(b) != soon);
  CHECK(sumOf(b).contains(QStringLiteral("at target")));
}

TEST_CASE("the night is dragged: a target, an hour of readiness, hours of somebody there; what strays stays within its bounds") {
  Bench b;
  b.enter(QStringLiteral("charge of stock"), QStringLiteral("42"));
  DrawingView* night = shown(b, "Tonight", "the night");
  drag(night, "target/0", {0, 12});
  REQUIRE(b.document().plan().packs[0].tonight);
  CHECK(b.document().plan().packs[0].tonight->value() < 1);
  drag(night, "target/0", {0, 2000});
  CHECK(b.document().plan().packs[0].tonight->value() == Approx(0.05));
  drag(night, "target/0", {0, -2000});
  CHECK(b.document().plan().packs[0].tonight->value() == Approx(1));
  const double before = b.document().plan().charging.there[0].to->value();
  drag(night, "hours/0/to", {-80, 0});
  CHECK(b.document().plan().charging.there[0].to->value() < before);
  drag(night, "ready", {-90, 0});
  CHECK(b.document().plan().charging.readyBy->value() < 7 * 60);
}

TEST_CASE("hours are added, typed as a person writes them, refused where they are none, and removed again") {
  Bench b;
  shown(b, "Tonight", "the night");
  const std::size_t count = b.document().plan().charging.there.size();
  b.clickButton(QStringLiteral("+ hours somebody is there"));
  Bench::settle();
  REQUIRE(b.document().plan().charging.there.size() == count + 1);
  b.type(QStringLiteral("quarter past"));
  b.key(Qt::Key_Return);
  CHECK_FALSE(b.document().plan().charging.there.back().from);
  b.key(Qt::Key_A, Qt::ControlModifier);
  b.type(QStringLiteral("5:30 pm"));
  b.key(Qt::Key_Return);
  CHECK(b.document().plan().charging.there.back().from == Minute(17 * 60 + 30));
  // Hours of which nobody said what can be done in them count as nobody's, and are shown so.
  for (Entry* e : b.window().stationView(Station::Charging)->entries()->findChildren<Entry*>())
    if (auto* line = e->findChild<QLineEdit*>();
        line && line->property(pointerProperty).toString() == QStringLiteral("/charging/hours/%1/to_min").arg(count)) {
      line->setFocus();
      b.type(QStringLiteral("18"));
      b.key(Qt::Key_Return);
    }
  CHECK(b.document().plan().charging.there.back().to == Minute(18 * 60));
  CHECK(b.drawing(QStringLiteral("the night"))->accessibleDescription().contains(QStringLiteral("stock")));
  b.clickButton(QStringLiteral("remove the last"));
  CHECK(b.document().plan().charging.there.size() == count);
}

TEST_CASE("C-112: nobody there: no plan, and why; a charger that would overcharge is refused by name") {
  Bench b;
  b.enter(QStringLiteral("charge of stock"), QStringLiteral("42"));
  b.enter(QStringLiteral("charge of deck"), QStringLiteral("42"));
  shown(b, "Tonight", "the night");
  b.enter(QStringLiteral("charger output of deck charger"), QStringLiteral("58.8"));
  CHECK(b.drawing(QStringLiteral("the night"))->accessibleDescription().contains(QStringLiteral("CHG-01: deck charger gives 58.8 V")));
  while (!b.document().plan().charging.there.empty()) b.clickButton(QStringLiteral("remove the last"));
  Bench::settle();
  CHECK(sumOf(b).startsWith(QStringLiteral("Nobody is said to be there")));
}

TEST_CASE("C-102 C-007: a charger without a clear label is settled by its reading, and what it would do is said for each pack") {
  Bench b;
  DrawingView* ladder = shown(b, "Settle", "what the charger may be");
  b.enter(QStringLiteral("charger output of small charger"), QStringLiteral("48"));
  b.document().commit(withField(b.document().plan(), "/chargers/0/chemistry", FieldValue{}));
  Bench::settle();
  QLabel* said = b.window().findChild<QLabel*>(QStringLiteral("settled"));
  REQUIRE(said);
  CHECK(said->text().contains(QStringLiteral("may give")));
  CHECK(ladder->accessibleDescription().contains(QStringLiteral("never: 4.52 V per cell")));
  b.enter(QStringLiteral("no-load reading of small charger"), QStringLiteral("58.6"));
  CHECK(said->text().contains(QStringLiteral("58.8")));
  b.enter(QStringLiteral("no-load reading of small charger"), QStringLiteral("volts"));
  CHECK(b.document().plan().chargers[0].reading == Volt(58.6));  // refused, and the last good one stays
  b.enter(QStringLiteral("no-load reading of small charger"), QStringLiteral("0"));
  CHECK(said->text().contains(QStringLiteral("no verdict")));
}

TEST_CASE("C-023 C-107: a ceiling is taken for all packs in one step, its working opens, and it asks for a full charge now and then") {
  Bench b;
  DrawingView* bars = shown(b, "Ceiling", "range and years by ceiling");
  for (int i = 0; i < 6 && bars->currentPart() != QStringLiteral("ceiling/80"); ++i) QTest::keyClick(bars, Qt::Key_Down);
  b.key(Qt::Key_F2);
  CHECK(b.shownWords().contains(QStringLiteral("at 80 %")));
  b.key(Qt::Key_Escape);
  bars->setFocus();
  QTest::keyClick(bars, Qt::Key_Return);
  for (const Pack& p : b.document().plan().packs) CHECK(p.ceiling == StateOfCharge(0.8));
  CHECK(b.finding(QStringLiteral("CHG-13")));
  b.document().undo();
  for (const Pack& p : b.document().plan().packs) CHECK_FALSE(p.ceiling);
}

TEST_CASE("C-108 C-111: balance and the way: groups that were read, and half an hour at a socket") {
  Bench b;
  DrawingView* sheet = shown(b, "Balance", "groups and holds at full");
  CHECK(sheet->accessibleDescription().contains(QStringLiteral("No reading of its groups yet")));
  DrawingView* bars = shown(b, "On the way", "km of half an hour");
  CHECK(bars->accessibleDescription().contains(QStringLiteral("deck charger on deck")));
  CHECK(bars->accessibleDescription().contains(QStringLiteral("more")));
}

TEST_CASE("C-106 C-121: a charge is kept with what it took, a wrong one is refused by name, and from empty to full it becomes a test") {
  Bench b;
  b.document().commit(plans::withoutLog(b.document().plan()));
  shown(b, "Way in", "the channel");
  CHECK(b.shownWords().contains(QStringLiteral("stock: by its own port")));
  REQUIRE(b.window().stationView(Station::Charging)->showPage(QStringLiteral("Kept")));
  Bench::settle();
  const auto line = [&](const char* name) {
    for (auto* e : b.window().stationView(Station::Charging)->findChildren<QLineEdit*>())
      if (e->accessibleName() == QLatin1String(name)) return e;
    FAIL("no entry " << name);
    return static_cast<QLineEdit*>(nullptr);
  };
  const auto type = [&](const char* name, const char* words) {
    line(name)->setFocus();
    line(name)->clear();
    b.type(QLatin1String(words));
  };
  type("charged from", "three");
  type("minutes that it took", "340");
  b.key(Qt::Key_Return);
  CHECK(b.document().plan().packs[0].charges.empty());
  CHECK(b.shownWords().contains(QStringLiteral("From: ")));
  type("charged from", "3 %");
  type("Ah put in", "10.4");
  b.key(Qt::Key_Return);
  Bench::settle();
  REQUIRE(b.document().plan().packs[0].charges.size() == 1);
  CHECK(b.document().plan().packs[0].charges.back().from == StateOfCharge(0.03));
  CHECK(b.window().findChild<QLabel*>(QStringLiteral("charges-kept"))->text().contains(QStringLiteral("10.4 Ah put in")));
  b.clickButton(QStringLiteral("The last was empty to full: a capacity test"));
  REQUIRE(b.document().plan().packs[0].capacityTests.size() == 1);
  CHECK(b.document().plan().packs[0].capacityTests.back().putBack == AmpereHour(10.4));
  b.clickButton(QStringLiteral("Drop the last"));
  CHECK(b.document().plan().packs[0].charges.empty());
  b.clickButton(QStringLiteral("+ a lamp of this charger"));
  Bench::settle();
  b.type(QStringLiteral("red, steady"));
  b.key(Qt::Key_Return);
  CHECK(b.document().plan().chargers[0].lights.at(0).shows == "red, steady");
  CHECK(b.window().findChild<QLabel*>(QStringLiteral("lamps"))->text().contains(QStringLiteral("red, steady – not known yet")));
}

TEST_CASE("C-105 C-110: the mains, the selector and the cold stand against a charge, each by its name") {
  Bench b;
  b.document().commit(withField(b.document().plan(), "/chargers/0/selector", FieldValue{std::string("115")}));
  REQUIRE(b.finding(QStringLiteral("CHG-12")));
  CHECK(b.finding(QStringLiteral("CHG-12"))->sentence.find("set for 115 V; the mains are 230 V") != std::string::npos);
  b.enter(QStringLiteral("charge of stock"), QStringLiteral("42"));
  DrawingView* night = shown(b, "Tonight", "the night");
  CHECK(night->accessibleDescription().contains(QStringLiteral("CHG-12")));
  b.document().commit(withField(b.document().plan(), "/chargers/0/selector", FieldValue{std::string("none")}));
  Bench::settle();
  CHECK_FALSE(night->accessibleDescription().contains(QStringLiteral("CHG-12")));
  b.document().commit(withField(b.document().plan(), "/packs/0/temperature_C", FieldValue{48.0}));
  Bench::settle();
  walkTo(night, "rest/0");
  b.key(Qt::Key_F2);
  CHECK(b.shownWords().contains(QStringLiteral("before it is charged")));
  b.key(Qt::Key_Escape);
  b.document().commit(withField(b.document().plan(), "/packs/0/charge_temperature_C", FieldValue{-4.0}));
  Bench::settle();
  CHECK(night->accessibleDescription().contains(QStringLiteral("CHG-06")));
}
