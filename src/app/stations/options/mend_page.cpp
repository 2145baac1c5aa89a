// Station Options: the way out of a Stop.
#include "app/present/words.h"
#include "app/stations/options/options_pages.h"
#include "app/theme/scaling.h"
#include "app/widgets/clear_scroll.h"
#include "app/widgets/plain.h"
#include "core/io/clock.h"
#include "core/plan/options.h"

namespace usherwright::app {

MendPage::MendPage(Kit kit) : StationPage(kit), work_(kit, QStringLiteral("the way out"), this) {
  auto* column = pageColumn(this);
  column->addWidget(
      stationHeading(QStringLiteral("The way out"),
                     QStringLiteral("the cheapest changes, at most three, that leave no Stop; each set was carried out and judged")));
  words_ = wrapped();
  words_->setObjectName(QStringLiteral("mend-words"));
  column->addWidget(words_);
  sheet_ = new DrawingView(kit_, QStringLiteral("changes that leave no Stop"));
  sheet_->setGround([this](drawing::Size size) {
    const auto* found = work_.sofar();
    if (!found) return drawing::Drawing{size.width, size.height, {}, {}};
    return drawing::mendSheet(found->result, chosen_, kit_.document.units(), kit_.document.plan().currency, size);
  });
  column->addWidget(clearScroll(sheet_), 1);
  auto* row = new QHBoxLayout;
  do_ = new QPushButton(QStringLiteral("Do it"));
  do_->setToolTip(QStringLiteral("the changes of the chosen set, as one step: undo takes them back"));
  connect(do_, &QPushButton::clicked, this, &MendPage::apply);
  row->addWidget(do_);
  keep_ = new QPushButton(QStringLiteral("Keep it as a way forward"));
  connect(keep_, &QPushButton::clicked, this, &MendPage::asWay);
  row->addWidget(keep_);
  row->addStretch(1);
  column->addLayout(row);
  connect(sheet_, &DrawingView::partClicked, this, [this](const QString& part) {
    if (!part.startsWith(QLatin1String("set/"))) return;
    const auto at = part.mid(4).toULongLong();
    if (at == chosen_ && sheet_->currentPart() == part && sheet_->hasFocus() && do_->isEnabled()) do_->setFocus();
    chosen_ = at;
    show();
  });
  connect(&work_, &JobBase::advanced, this, &MendPage::show);
}

void MendPage::refresh() {
  const bool begun = work_.begin([](const Plan& plan, Job<Outcome<MendResult>>::Handle& handle) {
    return mend(plan, {shippedCatalogue(), today()}, shippedShelf(), handle.progress());
  });
  if (begun) chosen_ = 0;
  show();
}

void MendPage::show() {
  const auto* found = work_.ready();
  const int stops = kit_.document.assessment().count(Severity::Stop);
  if (stops == 0)
    words_->setText(QStringLiteral(
        "This plan has no Stop: there is nothing to mend. What is to be minded stands among the findings, each with its cure."));
  else if (!found) words_->setText(QStringLiteral("Trying what the catalogue, the shelf and the settings have …"));
  else if (!found->why.empty()) words_->setText(text(found->why));
  else if (found->ending == Ending::OutOfTime) words_->setText(QStringLiteral("Stopped early: these were found."));
  else
    words_->setText(QStringLiteral("%1 Stop now. %2 changes were tried, alone and together.").arg(stops).arg(found->result.tried.size()));
  const bool some = found && chosen_ < found->result.sets.size();
  do_->setEnabled(some);
  keep_->setEnabled(some);
  if (found) Scaling::setHeights(sheet_, kit_.look, static_cast<int>(drawing::mendSheetHeight(found->result)), QWIDGETSIZE_MAX);
  sheet_->rebuild();
}

namespace {

QString wordsOf(const MendResult& result, const Mended& set) {
  QStringList out;
  for (const std::size_t c : set.changes) out << text(result.tried[c].words);
  return out.join(QStringLiteral(" + "));
}

}  // namespace

void MendPage::apply() {
  const auto* found = work_.ready();
  if (!found || chosen_ >= found->result.sets.size()) return;
  // A copy: the commit ends this run.
  const MendResult result = found->result;
  Plan next = result.sets[chosen_].plan;
  next.options = kit_.document.plan().options;
  kit_.document.commit(next, QStringLiteral("mend: %1").arg(wordsOf(result, result.sets[chosen_])));
}

void MendPage::asWay() {
  const auto* found = work_.ready();
  if (!found || chosen_ >= found->result.sets.size()) return;
  const MendResult result = found->result;
  const Mended& set = result.sets[chosen_];
  kit_.document.commitRoot(withOption(kit_.document.root(), result.tried[set.changes.front()].words, set.plan),
                           QStringLiteral("a way that is mended"));
}

}  // namespace usherwright::app
