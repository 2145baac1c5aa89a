// One source over one smooth stretch of time. Its current is a quadratic in time; charge and slow voltage then follow
// exactly (variation of constants), however much longer the stretch is than the slow part's time constant.
#pragma once

#include <array>
#include <cmath>
#include <cstdint>
#include <vector>

namespace usherwright::circuit {

/// One piece of a pack's rest curve: volts = base + slope · charge, from `from` up to the next piece.
struct RestLine {
  double from = 0, base = 0, slope = 0;
};
using RestLines = std::vector<RestLine>;

/// The piece that holds a charge, looked for from `hint`. Beyond either end the last piece goes on: a pack that another
/// one overcharges has to stand somewhere.
inline const RestLine& lineAt(const RestLines& lines, double soc, std::uint8_t& hint) {
  while (hint > 0 && soc < lines[hint].from) --hint;
  while (hint + 1u < lines.size() && soc > lines[hint + 1u].from) ++hint;
  return lines[hint];
}

struct Trace {
  double soc = 0;                   ///< at the start
  double perCharge = 0;             ///< 1/(A·s) of the pack
  std::array<double, 3> current{};  ///< A, A/s, A/s²
  std::array<double, 3> follow{};   ///< V, V/s, V/s²: what the slow voltage settles on
  double decay = 0;                 ///< V: what is left of the state before, times e^(−rate·t)
  double rate = 0;                  ///< 1/s; 0 without a slow part
  double tau = 0;                   ///< s; 1/rate

  double currentAt(double t) const { return current[0] + t * (current[1] + t * current[2]); }
  double driftAt(double t) const { return current[1] + 2 * t * current[2]; }
  double socAt(double t) const { return soc - perCharge * t * (current[0] + t * (current[1] / 2 + t * current[2] / 3)); }
  /// `e` is e^(−rate·t).
  double slowAt(double t, double e) const { return follow[0] + t * (follow[1] + t * follow[2]) + decay * e; }
  double decayAt(double t) const { return rate > 0 ? std::exp(-rate * t) : 1.0; }

  /// The quadratic through the currents at 0, h/2 and h, and the slow voltage that follows from `slowStart`.
  void set(double start, double middle, double end, double h, double slowResistance, double slowStart) {
    const double perLength = 1 / h;
    current = {start, (4 * middle - 3 * start - end) * perLength, 2 * (start - 2 * middle + end) * perLength * perLength};
    if (rate <= 0) return;
    follow[2] = slowResistance * current[2];
    follow[1] = slowResistance * current[1] - 2 * follow[2] * tau;
    follow[0] = slowResistance * current[0] - follow[1] * tau;
    decay = slowStart - follow[0];
  }

  /// ∫ I² dt from 0 to `h`, exact.
  double currentSquared(double h) const {
    const auto [a, b, c] = current;
    return h * (a * a + h * (a * b + h * ((2 * a * c + b * b) / 3 + h * (b * c / 2 + h * c * c / 5))));
  }

  /// ∫ v1² dt from 0 to `h`, exact.
  double slowSquared(double h) const {
    if (rate <= 0) return 0;
    const double e = std::exp(-rate * h);
    const auto [a, b, c] = follow;
    const double smooth = h * (a * a + h * (a * b + h * ((2 * a * c + b * b) / 3 + h * (b * c / 2 + h * c * c / 5))));
    const double e0 = tau * (1 - e);
    const double e1 = tau * (e0 - h * e);
    const double e2 = tau * (2 * e1 - h * h * e);
    return smooth + 2 * decay * (a * e0 + b * e1 + c * e2) + decay * decay * tau / 2 * (1 - e * e);
  }
};

}  // namespace usherwright::circuit
