// Where cells can stand in a room: rows at any turn and shift, square or hexagonal. Counts are exact along the rows (the best
// shift of a lattice has a cell against an edge) and sampled across them and over turns.
#pragma once

#include <cstddef>
#include <vector>

#include "core/fit/room.h"

namespace usherwright {

struct Site {
  Spot at;
  int layer = 0;
  friend bool operator==(const Site&, const Site&) = default;
};

struct Filling {
  std::vector<Site> sites;  ///< layer by layer, row by row
  double turn = 0;          ///< degrees, of its rows
  CellGrid grid = CellGrid::Square;
};

enum class Effort : std::uint8_t { Quick, Thorough };

/// The best first; of each turn and grid the one that holds most, `keep` in all at most. Empty where not one cell goes in.
/// Requires room.known().
std::vector<Filling> fillings(const FitRoom& room, Known<CellGrid> grid, std::size_t keep, Effort effort);

/// How many cells go in.
std::size_t holds(const FitRoom& room, Known<CellGrid> grid, Effort effort);

/// By how many mm the room would have to be larger all around (to 0.5 mm, at most 60) to hold so many. 0 where it does.
Known<Millimetre> shortBy(const FitRoom& room, Known<CellGrid> grid, std::size_t cells);

/// Neighbours of every site, in rising order: next to it in the plane, or behind it in the next layer.
std::vector<std::vector<std::size_t>> neighbours(const FitRoom& room, const std::vector<Site>& sites);

}  // namespace usherwright
