// A ride's power over time as text: rows of seconds and watts.
#pragma once

#include <string_view>
#include <vector>

#include "core/plan/plan.h"
#include "core/quantity/problem.h"

namespace usherwright {

/// Two columns, seconds and watts, with or without a header. Neighbouring rows of the same power become one; watts below
/// nothing count as nothing. Errors name the line: not a number, seconds that do not rise, fewer than two rows.
Expected<std::vector<RidePoint>> readRidePower(std::string_view csv);

}  // namespace usherwright
