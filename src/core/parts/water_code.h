// The two figures by which a case says what it keeps out: degrees of protection, IEC 60529 (and 9K of ISO 20653).
#pragma once

#include <string>
#include <string_view>

#include "core/quantity/problem.h"

namespace usherwright {

struct WaterCode {
  std::string code;         ///< "IP65"
  int dust = -1;            ///< 0 … 6; −1: X, not stated
  int water = -1;           ///< 0 … 9
  std::string dustWords;    ///< "no dust gets in"
  std::string waterWords;   ///< "water jets from a hose, not under water"
  bool rain = false;        ///< a ride in rain, spray from the wheel
  bool hose = false;        ///< a hose without pressure from close by
  bool underWater = false;  ///< for half an hour
};
/// "IP65", "ip x4", "IP 67", "IPX5/IPX7" (the last that is said of it counts for immersion, the first for jets), letters behind the
/// figures are let be. Errors: no such code, a figure that the standard has not.
Expected<WaterCode> readWaterCode(std::string_view text);

/// What a code does not say, for a bike: of the closed case as it was tested, new, with every cap on.
std::string_view waterCodeCaution();

}  // namespace usherwright
