// What to do after a pack fell, got wet, was shorted, swells, smells or got hot: one protocol, and what each kind adds.
#pragma once

#include <string>
#include <vector>

#include "core/plan/log_book.h"

namespace usherwright {

/// In their order, one sentence or two each. Lithium cells: a hurt one can run away hours or days later. Local rules and the fire
/// service stand above it.
std::vector<std::string> accidentProtocol(LogEvent what);

}  // namespace usherwright
