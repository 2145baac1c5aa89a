// Regions by the clipping library.
#include "core/fit/region.h"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <polyclipping/clipper.hpp>

namespace usherwright {
namespace {

namespace cl = ClipperLib;
constexpr double perMillimetre = 1000;  // µm
constexpr double arcError = 5;          // µm: a rounded corner is a polygon within this of its circle

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

Region offset(const Region& region, double by, cl::JoinType join) {
  cl::ClipperOffset work(3.0, arcError);
  work.AddPaths(in(region), join, cl::etClosedPolygon);
  cl::Paths result;
  work.Execute(result, by * perMillimetre);
  return out(result);
}

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

Region without(const Region& region, const Region& cut) {
  cl::Clipper work;
  work.AddPaths(in(region), cl::ptSubject, true);
  work.AddPaths(in(cut), cl::ptClip, true);
  cl::Paths result;
  work.Execute(cl::ctDifference, result, cl::pftNonZero, cl::pftNonZero);
  return out(result);
}

Region grown(const Region& region, double by) { return by == 0 ? region : offset(region, by, cl::jtRound); }
Region inset(const Region& region, double by) { return by == 0 ? region : offset(region, -by, cl::jtMiter); }

Region heldInside(const Region& region, double width, double height) {
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

Region rounded(const Region& region, double radius) { return radius <= 0 ? region : grown(grown(region, -radius), radius); }

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
