// What a logger's volts and amperes say of the pack that they were read at: its resistance from how the volts answer the current, its
// charge from what left it between two rests. What cannot be told is said.
#pragma once

#include <optional>
#include <span>
#include <string>

#include "core/log/health.h"

namespace usherwright {

/// Amperes out of the pack.
struct PowerMoment {
  double t = 0;  ///< s
  double volts = 0, amperes = 0;
};

struct LearnedFigure {
  std::optional<Bounded> figure;  ///< nine times in ten between its ends
  std::string why;                ///< what it rests on; while there is none, why not
};
struct LearnedOfPack {
  LearnedFigure resistance;  ///< mΩ, within seconds, with the leads up to where the volts were read
  LearnedFigure charge;      ///< Ah, from full to empty, as warm as it was
};

/// Moments in order of time; the pack alone carried all of it.
/// Resistance: −dV/dI over neighbours at most three seconds apart whose current differs by 2 A or more, least squares through the origin
/// with Huber's weights; both columns rounded to their last digit, whose variance is taken off the squares of the current. Below 30 such
/// steps, or where the band is wider than ± 25 %, it is not told.
/// Charge: Ah between two rests (below 0.5 A for a minute, at the beginning and the end) over the difference of charge by the rest curve,
/// each with the doubt that the meter (0.2 %, one deviation, alike at both ends) and the rest (3 mV a cell) leave on this curve. Below 25 %
/// of the charge, or wider than ± 15 %, it is not told.
LearnedOfPack learnedOf(const PackModel& model, std::span<const PowerMoment> moments);

}  // namespace usherwright
