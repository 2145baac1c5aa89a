// Layouts: which filling, which groups, the best of several beginnings.
#include "core/fit/layout.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <numbers>
#include <numeric>

#include "core/fit/grouping.h"
#include "core/quantity/units.h"

namespace usherwright {
namespace {

constexpr std::size_t fillingsTried = 3, beginningsKept = 3;
constexpr int mostBands = 8;
constexpr std::size_t throwsPerCell = 2000;
constexpr double hot = 1.5, cold = 0.02;  // of the cost
constexpr double alike = 5;               // mm of lead

std::vector<double> exitDistances(const Extent& room, const std::vector<Site>& sites, LeadExit exit) {
  std::vector<double> out;
  out.reserve(sites.size());
  // To a ten-thousandth: what is the same but for the last bit of a number is the same.
  for (const Site& s : sites) out.push_back(std::round(exitDistance(room, s.at, exit) * 1e4) / 1e4);
  return out;
}

class Solver {
 public:
  Solver(const FitRoom& room, const LayoutRequest& request, const Progress& progress, const SoFar<CellLayout>& soFar)
      : room_(room), request_(request), progress_(progress), soFar_(soFar) {}

  Outcome<CellLayout> run() {
    if (!request_.locked.layout.empty()) return aroundLocked();
    Outcome<CellLayout> out;
    const std::size_t needed = static_cast<std::size_t>(request_.series) * static_cast<std::size_t>(request_.parallel);
    const std::vector<Filling> found = fillings(room_, request_.grid, 24, Effort::Thorough);
    std::vector<Filling> enough;
    for (const Filling& f : found)
      if (f.sites.size() >= needed) enough.push_back(f);
    if (enough.empty()) {
      out.ending = Ending::Infeasible;
      out.why = tooSmall(found.empty() ? 0 : found.front().sites.size());
      return out;
    }
    // Level rows first where they hold enough: they are easier to build; then what holds most.
    std::stable_sort(enough.begin(), enough.end(), [](const Filling& a, const Filling& b) { return (a.turn == 0) > (b.turn == 0); });
    if (enough.size() > fillingsTried) enough.resize(fillingsTried);
    bool going = true;
    for (std::size_t k = 0; k < enough.size() && going; ++k) going = improve(enough[k], k, enough.size());
    out.result = best_;
    if (!going) out.ending = Ending::OutOfTime;
    else if (best_.empty()) {
      out.ending = Ending::Infeasible;
      out.why =
          fmt::format("There are places enough, but no {} groups of {} were found that hang together.", request_.series, request_.parallel);
    }
    return out;
  }

 private:
  std::string tooSmall(std::size_t places) const {
    if (room_.layers < 1)
      return fmt::format("Too shallow: {} mm are left across, a cell with its strips needs {} mm.", formatNumber(room_.usableDepth, 3),
                         formatNumber(room_.eachLayer - (room_.lying ? room_.gap : 0), 3));
    const std::size_t p = places / static_cast<std::size_t>(std::max(1, request_.series));
    const std::size_t needed = static_cast<std::size_t>(request_.series) * static_cast<std::size_t>(request_.parallel);
    std::string out = fmt::format("{} cells go in, {} are needed", places, needed);
    out += p > 0 ? fmt::format(": {}S{}P would do.", request_.series, p) : fmt::format(": not even {}S1P.", request_.series);
    if (const auto mm = shortBy(room_, request_.grid, needed))
      out += fmt::format(" All around the room is {} mm too small.", formatNumber(mm->value(), 2));
    return out;
  }

  /// From the kept groups: what stays, stays; the others are exchanged.
  Outcome<CellLayout> aroundLocked() {
    Outcome<CellLayout> out;
    const CellLayout& kept = request_.locked.layout;
    const Filling filling{kept.sites, kept.turn, kept.grid};
    const auto beside = neighbours(room_, filling.sites);
    std::vector<double> toExit = exitDistances(extentOf(filling.sites, room_), filling.sites, request_.leadExit);
    for (double& d : toExit) d /= pitch();
    Grouping work(beside, std::move(toExit), request_.series, request_.parallel);
    work.lock(request_.locked.stays);
    bool going = true;
    for (std::size_t k = 0; k < fillingsTried * beginningsKept && going; ++k) {
      work.set(kept.group);
      if (work.valid()) offer(filling, work);
      going = anneal(filling, work, k, 1.0 / (fillingsTried * beginningsKept));
    }
    out.result = best_;
    if (!going) out.ending = Ending::OutOfTime;
    return out;
  }

  struct Beginning {
    std::vector<int> labels;
    double cost = 0;
  };

  bool improve(const Filling& filling, std::size_t index, std::size_t of) {
    const auto beside = neighbours(room_, filling.sites);
    const Extent extent = extentOf(room_.usable);
    std::vector<double> toExit = exitDistances(extent, filling.sites, request_.leadExit);
    for (double& d : toExit) d /= pitch();
    // All places, and those alone that lie nearest to where the lead leaves: a block there rather than a string along the room.
    std::vector<std::vector<std::size_t>> subsets;
    std::vector<std::size_t> nearest(filling.sites.size());
    std::iota(nearest.begin(), nearest.end(), 0u);
    std::stable_sort(nearest.begin(), nearest.end(), [&](std::size_t i, std::size_t k) { return toExit[i] < toExit[k]; });
    const auto needed = static_cast<double>(request_.series * request_.parallel);
    for (const double share : {1.0, 1.2, 1.6}) {
      const auto count = static_cast<std::size_t>(std::ceil(needed * share));
      if (count < nearest.size()) subsets.emplace_back(nearest.begin(), nearest.begin() + static_cast<std::ptrdiff_t>(count));
    }
    subsets.push_back(nearest);
    Grouping work(beside, std::move(toExit), request_.series, request_.parallel);
    std::vector<Beginning> begun;
    for (const auto& subset : subsets) {
      Beginning best{{}, 1e18};
      for (const double degrees : {0.0, 90.0, 180.0, 270.0, 60.0, 120.0, 240.0, 300.0})
        for (int count = 1; count <= mostBands; ++count)
          for (const bool fromEnd : {false, true}) {
            const Bands bands{(filling.turn + degrees) * std::numbers::pi / 180, count, fromEnd};
            work.set(banded(filling.sites, subset, bands, request_.series, request_.parallel));
            if (work.cost() < best.cost) best = {work.labels(), work.cost()};
            if (work.valid()) offer(filling, work);
          }
      begun.push_back(std::move(best));
    }
    std::stable_sort(begun.begin(), begun.end(), [](const Beginning& a, const Beginning& b) { return a.cost < b.cost; });
    for (std::size_t k = 0; k < std::min(beginningsKept, begun.size()); ++k) {
      work.set(begun[k].labels);
      const double share = 1.0 / (static_cast<double>(of) * beginningsKept);
      const std::size_t throwOf = index * beginningsKept + k;
      if (!anneal(filling, work, throwOf, share)) return false;
    }
    return true;
  }

  bool anneal(const Filling& filling, Grouping& work, std::size_t index, double share) {
    Dice dice(static_cast<std::uint64_t>(request_.seed) * 1000003 + index);
    const double done = static_cast<double>(index) * share;
    const std::size_t most = throwsPerCell * filling.sites.size();
    for (std::size_t t = 0; t < most; ++t) {
      const double through = static_cast<double>(t) / static_cast<double>(most);
      if (t % 4096 == 0 && !progress_.goOn(done + share * through)) return false;
      std::size_t i = 0, k = 0;
      if (!work.draw(dice, i, k)) continue;
      const double before = work.cost(), warmth = hot * std::pow(cold / hot, through);
      work.exchange(i, k);
      const double more = work.cost() - before;
      if (more > 0 && dice.unit() >= std::exp(-more / warmth)) {
        work.exchange(i, k);
        continue;
      }
      if (more < 0 && work.valid()) offer(filling, work);
    }
    return true;
  }

  double pitch() const { return std::max(room_.cell.width, room_.cell.height) + room_.gap; }

  void offer(const Filling& filling, const Grouping& work) {
    LayoutScores scores = work.scores();
    scores.leads *= pitch();
    if (!best_.empty() && !scores.beats(best_.scores)) return;
    best_ = CellLayout{};
    best_.turn = filling.turn;
    best_.grid = filling.grid;
    best_.places = filling.sites.size();
    best_.scores = scores;
    for (std::size_t i = 0; i < filling.sites.size(); ++i) {
      if (work.labels()[i] == 0) continue;
      best_.sites.push_back(filling.sites[i]);
      best_.group.push_back(work.labels()[i]);
    }
    if (soFar_) soFar_(best_);
  }

  const FitRoom& room_;
  const LayoutRequest& request_;
  const Progress& progress_;
  const SoFar<CellLayout>& soFar_;
  CellLayout best_;
};

}  // namespace

double exitDistance(const Extent& e, Spot p, LeadExit exit) {
  switch (exit) {
    case LeadExit::Front: return e.high.x - p.x;
    case LeadExit::Back: return p.x - e.low.x;
    case LeadExit::Top: return e.high.y - p.y;
    case LeadExit::Bottom: return p.y - e.low.y;
  }
  return 0;
}

Extent extentOf(const std::vector<Site>& sites, const FitRoom& room) {
  if (!room.usable.empty()) return extentOf(room.usable);
  Ring spots;
  for (const Site& s : sites) spots.push_back(s.at);
  return extentOf(Region{spots});
}

bool LayoutScores::beats(const LayoutScores& other) const {
  if (weakestFront != other.weakestFront) return weakestFront > other.weakestFront;
  const double mine = std::floor(leads / alike), theirs = std::floor(other.leads / alike);
  if (mine != theirs) return mine < theirs;
  if (apart != other.apart) return apart < other.apart;
  return broken < other.broken;
}

Outcome<CellLayout> layOut(const FitRoom& room, const LayoutRequest& request, const Progress& progress, const SoFar<CellLayout>& soFar) {
  if (!room.known() || request.series < 1 || request.parallel < 1) {
    Outcome<CellLayout> out;
    out.ending = Ending::Infeasible;
    out.why = !room.why.empty() ? room.why : "Not known yet:";
    for (std::size_t i = 0; i < room.missing.size(); ++i) out.why += (i > 0 ? ", " : " ") + room.missing[i];
    if (room.why.empty()) out.why += ".";
    return out;
  }
  return Solver(room, request, progress, soFar).run();
}

namespace {

/// Two cells of the size that counts now cannot stand so close: the layout was kept for smaller ones.
bool anyOverlap(const FitRoom& room, const std::vector<Site>& sites) {
  constexpr double rounding = 0.03;  // mm
  for (std::size_t i = 0; i < sites.size(); ++i)
    for (std::size_t j = i + 1; j < sites.size(); ++j) {
      if (sites[i].layer != sites[j].layer) continue;
      const double dx = std::abs(sites[i].at.x - sites[j].at.x), dy = std::abs(sites[i].at.y - sites[j].at.y);
      if (room.cell.round ? std::hypot(dx, dy) < room.cell.width - rounding
                          : dx < room.cell.width - rounding && dy < room.cell.height - rounding)
        return true;
    }
  return false;
}

}  // namespace

CellLayout layoutOf(const FitRoom& room, const Fit& fit, int series, int parallel) {
  CellLayout out;
  if (!room.cellKnown || fit.places.size() != static_cast<std::size_t>(series) * static_cast<std::size_t>(parallel)) return out;
  std::vector<int> count(static_cast<std::size_t>(series) + 1);
  for (const CellPlace& p : fit.places) {
    if (p.group < 1 || p.group > series) return {};
    ++count[static_cast<std::size_t>(p.group)];
    out.sites.push_back({{p.x.value(), p.y.value()}, p.layer});
    out.group.push_back(p.group);
  }
  if (std::any_of(count.begin() + 1, count.end(), [&](int n) { return n != parallel; })) return {};
  if (anyOverlap(room, out.sites)) return {};
  const auto beside = neighbours(room, out.sites);
  const Extent extent = extentOf(out.sites, room);
  Grouping work(beside, exitDistances(extent, out.sites, fit.leadExit.value_or(LeadExit::Front)), series, parallel);
  work.set(out.group);
  if (!work.valid()) return {};
  out.scores = work.scores();
  out.places = out.sites.size();
  return out;
}

Plan withLayout(const Plan& plan, std::size_t pack, const CellLayout& layout) {
  Plan next = plan;
  std::vector<CellPlace>& places = next.packs[pack].fit.places.edit();
  places.clear();
  for (std::size_t i = 0; i < layout.sites.size(); ++i) {
    CellPlace p;
    // To a hundredth: what is kept is what is drawn and printed.
    p.x = Millimetre(std::round(layout.sites[i].at.x * 100) / 100);
    p.y = Millimetre(std::round(layout.sites[i].at.y * 100) / 100);
    p.layer = layout.sites[i].layer;
    p.group = layout.group[i];
    places.push_back(std::move(p));
  }
  return next;
}

}  // namespace usherwright
