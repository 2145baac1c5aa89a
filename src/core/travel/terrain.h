// The ground under a track: distance and height along it, cleaned of what a receiver adds. The height is estimated by result: the same
// profile gives climb and power.
#pragma once

#include <string>
#include <vector>

#include "core/plan/route.h"
#include "core/quantity/quantity.h"

namespace usherwright {

struct Terrain {
  std::vector<double> along;                ///< m, rising, a step apart; at least two or none
  std::vector<double> height;               ///< m, as many; empty where the track has no heights
  std::vector<double> latitude, longitude;  ///< degrees, as many: where it is on the map
  Known<Metre> climb;                       ///< not known without heights
  std::vector<std::string> said;            ///< what was mended or left out, a sentence each
  Kilometre length() const { return Kilometre(along.empty() ? 0 : along.back() / 1000); }
};

/// Of a track with at least two points. Distances on a sphere of 6371 km. Points that jump are left out, standing is one place, holes up
/// to 500 m are bridged, longer ones left out. Heights: ground whose grade drifts (Ornstein–Uhlenbeck), a slow error of the receiver
/// (first-order Gauss–Markov) and a fast one, their sizes by maximum likelihood; smoothed by Kalman filter and Rauch–Tung–Striebel pass.
Terrain terrainOf(const std::vector<TrackPoint>& track);

}  // namespace usherwright
