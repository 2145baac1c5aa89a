// Corners of a free outline from a list, in millimetres.
#pragma once

#include <string_view>

#include "core/plan/plan.h"
#include "core/quantity/problem.h"

namespace usherwright {

/// The corners in place of those that the pack's room has; its room becomes a free outline. Columns x_mm and y_mm, one corner a line, 3 to
/// 200 of them. Errors: no such pack, no such column, a figure that is none (line and column), too few or too many.
Expected<Plan> withOutline(const Plan& plan, std::size_t pack, std::string_view csv);

}  // namespace usherwright
