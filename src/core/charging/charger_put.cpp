// A charger to its packs.
#include "core/charging/charger_put.h"

#include <algorithm>

#include "core/charging/charging.h"
#include "core/plan/makeup.h"

namespace usherwright {

Plan withChargerPut(const Plan& plan, std::size_t charger) {
  if (charger >= plan.chargers.size() || !plan.chargers[charger].forPacks.empty()) return plan;
  Plan next = plan;
  std::vector<std::string>& ids = next.chargers[charger].forPacks;
  const Charger& put = plan.chargers[charger];
  for (const Pack& p : plan.packs) {
    if (!put.output || hasCharger(plan, p.id)) continue;
    const Makeup made = makeupOf(plan, p);
    const ChemistryFacts& cells = factsOf(made.cell);
    const Volt gives = givenAt(*put.output, put.compensated == true, made.series, cells, p.chargeTemperature);
    if (verdictOn(gives, made.series, cells, p.chargeTemperature) == ChargeVerdict::Right) ids.push_back(p.id);
  }
  if (!ids.empty()) return next;
  const auto first = std::find_if(plan.packs.begin(), plan.packs.end(), [&](const Pack& p) { return !hasCharger(plan, p.id); });
  if (first != plan.packs.end()) ids.push_back(first->id);
  return next;
}

}  // namespace usherwright
