// What there is to choose from, for every lead, and why each choice passes or does not.
#include <fmt/format.h>

#include <algorithm>

#include "core/assess/wiring_facts.h"
#include "core/quantity/units.h"
#include "core/studies/sizing.h"
#include "core/wiring/wire_heat.h"

namespace usherwright {
namespace {

/// The smallest fuse of any type that holds the load, interrupts, and of two alike the cheaper one.
struct FuseFound {
  Ampere rating{0};
  const FuseType* type = nullptr;
};
FuseFound smallestFuse(const Catalogue& catalogue, Ampere sustained, Ampere peak, Volt full, Ampere toBreak) {
  FuseFound best;
  for (const FuseType& type : catalogue.fuses) {
    if (type.voltage < full || type.breaking < toBreak) continue;
    for (const Ampere rating : type.ratings) {
      if (rating < sustained * fuseOverSustained || rating * type.carry < peak) continue;
      const bool better = !best.type || rating < best.rating || (rating == best.rating && type.price < best.type->price);
      if (better) best = {rating, &type};
      break;
    }
  }
  return best;
}

class ProblemMaker {
 public:
  ProblemMaker(const Plan& plan, const Figures& f, const Catalogue& catalogue) : plan_(plan), f_(f), catalogue_(catalogue) {}

  SizingProblem make() {
    if (plan_.packs.empty()) return failed("no pack yet: there is nothing to wire");
    for (std::size_t i = 0; i < f_.wiring.leads.size(); ++i) {
      const LeadFigures& l = f_.wiring.leads[i];
      if (f_.wiring.harness.leads[i].isRun() && !(l.peak && l.sustained))
        return failed(
            fmt::format("what the {} has to carry is not known: the controller's limit says it", f_.wiring.harness.leads[i].name));
    }
    Ampere largest(0), sum(0);
    for (std::size_t k = 0; k < plan_.packs.size(); ++k) {
      const LeadFigures& l = *f_.wiring.of(plan_.packs[k].id + "/lead");
      const PackFigures& p = f_.packs[k];
      const FuseFound fuse = smallestFuse(catalogue_, *l.sustained, *l.peak, p.model.full, std::max(p.shorts.toBreak, p.backFed));
      if (!fuse.type)
        return failed(fmt::format("no fuse of the catalogue holds {} A for {} at {} V and breaks {} A", formatNumber(l.peak->value()),
                                  p.model.name, formatNumber(p.model.full.value()),
                                  formatNumber(std::max(p.shorts.toBreak, p.backFed).value())));
      out_.fuses.push_back(fuse.rating);
      out_.types.push_back(*fuse.type);
      largest = std::max(largest, fuse.rating);
      sum += fuse.rating;
    }
    if (hasMainSwitch(plan_.wiring)) {
      out_.mainSwitch = cheapestSwitch();
      if (!out_.mainSwitch) return failed("no main switch of that kind in the catalogue carries this current at these volts");
    }
    const Volt nominal = lowestNominal(f_);
    out_.nominal = nominal;
    out_.dropAllowed = nominal * wayDropLimit;
    for (std::size_t k = 0; k < plan_.packs.size(); ++k) {
      pack(k, sum);
      out_.fixedDrops.push_back(fixedDrop(k));
    }
    const bool one = plan_.packs.size() < 2 || plan_.joining.method == Method::Selector;
    out_.main =
        choiceOf("joint/lead", plan_.joining.outputPlug, !plan_.joining.outputPlug.empty(), one ? largest : std::max(largest, sum * 0.5));
    return std::move(out_);
  }

 private:
  SizingProblem failed(std::string why) {
    out_ = {};
    out_.impossible = std::move(why);
    return std::move(out_);
  }

  /// Of the plan's kind, for direct current at the highest full voltage and the peak.
  std::optional<SwitchType> cheapestSwitch() const {
    const Volt full = highestFull(f_);
    std::optional<SwitchType> best;
    for (const SwitchType& t : catalogue_.switches) {
      const bool passes = t.kind == *plan_.wiring.mainSwitch.kind && t.voltage >= full && t.continuous >= *f_.wiring.of("joint/lead")->peak;
      if (passes && (!best || t.price < best->price)) best = t;
    }
    return best;
  }

  Volt fixedDrop(std::size_t k) const {
    const Ampere own = *f_.wiring.of(plan_.packs[k].id + "/lead")->peak, all = *f_.wiring.of("joint/lead")->peak;
    const Ohm adapters = adaptersResistance(plan_.leadOf(plan_.packs[k].id), catalogue_);
    const Ohm common = adaptersResistance(plan_.mainRun(), catalogue_) + Ohm(out_.mainSwitch ? out_.mainSwitch->resistance : MilliOhm(0));
    return f_.joint.forwardDrop + (f_.joint.onResistance + adapters) * own + common * all;
  }

  void pack(std::size_t k, Ampere sum) {
    Ampere feeds = out_.fuses[k];
    if (std::find(f_.hard.begin(), f_.hard.end(), k) != f_.hard.end()) feeds = std::max(feeds, sum - out_.fuses[k]);
    out_.packs.push_back(choiceOf(plan_.packs[k].id + "/lead", plan_.packs[k].plug, true, feeds));
  }

  /// The plug that is there stays if it can carry its fuse; else any that the catalogue has for leads.
  std::vector<const ConnectorClass*> plugsFor(const std::string& now, Ampere feeds, const LeadFigures& need) const {
    const auto carries = [&](const ConnectorClass& c) {
      return c.continuous >= feeds && c.continuous >= *need.sustained && c.continuous >= *need.peak;
    };
    if (const ConnectorClass* c = catalogue_.connector(now); c && carries(*c)) return {c};
    std::vector<const ConnectorClass*> out;
    for (const ConnectorClass& c : catalogue_.connectors) {
      const bool bySight = c.polesInBody > 1 || c.shrouded;  // poles of its own body are crossed by hand
      if (!c.forCharging && bySight && carries(c)) out.push_back(&c);
    }
    return out;
  }

  LeadChoice choiceOf(const std::string& id, const std::string& plug, bool hasPlug, Ampere feeds) const {
    LeadChoice choice;
    choice.id = id;
    const HarnessLead& lead = *f_.wiring.harness.lead(id);
    const LeadFigures& need = *f_.wiring.of(id);
    std::vector<const ConnectorClass*> plugs{nullptr};
    if (hasPlug) plugs = plugsFor(plug, feeds, need);
    for (const WireOffer& wire : catalogue_.wires) {
      const bool held = lead.planned >= 0 && lead.run.held;
      if (held ? wire.size != lead.run.size : wire.size.ends_with("mm2")) continue;
      const auto size = parseWireSize(wire.size);
      ensure(size.has_value(), "a wire of the catalogue has no size");
      HarnessLead tried = lead;
      tried.run.size = wire.size;
      const LeadFigures figures = leadFigures(tried, need.peak, need.sustained, hottestAir(plan_));
      const std::string fails = whyNot(tried, figures, feeds);
      for (const ConnectorClass* c : plugs) {
        LeadOption o;
        o.size = wire.size;
        o.plug = c;
        o.fails = fails;
        if (o.fails.empty() && c && cupFit(*size, *c) != CupFit::Fits) o.fails = "does not fit the cups of the plug";
        o.passes = o.fails.empty();
        const double metres = lead.run.lengthPlus->value() + lead.run.lengthMinus->value();
        o.price = wire.perMetre * metres + (c ? c->price : Money(0));
        o.drop = *figures.drop + (c ? Ohm(c->perContact) * 2.0 * *need.peak : Volt(0));
        choice.options.push_back(std::move(o));
      }
    }
    return choice;
  }

  static std::string whyNot(const HarnessLead& lead, const LeadFigures& f, Ampere feeds) {
    if (*f.rating < feeds) return fmt::format("carries {} A, less than the fuse that protects it", formatNumber(f.rating->value()));
    if (*f.conductorAtPeak > insulationLimit(lead.run.insulation))
      return fmt::format("{} °C of copper at the peak", formatNumber(f.conductorAtPeak->value()));
    if (lead.run.touchable && *f.sheathSustained > touchLimit)
      return fmt::format("{} °C outside for long", formatNumber(f.sheathSustained->value()));
    return {};
  }

  const Plan& plan_;
  const Figures& f_;
  const Catalogue& catalogue_;
  SizingProblem out_;
};

}  // namespace

SizingProblem sizingProblem(const Plan& plan, const Figures& figures, const Catalogue& catalogue) {
  return ProblemMaker(plan, figures, catalogue).make();
}

}  // namespace usherwright
