// What a part of the plan is called where people read.
#pragma once

#include <string>

#include "core/quantity/text.h"
#include "core/quantity/units.h"

namespace usherwright {

/// The name of a pack, cell or charger; its id while it has none.
template <class Part>
std::string shownName(const Part& part) {
  return part.name.empty() ? part.id : part.name;
}

/// Whether a person means this part by these words: its id or its name, in capitals or not.
template <class Part>
bool isCalled(const std::string& words, const Part& part) {
  const std::string said = lowered(trimmed(words));
  return !said.empty() && (said == lowered(part.id) || said == lowered(trimmed(shownName(part))));
}

}  // namespace usherwright
