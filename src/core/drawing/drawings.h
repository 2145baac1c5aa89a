// The drawings of this application, each built from a plan and its assessment. Pure values.
#pragma once

#include <functional>

#include "core/assess/assessment.h"
#include "core/drawing/display_list.h"
#include "core/pack/bench_tests.h"
#include "core/sheets/questions.h"
#include "core/sheets/standing.h"
#include "core/studies/search.h"
#include "core/studies/sensitivity.h"

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

/// S × P cells with handles "handle/series" and "handle/parallel"; a pack whose cells nobody saw as a closed box of groups.
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

/// The bike from the side: places with their room, packs, leads along the tubes, the controller. Parts "place/<i>",
/// "pack/<id>", "<id>/lead", "joint/lead", "controller".
Drawing bikeSide(const Subject& subject, Size size);
/// Wh of every ride, what the label must say for them, and what the packs have.
Drawing needBars(const Subject& subject, Size size);

/// The combinations that fit, Wh over cost; those worth a look as parts "pick/<i>" of `offered`.
struct SearchView {
  const SearchResult& result;
  const Shelf& shelf;
  std::vector<std::size_t> offered;  ///< indices of hits
  int chosen = -1;                   ///< index in `offered`
  WattHour least;                    ///< wanted
  std::function<bool(const SearchHit&)> isWanted;
  Known<Money> budget;
  std::string currency;
};
Drawing packSearch(const SearchView& view, Size size);
/// Which layout is it: each candidate's rest volts from empty to full on one scale, its charger, and the readings as lines.
Drawing layoutRuler(const SeriesVerdict& verdict, const SeriesReading& readings, Size size);
/// Ah of each capacity test against the rated ones, 80 % of them, and what would be left with one string less. Without a
/// test the lines say what one would tell. Parts "test/<i>".
Drawing capacityBars(const std::vector<CapacityTest>& tests, const PackModel& pack, Size size);
/// Volts of every group against their median. Parts "group/<i>".
Drawing groupBars(const GroupCheck& check, const std::vector<Volt>& groups, Size size);
/// The groups side by side: how full each is, what the next charge adds until the first one is full, who is furthest
/// behind. Without readings all as the pack's charge is entered, hatched. Parts "rack/<i>".
Drawing groupRack(const PackModel& pack, const std::vector<Volt>& groups, Size size);
/// Every setting of a board on its line. Parts "setting/<i>".
Drawing boardStrips(const std::vector<BoardSetting>& settings, Size size);
/// A square for every figure: where it comes from. Parts "field/<pointer>".
Drawing standingSquares(const std::vector<StandingPart>& parts, Size size);
/// Pixels that its squares need.
double standingHeight(const std::vector<StandingPart>& parts, double width);
/// The ranked values, from number `first` on, as many as fit. `names` are what they are called. Parts "lever/<pointer>".
Drawing leverBars(const std::vector<Lever>& levers, const std::vector<std::string>& names, std::size_t first, Size size);
/// The pack's own label.
Drawing passportLabel(const Passport& passport, Size size);

/// A bike with what one of the five jobs changes on it.
enum class Job : std::uint8_t { Add, Replace, Build, Chargers, Care };
Drawing jobPicture(Job job, Size size);

/// The colour and line of a pack's curves: by order, told apart by pattern as well.
Ink packInk(std::size_t pack);
Pattern packPattern(std::size_t pack);

}  // namespace usherwright::drawing
