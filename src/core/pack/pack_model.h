// One pack as an electrical source, and the figures of its label: volts, Ah, Wh, mass, heat.
// How packs share a load is in joining/.
#pragma once

#include <string>

#include "core/plan/makeup.h"
#include "core/plan/plan.h"

namespace usherwright {

/// What a pack is made of, worked out at a cell temperature.
struct PackModel {
  std::string id;
  std::string name;
  Chemistry chemistry = Chemistry::Nmc;
  ChemistryFacts facts = factsOf(Chemistry::Nmc);  ///< the cell's own volts and windows where it states them
  int series = 1;
  int parallel = 1;  ///< 1 for a box
  bool box = false;  ///< no cell was seen: a group counts as one cell
  RestCurve curve = RestCurve::typical(Chemistry::Nmc);
  Celsius temperature{25};
  Ohm cells;              ///< S·R0·f(T)/P, or what a measured resistance leaves for the cells
  Ohm slow;               ///< R1 of the pack, 0 if none
  Farad slowCapacitance;  ///< C1 of the pack
  Ohm inside;             ///< links + BMS + the pack's own leads
  AmpereHour capacity;    ///< P·Ah·SoH·g(T), trusted value
  AmpereHour rated;       ///< P·Ah of the label
  Volt full;              ///< S · charge voltage
  Volt nominal;
  Volt lowestUnderLoad;
  Volt restedEmpty;
  WattHour label;    ///< nominal V × rated Ah
  Volt groupCutoff;  ///< the BMS's low cut, or the chemistry's minimum under load; 0: nothing cuts this pack off
  StateOfCharge soc{1};
  Known<Ampere> continuous;  ///< of all cells together, after derating
  Known<Ampere> shortTime;
  Second shortTimeFor{10};
  Known<Ampere> cellCharge;  ///< charge limit of all cells together
  bool derated = false;      ///< unverified: see derating()
  Known<Kilogram> mass;      ///< weighed, or cells × 1.18 for case, links and BMS
  Known<Money> cost;
  SquareMetre envelope;  ///< outer surface of the block of cells
  Volt restVoltage() const { return curve.at(soc) * series; }
  Ohm resistance() const { return cells + inside; }
};

/// A board's own resistance; 8 mΩ while it is not known, none where there is no board.
MilliOhm boardResistance(const Bms& bms);

/// What counts of a cell's figures: all of a tested one; until then currents × 0.7 and capacity × 0.9 of a named one,
/// × 0.6 and × 0.8 of an anonymous one, × 0.5 and × 0.7 of a surplus one.
struct Derating {
  double current = 1.0;
  double capacity = 1.0;
};
Derating derating(const Cell& cell);

/// Temperatures not known are the air's. A box weighs 7 g/Wh and fills 250 Wh/l until it is weighed and measured.
PackModel packModel(const Pack& pack, const Makeup& makeup, Celsius ambient);

/// "13S4P", or "13S box" while nobody has seen a cell.
std::string layoutWords(const PackModel& model);

/// Size from a name: "21700" → 21.0 × 70.0 mm plus 0.3 mm of wrap; "pouch 8x43x140" → thickness, width, height;
/// 18650 if unreadable.
struct CellSize {
  Millimetre diameter;  ///< or width of a flat cell
  Millimetre length;    ///< or its height
  Millimetre depth;     ///< as the diameter, or the thickness of a flat cell
  bool flat = false;
};
/// As the form says it, over its sleeve: "18650", "21700", a flat cell by its three figures. Empty where it says no size.
std::optional<CellSize> knownSizeOfForm(const std::string& form);
/// The same; where the form says none, that of the most usual cylinder, for envelopes that are only estimates.
CellSize sizeOfForm(const std::string& form);

/// Voltage under a load held for ten seconds from rest at a charge: R0, `path` and the slow part act.
Volt voltageAfterTenSeconds(const PackModel& pack, StateOfCharge soc, Ampere load, Ohm path);

/// The charge at which a load held for ten seconds pulls the source down to `cutoff`; 1 if it never stays above.
StateOfCharge givesUpAt(const PackModel& pack, Ampere load, Ohm path, Volt cutoff);

/// `time`, or until the pack's charge is gone at a mean square current, whichever is sooner: no heat without charge.
Second whileCharged(const PackModel& pack, double meanSquareCurrent, Second time);

/// In which the difference to the air falls to a third: mass · 0.9 kJ/(kg·K) / (h·A). A pack that nobody weighed counts as 3 kg.
Second thermalTime(const PackModel& pack);

/// Rise of the pack's temperature after `time` at a heat, first order: Rth = 1/(h·A), 0.9 kJ/(kg·K), h = 5 W/m²K (closed).
Kelvins temperatureRise(const PackModel& pack, Watt heat, Second time);

}  // namespace usherwright
