#include "app/stations/card_list.h"

#include "app/present/words.h"
#include "app/theme/scaling.h"
#include "app/widgets/clear_scroll.h"
#include "app/widgets/plain.h"
#include "core/io/clock.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "core/plan/names.h"

namespace usherwright::app {

CardList::CardList(Kit kit, QString list, QString naming, const char* lineName, const char* placeholder, QString button, std::string empty)
    : kit_(kit), list_(std::move(list)), naming_(std::move(naming)), empty_(std::move(empty)) {
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(0, 0, 0, 0);
  view_ = new DrawingView(kit_, QString::fromLatin1(lineName) + QStringLiteral(", all of them"));
  view_->setGround([this](drawing::Size size) { return drawing::itemCards(cards_, empty_, size); });
  connect(view_, &DrawingView::partClicked, this, [this](const QString& part) {
    if (part.startsWith(QLatin1String("item/")))
      Q_EMIT kit_.desk.partRequested(part.mid(5) + QLatin1Char('/') + naming_, Keyboard::Follows);
  });
  auto* row = new QHBoxLayout;
  name_ = new QComboBox;
  name_->setEditable(true);
  name_->setInsertPolicy(QComboBox::NoInsert);
  name_->setAccessibleName(QLatin1String(lineName));
  name_->lineEdit()->setAccessibleName(QLatin1String(lineName));
  name_->lineEdit()->setPlaceholderText(QLatin1String(placeholder));
  name_->setMinimumWidth(200);
  connect(name_->lineEdit(), &QLineEdit::returnPressed, this, &CardList::add);
  row->addWidget(name_);
  auto* another = new QPushButton(button);
  connect(another, &QPushButton::clicked, this, &CardList::add);
  row->addWidget(another);
  row->addStretch(1);
  column->addLayout(row);
  problem_ = wrapped("problem");
  problem_->hide();
  column->addWidget(problem_);
  column->addWidget(clearScroll(view_), 1);
}

void CardList::offer(const QStringList& words) {
  const QString typed = name_->currentText();
  name_->clear();
  name_->addItems(words);
  name_->setEditText(typed);
}

void CardList::offerParts() {
  QStringList names;
  for (const Pack& p : kit_.document.plan().packs) names << text(shownName(p));
  for (const Charger& c : kit_.document.plan().chargers) names << text(shownName(c));
  offer(names);
}

void CardList::add() {
  const std::string list = list_.toStdString();
  const std::string entry = list + "/" + std::to_string(cards_.size()) + "/";
  Expected<Plan> next = withNew(kit_.document.plan(), list);
  if (next)
    next =
        withEntry(*next, {entry + naming_.toStdString(), name_->currentText().toStdString(), kit_.document.units(), Provenance::Measured});
  if (next && findField(*next, entry + "when")) next = withField(*next, entry + "when", FieldValue{formatDate(today())});
  problem_->setVisible(!next);
  if (!next) return problem_->setText(text(next.error().sentence()));
  if (!kit_.document.commit(next, name_->accessibleName())) return;
  name_->setEditText({});
  Q_EMIT kit_.desk.partRequested(text(entry) + naming_, Keyboard::Follows);
}

void CardList::show(std::vector<drawing::ItemCard> cards) {
  cards_ = std::move(cards);
  Scaling::setHeights(view_, kit_.look, static_cast<int>(drawing::itemCardsHeight(cards_, 420)), QWIDGETSIZE_MAX);
  view_->rebuild();
}

}  // namespace usherwright::app
