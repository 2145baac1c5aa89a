// The drawings of station Bike.
#pragma once

#include "core/drawing/subject.h"
#include "core/pack/bench_tests.h"
#include "core/sheets/standing.h"
#include "core/studies/sensitivity.h"

namespace usherwright::drawing {

/// The bike from the side: places with their room, packs, leads along the tubes, the controller. Parts "place/<i>",
/// "pack/<id>", "<id>/lead", "joint/lead", "controller".
Drawing bikeSide(const Subject& subject, Size size);
/// Wh of every ride, what the label must say for them, and what the packs have.
Drawing needBars(const Subject& subject, Size size);

/// Which layout is it: each candidate's rest volts from empty to full on one scale, its charger, and the readings as lines.
Drawing layoutRuler(const SeriesVerdict& verdict, const SeriesReading& readings, Size size);
/// A square for every figure: where it comes from. Parts "field/<pointer>".
Drawing standingSquares(const std::vector<StandingPart>& parts, Size size);
/// Pixels that its squares need.
double standingHeight(const std::vector<StandingPart>& parts, double width);
/// The ranked values, from number `first` on, as many as fit. `names` are what they are called. Parts "lever/<pointer>".
Drawing leverBars(const std::vector<Lever>& levers, const std::vector<std::string>& names, std::size_t first, Size size);

/// A bike with what one of the five jobs changes on it.
enum class Job : std::uint8_t { Add, Replace, Build, Chargers, Care };
Drawing jobPicture(Job job, Size size);

}  // namespace usherwright::drawing
