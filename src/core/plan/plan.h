// The plan: what the person knows and has decided, as plain values. Nothing derived is stored here.
// An empty optional means "not known yet". The field table (fields.h) describes every member.
#pragma once

#include <map>
#include <optional>
#include <string>
#include <vector>

#include "core/plan/bike.h"
#include "core/plan/build_work.h"
#include "core/plan/cell.h"
#include "core/plan/charge_plan.h"
#include "core/plan/charger.h"
#include "core/plan/claim.h"
#include "core/plan/joining.h"
#include "core/plan/kept_pack.h"
#include "core/plan/log_book.h"
#include "core/plan/need.h"
#include "core/plan/option.h"
#include "core/plan/pack.h"
#include "core/plan/photo.h"
#include "core/plan/private_thing.h"
#include "core/plan/provenance.h"
#include "core/plan/ride.h"
#include "core/plan/route.h"
#include "core/plan/undertaking.h"
#include "core/plan/warranty.h"
#include "core/plan/wiring.h"

namespace usherwright {

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
  ChargePlan charging;
  std::vector<Route> routes;
  Records<Ride> rides;        ///< done, in the order they were noted
  std::vector<Claim> claims;  ///< that were made of it
  std::vector<PrivateThing> privateThings;
  std::vector<Warranty> warranties;
  Undertaking undertaking;
  BuildWork build;
  Records<LogEntry> log;                              ///< in the order that they were noted
  Records<Photo> photos;                              ///< in the order that they were put in
  std::vector<KeptPack> kept;                         ///< owned, and not on the bike
  std::vector<Option> options;                        ///< ways forward from this plan; none within an option
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
FieldRows rowsOf(const Plan*);

/// Whether a charger is put to a pack, and whether any of the plan's is.
bool serves(const Charger& charger, const std::string& packId);
bool hasCharger(const Plan& plan, const std::string& packId);

/// No pack is charged up to less on ordinary days.
bool chargedToFull(const Plan& plan);

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
