// Page BMS: what the board should say against what it says, and boards of the shelf.
#include "app/present/words.h"
#include "app/stations/pack/pack_pages.h"
#include "app/widgets/plain.h"
#include "core/drawing/pack/pack_drawings.h"

namespace usherwright::app {

BoardPage::BoardPage(Kit kit, CurrentPack current, SharedShelf shelf)
    : StationPage(kit), current_(std::move(current)), shelf_(std::move(shelf)) {
  auto* column = pageColumn(this);
  column->addWidget(
      stationHeading(QStringLiteral("BMS settings"), QStringLiteral("against the cells and the bike; a line goes to its entry")));
  strips_ = new DrawingView(kit_, QStringLiteral("settings of the board"));
  strips_->setGround([this](drawing::Size size) { return drawing::boardStrips(settings_, size); });
  strips_->setMinimumHeight(290);
  connect(strips_, &DrawingView::partClicked, this, [this](const QString& part) {
    const auto at = part.section(QLatin1Char('/'), 1).toULongLong();
    if (at < settings_.size()) Q_EMIT kit_.desk.fieldRequested(text(settings_[at].pointer));
  });
  column->addWidget(strips_, 1);
  auto* row = new QHBoxLayout;
  auto* words = new PlainLabel(QStringLiteral("boards of the shelf that fit"));
  words->setProperty("role", "soft");
  row->addWidget(words);
  boards_ = new QComboBox;
  boards_->setAccessibleName(QStringLiteral("boards that fit"));
  boards_->setMinimumWidth(260);
  row->addWidget(boards_);
  fit_ = new QPushButton(QStringLiteral("Fit this one"));
  connect(fit_, &QPushButton::clicked, this, [this] {
    const int at = boards_->currentIndex();
    if (at < 0 || at >= static_cast<int>(fitting_.size())) return;
    kit_.document.endMerge();
    kit_.document.commit(withShelfBms(kit_.document.plan(), current_(), shelf_->parts->boards[fitting_[static_cast<std::size_t>(at)]]),
                         QStringLiteral("fit a BMS"));
  });
  row->addWidget(fit_);
  row->addStretch(1);
  column->addLayout(row);
}

void BoardPage::refresh() {
  const Plan& plan = kit_.document.plan();
  if (current_() >= plan.packs.size()) return;
  settings_ = boardSettings(plan, kit_.document.assessment(), current_());
  strips_->rebuild();
  const Makeup& made = kit_.document.assessment().figures.packs[current_()].makeup;
  fitting_.clear();
  QStringList names;
  const Shelf& shelf = *shelf_->parts;
  for (std::size_t i = 0; i < shelf.boards.size(); ++i) {
    if (!shelf.boards[i].fits(made.series, made.layout.chemistry)) continue;
    fitting_.push_back(i);
    names << QStringLiteral("%1, %2 A, %3 %4")
                 .arg(text(shelf.boards[i].bms.name), text(formatNumber(shelf.boards[i].bms.continuous->value())),
                      text(formatNumber(shelf.boards[i].price.value_or(Money(0)).value())), text(plan.currency));
  }
  QStringList shown;
  for (int i = 0; i < boards_->count(); ++i) shown << boards_->itemText(i);
  if (names != shown) {
    boards_->clear();
    boards_->addItems(names);
  }
  fit_->setEnabled(!fitting_.empty());
}

}  // namespace usherwright::app
