// Whether a ride can be done on what is in the packs today, and with which of them: from readings at their plugs.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/assess/assessment.h"
#include "core/quantity/progress.h"

namespace usherwright {

/// What a meter shows at a pack's plug now; empty while it was not read.
struct PlugReading {
  Known<Volt> volts;
  bool rested = false;  ///< nothing was drawn or put in for 30 min
  friend bool operator==(const PlugReading&, const PlugReading&) = default;
};

/// A pack's charge as it is known today. Nobody knows it: 0 to 1.
struct ChargeToday {
  StateOfCharge low{0}, likely{1}, high{1};
  bool known = false;
  std::string words;    ///< "58 % (52 to 64 %), read"
  std::string problem;  ///< a reading that no such pack gives, in a sentence; then it counts as not known
};

/// From a reading through the rest curve: the meter's doubt, ± 10 mV a cell for the curve, 40 mV more while it has not rested. Without a
/// reading as the plan says it: as it stands if it is proven, ± 10 % if it is only remembered or claimed, not known if it is assumed.
ChargeToday chargeToday(const Plan& plan, const Figures& figures, std::size_t pack, const PlugReading& reading);

enum class GoVerdict : std::uint8_t {
  Go,       ///< the careful end of the band is enough
  Likely,   ///< the middle of it is
  Hardly,   ///< only its hopeful end is
  No,       ///< not even that
  Unknown,  ///< a charge that nobody knows decides
  Stopped,  ///< a Stop stands against these packs
};

/// A ride on some of the packs.
struct GoChoice {
  std::uint32_t packs = 0;  ///< a bit for each
  std::string name;
  Kilometre low, likely, high;  ///< from today's charge to the floor
  Known<Kilogram> mass;         ///< of these packs
  GoVerdict verdict = GoVerdict::Unknown;
  std::string sentence;        ///< the verdict with its figures
  Known<Kilometre> turnRound;  ///< of a way that is ridden back, on the careful end; empty: anywhere
};

struct GoOrNot {
  std::vector<ChargeToday> charges;  ///< of every pack of the plan
  std::vector<GoChoice> choices;     ///< every subset, all packs first
  Kilometre need;                    ///< the ride as much as the first one's km cost, and the reserve
  std::optional<std::size_t> best;   ///< the lightest that goes; without one the likeliest; nothing: none
  std::vector<std::string> restsOn;  ///< what is assumed and decides
  std::string sentence;
};

/// Of the route `route`, with a reading for each pack (missing ones: none). The careful end takes the low charges and, of a pack that is
/// not new and whose health nobody has measured, at most 80 % of its Ah; charge, health and riding are combined as independent errors.
/// Empty choices without a pack or a route.
GoOrNot goOrNot(const Plan& plan, const Given& given, std::size_t route, const std::vector<PlugReading>& readings,
                const Progress& progress = {});

}  // namespace usherwright
