// Rows of the field table: Wiring, MainSwitch, Run.
#include "core/plan/field_access.h"

namespace usherwright {

using namespace table;  // its row() and stations, in every line below

FieldRows rowsOf(const Wiring*) { return {}; }

FieldRows rowsOf(const Run*) {
  static const Rows rows{
      required(row<&Run::id>("id", "run id", Kind::Text, inWiring)),
      refersTo(Refers::OwnPack, row<&Run::from>("from", "from", Kind::Text, inWiring)),
      refersTo(Refers::OwnPack, row<&Run::to>("to", "to", Kind::Text, inWiring)),
      row<&Run::fromPole>("from_pole", "from the pole", Kind::Choice, inWiring, {0, 0}, "meter: which pole of the pack it starts at"),
      row<&Run::toPole>("to_pole", "to the pole", Kind::Choice, inWiring, {0, 0}, "meter: which pole of the pack it ends at"),
      required(row<&Run::size>("size", "lead size", Kind::Wire, inWiring, {0, 0}, "printed on the jacket")),
      whenEmpty(row<&Run::lengthPlus>("length_plus_m", "plus length", Kind::Length, inWiring, {0, 20}, "tape measure along the route"),
                "drawing"),
      whenEmpty(row<&Run::lengthMinus>("length_minus_m", "minus length", Kind::Length, inWiring, {0, 20}, "tape measure along the route"),
                "drawing"),
      row<&Run::insulation>("insulation", "insulation", Kind::Choice, inWiring, {0, 0}, "printed on the jacket"),
      row<&Run::bundle>("bundle", "loaded wires", Kind::Count, inWiring, {1, 40}, "how many current-carrying wires lie together"),
      row<&Run::closed>("closed", "closed housing", Kind::Flag, inWiring, {0, 0}, "look: a tube or a closed box around it?"),
      row<&Run::touchable>("touchable", "can be touched", Kind::Flag, inWiring),
      row<&Run::held>("held", "size held by hand", Kind::Flag, inWiring),
      row<&Run::fixing>("fixing", "plugs held by", Kind::Choice, inWiring, {0, 0}, "pull at every plug and crimp of it"),
      row<&Run::splice>("splice", "splice in it", Kind::Choice, inWiring, {0, 0}, "look along the lead for joints under tape"),
      row<&Run::strainRelief>("strain_relief", "splice relieved", Kind::Flag, inWiring, {0, 0}, "pull: does the joint or the tie hold?"),
      row<&Run::spray>("spray", "water there", Kind::Choice, inWiring, {0, 0}, "look where mud dries after a wet ride"),
      row<&Run::moves>("moves", "moves in use", Kind::Flag, inWiring, {0, 0}, "turn, fold and take out whatever moves"),
      row<&Run::loopRadius>("loop_radius_mm", "tightest bend", Kind::SmallLength, inWiring, {0, 1000},
                            "radius at the tightest place, at both ends of its travel"),
      row<&Run::travel>("travel_deg", "turns by", Kind::Angle, inWiring, {0, 360}, "fold or steer from one stop to the other: protractor"),
      row<&Run::axisDistance>("axis_distance_mm", "from the axis", Kind::SmallLength, inWiring, {0, 2000},
                              "tape measure: lead to hinge pin, steerer or pivot"),
      row<&Run::freeLength>("free_length_mm", "free between clips", Kind::SmallLength, inWiring, {0, 5000}, "tape measure along the lead"),
      row<&Run::pullOut>("pull_out_mm", "drawn out by", Kind::SmallLength, inWiring, {0, 2000},
                         "draw the pack out with its plug in; 0 if it is unplugged first"),
      row<&Run::slack>("slack_mm", "loose there", Kind::SmallLength, inWiring, {0, 2000},
                       "pull the loop straight: how much longer it is than its way")};
  return rows;
}

FieldRows rowsOf(const MainSwitch*) {
  static const Rows rows{
      row<&MainSwitch::kind>("kind", "main switch", Kind::Choice, inWiring, {0, 0}, "follow the lead from the joint to the controller"),
      row<&MainSwitch::voltage>("dc_V", "switch DC voltage", Kind::Voltage, inWiring, {1, 1500}, "printed on it, beside DC"),
      row<&MainSwitch::current>("continuous_A", "switch continuous", Kind::Current, inWiring, {0.1, 1000}, "printed on it"),
      row<&MainSwitch::resistance>("contact_mohm", "its contacts", Kind::Resistance, inWiring, {0, 100},
                                   "data sheet, or mV over it at 10 A"),
      row<&MainSwitch::closesLast>("closes_last", "closes last", Kind::Flag, inWiring, {0, 0}, "is anything plugged in after it?"),
      row<&MainSwitch::breaksRidingAmps>("breaks_running_current", "opened in a ride", Kind::Flag, inWiring, {0, 0},
                                         "is it ever opened before the wheel stands?")};
  return rows;
}

}  // namespace usherwright
