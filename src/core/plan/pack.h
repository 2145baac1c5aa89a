// A pack with its board, fuses, readings and tests.
#pragma once

#include <string>
#include <vector>

#include "core/plan/choices.h"
#include "core/plan/fit.h"
#include "core/plan/fuse.h"
#include "core/plan/hold.h"
#include "core/plan/values.h"
#include "core/quantity/quantity.h"
#include "core/quantity/records.h"

namespace usherwright {

struct Bms {
  std::string name;
  Known<bool> present;
  Known<int> series;
  Known<Chemistry> chemistry;
  Known<BmsPort> port;
  Known<Ampere> continuous;
  Known<Ampere> peak;
  Known<Second> peakTime;
  Known<Ampere> charge;
  Known<Ampere> chargeTrip;
  Known<Ampere> trip;  ///< over-current: it opens above this
  Known<MilliAmpere> balance;
  Known<MilliOhm> resistance;
  Known<Volt> cellCutoff;
  Known<Volt> cellFull;
  Known<bool> sensesAllGroups;
  Known<Celsius> chargeFrom;   ///< charging is cut below this
  Known<Celsius> chargeTo;     ///< and above this
  Known<Celsius> dischargeTo;  ///< discharging is cut above this
  Known<bool> reconnects;      ///< joins again by itself after a cut
  Known<Balances> balances;
  UnknownKeys unknown;
  friend bool operator==(const Bms&, const Bms&) = default;
};
FieldRows rowsOf(const Bms*);

/// One half of a plug as somebody saw it.
struct PlugHalf {
  Known<Contact> plus, minus;
  Known<Shell> shell;
  Known<PlusAt> plusAt;
  Known<KeyForm> key;
  UnknownKeys unknown;
  friend bool operator==(const PlugHalf&, const PlugHalf&) = default;
};
FieldRows rowsOf(const PlugHalf*);

struct Reading {
  std::string when;
  ReadingOf of = ReadingOf::Groups;
  Known<Volt> pack;
  Known<Minute> rested;
  std::vector<Volt> groups;
  UnknownKeys unknown;
  Known<Coefficient> meterAccuracy = std::nullopt;  ///< of the meter that read this; else the plan's
  Known<Volt> meterDigit = std::nullopt;
  friend bool operator==(const Reading&, const Reading&) = default;
};
FieldRows rowsOf(const Reading*);

/// Charged from empty to full: what went in, and the resistance on that day.
struct CapacityTest {
  std::string when;  ///< YYYY-MM-DD
  Known<AmpereHour> putBack;
  Known<MilliOhm> resistance;
  UnknownKeys unknown;
  friend bool operator==(const CapacityTest&, const CapacityTest&) = default;
};
FieldRows rowsOf(const CapacityTest*);

/// One charge: how long it took and what it gave.
struct ChargeRecord {
  std::string when;  ///< YYYY-MM-DD
  std::string charger;
  Known<StateOfCharge> from, to;
  Known<Minute> took;
  Known<AmpereHour> putBack;
  UnknownKeys unknown;
  friend bool operator==(const ChargeRecord&, const ChargeRecord&) = default;
};
FieldRows rowsOf(const ChargeRecord*);

struct Pack {
  std::string id;
  std::string name;
  Origin origin = Origin::Built;
  std::string cell;             ///< id of the cell; empty: nobody has seen one, and the label describes the pack (makeup.h)
  Known<Chemistry> chemistry;   ///< of such a box
  Known<int> series, parallel;  ///< not known: makeupOf() says what counts
  MilliOhm links{12};
  MilliOhm tails{5};
  Known<MilliOhm> measuredResistance;  ///< stands for cells + links + BMS + tails
  StateOfCharge soc{1.0};
  StateOfHealth soh{1.0};
  Known<Celsius> temperature;
  Known<Celsius> chargeTemperature;
  std::string mount;
  Known<Kilogram> mass;
  Known<Money> price;
  Known<bool> mixedCells;
  Known<Condition> condition;
  Known<Assembly> assembly;      ///< of the string of cells
  Known<AcceptedOn> acceptedOn;  ///< what a joined string was checked by
  Known<MatchedBy> matchedBy;    ///< what the cells were matched by
  Known<Volt> labelVoltage;
  Known<AmpereHour> labelCharge;
  Known<WattHour> labelEnergy;
  Known<Volt> readFull;  ///< at the plug, fresh off the charger and rested
  std::string fittings;  ///< lock, switch, USB socket
  std::string bought;    ///< when and with what warranty
  std::string firstCharge;
  Known<Millimetre> boxLength, boxWidth, boxHeight;
  std::string competence;  ///< above 60 V: who does the work, and why they are competent
  Fit fit;
  Hold hold;
  Bms bms;
  Fuse fuse;
  std::string plug;
  Known<LiveSide> plugLiveSide;
  PlugHalf ownHalf;      ///< at the end of the pack's own lead
  std::string bikePlug;  ///< connector of the half on the bike that it has to meet
  PlugHalf bikeHalf;
  Known<PartedBy> partedBy;          ///< from everything, by hand, within reach
  Known<BalanceLeads> balanceLeads;  ///< their first centimetres
  Known<PortContacts> portContacts;  ///< of the charge port while nothing is plugged in
  std::string chargePort;
  Known<Polarity> chargePolarity;
  std::string chargeLeadSize;
  Fuse chargeFuse;
  Known<Ampere> portCurrent;        ///< printed at the charge port itself
  Known<StateOfCharge> ceiling;     ///< of everyday charges
  Known<StateOfCharge> tonight;     ///< target of the next charge, where it is another one
  Known<Coefficient> balanceEvery;  ///< charged full and held every so many cycles
  std::string heldFull;             ///< when it was last held at full: YYYY-MM-DD
  Known<Coefficient> cyclesSinceHeld;
  Known<bool> firstLadder;  ///< of a built pack: groups are read at the start of its first charge, at 3.6, 3.9, 4.1 V and full
  Records<Reading> readings;
  Records<CapacityTest> capacityTests;
  Records<ChargeRecord> charges;
  UnknownKeys unknown;
  friend bool operator==(const Pack&, const Pack&) = default;
};
FieldRows rowsOf(const Pack*);

}  // namespace usherwright
