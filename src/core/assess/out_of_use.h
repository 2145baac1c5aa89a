// The findings after which nothing else is said of a pack.
#pragma once

#include <string>

#include "core/assess/assessment.h"

namespace usherwright {

/// A Stop of PACK-09, PACK-15 or LOG-06: the pack is never charged or ridden again, or not before it is released.
inline bool endsUse(const Finding& f, const std::string& pack) {
  return f.severity == Severity::Stop && f.part == pack && (f.id == "PACK-09" || f.id == "PACK-15" || f.id == "LOG-06");
}

}  // namespace usherwright
