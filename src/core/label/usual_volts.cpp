// Classes of packs, and what they are charged to.
#include "core/label/usual_volts.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace usherwright::label {

bool isFullVoltage(double volts) {
  if (isClassVoltage(volts)) return false;  // 72 V is five lead blocks when full, and far more often a class
  for (int s = 6; s <= 24; ++s)
    for (double per : {4.2, 3.65})
      if (std::abs(volts - per * s) < 0.051) return true;
  for (int blocks = 2; blocks <= 6; ++blocks)
    if (std::abs(volts - 14.4 * blocks) < 0.06 || std::abs(volts - 14.7 * blocks) < 0.06) return true;
  return false;
}

bool isClassVoltage(double volts) {
  static constexpr std::array plates{12.0, 24.0, 36.0, 43.0, 44.0, 48.0, 52.0, 60.0, 72.0};
  return std::find(plates.begin(), plates.end(), volts) != plates.end();
}

}  // namespace usherwright::label
