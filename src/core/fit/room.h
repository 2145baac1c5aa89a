// The room that is left for cells: what somebody measured, less walls, wrap, foam and what is in the way, seen along the cells.
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/fit/region.h"
#include "core/pack/pack_model.h"
#include "core/plan/plan.h"

namespace usherwright {

/// What a pack keeps from everything that is fixed or moves past.
inline constexpr double leastClearance = 3;  // mm

/// A cell as it stands in the plane.
struct CellShape {
  double width = 0, height = 0;  ///< mm in the plane; equal for a round one
  double length = 0;             ///< mm through the plane
  bool round = true;
};

struct FitRoom {
  Region inside;                      ///< between the walls as measured, in the plane that is drawn
  Region usable;                      ///< for the cells' own outlines
  double depth = 0, usableDepth = 0;  ///< mm through the plane
  CellShape cell;
  bool cellKnown = false;            ///< its size is, and S and P are stated: a kept layout can be judged, whatever is known of the room
  double gap = 0;                    ///< mm between cells
  double eachLayer = 0;              ///< mm through the plane that a layer takes with what lies over its cells
  int layers = 1;                    ///< that go in one behind the other, or as few as somebody asks for
  bool lying = false;                ///< cells lie in the plane of a frame triangle or an outline
  std::vector<std::string> missing;  ///< labels of fields that nobody knows yet: nothing is laid out until they are
  std::string why;                   ///< why there is no room though all is known; else empty
  bool known() const { return missing.empty() && why.empty(); }
};

/// The plane that is drawn: across, the side view; along, as seen from the front; up, as seen from above. Rooms of tubes and
/// finished cases are drawn in the side view.
Stance planeOf(const Fit& fit, bool box);

/// What a room is asked for.
struct RoomRequest {
  const Fit& fit;
  std::string_view cell;  ///< size of the cell as it is called
  bool box = false;       ///< a closed one: no cells of it are laid out, and `cell` is nothing
  bool counted = true;    ///< S and P are stated
};
FitRoom fitRoom(const RoomRequest& request);

/// The outline that a thing keeps free, in the side view; empty while nobody knows where it is, or of what takes no room.
Ring outlineOf(const RoomThing& thing, double skin);

/// The corners of a triangle by its sides: back below at the origin, back above, front above. Empty where no triangle has them.
Ring triangleOf(double back, double upper, double lower);

/// A closed case that stands in its room as a whole: a box of which nobody has seen a cell, or a pack that came made.
inline bool isCase(const Pack& pack) { return pack.cell.empty() || (pack.origin != Origin::Built && pack.fit.places.empty()); }

/// What station Fit has to say something of: a pack that was built of cells, and one of whose room somebody has said something.
inline bool isFitted(const Pack& pack) { return (pack.origin == Origin::Built && !pack.cell.empty()) || !(pack.fit == Fit{}); }

}  // namespace usherwright
