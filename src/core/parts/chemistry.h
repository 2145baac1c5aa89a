// Cell chemistries: voltages, windows and the rest-voltage curve of each.
// A cell may bring its own curve; that is handled where the cell is used.
#pragma once

#include <array>
#include <cstdint>
#include <string_view>
#include <vector>

#include "core/quantity/quantity.h"

namespace usherwright {

enum class Chemistry : std::uint8_t { Nmc, Lipo, Lmo, Lfp, Lead, Nimh };

struct ChemistryFacts {
  Chemistry kind = Chemistry::Nmc;
  std::string_view name;
  Volt charge;  ///< per cell, at full charge
  Volt nominal;
  Volt minimumUnderLoad;
  StateOfCharge storageFrom;
  StateOfCharge storageTo;
  Celsius chargeFrom;
  Celsius chargeTo;
  Celsius dischargeFrom;
  Celsius dischargeTo;
  Volt absoluteMinimum;  ///< no group may go below this with one barrier failed
  Volt rejectBelow;      ///< a group read below this is never charged again; 0: not stated
};

const ChemistryFacts& factsOf(Chemistry chemistry);

/// The charge voltage that boards and chargers of a chemistry are made for: 4.20, 3.65, 2.42, 1.45 V.
bool isSameChargeClass(Chemistry a, Chemistry b);

/// Lithium chemistries need a BMS that senses every group.
bool isLithium(Chemistry chemistry);

struct CurvePoint {
  StateOfCharge soc;
  Volt voltage;
  friend bool operator==(const CurvePoint&, const CurvePoint&) = default;
};

/// Rest voltage of one cell over state of charge, linear between points by definition.
/// Defined on 0…1 only; strictly rising points.
class RestCurve {
 public:
  /// `points` must have at least two rising entries from soc 0 to soc 1.
  explicit RestCurve(std::vector<CurvePoint> points);
  static RestCurve typical(Chemistry chemistry);

  /// Clamped to the ends outside 0…1 (a pack at 0 is empty and has left by then).
  Volt at(StateOfCharge soc) const;
  /// The charge at which a rested cell shows `voltage`; 0 below the curve, 1 above it.
  StateOfCharge inverse(Volt voltage) const;
  /// Index of the piece that holds `soc`, 0 … pieceCount()−1; at a joint the lower piece.
  int piece(double soc) const;
  int pieceCount() const { return static_cast<int>(points_.size()) - 1; }
  const std::vector<CurvePoint>& points() const { return points_; }
  friend bool operator==(const RestCurve&, const RestCurve&) = default;

 private:
  std::vector<CurvePoint> points_;
};

/// Resistance factor of the cell at a temperature, 1 at 25 °C; the end value holds outside −10…40 °C.
double resistanceFactor(Celsius cell);
/// Usable-capacity factor of the cell at a temperature, 1 at 25 °C.
double capacityFactor(Celsius cell);
bool isOutsideFactorTable(Celsius cell);

}  // namespace usherwright
