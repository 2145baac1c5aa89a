// What station Wiring says of the harness. No widgets.
#pragma once

#include <QString>

#include "core/assess/wiring_facts.h"

namespace usherwright::app {

/// What drops from the pack that has the longest way, and where; a line each.
QString dropWords(const Figures& figures);

/// What happens when a lead is chafed through: current, fuses, seconds, °C; what to choose while no lead is.
QString nickWords(const Plan& plan, const Figures& figures, const std::string& lead, std::uint32_t plugged);

/// The energy, the spark, what keeps it small.
QString switchOnWords(const SwitchOn& on);
/// Which half goes in last, and what a bus that does not come up means.
QString matingOrderWords(const Plan& plan, const SwitchOn& on);

}  // namespace usherwright::app
