// What a pack's room and layout come to, worked out again only where something of it has changed.
#pragma once

#include <string>

#include "core/fit/strips.h"

namespace usherwright {

/// How a finished box stands in a room.
struct BoxInRoom {
  bool goesIn = false;
  double turn = 0;           ///< degrees in the plane
  double along = 0, up = 0;  ///< mm, its sides in the plane
  double through = 0;        ///< mm, its side across the plane
  Spot at;                   ///< its middle
  Millimetre clearance{0};   ///< all around in the plane, at most 50 mm
  Millimetre clearanceAcross{0};
  Millimetre tooLarge{0};  ///< where it does not go in: by so much all around, at most 60 mm; 0 if more
};
/// The box with its three sides in every order, level, upright and along every long edge of the room; with the most clearance.
BoxInRoom boxInRoom(const FitRoom& room, Millimetre length, Millimetre width, Millimetre height);

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
  Known<BoxInRoom> boxed;

  const FitInput& input() const { return from; }
  bool holds() const { return places >= needed; }
  /// Groups between neighbours of the kept layout, at most, in volts.
  Volt farthestNeighbour() const { return from.cellVolts * layout.scores.apart; }
};

FitInput fitInput(const Plan& plan, const Pack& pack, const PackModel& model, Known<Ampere> sustained, Known<Ampere> peak);
FitFigures fitFigures(const FitInput& input);

/// The room for the cells of an input.
FitRoom fitRoom(const FitInput& input);

}  // namespace usherwright
