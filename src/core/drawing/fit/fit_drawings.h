// Station Fit, in millimetres: the room, the cells in it, the strips over them, a finished box in its room.
#pragma once

#include "core/drawing/subject.h"

namespace usherwright::drawing {

/// The room as it was measured, with what stands in it, its lengths, and seen from the front how deep it is. Parts: the field of a
/// length ("/packs/0/fit/depth_mm"), "thing/0", "corner/0".
Drawing fitRoom(const Subject& subject, std::size_t pack);

/// What is drawn over it while a thing or a corner is dragged: where it would be, what would be left, and the kept cells, stale.
Drawing fitRoomDragged(const Subject& subject, std::size_t pack, std::string_view part, Point at);

/// Which face of the block is seen; the far one is drawn mirrored, as it lies before one who has turned the block over.
enum class CellFace : std::uint8_t { Near, Far };

/// Cells with their groups and poles; `layout` is the kept one, or one that is being looked for. Parts: "cell/0".
struct CellsShown {
  const FitRoom& room;
  const CellLayout& layout;
  CellFace face = CellFace::Near;
  bool stale = false;        ///< room or pack have changed since
  LockedLayout locked = {};  ///< what stays when one is looked for anew
};
Drawing fitCells(const CellsShown& shown);

/// The strips of the kept layout, their heat by the current that they carry for long. Parts: "strip/0".
Drawing fitStrips(const FitFigures& figures, CellFace face);

/// The middle of a cell in that drawing.
Point placeOfCell(const FitFigures& figures, std::size_t cell, CellFace face);

/// A finished box where it has the most clearance or where somebody puts it, what is left to what is around it, and its way in. The
/// box itself is part "box".
Drawing fitBox(const Subject& subject, std::size_t pack);

/// How a pack is held: its room and cells, straps, screws, what is warm or bare, and a numbered mark for every finding about it, the
/// worst first. Parts: as of fitRoom(), and "mark/0".
Drawing fitHold(const Subject& subject, std::size_t pack);
/// The findings that fitHold() marks, in the order of its numbers.
std::vector<const Finding*> holdMarks(const Subject& subject, std::size_t pack);

/// The first pack's cells that are kept, else the first room that something is said of.
Drawing fitGlance(const Subject& subject);

/// To be printed 1:1: every cell as it stands, its group and pole, with a bar to prove the scale. The far face is mirrored.
Drawing cellTemplate(const Subject& subject, std::size_t pack, CellFace face);

/// For the bench, 1:1: every plate of a face, the number of every cell's group, two weld spots to tick, and where balance leads go.
Drawing benchMap(const Subject& subject, std::size_t pack, CellFace face);
/// The dummy of a pack, to be cut and folded, 1:1.
Drawing dummyNet(const Subject& subject, std::size_t pack);

}  // namespace usherwright::drawing
