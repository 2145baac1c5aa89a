// What a pack counts as being made of: the cell that somebody has seen, or the closed box that its label describes.
#pragma once

#include <string>

#include "core/plan/plan.h"
#include "core/quantity/problem.h"

namespace usherwright {

/// Series count and chemistry as they count, with the reason where nobody stated them.
struct Layout {
  int series = 13;
  Chemistry chemistry = Chemistry::Nmc;
  std::string seriesBecause;     ///< empty: stated; else "its label says 36 V", "the controller is for 48 V", …
  std::string chemistryBecause;  ///< the same
};
/// Stated values count. Else the most usual layout of the volts on the pack's label; else of the class of the bike; else
/// that of the first other pack that says, then of a charger put to it; else 13S. Chemistry: as stated, as the volts of
/// the label say, else nmc. A reading never counts here: it is judged against the layout (PACK-14).
Layout layoutOf(const Plan& plan, const Pack& pack);

/// A pack whose cells nobody has seen is a box: every group counts as one cell with the Ah of the label, the resistance
/// of a typical group (80 mΩ·Ah ÷ Ah, pouches 40 mΩ·Ah ÷ Ah) and no rating of its own, because none is known.
struct Makeup {
  bool box = false;
  int series = 13;
  int parallel = 4;  ///< 1 for a box
  Cell cell;         ///< of a box: a whole group
  Layout layout;
  std::string capacityBecause;  ///< of a box whose label says neither Ah nor Wh; else empty
};
Makeup makeupOf(const Plan& plan, const Pack& pack);

/// No cell was seen.
inline bool isBox(const Pack& pack) { return pack.cell.empty(); }

/// Somebody has seen a cell of the box: it becomes a block of such cells. Size, Ah and rating of the cell are assumed until
/// they are read: as many side by side as make the label's Ah. A block stays as it is. Error: no such pack.
Expected<Plan> withSeenCell(const Plan& plan, std::size_t pack);
/// The id that withSeenCell() gives the cell.
std::string idOfSeenCell(const Plan& plan, std::size_t pack);
/// Series count and chemistry entered as they count now, with their reasons; still assumed. Error: no such pack.
Expected<Plan> withLayoutAssumed(const Plan& plan, std::size_t pack);

/// The field that holds a figure of a pack's cell: "/cells/river/capacity_Ah", or what the box's label says instead
/// ("/packs/1/label_Ah"); "/packs/1/cell" for what no label says.
std::string cellPointer(const Plan& plan, std::size_t pack, std::string_view key);

}  // namespace usherwright
