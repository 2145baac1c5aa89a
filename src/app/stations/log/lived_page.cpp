// Station Log: how a pack is used, and what that costs it.
#include "app/stations/log/lived_page.h"

#include "app/present/words.h"
#include "app/widgets/plain.h"
#include "core/io/clock.h"

namespace usherwright::app {

LivedPage::LivedPage(Kit kit) : StationPage(kit) {
  auto* column = scrolledColumn(this);
  auto* head = new QHBoxLayout;
  head->addWidget(
      stationHeading(QStringLiteral("How it is used"), QStringLiteral("from charges and rides; roughly, as all words on years are")), 1);
  packs_ = packChooser("pack whose use is shown");
  connect(packs_, &QComboBox::activated, this, [this] { show(); });
  head->addWidget(packs_);
  column->addLayout(head);
  words_ = wrapped();
  words_->setObjectName(QStringLiteral("lived-words"));
  column->addWidget(words_);
  sheet_ = new DrawingView(kit_, QStringLiteral("use of the pack and what it costs"));
  sheet_->setMinimumHeight(kit_.look.px(330));
  sheet_->setGround([this](drawing::Size size) { return drawing::livedSheet(lived_, seasons_, kit_.document.units(), size); });
  column->addWidget(sheet_, 1);
  asks_ = wrapped();
  asks_->setObjectName(QStringLiteral("lived-asks"));
  column->addWidget(asks_);
}

void LivedPage::refresh() {
  fillWithPacks(packs_, kit_.document.plan());
  seasons_ = seasonsOf(kit_.document.plan(), kit_.document.assessment().figures);
  show();
}

void LivedPage::show() {
  const Plan& plan = kit_.document.plan();
  const auto pack = static_cast<std::size_t>(std::max(0, packs_->currentIndex()));
  if (pack >= plan.packs.size()) return;
  lived_ = livedPack(plan, kit_.document.assessment().figures, pack, today());
  words_->setText(text(lived_.sentence));
  QStringList asks;
  for (const std::string& a : lived_.asked) asks << text(a);
  asks_->setText(asks.isEmpty() ? QString() : QStringLiteral("Not known: %1.").arg(asks.join(QStringLiteral("; "))));
  asks_->setVisible(!asks.isEmpty());
  sheet_->rebuild();
}

}  // namespace usherwright::app
