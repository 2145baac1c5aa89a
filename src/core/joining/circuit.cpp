// Operating point of sources on a bus: Millman's theorem over the conducting set.
#include "core/joining/circuit.h"

#include <algorithm>
#include <cmath>

#include "core/joining/held.h"
#include "core/quantity/problem.h"
#include "core/quantity/root.h"

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

/// What the load takes when the bus stands at `bus`.
Demand demandAt(const Network& net, double bus) { return demand(net.load, bus, net.common); }

/// Current into the bus less what the load takes from it; the operating point is its highest root.
double excess(const Network& net, const std::array<double, maximumPacks>& emf, std::uint32_t present, double bus) {
  double into = 0.0;
  for (std::size_t k = 0; k < net.count; ++k) {
    if (!(present >> k & 1u)) continue;
    if (static_cast<int>(k) == net.fedSource) {
      into += fed(net, emf[k], bus).output;
      continue;
    }
    const double current = (emf[k] - net.forwardDrop - bus) * net.conductance[k];
    into += net.oneWay ? std::max(0.0, current) : current;
  }
  const Demand taken = demandAt(net, bus);
  return into - (taken.collapsed ? 1e9 : taken.current);
}

/// Highest bus voltage at which current in and out are equal; negative if there is none. Scanned from above, then
/// closed in on by the Illinois form of false position.
double busOf(const Network& net, const std::array<double, maximumPacks>& emf, std::uint32_t present) {
  double top = 0.0;
  for (std::size_t k = 0; k < net.count; ++k)
    if (present >> k & 1u) top = std::max(top, static_cast<int>(k) == net.fedSource ? net.converter.set.value() : emf[k] - net.forwardDrop);
  const auto missing = [&](double bus) { return -excess(net, emf, present, bus); };
  if (missing(top) <= 0) return top;
  constexpr int scan = 240;
  constexpr double resolution = 1e-12;  // of the highest voltage
  double high = top, atHigh = missing(top);
  for (int i = 1; i < scan; ++i) {
    const double low = top * (1 - static_cast<double>(i) / scan), atLow = missing(low);
    if (atLow < 0) return narrowed(missing, {low, high, atLow, atHigh}, resolution * top).high;
    high = low;
    atHigh = atLow;
  }
  return -1;
}

Operating solveWithConverter(const Network& net, const std::array<double, maximumPacks>& emf, std::uint32_t present) {
  Operating out;
  out.bus = busOf(net, emf, present);
  if (present == 0 || out.bus < 0) {
    out.bus = 0.0;
    out.collapsed = true;
    return out;
  }
  const Demand taken = demandAt(net, out.bus);
  out.loadCurrent = taken.current;
  out.limited = taken.limited;
  out.controller = out.bus - taken.current * net.common;
  for (std::size_t k = 0; k < net.count; ++k) {
    if (!(present >> k & 1u)) continue;
    if (static_cast<int>(k) == net.fedSource) {
      out.fed = fed(net, emf[k], out.bus);
      out.current[k] = out.fed.input;
      if (out.fed.output > 0) out.conducting |= 1u << k;
      continue;
    }
    const double current = (emf[k] - net.forwardDrop - out.bus) * net.conductance[k];
    if (net.oneWay && current <= 0) continue;
    out.current[k] = current;
    out.conducting |= 1u << k;
  }
  return out;
}

}  // namespace

Fed fed(const Network& net, double emf, double bus) {
  constexpr double slope = 0.02;      // Ω, of the output's regulation
  constexpr double mostShare = 0.98;  // of the power that the source can give at all
  Fed out;
  const Converter& c = net.converter;
  const double open = emf - net.fedResistance * c.standby.value();
  out.terminal = open;
  out.input = c.standby.value();
  if (!net.converterOn || bus <= 0) return out;
  const double byVoltage = (c.set.value() - bus) / slope;
  const double byCurrent = c.outputLimit.value();
  const double byPower = c.powerLimit.value() / bus;
  out.output = std::max(0.0, std::min({byVoltage, byCurrent, byPower}));
  if (out.output <= 0) return out;
  out.regulation = out.output == byVoltage ? Regulation::Voltage : out.output == byCurrent ? Regulation::Current : Regulation::Power;
  double power = out.output * bus / c.efficiency;
  const double most = mostShare * open * open / (4 * net.fedResistance);
  if (power > most) {
    out.output *= most / power;
    out.regulation = Regulation::Power;
    power = most;
  }
  // V·(E − V)/R = P, high-voltage root.
  out.terminal = 0.5 * (open + std::sqrt(open * open - 4 * net.fedResistance * power));
  out.input = power / out.terminal + c.standby.value();
  return out;
}

template <std::size_t n>
Operating solve(const Network& net, const std::array<double, n>& emf, std::uint32_t present) {
  if (net.fedSource >= 0) {
    std::array<double, maximumPacks> wide{};
    std::copy(emf.begin(), emf.end(), wide.begin());
    return solveWithConverter(net, wide, present);
  }
  Operating out;
  std::array<std::uint8_t, maximumPacks> order{};  // of those on the bus; with one-way joints by falling voltage
  std::size_t on = 0;
  for (std::size_t k = 0; k < n; ++k) {
    if (!(present >> k & 1u)) continue;
    std::size_t at = on++;
    while (at > 0 && net.oneWay && emf[order[at - 1]] < emf[k]) {
      order[at] = order[at - 1];
      --at;
    }
    order[at] = static_cast<std::uint8_t>(k);
  }
  if (on == 0) {
    out.collapsed = true;
    return out;
  }
  double conductance = 0.0;
  double injected = 0.0;
  Demand drawn;
  std::size_t used = 0;
  while (used < on) {
    const std::size_t k = order[used++];
    conductance += net.conductance[k];
    injected += net.conductance[k] * (emf[k] - net.forwardDrop);
    out.conducting |= 1u << k;
    if (!net.oneWay && used < on) continue;
    const double perConductance = 1 / conductance;
    const double open = injected * perConductance;
    drawn = demand(net.load, open, perConductance + net.common);
    out.bus = open - drawn.current * perConductance;
    if (used < on && !drawn.collapsed && emf[order[used]] - net.forwardDrop <= out.bus) break;
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

Point solvedPoint(const Network& net, const std::array<double, maximumPacks>& emf, std::uint32_t present) {
  const double bus = busOf(net, emf, present);
  return bus < 0 ? Point{} : Point{bus, demandAt(net, bus).current};
}

template Operating solve(const Network&, const std::array<double, 1>&, std::uint32_t);
template Operating solve(const Network&, const std::array<double, 2>&, std::uint32_t);
template Operating solve(const Network&, const std::array<double, 3>&, std::uint32_t);
template Operating solve(const Network&, const std::array<double, 4>&, std::uint32_t);

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
