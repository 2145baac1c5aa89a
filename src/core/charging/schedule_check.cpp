// A night's plan summed up, and held against the rules of its night.
#include <array>
#include <set>
#include <tuple>

#include "core/charging/schedule_parts.h"

namespace usherwright {

Tally tallyOf(const Night& night, const std::vector<Stint>& stints) {
  Tally out;
  std::array<int, 32> times{};
  std::size_t count = 0;
  const auto moment = [&](int t) {
    const auto end = times.begin() + static_cast<std::ptrdiff_t>(count);
    if (std::find(times.begin(), end, t) == end && count < times.size()) times[count++] = t;
  };
  for (const Stint& s : stints) {
    moment(s.plug);
    if (s.byHand && s.done < night.length) moment(s.done);
    if (!s.last) continue;
    out.ready = std::max(out.ready, s.done);
    out.waiting += night.length - s.done;
    out.sum += s.done;
  }
  out.moments = static_cast<int>(count);
  return out;
}

NightPlan summed(const Night& night, std::vector<Stint> stints) {
  NightPlan out;
  const Tally t = tallyOf(night, stints);
  out.ready = t.ready;
  out.waiting = t.waiting;
  out.moments = t.moments;
  std::sort(stints.begin(), stints.end(),
            [](const Stint& a, const Stint& b) { return std::tie(a.plug, a.charger, a.job) < std::tie(b.plug, b.charger, b.job); });
  out.stints = std::move(stints);
  return out;
}

bool keeps(const Night& night, const NightPlan& plan) {
  std::set<int> moments;
  for (const Stint& s : plan.stints) {
    if (s.job >= night.jobs.size() || s.plug < night.jobs[s.job].release || s.done > night.length || !isIn(night.hands, s.plug))
      return false;
    if (night.attended && !covers(night.watch, {s.plug, s.done})) return false;
    if (s.byHand && s.done < night.length && !isIn(night.hands, s.done)) return false;
    moments.insert(s.plug);
    if (s.byHand && s.done < night.length) moments.insert(s.done);
    double watts = 0;
    for (const Stint& o : plan.stints) {
      if (s.plug >= o.plug && s.plug < o.done) watts += o.watts;
      if (&o == &s) continue;
      if (o.charger == s.charger && overlaps({s.plug, s.free}, {o.plug, o.free})) return false;
      if (o.job == s.job && overlaps({s.plug, s.free}, {o.plug, o.free})) return false;
      if (night.oneAtATime && overlaps({s.plug, s.done}, {o.plug, o.done})) return false;
    }
    if (watts > night.supply + slackWatts) return false;
  }
  return static_cast<int>(moments.size()) <= night.mostMoments;
}

}  // namespace usherwright
