// Station Fit by keys and mouse: a room from nothing, a thing dragged, a layout found and kept, strips, a case, wrong values refused.
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QTest>
#include <QThread>
#include <catch2/catch.hpp>

#include "app/widgets/entry.h"
#include "app/window_test.h"
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
  b.document().commit(withField(b.document().plan(), "/packs/0/origin", FieldValue{std::string("built")}));
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
