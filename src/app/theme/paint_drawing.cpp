// Display list → painter.
#include "app/theme/paint_drawing.h"

#include <QPainterPath>
#include <cmath>

namespace usherwright::app {
namespace {

constexpr double thin = 2.5;    // pixels
constexpr double unseen = 0.1;  // pixels that a line may lie beside its points: less than a pen's edge is smoothed by

using drawing::Anchor;
using drawing::Ink;
using drawing::Pattern;
using drawing::Shape;
using drawing::ShapeKind;

QColor heatColour(double heat, const Look& look) {
  const drawing::InkMix mix = drawing::heatMix(heat);
  const QColor a = look.colour(mix.first), b = look.colour(mix.second);
  const auto between = [&](int x, int y) { return static_cast<int>(std::lround(x + mix.share * (y - x))); };
  return QColor(between(a.red(), b.red()), between(a.green(), b.green()), between(a.blue(), b.blue()));
}

QPen penFor(const Shape& s, const Look& look) {
  if (s.stroke == Ink::None && !s.heat) return Qt::NoPen;
  QPen pen(s.heat ? heatColour(*s.heat, look) : look.colour(s.stroke), s.width);
  pen.setJoinStyle(pen.widthF() > thin ? Qt::RoundJoin : Qt::BevelJoin);  // not to be told apart on a thin line, and much faster
  pen.setCapStyle(s.pattern == Pattern::Solid ? Qt::RoundCap : Qt::FlatCap);
  if (s.pattern == Pattern::Dashed) pen.setDashPattern({6.0 / s.width, 4.0 / s.width});
  if (s.pattern == Pattern::Dotted) pen.setDashPattern({1.5, 2.5});
  return pen;
}

QBrush brushFor(const Shape& s, const Look& look) {
  if (s.pattern == Pattern::Hatched) return QBrush(look.colour(s.stroke), Qt::BDiagPattern);
  if (s.fill == Ink::None) return Qt::NoBrush;
  return look.colour(s.fill);
}

QPolygonF polygonOf(const std::vector<drawing::Point>& points) {
  QPolygonF out;
  out.reserve(static_cast<qsizetype>(points.size()));
  for (const drawing::Point& p : drawing::thinned(points, unseen)) out.append(QPointF(p.x, p.y));
  return out;
}

QPainterPath pathOf(const Shape& s) {
  const auto at = [&](std::size_t i) { return QPointF(s.points[i].x, s.points[i].y); };
  QPainterPath path;
  if (s.points.empty()) return path;
  path.moveTo(at(0));
  for (std::size_t i = 0; i + 3 < s.points.size(); i += 3) path.cubicTo(at(i + 1), at(i + 2), at(i + 3));
  if (s.fill != Ink::None) path.closeSubpath();
  return path;
}

void paintText(QPainter& painter, const Shape& s, const Look& look) {
  const QFont font = look.font(s.face);
  painter.setFont(font);
  painter.setPen(look.colour(s.fill));
  const QString words = QString::fromStdString(s.text);
  double x = s.points[0].x;
  if (s.anchor != Anchor::Start) {
    const double width = QFontMetricsF(font).horizontalAdvance(words);
    x -= s.anchor == Anchor::Middle ? width / 2 : width;
  }
  if (s.angle == 0) return painter.drawText(QPointF(x, s.points[0].y), words);
  painter.save();
  painter.translate(s.points[0].x, s.points[0].y);
  painter.rotate(s.angle);
  painter.drawText(QPointF(x - s.points[0].x, 0), words);
  painter.restore();
}

}  // namespace

void paintDrawing(QPainter& painter, const drawing::Drawing& drawing, const Look& look) {
  painter.setRenderHint(QPainter::Antialiasing);
  for (const Shape& s : drawing.shapes) {
    if (s.kind == ShapeKind::Text) {
      paintText(painter, s, look);
      continue;
    }
    painter.setPen(penFor(s, look));
    painter.setBrush(s.kind == ShapeKind::Polyline ? QBrush(Qt::NoBrush) : brushFor(s, look));
    switch (s.kind) {
      case ShapeKind::Polygon: painter.drawPolygon(polygonOf(s.points)); break;
      case ShapeKind::Polyline: painter.drawPolyline(polygonOf(s.points)); break;
      case ShapeKind::Rectangle: {
        const QRectF box(QPointF(s.points[0].x, s.points[0].y), QPointF(s.points[1].x, s.points[1].y));
        if (s.radius > 0) painter.drawRoundedRect(box, s.radius, s.radius);
        else painter.drawRect(box);
        break;
      }
      case ShapeKind::Circle: painter.drawEllipse(QPointF(s.points[0].x, s.points[0].y), s.radius, s.radius); break;
      case ShapeKind::Curve: painter.drawPath(pathOf(s)); break;
      case ShapeKind::Text: break;
    }
  }
}

void paintSeverity(QPainter& painter, QPointF centre, int severity, const Look& look) {
  drawing::Drawing d;
  drawing::Pen(d).severity({centre.x(), centre.y()}, severity);
  paintDrawing(painter, d, look);
}

}  // namespace usherwright::app
