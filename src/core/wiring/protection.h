// Fuses, short currents, inrush and precharge.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/quantity/quantity.h"

namespace usherwright {

/// S·charge voltage over everything between the cells and the fuse.
Ampere prospectiveShort(Volt full, Ohm packResistance, Ohm toFuse);

/// A pack that feeds a short: never with its board (which may be what failed), never in the plan's cold.
struct ShortSource {
  Volt full;
  Ohm cells;              ///< at 25 °C, or measured (10 s) less the board
  bool measured = false;  ///< then the low estimate is × 0.6, else × 0.68 (warm, better than typical)
  Ohm path;               ///< links and own leads
};
/// What a fuse must be able to break: the larger of 1.25 × the typical short and the low estimate's.
struct ShortCurrents {
  Ampere typical;
  Ampere toBreak;
};
ShortCurrents shortThrough(const ShortSource& source, Ohm toFuse);

struct FuseFamily {
  std::string name;
  Volt dcVoltage;
  Ampere breaking;
  double carry = 1.10;          ///< multiple of the rating carried for as long as the peak lasts
  std::vector<Ampere> ratings;  ///< rising
};

struct FuseNeed {
  Ampere sustained, peak;
  Volt full;
  Ampere shortCurrent;
  Ampere wireRating, plugRating;
};

struct FuseChoice {
  std::optional<Ampere> rating;  ///< empty: none; then wire or plug must grow
  std::string family;
  std::vector<std::string> rejected;  ///< "blade_32V: voltage", sorted
};

/// Smallest rating ≥ 1.25 × sustained whose carry holds the peak, not above wire and plug, in a family whose DC
/// voltage and breaking capacity suffice.
FuseChoice chooseFuse(const FuseNeed& need, const std::vector<FuseFamily>& families);

struct Precharge {
  Ampere inrush;  ///< without precharge: V / loop resistance
  Joule stored;   ///< ½CV²
  Ohm least;      ///< V / make rating
  std::optional<Ohm> chosen;
  Second time;  ///< 5RC
  Ampere peak;
  Volt left;  ///< over the resistor after 5RC
};
struct PrechargeNeed {
  Volt bus;
  Farad capacitance;
  Ohm loop;
  Ampere makeRating{2};
  std::vector<Ohm> offered;  ///< rising
};
Precharge precharge(const PrechargeNeed& need);

}  // namespace usherwright
