// A logger's table as moments. Private to reading rides.
#pragma once

#include <array>
#include <string>
#include <string_view>
#include <vector>

#include "core/io/ride_columns.h"
#include "core/plan/plan.h"
#include "core/quantity/problem.h"

namespace usherwright {

inline constexpr std::size_t rideColumnCount = static_cast<std::size_t>(RideColumn::UsedEnergy) + 1;

/// What a logger wrote of one moment, in the units of rides: s from the first one, V, A, W, km, km/h, degrees, m, °C, Ah, Wh.
struct Moment {
  std::array<Known<double>, rideColumnCount> values;
  Known<double>& operator[](RideColumn c) { return values[static_cast<std::size_t>(c)]; }
  const Known<double>& operator[](RideColumn c) const { return values[static_cast<std::size_t>(c)]; }
  /// What no pack and no bicycle shows is not known.
  void sift();
};
struct Moments {
  std::vector<Moment> all;
  std::array<bool, rideColumnCount> has{};
  std::string when;  ///< YYYY-MM-DD, empty if not known
  bool holds(RideColumn c) const { return has[static_cast<std::size_t>(c)]; }
};

inline constexpr double secondsPerDay = 86400;

/// Errors and forms: readRideFile(). `said` takes what was left out.
Expected<Moments> readRideTable(std::string_view file, std::vector<std::string>& said);

}  // namespace usherwright
