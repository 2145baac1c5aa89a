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

FieldRows rowsOf(const BuildWork*) {
  static const Rows rows{};
  return rows;
}

}  // namespace usherwright
