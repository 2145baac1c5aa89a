// The dummy of a pack as a net of cardboard: the block as it will be with wrap, strips and leads, folded from one flat piece.
#pragma once

#include <string>
#include <vector>

#include "core/fit/figures.h"

namespace usherwright {

/// What shows on a panel: where the lead leaves.
struct NetMark {
  Spot at;
  double radius = 0;  ///< mm
  std::string words;
};

/// A prism laid flat: a strip of side panels, the base below the longest of them, the lid above it. x to the right, y up, mm.
struct DummyNet {
  std::string why;          ///< why there is none; else empty
  Ring outline;             ///< of the block in the plane, anticlockwise: edge i is panel i's width
  double depth = 0;         ///< mm through the plane: the panels' height
  std::vector<Ring> sides;  ///< panel i
  Ring base, lid;           ///< the lid is the base mirrored
  std::vector<Ring> flaps;  ///< to be glued
  std::vector<NetMark> marks;
};

/// A kept layout, or a case that is measured: there is a block to make a dummy of.
inline bool hasBlock(const FitFigures& figures) { return !figures.layout.empty() || figures.boxed; }

/// Of a kept layout: the cells' hull with foam, wrap and wall, as deep as cells, strips and both walls. Of a finished case: its sides.
DummyNet dummyNet(const FitFigures& figures);

}  // namespace usherwright
