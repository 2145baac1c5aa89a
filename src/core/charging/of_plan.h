// Charges of the plan's own packs: from what, with what, up to where, and from when to when.
#pragma once

#include <string>

#include "core/charging/charge_run.h"
#include "core/pack/bench_tests.h"
#include "core/pack/pack_model.h"
#include "core/plan/plan.h"

namespace usherwright {

/// The charger's plug and the pack's charge port have one name: what fits is plugged in.
bool plugsMate(const Charger& charger, const Pack& pack);
/// They mate, and plus would meet minus: both polarities are known and differ.
bool polesReversed(const Charger& charger, const Pack& pack);

/// What a charger draws from the wall: as stated or measured, else output V·A (or its own limit in W) over its efficiency.
/// Empty while its output is not known.
Known<Watt> mainsDraw(const Charger& charger);

/// From home to ready: minutes after midnight of the first day.
struct ChargeNight {
  Minute begins, ready;  ///< ready > begins
  Minute length;
};
ChargeNight nightOf(const Plan& plan);

/// Where a charge ends on ordinary days: its ceiling, else full.
StateOfCharge ceilingOf(const Pack& pack);
/// Where the next charge ends: its own target, else the ceiling of every day, else full.
StateOfCharge targetOf(const Pack& pack);

/// What a charger pushes into a pack: no more than 0.2 C of the aged capacity from 0 to 10 °C (lithium). Empty while its
/// current is not known.
Known<Ampere> pushedBy(const Charger& charger, const Pack& pack, const PackModel& model);

/// A charge from the pack's present charge to its target. Empty while output or current is not known.
std::optional<ChargeInput> chargeInputOf(const Charger& charger, const Pack& pack, const PackModel& model);

/// The third stage of lead, after current and volts: "then kept at 29.5 V, 2.27 V per cell". Empty for other cells: nothing keeps them.
std::string keptWords(const Charger& charger, const PackModel& model);

/// What its last reading of every group says. Empty without one.
std::optional<GroupCheck> lastGroups(const Pack& pack, const PackModel& model);
/// How long a pack is held at full for its board to even out: missing Ah of its lowest group over the balance current, by its
/// last reading of groups. Empty without them.
Known<Hour> holdTime(const Pack& pack, const PackModel& model);
/// "2 h" where it is not known better.
std::string holdWords(const Pack& pack, const PackModel& model);

/// What a charge that was written down should have taken: from its first charge to its last (full if not known).
struct ExpectedCharge {
  AmpereHour missing;  ///< Ah that have to go in
  Known<Second> time;  ///< empty where its charger is not in the plan, or not known well enough
};
/// `record.from` must be known.
ExpectedCharge expectedCharge(const Plan& plan, const Pack& pack, const PackModel& model, const ChargeRecord& record);

}  // namespace usherwright
