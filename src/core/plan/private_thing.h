// What belongs to the owner alone: key and serial numbers, codes of remotes, addresses. Never in a share unless it is wished (share.h).
#pragma once

#include <string>

#include "core/plan/values.h"

namespace usherwright {

struct PrivateThing {
  std::string what;   ///< "number of the key"
  std::string value;  ///< "A 1042"
  std::string pack;   ///< id of the pack that it is of; empty: the bike
  UnknownKeys unknown;
  friend bool operator==(const PrivateThing&, const PrivateThing&) = default;
};
FieldRows rowsOf(const PrivateThing*);

}  // namespace usherwright
