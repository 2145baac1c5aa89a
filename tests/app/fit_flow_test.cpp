// Station Fit by keys and mouse: a room from nothing, a thing dragged, a layout found and kept, strips, a case, wrong values refused.
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QTemporaryDir>
#include <QTest>
#include <QThread>
#include <catch2/catch.hpp>

#include "app/on_paper.h"
#include "app/widgets/entry.h"
#include "app/window_test.h"
#include "core/drawing/fit/fit_drawings.h"
#include "core/plan/edit.h"
#include "support/plans.h"

using namespace driving;

namespace {

void turnTo(Bench& b, std::size_t pack, const char* page) {
  b.key(Qt::Key_4, Qt::ControlModifier);
  REQUIRE(b.window().station() == Station::Fit);
  b.window().stationView(Station::Fit)->reveal(QStringLiteral("/packs/%1/fit/room").arg(pack));
  REQUIRE(b.window().stationView(Station::Fit)->showPage(QLatin1String(page)));
  Bench::settle();
}

DrawingView* shown(Bench& b, std::size_t pack, const char* page, const char* name) {
  turnTo(b, pack, page);
  DrawingView* view = b.drawing(QLatin1String(name));
  REQUIRE(view);
  return view;
}

QString words(Bench& b, const char* name) {
  const auto* label = b.window().findChild<QLabel*>(QLatin1String(name));
  REQUIRE(label);
  return label->text();
}

/// Until the search has ended, at most ten seconds.
void untilFound(Bench& b) {
  QPushButton* keep = nullptr;
  for (QPushButton* button : b.window().findChildren<QPushButton*>())
    if (button->text() == QStringLiteral("Keep this")) keep = button;
  REQUIRE(keep);
  for (int i = 0; i < 400 && !keep->isEnabled(); ++i) {
    QThread::msleep(25);
    Bench::settle();
  }
  REQUIRE(keep->isEnabled());
}

}  // namespace

TEST_CASE("C-033 C-034 C-037 C-044: a triangle is measured, cells are laid out in it and kept, and the strips are read") {
  Bench b;
  turnTo(b, 0, "Room");
  Plan loose = *withField(b.document().plan(), "/packs/0/origin", FieldValue{std::string("built")});
  loose.packs[0].fit = Fit{};
  b.document().commit(loose);
  CHECK(words(b, "room-words").startsWith(QStringLiteral("Not known yet: room")));
  b.clickButton(QStringLiteral("Frame triangle"));
  REQUIRE(b.document().plan().packs[0].fit.room == RoomKind::Triangle);
  b.enter(QStringLiteral("upper side of stock"), QStringLiteral("420"));
  b.enter(QStringLiteral("lower side of stock"), QStringLiteral("48 cm"));
  b.enter(QStringLiteral("back side of stock"), QStringLiteral("310"));
  CHECK(words(b, "room-words").contains(QStringLiteral("room depth")));
  b.enter(QStringLiteral("room depth of stock"), QStringLiteral("86"));
  CHECK(words(b, "room-words").contains(QStringLiteral("52 are needed")));
  // Three sides that make no triangle are said, and nothing is laid out.
  b.enter(QStringLiteral("lower side of stock"), QStringLiteral("1200"));
  CHECK(words(b, "room-words").contains(QStringLiteral("no triangle")));
  b.document().undo();
  shown(b, 0, "Layout", "cells in the room");
  untilFound(b);
  CHECK(b.document().plan().packs[0].fit.places.empty());
  b.clickButton(QStringLiteral("Keep this"));
  REQUIRE(b.document().plan().packs[0].fit.places.size() == 52);
  CHECK(words(b, "layout-words").endsWith(QStringLiteral("kept")));
  shown(b, 0, "Strips", "strips over the cells");
  CHECK(words(b, "strip-words").contains(QStringLiteral("which strip it is, is not known yet")));
  b.document().commit(plans::with(b.document().plan(), "/packs/0/fit/strip_material", "copper"));
  Bench::settle();
  CHECK_FALSE(words(b, "strip-words").contains(QStringLiteral("not known yet")));
  b.document().undo();
  b.document().undo();
  CHECK(b.document().plan().packs[0].fit.places.empty());
}

TEST_CASE("C-037: what is in the way is dragged by the mouse and moved by keys, each one step of undo; kept cells under it are told") {
  Bench b;
  DrawingView* room = shown(b, 1, "Room", "room of the pack");
  room->setFocus();
  const auto at = [&] { return b.document().plan().packs[1].fit.things.front(); };
  const double x = at().x->value();
  QPoint from;
  for (const drawing::Shape* s : room->parts())
    if (s->part == "thing/0") from = room->placeOf(*s).center();
  REQUIRE(!from.isNull());
  QTest::mousePress(room, Qt::LeftButton, Qt::NoModifier, from);
  QTest::mouseMove(room, from + QPoint(-40, 0));
  QTest::mouseMove(room, from + QPoint(-80, 0));
  QTest::mouseRelease(room, Qt::LeftButton, Qt::NoModifier, from + QPoint(-80, 0));
  Bench::settle();
  CHECK(at().x->value() < x - 20);
  CHECK_FALSE(plans::findings(b.document().plan(), "FIT-02").empty());
  b.document().undo();
  CHECK(at().x->value() == Approx(x));
  // Seen from above it moves along only; across the bike it moves up as well.
  b.document().commit(plans::with(b.document().plan(), "/packs/1/fit/stance", "across"));
  Bench::settle();
  room->setCurrentPart(QStringLiteral("thing/0"));
  const double y = at().y->value();
  QTest::keyClick(room, Qt::Key_Up);
  CHECK(at().y->value() == Approx(y + 1));
  b.document().undo();
  CHECK(at().y->value() == Approx(y));
}

TEST_CASE("C-042: a finished case is turned in its room, and one that is too large is refused by name") {
  Bench b;
  Plan plan = b.document().plan();
  for (const auto& [key, value] : {std::pair{"cell", ""}, {"box_length_mm", "300"}, {"box_width_mm", "70"}, {"box_height_mm", "120"}})
    plan = plans::with(plan, std::string("/packs/1/") + key, value);
  plan = plans::with(plan, "/packs/1/fit/things/0/x_mm", "900");
  b.document().commit(plan);
  shown(b, 1, "Clearance", "box in its room");
  CHECK(words(b, "box-words").startsWith(QStringLiteral("Largest clearance: 6.")));
  b.enter(QStringLiteral("case length of deck"), QStringLiteral("340"));
  CHECK(words(b, "box-words").contains(QStringLiteral("5 mm too large")));
  CHECK_FALSE(plans::findings(b.document().plan(), "FIT-01").empty());
}

namespace {

/// The deck pack as a finished case, its room open to the front.
Plan cased(const Plan& from) {
  Plan plan = from;
  for (const auto& [key, value] : {std::pair{"cell", ""},
                                   {"box_length_mm", "200"},
                                   {"box_width_mm", "50"},
                                   {"box_height_mm", "120"},
                                   {"fit/open_side", "front"},
                                   {"fit/things/0/y_mm", "900"}})
    plan = plans::with(plan, std::string("/packs/1/") + key, value);
  return plan;
}

QPoint placeOf(DrawingView* view, const QString& part) {
  for (const drawing::Shape* s : view->parts())
    if (s->part == part.toStdString()) return view->placeOf(*s).center();
  return {};
}

void dragged(DrawingView* view, QPoint from, QPoint to) {
  QTest::mousePress(view, Qt::LeftButton, Qt::NoModifier, from);
  QTest::mouseMove(view, (from + to) / 2);
  QTest::mouseMove(view, to);
  QTest::mouseRelease(view, Qt::LeftButton, Qt::NoModifier, to);
  Bench::settle();
}

}  // namespace

TEST_CASE("C-033 C-035 C-042: a case is dragged, pressed and turned in its room; its way in is found, or said to be blocked") {
  Bench b;
  b.document().commit(cased(b.document().plan()));
  DrawingView* map = shown(b, 1, "Clearance", "box in its room");
  CHECK(words(b, "box-words").contains(QStringLiteral("goes in from the front without being turned")));
  CHECK(words(b, "box-words").contains(QStringLiteral("largest box here")));
  const auto fit = [&]() -> const Fit& { return b.document().plan().packs[1].fit; };
  const QPoint from = placeOf(map, QStringLiteral("box"));
  REQUIRE(!from.isNull());
  dragged(map, from, from + QPoint(0, -60));
  REQUIRE(fit().boxY);
  CHECK(words(b, "box-words").contains(QStringLiteral("As it is put")));
  b.document().undo();
  CHECK_FALSE(fit().boxX);
  map->setFocus();
  for (int i = 0; i < 20 && map->currentPart() != QStringLiteral("box"); ++i) QTest::keyClick(map, Qt::Key_Right);
  REQUIRE(map->currentPart() == QStringLiteral("box"));
  QTest::keyClick(map, Qt::Key_Up);
  QTest::keyClick(map, Qt::Key_Up);
  QTest::keyClick(map, Qt::Key_Up, Qt::AltModifier);
  REQUIRE(fit().boxX);
  b.clickButton(QStringLiteral("Front end up 1°"));
  CHECK(fit().boxTurn->value() == Approx(1));
  // A way that is blocked: a mouth lower than the case, then the whole side again.
  b.enter(QStringLiteral("opening of deck"), QStringLiteral("20"));
  CHECK(words(b, "box-words").contains(QStringLiteral("No way in was found from the front")));
  CHECK_FALSE(plans::findings(b.document().plan(), "FIT-02").empty());
  b.enter(QStringLiteral("opening of deck"), QString());
  b.clickButton(QStringLiteral("Where most is left"));
  CHECK_FALSE(fit().boxX);
  CHECK(words(b, "box-words").contains(QStringLiteral("Largest clearance")));
  // Nonsense is refused, and nothing is lost.
  b.enter(QStringLiteral("case along of deck"), QStringLiteral("a hand's breadth"));
  CHECK_FALSE(fit().boxX);
}

TEST_CASE("C-038 C-039 C-040 C-041 C-045 C-046 C-047 C-049: what holds a pack is entered, judged, marked on the drawing, and cured") {
  Bench b;
  DrawingView* map = shown(b, 1, "Hold", "how the pack is held");
  CHECK(words(b, "hold-words").contains(QStringLiteral("Held by 4601")));
  b.choose(QStringLiteral("thread in of deck"), QStringLiteral("bare-plastic"));
  CHECK(words(b, "hold-marks").contains(QStringLiteral("What holds the thread")));
  b.enter(QStringLiteral("gap in air of deck"), QStringLiteral("0.5 mm"));
  b.choose(QStringLiteral("case material of deck"), QStringLiteral("printed-pla"));
  CHECK(words(b, "hold-marks").contains(QStringLiteral("The case's material")));
  const auto marks = drawing::holdMarks(b.document().subject(), 1);
  REQUIRE(marks.size() >= 3);
  for (std::size_t i = 0; i < marks.size(); ++i) CHECK(!placeOf(map, QStringLiteral("mark/%1").arg(i)).isNull());
  // What nobody knows is not what is well: without a count nothing is said to hold.
  b.document().commit(plans::with(plans::with(b.document().plan(), "/packs/1/hold/screws", ""), "/packs/1/hold/straps", ""));
  Bench::settle();
  CHECK(words(b, "hold-words").startsWith(QStringLiteral("What holds it is not known yet")));
  b.enter(QStringLiteral("gap on surface of deck"), QStringLiteral("hardly any"));
  CHECK(b.document().plan().packs[1].hold.bareOver->value() == 4);
  b.enter(QStringLiteral("last tightened of deck"), QStringLiteral("2026-11-02"));
  CHECK(words(b, "hold-words").contains(QStringLiteral("2027-01-31")));
}

TEST_CASE("C-044: leads are taken from other cells by click and by drag; a group stays, a cell is moved, never onto another") {
  Bench b;
  DrawingView* strips = shown(b, 1, "Strips", "strips over the cells");
  const FitFigures* f = b.document().assessment().figures.packs[1].fit.get();
  REQUIRE(f->strips);
  std::vector<std::size_t> first;
  for (std::size_t i = 0; i < f->layout.group.size(); ++i)
    if (f->layout.group[i] == 1) first.push_back(i);
  const std::vector<std::size_t> before = f->strips->minusTaps;
  std::size_t other = first.front();
  for (const std::size_t i : first)
    if (std::find(before.begin(), before.end(), i) == before.end()) other = i;
  strips->activate(QStringLiteral("cell/%1").arg(other));
  const auto taken = [&] { return b.document().assessment().figures.packs[1].fit->strips->minusTaps; };
  CHECK(taken().size() == before.size() + 1);
  b.document().undo();
  CHECK(taken() == before);
  b.clickButton(QStringLiteral("Turn it over"));
  const QPoint from = placeOf(strips, QStringLiteral("cell/%1").arg(before.front())),
               to = placeOf(strips, QStringLiteral("cell/%1").arg(other));
  dragged(strips, from, to);
  const std::vector<std::size_t> now = taken();
  CHECK(std::count(now.begin(), now.end(), other) == 1);
  CHECK(std::count(now.begin(), now.end(), before.front()) == 0);
  CHECK(words(b, "strip-words").contains(QStringLiteral("One more strip saves most")));

  DrawingView* cells = shown(b, 1, "Layout", "cells in the room");
  b.clickButton(QStringLiteral("This group stays"));
  CHECK(words(b, "layout-words").contains(QStringLiteral("Choose a kept cell first")));
  cells->setCurrentPart(QStringLiteral("cell/%1").arg(other));
  b.clickButton(QStringLiteral("This group stays"));
  CHECK(b.document().plan().packs[1].fit.lockedGroups == "1");
  cells->setFocus();
  cells->setCurrentPart(QStringLiteral("cell/%1").arg(other));
  const CellPlace place = *std::next(b.document().plan().packs[1].fit.places.begin(), static_cast<std::ptrdiff_t>(other));
  QTest::keyClick(cells, Qt::Key_Up, Qt::ControlModifier);
  CHECK(*std::next(b.document().plan().packs[1].fit.places.begin(), static_cast<std::ptrdiff_t>(other)) == place);
  CHECK(words(b, "layout-words").contains(QStringLiteral("would stand in another cell")));
  b.clickButton(QStringLiteral("Look anew"));
  untilFound(b);
  b.clickButton(QStringLiteral("Keep this"));
  CHECK(b.document().assessment().figures.packs[1].fit->layout.group.size() == 65);
  b.clickButton(QStringLiteral("What stops one more cell?"));
  CHECK(words(b, "layout-words").contains(QStringLiteral("one more cell")));
}

TEST_CASE(
    "C-036: tiles of A4 and Letter have their size, and the bar its 50 mm; without a layout it is said that there is nothing to print") {
  Bench b;
  QTemporaryDir dir;
  for (const auto& [name, width, height] : {std::tuple{"cells-a4-pdf", 210.0, 297.0},
                                            {"cells-letter-pdf", 215.9, 279.4},
                                            {"dummy-a4-pdf", 210.0, 297.0},
                                            {"dummy-letter-pdf", 215.9, 279.4}}) {
    const QString pdf = dir.filePath(QLatin1String(name));
    INFO(name);
    REQUIRE(b.window().files()->writeTiles(*findTiledForm(QLatin1String(name)), pdf).contains(QStringLiteral("Saved")));
    const PrintedPage page = printedPage(pdf);
    CHECK(page.width == Approx(width).margin(0.3));
    CHECK(page.height == Approx(height).margin(0.3));
    CHECK(page.hasStroke(50));
  }
  Plan bare = b.document().plan();
  for (Pack& p : bare.packs) p.fit = Fit{};
  b.document().commit(bare);
  CHECK(b.window()
            .files()
            ->writeTiles(*findTiledForm(QStringLiteral("cells-a4-pdf")), dir.filePath(QStringLiteral("no.pdf")))
            .startsWith(QStringLiteral("Nothing to print yet")));
}
