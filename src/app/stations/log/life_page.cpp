// Station Log: how each pack is.
#include <fmt/format.h>

#include <algorithm>

#include "app/present/words.h"
#include "app/stations/log/log_pages.h"
#include "app/widgets/plain.h"
#include "core/drawing/pack/pack_drawings.h"
#include "core/io/clock.h"
#include "core/plan/edit.h"
#include "core/plan/names.h"

namespace usherwright::app {
namespace {

/// The last reading of every group.
const Reading* lastLadder(const Pack& p) {
  for (auto r = p.readings.rbegin(); r != p.readings.rend(); ++r)
    if (r->of == ReadingOf::Groups && r->groups.size() > 1) return &*r;
  return nullptr;
}

QString number(double v, int digits = 3) { return text(formatNumber(v, digits)); }

}  // namespace

PackLifePage::PackLifePage(Kit kit) : StationPage(kit) {
  auto* column = scrolledColumn(this);
  auto* head = new QHBoxLayout;
  head->addWidget(stationHeading(QStringLiteral("How it is"), QStringLiteral("band: what the measurements allow, nine times in ten")), 1);
  packs_ = packChooser("pack that is looked at");
  connect(packs_, &QComboBox::activated, this, [this] { show(); });
  head->addWidget(packs_);
  column->addLayout(head);
  chart_ = new DrawingView(kit_, QStringLiteral("charge of the pack over time"));
  chart_->setMinimumHeight(kit_.look.px(230));
  chart_->setGround([this](drawing::Size size) {
    const Plan& plan = kit_.document.plan();
    if (pack() >= plan.packs.size()) return drawing::Drawing{size.width, size.height, {}, {}};
    const drawing::HealthView view{shown_, kit_.document.assessment().figures.packs[pack()].model.rated,
                                   drawing::healthEvents(plan, plan.packs[pack()].id, shown_), today(), pack()};
    return drawing::healthChart(view, size);
  });
  column->addWidget(chart_, 2);
  auto* figures = new QHBoxLayout;
  const auto figure = [&](const char* caption) {
    auto* f = new Figure(kit_, QLatin1String(caption), {});
    figures->addWidget(f);
    return f;
  };
  health_ = figure("of its label");
  worn_ = figure("worn about");
  cycles_ = figure("full cycles");
  plugged_ = figure("plugged in");
  ridden_ = figure("ridden");
  figures->addStretch(1);
  column->addLayout(figures);
  words_ = wrapped();
  words_->setObjectName(QStringLiteral("life-words"));
  column->addWidget(words_);
  auto* row = new QHBoxLayout;
  take_ = new QPushButton(QStringLiteral("Take the measured health over into the plan"));
  connect(take_, &QPushButton::clicked, this, &PackLifePage::takeOver);
  row->addWidget(take_);
  row->addStretch(1);
  column->addLayout(row);
  cells_ = wrapped();
  column->addWidget(cells_);
  groups_ = new DrawingView(kit_, QStringLiteral("groups as they were last read"));
  groups_->setMinimumHeight(kit_.look.px(110));
  groups_->setGround([this](drawing::Size size) {
    const Plan& plan = kit_.document.plan();
    const Reading* ladder = pack() < plan.packs.size() ? lastLadder(plan.packs[pack()]) : nullptr;
    if (!ladder) return drawing::Drawing{size.width, size.height, {}, {}};
    const PackModel& m = kit_.document.assessment().figures.packs[pack()].model;
    const auto check = checkGroups({ladder->groups, m.curve, m.capacity, plan.packs[pack()].bms.balance, false});
    return check ? drawing::groupBars(*check, ladder->groups, size) : drawing::Drawing{size.width, size.height, {}, {}};
  });
  column->addWidget(groups_, 1);
}

std::size_t PackLifePage::pack() const { return static_cast<std::size_t>(std::max(0, packs_->currentIndex())); }

void PackLifePage::takeOver() {
  if (!shown_.trend || pack() >= kit_.document.plan().packs.size()) return;
  const double rated = kit_.document.assessment().figures.packs[pack()].model.rated.value();
  const std::string pointer = fmt::format("/packs/{}/soh", pack());
  auto next = withField(kit_.document.plan(), pointer, FieldValue{std::clamp(shown_.trend->now.likely / rated, 0.1, 1.1)});
  if (next) {
    next->provenance[pointer].from = Provenance::Measured;
    next->provenance[pointer].note =
        fmt::format("from {} tests and charges, until {}", shown_.points.size(), formatDate(shown_.points.back().day));
  }
  kit_.document.commit(next, QStringLiteral("measured health"));
}

void PackLifePage::refresh() {
  fillWithPacks(packs_, kit_.document.plan());
  show();
}

void PackLifePage::show() {
  const Plan& plan = kit_.document.plan();
  if (pack() >= plan.packs.size()) return;
  const PackModel& m = kit_.document.assessment().figures.packs[pack()].model;
  const Pack& p = plan.packs[pack()];
  shown_ = healthOf(m, p, pack(), today());
  const auto& trend = shown_.trend;
  const bool measured = trend && m.rated > AmpereHour(0);
  const auto percent = [&](double ah) { return number(100 * ah / m.rated.value(), 3); };
  health_->setValue(measured ? percent(trend->now.likely) : QStringLiteral("?"), QStringLiteral("%"));
  worn_->setValue(trend && trend->worn ? text(formatDate(*trend->worn).substr(0, 7)) : QStringLiteral("?"), {});
  cycles_->setValue(number(shown_.fullCycles, 3), {});
  plugged_->setValue(QString::number(shown_.plugIns), QStringLiteral("times"));
  ridden_->setValue(number(riddenInAll(plan).value(), 4), QStringLiteral("km"));
  QStringList words;
  if (measured) {
    words << QStringLiteral("%1 to %2 Ah of %3 by label (%4 to %5 %), from %6 measurements until %7.")
                 .arg(number(trend->now.low), number(trend->now.high), number(m.rated.value()), percent(trend->now.low),
                      percent(trend->now.high))
                 .arg(shown_.points.size())
                 .arg(text(formatDate(shown_.points.back().day)));
    if (!trend->slopeKnown)
      words << QStringLiteral("How fast it fades cannot be told yet: that takes three measurements over two months or more.");
    else if (trend->worn)
      words << QStringLiteral("At 80 % about %1: from %2 to %3.")
                   .arg(text(formatDate(*trend->worn)), trend->wornFirst ? text(formatDate(*trend->wornFirst)) : QStringLiteral("now"),
                        trend->wornLast ? text(formatDate(*trend->wornLast)) : QStringLiteral("later than twenty years"));
    else words << QStringLiteral("80 % are not in sight.");
  }
  if (shown_.lost)
    words << QStringLiteral("On %1 it fell at once to %2 %: %3 of %4 parallel strings may have come off.")
                 .arg(text(formatDate(shown_.lost->since)), number(100 * shown_.lost->share, 3))
                 .arg(shown_.lost->strings)
                 .arg(m.parallel);
  if (shown_.resistances.size() > 1)
    words << QStringLiteral("Resistance: %1 mΩ on %2, %3 mΩ on %4.")
                 .arg(number(shown_.resistances.front().second.value()), text(formatDate(shown_.resistances.front().first)),
                      number(shown_.resistances.back().second.value()), text(formatDate(shown_.resistances.back().first)));
  if (shown_.since) words << QStringLiteral("Cycles count since %1, by the charges that were noted.").arg(text(formatDate(*shown_.since)));
  words_->setText(words.join(QStringLiteral(" ")));
  words_->setVisible(!words.isEmpty());
  take_->setEnabled(measured);
  const Reading* ladder = lastLadder(p);
  cells_->setText(ladder ? QStringLiteral("Groups as they were last read%1")
                               .arg(ladder->when.empty() ? QString() : QStringLiteral(", ") + text(ladder->when))
                         : QStringLiteral("No groups were read yet: “cells %1 3.91 3.92 …” in the journal.").arg(text(shownName(p))));
  groups_->setVisible(ladder != nullptr);
  chart_->rebuild();
  groups_->rebuild();
}

}  // namespace usherwright::app
