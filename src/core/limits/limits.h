// What the bike draws and what every element on the way may carry; the narrows is the tightest of them.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/joining/circuit.h"
#include "core/pack/pack_model.h"
#include "core/parts/catalogue.h"
#include "core/plan/plan.h"

namespace usherwright {

/// What the controller and everything tapped before it draw.
struct Demand {
  Known<Ampere> limit;  ///< the highest of all that is stated: the field and the values kept beside it
  Ampere tolerance;     ///< of the limit; not printed: max(1 A, 5 %)
  Ampere accessories;   ///< tapped before the controller, P/(0.85·(Vcut − its tolerance))
  Known<Ampere> peak;   ///< limit + tolerance + accessories; empty if the limit is unknown
  Known<Watt> worst;    ///< highest ten-minute mean of the rides, without those accessories; empty without a ride
  /// The largest that any pack carries for long by itself; figuresOf() fills it from sustainedOf().
  Known<Ampere> sustained;
  bool sustainedAssumed = true;  ///< no ride, or one of unknown climb: at least half of the limit with its tolerance
};

/// `worstTenMinutes` of battery power is empty without a ride; `nominal` stands in for a cut-off that is not known. A ride
/// whose climb nobody entered says what it takes on the flat: half of the limit counts then, if that is more.
Demand demandOf(const Plan& plan, Known<Watt> worstTenMinutes, Known<Volt> nominal);

/// A source at 20 % charge, as it is loaded for long.
struct LoadedPack {
  Volt rest;       ///< S·U(0.2)
  Ohm resistance;  ///< cells, slow part, links, BMS, own leads
};
LoadedPack loadedPack(const PackModel& model);
/// Sustained amperes at a pack's own loaded volts, never above the peak. Empty without a ride and a limit.
Known<Ampere> sustainedOf(const Demand& demand, const LoadedPack& pack);

/// The highest of all current limits that are stated: the field and the values kept beside it.
Known<Ampere> highestLimit(const Plan& plan);
/// Tolerance of the cut-off; not printed: 0.5 V per 24 V.
Volt cutoffToleranceOf(const Controller& controller);
/// The hottest air that leads lie in; not known: 35 °C.
Celsius hottestAir(const Plan& plan);

enum class ElementKind : std::uint8_t { Cells, Bms, Fuse, Plug, Lead, JoinerInput, JoinerTotal, MainLead, MainPlug };

/// One thing that current flows through.
struct Element {
  ElementKind kind = ElementKind::Cells;
  int pack = -1;        ///< index of the pack, −1 behind the joint
  std::string id;       ///< "stock/bms", "joint/total", "joint/lead"
  std::string name;     ///< "BMS of stock"
  std::string pointer;  ///< the field that holds its rating, "" if computed
  Known<Ampere> continuous;
  Known<Ampere> shortTime;
  Second shortFor;
  bool shortCounts = false;  ///< the plan shows that the peak cannot last longer
  Known<Ampere> peak;        ///< demand on this element
  Known<Ampere> sustained;

  /// A rider's promise alone (a lower limit kept while the packs differ) spares this element the whole peak.
  bool promised = false;

  /// The rating that counts: the short one only where it may.
  Known<Ampere> counted() const;
  /// counted/peak − 1 and continuous/sustained − 1; empty if a side is not known.
  std::optional<double> headroomAtPeak() const;
  std::optional<double> headroomSustained() const;
};

/// Current that a converter at its limit draws from a pack that stands at `at`. Empty while its output is not known.
Known<Ampere> converterInput(const ConverterPart& part, Volt bus, Volt at);
/// The lowest voltage of the pack at which it still works: there it draws most.
Volt converterLowestInput(const ConverterPart& part, const PackModel& pack);

/// All elements, each pack's from the cells outward, then the joint and the main run.
std::vector<Element> elementsOf(const Plan& plan, const std::vector<PackModel>& packs, const Catalogue& catalogue, const Demand& demand);

/// Index of the element with the smallest headroom at peak (tie: nearest the cells); −1 if none is known.
int narrowsOf(const std::vector<Element>& elements);

/// Rating of a lead: the current at which its insulation reaches its class in its surroundings.
Known<Ampere> leadRating(const Run* run, Celsius ambient);

/// The same of a pack's charge lead, two conductors in the open at 70 °C. Empty while its size is not known.
/// What a converter of this power draws where its pack is near empty.
Ampere atWorst(Watt power, Volt nominal);
Known<Ampere> chargeLeadRating(const Plan& plan, const Pack& pack);

/// a against a limit, with 1e-6 of rounding allowed.
inline bool exceeds(double a, double limit) { return a > limit * (1 + 1e-6); }

}  // namespace usherwright
