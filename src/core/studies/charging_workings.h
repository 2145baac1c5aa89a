// Workings of what station Charging works out beside the assessment.
#pragma once

#include <optional>
#include <string>

#include "core/assess/assessment.h"

namespace usherwright {

/// Ids: "ceiling/<per cent>" (years at a ceiling), "hold/<pack>" (at full, to even out groups), "rest/<pack>" (until its cells may be
/// charged), "top-up/<charger>/<pack>" (half an hour on the way). Empty for others, and where the figure is not known.
std::optional<Working> chargingWorkingOf(const Plan& plan, const Assessment& assessment, const std::string& id);

}  // namespace usherwright
