// Plans that a careful engineer would pass: every shape, chemistry and way of joining, one to four packs.
#pragma once

#include <string>
#include <vector>

#include "core/plan/plan.h"

namespace plans {

struct SoundPlan {
  std::string name;
  usherwright::Plan plan;
};
/// Each of them without a Stop and with at most three Minds.
std::vector<SoundPlan> soundPlans();

}  // namespace plans
