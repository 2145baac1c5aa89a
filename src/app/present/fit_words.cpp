// Words of station Fit.
#include "app/present/fit_words.h"

#include "app/present/words.h"
#include "core/quantity/units.h"

namespace usherwright::app {
namespace {

QString n(double v, int digits = 3) { return text(formatNumber(v, digits)); }

QString missing(const FitFigures& fit) {
  QStringList what;
  for (const std::string& m : fit.room.missing) what << text(m);
  return QStringLiteral("Not known yet: %1.").arg(what.join(QStringLiteral(", ")));
}

}  // namespace

QString roomWords(const FitFigures* fit) {
  if (!fit)
    return QStringLiteral(
        "Choose what kind of room it is, then bring a tape measure: every length is taken inside, at the narrowest place.");
  if (!fit->room.missing.empty()) return missing(*fit);
  if (!fit->room.why.empty()) return text(fit->room.why);
  if (fit->from.box)
    return fit->boxed ? QStringLiteral("A closed box: Clearance shows how it stands here.")
                      : QStringLiteral("A closed box: enter the three sides of its case, and Clearance shows how it stands here.");
  if (fit->room.layers < 1)
    return QStringLiteral("Too shallow for a cell with its strips: %1 mm are left through the room.")
        .arg(n(std::max(0.0, fit->room.usableDepth)));
  QString out = QStringLiteral("%1 cells go in, %2 are needed").arg(fit->places).arg(fit->needed);
  if (fit->room.layers > 1) out += QStringLiteral(", in %1 layers").arg(fit->room.layers);
  if (fit->tooSmall) out += QStringLiteral("; all around %1 mm are missing").arg(n(fit->tooSmall->value()));
  return out + QStringLiteral(".");
}

QString layoutWords(const CellLayout& layout, const FitFigures& fit) {
  if (layout.empty()) return {};
  const LayoutScores& s = layout.scores;
  const Volt apart = fit.from.cellVolts * s.apart;
  const std::size_t places = std::max(layout.places, fit.places);
  return QStringLiteral(
             "%1 cells%2 · every group beside the next by at least %3 of %4 · leads inside %5 mm · neighbours at most %6 V apart")
      .arg(layout.sites.size())
      .arg(places > layout.sites.size() ? QStringLiteral(" of %1 that go in").arg(places) : QString())
      .arg(s.weakestFront)
      .arg(fit.from.parallel.value_or(1))
      .arg(n(s.leads))
      .arg(n(apart.value()));
}

QString stripWords(const FitFigures* fit) {
  if (!fit || fit->layout.empty()) return QStringLiteral("No layout is kept yet: find one on Layout, and keep it.");
  if (!fit->strips) return QStringLiteral("How much current flows is not known yet: the controller's limit, or a ride.");
  const StripRun& r = *fit->strips;
  QStringList out;
  if (fit->hottestSustained)
    out << QStringLiteral("Hottest strip for long %1 A/mm², at peak %2; %3 and %4 are counted%5.")
               .arg(n(*fit->hottestSustained), fit->hottestPeak ? n(*fit->hottestPeak) : QStringLiteral("not known"), n(fit->longLimit),
                    n(fit->longLimit * peakOfLong),
                    fit->from.fit.stripMaterial ? QString() : QStringLiteral(", as of plated steel: which strip it is, is not known yet"));
  out << QStringLiteral("A cell carries %1 to %2 % of its share · %3 W in the strips · %4 mΩ more.")
             .arg(n(r.shareLeast * 100), n(r.shareMost * 100), n(r.heat.value()), n(MilliOhm(r.added).value()));
  return out.join(QLatin1Char('\n'));
}

QString boxWords(const Pack& pack, const FitFigures* fit) {
  if (!fit) return QStringLiteral("No room yet: choose its kind on Room.");
  if (!fit->from.box)
    return QStringLiteral("%1 is laid out cell by cell: Layout keeps its cells clear of walls and of what is in the way.")
        .arg(text(pack.name));
  if (!fit->room.known()) return roomWords(fit);
  if (!fit->boxed) return QStringLiteral("The case is not measured yet: its length, width and height.");
  const BoxInRoom& b = *fit->boxed;
  if (!b.goesIn)
    return b.tooLarge.value() > 0
               ? QStringLiteral("It does not go in, whichever way it is turned: %1 mm too large all around.").arg(n(b.tooLarge.value()))
               : QStringLiteral("It does not go in: far too large.");
  return QStringLiteral("Largest clearance: %1 mm all around and %2 mm on either face, turned by %3°, its side of %4 mm through the room.")
      .arg(n(b.clearance.value()), n(b.clearanceAcross.value()), n(b.turn), n(b.through));
}

}  // namespace usherwright::app
