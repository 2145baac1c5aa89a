// JSON for programs: stable names, full precision, units in the names. Documented in docs/command-line.md.
#include <nlohmann/json.hpp>

#include "calc/calc.h"
#include "core/assess/rules/rule.h"

namespace usherwright::calc {
namespace {

using Json = nlohmann::ordered_json;

/// Valid whatever bytes the texts hold: what was typed on a command line may be no text.
std::string printed(const Json& json) { return json.dump(1, ' ', false, Json::error_handler_t::replace) + "\n"; }

template <class T>
Json orNull(const std::optional<T>& value) {
  if (!value) return nullptr;
  if constexpr (std::is_arithmetic_v<T>) return *value;
  else return value->value();
}

Json findingJson(const Finding& f) {
  return {{"id", f.id},
          {"severity", severityWord(f.severity)},
          {"station", stationName(f.station)},
          {"part", f.part},
          {"field", f.pointer},
          {"fields", fieldsOf(f)},
          {"sentence", f.sentence},
          {"why", f.why},
          {"do", f.what},
          {"working", f.working.text()},
          {"accepted", f.acceptedBecause ? Json(*f.acceptedBecause) : Json(nullptr)},
          {"lapsed", f.lapsed ? Json(*f.lapsed) : Json(nullptr)}};
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

std::string_view leaveWord(LeaveCause cause) {
  switch (cause) {
    case LeaveCause::BmsCutoff: return "bms_cutoff";
    case LeaveCause::Floor: return "empty";
    case LeaveCause::Switched: return "switched";
    case LeaveCause::ConverterCut: return "converter_cut";
  }
  return "";
}

}  // namespace

std::string checkJson(const Plan& plan, const Assessment& a) {
  Json out{{"title", plan.title},
           {"stops", a.count(Severity::Stop)},
           {"minds", a.count(Severity::Mind)},
           {"notes", a.count(Severity::Note)},
           {"findings", Json::array()}};
  for (const Finding& f : a.findings) out["findings"].push_back(findingJson(f));
  out["not_judged_yet"] = rules::notJudgedYet();
  return printed(out);
}

std::string showJson(const Plan& plan, const Assessment& a) {
  const Figures& f = a.figures;
  Json out{{"title", plan.title},
           {"peak_A", orNull(f.demand.peak)},
           {"sustained_A", orNull(f.demand.sustained)},
           {"sustained_assumed", f.demand.sustainedAssumed},
           {"assumed_values", f.assumedValues}};
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

std::string joinJson(const Plan& plan, const Assessment& a) {
  const Figures& f = a.figures;
  Json out{{"title", plan.title}, {"ride", nullptr}, {"connect_window", nullptr}};
  if (f.ride) {
    const DischargeRun& run = *f.ride;
    Json ride{{"end_s", run.end.value()},
              {"end_cause", endCauseWord(run.cause)},
              {"even_s", orNull(run.even)},
              {"energy_at_controller_Wh", run.energyAtController.value()},
              {"gauge_at_start", f.gaugeAtStart.value()},
              {"truth_at_start", f.truthAtStart.value()}};
    ride["packs"] = Json::array();
    for (std::size_t k = 0; k < run.sources.size(); ++k) {
      const SourceResult& r = run.sources[k];
      ride["packs"].push_back({{"id", f.packs[k].model.id},
                               {"knee_s", orNull(r.knee)},
                               {"left_s", orNull(r.left)},
                               {"left_because", r.left ? Json(leaveWord(r.leftBecause)) : Json(nullptr)},
                               {"peak_A", r.peak.value()},
                               {"peak_s", r.peakAt.value()},
                               {"delivered_Ah", r.delivered.value()},
                               {"soc_end", r.end.value()},
                               {"heat_cells_Wh", r.heatInCells.value()},
                               {"heat_joint_Wh", r.heatInJoint.value()}});
    }
    out["ride"] = std::move(ride);
  }
  if (f.window)
    out["connect_window"] = {
        {"gap_V", f.window->gap.value()},     {"window_V", orNull(f.window->window)},       {"peak_A", f.window->peak.value()},
        {"doubt_V", f.windowDoubt.value()},   {"allowed_A", orNull(f.window->allowed)},     {"limited_by", f.window->limiting},
        {"loop_ohm", f.window->loop.value()}, {"receiving", f.packs[f.windowLow].model.id}, {"may_connect", f.window->mayConnect}};
  return printed(out);
}

}  // namespace usherwright::calc
