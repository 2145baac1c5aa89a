// The drawings of station Log: the rows of the log, how a pack is over time, what is due.
#pragma once

#include <utility>
#include "core/drawing/list/item_cards.h"

#include "core/assess/lived.h"
#include "core/drawing/subject.h"
#include "core/log/due.h"
#include "core/log/faults.h"
#include "core/log/health.h"
#include "core/log/history.h"

namespace usherwright::drawing {

/// As many rows as fit, from `first` on, the newest on top. Parts "row/<pointer>".
Drawing logList(const std::vector<LogRow>& rows, std::size_t first, const std::string& chosen, Date today, Size size);
std::size_t logRowsThatFit(double height);

/// Charge over time as a share of the rated one: marks with their doubt, the band that they leave, and its way on to the share at which
/// the pack counts as worn; events as lines. Without a point: what would give one. Parts "point/<i>", "event/<i>".
struct HealthView {
  const PackHealth& health;
  AmpereHour rated;
  std::vector<std::pair<Date, std::string>> events;
  Date today;
  std::size_t pack = 0;
};
Drawing healthChart(const HealthView& view, Size size);
/// What belongs on the chart of a pack: accidents, parts that were changed, a sudden fall.
std::vector<std::pair<Date, std::string>> healthEvents(const Plan& plan, const std::string& pack, const PackHealth& health);
/// Every pack's chart, one under the other, with its name.
Drawing healthSheet(const Plan& plan, const Figures& figures, Date today);

/// A pack's habits, what they should cost it beside what was measured, its resistance and spread over time, and all rides by season. What
/// is not known says what to note. Parts "habit/…", "loss/…", "resistance/<i>", "spread/<i>", "season/<i>".
Drawing livedSheet(const LivedPack& lived, const std::vector<SeasonUse>& seasons, UnitSystem units, Size size);

/// What is due, the soonest on top: how much of its time or way is gone. Parts "due/<id>".
Drawing dueList(const std::vector<DueItem>& items, const std::string& chosen, Date today, Size size);
double dueListHeight(std::size_t items);

/// What may be wrong, the likeliest on top, as far as there is room. Parts "fault/<i>".
Drawing faultBars(const FaultRanking& ranking, Size size);

/// For the page that shows every station at once.
Drawing logGlance(const Subject& subject, Size size);

/// Who answers for what, until when: a card each, the entry's pointer behind "item/".
std::vector<ItemCard> warrantyCards(const Plan& plan, const Figures& figures, Date today);

}  // namespace usherwright::drawing
