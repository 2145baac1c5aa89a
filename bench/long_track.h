// A ride of a day for benchmarks: 100 000 points, one a second.
#pragma once

#include <cmath>
#include <vector>

#include "core/plan/route.h"

namespace bench {

/// Over hills of so many metres to either side of their middle.
inline std::vector<usherwright::TrackPoint> longTrack(double hills) {
  std::vector<usherwright::TrackPoint> track;
  for (int i = 0; i < 100000; ++i)
    track.push_back({50 + i * 5e-5 / 1.2, 10 + 0.01 * std::sin(i * 1e-3), 200 + hills * std::sin(i * 2e-4) + 0.5 * std::sin(i * 1.7),
                     double(i), false});
  return track;
}

}  // namespace bench
