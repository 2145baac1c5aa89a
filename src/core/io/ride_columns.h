// What a column of a logger's table means, by the words and the unit of its name. Private to reading rides.
#pragma once

#include <cstdint>
#include <string_view>

namespace usherwright {

enum class RideColumn : std::uint8_t {
  Unknown,
  Time,
  Volts,
  Amperes,
  BatteryWatts,  ///< said to be the battery's
  Watts,         ///< of whom is not said
  RiderWatts,
  Distance,
  Odometer,
  Speed,
  Latitude,
  Longitude,
  Height,
  Air,
  UsedCharge,  ///< Ah, a counter
  UsedEnergy,  ///< Wh, a counter
};

struct RideColumnMeaning {
  RideColumn what = RideColumn::Unknown;
  double scale = 1;  ///< to s, V, A, W, km, km/h, degrees, m, °C, Ah, Wh
};

/// Of "Battery voltage (mV)", "current_A", "speed [mph]", "Spannung": whole words only.
RideColumnMeaning meaningOfColumn(std::string_view name);

}  // namespace usherwright
