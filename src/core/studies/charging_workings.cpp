// Workings of ceilings, holds, rests and half hours.
#include "core/studies/charging_workings.h"

#include <fmt/format.h>

#include <charconv>
#include <cmath>

#include "core/assess/rules/rule.h"
#include "core/charging/of_plan.h"
#include "core/plan/names.h"
#include "core/quantity/units.h"
#include "core/studies/charging_studies.h"
#include "core/studies/tonight.h"

namespace usherwright {
namespace {

using rules::chargerPointer;
using rules::input;
using rules::packPointer;

std::string n(double v, int digits = 3) { return formatNumber(v, digits); }

/// The numbers behind the first word of an id: "top-up/1/0" → 1, 0.
std::vector<std::size_t> numbersOf(const std::string& id) {
  std::vector<std::size_t> out;
  for (std::size_t at = id.find('/'); at != std::string::npos; at = id.find('/', at + 1)) {
    std::size_t value = 0;
    const char* const end = id.data() + id.size();
    if (std::from_chars(id.data() + at + 1, end, value).ec != std::errc()) return {};
    out.push_back(value);
  }
  return out;
}

std::optional<Working> ceiling(const rules::Context& c, const Assessment& a, std::size_t percent) {
  for (const CeilingChoice& choice : ceilingChoices(c.plan, a)) {
    if (choice.apart || std::lround(choice.ceiling.value() * 100) != static_cast<long>(percent) || !choice.years) continue;
    const LifeEstimate& l = choice.life;
    const PackModel& m = c.figures.packs[choice.first].model;
    Working w{fmt::format("Years of {} at {} %", m.name, percent),
              "years = wear / (wear · cycles a year / cycles to worn + calendar a year)",
              {input(c, "cycles", "data sheets of " + std::string(m.facts.name) + ", to 80 %", n(sheetCycles(m.chemistry).likely)),
               input(c, "volts", "× 2 per 0.10 V per cell below full, to 0.2 V", n(l.byVolts, 2)),
               input(c, "depth", "× (1/depth)^0.5", n(l.byDepth, 2)), input(c, "warmth", "× 0.7 per 10 K above 25 °C", n(l.byWarmth, 2)),
               input(c, "to worn", "cycles to worn, likely", n(l.cycles.likely)),
               input(c, "cycling", "lost in a year", n(l.cyclingPerYear * 100, 2) + " %"),
               input(c, "calendar", "lost in a year: 2 % at half charge, doubled at full", n(l.calendarPerYear * 100, 2) + " %"),
               input(c, "rides", "rides a week", n(c.plan.charging.ridesPerWeek->value()), "/charging/rides_per_week")},
              fmt::format("{} years ({} to {})", n(choice.years->likely, 2), n(choice.years->low, 2), n(choice.years->high, 2)),
              "rough: cycle and calendar ageing of lithium cells; each factor from its own tests"};
    return w;
  }
  return std::nullopt;
}

std::optional<Working> hold(const rules::Context& c, std::size_t k) {
  const Pack& p = c.plan.packs[k];
  const PackModel& m = c.figures.packs[k].model;
  const auto groups = lastGroups(p, m);
  if (!groups || !groups->balanceTime) return std::nullopt;
  return Working{"Hold of " + m.name + " at full",
                 "t = Q_missing / I_balance",
                 {input(c, "Q_missing", fmt::format("lowest group, {}, against the highest", groups->lowest + 1),
                        n(groups->missingAgainstHighest.value()) + " Ah"),
                  input(c, "I_balance", "balance current", n(p.bms.balance->value()) + " mA", packPointer(k, "bms/balance_mA"))},
                 n(groups->balanceTime->value()) + " h",
                 "charge by the rest curve at both voltages"};
}

std::optional<Working> rest(const rules::Context& c, const Assessment& a, std::size_t k) {
  const Tonight t = tonightOf(c.plan, a, NightGoal::Soonest);
  if (k >= t.packs.size() || t.packs[k].waits.value() <= 0) return std::nullopt;
  const PackModel& m = c.figures.packs[k].model;
  return Working{
      "Rest of " + m.name + " before it is charged",
      "t = τ · ln((T − T_air) / (T_to − T_air)), τ = m·c/(h·A)",
      {input(c, "T", "cells now", n(c.plan.packs[k].temperature.value_or(m.temperature).value()) + " °C", packPointer(k, "temperature_C")),
       input(c, "T_air", "where it is charged", n(c.plan.packs[k].chargeTemperature->value()) + " °C",
             packPointer(k, "charge_temperature_C")),
       input(c, "τ", "0.9 kJ/(kg·K), 5 W/m²K on the block of cells", n(Hour(thermalTime(m)).value()) + " h")},
      n(t.packs[k].waits.value()) + " min: " + t.packs[k].because,
      "first-order cooling"};
}

std::optional<Working> topUp(const rules::Context& c, const Assessment& a, std::size_t charger, std::size_t pack) {
  for (const TopUp& t : topUps(c.plan, a, Minute(30))) {
    if (t.charger != charger || t.pack != pack || !t.refused.empty()) continue;
    const PackModel& m = c.figures.packs[pack].model;
    return Working{fmt::format("Half an hour of {} on {}", shownName(c.plan.chargers[charger]), m.name),
                   "ΔE = S·∫U(s)·Q ds over 30 min; km = ΔE / (Wh/km)",
                   {input(c, "I", "charger current", rules::text(*c.plan.chargers[charger].current), chargerPointer(charger, "output_A")),
                    input(c, "s", "charge now", rules::percent(m.soc.value()), packPointer(pack, "soc")),
                    input(c, "Wh/km", "route estimate", n(c.figures.range.route.perKilometre.value()))},
                   t.distance ? fmt::format("{} Wh, {} km", n(t.gained.value()), n(t.distance->value(), 2)) : n(t.gained.value()) + " Wh",
                   "the charging run, and the energy balance of the route"};
  }
  return std::nullopt;
}

}  // namespace

std::optional<Working> chargingWorkingOf(const Plan& plan, const Assessment& a, const std::string& id) {
  const rules::Context c{plan, a.figures, shippedCatalogue()};
  const std::vector<std::size_t> numbers = numbersOf(id);
  const auto of = [&](const char* word, std::size_t count) { return id.starts_with(std::string(word) + "/") && numbers.size() == count; };
  if (of("ceiling", 1)) return ceiling(c, a, numbers[0]);
  if (of("hold", 1) && numbers[0] < plan.packs.size()) return hold(c, numbers[0]);
  if (of("rest", 1) && numbers[0] < plan.packs.size()) return rest(c, a, numbers[0]);
  if (of("top-up", 2) && numbers[0] < plan.chargers.size() && numbers[1] < plan.packs.size()) return topUp(c, a, numbers[0], numbers[1]);
  return std::nullopt;
}

}  // namespace usherwright
