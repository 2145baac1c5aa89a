// The harness, its leads and its paths.
#include "core/harness/harness.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/harness/chain.h"
#include "core/plan/names.h"
#include "core/quantity/units.h"

namespace usherwright {
namespace {

constexpr const char* usualMain = "10awg";  // of a lead that nobody entered: what carries 30 A in warm air

struct Maker {
  const Plan& plan;
  const FrameView& frame;
  const Catalogue& catalogue;
  Harness out;

  std::size_t add(NodeKind kind, int pack, std::string id, std::string name, std::string detail, std::string pointer) {
    const bool known = !detail.empty();
    out.nodes.push_back(
        {kind, pack, std::move(id), std::move(name), known ? std::move(detail) : "not known yet", std::move(pointer), known});
    return out.nodes.size() - 1;
  }

  std::string plugWords(const std::string& plug) const {
    const ConnectorClass* c = catalogue.connector(plug);
    return c ? c->name : plug;
  }

  /// Between two nodes of a part that is not cut.
  HarnessLead& inside(LeadKind kind, int pack, std::string id, std::string name, std::size_t from, std::size_t to) {
    HarnessLead lead;
    lead.kind = kind;
    lead.run.size.clear();
    lead.id = std::move(id);
    lead.name = std::move(name);
    lead.from = from;
    lead.to = to;
    lead.pack = pack;
    return out.leads.emplace_back(std::move(lead));
  }

  void run(std::string id, std::string name, int pack, std::size_t from, std::size_t to, const Run* planned) {
    HarnessLead lead;
    lead.id = std::move(id);
    lead.name = std::move(name);
    lead.from = from;
    lead.to = to;
    lead.pack = pack;
    lead.kind = LeadKind::Run;
    Run counted;
    if (planned) {
      counted = *planned;
      lead.planned = static_cast<int>(planned - plan.wiring.runs.data());
    } else {
      counted.from = pack >= 0 ? plan.packs[static_cast<std::size_t>(pack)].id : "joint";
      counted.to = pack >= 0 ? "joint" : "controller";
      if (pack < 0) counted.size = usualMain;
    }
    const std::string at = pack >= 0 ? plan.packs[static_cast<std::size_t>(pack)].id : "joint";
    for (std::size_t i = 0; i < counted.adapters.size(); ++i) {
      const Adapter* adapter = catalogue.adapter(counted.adapters[i]);
      lead.on.push_back(add(NodeKind::Adapter, pack, fmt::format("{}/adapter-{}", at, i + 1),
                            fmt::format("adapter {} of {}", i + 1, lead.name), adapter ? adapter->name : counted.adapters[i],
                            fmt::format("/wiring/runs/{}/adapters", lead.planned)));
    }
    if (pack < 0 && hasMainSwitch(plan.wiring)) lead.on.push_back(mainSwitch());
    lead.drawn = !counted.lengthPlus || !counted.lengthMinus;
    lead.run = routed(frame, plan, counted);
    out.leads.push_back(std::move(lead));
  }

  static std::string fuseWords(const Fuse& fuse) {
    if (fuse.present == false) return "none";
    std::string words;
    if (fuse.rating) words = formatNumber(fuse.rating->value()) + " A";
    if (fuse.rating && fuse.dcVoltage) words += ", " + formatNumber(fuse.dcVoltage->value()) + " V";
    return words;
  }

  std::size_t mainSwitch() {
    const MainSwitch& s = plan.wiring.mainSwitch;
    std::string words = s.current ? formatNumber(s.current->value()) + " A" : std::string();
    if (s.current && s.voltage) words += ", " + formatNumber(s.voltage->value()) + " V";
    return add(NodeKind::Switch, -1, "joint/switch", "main switch", std::move(words), "/wiring/main_switch/kind");
  }

  /// A lead with a fuse of its own, in two pieces; in one where none is fitted.
  struct Branch {
    std::string id, name;
    int pack = -1, accessory = -1;
    LeadKind before, behind;  ///< its fuse
    const Fuse& fuse;
    std::string fuseAt;  ///< the fields of it
    const std::string& size;
    Insulation insulation = Insulation::Silicone;
  };
  void branch(const Branch& b, bool fused, std::size_t from, std::size_t to) {
    const auto piece = [&](LeadKind kind, std::string id, std::string name, std::size_t start, std::size_t end) {
      HarnessLead& lead = inside(kind, b.pack, std::move(id), std::move(name), start, end);
      lead.accessory = b.accessory;
      lead.charges = b.accessory < 0;
      lead.run.size = b.size;
      lead.run.insulation = b.insulation;
    };
    if (fused) {
      const std::size_t fuse =
          add(NodeKind::Fuse, b.pack, b.id + "/fuse", "fuse of the " + b.name, fuseWords(b.fuse), b.fuseAt + "rating_A");
      piece(b.before, b.id + "/start", "start of the " + b.name, from, fuse);
      from = fuse;
    }
    piece(b.behind, b.id, b.name, from, to);
  }

  /// Where an accessory takes its power. Of which pack is not asked: the first one stands for it.
  std::size_t hostOf(Tap tap, std::size_t joint, std::size_t controller) const {
    if (tap == Tap::Controller) return controller;
    if (tap == Tap::Bus) return joint;
    return static_cast<std::size_t>(out.node(plan.packs.front().id) - out.nodes.data());
  }

  void accessory(std::size_t i, std::size_t joint, std::size_t controller) {
    const Accessory& a = plan.bike.accessories[i];
    const std::string id = accessoryPart(i), at = fmt::format("/bike/accessories/{}/", i);
    const std::string name = a.name.empty() ? fmt::format("accessory {}", i + 1) : a.name;
    const std::size_t part =
        add(NodeKind::Accessory, -1, id, name, a.power ? formatNumber(a.power->value()) + " W" : std::string(), at + "power_W");
    const bool atCells = a.tap == Tap::SomeGroups || a.tap == Tap::BeforeBms;
    const LeadKind before = atCells ? LeadKind::Cells : LeadKind::Behind;
    const bool none = a.fuse.present == false;
    // The controller's own supply: a fuse of the branch is only there where somebody entered it.
    const bool fused = a.tap == Tap::Controller ? a.fuse.rating && !none : !none;
    branch({id + "/lead", "lead of " + name, a.tap == Tap::Controller || a.tap == Tap::Bus ? -1 : 0, static_cast<int>(i), before,
            fused ? LeadKind::Branch : before, a.fuse, at + "fuse/", a.leadSize},
           fused, hostOf(a.tap, joint, controller), part);
  }

  void pack(std::size_t k, std::size_t joint) {
    const Pack& p = plan.packs[k];
    const int index = static_cast<int>(k);
    const std::string name = shownName(p), at = fmt::format("/packs/{}/", k);
    const std::size_t cells = add(NodeKind::Pack, index, p.id, name, p.mount.empty() ? "no place yet" : p.mount, at + "mount");
    const std::size_t fuse = add(NodeKind::Fuse, index, p.id + "/fuse", "fuse of " + name, fuseWords(p.fuse), at + "fuse/rating_A");
    const std::size_t plug = add(NodeKind::Plug, index, p.id + "/plug", "plug of " + name, plugWords(p.plug), at + "plug");
    const std::size_t port =
        add(NodeKind::ChargePort, index, p.id + "/port", "charge port of " + name, plugWords(p.chargePort), at + "charge_port");
    inside(LeadKind::Cells, index, p.id + "/inside", "from the cells of " + name + " to its fuse", cells, fuse);
    inside(LeadKind::Behind, index, p.id + "/tail", "from the fuse of " + name + " to its plug", fuse, plug);
    branch({p.id + "/charge", "charge lead of " + name, index, -1, LeadKind::Cells, LeadKind::Charge, p.chargeFuse, at + "charge_fuse/",
            p.chargeLeadSize, Insulation::Pvc},
           p.chargeFuse.present != false, cells, port);
    run(p.id + "/lead", "lead of " + name, index, plug, joint, plan.leadOf(p.id));
  }

  Harness make() {
    const std::size_t count = plan.packs.size();
    if (count == 0) return std::move(out);
    const std::string method(count > 1 ? wordOf(plan.joining.method) : "through");
    const std::size_t joint = add(NodeKind::Joint, -1, "joint", "joint", method, "/joining/method");
    for (std::size_t k = 0; k < count; ++k) pack(k, joint);
    std::size_t end = joint;
    if (!plan.joining.outputPlug.empty()) {
      end = add(NodeKind::MainPlug, -1, "joint/plug", "plug after the joint", plugWords(plan.joining.outputPlug), "/joining/output_plug");
      inside(LeadKind::Behind, -1, "joint/tail", "from the joint to its plug", joint, end);
    }
    const Known<Ampere> limit = plan.bike.controller.currentLimit;
    const std::size_t controller = add(NodeKind::Controller, -1, "controller", "controller",
                                       limit ? formatNumber(limit->value()) + " A" : std::string(), "/bike/controller/current_max_A");
    run("joint/lead", "main lead", -1, end, controller, plan.mainRun());
    for (std::size_t i = 0; i < plan.bike.accessories.size(); ++i) accessory(i, joint, controller);
    return std::move(out);
  }
};

}  // namespace

std::string accessoryPart(std::size_t index) { return fmt::format("joint/accessory-{}", index + 1); }

Ohm plugResistance(const Catalogue& catalogue, const std::string& id) {
  const ConnectorClass* c = catalogue.connector(id);
  return c ? Ohm(c->perContact) * 2.0 : Ohm(0);
}

Ohm adaptersResistance(const Run* run, const Catalogue& catalogue) {
  Ohm sum(0);
  if (!run) return sum;
  for (const std::string& id : run->adapters)
    if (const Adapter* adapter = catalogue.adapter(id)) sum += adapterResistance(*adapter, catalogue);
  return sum;
}

const HarnessNode* Harness::node(const std::string& id) const {
  const auto at = std::find_if(nodes.begin(), nodes.end(), [&](const HarnessNode& n) { return n.id == id; });
  return at == nodes.end() ? nullptr : &*at;
}

const HarnessLead* Harness::lead(const std::string& id) const {
  const auto at = std::find_if(leads.begin(), leads.end(), [&](const HarnessLead& l) { return l.id == id; });
  return at == leads.end() ? nullptr : &*at;
}

Harness harnessOf(const Plan& plan, const FrameView& frame, const Catalogue& catalogue) { return Maker{plan, frame, catalogue, {}}.make(); }

LeadFigures leadFigures(const HarnessLead& lead, Known<Ampere> peak, Known<Ampere> sustained, Celsius air) {
  LeadFigures out;
  out.peak = peak;
  out.sustained = sustained;
  const auto size = parseWireSize(lead.run.size);
  if (!size) return out;
  const LeadGeometry geometry = geometryOf(*size);
  const LeadSurroundings around{air, lead.run.bundle, lead.run.closed, conductivityOf(lead.run.insulation)};
  out.rating = ampacity(geometry, insulationLimit(lead.run.insulation), around);
  if (peak) out.conductorAtPeak = steadyHeat(geometry, *peak, around).conductor;
  Celsius copper = air;
  if (sustained) {
    const LeadHeat heat = steadyHeat(geometry, *sustained, around);
    out.sheathSustained = heat.sheath;
    copper = heat.conductor;
  }
  if (!lead.run.lengthPlus || !lead.run.lengthMinus) return out;
  const Ohm loop = runResistance(lead.run, copper);
  if (peak) out.drop = loop * *peak;
  if (sustained) out.loss = loop * *sustained * *sustained;
  return out;
}

PathFigures pathFrom(std::size_t pack, const Harness& harness, const std::vector<LeadFigures>& figures, const Joint& joint,
                     const Catalogue& catalogue, const Plan& plan, Volt lowestNominal) {
  PathFigures out;
  out.pack = static_cast<int>(pack);
  out.nominal = lowestNominal;
  const Pack& p = plan.packs[pack];
  const auto of = [&](const std::string& id) -> const LeadFigures* {
    for (std::size_t i = 0; i < harness.leads.size(); ++i)
      if (harness.leads[i].id == id) return &figures[i];
    return nullptr;
  };
  const LeadFigures* own = of(p.id + "/lead");
  const LeadFigures* main = of("joint/lead");
  if (!own || !main || !own->drop || !main->drop) return out;
  out.drop = Volt(0);
  const auto add = [&](std::string id, std::string name, Volt drop) {
    if (drop <= Volt(0)) return;
    *out.drop += drop;
    out.shares.push_back({std::move(id), std::move(name), drop});
  };
  add(p.id + "/plug", "plug of " + shownName(p), plugResistance(catalogue, p.plug) * *own->peak);
  add(p.id + "/adapters", "adapters of " + shownName(p), adaptersResistance(plan.leadOf(p.id), catalogue) * *own->peak);
  add(p.id + "/lead", "lead of " + shownName(p), *own->drop);
  add("joint", "joint", joint.forwardDrop + joint.onResistance * *own->peak);
  add("joint/plug", "plug after the joint", plugResistance(catalogue, plan.joining.outputPlug) * *main->peak);
  add("joint/adapters", "adapters of the main lead", adaptersResistance(plan.mainRun(), catalogue) * *main->peak);
  add("joint/switch", "main switch", Ohm(plan.wiring.mainSwitch.resistance.value_or(MilliOhm(0))) * *main->peak);
  add("joint/lead", "main lead", *main->drop);
  return out;
}

}  // namespace usherwright
