// The order of work, what its readings mean, what came and what is open.
#pragma once

#include <string>
#include <vector>

#include "calc/calc.h"

namespace usherwright::calc {

/// `read`: "volts/deck=0.1" beside what the plan has noted. Errors: no such step, a step without a gate, no number.
Outcome causesOutcome(const Plan& plan, const Assessment& assessment, const std::vector<std::string>& read, bool json);
/// Arrivals with what to do with each, joints, the tray, warranties.
Outcome openOutcome(const Plan& plan, const Assessment& assessment, bool json);
Outcome waterOutcome(const std::string& code, bool json);

}  // namespace usherwright::calc
