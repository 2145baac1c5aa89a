// The connect window of the plan's packs.
#include <algorithm>
#include <numeric>

#include "core/assess/figure_parts.h"
#include "core/pack/readings.h"

namespace usherwright {
namespace {

constexpr double lowEstimate = 0.8;    // of a resistance that was not measured
constexpr double assumedCharge = 0.2;  // C, of a charge limit that nobody states

bool isMeasured(const Plan& plan, const std::string& pointer) { return provenanceOf(plan, pointer) == Provenance::Measured; }

/// A pack before a plain plug: the rest voltage of its rested reading, else that of the stated charge; and the low estimate
/// of its resistance, as measured or 0.8 of what is assumed, since less holds less back.
Source beforePlug(const Plan& plan, const PackFigures& pack, std::size_t k) {
  const Pack& p = plan.packs[k];
  Source s = pack.source;
  if (const auto read = restedVolts(p, s.series)) s.start = s.curve.inverse(read->volts / static_cast<double>(s.series));
  if (p.measuredResistance) return s;
  if (!isMeasured(plan, cellPointer(plan, k, "resistance_mohm"))) s.cells *= lowEstimate;
  if (!isMeasured(plan, "/packs/" + std::to_string(k) + "/links_mohm")) s.path -= pack.model.inside * (1 - lowEstimate);
  return s;
}

ReceivingLimits limitsOf(const Pack& pack, const PackModel& model, const Catalogue& catalogue) {
  ReceivingLimits limits;
  limits.chargeLimit = chargeLimitCounted(pack, model);
  if (countsAsFitted(pack.fuse)) limits.fuse = pack.fuse.rating;
  if (const ConnectorClass* c = catalogue.connector(pack.plug)) limits.plug = c->continuous;
  limits.cells = model.temperature;
  limits.facts = model.facts;
  return limits;
}

}  // namespace

Known<Ampere> chargeLimitOf(const Pack& pack, const PackModel& model) {
  Known<Ampere> limit = countsAsFitted(pack.bms) ? pack.bms.charge : std::nullopt;
  if (model.cellCharge) limit = limit ? std::min(*limit, *model.cellCharge) : *model.cellCharge;
  return limit;
}

Ampere chargeLimitCounted(const Pack& pack, const PackModel& model) {
  return chargeLimitOf(pack, model).value_or(Ampere(model.rated.value() * assumedCharge));
}

void addWindow(Figures& f, const Plan& plan, const Catalogue& catalogue) {
  std::vector<std::size_t> who = f.hard;
  if (who.empty()) {
    who.resize(f.packs.size());
    std::iota(who.begin(), who.end(), 0u);
  }
  if (who.size() < 2) return;
  const PackModel& first = f.packs[who.front()].model;
  for (const std::size_t k : who)
    if (f.packs[k].model.series != first.series || f.packs[k].model.chemistry != first.chemistry) return;
  std::vector<Source> sources;
  sources.reserve(who.size());
  for (const std::size_t k : who) sources.push_back(beforePlug(plan, f.packs[k], k));
  const auto rest = [&](std::size_t i) { return sources[i].curve.at(sources[i].start) * sources[i].series; };
  std::vector<std::size_t> order(who.size());
  std::iota(order.begin(), order.end(), 0u);
  std::stable_sort(order.begin(), order.end(), [&](std::size_t a, std::size_t b) { return rest(a) < rest(b); });
  std::size_t into = order.front();
  for (std::size_t i = 0; i + 1 < order.size() && i < 2; ++i) {
    const std::size_t k = order[i];
    ConnectWindow w = connectWindow(sources, k, {Volt(0), MilliOhm(0.5), false, Turns::Together},
                                    limitsOf(plan.packs[who[k]], f.packs[who[k]].model, catalogue));
    if (f.window && w.gap * f.window->window->value() <= f.window->gap * w.window->value()) continue;
    f.window = std::move(w);
    into = k;
  }
  f.windowLow = who[into];
  f.windowHigh = who[order.back()];
  const auto high = restedVolts(plan.packs[f.windowHigh], f.packs[f.windowHigh].model.series),
             low = restedVolts(plan.packs[f.windowLow], f.packs[f.windowLow].model.series);
  f.windowDoubt = doubtOf(rest(order.back()), rest(into), meterOf(plan, high, low));
  f.meetTo = rest(order.back());
  f.meetFrom = std::min(f.meetTo, f.meetTo - *f.window->window + f.windowDoubt);
}

}  // namespace usherwright
