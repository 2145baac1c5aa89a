// Random numbers for properties, shrinking towards the low end.
#pragma once

#include <rapidcheck.h>

namespace support {

inline double between(double low, double high) { return low + (high - low) * (*rc::gen::inRange(0, 100001)) / 100000.0; }

}  // namespace support
