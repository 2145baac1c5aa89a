// The drawings of station Range.
#pragma once

#include "core/assess/claims_of_plan.h"
#include "core/drawing/subject.h"
#include "core/studies/go_or_not.h"
#include "core/studies/way_ridden.h"
#include "core/studies/what_if.h"

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

/// The bands of every subset of the packs against what the ride needs. Parts "choice/<n>".
Drawing todaySheet(const GoOrNot& today, std::size_t chosen, UnitSystem units, Size size);
double todayHeight(const GoOrNot& today);

/// The band as planned, the band with the knobs turned, and a slider for each. Parts "turn/<n>"; `values`: one for each, in file units.
Drawing sliderSheet(const Subject& subject, const std::vector<Turnable>& turnables, const std::vector<double>& values, const WhatIf& then,
                    std::size_t chosen, Size size);
double slidersHeight(std::size_t count);
/// The value under a position of the mouse, at whole steps.
double sliderAt(const Turnable& turnable, double x, Size size);

/// What saves on this ride, as bars from timid to bold.
Drawing hintSheet(const Hints& hints, Size size);
double hintsHeight(const Hints& hints);

/// The track as a line from above, north up, with the packs' state along it. Empty without a track.
Drawing wayMap(const Subject& subject, const WayRidden& way, Size size);
/// Where the scrubber stands, to lie over it.
Drawing wayMapMark(const Subject& subject, const WayRidden& way, std::size_t at, Size size);

/// The range band in km.
Drawing rangeBand(const Subject& subject, Size size);

}  // namespace usherwright::drawing
