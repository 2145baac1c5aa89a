// What to write to a seller about parts that came hurt, wrong or without something.
#pragma once

#include <string>

#include "core/assess/assessment.h"

namespace usherwright {

/// A letter for each arrival that is to be claimed, mended or kept outside: facts only, as they were noted, and what is asked for. Says so
/// if there is none. Local law stands above it.
std::string arrivalLetters(const Plan& plan, const Assessment& assessment);

}  // namespace usherwright
