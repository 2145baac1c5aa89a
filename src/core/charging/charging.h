// Charger against pack: does the voltage fit, which limit holds the current. How long it takes: charge_run.h.
#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "core/parts/chemistry.h"
#include "core/quantity/quantity.h"

namespace usherwright {

enum class ChargeVerdict : std::uint8_t { Right, Partial, Stop };
std::string_view chargeVerdictWord(ChargeVerdict verdict);

/// Volts of a charger's output per cell above (+) or below (−) the charge voltage.
Volt excessPerCell(Volt output, int series, const ChemistryFacts& cells);

/// What a charger puts out at `at`: one for lead that follows the warmth gives 3 mV less per cell and K above 25 °C, more below; any
/// other, and at a warmth that nobody knows, what is printed.
Volt givenAt(Volt printed, bool follows, int series, const ChemistryFacts& cells, Known<Celsius> at);

/// By volts alone. Above +0.02 V per cell stop, down to −0.10 V right, lower partial; lead: right from 2.38 to 2.50 V per cell
/// (cyclic, 25 °C, −3.5 mV/K at `at`, the cells' own), stop above. nimh is charged by current until its voltage dips: volts say
/// nothing, always right.
ChargeVerdict verdictOn(Volt output, int series, const ChemistryFacts& cells, Known<Celsius> at);
/// The highest output that is not yet a stop; far away for nimh. Lead: less when warmer than 25 °C, never more when colder (it warms while
/// it is charged).
Volt highestOutput(int series, const ChemistryFacts& cells, Known<Celsius> at);

/// The charge at which the pack rests at the charger's voltage, at most 1; empty when the verdict is Stop.
std::optional<StateOfCharge> socReached(Volt output, int series, const RestCurve& curve, const ChemistryFacts& cells, Known<Celsius> at);

/// One limit on the charge current, named.
struct CurrentLimit {
  std::string element;  ///< "port", "lead", "bms", "cells", "fuse"
  std::string_view shown() const { return element == "bms" ? std::string_view("BMS") : std::string_view(element); }
  Ampere limit;
};
/// The smallest; the first listed wins a tie. Empty if there is none.
std::optional<CurrentLimit> smallestLimit(const std::vector<CurrentLimit>& limits);

bool mayChargeAt(Celsius temperature, const ChemistryFacts& cells);

}  // namespace usherwright
