// What the reasoners over faults (practice/causes.h, log/faults.h) and the trends of a pack have in common: shares that sum to one, what
// they leave open in bits, the question that tells most for its trouble, and how far few points reach.
#pragma once

#include <array>
#include <cmath>
#include <optional>
#include <span>
#include <utility>

namespace usherwright {

/// Makes weights sum to 1; leaves them if nothing weighs anything. Returns what they summed to.
inline double normalise(std::span<double> weights) {
  double sum = 0;
  for (const double w : weights) sum += w;
  if (sum > 0)
    for (double& w : weights) w /= sum;
  return sum;
}

/// −Σ p·log2 p (Shannon), of shares that sum to 1.
inline double openBits(std::span<const double> shares) {
  double out = 0;
  for (const double p : shares)
    if (p > 0) out -= p * std::log2(p);
  return out;
}

/// How many standard errors to both sides hold nine in ten: Student's t for that many degrees of freedom (of none: the normal one), to
/// three decimals up to ten, within 1 % beyond.
inline double studentNinety(std::size_t freedom) {
  constexpr std::array table{6.314, 2.920, 2.353, 2.132, 2.015, 1.943, 1.895, 1.860, 1.833, 1.812};
  if (freedom == 0) return 1.645;
  return freedom <= table.size() ? table[freedom - 1] : 1.645 + 1.55 / static_cast<double>(freedom);
}

/// The question with the most bits for its trouble; none that tells less than a fiftieth of a bit.
template <class Id>
class BestQuestion {
 public:
  static constexpr double worthIt = 0.02;

  void offer(Id id, double bits, double trouble) {
    if (bits < worthIt || bits / trouble <= worth_) return;
    worth_ = bits / trouble;
    bits_ = bits;
    id_ = std::move(id);
  }
  const std::optional<Id>& id() const { return id_; }
  double bits() const { return bits_; }

 private:
  std::optional<Id> id_;
  double worth_ = 0, bits_ = 0;
};

}  // namespace usherwright
