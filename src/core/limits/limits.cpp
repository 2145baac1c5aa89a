// Demand, elements and the narrows.
#include "core/limits/limits.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/wiring/wire_heat.h"

namespace usherwright {
namespace {

constexpr double sustainedShare = 0.5;  // of the controller limit, without a route
constexpr double worstVoltageShare = 0.85;
const Celsius ratingAmbient(30);
constexpr double closedPlug = 0.8;

Known<Ampere> plugRating(const Catalogue& catalogue, const std::string& id, bool closed) {
  const ConnectorClass* c = catalogue.connector(id);
  if (!c) return std::nullopt;
  return c->continuous * (closed ? closedPlug : 1.0);
}

/// A lead in a closed housing closes the plugs at its ends in as well.
bool isClosed(const Run* run) { return run && run->closed; }

/// Current through one pack when `present` packs share a direct joint by conductance, else all of it.
double shareOf(const Plan& plan, const std::vector<PackModel>& packs, std::size_t k) {
  if (plan.joining.method != Method::Direct || packs.size() < 3) return 1.0;
  // Worst case with one of the others unplugged: the one that helps most.
  double total = 0;
  double largestOther = 0;
  for (std::size_t i = 0; i < packs.size(); ++i) {
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
    if (p.bms.present.value_or(true)) {
      Element& bms = add(ElementKind::Bms, index, p.id + "/bms", "BMS of " + model.name, at + "/bms/continuous_A", p.bms.continuous);
      shortRating(bms, p.bms.peak, p.bms.peakTime);
    }
    if (p.fuse.present.value_or(true))
      add(ElementKind::Fuse, index, p.id + "/fuse", "fuse of " + model.name, at + "/fuse/rating_A", p.fuse.rating);
    add(ElementKind::Plug, index, p.id + "/plug", "plug of " + model.name, at + "/plug",
        plugRating(catalogue, p.plug, isClosed(plan.leadOf(p.id))));
    lead(ElementKind::Lead, index, p.id + "/lead", "lead of " + model.name, plan.leadOf(p.id));
    if (plan.packs.size() > 1 && plan.joining.method != Method::Direct && !behind.peak)
      add(ElementKind::JoinerInput, index, p.id + "/input", "joiner input of " + model.name, "/joining/part/input_A",
          plan.joining.part.input);
    const bool apart = plan.joining.limitWhileApart && plan.packs.size() > 1;
    for (std::size_t i = first; i < out.size(); ++i) {
      if (apart)
        out[i].peak = *plan.joining.limitWhileApart + plan.bike.controller.currentTolerance.value_or(Ampere(0)) + demand.accessories;
      if (out[i].peak && demand.peak) out[i].peak = std::min(*out[i].peak, *demand.peak) * share;
      if (out[i].sustained) out[i].sustained = *out[i].sustained * share;
      if (!behind.peak) continue;
      out[i].peak = behind.peak;
      out[i].sustained = behind.sustained;
    }
  }

  void lead(ElementKind kind, int pack, std::string id, std::string name, const Run* run) {
    std::string pointer;
    for (std::size_t i = 0; run && i < plan.wiring.runs.size(); ++i)
      if (&plan.wiring.runs[i] == run) pointer = fmt::format("/wiring/runs/{}/size", i);
    add(kind, pack, std::move(id), std::move(name), std::move(pointer), leadRating(run, ratingAmbient));
  }
};

}  // namespace

Volt converterLowestInput(const ConverterPart& part, const PackModel& pack) {
  return std::max(part.inputLow.value_or(Volt(0)), part.ownCut.value_or(pack.lowestUnderLoad));
}

Known<Ampere> converterInput(const ConverterPart& part, Volt bus, Volt at) {
  const ConverterAssumed assumed;
  if (!part.output && !part.power) return std::nullopt;
  Watt most(1e9);
  if (part.output) most = std::min(most, part.set.value_or(bus) * *part.output);
  if (part.power) most = std::min(most, *part.power);
  const double efficiency = part.efficiency ? part.efficiency->value() : assumed.efficiency;
  return most / efficiency / std::max(at, Volt(1)) + Ampere(part.standby.value_or(assumed.standby));
}

Demand demandOf(const Plan& plan, Known<Watt> worstTenMinutes, Known<Volt> nominal) {
  const Controller& c = plan.bike.controller;
  Demand d;
  Watt before;
  for (const Accessory& a : plan.bike.accessories)
    if (a.tap != Tap::Controller) before += a.power.value_or(Watt(0));
  const Volt low = c.cutoff.value_or(nominal.value_or(Volt(0)));
  if (before > Watt(0) && low > Volt(0)) d.accessories = before / (low * worstVoltageShare);
  if (c.currentLimit) d.peak = *c.currentLimit + c.currentTolerance.value_or(Ampere(0)) + d.accessories;
  if (worstTenMinutes && nominal) {
    d.sustained = *worstTenMinutes / *nominal;
    d.sustainedAssumed = false;
    if (d.peak) d.sustained = std::min(*d.sustained, *d.peak);
  } else if (c.currentLimit) {
    d.sustained = *c.currentLimit * sustainedShare;
  }
  return d;
}

Known<Ampere> Element::counted() const {
  if (shortCounts && shortTime && (!continuous || *shortTime > *continuous)) return shortTime;
  return continuous;
}

std::optional<double> Element::headroomAtPeak() const {
  const Known<Ampere> rating = counted();
  if (!rating || !peak || *peak <= Ampere(0)) return std::nullopt;
  return *rating / *peak - 1;
}

std::optional<double> Element::headroomSustained() const {
  if (!continuous || !sustained || *sustained <= Ampere(0)) return std::nullopt;
  return *continuous / *sustained - 1;
}

std::vector<Element> elementsOf(const Plan& plan, const std::vector<PackModel>& packs, const Catalogue& catalogue, const Demand& demand) {
  Builder b{plan, catalogue, demand, {}};
  const auto fedBy = converterPack(plan);
  for (std::size_t k = 0; k < packs.size(); ++k) {
    Builder::Behind behind;
    if (fedBy == k) {
      const ConverterPart& part = plan.joining.converter;
      const Volt bus = packs[k == 0 ? 1 : 0].full;
      const Volt low = converterLowestInput(part, packs[k]);
      behind = {converterInput(part, bus, low), converterInput(part, bus, std::max(low, packs[k].nominal))};
    }
    b.pack(k, packs[k], shareOf(plan, packs, k), behind);
  }
  if (packs.size() > 1 && plan.joining.method != Method::Direct)
    b.add(ElementKind::JoinerTotal, -1, "joint/total", "joiner", "/joining/part/total_A", plan.joining.part.total);
  if (!packs.empty()) {
    b.lead(ElementKind::MainLead, -1, "main/lead", "main lead", plan.mainRun());
    if (!plan.joining.outputPlug.empty())
      b.add(ElementKind::MainPlug, -1, "main/plug", "plug after the joint", "/joining/output_plug",
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

}  // namespace usherwright
