// What a part of the plan is called where people read.
#pragma once

#include <string>

namespace usherwright {

/// The name of a pack, cell or charger; its id while it has none.
template <class Part>
std::string shownName(const Part& part) {
  return part.name.empty() ? part.id : part.name;
}

}  // namespace usherwright
