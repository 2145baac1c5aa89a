// A finished box in its room: where it stands, what is left around it, and the way by which it gets there, found by slides
// and turns of its outline.
#pragma once

#include <array>
#include <vector>

#include "core/fit/room.h"

namespace usherwright {

/// How a finished box stands in a room.
struct BoxInRoom {
  bool goesIn = false;
  double turn = 0;           ///< degrees in the plane
  double along = 0, up = 0;  ///< mm, its sides in the plane
  double through = 0;        ///< mm, its side across the plane
  Spot at;                   ///< its middle
  Millimetre clearance{0};   ///< all around in the plane, at most 50 mm
  Millimetre clearanceAcross{0};
  Millimetre tooLarge{0};  ///< where it does not go in: by so much all around, at most 60 mm; 0 if more
  bool placed = false;     ///< where somebody puts it, not where most is left
};
/// The box with its three sides in every order, level, upright and along every long edge of the room; with the most clearance.
BoxInRoom boxInRoom(const FitRoom& room, Millimetre length, Millimetre width, Millimetre height);
/// The same box where and as somebody puts it; what is not said stays as it is. It does not go in where its outline leaves the room.
BoxInRoom boxPlaced(const FitRoom& room, const Fit& fit, BoxInRoom box);

/// Corners of a box in the plane, anticlockwise.
Ring outlineOf(const BoxInRoom& box);

/// The largest rectangle in the plane of a room, level or along a long edge, to 2 mm.
struct LargestBox {
  double along = 0, up = 0, through = 0;  ///< mm
  double turn = 0;                        ///< degrees
  Spot at;
};
LargestBox largestBox(const FitRoom& room);

/// One pose of a box on its way.
struct Pose {
  Spot at;
  double turn = 0;  ///< degrees
};

struct WayIn {
  bool open = false;  ///< there is a way
  OpenSide by = OpenSide::Across;
  std::vector<Pose>
      poses;        ///< from outside to where it stands, a millimetre or three and two degrees apart; none where it goes straight across
  double tilt = 0;  ///< degrees that it is turned by on the way, at most
  std::vector<std::size_t> off;  ///< things that have to come off first
};

/// Region where a box may be on its way: the room, its mouth, and what lies before it, less what stands in the way.
/// `off`: things that are left out.
Region wayRegion(const FitRoom& room, const Fit& fit, const std::vector<std::size_t>& off = {});

/// The way of a box that goes in. It may have to have things taken off that somebody says come off: as few as possible, three at
/// most. Every pose is free; half-way between two of them an edge of the mouth is cut by 1.5 mm at most: less than anybody measures a
/// mouth by. Requires fit.open, room.known(), box.goesIn. Method: breadth-first search over places and turns, the outline eroded from the
/// free region at every turn (configuration space by Minkowski sums).
WayIn wayIn(const FitRoom& room, const Fit& fit, const BoxInRoom& box);

}  // namespace usherwright
