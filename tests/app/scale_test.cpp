// Everything larger or smaller: by keys, from 80 to 200 %, and back as it was.
#include <QTest>
#include <catch2/catch.hpp>
#include <map>

#include "app/widgets/entry.h"
#include "app/widgets/figure.h"
#include "app/window_test.h"

using namespace driving;

namespace {

std::map<const QWidget*, QRect> sizes(const QWidget& window) {
  std::map<const QWidget*, QRect> out;
  for (const QWidget* w : window.findChildren<QWidget*>())
    out[w] = QRect(w->minimumWidth(), w->minimumHeight(), w->maximumWidth(), w->maximumHeight());
  return out;
}

/// The middle of a part of a drawing, in the widget.
QPoint placeOf(const DrawingView& view, const QString& part, double scale) {
  for (const drawing::Drawing* d : view.shown())
    for (const drawing::Shape& s : d->shapes)
      if (s.part == part.toStdString() && s.points.size() == 2)
        return (QPointF(s.points[0].x + s.points[1].x, s.points[0].y + s.points[1].y) / 2 * scale).toPoint();
  return {};
}

}  // namespace

TEST_CASE("Ctrl+Plus and Ctrl+Minus make everything larger and smaller, from 80 to 200 %, and back to what it was") {
  Bench b;
  b.key(Qt::Key_3, Qt::ControlModifier);
  Bench::settle();
  const auto before = sizes(b.window());
  const Plan plan = b.document().plan();
  for (int i = 0; i < 20; ++i) b.key(Qt::Key_Plus, Qt::ControlModifier);
  CHECK(b.window().look().scale() == 2);
  CHECK(b.window().bottomLine()->said() == QStringLiteral("Everything at 200 %."));
  int grown = 0;
  for (const auto& [w, at100] : sizes(b.window()))
    if (const auto was = before.find(w); was != before.end() && was->second.y() > 8 && !w->isWindow()) {
      INFO(w->metaObject()->className() << " " << w->objectName().toStdString());
      CHECK(at100.y() == 2 * was->second.y());
      ++grown;
    }
  CHECK(grown > 20);
  for (int i = 0; i < 30; ++i) b.key(Qt::Key_Minus, Qt::ControlModifier);
  CHECK(b.window().look().scale() == 0.8);
  for (int i = 0; i < 2; ++i) b.key(Qt::Key_Equal, Qt::ControlModifier);
  CHECK(b.window().look().scale() == 1);
  for (const auto& [w, now] : sizes(b.window()))
    if (const auto was = before.find(w); was != before.end()) {
      INFO(w->metaObject()->className() << " " << w->objectName().toStdString());
      CHECK(now == was->second);
    }
  CHECK(b.document().plan() == plan);
  CHECK_FALSE(b.document().canUndo());
}

TEST_CASE("at every scale a click on a part of a drawing meets that part, and entries that come later are as large") {
  const double scale = GENERATE(0.8, 1.0, 1.3, 2.0);
  Bench b;
  b.window().look().setScale(scale);
  Bench::settle();
  DrawingView* channel = b.drawing(QStringLiteral("the channel"));
  REQUIRE(channel);
  const QPoint at = placeOf(*channel, QStringLiteral("controller"), scale);
  REQUIRE_FALSE(at.isNull());
  b.click(channel, at);
  CHECK(channel->currentPart() == QStringLiteral("controller"));
  b.key(Qt::Key_7, Qt::ControlModifier);
  b.window().stationView(Station::Charging)->showPage(QStringLiteral("Matrix"));
  Bench::settle();
  b.clickButton(QStringLiteral("+ add a charger"));
  Bench::settle();
  for (const Entry* e : b.window().stationView(Station::Charging)->entries()->findChildren<Entry*>())
    if (const auto* line = e->findChild<QLineEdit*>()) CHECK(line->height() == b.window().look().px(26));
}

TEST_CASE("at 200 % a figure has room for its words, and the verdict stands at the top of a window of the usual size") {
  Bench b;
  b.window().look().setScale(2);
  b.key(Qt::Key_3, Qt::ControlModifier);
  Bench::settle();
  CHECK(b.window().size() == QSize(1280, 800));
  int figures = 0;
  for (const Figure* f : b.window().stationView(Station::Pack)->findChildren<Figure*>())
    if (f->isVisible()) {
      CHECK(f->width() >= f->sizeHint().width());
      ++figures;
    }
  CHECK(figures > 5);
  CHECK(b.window().verdict()->width() == b.window().width());
  CHECK(b.window().verdict()->mapTo(&b.window(), QPoint()).y() < 100);
}
