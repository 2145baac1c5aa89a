// Station Wiring by mouse and keys: from a part of the harness to its entry, looking closer, and what a screen reader hears.
#include <QAccessible>
#include <QFile>
#include <QLabel>
#include <QLineEdit>
#include <QProcess>
#include <QRegularExpression>
#include <QTemporaryDir>
#include <QTest>
#include <QWheelEvent>
#include <catch2/catch.hpp>

#include "app/by_name.h"
#include "app/on_paper.h"
#include "app/theme/board_print.h"
#include "app/widgets/entry.h"
#include "app/window_test.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "support/plans.h"

using namespace driving;

namespace {

DrawingView* shown(Bench& b, const char* page, const char* name) {
  b.window().goToStation(Station::Wiring);
  REQUIRE(b.window().stationView(Station::Wiring)->showPage(QLatin1String(page)));
  Bench::settle();
  DrawingView* view = b.drawing(QLatin1String(name));
  REQUIRE(view);
  view->setFocus();
  return view;
}

void choose(DrawingView* view, const char* part) {
  for (int i = 0; i < 60 && view->currentPart() != QLatin1String(part); ++i) QTest::keyClick(view, Qt::Key_Down);
  REQUIRE(view->currentPart() == QLatin1String(part));
}

QString focusedField() {
  QWidget* w = QApplication::focusWidget();
  return w ? w->property(pointerProperty).toString() : QString();
}

}  // namespace

TEST_CASE("a lead, a plug and a fuse of the harness lead to their entries, and what is entered is drawn") {
  Bench b;
  DrawingView* view = shown(b, "Laid out", "harness, laid out");
  choose(view, "second/lead");
  QTest::keyClick(view, Qt::Key_Return);
  CHECK(focusedField() == QStringLiteral("/wiring/runs/1/size"));
  const QString before = view->accessibleDescription();
  CHECK(before.contains(QStringLiteral("lead of deck: 1.1 m, AWG 12")));
  b.enter(QStringLiteral("lead size of lead of deck"), QStringLiteral("16awg"));
  Bench::settle();
  CHECK(view->accessibleDescription().contains(QStringLiteral("lead of deck: 1.1 m, AWG 16")));
  view->setFocus();
  choose(view, "second/fuse");
  QTest::keyClick(view, Qt::Key_Return);
  CHECK(focusedField() == QStringLiteral("/packs/1/fuse/rating_A"));
  view->setFocus();
  choose(view, "stock/plug");
  QTest::keyClick(view, Qt::Key_Return);
  CHECK(focusedField() == QStringLiteral("/packs/0/plug"));
}

TEST_CASE("a thin long lead is warm and drops much: said, drawn, and gone with the next sizes") {
  Bench b;
  shown(b, "Laid out", "harness, laid out");
  b.enter(QStringLiteral("plus length of lead of deck"), QStringLiteral("5"));
  b.enter(QStringLiteral("minus length of lead of deck"), QStringLiteral("5"));
  REQUIRE(b.finding(QStringLiteral("WIRE-02")));
  CHECK(b.shownWords().contains(QStringLiteral("lead of deck 1.3 V")));
  b.enter(QStringLiteral("lead size of lead of deck"), QStringLiteral("nonsense"));
  CHECK(b.finding(QStringLiteral("WIRE-02")));
  b.enter(QStringLiteral("lead size of lead of deck"), QStringLiteral("8awg"));
  CHECK_FALSE(b.finding(QStringLiteral("WIRE-02")));
}

TEST_CASE("one looks closer at the bike with wheel and keys, moves, and sees the whole again") {
  Bench b;
  DrawingView* view = shown(b, "On the bike", "harness on the bike");
  REQUIRE(view->isWorld());
  const double whole = view->camera().scale;
  QTest::keyClick(view, Qt::Key_Plus);
  QTest::keyClick(view, Qt::Key_Plus);
  CHECK(view->camera().scale > 1.5 * whole);
  const drawing::Point at = view->camera().centre;
  QTest::keyClick(view, Qt::Key_Right, Qt::ShiftModifier);
  CHECK(view->camera().centre.x > at.x);
  QTest::mousePress(view, Qt::LeftButton, {}, QPoint(5, 5));
  QMouseEvent move(QEvent::MouseMove, QPointF(65, 5), view->mapToGlobal(QPointF(65, 5)), Qt::NoButton, Qt::LeftButton, Qt::NoModifier);
  const double from = view->camera().centre.x;
  QApplication::sendEvent(view, &move);
  CHECK(view->camera().centre.x < from);
  QTest::mouseRelease(view, Qt::LeftButton, {}, QPoint(65, 5));
  QTest::keyClick(view, Qt::Key_0);
  Bench::settle();
  CHECK(view->camera().scale == Approx(whole));
  const drawing::Point held = view->inWorld({100, 80});
  QWheelEvent wheel(QPointF(100, 80), view->mapToGlobal(QPointF(100, 80)), {}, QPoint(0, 240), Qt::NoButton, Qt::NoModifier,
                    Qt::NoScrollPhase, false);
  QApplication::sendEvent(view, &wheel);
  CHECK(view->camera().scale > 1.5 * whole);
  CHECK(view->inWorld({100, 80}).x == Approx(held.x).margin(1e-6));
  // A part that is chosen by key comes into view.
  for (int i = 0; i < 12; ++i) QTest::keyClick(view, Qt::Key_Plus);
  choose(view, "controller");
  for (const drawing::Shape* s : view->parts())
    if (s->part == "controller") CHECK(view->rect().intersects(view->placeOf(*s)));
}

TEST_CASE("a screen reader finds every part of a drawing with its figures, and can press it") {
  Bench b;
  DrawingView* view = shown(b, "Laid out", "harness, laid out");
  QAccessibleInterface* drawing = QAccessible::queryAccessibleInterface(view);
  REQUIRE(drawing);
  CHECK(drawing->childCount() == static_cast<int>(view->parts().size()));
  QAccessibleInterface* lead = nullptr;
  for (int i = 0; i < drawing->childCount(); ++i) {
    QAccessibleInterface* part = drawing->child(i);
    REQUIRE(part);
    CHECK_FALSE(part->text(QAccessible::Name).isEmpty());
    CHECK(drawing->indexOfChild(part) == i);
    if (part->text(QAccessible::Name).startsWith(QStringLiteral("lead of deck"))) lead = part;
  }
  REQUIRE(lead);
  CHECK(lead->text(QAccessible::Name).contains(QStringLiteral("drops 0.29 V at peak")));
  CHECK(lead->parent() == drawing);
  CHECK(drawing->childAt(lead->rect().center().x(), lead->rect().center().y()) != nullptr);
  lead->actionInterface()->doAction(QAccessibleActionInterface::pressAction());
  CHECK(focusedField() == QStringLiteral("/wiring/runs/1/size"));
  b.document().begin(*without(b.document().plan(), "/packs", 1));
  Bench::settle();
  CHECK_FALSE(lead->isValid());  // the part is gone with its pack
}

TEST_CASE("C-059 C-060: both halves are pointed at by keys, from nothing known to a way, and what is seen wrong is a Stop") {
  Bench b;
  Plan plan = b.document().plan();
  plan.packs[0].bikeHalf = {};
  plan.packs[0].bikePlug = "bullet-3.5";
  b.document().commit(plan);
  DrawingView* view = shown(b, "Ends", "both halves");
  DrawingView* ways = b.drawing(QStringLiteral("ways between the halves"));
  CHECK(ways->accessibleDescription().contains(QStringLiteral("Not looked at yet: a hole or a pin at plus in the bike's half for stock")));
  CHECK_FALSE(b.finding(QStringLiteral("WIRE-06")));
  const auto point = [&](const char* part) {
    view->setFocus();
    choose(view, part);
    QTest::keyClick(view, Qt::Key_Return);
    Bench::settle();
  };
  for (const char* part : {"bike_half/plus_contact/pins", "bike_half/minus_contact/pins", "bike_half/shell/inner",
                           "bike_half/plus_at/other", "bike_half/key/usual"})
    point(part);
  CHECK(b.finding(QStringLiteral("WIRE-06")));
  CHECK(ways->accessibleDescription().contains(QStringLiteral("Refused: Putting them together as they are: plus would meet minus")));
  CHECK(ways->accessibleDescription().contains(QStringLiteral("poles crossed")));
  point("bike_half/plus_at/marked");
  CHECK_FALSE(b.finding(QStringLiteral("WIRE-06")));
  CHECK(ways->accessibleDescription().contains(QStringLiteral("They meet as they are")));
  point("bike_half/plus_contact/sockets");
  CHECK(b.finding(QStringLiteral("WIRE-06")));
  point("bike_half/plus_contact/sockets");  // again takes it back: nobody has looked
  CHECK_FALSE(b.document().plan().packs[0].bikeHalf.plus);
  CHECK_FALSE(b.finding(QStringLiteral("WIRE-06")));
  // The other pack, by its button; its adapter's way can be chosen, and another one.
  b.clickButton(QStringLiteral("deck"));
  Bench::settle();
  CHECK(view->accessibleDescription().contains(QStringLiteral("single-pole 3.5 mm bullets")));
  ways->setFocus();
  choose(ways, "way/1");
  QTest::keyClick(ways, Qt::Key_Return);
  Bench::settle();
  CHECK(ways->accessibleDescription().contains(QStringLiteral("A new half on the bike")));
}

TEST_CASE("C-059 C-088: halves that do not meet are a Stop until the way that was found is planned") {
  Bench b;
  Plan plan = b.document().plan();
  plan.wiring.runs[1].adapters.clear();
  b.document().commit(plan);
  shown(b, "Ends", "both halves");
  b.clickButton(QStringLiteral("deck"));
  Bench::settle();
  REQUIRE(b.finding(QStringLiteral("WIRE-06")));
  CHECK(b.finding(QStringLiteral("WIRE-06"))->what.find("3.5 mm pins to single 3.5 mm sockets") != std::string::npos);
  b.clickButton(QStringLiteral("Plan this way"));
  Bench::settle();
  CHECK(b.document().plan().wiring.runs[1].adapters == std::vector<std::string>{"bullet-3.5-p-to-single-3.5-s"});
  CHECK_FALSE(b.finding(QStringLiteral("WIRE-06")));
  CHECK(b.shownWords().contains(QStringLiteral("Planned: it counts in drop")));
  DrawingView* ways = b.drawing(QStringLiteral("ways between the halves"));
  ways->setFocus();
  choose(ways, "way/1");
  QTest::keyClick(ways, Qt::Key_Return);
  Bench::settle();
  CHECK(b.shownWords().contains(QStringLiteral("A half that is made new is pointed at above")));
  b.key(Qt::Key_Z, Qt::ControlModifier);
  CHECK(b.finding(QStringLiteral("WIRE-06")));
}

TEST_CASE("C-064 C-062: fuses and the main switch part the live ends as well") {
  Bench b;
  Plan plan = b.document().plan();
  plan.wiring.mainSwitch.kind = SwitchKind::Switch;
  b.document().commit(plan);
  DrawingView* map = shown(b, "Live ends", "map of live ends");
  for (const char* part : {"fuse/0", "fuse/1", "switch"}) {
    choose(map, part);
    QTest::keyClick(map, Qt::Key_Return);
    Bench::settle();
  }
  CHECK(map->accessibleDescription().contains(QStringLiteral("main switch: dead on both sides")));
  choose(map, "fuse/0");
  QTest::keyClick(map, Qt::Key_Return);
  Bench::settle();
  CHECK(map->accessibleDescription().contains(QStringLiteral("main switch, its joint side")));
}

TEST_CASE("go-to turns to a page by its name") {
  Bench b;
  b.key(Qt::Key_G, Qt::ControlModifier);
  QTest::keyClicks(QApplication::focusWidget(), QStringLiteral("short here page of wiring"));
  b.key(Qt::Key_Return);
  Bench::settle();
  CHECK(b.drawing(QStringLiteral("where the lead is nicked"))->isVisible());
}

TEST_CASE("C-057 C-058 C-061: everything is sized by one button, and one undo takes it back") {
  Bench b;
  shown(b, "Sizes", "sizes of the harness");
  const Plan before = b.document().plan();
  b.clickButton(QStringLiteral("Size everything"));
  Bench::settle();
  CHECK(b.document().plan().wiring.runs[0].size == "16awg");
  CHECK(b.document().plan().packs[0].fuse.rating == Ampere(25));
  CHECK_FALSE(b.finding(QStringLiteral("WIRE-04")));  // a fuse of 80 V is among them
  CHECK_FALSE(b.finding(QStringLiteral("WIRE-07")));
  b.key(Qt::Key_Z, Qt::ControlModifier);
  CHECK(b.document().plan().wiring == before.wiring);
  CHECK(b.document().plan().packs == before.packs);
  // A lead held by hand stays, the rest follows.
  b.document().commit(withField(b.document().plan(), "/wiring/runs/0/held", FieldValue{true}));
  Bench::settle();
  b.clickButton(QStringLiteral("Size everything"));
  CHECK(b.document().plan().wiring.runs[0].size == "12awg");
  CHECK(b.document().plan().wiring.runs[1].size == "16awg");
}

TEST_CASE("C-061: a nick is chosen on the harness; what its fuse does is said, and what is not proven") {
  Bench b;
  DrawingView* view = shown(b, "Short here", "where the lead is nicked");
  const auto said = [&] { return b.window().findChild<QLabel*>(QStringLiteral("nick"))->text(); };
  CHECK(said().startsWith(QStringLiteral("Choose a lead")));
  choose(view, "second/lead");
  QTest::keyClick(view, Qt::Key_Return);
  Bench::settle();
  CHECK(said().contains(QStringLiteral("melts but does not interrupt: 32 V against 54.6 V")));
  b.enter(QStringLiteral("fuse DC voltage of fuse of deck"), QStringLiteral("80"));
  CHECK(said().contains(QStringLiteral("opens within")));
  CHECK(said().contains(QStringLiteral("its jacket outlasts")));
  b.clickButton(QStringLiteral("deck"));  // unplugged: the joiner lets nothing back
  Bench::settle();
  CHECK(said().contains(QStringLiteral("Nothing feeds the lead of deck")));
  b.clickButton(QStringLiteral("deck"));
  Bench::settle();
  CHECK(said().contains(QStringLiteral("opens within")));
  view->setFocus();
  b.key(Qt::Key_F2);
  CHECK(b.window().sheet()->body().toStdString().find("ΣE/R without the boards") != std::string::npos);
  b.key(Qt::Key_Escape);
  b.document().commit(withField(b.document().plan(), "/packs/1/fuse/kind", FieldValue{}));
  Bench::settle();
  CHECK(said().contains(QStringLiteral("unproven")));
}

TEST_CASE("C-063 C-086: switching on is said with its order, the pull sheet with its lengths, and nothing is said of unknown capacitors") {
  Bench b;
  shown(b, "Switch on", "volts while the precharge is in");
  CHECK(b.shownWords().contains(QStringLiteral("The plug after the joint closes last, onto 680 µF: 1 J at 54.6 V")));
  b.enter(QStringLiteral("precharge"), QStringLiteral("33"));
  CHECK(b.shownWords().contains(QStringLiteral("Kept small by precharge of 33 Ω")));
  CHECK(b.shownWords().contains(QStringLiteral("Stop, part it, look.")));
  Plan plan = b.document().plan();
  plan.bike.controller.bulkCapacitance.reset();
  b.document().commit(plan);
  Bench::settle();
  CHECK(b.shownWords().contains(QStringLiteral("nothing is said of the spark")));
  DrawingView* sheet = shown(b, "Cut and buy", "pull sheet and shopping list");
  CHECK(sheet->accessibleDescription().contains(QStringLiteral("lead of deck, plus: AWG 12, cut 1.16 m")));
  CHECK(sheet->accessibleDescription().contains(QStringLiteral("wire AWG 12, red: 3 m")));
}

TEST_CASE("C-088: on paper 50 mm are 50 mm and a lead is as long as it is") {
  Bench b;
  QTemporaryDir folder;
  const QString pdf = folder.filePath(QStringLiteral("board.pdf"));
  REQUIRE(writeTiledPdf({drawing::harnessBoard(b.document().subject())}, pdf, QStringLiteral("board")));
  const PrintedPage page = printedPage(pdf);
  CHECK(page.width == Approx(210).margin(0.3));
  CHECK(page.hasStroke(50));
  CHECK(*std::max_element(page.level.begin(), page.level.end()) > 100);
}

TEST_CASE("C-088: both views on paper, a sheet each") {
  Bench b;
  QTemporaryDir folder;
  const QString pdf = folder.filePath(QStringLiteral("views.pdf"));
  MainWindow& w = b.window();
  REQUIRE(w.files()->writeViews(pdf).contains(QStringLiteral("Saved")));
  QProcess reader;
  reader.start(QStringLiteral("pdftotext"), {QStringLiteral("-layout"), pdf, QStringLiteral("-")});
  REQUIRE(reader.waitForFinished(30000));
  const QStringList pages = QString::fromUtf8(reader.readAllStandardOutput()).split(QChar(0x0c), Qt::SkipEmptyParts);
  REQUIRE(pages.size() == 2);
  CHECK(pages[0].contains(QStringLiteral("laid out")));
  CHECK(pages[0].contains(QStringLiteral("controller")));
  CHECK(pages[0].contains(QStringLiteral("AWG 12")));
  CHECK(pages[1].contains(QStringLiteral("on the bike")));
  CHECK(pages[1].contains(QStringLiteral("AWG 12")));
}

TEST_CASE("C-043: a lead that moves says what it needs to spare, and is a Mind while less is loose") {
  Bench b;
  DrawingView* rows = shown(b, "Slack", "slack of the leads");
  CHECK(rows->accessibleDescription().contains(QStringLiteral("lead of deck: does not move")));
  choose(rows, "second/lead");
  QTest::keyClick(rows, Qt::Key_Return);
  CHECK(focusedField() == QStringLiteral("/wiring/runs/1/moves"));
  const auto enter = [&](const char* words, const QString& value) {
    b.enter(QStringLiteral("%1 of lead of deck").arg(QLatin1String(words)), value);
    Bench::settle();
  };
  b.choose(QStringLiteral("moves in use of lead of deck"), QStringLiteral("yes"));
  Bench::settle();
  CHECK(rows->accessibleDescription().contains(QStringLiteral("how far it moves is not known yet")));
  enter("turns by", QStringLiteral("90°"));
  enter("from the axis", QStringLiteral("4 cm"));
  enter("free between clips", QStringLiteral("200"));
  enter("loose there", QStringLiteral("50"));
  CHECK(rows->accessibleDescription().contains(QStringLiteral(
      "turns 90°, 40 mm from the axis, not known whether it is drawn out, 200 mm free. needs at least 82.8 mm to spare; 50 mm loose")));
  enter("drawn out by", QStringLiteral("0"));
  CHECK(rows->accessibleDescription().contains(
      QStringLiteral("turns 90°, 40 mm from the axis, 200 mm free. needs 82.8 mm to spare; 50 mm loose")));
  CHECK(b.finding(QStringLiteral("WIRE-09")));
  enter("loose there", QStringLiteral("90"));
  CHECK_FALSE(b.finding(QStringLiteral("WIRE-09")));
}

TEST_CASE("no pack, one pack and four packs have a harness or say what to bring") {
  Bench b(Bench::Open::Nothing);
  b.window().goToStation(Station::Wiring);
  CHECK(b.shownWords().contains(QStringLiteral("Nothing to wire yet")));
  b.clickButton(QStringLiteral("Add a pack"));
  Bench::settle();
  DrawingView* view = shown(b, "Laid out", "harness, laid out");
  CHECK(view->parts().size() > 4);
  for (int i = 0; i < 3; ++i) b.document().commit(withNewPack(b.document().plan()));
  Bench::settle();
  CHECK(view->parts().size() > 16);
  CHECK(b.shownWords().contains(QStringLiteral("not known yet")));
}
