// Sentences of station Joining.
#include "app/present/joining_words.h"

#include <algorithm>

#include "app/present/words.h"

namespace usherwright::app {
namespace {

QString capitalised(QString words) {
  if (!words.isEmpty()) words[0] = words[0].toUpper();
  return words;
}

QString flowWords(const MeetingFigures& m, const QString& low, const QString& high) {
  QString flow = QStringLiteral("%1 would flow from %2 into %3 at the first instant").arg(amps(m.peak), high, low);
  if (m.perCell && m.perCellLimit)
    flow += QStringLiteral(", %1 into each cell, which may be charged with %2").arg(amps(*m.perCell), amps(*m.perCellLimit));
  return flow + QStringLiteral("; below 0.5 A after %1, %2 Ah moved.")
                    .arg(durationWords(m.equalising.untilQuiet), text(formatNumber(m.equalising.moved.value(), 2)));
}

QString kilometres(Kilometre k) { return text(formatNumber(k.value(), 3)) + QStringLiteral(" km"); }

}  // namespace

QString meetingVerdict(const MeetingFigures& m, const Figures& f) {
  return f.packs.size() < 2 ? QStringLiteral("One pack: nothing to match") : capitalised(text(meetingWord(m.verdict)));
}

QString meetingWords(const MeetingFigures& m, const Figures& f) {
  if (f.packs.size() < 2 || m.verdict == Meeting::Unlike) return {};
  const QString low = text(f.packs[m.low].model.name), high = text(f.packs[m.high].model.name);
  QStringList lines{flowWords(m, low, high)};
  if (m.verdict != Meeting::NoLimit)
    lines << QStringLiteral("The window is %1, with resistance %2.")
                 .arg(volts(m.window),
                      m.measuredResistance ? QStringLiteral("measured") : QStringLiteral("taken as 0.8 of what is not measured"));
  if (m.verdict == Meeting::NotRead)
    lines << QStringLiteral("Nothing is measured yet: the gap is that of the stated charges, and proves nothing.");
  if (m.gap > m.window && m.chargeTo) {
    QString charge = QStringLiteral("Charge %1 to between %2 and %3 at rest").arg(low, volts(*m.chargeTo), volts(*m.chargeAtMost));
    if (m.chargeFor) charge += QStringLiteral(", about %1 on its charger").arg(durationWords(*m.chargeFor));
    lines << charge + QStringLiteral(", let it rest, measure again.");
  }
  if (m.curvesFlat) lines << QStringLiteral("Equal volts do not mean equal charge here: the packs are more than a tenth apart.");
  return lines.join(QLatin1Char('\n'));
}

QString chargePathWords(const Plan& plan, const Figures& f) {
  QStringList paths;
  for (const ChargePath& p : chargePaths(plan, f)) paths << (p.allowed ? QString() : QStringLiteral("Stop. ")) + text(p.words);
  return paths.join(QLatin1Char('\n'));
}

QString sharingWords(const SharingVerdict& sharing) {
  QString words = capitalised(text(sharingWord(sharing.verdict)));
  if (sharing.verdict != Sharing::CannotTell)
    words += QStringLiteral(", %1 % sure").arg(text(formatNumber(std::min(99.9, sharing.confidence * 100), 3)));
  else words += QStringLiteral(": ") + text(sharing.because);
  if (sharing.more) words += QStringLiteral("; about %1 Ah more would tell").arg(text(formatNumber(sharing.more->value(), 2)));
  return words + QLatin1Char('.');
}

QString noSharingWords(bool input, std::size_t packs) {
  if (input) return QStringLiteral("No ride pasted yet");
  return packs > 1 ? QStringLiteral("Unlike packs, or one behind a converter: use a clamp on each lead, or the Ah put back")
                   : QStringLiteral("One pack: nothing to share");
}

QString liveEndWords(const Plan& plan, const Figures& f, const PlugState& state) {
  QStringList lines;
  for (const LiveEnd& e : liveEnds(plan, f, state))
    if (e.place != LiveEnd::Place::ChargePort) lines << QStringLiteral("%1: %2").arg(text(endStateWord(e.state)).toUpper(), text(e.words));
  if (lines.isEmpty()) return QStringLiteral("Everything is plugged in: no bare end is open. Part a plug to see what it leaves live.");
  return lines.join(QLatin1Char('\n'));
}

QString methodsNote(const Plan& plan, const Figures& f) {
  QString words = QStringLiteral("Losses and range by simulation. \"Not here\" names the first rule that stands against it.");
  if (const auto fed = converterPack(plan))
    if (const Element* e = f.element(ElementKind::Bms, *fed); e && e->peak)
      words += QStringLiteral(" The converter draws up to %1 at its lowest input.").arg(amps(*e->peak));
  return words;
}

QString pairWords(const PairTable& pairs, std::size_t r, std::size_t k) {
  const PairRow& row = pairs.rows[r];
  const PairRow::Cell& cell = row.cells[k];
  const auto line = [](const char* when, const PairVerdict& v) {
    const QString out = QStringLiteral("%1: %2.").arg(QString::fromLatin1(when), text(pairingWord(v.pairing)));
    return v.rule.empty() ? out : out + QStringLiteral(" %1: %2").arg(text(v.rule), text(v.because));
  };
  return QStringLiteral("%1 and %2\n%3\n%4")
      .arg(text(row.name), text(pairs.packs[k]), line(row.kind == PairKind::Pack ? "By a plain plug" : "Alone", cell.before),
           line("Joined", cell.after));
}

QString subsetWords(const SubsetStudy& study) {
  if (study.subsets.size() < 2) return QStringLiteral("One pack: there is nothing to take away.");
  const SubsetFigures& w = study.subsets[study.worst];
  return QStringLiteral("The worst case is %1: %2")
      .arg(text(w.name), w.worstFinding.empty() ? QStringLiteral("no Stop there.") : text(w.worstFinding));
}

QString turnWords(const Plan& plan, const Figures& f) {
  const auto ride = ridePlanOf(plan, f);
  if (!ride) return QStringLiteral("Add a ride in Bike, page Need, to see where to turn round.");
  QStringList order;
  for (const std::string& name : ride->order) order << text(name);
  const QString kept =
      ride->reserve > Kilometre(0) ? kilometres(ride->reserve) + QStringLiteral(" kept") : QStringLiteral("no reserve kept");
  QString words = QStringLiteral("%1: %2 in all, %3; turn round after %4.")
                      .arg(order.join(QStringLiteral(", then ")), kilometres(ride->reach), kept, kilometres(ride->turnRound));
  if (ride->route)
    words += ride->enough ? QStringLiteral(" Go: the ride of %1 is inside.").arg(kilometres(*ride->route))
                          : QStringLiteral(" Not as it stands: the ride of %1 and the reserve are more.").arg(kilometres(*ride->route));
  return words;
}

QString lowCutWords(const Figures& f) {
  QStringList cuts;
  for (const LowCut& c : lowCuts(f)) {
    QString line = QStringLiteral("%1: %2 acts first; its BMS at %3 of the pack").arg(text(c.name), text(c.first), volts(c.bmsAtPack));
    if (c.controllerPerCell) line += QStringLiteral(", the controller at %1 a cell").arg(volts(*c.controllerPerCell));
    cuts << line + QLatin1Char('.');
  }
  return cuts.join(QLatin1Char('\n'));
}

}  // namespace usherwright::app
