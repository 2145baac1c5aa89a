// A track from anywhere: its points lie on the earth, its ground and the Wh over it are figures; and the same bytes as a logger's ride.
#include <cmath>
#include <cstddef>
#include <cstdint>
#include <cstdlib>

#include "core/io/gpx.h"
#include "core/io/ride_file.h"

using namespace usherwright;

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
  const std::string_view file(reinterpret_cast<const char*>(data), size);
  if (const auto track = readGpxFile(file)) {
    for (const TrackPoint& p : track->points)
      if (!(std::abs(p.latitude) <= 90) || !(std::abs(p.longitude) <= 180)) std::abort();
    const Terrain ground = terrainOf(track->points);
    if (!std::isfinite(ground.length().value()) || (ground.climb && !std::isfinite(ground.climb->value()))) std::abort();
  }
  static_cast<void>(readRideFile(file));
  return 0;
}
