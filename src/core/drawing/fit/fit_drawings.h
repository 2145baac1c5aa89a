// Station Fit, in millimetres: the room, the cells in it, the strips over them, a finished box in its room.
#pragma once

#include "core/drawing/subject.h"

namespace usherwright::drawing {

/// The room as it was measured, with what stands in it, its lengths, and seen from the front how deep it is. Parts: the field of a
/// length ("/packs/0/fit/depth_mm"), "thing/0", "corner/0".
Drawing fitRoom(const Subject& subject, std::size_t pack);

/// Which face of the block is seen; the far one is drawn mirrored, as it lies before one who has turned the block over.
enum class CellFace : std::uint8_t { Near, Far };

/// Cells with their groups and poles; `layout` is the kept one, or one that is being looked for. Parts: "cell/0".
struct CellsShown {
  const FitRoom& room;
  const CellLayout& layout;
  CellFace face = CellFace::Near;
  bool stale = false;  ///< room or pack have changed since
};
Drawing fitCells(const CellsShown& shown);

/// The strips of the kept layout, their heat by the current that they carry for long. Parts: "strip/0".
Drawing fitStrips(const FitFigures& figures, CellFace face);

/// A finished box where it has the most clearance.
Drawing fitBox(const Subject& subject, std::size_t pack);

/// The first pack's cells that are kept, else the first room that something is said of.
Drawing fitGlance(const Subject& subject);

/// To be printed 1:1: every cell as it stands, its group and pole, with a bar to prove the scale. `mirrored`: the far face.
Drawing cellTemplate(const Subject& subject, std::size_t pack, CellFace face);

}  // namespace usherwright::drawing
