// What a seller answers for, and what ends it.
#pragma once

#include <string>

#include "core/plan/values.h"
#include "core/quantity/quantity.h"

namespace usherwright {

struct Warranty {
  std::string part;     ///< id or name of a pack, charger or other part
  std::string from;     ///< YYYY-MM-DD: bought, or received
  Known<int> months;    ///< that it runs for
  Known<int> cycles;    ///< full cycles that it ends with
  std::string voids;    ///< what ends it, in the words of the paper
  std::string receipt;  ///< where the receipt lies
  UnknownKeys unknown;
  friend bool operator==(const Warranty&, const Warranty&) = default;
};
FieldRows rowsOf(const Warranty*);

}  // namespace usherwright
