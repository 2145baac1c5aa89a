// Finding what is seen by its name, as a person does.
#pragma once

#include <QLabel>
#include <QLineEdit>
#include <QTest>
#include <catch2/catch.hpp>
#include <functional>

#include "app/shell/station_table.h"
#include "app/widgets/pages.h"
#include "app/window_test.h"

namespace driving {

template <class Widget>
Widget* named(Bench& b, const char* name) {
  for (Widget* w : b.window().findChildren<Widget*>())
    if (w->isVisible() && (w->accessibleName() == QLatin1String(name) || w->objectName() == QLatin1String(name))) return w;
  FAIL("nothing visible is called " << name);
  return nullptr;
}

/// Clicks into a line, empties it, types.
inline void fill(Bench& b, const char* line, const QString& words) {
  auto* edit = named<QLineEdit>(b, line);
  b.click(edit);
  edit->selectAll();
  b.type(words);
}

inline void page(Bench& b, int station, const char* name) {
  b.key(station, Qt::ControlModifier);
  b.clickButton(QLatin1String(name));
  Bench::settle();
}

/// A click into the middle of a part of a drawing.
inline void clickPart(Bench& b, const char* view, const QString& part) {
  DrawingView* drawing = b.drawing(QLatin1String(view));
  for (const drawing::Shape* s : drawing->parts())
    if (QString::fromStdString(s->part) == part) {
      QTest::mouseClick(drawing, Qt::LeftButton, Qt::NoModifier, drawing->placeOf(*s).center());
      return Bench::settle();
    }
  FAIL("no part " << part.toStdString());
}

inline QString visibleText(Bench& b) {
  QString out;
  for (QLabel* l : b.window().findChildren<QLabel*>())
    if (l->isVisible()) out += l->text() + QLatin1Char('\n');
  return out;
}

/// Every station, and every page of those that have several.
inline void forEachPage(Bench& b, const std::function<void(const std::string&)>& look) {
  for (const StationRow& row : stationTable()) {
    b.window().goToStation(row.station);
    Bench::settle();
    auto* pages = b.window().stationView(row.station)->findChild<Pages*>();
    for (int i = 0; i < (pages ? pages->count() : 1); ++i) {
      if (pages) pages->choose(i);
      Bench::settle();
      b.waitForStudies();  // what they find makes entries anew
      look(std::string(stationName(row.station)) + " " + std::to_string(i + 1));
    }
    if (pages) pages->choose(0);
  }
}

}  // namespace driving
