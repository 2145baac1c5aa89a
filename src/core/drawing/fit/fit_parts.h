// What the drawings of station Fit share. The world has y downwards, a room upwards.
#pragma once

#include "core/drawing/list/display_list.h"
#include "core/fit/room.h"

namespace usherwright::drawing {

inline constexpr double pi = 3.14159265358979323846;

inline std::vector<Point> onPaper(const Ring& ring, bool mirrored = false) {
  std::vector<Point> out;
  out.reserve(ring.size());
  for (const Spot& s : ring) out.push_back({mirrored ? -s.x : s.x, -s.y});
  return out;
}

inline void closedLine(Pen& pen, const Ring& ring, Ink ink, double width, Pattern pattern, bool mirrored = false) {
  std::vector<Point> points = onPaper(ring, mirrored);
  if (points.empty()) return;
  points.push_back(points.front());
  pen.line(std::move(points), ink, width, pattern).steady = true;
}

/// A cell as it is seen along its axis, or, of a flat one, from its side.
inline Shape& cellOutline(Pen& pen, const CellShape& cell, Point at, Ink fill, Ink stroke) {
  const double w = cell.width / 2, h = cell.height / 2;
  return cell.round ? pen.circle(at, w, fill, stroke) : pen.rectangle({at.x - w, at.y - h}, {at.x + w, at.y + h}, fill, stroke);
}

}  // namespace usherwright::drawing
