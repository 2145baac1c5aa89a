// Which stations the tasks of the plan need, and why the others can be skipped.
#pragma once

#include <string_view>
#include <vector>

#include "core/plan/fields.h"

namespace usherwright {

struct StationNeed {
  Station station = Station::Bike;
  bool needed = true;
  std::string_view why;
};
/// In working order. Tasks merge: a station that one of them needs is needed. Without a task all are.
std::vector<StationNeed> stationsFor(const Plan& plan);

}  // namespace usherwright
