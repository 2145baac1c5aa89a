// What kinds of quantity a person can type, the units of each, and how they are parsed and shown.
// Knows nothing of plans or fields.
#pragma once

#include <cstdint>
#include <span>
#include <string>
#include <string_view>

#include "core/quantity/problem.h"

namespace usherwright {

/// The kind of a typed quantity. The file unit is the one named in JSON keys.
enum class Kind : std::uint8_t {
  Voltage,
  Current,
  SmallCurrent,
  Charge,
  Energy,
  Resistance,
  PlainResistance,
  Capacitance,
  MicroCapacitance,
  Power,
  Length,
  SmallLength,
  Distance,
  Climb,
  Mass,
  CellMass,
  Duration,
  Minutes,
  Clock,
  Temperature,
  Price,
  Speed,
  Fraction,
  Plain,
  Drag,
  Angle,
  Count,
  Text,
  Choice,
  Flag,
  Wire,
  CellId,
  ConnectorId
};

enum class UnitSystem : std::uint8_t { Metric, Imperial };

/// A unit that may be typed: file value = typed · scale + offset.
struct Unit {
  std::string_view symbol;
  double scale = 1.0;
  double offset = 0.0;
};

/// Units understood for a kind; the first is the unit of the file.
std::span<const Unit> unitsOf(Kind kind);

/// The unit in which a kind is shown under a system of units.
Unit shownUnit(Kind kind, UnitSystem system);

bool isNumeric(Kind kind);

/// Reads a number with an optional unit: "54,6 V", "22", "1.2k". The result is in the file unit.
/// A bare number counts in the unit shown under `system`. Errors: not a number, a unit that belongs
/// elsewhere, "1,200" (thousand or decimal?), NaN and infinities.
Expected<double> parseQuantity(std::string_view text, Kind kind, UnitSystem system = UnitSystem::Metric);

/// "17:30" from minutes after midnight; whole days are dropped.
std::string formatClock(double minutes);

/// A value and a tolerance: "22±1A", "22 +/- 1 A". The tolerance is negative if none was typed.
struct Toleranced {
  double value = 0.0;
  double tolerance = -1.0;
};
Expected<Toleranced> parseToleranced(std::string_view text, Kind kind, UnitSystem system = UnitSystem::Metric);

/// A plain number, read without regard to the locale; a comma may be the decimal sign.
Expected<double> parseNumber(std::string_view text);

/// `digits` significant digits, no exponent for everyday sizes, no trailing zeros.
std::string formatNumber(double value, int digits = 3);

/// "54.6 V": a file value in the unit shown under `system`.
std::string formatQuantity(double fileValue, Kind kind, UnitSystem system = UnitSystem::Metric, int digits = 3);

/// The value alone, exact enough to be typed again, in the unit shown.
std::string formatForEntry(double fileValue, Kind kind, UnitSystem system);

std::string trimmed(std::string_view text);

}  // namespace usherwright
