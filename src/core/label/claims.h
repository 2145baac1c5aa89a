// Checks a quoted range, time, life, power or cell capacity: what it would mean in Wh/km, watts, amperes, cycles or
// Wh per litre, and whether that can be.
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/plan/plan.h"
#include "core/quantity/problem.h"

namespace usherwright {

enum class ClaimKind : std::uint8_t { Range, Time, Power, Cycles, Years, CellCapacity };
enum class Plausibility : std::uint8_t { Plausible, OnlyWithPedalling, Implausible, CannotTell };
std::string_view plausibilityWords(Plausibility plausibility);

/// What the bike really has and needs; empty where the plan does not know.
struct ClaimBasis {
  Known<WattHour> energy;                     ///< of all packs, by label
  Known<WattHourPerKilometre> perKilometre;   ///< with the usual help of the rider
  Known<WattHourPerKilometre> pedallingHard;  ///< at 15 km/h on the flat with 150 W from the rider
  Known<Watt> meanPower;                      ///< while riding as usual
  Known<Volt> nominal;
  Known<Volt> full;
  Known<Ampere> limit;  ///< of the controller, with its tolerance
  Chemistry chemistry = Chemistry::Nmc;
  Known<Kilometre> perYear;
};

struct ClaimVerdict {
  ClaimKind kind = ClaimKind::Range;
  double value = 0.0;    ///< km, h, W, cycles, years or Ah
  std::string piece;     ///< the text it came from
  double implied = 0.0;  ///< Wh/km, W, A, cycles or Wh per litre
  std::string impliedUnit;
  Plausibility verdict = Plausibility::CannotTell;
  std::string sentence;  ///< with the figures in it
};

/// Every claim in a text: "up to 120 km", "8 hours", "1000W peak", "2000 cycles", "18650 9900mAh".
std::vector<ClaimVerdict> checkClaims(std::string_view text, const ClaimBasis& basis);

/// Wh per km that hardly any bike with help goes below.
inline constexpr double leastUse = 4;

/// Full cycles to 80 % health that cells of a chemistry usually reach.
double usualCycles(Chemistry chemistry);
/// Watt-hours per litre that good cells of a chemistry and shape reach at most.
double bestEnergyDensity(Chemistry chemistry);

}  // namespace usherwright
