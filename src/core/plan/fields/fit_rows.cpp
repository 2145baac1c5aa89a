// Rows of the field table: the room for a pack and what stands in it.
#include "core/plan/field_access.h"
#include "core/plan/usual.h"

namespace usherwright {

using namespace table;  // its row() and stations, in every line below

FieldRows rowsOf(const OutlinePoint*) {
  static const Rows rows{
      row<&OutlinePoint::x>("x_mm", "corner along", Kind::SmallLength, inFit, {-5000, 5000}, "tape, from one corner of the room"),
      row<&OutlinePoint::y>("y_mm", "corner up", Kind::SmallLength, inFit, {-5000, 5000}, "tape, from one corner of the room")};
  return rows;
}

FieldRows rowsOf(const RoomThing*) {
  static const Rows rows{
      row<&RoomThing::name>("name", "in the way", Kind::Text, inFit),
      row<&RoomThing::kind>("kind", "which", Kind::Choice, inFit, {0, 0}, "turn the steering, the cranks, the wheel: does it move past?"),
      row<&RoomThing::x>("x_mm", "its middle along", Kind::SmallLength, inFit, {-5000, 5000}, "tape, from the room's back"),
      row<&RoomThing::y>("y_mm", "its middle up", Kind::SmallLength, inFit, {-5000, 5000}, "tape, from the room's bottom"),
      row<&RoomThing::width>("width_mm", "its length", Kind::SmallLength, inFit, {0, 5000},
                             "calliper; what moves: from one end to the other"),
      row<&RoomThing::height>("height_mm", "its height", Kind::SmallLength, inFit, {0, 5000}, "calliper"),
      row<&RoomThing::heat>("heat_W", "heat", Kind::Power, inFit, {0, 1000}, "volts over it times amperes, for long"),
      row<&RoomThing::covered>("covered", "covered", Kind::Flag, inFit, {0, 0}, "a sleeve, a cap or tape over all of it?"),
      row<&RoomThing::comesOff>("comes_off", "comes off", Kind::Flag, inFit, {0, 0}, "can it be taken off to get the pack in?")};
  return rows;
}

FieldRows rowsOf(const CellPlace*) {
  static const Rows rows{row<&CellPlace::x>("x_mm", "cell along", Kind::SmallLength, inFit, {-5000, 5000}),
                         row<&CellPlace::y>("y_mm", "cell up", Kind::SmallLength, inFit, {-5000, 5000}),
                         row<&CellPlace::layer>("layer", "layer", Kind::Count, inFit, {0, 19}),
                         row<&CellPlace::group>("group", "group", Kind::Count, inFit, {1, 100})};
  return rows;
}

FieldRows rowsOf(const Fit*) {
  static const Rows rows{
      row<&Fit::room>("room", "room", Kind::Choice, inFit, {0, 0}, "where the pack is to go"),
      row<&Fit::length>("length_mm", "room length", Kind::SmallLength, inFit, {1, 5000}, "tape, inside, to the front"),
      row<&Fit::height>("height_mm", "room height", Kind::SmallLength, inFit, {1, 5000}, "tape, inside, upwards"),
      row<&Fit::depth>("depth_mm", "room depth", Kind::SmallLength, inFit, {1, 2000}, "calliper at the narrowest place, across"),
      row<&Fit::top>("top_mm", "upper side", Kind::SmallLength, inFit, {20, 3000}, "tape, along the tube between the inner corners"),
      row<&Fit::down>("down_mm", "lower side", Kind::SmallLength, inFit, {20, 3000}, "tape, along the tube between the inner corners"),
      row<&Fit::seat>("seat_mm", "back side", Kind::SmallLength, inFit, {20, 3000}, "tape, along the tube between the inner corners"),
      whenEmpty(row<&Fit::corner>("corner_mm", "rounded corners", Kind::SmallLength, inFit, {0, 500}, "a coin held into the corner"),
                usual::gussets),
      whenEmpty(row<&Fit::wall>("wall_mm", "wall", Kind::SmallLength, inFit, {0, 50}, "calliper; 0 where the room is the wall"),
                usual::wall),
      whenEmpty(row<&Fit::wrap>("wrap_mm", "wrap", Kind::SmallLength, inFit, {0, 20}, "calliper over sheet and shrink sleeve"),
                usual::wrap),
      whenEmpty(row<&Fit::foam>("foam_mm", "foam", Kind::SmallLength, inFit, {0, 50}, "calliper, pressed"), usual::foam),
      whenEmpty(row<&Fit::gap>("gap_mm", "between cells", Kind::SmallLength, inFit, {0, 20}, "calliper over five cells in their holder"),
                usual::cellGap),
      whenEmpty(row<&Fit::strips>("strips_mm", "strips, both faces", Kind::SmallLength, inFit, {0, 40},
                                  "calliper over the linked block, less the cell"),
                usual::stripRoom),
      row<&Fit::open>("open_side", "open side", Kind::Choice, inFit, {0, 0}, "the side by which the pack goes in"),
      whenEmpty(row<&Fit::mouth>("mouth_mm", "opening", Kind::SmallLength, inFit, {1, 5000}, "tape, across the mouth"), "all of it"),
      whenEmpty(row<&Fit::mouthFrom>("mouth_from_mm", "opening begins at", Kind::SmallLength, inFit, {0, 5000},
                                     "tape, from the back, or from below"),
                "its middle"),
      whenEmpty(row<&Fit::leadExit>("lead_exit", "lead leaves at", Kind::Choice, inFit), "front"),
      whenEmpty(row<&Fit::stance>("stance", "cells point", Kind::Choice, inFit), "across"),
      whenEmpty(row<&Fit::grid>("grid", "grid", Kind::Choice, inFit), "what holds more"),
      whenEmpty(row<&Fit::layers>("layers", "layers", Kind::Count, inFit, {1, 20}), "as many as go in"),
      whenEmpty(row<&Fit::seed>("seed", "seed", Kind::Count, inFit, {1, 9999}), usual::layoutSeed),
      row<&Fit::stripMaterial>("strip_material", "strip", Kind::Choice, inFit, {0, 0}, "grind a corner, a day in salt water: steel rusts"),
      whenEmpty(row<&Fit::stripWidth>("strip_width_mm", "strip width", Kind::SmallLength, inFit, {1, 100}, "calliper"), usual::stripWidth),
      whenEmpty(row<&Fit::stripThickness>("strip_thickness_mm", "strip thickness", Kind::SmallLength, inFit, {0.05, 5},
                                          "calliper over ten of them"),
                usual::stripThickness),
      whenEmpty(row<&Fit::stripLayers>("strip_layers", "strip layers", Kind::Count, inFit, {1, 10}), "1"),
      row<&Fit::rings>("rings", "rings on plus ends", Kind::Flag, inFit, {0, 0}, "look at every plus end, before the strips"),
      row<&Fit::barrier>("barrier", "sheets between", Kind::Flag, inFit, {0, 0}, "look between neighbours of distant groups"),
      row<&Fit::linking>("linking", "joined by", Kind::Choice, inFit, {0, 0}, "as you do it"),
      whenEmpty(row<&Fit::boxX>("box_x_mm", "case along", Kind::SmallLength, inFit, {-5000, 5000}, "drag it on Clearance"), "freest"),
      whenEmpty(row<&Fit::boxY>("box_y_mm", "case up", Kind::SmallLength, inFit, {-5000, 5000}, "drag it on Clearance"), "freest"),
      whenEmpty(row<&Fit::boxTurn>("box_turn_deg", "case turn, °", Kind::Plain, inFit, {-180, 180}, "front end up"), "freest"),
      whenEmpty(row<&Fit::bed>("bed_mm", "printer's bed", Kind::SmallLength, inFit, {50, 2000}, "its shorter side, less the brim"),
                usual::printerBed),
      row<&Fit::lockedGroups>("locked_groups", "groups that stay", Kind::Text, inFit, {1, 9999}, "numbers, such as 1, 2, 13"),
      row<&Fit::lockedCells>("locked_cells", "cells that stay", Kind::Text, inFit, {1, 9999}, "numbers of kept cells, such as 1, 2, 13"),
      whenEmpty(row<&Fit::minusTaken>("minus_taken_at", "minus taken at", Kind::Text, inFit, {1, 9999},
                                      "numbers of kept cells of the first group"),
                "first row"),
      whenEmpty(
          row<&Fit::plusTaken>("plus_taken_at", "plus taken at", Kind::Text, inFit, {1, 9999}, "numbers of kept cells of the last group"),
          "first row")};
  return rows;
}

}  // namespace usherwright
