// Station Options: what the shelf has for the goal.
#include "app/present/words.h"
#include "app/stations/options/options_pages.h"
#include "app/theme/scaling.h"
#include "app/widgets/clear_scroll.h"
#include "app/widgets/plain.h"
#include "core/io/clock.h"
#include "core/plan/options.h"

namespace usherwright::app {

SuggestPage::SuggestPage(Kit kit) : StationPage(kit), work_(kit, QStringLiteral("what the shelf has"), this) {
  auto* column = pageColumn(this);
  column->addWidget(
      stationHeading(QStringLiteral("What the shelf has for the goal"), QStringLiteral("no Stop, and not beaten in price, Wh and mass")));
  words_ = wrapped();
  words_->setObjectName(QStringLiteral("suggest-words"));
  column->addWidget(words_);
  sheet_ = new DrawingView(kit_, QStringLiteral("packs that reach the goal"));
  sheet_->setGround([this](drawing::Size size) {
    const auto* found = work_.sofar();
    if (!found) return drawing::Drawing{size.width, size.height, {}, {}};
    return drawing::suggestSheet(found->result, chosen_, kit_.document.units(), kit_.document.plan().currency, size);
  });
  column->addWidget(clearScroll(sheet_), 1);
  auto* row = new QHBoxLayout;
  keep_ = new QPushButton(QStringLiteral("Keep it as a way forward"));
  keep_->setToolTip(QStringLiteral("a whole plan beside today's, to be looked at and changed at every station"));
  connect(keep_, &QPushButton::clicked, this, &SuggestPage::asWay);
  row->addWidget(keep_);
  auto* safety = wrapped();
  safety->setText(QStringLiteral("Figures of a list, not of a part in the hand: local rules and qualified help stand above them."));
  row->addWidget(safety, 1);
  column->addLayout(row);
  connect(sheet_, &DrawingView::partClicked, this, [this](const QString& part) {
    if (!part.startsWith(QLatin1String("offer/"))) return;
    chosen_ = part.mid(6).toULongLong();
    show();
  });
  connect(&work_, &JobBase::advanced, this, &SuggestPage::show);
}

void SuggestPage::refresh() {
  const bool begun = work_.begin([](const Plan& plan, Job<Outcome<SuggestResult>>::Handle& handle) {
    return suggest(plan, {shippedCatalogue(), today()}, shippedShelf(), {}, handle.progress());
  });
  if (begun) chosen_ = 0;
  show();
}

const Suggestion* SuggestPage::chosen() const {
  const auto* found = work_.ready();
  if (!found) return nullptr;
  const auto& all = found->result.ways.empty() ? found->result.nearest : found->result.ways;
  return chosen_ < all.size() ? &all[chosen_] : nullptr;
}

void SuggestPage::show() {
  const auto* found = work_.ready();
  const Plan& plan = kit_.document.plan();
  if (!found) {
    words_->setText(QStringLiteral("Trying cells, boards, places and joints of the shelf …"));
  } else {
    QStringList said;
    if (!found->why.empty()) said << text(found->why);
    if (!found->why.empty() && !found->result.nearest.empty()) said << QStringLiteral("The nearest:");
    if (found->why.empty() && !plan.need.goalEnergy)
      said << QStringLiteral("No goal is entered: more than today counts. The goal and the budget stand at the right.");
    if (found->ending == Ending::OutOfTime) said << QStringLiteral("Stopped early: these were found.");
    if (found->result.combinations > 0)
      said << QStringLiteral("%L1 combinations were tried, %2 carried out and judged; the cheapest come first.")
                  .arg(found->result.combinations)
                  .arg(found->result.judged);
    words_->setText(said.join(QLatin1Char(' ')));
  }
  keep_->setEnabled(chosen() != nullptr);
  if (found) Scaling::setHeights(sheet_, kit_.look, static_cast<int>(drawing::suggestSheetHeight(found->result)), QWIDGETSIZE_MAX);
  sheet_->rebuild();
}

void SuggestPage::asWay() {
  const Suggestion* offered = chosen();
  if (!offered) return;
  // A copy: the commit ends this run.
  const Suggestion kept = *offered;
  kit_.document.commitRoot(withOption(kit_.document.root(), kept.words.substr(0, kept.words.find(',')), kept.plan),
                           QStringLiteral("a way that was suggested"));
}

}  // namespace usherwright::app
