// Operating point of sources on a bus: Millman's theorem over the conducting set.
#include "core/joining/circuit.h"

#include <algorithm>
#include <cmath>

#include "core/quantity/problem.h"

namespace usherwright {
namespace circuit {
namespace {

struct Demand {
  double current = 0.0;
  bool limited = false;
  bool collapsed = false;
};

/// Load current behind an open-circuit voltage and a total resistance (source side + common).
Demand demand(const Load& load, double open, double resistance) {
  if (!load.constantPower) return {load.current.value(), false, false};
  const double power = load.power.value();
  const double limit = load.limit.value();
  const double discriminant = open * open - 4 * power * resistance;
  if (discriminant >= 0 && open > 0) {
    const double current = 2 * power / (open + std::sqrt(discriminant));
    if (current <= limit) return {current, false, false};
    return {limit, true, false};
  }
  // No root: the controller's limit may still hold an operating point, with less than the asked power.
  if (open - limit * resistance > 0) return {limit, true, false};
  return {0.0, false, true};
}

}  // namespace

Operating solve(const Network& net, const std::array<double, maximumPacks>& emf, std::uint32_t present) {
  Operating out;
  std::array<std::uint8_t, maximumPacks> order{};
  std::size_t n = 0;
  for (std::size_t k = 0; k < net.count; ++k) {
    if (!(present >> k & 1u)) continue;
    std::size_t at = n++;
    while (at > 0 && net.oneWay && emf[order[at - 1]] < emf[k]) {
      order[at] = order[at - 1];
      --at;
    }
    order[at] = static_cast<std::uint8_t>(k);
  }
  if (n == 0) {
    out.collapsed = true;
    return out;
  }
  double conductance = 0.0;
  double injected = 0.0;
  Demand drawn;
  std::size_t used = 0;
  while (used < n) {
    const std::size_t k = order[used++];
    conductance += net.conductance[k];
    injected += net.conductance[k] * (emf[k] - net.forwardDrop);
    out.conducting |= 1u << k;
    if (!net.oneWay && used < n) continue;
    const double open = injected / conductance;
    drawn = demand(net.load, open, 1 / conductance + net.common);
    out.bus = open - drawn.current / conductance;
    if (used < n && !drawn.collapsed && emf[order[used]] - net.forwardDrop <= out.bus) break;
  }
  out.loadCurrent = drawn.current;
  out.limited = drawn.limited;
  out.collapsed = drawn.collapsed;
  out.controller = out.bus - drawn.current * net.common;
  for (std::size_t i = 0; i < used; ++i) {
    const std::size_t k = order[i];
    out.current[k] = (emf[k] - net.forwardDrop - out.bus) * net.conductance[k];
  }
  return out;
}

Held::Held(const Network& net, std::uint32_t conducting, bool limited)
    : count_(net.count), drop_(net.forwardDrop), conducting_(conducting) {
  double sum = 0.0;
  for (std::size_t k = 0; k < count_; ++k) {
    if (!(conducting >> k & 1u)) continue;
    conductance_[k] = net.conductance[k];
    sum += net.conductance[k];
  }
  if (sum <= 0.0) return;
  perConductance_ = 1 / sum;
  constantPower_ = net.load.constantPower && !limited;
  if (constantPower_) {
    twoPower_ = 2 * net.load.power.value();
    fourPowerResistance_ = 2 * twoPower_ * (perConductance_ + net.common);
  } else {
    fixedCurrent_ = net.load.constantPower ? net.load.limit.value() : net.load.current.value();
  }
}

}  // namespace circuit

Ohm sourceResistance(const Source& source, const Joint& joint) { return source.cells + source.path + joint.onResistance; }

Watt powerAtBus(const std::vector<Source>& sources, const Joint& joint, Volt bus) {
  Ampere total;
  for (const Source& s : sources) {
    const Volt emf = s.curve.at(s.start) * s.series - joint.forwardDrop;
    const Ampere current = (emf - bus) / sourceResistance(s, joint);
    if (!joint.oneWay || current > Ampere(0)) total += current;
  }
  return bus * total;
}

MaximumPower maximumPower(const std::vector<Source>& sources, const Joint& joint) {
  Volt low(0);
  Volt high(0);
  for (const Source& s : sources) high = std::max(high, s.curve.at(s.start) * s.series);
  // V·ΣI(V) is concave between the kinks of one-way joints and its slope falls at each, so it has one maximum.
  for (int i = 0; i < 200; ++i) {
    const Volt a = low + (high - low) / 3.0;
    const Volt b = high - (high - low) / 3.0;
    if (powerAtBus(sources, joint, a) < powerAtBus(sources, joint, b)) low = a;
    else high = b;
  }
  const Volt best = (low + high) / 2.0;
  return {powerAtBus(sources, joint, best), best};
}

}  // namespace usherwright
