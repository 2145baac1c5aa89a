// The drawings of station Joining beside the basins: methods, pairs of parts, readings before a plug, subsets, turns, gauge, sharing,
// spread, live ends.
#pragma once

#include "core/assess/joining_facts.h"
#include "core/drawing/joining/joining_drawings.h"
#include "core/joining/sharing.h"
#include "core/joining/spread.h"
#include "core/studies/joining_studies.h"
#include "core/studies/pairs.h"

namespace usherwright::drawing {

struct MethodWords {
  std::string name, when;  ///< "One-way joiner", "the fuller pack leads"
};
/// The methods with their circuits, and what each forbids, loses and reaches here. Parts "method/<i>". `words` in the order
/// of `methods`.
Drawing methodTable(const std::vector<MethodFigures>& methods, const std::vector<MethodWords>& words, const Plan& plan, Size size);

/// Every part against every pack. Parts "pair/<row>/<pack>".
Drawing pairTable(const PairTable& table, Size size);
/// Pixels that its rows need at least.
double pairTableHeight(const PairTable& table);

struct MeterReading {
  std::string name;
  Volt volts;         ///< rested, at the plug
  bool read = false;  ///< else by its charge
};
/// The packs' volts on one scale with the window below the fuller one; then the gap of the two that meet, with its doubt.
Drawing meetingGauge(const MeetingFigures& meeting, const std::vector<MeterReading>& readings, Size size);

/// How far each subset of the packs gets, and its narrows; the worst is marked. Parts "subset/<i>".
Drawing subsetBars(const SubsetStudy& study, Size size);

/// Each order of use: who gives the amperes along the ride, how far, what is left at half way, the hardest C-rate.
Drawing policyTable(const std::vector<PolicyFigures>& policies, const std::vector<std::string>& names,
                    const std::vector<std::string>& packs, Policy chosen, Size size);

/// Gauge and truth over the ride, where the gauge lies most marked.
Drawing gaugeOverRide(const Subject& subject, Size size);

/// Charge of every logged row over Ah, with the lines of the stories.
Drawing sharingRows(const SharingVerdict& verdict, const SharingInput& input, Size size);

/// Bands of the end, the knees, the peaks and what stays behind, with the plan's own run as a mark.
Drawing spreadBands(const Spread& spread, const DischargeRun& own, const std::vector<std::string>& packs, Size size);

/// Packs, plugs, joint and controller in a state of the plugs; bare ends that are live are marked. Parts "plug/<k>",
/// "plug/output".
Drawing liveEndsMap(const Subject& subject, const PlugState& state, Size size);

}  // namespace usherwright::drawing
