// The drawings of station Range.
#pragma once

#include "core/drawing/subject.h"

namespace usherwright::drawing {

/// The route's flat, climb and descent with the power of each, and the range band in km.
Drawing routeProfile(const Subject& subject, Size size);
Drawing rangeBand(const Subject& subject, Size size);

}  // namespace usherwright::drawing
