// Chargers of the household and packs that are put aside: on a dark evening what fits is plugged in.
#pragma once

#include <string>
#include <vector>

#include "core/plan/plan.h"

namespace usherwright {

/// A sentence for each pack that is put aside and described: "old rack pack, put aside: never with deck charger (+1.3 V per cell, and
/// its plug goes in); right by its volts: rack charger." And one for each of its own chargers that a pack on the bike may never have.
/// What is not known of charger or cells is said to be unknown. By printed figures, at the temperature at which the pack is charged;
/// amperes and barriers are judged where the pack is shown by itself.
std::vector<std::string> keptChargerWords(const Plan& plan);

}  // namespace usherwright
