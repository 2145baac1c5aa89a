// What was done of the order of work, and what the gates read, as it was noted. The order itself is worked out (assess/work_order.h).
#pragma once

#include <string>

#include "core/plan/choices.h"
#include "core/plan/values.h"
#include "core/quantity/quantity.h"
#include "core/quantity/records.h"

namespace usherwright {

/// A step that somebody did, or a reading that its gate took. Of several for one step the last counts.
struct StepRecord {
  std::string step;            ///< its id in the order: "volts/deck"
  std::string when;            ///< YYYY-MM-DD
  Known<Coefficient> reading;  ///< in the unit of its gate; empty: a step without a gate, done
  std::string note;
  UnknownKeys unknown;
  friend bool operator==(const StepRecord&, const StepRecord&) = default;
};
FieldRows rowsOf(const StepRecord*);

/// What a part was like when it arrived.
struct Arrival {
  std::string part;  ///< id or name of a pack or charger of the plan, or what else came
  std::string when;  ///< YYYY-MM-DD
  Known<Condition> condition;
  Known<bool> labelAgrees;  ///< says what was ordered
  Known<bool> complete;     ///< keys, data sheet, mating half, covers
  std::string missing;
  Known<bool> rightWayUp;  ///< cradle, cells in it, the groove of its plate
  Known<bool> wakes;       ///< button, lamp, a USB outlet with something on it
  Known<Volt> volts;       ///< at its plug, with its sign
  std::string note;
  UnknownKeys unknown;
  friend bool operator==(const Arrival&, const Arrival&) = default;
};
FieldRows rowsOf(const Arrival*);

/// A joint that was made, or other work on the parts by hand.
struct Handwork {
  std::string what;  ///< "lug on the main lead"
  Known<HandKind> kind;
  std::string when;  ///< YYYY-MM-DD
  std::string pack;  ///< id of the pack that was opened or worked at; empty: none
  Known<bool> cellsOut;
  Known<bool> chargerOff;
  Known<bool> ringsOff;
  Known<bool> onePole;  ///< never both poles bare at once
  Known<TestPiece> testPiece;
  Known<bool> sealed;
  std::string note;  ///< who, with which tool, torque
  UnknownKeys unknown;
  friend bool operator==(const Handwork&, const Handwork&) = default;
};
FieldRows rowsOf(const Handwork*);

/// Screws, nuts and plugs of one kind that lie in the tray while something is open.
struct Fastener {
  std::string place;  ///< "lid of the controller"
  std::string what;   ///< "M4 × 10, captive"
  Known<int> out;     ///< how many came out
  Known<int> back;    ///< how many are back
  Known<ScrewInto> into;
  std::string note;
  UnknownKeys unknown;
  friend bool operator==(const Fastener&, const Fastener&) = default;
};
FieldRows rowsOf(const Fastener*);

struct BuildWork {
  Known<bool> inCompany;     ///< somebody else is there while it is worked on
  Known<bool> covered;       ///< no bare live part within a finger's reach
  Records<StepRecord> done;  ///< in the order that they were noted
  Records<Arrival> arrivals;
  Records<Handwork> handwork;
  Records<Fastener> fasteners;
  UnknownKeys unknown;
  friend bool operator==(const BuildWork&, const BuildWork&) = default;
};
FieldRows rowsOf(const BuildWork*);

}  // namespace usherwright
