// What is due on a bike that is ridden: by km, by date, whichever is sooner. What nobody noted counts from the first day of the log.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/plan/plan.h"
#include "core/quantity/date.h"

namespace usherwright {

struct DueItem {
  std::string id;                  ///< "tightened", "cells/deck"
  LogEvent what = LogEvent::Note;  ///< that clears it; a note where a reading or a test does
  std::string pack;                ///< id; empty: the bike
  std::string words;               ///< "Tighten mount, plugs and racks again"
  std::string why;
  std::string field = {};                   ///< where its last day is entered; empty: in the log
  std::optional<Date> last = std::nullopt;  ///< nothing: never noted
  Date by = {};
  Known<Kilometre> everyKm = std::nullopt;  ///< since `last`; not known: by date alone
  Kilometre since = {};
  bool isDue = false;
  bool isSoon = false;  ///< within 14 days or 50 km
};

/// The soonest first. While nothing was noted there is no day to count from, but for joints and mounts that have one of their own.
/// Intervals: a first tightening after 100 km, when what was new has settled, then 1000 km or a year; a joint that was bolted or
/// crimped once more after 30 days or 100 km; contacts 1000 km or half a year; groups read every 90 days; capacity, seals and what
/// flows back through a one-way joiner every year. A quarantined pack has nothing due but its end.
std::vector<DueItem> dueOf(const Plan& plan, Date today);

}  // namespace usherwright
