// A ride as a logger wrote it, made into one entry of the log: what left the packs, how far, how high, how long.
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/log/ride_learn.h"
#include "core/plan/plan.h"
#include "core/quantity/problem.h"

namespace usherwright {

inline constexpr std::size_t mostRideBytes = 64 << 20;

struct RideFile {
  Ride ride;                       ///< what the file says for certain; the rest stays not known
  std::vector<std::string> said;   ///< what was left out, mended or not understood, a sentence each
  std::vector<PowerMoment> power;  ///< volts and amperes, out of the packs, of every moment that has both
};

/// A GPX track (volts and amperes in its extensions) or a table: a line of column names, then a row for each moment; comma, semicolon or
/// tab between. Columns are known by their words and units: time (seconds, hours:minutes:seconds, a day with a time), volts, amperes,
/// watts, km or an odometer, speed, latitude, longitude, height, air. Energy is the trapezoid of volts × amperes. Watts count only where
/// the column or volts beside it say that they are the battery's: a rider's watts are no use of the packs. Amperes below zero are going
/// back in; where most are below zero the sign is turned, and said. A hole of more than a minute is not bridged: with more than 2 % of
/// the time in holes the energy is not known. Rows that cannot be read are left out and counted.
/// Errors name the line: no column that says anything of a ride, time that runs back, one row in ten unreadable, too much of anything.
Expected<RideFile> readRideFile(std::string_view file);

}  // namespace usherwright
