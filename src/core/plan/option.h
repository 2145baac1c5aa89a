// A way forward beside today's plan: a whole plan of its own, shared until it is edited.
#pragma once

#include <string>

#include "core/plan/choices.h"
#include "core/plan/values.h"
#include "core/quantity/quantity.h"

namespace usherwright {

struct Plan;

struct Option {
  std::string id;  ///< what the person calls it; unique
  Known<WayForward> kind;
  std::string note;
  Shared<Plan> plan;  ///< holds no options
  UnknownKeys unknown;
  friend bool operator==(const Option& a, const Option& b);
};
FieldRows rowsOf(const Option*);

}  // namespace usherwright
