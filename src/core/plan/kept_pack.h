// A pack that one owns and that is not on the bike: a spare, a retired one, one in quarantine.
#pragma once

#include <string>

#include "core/plan/choices.h"
#include "core/plan/values.h"
#include "core/quantity/quantity.h"

namespace usherwright {

struct Plan;

struct KeptPack {
  std::string id;  ///< the pack's own; unique among these
  PackUse use = PackUse::Spare;
  std::string since;  ///< YYYY-MM-DD
  std::string place;  ///< where it lies
  std::string note;
  Shared<Plan> plan;  ///< the pack alone on the bike, with its cell, leads, chargers and log; holds no options and no kept packs
  UnknownKeys unknown;
  friend bool operator==(const KeptPack& a, const KeptPack& b);
};
FieldRows rowsOf(const KeptPack*);

}  // namespace usherwright
