// Station Wiring by mouse and keys: from a part of the harness to its entry, looking closer, and what a screen reader hears.
#include <QAccessible>
#include <QLineEdit>
#include <QTest>
#include <QWheelEvent>
#include <catch2/catch.hpp>

#include "app/by_name.h"
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
