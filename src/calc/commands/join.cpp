// The joined ride: text and JSON.
#include <fmt/format.h>

#include "calc/command.h"
#include "calc/json.h"
#include "core/quantity/text.h"

namespace usherwright::calc {
namespace {

std::string percent(StateOfCharge s) { return formatNumber(s.value() * 100) + " %"; }

std::string_view leaveWords(LeaveCause cause) {
  switch (cause) {
    case LeaveCause::BmsCutoff: return "its board's low cut";
    case LeaveCause::Floor: return "empty";
    case LeaveCause::Switched: return "switched over";
    case LeaveCause::ConverterCut: return "the converter's low cut";
  }
  return "";
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

std::string joinText(const Plan& plan, const Assessment& a) {
  const Figures& f = a.figures;
  if (!f.ride) return plan.title + "\nno pack\n";
  const DischargeRun& run = *f.ride;
  std::string out = fmt::format(
      "{}\n{} for {} min, ends: {}\n", plan.title,
      f.rideLoad.constantPower ? formatNumber(f.rideLoad.power.value()) + " W" : formatNumber(f.rideLoad.current.value()) + " A",
      formatNumber(Minute(run.end).value()), endCauseWord(run.cause));
  for (std::size_t k = 0; k < run.sources.size(); ++k) {
    const SourceResult& r = run.sources[k];
    out += fmt::format("  {:<16} knee {}, peak {} A at {} min, gives {} Ah, {} remain; {}\n", f.packs[k].model.name,
                       r.knee ? formatNumber(Minute(*r.knee).value()) + " min" : "never", formatNumber(r.peak.value()),
                       formatNumber(Minute(r.peakAt).value()), formatNumber(r.delivered.value()), percent(r.end),
                       r.left ? fmt::format("left at {} min: {}", formatNumber(Minute(*r.left).value()), leaveWords(r.leftBecause))
                              : std::string("stayed to the end"));
  }
  out += fmt::format("energy at the controller {} Wh; at the start the gauge shows {}, the packs hold {}\n",
                     formatNumber(run.energyAtController.value()), percent(f.gaugeAtStart), percent(f.truthAtStart));
  if (f.window && f.window->window)
    out += fmt::format("plain plug: {} V apart (± {} V by the meter), safe up to {} V, {} A would flow; {} may take {} A ({})\n",
                       formatNumber(f.window->gap.value()), formatNumber(f.windowDoubt.value()), formatNumber(f.window->window->value()),
                       formatNumber(f.window->peak.value()), f.packs[f.windowLow].model.name, formatNumber(f.window->allowed->value()),
                       f.window->limiting == "receiving_charge_limit" ? "its charge limit" : f.window->limiting);
  if (!f.window && f.packs.size() > 1) out += "plain plug: never, the packs are unlike\n";
  return out;
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

}  // namespace

Command joinCommand() { return {"join", "the joined ride: knees, peaks, end, gauge against truth", joinText, joinJson}; }

}  // namespace usherwright::calc
