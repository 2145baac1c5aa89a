// Rows of the field table: how a pack is held, and what its case is of.
#include "core/plan/field_access.h"
#include "core/plan/usual.h"

namespace usherwright {

using namespace table;  // its row() and stations, in every line below

FieldRows rowsOf(const Hold*) {
  static const Rows rows{
      row<&Hold::carrier>("carrier", "carrier", Kind::Choice, inFit, {0, 0}, "what the pack hangs on or stands on"),
      row<&Hold::carrierLimit>("carrier_limit_kg", "carrier's limit", Kind::Mass, inFit, {0.1, 500}, "stamped on rack or post; its papers"),
      whenEmpty(row<&Hold::centreUp>("centre_up_mm", "height of middle", Kind::SmallLength, inFit, {0, 2500},
                                     "tape, from the ground to the pack's middle"),
                "by its place"),
      whenEmpty(row<&Hold::centreAlong>("centre_along_mm", "middle from axle", Kind::SmallLength, inFit, {-1500, 4000},
                                        "tape, from the back axle to the front"),
                "by its place"),
      whenEmpty(row<&Hold::ridden>("ridden_on", "roughest way", Kind::Choice, inFit, {0, 0}, "the roughest way it goes"), "soft ground"),
      row<&Hold::screws>("screws", "screws", Kind::Count, inFit, {0, 40}, "count those that hold the pack or its rail"),
      row<&Hold::screw>("screw_size", "screw size", Kind::Choice, inFit, {0, 0}, "calliper over the thread"),
      row<&Hold::screwInto>("screw_into", "thread in", Kind::Choice, inFit, {0, 0}, "look at what holds the thread"),
      row<&Hold::screwsBefore>("screws_before", "screws before", Kind::Count, inFit, {0, 40}, "the maker's, if they were others"),
      row<&Hold::screwBefore>("screw_size_before", "their size", Kind::Choice, inFit, {0, 0}, "the maker's, if they were others"),
      row<&Hold::holesApart>("holes_apart_mm", "holes apart", Kind::SmallLength, inFit, {1, 2000},
                             "calliper, middle to middle, on the bike"),
      row<&Hold::slotsFrom>("slots_from_mm", "slots from", Kind::SmallLength, inFit, {1, 2000},
                            "least distance that the case's slots allow"),
      row<&Hold::slotsTo>("slots_to_mm", "slots to", Kind::SmallLength, inFit, {1, 2000}, "greatest distance that the case's slots allow"),
      row<&Hold::headHeight>("head_mm", "screw head", Kind::SmallLength, inFit, {0, 50}, "calliper, its height above the seat"),
      row<&Hold::slideRoom>("slide_mm", "room under slide", Kind::SmallLength, inFit, {0, 100}, "feeler or clay under the slide"),
      row<&Hold::bumpHeight>("bump_mm", "bump under case", Kind::SmallLength, inFit, {0, 200}, "straight edge over weld, cable or nut"),
      row<&Hold::spacer>("spacer_mm", "spacers", Kind::SmallLength, inFit, {0, 200}, "calliper"),
      row<&Hold::straps>("straps", "straps", Kind::Count, inFit, {0, 20}, "count those that go all around"),
      row<&Hold::strapWidth>("strap_width_mm", "strap width", Kind::SmallLength, inFit, {5, 200}, "calliper"),
      row<&Hold::tightened>("tightened_on", "last tightened", Kind::Text, inFit, {0, 0}, "year-month-day"),
      row<&Hold::caseOf>("case_of", "case material", Kind::Choice, inFit, {0, 0}, "what it was printed, cut or sewn of"),
      row<&Hold::clamped>("case_clamped", "clamped case", Kind::Flag, inFit, {0, 0}, "do screws or straps press on its own material?"),
      whenEmpty(row<&Hold::warmest>("case_warmest_C", "warmest case", Kind::Temperature, inFit, {-20, 150},
                                    "thermometer on it after an hour in the sun"),
                usual::sunWarmed),
      row<&Hold::flameRated>("flame_rated", "V-0 rating", Kind::Flag, inFit, {0, 0}, "data sheet of case or liner"),
      row<&Hold::indoors>("kept_indoors", "kept indoors", Kind::Flag, inFit, {0, 0}, "where people sleep, or must leave by"),
      row<&Hold::vent>("vent", "way for gas", Kind::Flag, inFit, {0, 0}, "a hole or seam that opens away from the rider"),
      row<&Hold::hardFaces>("hard_faces", "hard faces", Kind::Flag, inFit, {0, 0}, "press the bag's edges: cells, or a stiff sheet?"),
      row<&Hold::plates>("plates", "stiff plates", Kind::Flag, inFit, {0, 0}, "on both faces of the stack"),
      row<&Hold::pressure>("pressure_kpa", "pressed with, kPa", Kind::Plain, inFit, {0, 1000}, "foam's data sheet at its thickness"),
      row<&Hold::growth>("growth_mm", "room to grow", Kind::SmallLength, inFit, {0, 200}, "calliper over foam and gap along the stack"),
      row<&Hold::pointLoad>("point_load", "point pressure", Kind::Flag, inFit, {0, 0}, "screw heads, ribs, edges against a flat cell"),
      row<&Hold::bareOver>("bare_over_mm", "gap on surface", Kind::SmallLength, inFit, {0, 500}, "calliper along the board or holder"),
      row<&Hold::bareThrough>("bare_through_mm", "gap in air", Kind::SmallLength, inFit, {0, 500}, "calliper or feeler"),
      whenEmpty(row<&Hold::bareVolts>("bare_V", "volts between", Kind::Voltage, inFit, {0, 500}, "meter between those parts"),
                "of the full pack")};
  return rows;
}

}  // namespace usherwright
