// Sentences of station Wiring.
#include "app/present/wiring_words.h"

#include <QStringList>

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

}  // namespace usherwright::app
