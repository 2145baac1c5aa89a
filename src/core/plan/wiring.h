// Leads: from which end to which, of what copper.
#pragma once

#include <string>
#include <vector>

#include "core/plan/choices.h"
#include "core/plan/values.h"
#include "core/quantity/quantity.h"

namespace usherwright {

struct Run {
  std::string id;
  std::string from;
  std::string to;
  Known<Pole> fromPole, toPole;  ///< of a run between two packs: which pole of each
  std::string size = "12awg";
  Known<Metre> lengthPlus;  ///< not known: along the drawn route
  Known<Metre> lengthMinus;
  Insulation insulation = Insulation::Silicone;
  int bundle = 2;
  bool closed = false;
  bool touchable = true;
  bool held = false;                  ///< its size was chosen by hand: sizing leaves it
  std::vector<std::string> adapters;  ///< ids of the catalogue, from the pack on
  Known<Fixing> fixing;               ///< of its plugs and crimps
  Known<Splice> splice;               ///< in it
  Known<bool> strainRelief;           ///< of that splice
  Known<Spray> spray;                 ///< at its plugs and joints
  Known<bool> moves;                  ///< at a fold, a steered wheel, a pack that is taken out
  Known<Millimetre> loopRadius;       ///< of its tightest bend
  Known<Coefficient> travel;          ///< degrees that fold, steering or suspension turn, from one end to the other
  Known<Millimetre> axisDistance;     ///< of the lead from the axis of that turn
  Known<Millimetre> freeLength;       ///< between the clips on both sides of it
  Known<Millimetre> pullOut;          ///< how far a pack is drawn out with its plug in
  Known<Millimetre> slack;            ///< that hangs loose there at the near end of the travel
  UnknownKeys unknown;
  friend bool operator==(const Run&, const Run&) = default;
};
FieldRows rowsOf(const Run*);

/// In the main lead, between the joint and the controller.
struct MainSwitch {
  Known<SwitchKind> kind;
  Known<Volt> voltage;    ///< direct current
  Known<Ampere> current;  ///< continuous
  Known<MilliOhm> resistance;
  Known<bool> closesLast;        ///< after every plug
  Known<bool> breaksRidingAmps;  ///< opened while current flows
  UnknownKeys unknown;
  friend bool operator==(const MainSwitch&, const MainSwitch&) = default;
};
FieldRows rowsOf(const MainSwitch*);

struct Wiring {
  std::vector<Run> runs;
  MainSwitch mainSwitch;
  UnknownKeys unknown;
  friend bool operator==(const Wiring&, const Wiring&) = default;
};
FieldRows rowsOf(const Wiring*);

/// One that somebody entered.
inline bool hasMainSwitch(const Wiring& wiring) { return wiring.mainSwitch.kind.value_or(SwitchKind::None) != SwitchKind::None; }

}  // namespace usherwright
