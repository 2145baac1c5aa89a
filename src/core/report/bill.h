// What is still to be bought, against the budget; and what the owner is handed when the work is done.
#pragma once

#include <string>

#include "core/assess/assessment.h"
#include "core/quantity/date.h"

namespace usherwright {

/// Quotes and what the harness takes that is not at hand, with what has no price named and never counted as nothing; the sum against the
/// budget. Text.
std::string billOf(const Plan& plan, const Assessment& assessment);

/// For the owner: what it is, which charger belongs to which pack, how it is parted, every reading that was taken with its window, what was
/// passed over with its reason, whether it is released, what falls due. Text, without private things.
std::string handoverOf(const Plan& plan, const Assessment& assessment, Date today);

}  // namespace usherwright
