// What habits of charging give and cost: the ceiling, balancing, and charging on the way.
#pragma once

#include <string>
#include <vector>

#include "core/assess/assessment.h"
#include "core/charging/life.h"

namespace usherwright {

/// A Stop about a pack, its charging or its charger; null if there is none. What is wrong with its leads and plugs for riding does
/// not stand against charging it.
const Finding* chargingStop(const Plan& plan, const Assessment& assessment, std::size_t charger, std::size_t pack);

/// Why a pack is never to be charged again, or not before it is released: its Stop of PACK-09, PACK-15 or LOG-06; null if it has none.
/// No other word is said about such a pack.
const Finding* outOfUse(const Assessment& assessment, const std::string& pack);

/// What of a charger and of the pack's charge side is not proven, by the names of the fields: unknown, assumed, claimed or
/// remembered, and not accepted for a reason. Empty where all is.
std::string notProven(const Plan& plan, const Assessment& assessment, std::size_t charger, std::size_t pack);

/// Plugs of this household that carry more than one voltage: a sentence for each.
std::vector<std::string> sharedPlugs(const Plan& plan);

/// Every day up to a ceiling, all packs alike or each to its own.
struct CeilingChoice {
  StateOfCharge ceiling{1};       ///< of all packs; `apart`: the highest of them
  bool apart = false;             ///< each pack has its own, as planned
  std::vector<StateOfCharge> of;  ///< of each pack
  std::string name() const;       ///< "full", "80 %", "as planned"
  Known<Kilometre> range;         ///< from the ceiling to the floor, on the first ride; empty without one
  Known<Banded> years;            ///< of the pack that is worn first, to `worn`; empty where nobody said how often it is ridden
  LifeEstimate life;              ///< of that pack
  std::size_t first = 0;          ///< which one
  Known<Money> perThousandKm;     ///< packs and energy; empty while a price is missing
  bool enough = true;             ///< the ride and its reserve fit below it
};
/// Full, 90 and 80 %, and the plan's own where it is another; from the highest. Where the packs' ceilings differ, they come last.
std::vector<CeilingChoice> ceilingChoices(const Plan& plan, const Assessment& assessment);

/// How a pack's groups are kept even.
struct BalanceNeed {
  std::size_t pack = 0;
  Known<Volt> spread;         ///< of its last reading of groups
  Known<AmpereHour> missing;  ///< in the lowest group
  Known<Hour> hold;           ///< at full, for its board to even out
  Known<double> lowestAtEnd;  ///< charge of the lowest group when the highest is full and ends the charge
  Known<double> cyclesLeft;   ///< until the next hold is due; below 0: it was due
  bool never = false;         ///< its board does not even out
  bool ceilingHides = false;  ///< it evens out near full, and is not charged so far
  bool external = false;      ///< an external balancer would save days
  std::string sentence;
};
std::vector<BalanceNeed> balanceNeeds(const Plan& plan, const Assessment& assessment);

/// Why a charger may not fill a pack on the way: a Stop, what is not proven, what is not known. Empty if it may.
std::string refusedOnTheWay(const Plan& plan, const Assessment& assessment, std::size_t charger, std::size_t pack);

/// Half an hour at a socket on the way: one charger on one pack at its present charge.
struct TopUp {
  std::size_t charger = 0, pack = 0;
  WattHour gained;
  Known<Kilometre> distance;  ///< empty without a ride
  Known<Watt> draws;
  Known<Hour> untilTarget;
  Known<Kilogram> mass;
  Known<double> kmPerKg;
  std::string refused;  ///< why it may not; then nothing is gained
};
/// Every charger that is put to a pack; the most km first.
std::vector<TopUp> topUps(const Plan& plan, const Assessment& assessment, Minute stop);

/// Whether a vehicle's socket or a portable supply is enough for a charger on the way: watts, the fuse at 12 V, how long it lasts.
/// Empty while the plan says mains, or nothing.
std::vector<std::string> suppliesOnTheWay(const Plan& plan);

/// What a charge that was written down says, against what was to be expected of it: "3.2 Ah of 3.1 Ah missing, 95 of 92 min".
std::string chargeRecordWords(const Plan& plan, const Assessment& assessment, std::size_t pack, const ChargeRecord& record);

/// A charge from empty to full says what the pack holds: the Ah that went in. Empty where it began above 5 %, ended below full, or
/// nobody read the Ah.
std::optional<CapacityTest> asCapacityTest(const ChargeRecord& record);

/// Where charge may go in, what else is on that way, and what flows then: for packs, and for chargers that are on one bus.
std::vector<std::string> waysIn(const Plan& plan, const Assessment& assessment);

}  // namespace usherwright
