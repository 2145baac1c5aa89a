// Regions by the clipping library.
#include "core/fit/region.h"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <polyclipping/clipper.hpp>

namespace usherwright {
namespace {

namespace cl = ClipperLib;
constexpr double perMillimetre = 1000;       // µm
constexpr double arcError = 5, coarse = 50;  // µm: a rounded corner is a polygon within this of its circle

cl::Path in(const Ring& ring) {
  cl::Path out;
  out.reserve(ring.size());
  for (const Spot& s : ring) out.emplace_back(std::llround(s.x * perMillimetre), std::llround(s.y * perMillimetre));
  return out;
}
cl::Paths in(const Region& region) {
  cl::Paths out;
  out.reserve(region.size());
  for (const Ring& r : region) out.push_back(in(r));
  return out;
}
Region out(const cl::Paths& paths) {
  Region result;
  result.reserve(paths.size());
  for (const cl::Path& p : paths) {
    Ring ring;
    ring.reserve(p.size());
    for (const cl::IntPoint& q : p) ring.push_back({static_cast<double>(q.X) / perMillimetre, static_cast<double>(q.Y) / perMillimetre});
    result.push_back(std::move(ring));
  }
  return result;
}

Region combined(cl::ClipType how, const Region& a, const Region& b) {
  cl::Clipper work;
  work.AddPaths(in(a), cl::ptSubject, true);
  work.AddPaths(in(b), cl::ptClip, true);
  cl::Paths result;
  work.Execute(how, result, cl::pftNonZero, cl::pftNonZero);
  return out(result);
}

Region offset(const Region& region, double by, cl::JoinType join, double error = arcError) {
  cl::ClipperOffset work(3.0, error);
  work.AddPaths(in(region), join, cl::etClosedPolygon);
  cl::Paths result;
  work.Execute(result, by * perMillimetre);
  return out(result);
}

double turnOf(Spot o, Spot a, Spot b) { return (a.x - o.x) * (b.y - o.y) - (a.y - o.y) * (b.x - o.x); }

}  // namespace

double area(const Ring& ring) {
  double twice = 0;
  for (std::size_t i = 0; i < ring.size(); ++i) {
    const Spot &a = ring[i], &b = ring[(i + 1) % ring.size()];
    twice += a.x * b.y - b.x * a.y;
  }
  return twice / 2;
}

double area(const Region& region) {
  double sum = 0;
  for (const Ring& r : region) sum += area(r);
  return sum;
}

Region regionOf(const Ring& ring) {
  cl::Paths paths;
  cl::SimplifyPolygon(in(ring), paths, cl::pftNonZero);
  return out(paths);
}

Ring rectangle(Spot low, Spot high) { return {low, {high.x, low.y}, high, {low.x, high.y}}; }

Ring hullOf(std::vector<Spot> points) {
  std::sort(points.begin(), points.end(), [](Spot a, Spot b) { return a.x != b.x ? a.x < b.x : a.y < b.y; });
  Ring out;
  for (int half = 0; half < 2; ++half) {
    const std::size_t begun = out.size();
    for (const Spot& p : points) {
      while (out.size() >= begun + 2 && turnOf(out[out.size() - 2], out.back(), p) <= 1e-6) out.pop_back();
      out.push_back(p);
    }
    out.pop_back();
    std::reverse(points.begin(), points.end());
  }
  return out;
}

Region without(const Region& region, const Region& cut) { return combined(cl::ctDifference, region, cut); }
Region joined(const Region& a, const Region& b) { return combined(cl::ctUnion, a, b); }
Region common(const Region& a, const Region& b) { return combined(cl::ctIntersection, a, b); }

Region swept(const Region& region, Spot along) {
  Region out = joined(region, moved(region, along));
  for (const Ring& ring : region)
    for (std::size_t i = 0; i < ring.size(); ++i) {
      const Spot &a = ring[i], &b = ring[(i + 1) % ring.size()];
      Ring side{a, b, {b.x + along.x, b.y + along.y}, {a.x + along.x, a.y + along.y}};
      if (area(side) < 0) std::reverse(side.begin(), side.end());
      out = joined(out, {side});
    }
  return out;
}

Region grown(const Region& region, double by) { return by == 0 ? region : offset(region, by, cl::jtRound); }
Region inset(const Region& region, double by) { return by == 0 ? region : offset(region, -by, cl::jtMiter); }

namespace {

bool isConvex(const Ring& ring, double sign) {
  for (std::size_t i = 0; i < ring.size(); ++i)
    if (sign * turnOf(ring[i], ring[(i + 1) % ring.size()], ring[(i + 2) % ring.size()]) < -1e-9) return false;
  return ring.size() >= 3;
}

/// What is left of a convex ring where the rectangle stays on the inner side of each of its edges (Sutherland and Hodgman).
Ring heldInConvex(const Ring& ring, double width, double height) {
  Ring held = ring;
  for (std::size_t i = 0; i < ring.size() && !held.empty(); ++i) {
    const Spot &a = ring[i], &b = ring[(i + 1) % ring.size()];
    const double length = std::hypot(b.x - a.x, b.y - a.y);
    if (length <= 0) continue;
    const double nx = (a.y - b.y) / length, ny = (b.x - a.x) / length;  // inwards
    const double least = std::abs(nx) * width / 2 + std::abs(ny) * height / 2;
    const auto inside = [&](const Spot& p) { return nx * (p.x - a.x) + ny * (p.y - a.y) - least; };
    Ring next;
    for (std::size_t k = 0; k < held.size(); ++k) {
      const Spot &p = held[k], &q = held[(k + 1) % held.size()];
      const double at = inside(p), then = inside(q);
      if (at >= 0) next.push_back(p);
      if ((at > 0 && then < 0) || (at < 0 && then > 0))
        next.push_back({p.x + (q.x - p.x) * at / (at - then), p.y + (q.y - p.y) * at / (at - then)});
    }
    held = std::move(next);
  }
  return area(held) > 0 ? held : Ring{};
}

/// Where the middle of the rectangle meets a convex hole.
Ring metBy(const Ring& hole, double width, double height) {
  std::vector<Spot> corners;
  for (const Spot& p : hole)
    for (const Spot& c : rectangle({p.x - width / 2, p.y - height / 2}, {p.x + width / 2, p.y + height / 2})) corners.push_back(c);
  return hullOf(std::move(corners));
}

/// Of any region.
Region heldBySweep(const Region& region, double width, double height) {
  const cl::Path pattern = in(rectangle({-width / 2, -height / 2}, {width / 2, height / 2}));
  // What the rectangle sweeps along every edge is where its middle may not be.
  cl::Clipper work;
  work.AddPaths(in(region), cl::ptSubject, true);
  for (const Ring& ring : region) {
    cl::Paths swept;
    cl::MinkowskiSum(pattern, in(ring), swept, true);
    work.AddPaths(swept, cl::ptClip, true);
    // The library sweeps the rectangle's outline; its inside is what stands at the corners.
    for (const Spot& corner : ring)
      work.AddPath(in(rectangle({corner.x - width / 2, corner.y - height / 2}, {corner.x + width / 2, corner.y + height / 2})), cl::ptClip,
                   true);
  }
  cl::Paths result;
  work.Execute(cl::ctDifference, result, cl::pftNonZero, cl::pftNonZero);
  return out(result);
}

}  // namespace

Region heldInside(const Region& region, double width, double height) {
  // One convex outline with convex holes, as most rooms are: by half-planes, without any sweep.
  std::size_t outer = 0;
  for (const Ring& ring : region) {
    const double sign = area(ring) > 0 ? 1 : -1;
    outer += sign > 0 ? 1 : 0;
    if (!isConvex(ring, sign)) return heldBySweep(region, width, height);
  }
  if (outer != 1) return heldBySweep(region, width, height);
  Region held, met;
  for (const Ring& ring : region)
    if (area(ring) > 0) held = {heldInConvex(ring, width, height)};
    else met.push_back(metBy(ring, width, height));
  if (held.front().empty()) return {};
  const Extent e = extentOf(held);
  std::erase_if(met, [&](const Ring& ring) {
    const Extent m = extentOf(Region{ring});
    return m.low.x >= e.high.x || m.high.x <= e.low.x || m.low.y >= e.high.y || m.high.y <= e.low.y;
  });
  return met.empty() ? held : without(held, met);
}

Region rounded(const Region& region, double radius) {
  return radius <= 0 ? region : offset(offset(region, -radius, cl::jtRound, coarse), radius, cl::jtRound, coarse);
}

Region turned(const Region& region, double radians) {
  const double c = std::cos(radians), s = std::sin(radians);
  Region result = region;
  for (Ring& ring : result)
    for (Spot& p : ring) p = {c * p.x - s * p.y, s * p.x + c * p.y};
  return result;
}

Region moved(const Region& region, Spot by) {
  Region result = region;
  for (Ring& ring : result)
    for (Spot& p : ring) p = {p.x + by.x, p.y + by.y};
  return result;
}

bool contains(const Region& region, Spot at) {
  bool inside = false;
  for (const Ring& ring : region)
    for (std::size_t i = 0; i < ring.size(); ++i) {
      const Spot &a = ring[i], &b = ring[(i + 1) % ring.size()];
      if ((a.y > at.y) != (b.y > at.y) && at.x < a.x + (b.x - a.x) * (at.y - a.y) / (b.y - a.y)) inside = !inside;
    }
  return inside;
}

double edgeDistance(const Region& region, Spot at) {
  double best = 1e9;
  for (const Ring& ring : region)
    for (std::size_t i = 0; i < ring.size(); ++i) {
      const Spot &a = ring[i], &b = ring[(i + 1) % ring.size()];
      const double dx = b.x - a.x, dy = b.y - a.y, square = dx * dx + dy * dy;
      const double t = square > 0 ? std::clamp(((at.x - a.x) * dx + (at.y - a.y) * dy) / square, 0.0, 1.0) : 0.0;
      best = std::min(best, std::hypot(at.x - a.x - t * dx, at.y - a.y - t * dy));
    }
  return best;
}

std::vector<Span> cutAt(const Region& region, double y) {
  std::vector<double> at;
  for (const Ring& ring : region)
    for (std::size_t i = 0; i < ring.size(); ++i) {
      const Spot &a = ring[i], &b = ring[(i + 1) % ring.size()];
      if ((a.y > y) != (b.y > y)) at.push_back(a.x + (b.x - a.x) * (y - a.y) / (b.y - a.y));
    }
  std::sort(at.begin(), at.end());
  std::vector<Span> spans;
  for (std::size_t i = 0; i + 1 < at.size(); i += 2) spans.push_back({at[i], at[i + 1]});
  return spans;
}

Extent extentOf(const Region& region) {
  Extent out;
  bool any = false;
  for (const Ring& ring : region)
    for (const Spot& p : ring) {
      if (!any) out = {p, p};
      any = true;
      out.low = {std::min(out.low.x, p.x), std::min(out.low.y, p.y)};
      out.high = {std::max(out.high.x, p.x), std::max(out.high.y, p.y)};
    }
  return out;
}

std::vector<double> longEdges(const Region& region) {
  std::vector<double> out;
  const Extent e = extentOf(region);
  const double least = 0.25 * std::max(e.width(), e.height());
  for (const Ring& ring : region)
    for (std::size_t i = 0; i < ring.size(); ++i) {
      const Spot &a = ring[i], &b = ring[(i + 1) % ring.size()];
      if (std::hypot(b.x - a.x, b.y - a.y) >= least) out.push_back(std::atan2(b.y - a.y, b.x - a.x) * 180 / std::numbers::pi);
    }
  return out;
}

}  // namespace usherwright
