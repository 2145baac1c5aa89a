// Rows of the field table: Wiring, Run.
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
      row<&Run::insulation>("insulation", "insulation", Kind::Choice, inWiring),
      row<&Run::bundle>("bundle", "loaded wires", Kind::Count, inWiring, {1, 40}, "how many current-carrying wires lie together"),
      row<&Run::closed>("closed", "closed housing", Kind::Flag, inWiring),
      row<&Run::touchable>("touchable", "can be touched", Kind::Flag, inWiring)};
  return rows;
}

}  // namespace usherwright
