// How much a plan may hold: the same for a file, an entry and an edit, so that what the window saves it can open.
#pragma once

#include <cstddef>
#include <type_traits>

#include "core/plan/plan.h"

namespace usherwright {

inline constexpr std::size_t mostPacks = 4;  ///< more do not meet at one joint
inline constexpr std::size_t mostEntries = 200;
inline constexpr std::size_t mostRecords = 20000;  ///< readings, and tests
inline constexpr std::size_t mostGroups = 2000;    ///< volts in one reading, loose cells included
inline constexpr std::size_t mostPlaces = 1000;    ///< cells of one kept layout
inline constexpr std::size_t mostCurvePoints = 500;
inline constexpr std::size_t mostRideRows = 200000;
inline constexpr std::size_t mostTrackPoints = 200000;
inline constexpr std::size_t mostOptions = 20;
inline constexpr std::size_t mostKept = 50;
inline constexpr std::size_t mostPhotos = 2000;
inline constexpr std::size_t mostTextBytes = 4000;
inline constexpr std::size_t mostUnknownKeys = 2000;
inline constexpr std::size_t mostUnknownBytes = 1u << 20;
inline constexpr std::size_t mostMarks = 200000;  ///< fields whose source is noted
inline constexpr std::size_t mostAccepted = 2000;

/// Points of a rest curve lie at least this far apart: closer ones are one reading twice, and slopes lose their digits.
inline constexpr double leastCurveStep = 1e-4;  // of the charge
inline constexpr double leastCurveRise = 1e-3;  // V
inline constexpr double lowestCellVolts = 0.5, highestCellVolts = 5.0;

/// How many entries a list of these may have.
template <class Entry>
constexpr std::size_t mostOf() {
  if constexpr (std::is_same_v<Entry, Pack>) return mostPacks;
  if constexpr (std::is_same_v<Entry, Reading> || std::is_same_v<Entry, CapacityTest> || std::is_same_v<Entry, ChargeRecord> ||
                std::is_same_v<Entry, Ride> || std::is_same_v<Entry, StepRecord> || std::is_same_v<Entry, LogEntry>)
    return mostRecords;
  if constexpr (std::is_same_v<Entry, CellPlace>) return mostPlaces;
  if constexpr (std::is_same_v<Entry, Option>) return mostOptions;
  if constexpr (std::is_same_v<Entry, KeptPack>) return mostKept;
  if constexpr (std::is_same_v<Entry, Photo>) return mostPhotos;
  return mostEntries;
}

}  // namespace usherwright
