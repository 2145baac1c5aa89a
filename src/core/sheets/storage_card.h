// The card that hangs on a pack while it stands: how full, which volts say so, what to unplug, when to look again.
#pragma once

#include <string>

#include "core/assess/assessment.h"

namespace usherwright {

/// Plain text, at most 78 columns, a card for each pack. A pack with an open accident gets its warning and nothing else.
std::string storageCards(const Plan& plan, const Assessment& assessment, Date today);

}  // namespace usherwright
