// What station Wiring says of the harness. No widgets.
#pragma once

#include <QString>

#include "core/assess/assessment.h"

namespace usherwright::app {

/// What drops from the pack that has the longest way, and where; a line each.
QString dropWords(const Figures& figures);

}  // namespace usherwright::app
