// The channel: banks as wide as each rating, water as wide as what flows, the narrows pinched and named.
#pragma once

#include "core/drawing/subject.h"

namespace usherwright::drawing {

/// The watercourse from each pack to the motor. Part ids are element ids.
Drawing channel(const Subject& subject, Size size);

}  // namespace usherwright::drawing
