// The whole log as a table and back: rides, charges, readings, capacity tests and what happened, a row each.
#pragma once

#include <string>
#include <string_view>

#include "core/plan/plan.h"
#include "core/quantity/problem.h"

namespace usherwright {

/// Columns: `list` (rides, charges, readings, capacity_tests, log), `pack` (its id), then every field under its key in the file, in
/// the units of the file, and `groups_V` with blanks between. Numbers are written so that they are read back as they were.
std::string logCsv(const Plan& plan);

/// The plan with the rows of such a table that it does not hold yet, at the end of their lists. All or nothing. Errors name the line:
/// a column or a list that is none, a pack that the plan does not have, a value that its field does not take, no room.
Expected<Plan> withLogCsv(const Plan& plan, std::string_view csv);

}  // namespace usherwright
