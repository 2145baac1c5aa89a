// How a pack is, by what was measured of it: its charge over time with the doubt that the readings leave, a string that has come off,
// its resistance, its cycles.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/pack/pack_model.h"
#include "core/plan/plan.h"
#include "core/quantity/date.h"

namespace usherwright {

/// One figure of a pack's whole charge.
struct HealthPoint {
  Date day;
  AmpereHour charge;
  AmpereHour doubt;     ///< one standard deviation
  bool tested = false;  ///< from empty to full; else from a part of it
  std::string pointer;
};

/// A figure with the ends between which it lies nine times in ten.
struct Bounded {
  double low = 0, likely = 0, high = 0;
};

struct HealthTrend {
  Bounded now;                              ///< Ah
  Bounded perYear;                          ///< Ah a year, below 0 while it fades; all 0 while that cannot be told
  bool slopeKnown = false;                  ///< three points or more over two months or more
  std::optional<Date> worn;                 ///< likely at `wornShare` of the rated charge
  std::optional<Date> wornFirst, wornLast;  ///< the ends of that; nothing: not within twenty years
  Bounded at(Date day) const;               ///< Ah on another day; never below none

  // of the fit: Ah at `zero`, per day, and their covariance
  Date zero, today;
  double level = 0, slope = 0;
  double varLevel = 0, varSlope = 0, covariance = 0;
  double reach = 1.645;  ///< standard deviations to either side
};

/// A sudden fall that fits whole strings.
struct LostString {
  int strings = 0;
  Date since;    ///< the first day that shows it
  double share;  ///< of the charge before that is left
};

struct PackHealth {
  std::vector<HealthPoint> points;   ///< the oldest first
  std::optional<HealthTrend> trend;  ///< since the last sudden fall
  std::optional<LostString> lost;
  std::vector<std::pair<Date, MilliOhm>> resistances;  ///< the oldest first
  double fullCycles = 0;                               ///< Ah that went in over the rated Ah
  std::size_t plugIns = 0;
  std::optional<Date> since;  ///< the first charge that counts in them
};

/// A pack whose fade counts as done here: usual for e-bikes.
inline constexpr double wornShare = 0.8;

/// Points: capacity tests (Ah put back × 0.99, lead 0.85, nickel 0.70; doubt 1.5 %), and charges of at least 30 % whose ends are known
/// (doubt of each end 2 %). Trend: weighted least squares with Huber's weights, scaled by what the points scatter; intervals by Student.
/// A lost string: one to three last points that lie together, each of them, by whole strings of at most eight below what the earlier ones
/// foretell, within 0.04 and three and a half standard deviations, and within 90 days. `index` is the place of the pack in the plan.
PackHealth healthOf(const PackModel& model, const Pack& pack, std::size_t index, Date today);

}  // namespace usherwright
