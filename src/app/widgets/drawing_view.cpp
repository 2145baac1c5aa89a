// Painting, hovering, dragging and walking through a drawing.
#include "app/widgets/drawing_view.h"

#include <QHelpEvent>
#include <QKeyEvent>
#include <QMetaMethod>
#include <QMouseEvent>
#include <QPainter>
#include <QScrollArea>
#include <QToolTip>
#include <algorithm>
#include <cmath>
#include <utility>

#include "app/theme/paint_drawing.h"
#include "app/theme/scaling.h"
#include "app/widgets/drawing_accessible.h"
#include "app/widgets/plain.h"

namespace usherwright::app {

namespace {

constexpr double wheelStep = 1.25;  // closer with each notch
constexpr double panStep = 0.1;     // of the window with each arrow

QRectF boxOf(const drawing::Shape& s) {
  QPolygonF box;
  for (const drawing::Point& p : s.points) box.append(QPointF(p.x, p.y));
  return box.boundingRect().adjusted(-s.radius, -s.radius, s.radius, s.radius);
}

}  // namespace

DrawingView::DrawingView(Kit kit, const QString& name, QWidget* parent) : QWidget(parent), kit_(kit) {
  setAccessibleName(name);
  setMouseTracking(true);
  setFocusPolicy(Qt::StrongFocus);
  setAttribute(Qt::WA_OpaquePaintEvent);
  announceParts();
  connect(&kit_.look, &Look::changed, this, [this] {
    pixmap_ = {};
    rebuild();
  });
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

/// What is painted already is kept where the ground has come out as it was: most of them, after most edits.
void DrawingView::renderGround() {
  const drawing::Drawing before = std::exchange(ground_, {});
  if (groundStale_) {
    ground_ = groundBuilder_ ? groundBuilder_(area()) : drawing::Drawing{};
    world_ = ground_.unit == drawing::Unit::Millimetre ? std::move(ground_) : drawing::Drawing{};
  }
  groundStale_ = seenStale_ = false;
  if (isWorld()) {
    if (fits_) camera_ = drawing::fitting(world_.world, area());
    ground_ = drawing::seen(world_, camera_, area());
  }
  parts_ = ground_.parts();
  const QSize pixels = size() * devicePixelRatioF();
  if (pixmap_.size() == pixels && pixmap_.devicePixelRatio() == devicePixelRatioF() && ground_ == before) return;
  pixmap_ = QPixmap(pixels);
  pixmap_.setDevicePixelRatio(devicePixelRatioF());
  pixmap_.fill(kit_.look.colour(drawing::Ink::Paper));
  QPainter painter(&pixmap_);
  painter.scale(kit_.look.scale(), kit_.look.scale());
  paintDrawing(painter, ground_, kit_.look);
  const QString words = QString::fromStdString(ground_.description);
  if (words != accessibleDescription()) setAccessibleDescription(words);
}

void DrawingView::bringUpToDate() {
  if (groundStale_ || seenStale_) renderGround();
  if (overlayStale_) {
    overlayStale_ = false;
    overlay_ = overlayBuilder_ ? overlayBuilder_(area()) : drawing::Drawing{};
    if (overlay_.unit == drawing::Unit::Millimetre) overlay_ = drawing::seen(overlay_, camera_, area());
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
  for (const drawing::Shape* s : parts_) {
    if (current_.isEmpty() || s->part != current_.toStdString() || s->points.empty()) continue;
    painter.setPen(QPen(kit_.look.colour(drawing::Ink::Copper), 2, Qt::DashLine));
    painter.drawRect(boxOf(*s).adjusted(-2, -2, 2, 2));
    break;
  }
}

void DrawingView::resizeEvent(QResizeEvent*) { rebuild(); }

const drawing::Shape* DrawingView::shapeAt(QPointF position) const {
  const drawing::Point at{position.x(), position.y()};
  if (const drawing::Shape* s = overlay_.hit(at)) return s;
  return ground_.hit(at);
}

const std::vector<const drawing::Shape*>& DrawingView::parts() {
  bringUpToDate();  // a key may come before the paint
  return parts_;
}

QRect DrawingView::placeOf(const drawing::Shape& shape) const {
  const QRectF box = boxOf(shape);
  return QRectF(box.topLeft() * kit_.look.scale(), box.size() * kit_.look.scale()).toAlignedRect();
}

void DrawingView::select(int step) {
  const auto& all = parts();
  if (all.empty()) return;
  const auto count = static_cast<int>(all.size());
  const auto at = std::find_if(all.begin(), all.end(), [&](const drawing::Shape* s) { return s->part == current_.toStdString(); });
  const int now = at == all.end() ? (step > 0 ? -1 : 0) : static_cast<int>(at - all.begin());
  setCurrentPart(QString::fromStdString(all[static_cast<std::size_t>((now + step + count) % count)]->part));
}

/// The middle of the window goes to a part that is out of sight, as near as the world allows.
void DrawingView::bringIntoSight(const std::string& part) {
  if (!isWorld()) return;
  for (const drawing::Shape* s : parts_) {
    if (s->part != part) continue;
    const QPointF at = QRectF(placeOf(*s)).center();
    if (rect().contains(at.toPoint())) return;
    const QPointF off = at / kit_.look.scale() - QPointF(area().width, area().height) / 2;
    return lookFrom(drawing::panned(camera_, world_.world, {-off.x(), -off.y()}));
  }
}

void DrawingView::setCurrentPart(const QString& part) {
  bringUpToDate();
  bringIntoSight(part.toStdString());
  for (const drawing::Shape* s : parts_) {
    if (s->part != part.toStdString()) continue;
    current_ = part;
    const auto told = std::find_if(ground_.shapes.begin(), ground_.shapes.end(),
                                   [&](const drawing::Shape& shape) { return shape.part == s->part && !shape.tip.empty(); });
    if (told != ground_.shapes.end() && !told->points.empty()) {
      const QPoint where = (QPointF(told->points[0].x, told->points[0].y) * kit_.look.scale()).toPoint();
      scrollTo(where);
      showTip(mapToGlobal(where), QString::fromStdString(told->tip), this);
    }
    update();
    return;
  }
}

// ---- a world in millimetres ----

void DrawingView::lookFrom(const drawing::Camera& camera) {
  fits_ = false;
  if (camera == camera_) return;
  camera_ = camera;
  seenStale_ = true;
  rebuildOverlay();
  bringUpToDate();
}

void DrawingView::fit() {
  fits_ = true;
  seenStale_ = true;
  rebuildOverlay();
}

void DrawingView::zoom(double factor, QPointF about) {
  bringUpToDate();
  if (isWorld()) lookFrom(drawing::zoomed(camera_, world_.world, area(), {about.x(), about.y()}, factor));
}

drawing::Point DrawingView::inWorld(QPointF position) const { return drawing::toWorld(camera_, area(), {position.x(), position.y()}); }

void DrawingView::wheelEvent(QWheelEvent* e) {
  bringUpToDate();
  if (!isWorld()) return QWidget::wheelEvent(e);  // the page scrolls
  zoom(std::pow(wheelStep, e->angleDelta().y() / 120.0), inDrawing(e->position()));
  e->accept();
}

/// True if the key moved the view.
bool DrawingView::worldKey(const QKeyEvent& e) {
  bringUpToDate();
  if (!isWorld() || (e.modifiers() & (Qt::ControlModifier | Qt::AltModifier))) return false;
  const QPointF middle(area().width / 2, area().height / 2);
  const auto move = [&](double right, double down) {
    lookFrom(drawing::panned(camera_, world_.world, {right * area().width * panStep, down * area().height * panStep}));
    return true;
  };
  const bool shift = e.modifiers() & Qt::ShiftModifier;
  switch (e.key()) {
    case Qt::Key_Plus:
    case Qt::Key_Equal: zoom(wheelStep, middle); return true;
    case Qt::Key_Minus: zoom(1 / wheelStep, middle); return true;
    case Qt::Key_0: fit(); return true;
    case Qt::Key_Left: return shift && move(1, 0);
    case Qt::Key_Right: return shift && move(-1, 0);
    case Qt::Key_Up: return shift && move(0, 1);
    case Qt::Key_Down: return shift && move(0, -1);
    default: return false;
  }
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
  lastPlace_ = inDrawing(e->position());
  dragging_ = false;
  if (!pressed_.isEmpty()) current_ = pressed_;
  if (pressed_.isEmpty()) Q_EMIT groundDragged(inDrawing(e->position()));
  update();
}

void DrawingView::mouseMoveEvent(QMouseEvent* e) {
  if (e->buttons() & Qt::LeftButton) {
    dragging_ = true;
    const QPointF place = inDrawing(e->position());
    const QPointF by = place - std::exchange(lastPlace_, place);
    if (pressed_.isEmpty() && isWorld()) lookFrom(drawing::panned(camera_, world_.world, {by.x(), by.y()}));
    else if (pressed_.isEmpty()) Q_EMIT groundDragged(place);
    else Q_EMIT partDragged(pressed_, place, false);
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
  if (worldKey(*e)) return;
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
