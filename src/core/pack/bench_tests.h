// What a meter on the bench tells about a pack: resistance from two loads, groups, capacity, the series count.
#pragma once

#include <string>
#include <vector>

#include "core/plan/plan.h"
#include "core/plan/usual.h"
#include "core/quantity/problem.h"

namespace usherwright {

/// Two loads, each held ten seconds.
struct TwoLoads {
  Volt first;
  Ampere firstCurrent;
  Volt second;
  Ampere secondCurrent;
};
struct TwoLoadResult {
  Ohm resistance;    ///< (V1 − V2)/(I2 − I1)
  Volt openCircuit;  ///< V1 + I1·R
  Volt sagAt(Ampere load) const { return load * resistance; }
  /// Largest power before the cut-off: Vx·(U − Vx)/R, Vx = max(Vcut, U/2).
  Watt peakPower(Volt cutoff) const;
  /// What can be drawn exactly at the cut-off: Vcut·(U − Vcut)/R.
  Watt powerAtCutoff(Volt cutoff) const;
};
/// Errors: currents that do not differ, a voltage that rises with the load.
Expected<TwoLoadResult> resistanceOf(const TwoLoads& loads);

enum class GroupVerdict : std::uint8_t { Even, Apart, Reject };
struct GroupCheck {
  Volt spread;  ///< highest − lowest
  Volt median;
  std::size_t lowest = 0, highest = 0, deviating = 0;  ///< indices from 0; deviating = furthest from the median
  std::vector<std::size_t> byDeviation;                ///< all groups, furthest first
  std::vector<AmpereHour> missing;                     ///< against the highest, by the curve at both voltages
  AmpereHour missingAgainstHighest;                    ///< of the lowest group
  AmpereHour missingAgainstMedian;
  Known<Hour> balanceTime;  ///< missing Ah over the balance current
  GroupVerdict verdict = GroupVerdict::Even;
  std::string sentence;
};
struct GroupInput {
  std::vector<Volt> groups;
  RestCurve curve = RestCurve::typical(Chemistry::Nmc);
  AmpereHour capacity;  ///< of a whole group (the pack's Ah); of one cell for loose cells
  Known<MilliAmpere> balance;
  bool loose = false;  ///< cells before joining
  bool flat = false;   ///< lfp: between 20 and 90 % a few millivolts are much charge
};
/// Spread above 20 mV = apart, above 100 mV = reject, for loose cells (on a flat curve 5 and 30 mV); groups of a pack: 30
/// and 100 mV.
/// Errors: fewer than two readings.
Expected<GroupCheck> checkGroups(const GroupInput& input);

/// Reads pasted volts: numbers parted by spaces, commas (with points as decimals), semicolons or lines. "3,742" in
/// columns of decimal commas is understood when parted by spaces, semicolons or lines. Values above 1000 count as mV.
/// Errors name the piece that is no voltage.
Expected<std::vector<Volt>> readVolts(std::string_view text);

struct CapacityInput {
  std::vector<CapacityTest> tests;  ///< oldest first
  int parallel = 1;
  AmpereHour rated;  ///< of the pack
  Chemistry chemistry = Chemistry::Nmc;
  Known<MilliOhm> expectedResistance;  ///< of a sound pack
};
struct CapacityVerdict {
  AmpereHour measured;     ///< put back × 0.99 (lead 0.85, nimh 0.70)
  double health = 0.0;     ///< measured / rated
  double worn = 0.0;       ///< 1 − health
  int stringsByRatio = 0;  ///< nearest k for which health is within 0.04 of (P − k)/P
  int lostStrings = 0;     ///< the same, with a sudden fall or a risen resistance beside it
  bool canTell = false;
  std::string sentence;
};
/// The last test judged, the one before it for a sudden fall. Errors: no test.
Expected<CapacityVerdict> judgeCapacity(const CapacityInput& input);

/// Layouts that a pack could be, and what readings say about each.
struct SeriesReading {
  Known<Volt> restedFull;  ///< at the plug, fresh from the charger, rested
  Known<Volt> rested;      ///< at any charge
  Known<Volt> charger;     ///< charger's no-load output on the meter, or as labelled
  double meterAccuracy = usual::meterAccuracy.value();
};
enum class CandidateState : std::uint8_t { Open, Fits, Excluded };
struct SeriesCandidate {
  int series = 0;
  Chemistry chemistry = Chemistry::Nmc;
  CandidateState state = CandidateState::Open;
  std::string why;
};
struct SeriesVerdict {
  std::vector<SeriesCandidate> candidates;
  int settled = -1;         ///< index, −1 while more than one is left
  std::string sentence;     ///< what is known now
  std::string nextReading;  ///< what would settle it; empty if it is settled
};
/// Nameplate → candidates → what the readings leave. Without a nameplate every usual layout is tried.
SeriesVerdict settleSeries(Known<Volt> nameplate, const SeriesReading& readings);

/// S × P of an unopened pack from its label: P = Ah of the pack over Ah of one cell, S from the settled volts.
struct LayoutGuess {
  int series = 0;
  int parallel = 0;
  double off = 0.0;  ///< how far the label's Ah are from P cells, as a share
};
/// Errors: neither Ah nor Wh on the label, no P that comes within 15 %.
Expected<LayoutGuess> layoutFromLabel(const Pack& pack, AmpereHour cell, int series, Chemistry chemistry);

}  // namespace usherwright
