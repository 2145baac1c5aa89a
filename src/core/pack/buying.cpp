// What has to be bought for a pack.
#include "core/pack/buying.h"

#include <algorithm>
#include <cmath>

namespace usherwright {

int cellsToBuy(int series, int parallel) {
  constexpr double spareShare = 0.03;  // of cells from one lot: about as many fall out of a match by volts and resistance
  const int count = series * parallel;
  return count + std::max(1, static_cast<int>(std::ceil(count * spareShare - 1e-9)));
}

}  // namespace usherwright
