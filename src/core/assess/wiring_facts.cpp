// Facts of the harness beside the rules.
#include "core/assess/wiring_facts.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/assess/figure_parts.h"
#include "core/plan/names.h"
#include "core/quantity/units.h"
#include "core/wiring/wire_heat.h"

namespace usherwright {
namespace {

const Ampere makeRating(2);  // of a small switch or button that puts the resistor in
const Celsius room(20);

/// Resistors as they are sold, wire-wound: the E6 row.
const std::vector<Ohm>& soldResistors() {
  static const std::vector<Ohm> all = [] {
    std::vector<Ohm> out;
    for (const double decade : {1.0, 10.0, 100.0, 1000.0})
      for (const double step : {1.0, 1.5, 2.2, 3.3, 4.7, 6.8}) out.emplace_back(decade * step);
    return out;
  }();
  return all;
}

std::string softenedBy(const Plan& plan) {
  if (plan.joining.precharge) return fmt::format("precharge of {} Ω", formatNumber(plan.joining.precharge->value()));
  return plan.wiring.mainSwitch.kind == SwitchKind::SoftStart ? "the switch's soft start" : "";
}

}  // namespace

Volt highestFull(const Figures& f) {
  Volt highest(0);
  for (const PackFigures& p : f.packs) highest = std::max(highest, p.model.full);
  return highest;
}

Volt lowestNominal(const Figures& f) {
  Volt lowest(0);
  for (const PackFigures& p : f.packs) lowest = lowest > Volt(0) ? std::min(lowest, p.model.nominal) : p.model.nominal;
  return lowest;
}

ChainNeed chainNeedOf(const Plan& plan, const Figures& f, std::size_t k) {
  ChainNeed need;
  if (const LeadFigures* lead = f.wiring.of(plan.packs[k].id + "/lead")) {
    need.sustained = lead->sustained;
    need.peak = lead->peak;
  }
  need.bikeSideLive = std::find(f.hard.begin(), f.hard.end(), k) != f.hard.end();
  need.mayCutPack = plan.packs[k].origin == Origin::Built;
  return need;
}

// ---- switching on ----

Closing closesLast(const Plan& plan, const Catalogue& catalogue) {
  Closing out;
  const MainSwitch& s = plan.wiring.mainSwitch;
  out.softened = softenedBy(plan);
  if (hasMainSwitch(plan.wiring) && s.closesLast.value_or(false)) {
    out.part = "joint/switch";
    out.words = "the main switch";
    out.pointer = "/wiring/main_switch/kind";
    return out;
  }
  const auto antiSpark = [&](const std::string& id) {
    const ConnectorClass* c = catalogue.connector(id);
    return c && c->antiSpark;
  };
  if (!plan.joining.outputPlug.empty()) {
    out.part = "joint/plug";
    out.words = "the plug after the joint";
    out.pointer = "/joining/output_plug";
    if (antiSpark(plan.joining.outputPlug)) out.softened = "its anti-spark half";
    return out;
  }
  if (plan.packs.empty()) return out;
  const auto plain = std::find_if(plan.packs.begin(), plan.packs.end(), [&](const Pack& p) { return !antiSpark(p.plug); });
  const Pack& first = plain == plan.packs.end() ? plan.packs.front() : *plain;
  out.part = first.id + "/plug";
  out.words = plan.packs.size() > 1 ? "the first pack's plug to go in" : "the plug of " + shownName(first);
  out.pointer = fmt::format("/packs/{}/plug", &first - plan.packs.data());
  if (plain == plan.packs.end()) out.softened = "its anti-spark half";
  return out;
}

SwitchOn switchOnOf(const Plan& plan, const Figures& f, const Catalogue& catalogue) {
  SwitchOn s;
  s.last = closesLast(plan, catalogue);
  s.resistor = plan.joining.precharge;
  s.bus = highestFull(f);
  if (f.packs.empty()) return s;
  for (std::size_t k = 0; k < f.packs.size(); ++k) {
    // At 20 °C, the board's resistance included: what stands between the cells and the capacitors.
    const ShortSource& source = f.packs[k].shortSource;
    const Ohm board = Ohm(boardResistance(plan.packs[k].bms));
    const Ohm loop = source.cells + source.path + board + f.packs[k].toJoint + f.joint.onResistance + f.common;
    if (!s.loop || loop < *s.loop) s.loop = loop;
  }
  s.inrush = s.bus / *s.loop;
  s.least = s.bus / makeRating;
  const auto sold = std::find_if(soldResistors().begin(), soldResistors().end(), [&](Ohm r) { return r >= s.least; });
  s.chosen = sold == soldResistors().end() ? s.least : *sold;
  const Ohm used = s.resistor.value_or(s.chosen);
  s.firstAmpere = s.bus / used;
  const Known<MicroFarad>& c = plan.bike.controller.bulkCapacitance;
  if (!c) return s;
  s.capacitance = Farad(*c);
  s.stored = Joule(0.5 * s.capacitance->value() * s.bus.value() * s.bus.value());
  s.time = Second(5 * used.value() * s.capacitance->value());
  return s;
}

Volt prechargedAfter(const SwitchOn& s, Second t) {
  if (!s.capacitance) return Volt(0);
  const double tau = s.resistor.value_or(s.chosen).value() * s.capacitance->value();
  return tau > 0 ? s.bus * (1 - std::exp(-t.value() / tau)) : s.bus;
}

// ---- a nick ----

Opening openingOf(const Fuse& fuse, Ampere current, const Catalogue& catalogue) {
  Opening out;
  if (!fuse.kind || !fuse.rating) return out;
  const auto type = std::find_if(catalogue.fuses.begin(), catalogue.fuses.end(), [&](const FuseType& t) { return t.kind == *fuse.kind; });
  if (type == catalogue.fuses.end() || type->curve.empty()) return out;
  const double multiple = current / *fuse.rating;
  const std::vector<MeltingPoint>& curve = type->curve;
  if (multiple < curve.front().multiple) {
    out.never = true;
    return out;
  }
  if (multiple >= curve.back().multiple) {  // adiabatic beyond the last point: I²t stays
    const double ratio = curve.back().multiple / multiple;
    out.after = curve.back().time * (ratio * ratio);
    return out;
  }
  const auto above = std::find_if(curve.begin(), curve.end(), [&](const MeltingPoint& p) { return p.multiple > multiple; });
  const MeltingPoint &a = *(above - 1), &b = *above;
  const double share = std::log(multiple / a.multiple) / std::log(b.multiple / a.multiple);
  out.after = Second(std::exp(std::log(a.time.value()) + share * std::log(b.time.value() / a.time.value())));
  return out;
}

namespace {

Ohm bothConductors(const HarnessLead& lead) { return lead.isRun() ? runResistance(lead.run, room) : Ohm(0); }

/// Packs that feed a short together, each through its own way to a node, then through what they share.
struct Feeding {
  std::vector<std::size_t> packs;
  std::vector<Volt> volts;
  std::vector<Ohm> own;
  Ohm shared{0};
};

/// Kirchhoff at the node; a pack that the others would push back into gives nothing where its joint is one-way.
std::vector<Ampere> currentsOf(const Feeding& f, bool oneWay) {
  std::vector<bool> on(f.packs.size(), true);
  std::vector<Ampere> out(f.packs.size());
  const double shared = 1 / std::max(f.shared.value(), 1e-9);
  for (bool again = true; again;) {
    again = false;
    double pushed = 0, conductance = shared;
    for (std::size_t i = 0; i < f.packs.size(); ++i)
      if (on[i]) {
        pushed += f.volts[i].value() / f.own[i].value();
        conductance += 1 / f.own[i].value();
      }
    const Volt node(pushed / conductance);
    for (std::size_t i = 0; i < f.packs.size(); ++i) {
      out[i] = on[i] ? (f.volts[i] - node) / f.own[i] : Ampere(0);
      if (oneWay && out[i] < Ampere(0)) {
        on[i] = false;
        again = true;
      }
    }
  }
  return out;
}

bool tapsCells(const Accessory& a) { return a.tap == Tap::SomeGroups || a.tap == Tap::BeforeBms; }

/// The place of a nick: which pack's side, and what lies between it and the joint.
struct Place {
  const HarnessLead& lead;
  const Accessory* accessory;  ///< of its branch
  bool atCells;                ///< fed without the pack's fuse in the way
  bool ownFuse;                ///< behind the fuse of its branch or charge lead
  Place(const Plan& plan, const HarnessLead& l)
      : lead(l),
        accessory(l.accessory >= 0 ? &plan.bike.accessories[static_cast<std::size_t>(l.accessory)] : nullptr),
        atCells(l.kind == LeadKind::Cells || l.kind == LeadKind::Charge || (accessory && tapsCells(*accessory))),
        ownFuse(l.kind == LeadKind::Charge || l.kind == LeadKind::Branch) {}
};

class NickFeeders {
 public:
  NickFeeders(const Plan& plan, const Figures& f, const Catalogue& catalogue, std::uint32_t plugged)
      : plan_(plan), f_(f), catalogue_(catalogue), plugged_(plugged) {}

  std::vector<Feeding> of(const Place& at) const {
    std::vector<Feeding> out;
    if (at.lead.pack < 0) {
      Feeding all;
      for (std::size_t k = 0; k < plan_.packs.size(); ++k) {
        if (!isIn(k)) continue;
        Feeding one;
        add(one, k, toJoint(k) + f_.joint.onResistance, f_.joint.forwardDrop);
        if (f_.joint.turns != Turns::OneAtATime) add(all, k, toJoint(k) + f_.joint.onResistance, f_.joint.forwardDrop);
        else if (all.packs.empty() || one.volts[0] / one.own[0] > all.volts[0] / all.own[0]) all = one;  // the stiffest of them
      }
      all.shared = bothConductors(at.lead) * 0.5;
      if (const Ohm plug = plugResistance(catalogue_, plan_.joining.outputPlug); at.lead.isRun()) all.shared += plug;
      return {all};
    }
    const auto k = static_cast<std::size_t>(at.lead.pack);
    const Ohm fuse = fuseResistance(plan_.packs[k].fuse), plug = plugResistance(catalogue_, plan_.packs[k].plug);
    Feeding own;
    if (!at.lead.isRun() || isIn(k)) add(own, k, at.atCells ? Ohm(0) : fuse + (at.lead.isRun() ? plug : Ohm(0)), Volt(0));
    own.shared = bothConductors(at.lead) * 0.5;
    if (!own.packs.empty()) out.push_back(own);
    Feeding others;
    // The others come as far as the joint's half of this plug; past it only while it is in.
    if (std::find(f_.hard.begin(), f_.hard.end(), k) != f_.hard.end() && (at.lead.isRun() || isIn(k)))
      for (const std::size_t other : f_.hard)
        if (other != k && isIn(other)) add(others, other, toJoint(other) + f_.joint.onResistance, Volt(0));
    if (others.packs.empty()) return out;
    others.shared = f_.joint.onResistance + (at.lead.isRun() ? bothConductors(at.lead) * 0.5 : leadOf(k) + plug);
    if (at.atCells) others.shared += fuse;
    out.push_back(others);
    return out;
  }

 private:
  bool isIn(std::size_t k) const { return (plugged_ >> k & 1u) != 0; }
  Ohm leadOf(std::size_t k) const {
    const HarnessLead* lead = f_.wiring.harness.lead(plan_.packs[k].id + "/lead");
    return lead ? bothConductors(*lead) : Ohm(0);
  }
  Ohm toJoint(std::size_t k) const {
    return fuseResistance(plan_.packs[k].fuse) + plugResistance(catalogue_, plan_.packs[k].plug) + leadOf(k);
  }
  void add(Feeding& to, std::size_t k, Ohm outside, Volt drop) const {
    const ShortSource& s = f_.packs[k].shortSource;
    to.packs.push_back(k);
    to.volts.push_back(s.full - drop);
    to.own.push_back(std::max(Ohm(1e-6), s.cells + s.path + outside));
  }

  const Plan& plan_;
  const Figures& f_;
  const Catalogue& catalogue_;
  std::uint32_t plugged_;
};

/// A fuse beyond its volts or its breaking capacity melts, and the arc goes on; "" if both are known to suffice.
std::string doesNotInterrupt(const Fuse& fuse, Volt full, Ampere current) {
  const auto number = [](auto q) { return formatNumber(q.value()); };
  if (!fuse.dcVoltage || !fuse.breaking) return "whether its fuse interrupts this is not known: its DC volts and breaking capacity say it";
  if (*fuse.dcVoltage < full)
    return fmt::format("its fuse melts but does not interrupt: {} V against {} V", number(*fuse.dcVoltage), number(full));
  if (*fuse.breaking < current) return fmt::format("its fuse melts but does not interrupt: it breaks {} A", number(*fuse.breaking));
  return {};
}

/// The fuse that this pack feeds the place through, and what it does there.
FeedingFuse behaviour(const Plan& plan, const Catalogue& catalogue, const Place& at, std::size_t pack, Volt full, Ampere current) {
  FeedingFuse x;
  x.pack = pack;
  x.current = current;
  const bool own = at.lead.pack == static_cast<int>(pack);
  const Fuse& fuse = at.accessory && at.ownFuse ? at.accessory->fuse
                     : own && at.lead.charges   ? plan.packs[pack].chargeFuse
                                                : plan.packs[pack].fuse;
  x.rating = fuse.rating;
  if (own && at.atCells && !at.ownFuse) x.why = "no fuse lies before this place";
  else if (fuse.present == false) x.why = "no fuse is fitted";
  else if (!fuse.rating) x.why = "what its fuse is rated is not known";
  else if (const std::string doubt = doesNotInterrupt(fuse, full, current); !doubt.empty()) x.why = doubt;
  else if (!fuse.kind) x.why = "its fuse's kind, and so its curve, is not known: unproven";
  else {
    const Opening opening = openingOf(fuse, current, catalogue);
    x.opensAfter = opening.after;
    x.never = opening.never;
  }
  return x;
}

std::string fuseWords(const FeedingFuse& x, const std::string& name) {
  if (!x.why.empty()) return fmt::format("{}: {}", name, x.why);
  if (x.never) return fmt::format("the fuse of {} need not open at {} A", name, formatNumber(x.current.value()));
  return fmt::format("the fuse of {} opens within {} s at {} A", name, formatNumber(x.opensAfter->value()),
                     formatNumber(x.current.value()));
}

/// I²t of the copper that carries all of them, each until its own fuse has opened.
double squareSeconds(std::vector<FeedingFuse> fuses) {
  std::sort(fuses.begin(), fuses.end(), [](const FeedingFuse& a, const FeedingFuse& b) { return *a.opensAfter < *b.opensAfter; });
  double still = 0;
  for (const FeedingFuse& x : fuses) still += x.current.value();
  double out = 0, since = 0;
  for (const FeedingFuse& x : fuses) {
    out += still * still * (x.opensAfter->value() - since);
    since = x.opensAfter->value();
    still -= x.current.value();
  }
  return out;
}

}  // namespace

Nick nickAt(const Plan& plan, const Figures& f, const Catalogue& catalogue, const std::string& id, std::uint32_t plugged) {
  constexpr double jacketForFiveSeconds = 250;  // °C of copper under silicone or cross-linked jackets, IEC 60724; PVC 160
  Nick n;
  n.lead = id;
  const HarnessLead* lead = f.wiring.harness.lead(id);
  if (!lead) return n;
  const Place at(plan, *lead);
  if (at.accessory && at.accessory->tap == Tap::Controller) {
    n.words = "the controller feeds it: what opens there is not known";
    return n;
  }
  for (const Feeding& feeding : NickFeeders(plan, f, catalogue, plugged).of(at)) {
    const std::vector<Ampere> currents = currentsOf(feeding, f.joint.oneWay);
    for (std::size_t i = 0; i < feeding.packs.size(); ++i) {
      if (currents[i] <= Ampere(0)) continue;
      n.fuses.push_back(behaviour(plan, catalogue, at, feeding.packs[i], f.packs[feeding.packs[i]].model.full, currents[i]));
      n.total += currents[i];
      n.words += (n.words.empty() ? "" : "; ") + fuseWords(n.fuses.back(), f.packs[feeding.packs[i]].model.name);
    }
  }
  if (at.accessory && at.ownFuse && !n.fuses.empty()) {  // one fuse carries what they all feed
    n.fuses = {behaviour(plan, catalogue, at, n.fuses.front().pack, highestFull(f), n.total)};
    n.words = fuseWords(n.fuses.front(), at.accessory->name.empty() ? lead->name : at.accessory->name);
  }
  const bool allOpen = std::all_of(n.fuses.begin(), n.fuses.end(), [](const FeedingFuse& x) { return x.opensAfter.has_value(); });
  const auto size = parseWireSize(lead->run.size);
  if (size) n.limit = Celsius(lead->run.insulation == Insulation::Pvc ? 160 : jacketForFiveSeconds);
  if (!allOpen || n.fuses.empty()) return n;
  n.until = Second(0);
  for (const FeedingFuse& x : n.fuses) n.until = std::max(*n.until, *x.opensAfter);
  if (size) {
    const double rise = adiabaticRiseWarming(squareSeconds(n.fuses), size->area).value();
    n.copper = Celsius(std::min(9999.0, hottestAir(plan).value() + rise));
  }
  return n;
}

}  // namespace usherwright
