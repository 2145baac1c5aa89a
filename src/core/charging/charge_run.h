// A charge over time: constant current (or constant power), then constant voltage, until the taper, a target or charge 1.
// No fixed steps: between the corners of the rest curve the circuit is linear and its solution is written down
// (two exponentials); what ends a piece is found on that solution.
#pragma once

#include <optional>
#include <vector>

#include "core/parts/chemistry.h"
#include "core/quantity/quantity.h"

namespace usherwright {

struct ChargeInput {
  RestCurve curve = RestCurve::typical(Chemistry::Nmc);
  int series = 1;
  Ohm cells;
  Ohm slow;
  Farad slowCapacitance;
  Ohm path;  ///< links, BMS, charge lead
  AmpereHour capacity;
  StateOfCharge start;
  Volt set;  ///< at the charger's own terminals
  Ampere current;
  Ampere stop{0.1};
  double efficiency = 0.88;
  StateOfCharge target{1.0};         ///< ends here, if it comes so far
  Known<Watt> power = std::nullopt;  ///< the charger gives no more than this
  bool tapers = true;                ///< false: it is not held by volts (nickel): constant current to the end
  double accepted = 1;               ///< share of the current that is stored: nickel and lead turn some of it to heat and gas
  friend bool operator==(const ChargeInput&, const ChargeInput&) = default;
};

struct ChargePoint {
  Second time;
  StateOfCharge soc;
  Ampere current;
};

enum class ChargeEnd : std::uint8_t { StopCurrent, Target, Full, TooLong };

struct ChargeRun {
  ChargeInput from;
  ChargeEnd cause = ChargeEnd::StopCurrent;
  Second end;
  bool full = false;  ///< ended at charge 1
  std::optional<Second> constantVoltageFrom;
  StateOfCharge socAtEnd;
  WattHour intoPack;  ///< at the charger's terminals
  WattHour mains;
  WattHour heat;                    ///< in the pack and the path
  Hour benchRule;                   ///< Ah missing to the target / A
  std::vector<ChargePoint> points;  ///< empty of a summary

  const ChargeInput& input() const { return from; }
  bool reachedTarget() const { return cause == ChargeEnd::Target || cause == ChargeEnd::Full; }
  /// Time to a charge, if it is reached; between points on a straight line. Not of a summary.
  std::optional<Second> timeTo(StateOfCharge soc) const;
  /// The charge after a time; from its end on the one that it ended at. Not of a summary.
  StateOfCharge socAt(Second time) const;
};

enum class ChargeRows : std::uint8_t { Summary, Rows };

/// Constant current until the terminals reach the set voltage, then constant voltage until the stop current, the target or
/// charge 1; at most 400 h. Requires capacity and current above 0. Method: models of chargers; same circuit as the discharge.
ChargeRun charge(const ChargeInput& input, ChargeRows rows = ChargeRows::Rows);

}  // namespace usherwright
