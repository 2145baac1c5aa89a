// The smallest wires, plugs and fuses that pass everything, and the precharge: what decided each, and what the next size up or
// down would change. Exact: fuses follow from the currents alone, every main lead is tried, and for each the cheapest way of
// every pack that still keeps the drop.
#pragma once

#include <string>
#include <vector>

#include "core/assess/assessment.h"

namespace usherwright {

/// What one more or one less would do, beside the chosen one.
struct Neighbour {
  std::string size;    ///< "" if there is none
  std::string fails;   ///< why it does not pass; "" if it does
  Kelvins warmer{0};   ///< of the sheath for long
  double drop = 0;     ///< share of nominal on the whole way
  WattHour energy{0};  ///< per charge of everything, lost in the leads
  Kilogram mass{0};
  Money price{0};
};

enum class SizedKind : std::uint8_t { Wire, Plug, Fuse, Switch, Precharge };
struct Sized {
  SizedKind kind = SizedKind::Wire;
  std::string id;  ///< of the harness: "stock/lead", "stock/plug", "stock/fuse", "joint/lead", "joint/plug"
  std::string name;
  std::string now;      ///< "" if nobody entered one
  std::string chosen;   ///< "10awg", "bullet-4.5", "30 A, blade, 80 V", "27 Ω"
  std::string because;  ///< what decided it
  bool held = false;
  Neighbour up, down;  ///< of wires
};

struct Sizing {
  std::string impossible;  ///< why there is none; then the rest is empty
  std::vector<Sized> parts;
  Money price{0};
  Fix edits;  ///< all of it as one step, but for leads that are not in the plan yet
  struct MissingRun {
    std::string from, to, size;
  };
  std::vector<MissingRun> missing;
};

/// The plan with all of it. Errors: as of an entry, or no room for another run.
Expected<Plan> withSizes(const Plan& plan, const Sizing& sizing);

/// A fuse of the catalogue as it is entered.
std::vector<std::pair<std::string, FieldValue>> fuseEdits(std::size_t pack, Ampere rating, const FuseType& type);

/// A joiner that carries the peak with a quarter to spare at each input and takes a fifth more than the full voltage. Empty while the
/// peak is not known.
Fix joinerFor(const Plan& plan, const Figures& figures);

/// Needs the peak and the sustained current of every lead; says what is missing otherwise.
Sizing sizeEverything(const Plan& plan, const Figures& figures, const Catalogue& catalogue);

inline constexpr double fuseOverSustained = 1.25;  ///< continuous loading of fuses, IEC 60269

// ---- for those who want to try it all ----

/// A wire and a plug for one lead, with all that is judged of them but the drop of the whole way.
struct LeadOption {
  std::string size;
  const ConnectorClass* plug = nullptr;  ///< null: the main lead has none
  Money price{0};
  Volt drop{0};
  bool passes = false;
  std::string fails;
};
struct LeadChoice {
  std::string id;
  std::vector<LeadOption> options;
};
/// Per pack, then the main lead; `fuses` in the order of the packs.
struct SizingProblem {
  std::vector<LeadChoice> packs;
  LeadChoice main;
  std::vector<Ampere> fuses;
  Volt nominal{0};  ///< the lower one of the packs
  Volt dropAllowed{0};
  std::vector<Volt> fixedDrops;  ///< per pack: joint, adapters, switch, whatever the sizes are
  std::vector<FuseType> types;
  std::optional<SwitchType> mainSwitch;  ///< of a plan that has one
  std::string impossible;
};
SizingProblem sizingProblem(const Plan& plan, const Figures& figures, const Catalogue& catalogue);

}  // namespace usherwright
