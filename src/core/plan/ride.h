// A ride that was done, as a person noted it: it teaches what this rider on this bike really uses.
#pragma once

#include <string>

#include "core/plan/choices.h"
#include "core/plan/values.h"
#include "core/quantity/quantity.h"

namespace usherwright {

struct Ride {
  std::string when;  ///< YYYY-MM-DD
  Known<Kilometre> length;
  Known<Metre> climb;
  Known<WattHour> energy;    ///< that left the packs
  Known<AmpereHour> charge;  ///< the same where only a coulomb counter was read
  Known<Minute> time;        ///< while it moved
  Known<Surface> surface;
  Known<int> barsLeft;    ///< on the gauge at its end
  Known<Volt> voltsLeft;  ///< at the plug or on the display at its end
  Known<Celsius> air;
  Known<Kilogram> load;  ///< besides the rider
  std::string note;
  UnknownKeys unknown;
  friend bool operator==(const Ride&, const Ride&) = default;
};
FieldRows rowsOf(const Ride*);

}  // namespace usherwright
