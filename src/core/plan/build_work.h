// What was done of the order of work, and what the gates read, as it was noted. The order itself is worked out (assess/work_order.h).
#pragma once

#include <string>

#include "core/plan/values.h"
#include "core/quantity/quantity.h"
#include "core/quantity/records.h"

namespace usherwright {

/// A step that somebody did, or a reading that its gate took. Of several for one step the last counts.
struct StepRecord {
  std::string step;            ///< its id in the order: "volts/deck"
  std::string when;            ///< YYYY-MM-DD
  Known<Coefficient> reading;  ///< in the unit of its gate; empty: a step without a gate, done
  std::string note;
  UnknownKeys unknown;
  friend bool operator==(const StepRecord&, const StepRecord&) = default;
};
FieldRows rowsOf(const StepRecord*);

struct BuildWork {
  Records<StepRecord> done;  ///< in the order that they were noted
  UnknownKeys unknown;
  friend bool operator==(const BuildWork&, const BuildWork&) = default;
};
FieldRows rowsOf(const BuildWork*);

}  // namespace usherwright
