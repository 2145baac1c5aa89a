// What a meter said of a pack.
#pragma once

#include <optional>
#include <string>

#include "core/plan/plan.h"
#include "core/plan/usual.h"

namespace usherwright {

/// The volts between a pack's terminals at one reading: as read there, or the sum when every group was read.
struct PackVolts {
  Volt volts;
  bool rested = false;  ///< 30 min or more
  std::string when;
  Known<Coefficient> accuracy;  ///< of the meter that read it, if it is not the plan's
  Known<Volt> digit;
};
/// The last reading that gives the whole pack of `series` groups; below 1 V (a board asleep, an open fuse, a plug not seated) is none.
std::optional<PackVolts> lastVolts(const Pack& pack, int series);
/// The last one that was rested.
std::optional<PackVolts> restedVolts(const Pack& pack, int series);

/// By how much the difference of two readings may be off. One meter on one day: two last digits and its accuracy of the
/// difference, since its gain error cancels; two meters or two days: accuracy of both readings and two digits.
struct MeterDoubt {
  double accuracy = usual::meterAccuracy.value();  ///< share of the reading
  Volt digit = usual::meterDigit;
  bool oneMeter = true;
};
Volt doubtOf(Volt first, Volt second, const MeterDoubt& meter);
/// The meter, or the two, that a plan's packs were read by.
MeterDoubt meterOf(const Plan& plan, const std::optional<PackVolts>& first, const std::optional<PackVolts>& second);

}  // namespace usherwright
