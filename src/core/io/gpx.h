// Tracks and routes from GPX files, as receivers and planners write them.
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/plan/sizes.h"
#include "core/quantity/problem.h"
#include "core/travel/terrain.h"

namespace usherwright {

inline constexpr std::size_t mostGpxBytes = 64 << 20;

/// The points of all tracks in their order, each segment with its beginning marked; without a track those of the routes. Times in
/// seconds from the first one. Refused, with place, found and expected: what is no GPX, a document type (nothing is fetched or
/// expanded), more than 64 MB or 200 000 points, a place that is none on the earth. A height or a time that cannot be read is not known.
Expected<std::vector<TrackPoint>> readGpx(std::string_view file);

/// A number that stands in the extensions of a point, under its name there.
struct GpxExtra {
  std::size_t point = 0;
  std::string name;
  double value = 0;
};
struct GpxFile {
  std::vector<TrackPoint> points;
  Known<double> began;  ///< s since 1970, UTC: of the first point with a time
  std::vector<GpxExtra> extras;
};
/// The same with what else it says. At most 16 extras of a point are kept.
Expected<GpxFile> readGpxFile(std::string_view file);

}  // namespace usherwright
