// Makes the figures of an assessment from a plan; the rules read them.
#pragma once

#include "core/assess/assessment.h"

namespace usherwright {

Figures figuresOf(const Plan& plan, const Catalogue& catalogue, const Figures* previous, Parts wanted = Parts::all());

/// Charge kept in a pack as the floor of range figures.
inline constexpr double floorCharge = 0.15;

}  // namespace usherwright
