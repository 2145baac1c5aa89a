// How long a pack lasts, roughly: cycles by volts, depth and warmth, years by the calendar. Each factor has its own source and a
// band; together they say which habit counts, never on which day a pack is worn.
#pragma once

#include <string_view>

#include "core/parts/chemistry.h"
#include "core/quantity/quantity.h"

namespace usherwright {

struct LifeInput {
  Chemistry chemistry = Chemistry::Nmc;
  Volt belowFull;            ///< of a rested cell at its ceiling: how far under its charge voltage, ≥ 0
  double depth = 1;          ///< of a usual ride, share of the rated charge, 0 … 1
  Celsius warmth{25};        ///< of the cells, over the year
  double meanCharge = 0.5;   ///< share at which it stands most of the time
  double cyclesPerYear = 0;  ///< equivalent full ones
  double worn = 0.8;         ///< share of its rated charge at which it counts as worn
};

/// A figure with the band that its sources leave.
struct Banded {
  double low = 0, likely = 0, high = 0;
};

struct LifeEstimate {
  Banded cycles;                                   ///< equivalent full cycles to worn, by cycling alone
  Banded years;                                    ///< cycling and calendar together
  double byVolts = 1, byDepth = 1, byWarmth = 1;   ///< factors on the cycles
  double cyclingPerYear = 0, calendarPerYear = 0;  ///< share of the rated charge lost in a year
  Banded lossPerYear;                              ///< both together; its high end makes the low end of the years
};

/// Equivalent full cycles to 80 % of data sheets × 2 per 0.10 V per cell below full (to 0.2 V; nothing for lfp, lead and
/// nickel) × (1/depth)^0.5 × 0.7 per 10 K above 25 °C; calendar 2 % a year at 25 °C and half charge, doubled at full. Lead × 0.5
/// where it does not stand full.
LifeEstimate lifeOf(const LifeInput& input);

/// Equivalent full cycles to 80 % that data sheets of a chemistry state.
Banded sheetCycles(Chemistry chemistry);

}  // namespace usherwright
