// Sentences of page Need.
#include "app/present/need_words.h"

#include "app/present/words.h"
#include "core/plan/needed.h"

namespace usherwright::app {
namespace {

constexpr double motorEfficiency = 0.80;  // of a geared hub or mid motor at full power, with its controller

/// The packs as a share of the bike, and what the ones that are not stock add.
QString massWords(const Plan& plan, const Figures& f, UnitSystem units) {
  double all = 0;
  double added = 0;
  for (std::size_t k = 0; k < f.packs.size(); ++k) {
    if (!f.packs[k].model.mass) return {};
    all += f.packs[k].model.mass->value();
    if (plan.packs[k].origin != Origin::Stock) added += f.packs[k].model.mass->value();
  }
  if (all <= 0) return {};
  QString words = QStringLiteral("The packs weigh %1").arg(text(formatQuantity(all, Kind::Mass, units)));
  if (plan.bike.mass)
    words += QStringLiteral(", %1 % of the bike's %2")
                 .arg(text(formatNumber(100 * all / plan.bike.mass->value(), 2)),
                      text(formatQuantity(plan.bike.mass->value(), Kind::Mass, units)));
  return words +
         (added > 0 ? QStringLiteral("; %1 of it is added.").arg(text(formatQuantity(added, Kind::Mass, units))) : QStringLiteral("."));
}

/// What the packs that are not stock cost with tax and shipping, against the budget.
QString moneyWords(const Plan& plan, const Figures& f) {
  double cost = 0;
  for (std::size_t k = 0; k < f.packs.size(); ++k) {
    if (plan.packs[k].origin == Origin::Stock) continue;
    if (!f.packs[k].model.cost) return {};
    cost += f.packs[k].model.cost->value();
  }
  if (cost <= 0) return {};
  const double whole = cost * (1 + plan.tax.value_or(Coefficient(0)).value()) + plan.shipping.value_or(Money(0)).value();
  QString words = QStringLiteral("New packs cost %1 %2 with tax and shipping").arg(text(formatNumber(whole, 4)), text(plan.currency));
  if (plan.budget) {
    const double left = plan.budget->value() - whole;
    words += left >= 0 ? QStringLiteral("; %1 of the budget are left").arg(text(formatNumber(left, 4)))
                       : QStringLiteral("; that is %1 over the budget").arg(text(formatNumber(-left, 4)));
  }
  return words + QLatin1Char('.');
}

/// Whether the packs' labels hold what is needed.
QString enoughWords(const Figures& f) {
  if (f.packs.empty()) return QStringLiteral("There is no pack yet.");
  double label = 0;
  for (const PackFigures& p : f.packs) label += p.model.label.value();
  const double share = label / f.need->label.value();
  if (share >= 1)
    return QStringLiteral("The packs have %1 Wh, %2 times that: enough.").arg(text(formatNumber(label)), text(formatNumber(share)));
  return QStringLiteral("The packs have %1 Wh, %2 % of that: %3 Wh are missing.")
      .arg(text(formatNumber(label)), text(formatNumber(100 * share, 2)), text(formatNumber(f.need->label.value() - label)));
}

QString motorWords(const Plan& plan, const Figures& f) {
  const Known<Watt> motor = plan.bike.motor;
  if (!motor || f.packs.empty()) return {};
  const PackModel& m = f.packs.front().model;
  const auto at = [&](Volt v) { return text(formatNumber(motor->value() / motorEfficiency / v.value())); };
  return QStringLiteral("The motor's %1 W draw %2 A from a full pack, %3 A at nominal%4.")
      .arg(text(formatNumber(motor->value())), at(m.full), at(m.nominal),
           f.cutoff > Volt(0) ? QStringLiteral(", %1 A at the cut-off").arg(at(f.cutoff)) : QString());
}

}  // namespace

QString stationsWords(const Plan& plan) {
  QStringList needed, skipped;
  for (const StationNeed& n : stationsFor(plan)) {
    if (n.needed) needed << text(stationName(n.station));
    else skipped << QStringLiteral("%1 (%2)").arg(text(stationName(n.station)), text(n.why));
  }
  return QStringLiteral("Go through: %1.%2")
      .arg(needed.join(QStringLiteral(", ")),
           skipped.isEmpty() ? QString() : QStringLiteral(" Skip: %1.").arg(skipped.join(QStringLiteral(", "))));
}

QString needSentence(const Figures& f) {
  if (!f.need) return QStringLiteral("Add a ride: its distance and climb give the Wh, and the Wh give the pack.");
  return QStringLiteral(
             "The hardest ride with its reserve takes %1 Wh; aged to %2 %, in this air, with 15 % left in the packs, the label must "
             "say %3 Wh. %4")
      .arg(text(formatNumber(f.need->onTheRoad.value())), text(formatNumber(100 * f.need->health)),
           text(formatNumber(f.need->label.value())), enoughWords(f));
}

QString classesWords(const Figures& f) {
  if (!f.need) return {};
  QStringList classes;
  for (const auto& c : f.need->classes) classes << QStringLiteral("%1 Ah at %2").arg(text(formatNumber(c.charge.value())), text(c.name));
  return QStringLiteral("That is %1.").arg(classes.join(QStringLiteral(" · ")));
}

QString powerWords(const Plan& plan, const Figures& f, UnitSystem units) {
  QStringList words{motorWords(plan, f)};
  if (const auto factor = odometerFactor(plan.bike))
    words << QStringLiteral("The odometer says %1 km for every true one: multiply what it shows by %2.")
                 .arg(text(formatNumber(1 / *factor)), text(formatNumber(*factor)));
  if (f.range.stockAlone && !plan.packs.empty())
    words << QStringLiteral("%1 alone goes about %2, all together %3.")
                 .arg(text(f.packs.front().model.name), text(formatQuantity(f.range.stockAlone->value(), Kind::Distance, units)),
                      text(formatQuantity(f.range.likely.value(), Kind::Distance, units)));
  words << massWords(plan, f, units) << moneyWords(plan, f);
  words.removeAll(QString());
  return words.join(QLatin1Char(' '));
}

}  // namespace usherwright::app
