// What is wrong with a pack: faults against signs, by Bayes. What each fault would show is worked out from the pack as it is planned,
// with that one thing changed; what was read makes some of them likelier; what to read next is what tells most for its trouble.
#pragma once

#include <array>
#include <optional>
#include <string>
#include <vector>

#include "core/pack/pack_model.h"

namespace usherwright {

enum class PackFault : std::uint8_t {
  Sound,
  Asleep,
  FuseOpen,
  NotHome,
  Swapped,
  LostString,
  Worn,
  WeakGroup,
  HighOhm,
  Cold,
  InputDead,
  Empty
};
inline constexpr std::size_t faultCount = 12;

/// What can be read or looked at. Volts at the pack's own plug and at the bike's half behind it, both at rest; volts at the plug after ten
/// seconds at the load; Ah put back from empty to full; spread of the groups at rest; warmth of the plug over the air after ten minutes
/// at the load; amperes by a clamp on this pack's lead while all drive the load; and two looks.
enum class Sign : std::uint8_t { PlugVolts, BikeVolts, LoadedVolts, PutBack, Spread, PlugRise, OwnAmperes, Wakes, FuseWhole };
inline constexpr std::size_t signCount = 9;

/// A reading of a sign: V, V, V, Ah, mV, K, A; of a look 1 for yes, 0 for no.
using Signs = std::array<std::optional<double>, signCount>;

struct FaultSetup {
  PackModel model;      ///< as planned; its charge is known to about a tenth
  Ampere load{10};      ///< of LoadedVolts and OwnAmperes, by the whole bike
  double share = 1;     ///< of the load that this pack carries while all is well
  bool joined = false;  ///< there is another pack, and a joiner between
};

struct RankedFault {
  PackFault fault = PackFault::Sound;
  double probability = 0;
};

struct FaultRanking {
  std::vector<RankedFault> faults;  ///< the likeliest first; they sum to 1
  std::optional<Sign> next;         ///< what tells most for its trouble; nothing once all was read, or nothing more would tell
  double nextTells = 0;             ///< bits, expected
};
/// Any readings; one that no fault would show leaves the others as they were.
FaultRanking rankFaults(const FaultSetup& setup, const Signs& signs);

std::string_view faultWords(PackFault fault);
/// What to do about it, one or two sentences; never more than a careful owner may do.
std::string_view faultCure(PackFault fault);
std::string_view signWords(Sign sign);
std::string_view signUnit(Sign sign);  ///< "" of a look
/// How it is read.
std::string_view signHow(Sign sign);

/// What a fault would show of a sign: the middle and one standard deviation; of a look the chance of yes.
struct Shown {
  double middle = 0, spread = 0;
};
Shown shownBy(const FaultSetup& setup, PackFault fault, Sign sign);

}  // namespace usherwright
