// A fuse: of a pack, of its charge lead, of an accessory.
#pragma once

#include "core/plan/choices.h"
#include "core/plan/values.h"
#include "core/quantity/quantity.h"

namespace usherwright {

/// A fuse or a board that nobody said to be missing counts as there.
template <class Part>
bool countsAsFitted(const Part& part) {
  return part.present.value_or(true);
}

struct Fuse {
  Known<bool> present;  ///< false: known to be missing
  Known<Ampere> rating;
  Known<Volt> dcVoltage;
  Known<Ampere> breaking;
  Known<Coefficient> carry;
  Known<Millimetre> distance;  ///< from the pack's positive
  Known<bool> builtIn;
  Known<FuseKind> kind;
  UnknownKeys unknown;
  friend bool operator==(const Fuse&, const Fuse&) = default;
};
FieldRows rowsOf(const Fuse*);

}  // namespace usherwright
