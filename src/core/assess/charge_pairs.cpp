// Chargers on packs.
#include <algorithm>

#include "core/assess/figure_parts.h"
#include "core/assess/kept.h"
#include "core/limits/limits.h"
#include "core/parts/wire.h"
#include "core/plan/usual.h"

namespace usherwright {
namespace {

constexpr double stopShare = 0.05;  // of the charger's current
const Ampere thinPinCurrent(3);     // of a barrel plug
const SquareMillimetre thinPin(0.75);

struct Pairs {
  const Plan& plan;
  const Catalogue& catalogue;
  const Figures& f;
  Parts wanted;
  Kept<ChargeRun> runs;

  std::optional<CurrentLimit> limit(std::size_t k) const {
    const Pack& p = plan.packs[k];
    std::vector<CurrentLimit> limits;
    if (p.bms.charge && countsAsFitted(p.bms)) limits.push_back({"bms", *p.bms.charge});
    if (f.packs[k].model.cellCharge) limits.push_back({"cells", *f.packs[k].model.cellCharge});
    const auto lead = parseWireSize(p.chargeLeadSize);
    if (const ConnectorClass* c = catalogue.connector(p.chargePort))
      limits.push_back({"port", c->id == "round-3pin" && lead && lead->area < thinPin ? thinPinCurrent : c->continuous});
    if (const auto rating = chargeLeadRating(plan, p)) limits.push_back({"lead", *rating});
    if (p.chargeFuse.rating && countsAsFitted(p.chargeFuse)) limits.push_back({"fuse", *p.chargeFuse.rating});
    return smallestLimit(limits);
  }

  ChargeFigures pair(std::size_t c, std::size_t k) {
    const Charger& charger = plan.chargers[c];
    const PackModel& m = f.packs[k].model;
    ChargeFigures out;
    out.charger = c;
    out.pack = k;
    out.assigned = serves(charger, plan.packs[k].id);
    out.limit = limit(k);
    out.currentKnown = charger.current.has_value();
    out.outputKnown = charger.output.has_value();
    out.known = out.outputKnown && out.currentKnown;
    if (out.currentKnown) out.currentOk = !out.limit || !exceeds(charger.current->value(), out.limit->limit.value());
    if (!out.outputKnown) return out;
    out.verdict = verdictOn(*charger.output, m.series, m.facts);
    out.excess = excessPerCell(*charger.output, m.series, m.facts);
    out.reached = socReached(*charger.output, m.series, m.curve, m.facts);
    if (!out.known || !out.assigned || out.verdict == ChargeVerdict::Stop || !wanted.has(Part::Charging)) return out;
    const ChargeInput in{m.curve,
                         m.series,
                         m.cells,
                         m.slow,
                         m.slowCapacitance,
                         m.inside,
                         m.capacity,
                         m.soc,
                         *charger.output,
                         *charger.current,
                         charger.stop.value_or(*charger.current * stopShare),
                         charger.efficiency.value_or(usual::charger).value()};
    out.run = runs.get(in, charge);
    return out;
  }
};

}  // namespace

std::vector<ChargeFigures> chargePairs(const Plan& plan, const Catalogue& catalogue, const Figures& figures, const Figures* previous,
                                       Parts wanted) {
  Pairs pairs{plan, catalogue, figures, wanted, {}};
  if (previous)
    for (const ChargeFigures& c : previous->charging) pairs.runs.add(c.run);
  std::vector<ChargeFigures> out;
  for (std::size_t c = 0; c < plan.chargers.size(); ++c)
    for (std::size_t k = 0; k < plan.packs.size(); ++k) out.push_back(pairs.pair(c, k));
  return out;
}

}  // namespace usherwright
