// A world seen through a window.
#include "core/drawing/list/camera.h"

#include <algorithm>

namespace usherwright::drawing {
namespace {

constexpr double furthest = 0.05, closest = 200;  // times what fits

double fittingScale(const Box& world, Size window, double margin) {
  const double across = (window.width - 2 * margin) / world.width();
  const double down = (window.height - 2 * margin) / world.height();
  return std::max(1e-6, std::min(across, down));
}

}  // namespace

Camera fitting(const Box& world, Size window, double margin) {
  if (!(world.width() > 0) || !(world.height() > 0)) return {world.middle(), 1.0};
  return {world.middle(), fittingScale(world, window, margin)};
}

Camera zoomed(const Camera& camera, const Box& world, Size window, Point at, double factor) {
  const double fits = fitting(world, window).scale;
  const double scale = std::clamp(camera.scale * factor, fits * furthest, fits * closest);
  const Point held = toWorld(camera, window, at);
  Camera out{camera.centre, scale};
  const Point moved = toWindow(out, window, held);
  return panned(out, world, {at.x - moved.x, at.y - moved.y});
}

Camera panned(const Camera& camera, const Box& world, Point by) {
  return {{std::clamp(camera.centre.x - by.x / camera.scale, world.low.x, world.high.x),
           std::clamp(camera.centre.y - by.y / camera.scale, world.low.y, world.high.y)},
          camera.scale};
}

Point toWindow(const Camera& camera, Size window, Point p) {
  return {(p.x - camera.centre.x) * camera.scale + window.width / 2, (p.y - camera.centre.y) * camera.scale + window.height / 2};
}

Point toWorld(const Camera& camera, Size window, Point p) {
  return {(p.x - window.width / 2) / camera.scale + camera.centre.x, (p.y - window.height / 2) / camera.scale + camera.centre.y};
}

Drawing seen(const Drawing& world, const Camera& camera, Size window) {
  Drawing out = world;
  out.unit = Unit::Pixel;
  out.width = window.width;
  out.height = window.height;
  for (Shape& s : out.shapes) {
    for (Point& p : s.points) p = toWindow(camera, window, p);
    if (s.steady || s.kind == ShapeKind::Text) continue;
    s.radius *= camera.scale;
    s.width *= camera.scale;
  }
  return out;
}

}  // namespace usherwright::drawing
