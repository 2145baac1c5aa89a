// What happened to a bike and its packs, as it was noted: care, accidents, storage, parts that were changed. Rides, charges, readings and
// capacity tests have lists of their own; what follows from all of them is worked out (log/).
#pragma once

#include <string>

#include "core/plan/choices.h"
#include "core/plan/values.h"
#include "core/quantity/quantity.h"

namespace usherwright {

struct LogEntry {
  std::string when;  ///< YYYY-MM-DD
  LogEvent what = LogEvent::Note;
  std::string pack;             ///< id; empty: the bike, and of an accident every pack
  Known<StateOfCharge> charge;  ///< at which it was stored
  Known<Celsius> temperature;   ///< of the place where it is stored
  std::string releasedBy;       ///< after an accident: the competent person who examined the pack, and how
  std::string note;
  UnknownKeys unknown;
  friend bool operator==(const LogEntry&, const LogEntry&) = default;
};
FieldRows rowsOf(const LogEntry*);

/// After one of these nobody at home can tell whether a cell is hurt.
constexpr bool isAccident(LogEvent what) { return what >= LogEvent::Fell && what <= LogEvent::Hot; }
/// Work that keeps a bike sound and falls due again.
constexpr bool isCare(LogEvent what) { return what >= LogEvent::Tightened && what <= LogEvent::ReverseTested; }

}  // namespace usherwright
