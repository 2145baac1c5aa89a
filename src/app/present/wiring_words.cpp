// Sentences of station Wiring.
#include "app/present/wiring_words.h"

#include <QStringList>
#include <algorithm>

#include "app/present/words.h"

namespace usherwright::app {

QString dropWords(const Figures& f) {
  const PathFigures* path = f.wiring.longest();
  if (!path) return QStringLiteral("What drops on the way is not known yet: the controller's limit and the leads' sizes say it.");
  QStringList shares;
  for (const PathShare& s : path->shares) shares << QStringLiteral("%1 %2").arg(text(s.name), volts(s.drop, 2));
  return QStringLiteral("From %1 to the controller %2 drop at the peak, %3 % of %4: %5.")
      .arg(text(f.packs[static_cast<std::size_t>(path->pack)].model.name), volts(*path->drop, 2),
           text(formatNumber(100 * path->share(), 2)), volts(path->nominal), shares.join(QStringLiteral(", ")));
}

QString nickWords(const Plan& plan, const Figures& f, const std::string& lead, std::uint32_t plugged) {
  const HarnessLead* at = f.wiring.harness.lead(lead);
  if (!at) return QStringLiteral("Choose a lead of the harness: by click, or by arrow and Enter.");
  const Nick n = nickAt(plan, f, shippedCatalogue(), lead, plugged);
  if (n.fuses.empty()) return QStringLiteral("Nothing feeds the %1: what is plugged in does not reach it.").arg(text(at->name));
  QString out = QStringLiteral("In the %1 a short draws %2 in all: %3.").arg(text(at->name), amps(n.total), text(n.words));
  if (!n.until) {
    const bool never = std::any_of(n.fuses.begin(), n.fuses.end(), [](const FeedingFuse& x) { return x.never; });
    return out + (never ? QStringLiteral(" It may go on for ever: the copper warms until something burns through.")
                        : QStringLiteral(" How long it goes on is not proven."));
  }
  if (!n.copper) return out;
  out += QStringLiteral(" By then, after %1 s at the latest, the copper has come to %2 °C")
             .arg(text(formatNumber(n.until->value(), 2)), text(formatNumber(n.copper->value(), 3)));
  if (!n.limit) return out + QLatin1Char('.');
  return out + (*n.copper > *n.limit ? QStringLiteral(": its jacket outlasts %1 °C, so it burns. A faster fuse, or a thicker lead.")
                                     : QStringLiteral("; its jacket outlasts %1 °C for so short a time."))
                   .arg(text(formatNumber(n.limit->value())));
}

QString switchOnWords(const SwitchOn& on) {
  if (on.last.words.empty()) return QStringLiteral("No pack yet: nothing closes.");
  if (!on.stored)
    return QStringLiteral(
               "How large the controller's capacitors are is not known yet: without their µF nothing is said of the spark that %1 makes.")
        .arg(text(on.last.words));
  QString out = QStringLiteral("%1 closes last, onto %2 µF: %3 J at %4, %5 at the first instant without anything in between.")
                    .arg(text(on.last.words), text(formatNumber(on.capacitance->value() * 1e6)), text(formatNumber(on.stored->value(), 2)),
                         volts(on.bus), amps(*on.inrush));
  out.replace(0, 1, out.at(0).toUpper());
  out += on.last.softened.empty() ? QStringLiteral(" Nothing keeps it small.")
                                  : QStringLiteral(" Kept small by %1.").arg(text(on.last.softened));
  out +=
      QStringLiteral(
          " A resistor of %1 Ω%2 lets %3 in at first and has the bus up after %4 s; it takes %5 J each time and must never stay in alone.")
          .arg(text(formatNumber(on.resistor.value_or(on.chosen).value())),
               on.resistor ? QString() : QStringLiteral(" (at least %1 Ω)").arg(text(formatNumber(on.least.value(), 3))),
               amps(*on.firstAmpere), text(formatNumber(on.time->value(), 2)), text(formatNumber(on.heat(), 2)));
  return out;
}

QString matingOrderWords(const Plan& plan, const SwitchOn& on) {
  QStringList steps;
  steps << QStringLiteral("Wheel off the ground or still, controller off, main switch open.");
  steps << (plan.packs.size() > 1
                ? QStringLiteral("Each pack's plug, one after the other; between hard-joined packs only inside the connect window.")
                : QStringLiteral("The pack's plug."));
  if (plan.joining.precharge)
    steps << QStringLiteral(
        "The precharge, for the time above; then read the bus: below 90 % of the pack something draws or is shorted behind it. Stop, part "
        "it, look.");
  if (!on.last.words.empty()) steps << QStringLiteral("Last, in one quick move: %1.").arg(text(on.last.words));
  steps << QStringLiteral(
      "To part: controller off, wait until it is dark, then the other way round. No plug is made to break running current.");
  QString out;
  for (qsizetype i = 0; i < steps.size(); ++i)
    out += QStringLiteral("%1%2. %3").arg(i ? QStringLiteral("\n") : QString()).arg(i + 1).arg(steps[i]);
  return out;
}

}  // namespace usherwright::app
