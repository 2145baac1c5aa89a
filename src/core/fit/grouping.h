// Groups on the places of one filling: the search that layOut() runs. Private to the room.
#pragma once

#include <cstdint>

#include "core/fit/layout.h"

namespace usherwright {

/// Steele, Lea and Flood's splitmix64: the same numbers everywhere.
class Dice {
 public:
  explicit Dice(std::uint64_t seed) : state_(seed) {}
  std::uint64_t next() {
    std::uint64_t z = (state_ += 0x9e3779b97f4a7c15ULL);
    z = (z ^ (z >> 30)) * 0xbf58476d1ce4e5b9ULL;
    z = (z ^ (z >> 27)) * 0x94d049bb133111ebULL;
    return z ^ (z >> 31);
  }
  std::size_t below(std::size_t n) { return static_cast<std::size_t>(next() % n); }
  double unit() { return static_cast<double>(next() >> 11) * 0x1.0p-53; }

 private:
  std::uint64_t state_;
};

/// Labels of places, 0 for one that stays free, and what they come to, kept up to date at each exchange.
class Grouping {
 public:
  Grouping(const std::vector<std::vector<std::size_t>>& beside, std::vector<double> toExit, int series, int parallel)
      : beside_(&beside), toExit_(std::move(toExit)), series_(series), parallel_(parallel) {}

  void set(std::vector<int> labels);
  /// Places that no draw exchanges; nothing: none.
  void lock(std::vector<bool> stays) { stays_ = std::move(stays); }
  const std::vector<int>& labels() const { return labels_; }
  bool valid() const { return faults_ == 0; }
  /// To be made small: pieces too many and missing fronts above all.
  double cost() const { return cost_; }
  const LayoutScores& scores() const { return scores_; }

  /// Places i and k change their labels.
  void exchange(std::size_t i, std::size_t k);
  /// An exchange that may help: a place at a border, and one of the neighbour's in return. False if none was found at this throw.
  bool draw(Dice& dice, std::size_t& i, std::size_t& k) const;

 private:
  void countEdges(std::size_t at, int sign);
  int piecesOf(int group) const;
  double leadOf(int group) const;
  void weigh();

  const std::vector<std::vector<std::size_t>>* beside_;
  std::vector<double> toExit_;  ///< in pitches
  int series_, parallel_;
  bool isLocked(std::size_t at) const { return at < stays_.size() && stays_[at]; }

  std::vector<int> labels_;
  std::vector<bool> stays_;
  std::vector<std::vector<std::size_t>> members_;  ///< of each label
  std::vector<std::size_t> slot_;                  ///< of each place among its label's members
  std::vector<int> front_;                         ///< pairs between group g and g + 1
  std::vector<int> apart_;                         ///< pairs by how many groups lie between them
  std::vector<int> pieces_;                        ///< of each group
  std::vector<double> lead_;
  int broken_ = 0, faults_ = 0;
  LayoutScores scores_;
  double cost_ = 0;
  mutable std::vector<std::uint32_t> seen_;
  mutable std::vector<std::size_t> stack_;
  mutable std::uint32_t round_ = 0;
};

/// Labels by bands: the places `of` in bands across a direction, walked to and fro, P at a time; every other place stays free.
struct Bands {
  double radians = 0;
  int count = 1;
  bool fromEnd = false;
};
std::vector<int> banded(const std::vector<Site>& sites, const std::vector<std::size_t>& of, const Bands& bands, int series, int parallel);

}  // namespace usherwright
