// The bike from the side as geometry: tubes, mounting places with their space, and the routes that leads take along
// the tubes. Millimetres, origin on the ground under the rear axle, x forward, y up. Plain trigonometry.
#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "core/plan/plan.h"

namespace usherwright {

struct FramePoint {
  double x = 0, y = 0;
};

struct Tube {
  FramePoint a, b;
  double width = 35;
};

/// A place where a pack can sit.
struct MountPlace {
  std::string_view word;                     ///< as in a pack's `mount`: "down tube", "rack", …
  FramePoint at;                             ///< centre of the pack
  double angle = 0;                          ///< of its long side, degrees from level
  double length = 0, width = 0, height = 0;  ///< room, mm
  std::vector<FramePoint> route;             ///< from the pack along the tubes to the joint
};

struct FrameView {
  double wheelbase = 0, wheelRadius = 0;
  std::vector<FramePoint> axles;
  std::vector<FramePoint> farAxles;  ///< of a wheel beside the near one of a trike, drawn where it peeps out
  std::optional<FramePoint> fold;    ///< hinge that the leads must not be shorter than: they need slack there
  std::vector<Tube> tubes;
  std::vector<MountPlace> places;
  FramePoint joint;  ///< where leads meet: beside the bottom bracket
  FramePoint controller;
};

/// The frame of the plan's bike; dimensions that are not known take those usual for its kind.
FrameView frameOf(const Bike& bike);

/// Usual wheelbase, seat tube and down tube of a kind of frame, mm.
struct FrameSizes {
  double wheelbase, seatTube, downTube, wheel;
};
FrameSizes usualSizes(FrameKind kind);

/// The place that a mount text names; empty if it names none of this frame.
std::optional<std::size_t> placeOf(const FrameView& frame, const std::string& mount);

/// Length of the lead of a pack along its route: the polyline, 5 % for bends and 0.15 m to reach in; 0.5 m if the pack
/// has no place. For the main lead (from "joint"): from the joint to the controller in the same way.
Metre routedLength(const FrameView& frame, const Plan& plan, const Run& run);

/// Four fifths of a pack's drawn way, without bends, slack or the piece that reaches in: a shorter lead can hardly arrive.
/// 0 where it has no place.
Metre barePath(const FrameView& frame, const Plan& plan, const Run& run);

/// The run with lengths that are not known filled in from the drawing.
Run routed(const FrameView& frame, const Plan& plan, Run run);

}  // namespace usherwright
