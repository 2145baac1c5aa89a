// How a pack is held on the bike, what its case is of, and what stands beside bare parts.
#pragma once

#include <string>

#include "core/plan/choices.h"
#include "core/plan/values.h"
#include "core/quantity/quantity.h"
#include "core/quantity/records.h"

namespace usherwright {

struct Hold {
  Known<Carrier> carrier;
  Known<Kilogram> carrierLimit;   ///< printed on it, or in its papers
  Known<Millimetre> centreUp;     ///< the pack's middle above the ground
  Known<Millimetre> centreAlong;  ///< before the back axle
  Known<Surface> ridden;          ///< what shakes it
  Known<int> screws;
  Known<ScrewSize> screw;
  Known<ScrewInto> screwInto;
  Known<int> screwsBefore;  ///< that the maker had there
  Known<ScrewSize> screwBefore;
  Known<Millimetre> holesApart;          ///< on the bike
  Known<Millimetre> slotsFrom, slotsTo;  ///< on the case: where its screws may stand apart
  Known<Millimetre> headHeight;          ///< of a screw's head above its seat
  Known<Millimetre> slideRoom;           ///< under the slide, where heads have to pass
  Known<Millimetre> bumpHeight;          ///< of what stands under the case: a weld, a cable, a nut
  Known<Millimetre> spacer;              ///< height of the spacers
  Known<int> straps;
  Known<Millimetre> strapWidth;
  std::string tightened;  ///< when screws and straps were last tightened: YYYY-MM-DD
  Known<CaseMaterial> caseOf;
  Known<bool> clamped;            ///< screws or straps press on the case's own material
  Known<Celsius> warmest;         ///< that the case gets
  Known<bool> flameRated;         ///< case or liner: V-0
  Known<bool> indoors;            ///< where people sleep or leave by
  Known<bool> vent;               ///< a way for gas to leave that nobody sits before
  Known<bool> hardFaces;          ///< stiff faces at the edges of the cells in a soft bag
  Known<bool> plates;             ///< stiff plates on both faces of flat cells
  Known<Coefficient> pressure;    ///< kPa between the plates
  Known<Millimetre> growth;       ///< by which a stack of flat cells may still grow
  Known<bool> pointLoad;          ///< something presses on a spot of a flat cell
  Known<Millimetre> bareOver;     ///< between bare parts, along a surface
  Known<Millimetre> bareThrough;  ///< through air
  Known<Volt> bareVolts;          ///< between those parts
  UnknownKeys unknown;
  friend bool operator==(const Hold&, const Hold&) = default;
};
FieldRows rowsOf(const Hold*);

}  // namespace usherwright
