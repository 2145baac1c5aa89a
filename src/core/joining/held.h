// The circuit of joined packs with its conducting set, and the controller's limit, held as they are: between events
// nothing else happens, and the operating point is smooth in the source voltages.
#pragma once

#include <algorithm>
#include <array>
#include <cmath>
#include <utility>

#include "core/joining/circuit.h"

namespace usherwright::circuit {

/// f(0), f(1) … f(n − 1), written out: the compiler then joins what is alike for several sources.
template <std::size_t n, class Work>
constexpr void each(Work&& work) {
  [&]<std::size_t... k>(std::index_sequence<k...>) { (work(k), ...); }
  (std::make_index_sequence<n>());
}

/// Bus and load of a circuit with a converter, which is solved as a whole; all 0 where there is no operating point.
struct Point {
  double bus = 0.0;          ///< V
  double loadCurrent = 0.0;  ///< A
};
Point solvedPoint(const Network& network, const std::array<double, maximumPacks>& emf, std::uint32_t present);

/// `added` is a resistance in series with each source (all 0: the circuit itself); with it an iteration on the currents
/// takes account of what they do to their sources.
template <std::size_t n>
class Held {
 public:
  using Each = std::array<double, n>;

  Held() = default;
  Held(const Network& network, std::uint32_t conducting, bool limited) : Held(network, conducting) {
    for (std::size_t k = 0; k < n; ++k) conductance_[k] = conducting >> k & 1u ? network.conductance[k] : 0.0;
    setLoad(network, limited);
  }
  Held(const Network& network, std::uint32_t conducting, bool limited, const Each& added) : Held(network, conducting) {
    for (std::size_t k = 0; k < n; ++k)
      conductance_[k] = conducting >> k & 1u ? network.conductance[k] / (1 + added[k] * network.conductance[k]) : 0.0;
    setLoad(network, limited);
  }

  Point at(const Each& emf) const { return general_ ? solved(emf) : linear(emf); }
  /// Without a converter.
  Point linear(const Each& emf) const {
    const double open = openBus(emf);
    const double current = load(open);
    return {open - current * perConductance_, current};
  }
  /// The bus without a load.
  double openBus(const Each& emf) const {
    double injected = 0.0;
    for (std::size_t k = 0; k < n; ++k) injected += conductance_[k] * (emf[k] - drop_);
    return injected * perConductance_;
  }
  /// The load's current behind an open-circuit voltage of the bus. Past the point of collapse there is no root; the double
  /// root stands in until the event is located. Total, since an iteration may try a stretch that is much too long.
  double load(double open) const {
    return fixedCurrent_ + twoPower_ / (std::abs(open) + std::sqrt(std::max(1e-300, open * open - fourPowerResistance_)));
  }
  /// Whether the load finds its power at all.
  bool hasRoot(double open) const { return open > 0 && open * open >= fourPowerResistance_; }
  /// By how much the bus follows changes of the source voltages, under a load that takes the same current.
  double busFollows(const Each& changes) const {
    double injected = 0.0;
    for (std::size_t k = 0; k < n; ++k) injected += conductance_[k] * changes[k];
    return injected * perConductance_;
  }
  double conductance(std::size_t k) const { return conductance_[k]; }
  double perConductance() const { return perConductance_; }
  /// Current of a source, without a converter, when the bus stands at `bus`; 0 for one that does not conduct.
  double direct(std::size_t k, double emf, double bus) const { return conductance_[k] * (emf - drop_ - bus); }
  double current(std::size_t k, double emf, double bus) const {
    if (!general_) return direct(k, emf, bus);
    if (!(conducting_ >> k & 1u)) return 0.0;
    if (static_cast<int>(k) == general_->fedSource) return fed(*general_, emf, bus).input;
    return general_->oneWay ? std::max(0.0, direct(k, emf, bus)) : direct(k, emf, bus);
  }
  bool isGeneral() const { return general_ != nullptr; }

 private:
  Held(const Network& network, std::uint32_t conducting)
      : drop_(network.forwardDrop), conducting_(conducting), general_(network.fedSource >= 0 ? &network : nullptr) {}
  void setLoad(const Network& network, bool limited) {
    double sum = 0.0;
    for (const double g : conductance_) sum += g;
    if (sum <= 0.0) return;
    perConductance_ = 1 / sum;
    if (network.load.constantPower && !limited) {
      twoPower_ = 2 * network.load.power.value();
      fourPowerResistance_ = 2 * twoPower_ * (perConductance_ + network.common);
    } else {
      fixedCurrent_ = network.load.constantPower ? network.load.limit.value() : network.load.current.value();
    }
  }
  Point solved(const Each& emf) const {
    std::array<double, maximumPacks> wide{};
    std::copy(emf.begin(), emf.end(), wide.begin());
    return solvedPoint(*general_, wide, conducting_);
  }

  Each conductance_{};           ///< 0 for a source that does not conduct
  double perConductance_ = 0.0;  ///< 1/ΣG
  double drop_ = 0.0;
  double fourPowerResistance_ = 0.0, twoPower_ = 0.0;
  double fixedCurrent_ = 0.0;  ///< A, where the load does not depend on the voltage
  std::uint32_t conducting_ = 0;
  const Network* general_ = nullptr;  ///< with a converter: solved as a whole, nothing held
};

}  // namespace usherwright::circuit
