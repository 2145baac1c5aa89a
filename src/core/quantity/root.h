// Where a continuous function passes through zero.
#pragma once

#include <algorithm>

namespace usherwright {

/// An interval with f(low) < 0 ≤ f(high).
struct Bracket {
  double low = 0, high = 0, atLow = 0, atHigh = 0;
};

/// Narrows a bracket to `resolution` by false position, the side that stays counted half (Illinois), so that both sides
/// close in. `high` of the result is a place where f ≥ 0, at most `resolution` behind the root.
template <class Function>
Bracket narrowed(const Function& f, Bracket b, double resolution) {
  while (b.high - b.low > resolution) {
    const double guess = b.low + (b.high - b.low) * b.atLow / (b.atLow - b.atHigh);
    const double at = std::clamp(guess, b.low + 0.4 * resolution, b.high - 0.4 * resolution);
    const double value = f(at);
    if (value < 0) {
      b.low = at;
      b.atLow = value;
      b.atHigh *= 0.5;
    } else {
      b.high = at;
      b.atHigh = value;
      b.atLow *= 0.5;
    }
  }
  return b;
}

template <class T>
struct Ends {
  T low, high;
  T middle() const { return (low + high) * 0.5; }
};

/// Halves an interval `times` over: `isBelow(x)` is true on its low side, false on the other, and changes once.
template <class T, class IsBelow>
Ends<T> halved(Ends<T> ends, int times, const IsBelow& isBelow) {
  for (int i = 0; i < times; ++i) {
    const T middle = ends.middle();
    if (isBelow(middle)) ends.low = middle;
    else ends.high = middle;
  }
  return ends;
}

}  // namespace usherwright
