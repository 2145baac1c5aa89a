// Go or not: a ride on what is in the packs today.
#pragma once

#include <string>
#include <vector>

#include "calc/calc.h"
#include "core/plan/plan.h"

namespace usherwright::calc {

/// `read`: "stock=51.2", a pack's name or id and the volts at its plug. `route`: its id; empty: the first. Errors: no such pack or route,
/// no number, volts that no such pack gives.
Outcome goOutcome(const Plan& plan, const std::string& route, const std::vector<std::string>& read, bool rested, bool json);

}  // namespace usherwright::calc
