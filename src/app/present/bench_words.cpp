// Sentences of the bench pages.
#include "app/present/bench_words.h"

#include <QStringList>
#include <algorithm>

#include "app/present/words.h"
#include "core/assess/figure_parts.h"
#include "core/plan/shelf.h"

namespace usherwright::app {

QString groupsExpected(const PackModel& m, bool loose) {
  return loose ? QStringLiteral("Two readings or more: every loose cell, rested a day after it came.")
               : QStringLiteral("%1 readings are expected, one for each group in series.").arg(m.series);
}

QString groupsVerdict(const GroupCheck& check, std::size_t readings, const PackModel& m, bool loose) {
  const QString words = text(check.sentence);
  if (loose || static_cast<int>(readings) == m.series) return words;
  return words + QStringLiteral(" %1 readings for %2 groups: one is missing or double.").arg(readings).arg(m.series);
}

QString furthestWords(const GroupCheck& check, const std::vector<Volt>& volts) {
  QStringList rank;
  for (std::size_t i = 0; i < std::min<std::size_t>(5, check.byDeviation.size()); ++i) {
    const std::size_t g = check.byDeviation[i];
    rank << QStringLiteral("%1 (%2 mV, lacks %3 Ah)")
                .arg(g + 1)
                .arg(text(formatNumber(1000 * (volts[g] - check.median).value(), 2)), text(formatNumber(check.missing[g].value(), 2)));
  }
  return QStringLiteral("Furthest from the median: %1.").arg(rank.join(QStringLiteral(", ")));
}

QString testRows(const Pack& p) {
  QStringList rows;
  for (const CapacityTest& t : p.capacityTests)
    rows << QStringLiteral("%1   %2 Ah put back%3")
                .arg(text(t.when).rightJustified(10), text(formatNumber(t.putBack.value_or(AmpereHour(0)).value())),
                     t.resistance ? QStringLiteral("   %1 mΩ").arg(text(formatNumber(t.resistance->value()))) : QString());
  return rows.isEmpty() ? QStringLiteral("none logged yet") : rows.join(QLatin1Char('\n'));
}

QString supplyWords(Watt supply, const Pack& p, const PackModel& m) {
  const Ampere most = supply / m.full;
  QString words = QStringLiteral("%1 W at %2 V: at most %3 A")
                      .arg(text(formatNumber(supply.value())), text(formatNumber(m.full.value())), text(formatNumber(most.value())));
  if (const auto limit = chargeLimitOf(p, m))
    words += QStringLiteral("; the pack takes %1 A, so set %2 A to charge")
                 .arg(text(formatNumber(limit->value())), text(formatNumber(std::min(most, *limit).value())));
  return words + QLatin1Char('.');
}

QString cellTrustWords(const Pack& p, const Makeup& made) {
  if (made.box)
    return p.capacityTests.empty()
               ? QStringLiteral("Nobody has seen a cell: the Ah of the label count whole, and a capacity test shows them.")
               : QStringLiteral("Nobody has seen a cell; the Ah are tested.");
  const Cell& cell = made.cell;
  if (cell.verified) return QStringLiteral("%1: tested, its figures count in full.").arg(text(cell.name));
  const Derating d = derating(cell);
  return QStringLiteral("%1: not tested. Currents count × %2, capacity × %3. Before use: %4.")
      .arg(text(cell.name), text(formatNumber(d.current)), text(formatNumber(d.capacity)), text(testsBeforeUse(cell.trust)));
}

}  // namespace usherwright::app
