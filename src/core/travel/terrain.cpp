// Distances, holes, and the estimate of heights.
#include "core/travel/terrain.h"

#include <fmt/format.h>

#include <Eigen/Dense>
#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>
#include <utility>

#include "core/quantity/units.h"

namespace usherwright {
namespace {

constexpr double earth = 6371000, perDegree = std::numbers::pi / 180;
constexpr double step = 25;                        // m between the points of the ground
constexpr double leastMove = 8;                    // m: less is a receiver that stands
constexpr double longestBridge = 500;              // m
constexpr double fastest = 40;                     // m/s: no bicycle, not even downhill
constexpr double farJump = 1000, nearAgain = 300;  // m: of a track without times
constexpr double usualSpeed = 5;                   // m/s, where nobody knows the times
constexpr double mostWeight = 10;                  // observations in one step that count: standing for an hour tells no more
constexpr double evened = 0.8;                     // of the errors as fitted
constexpr std::size_t mostFitted = 3000;           // steps that the sizes of the errors are fitted on

double distance(const TrackPoint& a, const TrackPoint& b) {
  const double dLat = (b.latitude - a.latitude) * perDegree, dLon = (b.longitude - a.longitude) * perDegree;
  // Some kilometres are flat to a millionth: one cosine instead of six functions, for a hundred thousand points.
  constexpr double near = 1e-3, pole = 80;
  if (std::abs(dLat) < near && std::abs(dLon) < near && std::abs(a.latitude) < pole) {
    const double east = dLon * std::cos((a.latitude + b.latitude) / 2 * perDegree);
    return earth * std::sqrt(dLat * dLat + east * east);
  }
  const double s = std::sin(dLat / 2), t = std::sin(dLon / 2);
  const double h = s * s + std::cos(a.latitude * perDegree) * std::cos(b.latitude * perDegree) * t * t;
  return 2 * earth * std::asin(std::min(1.0, std::sqrt(h)));
}

/// A point of the track with its way from the start.
struct Placed {
  double along;
  const TrackPoint* point;
};

/// The points in their order, without those that jump, with how far along they are.
class AlongTrack {
 public:
  AlongTrack(const std::vector<TrackPoint>& track, std::vector<std::string>& said) : track_(track), said_(said) {}

  std::vector<Placed> run() {
    std::vector<Placed> out;
    const TrackPoint* last = nullptr;
    double along = 0, bridged = 0;
    std::size_t wild = 0, bridges = 0, left = 0;
    double leftOut = 0;
    for (std::size_t i = 0; i < track_.size(); ++i) {
      const TrackPoint& p = track_[i];
      if (!last) {
        last = &p;
        out.push_back({0, &p});
        continue;
      }
      if (jumps(i, *last)) {
        ++wild;
        continue;
      }
      const double way = distance(*last, p);
      if (way < leastMove) {
        out.push_back({along, &p});
        continue;
      }
      const bool hole = p.begins || way > longestBridge;
      if (hole && way > longestBridge) {
        ++left;
        leftOut += way;
      } else {
        if (hole) {
          ++bridges;
          bridged += way;
        }
        along += way;
      }
      last = &p;
      out.push_back({along, &p});
    }
    say(wild, bridges, bridged, left, leftOut);
    return out;
  }

 private:
  bool jumps(std::size_t i, const TrackPoint& last) const {
    const TrackPoint& p = track_[i];
    const double way = distance(last, p);
    if (p.begins) return false;
    if (p.time && last.time && *p.time > *last.time && way > 50) return way / (*p.time - *last.time) > fastest && comesBack(i, last);
    return way > farJump && comesBack(i, last);
  }
  /// The next point lies near the last good one again: this one is nowhere.
  bool comesBack(std::size_t i, const TrackPoint& last) const {
    const double way = distance(last, track_[i]);
    for (std::size_t k = i + 1; k < std::min(track_.size(), i + 4); ++k)
      if (distance(last, track_[k]) < std::max(nearAgain, 0.5 * way)) return true;
    return i + 1 == track_.size();
  }

  void say(std::size_t wild, std::size_t bridges, double bridged, std::size_t left, double leftOut) {
    const auto many = [](std::size_t n, const char* one, const char* more) {
      return n == 1 ? fmt::format("One {}", one) : fmt::format("{} {}", n, more);
    };
    if (wild > 0) said_.push_back(many(wild, "point that jumps is left out.", "points that jump are left out."));
    if (bridges > 0) said_.push_back(many(bridges, "hole is", "holes are") + fmt::format(" bridged: {} m.", std::lround(bridged)));
    if (left > 0) said_.push_back(many(left, "hole is", "holes are") + fmt::format(" left out: {} km.", formatNumber(leftOut / 1000, 3)));
  }

  const std::vector<TrackPoint>& track_;
  std::vector<std::string>& said_;
};

/// Heights seen in one step: their mean, and how many count. None: 0.
struct Seen {
  double height = 0, weight = 0;
};

/// Sizes of the ground's grade and of the receiver's errors; logarithms, as they are searched.
struct Sizes {
  std::array<double, 5> log{};
  double grade() const { return std::exp(log[0]); }        ///< rise over run, standard deviation
  double gradeLength() const { return std::exp(log[1]); }  ///< m in which it is forgotten to a third
  double slow() const { return std::exp(log[2]); }         ///< m
  double slowTime() const { return std::exp(log[3]); }     ///< s
  double fast() const { return std::exp(log[4]); }         ///< m
};

/// Height, grade and the slow error along the steps.
class Filter {
 public:
  Filter(const std::vector<Seen>& seen, double speed, const Sizes& sizes)
      : seen_(seen),
        kept_(std::exp(-step / sizes.gradeLength())),
        drift_(std::exp(-step / (sizes.slowTime() * speed))),
        grade_(sizes.grade() * sizes.grade()),
        slow_(sizes.slow() * sizes.slow()),
        fast_(sizes.fast() * sizes.fast()) {}

  /// The logarithm of the likelihood of what was seen.
  double likelihood() const {
    double squares = 0, logs = 0, product = 1;
    std::size_t count = 0;
    State state = first();
    for (std::size_t i = 0; i < seen_.size(); ++i) {
      if (i > 0) move(state);
      if (seen_[i].weight <= 0) continue;
      const auto [variance, off] = see(state, seen_[i]);
      if (count++ <= 2) continue;
      squares += off * off / variance;
      product *= variance;
      if (count % 8 == 0) logs += std::log(std::exchange(product, 1));  // a logarithm costs more than the step
    }
    return -0.5 * (squares + logs + std::log(product));
  }

  std::vector<double> heights() const {
    std::vector<State> before, after;
    before.reserve(seen_.size());
    after.reserve(seen_.size());
    State state = first();
    for (std::size_t i = 0; i < seen_.size(); ++i) {
      if (i > 0) move(state);
      before.push_back(state);
      if (seen_[i].weight > 0) see(state, seen_[i]);
      after.push_back(state);
    }
    Eigen::Matrix3d moved;
    moved << 1, step, 0, 0, kept_, 0, 0, 0, drift_;
    std::vector<double> out(seen_.size());
    Eigen::Vector3d later = after.back().middle();
    out.back() = later[0];
    for (std::size_t i = seen_.size() - 1; i-- > 0;) {
      const Eigen::Matrix3d ahead = before[i + 1].spread() + 1e-12 * Eigen::Matrix3d::Identity();
      later = after[i].middle() + after[i].spread() * moved.transpose() * ahead.inverse() * (later - before[i + 1].middle());
      out[i] = later[0];
    }
    return out;
  }

 private:
  /// Height, grade, slow error; and how they are spread together. Written out: a step is taken some hundred thousand times.
  struct State {
    double h = 0, g = 0, e = 0;
    double hh = 0, hg = 0, he = 0, gg = 0, ge = 0, ee = 0;
    Eigen::Vector3d middle() const { return {h, g, e}; }
    Eigen::Matrix3d spread() const {
      Eigen::Matrix3d out;
      out << hh, hg, he, hg, gg, ge, he, ge, ee;
      return out;
    }
  };
  struct Surprise {
    double variance, off;
  };

  State first() const {
    State s;
    const auto seen = std::find_if(seen_.begin(), seen_.end(), [](const Seen& x) { return x.weight > 0; });
    if (seen != seen_.end()) s.h = seen->height;
    s.hh = 1e4;
    s.gg = grade_;
    s.ee = slow_;
    return s;
  }
  void move(State& s) const {
    const double fresh = grade_ * (1 - kept_ * kept_);
    s.h += step * s.g;
    s.g *= kept_;
    s.e *= drift_;
    s.hh += step * (2 * s.hg + step * s.gg) + fresh * step * step / 4;
    s.hg = kept_ * (s.hg + step * s.gg) + fresh * step / 2;
    s.he = drift_ * (s.he + step * s.ge);
    s.gg = kept_ * kept_ * s.gg + fresh;
    s.ge *= kept_ * drift_;
    s.ee = drift_ * drift_ * s.ee + slow_ * (1 - drift_ * drift_);
  }
  /// What is seen: the height and the slow error together.
  Surprise see(State& s, const Seen& seen) const {
    const double h = s.hh + s.he, g = s.hg + s.ge, e = s.he + s.ee, variance = h + e + fast_ / seen.weight, off = seen.height - s.h - s.e;
    const double each = 1 / variance, gain = off * each;
    s.h += h * gain;
    s.g += g * gain;
    s.e += e * gain;
    s.hh -= h * h * each;
    s.hg -= h * g * each;
    s.he -= h * e * each;
    s.gg -= g * g * each;
    s.ge -= g * e * each;
    s.ee -= e * e * each;
    return {variance, off};
  }

  const std::vector<Seen>& seen_;
  double kept_, drift_;         ///< of the grade and of the slow error, after a step
  double grade_, slow_, fast_;  ///< variances
};

/// By maximum likelihood with weak beliefs of what is usual, each size in turn, its step halved where it does not help.
Sizes fitted(const std::vector<Seen>& all, double speed) {
  // Of a long track a piece in its middle: the receiver is the same one.
  std::vector<Seen> some = all;
  if (all.size() > mostFitted) {
    const auto from = all.begin() + static_cast<std::ptrdiff_t>((all.size() - mostFitted) / 2);
    some.assign(from, from + static_cast<std::ptrdiff_t>(mostFitted));
  }
  constexpr std::array<double, 5> usual{0.03, 700, 1, 35, 0.5}, least{0.004, 350, 0.02, 18, 0.02}, most{0.09, 1500, 5, 65, 5};
  constexpr std::array<double, 5> doubt{1.0, 0.4, 1.5, 0.35, 1.5};
  const auto belief = [&](const Sizes& s) {
    double out = Filter(some, speed, s).likelihood();
    for (std::size_t i = 0; i < 5; ++i) {
      const double off = (s.log[i] - std::log(usual[i])) / doubt[i];
      out -= 0.5 * off * off;
    }
    return out;
  };
  Sizes best;
  double highest = -1e300;
  for (const double slow : {0.05, 0.7, 2.5})
    for (const double fast : {0.03, 0.3, 1.5}) {
      const Sizes s{{std::log(usual[0]), std::log(usual[1]), std::log(slow), std::log(usual[3]), std::log(fast)}};
      if (const double b = belief(s); b > highest) {
        highest = b;
        best = s;
      }
    }
  std::array<double, 5> stride{0.6, 0.5, 0.7, 0.4, 0.7};
  constexpr int rounds = 7;
  for (int round = 0; round < rounds; ++round)
    for (std::size_t i = 0; i < 5; ++i) {
      bool moved = false;
      for (const double by : {stride[i], -stride[i]}) {
        Sizes s = best;
        s.log[i] = std::clamp(s.log[i] + by, std::log(least[i]), std::log(most[i]));
        const double b = belief(s);
        if (b <= highest + 1e-6) continue;
        highest = b;
        best = s;
        moved = true;
        break;
      }
      if (!moved) stride[i] /= 2;
    }
  // The likeliest ground is smoother than the true one: a little less is believed of the errors, so that climb and power come out even.
  best.log[2] += std::log(evened);
  best.log[4] += std::log(evened);
  return best;
}

/// m/s over the whole, while it moved.
double speedOf(const std::vector<Placed>& placed) {
  const TrackPoint &first = *placed.front().point, &last = *placed.back().point;
  if (!first.time || !last.time || *last.time <= *first.time) return usualSpeed;
  double moving = 0;
  for (std::size_t i = 1; i < placed.size(); ++i)
    if (placed[i].along > placed[i - 1].along && placed[i].point->time && placed[i - 1].point->time)
      moving += std::clamp(*placed[i].point->time - *placed[i - 1].point->time, 0.0, 60.0);
  return moving > 0 ? std::clamp(placed.back().along / moving, 1.0, 15.0) : usualSpeed;
}

void heights(const std::vector<Placed>& placed, Terrain& out) {
  std::vector<Seen> seen(out.along.size());
  for (const Placed& p : placed) {
    if (!p.point->elevation) continue;
    Seen& s = seen[std::min(seen.size() - 1, static_cast<std::size_t>(std::lround(p.along / step)))];
    s.height += *p.point->elevation;
    s.weight += 1;
  }
  std::size_t filled = 0;
  for (Seen& s : seen) {
    if (s.weight <= 0) continue;
    s.height /= s.weight;
    s.weight = std::min(s.weight, mostWeight);
    ++filled;
  }
  if (filled < 2) {
    out.said.emplace_back("The track has no heights: its climb is not known.");
    return;
  }
  const double speed = speedOf(placed);
  out.height = Filter(seen, speed, fitted(seen, speed)).heights();
  double climb = 0;
  for (std::size_t i = 1; i < out.height.size(); ++i) climb += std::max(0.0, out.height[i] - out.height[i - 1]);
  out.climb = Metre(climb);
}

}  // namespace

Terrain terrainOf(const std::vector<TrackPoint>& track) {
  Terrain out;
  if (track.size() < 2) return out;
  const std::vector<Placed> placed = AlongTrack(track, out.said).run();
  const double whole = placed.back().along;
  if (whole < 2 * step) {
    out.said.emplace_back("The track hardly moves.");
    return out;
  }
  const auto count = static_cast<std::size_t>(std::ceil(whole / step)) + 1;
  std::size_t at = 0;
  for (std::size_t i = 0; i < count; ++i) {
    const double along = std::min(whole, static_cast<double>(i) * step);
    out.along.push_back(along);
    while (at + 1 < placed.size() && placed[at + 1].along <= along) ++at;
    const Placed &from = placed[at], &to = placed[std::min(at + 1, placed.size() - 1)];
    const double share = to.along > from.along ? (along - from.along) / (to.along - from.along) : 0;
    out.latitude.push_back(std::lerp(from.point->latitude, to.point->latitude, share));
    out.longitude.push_back(std::lerp(from.point->longitude, to.point->longitude, share));
  }
  heights(placed, out);
  return out;
}

}  // namespace usherwright
