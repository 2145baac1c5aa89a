// One line of the log as a person types it ("ride 21.4 km, 2 bars left, load 40"), read into an entry of the plan: what was understood,
// what was kept as a note, and what has to be asked. It is right or it asks: a figure that could be two things is never entered.
//   "…" keeps a text as a note, "!" behind a figure says that it is so although it looks unlikely.
#pragma once

#include <string>
#include <string_view>
#include <variant>
#include <vector>

#include "core/plan/plan.h"
#include "core/quantity/date.h"
#include "core/quantity/problem.h"
#include "core/quantity/units.h"

namespace usherwright {

/// What a line would enter; the pack by its place in the plan.
struct LoggedCharge {
  std::size_t pack = 0;
  ChargeRecord record;
  friend bool operator==(const LoggedCharge&, const LoggedCharge&) = default;
};
struct LoggedReading {
  std::size_t pack = 0;
  Reading reading;
  friend bool operator==(const LoggedReading&, const LoggedReading&) = default;
};
struct LoggedTest {
  std::size_t pack = 0;
  CapacityTest test;
  friend bool operator==(const LoggedTest&, const LoggedTest&) = default;
};
using Logged = std::variant<std::monostate, Ride, LoggedCharge, LoggedReading, LoggedTest, LogEntry>;

struct LogLine {
  struct Understood {
    std::string said;   ///< a piece of the line
    std::string means;  ///< "distance 21.4 km"
  };
  Logged entry;                    ///< nothing while it is not known what the line is about
  std::vector<Understood> pieces;  ///< in the order of the line
  std::string note;                ///< words that are kept as they stand
  std::vector<std::string> asks;   ///< what has to be settled first, one sentence each
  bool dayAssumed = true;          ///< nobody named one: today
  bool isReady() const { return asks.empty() && !std::holds_alternative<std::monostate>(entry); }
};

/// Any bytes; at most 2000 are looked at. `units` is for a load without a unit.
LogLine readLogLine(std::string_view line, const Plan& plan, Date today, UnitSystem units = UnitSystem::Metric);

/// The plan with what a line says. Errors: it still asks; the list has no room.
Expected<Plan> withLogLine(const Plan& plan, const LogLine& line);

/// "ride", "charge", "cells", "capacity test", or the word of a log event.
std::string_view loggedWord(const Logged& entry);

}  // namespace usherwright
