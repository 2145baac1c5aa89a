// What the next owner is told: what was tested and when, what happened, what nobody knows.
#pragma once

#include <string>

#include "core/assess/assessment.h"

namespace usherwright {

/// Plain text, at most 100 columns, a block for each pack, then what goes with them. Nothing private; a pack that is out of use is not
/// offered. `today`: ages are counted to it.
std::string saleSheet(const Plan& plan, const Assessment& assessment, Date today);

}  // namespace usherwright
