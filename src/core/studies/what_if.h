// The ride with other knobs than today's: how far it would go, and what a rider can do about it.
#pragma once

#include <array>
#include <string>
#include <vector>

#include "core/assess/assessment.h"

namespace usherwright {

/// Something that a rider, a day or a load turns.
struct Turnable {
  std::string words, pointer;  ///< "speed", the field
  Kind kind = Kind::Plain;
  double low = 0, high = 0, step = 0;  ///< in the units of the file
  double now = 0;                      ///< as the plan has it, or what counts while it is empty
};
/// Speed, own legs, load, headwind, warmth, what it rolls on, the air's hold: of the first route. Empty without one.
std::vector<Turnable> turnablesOf(const Plan& plan);

struct WhatIf {
  bool known = false;
  Kilometre cautious, likely, hopeful;  ///< all packs charged as on ordinary days, as the range is
  WattHourPerKilometre perKilometre;
  Second time;           ///< of the route
  bool limited = false;  ///< slower than wanted somewhere: the controller or the packs give no more
};
/// With a value for each turnable, in their order and units; fields take what is within their bounds. Runs the packs anew.
WhatIf whatIf(const Plan& plan, const Catalogue& catalogue, const Figures& today, const std::vector<double>& values);

/// Something that saves on this ride.
struct Hint {
  std::string words, why;
  double low = 0, high = 0;  ///< share of the Wh that it saves, between a timid and a bold form of it
};
enum class RideKind : std::uint8_t { Flat, Hilly, Windy, Fast };
struct Hints {
  RideKind kind = RideKind::Flat;
  std::string because;      ///< what makes it that kind, with the figure
  std::vector<Hint> hints;  ///< those that save most first; at least half a percent in their bold form
};
/// Each hint carried out on the plan and ridden by the model: slower, legs, lower, lighter, tyres, fewer stops (½ m v² a stop over the
/// efficiency). Kind: over 12 m of climb a km hilly, over 12 km/h of headwind windy, over 25 km/h fast.
Hints hintsOf(const Plan& plan, const Figures& today);

}  // namespace usherwright
