// Makes the figures of an assessment from a plan; the rules read them.
#pragma once

#include "core/assess/assessment.h"

namespace usherwright {

Figures figuresOf(const Plan& plan, const Catalogue& catalogue, const Figures* previous, Parts wanted = Parts::all());

/// What the packs give at most at the controller's highest stated limit; without a limit or a voltage nothing limits.
Watt powerLimit(const Plan& plan, Known<Volt> nominal);
/// The same at the first pack's nominal volts.
Watt powerLimit(const Plan& plan, const Figures& figures);

/// Of all packs, by their labels.
WattHour labelOf(const Figures& figures);

/// Charge kept in a pack as the floor of range figures.
inline constexpr double floorCharge = 0.15;

}  // namespace usherwright
