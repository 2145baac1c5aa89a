// The night's schedule: branch and bound over order, chargers and exchanges.
#include "core/charging/schedule.h"

#include <algorithm>
#include <array>
#include <map>
#include <span>
#include <tuple>
#include <unordered_map>
#include <unordered_set>

#include "core/charging/schedule_parts.h"

namespace usherwright {
namespace {

/// The first minute from t on with hands; the end of the night if there is none.
int nextHands(const Night& night, int t) {
  for (const MinuteSpan& s : night.hands)
    if (t < s.to) return std::max(t, s.from);
  return night.length;
}

int lasting(const Night& night, const ChargeLeg& leg) {
  if (leg.endsItself || night.timerStep <= 0) return leg.minutes;
  return (leg.minutes + night.timerStep - 1) / night.timerStep * night.timerStep;
}
bool isByHand(const Night& night, const ChargeLeg& leg) { return !leg.endsItself && night.timerStep <= 0; }

/// A leg from a minute on, if hours of hands and of watching allow it.
bool mayStart(const Night& night, const ChargeLeg& leg, int t) {
  const int end = t + lasting(night, leg);
  if (end > night.length || !isIn(night.hands, t)) return false;
  if (night.attended && !covers(night.watch, {t, end})) return false;
  // The end of the night is a moment of its own: the pack is taken away then.
  return !isByHand(night, leg) || end == night.length || isIn(night.hands, end);
}

/// For every minute the next and the last one at which a leg may start, by hours alone; and where such stretches begin and end.
struct Starts {
  std::vector<int> next, before, edges;
};
Starts startsOf(const Night& night, const ChargeLeg& leg) {
  Starts out;
  const int n = night.length + 1;
  out.next.assign(static_cast<std::size_t>(n) + 1, n);
  out.before.assign(static_cast<std::size_t>(n), -1);
  std::vector<bool> may(static_cast<std::size_t>(n));
  for (int t = 0; t < n; ++t) may[static_cast<std::size_t>(t)] = mayStart(night, leg, t);
  for (int t = n - 1; t >= 0; --t) {
    const auto at = static_cast<std::size_t>(t);
    out.next[at] = may[at] ? t : out.next[at + 1];
  }
  for (int t = 0, last = -1; t < n; ++t) {
    const auto at = static_cast<std::size_t>(t);
    if (may[at]) last = t;
    out.before[at] = last;
    const bool begins = may[at] && (t == 0 || !may[at - 1]), ends = may[at] && (t + 1 == n || !may[at + 1]);
    if (begins || ends) out.edges.push_back(t);
  }
  return out;
}

/// A leg with what its night makes of it, looked up often.
struct Placeable {
  const ChargeLeg* leg = nullptr;
  const Starts* starts = nullptr;
  int lasting = 0;
  bool byHand = false;
};

class Search {
 public:
  /// `aligned`: see run().
  Search(const Night& night, NightGoal goal, bool late, bool aligned) : night_(night), goal_(goal), late_(late), aligned_(aligned) {
    for (const NightJob& job : night.jobs) {
      int least = night.length, waits = night.length, waitsExchanged = night.length;
      for (const ChargeWay& way : job.ways) {
        int minutes = 0;
        for (const ChargeLeg& leg : way) {
          const auto same = starts_.try_emplace(keyOf(leg), std::nullopt).first;
          if (!same->second) same->second = startsOf(night, leg);
          const Placeable mine{&leg, &*same->second, lasting(night, leg), isByHand(night, leg)};
          ofLeg_.emplace(&leg, mine);
          minutes += mine.lasting;
        }
        least = std::min(least, minutes);
        const int wait = leastWait(ofLeg_.at(&way.back()));
        waits_.emplace(&way, wait);
        int& of = way.size() > 1 ? waitsExchanged : waits;
        of = std::min(of, wait);
      }
      state_.push_back({nullptr, 0, 0, job.release + least, waits, waits - std::min(waits, waitsExchanged)});
    }
    for (int t = 0; t <= night.length; ++t) hands_.push_back(nextHands(night, t));
  }

  /// Moments count in what is best, or they are too many: then every place beside another moment is tried as well. A measure
  /// that only grows with time needs that no sooner.
  void run(std::optional<NightPlan>& best) {
    best_ = &best;
    if (best) bestSum_ = tallyOf(night_, best->stints).sum;
    go();
    if (!aligned_ && tooMany_) {
      aligned_ = true;
      seen_.clear();
      go();
    }
  }

 private:
  using Key = std::tuple<int, bool>;
  static Key keyOf(const ChargeLeg& leg) { return {leg.minutes, leg.endsItself}; }

  struct State {
    const ChargeWay* way = nullptr;
    std::size_t placed = 0;  ///< legs, from the front; late: from the back
    int bound = 0;           ///< the next leg not before; late: not ending after
    int soonest = 0;         ///< it is never done before
    int waits = 0;           ///< it stands at its target so long at the least, on one charger
    int exchangeSaves = 0;   ///< at the most, of that
  };

  /// From its latest end that the hours leave.
  int leastWait(const Placeable& last) const {
    const int start = last.starts->before[static_cast<std::size_t>(night_.length)];
    return start < 0 ? night_.length : night_.length - (start + last.lasting);
  }

  /// What the jobs wait whose last leg does not stand yet, at the least. One pack is exchanged at most.
  int stillToWait() const {
    unsigned standing = 0;
    for (const Stint& s : placed_)
      if (s.last) standing |= 1U << s.job;
    int out = 0, saved = 0;
    for (std::size_t j = 0; j < state_.size(); ++j) {
      if (standing >> j & 1U) continue;
      const State& s = state_[j];
      out += s.way ? waits_.at(s.way) : s.waits;
      if (!s.way) saved = std::max(saved, s.exchangeSaves);
    }
    return exchanged_ > 0 ? out : out - saved;
  }

  /// What can follow: the ways that were chosen, and where each of their legs stands, in whatever order they were placed. As one
  /// number: two that differ are alike once in 2^64.
  std::uint64_t placement() const {
    std::uint64_t out = 0;
    for (const Stint& s : placed_) {
      const auto way = static_cast<std::uint64_t>(state_[s.job].way - night_.jobs[s.job].ways.data());
      std::uint64_t x =
          (((static_cast<std::uint64_t>(s.job) << 16 | way) << 1 | (s.last ? 1U : 0U)) << 16) + static_cast<std::uint64_t>(s.plug) + 1;
      x *= 0x9e3779b97f4a7c15ULL;
      x = (x ^ (x >> 30)) * 0xbf58476d1ce4e5b9ULL;  // splitmix64
      x = (x ^ (x >> 27)) * 0x94d049bb133111ebULL;
      out += x ^ (x >> 31);
    }
    return out;
  }

  Stint stintOf(std::size_t job, const Placeable& what, int t) const {
    Stint s;
    s.job = job;
    s.charger = what.leg->charger;
    s.plug = t;
    s.done = t + what.lasting;
    s.byHand = what.byHand;
    s.free = s.byHand || s.done > night_.length ? s.done : hands_[static_cast<std::size_t>(s.done)];
    s.watts = what.leg->watts;
    return s;
  }

  std::tuple<int, int, int> costOf(const NightPlan& p) const {
    const int sum = tallyOf(night_, p.stints).sum;
    if (goal_ == NightGoal::Soonest) return {p.ready, sum, p.moments};
    return {p.waiting, p.moments, p.ready};
  }

  /// No completion of what is placed can beat the best, or keep to the moments.
  bool hopeless() {
    const Tally now = tallyOf(night_, placed_);
    if (now.moments > night_.mostMoments) {
      tooMany_ = true;
      return true;
    }
    if (!*best_) return false;
    const NightPlan& best = **best_;
    if (goal_ == NightGoal::AsLate) return std::pair(now.waiting + stillToWait(), now.moments) >= std::pair(best.waiting, best.moments);
    int ready = now.ready, sum = now.sum, known = 0;
    for (const Stint& s : placed_)
      if (s.last) known += state_[s.job].soonest;
    for (const State& s : state_) {
      ready = std::max(ready, s.soonest);
      sum += s.soonest;
    }
    return std::pair(ready, sum - known) >= std::pair(best.ready, bestSum_);
  }

  void go() {
    if (!seen_.insert(placement()).second) return;
    bool all = true;
    for (std::size_t j = 0; j < state_.size(); ++j) {
      const State& s = state_[j];
      if (s.way && s.placed == s.way->size()) continue;
      all = false;
      if (s.way) {
        place(j);
        continue;
      }
      for (const ChargeWay& way : night_.jobs[j].ways) {
        if (way.size() > 1 && exchanged_) continue;
        State& mine = state_[j];
        mine.way = &way;
        mine.bound = late_ ? night_.length : night_.jobs[j].release;
        exchanged_ += way.size() > 1 ? 1 : 0;
        place(j);
        exchanged_ -= way.size() > 1 ? 1 : 0;
        mine.way = nullptr;
      }
    }
    if (!all) return;
    NightPlan found = summed(night_, placed_);
    if (*best_ && costOf(found) >= costOf(**best_)) return;
    bestSum_ = std::get<1>(costOf(found));
    *best_ = std::move(found);
  }

  /// The next leg of a job: as soon (late: as late) as it can be, and at each moment at which hands are there anyway.
  void place(std::size_t j) {
    const State was = state_[j];
    const std::size_t index = late_ ? was.way->size() - 1 - was.placed : was.placed;
    const Placeable& leg = ofLeg_.at(&(*was.way)[index]);
    std::array<int, 16> tried{};
    std::size_t count = 0;
    const auto tryAt = [&](int t) {
      if (t < 0 || std::find(tried.begin(), tried.begin() + static_cast<std::ptrdiff_t>(count), t) !=
                       tried.begin() + static_cast<std::ptrdiff_t>(count))
        return;
      if (count < tried.size()) tried[count++] = t;
      Stint s = stintOf(j, leg, t);
      s.last = index + 1 == was.way->size();
      placed_.push_back(s);
      if (!hopeless()) {
        state_[j].placed = was.placed + 1;
        state_[j].bound = late_ ? s.plug : s.free;
        go();
        state_[j] = was;
      }
      placed_.pop_back();
    };
    const auto tryMoment = [&](int t) {
      if (t >= was.bound || late_)
        if ((late_ ? latest(j, leg, was.bound, t) : soonest(j, leg, t)) == t) tryAt(t);
    };
    std::array<Stint, 10> there;  // a job has two legs at most, a night four jobs
    const std::size_t standing = std::min(there.size(), placed_.size());
    std::copy_n(placed_.begin(), standing, there.begin());
    // With no moment left to spend, a leg begins at one that is spent already.
    if (aligned_ && tallyOf(night_, placed_).moments >= night_.mostMoments) {
      for (const Stint& s : std::span(there).first(standing))
        for (const int t : {s.plug, s.done})
          if (t == s.plug || s.byHand) tryMoment(t);
      return;
    }
    tryAt(late_ ? latest(j, leg, was.bound) : soonest(j, leg, was.bound));
    if (!aligned_) return;
    // The first and the last of every stretch that the hours leave: a window's beginning, its end, the end of the night.
    for (const int edge : leg.starts->edges) tryAt(late_ ? latest(j, leg, was.bound, edge) : soonest(j, leg, std::max(was.bound, edge)));
    for (const Stint& s : std::span(there).first(standing))
      for (const int t : {s.plug, s.done, s.free}) {
        tryMoment(t);
        if (leg.byHand) tryMoment(t - leg.lasting);  // its own end is a moment too
      }
  }

  /// Where it stands in the way of what is placed: the first minute at which it might not, or nothing.
  std::optional<int> clash(const Placeable& leg, int t) const {
    const Stint s = stintOf(0, leg, t);
    double watts = s.watts;
    int soonestEnd = night_.length + 1;
    bool crowded = false;
    for (const Stint& p : placed_) {
      if (p.charger == s.charger && overlaps({s.plug, std::max(s.free, s.plug + 1)}, {p.plug, p.free})) return late_ ? p.plug : p.free;
      if (!overlaps({s.plug, s.done}, {p.plug, p.done})) continue;
      soonestEnd = std::min(soonestEnd, p.done);
      crowded = crowded || night_.oneAtATime;
    }
    if (!crowded && watts <= night_.supply + slackWatts) {
      // The watts are highest where one of them begins.
      for (const Stint& p : placed_) {
        const int at = std::max(p.plug, s.plug);
        if (at >= s.done || p.done <= at) continue;
        double sum = s.watts;
        for (const Stint& q : placed_)
          if (q.plug <= at && q.done > at) sum += q.watts;
        crowded = crowded || sum > night_.supply + slackWatts;
      }
      if (!crowded) return std::nullopt;
    } else if (watts > night_.supply + slackWatts) {
      return night_.length + 1;
    }
    if (!late_) return soonestEnd;
    int latestPlug = -1;
    for (const Stint& p : placed_)
      if (overlaps({s.plug, s.done}, {p.plug, p.done})) latestPlug = std::max(latestPlug, p.plug);
    return latestPlug;
  }

  int soonest(std::size_t j, const Placeable& leg, int from) const {
    const Starts& starts = *leg.starts;
    int t = std::max(from, night_.jobs[j].release);
    while (t <= night_.length) {
      t = starts.next[static_cast<std::size_t>(t)];
      if (t > night_.length) return -1;
      const std::optional<int> until = clash(leg, t);
      if (!until) return t;
      t = std::max(t + 1, *until);
    }
    return -1;
  }

  /// The last start whose end (and whose charger's freedom, where the pack goes on) is not after `until`.
  int latest(std::size_t j, const Placeable& leg, int until, int notAfter = 1 << 20) const {
    const Starts& starts = *leg.starts;
    int t = std::min(until - leg.lasting, notAfter);
    while (t >= night_.jobs[j].release) {
      t = starts.before[static_cast<std::size_t>(std::min(t, night_.length))];
      if (t < night_.jobs[j].release) return -1;
      const Stint s = stintOf(j, leg, t);
      if (until < night_.length && s.free > until) {
        --t;
        continue;
      }
      const std::optional<int> blocked = clash(leg, t);
      if (!blocked) return t;
      if (*blocked > night_.length) return -1;
      t = std::min(t - 1, *blocked - leg.lasting);
    }
    return -1;
  }

  const Night& night_;
  NightGoal goal_;
  bool late_, aligned_;
  std::map<Key, std::optional<Starts>> starts_;
  std::unordered_map<const ChargeLeg*, Placeable> ofLeg_;
  std::unordered_map<const ChargeWay*, int> waits_;
  std::vector<int> hands_;  ///< the next minute with hands, of every minute
  std::vector<State> state_;
  std::vector<Stint> placed_;
  std::unordered_set<std::uint64_t> seen_;
  int exchanged_ = 0, bestSum_ = 0;
  bool tooMany_ = false;
  std::optional<NightPlan>* best_ = nullptr;
};

std::optional<NightPlan> bestOf(const Night& night, NightGoal goal) {
  std::optional<NightPlan> best;
  if (goal != NightGoal::ReadyBy) {
    Search(night, goal, goal == NightGoal::AsLate, false).run(best);
    return best;
  }
  // One moment more at a time: the first number that is enough is the fewest, and a low one ends a search early.
  Night within = night;
  for (within.mostMoments = 1; within.mostMoments <= night.mostMoments && !best; ++within.mostMoments)
    for (const bool late : {true, false}) Search(within, NightGoal::AsLate, late, true).run(best);
  return best;
}

}  // namespace

NightResult scheduleNight(const Night& night, NightGoal goal) {
  NightResult out;
  if (night.jobs.empty()) return out;
  out.plan = bestOf(night, goal);
  if (out.plan) return out;
  for (std::size_t j = 0; j < night.jobs.size(); ++j) {
    Night alone = night;
    alone.jobs = {night.jobs[j]};
    if (!bestOf(alone, NightGoal::Soonest)) out.blocked.push_back(j);
  }
  return out;
}

}  // namespace usherwright
