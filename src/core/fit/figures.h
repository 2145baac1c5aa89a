// What a pack's room and layout come to, worked out again only where something of it has changed.
#pragma once

#include <string>

#include "core/fit/insertion.h"
#include "core/fit/strips.h"

namespace usherwright {

struct FitInput {
  Fit fit;
  std::string cell;  ///< its size as it is called
  bool box = false;
  Known<int> series, parallel;  ///< as stated
  Known<Millimetre> boxLength, boxWidth, boxHeight;
  Volt cellVolts;
  Ohm cellResistance;
  Known<Ampere> sustained, peak;
  friend bool operator==(const FitInput&, const FitInput&) = default;
};

struct FitFigures {
  FitInput from;
  FitRoom room;
  std::size_t needed = 0;                               ///< cells
  std::size_t places = 0;                               ///< that the room offers; 0 while it is not known
  Known<Millimetre> tooSmall;                           ///< all around, where the cells do not go in
  CellLayout layout;                                    ///< the kept one, if it is one of this pack
  bool keptOutside = false;                             ///< cells are kept where the room or what is in the way now is
  Millimetre closest{1e9};                              ///< of a kept cell's outline to where it may be: below 0 it is outside
  StripMaterial material = StripMaterial::PlatedSteel;  ///< as stated; else the one that carries least
  Known<StripRun> strips;                               ///< of the kept layout at the sustained current
  double longLimit = 0;                                 ///< A/mm²
  Known<double> hottestSustained, hottestPeak;          ///< A/mm²
  Known<BoxInRoom> boxed;                               ///< where most is left around it, or where somebody puts it
  Known<WayIn> way;                                     ///< of such a box, once somebody has said where the room is open

  const FitInput& input() const { return from; }
  bool holds() const { return places >= needed; }
  StripRequest stripRequest(Ampere current) const {
    return {room, layout, from.fit, *from.series, *from.parallel, from.cellVolts, from.cellResistance, material, current};
  }
  /// Groups between neighbours of the kept layout, at most, in volts.
  Volt farthestNeighbour() const { return from.cellVolts * layout.scores.apart; }
};

FitInput fitInput(const Plan& plan, const Pack& pack, const PackModel& model, Known<Ampere> sustained, Known<Ampere> peak);
FitFigures fitFigures(const FitInput& input);

/// What a search for a layout is asked: groups and cells that are locked stay where they are kept. Requires S and P.
LayoutRequest layoutRequest(const FitFigures& figures);

/// By how many mm the room would have to be larger all around for one more cell than it holds.
Known<Millimetre> shortOfOneMore(const FitFigures& figures);

/// The strip whose doubling saves most heat, and what it then is, by solving the network again.
struct SavedByStrip {
  std::size_t segment = 0;  ///< of `strips`
  Watt before, after;
};
Known<SavedByStrip> bestDoubled(const FitFigures& figures);

/// The room for the cells of an input.
FitRoom fitRoom(const FitInput& input);

}  // namespace usherwright
