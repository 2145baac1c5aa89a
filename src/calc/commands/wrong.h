// What is wrong with a pack, by what was read of it.
#pragma once

#include <string>
#include <vector>

#include "calc/calc.h"

namespace usherwright::calc {

/// `read`: "plug_V=0.1", "wakes=no", … Errors: no such pack, no such sign, no number.
Outcome wrongOutcome(const Plan& plan, const Assessment& assessment, const std::string& pack, const std::vector<std::string>& read,
                     bool json);
/// The names of the signs, for the help.
std::string signNames();

}  // namespace usherwright::calc
