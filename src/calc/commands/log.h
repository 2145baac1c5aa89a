// The log of a plan, and one more line for it.
#pragma once

#include <string>

#include "calc/calc.h"

namespace usherwright::calc {

/// Every row, how each pack is, what is due on a day.
std::string logText(const Plan& plan, const Assessment& assessment, Date day);
std::string logJson(const Plan& plan, const Assessment& assessment, Date day);

/// What a line would enter, or what it leaves open (exit 2). As text, as JSON, or the plan with it.
enum class NoteAs : std::uint8_t { Text, Json, Plan };
Outcome noteOutcome(const Plan& plan, const std::string& line, Date day, NoteAs as);

}  // namespace usherwright::calc
