// Demand, elements and the narrows.
#include "core/limits/limits.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/plan/usual.h"
#include "core/wiring/wire_heat.h"

namespace usherwright {
namespace {

constexpr double sustainedShare = 0.5;             // of the controller limit, without a route
constexpr double worstVoltageShare = 0.85;         // of nominal: a pack near empty gives the same watts at more amperes
constexpr double toleranceShare = 0.05;            // of a limit that is printed without one
const Ampere leastTolerance(1);                    // a shunt of a small controller is no better
constexpr double cutoffToleranceShare = 0.5 / 24;  // ± 0.5 V is usual on 24 V controllers, ± 1 V on 48 V
const StateOfCharge lowCharge(0.20);               // what is carried for long is asked of a pack that is nearly empty
const Celsius chargeLeadLimit(70);                 // insulation class of plain PVC
constexpr double chargeLeadConductivity = 0.2;     // W/(m·K), PVC
constexpr double closedPlug = 0.8;                 // of its rating: a plug in a closed housing keeps its heat

Known<Ampere> plugRating(const Catalogue& catalogue, const std::string& id, bool closed) {
  const ConnectorClass* c = catalogue.connector(id);
  if (!c) return std::nullopt;
  return c->continuous * (closed ? closedPlug : 1.0);
}

/// A lead in a closed housing closes the plugs at its ends in as well.
bool isClosed(const Run* run) { return run && run->closed; }

/// Current through one of three or more hard-joined packs, which share by conductance; else all of it.
double shareOf(const std::vector<std::size_t>& hard, const std::vector<PackModel>& packs, std::size_t k) {
  if (hard.size() < 3 || std::find(hard.begin(), hard.end(), k) == hard.end()) return 1.0;
  // Worst case with one of the others unplugged: the one that helps most.
  double total = 0;
  double largestOther = 0;
  for (const std::size_t i : hard) {
    const double g = 1 / packs[i].resistance().value();
    total += g;
    if (i != k) largestOther = std::max(largestOther, g);
  }
  return 1 / packs[k].resistance().value() / (total - largestOther);
}

struct Builder {
  const Plan& plan;
  const Catalogue& catalogue;
  const Demand& demand;
  std::vector<Element> out;

  Element& add(ElementKind kind, int pack, std::string id, std::string name, std::string pointer, Known<Ampere> continuous) {
    Element e;
    e.kind = kind;
    e.pack = pack;
    e.id = std::move(id);
    e.name = std::move(name);
    e.pointer = std::move(pointer);
    e.continuous = continuous;
    e.peak = demand.peak;
    e.sustained = demand.sustained;
    out.push_back(std::move(e));
    return out.back();
  }

  void shortRating(Element& e, Known<Ampere> rating, Known<Second> time) {
    if (!rating || !time) return;
    e.shortTime = rating;
    e.shortFor = *time;
    const auto boost = plan.bike.controller.boost;
    e.shortCounts = boost && *boost <= *time;
  }

  /// What a converter draws from the pack behind it: at its lowest input, and at the pack's nominal volts.
  struct Behind {
    Known<Ampere> peak, sustained;
  };

  /// `behind`: empty for a pack that carries the bike itself.
  void pack(std::size_t k, const PackModel& model, double share, const Behind& behind) {
    const Pack& p = plan.packs[k];
    const int index = static_cast<int>(k);
    const std::string at = fmt::format("/packs/{}", k);
    const std::size_t first = out.size();
    Element& cells = add(ElementKind::Cells, index, p.id + "/cells", "cells of " + model.name, at + "/parallel", model.continuous);
    if (model.shortTime) shortRating(cells, model.shortTime, model.shortTimeFor);
    if (countsAsFitted(p.bms)) {
      Element& bms = add(ElementKind::Bms, index, p.id + "/bms", "BMS of " + model.name, at + "/bms/continuous_A", p.bms.continuous);
      shortRating(bms, p.bms.peak, p.bms.peakTime);
    }
    if (countsAsFitted(p.fuse))
      add(ElementKind::Fuse, index, p.id + "/fuse", "fuse of " + model.name, at + "/fuse/rating_A", p.fuse.rating);
    add(ElementKind::Plug, index, p.id + "/plug", "plug of " + model.name, at + "/plug",
        plugRating(catalogue, p.plug, isClosed(plan.leadOf(p.id))));
    lead(ElementKind::Lead, index, p.id + "/lead", "lead of " + model.name, plan.leadOf(p.id));
    if (plan.packs.size() > 1 && plan.joining.method != Method::Direct && !behind.peak)
      add(ElementKind::JoinerInput, index, p.id + "/input", "joiner input of " + model.name, "/joining/part/input_A",
          plan.joining.part.input);
    const bool apart = plan.joining.limitWhileApart && plan.packs.size() > 1;
    const Known<Ampere> sustained = sustainedOf(demand, loadedPack(model));
    for (std::size_t i = first; i < out.size(); ++i) {
      Element& e = out[i];
      // A lead may have to carry everything by itself whoever else is plugged in.
      const double part = e.kind == ElementKind::Lead ? 1.0 : share;
      e.sustained = sustained;
      if (apart) e.peak = *plan.joining.limitWhileApart + demand.tolerance + demand.accessories;
      if (e.peak && demand.peak) {
        e.promised = apart && *e.peak < *demand.peak;
        e.peak = std::min(*e.peak, *demand.peak) * part;
      }
      if (e.sustained) e.sustained = *e.sustained * part;
      if (e.promised && e.sustained) e.sustained = std::min(*e.sustained, *e.peak);
      if (!behind.peak) continue;
      e.peak = behind.peak;
      e.sustained = behind.sustained;
      e.promised = false;
    }
  }

  void lead(ElementKind kind, int pack, std::string id, std::string name, const Run* run) {
    std::string pointer;
    for (std::size_t i = 0; run && i < plan.wiring.runs.size(); ++i)
      if (&plan.wiring.runs[i] == run) pointer = fmt::format("/wiring/runs/{}/size", i);
    add(kind, pack, std::move(id), std::move(name), std::move(pointer), leadRating(run, hottestAir(plan)));
  }
};

}  // namespace

Volt converterLowestInput(const ConverterPart& part, const PackModel& pack) {
  return std::max(part.inputLow.value_or(Volt(0)), part.ownCut.value_or(pack.lowestUnderLoad));
}

Known<Ampere> converterInput(const ConverterPart& part, Volt bus, Volt at) {
  if (!part.output && !part.power) return std::nullopt;
  Watt most(1e9);
  if (part.output) most = std::min(most, part.set.value_or(bus) * *part.output);
  if (part.power) most = std::min(most, *part.power);
  const double efficiency = part.efficiency.value_or(usual::converter).value();
  return most / efficiency / std::max(at, Volt(1)) + Ampere(part.standby.value_or(usual::converterStandby));
}

Known<Ampere> highestLimit(const Plan& plan) {
  Known<Ampere> limit = plan.bike.controller.currentLimit;
  const auto beside = plan.provenance.find("/bike/controller/current_max_A");
  if (beside == plan.provenance.end()) return limit;
  for (const Alternative& other : beside->second.also)
    if (std::holds_alternative<double>(other.value)) limit = std::max(limit.value_or(Ampere(0)), Ampere(std::get<double>(other.value)));
  return limit;
}

Demand demandOf(const Plan& plan, Known<Watt> worstTenMinutes, Known<Volt> nominal) {
  const Controller& c = plan.bike.controller;
  Demand d;
  Watt before;
  for (const Accessory& a : plan.bike.accessories)
    if (a.tap != Tap::Controller) before += a.power.value_or(Watt(0));
  const Volt low = c.cutoff ? *c.cutoff - cutoffToleranceOf(c) : nominal.value_or(Volt(0));
  if (before > Watt(0) && low > Volt(0)) d.accessories = atWorst(before, low);
  d.limit = highestLimit(plan);
  if (d.limit) {
    d.tolerance = c.currentTolerance.value_or(std::max(leastTolerance, *d.limit * toleranceShare));
    d.peak = *d.limit + d.tolerance + d.accessories;
  }
  if (worstTenMinutes) {
    d.worst = std::max(Watt(0), *worstTenMinutes - before);
    d.sustainedAssumed = std::any_of(plan.routes.begin(), plan.routes.end(), [](const Route& r) { return !r.climb; });
  }
  return d;
}

LoadedPack loadedPack(const PackModel& m) { return {m.curve.at(lowCharge) * m.series, m.resistance() + m.slow}; }

Known<Ampere> sustainedOf(const Demand& d, const LoadedPack& pack) {
  Known<Ampere> amps;
  if (d.worst) {
    const double u = pack.rest.value();
    const double r = pack.resistance.value();
    const double p = d.worst->value();
    // The high-voltage root of U·I − R·I² = P; a pack that cannot give it is taken at its largest power.
    const double root = u * u - 4 * r * p;
    amps = Ampere(root > 0 && r > 0 ? (u - std::sqrt(root)) / (2 * r) : r > 0 ? u / (2 * r) : p / std::max(u, 1.0)) + d.accessories;
  }
  if (d.limit && d.sustainedAssumed) amps = std::max(amps, Known<Ampere>((*d.limit + d.tolerance) * sustainedShare + d.accessories));
  if (amps && d.peak) amps = std::min(*amps, *d.peak);
  return amps;
}

Ampere atWorst(Watt power, Volt nominal) { return power / (nominal * worstVoltageShare); }

Volt cutoffToleranceOf(const Controller& c) { return c.cutoffTolerance.value_or(c.cutoff.value_or(Volt(0)) * cutoffToleranceShare); }

Celsius hottestAir(const Plan& plan) { return std::max(plan.hottest.value_or(usual::hottestAir), plan.ambient); }

namespace {

/// A headroom that is only rounding below nothing is nothing.
double withoutRounding(double headroom) { return headroom < 0 && headroom > -1e-6 ? 0.0 : headroom; }

}  // namespace

Known<Ampere> Element::counted() const {
  if (shortCounts && shortTime && (!continuous || *shortTime > *continuous)) return shortTime;
  return continuous;
}

std::optional<double> Element::headroomAtPeak() const {
  const Known<Ampere> rating = counted();
  if (!rating || !peak || *peak <= Ampere(0)) return std::nullopt;
  return withoutRounding(*rating / *peak - 1);
}

std::optional<double> Element::headroomSustained() const {
  if (!continuous || !sustained || *sustained <= Ampere(0)) return std::nullopt;
  return withoutRounding(*continuous / *sustained - 1);
}

std::vector<Element> elementsOf(const Plan& plan, const std::vector<PackModel>& packs, const Catalogue& catalogue, const Demand& demand) {
  Builder b{plan, catalogue, demand, {}};
  const auto fedBy = converterPack(plan);
  const std::vector<std::size_t> hard = hardJoined(plan);
  for (std::size_t k = 0; k < packs.size(); ++k) {
    Builder::Behind behind;
    if (fedBy == k) {
      const ConverterPart& part = plan.joining.converter;
      const Volt bus = packs[k == 0 ? 1 : 0].full;
      const Volt low = converterLowestInput(part, packs[k]);
      behind = {converterInput(part, bus, low), converterInput(part, bus, std::max(low, packs[k].nominal))};
    }
    b.pack(k, packs[k], shareOf(hard, packs, k), behind);
  }
  if (packs.size() > 1 && plan.joining.method != Method::Direct)
    b.add(ElementKind::JoinerTotal, -1, "joint/total", "joiner", "/joining/part/total_A", plan.joining.part.total);
  if (!packs.empty()) {
    b.lead(ElementKind::MainLead, -1, "joint/lead", "main lead", plan.mainRun());
    if (!plan.joining.outputPlug.empty())
      b.add(ElementKind::MainPlug, -1, "joint/plug", "plug after the joint", "/joining/output_plug",
            plugRating(catalogue, plan.joining.outputPlug, isClosed(plan.mainRun())));
  }
  return b.out;
}

int narrowsOf(const std::vector<Element>& elements) {
  int best = -1;
  double least = 0;
  for (std::size_t i = 0; i < elements.size(); ++i) {
    const auto h = elements[i].headroomAtPeak();
    if (!h || (best >= 0 && *h >= least - 1e-12)) continue;
    best = static_cast<int>(i);
    least = *h;
  }
  return best;
}

Known<Ampere> leadRating(const Run* run, Celsius ambient) {
  if (!run) return std::nullopt;
  const auto size = parseWireSize(run->size);
  if (!size) return std::nullopt;
  return ampacity(geometryOf(*size), insulationLimit(run->insulation),
                  {ambient, run->bundle, run->closed, conductivityOf(run->insulation)});
}

Known<Ampere> chargeLeadRating(const Plan& plan, const Pack& pack) {
  const auto size = parseWireSize(pack.chargeLeadSize);
  if (!size) return std::nullopt;
  return ampacity(geometryOf(*size), chargeLeadLimit, {hottestAir(plan), 2, false, chargeLeadConductivity});
}

}  // namespace usherwright
