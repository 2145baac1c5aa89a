// Cards are kept and refilled, so that an edit lays out only what changed.
#include "app/shell/findings_panel.h"

#include <QPainter>
#include <algorithm>

#include "app/present/words.h"
#include "app/theme/scaling.h"
#include "app/widgets/clear_scroll.h"
#include "app/widgets/plain.h"

namespace usherwright::app {
namespace {

constexpr int foldedHeight = 40, leastHeight = 120;

}  // namespace

FindingsPanel::FindingsPanel(Kit kit, QWidget* parent) : QWidget(parent), kit_(kit) {
  setMinimumHeight(leastHeight);
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(1, 6, 0, 0);
  column->setSpacing(4);
  auto* head = new QHBoxLayout;
  head->setContentsMargins(12, 0, 4, 0);
  title_ = new PlainLabel(QStringLiteral("Findings here"));
  title_->setProperty("role", "title");
  count_ = new PlainLabel;
  count_->setProperty("role", "soft");
  count_->setAlignment(Qt::AlignRight | Qt::AlignVCenter);
  fold_ = new QToolButton;
  fold_->setText(QStringLiteral("▴"));
  fold_->setToolTip(QStringLiteral("Fold the findings away (Ctrl+B)"));
  fold_->setAccessibleName(QStringLiteral("fold the findings"));
  fold_->setProperty("role", "small");
  connect(fold_, &QToolButton::clicked, this, [this] { setCollapsed(!collapsed_); });
  head->addWidget(title_);
  head->addWidget(count_, 1);
  head->addWidget(fold_);
  column->addLayout(head);
  inner_ = new QWidget;
  column_ = new QVBoxLayout(inner_);
  column_->setContentsMargins(0, 0, 0, 0);
  column_->setSpacing(0);
  auto* open = new PlainLabel(notJudgedWords());
  open->setProperty("role", "soft");
  open->setObjectName(QStringLiteral("not-judged-yet"));
  open->setWordWrap(true);
  open->setContentsMargins(12, 10, 12, 10);
  column_->addWidget(open);
  column_->addStretch(1);
  scroll_ = clearScroll(inner_);
  column->addWidget(scroll_, 1);
  connect(&kit_.document, &Document::judged, this, &FindingsPanel::refresh);
  connect(&kit_.look, &Look::changed, this, [this] {
    for (FindingCard* c : cards_) {
      c->hide();  // deleted at the next turn of the loop, gone at once
      c->deleteLater();
    }
    cards_.clear();
    refresh();
  });
  refresh();
}

void FindingsPanel::setStation(Station station) {
  station_ = station;
  refresh();
  scroll_->ensureVisible(0, 0);
}

void FindingsPanel::refresh() {
  std::vector<const Finding*> order;
  for (const Finding& f : kit_.document.findings()) order.push_back(&f);
  std::stable_partition(order.begin(), order.end(), [&](const Finding* f) { return f->station == station_; });
  while (cards_.size() < order.size()) {
    auto* card = new FindingCard(kit_);
    connect(card, &FindingCard::opened, this, [this, card] { openOnly(card); });
    column_->insertWidget(static_cast<int>(cards_.size()), card);
    cards_.push_back(card);
  }
  int here = 0, counted = 0;
  shown_ = order.size();
  for (std::size_t i = 0; i < cards_.size(); ++i) {
    if (i >= order.size()) {
      cards_[i]->setVisible(false);
      continue;
    }
    const bool elsewhere = order[i]->station != station_;
    cards_[i]->show(*order[i], elsewhere);
    cards_[i]->setVisible(true);
    if (!order[i]->counted) continue;
    ++counted;
    if (!elsewhere) ++here;
  }
  title_->setText(here > 0 ? QStringLiteral("Findings here") : QStringLiteral("Nothing found here"));
  count_->setText(QStringLiteral("%1 of %2").arg(here).arg(counted));
}

void FindingsPanel::openOnly(FindingCard* card) {
  for (FindingCard* c : cards_)
    if (c != card) c->setOpen(false);
  inner_->layout()->activate();
  scroll_->ensureWidgetVisible(card, 0, 20);
}

void FindingsPanel::step(int by) {
  if (shown_ == 0) return;
  setCollapsed(false);
  const auto open = std::find_if(cards_.begin(), cards_.end(), [](const FindingCard* c) { return c->isOpen(); });
  const auto n = static_cast<int>(shown_);
  int at = by > 0 ? 0 : n - 1;
  if (open != cards_.end()) at = (static_cast<int>(open - cards_.begin()) + by + n) % n;
  FindingCard* card = cards_[static_cast<std::size_t>(at)];
  card->setFocus(Qt::OtherFocusReason);
  card->setOpen(true);
}

void FindingsPanel::openFinding(const QString& key) {
  setCollapsed(false);
  for (std::size_t i = 0; i < shown_; ++i) {
    if (text(cards_[i]->finding().key()) != key) continue;
    cards_[i]->setFocus(Qt::OtherFocusReason);
    cards_[i]->setOpen(true);
    return;
  }
}

void FindingsPanel::setCollapsed(bool collapsed) {
  if (collapsed == collapsed_) return;
  collapsed_ = collapsed;
  Scaling::setHeights(this, kit_.look, collapsed ? foldedHeight : leastHeight, collapsed ? foldedHeight : QWIDGETSIZE_MAX);
  scroll_->setVisible(!collapsed);
  fold_->setText(collapsed ? QStringLiteral("▾") : QStringLiteral("▴"));
  refresh();
}

void FindingsPanel::paintEvent(QPaintEvent*) {
  QPainter painter(this);
  painter.fillRect(rect(), kit_.look.colour(drawing::Ink::Card));
  painter.fillRect(QRect(0, 0, 1, height()), kit_.look.colour(drawing::Ink::BankLine));
}

}  // namespace usherwright::app
