// Plans as JSON text: reading with a JSON path in every error, writing with stable key order, the schema.
#pragma once

#include <string>
#include <string_view>

#include "core/plan/plan.h"
#include "core/quantity/problem.h"

namespace usherwright {

inline constexpr std::string_view planFormat = "usherwright-plan";
inline constexpr int planVersion = 1;
/// Largest file and deepest nesting that are read at all.
inline constexpr std::size_t maximumPlanBytes = 16u << 20;
inline constexpr int maximumPlanDepth = 40;

/// Reads a plan. Nothing is loaded half: either a whole plan or one sentence.
Expected<Plan> readPlan(std::string_view json);

/// Pretty-printed, every known field written (null = not known yet), unknown keys kept.
std::string writePlan(const Plan& plan);

/// What can be saved can be opened again: an error if the file of this plan would be larger than is read.
Expected<void> fitsAFile(const Plan& plan);

/// The JSON Schema (draft 2020-12) of the file, made from the field table.
std::string planSchema();

}  // namespace usherwright
