// The basins of station Joining, its ride over time and the connect gauge.
#pragma once

#include "core/drawing/subject.h"

namespace usherwright::drawing {

/// Basins at a time of the ride: width = Ah, level = rest voltage, pipes with their valves.
Drawing basins(const Subject& subject, Second time, Size size);
/// Amperes of each pack, and gauge against truth, over the ride. Static: no scrubber.
Drawing rideChart(const Subject& subject, Size size);
/// The line and figures of a time over the ride chart of the same size.
Drawing rideScrubber(const Subject& subject, Second time, Size size);
/// Left and right edge of the ride chart's time axis in pixels.
struct TimeAxis {
  double left = 0, right = 1;
  Second end;
};
TimeAxis rideAxis(const Subject& subject, Size size);
/// How far apart two packs may be for a plain plug, and how far apart they are.
Drawing connectGauge(const Subject& subject, Size size);

}  // namespace usherwright::drawing
