// The first route as it is ridden: where what is left lies, where the controller limits, where one has to turn round; how the label's
// Wh become those on the road; and what each knob is worth on this route.
#pragma once

#include <array>
#include <string>
#include <vector>

#include "core/assess/assessment.h"
#include "core/studies/stops.h"

namespace usherwright {

/// The plan with one of its routes in the place of the first, which is the one that is simulated; marks go with it. Done twice it is as it
/// was. The same plan for a place that is none.
Plan withFirstRoute(const Plan& plan, std::size_t route);

/// A place on the way.
struct WayPoint {
  Kilometre at;
  Metre height;  ///< over the start; 0 without heights
  Second time;
  Watt power;                                 ///< drawn on the way to here
  KilometrePerHour speed;                     ///< there
  bool limited = false;                       ///< slower than wanted: the controller or the packs give no more
  std::array<WattHour, maximumPacks> left{};  ///< in each pack above its floor, at nominal volts
  StateOfCharge truth, gauge;                 ///< of all packs together; as the bike shows it
  std::array<Ampere, maximumPacks> current{};
};

struct WayRidden {
  std::vector<WayPoint> points;                          ///< from the start, rising; empty without a route or a pack
  std::vector<std::pair<std::size_t, Kilometre>> knees;  ///< where a pack that waited joins in
  Known<Kilometre> lies;                                 ///< where it stops, if that is before the end
  Known<Kilometre>
      turnRound;             ///< the last place from which what is left brings one back by the same way, reserve included; empty: anywhere
  Known<Kilometre> floorAt;  ///< where all packs are down to their floor
  WithStops stops;           ///< where one charges on the way; `points` go up there
  bool byTrack = false;      ///< over the ground of a track, not climbs, flat and descents put together
};
/// At most `most` places, evenly over the legs, and two at each of the stops. Where one has to turn round is told without them.
WayRidden wayRidden(const Plan& plan, const Figures& figures, std::size_t most = 400, WithStops stops = {});

/// One step from the label's Wh to those on the road.
struct Rung {
  std::string words, because;
  WattHour change;  ///< added to what is left so far; the first one is the label
};
/// Every allowance once, in the order in which it acts; their sum is the usable Wh. Empty while those are not known.
std::vector<Rung> ladderOf(const Plan& plan, const Figures& figures);

/// What a knob is worth.
struct Knob {
  std::string words, pointer;  ///< "speed", the field
  std::string step;            ///< "1 km/h more"
  Kilometre change;            ///< of the likely range
  std::string now;             ///< its value, with its unit
};
/// Of speed, help, load, wind, cold and what it rolls on, on the first route. Empty without a range.
std::vector<Knob> knobsOf(const Plan& plan, const Assessment& assessment, UnitSystem units);

}  // namespace usherwright
