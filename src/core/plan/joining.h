// How the packs meet, and the ride that they are asked for.
#pragma once

#include <string>
#include <vector>

#include "core/plan/choices.h"
#include "core/plan/values.h"
#include "core/quantity/quantity.h"

namespace usherwright {

struct JoinPart {
  Known<Ampere> input;  ///< per input
  Known<Ampere> total;
  Known<int> inputs;  ///< how many packs it takes
  Known<Volt> voltage;
  Known<Volt> forwardDrop;
  Known<MilliOhm> onResistance;
  Known<MilliAmpere> standby;
  bool closedBox = false;
  Known<Coefficient> heatSink;  ///< K/W, from the diodes to the air
  Known<bool> breakBeforeMake;  ///< of a selector
  Known<bool> breaksLoad;       ///< its contacts may part under the ride's current
  UnknownKeys unknown;
  friend bool operator==(const JoinPart&, const JoinPart&) = default;
};
FieldRows rowsOf(const JoinPart*);

/// A DC/DC converter between one pack and the bus of the others.
struct ConverterPart {
  std::string source;  ///< id of the pack behind it; empty: the last one
  SecondJoint second = SecondJoint::Combiner;
  Known<Volt> set;
  Known<Volt> fallback;  ///< what it puts out when its setting is lost
  Known<Ampere> output;
  Known<Watt> power;
  Known<Efficiency> efficiency;
  Known<MilliAmpere> standby;
  Known<Volt> inputLow, inputHigh;
  Known<Volt> ownCut;
  UnknownKeys unknown;
  friend bool operator==(const ConverterPart&, const ConverterPart&) = default;
};
FieldRows rowsOf(const ConverterPart*);

/// A row of a ride: this power from this time to the next row's; the last row ends the ride.
struct RidePoint {
  Second time;
  Watt power;
  friend bool operator==(const RidePoint&, const RidePoint&) = default;
};

struct Joining {
  Method method = Method::Combiner;
  Policy policy = Policy::Together;
  StateOfCharge mark{0.2};
  Known<Ohm> precharge;
  LoadMode loadMode = LoadMode::Power;
  Known<Watt> loadPower;  ///< unknown: the route's mean power while it draws
  Known<Ampere> loadCurrent;
  Known<Ampere> limitWhileApart;  ///< a lower controller limit kept while packs differ
  bool switchedInputs = false;    ///< every input has a switch rated for the current
  Known<bool> looseEndsCapped;    ///< plugs that hang loose while they are live
  Known<bool> alwaysTogether;     ///< packs that are never unplugged from each other nor charged apart
  std::string endsCheckedBy;      ///< who vouches for the two
  std::string endsCheckedOn;      ///< since which day, YYYY-MM-DD
  bool twoMeters = false;         ///< readings by two meters, or on two days
  std::string outputPlug;
  JoinPart part;
  ConverterPart converter;
  Shared<std::vector<RidePoint>> profile;  ///< at least two, or none
  UnknownKeys unknown;
  friend bool operator==(const Joining&, const Joining&) = default;
};
FieldRows rowsOf(const Joining*);

}  // namespace usherwright
