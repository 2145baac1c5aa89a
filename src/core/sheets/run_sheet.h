// The order of work as a sheet for the bench: boxes to tick, windows beside the lines where the readings go.
#pragma once

#include <string>

#include "core/assess/assessment.h"

namespace usherwright {

/// Plain text, at most 100 columns.
std::string runSheet(const Plan& plan, const Assessment& assessment);

}  // namespace usherwright
