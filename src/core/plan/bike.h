// The bike as it is: frame, controller, gauge, accessories.
#pragma once

#include <string>
#include <vector>

#include "core/plan/choices.h"
#include "core/plan/fuse.h"
#include "core/plan/values.h"
#include "core/quantity/quantity.h"

namespace usherwright {

struct Accessory {
  std::string name;
  Known<Watt> power;
  Known<Volt> maximum;
  Known<Volt> leadVolts;  ///< measured on the lead that feeds it
  Tap tap = Tap::Controller;
  Known<MilliAmpere> parked;
  std::string leadSize;
  Fuse fuse;  ///< of its own branch
  UnknownKeys unknown;
  friend bool operator==(const Accessory&, const Accessory&) = default;
};
FieldRows rowsOf(const Accessory*);

struct Controller {
  Known<Ampere> currentLimit;
  Known<Ampere> currentTolerance;
  Known<Volt> cutoff;
  Known<Volt> cutoffTolerance;
  Known<Volt> nameplate;  ///< the class printed on it, such as 48 V
  Known<Volt> inputMaximum;
  Known<Volt> capacitorVoltage;
  Known<MicroFarad> bulkCapacitance;
  Known<Ampere> regenCurrent;
  Known<StateOfCharge> regenCeiling;  ///< no braking into packs above this charge
  Known<Second> boost;                ///< longest time at the limit; unknown = as long as the hill lasts
  bool modified = false;
  Known<MilliOhm> tails;
  UnknownKeys unknown;
  friend bool operator==(const Controller&, const Controller&) = default;
};
FieldRows rowsOf(const Controller*);

/// What the bike shows of its charge, by voltage alone.
struct Gauge {
  GaugeKind kind = GaugeKind::Percent;
  Known<int> bars;
  std::vector<Volt> steps;  ///< rising; bars: where each comes on; percent: volts at equal shares from 0 to 100 %
  UnknownKeys unknown;
  friend bool operator==(const Gauge&, const Gauge&) = default;
};
FieldRows rowsOf(const Gauge*);

struct Bike {
  Known<Kilogram> mass;
  Known<Kilogram> rider;
  Known<Kilogram> load;
  Known<DragArea> dragArea;
  Known<Coefficient> rolling;
  Drive drive = Drive::Hub;
  Known<Watt> riderPower;
  Known<KilometrePerHour> noLoadSpeed;
  std::string model;
  std::string display;
  Known<Millimetre> wheel;  ///< outer diameter
  Known<Watt> motor;        ///< printed rating
  FrameKind frame = FrameKind::Diamond;
  Known<Millimetre> wheelbase;
  Known<Millimetre> seatTube;
  Known<Millimetre> downTube;
  Known<Kilometre> shownDistance;  ///< what the odometer said over a known way
  Known<Kilometre> trueDistance;   ///< how long that way is
  std::vector<Accessory> accessories;
  Controller controller;
  Gauge gauge;
  UnknownKeys unknown;
  friend bool operator==(const Bike&, const Bike&) = default;
};
FieldRows rowsOf(const Bike*);

}  // namespace usherwright
