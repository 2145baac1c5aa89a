// Painting of a figure.
#include "app/widgets/figure.h"

#include <QFontMetrics>

#include "app/theme/scaling.h"

namespace usherwright::app {

Figure::Figure(Kit kit, const QString& caption, const QString& working, QWidget* parent)
    : QAbstractButton(parent), kit_(kit), caption_(caption) {
  setFocusPolicy(Qt::StrongFocus);
  setCursor(Qt::PointingHandCursor);
  setWorking(working);
  connect(this, &QAbstractButton::clicked, this, [this] { Q_EMIT kit_.desk.workingRequested(property(workingProperty).toString()); });
}

void Figure::setWorking(const QString& working) {
  setProperty(workingProperty, working);
  setToolTip(working.isEmpty() ? QString() : QStringLiteral("F2 shows how this came about"));
}

void Figure::setValue(const QString& value, const QString& unit) {
  if (value == value_ && unit == unit_) return;
  value_ = value;
  unit_ = unit;
  setAccessibleName(QStringLiteral("%1: %2 %3").arg(caption_, value_, unit_));
  updateGeometry();
  update();
}

QSize Figure::sizeHint() const {
  const int caption = QFontMetrics(kit_.look.font(drawing::Face::Small)).horizontalAdvance(caption_);
  const int value = QFontMetrics(kit_.look.font(drawing::Face::BigFigure)).horizontalAdvance(value_);
  const int unit = QFontMetrics(kit_.look.font(drawing::Face::Small)).horizontalAdvance(unit_);
  return {kit_.look.px(std::max(caption, value + (unit > 0 ? unit + 5 : 0)) + 12), kit_.look.px(46)};
}

void Figure::paintEvent(QPaintEvent*) {
  ScaledPainter painter(this, kit_.look);
  painter.setPen(kit_.look.colour(drawing::Ink::Soft));
  painter.setFont(kit_.look.font(drawing::Face::Small));
  painter.drawText(QPointF(5, 14), caption_);
  painter.setFont(kit_.look.font(drawing::Face::BigFigure));
  painter.setPen(kit_.look.colour(drawing::Ink::Ink));
  painter.drawText(QPointF(5, 35), value_);
  const int width = painter.fontMetrics().horizontalAdvance(value_);
  painter.setFont(kit_.look.font(drawing::Face::Small));
  painter.setPen(kit_.look.colour(drawing::Ink::Soft));
  painter.drawText(QPointF(10 + width, 35), unit_);
  if (!property(workingProperty).toString().isEmpty()) {
    painter.setPen(QPen(kit_.look.colour(underMouse() ? drawing::Ink::Deep : drawing::Ink::Soft), 1, Qt::DotLine));
    painter.drawLine(QPointF(5, 39.5), QPointF(5 + width, 39.5));
  }
  if (!hasFocus()) return;
  painter.setPen(QPen(kit_.look.colour(drawing::Ink::Deep), 2));
  painter.drawRoundedRect(painter.area().adjusted(1, 1, -1, -1), 3, 3);
}

}  // namespace usherwright::app
