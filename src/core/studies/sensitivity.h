// What to measure next: each value that is not proven is moved by its usual uncertainty, one at a time, and the plan is
// judged again. Ranked by what moves: Stops and Minds first, then the narrows and the range.
#pragma once

#include <string>
#include <vector>

#include "core/assess/assessment.h"
#include "core/quantity/progress.h"

namespace usherwright {

struct Lever {
  std::string pointer;
  std::string label;  ///< "cell resistance"
  Provenance from = Provenance::Assumed;
  bool known = true;         ///< false: not known yet, nothing to move
  std::string low, high;     ///< the span tried, with units
  double narrows = 0.0;      ///< largest move of the narrows' headroom, as a share
  double range = 0.0;        ///< largest move of the likely range, as a share
  std::string verdict;       ///< "Stop JOIN-03 appears", "" if no finding comes or goes
  int stops = 0, minds = 0;  ///< findings that come or go
  double score = 0.0;
  std::string instrument;  ///< "clamp meter"
  std::string how;
};

/// Fields worth asking: numeric values that are assumed, remembered or claimed, and the unknown ones that BIKE-08 names.
std::vector<std::string> unprovenFields(const Plan& plan, const Assessment& assessment);

/// One field. `base` is the assessment of `plan`.
Lever leverOf(const Plan& plan, const Catalogue& catalogue, const Assessment& base, const std::string& pointer);

/// All of them, largest score first; `soFar` sees them in the order of the plan.
std::vector<Lever> whatToMeasure(const Plan& plan, const Catalogue& catalogue, const Assessment& base, const Progress& progress = {},
                                 const SoFar<std::vector<Lever>>& soFar = {});

/// Largest score first; unknown safety values before all others.
void rank(std::vector<Lever>& levers);

/// What one reads this kind of value with.
std::string_view instrumentFor(Kind kind);

}  // namespace usherwright
