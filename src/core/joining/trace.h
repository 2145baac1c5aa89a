// One source over one smooth stretch of time. Its current is a quadratic in time; charge and slow voltage then follow
// exactly (variation of constants), however much longer the stretch is than the slow part's time constant.
#pragma once

#include <array>
#include <cmath>
#include <vector>

namespace usherwright::circuit {

/// One piece of a pack's rest curve: volts = base + slope · charge, between two joints of the curve. The first and the last
/// go on without end: a pack that another one overcharges has to stand somewhere.
struct RestLine {
  double from = 0, to = 0, base = 0, slope = 0;
  double at(double soc) const { return base + slope * soc; }
};
using RestLines = std::vector<RestLine>;  // by rising charge, −∞ … +∞

/// The piece of the same curve that holds a charge, looked for from `line`.
inline const RestLine* lineAt(const RestLine* line, double soc) {
  while (soc < line->from) --line;
  while (soc > line->to) ++line;
  return line;
}

/// ∫ (a + b·t + c·t²)² dt from 0 to `h`.
inline double squareIntegral(const std::array<double, 3>& quadratic, double h) {
  const auto [a, b, c] = quadratic;
  return h * (a * a + h * (a * b + h * ((1.0 / 3) * (2 * a * c + b * b) + h * (0.5 * b * c + 0.2 * h * c * c))));
}

struct Trace {
  double soc = 0;                  ///< at the start
  double perCharge = 0;            ///< 1/(A·s) of the pack
  std::array<double, 3> charge{};  ///< A, A/s, A/s²: of t, t² and t³ in the charge given
  std::array<double, 3> follow{};  ///< V, V/s, V/s²: what the slow voltage settles on
  double decay = 0;                ///< V: what is left of the state before, times e^(−rate·t)
  double rate = 0;                 ///< 1/s; 0 without a slow part
  double tau = 0;                  ///< s; 1/rate

  double driftAt(double t) const { return 2 * charge[1] + 6 * t * charge[2]; }
  /// A·s given from 0 to `t`.
  double chargeAt(double t) const { return t * (charge[0] + t * (charge[1] + t * charge[2])); }
  double socAt(double t) const { return soc - perCharge * chargeAt(t); }
  /// `e` is e^(−rate·t).
  double slowAt(double t, double e) const { return follow[0] + t * (follow[1] + t * follow[2]) + decay * e; }
  double decayAt(double t) const { return rate > 0 ? std::exp(-rate * t) : 1.0; }

  /// The quadratic through the currents at 0, h/2 and h = 1/perLength, and the slow voltage that follows from `slowStart`.
  void set(double start, double middle, double end, double perLength, double slowResistance, double slowStart) {
    const double linear = (4 * middle - 3 * start - end) * perLength;
    const double square = 2 * (start - 2 * middle + end) * perLength * perLength;
    charge = {start, 0.5 * linear, (1.0 / 3) * square};
    follow[2] = slowResistance * square;
    follow[1] = slowResistance * linear - 2 * follow[2] * tau;
    follow[0] = slowResistance * start - follow[1] * tau;
    decay = slowStart - follow[0];
  }

  /// ∫ I² dt from 0 to `h`, exact.
  double currentSquared(double h) const { return squareIntegral({charge[0], 2 * charge[1], 3 * charge[2]}, h); }

  /// ∫ v1² dt from 0 to `h`, exact; `e` is e^(−rate·h).
  double slowSquared(double h, double e) const {
    const double e0 = tau * (1 - e);
    const double e1 = tau * (e0 - h * e);
    const double e2 = tau * (2 * e1 - h * h * e);
    return squareIntegral(follow, h) + decay * (2 * (follow[0] * e0 + follow[1] * e1 + follow[2] * e2) + 0.5 * decay * e0 * (1 + e));
  }
};

}  // namespace usherwright::circuit
