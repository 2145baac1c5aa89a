// How a pack that is done is handed in.
#pragma once

#include <string>

#include "core/assess/assessment.h"

namespace usherwright {

/// For each pack: what it is, what is done before it travels, whom to ask first, a line for the receipt. Hurt ones differ. Local collection
/// rules stand above it.
std::string recyclingNote(const Plan& plan, const Assessment& assessment);

}  // namespace usherwright
