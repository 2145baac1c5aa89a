// A ride that is planned.
#pragma once

#include <string>

#include "core/plan/choices.h"
#include "core/plan/values.h"
#include "core/quantity/quantity.h"

namespace usherwright {

struct Route {
  std::string id;
  Kilometre length{20};
  Known<Metre> climb;
  Known<Coefficient> climbGrade;
  Known<KilometrePerHour> speed;
  Surface surface = Surface::Road;
  Known<KilometrePerHour> headwind;
  UnknownKeys unknown;
  friend bool operator==(const Route&, const Route&) = default;
};
FieldRows rowsOf(const Route*);

}  // namespace usherwright
