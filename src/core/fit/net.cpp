// Nets of prisms.
#include "core/fit/net.h"

#include <algorithm>
#include <cmath>

#include "core/plan/usual.h"

namespace usherwright {
namespace {

constexpr double flapDepth = 12, leadRadius = 6;  // mm

/// Corners that a thick sheet does not show are one corner.
Ring plain(const Ring& ring) {
  constexpr double seen = 1.5;  // mm
  Ring out;
  for (const Spot& p : ring)
    if (out.empty() || std::hypot(p.x - out.back().x, p.y - out.back().y) > seen) out.push_back(p);
  while (out.size() > 3 && std::hypot(out.front().x - out.back().x, out.front().y - out.back().y) <= seen) out.pop_back();
  return out;
}

Ring blockOf(const FitFigures& f) {
  if (f.boxed) return rectangle({0, 0}, {f.boxed->along, f.boxed->up});
  const Fit& fit = f.from.fit;
  const double skin =
      fit.wall.value_or(usual::wall).value() + fit.wrap.value_or(usual::wrap).value() + fit.foam.value_or(usual::foam).value();
  const double w = f.room.cell.width / 2 + skin, h = f.room.cell.height / 2 + skin;
  std::vector<Spot> corners;
  for (const Site& s : f.layout.sites)
    for (const Spot& p : rectangle({s.at.x - w, s.at.y - h}, {s.at.x + w, s.at.y + h})) corners.push_back(p);
  return plain(hullOf(std::move(corners)));
}

double depthOf(const FitFigures& f) {
  if (f.boxed) return f.boxed->through;
  int layers = 1;
  for (const Site& s : f.layout.sites) layers = std::max(layers, s.layer + 1);
  return layers * f.room.eachLayer + f.room.depth - f.room.usableDepth;
}

double edge(const Ring& ring, std::size_t i) {
  const Spot &a = ring[i], &b = ring[(i + 1) % ring.size()];
  return std::hypot(b.x - a.x, b.y - a.y);
}

/// The ring laid so that its edge `first` runs from `at` to the right (`under`: the ring hangs below it) or, mirrored, stands above.
Ring laid(const Ring& ring, std::size_t first, Spot at, bool under) {
  const Spot &a = ring[first], &b = ring[(first + 1) % ring.size()];
  const double length = edge(ring, first), c = (b.x - a.x) / length, s = (b.y - a.y) / length;
  Ring out;
  for (std::size_t i = 0; i < ring.size(); ++i) {
    const Spot& p = ring[(first + i) % ring.size()];
    const double x = c * (p.x - a.x) + s * (p.y - a.y), y = c * (p.y - a.y) - s * (p.x - a.x);
    out.push_back({at.x + x, at.y + (under ? -y : y)});
  }
  return out;
}

Ring flap(Spot from, Spot to, double depth) {
  const double length = std::hypot(to.x - from.x, to.y - from.y), nx = (to.y - from.y) / length, ny = -(to.x - from.x) / length;
  const double in = std::min(0.2, depth / length);
  const auto along = [&](double t) { return Spot{from.x + (to.x - from.x) * t + nx * depth, from.y + (to.y - from.y) * t + ny * depth}; };
  return {from, along(in), along(1 - in), to};
}

/// The side that faces the edge where the lead leaves: the one whose outward direction goes there most.
std::size_t leadSide(const Ring& ring, LeadExit exit) {
  const Spot to{exit == LeadExit::Front  ? 1.0
                : exit == LeadExit::Back ? -1.0
                                         : 0,
                exit == LeadExit::Top      ? 1.0
                : exit == LeadExit::Bottom ? -1.0
                                           : 0};
  std::size_t best = 0;
  double most = -2;
  for (std::size_t i = 0; i < ring.size(); ++i) {
    const Spot &a = ring[i], &b = ring[(i + 1) % ring.size()];
    const double length = edge(ring, i), out = ((b.y - a.y) * to.x - (b.x - a.x) * to.y) / length;
    // Of two that face there as well, the longer one.
    if (out > most + 0.05 || (out > most - 0.05 && length > edge(ring, best))) {
      best = i;
      most = std::max(most, out);
    }
  }
  return best;
}

}  // namespace

DummyNet dummyNet(const FitFigures& f) {
  DummyNet out;
  if (!hasBlock(f)) {
    out.why = "No layout is kept, and no case is measured.";
    return out;
  }
  if (f.boxed && f.boxed->along <= 0) {
    out.why = "The case is far too large for its room.";
    return out;
  }
  out.outline = blockOf(f);
  out.depth = depthOf(f);
  const std::size_t n = out.outline.size();
  std::size_t longest = 0;
  for (std::size_t i = 1; i < n; ++i)
    if (edge(out.outline, i) > edge(out.outline, longest) + 1e-6) longest = i;
  double x = 0, under = 0;
  for (std::size_t i = 0; i < n; ++i) {
    const double wide = edge(out.outline, i);
    if (i == longest) under = x;
    out.sides.push_back(rectangle({x, 0}, {x + wide, out.depth}));
    x += wide;
  }
  out.base = laid(out.outline, longest, {under, 0}, true);
  out.lid = laid(out.outline, longest, {under, out.depth}, false);
  out.flaps.push_back(flap({x, 0}, {x, out.depth}, flapDepth));
  for (std::size_t i = 1; i < n; ++i) {
    const Spot &a = out.base[i], &b = out.base[(i + 1) % n], &c = out.lid[i], &d = out.lid[(i + 1) % n];
    const double depth = std::min(flapDepth, 0.45 * std::hypot(b.x - a.x, b.y - a.y));
    out.flaps.push_back(flap(b, a, depth));
    out.flaps.push_back(flap(c, d, depth));
  }
  const Ring& lead = out.sides[leadSide(out.outline, f.from.fit.leadExit.value_or(LeadExit::Front))];
  out.marks.push_back({{(lead[0].x + lead[1].x) / 2, out.depth / 2}, leadRadius, "lead"});
  return out;
}

}  // namespace usherwright
