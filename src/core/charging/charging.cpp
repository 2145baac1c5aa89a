// Charger match.
#include "core/charging/charging.h"

#include <algorithm>

namespace usherwright {
namespace {

const Volt stopAbove(0.02), partialBelow(0.10);  // per cell, around the charge voltage
const Volt leadLeast(2.38), leadHighest(2.50);   // per cell, cyclic, 25 °C
constexpr double leadPerKelvin = -3.5e-3;        // V per cell and K from 25 °C: gassing begins at less when warm
constexpr double followed = -3e-3;               // V per cell and K from 25 °C: of chargers that follow the warmth of lead cells
constexpr double rounding = 1e-6;                // of a voltage: what equals a limit keeps it

Volt shifted(Volt perCell, Known<Celsius> at) { return perCell + Volt(leadPerKelvin * (at.value_or(Celsius(25)).value() - 25)); }

}  // namespace

std::string_view chargeVerdictWord(ChargeVerdict verdict) {
  switch (verdict) {
    case ChargeVerdict::Right: return "right";
    case ChargeVerdict::Partial: return "partial";
    case ChargeVerdict::Stop: return "stop";
  }
  return "";
}

Volt excessPerCell(Volt output, int series, const ChemistryFacts& cells) { return output / static_cast<double>(series) - cells.charge; }

Volt givenAt(Volt printed, bool follows, int series, const ChemistryFacts& cells, Known<Celsius> at) {
  if (!follows || !at || cells.kind != Chemistry::Lead) return printed;
  return printed + Volt(followed * (at->value() - 25) * series);
}

Volt highestOutput(int series, const ChemistryFacts& cells, Known<Celsius> at) {
  if (cells.kind == Chemistry::Nimh) return Volt(1e6);
  return (cells.kind == Chemistry::Lead ? std::min(leadHighest, shifted(leadHighest, at)) : cells.charge + stopAbove) * series *
         (1 + rounding);
}

ChargeVerdict verdictOn(Volt output, int series, const ChemistryFacts& cells, Known<Celsius> at) {
  if (cells.kind == Chemistry::Nimh) return ChargeVerdict::Right;
  if (output > highestOutput(series, cells, at)) return ChargeVerdict::Stop;
  const Volt least = cells.kind == Chemistry::Lead ? shifted(leadLeast, at) : cells.charge - partialBelow;
  return output >= least * series * (1 - rounding) ? ChargeVerdict::Right : ChargeVerdict::Partial;
}

std::optional<StateOfCharge> socReached(Volt output, int series, const RestCurve& curve, const ChemistryFacts& cells, Known<Celsius> at) {
  if (verdictOn(output, series, cells, at) == ChargeVerdict::Stop) return std::nullopt;
  return curve.inverse(output / static_cast<double>(series));
}

std::optional<CurrentLimit> smallestLimit(const std::vector<CurrentLimit>& limits) {
  const auto found =
      std::min_element(limits.begin(), limits.end(), [](const CurrentLimit& a, const CurrentLimit& b) { return a.limit < b.limit; });
  if (found == limits.end()) return std::nullopt;
  return *found;
}

bool mayChargeAt(Celsius temperature, const ChemistryFacts& cells) {
  return temperature >= cells.chargeFrom && temperature <= cells.chargeTo;
}

}  // namespace usherwright
