// What the person wants: the job, the need and the goal.
#pragma once

#include "core/plan/values.h"
#include "core/quantity/quantity.h"

namespace usherwright {

/// What the person wants: the job, the need and the goal.
struct Need {
  bool add = false, replace = false, build = false, chargers = false, care = false;
  Known<WattHour> goalEnergy;
  Known<AmpereHour> goalCharge;
  Known<Kilometre> reserve;
  Known<StateOfHealth> endHealth;  ///< health at which the need must still be met
  UnknownKeys unknown;
  friend bool operator==(const Need&, const Need&) = default;
};
FieldRows rowsOf(const Need*);

}  // namespace usherwright
