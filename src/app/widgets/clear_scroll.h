// A scroll area that shows the ground behind it.
#pragma once

#include <QScrollArea>

namespace usherwright::app {

/// Makes `area` scroll `inner` downwards only, without a frame, a ground or the keyboard of its own.
inline void makeClear(QScrollArea& area, QWidget* inner) {
  inner->setObjectName(QStringLiteral("scrolled"));
  area.setWidget(inner);
  area.setWidgetResizable(true);
  area.setFrameShape(QFrame::NoFrame);
  area.setFocusPolicy(Qt::NoFocus);
  area.setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
  area.viewport()->setObjectName(QStringLiteral("clear"));
  area.setStyleSheet(QStringLiteral("QScrollArea, QWidget#clear, QWidget#scrolled { background: transparent; }"));
}

inline QScrollArea* clearScroll(QWidget* inner) {
  auto* area = new QScrollArea;
  makeClear(*area, inner);
  return area;
}

}  // namespace usherwright::app
