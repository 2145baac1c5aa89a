// What station Wiring says beside the rules: what a chain has to carry, what happens at switching on, and what a nick in a lead does.
#pragma once

#include "core/assess/assessment.h"
#include "core/harness/chain.h"

namespace usherwright {

/// Of all packs; 0 without one.
Volt highestFull(const Figures& figures);
Volt lowestNominal(const Figures& figures);

/// What a chain from this pack has to carry, whether the bike's side is fed by others, whether its lead may be cut.
ChainNeed chainNeedOf(const Plan& plan, const Figures& figures, std::size_t pack);

// ---- switching on ----

/// What closes the way to the capacitors, and what keeps the spark small.
struct Closing {
  std::string part;      ///< of the harness: "joint/plug", "stock/plug", "joint/switch"
  std::string words;     ///< "the plug after the joint"
  std::string pointer;   ///< that says it
  std::string softened;  ///< "precharge of 27 Ω", "an anti-spark half"; "" if nothing does
};
Closing closesLast(const Plan& plan, const Catalogue& catalogue);

struct SwitchOn {
  Closing last;
  Volt bus{0};               ///< the highest full voltage
  Known<Farad> capacitance;  ///< of the controller
  Known<Joule> stored;       ///< ½CV²
  Known<Ampere> inrush;      ///< V over the loop of the stiffest pack alone at 20 °C, its board included
  Known<Ohm> loop;
  Known<Ohm> resistor;                                            ///< precharge of the plan
  Ohm least{0};                                                   ///< that keeps the first current at 2 A
  Ohm chosen{0};                                                  ///< the next one that is sold
  Known<Second> time;                                             ///< 5RC with the plan's resistor, or the chosen one
  Known<Ampere> firstAmpere;                                      ///< through it
  double heat() const { return stored ? stored->value() : 0.0; }  ///< J in the resistor: as much as in the capacitors
};
SwitchOn switchOnOf(const Plan& plan, const Figures& figures, const Catalogue& catalogue);
/// Volts on the capacitors t after the resistor closes: V(1 − e^(−t/RC)).
Volt prechargedAfter(const SwitchOn& s, Second t);

// ---- a nick ----

/// A fuse that feeds a short at one place.
struct FeedingFuse {
  std::size_t pack = 0;
  Ampere current{0};  ///< typical, through this fuse
  Known<Ampere> rating;
  Known<Second> opensAfter;  ///< at the latest; empty: its kind is not known, it has none, or the current is too small for its curve
  bool never = false;        ///< its curve says that it need not open at this current
  std::string why;           ///< of an empty time
};
struct Nick {
  std::string lead;
  std::vector<FeedingFuse> fuses;
  Ampere total{0};
  Known<Second> until;    ///< the last fuse has opened
  Known<Celsius> copper;  ///< then, adiabatic with α, from the hottest air; empty while the time or the size is not known
  Known<Celsius> limit;   ///< that the insulation outlasts for a short time
  std::string words;      ///< the verdict
};
/// Both conductors of a lead bridged at its middle. `lead` is an id of the harness; `plugged`: a bit for each pack whose plug is
/// in. What is inside a pack its cells feed always, its lead only while it is plugged in; the others reach it through the joint.
Nick nickAt(const Plan& plan, const Figures& figures, const Catalogue& catalogue, const std::string& lead, std::uint32_t plugged = 0xf);

/// The longest time a fuse of this kind and rating may take; empty: not known. `never`: below the first point of its curve.
struct Opening {
  Known<Second> after;
  bool never = false;
};
Opening openingOf(const Fuse& fuse, Ampere current, const Catalogue& catalogue);

}  // namespace usherwright
