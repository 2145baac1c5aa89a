// Size everything.
#include "core/studies/sizing.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/assess/wiring_facts.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "core/plan/names.h"
#include "core/quantity/units.h"

namespace usherwright {
namespace {

constexpr double copperDensity = 8.9e-6;  // kg/mm³

struct Solution {
  Money price{1e300};
  const LeadOption* main = nullptr;
  std::vector<const LeadOption*> packs;
};

const LeadOption* cheapest(const LeadChoice& choice, Volt allowed) {
  const LeadOption* best = nullptr;
  for (const LeadOption& o : choice.options)
    if (o.passes && o.drop <= allowed && (!best || o.price < best->price)) best = &o;
  return best;
}

Solution solve(const SizingProblem& p) {
  Solution best;
  for (const LeadOption& main : p.main.options) {
    if (!main.passes) continue;
    Solution s;
    s.main = &main;
    s.price = main.price;
    bool whole = true;
    for (std::size_t k = 0; k < p.packs.size() && whole; ++k) {
      const LeadOption* o = cheapest(p.packs[k], p.dropAllowed - main.drop - p.fixedDrops[k]);
      whole = o != nullptr;
      if (o) s.packs.push_back(o);
      if (o) s.price += o->price;
    }
    if (whole && s.price < best.price) best = std::move(s);
  }
  return best;
}

/// Whether anything passes but for the drop: then the drop is what stands in the way.
std::string whyNone(const SizingProblem& p) {
  const auto any = [](const LeadChoice& c) {
    return std::any_of(c.options.begin(), c.options.end(), [](const LeadOption& o) { return o.passes; });
  };
  for (const LeadChoice* c : [&] {
         std::vector<const LeadChoice*> all{&p.main};
         for (const LeadChoice& pack : p.packs) all.push_back(&pack);
         return all;
       }()) {
    if (c->options.empty()) return fmt::format("{}: no plug of the catalogue carries it", c->id);
    if (!any(*c)) return fmt::format("{}: {} {}", c->id, c->options.back().size, c->options.back().fails);
  }
  return "no sizes keep the drop on the whole way within 3 %: a shorter way, or a lower limit of the controller";
}

class Report {
 public:
  Report(const Plan& plan, const Figures& f, const Catalogue& catalogue, const SizingProblem& p, const Solution& s)
      : plan_(plan), f_(f), catalogue_(catalogue), p_(p), s_(s) {}

  Sizing make() {
    out_.price = s_.price;
    out_.edits.words = "Size everything";
    for (std::size_t k = 0; k < p_.packs.size(); ++k) {
      const Pack& pack = plan_.packs[k];
      const std::string name = shownName(pack);
      fuse(k, name);
      plug(pack.id + "/plug", "plug of " + name, pack.plug, *s_.packs[k], p_.packs[k], fmt::format("/packs/{}/plug", k));
      wire(p_.packs[k], *s_.packs[k], p_.dropAllowed - s_.main->drop - p_.fixedDrops[k], k);
    }
    plug("joint/plug", "plug after the joint", plan_.joining.outputPlug, *s_.main, p_.main, "/joining/output_plug");
    wire(p_.main, *s_.main, mainAllowed(), std::nullopt);
    if (p_.mainSwitch) theSwitch(*p_.mainSwitch);
    precharge();
    return std::move(out_);
  }

 private:
  Volt mainAllowed() const {
    Volt least = p_.dropAllowed;
    for (std::size_t k = 0; k < s_.packs.size(); ++k) least = std::min(least, p_.dropAllowed - s_.packs[k]->drop - p_.fixedDrops[k]);
    return least;
  }

  void set(const std::string& pointer, FieldValue value) { out_.edits.edits.push_back({pointer, std::move(value)}); }

  void fuse(std::size_t k, const std::string& name) {
    const Fuse& now = plan_.packs[k].fuse;
    const FuseType& type = p_.types[k];
    const LeadFigures& l = *f_.wiring.of(plan_.packs[k].id + "/lead");
    Sized s;
    s.kind = SizedKind::Fuse;
    s.id = plan_.packs[k].id + "/fuse";
    s.name = "fuse of " + name;
    if (now.rating && countsAsFitted(now)) s.now = formatNumber(now.rating->value()) + " A";
    s.chosen = fmt::format("{} A, {}", formatNumber(p_.fuses[k].value()), type.name);
    const bool slow = *l.sustained * fuseOverSustained > *l.peak / type.carry;
    s.because =
        slow ? fmt::format("1.25 × {} A for long", formatNumber(l.sustained->value()))
             : fmt::format("holds {} A at the peak, carries {} times its rating", formatNumber(l.peak->value()), formatNumber(type.carry));
    out_.parts.push_back(std::move(s));
    for (auto& [pointer, value] : fuseEdits(k, p_.fuses[k], type)) set(pointer, value);
  }

  void plug(const std::string& id, const std::string& name, const std::string& now, const LeadOption& chosen, const LeadChoice& choice,
            const std::string& pointer) {
    if (!chosen.plug) return;
    const ConnectorClass* was = catalogue_.connector(now);
    Sized s;
    s.kind = SizedKind::Plug;
    s.id = id;
    s.name = name;
    s.now = was ? was->name : now;
    s.chosen = chosen.plug->name;
    const bool stays = choice.options.front().plug == choice.options.back().plug && was == chosen.plug;
    s.because = stays ? "it is there and carries its fuse" : "the cheapest that carries its fuse and takes the wire";
    out_.parts.push_back(std::move(s));
    if (was != chosen.plug) set(pointer, chosen.plug->id);
  }

  Neighbour neighbour(const LeadChoice& choice, const LeadOption& chosen, int step, Volt allowed) const {
    Neighbour n;
    const auto at =
        std::find_if(catalogue_.wires.begin(), catalogue_.wires.end(), [&](const WireOffer& w) { return w.size == chosen.size; });
    const auto index = at - catalogue_.wires.begin() + step;
    if (at == catalogue_.wires.end() || index < 0 || index >= static_cast<std::ptrdiff_t>(catalogue_.wires.size())) return n;
    const WireOffer& wire = catalogue_.wires[static_cast<std::size_t>(index)];
    const auto o = std::find_if(choice.options.begin(), choice.options.end(),
                                [&](const LeadOption& x) { return x.size == wire.size && x.plug == chosen.plug; });
    if (o == choice.options.end()) return n;
    HarnessLead lead = *f_.wiring.harness.lead(choice.id);
    const LeadFigures& need = *f_.wiring.of(choice.id);
    lead.run.size = chosen.size;
    const LeadFigures now = leadFigures(lead, need.peak, need.sustained, hottestAir(plan_));
    lead.run.size = wire.size;
    const LeadFigures then = leadFigures(lead, need.peak, need.sustained, hottestAir(plan_));
    const double metres = lead.run.lengthPlus->value() + lead.run.lengthMinus->value();
    const auto a = parseWireSize(chosen.size), b = parseWireSize(wire.size);
    n.size = wire.size;
    n.fails = !o->fails.empty() ? o->fails : o->drop > allowed ? std::string("more than 3 % on the whole way") : std::string();
    n.warmer = Kelvins(then.sheathSustained->value() - now.sheathSustained->value());
    n.drop = (o->drop - chosen.drop) / p_.nominal;
    n.energy = WattHour((*then.loss - *now.loss).value() * hoursOfACharge());
    n.mass = Kilogram((b->area - a->area).value() * metres * 1000 * copperDensity);
    n.price = o->price - chosen.price;
    return n;
  }

  /// How long all packs together feed the sustained current.
  double hoursOfACharge() const {
    double energy = 0, power = 1;
    for (const PackFigures& p : f_.packs) energy += (p.model.nominal * p.model.capacity).value();
    if (f_.demand.sustained && !f_.packs.empty()) power = std::max(1.0, (f_.packs.front().model.nominal * *f_.demand.sustained).value());
    return energy / power;
  }

  void wire(const LeadChoice& choice, const LeadOption& chosen, Volt allowed, std::optional<std::size_t> pack) {
    const HarnessLead& lead = *f_.wiring.harness.lead(choice.id);
    Sized s;
    s.kind = SizedKind::Wire;
    s.id = choice.id;
    s.name = lead.name;
    s.now = lead.planned >= 0 ? lead.run.size : std::string();
    s.chosen = chosen.size;
    s.held = lead.planned >= 0 && lead.run.held;
    s.up = neighbour(choice, chosen, +1, allowed);
    s.down = neighbour(choice, chosen, -1, allowed);
    s.because = s.held                 ? "held by hand"
                : s.down.fails.empty() ? "the cheapest that passes"
                                       : fmt::format("{}: {}", s.down.size, s.down.fails);
    out_.parts.push_back(s);
    if (lead.planned >= 0) {
      if (lead.run.size != chosen.size) set(fmt::format("/wiring/runs/{}/size", lead.planned), chosen.size);
    } else {
      out_.missing.push_back({pack ? plan_.packs[*pack].id : std::string("joint"), pack ? "joint" : "controller", chosen.size});
    }
  }

  void theSwitch(const SwitchType& type) {
    const MainSwitch& now = plan_.wiring.mainSwitch;
    Sized s;
    s.kind = SizedKind::Switch;
    s.id = "joint/switch";
    s.name = "main switch";
    if (now.current && now.voltage)
      s.now = fmt::format("{} V, {} A", formatNumber(now.voltage->value()), formatNumber(now.current->value()));
    s.chosen = fmt::format("{} V, {} A", formatNumber(type.voltage.value()), formatNumber(type.continuous.value()));
    s.because = "the cheapest of its kind for direct current at these volts and the peak";
    out_.parts.push_back(std::move(s));
    set("/wiring/main_switch/dc_V", type.voltage.value());
    set("/wiring/main_switch/continuous_A", type.continuous.value());
    set("/wiring/main_switch/contact_mohm", type.resistance.value());
  }

  void precharge() {
    const SwitchOn on = switchOnOf(plan_, f_, catalogue_);
    if (!on.stored || !on.last.softened.empty()) return;
    Sized s;
    s.kind = SizedKind::Precharge;
    s.id = "joint/precharge";
    s.name = "precharge";
    s.chosen = formatNumber(on.chosen.value()) + " Ω";
    s.because = fmt::format("at most 2 A at first; {} s until the bus stands", formatNumber(on.time->value(), 2));
    out_.parts.push_back(std::move(s));
    set("/joining/precharge_ohm", on.chosen.value());
  }

  const Plan& plan_;
  const Figures& f_;
  const Catalogue& catalogue_;
  const SizingProblem& p_;
  const Solution& s_;
  Sizing out_;
};

}  // namespace

std::vector<std::pair<std::string, FieldValue>> fuseEdits(std::size_t pack, Ampere rating, const FuseType& type) {
  const std::string at = fmt::format("/packs/{}/fuse/", pack);
  return {{at + "present", true},
          {at + "rating_A", rating.value()},
          {at + "dc_V", type.voltage.value()},
          {at + "breaking_A", type.breaking.value()},
          {at + "carry", type.carry},
          {at + "kind", std::string(wordOf(type.kind))}};
}

Sizing sizeEverything(const Plan& plan, const Figures& figures, const Catalogue& catalogue) {
  const SizingProblem p = sizingProblem(plan, figures, catalogue);
  Sizing out;
  out.impossible = p.impossible;
  if (!out.impossible.empty()) return out;
  const Solution s = solve(p);
  if (!s.main) {
    out.impossible = whyNone(p);
    return out;
  }
  return Report(plan, figures, catalogue, p, s).make();
}

Fix joinerFor(const Plan& plan, const Figures& figures) {
  constexpr double reserve = 1.25, overFull = 1.2;
  if (!figures.demand.peak || plan.packs.size() < 2) return {};
  Volt highest(0);
  for (const PackFigures& p : figures.packs) highest = std::max(highest, p.model.full);
  const auto up = [](double x, double step) { return std::ceil(x / step - 1e-9) * step; };
  const double most = up(figures.demand.peak->value() * reserve, 5), dc = up(highest.value() * overFull, 10);
  return {fmt::format("a joiner for {} A at each input, {} V", formatNumber(most), formatNumber(dc)),
          {{"/joining/part/input_A", most}, {"/joining/part/total_A", most}, {"/joining/part/voltage_V", dc}}};
}

Expected<Plan> withSizes(const Plan& plan, const Sizing& sizing) {
  Expected<Plan> out = plan;
  for (const Sizing::MissingRun& run : sizing.missing) {
    out = withNew(*out, "/wiring/runs");
    if (!out) return out;
    const std::string at = fmt::format("/wiring/runs/{}/", out->wiring.runs.size() - 1);
    for (const auto& [key, value] : {std::pair<const char*, const std::string&>{"from", run.from}, {"to", run.to}, {"size", run.size}}) {
      out = withField(*out, at + key, FieldValue{value});
      if (!out) return out;
    }
  }
  return withFix(*out, sizing.edits);
}

}  // namespace usherwright
