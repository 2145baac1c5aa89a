// Text for people.
#include <fmt/format.h>

#include "calc/calc.h"
#include "core/assess/rules/rule.h"

namespace usherwright::calc {
namespace {

std::string known(const Known<Ampere>& a) { return a ? formatNumber(a->value()) + " A" : "not known"; }
std::string percent(StateOfCharge s) { return formatNumber(s.value() * 100) + " %"; }
std::string signedPercent(double x) { return fmt::format("{}{} %", x >= 0 ? "+" : "", formatNumber(x * 100)); }

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

std::string_view leaveWords(LeaveCause cause) {
  switch (cause) {
    case LeaveCause::BmsCutoff: return "its board's low cut";
    case LeaveCause::Floor: return "empty";
    case LeaveCause::Switched: return "switched over";
    case LeaveCause::ConverterCut: return "the converter's low cut";
  }
  return "";
}

std::string hours(Second t) { return formatNumber(Hour(t).value()) + " h"; }

std::string chargeLine(const ChargeRun& run) {
  std::string out = fmt::format("  {} to {}, ends {}; constant voltage {}; {} Wh into the pack, {} Wh from the mains\n", hours(run.end),
                                percent(run.socAtEnd), run.full ? "full" : "at its stop current",
                                run.constantVoltageFrom ? "from " + hours(*run.constantVoltageFrom) : "never",
                                formatNumber(run.intoPack.value()), formatNumber(run.mains.value()));
  std::string times;
  for (const double soc : {0.50, 0.80, 0.90, 0.95})
    if (const auto t = run.timeTo(StateOfCharge(soc)))
      times += fmt::format("{}{} after {}", times.empty() ? "" : ", ", percent(StateOfCharge(soc)), hours(*t));
  return times.empty() ? out : out + "  " + times + "\n";
}

}  // namespace

std::string checkText(const Plan& plan, const Assessment& a) {
  std::string out = fmt::format("{}\n{} Stop, {} Mind, {} Note\n\n", plan.title, a.count(Severity::Stop), a.count(Severity::Mind),
                                a.count(Severity::Note));
  for (const Finding& f : a.findings) {
    out += fmt::format("{:<4} {:<8} {}\n", severityWord(f.severity), f.id, f.sentence);
    if (f.acceptedBecause) out += fmt::format("              accepted: {}\n", *f.acceptedBecause);
    else out += fmt::format("              do: {}\n", f.what);
    if (f.lapsed) out += fmt::format("              was accepted: {}; not for this, or without a date\n", *f.lapsed);
  }
  out += "\nnot judged yet:\n";
  for (const std::string& family : rules::notJudgedYet()) out += "  " + family + "\n";
  return out;
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
    if (c.run) out += chargeLine(*c.run);
  }
  if (f.range.known)
    out += fmt::format("range: {} Wh/km, {} Wh usable, {} km likely ({} to {}); first pack alone {} km; as charged {} km\n",
                       formatNumber(f.range.route.perKilometre.value()), formatNumber(f.range.usable.value()),
                       formatNumber(f.range.likely.value()), formatNumber(f.range.cautious.value()), formatNumber(f.range.hopeful.value()),
                       formatNumber(f.range.stockAlone->value()), formatNumber(f.range.now.value()));
  return out;
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

}  // namespace usherwright::calc
