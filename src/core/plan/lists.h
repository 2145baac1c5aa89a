// Edits that add an entry with something in it: accessories, rides, readings, capacity tests. To remove one: entries.h.
#pragma once

#include <string>

#include "core/plan/plan.h"
#include "core/quantity/problem.h"

namespace usherwright {

Plan withAccessory(const Plan& plan, const std::string& name);

/// Another ride, a copy of the first under an id of its own; the first one if there is none.
Plan withAnotherRoute(const Plan& plan);

/// Readings of a pack, marked as measured. Errors: no such pack, a group above 10 V.
Expected<Plan> withReading(const Plan& plan, std::size_t pack, const Reading& reading);

/// Errors: no such pack, no Ah, a date that is none.
Expected<Plan> withCapacityTest(const Plan& plan, std::size_t pack, const CapacityTest& test);

/// A charge that was done. Errors: no such pack, one that ends below where it began, neither time nor Ah, a time alone without the
/// charge that it began at, a date that is none.
Expected<Plan> withCharge(const Plan& plan, std::size_t pack, const ChargeRecord& record);

/// One more note of a step of the work. Errors: no room, no step, a day that is none.
Expected<Plan> withStepDone(const Plan& plan, const StepRecord& record);

/// A ride that was done. Errors: no room, no distance, a date that is none.
Expected<Plan> withRideDone(const Plan& plan, const Ride& ride);

/// What happened besides. Errors: no room, a date that is none, a note without a word.
Expected<Plan> withLogEntry(const Plan& plan, const LogEntry& entry);

}  // namespace usherwright
