// Readings of every group of a pack at rest, and what of the charge that is put in stays there.
#pragma once

#include <algorithm>
#include <vector>

#include "core/plan/pack.h"

namespace usherwright {

/// By then the slow part of the sag has gone.
inline constexpr Minute restedEnough{30};

/// Every group was read, at rest as far as anybody said.
inline bool isRestedLadder(const Reading& r) {
  return r.of == ReadingOf::Groups && r.groups.size() > 1 && (!r.rested || *r.rested >= restedEnough);
}

/// The one in the middle; of an even count the upper of the two. Requires one.
inline Volt middleOf(std::vector<Volt> volts) {
  const auto middle = volts.begin() + static_cast<std::ptrdiff_t>(volts.size() / 2);
  std::nth_element(volts.begin(), middle, volts.end());
  return *middle;
}

/// Of the Ah put back from empty to full (coulombic efficiency).
constexpr double storedShare(Chemistry chemistry) {
  return chemistry == Chemistry::Lead ? 0.85 : chemistry == Chemistry::Nimh ? 0.70 : 0.99;
}

}  // namespace usherwright
