// The parts of an assessment that cost time: each is made when it is asked for.
#pragma once

#include <cstdint>

namespace usherwright {

/// Packs, limits, the connect window and which charger fits which pack are always there.
enum class Part : std::uint8_t {
  Ride = 1,      ///< the joined ride from the present charges
  Range = 2,     ///< full to the floor at the route's power
  Alone = 4,     ///< each pack alone, and the range from the present charges
  Charging = 8,  ///< the run of every charger on its pack
  Cures = 16     ///< every one-click cure carried out and judged: withCures() does it later
};

class Parts {
 public:
  constexpr Parts() = default;
  constexpr Parts(Part part) : bits_(static_cast<std::uint8_t>(part)) {}  // NOLINT: one part is a set of parts
  /// Everything that is simulated; cures are not carried out.
  static constexpr Parts runs() { return Parts(Part::Ride) | Part::Range | Part::Alone | Part::Charging; }
  static constexpr Parts all() { return runs() | Part::Cures; }
  constexpr bool has(Part part) const { return (bits_ & static_cast<std::uint8_t>(part)) != 0; }
  constexpr bool hasAll(Parts parts) const { return (bits_ & parts.bits_) == parts.bits_; }
  constexpr bool nothing() const { return bits_ == 0; }
  constexpr Parts operator|(Part part) const {
    Parts both;
    both.bits_ = static_cast<std::uint8_t>(bits_ | static_cast<std::uint8_t>(part));
    return both;
  }

 private:
  std::uint8_t bits_ = 0;
};

}  // namespace usherwright
