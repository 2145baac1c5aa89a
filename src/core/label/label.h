// Reads what is printed on the parts of a bike: every value with the piece of text that it came from, what it means, how sure
// that is and why; what was not understood beside it. Nothing is written anywhere.
//
// Sure is only what a second thing agrees with: a word beside the value, the form of that kind of label, or arithmetic. All
// readings of the text that cannot be told apart have to agree. Damaged print, and what contradicts itself, is asked about.
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/quantity/quantity.h"

namespace usherwright {

/// What the label is stuck on.
enum class LabelSubject : std::uint8_t { Controller, Pack, Charger, Cell, Board, Motor, Fuse, Joiner, Converter, Accessory, Capacitor };
inline constexpr std::size_t labelSubjectCount = 11;
std::string_view labelSubjectWords(LabelSubject subject);
/// "bms" and the words of labelSubjectWords(); empty for anything else.
Known<LabelSubject> labelSubjectFrom(std::string_view word);

enum class LabelMeaning : std::uint8_t {
  CurrentLimit,
  Cutoff,
  InputMaximum,
  NameplateVoltage,
  ChargerVoltage,
  ChargerCurrent,
  MainsVoltage,
  MainsCurrent,
  Capacity,
  Energy,
  Power,
  ChargeVoltage,
  ChargeCurrent,
  ContinuousCurrent,
  ShortCurrent,
  BalanceCurrent,
  Resistance,
  SeriesCount,
  ParallelCount,
  CellSize,
  ChemistryName,
  FuseRating,
  FuseVoltage,
  FuseAcVoltage,
  BreakingCapacity,
  CapacitorVoltage,
  Capacitance,
  HighCut,
  LowCut,
  FloatVoltage,
  ReleaseVoltage,
  BalanceVoltage,
  PhaseCurrent,
  RegenCurrent,
  JoinerCurrent,
  JoinerVoltage,
  ForwardVoltage,
  ConverterInput,
  ConverterOutput,
  ConverterCurrent,
  AccessoryMaximum,
  AccessoryCurrent,
  Speed,
  Temperature,
  Port,
  CRate,
  SignalVoltage,
  Frequency
};
inline constexpr std::size_t labelMeaningCount = 48;
std::string_view labelMeaningWords(LabelMeaning meaning);
/// The unit of a meaning's values as printed by `label`: "V", "A", "Ah", "Wh", "W", "mΩ", "µF", "1/min", "°C", "Hz", "" .
std::string_view labelMeaningUnit(LabelMeaning meaning);

/// Sure is entered by one key; likely when confirmed; what has to be asked says what would settle it.
enum class Standing : std::uint8_t { Sure, Likely, Ask };
std::string_view standingWords(Standing standing);

struct LabelValue {
  LabelMeaning meaning = LabelMeaning::NameplateVoltage;
  Standing standing = Standing::Ask;
  std::string piece;                 ///< the text it came from
  double value = 0.0;                ///< in labelMeaningUnit(); upper end of a range; chemistry's place; 0 common, 1 separate port
  Known<double> low;                 ///< lower end of a range
  Known<double> tolerance;           ///< absolute
  std::string reason;                ///< why it is read so, or what is in doubt
  std::string settledBy;             ///< what would settle it; empty if it is sure
  std::vector<std::string> couldBe;  ///< for a class of volts: "13S nmc, full 54.6 V", …
  std::vector<double> readings;      ///< volts to be expected on a meter, most usual first
};

/// A piece with a figure that says nothing to the reader, and why.
struct LabelLeftover {
  std::string piece;
  std::string reason;
};

struct LabelReading {
  Known<LabelSubject> subject;  ///< what it seems to be stuck on, or what was said
  double subjectSureness = 0;   ///< 0 … 1; 1 if it was said
  std::vector<LabelValue> values;
  std::vector<LabelLeftover> leftovers;
};

/// Several labels in one text, divided by empty lines, in order; the whole text if there are none.
std::vector<std::string_view> labelsIn(std::string_view text);

/// Reads one or more lines of any bytes, at most the first 6000 bytes of them. `subject` overrules what the text says.
LabelReading readLabel(std::string_view text, Known<LabelSubject> subject = std::nullopt);

}  // namespace usherwright
