// What the log, the rides and the charges say together: when things were last done, how far since, which pack is quarantined, and
// everything in one row of days.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/plan/plan.h"
#include "core/quantity/date.h"

namespace usherwright {

/// The first day on which a ride, a charge or anything that happened was noted; nothing of an empty log. A capacity test alone begins none:
/// it may be of a pack that is not ridden yet.
std::optional<Date> logBegan(const Plan& plan);

/// The last day of an event. A pack's id: of this pack, or of no pack; empty: of any.
std::optional<Date> lastOf(const Plan& plan, LogEvent what, const std::string& pack = {});
/// When a pack was last held at full: its field, or the log.
std::optional<Date> lastHeldFull(const Plan& plan, const Pack& pack);
/// The last day on which somebody looked at a pack: groups or volts read, charged, tested.
std::optional<Date> lastLookedAt(const Pack& pack);

/// By the rides that were noted.
Kilometre riddenInAll(const Plan& plan);

/// The accidents of a pack that no competent person has released it from, by their places in the log: those that name it, name no
/// pack, or name one that the plan does not have (an id may be mistyped: unknown is no clearance).
std::vector<std::size_t> openAccidents(const Plan& plan, const std::string& pack);
/// It has such an accident, or is marked as hurt: nothing is planned with it but its end.
bool isQuarantined(const Plan& plan, const Pack& pack);
/// The open accidents of a pack that is put aside: in the log that went with it, and by its name in the log of the bike since.
std::size_t openAccidentsOf(const Plan& plan, const KeptPack& kept);
/// As isQuarantined, for one that is put aside.
bool isKeptHurt(const Plan& plan, const KeptPack& kept);
/// Who released a pack says more than a sign.
bool isReleased(const LogEntry& entry);

/// The same log as if its newest day were `day`: every day of rides, charges, readings, tests and what happened moves alike. For examples,
/// whose log would be years old.
Plan withLogMovedTo(const Plan& plan, Date day);

/// One row of the log, whatever list it stands in.
struct LogRow {
  std::optional<Date> day;
  std::string word;     ///< "ride", "charge", "cells", "capacity test", "fell"
  std::string words;    ///< its figures and its note
  std::string pointer;  ///< of the entry: "/packs/0/charges/3"
};
/// Every entry, the newest first; those without a day last.
std::vector<LogRow> logRows(const Plan& plan);

}  // namespace usherwright
