// Fields of what was done of the order of work.
#include "core/plan/build_work.h"
#include "core/plan/field_access.h"

namespace usherwright {

using namespace table;

FieldRows rowsOf(const StepRecord*) {
  static const Rows rows{
      required(row<&StepRecord::step>("step", "step done", Kind::Text, inBuild)),
      row<&StepRecord::when>("when", "done on", Kind::Text, inBuild),
      row<&StepRecord::reading>("reading", "gate reading", Kind::Plain, inBuild, {-2000, 1e7}, "the meter, at the step's gate"),
      row<&StepRecord::note>("note", "step note", Kind::Text, inBuild)};
  return rows;
}

FieldRows rowsOf(const Arrival*) {
  static const Rows rows{
      required(row<&Arrival::part>("part", "part that came", Kind::Text, inBuild)),
      row<&Arrival::when>("when", "arrived on", Kind::Text, inBuild, {0, 0}, "year-month-day"),
      row<&Arrival::condition>("condition", "came as", Kind::Choice, inBuild, {0, 0},
                               "every side, every corner, the nose: before it is opened"),
      row<&Arrival::labelAgrees>("label_agrees", "as it was ordered", Kind::Flag, inBuild, {0, 0}, "its label beside the order"),
      row<&Arrival::complete>("complete", "all of it came", Kind::Flag, inBuild, {0, 0}, "keys, data sheet, mating half, covers"),
      row<&Arrival::missing>("missing", "what is missing", Kind::Text, inBuild),
      row<&Arrival::rightWayUp>("right_way_up", "right way round", Kind::Flag, inBuild, {0, 0},
                                "cradle, bumper and the groove of its plate, against the bike"),
      row<&Arrival::wakes>("wakes", "button and lamp", Kind::Flag, inBuild, {0, 0}, "on, off; something on its USB outlet"),
      row<&Arrival::volts>("plug_V", "volts it came with", Kind::Voltage, inBuild, {-2000, 2000}, "a meter at its plug, red on plus"),
      row<&Arrival::note>("note", "note on arrival", Kind::Text, inBuild)};
  return rows;
}

FieldRows rowsOf(const Handwork*) {
  static const Rows rows{
      required(row<&Handwork::what>("what", "work by hand", Kind::Text, inBuild)),
      row<&Handwork::kind>("kind", "was", Kind::Choice, inBuild),
      row<&Handwork::when>("when", "worked on", Kind::Text, inBuild, {0, 0}, "year-month-day"),
      refersTo(Refers::OwnPack, whenEmpty(row<&Handwork::pack>("pack", "worked at pack", Kind::Text, inBuild, {0, 0},
                                                               "its id, where a pack was opened or worked at"),
                                          "none")),
      row<&Handwork::cellsOut>("cells_out", "cells were out", Kind::Flag, inBuild, {0, 0}, "look: cells and packs lie away from the work"),
      row<&Handwork::chargerOff>("charger_off", "charger was off", Kind::Flag, inBuild, {0, 0}, "look: its plug hangs free"),
      row<&Handwork::ringsOff>("rings_off", "rings were off", Kind::Flag, inBuild, {0, 0}, "rings, watch, chains"),
      row<&Handwork::onePole>("one_pole", "one pole at a time", Kind::Flag, inBuild, {0, 0}, "the other pole was capped or taped"),
      row<&Handwork::testPiece>("test_piece", "test piece", Kind::Choice, inBuild, {0, 0}, "one made alike: pulled by hand, cut open"),
      row<&Handwork::sealed>("sealed", "joint is sealed", Kind::Flag, inBuild, {0, 0}, "sleeve with glue, or a sealed butt"),
      row<&Handwork::note>("note", "note on the work", Kind::Text, inBuild)};
  return rows;
}

FieldRows rowsOf(const Fastener*) {
  static const Rows rows{required(row<&Fastener::place>("place", "place of screws", Kind::Text, inBuild)),
                         row<&Fastener::what>("what", "screw or plug", Kind::Text, inBuild),
                         row<&Fastener::out>("out", "came out", Kind::Count, inBuild, {1, 1000}, "count them into the tray"),
                         row<&Fastener::back>("back", "are back", Kind::Count, inBuild, {0, 1000}, "count what is left in the tray"),
                         row<&Fastener::into>("into", "screwed into", Kind::Choice, inBuild),
                         row<&Fastener::note>("note", "note on screws", Kind::Text, inBuild)};
  return rows;
}

FieldRows rowsOf(const BuildWork*) {
  static const Rows rows{row<&BuildWork::inCompany>("in_company", "two at the work", Kind::Flag, inBuild, {0, 0},
                                                    "somebody stays who knows where it is parted"),
                         row<&BuildWork::covered>("covered", "live ends covered", Kind::Flag, inBuild, {0, 0},
                                                  "caps, sleeves, lids: no finger reaches a bare pole")};
  return rows;
}

}  // namespace usherwright
