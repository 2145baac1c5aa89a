// Plans to test with: the shipped examples, and small changes to them.
#pragma once

#include <string>
#include <vector>

#include "core/assess/assessment.h"
#include "core/plan/plan.h"

namespace plans {

/// "ferry-path-library-trike", "quarry-town-folder", "allotment-barrow", "moor-tractor".
std::string exampleText(const std::string& name);
usherwright::Plan example(const std::string& name);
/// Without rides, charges, capacity tests and what happened.
usherwright::Plan withoutLog(usherwright::Plan plan);
/// The demo without its ways forward, its log, its stops and the pack that is kept: exactly one Stop.
usherwright::Plan demo();
/// The demo with its one Stop mended and its cells tested: nothing but the narrows to mind.
usherwright::Plan sound();

/// Types into a field; the test fails if it is refused.
usherwright::Plan with(const usherwright::Plan& plan, const std::string& pointer, const std::string& typed);

usherwright::Assessment assessed(const usherwright::Plan& plan);
/// Findings of one rule; "BIKE-01".
std::vector<usherwright::Finding> findings(const usherwright::Plan& plan, const std::string& id);
/// "Stop WIRE-04@second" of every counted finding, worst first.
std::vector<std::string> summary(const usherwright::Plan& plan);

}  // namespace plans
