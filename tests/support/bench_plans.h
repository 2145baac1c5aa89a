// Plans to commission at random.
#pragma once

#include <string>
#include <vector>

#include "support/plans.h"
#include "support/random.h"

namespace plans {

/// Plans of every method that joins, with one to four packs at charges of their own.
inline usherwright::Plan randomBench(support::Seeded& random) {
  static const std::vector<std::string> names{"ferry-path-library-trike", "quarry-town-folder", "allotment-barrow", "moor-tractor"};
  usherwright::Plan plan = withoutLog(example(names[random.below(names.size())]));
  plan.build = {};
  for (usherwright::Pack& p : plan.packs) p.soc = usherwright::StateOfCharge(0.25 + 0.007 * static_cast<double>(random.below(100)));
  if (plan.packs.size() == 2 && random.below(3) == 0) {
    plan.packs.push_back(plan.packs[random.below(2)]);
    plan.packs.back().id = "third";
    plan.packs.back().name = "third";
    if (random.below(2)) {
      plan.packs.push_back(plan.packs[random.below(2)]);
      plan.packs.back().id = "fourth";
      plan.packs.back().name = "fourth";
    }
  }
  return plan;
}

}  // namespace plans
