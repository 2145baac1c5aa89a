// The drawings of this application, each built from a plan and its assessment. Pure values.
#pragma once

#include "core/assess/assessment.h"
#include "core/drawing/display_list.h"

namespace usherwright::drawing {

struct Size {
  double width = 0, height = 0;
};

/// What every builder reads.
struct Subject {
  const Plan& plan;
  const Assessment& assessment;
  UnitSystem units = UnitSystem::Metric;
};

/// The watercourse from each pack to the motor. Part ids are element ids.
Drawing channel(const Subject& subject, Size size);

/// S × P cells with handles "handle/series" and "handle/parallel".
Drawing packBlock(const Subject& subject, std::size_t pack, Size size);
/// Pack, controller and charger volts on one scale.
Drawing voltageLadder(const Subject& subject, std::size_t pack, Size size);
/// Volts over charge: at rest, sustained, in a hard pull; the mark where the bike gives up.
Drawing sagCurve(const Subject& subject, std::size_t pack, Size size);

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

/// Charger × pack, each cell a verdict in words and shape. Part ids "pair/<charger>/<pack>".
Drawing chargerMatrix(const Subject& subject, Size size);
/// Charge of each pack over hours on its charger.
Drawing chargeTimeline(const Subject& subject, Size size);

/// The route's flat, climb and descent with the power of each, and the range band in km.
Drawing routeProfile(const Subject& subject, Size size);
Drawing rangeBand(const Subject& subject, Size size);

/// The bike from the side: packs at their places, leads with lengths, the controller.
Drawing bikeSide(const Subject& subject, Size size);

/// The colour and line of a pack's curves: by order, told apart by pattern as well.
Ink packInk(std::size_t pack);
Pattern packPattern(std::size_t pack);

}  // namespace usherwright::drawing
