// Workings of one pack's figures; workings.h names them.
#pragma once

#include <optional>
#include <string>

#include "core/assess/rules/rule.h"

namespace usherwright {

/// "full", "label", "rated", "resistance", "peak", "sag" … of pack `k`; empty if the figure is not known.
std::optional<Working> packWorking(const rules::Context& context, std::size_t k, const std::string& what);

}  // namespace usherwright
