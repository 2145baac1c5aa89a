// What the two reasoners over faults (practice/causes.h, log/faults.h) have in common: shares that sum to one, what they leave open in
// bits, and the question that tells most for its trouble.
#pragma once

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
