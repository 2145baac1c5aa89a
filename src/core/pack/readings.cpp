// Readings of packs and the doubt that a meter leaves.
#include "core/pack/readings.h"

#include <algorithm>
#include <cmath>

namespace usherwright {
namespace {

const Minute restedEnough(30);  // by then the slow part of the sag has gone
const Volt leastReading(1);     // below it a board is asleep or a plug not seated

std::optional<PackVolts> voltsOf(const Reading& r, int series) {
  Known<Volt> volts = r.pack;
  if (!volts && r.of == ReadingOf::Groups && r.groups.size() == static_cast<std::size_t>(series)) {
    volts = Volt(0);
    for (const Volt v : r.groups) *volts += v;
  }
  if (!volts || *volts < leastReading) return std::nullopt;
  return PackVolts{*volts, r.rested.value_or(Minute(0)) >= restedEnough, r.when, r.meterAccuracy, r.meterDigit};
}

}  // namespace

std::optional<PackVolts> lastVolts(const Pack& pack, int series) {
  for (auto r = pack.readings.rbegin(); r != pack.readings.rend(); ++r)
    if (auto v = voltsOf(*r, series)) return v;
  return std::nullopt;
}

std::optional<PackVolts> restedVolts(const Pack& pack, int series) {
  for (auto r = pack.readings.rbegin(); r != pack.readings.rend(); ++r)
    if (auto v = voltsOf(*r, series); v && v->rested) return v;
  return std::nullopt;
}

Volt doubtOf(Volt first, Volt second, const MeterDoubt& meter) {
  const Volt digits = meter.digit * 2.0;
  if (meter.oneMeter) return digits + Volt(std::abs((first - second).value())) * meter.accuracy;
  return digits + (first + second) * meter.accuracy;
}

MeterDoubt meterOf(const Plan& plan, const std::optional<PackVolts>& first, const std::optional<PackVolts>& second) {
  MeterDoubt m;
  m.oneMeter = !plan.joining.twoMeters;
  if (plan.meterAccuracy) m.accuracy = plan.meterAccuracy->value();
  if (plan.meterDigit) m.digit = *plan.meterDigit;
  if (first && second) {
    const bool otherDay = !first->when.empty() && !second->when.empty() && first->when != second->when;
    if (otherDay || first->accuracy != second->accuracy || first->digit != second->digit) m.oneMeter = false;
  }
  for (const auto* reading : {&first, &second}) {
    if (!*reading) continue;
    if ((*reading)->accuracy) m.accuracy = std::max((*reading)->accuracy->value(), plan.meterAccuracy ? m.accuracy : 0.0);
    if ((*reading)->digit) m.digit = std::max(*(*reading)->digit, plan.meterDigit ? m.digit : Volt(0));
  }
  return m;
}

}  // namespace usherwright
