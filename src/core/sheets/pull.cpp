// Pull sheet and shopping list.
#include "core/sheets/pull.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <map>

#include "core/assess/wiring_facts.h"
#include "core/plan/fields.h"
#include "core/plan/names.h"
#include "core/quantity/csv.h"
#include "core/quantity/units.h"

namespace usherwright {
namespace {

constexpr double cupDepths = 2.5;  // × conductor diameter that a cup is deep
const Millimetre screwStrip(10);   // into a joiner's or a controller's terminal
const Metre spare(0.02);           // for a crimp that is made a second time
constexpr double wireReserve = 1.1;

Millimetre stripFor(const ConnectorClass* plug, const WireSize& wire) {
  return plug ? Millimetre(std::round(cupDepths * wire.conductorDiameter.value()) + 1) : screwStrip;
}

struct EndWords {
  std::string words;
  const ConnectorClass* plug = nullptr;
};

EndWords endOf(const HarnessNode& node, const Plan& plan, const Catalogue& catalogue) {
  if (node.kind == NodeKind::Plug) {
    const ConnectorClass* c = catalogue.connector(plan.packs[static_cast<std::size_t>(node.pack)].plug);
    return {c ? "half of " + shortName(*c) : std::string("plug: not known yet"), c};
  }
  if (node.kind == NodeKind::MainPlug) {
    const ConnectorClass* c = catalogue.connector(plan.joining.outputPlug);
    return {c ? "half of " + shortName(*c) : node.detail, c};
  }
  if (node.kind == NodeKind::Joint) return {plan.packs.size() > 1 ? "joint" : "through", nullptr};
  return {"controller", nullptr};
}

bool isAtHand(const Plan& plan, const std::string& pointer) {
  const Provenance p = provenanceOf(plan, pointer);
  return p == Provenance::Measured || p == Provenance::Label;
}

}  // namespace

std::vector<PullRow> pullSheet(const Plan& plan, const Figures& f, const Catalogue& catalogue) {
  std::vector<PullRow> out;
  for (const HarnessLead& lead : f.wiring.harness.leads) {
    const auto size = parseWireSize(lead.run.size);
    if (!size || !lead.isRun()) continue;
    const EndWords from = endOf(f.wiring.harness.nodes[lead.from], plan, catalogue),
                   to = endOf(f.wiring.harness.nodes[lead.to], plan, catalogue);
    Volt volts(0);
    for (const PackFigures& p : f.packs)
      if (lead.pack < 0 || p.model.id == plan.packs[static_cast<std::size_t>(lead.pack)].id) volts = std::max(volts, p.model.full);
    const LeadFigures* figures = f.wiring.of(lead.id);
    for (const bool plus : {true, false}) {
      PullRow row;
      row.lead = lead.id;
      row.name = lead.name + (plus ? ", plus" : ", minus");
      row.plus = plus;
      row.size = lead.run.size;
      row.assumed = lead.planned < 0 || lead.drawn;
      row.length = (plus ? lead.run.lengthPlus : lead.run.lengthMinus).value_or(Metre(0));
      row.stripFrom = stripFor(from.plug, *size);
      row.stripTo = stripFor(to.plug, *size);
      row.cut = Metre(std::ceil((row.length + Metre(row.stripFrom) + Metre(row.stripTo) + spare * 2.0).value() * 200) / 200);
      row.terminalFrom = from.words;
      row.terminalTo = to.words;
      row.label =
          fmt::format("{} {}  {} V{}", lead.pack >= 0 ? shownName(plan.packs[static_cast<std::size_t>(lead.pack)]) : std::string("main"),
                      plus ? "+" : "−", formatNumber(volts.value()),
                      figures && figures->peak ? fmt::format("  {} A", formatNumber(figures->peak->value())) : std::string());
      out.push_back(std::move(row));
    }
  }
  return out;
}

std::string pullSheetCsv(const std::vector<PullRow>& rows) {
  std::string out = "lead,colour,size,length_m,cut_m,strip_from_mm,strip_to_mm,terminal_from,terminal_to,label,assumed\n";
  for (const PullRow& r : rows)
    out += fmt::format("{},{},{},{},{},{},{},{},{},{},{}\n", csvText(r.name), r.plus ? "red" : "black", r.size,
                       formatNumber(r.length.value(), 4), formatNumber(r.cut.value(), 4), formatNumber(r.stripFrom.value()),
                       formatNumber(r.stripTo.value()), csvText(r.terminalFrom), csvText(r.terminalTo), csvText(r.label),
                       r.assumed ? "yes" : "no");
  return out;
}

namespace {

class Shopping {
 public:
  Shopping(const Plan& plan, const Figures& f, const Catalogue& catalogue) : plan_(plan), f_(f), catalogue_(catalogue) {}

  std::vector<BuyRow> list() {
    wires();
    for (std::size_t k = 0; k < plan_.packs.size(); ++k) {
      const Pack& p = plan_.packs[k];
      plug(p.plug, fmt::format("/packs/{}/plug", k));
      plug(p.chargePort, fmt::format("/packs/{}/charge_port", k));
      fuse(p.fuse, fmt::format("/packs/{}/fuse/", k), k);
      fuse(p.chargeFuse, fmt::format("/packs/{}/charge_fuse/", k), k);
    }
    plug(plan_.joining.outputPlug, "/joining/output_plug");
    adapters();
    theSwitch();
    if (plan_.joining.precharge)
      add(fmt::format("resistor {} Ω, wire-wound, 10 W", formatNumber(plan_.joining.precharge->value())), 1, "piece", false, Money(0.9),
          "");
    return std::move(out_);
  }

 private:
  /// Alike rows are one.
  void add(std::string what, double quantity, const char* unit, bool there, Money price, std::string instead) {
    for (BuyRow& row : out_)
      if (row.what == what && row.there == there) {
        row.quantity += quantity;
        row.price += price;
        return;
      }
    out_.push_back({std::move(what), quantity, unit, there, price, std::move(instead)});
  }

  void wires() {
    std::map<std::pair<std::string, bool>, double> metres;
    std::map<std::string, int> ends;
    for (const PullRow& row : pullSheet(plan_, f_, catalogue_)) {
      const HarnessLead* lead = f_.wiring.harness.lead(row.lead);
      const bool there = lead->planned >= 0 && isAtHand(plan_, fmt::format("/wiring/runs/{}/size", lead->planned));
      if (there) {
        add(fmt::format("wire {}, {}", parseWireSize(row.size)->shown(), row.plus ? "red" : "black"), row.cut.value(), "m", true, Money(0),
            "");
        continue;
      }
      metres[{row.size, row.plus}] += row.cut.value();
      ends[row.size] += 2;
    }
    for (const auto& [key, length] : metres) {
      const WireOffer* offer = catalogue_.wire(key.first);
      const double bought = std::ceil(length * wireReserve * 2) / 2;
      add(fmt::format("wire {}, {}", parseWireSize(key.first)->shown(), key.second ? "red" : "black"), bought, "m", false,
          offer ? offer->perMetre * bought : Money(0), thicker(key.first));
    }
    for (const auto& [size, count] : ends) {
      const WireOffer* offer = catalogue_.wire(size);
      if (offer)
        add(fmt::format("heat-shrink with glue, {} mm", formatNumber(offer->sleeve.value())), count * 0.04, "m", false, Money(count * 0.08),
            "");
    }
  }

  /// The next size up, which is never hotter and drops less.
  std::string thicker(const std::string& size) const {
    const auto at = std::find_if(catalogue_.wires.begin(), catalogue_.wires.end(), [&](const WireOffer& w) { return w.size == size; });
    if (at == catalogue_.wires.end() || at + 1 == catalogue_.wires.end() || (at + 1)->size.ends_with("mm2") != size.ends_with("mm2"))
      return {};
    return parseWireSize((at + 1)->size)->shown() + ", if it goes into the plugs";
  }

  void plug(const std::string& id, const std::string& pointer) {
    if (id.empty()) return;
    const ConnectorClass* c = catalogue_.connector(id);
    add(c ? c->name : id, 1, "pair", isAtHand(plan_, pointer), c ? c->price : Money(0), "");
  }

  void fuse(const Fuse& fuse, const std::string& at, std::size_t k) {
    if (!fuse.rating || !countsAsFitted(fuse)) return;
    const FuseType* type = nullptr;
    std::string instead;
    const Volt full = f_.packs[k].model.full;
    for (const FuseType& t : catalogue_.fuses) {
      const bool fits = t.voltage >= full && t.breaking >= f_.packs[k].shorts.toBreak &&
                        std::find(t.ratings.begin(), t.ratings.end(), *fuse.rating) != t.ratings.end();
      if (!fits) continue;
      if (!type && (!fuse.kind || t.kind == *fuse.kind)) type = &t;
      else if (instead.empty()) instead = t.name;
    }
    const std::string volts = fuse.dcVoltage ? fmt::format(", {} V DC or more", formatNumber(fuse.dcVoltage->value())) : std::string();
    add(fmt::format("fuse {} A{}{}", formatNumber(fuse.rating->value()), type ? ", " + type->name : volts, ", with holder"), 1, "piece",
        isAtHand(plan_, at + "rating_A"), type ? type->price : Money(0), instead);
  }

  void adapters() {
    for (const Run& run : plan_.wiring.runs)
      for (const std::string& id : run.adapters) {
        const Adapter* a = catalogue_.adapter(id);
        add("adapter " + (a ? a->name : id), 1, "piece", false, a ? a->price : Money(0), "");
      }
  }

  void theSwitch() {
    const MainSwitch& s = plan_.wiring.mainSwitch;
    if (!hasMainSwitch(plan_.wiring)) return;
    const Volt full = highestFull(f_);
    const Ampere needed = s.current.value_or(f_.demand.sustained.value_or(Ampere(0)));
    const SwitchType* found = nullptr;
    std::string instead;
    for (const SwitchType& t : catalogue_.switches) {
      if (t.voltage < full || t.continuous < needed) continue;
      if (!found && t.kind == *s.kind) found = &t;
      else if (instead.empty()) instead = t.name;
    }
    add(found ? found->name : "main switch", 1, "piece", isAtHand(plan_, "/wiring/main_switch/dc_V"), found ? found->price : Money(0),
        instead);
  }

  const Plan& plan_;
  const Figures& f_;
  const Catalogue& catalogue_;
  std::vector<BuyRow> out_;
};

}  // namespace

std::vector<BuyRow> shoppingList(const Plan& plan, const Figures& figures, const Catalogue& catalogue) {
  return Shopping(plan, figures, catalogue).list();
}

std::string shoppingCsv(const std::vector<BuyRow>& rows, const std::string& currency) {
  std::string out = "what,quantity,unit,there,price_" + currency + ",instead\n";
  for (const BuyRow& r : rows)
    out += fmt::format("{},{},{},{},{},{}\n", csvText(r.what), formatNumber(r.quantity, 4), r.unit, r.there ? "yes" : "no",
                       formatNumber(r.price.value(), 6), csvText(r.instead));
  return out;
}

}  // namespace usherwright
