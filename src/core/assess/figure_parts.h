// Parts of the figures that stand by themselves: shorts, the connect window, chargers on packs.
#pragma once

#include "core/assess/assessment.h"

namespace usherwright {

/// Of a usual blade or cartridge: 0.06 V at its rating. 0 where none is fitted or its rating is not known.
Ohm fuseResistance(const Fuse& fuse);

/// What a short at each pack's fuse draws, from the pack itself and from those hard-joined with it (models: fuses).
void addShorts(Figures& figures, const Plan& plan, const Catalogue& catalogue);

/// The connect window of alike packs: of all that are hard-joined, else of all; the lowest and the second lowest are looked
/// at, and the one that is hit hardest counts. Rest volts are those of rested readings, else of the stated charge.
void addWindow(Figures& figures, const Plan& plan, const Catalogue& catalogue);

/// Every charger with every pack; finished runs with equal input are taken from `previous`.
std::vector<ChargeFigures> chargePairs(const Plan& plan, const Catalogue& catalogue, const Figures& figures, const Figures* previous,
                                       Parts wanted);

/// Charge limit of a pack's board and cells, whichever is smaller. Empty while neither is known.
Known<Ampere> chargeLimitOf(const Pack& pack, const PackModel& model);
/// The same; 0.2 C while neither is known.
Ampere chargeLimitCounted(const Pack& pack, const PackModel& model);

}  // namespace usherwright
