// The room for a pack's cells or its box, as somebody measured it, and how the cells stand in it.
#pragma once

#include <string>
#include <vector>

#include "core/plan/choices.h"
#include "core/plan/values.h"
#include "core/quantity/quantity.h"
#include "core/quantity/records.h"

namespace usherwright {

/// A corner of a free outline, from any point that stays the same; x to the front, y up.
struct OutlinePoint {
  Known<Millimetre> x, y;
  UnknownKeys unknown;
  friend bool operator==(const OutlinePoint&, const OutlinePoint&) = default;
};
FieldRows rowsOf(const OutlinePoint*);

/// Something in the room or beside it: a boss, a stud, a cable, a crank, a keyhole. A box around its middle.
struct RoomThing {
  std::string name;
  Known<ThingKind> kind;  ///< not known: it counts as one that moves
  Known<Millimetre> x, y, width, height;
  Known<Watt> heat = std::nullopt;      ///< that it makes for long
  Known<bool> covered = std::nullopt;   ///< bare metal with a sleeve or a cap over it
  Known<bool> comesOff = std::nullopt;  ///< it can be taken off to get the pack in
  UnknownKeys unknown = {};
  friend bool operator==(const RoomThing&, const RoomThing&) = default;
};
FieldRows rowsOf(const RoomThing*);

/// One cell where somebody has kept it.
struct CellPlace {
  Millimetre x, y;  ///< its middle
  int layer = 0;
  int group = 1;  ///< from 1, the minus end of the pack
  UnknownKeys unknown;
  friend bool operator==(const CellPlace&, const CellPlace&) = default;
};
FieldRows rowsOf(const CellPlace*);

struct Fit {
  Known<RoomKind> room;
  Known<Millimetre> length, height;   ///< inside: to the front, and up
  Known<Millimetre> depth;            ///< inside, across
  Known<Millimetre> top, down, seat;  ///< sides of a frame triangle between its inner corners
  Known<Millimetre> corner;           ///< radius that rounds its corners off: welds, gussets
  Known<Millimetre> wall, wrap, foam, gap;
  Known<Millimetre> strips;            ///< over both faces: strips, sheets, screws
  Known<OpenSide> open;                ///< the side by which it is loaded
  Known<Millimetre> mouth, mouthFrom;  ///< the opening there, and where it begins: from the back or from below
  Known<LeadExit> leadExit;
  Known<Stance> stance;
  Known<CellGrid> grid;
  Known<int> layers;
  Known<int> seed;
  Known<StripMaterial> stripMaterial;
  Known<Millimetre> stripWidth, stripThickness;
  Known<int> stripLayers;
  Known<bool> rings;    ///< insulating rings on the plus ends
  Known<bool> barrier;  ///< sheets between groups that are far apart in volts
  Known<Linking> linking;
  Known<Millimetre> boxX, boxY;           ///< where somebody puts the middle of a finished case
  Known<Coefficient> boxTurn;             ///< degrees from level, with the front end up
  Known<Millimetre> bed;                  ///< of the printer, its shorter side
  std::string lockedGroups, lockedCells;  ///< numbers that a new search leaves as they are
  std::string minusTaken, plusTaken;      ///< numbers of the cells that the pack's leads are taken from
  std::vector<OutlinePoint> outline;
  std::vector<RoomThing> things;
  Records<CellPlace> places;  ///< empty: none is kept yet
  UnknownKeys unknown;
  friend bool operator==(const Fit&, const Fit&) = default;
};
FieldRows rowsOf(const Fit*);

}  // namespace usherwright
