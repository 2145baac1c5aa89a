// The drawings of station Charging.
#pragma once

#include "core/drawing/subject.h"

namespace usherwright::drawing {

/// Charger × pack, each cell a verdict in words and shape. Part ids "pair/<charger>/<pack>".
Drawing chargerMatrix(const Subject& subject, Size size);
/// Charge of each pack over hours on its charger.
Drawing chargeTimeline(const Subject& subject, Size size);

}  // namespace usherwright::drawing
