// What every estimate of a ride is made of. Private to the estimates.
#pragma once

#include "core/travel/on_ground.h"

namespace usherwright {

/// A piece at one grade: the target speed or the one that the limit leaves, at least 1 km/h.
Leg legOf(const Ridden& ridden, Kilometre length, double grade);

/// Energy, time, Wh per kilometre of the whole and the mean while drawing, of the legs that are there.
void addUp(RouteEstimate& estimate, Kilometre whole);

/// Over which a worst mean is taken.
inline constexpr double windowSeconds = 600;

}  // namespace usherwright
