// Ways forward of a plan, and the way out of its Stops. Text and JSON.
#include "core/studies/ways.h"

#include <fmt/format.h>

#include "calc/command.h"
#include "calc/json.h"
#include "core/io/clock.h"
#include "core/plan/options.h"
#include "core/quantity/units.h"
#include "core/studies/mend.h"

namespace usherwright::calc {
namespace {

std::string n(double v, int digits = 3) { return formatNumber(v, digits); }

Given given() { return {shippedCatalogue(), today()}; }

std::string moneyWords(const WayFigures& w, const std::string& currency) {
  if (w.id.empty()) return "nothing to pay";
  std::string out = fmt::format("{} {} all in", n(w.money.net().value(), 4), currency);
  if (w.money.isWhole()) return w.perGained ? out + fmt::format(", {} per Wh gained", n(w.perGained->value(), 2)) : out;
  out += ", without a price:";
  for (const std::string& missing : w.money.missing) out += " " + missing + ";";
  out.pop_back();
  return out;
}

std::string waysText(const Plan& plan, const Assessment&) {
  const WaysForward ways(plan, given());
  std::string out;
  for (const WayFigures& w : ways.all()) {
    out += wayName(w.id) + "\n  ";
    if (!w.id.empty()) out += fmt::format("{} Wh gained, ", w.gained ? n(w.gained->value()) : "?");
    out += fmt::format("{} Wh by label", n(w.label.value()));
    if (w.likely) out += fmt::format(", {} km ({} to {})", n(w.likely->value(), 2), n(w.cautious->value(), 2), n(w.hopeful->value(), 2));
    if (w.mass) out += fmt::format(", {} kg", n(w.mass->value(), 2));
    out += fmt::format("\n  {}\n  {} Stop, {} Mind\n", moneyWords(w, plan.currency), w.stops, w.minds);
    for (const std::string& other : w.beatenBy) out += fmt::format("  {} is no worse in anything\n", other);
    for (const Finding& f : w.assessment->findings)
      if (f.id.starts_with("OPT-")) out += fmt::format("  {} {}: {}\n", severityWord(f.severity), f.id, f.sentence);
  }
  return out;
}

Json lineJson(const CostLine& l) {
  return {{"what", l.what}, {"price", orNull(l.price)}, {"tax", l.tax.value()}, {"outside_budget", l.outside}, {"source", l.source}};
}

std::string waysJson(const Plan& plan, const Assessment&) {
  const WaysForward ways(plan, given());
  Json rows = Json::array();
  for (const WayFigures& w : ways.all()) {
    Json lines = Json::array();
    for (const CostLine& l : w.money.lines) lines.push_back(lineJson(l));
    const Option* option = findOption(plan, w.id);
    Json differ = Json::array();
    if (option)
      for (const Difference& d : differences(plan, *option->plan, UnitSystem::Metric))
        differ.push_back({{"field", d.pointer}, {"what", d.what}, {"was", d.was}, {"is", d.is}});
    rows.push_back({{"id", w.id},
                    {"label_Wh", w.label.value()},
                    {"usable_Wh", orNull(w.usable)},
                    {"gained_Wh", orNull(w.gained)},
                    {"cautious_km", orNull(w.cautious)},
                    {"likely_km", orNull(w.likely)},
                    {"hopeful_km", orNull(w.hopeful)},
                    {"mass_kg", orNull(w.mass)},
                    {"hours", orNull(w.hours)},
                    {"years", orNull(w.years)},
                    {"money",
                     {{"lines", lines},
                      {"total", w.money.total.value()},
                      {"outside_budget", w.money.outside.value()},
                      {"resale", w.money.resale.value()},
                      {"without_price", w.money.missing},
                      {"tax_that_bursts", orNull(w.money.taxThatBursts)}}},
                    {"per_Wh", orNull(w.perWattHour)},
                    {"per_gained_Wh", orNull(w.perGained)},
                    {"stops", w.stops},
                    {"minds", w.minds},
                    {"beaten_by", w.beatenBy},
                    {"differs", differ}});
  }
  return printed({{"currency", plan.currency}, {"ways", rows}});
}

std::string mendText(const Plan& plan, const Assessment&) {
  const auto found = mend(plan, given(), shippedShelf());
  if (found.result.stops == 0) return "no Stop: nothing to mend\n";
  if (!found.why.empty()) return found.why + "\n";
  std::string out = fmt::format("{} Stop; {} changes tried, alone and together\n", found.result.stops, found.result.tried.size());
  for (const Mended& m : found.result.sets) {
    out += fmt::format("{} {}{}:", n(m.price.value(), 4), plan.currency, m.priced ? "" : " and what has no price");
    for (const std::size_t c : m.changes) out += " " + found.result.tried[c].words + ";";
    out += fmt::format(" {} to mind", m.minds);
    if (m.likely) out += fmt::format(", {} km likely", n(m.likely->value(), 2));
    out += "\n";
  }
  return out;
}

std::string mendJson(const Plan& plan, const Assessment&) {
  const auto found = mend(plan, given(), shippedShelf());
  Json sets = Json::array();
  for (const Mended& m : found.result.sets) {
    Json changes = Json::array();
    for (const std::size_t c : m.changes)
      changes.push_back({{"words", found.result.tried[c].words}, {"price", orNull(found.result.tried[c].price)}});
    sets.push_back(
        {{"changes", changes}, {"price", m.price.value()}, {"priced", m.priced}, {"minds", m.minds}, {"likely_km", orNull(m.likely)}});
  }
  return printed({{"stops", found.result.stops}, {"tried", found.result.tried.size()}, {"sets", sets}, {"why", found.why}});
}

}  // namespace

Command waysCommand() {
  return {"ways", "ways forward: Wh gained, range, money, mass, findings, and which ones another beats in everything", &waysText,
          &waysJson};
}
Command mendCommand() { return {"mend", "the cheapest sets of at most three changes that leave no Stop", &mendText, &mendJson}; }

}  // namespace usherwright::calc
