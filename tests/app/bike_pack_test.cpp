// Stations Bike and Pack as a person uses them: label to settled pack, places, need, evidence, claims, what to measure
// next, the search, groups, capacity tests, BMS sheet, passport. Keys and clicks into the real window.
#include <QAbstractButton>
#include <QApplication>
#include <QClipboard>
#include <QComboBox>
#include <QElapsedTimer>
#include <QFile>
#include <QLabel>
#include <QPlainTextEdit>
#include <catch2/catch.hpp>

#include "app/stations/bike/bike_pages.h"
#include "app/stations/pack/pack_pages.h"
#include "app/widgets/pages.h"
#include "app/window_test.h"
#include "core/plan/edit.h"
#include "core/plan/evidence.h"
#include "support/plans.h"

using namespace driving;

namespace {

template <class Widget>
Widget* named(Bench& b, const char* name) {
  for (Widget* w : b.window().findChildren<Widget*>())
    if (w->isVisible() && (w->accessibleName() == QLatin1String(name) || w->objectName() == QLatin1String(name))) return w;
  FAIL("nothing visible is called " << name);
  return nullptr;
}

/// Clicks into a line, empties it, types.
void fill(Bench& b, const char* line, const QString& words) {
  auto* edit = named<QLineEdit>(b, line);
  b.click(edit);
  edit->selectAll();
  b.type(words);
}

void page(Bench& b, int station, const char* name) {
  b.key(station, Qt::ControlModifier);
  b.clickButton(QLatin1String(name));
  Bench::settle();
}

QString visibleText(Bench& b) {
  QString out;
  for (QLabel* l : b.window().findChildren<QLabel*>())
    if (l->isVisible()) out += l->text() + QLatin1Char('\n');
  return out;
}

}  // namespace

TEST_CASE("C-004 C-005 C-031: a pack label stays open until the meter settles it") {
  Bench b;
  page(b, Qt::Key_1, "Labels");
  auto* typed = named<QPlainTextEdit>(b, "label-text");
  b.click(typed);
  typed->setPlainText(QStringLiteral("Battery 48V 11.6Ah"));
  auto* places = named<QComboBox>(b, "what the label is stuck on");
  CHECK(places->currentText() == QStringLiteral("the pack stock"));
  b.settle();
  CHECK(visibleText(b).contains(QStringLiteral("13S nmc, full 54.6 V; 14S nmc")));
  typed->setFocus();
  b.key(Qt::Key_Return, Qt::ControlModifier);
  CHECK(b.document().plan().packs[0].labelVoltage == Volt(48));
  CHECK(b.document().plan().packs[0].labelCharge == AmpereHour(11.6));
  CHECK(provenanceOf(b.document().plan(), "/packs/0/label_Ah") == Provenance::Label);
  auto* verdict = named<QLabel>(b, "series-verdict");
  CHECK(verdict->text().startsWith(QStringLiteral("Printed: 48 V. May be 13S")));
  fill(b, "full and rested", QStringLiteral("54,5"));
  CHECK(verdict->text().contains(QStringLiteral("Cannot tell")));
  fill(b, "charger, nothing connected", QStringLiteral("58.4 A"));
  CHECK(verdict->text().contains(QStringLiteral("a current")));  // the unit guard
  fill(b, "charger, nothing connected", QStringLiteral("54.6"));
  CHECK(verdict->text().contains(QStringLiteral("It is 13S nmc")));
  b.enter(QStringLiteral("S (in series) of stock"), QStringLiteral("14"));
  page(b, Qt::Key_1, "Labels");
  b.clickButton(QStringLiteral("Take 13S nmc"));
  CHECK(b.document().plan().chargers[0].reading == Volt(54.6));  // what was read on the charger is kept
  CHECK(b.document().plan().packs[0].series == 13);
  CHECK(provenanceOf(b.document().plan(), "/packs/0/series") == Provenance::Measured);
  // By its label the block is 13S4P; a wrong P is offered to be mended on the block.
  b.enter(QStringLiteral("P (in parallel) of stock"), QStringLiteral("5"));
  b.clickButton(QStringLiteral("Make it 4P"));
  CHECK(b.document().plan().packs[0].parallel == 4);
}

TEST_CASE("C-093 C-101: two loads give the resistance, wrong values a sentence") {
  Bench b;
  page(b, Qt::Key_1, "Labels");
  fill(b, "volts at the small load", QStringLiteral("48.86"));
  fill(b, "amperes of the small load", QStringLiteral("2.1"));
  fill(b, "volts at the large load", QStringLiteral("49.5"));
  fill(b, "amperes of the large load", QStringLiteral("14.8"));
  CHECK(visibleText(b).contains(QStringLiteral("fewer volts at the larger current")));
  fill(b, "volts at the large load", QStringLiteral("46.97"));
  CHECK(visibleText(b).contains(QStringLiteral("149 mΩ, 49.17 V without load; sags 3.42 V at peak; at most 2465 W")));
  b.clickButton(QStringLiteral("Take as measured"));
  CHECK(b.document().plan().packs[0].measuredResistance->value() == Approx(148.8).margin(0.1));
  CHECK(b.document().plan().provenance.at("/packs/0/measured_resistance_mohm").note == "48.86 V at 2.1 A, 46.97 V at 14.8 A");
  fill(b, "rested now", QStringLiteral("50.2"));
  b.clickButton(QStringLiteral("Charge from this voltage"));
  CHECK(b.document().plan().packs[0].readings.size() == 1);
  CHECK(provenanceOf(b.document().plan(), "/packs/0/soc") == Provenance::Measured);
}

TEST_CASE("C-003 C-068: places on the frame give lead lengths; accessories have their limits") {
  Bench b;
  page(b, Qt::Key_1, "Places");
  b.choose(QStringLiteral("frame"), QStringLiteral("step-through"));
  page(b, Qt::Key_1, "Places");
  DrawingView* side = b.drawing(QStringLiteral("the bike from the side"));
  Q_EMIT side->partClicked(QStringLiteral("pack/second"));
  // The last pack moves to the place that is clicked; its lead follows once its measured length is taken away.
  Q_EMIT side->partClicked(QStringLiteral("place/2"));
  CHECK(b.document().plan().packs[1].mount == "rack");
  b.enter(QStringLiteral("plus length of lead of deck"), QString());
  b.enter(QStringLiteral("minus length of lead of deck"), QString());
  CHECK_FALSE(b.document().plan().leadOf("second")->lengthPlus);
  const Ohm near = b.now().figures.packs[1].toJoint;
  b.enter(QStringLiteral("wheelbase"), QStringLiteral("1900"));
  CHECK(b.now().figures.packs[1].toJoint > near);
  page(b, Qt::Key_1, "Places");
  b.clickButton(QStringLiteral("+ accessory"));
  const std::size_t last = b.document().plan().bike.accessories.size() - 1;
  const std::string at = "/bike/accessories/" + std::to_string(last);
  b.document().commit(withField(b.document().plan(), at + "/tap", FieldValue{std::string("bus")}));
  b.document().commit(withField(b.document().plan(), at + "/max_V", FieldValue{48.0}));
  Bench::settle();
  REQUIRE(b.finding(QStringLiteral("BIKE-07")));
  // No click cures it: the controller's own lead is often the battery's. A converter, or a part that takes it.
  b.document().commit(withField(b.document().plan(), at + "/max_V", FieldValue{60.0}));
  Bench::settle();
  CHECK(b.finding(QStringLiteral("BIKE-07")) == nullptr);
}

TEST_CASE("C-001 C-002 C-016 C-019 C-056 C-116: jobs, rides, the Wh they ask for, watts as amperes, the odometer") {
  Bench b;
  page(b, Qt::Key_1, "Need");
  CHECK(visibleText(b).contains(QStringLiteral("Go through: Bike, Pack, Joining, Charging, Range.")));
  CHECK(b.document().plan().need.add);
  b.clickButton(QStringLiteral("add a pack"));
  b.clickButton(QStringLiteral("chargers"));
  CHECK(b.document().plan().need.chargers);
  CHECK(visibleText(b).contains(QStringLiteral("Skip: Pack (no pack changes), Range")));
  b.clickButton(QStringLiteral("build from cells"));
  CHECK_FALSE(visibleText(b).contains(QStringLiteral("Skip:")));
  CHECK(visibleText(b).contains(QStringLiteral("times that: enough")));
  b.clickButton(QStringLiteral("+ another ride"));
  REQUIRE(b.document().plan().routes.size() == 2);
  b.enter(QStringLiteral("distance of ride 2"), QStringLiteral("100"));
  page(b, Qt::Key_1, "Need");
  CHECK(visibleText(b).contains(QStringLiteral("are missing")));
  CHECK(b.drawing(QStringLiteral("Wh needed and there"))->accessibleDescription().contains(QStringLiteral("ride 2, asks most")));
  b.enter(QStringLiteral("motor rating"), QStringLiteral("500"));
  b.enter(QStringLiteral("odometer said"), QStringLiteral("10.5"));
  b.enter(QStringLiteral("really was"), QStringLiteral("10"));
  page(b, Qt::Key_1, "Need");
  CHECK(visibleText(b).contains(QStringLiteral("500 W draw 11.4 A from a full pack, 13.4 A at nominal, 15.6 A at the cut-off")));
  CHECK(visibleText(b).contains(QStringLiteral("multiply what it shows by 0.952")));
  CHECK(visibleText(b).contains(QStringLiteral("The packs weigh 6.6")));
  CHECK(visibleText(b).contains(QStringLiteral("New packs cost")));
  CHECK(visibleText(b).contains(QStringLiteral("stock alone goes about")));
  b.clickButton(QStringLiteral("drop the last"));
  CHECK(b.document().plan().routes.size() == 1);
}

TEST_CASE("C-009 C-021 C-028: contradicting values, questions for the seller, claims") {
  Bench b;
  page(b, Qt::Key_1, "Labels");
  // The claim of a listing was typed first and marked as such; the label says otherwise.
  b.document().commit(withProvenance(*withField(b.document().plan(), "/bike/controller/cutoff_V", FieldValue{39.0}),
                                     "/bike/controller/cutoff_V", Provenance::Measured));
  auto* typed = named<QPlainTextEdit>(b, "label-text");
  typed->setPlainText(QStringLiteral("Controller L.V. 42V"));
  typed->setFocus();
  b.key(Qt::Key_Return, Qt::ControlModifier);
  CHECK(b.document().plan().bike.controller.cutoff == Volt(39));  // what was measured still counts
  REQUIRE(conflictsOf(b.document().plan()).size() == 1);
  page(b, Qt::Key_1, "Evidence");
  CHECK(visibleText(b).contains(QStringLiteral("counts: 39 V (measured)")));
  b.clickButton(QStringLiteral("choose 42 V (label)"));
  CHECK(b.document().plan().bike.controller.cutoff == Volt(42));
  b.clickButton(QStringLiteral("drop the others"));
  CHECK(conflictsOf(b.document().plan()).empty());
  CHECK(visibleText(b).contains(QStringLiteral("1. Is there a data sheet for exactly")));
  b.clickButton(QStringLiteral("Copy the questions"));
  CHECK(QApplication::clipboard()->text().startsWith(QStringLiteral("1. ")));
  fill(b, "claim", QStringLiteral("up to 400 km and 3000 W"));
  CHECK(visibleText(b).contains(QStringLiteral("“3000 W”: implausible")));
  CHECK(visibleText(b).contains(QStringLiteral("Wh/km")));
  fill(b, "claim", QStringLiteral("the best"));
  CHECK(visibleText(b).contains(QStringLiteral("No range, time, power")));
}

TEST_CASE("C-130: F3 ranks what to measure next beside the window, first results within 100 ms") {
  Bench b;
  QElapsedTimer clock;
  clock.start();
  b.key(Qt::Key_F3);
  auto* measure = b.window().findChild<MeasurePage*>();
  REQUIRE(measure->isVisible());
  while (measure->tried() == 0 && clock.elapsed() < 5000) QApplication::processEvents();
  WARN("first ranking after " << clock.elapsed() << " ms");
  CHECK(measure->tried() > 0);
  while (!measure->isDone() && clock.elapsed() < 20000) QApplication::processEvents();
  Bench::settle();
  DrawingView* bars = b.drawing(QStringLiteral("what to measure next"));
  CHECK(bars->accessibleDescription().startsWith(QStringLiteral("1. ")));
  const int before = measure->tried();
  // Enter on the first goes to its field; a measured value leaves the list.
  bars->setFocus();
  b.key(Qt::Key_Right);
  const QString part = bars->currentPart();
  REQUIRE(part.startsWith(QStringLiteral("lever/")));
  b.key(Qt::Key_Return);
  CHECK(QApplication::focusWidget()->property(pointerProperty).toString() == part.mid(6));
  b.document().commit(withProvenance(b.document().plan(), part.mid(6).toStdString(), Provenance::Measured));
  b.key(Qt::Key_F3);
  while (!measure->isDone() && clock.elapsed() < 40000) QApplication::processEvents();
  Bench::settle();
  CHECK(measure->tried() == before - 1);
}

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
  QTest::qWait(150);  // the search begins anew once nothing has been typed for a while
  b.waitForStudies();
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

TEST_CASE("C-006 C-007 C-008: a limit on a claim is never clear and asks the seller") {
  Bench b;
  CHECK(b.finding(QStringLiteral("BIKE-08")) == nullptr);
  b.document().commit(withProvenance(b.document().plan(), "/packs/0/bms/continuous_A", Provenance::Claim));
  REQUIRE(b.finding(QStringLiteral("BIKE-08")));
  page(b, Qt::Key_1, "Evidence");
  CHECK(visibleText(b).contains(QStringLiteral("You say BMS continuous: 25 A. Where is that printed")));
}

TEST_CASE("the whole way from label to pack goes without the mouse") {
  Bench b(Bench::Open::Nothing);
  b.key(Qt::Key_1, Qt::ControlModifier);
  const auto tabTo = [&](const QString& name) {
    for (int i = 0; i < 300; ++i) {
      QWidget* now = QApplication::focusWidget();
      auto* button = qobject_cast<QAbstractButton*>(now);
      if (now && (now->accessibleName() == name || (button && button->text() == name))) return true;
      b.key(Qt::Key_Tab);
    }
    return false;
  };
  REQUIRE(tabTo(QStringLiteral("text of a label")));
  b.type(QStringLiteral("48V 22+-1A LV 40V MAX 60V"));
  b.key(Qt::Key_Return, Qt::ControlModifier);
  CHECK(b.document().plan().bike.controller.currentLimit == Ampere(22));
  // 60 V is a class of packs too: likely, and confirmed by one key.
  CHECK_FALSE(b.document().plan().bike.controller.inputMaximum);
  b.key(Qt::Key_Space);
  CHECK(b.document().plan().bike.controller.inputMaximum == Volt(60));
  b.key(Qt::Key_3, Qt::ControlModifier);
  REQUIRE(tabTo(QStringLiteral("Add the stock pack")));
  b.key(Qt::Key_Space);
  REQUIRE(b.document().plan().packs.size() == 1);
  REQUIRE(tabTo(QStringLiteral("Block")));
  b.key(Qt::Key_Right);
  REQUIRE(tabTo(QStringLiteral("at least")));
  b.type(QStringLiteral("600"));
  REQUIRE(tabTo(QStringLiteral("packs that fit")));
  b.key(Qt::Key_Right);
  b.key(Qt::Key_Return);
  REQUIRE(tabTo(QStringLiteral("Put it into stock")));
  b.key(Qt::Key_Space);
  CHECK(b.now().figures.packs[0].model.label >= WattHour(600));
  CHECK(b.finding(QStringLiteral("BIKE-01")) == nullptr);
  CHECK(b.finding(QStringLiteral("PACK-02")) == nullptr);
  REQUIRE(tabTo(QStringLiteral("Find")));
  for (int i = 0; i < 4; ++i) b.key(Qt::Key_Right);
  CHECK(b.drawing(QStringLiteral("pack passport")) != nullptr);
}
