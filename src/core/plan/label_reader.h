// Reads what is printed on controllers, packs, chargers, cells, boards and motors: candidates with the piece of text
// each came from, what else it could mean and which measurement settles it. Nothing is written anywhere.
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/parts/chemistry.h"
#include "core/quantity/quantity.h"

namespace usherwright {

struct Plan;

/// What the label is stuck on.
enum class LabelSubject : std::uint8_t { Controller, Pack, Charger, Cell, Board, Motor };
std::string_view labelSubjectWords(LabelSubject subject);

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
  Layout,
  ChargeVoltage,
  ChargeCurrent,
  ContinuousCurrent,
  ShortCurrent,
  BalanceCurrent,
  Resistance,
  SeriesCount,
  CellSize,
  ChemistryName
};
std::string_view labelMeaningWords(LabelMeaning meaning);

struct LabelCandidate {
  LabelMeaning meaning = LabelMeaning::NameplateVoltage;
  std::string piece;                 ///< the text it came from
  double value = 0.0;                ///< V, A, Ah, Wh, W or mΩ; series count for a layout; size number; chemistry's place
  Known<double> tolerance;           ///< or parallel count for a layout
  std::vector<std::string> couldBe;  ///< for a nameplate: "13S nmc, full 54.6 V", …; two or more = ambiguous
  std::string settledBy;             ///< the measurement that decides; empty if nothing is open
  std::vector<double> readings;      ///< volts to be expected on the meter, most usual first
  bool isOpen() const { return !settledBy.empty(); }
};

/// What the text itself says it is stuck on; empty if it does not say.
Known<LabelSubject> labelSubjectOf(std::string_view text);

/// Reads one or more lines. `subject` overrules what the text says. Text that says nothing yields nothing; never an error.
std::vector<LabelCandidate> readLabel(std::string_view text, Known<LabelSubject> subject = std::nullopt);

/// The layouts sold under a nameplate voltage: chemistry and series count with full voltage.
struct NameplateOption {
  int series = 0;
  std::string chemistry;
  Volt full;
  Chemistry kind = Chemistry::Nmc;
};
std::vector<NameplateOption> nameplateOptions(Volt nameplate);

/// The part of the plan that a label belongs to.
struct LabelPlace {
  LabelSubject subject = LabelSubject::Controller;
  std::size_t index = 0;  ///< of the pack (also for its board and cell) or charger
};
/// A field to write, as typed text.
struct LabelTarget {
  std::string pointer;
  std::string text;
};
/// The fields that a candidate fills at a place; empty if it has none there, or if it is still open.
std::vector<LabelTarget> labelTargets(const LabelCandidate& candidate, const Plan& plan, const LabelPlace& place);

}  // namespace usherwright
