// What is made of a kept layout: a holder to be printed, strips to be cut.
#pragma once

#include <string>
#include <vector>

#include "core/fit/figures.h"

namespace usherwright {

/// Which piece of the holder a cell is in, so that every piece goes onto the printer's bed.
struct Tile {
  int column = 0, row = 0;
  friend bool operator==(const Tile&, const Tile&) = default;
};
std::vector<Tile> bedTiles(const FitFigures& figures);

/// A holder of `height` mm with a hole for every round cell, `clearance` mm wider than the cell, as STL text. One closed ring per cell;
/// rings of neighbours overlap and become one body in the slicer. Pieces and layers are laid beside each other. Requires a kept layout of
/// round cells.
std::string holderStl(const FitFigures& figures, double height, double clearance);
inline constexpr double holderHeight = 10, holderClearance = 0.3;  // mm

/// Strips of both faces as DXF (R12), in mm: every segment as a rectangle on layer NEAR or FAR, cells as circles on layer CELLS; the far
/// face mirrored and beside the near one. Requires a kept layout.
std::string stripsDxf(const FitFigures& figures);

}  // namespace usherwright
