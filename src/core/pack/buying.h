// What has to be bought for a pack.
#pragma once

namespace usherwright {

/// Cells to buy for a block: 3 % spares, at least one.
int cellsToBuy(int series, int parallel);

}  // namespace usherwright
