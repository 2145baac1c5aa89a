// Where, when and how the packs are charged: what a person has said of it.
#pragma once

#include <vector>

#include "core/plan/choices.h"
#include "core/plan/values.h"
#include "core/quantity/quantity.h"

namespace usherwright {

/// Hours of the day in which somebody is there; past midnight where it ends before it begins.
struct PresentHours {
  Known<Minute> from, to;    ///< after midnight
  Known<Presence> presence;  ///< not known: nothing is done or watched in them
  UnknownKeys unknown;
  friend bool operator==(const PresentHours&, const PresentHours&) = default;
};
FieldRows rowsOf(const PresentHours*);

struct ChargePlan {
  Known<Volt> mains;  ///< of the sockets there
  Known<Supply> supply;
  Known<Watt> supplyPower;        ///< what its socket, fuse or converter gives for long
  Known<WattHour> supplyEnergy;   ///< of a portable supply, or what a vehicle's battery may give
  Known<Minute> begins, readyBy;  ///< after midnight
  Known<Minute> timerStep;        ///< of the mains timer in the socket; not known: none is counted on
  Known<Money> energyPrice;       ///< of a kWh from the wall
  Known<Coefficient> ridesPerWeek;
  Known<bool> oneAtATime;  ///< it was said that chargers never run together
  Known<Attendance> attendance;
  Known<Unplugged> unplugged;
  Known<ChargeRoom> room;
  Known<ChargeGround> ground;
  Known<bool> wayOut;        ///< on the way out of the house
  Known<bool> nearFuel;      ///< something that burns within 1 m
  Known<bool> alarm;         ///< a smoke alarm that somebody hears
  Known<bool> closedBox;     ///< in a closed box
  Known<bool> controllerOn;  ///< while it charges
  std::vector<PresentHours> there;
  UnknownKeys unknown;
  friend bool operator==(const ChargePlan&, const ChargePlan&) = default;
};
FieldRows rowsOf(const ChargePlan*);

}  // namespace usherwright
