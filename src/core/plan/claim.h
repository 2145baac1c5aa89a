// What somebody said that the bike, a pack or a charger does: kept in their words, and read anew each time (label/claims.h).
#pragma once

#include <string>

#include "core/plan/values.h"

namespace usherwright {

struct Claim {
  std::string words;  ///< "up to 120 km on one charge"
  std::string pack;   ///< id of the pack that it is about; empty: all of them together
  std::string by;     ///< who says so
  UnknownKeys unknown;
  friend bool operator==(const Claim&, const Claim&) = default;
};
FieldRows rowsOf(const Claim*);

}  // namespace usherwright
