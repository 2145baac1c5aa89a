// How warm a lead gets, what it may carry, what it drops, how a fuse is chosen.
// Methods: natural convection by Churchill & Chu (1975) for a horizontal cylinder, radiation, adiabatic rise.
#pragma once

#include <string>
#include <vector>

#include "core/parts/wire.h"
#include "core/plan/plan.h"

namespace usherwright {

inline const Celsius touchLimit(60);          ///< of a sheath: hotter, nobody keeps a hand on it for longer than a moment
inline constexpr double wayDropLimit = 0.03;  ///< of the nominal volts: beyond it the way costs more than its copper

struct LeadSurroundings {
  Celsius ambient{30};
  int loadedConductors = 2;              ///< together in the bundle
  bool closedHousing = false;            ///< + 15 K
  double insulationConductivity = 0.25;  ///< W/(m·K)
};

struct LeadGeometry {
  SquareMillimetre area;
  Millimetre conductor;  ///< stranded bundle diameter
  Millimetre outer;
};
LeadGeometry geometryOf(const WireSize& size);

struct LeadHeat {
  Celsius conductor;
  Celsius sheath;
  double lossPerMetre = 0.0;  ///< W/m of one conductor, without the bundle factor
  Ohm hotPerMetre;
};

/// Steady temperature at a current. Runaway (hotter than 400 °C) is reported as 400 °C.
LeadHeat steadyHeat(const LeadGeometry& lead, Ampere current, const LeadSurroundings& around);

/// Class temperature of an insulation, never counted above 125 °C.
Celsius insulationLimit(Insulation insulation);
double conductivityOf(Insulation insulation);

/// Current at which the conductor reaches `limit`.
Ampere ampacity(const LeadGeometry& lead, Celsius limit, const LeadSurroundings& around);

/// Adiabatic rise of solid copper at 20 °C: I²t·ρ20/(A²·c_v).
Kelvins adiabaticRise(double ampereSquaredSeconds, SquareMillimetre area);
/// The same with copper whose resistance rises as it warms: (e^(αx) − 1)/α of that x.
Kelvins adiabaticRiseWarming(double ampereSquaredSeconds, SquareMillimetre area);

/// Loop resistance of a run at a copper temperature, without contacts.
Ohm runResistance(const Run& run, Celsius copper);

struct SizeChoice {
  Ampere sustained, peak;
  Metre loopLength;
  Volt nominal;
  Celsius insulationLimit{125};
  bool touchable = false;
  double dropLimit = wayDropLimit;  ///< of nominal
};
/// The first of `candidates` (thin to thick) whose temperature holds at the sustained current and whose drop
/// holds at the peak; −1 if none does.
int smallestSize(const std::vector<LeadGeometry>& candidates, const SizeChoice& need, const LeadSurroundings& around);

}  // namespace usherwright
