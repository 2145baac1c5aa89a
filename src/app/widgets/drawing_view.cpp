// Painting, hovering, dragging and walking through a drawing.
#include "app/widgets/drawing_view.h"

#include <QHelpEvent>
#include <QKeyEvent>
#include <QMetaMethod>
#include <QMouseEvent>
#include <QPainter>
#include <QScrollArea>
#include <QToolTip>

#include "app/theme/paint_drawing.h"
#include "app/theme/scaling.h"
#include "app/widgets/plain.h"

namespace usherwright::app {

DrawingView::DrawingView(Kit kit, const QString& name, QWidget* parent) : QWidget(parent), kit_(kit) {
  setAccessibleName(name);
  setMouseTracking(true);
  setFocusPolicy(Qt::StrongFocus);
  setAttribute(Qt::WA_OpaquePaintEvent);
  connect(&kit_.look, &Look::changed, this, &DrawingView::rebuild);
}

void DrawingView::setGround(Builder builder) {
  groundBuilder_ = std::move(builder);
  rebuild();
}

void DrawingView::setOverlay(Builder builder) {
  overlayBuilder_ = std::move(builder);
  rebuildOverlay();
}

void DrawingView::rebuild() {
  groundStale_ = true;
  rebuildOverlay();
}

void DrawingView::rebuildOverlay() {
  overlayStale_ = true;
  update();
}

void DrawingView::renderGround() {
  groundStale_ = false;
  ground_ = groundBuilder_ ? groundBuilder_(area()) : drawing::Drawing{};
  pixmap_ = QPixmap(size() * devicePixelRatioF());
  pixmap_.setDevicePixelRatio(devicePixelRatioF());
  pixmap_.fill(kit_.look.colour(drawing::Ink::Paper));
  QPainter painter(&pixmap_);
  painter.scale(kit_.look.scale(), kit_.look.scale());
  paintDrawing(painter, ground_, kit_.look);
  const QString words = QString::fromStdString(ground_.description);
  if (words != accessibleDescription()) setAccessibleDescription(words);
}

void DrawingView::bringUpToDate() {
  if (groundStale_) renderGround();
  if (overlayStale_) {
    overlayStale_ = false;
    overlay_ = overlayBuilder_ ? overlayBuilder_(area()) : drawing::Drawing{};
  }
}

void DrawingView::paintEvent(QPaintEvent*) {
  bringUpToDate();
  ScaledPainter painter(this, kit_.look);
  painter.save();
  painter.resetTransform();
  painter.drawPixmap(0, 0, pixmap_);
  painter.restore();
  paintDrawing(painter, overlay_, kit_.look);
  if (!hasFocus()) return;
  painter.setBrush(Qt::NoBrush);
  painter.setPen(QPen(kit_.look.colour(drawing::Ink::Deep), 2));
  painter.drawRoundedRect(painter.area().adjusted(1, 1, -1, -1), 3, 3);
  for (const drawing::Shape& s : ground_.shapes) {
    if (current_.isEmpty() || s.part != current_.toStdString() || s.points.empty()) continue;
    QPolygonF box;
    for (const drawing::Point& p : s.points) box.append(QPointF(p.x, p.y));
    painter.setPen(QPen(kit_.look.colour(drawing::Ink::Copper), 2, Qt::DashLine));
    painter.drawRect(box.boundingRect().adjusted(-s.radius - 2, -s.radius - 2, s.radius + 2, s.radius + 2));
    break;
  }
}

void DrawingView::resizeEvent(QResizeEvent*) { rebuild(); }

const drawing::Shape* DrawingView::shapeAt(QPointF position) const {
  const drawing::Point at{position.x(), position.y()};
  if (const drawing::Shape* s = overlay_.hit(at)) return s;
  return ground_.hit(at);
}

QStringList DrawingView::parts() const {
  QStringList out;
  for (const drawing::Shape& s : ground_.shapes) {
    const QString part = QString::fromStdString(s.part);
    if (!part.isEmpty() && !out.contains(part)) out << part;
  }
  return out;
}

void DrawingView::select(int step) {
  bringUpToDate();  // a key may come before the paint
  const QStringList all = parts();
  if (all.isEmpty()) return;
  const auto at = all.indexOf(current_);
  current_ = all[(at < 0 ? (step > 0 ? 0 : all.size() - 1) : (at + step + all.size()) % all.size())];
  for (const drawing::Shape& s : ground_.shapes)
    if (s.part == current_.toStdString() && !s.tip.empty()) {
      const QPoint where = (QPointF(s.points[0].x, s.points[0].y) * kit_.look.scale()).toPoint();
      scrollTo(where);
      showTip(mapToGlobal(where), QString::fromStdString(s.tip), this);
      break;
    }
  update();
}

/// In a scroll area a part that is chosen by key comes into view.
void DrawingView::scrollTo(QPoint place) const {
  for (QWidget* w = parentWidget(); w; w = w->parentWidget())
    if (auto* area = qobject_cast<QScrollArea*>(w)) {
      const QPoint inside = mapTo(area->widget(), place);
      area->ensureVisible(inside.x(), inside.y(), 20, 90);
      return;
    }
}

void DrawingView::mousePressEvent(QMouseEvent* e) {
  if (e->button() != Qt::LeftButton) return;
  const drawing::Shape* s = shapeAt(inDrawing(e->position()));
  pressed_ = s ? QString::fromStdString(s->part) : QString();
  dragging_ = false;
  if (!pressed_.isEmpty()) current_ = pressed_;
  if (pressed_.isEmpty()) Q_EMIT groundDragged(inDrawing(e->position()));
  update();
}

void DrawingView::mouseMoveEvent(QMouseEvent* e) {
  if (e->buttons() & Qt::LeftButton) {
    dragging_ = true;
    if (pressed_.isEmpty()) Q_EMIT groundDragged(inDrawing(e->position()));
    else Q_EMIT partDragged(pressed_, inDrawing(e->position()), false);
    return;
  }
  const drawing::Shape* s = shapeAt(inDrawing(e->position()));
  setCursor(s ? Qt::PointingHandCursor : Qt::ArrowCursor);
}

void DrawingView::mouseReleaseEvent(QMouseEvent* e) {
  if (e->button() != Qt::LeftButton || pressed_.isEmpty()) return;
  const QString part = pressed_;
  pressed_.clear();
  if (dragging_) Q_EMIT partDragged(part, inDrawing(e->position()), true);
  else Q_EMIT partClicked(part);
}

void DrawingView::keyPressEvent(QKeyEvent* e) {
  const bool arrow = e->key() == Qt::Key_Left || e->key() == Qt::Key_Right || e->key() == Qt::Key_Up || e->key() == Qt::Key_Down ||
                     e->key() == Qt::Key_Home || e->key() == Qt::Key_End || e->key() == Qt::Key_PageUp || e->key() == Qt::Key_PageDown;
  if (arrow && isSignalConnected(QMetaMethod::fromSignal(&DrawingView::arrowPressed))) {
    Q_EMIT arrowPressed(e->key(), e->modifiers());
    return;
  }
  if (e->key() == Qt::Key_Right || e->key() == Qt::Key_Down) return select(+1);
  if (e->key() == Qt::Key_Left || e->key() == Qt::Key_Up) return select(-1);
  if ((e->key() == Qt::Key_Return || e->key() == Qt::Key_Enter || e->key() == Qt::Key_Space) && !current_.isEmpty()) {
    Q_EMIT partClicked(current_);
    return;
  }
  QWidget::keyPressEvent(e);
}

bool DrawingView::event(QEvent* e) {
  if (e->type() == QEvent::ToolTip) {
    const auto* help = static_cast<QHelpEvent*>(e);
    const drawing::Shape* s = shapeAt(inDrawing(help->pos()));
    if (s && !s->tip.empty()) showTip(help->globalPos(), QString::fromStdString(s->tip), this);
    else QToolTip::hideText();
    return true;
  }
  return QWidget::event(e);
}

}  // namespace usherwright::app
