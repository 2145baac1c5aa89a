// Workings of the harness: a lead, a way, a nick, switching on; workings.h names them.
#pragma once

#include <optional>
#include <string>

#include "core/assess/rules/rule.h"

namespace usherwright {

/// "lead/<lead>", "way/<pack>", "nick/<lead>", "switch-on"; empty for any other id and while the figure is not known.
std::optional<Working> wiringWorking(const rules::Context& context, const std::string& id);

}  // namespace usherwright
