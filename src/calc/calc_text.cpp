// Text for people.
#include <fmt/format.h>

#include "calc/calc.h"
#include "core/plan/label_reader.h"

namespace usherwright::calc {
namespace {

std::string known(const Known<Ampere>& a) { return a ? formatNumber(a->value()) + " A" : "not known"; }
std::string percent(StateOfCharge s) { return formatNumber(s.value() * 100) + " %"; }
std::string signedPercent(double x) { return fmt::format("{}{} %", x >= 0 ? "+" : "", formatNumber(x * 100)); }

std::string packLine(const PackFigures& p) {
  const PackModel& m = p.model;
  std::string out = fmt::format("{} ({}): {}S{}P {}, {} V full / {} V label / {} V empty, {} Ah rated, {} Wh, {} mΩ\n", m.name, m.id,
                                m.series, m.parallel, factsOf(m.chemistry).name, formatNumber(m.full.value()),
                                formatNumber(m.nominal.value()), formatNumber(m.restedEmpty.value()), formatNumber(m.rated.value()),
                                formatNumber(m.label.value()), formatNumber(MilliOhm(m.resistance()).value()));
  out += fmt::format("  charge {}, {} V at rest, cells {} together", percent(m.soc), formatNumber(m.restVoltage().value()),
                     known(m.continuous));
  if (p.perCellPeak) out += fmt::format(", {} A per cell at peak", formatNumber(p.perCellPeak->value()));
  if (p.givesUp) out += fmt::format(", gives up at {} in a hard pull", percent(*p.givesUp));
  return out + "\n";
}

}  // namespace

std::string checkText(const Plan& plan, const Assessment& a) {
  std::string out = fmt::format("{}\n{} Stop, {} Mind, {} Note\n\n", plan.title, a.count(Severity::Stop), a.count(Severity::Mind),
                                a.count(Severity::Note));
  for (const Finding& f : a.findings) {
    out += fmt::format("{:<4} {:<8} {}\n", severityWord(f.severity), f.id, f.sentence);
    if (f.acceptedBecause) out += fmt::format("              accepted: {}\n", *f.acceptedBecause);
    else if (f.severity != Severity::Note) out += fmt::format("              do: {}\n", f.what);
  }
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
    out += fmt::format("  {:<28} {:>10}  {:>8}{}\n", e.name, known(e.counted()), h ? signedPercent(*h) : "–",
                       static_cast<int>(i) == f.narrows ? "  narrows" : "");
  }
  for (const ChargeFigures& c : f.charging) {
    if (!c.assigned) continue;
    out += fmt::format("charger {} on {}: {}", plan.chargers[c.charger].id, plan.packs[c.pack].id,
                       c.known ? chargeVerdictWord(c.verdict) : "not known yet");
    if (c.run) out += fmt::format(", {} h to {}", formatNumber(Hour(c.run->end).value()), percent(c.run->socAtEnd));
    out += "\n";
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
    out += fmt::format("  {:<16} knee {}, peak {} A, gives {} Ah, left {}\n", f.packs[k].model.name,
                       r.knee ? formatNumber(Minute(*r.knee).value()) + " min" : "never", formatNumber(r.peak.value()),
                       formatNumber(r.delivered.value()), percent(r.end));
  }
  out += fmt::format("energy at the controller {} Wh; at the start the gauge shows {}, the packs hold {}\n",
                     formatNumber(run.energyAtController.value()), percent(f.gaugeAtStart), percent(f.truthAtStart));
  if (f.window && f.window->window)
    out += fmt::format("plain plug: {} V apart, safe up to {} V, {} A would flow\n", formatNumber(f.window->gap.value()),
                       formatNumber(f.window->window->value()), formatNumber(f.window->peak.value()));
  if (!f.window && f.packs.size() > 1) out += "plain plug: never, the packs are unlike\n";
  return out;
}

std::string labelText(const std::string& label) {
  std::string out;
  for (const LabelCandidate& c : readLabel(label)) {
    out += fmt::format("\"{}\": {} {}", c.piece, labelMeaningWords(c.meaning), formatNumber(c.value, 6));
    if (c.tolerance)
      out += c.meaning == LabelMeaning::Layout ? fmt::format(" × {}", formatNumber(*c.tolerance))
                                               : fmt::format(" ± {}", formatNumber(*c.tolerance));
    out += "\n";
    for (const std::string& option : c.couldBe) out += "    could be " + option + "\n";
    if (!c.settledBy.empty()) out += "    settled by " + c.settledBy + "\n";
  }
  return out.empty() ? "nothing that looks like a rating\n" : out;
}

}  // namespace usherwright::calc
