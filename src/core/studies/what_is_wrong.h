// A pack of the plan as the question what is wrong with it is put: its model, the load of the tests, what it carries of it.
#pragma once

#include "core/assess/assessment.h"
#include "core/log/faults.h"

namespace usherwright {

/// The load is the sustained one of the plan, 10 A while nobody knows it, at least 5 A: less tells little. The share is that of one over
/// its resistance to the joint among all packs.
FaultSetup faultSetupOf(const Assessment& assessment, std::size_t pack);

}  // namespace usherwright
