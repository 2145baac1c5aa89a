// The mark of where a value comes from. Private to edits of plans.
#pragma once

#include <string>

#include "core/plan/plan.h"

namespace usherwright {

/// What is in a record is measured unless it says otherwise: there a mark that says no more than that is none.
void markSource(Plan& plan, const std::string& pointer, Provenance from);

}  // namespace usherwright
