// The drawings of station Range.
#pragma once

#include "core/assess/claims_of_plan.h"
#include "core/drawing/subject.h"
#include "core/studies/way_ridden.h"

namespace usherwright::drawing {

/// The first route: its heights, what is left in each pack along it, the gauge, where a pack joins in, where one has to turn round.
Drawing wayProfile(const Subject& subject, const WayRidden& way, Size size);
/// Where one is, over that.
Drawing wayScrubber(const Subject& subject, const WayRidden& way, std::size_t at, Size size);
/// The place under a position of the mouse.
std::size_t wayPointAt(const Subject& subject, const WayRidden& way, double x, Size size);

/// From the label's Wh to those on the road. Parts "rung/<words>".
Drawing ladderSheet(const std::vector<Rung>& rungs, Size size);

/// What each knob is worth on this route. Parts "knob<pointer>".
Drawing knobCards(const std::vector<Knob>& knobs, UnitSystem units, Size size);

/// Rides that were done against what was expected of them. Parts "ride/<n>".
Drawing ridesChart(const Subject& subject, Size size);

/// What was claimed, and rules of thumb, beside the range that is worked out. `chosen`: a claim of the plan. Parts "claim/<n>",
/// "rule/<n>".
Drawing claimsSheet(const Subject& subject, const std::vector<HeldClaim>& held, const std::vector<BenchRange>& rules, int chosen,
                    Size size);
double claimsSheetHeight(const Plan& plan, const std::vector<HeldClaim>& held, const std::vector<BenchRange>& rules, double width);

/// The range band in km.
Drawing rangeBand(const Subject& subject, Size size);

}  // namespace usherwright::drawing
