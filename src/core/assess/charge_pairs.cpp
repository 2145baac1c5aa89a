// Chargers on packs.
#include <algorithm>

#include "core/assess/figure_parts.h"
#include "core/assess/kept.h"
#include "core/charging/of_plan.h"
#include "core/limits/limits.h"
#include "core/parts/wire.h"

namespace usherwright {
namespace {

const Ampere thinPinCurrent(3);  // of a barrel plug
const SquareMillimetre thinPin(0.75);

struct Pairs {
  const Plan& plan;
  const Catalogue& catalogue;
  const Figures& f;
  Parts wanted;
  Kept<ChargeRun> runs;

  /// The port's own mark stands above its class. `port`: false where CHG-04 judges it.
  std::optional<CurrentLimit> limit(std::size_t k, bool port) const {
    const Pack& p = plan.packs[k];
    std::vector<CurrentLimit> limits;
    if (p.bms.charge && countsAsFitted(p.bms)) limits.push_back({"bms", *p.bms.charge});
    if (f.packs[k].model.cellCharge) limits.push_back({"cells", *f.packs[k].model.cellCharge});
    const auto lead = parseWireSize(p.chargeLeadSize);
    if (const ConnectorClass* c = catalogue.connector(p.chargePort); port && (p.portCurrent || c))
      limits.push_back({"port", p.portCurrent                                           ? *p.portCurrent
                                : c->id == "round-3pin" && lead && lead->area < thinPin ? thinPinCurrent
                                                                                        : c->continuous});
    if (const auto& rating = f.packs[k].chargeLead) limits.push_back({"lead", *rating});
    if (p.chargeFuse.rating && countsAsFitted(p.chargeFuse)) limits.push_back({"fuse", *p.chargeFuse.rating});
    return smallestLimit(limits);
  }

  BarrelLoad barrelOf(const Charger& charger, const Pack& p) const {
    const std::string& port = p.chargePort.empty() ? charger.plug : p.chargePort;
    if (!charger.current || *charger.current < barrelMost || !port.starts_with("barrel")) return BarrelLoad::Fine;
    if (p.portCurrent) return exceeds(charger.current->value(), p.portCurrent->value()) ? BarrelLoad::TooMuch : BarrelLoad::Stated;
    return charger.supplied == true ? BarrelLoad::Stated : BarrelLoad::TooMuch;
  }

  ChargeFigures pair(std::size_t c, std::size_t k) {
    const Charger& charger = plan.chargers[c];
    const PackModel& m = f.packs[k].model;
    ChargeFigures out;
    out.charger = c;
    out.pack = k;
    out.assigned = serves(charger, plan.packs[k].id);
    out.barrel = barrelOf(charger, plan.packs[k]);
    out.limit = limit(k, out.barrel == BarrelLoad::Fine);
    out.currentKnown = charger.current.has_value();
    out.outputKnown = charger.output.has_value();
    out.known = out.outputKnown && out.currentKnown;
    if (out.currentKnown) out.withinLimit = !out.limit || !exceeds(charger.current->value(), out.limit->limit.value());
    out.currentOk = out.withinLimit && out.barrel != BarrelLoad::TooMuch;
    if (!out.outputKnown) return out;
    const Known<Celsius>& at = plan.packs[k].chargeTemperature;
    const Volt gives = givenAt(*charger.output, charger.compensated == true, m.series, m.facts, at);
    out.verdict = verdictOn(gives, m.series, m.facts, at);
    out.excess = excessPerCell(gives, m.series, m.facts);
    out.reached = socReached(gives, m.series, m.curve, m.facts, at);
    if (!out.known || !out.assigned || out.verdict == ChargeVerdict::Stop || !wanted.has(Part::Charging)) return out;
    if (const auto in = chargeInputOf(charger, plan.packs[k], m))
      out.run = runs.get(*in, [](const ChargeInput& input) { return charge(input); });
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
