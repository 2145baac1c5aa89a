// What is due.
#include "core/log/due.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/log/history.h"
#include "core/plan/names.h"

namespace usherwright {
namespace {

using std::chrono::days;

// Screws settle in the first hour of shaking, threadlock or not; afterwards once a season is the bicycle trade's usual.
constexpr Kilometre firstTightening{100}, everyTightening{1000}, everyContacts{1000}, soonKm{50};
constexpr days year{365}, halfYear{182}, ladder{90}, holdEvery{60}, soonDays{14}, settling{30};

class Dues {
 public:
  Dues(const Plan& plan, Date today, std::optional<Date> began) : plan_(plan), today_(today), began_(began) {
    rides_.reserve(plan.rides.size());
    for (const Ride& r : plan.rides)
      if (const auto day = parseDate(r.when); day && r.length) rides_.emplace_back(*day, *r.length);
    std::sort(rides_.begin(), rides_.end(), [](const auto& a, const auto& b) { return a.first > b.first; });
    Kilometre sum;
    for (auto& [day, km] : rides_) km = sum = sum + km;  // the newest first: ridden from that day on
  }

  std::vector<DueItem> all() {
    const auto tightened = lastOf(plan_, LogEvent::Tightened);
    if (began_) ofBike(tightened);
    joints(tightened);
    for (const Pack& p : plan_.packs) {
      if (isQuarantined(plan_, p)) continue;
      mount(p, tightened);
      if (began_) ofPack(p);
    }
    std::stable_sort(out_.begin(), out_.end(), [](const DueItem& a, const DueItem& b) {
      return a.isDue != b.isDue ? a.isDue : a.isSoon != b.isSoon ? a.isSoon : a.by < b.by;
    });
    return std::move(out_);
  }

 private:
  bool isOneWay() const { return plan_.joining.method == Method::Combiner || plan_.joining.method == Method::Schottky; }

  void ofBike(std::optional<Date> tightened) {
    add({"tightened",
         LogEvent::Tightened,
         {},
         "Tighten again: mounts, racks, clamps, plugs with screws",
         "What was new settles within the first rides; a loose mount rubs through a lead."},
        tightened, year, tightened ? everyTightening : firstTightening);
    add({"contacts-cleaned",
         LogEvent::ContactsCleaned,
         {},
         "Look at every contact: wipe, and feel for looseness",
         "A contact that has darkened warms up, and darkens faster."},
        lastOf(plan_, LogEvent::ContactsCleaned), halfYear, everyContacts);
    add({"seals-checked",
         LogEvent::SealsChecked,
         {},
         "Look at seals, caps and glands",
         "Water gets in where a seal has set or a cap is gone."},
        lastOf(plan_, LogEvent::SealsChecked), year);
    if (plan_.packs.size() > 1 && isOneWay())
      add({"reverse-tested",
           LogEvent::ReverseTested,
           {},
           "Test again what flows back through the joiner",
           "A one-way joiner that fails lets one pack push into the other, and nothing shows it."},
          lastOf(plan_, LogEvent::ReverseTested), year);
  }

  /// What was screwed or crimped together settles once; after that it is one of all that is tightened every season.
  void joints(std::optional<Date> tightened) {
    for (std::size_t i = 0; i < plan_.build.handwork.size(); ++i) {
      const Handwork& work = plan_.build.handwork[i];
      const auto made = parseDate(work.when);
      if (!made || (work.kind != HandKind::Bolted && work.kind != HandKind::Crimped) || (tightened && *tightened > *made)) continue;
      add({fmt::format("joint/{}", i), LogEvent::Tightened, work.pack,
           fmt::format("Tighten or pull again: {}", work.what.empty() ? "a joint" : work.what),
           work.kind == HandKind::Bolted ? "Copper creeps under a new screw; loose, it warms up and creeps faster."
                                         : "A crimp that slips does so in its first weeks."},
          made, settling, firstTightening);
      out_.back().field = fmt::format("/build/handwork/{}/when", i);
    }
  }

  /// What holds a pack, where it is said when that was tightened; after a later tightening it is one of all.
  void mount(const Pack& p, std::optional<Date> tightened) {
    const auto day = parseDate(p.hold.tightened);
    if (!day || (tightened && *tightened > *day)) return;
    add({"mount/" + p.id, LogEvent::Tightened, p.id, fmt::format("Tighten again: what holds {}", shownName(p)),
         "A pack that works loose hammers its own mount, and its lead."},
        day, year, everyTightening);
    out_.back().field = fmt::format("/packs/{}/hold/tightened_on", &p - plan_.packs.data());
  }

  void ofPack(const Pack& p) {
    const std::string name = shownName(p);
    std::optional<Date> read, tested;
    for (const Reading& r : p.readings)
      if (const auto day = parseDate(r.when); day && r.groups.size() > 1 && (!read || *day > *read)) read = day;
    for (const CapacityTest& t : p.capacityTests)
      if (const auto day = parseDate(t.when); day && (!tested || *day > *tested)) tested = day;
    add({"cells/" + p.id, LogEvent::Note, p.id, fmt::format("Read every group of {} at rest", name),
         "A group that leaks shows weeks before it is driven under its minimum."},
        read, ladder);
    add({"capacity/" + p.id, LogEvent::Note, p.id, fmt::format("Capacity test of {}: from empty to full", name),
         "Range, charging and what the pack is worth rest on its real Ah."},
        tested, year);
    // Only a board that balances at the top needs the hold; what nobody knows counts as one.
    add({"held-full/" + p.id, LogEvent::HeldFull, p.id, fmt::format("Hold {} at full for its balancing, attended", name),
         "A board that balances does so near full only."},
        lastHeldFull(plan_, p), holdEvery);
  }

  void add(DueItem item, std::optional<Date> last, days every, Known<Kilometre> km = std::nullopt) {
    item.last = last;
    item.by = (last ? *last : *began_) + every;
    item.everyKm = km;
    // A ride on the very day that something was never noted on counts too.
    item.since = riddenAfter(last ? *last : *began_ - days(1));
    item.isDue = today_ >= item.by || (km && item.since >= *km);
    item.isSoon = !item.isDue && (today_ + soonDays >= item.by || (km && item.since + soonKm >= *km));
    out_.push_back(std::move(item));
  }

  Kilometre riddenAfter(Date day) const {
    const auto end = std::partition_point(rides_.begin(), rides_.end(), [&](const auto& r) { return r.first > day; });
    return end == rides_.begin() ? Kilometre() : (end - 1)->second;
  }

  const Plan& plan_;
  Date today_;
  std::optional<Date> began_;  ///< what was never noted counts from it; without it there is no such thing
  std::vector<std::pair<Date, Kilometre>> rides_;
  std::vector<DueItem> out_;
};

}  // namespace

std::vector<DueItem> dueOf(const Plan& plan, Date today) { return Dues(plan, today, logBegan(plan)).all(); }

}  // namespace usherwright
