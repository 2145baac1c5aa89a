// Station Pack as a person uses it: the search, lists, groups, capacity tests, BMS sheet, passport. Keys and clicks into the
// real window.
#include <QAbstractButton>
#include <QApplication>
#include <QClipboard>
#include <QComboBox>
#include <QElapsedTimer>
#include <QFile>
#include <QPlainTextEdit>

#include "app/by_name.h"
#include "app/stations/bike/bike_pages.h"
#include "app/stations/pack/pack_pages.h"
#include "app/widgets/pages.h"
#include "core/plan/edit.h"
#include "core/plan/evidence.h"
#include "support/plans.h"

using namespace driving;

TEST_CASE("C-030 C-032 C-022 C-027: the search offers what fits, and a point is taken with the keyboard") {
  Bench b;
  page(b, Qt::Key_3, "Find");
  b.waitForStudies();
  CHECK(visibleText(b).contains(QStringLiteral("of 109440 combinations")));
  fill(b, "at least", QStringLiteral("500"));
  fill(b, "at most", QStringLiteral("3.2"));
  DrawingView* scatter = b.drawing(QStringLiteral("packs that fit"));
  scatter->setFocus();
  b.key(Qt::Key_Right);
  REQUIRE(scatter->currentPart().startsWith(QStringLiteral("pick/")));
  b.key(Qt::Key_Return);
  const QString words = visibleText(b);
  CHECK(words.contains(QStringLiteral("cells to buy")));
  CHECK(words.contains(QStringLiteral("Before use:")));
  b.clickButton(QStringLiteral("Add as a new pack"));
  REQUIRE(b.document().plan().packs.size() == 3);
  const PackModel& m = b.now().figures.packs[2].model;
  CHECK(m.label >= WattHour(500));
  CHECK(*m.mass <= Kilogram(3.21));
  for (const Finding& f : b.now().findings)
    if (f.severity == Severity::Stop && f.part == b.document().plan().packs[2].id) CHECK_FALSE(f.id.starts_with("PACK"));
  b.key(Qt::Key_Z, Qt::ControlModifier);
  CHECK(b.document().plan().packs.size() == 2);
  // What was found holds for the plan that is back; else nothing can be taken until the search is done.
  const auto ready = [&] {
    for (auto* button : b.window().findChildren<QPushButton*>())
      if (button->isVisible() && button->text() == QLatin1String("Put it into stock")) return button->isEnabled();
    return false;
  };
  CHECK(QTest::qWaitFor(ready, 10000));
  b.clickButton(QStringLiteral("Put it into stock"));
  CHECK(b.document().plan().packs[0].bms.series == b.document().plan().packs[0].series);
  fill(b, "at least", QStringLiteral("900000"));
  CHECK(visibleText(b).contains(QStringLiteral("0 of 109440")));
}

TEST_CASE("C-012 C-010: a list of cells is taken in whole or not at all") {
  Bench b;
  page(b, Qt::Key_3, "Find");
  auto* find = b.window().findChild<FindPage*>();
  const auto write = [&](const char* text) {
    QFile file(b.file(QStringLiteral("cells.csv")));
    REQUIRE(file.open(QIODevice::WriteOnly));
    file.write(text);
    return file.fileName();
  };
  CHECK(find->takeList(write("id,capacity_Ah\nbench-1,2.5\nbench-2,heavy\n")) ==
        QStringLiteral("Nothing was taken in. line 3, column capacity_Ah: found \"heavy\", expected a number in Ah."));
  b.waitForStudies();
  CHECK(visibleText(b).contains(QStringLiteral("of 109440")));
  CHECK(find->takeList(write("id,name,capacity_Ah,resistance_mohm,continuous_A,mass_g,price\nbench-1,Bench one,3,20,15,48,1.1\n")) ==
        QStringLiteral("1 cells taken in; the shelf has 25."));
  b.waitForStudies();
  CHECK(visibleText(b).contains(QStringLiteral("of 114000")));
  CHECK(find->takeList(write("id,name,series_from,series_to,chemistries,continuous_A,price\nwide,Wide,6,24,nmc lfp,200,90\n")) ==
        QStringLiteral("1 boards taken in; the shelf has 13."));
  CHECK(find->takeList(write("id,series_from,series_to,chemistries\nx,0,3,nmc\n")).contains(QStringLiteral("line 2, column series_from")));
  CHECK(find->takeList(b.file(QStringLiteral("none.csv"))).contains(QStringLiteral("cannot be read")));
}

TEST_CASE("C-080: group volts are pasted, judged, kept; loose cells raise their finding") {
  Bench b;
  page(b, Qt::Key_1, "Labels");
  b.clickButton(QStringLiteral("Group volts …"));
  CHECK(b.window().station() == Station::Pack);
  auto* typed = named<QPlainTextEdit>(b, "group volts");
  b.click(typed);
  QApplication::clipboard()->setText(QStringLiteral("3.742 3.741 3.743 3.742 3.722 3.74 3.742 3.744 3.741 3.742 3.743 3.741 3.742"));
  b.key(Qt::Key_V, Qt::ControlModifier);
  auto* verdict = named<QLabel>(b, "group-verdict");
  CHECK(verdict->text().startsWith(QStringLiteral("Spread 22 mV; group 5 is furthest from the median.")));
  b.clickButton(QStringLiteral("Keep this reading"));
  REQUIRE(b.document().plan().packs[0].readings.size() == 1);
  CHECK(b.document().undoWords() == QStringLiteral("keep group volts"));
  typed->setPlainText(QStringLiteral("3.742 3.741 heavy"));
  CHECK(verdict->text().contains(QStringLiteral("reading 3: found \"heavy\"")));
  typed->setPlainText(QStringLiteral("3.60 3.61 3.65"));
  CHECK(verdict->text().contains(QStringLiteral("3 readings for 13 groups")));
  named<QComboBox>(b, "readings of")->setCurrentIndex(1);
  Q_EMIT named<QComboBox>(b, "readings of")->activated(1);
  b.clickButton(QStringLiteral("Keep this reading"));
  REQUIRE(b.finding(QStringLiteral("PACK-08")));
  CHECK(b.finding(QStringLiteral("PACK-08"))->severity == Severity::Mind);
}

TEST_CASE("C-096: capacity tests are logged, a lost string is named, health is taken over") {
  Bench b;
  b.document().commit(plans::withoutLog(b.document().plan()));
  page(b, Qt::Key_3, "Health");
  fill(b, "tested on", QStringLiteral("2026-08-30"));
  fill(b, "put back", QStringLiteral("heavy"));
  b.key(Qt::Key_Return);
  CHECK(visibleText(b).contains(QStringLiteral("Put back: found \"heavy\"")));
  fill(b, "put back", QStringLiteral("11.5 Ah"));
  b.key(Qt::Key_Return);
  REQUIRE(b.document().plan().packs[0].capacityTests.size() == 1);
  fill(b, "tested on", QStringLiteral("2026-10-11"));
  fill(b, "put back", QStringLiteral("8.8"));
  b.clickButton(QStringLiteral("Log it"));
  CHECK(named<QLabel>(b, "health-verdict")->text().startsWith(QStringLiteral("1 of 4 parallel strings may be disconnected")));
  b.clickButton(QStringLiteral("Set health to 75.1 %"));
  CHECK(b.document().plan().packs[0].soh.value() == Approx(0.751).margin(0.001));
  CHECK(provenanceOf(b.document().plan(), "/packs/0/soh") == Provenance::Measured);
  b.clickButton(QStringLiteral("Drop the last test"));
  CHECK(b.document().plan().packs[0].capacityTests.size() == 1);
  fill(b, "bench supply or load", QStringLiteral("150 W"));
  CHECK(visibleText(b).contains(QStringLiteral("150 W at 54.6 V: at most 2.75 A; the pack takes 4.36 A, so set 2.75 A")));
  fill(b, "bench supply or load", QStringLiteral("150 V"));
  CHECK(visibleText(b).contains(QStringLiteral("a voltage")));
}

TEST_CASE("C-072: the BMS sheet names what differs, and a board of the shelf is fitted") {
  Bench b;
  b.enter(QStringLiteral("BMS series count of stock"), QStringLiteral("14"));
  page(b, Qt::Key_3, "BMS");
  REQUIRE(b.finding(QStringLiteral("PACK-01")));
  DrawingView* strips = b.drawing(QStringLiteral("settings of the board"));
  REQUIRE(strips);
  strips->grab();
  const auto& drawn = strips->shown()[0]->shapes;
  CHECK(std::any_of(drawn.begin(), drawn.end(), [](const drawing::Shape& s) {
    return s.part == "setting/0" && s.tip == "groups in series: 13; it says 14, which differs";
  }));
  strips->setFocus();  // arrow and Enter go to the entry of a setting
  b.key(Qt::Key_Down);
  b.key(Qt::Key_Return);
  CHECK(QApplication::focusWidget()->property(pointerProperty).toString() == QStringLiteral("/packs/0/bms/series"));
  b.clickButton(QStringLiteral("Fit this one"));
  CHECK(b.document().plan().packs[0].bms.series == 13);
  CHECK(b.finding(QStringLiteral("PACK-01")) == nullptr);
}

TEST_CASE("C-128: the passport is saved as SVG and as PDF") {
  Bench b;
  page(b, Qt::Key_3, "Passport");
  CHECK(b.drawing(QStringLiteral("pack passport"))->accessibleDescription().contains(QStringLiteral("layout: 13S4P")));
  auto* passport = b.window().findChild<PassportPage*>();
  const QString svg = b.file(QStringLiteral("stock.svg"));
  const QString pdf = b.file(QStringLiteral("stock.pdf"));
  CHECK(passport->saveTo(svg) == QStringLiteral("Saved as %1.").arg(svg));
  CHECK(passport->saveTo(pdf).startsWith(QStringLiteral("Saved")));
  QFile s(svg), p(pdf);
  REQUIRE(s.open(QIODevice::ReadOnly));
  REQUIRE(p.open(QIODevice::ReadOnly));
  CHECK(s.readAll().contains("Pack passport"));
  const QByteArray bytes = p.readAll();
  CHECK(bytes.startsWith("%PDF-"));
  CHECK(bytes.size() > 4000);
  CHECK(passport->saveTo(QStringLiteral("/no/such/place/x.svg")).contains(QStringLiteral("cannot be written")));
}
