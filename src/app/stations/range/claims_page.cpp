// Station Range: claims and rules of thumb beside the range that is worked out.
#include "app/stations/range/claims_page.h"

#include <QLabel>
#include <QLineEdit>
#include <QPushButton>

#include "app/present/words.h"
#include "app/theme/scaling.h"
#include "app/widgets/clear_scroll.h"
#include "app/widgets/plain.h"
#include "app/widgets/short_line.h"
#include "core/drawing/range/range_drawings.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"

namespace usherwright::app {

ClaimsPage::ClaimsPage(Kit kit) : StationPage(kit) {
  auto* column = pageColumn(this);
  column->addWidget(
      stationHeading(QStringLiteral("Claims"), QStringLiteral("what a listing, a label or a seller says, turned into what it means")));
  auto* row = new QHBoxLayout;
  words_ = new QLineEdit;
  words_->setAccessibleName(QStringLiteral("what is claimed"));
  words_->setPlaceholderText(QStringLiteral("up to 120 km, 8 hours, 1000 W, 2000 cycles, 18650 9900 mAh"));
  row->addWidget(words_, 1);
  by_ = shortLine("who claims it", "who says so", 130);
  row->addWidget(by_);
  auto* add = new QPushButton(QStringLiteral("Hold it against the plan"));
  row->addWidget(add);
  column->addLayout(row);
  problem_ = wrapped("problem");
  problem_->setObjectName(QStringLiteral("claim-problem"));
  problem_->hide();
  column->addWidget(problem_);
  connect(add, &QPushButton::clicked, this, &ClaimsPage::keep);
  for (QLineEdit* e : {words_, by_}) connect(e, &QLineEdit::returnPressed, this, &ClaimsPage::keep);
  sheet_ = new DrawingView(kit_, QStringLiteral("claims beside the range"));
  sheet_->setGround([this](drawing::Size size) { return drawing::claimsSheet(kit_.document.subject(), held_, rules_, chosen_, size); });
  connect(sheet_, &DrawingView::partClicked, this, [this](const QString& part) {
    if (part.startsWith(QLatin1String("claim/"))) choose(part.mid(6).toInt());
  });
  column->addWidget(clearScroll(sheet_), 1);
  drop_ = new QPushButton;
  connect(drop_, &QPushButton::clicked, this, [this] {
    kit_.document.commit(without(kit_.document.plan(), "/claims", static_cast<std::size_t>(chosen_)), QStringLiteral("drop a claim"));
  });
  auto* below = new QHBoxLayout;
  below->addWidget(drop_);
  below->addStretch(1);
  column->addLayout(below);
}

void ClaimsPage::keep() {
  const auto refuse = [this](const QString& why) {
    problem_->setText(why);
    problem_->show();
  };
  if (words_->text().trimmed().isEmpty())
    return refuse(QStringLiteral("what is claimed: found nothing, expected words such as “up to 120 km”."));
  const std::size_t place = kit_.document.plan().claims.size();
  Expected<Plan> next = withNew(kit_.document.plan(), "/claims");
  const auto enter = [&](const char* key, const QLineEdit* from) {
    if (next && !from->text().trimmed().isEmpty())
      next = withEntry(*next,
                       {fmt::format("/claims/{}/{}", place, key), from->text().toStdString(), kit_.document.units(), Provenance::Claim});
  };
  enter("words", words_);
  enter("by", by_);
  if (!next) return refuse(text(next.error().sentence()));
  problem_->hide();
  chosen_ = static_cast<int>(place);
  if (!kit_.document.commit(next, QStringLiteral("a claim"))) return;
  words_->clear();
  by_->clear();
}

void ClaimsPage::choose(int claim) {
  chosen_ = claim;
  refresh();
  Q_EMIT kit_.desk.partRequested(QStringLiteral("/claims/%1/words").arg(claim), Keyboard::Stays);
}

void ClaimsPage::refresh() {
  const Plan& plan = kit_.document.plan();
  held_ = claimsOf(plan, kit_.document.assessment().figures);
  rules_ = benchRanges(plan, kit_.document.assessment().figures, held_);
  const int count = static_cast<int>(plan.claims.size());
  chosen_ = std::clamp(chosen_, 0, std::max(0, count - 1));
  drop_->setEnabled(count > 0);
  drop_->setText(count > 0 ? QStringLiteral("Drop claim %1").arg(chosen_ + 1) : QStringLiteral("Drop a claim"));
  Scaling::setHeights(sheet_, kit_.look, static_cast<int>(drawing::claimsSheetHeight(plan, held_, rules_, sheet_->area().width)),
                      QWIDGETSIZE_MAX);
  sheet_->rebuild();
}

}  // namespace usherwright::app
