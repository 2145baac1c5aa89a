// The circuit of joined packs at one instant: sources through joints onto a bus, one load behind it.
// Time is in discharge.h.
#pragma once

#include <algorithm>
#include <array>
#include <cmath>
#include <cstdint>
#include <string>
#include <vector>

#include "core/parts/chemistry.h"
#include "core/quantity/quantity.h"

namespace usherwright {

inline constexpr std::size_t maximumPacks = 4;

/// One pack on its way to the bus.
struct Source {
  std::string id;
  RestCurve curve = RestCurve::typical(Chemistry::Nmc);
  int series = 1;
  Ohm cells;              ///< R0 of the pack; the only fast part inside the group voltage
  Ohm slow;               ///< R1, 0 if none
  Farad slowCapacitance;  ///< C1
  Ohm path;               ///< links, BMS, leads, fuse, contacts, runs: all up to the joint
  AmpereHour capacity;
  StateOfCharge start{1};
  StateOfCharge floor{0};  ///< the pack leaves at this charge
  Volt groupCutoff;        ///< the pack leaves when a group is below this; 0 = never
  friend bool operator==(const Source&, const Source&) = default;
};

/// Between each source and the bus. Two-way joints have no forward drop.
struct Joint {
  Volt forwardDrop;
  Ohm onResistance;
  bool oneWay = true;
  bool oneAtATime = false;  ///< selector
  friend bool operator==(const Joint&, const Joint&) = default;
};

struct Load {
  bool constantPower = true;  ///< else constant current
  Watt power;
  Ampere current;
  Ampere limit{1e9};  ///< of the controller
  friend bool operator==(const Load&, const Load&) = default;
};

namespace circuit {

/// Plain numbers of a circuit for the inner loop: conductances, drops, load.
struct Network {
  std::size_t count = 0;
  std::array<double, maximumPacks> conductance{};  ///< 1/Ω of each source up to the bus
  double forwardDrop = 0.0;
  bool oneWay = true;
  double common = 0.0;  ///< Ω from the bus to the controller
  Load load;
};

struct Operating {
  double bus = 0.0;                            ///< V
  double controller = 0.0;                     ///< V
  double loadCurrent = 0.0;                    ///< A
  std::array<double, maximumPacks> current{};  ///< A from each source
  std::uint32_t conducting = 0;                ///< bit per source that carries current
  bool limited = false;                        ///< the controller's limit holds the current
  bool collapsed = false;                      ///< no operating point at this power
};

/// The operating point for source voltages `emf` (rest voltage − v1); sources outside `present` are off.
/// Constant power takes the high-voltage root.
Operating solve(const Network& network, const std::array<double, maximumPacks>& emf, std::uint32_t present);

/// The circuit with its conducting set, and the controller's limit, held as they are: between events nothing else
/// happens, and the operating point is smooth in the source voltages.
class Held {
 public:
  Held() = default;
  Held(const Network& network, std::uint32_t conducting, bool limited);

  struct Point {
    double bus = 0.0;          ///< V
    double loadCurrent = 0.0;  ///< A
  };
  Point at(const std::array<double, maximumPacks>& emf) const {
    if (perConductance_ == 0.0) return {};
    double injected = 0.0;
    for (std::size_t k = 0; k < count_; ++k) injected += conductance_[k] * (emf[k] - drop_);
    const double open = injected * perConductance_;
    double current = fixedCurrent_;
    if (constantPower_) {
      // Past the point of collapse there is no root; the double root stands in until the event is located.
      const double discriminant = std::max(0.0, open * open - fourPowerResistance_);
      current = twoPower_ / (open + std::sqrt(discriminant));
    }
    return {open - current * perConductance_, current};
  }
  /// Current of a source when the bus stands at `bus`; 0 for one that does not conduct.
  double current(std::size_t k, double emf, double bus) const { return conductance_[k] * (emf - drop_ - bus); }
  std::uint32_t conducting() const { return conducting_; }

 private:
  std::size_t count_ = 0;
  std::array<double, maximumPacks> conductance_{};  ///< 0 for a source that does not conduct
  double perConductance_ = 0.0;                     ///< 1/ΣG
  double drop_ = 0.0;
  double fourPowerResistance_ = 0.0, twoPower_ = 0.0;
  double fixedCurrent_ = 0.0;  ///< A, where the load does not depend on the voltage
  bool constantPower_ = false;
  std::uint32_t conducting_ = 0;
};

}  // namespace circuit

/// Largest power at the bus, over all currents, and the bus voltage there. v1 = 0, all sources present.
struct MaximumPower {
  Watt power;
  Volt bus;
};
MaximumPower maximumPower(const std::vector<Source>& sources, const Joint& joint);
/// Power at the bus when it stands at `bus`.
Watt powerAtBus(const std::vector<Source>& sources, const Joint& joint, Volt bus);

/// Resistance of a source from its cells to the bus.
Ohm sourceResistance(const Source& source, const Joint& joint);

}  // namespace usherwright
