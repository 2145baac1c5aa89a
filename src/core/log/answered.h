// Who still answers for a part: by date, by cycles, and what was done to it since.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/plan/plan.h"
#include "core/quantity/date.h"

namespace usherwright {

enum class Answered : std::uint8_t { Unknown, Yes, Doubtful, Over };
struct AnsweredFor {
  Answered standing = Answered::Unknown;
  std::optional<Date> until;         ///< nothing while its day or its months are not known
  std::optional<double> cycles;      ///< full ones that were put in, of a pack of the plan with charges on record
  std::vector<std::string> against;  ///< what was noted that may end it: "opened on 2026-10-01"
  std::string words;                 ///< "until 2027-03-01, 118 of 500 cycles"
};
/// `fullCycles` by pack, in the order of the plan. Over: the day is past or the cycles are used. Doubtful: something is noted that often
/// ends it (the pack was opened or worked at). What the paper says itself stands in the entry. A day that is not there (31 February) counts
/// as the last of its month.
AnsweredFor answeredFor(const Plan& plan, const Warranty& warranty, const std::vector<double>& fullCycles, Date today);
std::string_view answeredWords(Answered standing);

}  // namespace usherwright
