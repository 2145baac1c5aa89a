// Boxes in rooms, and their ways in.
#include "core/fit/insertion.h"

#include <algorithm>
#include <cmath>
#include <cstdint>
#include <numbers>
#include <optional>

namespace usherwright {
namespace {

constexpr double farthestClearance = 50, farthestGrowth = 60, exact = 0.25;  // mm
constexpr double sliver = 0.1;                                               // mm: of a box that would have to be smaller than nothing
constexpr double perDegree = std::numbers::pi / 180;

/// Where the middle of a box may be in the plane, at a turn, with some clearance.
Region middles(const Region& usable, double turn, double along, double up, double clearance) {
  const Region level = turned(usable, -turn * perDegree);
  return heldInside(level, std::max(sliver, along + 2 * clearance), std::max(sliver, up + 2 * clearance));
}

/// The end of an interval at whose beginning something goes and at whose end it does not, to within so much; the beginning's side.
template <class Goes>
double lastThatGoes(double low, double high, double within, const Goes& goes) {
  while (high - low > within) {
    const double middle = (low + high) / 2;
    (goes(middle) ? low : high) = middle;
  }
  return low;
}

/// The most clearance with which a box goes in, if it is more than `least`; below 0: it does not, and would at that much less.
std::optional<double> mostClearance(const Region& usable, double turn, double along, double up, double least) {
  const auto goes = [&](double c) { return !middles(usable, turn, along, up, c).empty(); };
  const double low = least + exact, high = farthestClearance;
  if (low >= high || !goes(low)) return std::nullopt;
  return goes(high) ? high : lastThatGoes(low, high, exact, goes);
}

/// Level, upright, and along every long edge.
std::vector<double> turnsOf(const FitRoom& room) {
  std::vector<double> out{0, 90};
  for (const double degrees : longEdges(room.inside))
    for (const double d : {std::fmod(degrees + 360, 180), std::fmod(degrees + 450, 180)})
      if (std::none_of(out.begin(), out.end(), [&](double o) { return std::abs(o - d) < 0.5; })) out.push_back(d);
  return out;
}

Spot turnedBack(Spot at, double turn) {
  const double c = std::cos(turn * perDegree), s = std::sin(turn * perDegree);
  return {c * at.x - s * at.y, s * at.x + c * at.y};
}

/// A point of what is left for the middle, near its own middle.
Spot spotIn(const Region& held) {
  const Extent e = extentOf(held);
  const Spot at{(e.low.x + e.high.x) / 2, (e.low.y + e.high.y) / 2};
  return contains(held, at) || held.empty() ? at : held.front().front();
}

}  // namespace

BoxInRoom boxInRoom(const FitRoom& room, Millimetre length, Millimetre width, Millimetre height) {
  const std::array<double, 3> side{length.value(), width.value(), height.value()};
  BoxInRoom best;
  double most = -farthestGrowth;
  const std::vector<double> turns = turnsOf(room);
  for (std::size_t through = 0; through < 3; ++through) {
    const double across = (room.usableDepth - side[through]) / 2;
    const double along = side[(through + 1) % 3], up = side[(through + 2) % 3];
    for (const double turn : turns) {
      if (across <= most) break;
      const auto c = mostClearance(room.usable, turn, along, up, most);
      if (!c) continue;
      most = std::min(*c, across);
      best.goesIn = most >= 0;
      best.turn = turn;
      best.along = along;
      best.up = up;
      best.through = side[through];
      best.clearance = Millimetre(std::max(0.0, *c));
      best.clearanceAcross = Millimetre(std::max(0.0, across));
      best.tooLarge = Millimetre(std::max(0.0, -most));
      best.at = turnedBack(spotIn(middles(room.usable, turn, along, up, *c - exact)), turn);
    }
  }
  return best;
}

BoxInRoom boxPlaced(const FitRoom& room, const Fit& fit, BoxInRoom box) {
  if ((!fit.boxX && !fit.boxY && !fit.boxTurn) || box.along <= 0) return box;
  box.placed = true;
  box.turn = fit.boxTurn ? fit.boxTurn->value() : box.turn;
  if (fit.boxX) box.at.x = fit.boxX->value();
  if (fit.boxY) box.at.y = fit.boxY->value();
  // Its clearance: the most by which it could grow where it stands; below nothing it overlaps something.
  const auto inside = [&](double c) {
    BoxInRoom larger = box;
    larger.along = std::max(sliver, box.along + 2 * c);
    larger.up = std::max(sliver, box.up + 2 * c);
    return without({outlineOf(larger)}, room.usable).empty();
  };
  const double low = lastThatGoes(-farthestGrowth, farthestClearance, exact / 8, inside);
  const double across = (room.usableDepth - box.through) / 2;
  // Two lines on each other are no overlap: a hundredth, as places are kept.
  constexpr double rounding = 0.05;
  box.goesIn = low >= -rounding && across >= 0;
  box.clearance = Millimetre(std::max(0.0, low));
  box.clearanceAcross = Millimetre(std::max(0.0, across));
  box.tooLarge = Millimetre(box.goesIn ? 0.0 : std::max(-low, -across));
  return box;
}

Ring outlineOf(const BoxInRoom& box) {
  Ring out;
  for (const auto& [u, v] : {std::pair{-0.5, -0.5}, {0.5, -0.5}, {0.5, 0.5}, {-0.5, 0.5}}) {
    const Spot corner = turnedBack({u * box.along, v * box.up}, box.turn);
    out.push_back({box.at.x + corner.x, box.at.y + corner.y});
  }
  return out;
}

LargestBox largestBox(const FitRoom& room) {
  LargestBox best;
  const Extent e = extentOf(room.usable);
  const double longest = std::hypot(e.width(), e.height());
  constexpr int steps = 24;
  constexpr double fine = 2;  // mm
  for (const double turn : turnsOf(room))
    for (int i = 1; i <= steps; ++i) {
      const double along = longest * i / steps;
      const auto goes = [&](double up) { return !middles(room.usable, turn, along, up, 0).empty(); };
      // Nothing to be searched where it could not be larger than the best one.
      const double low = best.along * best.up / along;
      if (low >= longest || !goes(low + fine)) continue;
      best = {along, lastThatGoes(low, longest, fine, goes), std::max(0.0, room.usableDepth), turn, {}};
    }
  if (best.along <= 0) return best;
  // Each side once more as long as the other lets it be.
  const auto goes = [&](double along, double up) { return !middles(room.usable, best.turn, along, up, 0).empty(); };
  best.along = lastThatGoes(best.along, longest, exact, [&](double along) { return goes(along, best.up); });
  best.up = lastThatGoes(best.up, longest, exact, [&](double up) { return goes(best.along, up); });
  best.at = turnedBack(spotIn(middles(room.usable, best.turn, best.along, best.up, 0)), best.turn);
  return best;
}

Region wayRegion(const FitRoom& room, const Fit& fit, const std::vector<std::size_t>& off) {
  const OpenSide side = fit.open.value_or(OpenSide::Across);
  if (side == OpenSide::Across) return room.usable;
  const Extent e = extentOf(room.inside);
  const double far = 2 * std::hypot(e.width(), e.height());
  const bool level = side == OpenSide::Front || side == OpenSide::Back;
  const double low = level ? e.low.y : e.low.x, high = level ? e.high.y : e.high.x;
  double from = low, to = high;
  if (fit.mouth) {
    from = fit.mouthFrom ? low + fit.mouthFrom->value() : (low + high - fit.mouth->value()) / 2;
    to = from + fit.mouth->value();
  }
  const Spot out{side == OpenSide::Front  ? far
                 : side == OpenSide::Back ? -far
                                          : 0,
                 side == OpenSide::Top      ? far
                 : side == OpenSide::Bottom ? -far
                                            : 0};
  // Through the mouth the room goes on to the outside; beyond its wall there is room on every side.
  const Region mouth = common(swept(room.inside, out), {level ? rectangle({e.low.x - far, from}, {e.high.x + far, to})
                                                              : rectangle({from, e.low.y - far}, {to, e.high.y + far})});
  constexpr double wall = 2;  // mm that the mouth is deep
  Ring before;
  switch (side) {
    case OpenSide::Front: before = rectangle({e.high.x + wall, e.low.y - far}, {e.high.x + far, e.high.y + far}); break;
    case OpenSide::Back: before = rectangle({e.low.x - far, e.low.y - far}, {e.low.x - wall, e.high.y + far}); break;
    case OpenSide::Top: before = rectangle({e.low.x - far, e.high.y + wall}, {e.high.x + far, e.high.y + far}); break;
    default: before = rectangle({e.low.x - far, e.low.y - far}, {e.high.x + far, e.low.y - wall}); break;
  }
  Region free = joined(joined(room.inside, mouth), {before});
  for (std::size_t i = 0; i < fit.things.size(); ++i) {
    if (std::find(off.begin(), off.end(), i) != off.end()) continue;
    if (Ring ring = outlineOf(fit.things[i], 0); !ring.empty()) free = without(free, {std::move(ring)});
  }
  return free;
}

namespace {

/// Places and turns of a box, as a grid of bits: free or not.
class Sweep {
 public:
  Sweep(const Region& free, const Extent& inside, const BoxInRoom& box, OpenSide by, int turns) : box_(box), by_(by), turns_(turns) {
    const double beyond = std::hypot(box.along, box.up) + 10;
    low_ = {inside.low.x - (by == OpenSide::Back ? beyond : 0), inside.low.y - (by == OpenSide::Bottom ? beyond : 0)};
    high_ = {inside.high.x + (by == OpenSide::Front ? beyond : 0), inside.high.y + (by == OpenSide::Top ? beyond : 0)};
    step_ = std::max(1.5, std::max(high_.x - low_.x, high_.y - low_.y) / finest);
    // The place where it stands is a point of the grid.
    low_.x = box.at.x - std::ceil((box.at.x - low_.x) / step_) * step_;
    low_.y = box.at.y - std::ceil((box.at.y - low_.y) / step_) * step_;
    columns_ = static_cast<int>((high_.x - low_.x) / step_) + 1;
    rows_ = static_cast<int>((high_.y - low_.y) / step_) + 1;
    before_.assign(static_cast<std::size_t>(columns_) * static_cast<std::size_t>(rows_) * static_cast<std::size_t>(turns_), blocked);
    for (int t = 0; t < turns_; ++t) fill(free, t);
    start_ =
        index(static_cast<int>(std::lround((box.at.x - low_.x) / step_)), static_cast<int>(std::lround((box.at.y - low_.y) / step_)), 0);
    before_[start_] = start;  // somebody has already seen that it stands there
  }

  /// The poses from outside to where it stands; empty: no way.
  std::vector<Pose> run() {
    std::vector<std::size_t> wave{start_}, next;
    while (!wave.empty()) {
      for (const std::size_t at : wave) {
        if (isOutside(at)) return back(at);
        const auto [column, row, turn] = parts(at);
        const auto go = [&](int c, int r, int t, std::uint8_t from) {
          if (c < 0 || r < 0 || c >= columns_ || r >= rows_) return;
          const std::size_t to = index(c, r, t);
          if (before_[to] != unseen) return;
          before_[to] = from;
          next.push_back(to);
        };
        go(column + 1, row, turn, left);
        go(column - 1, row, turn, right);
        go(column, row + 1, turn, under);
        go(column, row - 1, turn, over);
        if (turns_ == 1) continue;
        go(column, row, (turn + 1) % turns_, turnedLess);
        go(column, row, (turn + turns_ - 1) % turns_, turnedMore);
      }
      wave.swap(next);
      next.clear();
    }
    return {};
  }

 private:
  static constexpr double finest = 150;
  enum : std::uint8_t { blocked, unseen, start, left, right, under, over, turnedLess, turnedMore };

  double degrees(int turn) const { return box_.turn + 180.0 * turn / turns_; }
  std::size_t index(int c, int r, int t) const {
    return (static_cast<std::size_t>(t) * static_cast<std::size_t>(rows_) + static_cast<std::size_t>(r)) *
               static_cast<std::size_t>(columns_) +
           static_cast<std::size_t>(c);
  }
  struct Parts {
    int column, row, turn;
  };
  Parts parts(std::size_t at) const {
    const auto columns = static_cast<std::size_t>(columns_), rows = static_cast<std::size_t>(rows_);
    return {static_cast<int>(at % columns), static_cast<int>(at / columns % rows), static_cast<int>(at / columns / rows)};
  }
  Spot spot(int column, int row) const { return {low_.x + column * step_, low_.y + row * step_}; }

  void fill(const Region& free, int t) {
    const Region held = turned(middles(free, degrees(t), box_.along, box_.up, 0), degrees(t) * perDegree);
    for (int row = 0; row < rows_; ++row)
      for (const Span& s : cutAt(held, low_.y + row * step_)) {
        const int from = std::max(0, static_cast<int>(std::ceil((s.from - low_.x) / step_))),
                  to = std::min(columns_ - 1, static_cast<int>(std::floor((s.to - low_.x) / step_)));
        for (int c = from; c <= to; ++c) before_[index(c, row, t)] = unseen;
      }
  }

  bool isOutside(std::size_t at) const {
    const auto [column, row, turn] = parts(at);
    switch (by_) {
      case OpenSide::Front: return column == columns_ - 1;
      case OpenSide::Back: return column == 0;
      case OpenSide::Top: return row == rows_ - 1;
      case OpenSide::Bottom: return row == 0;
      default: return true;
    }
  }

  std::vector<Pose> back(std::size_t at) const {
    std::vector<Pose> out;
    for (;;) {
      auto [column, row, turn] = parts(at);
      // Past half a turn it is the same box turned less.
      out.push_back({spot(column, row), turn > turns_ / 2 ? degrees(turn) - 180 : degrees(turn)});
      switch (before_[at]) {
        case left: --column; break;
        case right: ++column; break;
        case under: --row; break;
        case over: ++row; break;
        case turnedLess: turn = (turn + turns_ - 1) % turns_; break;
        case turnedMore: turn = (turn + 1) % turns_; break;
        default: return out;
      }
      at = index(column, row, turn);
    }
  }

  BoxInRoom box_;
  OpenSide by_;
  int turns_, columns_ = 0, rows_ = 0;
  Spot low_, high_;
  double step_ = 1;
  std::size_t start_ = 0;
  std::vector<std::uint8_t> before_;
};

constexpr int turnsOfSweep = 90;  // of half a turn

/// A way with nothing but slides where there is one; else with turns.
std::vector<Pose> posesThrough(const FitRoom& room, const Fit& fit, const BoxInRoom& box, const std::vector<std::size_t>& off) {
  const Region free = wayRegion(room, fit, off);
  const Extent inside = extentOf(room.inside);
  std::vector<Pose> out = Sweep(free, inside, box, *fit.open, 1).run();
  if (out.empty()) out = Sweep(free, inside, box, *fit.open, turnsOfSweep).run();
  return out;
}

}  // namespace

WayIn wayIn(const FitRoom& room, const Fit& fit, const BoxInRoom& box) {
  WayIn out;
  out.by = *fit.open;
  if (out.by == OpenSide::Across) {
    out.open = true;
    return out;
  }
  std::vector<std::size_t> loose;
  for (std::size_t i = 0; i < fit.things.size() && loose.size() < 6; ++i)
    if (fit.things[i].comesOff == true && !outlineOf(fit.things[i], 0).empty()) loose.push_back(i);
  // As few of them as possible.
  for (std::size_t count = 0; count <= std::min<std::size_t>(3, loose.size()) && !out.open; ++count) {
    std::vector<bool> picked(loose.size(), false);
    std::fill(picked.begin(), picked.begin() + static_cast<std::ptrdiff_t>(count), true);
    do {
      std::vector<std::size_t> off;
      for (std::size_t i = 0; i < loose.size(); ++i)
        if (picked[i]) off.push_back(loose[i]);
      out.poses = posesThrough(room, fit, box, off);
      out.open = !out.poses.empty();
      out.off = out.open ? off : std::vector<std::size_t>{};
    } while (!out.open && std::prev_permutation(picked.begin(), picked.end()));
  }
  for (const Pose& p : out.poses) out.tilt = std::max(out.tilt, std::abs(p.turn - box.turn));
  return out;
}

}  // namespace usherwright
