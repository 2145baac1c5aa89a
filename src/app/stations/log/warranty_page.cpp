#include "app/stations/log/warranty_page.h"

#include "app/present/words.h"
#include "app/widgets/plain.h"
#include "app/widgets/short_line.h"
#include "core/drawing/log/log_drawings.h"
#include "core/io/clock.h"
#include "core/parts/water_code.h"

namespace usherwright::app {

WarrantyPage::WarrantyPage(Kit kit) : StationPage(kit) {
  auto* column = pageColumn(this);
  column->addWidget(
      stationHeading(QStringLiteral("Who answers for it"),
                     QStringLiteral("by date, by cycles, and what was done to it since; the paper itself stands above this")));
  cards_ =
      new CardList(kit_, QStringLiteral("/warranties"), QStringLiteral("part"), "part with a warranty", "a pack, a charger, another part",
                   QStringLiteral("Keep its dates"),
                   "Nothing is kept yet. Of each part: the day of the receipt, for how many months or cycles somebody answers, what ends "
                   "it, and where the receipt lies.");
  column->addWidget(cards_, 1);
  column->addWidget(stationHeading(QStringLiteral("What a water code keeps out"), QStringLiteral("the two figures on a case")));
  auto* row = new QHBoxLayout;
  code_ = shortLine("water code", "IP65", 120);
  connect(code_, &QLineEdit::returnPressed, this, &WarrantyPage::readCode);
  row->addWidget(code_);
  auto* read = new QPushButton(QStringLiteral("What does it say?"));
  connect(read, &QPushButton::clicked, this, &WarrantyPage::readCode);
  row->addWidget(read);
  row->addStretch(1);
  column->addLayout(row);
  keepsOut_ = wrapped();
  keepsOut_->setObjectName(QStringLiteral("water-code"));
  column->addWidget(keepsOut_);
}

void WarrantyPage::readCode() {
  const auto code = readWaterCode(code_->text().toStdString());
  if (!code) return keepsOut_->setText(text(code.error().sentence()));
  keepsOut_->setText(QStringLiteral("%1: %2; %3. Rain: %4. A hose: %5. Under water: %6. %7")
                         .arg(text(code->code), text(code->waterWords), text(code->dustWords),
                              code->rain ? QStringLiteral("yes") : QStringLiteral("no"),
                              code->hose ? QStringLiteral("yes") : QStringLiteral("no"),
                              code->underWater ? QStringLiteral("yes") : QStringLiteral("no"), text(std::string(waterCodeCaution()))));
}

void WarrantyPage::refresh() {
  const Plan& plan = kit_.document.plan();
  cards_->offerParts();
  cards_->show(drawing::warrantyCards(plan, kit_.document.assessment().figures, today()));
}

}  // namespace usherwright::app
