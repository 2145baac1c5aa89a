// Charging: which charger for which pack, tonight, the ceilings, what keeps groups even. Text and JSON.
#include <fmt/format.h>

#include "calc/command.h"
#include "calc/json.h"
#include "core/plan/names.h"
#include "core/quantity/text.h"
#include "core/quantity/units.h"
#include "core/studies/charging_studies.h"
#include "core/studies/kept_chargers.h"
#include "core/studies/tonight.h"

namespace usherwright::calc {
namespace {

std::string pairWords(const Assessment& a, const ChargeFigures& c) {
  if (const Finding* end = outOfUse(a, a.figures.packs[c.pack].model.id)) return fmt::format("never: {}", end->id);
  if (!c.outputKnown) return "its output is not known";
  std::string out(chargeVerdictWord(c.verdict));
  if (c.reached) out += fmt::format(", ends near {} %", formatNumber(c.reached->value() * 100));
  if (c.currentKnown && !c.currentOk) out += ", too much current";
  if (!c.currentKnown) out += ", its current is not known";
  return out + (c.assigned ? "; in use" : "");
}

std::string chargeText(const Plan& plan, const Assessment& a) {
  std::string out = plan.title + "\n\n";
  for (const ChargeFigures& c : a.figures.charging)
    out += fmt::format("{} on {}: {}\n", shownName(plan.chargers[c.charger]), a.figures.packs[c.pack].model.name, pairWords(a, c));
  for (const std::string& s : sharedPlugs(plan)) out += s + "\n";
  for (const std::string& s : keptChargerWords(plan)) out += s + "\n";
  const Tonight t = tonightOf(plan, a, NightGoal::Soonest);
  out += "\ntonight, soonest: " + tonightSum(plan, t) + "\n";
  for (const TonightPack& p : t.packs)
    if (!p.refused.empty()) out += fmt::format("  {}: {}\n", a.figures.packs[p.pack].model.name, p.refused);
  for (const TonightStep& s : t.steps) out += fmt::format("  {} {}\n", formatClock(s.at.value()), s.words);
  out += "\n";
  for (const CeilingChoice& c : ceilingChoices(plan, a))
    out += fmt::format("up to {}: {}, {}\n", c.name(), c.range ? formatNumber(c.range->value()) + " km" : "range not known",
                       c.years ? fmt::format("{} years ({} to {})", formatNumber(c.years->likely, 2), formatNumber(c.years->low, 2),
                                             formatNumber(c.years->high, 2))
                               : std::string("years not known"));
  out += "\n";
  for (const BalanceNeed& b : balanceNeeds(plan, a)) out += a.figures.packs[b.pack].model.name + ": " + b.sentence + "\n";
  return out;
}

Json nightJson(const Plan& plan, const Assessment& a, NightGoal goal) {
  const Tonight t = tonightOf(plan, a, goal);
  Json out{{"begins_min", t.night.begins.value()},
           {"ready_by_min", t.night.ready.value()},
           {"trouble", t.trouble},
           {"stints", Json::array()},
           {"packs", Json::array()},
           {"steps", Json::array()}};
  for (const TonightPack& p : t.packs)
    out["packs"].push_back({{"pack", plan.packs[p.pack].id},
                            {"now", p.now.value()},
                            {"target", p.target.value()},
                            {"waits_min", p.waits.value()},
                            {"refused", p.refused}});
  for (const TonightStint& s : t.stints)
    out["stints"].push_back({{"pack", plan.packs[s.pack].id},
                             {"charger", plan.chargers[s.charger].id},
                             {"plug_min", s.plug.value()},
                             {"done_min", s.done.value()},
                             {"by_timer", s.byTimer},
                             {"soc_end", s.run.socAtEnd.value()}});
  for (const TonightStep& s : t.steps) out["steps"].push_back({{"at_min", s.at.value()}, {"do", s.words}, {"missed", s.missed}});
  if (!t.stints.empty()) {
    out["ready_min"] = t.ready.value();
    out["mains_Wh"] = t.mains.value();
    out["waiting_h"] = t.waiting.value();
  }
  return out;
}

std::string chargeJson(const Plan& plan, const Assessment& a) {
  Json out{{"title", plan.title}, {"pairs", Json::array()}, {"ceilings", Json::array()}, {"balance", Json::array()}};
  for (const ChargeFigures& c : a.figures.charging) {
    const Finding* end = outOfUse(a, plan.packs[c.pack].id);
    out["pairs"].push_back({{"charger", plan.chargers[c.charger].id},
                            {"pack", plan.packs[c.pack].id},
                            {"in_use", c.assigned},
                            {"out_of_use", end ? Json(end->id) : Json(nullptr)},
                            {"verdict", c.outputKnown ? Json(chargeVerdictWord(c.verdict)) : Json(nullptr)},
                            {"soc_reached", orNull(c.reached)},
                            {"current_ok", c.currentKnown ? Json(c.currentOk) : Json(nullptr)}});
  }
  out["tonight"] = {{"soonest", nightJson(plan, a, NightGoal::Soonest)},
                    {"ready_by", nightJson(plan, a, NightGoal::ReadyBy)},
                    {"as_late", nightJson(plan, a, NightGoal::AsLate)}};
  for (const CeilingChoice& c : ceilingChoices(plan, a))
    out["ceilings"].push_back({{"ceiling", c.apart ? Json(nullptr) : Json(c.ceiling.value())},
                               {"apart", c.apart},
                               {"range_km", orNull(c.range)},
                               {"years", c.years ? Json({c.years->low, c.years->likely, c.years->high}) : Json(nullptr)},
                               {"per_1000_km", orNull(c.perThousandKm)}});
  for (const BalanceNeed& b : balanceNeeds(plan, a))
    out["balance"].push_back(
        {{"pack", plan.packs[b.pack].id}, {"spread_V", orNull(b.spread)}, {"hold_h", orNull(b.hold)}, {"said", b.sentence}});
  return printed(out);
}

}  // namespace

Command chargeCommand() { return {"charge", "chargers on packs, tonight, ceilings, balance", chargeText, chargeJson}; }

}  // namespace usherwright::calc
