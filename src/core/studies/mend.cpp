// The search for sets of changes that leave no Stop. A change takes part where it moves some Stop: alone, or after one that does.
#include "core/studies/mend.h"

#include <fmt/format.h>

#include <algorithm>
#include <functional>
#include <limits>
#include <map>
#include <set>

#include "core/assess/rules/rule.h"
#include "core/plan/options.h"

namespace usherwright {
namespace {

using Set = std::vector<std::size_t>;
/// The Stops of a plan by their keys, with the figure that says how bad each is.
using Stops = std::map<std::string, double>;

Stops stopsOf(const Assessment& a) {
  Stops out;
  for (const Finding& f : a.findings)
    if (f.severity == Severity::Stop && f.counted) out.emplace(f.key(), f.headline);
  return out;
}

/// What has to be simulated to see every Stop that the plan has as it stands.
Parts partsFor(const Assessment& whole) {
  Parts wanted;
  for (const Finding& f : whole.findings)
    if (f.severity == Severity::Stop)
      for (const Part part : {Part::Ride, Part::Range, Part::Alone, Part::Charging})
        if (rules::reads(f.id).has(part)) wanted = wanted | part;
  return wanted;
}

Expected<Plan> with(const Plan& plan, const std::vector<Change>& changes, const Set& set) {
  Expected<Plan> next = plan;
  for (const std::size_t i : set)
    if (next) next = changes[i].apply(*next);
  return next;
}

class Search {
 public:
  Search(const Plan& plan, const Given& given, const Assessment& whole, const std::vector<Change>& changes, const Progress& progress,
         std::size_t most)
      : plan_(plan),
        given_(given),
        changes_(changes),
        progress_(progress),
        whole_(whole),
        wanted_(partsFor(whole_)),
        removes_(changes.size()),
        most_(most) {
    now_ = stopsOf(assess(plan_, given_, &whole_, wanted_));
  }

  std::vector<Set> run(std::size_t enough) {
    if (now_.empty()) return {};
    std::vector<Node> level{{{}, plan_, now_, {}}};
    for (std::size_t depth = 1; depth <= mostChanges && !ended_ && found_.size() < enough; ++depth) level = next(level, depth);
    return std::move(found_);
  }
  bool ended() const { return ended_; }

 private:
  struct Node {
    Set set;
    Plan plan;
    Stops stops;
    std::set<std::size_t> movers;  ///< changes that moved a Stop beside this set, or beside a part of it
  };

  bool mayJoin(const Set& set, std::size_t i) const {
    return std::none_of(set.begin(), set.end(), [&](std::size_t j) { return j == i || changes_[j].group == changes_[i].group; });
  }
  /// The last change has to take every Stop that is left: one that never took some of them is not tried.
  bool mayBeLast(const Node& node, std::size_t i) const {
    return std::all_of(node.stops.begin(), node.stops.end(), [&](const auto& stop) { return removes_[i].contains(stop.first); });
  }
  /// Whether as many changes as are left to make, each at its best, can take all its Stops.
  bool isInReach(const Node& node, std::size_t left) const {
    std::vector<std::size_t> takes;
    takes.reserve(removes_.size());
    for (const std::set<std::string>& removed : removes_)
      takes.push_back(static_cast<std::size_t>(
          std::count_if(node.stops.begin(), node.stops.end(), [&](const auto& stop) { return removed.contains(stop.first); })));
    std::sort(takes.begin(), takes.end(), std::greater<>());
    std::size_t sum = 0;
    for (std::size_t i = 0; i < std::min(left, takes.size()); ++i) sum += takes[i];
    return sum >= node.stops.size();
  }
  bool containsFound(const Set& set) const {
    return std::any_of(found_.begin(), found_.end(),
                       [&](const Set& f) { return std::includes(set.begin(), set.end(), f.begin(), f.end()); });
  }

  /// Every node with one change more. The last level tries only what has moved something before.
  std::vector<Node> next(std::vector<Node>& level, std::size_t depth) {
    std::map<Set, Node> made;
    double done = 0;
    for (Node& node : level) {
      if (depth > 1 && !isInReach(node, mostChanges + 1 - depth)) continue;
      // What moves nothing alone can only take a Stop that the set has brought.
      const bool brings = std::any_of(node.stops.begin(), node.stops.end(), [&](const auto& stop) { return !now_.contains(stop.first); });
      for (std::size_t i = 0; i < changes_.size(); ++i) {
        if (!mayJoin(node.set, i) || (depth == mostChanges && !node.movers.contains(i))) continue;
        if (depth > 1 && !brings && !alone_.contains(i)) continue;
        Set set = node.set;
        set.insert(std::upper_bound(set.begin(), set.end(), i), i);
        if (containsFound(set) || (depth == mostChanges && !mayBeLast(node, i))) continue;
        if (const auto known = made.find(set); known != made.end()) {
          if (known->second.stops != node.stops) node.movers.insert(i);
          continue;
        }
        // Changes of different groups do not touch each other, but for those that move places.
        const bool inTurn = std::none_of(set.begin(), set.end(), [&](std::size_t j) { return changes_[j].shifts; });
        auto plan = inTurn ? changes_[i].apply(node.plan) : with(plan_, changes_, set);
        if (!plan) continue;
        const Stops stops = stopsOf(assess(*plan, given_, &whole_, wanted_));
        ++tried_;
        for (const auto& [key, figure] : node.stops)
          if (!stops.contains(key)) removes_[i].insert(key);
        if (stops != node.stops) node.movers.insert(i);
        if (stops.empty()) found_.push_back(set);
        else made.emplace(set, Node{set, std::move(*plan), stops, {}});
      }
      if (tried_ > most_ || !progress_.goOn((static_cast<double>(depth) - 1 + ++done / static_cast<double>(level.size())) / mostChanges)) {
        ended_ = true;
        return {};
      }
    }
    if (depth == mostChanges) return {};
    if (depth == 1) alone_ = level.front().movers;
    std::vector<Set> order;
    std::vector<Node> out;
    for (Node& node : level)
      for (const std::size_t i : node.movers) {
        Set set = node.set;
        set.insert(std::upper_bound(set.begin(), set.end(), i), i);
        const auto at = made.find(set);
        if (at == made.end()) continue;
        const bool first = at->second.movers.empty();
        at->second.movers.insert(node.movers.begin(), node.movers.end());
        if (first) order.push_back(set);
      }
    out.reserve(order.size());
    for (const Set& set : order) out.push_back(std::move(made.at(set)));
    return out;
  }

  const Plan& plan_;
  const Given& given_;
  const std::vector<Change>& changes_;
  const Progress& progress_;
  const Assessment& whole_;
  Parts wanted_;
  Stops now_;
  std::vector<Set> found_;
  std::set<std::size_t> alone_;                 ///< changes that move a Stop by themselves
  std::vector<std::set<std::string>> removes_;  ///< by change: Stops that it was seen to take, beside whatever else
  std::size_t most_, tried_ = 0;
  bool ended_ = false;
};

/// Orders sets: money, a little for every step, a guess for what has no price, and the range that is given up.
double burdenOf(const Mended& m, std::size_t unpriced) {
  constexpr double step = 3, guess = 40, wholeRange = 400;
  double out = m.price.value() + step * static_cast<double>(m.changes.size()) + guess * static_cast<double>(unpriced);
  if (m.likely && m.likelyBefore && *m.likely < *m.likelyBefore) out += wholeRange * (1 - *m.likely / *m.likelyBefore);
  return out;
}

Mended judged(const Set& set, Plan plan, const Assessment& a, const std::vector<Change>& changes, Known<Kilometre> before) {
  Mended m;
  m.changes = set;
  m.plan = std::move(plan);
  std::size_t unpriced = 0;
  for (const std::size_t i : set) {
    if (changes[i].price) m.price += *changes[i].price;
    else ++unpriced;
  }
  m.priced = unpriced == 0;
  m.minds = a.count(Severity::Mind);
  m.likelyBefore = before;
  if (a.figures.range.known) m.likely = a.figures.range.likely;
  if (const Element* e = a.figures.tightest()) {
    m.narrows = e->name;
    m.headroom = e->headroomAtPeak();
  }
  m.burden = burdenOf(m, unpriced);
  return m;
}

/// The best few of each kind: a fourth fuse of the same place tells nothing new.
void keepOfEachKind(MendResult& result) {
  constexpr int ofEachKind = 3;
  std::map<std::set<std::string>, int> seen;
  std::erase_if(result.sets, [&](const Mended& m) {
    std::set<std::string> kind;
    for (const std::size_t i : m.changes) kind.insert(result.tried[i].group);
    return ++seen[kind] > ofEachKind;
  });
  if (result.sets.size() > mostSets) result.sets.resize(mostSets);
}

}  // namespace

std::vector<Set> mendingSets(const Plan& plan, const Given& given, const std::vector<Change>& changes, const Progress& progress) {
  const Assessment whole = assess(plan, given);
  return Search(plan, given, whole, changes, progress, std::numeric_limits<std::size_t>::max())
      .run(changes.size() * changes.size() * changes.size());
}

Outcome<MendResult> mend(const Plan& plan, const Given& given, const Shelf& shelf, const Progress& progress) {
  Outcome<MendResult> out;
  const Plan today = todayOf(plan);
  const Assessment whole = assess(today, given);
  out.result.stops = whole.count(Severity::Stop);
  if (out.result.stops == 0) return out;
  out.result.tried = changesFor(today, whole, given, shelf);
  Search search(today, given, whole, out.result.tried, progress, mostTries);
  const std::vector<Set> found = search.run(enoughSets);
  Known<Kilometre> before;
  if (whole.figures.range.known) before = whole.figures.range.likely;
  for (const Set& set : found) {
    auto next = with(today, out.result.tried, set);
    if (!next) continue;
    // What was left out of the search is looked at before a set is offered.
    const Assessment after = assess(*next, given, &whole);
    if (after.hasStop()) continue;
    out.result.sets.push_back(judged(set, std::move(*next), after, out.result.tried, before));
  }
  std::stable_sort(out.result.sets.begin(), out.result.sets.end(), [](const Mended& x, const Mended& y) { return x.burden < y.burden; });
  keepOfEachKind(out.result);
  if (search.ended()) {
    out.ending = Ending::OutOfTime;
  } else if (out.result.sets.empty()) {
    out.ending = Ending::Infeasible;
    const auto first =
        std::find_if(whole.findings.begin(), whole.findings.end(), [](const Finding& f) { return f.severity == Severity::Stop; });
    out.why = fmt::format("No {} changes of the {} that were tried leave no Stop. In the way: {}", mostChanges, out.result.tried.size(),
                          first->sentence);
  }
  return out;
}

}  // namespace usherwright
