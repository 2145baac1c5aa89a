// One explicit Runge–Kutta step of order 5(4) with dense output (Dormand & Prince 1980, continuous
// extension by Hairer, Nørsett & Wanner). Fixed-size state, no allocation. Events are the caller's.
#pragma once

#include <algorithm>
#include <array>
#include <cmath>
#include <cstddef>

namespace usherwright::numeric {

inline constexpr std::size_t maximumStates = 8;  ///< charge and v1 of four packs
using State = std::array<double, maximumStates>;

/// The polynomial of one step; `at(θ)` is the state at θ·h after its start, 0 ≤ θ ≤ 1.
struct DenseStep {
  std::size_t size = 0;
  double start = 0.0;
  double length = 0.0;
  std::array<State, 5> c{};

  void at(double theta, State& out) const {
    const double rest = 1.0 - theta;
    for (std::size_t i = 0; i < size; ++i) out[i] = c[0][i] + theta * (c[1][i] + rest * (c[2][i] + theta * (c[3][i] + rest * c[4][i])));
  }
};

/// One step of length h from y with slope k1. `f(y, dy)` is autonomous. Returns the error norm (≤ 1 is good)
/// against `tolerance` per state; `end` and `slope` are the state and slope at the end.
template <class F>
double step(const F& f, std::size_t n, const State& y, const State& k1, double h, const State& tolerance, State& end, State& slope,
            DenseStep& dense) {
  State k2, k3, k4, k5, k6, t;
  for (std::size_t i = 0; i < n; ++i) t[i] = y[i] + h * (1.0 / 5) * k1[i];
  f(t, k2);
  for (std::size_t i = 0; i < n; ++i) t[i] = y[i] + h * (3.0 / 40 * k1[i] + 9.0 / 40 * k2[i]);
  f(t, k3);
  for (std::size_t i = 0; i < n; ++i) t[i] = y[i] + h * (44.0 / 45 * k1[i] - 56.0 / 15 * k2[i] + 32.0 / 9 * k3[i]);
  f(t, k4);
  for (std::size_t i = 0; i < n; ++i)
    t[i] = y[i] + h * (19372.0 / 6561 * k1[i] - 25360.0 / 2187 * k2[i] + 64448.0 / 6561 * k3[i] - 212.0 / 729 * k4[i]);
  f(t, k5);
  for (std::size_t i = 0; i < n; ++i)
    t[i] = y[i] + h * (9017.0 / 3168 * k1[i] - 355.0 / 33 * k2[i] + 46732.0 / 5247 * k3[i] + 49.0 / 176 * k4[i] - 5103.0 / 18656 * k5[i]);
  f(t, k6);
  for (std::size_t i = 0; i < n; ++i)
    end[i] = y[i] + h * (35.0 / 384 * k1[i] + 500.0 / 1113 * k3[i] + 125.0 / 192 * k4[i] - 2187.0 / 6784 * k5[i] + 11.0 / 84 * k6[i]);
  f(end, slope);
  double error = 0.0;
  dense.size = n;
  dense.length = h;
  for (std::size_t i = 0; i < n; ++i) {
    const double e = h * (71.0 / 57600 * k1[i] - 71.0 / 16695 * k3[i] + 71.0 / 1920 * k4[i] - 17253.0 / 339200 * k5[i] +
                          22.0 / 525 * k6[i] - 1.0 / 40 * slope[i]);
    error = std::max(error, std::abs(e) / tolerance[i]);
    const double rise = end[i] - y[i];
    const double bend = h * k1[i] - rise;
    dense.c[0][i] = y[i];
    dense.c[1][i] = rise;
    dense.c[2][i] = bend;
    dense.c[3][i] = rise - h * slope[i] - bend;
    dense.c[4][i] =
        h * (-12715105075.0 / 11282082432.0 * k1[i] + 87487479700.0 / 32700410799.0 * k3[i] - 10690763975.0 / 1880347072.0 * k4[i] +
             701980252875.0 / 199316789632.0 * k5[i] - 1453857185.0 / 822651844.0 * k6[i] + 69997945.0 / 29380423.0 * slope[i]);
  }
  return error;
}

/// The next step length after an error norm, kept within a factor of five.
inline double nextLength(double h, double error) { return h * std::clamp(0.9 * std::pow(std::max(error, 1e-10), -0.2), 0.2, 5.0); }

}  // namespace usherwright::numeric
