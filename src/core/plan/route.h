// A ride that is planned.
#pragma once

#include <string>
#include <vector>

#include "core/plan/choices.h"
#include "core/plan/values.h"
#include "core/quantity/quantity.h"

namespace usherwright {

/// As a receiver or a planner writes it.
struct TrackPoint {
  double latitude = 0, longitude = 0;  ///< degrees
  Known<double> elevation;             ///< m
  Known<double> time;                  ///< s from the first one that has a time
  bool begins = false;                 ///< a new segment: nobody knows what lies between
  friend bool operator==(const TrackPoint&, const TrackPoint&) = default;
};

/// Where one stops on the way and charges.
struct RouteStop {
  Known<Kilometre> at;    ///< from the start
  Known<Minute> minutes;  ///< at the socket
  std::string charger;    ///< id of the one that is carried
  std::string place;
  UnknownKeys unknown;
  friend bool operator==(const RouteStop&, const RouteStop&) = default;
};
FieldRows rowsOf(const RouteStop*);

struct Route {
  std::string id;
  Kilometre length{20};
  Known<Metre> climb;
  Known<Coefficient> climbGrade;
  Known<KilometrePerHour> speed;
  Surface surface = Surface::Road;
  Known<KilometrePerHour> headwind;       ///< with a track and windFrom: the wind's speed
  Known<Coefficient> windFrom;            ///< degrees, 0 from the north, 90 from the east
  Shared<std::vector<TrackPoint>> track;  ///< where it goes; length and climb are what a person says of it
  std::vector<RouteStop> stops;           ///< in the order that they were noted
  UnknownKeys unknown;
  friend bool operator==(const Route&, const Route&) = default;
};
FieldRows rowsOf(const Route*);

}  // namespace usherwright
