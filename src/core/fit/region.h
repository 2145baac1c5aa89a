// Flat regions in millimetres: grown, shrunk, cut, and asked what lies in them. Polygon arithmetic by a library on a grid of 1 µm
// (Vatti's clipping; offsets by Minkowski sums).
#pragma once

#include <vector>

namespace usherwright {

struct Spot {
  double x = 0, y = 0;
  friend bool operator==(const Spot&, const Spot&) = default;
};
using Ring = std::vector<Spot>;

/// Outer rings anticlockwise, holes clockwise; none of them cross. Empty: nothing.
using Region = std::vector<Ring>;

double area(const Ring& ring);  ///< mm², positive when anticlockwise
double area(const Region& region);

/// The plane's part inside a ring, whichever way round it was entered and though it may cross itself.
Region regionOf(const Ring& ring);
Ring rectangle(Spot low, Spot high);
/// The convex outline of points, anticlockwise (Andrew's monotone chain).
Ring hullOf(std::vector<Spot> points);

Region without(const Region& region, const Region& cut);
Region joined(const Region& a, const Region& b);
Region common(const Region& a, const Region& b);
/// What a region passes over while it moves straight on.
Region swept(const Region& region, Spot along);
/// Larger all around by mm (smaller where negative), corners rounded: where a circle of that radius may have its middle.
Region grown(const Region& region, double by);
/// Corners sharp instead of rounded: a wall of equal thickness.
Region inset(const Region& region, double by);
/// Where the middle of an upright rectangle may be so that all of it is inside.
Region heldInside(const Region& region, double width, double height);
/// Inner and outer corners rounded to a radius, within 0.05 mm: nobody measures a weld better.
Region rounded(const Region& region, double radius);

Region turned(const Region& region, double radians);
Region moved(const Region& region, Spot by);

bool contains(const Region& region, Spot at);
/// Distance from a point to the nearest edge.
double edgeDistance(const Region& region, Spot at);

struct Span {
  double from = 0, to = 0;
};
/// Where a level line runs inside, from the left.
std::vector<Span> cutAt(const Region& region, double y);

struct Extent {
  Spot low, high;
  double width() const { return high.x - low.x; }
  double height() const { return high.y - low.y; }
};
Extent extentOf(const Region& region);  ///< all 0 of nothing

/// Directions of the edges that are at least a quarter as long as the region, in degrees from level, −180 … 180.
std::vector<double> longEdges(const Region& region);

}  // namespace usherwright
