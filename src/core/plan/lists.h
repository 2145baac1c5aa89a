// Edits that add and remove entries of the plan's lists: accessories, rides, readings, capacity tests.
// Every removal takes the entry's provenance along and moves later pointers up.
#pragma once

#include <chrono>
#include <optional>
#include <string>
#include <string_view>

#include "core/plan/plan.h"
#include "core/quantity/problem.h"

namespace usherwright {

Plan withAccessory(const Plan& plan, const std::string& name);
Expected<Plan> withoutAccessory(const Plan& plan, std::size_t index);

/// Another ride, a copy of the first under an id of its own; the first one if there is none.
Plan withAnotherRoute(const Plan& plan);
Expected<Plan> withoutRoute(const Plan& plan, std::size_t index);

/// Readings of a pack, marked as measured. Errors: no such pack, a group above 10 V.
Expected<Plan> withReading(const Plan& plan, std::size_t pack, const Reading& reading);
Expected<Plan> withoutReading(const Plan& plan, std::size_t pack, std::size_t index);

/// Errors: no such pack, no Ah, a date that is none.
Expected<Plan> withCapacityTest(const Plan& plan, std::size_t pack, const CapacityTest& test);
Expected<Plan> withoutCapacityTest(const Plan& plan, std::size_t pack, std::size_t index);

/// Days since 1970-01-01 of a date "YYYY-MM-DD"; empty if it is none.
std::optional<int> daysOf(std::string_view date);

}  // namespace usherwright
