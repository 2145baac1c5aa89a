// Random packs to join, and what left their cells, for laws of joined rides.
#pragma once

#include <string>

#include "core/joining/discharge.h"

namespace support {

/// Anywhere within what is built: 4 to 25 Ah, a quarter to all charged; one in four without a slow part.
usherwright::Source randomPack(int index);

/// Wh that left the cells between two charges, before any resistance: ∫ S·U(s)·Q ds, exactly, piece by piece of the curve.
double openCircuitWork(const usherwright::Source& source, usherwright::StateOfCharge from, usherwright::StateOfCharge to);

/// The balance of a run, in Wh: what left the cells, less all heat up to the bus and what the slow parts still hold.
struct Balance {
  double work = 0, heat = 0, stored = 0;
  double expectedAtBus() const { return work - heat - stored; }
};
Balance balanceOf(const usherwright::DischargeRun& run);

}  // namespace support
