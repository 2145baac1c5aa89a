// Reads what is printed on controllers, packs and chargers: candidates with the piece of text each came
// from, what else it could mean and which measurement settles it. Nothing is written anywhere.
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/quantity/quantity.h"

namespace usherwright {

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
  Layout
};
std::string_view labelMeaningWords(LabelMeaning meaning);

struct LabelCandidate {
  LabelMeaning meaning = LabelMeaning::NameplateVoltage;
  std::string piece;                 ///< the text it came from
  double value = 0.0;                ///< V, A, Ah, Wh or W; series count for a layout
  Known<double> tolerance;           ///< or parallel count for a layout
  std::vector<std::string> couldBe;  ///< for a nameplate: "13S nmc, full 54.6 V", …
  std::string settledBy;             ///< the measurement that decides; empty if nothing is open
  std::vector<double> readings;      ///< volts to be expected on the meter, most usual first
};

/// Reads one or more lines. Text that says nothing yields nothing; never an error.
std::vector<LabelCandidate> readLabel(std::string_view text);

/// The layouts sold under a nameplate voltage: chemistry and series count with full voltage.
struct NameplateOption {
  int series = 0;
  std::string chemistry;
  Volt full;
};
std::vector<NameplateOption> nameplateOptions(Volt nameplate);

}  // namespace usherwright
