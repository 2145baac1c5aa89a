// The plan: what the person knows and has decided, as plain values. Nothing derived is stored here.
// An empty optional means "not known yet". The field table (fields.h) describes every member.
#pragma once

#include <cstdint>
#include <map>
#include <optional>
#include <string>
#include <variant>
#include <vector>

#include "core/parts/chemistry.h"
#include "core/quantity/quantity.h"
#include "core/quantity/shared.h"

namespace usherwright {

/// A value on its way between a plan and a file, widget or edit. Monostate = not known yet.
/// Numbers are in the file unit; choices are their file words.
using FieldValue = std::variant<std::monostate, double, bool, std::string>;

/// Keys of a file that this version does not know, as JSON text; they survive a round trip and are shared between
/// the steps that can be undone.
using UnknownKeys = Shared<std::map<std::string, std::string>>;

enum class Drive : std::uint8_t { Hub, Mid };
enum class Tap : std::uint8_t { Controller, Bus, Pack, SomeGroups, BeforeBms };
enum class FrameKind : std::uint8_t { Diamond, StepThrough, Cargo, FullSuspension, TrikeFront, TrikeRear, Folding };
enum class Trust : std::uint8_t { Named, Anonymous, Surplus };
enum class Condition : std::uint8_t { Sound, Dented, Swollen, Wet, Nicked, Smelling, Hot, Flooded, Fallen, InFire, Recalled, Unknown };
enum class Assembly : std::uint8_t { Loose, Joined };
enum class AcceptedOn : std::uint8_t { GroupLadder, TotalVolts };
enum class MatchedBy : std::uint8_t { Capacity, Resistance, Voltage };
enum class ReadingOf : std::uint8_t { Groups, LooseCells };
enum class Origin : std::uint8_t { Stock, Bought, Built };
enum class BmsPort : std::uint8_t { Common, Separate };
enum class LiveSide : std::uint8_t { Sockets, Pins, Shrouded };
enum class Method : std::uint8_t { Combiner, Direct, Schottky, Selector, Converter };
/// How the packs beside a converter meet its bus.
enum class SecondJoint : std::uint8_t { Combiner, Direct, Schottky };
enum class Policy : std::uint8_t { Together, SmallFirst, StockFirst, Manual };
enum class LoadMode : std::uint8_t { Power, Current, Hilly, Profile };
enum class GaugeKind : std::uint8_t { Percent, Bars };
enum class Insulation : std::uint8_t { Silicone, Pvc, Xlpe };
enum class Selector : std::uint8_t { None, V115, V230 };
enum class Polarity : std::uint8_t { CentrePlus, CentreMinus, Pin1Plus, Pin1Minus };
/// Which pole of a pack an end of a run is on.
enum class Pole : std::uint8_t { Plus, Minus };
/// Where a charger is plugged in: the pack's charge port, its discharge plug, or the common bus behind the joint.
enum class ChargePlace : std::uint8_t { Port, Discharge, Bus };
enum class Surface : std::uint8_t { Road, Gravel, Soft };

struct Accessory {
  std::string name;
  Known<Watt> power;
  Known<Volt> maximum;
  Known<Volt> leadVolts;  ///< measured on the lead that feeds it
  Tap tap = Tap::Controller;
  Known<MilliAmpere> parked;
  UnknownKeys unknown;
  friend bool operator==(const Accessory&, const Accessory&) = default;
};

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

/// What the bike shows of its charge, by voltage alone.
struct Gauge {
  GaugeKind kind = GaugeKind::Percent;
  Known<int> bars;
  std::vector<Volt> steps;  ///< rising; bars: where each comes on; percent: volts at equal shares from 0 to 100 %
  UnknownKeys unknown;
  friend bool operator==(const Gauge&, const Gauge&) = default;
};

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

struct CellRc {
  Known<MilliOhm> resistance;
  Known<Farad> capacitance;
  UnknownKeys unknown;
  friend bool operator==(const CellRc&, const CellRc&) = default;
};

struct Cell {
  std::string id;
  std::string name;
  Known<Chemistry> chemistry;  ///< chemistryOf() says what counts while it is not known
  std::string form = "18650";
  AmpereHour capacity{2.5};
  MilliOhm resistance{30};
  CellRc rc;
  Known<Ampere> continuous;
  Known<Ampere> peak;
  Known<Second> peakTime;
  Known<Ampere> charge;
  /// The cell's own limits; the row of its chemistry fills what is left out.
  Known<Volt> chargeVolts, nominalVolts, minimumVolts, absoluteMinimumVolts;
  Known<Celsius> chargeFrom, chargeTo, dischargeFrom, dischargeTo;
  Known<Gram> mass;
  Known<Money> price;
  bool verified = false;
  Trust trust = Trust::Named;
  Known<bool> dataSheet;  ///< there is one for exactly this cell
  std::string dateCode;
  std::vector<CurvePoint> restCurve;  ///< empty: the chemistry's typical curve
  UnknownKeys unknown;
  friend bool operator==(const Cell&, const Cell&) = default;
};

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
  UnknownKeys unknown;
  friend bool operator==(const Bms&, const Bms&) = default;
};

/// A fuse or a board that nobody said to be missing counts as there.
template <class Part>
bool countsAsFitted(const Part& part) {
  return part.present.value_or(true);
}

struct Fuse {
  Known<bool> present;  ///< false: known to be missing
  Known<Ampere> rating;
  Known<Volt> dcVoltage;
  Known<Ampere> breaking;
  Known<Coefficient> carry;
  Known<Millimetre> distance;  ///< from the pack's positive
  Known<bool> builtIn;
  UnknownKeys unknown;
  friend bool operator==(const Fuse&, const Fuse&) = default;
};

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

/// Charged from empty to full: what went in, and the resistance on that day.
struct CapacityTest {
  std::string when;  ///< YYYY-MM-DD
  Known<AmpereHour> putBack;
  Known<MilliOhm> resistance;
  UnknownKeys unknown;
  friend bool operator==(const CapacityTest&, const CapacityTest&) = default;
};

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
  Bms bms;
  Fuse fuse;
  std::string plug;
  Known<LiveSide> plugLiveSide;
  std::string chargePort;
  Known<Polarity> chargePolarity;
  std::string chargeLeadSize;
  Fuse chargeFuse;
  std::vector<Reading> readings;
  std::vector<CapacityTest> capacityTests;
  UnknownKeys unknown;
  friend bool operator==(const Pack&, const Pack&) = default;
};

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
  bool twoMeters = false;         ///< readings by two meters, or on two days
  std::string outputPlug;
  JoinPart part;
  ConverterPart converter;
  Shared<std::vector<RidePoint>> profile;  ///< at least two, or none
  UnknownKeys unknown;
  friend bool operator==(const Joining&, const Joining&) = default;
};

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
  UnknownKeys unknown;
  friend bool operator==(const Run&, const Run&) = default;
};

struct Wiring {
  std::vector<Run> runs;
  UnknownKeys unknown;
  friend bool operator==(const Wiring&, const Wiring&) = default;
};

struct Charger {
  std::string id;
  std::string name;
  Known<Volt> output;
  Known<Ampere> current;
  Known<Chemistry> chemistry;
  std::string plug;
  Known<Polarity> polarity;
  Known<Selector> selector;
  Known<ChargePlace> place;  ///< not known: the charge port
  Known<Efficiency> efficiency;
  Known<Ampere> stop;
  Known<Volt> reading;  ///< no-load output on a meter
  Known<Coefficient> meterAccuracy;
  std::vector<std::string> forPacks;
  UnknownKeys unknown;
  friend bool operator==(const Charger&, const Charger&) = default;
};

struct Route {
  std::string id;
  Kilometre length{20};
  Known<Metre> climb;
  Known<Coefficient> climbGrade;
  Known<KilometrePerHour> speed;
  Surface surface = Surface::Road;
  Known<KilometrePerHour> headwind;
  UnknownKeys unknown;
  friend bool operator==(const Route&, const Route&) = default;
};

/// Where a value comes from; absent from the map = assumed, if the value is there at all.
enum class Provenance : std::uint8_t { Measured, Label, Catalogue, Claim, Remembered, Assumed };

/// Another value for the same field, kept beside the one that counts.
struct Alternative {
  FieldValue value;
  Provenance from = Provenance::Assumed;
  std::string note;
  friend bool operator==(const Alternative&, const Alternative&) = default;
};

struct ProvenanceEntry {
  Provenance from = Provenance::Assumed;
  std::string note;
  std::vector<Alternative> also;
  friend bool operator==(const ProvenanceEntry&, const ProvenanceEntry&) = default;
};

/// Holds for exactly the fields and the figure that it was given for. Without a date, a figure or fields it is a bare
/// reason: kept, but it excuses nothing.
struct Acceptance {
  std::string reason;
  double headline = 0.0;                 ///< the finding's headline figure when it was accepted
  std::string when = {};                 ///< YYYY-MM-DD
  std::vector<std::string> fields = {};  ///< what the finding was about then
  friend bool operator==(const Acceptance&, const Acceptance&) = default;
};

/// What the person wants: the job, the need and the goal.
struct Need {
  bool add = false, replace = false, build = false, chargers = false, care = false;
  Known<WattHour> goalEnergy;
  Known<AmpereHour> goalCharge;
  Known<Kilometre> reserve;
  Known<StateOfHealth> endHealth;  ///< health at which the need must still be met
  UnknownKeys unknown;
  friend bool operator==(const Need&, const Need&) = default;
};

struct Plan {
  std::string title;
  std::string currency = "EUR";
  Known<Money> budget;
  Known<Coefficient> tax;
  Known<Money> shipping;
  Celsius ambient{20};     ///< the coldest day that counts
  Known<Celsius> hottest;  ///< the hottest one
  Known<Coefficient> meterAccuracy;
  Known<Volt> meterDigit;
  Need need;
  Bike bike;
  std::vector<Cell> cells;  ///< unique ids, order of the file
  std::vector<Pack> packs;  ///< unique ids
  Joining joining;
  Wiring wiring;
  std::vector<Charger> chargers;
  std::vector<Route> routes;
  std::map<std::string, ProvenanceEntry> provenance;  ///< by JSON pointer
  std::map<std::string, Acceptance> accepted;         ///< by "<rule>@<part>"
  UnknownKeys unknown;
  friend bool operator==(const Plan&, const Plan&) = default;

  const Cell* findCell(const std::string& id) const;
  const Pack* findPack(const std::string& id) const;
  /// The run from a pack to the joint; null if there is none.
  const Run* leadOf(const std::string& packId) const;
  /// The common run from the joint to the controller; null if there is none.
  const Run* mainRun() const;
};

/// Whether a charger is put to a pack, and whether any of the plan's is.
bool serves(const Charger& charger, const std::string& packId);
bool hasCharger(const Plan& plan, const std::string& packId);

/// What counts while it is not known: nmc, and BIKE-08 names it as assumed.
inline Chemistry chemistryOf(const Cell& cell) { return cell.chemistry.value_or(Chemistry::Nmc); }
/// The facts of a cell: its own volts and windows where it states them, the row of its chemistry for the rest.
ChemistryFacts factsOf(const Cell& cell);

/// The packs that are hard-joined with each other, so that current may flow from one into another: all with a plain plug,
/// those beside a converter that hang on its bus directly, and those whose equal poles a run joins. Empty, or two or more.
std::vector<std::size_t> hardJoined(const Plan& plan);
/// True for a pack on the converter's bus without a one-way joint: the converter pushes into it.
bool converterPushesInto(const Plan& plan, std::size_t pack);

/// Index of the pack behind the converter: the named one, else the last; empty if the plan has no converter to use.
std::optional<std::size_t> converterPack(const Plan& plan);

}  // namespace usherwright
