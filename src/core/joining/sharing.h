// Do the packs share? A verdict from a logged ride. Each row is first turned into charge, s = U⁻¹((V + I·R0 + v1)/S), since
// volts against Ah bend by themselves; v1 follows the current with the packs' own time constant. Then three stories are
// weighed by their likelihood: one pack only (slope 1/Q of the fuller), shares from the predicted knee, shares from the
// start (slope 1/ΣQ).
#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "core/joining/circuit.h"
#include "core/quantity/problem.h"
#include "core/quantity/quantity.h"

namespace usherwright {

struct RideRow {
  Known<Second> time;
  Kilometre distance;
  AmpereHour drawn;  ///< since the start
  Volt volts;        ///< at the controller or the bus
  Known<Ampere> current;
};

/// A ride as text: a header with any of time_s, time_min, km, Ah, V, A (Ah and V are needed), then a row per line.
/// Errors: place "line 7", what was found and what was expected; 3000 rows at most.
Expected<std::vector<RideRow>> readRide(std::string_view csv);

/// From the cells to where the volts were read: the part that answers at once, and the one that settles.
struct Way {
  Ohm fast, slow;
};
struct Ways {
  Way alone;     ///< of the fuller pack
  Way together;  ///< when all share
  Second settles;
};
Ways waysOf(const std::vector<Source>& sources, std::size_t fuller, const Joint& joint, Ohm common);

struct SharingInput {
  Chemistry chemistry = Chemistry::Nmc;
  RestCurve curve = RestCurve::typical(Chemistry::Nmc);
  int series = 13;
  AmpereHour fuller;  ///< capacity of the pack that starts higher
  AmpereHour all;     ///< of all packs
  Ways ways;
  Ampere usual;     ///< of a ride: taken where neither current nor time was logged
  AmpereHour knee;  ///< drawn when the others are predicted to join in; 0 = from the start
};

enum class Sharing : std::uint8_t { OneOnly, FromKnee, FromStart, Shares, CannotTell };
std::string_view sharingWord(Sharing sharing);

struct SharingVerdict {
  Sharing verdict = Sharing::CannotTell;
  double confidence = 0.0;  ///< 0 … 1, of the verdict among the three stories
  std::size_t rowsUsed = 0;
  std::string because;                ///< why it cannot tell, "" otherwise
  std::optional<AmpereHour> more;     ///< about how much more must be drawn to tell
  std::vector<AmpereHour> drawn;      ///< of the rows used
  std::vector<StateOfCharge> charge;  ///< of the rows used, as the likeliest story turns their volts into charge
  double slopeSeen = 0.0;             ///< charge per Ah
};

/// Odds below 20 : 1 give no verdict; lfp mostly between 0.2 and 0.9 never does.
SharingVerdict judgeSharing(const std::vector<RideRow>& rows, const SharingInput& input);

}  // namespace usherwright
