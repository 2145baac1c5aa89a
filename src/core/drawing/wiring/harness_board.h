// The harness board: leads at their true lengths, to be laid on the paper while they are made.
#pragma once

#include "core/drawing/subject.h"

namespace usherwright::drawing {

/// A world in millimetres, scale 1:1: every pack's lead to the joint on a line of its own, the main lead behind it, plugs at
/// their places, the smallest loop of each lead, a 50 mm bar to prove the print. Long leads turn back at the edge of `width`.
Drawing harnessBoard(const Subject& subject);

/// A sheet of paper in millimetres, what its printer reaches, and how much of the next one it shows.
struct Sheet {
  double width = 210, height = 297, margin = 10, overlap = 8;
  double tileWidth() const { return width - 2 * margin - overlap; }
  double tileHeight() const { return height - 2 * margin - overlap; }
};
/// Where the tiles of a board begin, row by row.
std::vector<Point> tilesOf(const Drawing& board, const Sheet& sheet);

}  // namespace usherwright::drawing
