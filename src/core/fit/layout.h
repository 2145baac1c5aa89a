// Cells in a room, in groups that hang together: which places are taken, and which cell belongs to which group.
#pragma once

#include <string>
#include <vector>

#include "core/fit/filling.h"
#include "core/quantity/progress.h"

namespace usherwright {

/// What a layout is judged by, in this order.
struct LayoutScores {
  int weakestFront = 0;  ///< neighbouring pairs between two groups in a row, where there are fewest; counted up to P
  double leads = 0;      ///< mm from the first and the last group to the edge where the lead leaves, together
  int apart = 0;         ///< groups between neighbours, at most: times the volts of a group
  int broken = 0;        ///< neighbouring pairs that belong to no or to other groups: an outline that is ragged
  /// True where this one is better; leads within 5 mm count as alike.
  bool beats(const LayoutScores& other) const;
  friend bool operator==(const LayoutScores&, const LayoutScores&) = default;
};

struct CellLayout {
  std::vector<Site> sites;  ///< S·P of them
  std::vector<int> group;   ///< of each, 1 … S; minus is at group 1
  double turn = 0;
  CellGrid grid = CellGrid::Square;
  std::size_t places = 0;  ///< that the room offers at this turn and shift
  LayoutScores scores;
  bool empty() const { return sites.empty(); }
  friend bool operator==(const CellLayout&, const CellLayout&) = default;
};

/// A layout of which some cells keep place and group; the others change groups among the places that are left.
struct LockedLayout {
  CellLayout layout;
  std::vector<bool> stays;  ///< of each of its cells
};

struct LayoutRequest {
  int series = 0, parallel = 0;
  Known<CellGrid> grid;
  LeadExit leadExit = LeadExit::Front;
  int seed = 1;
  LockedLayout locked = {};  ///< empty: everything is free
};

/// S groups of P, each in one piece and each beside the next. The same request gives the same layout. Infeasible: `why` says how
/// many go in, what largest P does, and by how many mm the room is short. OutOfTime: the best so far, which may be none.
/// Method: boustrophedon bands in several turns, then simulated annealing over exchanges of two cells.
Outcome<CellLayout> layOut(const FitRoom& room, const LayoutRequest& request, const Progress& progress = {},
                           const SoFar<CellLayout>& soFar = {});

/// mm from a point to the edge of a room where the lead leaves.
double exitDistance(const Extent& room, Spot at, LeadExit exit);

/// Of what is left of the room; of the cells while nobody knows the room.
Extent extentOf(const std::vector<Site>& sites, const FitRoom& room);

/// The plus end of a cell is on the near face: groups take turns, the first has plus up.
inline bool plusNear(int group) { return group % 2 == 1; }
/// The plate over an end of a cell: plate g joins the plus of group g and the minus of group g + 1; 0 is the pack's minus.
inline int plateAt(int group, bool near) { return near == plusNear(group) ? group : group - 1; }

/// A layout as it was kept, judged anew; empty if it is not S groups of P in one piece, each beside the next, or if
/// two of these cells would overlap.
CellLayout layoutOf(const FitRoom& room, const Fit& fit, int series, int parallel);
/// The plan with a layout kept for a pack.
Plan withLayout(const Plan& plan, std::size_t pack, const CellLayout& layout);

}  // namespace usherwright
