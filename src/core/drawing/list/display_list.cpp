// Display-list basics: pen, hit test, plots.
#include "core/drawing/list/display_list.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <numbers>
#include <set>

#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

bool inPolygon(const std::vector<Point>& p, Point at) {
  bool inside = false;
  for (std::size_t i = 0, j = p.size() - 1; i < p.size(); j = i++)
    if ((p[i].y > at.y) != (p[j].y > at.y) && at.x < (p[j].x - p[i].x) * (at.y - p[i].y) / (p[j].y - p[i].y) + p[i].x) inside = !inside;
  return inside;
}

double distanceToLine(const std::vector<Point>& p, Point at) {
  double best = std::numeric_limits<double>::max();
  for (std::size_t i = 1; i < p.size(); ++i) {
    const double dx = p[i].x - p[i - 1].x, dy = p[i].y - p[i - 1].y;
    const double length = dx * dx + dy * dy;
    const double t = length > 0 ? std::clamp(((at.x - p[i - 1].x) * dx + (at.y - p[i - 1].y) * dy) / length, 0.0, 1.0) : 0.0;
    best = std::min(best, std::hypot(at.x - p[i - 1].x - t * dx, at.y - p[i - 1].y - t * dy));
  }
  return best;
}

Point turned(Point p, double degrees) {
  const double a = degrees * std::numbers::pi / 180;
  return {p.x * std::cos(a) - p.y * std::sin(a), p.x * std::sin(a) + p.y * std::cos(a)};
}

bool covers(const Shape& s, Point at, double reach) {
  switch (s.kind) {
    case ShapeKind::Polygon: return s.points.size() > 2 && inPolygon(s.points, at);
    case ShapeKind::Polyline: return distanceToLine(s.points, at) <= std::max(reach, s.width);
    case ShapeKind::Rectangle: return at.x >= s.points[0].x && at.x <= s.points[1].x && at.y >= s.points[0].y && at.y <= s.points[1].y;
    case ShapeKind::Circle: return std::hypot(at.x - s.points[0].x, at.y - s.points[0].y) <= std::max(s.radius, reach);
    case ShapeKind::Text: {
      const double wide = textWidth(s.text, s.face);
      const double left = s.anchor == Anchor::Start ? 0 : s.anchor == Anchor::Middle ? wide / 2 : wide;
      const Point in = turned({at.x - s.points[0].x, at.y - s.points[0].y}, -s.angle);
      return in.x >= -left && in.x <= wide - left && in.y <= 3 && in.y >= -14;
    }
    case ShapeKind::Curve: {
      const std::vector<Point> line = flattened(s.points);
      if (s.fill != Ink::None && line.size() > 2 && inPolygon(line, at)) return true;
      return distanceToLine(line, at) <= std::max(reach, s.width);
    }
  }
  return false;
}

}  // namespace

const Shape* Drawing::hit(Point at, double reach) const {
  for (auto s = shapes.rbegin(); s != shapes.rend(); ++s)
    if (!s->part.empty() && covers(*s, at, reach)) return &*s;
  return nullptr;
}

std::vector<const Shape*> Drawing::parts() const {
  std::vector<const Shape*> out;
  std::set<std::string_view> seen;
  for (const Shape& s : shapes)
    if (!s.part.empty() && seen.insert(s.part).second) out.push_back(&s);
  return out;
}

Drawing worldOf(Box world) {
  Drawing d;
  d.unit = Unit::Millimetre;
  d.world = world;
  return d;
}

InkMix heatMix(double heat) {
  const double h = std::clamp(heat, 0.0, 1.0);
  return h < 0.5 ? InkMix{Ink::Water, Ink::Mind, 2 * h} : InkMix{Ink::Mind, Ink::Stop, 2 * h - 1};
}

std::vector<Point> flattened(const std::vector<Point>& c, int each) {
  if (c.empty()) return {};
  std::vector<Point> out{c.front()};
  for (std::size_t i = 0; i + 3 < c.size(); i += 3)
    for (int k = 1; k <= each; ++k) {
      const double t = static_cast<double>(k) / each, u = 1 - t;
      const double a = u * u * u, b = 3 * u * u * t, g = 3 * u * t * t, e = t * t * t;
      out.push_back(
          {a * c[i].x + b * c[i + 1].x + g * c[i + 2].x + e * c[i + 3].x, a * c[i].y + b * c[i + 1].y + g * c[i + 2].y + e * c[i + 3].y});
    }
  return out;
}

namespace {

constexpr double farthest = 1e6;  // px: beyond it painters lose digits, time or themselves

bool isFinite(Point p) { return std::isfinite(p.x) && std::isfinite(p.y); }

/// A place that can be painted; what is no number has none and stands at the corner.
Point placed(Point p) {
  if (!isFinite(p)) return {0, 0};
  return {std::clamp(p.x, -farthest, farthest), std::clamp(p.y, -farthest, farthest)};
}

std::vector<Point> placed(std::vector<Point> points) {
  std::erase_if(points, [](Point p) { return !isFinite(p); });
  for (Point& p : points) p = placed(p);
  return points;
}

}  // namespace

Shape& Pen::add(ShapeKind kind) {
  d_.shapes.emplace_back();
  d_.shapes.back().kind = kind;
  return d_.shapes.back();
}

Shape& Pen::polygon(std::vector<Point> points, Ink fill, Ink stroke, double width) {
  Shape& s = add(ShapeKind::Polygon);
  s.points = placed(std::move(points));
  s.fill = fill;
  s.stroke = stroke;
  s.width = width;
  return s;
}

Shape& Pen::line(std::vector<Point> points, Ink stroke, double width, Pattern pattern) {
  Shape& s = add(ShapeKind::Polyline);
  s.points = placed(std::move(points));
  s.stroke = stroke;
  s.width = width;
  s.pattern = pattern;
  return s;
}

Shape& Pen::curve(std::vector<Point> points, Ink stroke, double width, Ink fill) {
  Shape& s = add(ShapeKind::Curve);
  s.points = std::all_of(points.begin(), points.end(), isFinite) ? placed(std::move(points)) : std::vector<Point>{};
  s.stroke = stroke;
  s.width = width;
  s.fill = fill;
  return s;
}

Shape& Pen::arc(Point centre, double radius, double from, double to, Ink stroke, double width) {
  constexpr double quarter = 90;
  const int pieces = std::max(1, static_cast<int>(std::ceil(std::abs(to - from) / quarter - 1e-9)));
  const double step = (to - from) / pieces * std::numbers::pi / 180;
  const double reach = radius * 4 / 3 * std::tan(step / 4);  // control points of a cubic that follows a circle to 3e-4
  std::vector<Point> points;
  for (int i = 0; i <= pieces; ++i) {
    const double a = from * std::numbers::pi / 180 + step * i;
    const Point p{centre.x + radius * std::cos(a), centre.y + radius * std::sin(a)};
    const Point along{-std::sin(a) * reach, std::cos(a) * reach};
    if (i > 0) points.push_back({p.x - along.x, p.y - along.y});
    points.push_back(p);
    if (i < pieces) points.push_back({p.x + along.x, p.y + along.y});
  }
  return curve(std::move(points), stroke, width);
}

Shape& Pen::rectangle(Point a, Point b, Ink fill, Ink stroke, double radius) {
  Shape& s = add(ShapeKind::Rectangle);
  a = placed(a);
  b = placed(b);
  s.points = {{std::min(a.x, b.x), std::min(a.y, b.y)}, {std::max(a.x, b.x), std::max(a.y, b.y)}};
  s.fill = fill;
  s.stroke = stroke;
  s.radius = radius;
  return s;
}

Shape& Pen::circle(Point centre, double radius, Ink fill, Ink stroke) {
  Shape& s = add(ShapeKind::Circle);
  s.points = {placed(centre)};
  s.radius = std::isfinite(radius) ? std::clamp(radius, 0.0, farthest) : 0.0;
  s.fill = fill;
  s.stroke = stroke;
  return s;
}

Shape& Pen::text(Point at, std::string words, Face face, Ink ink, Anchor anchor) {
  Shape& s = add(ShapeKind::Text);
  s.points = {placed(at)};
  s.text = std::move(words);
  s.face = face;
  s.fill = ink;
  s.anchor = anchor;
  return s;
}

void Pen::severity(Point c, int severity) {
  if (severity == 0) {
    rectangle({c.x - 6, c.y - 6}, {c.x + 6, c.y + 6}, Ink::Stop);
    rectangle({c.x - 4, c.y - 1.5}, {c.x + 4, c.y + 1.5}, Ink::Card);
  } else if (severity == 1) {
    polygon({{c.x, c.y - 6.5}, {c.x + 6.5, c.y + 5.5}, {c.x - 6.5, c.y + 5.5}}, Ink::None, Ink::Mind, 2);
  } else {
    circle(c, 5.5, Ink::None, Ink::Note).width = 2;
  }
}

void Plot::frame(Pen& pen) const { pen.rectangle(topLeft, bottomRight, Ink::Card, Ink::BankLine); }

void Plot::yGrid(Pen& pen, int about) const {
  for (double v : roundTicks(yMin, yMax, about)) {
    pen.line({{topLeft.x, y(v)}, {bottomRight.x, y(v)}}, Ink::BankLine, 1, Pattern::Dotted);
    pen.text({topLeft.x - 6, y(v) + 4}, formatNumber(v), Face::SmallFigure, Ink::Soft, Anchor::End);
  }
}

void Plot::xTicks(Pen& pen, int about, const std::string& unit) const {
  const std::vector<double> ticks = roundTicks(xMin, xMax, about);
  for (std::size_t i = 0; i < ticks.size(); ++i) {
    pen.line({{x(ticks[i]), bottomRight.y}, {x(ticks[i]), bottomRight.y + 4}}, Ink::Soft);
    const bool last = i + 1 == ticks.size();
    const std::string words = formatNumber(ticks[i]) + (last ? " " + unit : "");
    const double rightmost = bottomRight.x + 6;
    const bool wide = x(ticks[i]) + textWidth(words, Face::SmallFigure) / 2 > rightmost;
    pen.text({wide ? rightmost : x(ticks[i]), bottomRight.y + 17}, words, Face::SmallFigure, Ink::Soft,
             wide ? Anchor::End : Anchor::Middle);
  }
}

std::vector<double> roundTicks(double from, double to, int count) {
  std::vector<double> out;
  const double span = to - from;
  if (!(span > 0) || count < 1) return out;
  const double raw = span / count;
  const double power = std::pow(10.0, std::floor(std::log10(raw)));
  double step = 10 * power;
  for (double m : {1.0, 2.0, 5.0})
    if (m * power >= raw) {
      step = m * power;
      break;
    }
  for (double v = std::ceil(from / step - 1e-9) * step; v <= to + step * 1e-9; v += step)
    out.push_back(std::abs(v) < step * 1e-9 ? 0.0 : v);
  return out;
}

std::vector<Point> columnPairs(const Plot& plot, const std::vector<Point>& samples) {
  std::vector<Point> out;
  std::size_t i = 0;
  while (i < samples.size()) {
    const double column = std::floor(plot.x(samples[i].x));
    std::size_t lowest = i, highest = i;
    std::size_t j = i;
    for (; j < samples.size() && std::floor(plot.x(samples[j].x)) == column; ++j) {
      if (samples[j].y < samples[lowest].y) lowest = j;
      if (samples[j].y > samples[highest].y) highest = j;
    }
    const auto place = [&](std::size_t k) { return Point{plot.x(samples[k].x), plot.y(samples[k].y)}; };
    out.push_back(place(std::min(lowest, highest)));
    if (lowest != highest) out.push_back(place(std::max(lowest, highest)));
    i = j;
  }
  return out;
}

// From a point that is kept, every point ahead leaves a wedge of directions that pass it near enough; the next one outside
// the wedge of all before it, or nearer than the one before, makes that one a kept point.
std::vector<Point> thinned(const std::vector<Point>& line, double within) {
  constexpr std::size_t few = 32;
  if (line.size() <= few) return line;
  std::vector<Point> out{line.front()};
  Point along, low, high;  // directions from the kept point: to the one before, and the wedge
  double far = 0;
  const auto cross = [](const Point& a, const Point& b) { return a.x * b.y - a.y * b.x; };
  for (std::size_t i = 1; i < line.size(); ++i) {
    const auto to = [&](const Point& from) { return Point{line[i].x - from.x, line[i].y - from.y}; };
    Point d = to(out.back());
    const bool goesOn =
        far > 0 && std::hypot(d.x, d.y) >= far && d.x * along.x + d.y * along.y > 0 && cross(low, d) >= 0 && cross(d, high) >= 0;
    if (far > 0 && !goesOn) {
      out.push_back(line[i - 1]);
      d = to(out.back());
    }
    const double length = std::hypot(d.x, d.y);
    if (length <= within) {  // as good as there
      far = 0;
      continue;
    }
    const double s = within / length, c = std::sqrt(1 - s * s);
    const Point right{d.x * c + d.y * s, d.y * c - d.x * s}, left{d.x * c - d.y * s, d.y * c + d.x * s};
    if (far == 0 || !goesOn) {
      low = right;
      high = left;
    } else {
      if (cross(low, right) > 0) low = right;
      if (cross(left, high) > 0) high = left;
    }
    along = d;
    far = length;
  }
  if (!(out.back() == line.back())) out.push_back(line.back());
  return out;
}

}  // namespace usherwright::drawing
