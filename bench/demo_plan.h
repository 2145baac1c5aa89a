// The demo plan for benchmarks.
#pragma once

#include <fstream>
#include <sstream>

#include "core/io/plan_json.h"

namespace bench {

inline usherwright::Plan demoPlan() {
  std::ifstream file(USHERWRIGHT_SOURCE_DIR "/data/examples/ferry-path-library-trike.uwplan");
  std::ostringstream text;
  text << file.rdbuf();
  auto plan = usherwright::readPlan(text.str());
  usherwright::ensure(plan.has_value(), "the demo is a sound plan");
  return *plan;
}

}  // namespace bench
