// What the search for a night's plan and the check of one share. Private to them.
#pragma once

#include <algorithm>

#include "core/charging/schedule.h"

namespace usherwright {

inline constexpr double slackWatts = 1e-6;  // of rounding

inline bool isIn(const std::vector<MinuteSpan>& spans, int t) {
  return std::any_of(spans.begin(), spans.end(), [&](const MinuteSpan& s) { return t >= s.from && t < s.to; });
}
inline bool covers(const std::vector<MinuteSpan>& spans, MinuteSpan what) {
  return std::any_of(spans.begin(), spans.end(), [&](const MinuteSpan& s) { return what.from >= s.from && what.to <= s.to; });
}
inline bool overlaps(MinuteSpan a, MinuteSpan b) { return a.from < b.to && b.from < a.to; }

/// Sums over stints that are the whole plan or a part of it.
struct Tally {
  int ready = 0, waiting = 0, sum = 0, moments = 0;
};
Tally tallyOf(const Night& night, const std::vector<Stint>& stints);

}  // namespace usherwright
