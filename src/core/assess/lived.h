// How a pack is lived with, from what was noted of it; what such use should cost it in a year, reason by reason; and what a kilometre
// took in each season. What nobody noted stays unknown: nothing is judged by a habit that was only assumed.
#pragma once

#include <string>
#include <utility>
#include <vector>

#include "core/assess/figures.h"
#include "core/charging/life.h"
#include "core/log/health.h"

namespace usherwright {

/// How the fade that was measured stands beside what the model expects of such use.
enum class FadeBeside { NotYet, Usual, Faster, Slower };

struct LivedPack {
  std::size_t charges = 0;         ///< of which both ends, or the Ah, were noted
  std::size_t unsaid = 0;          ///< charges behind the first of which nothing says how much went in
  Known<StateOfCharge> depth;      ///< of a usual charge, share of the rated charge; the mean by what went in
  Known<StateOfCharge> ceiling;    ///< where charges ended, their mean
  Known<StateOfCharge> standsAt;   ///< over the days of which the log says it
  Known<Coefficient> shareFull;    ///< of these days at 95 % or above
  std::int64_t days = 0;           ///< that they are
  Known<Celsius> warmth;           ///< of the cells as entered, else the air of the rides that say it
  Known<Coefficient> perYear;      ///< full cycles, over the span from the first to the last charge (90 days at least)
  std::vector<std::string> asked;  ///< what is missing, and what to note for it
  std::optional<LifeEstimate> expected;
  bool warmthAssumed = false;  ///< in `expected`: 25 °C
  FadeBeside fade = FadeBeside::NotYet;
  Banded expectedLoss;                         ///< share of the rated charge a year
  std::optional<Bounded> measuredLoss;         ///< the same as measured; empty while its slope cannot be told
  std::vector<std::pair<Date, Volt>> spreads;  ///< between the groups, each time that all of them were read; the oldest first
  std::vector<std::pair<Date, MilliOhm>> resistances;
  std::string sentence;  ///< what it comes to
};

/// Means over the log; the life of models 7 (core/charging/life.h) with them. The measured fade is usual while its band and that of
/// the expected loss meet.
LivedPack livedPack(const Plan& plan, const Figures& figures, std::size_t pack, Date today);

/// Three months (December to February, and so on, whatever season they are where one lives), in which rides were noted.
struct SeasonUse {
  int year = 0;        ///< of its last month
  unsigned first = 0;  ///< its first month, 12, 3, 6 or 9
  std::size_t rides = 0;
  Kilometre length;
  Bounded perKm;             ///< Wh/km: the tenth, the middle and the ninetieth of a hundred; below five rides the least and the most
  Known<Celsius> air;        ///< mean of the rides that say it
  std::string name() const;  ///< "Dec 2025–Feb 2026"
};
/// The oldest first. A ride counts if it says its day, its length and what it used.
std::vector<SeasonUse> seasonsOf(const Plan& plan, const Figures& figures);
/// "Dec 2025–Feb 2026 took 18 % more per km than Jun–Aug 2026."; empty while fewer than two seasons hold three rides each.
std::string seasonsSentence(const std::vector<SeasonUse>& seasons);

}  // namespace usherwright
