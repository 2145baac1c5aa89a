// The wiring that follows from packs, places and method, as a graph from the cells to the controller, with the warmth of every
// lead and what drops on the whole way. Derived: the plan holds only what somebody said; what nobody said is usual, and marked.
#pragma once

#include <string>
#include <vector>

#include "core/frame/frame.h"
#include "core/joining/circuit.h"
#include "core/parts/catalogue.h"
#include "core/plan/plan.h"
#include "core/wiring/wire_heat.h"

namespace usherwright {

enum class NodeKind : std::uint8_t { Pack, Fuse, Plug, Adapter, Joint, MainPlug, Switch, Controller, ChargePort, Accessory };

struct HarnessNode {
  NodeKind kind = NodeKind::Pack;
  int pack = -1;        ///< −1 behind the joint
  std::string id;       ///< "stock", "stock/fuse", "stock/adapter-1", "joint", "joint/switch", "controller", "joint/accessory-1"
  std::string name;     ///< "fuse of stock"
  std::string detail;   ///< "30 A, 80 V", "two-pole 3.5 mm bullet, 30 A"; "not known yet"
  std::string pointer;  ///< the field that says it, "" if none does
  bool known = true;    ///< somebody said what it is
};

/// What a lead is, and so which fuse lies before it.
enum class LeadKind : std::uint8_t {
  Run,     ///< of the wiring: cut, laid and sized
  Cells,   ///< before any fuse
  Behind,  ///< of a pack or the joint, behind the fuse
  Charge,  ///< behind the fuse of the charge lead
  Branch   ///< to an accessory, behind the branch's own fuse
};

/// Two conductors between two nodes. What is not cut has no size and no length, but for the size of a branch that somebody entered.
struct HarnessLead {
  std::string id;    ///< "stock/lead", "joint/lead", "stock/inside", "stock/charge"
  std::string name;  ///< "lead of stock"
  std::size_t from = 0, to = 0;
  int pack = -1;
  LeadKind kind = LeadKind::Behind;
  bool charges = false;         ///< between a charge port and its cells
  int accessory = -1;           ///< index of a branch's accessory
  int planned = -1;             ///< index of the plan's run; −1: nobody entered one, a usual one counts
  Run run;                      ///< with the size and the lengths that count
  bool drawn = false;           ///< its length is along the drawing
  std::vector<std::size_t> on;  ///< adapters and the main switch that sit on it, in order from `from`

  bool isRun() const { return kind == LeadKind::Run; }
};

/// Both contacts of a plug; 0 for one that the catalogue does not have.
Ohm plugResistance(const Catalogue& catalogue, const std::string& id);
/// Of the adapters that a lead lists, those that the catalogue has.
Ohm adaptersResistance(const Run* run, const Catalogue& catalogue);

struct Harness {
  std::vector<HarnessNode> nodes;
  std::vector<HarnessLead> leads;

  const HarnessNode* node(const std::string& id) const;
  const HarnessLead* lead(const std::string& id) const;
};

/// The id of an accessory in the harness. Everything that is no pack's begins with the joint's id, which no pack may have.
std::string accessoryPart(std::size_t index);

Harness harnessOf(const Plan& plan, const FrameView& frame, const Catalogue& catalogue);

/// A lead at its currents, in the hottest air. Empty while the current, or the size, is not known.
struct LeadFigures {
  Known<Ampere> peak, sustained, rating;
  Known<Celsius> conductorAtPeak, sheathSustained;
  Known<Volt> drop;  ///< of both conductors at the peak, copper as warm as the sustained current keeps it
  Known<Watt> loss;  ///< at the sustained current
};
LeadFigures leadFigures(const HarnessLead& lead, Known<Ampere> peak, Known<Ampere> sustained, Celsius hottestAir);

/// From a pack's plug to the controller at the peak.
struct PathShare {
  std::string id, name;
  Volt drop;
};
struct PathFigures {
  int pack = 0;
  Known<Volt> drop;               ///< empty while a current on the way is not known
  Volt nominal;                   ///< the lower one of the packs
  std::vector<PathShare> shares;  ///< in order from the pack
  double share() const { return drop ? *drop / nominal : 0.0; }
};
/// `figures` of the leads in the order of the harness.
PathFigures pathFrom(std::size_t pack, const Harness& harness, const std::vector<LeadFigures>& figures, const Joint& joint,
                     const Catalogue& catalogue, const Plan& plan, Volt lowestNominal);

}  // namespace usherwright
