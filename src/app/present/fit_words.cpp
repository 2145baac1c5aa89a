// Words of station Fit.
#include "app/present/fit_words.h"

#include "app/present/words.h"
#include "core/fit/hold.h"
#include "core/quantity/date.h"
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

namespace {

QString savedWords(const FitFigures& fit) {
  const Known<SavedByStrip> saved = bestDoubled(fit);
  if (!saved || saved->after >= saved->before) return {};
  const StripSegment& s = fit.strips->segments[saved->segment];
  return QStringLiteral("One more strip saves most between cells %1 and %2 on the %3 face: %4 instead of %5 W.")
      .arg(s.a + 1)
      .arg(s.b + 1)
      .arg(s.near ? QStringLiteral("near") : QStringLiteral("far"), n(saved->after.value()), n(saved->before.value()));
}

QString barWords(const FitFigures& fit) {
  if (fit.from.fit.linking != Linking::Bolted || fit.layout.empty()) return {};
  const int series = *fit.from.series, parallel = *fit.from.parallel;
  return QStringLiteral("Bars: %1 between groups, 2 at the ends; %2 bolts.").arg(series - 1).arg(2 * series * parallel);
}

}  // namespace

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
  if (const QString bars = barWords(*fit); !bars.isEmpty()) out << bars;
  if (const QString saved = savedWords(*fit); !saved.isEmpty()) out << saved;
  out << QStringLiteral("A cell carries %1 to %2 % of its share · %3 W in the strips · %4 mΩ more.")
             .arg(n(r.shareLeast * 100), n(r.shareMost * 100), n(r.heat.value()), n(MilliOhm(r.added).value()));
  return out.join(QLatin1Char('\n'));
}

QString wayWords(const Pack& pack, const FitFigures& fit) {
  if (!fit.boxed || !fit.boxed->goesIn) return {};
  if (!fit.way) return QStringLiteral("By which side it goes in is not known yet: where the room is open.");
  const QString side = text(wordOf(fit.way->by));
  if (!fit.way->open) return QStringLiteral("No way in was found from the %1, however it is turned.").arg(side);
  if (fit.way->by == OpenSide::Across) return QStringLiteral("It goes in straight across.");
  QStringList off;
  for (const std::size_t i : fit.way->off)
    off << (pack.fit.things[i].name.empty() ? QStringLiteral("what is in the way") : text(pack.fit.things[i].name));
  QString out = fit.way->tilt > 0 ? QStringLiteral("It goes in from the %1, tilted by up to %2° on the way").arg(side, n(fit.way->tilt, 2))
                                  : QStringLiteral("It goes in from the %1 without being turned").arg(side);
  if (!off.empty()) out += QStringLiteral(", after %1 has come off").arg(off.join(QStringLiteral(" and ")));
  return out + QStringLiteral(".");
}

QString largestWords(const FitRoom& room) {
  const LargestBox b = largestBox(room);
  if (b.along <= 0) return QStringLiteral("No box goes in here.");
  return QStringLiteral("The largest box here: %1 × %2 × %3 mm, turned by %4°.")
      .arg(n(std::floor(b.along)), n(std::floor(b.up)), n(std::floor(b.through)), n(b.turn));
}

namespace {

QStringList fasteningWords(const Hold& h, const HoldFigures& hold) {
  QStringList out;
  if (hold.held && hold.shaken)
    out << QStringLiteral("Held by %1 N; it pulls with %2 N, shaken by %3 ground, twice counted.")
               .arg(n(*hold.held), n(*hold.shaken), text(wordOf(h.ridden.value_or(Surface::Soft))));
  else out << QStringLiteral("What holds it is not known yet: count screws and straps.");
  if (hold.ofBefore) out << QStringLiteral("Screws: %1 % of the section that the maker had.").arg(n(*hold.ofBefore * 100));
  if (hold.holesMeet)
    out << (*hold.holesMeet ? QStringLiteral("The holes meet the case's slots.")
                            : QStringLiteral("The holes do not meet the case's slots: %1 mm apart.").arg(n(h.holesApart->value())));
  if (hold.overHead)
    out << (hold.overHead->value() >= 0 ? QStringLiteral("Screw heads pass under the slide with %1 mm.").arg(n(hold.overHead->value()))
                                        : QStringLiteral("Screw heads stand %1 mm too high for the slide: low heads, or sunk ones.")
                                              .arg(n(-hold.overHead->value())));
  if (hold.spacerNeeded)
    out << (h.spacer && *h.spacer >= *hold.spacerNeeded
                ? QStringLiteral("Spacers clear the bump.")
                : QStringLiteral("Spacers of %1 mm clear the bump by 3 mm.").arg(n(hold.spacerNeeded->value())));
  return out;
}

}  // namespace

QString holdWords(const drawing::Subject& subject, std::size_t pack) {
  const Pack& p = subject.plan.packs[pack];
  const PackFigures& figures = subject.assessment.figures.packs[pack];
  if (!figures.fit) return roomWords(nullptr);
  const HoldFigures hold = holdFigures(p, *figures.fit, figures.model.mass);
  QStringList out = fasteningWords(p.hold, hold);
  if (const auto tightened = parseDate(p.hold.tightened))
    out << QStringLiteral("Tighten again by %1.").arg(text(formatDate(*tightened + std::chrono::days(tightenAfterDays))));
  else out << QStringLiteral("Tighten again after a week, then every three months.");
  if (hold.warmer)
    out << QStringLiteral("%1 W beside it make the closed room %2 K warmer.").arg(n(hold.heat.value()), n(hold.warmer->value()));
  if (hold.growthNeeded) out << QStringLiteral("The stack grows by %1 mm over its life.").arg(n(hold.growthNeeded->value()));
  QString words = out.join(QLatin1Char(' '));
  if (p.hold.carrier) {
    QStringList remarks;
    for (const std::string& r : remarksOf(*p.hold.carrier)) remarks << text(r);
    words += QStringLiteral("\nHere: %1.").arg(remarks.join(QStringLiteral("; ")));
  }
  return words;
}

QString boxWords(const Pack& pack, const FitFigures* fit) {
  if (!fit) return QStringLiteral("No room yet: choose its kind on Room.");
  if (!fit->from.box)
    return QStringLiteral("%1 is laid out cell by cell: Layout keeps its cells clear of walls and of what is in the way.")
        .arg(text(pack.name));
  if (!fit->room.known()) return roomWords(fit);
  if (!fit->boxed) return QStringLiteral("The case is not measured yet: its length, width and height.");
  const BoxInRoom& b = *fit->boxed;
  if (!b.goesIn && b.placed)
    return QStringLiteral("As it is put it stands %1 mm into a wall or into what is in the way.").arg(n(b.tooLarge.value()));
  if (!b.goesIn)
    return b.tooLarge.value() > 0
               ? QStringLiteral("It does not go in, whichever way it is turned: %1 mm too large all around.").arg(n(b.tooLarge.value()))
               : QStringLiteral("It does not go in: far too large.");
  return QStringLiteral("%5: %1 mm all around and %2 mm on either face, turned by %3°, its side of %4 mm through the room.")
      .arg(n(b.clearance.value()), n(b.clearanceAcross.value()), n(b.turn), n(b.through),
           b.placed ? QStringLiteral("As it is put") : QStringLiteral("Largest clearance"));
}

}  // namespace usherwright::app
