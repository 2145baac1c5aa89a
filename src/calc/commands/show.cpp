// Packs, limits, charging, range: text and JSON.
#include <fmt/format.h>

#include "calc/command.h"
#include "calc/json.h"
#include "core/charging/of_plan.h"
#include "core/plan/evidence.h"
#include "core/plan/fields.h"
#include "core/quantity/text.h"

namespace usherwright::calc {
namespace {

std::string known(const Known<Ampere>& a) { return a ? formatNumber(a->value()) + " A" : "not known"; }
std::string percent(StateOfCharge s) { return formatNumber(s.value() * 100) + " %"; }
std::string signedPercent(double x) { return fmt::format("{}{} %", x >= 0 ? "+" : "", formatNumber(x * 100)); }
std::string hours(Second t) { return formatNumber(Hour(t).value()) + " h"; }

std::string packLine(const PackFigures& p) {
  const PackModel& m = p.model;
  std::string out = fmt::format("{} ({}): {} {}, {} V full / {} V label / {} V empty, {} Ah rated, {} Wh, {} mΩ\n", m.name, m.id,
                                layoutWords(m), factsOf(m.chemistry).name, formatNumber(m.full.value()), formatNumber(m.nominal.value()),
                                formatNumber(m.restedEmpty.value()), formatNumber(m.rated.value()), formatNumber(m.label.value()),
                                formatNumber(MilliOhm(m.resistance()).value()));
  out += fmt::format("  charge {}, {} V at rest, cells {} together", percent(m.soc), formatNumber(m.restVoltage().value()),
                     known(m.continuous));
  if (p.perCellPeak) out += fmt::format(", {} A per cell at peak", formatNumber(p.perCellPeak->value()));
  if (p.givesUp) out += fmt::format(", gives up at {} in a hard pull", percent(*p.givesUp));
  return out + "\n";
}

/// Which rating counts, and where it comes from.
std::string countedWhy(const Plan& plan, const Element& e) {
  if (!e.counted()) return "no rating known";
  const bool brief = e.shortCounts && e.shortTime && *e.counted() == *e.shortTime;
  std::string out = brief ? fmt::format("short-time, {} s: the boost is no longer", formatNumber(e.shortFor.value())) : "continuous";
  if (e.kind == ElementKind::Cells) {
    const Cell cell = makeupOf(plan, plan.packs[static_cast<std::size_t>(e.pack)]).cell;
    out += fmt::format(", P × the cell's ({}{})",
                       provenanceWord(provenanceOf(plan, cellPointer(plan, static_cast<std::size_t>(e.pack), "continuous_A"))),
                       cell.verified ? "" : ", untested: cut");
  } else if (e.kind == ElementKind::Lead || e.kind == ElementKind::MainLead) out += ", by heat balance in the hottest air";
  else if (!e.pointer.empty())
    out +=
        fmt::format(", {}", e.kind == ElementKind::Plug || e.kind == ElementKind::MainPlug ? "catalogue"
                                                                                           : provenanceWord(provenanceOf(plan, e.pointer)));
  if (e.promised) out += "; spared the whole peak by a promise";
  return out;
}

std::string chargeLine(const ChargeRun& run, const std::string& kept) {
  std::string out = fmt::format("  {} to {}, ends {}; constant voltage {}; {} Wh into the pack, {} Wh from the mains\n", hours(run.end),
                                percent(run.socAtEnd), run.full ? "full" : "at its stop current",
                                run.constantVoltageFrom ? "from " + hours(*run.constantVoltageFrom) : "never",
                                formatNumber(run.intoPack.value()), formatNumber(run.mains.value()));
  if (!kept.empty()) out += "  " + kept + "\n";
  std::string times;
  for (const double soc : {0.50, 0.80, 0.90, 0.95})
    if (const auto t = run.timeTo(StateOfCharge(soc)))
      times += fmt::format("{}{} after {}", times.empty() ? "" : ", ", percent(StateOfCharge(soc)), hours(*t));
  return times.empty() ? out : out + "  " + times + "\n";
}

Json packJson(const PackFigures& p) {
  const PackModel& m = p.model;
  return {{"id", m.id},
          {"name", m.name},
          {"series", m.series},
          {"parallel", m.box ? Json(nullptr) : Json(m.parallel)},
          {"box", m.box},
          {"series_assumed_because", p.makeup.layout.seriesBecause.empty() ? Json(nullptr) : Json(p.makeup.layout.seriesBecause)},
          {"chemistry", factsOf(m.chemistry).name},
          {"full_V", m.full.value()},
          {"nominal_V", m.nominal.value()},
          {"lowest_V", m.lowestUnderLoad.value()},
          {"rested_empty_V", m.restedEmpty.value()},
          {"rest_V", m.restVoltage().value()},
          {"rated_Ah", m.rated.value()},
          {"usable_Ah", m.capacity.value()},
          {"label_Wh", m.label.value()},
          {"resistance_ohm", m.resistance().value()},
          {"source_resistance_ohm", (p.source.cells + p.source.path).value()},
          {"short_A", p.shorts.typical.value()},
          {"short_to_break_A", std::max(p.shorts.toBreak, p.backFed).value()},
          {"cells_continuous_A", orNull(m.continuous)},
          {"per_cell_peak_A", orNull(p.perCellPeak)},
          {"gives_up_soc", orNull(p.givesUp)},
          {"range_alone_km", orNull(p.rangeAlone)}};
}

std::string showText(const Plan& plan, const Assessment& a) {
  const Figures& f = a.figures;
  std::string out = plan.title + "\n\n";
  for (const PackFigures& p : f.packs) out += packLine(p);
  out += fmt::format("\ndemand: {} peak, {} sustained{}\n", known(f.demand.peak), known(f.demand.sustained),
                     f.demand.sustainedAssumed ? " (assumed)" : "");
  for (std::size_t i = 0; i < f.elements.size(); ++i) {
    const Element& e = f.elements[i];
    const auto h = e.headroomAtPeak();
    const auto forLong = e.headroomSustained();
    out += fmt::format("  {:<28} {:>10}  {:>8} at peak  {:>8} for long  {}{}\n", e.name, known(e.counted()), h ? signedPercent(*h) : "–",
                       forLong ? signedPercent(*forLong) : "–", countedWhy(plan, e), static_cast<int>(i) == f.narrows ? "; narrows" : "");
  }
  for (const ChargeFigures& c : f.charging) {
    if (!c.assigned) continue;
    out += fmt::format("charger {} on {}: {}", plan.chargers[c.charger].id, plan.packs[c.pack].id,
                       c.outputKnown ? chargeVerdictWord(c.verdict) : "not known yet");
    if (c.limit) out += fmt::format(", at most {} A ({})", formatNumber(c.limit->limit.value()), c.limit->element);
    out += "\n";
    if (c.run) out += chargeLine(*c.run, keptWords(plan.chargers[c.charger], f.packs[c.pack].model));
  }
  if (f.range.known)
    out += fmt::format("range: {} Wh/km, {} Wh usable, {} km likely ({} to {}); first pack alone {} km; as charged {} km\n",
                       formatNumber(f.range.route.perKilometre.value()), formatNumber(f.range.usable.value()),
                       formatNumber(f.range.likely.value()), formatNumber(f.range.cautious.value()), formatNumber(f.range.hopeful.value()),
                       formatNumber(f.range.stockAlone->value()), formatNumber(f.range.now.value()));
  return out;
}

std::string showJson(const Plan& plan, const Assessment& a) {
  const Figures& f = a.figures;
  Json out{{"title", plan.title},
           {"peak_A", orNull(f.demand.peak)},
           {"sustained_A", orNull(f.demand.sustained)},
           {"sustained_assumed", f.demand.sustainedAssumed},
           {"assumed_values", assumedValues(plan)}};
  out["packs"] = Json::array();
  for (const PackFigures& p : f.packs) out["packs"].push_back(packJson(p));
  out["elements"] = Json::array();
  for (const Element& e : f.elements)
    out["elements"].push_back({{"id", e.id},
                               {"name", e.name},
                               {"rating_A", orNull(e.counted())},
                               {"continuous_A", orNull(e.continuous)},
                               {"short_time_counts", e.shortCounts},
                               {"promised", e.promised},
                               {"peak_A", orNull(e.peak)},
                               {"headroom", orNull(e.headroomAtPeak())},
                               {"headroom_sustained", orNull(e.headroomSustained())}});
  out["narrows"] = f.tightest() ? Json(f.tightest()->id) : Json(nullptr);
  out["charging"] = Json::array();
  for (const ChargeFigures& c : f.charging) {
    Json row{{"charger", plan.chargers[c.charger].id},
             {"pack", plan.packs[c.pack].id},
             {"assigned", c.assigned},
             {"verdict", c.outputKnown ? Json(chargeVerdictWord(c.verdict)) : Json(nullptr)},
             {"reached_soc", orNull(c.reached)},
             {"current_ok", c.currentOk},
             {"limit_A", c.limit ? Json(c.limit->limit.value()) : Json(nullptr)},
             {"limiting_element", c.limit ? Json(c.limit->element) : Json(nullptr)}};
    row["time_s"] = c.run ? Json(c.run->end.value()) : Json(nullptr);
    if (c.run) {
      row["end"] = c.run->full ? "full" : "stop_current";
      row["constant_voltage_from_s"] = orNull(c.run->constantVoltageFrom);
      row["into_pack_Wh"] = c.run->intoPack.value();
      row["mains_Wh"] = c.run->mains.value();
      for (const int percent : {50, 80, 90, 95})
        row["to_" + std::to_string(percent) + "_percent_s"] = orNull(c.run->timeTo(StateOfCharge(percent / 100.0)));
    }
    out["charging"].push_back(std::move(row));
  }
  out["range"] = nullptr;
  if (f.range.known)
    out["range"] = {{"Wh_per_km", f.range.route.perKilometre.value()},
                    {"route_Wh", f.range.route.energy.value()},
                    {"usable_Wh", f.range.usable.value()},
                    {"likely_km", f.range.likely.value()},
                    {"cautious_km", f.range.cautious.value()},
                    {"hopeful_km", f.range.hopeful.value()},
                    {"first_pack_alone_km", f.range.stockAlone->value()},
                    {"as_charged_km", f.range.now.value()}};
  return printed(out);
}

}  // namespace

Command showCommand() { return {"show", "packs, limits, narrows, charging, range", showText, showJson}; }

}  // namespace usherwright::calc
