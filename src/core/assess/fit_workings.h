// Workings of rooms, layouts and strips.
#pragma once

#include <optional>
#include <string_view>

#include "core/assess/rules/rule.h"

namespace usherwright {

/// "holds", "strips", "box". Empty if the figure is not known.
std::optional<Working> fitWorking(const rules::Context& c, std::size_t pack, std::string_view which);

}  // namespace usherwright
