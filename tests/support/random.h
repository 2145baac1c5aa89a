// Random numbers for properties, shrinking towards the low end.
#pragma once

#include <rapidcheck.h>

#include <random>

namespace support {

inline double between(double low, double high) { return low + (high - low) * (*rc::gen::inRange(0, 100001)) / 100000.0; }

/// The same numbers on every machine: one draw a call.
class Seeded {
 public:
  explicit Seeded(unsigned seed) : engine_(seed) {}
  std::size_t below(std::size_t end) { return engine_() % end; }

 private:
  std::mt19937 engine_;
};

}  // namespace support
