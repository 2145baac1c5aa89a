// Strips over both faces of a block as a network of resistors: the current in every segment, the share of every cell, heat and
// added resistance. Nodal analysis, sparse Cholesky factors.
#pragma once

#include <cstddef>
#include <optional>
#include <tuple>
#include <utility>
#include <vector>

#include "core/fit/layout.h"

namespace usherwright {

struct StripFacts {
  double resistivity = 0;  ///< Ω·m at 20 °C
  double densityAt15 = 0;  ///< A/mm² for long at 0.15 mm; × √(0.15/t) at another thickness, 1.5 × for a peak
};
StripFacts factsOf(StripMaterial material);
/// A/mm² that a strip of a thickness carries for long.
double longDensity(StripMaterial material, Millimetre thickness);
inline constexpr double peakOfLong = 1.5;

struct StripInput {
  std::vector<Spot> spots;
  std::vector<int> group;                                  ///< 1 … series
  std::vector<std::pair<std::size_t, std::size_t>> pairs;  ///< of cells that stand beside each other
  int series = 0, parallel = 0;
  Volt cellVolts;
  Ohm cell;
  Ohm weld{1e-4};          ///< one at each end of a cell
  Ohm tap{5e-5};           ///< from the pack's lead to each cell that it is taken from
  double resistivity = 0;  ///< Ω·m
  Millimetre widthWithin, widthBetween, thickness;
  int layersBetween = 1;
  std::vector<std::size_t> minusTaps, plusTaps;  ///< cells of the first and of the last group
  Millimetre foldLength{0};                      ///< of a pair that stands one behind the other; 0: there is none
  Ampere current;
  std::optional<std::tuple<std::size_t, std::size_t, bool>> doubled =
      std::nullopt;  ///< a pair and whether on the near face: a second strip over it
};

struct StripSegment {
  std::size_t a = 0, b = 0;  ///< cells
  bool near = true;          ///< on the face towards the viewer
  bool between = false;      ///< joins two groups
  int plate = 0;             ///< plus of this group, minus of the next; 0: the pack's minus
  Ampere current;            ///< from a to b
  double density = 0;        ///< A/mm²
  Ohm resistance;
};

struct StripRun {
  std::vector<StripSegment> segments;
  std::vector<Ampere> cells;
  Volt terminal;
  Ohm added;                             ///< over S·cell/P: strips, welds, taps
  Watt heat;                             ///< in the strips
  double hottest = 0;                    ///< A/mm²
  double shareLeast = 1, shareMost = 1;  ///< of a cell, 1: the current evenly shared
  std::vector<std::size_t> minusTaps, plusTaps;
};

/// Requires S·P cells, each group in one piece, at least one tap on either side, and resistances above 0.
StripRun stripRun(const StripInput& input);

/// What a layout's strips are made of and carry.
struct StripRequest {
  const FitRoom& room;
  const CellLayout& layout;
  const Fit& fit;
  int series = 0, parallel = 0;
  Volt cellVolts;
  Ohm cell;
  StripMaterial material = StripMaterial::PlatedSteel;
  Ampere current;
};
/// Strips over every pair that stands beside each other; taps: the cells that somebody names, else those in the first row of the
/// end groups, as seen from where the lead leaves.
StripInput stripInput(const StripRequest& request);

}  // namespace usherwright
