// Which packs a new charger is put to.
#pragma once

#include "core/plan/plan.h"

namespace usherwright {

/// Puts a charger that serves no pack to all packs without one for which its output is right by volts; else to the first
/// pack without one: it is judged against it. Does nothing where every pack has one.
Plan withChargerPut(const Plan& plan, std::size_t charger);

}  // namespace usherwright
