// What holds a pack, what it stands in, and what that does to the bike: strength of fastenings, places for screws, heat in a closed
// room, growth of flat cells, the middle of the bike's mass. Nothing of it is stored.
#pragma once

#include <string>

#include "core/fit/figures.h"
#include "core/plan/plan.h"

namespace usherwright {

/// Tensile stress area, mm² (ISO 898-1, coarse threads).
double tensileArea(ScrewSize size);
/// N that one screw holds for long while it is shaken: stress area times what its thread may be loaded with. Steel of class A2-70 at
/// 0.3 of its proof stress; a rivet nut 0.6 of that; an insert in plastic 45, wood 30, bare plastic 15 N/mm² of thread area.
double holdOf(ScrewSize size, ScrewInto into);
/// N for each mm of a webbing strap with a buckle.
inline constexpr double strapPerMillimetre = 10;
/// Peaks of acceleration on a way, in g: road 4, gravel 6, soft and rooty ground 10.
double shockOf(Surface ridden);
inline constexpr double stillAir = 5;                            ///< W/(m²·K) through a wall, still air on both sides
inline constexpr double holdReserve = 2;                         ///< between what is held and what shakes
inline constexpr double leastOfBefore = 0.7;                     ///< of the maker's tensile area
inline constexpr int tightenAfterDays = 90;                      ///< screws and straps, once they have settled
inline constexpr double growthOfFlat = 0.08;                     ///< of the thickness of pouches, over their life
inline constexpr double leastPressure = 20, mostPressure = 100;  ///< kPa on pouches

/// What a case's material bears.
struct CaseFacts {
  bool plastic = false;
  double softens = 1e9;  ///< °C where it gives under load
  bool creeps = false;   ///< it gives slowly under a clamp that stays
};
CaseFacts factsOf(CaseMaterial material);
std::string_view spokenOf(CaseMaterial material);

struct HoldFigures {
  Known<double> shaken;            ///< N: twice mass × shock
  Known<double> held;              ///< N by screws and straps together
  Known<double> ofBefore;          ///< tensile area now / the maker's
  Known<bool> holesMeet;           ///< holes of the bike within the case's slots
  Known<Millimetre> overHead;      ///< left above a screw's head in the slide; below 0 it jams
  Known<Millimetre> spacerNeeded;  ///< to clear the bump by 3 mm
  Watt heat;                       ///< of the heat makers in the room that are known
  double surface = 0;              ///< m², of the room
  Known<Kelvins> warmer;           ///< by them in the closed room, in still air
  Known<Millimetre> growthNeeded;  ///< of a stack of flat cells
};
/// `mass`: of the pack, if it is known.
HoldFigures holdFigures(const Pack& pack, const FitFigures& fit, Known<Kilogram> mass);

/// The middle of the mass of the bike without its rider, over the ground and before its back axle.
struct MassMiddle {
  Millimetre up, along;
};
struct MassMiddles {
  MassMiddle now, then;  ///< with the packs that came with it; with all of them
  Millimetre raised() const { return then.up - now.up; }
};
struct MassShare {
  Kilogram mass;
  MassMiddle at;
  bool came = false;  ///< with the bike
};
/// Of a bike, weighed without packs, its own middle 550 mm up over the middle of its wheelbase. Nothing of a bike without mass.
Known<MassMiddles> massMiddles(Kilogram bike, Millimetre wheelbase, const std::vector<MassShare>& packs);

/// What is to be thought of at a place, one short sentence each: theft, water, falls, reach.
std::vector<std::string> remarksOf(Carrier carrier);

}  // namespace usherwright
