// Station Range: volts at the plugs, and whether the ride can be done on them.
#include "app/stations/range/today_page.h"

#include <QCheckBox>
#include <QComboBox>
#include <QLineEdit>

#include "app/present/words.h"
#include "app/theme/scaling.h"
#include "app/widgets/clear_scroll.h"
#include "app/widgets/plain.h"
#include "app/widgets/short_line.h"
#include "core/drawing/range/range_drawings.h"
#include "core/io/clock.h"
#include "core/parts/catalogue.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "core/plan/names.h"
#include "core/quantity/units.h"

namespace usherwright::app {

TodayPage::TodayPage(Kit kit) : StationPage(kit), study_(kit, QStringLiteral("go or not"), this) {
  auto* column = pageColumn(this);
  column->addWidget(stationHeading(QStringLiteral("Go or not"), QStringLiteral("the volts at each plug, and which packs are enough")));
  linesColumn_ = new QVBoxLayout;
  linesColumn_->setSpacing(4);
  column->addLayout(linesColumn_);
  auto* row = new QHBoxLayout;
  rested_ = new QCheckBox(QStringLiteral("nothing drawn or put in for 30 min"));
  connect(rested_, &QCheckBox::toggled, this, &TodayPage::ask);
  row->addWidget(rested_);
  route_ = new QComboBox;
  route_->setAccessibleName(QStringLiteral("which ride"));
  connect(route_, &QComboBox::activated, this, &TodayPage::ask);
  row->addWidget(route_);
  keep_ = new QPushButton(QStringLiteral("Note these volts"));
  keep_->setToolTip(QStringLiteral("as readings of today, in each pack's list"));
  connect(keep_, &QPushButton::clicked, this, &TodayPage::keep);
  row->addWidget(keep_);
  row->addStretch(1);
  column->addLayout(row);
  problem_ = wrapped("problem");
  problem_->setObjectName(QStringLiteral("today-problem"));
  problem_->hide();
  column->addWidget(problem_);
  verdict_ = wrapped();
  verdict_->setObjectName(QStringLiteral("go-or-not"));
  column->addWidget(verdict_);
  sheet_ = new DrawingView(kit_, QStringLiteral("which packs are enough"));
  sheet_->setGround([this](drawing::Size size) {
    const GoOrNot* today = study_.sofar();
    return today ? drawing::todaySheet(*today, chosen_, kit_.document.units(), size) : drawing::Drawing{size.width, size.height, {}, {}};
  });
  connect(sheet_, &DrawingView::partClicked, this, [this](const QString& part) {
    if (!part.startsWith(QLatin1String("choice/"))) return;
    chosen_ = part.mid(7).toULongLong();
    chosenByHand_ = true;
    show();
  });
  column->addWidget(clearScroll(sheet_), 1);
  connect(&study_, &JobBase::finished, this, &TodayPage::show);
}

void TodayPage::buildLines() {
  std::vector<std::string> names;
  for (const Pack& p : kit_.document.plan().packs) names.push_back(shownName(p));
  if (names == packs_ && linesHolder_) return;
  QStringList typed;
  for (const Line& line : lines_) typed << line.volts->text();
  delete linesHolder_;
  lines_.clear();
  packs_ = names;
  linesHolder_ = new QWidget;
  auto* grid = new QGridLayout(linesHolder_);
  grid->setContentsMargins(0, 0, 0, 0);
  grid->setColumnStretch(2, 1);
  for (std::size_t k = 0; k < names.size(); ++k) {
    auto* name = wrapped();
    name->setText(text(names[k]));
    name->setMaximumWidth(kit_.look.px(240));
    auto* volts = shortLine("", "V now", 90);
    volts->setAccessibleName(text(names[k]) + QStringLiteral(": volts at its plug now"));
    volts->setObjectName(QStringLiteral("volts-now-%1").arg(k));
    if (static_cast<int>(k) < typed.size()) volts->setText(typed[static_cast<int>(k)]);
    connect(volts, &QLineEdit::editingFinished, this, &TodayPage::ask);
    connect(volts, &QLineEdit::returnPressed, this, &TodayPage::ask);
    auto* charge = new PlainLabel;
    charge->setProperty("role", "soft");
    const int at = static_cast<int>(k);
    grid->addWidget(name, at, 0);
    grid->addWidget(volts, at, 1);
    grid->addWidget(charge, at, 2);
    lines_.push_back({volts, charge});
  }
  linesColumn_->addWidget(linesHolder_);
}

void TodayPage::refuse(const QString& why) {
  problem_->setText(why);
  problem_->setVisible(!why.isEmpty());
}

bool TodayPage::read(std::vector<PlugReading>& into) {
  into.assign(lines_.size(), {});
  for (std::size_t k = 0; k < lines_.size(); ++k) {
    QString typed = lines_[k].volts->text().trimmed();
    if (typed.endsWith(QLatin1Char('V'), Qt::CaseInsensitive)) typed.chop(1);
    if (typed.isEmpty()) continue;
    const auto volts = parseNumber(typed.toStdString());
    if (!volts) {
      refuse(
          QStringLiteral("%1, volts at its plug: found %2, expected a number of volts.").arg(text(packs_[k]), text(volts.error().found)));
      return false;
    }
    into[k] = {Volt(*volts), rested_->isChecked()};
  }
  return true;
}

void TodayPage::ask() {
  std::vector<PlugReading> readings;
  refuse({});
  if (!read(readings)) return;
  study_.forget();
  study_.begin(
      [readings, route = static_cast<std::size_t>(std::max(0, route_->currentIndex()))](const Plan& plan, JobHandle<GoOrNot>& handle) {
        return goOrNot(plan, {shippedCatalogue(), today()}, route, readings, handle.progress());
      });
}

void TodayPage::show() {
  const GoOrNot* today = study_.sofar();
  if (!today) return;
  QStringList problems;
  for (std::size_t k = 0; k < lines_.size() && k < today->charges.size(); ++k) {
    lines_[k].charge->setText(text(today->charges[k].words));
    if (!today->charges[k].problem.empty()) problems << text(today->charges[k].problem);
  }
  refuse(problems.join(QLatin1Char(' ')));
  if (!chosenByHand_ || chosen_ >= today->choices.size()) chosen_ = today->best.value_or(0);
  QString said = text(today->sentence);
  if (chosenByHand_ && chosen_ < today->choices.size())
    said = text(today->choices[chosen_].name) + QStringLiteral(": ") + text(today->choices[chosen_].sentence);
  if (!today->restsOn.empty()) {
    QStringList rests;
    for (const std::string& s : today->restsOn) rests << text(s);
    said += QStringLiteral(" It rests on %1.").arg(rests.join(QStringLiteral(", ")));
  }
  verdict_->setText(said);
  Scaling::setHeights(sheet_, kit_.look, static_cast<int>(drawing::todayHeight(*today)), QWIDGETSIZE_MAX);
  sheet_->rebuild();
}

/// Every one that is typed, as a reading of today; nothing if one is no number.
void TodayPage::keep() {
  std::vector<PlugReading> readings;
  if (!read(readings)) return;
  Expected<Plan> next = kit_.document.plan();
  bool any = false;
  for (std::size_t k = 0; k < readings.size(); ++k) {
    if (!readings[k].volts || !next) continue;
    const std::string list = fmt::format("/packs/{}/readings", k), at = fmt::format("{}/{}/", list, next->packs[k].readings.size());
    next = withNew(*next, list);
    const auto enter = [&](const char* key, const std::string& words) {
      if (next) next = withEntry(*next, {at + key, words, UnitSystem::Metric, Provenance::Measured});
    };
    enter("when", formatDate(today()));
    enter("pack_V", lines_[k].volts->text().toStdString());
    if (readings[k].rested) enter("rested_min", "30");
    any = true;
  }
  if (!next) return refuse(text(next.error().sentence()));
  if (!any) return refuse(QStringLiteral("volts at a plug: found nothing, expected a reading of a pack."));
  kit_.document.commit(next, QStringLiteral("volts of today"));
}

void TodayPage::refresh() {
  buildLines();
  const Plan& plan = kit_.document.plan();
  const int at = std::max(0, route_->currentIndex());
  route_->clear();
  for (const Route& r : plan.routes) route_->addItem(text(r.id));
  route_->setCurrentIndex(std::min(at, route_->count() - 1));
  route_->setVisible(plan.routes.size() > 1);
  keep_->setEnabled(!plan.packs.empty());
  ask();
}

}  // namespace usherwright::app
