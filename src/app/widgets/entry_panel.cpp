// Builds and keeps the rows.
#include "app/widgets/entry_panel.h"

#include <QApplication>
#include <algorithm>

#include "app/widgets/clear_scroll.h"
#include "app/widgets/plain.h"

namespace usherwright::app {

QStringList fieldsUnder(const QString& prefix, std::initializer_list<const char*> keys) {
  QStringList out;
  for (const char* key : keys) out << prefix + QLatin1String(key);
  return out;
}

EntryPanel::EntryPanel(Kit kit, QWidget* parent) : QScrollArea(parent), kit_(kit), inner_(new QWidget), rows_(new QVBoxLayout) {
  auto* column = new QVBoxLayout(inner_);
  column->setContentsMargins(6, 4, 8, 8);
  column->setSpacing(1);
  missingOnly_ = new QCheckBox(QStringLiteral("only what is missing"));
  missingOnly_->setStyleSheet(QStringLiteral("margin-left: 8px;"));
  missingOnly_->setToolTip(QStringLiteral("Shows the entries that the way to a verdict asks for"));
  column->addWidget(missingOnly_);
  rows_->setSpacing(1);
  column->addLayout(rows_);
  column->addStretch(1);
  connect(missingOnly_, &QCheckBox::toggled, this, &EntryPanel::arrange);
  makeClear(*this, inner_);
}

void EntryPanel::show(const std::vector<EntrySection>& sections) {
  const int before = shown_;
  if (sections != sections_) finishEdit();
  if (shown_ != before) return;  // what was typed has changed the plan, and the rows of that plan stand already
  ++shown_;
  if (sections != sections_) {
    sections_ = sections;
    build();
  }
  for (Entry* e : entries_) e->refresh();
  markAsked();
}

void EntryPanel::build() {
  entries_.clear();
  groups_.clear();
  while (QLayoutItem* item = rows_->takeAt(0)) {
    if (QWidget* w = item->widget()) {
      w->hide();
      w->deleteLater();
    }
    delete item;
  }
  for (const EntrySection& section : sections_) {
    Group group;
    group.title = section.title;
    group.head = new QPushButton;
    group.head->setFlat(true);
    group.head->setProperty("role", "group");
    group.head->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Fixed);
    connect(group.head, &QPushButton::clicked, this, [this, title = section.title] {
      if (!folded_.erase(title)) folded_.insert(title);
      arrange();
    });
    rows_->addWidget(group.head);
    group.head->show();
    for (const QString& pointer : section.pointers) {
      auto* entry = new Entry(kit_, pointer);
      rows_->addWidget(entry);
      entry->show();  // at once: a layout shows it later, and it may be about to get the keyboard
      entries_.push_back(entry);
      group.entries.push_back(entry);
    }
    groups_.push_back(std::move(group));
  }
  putFirst();
}

void EntryPanel::putFirst() {
  const auto holds = [&](const Group& g) {
    return std::any_of(g.entries.begin(), g.entries.end(), [&](const Entry* e) { return e->pointer() == first_; });
  };
  const auto at = std::find_if(groups_.begin(), groups_.end(), holds);
  if (at == groups_.end()) return;
  std::rotate(groups_.begin(), at, at + 1);
  int row = 0;
  rows_->removeWidget(groups_.front().head);
  rows_->insertWidget(row++, groups_.front().head);
  for (Entry* e : groups_.front().entries) {
    rows_->removeWidget(e);
    rows_->insertWidget(row++, e);
  }
}

void EntryPanel::bringFirst(const QString& pointer) {
  if (std::none_of(entries_.begin(), entries_.end(), [&](const Entry* e) { return e->pointer() == pointer; })) return;
  first_ = pointer;
  putFirst();
  folded_.erase(groups_.front().title);
  arrange();
  inner_->layout()->activate();
  ensureVisible(0, 0);
}

/// Fields of the way are marked, those of its next step most.
void EntryPanel::markAsked() {
  const std::vector<WayStep>& way = kit_.document.way();
  const WayStep* next = nextOf(way);
  std::set<std::string> asked;
  for (const WayStep& step : way) asked.insert(step.fields.begin(), step.fields.end());
  for (Entry* e : entries_) {
    const std::string pointer = e->pointer().toStdString();
    const bool nextOne = next && std::find(next->fields.begin(), next->fields.end(), pointer) != next->fields.end();
    e->setAsked(nextOne ? Entry::Asked::Next : asked.contains(pointer) ? Entry::Asked::OnTheWay : Entry::Asked::No);
  }
  arrange();
}

void EntryPanel::arrange() {
  const bool only = missingOnly_->isChecked();
  for (const Group& group : groups_) {
    const auto open =
        std::count_if(group.entries.begin(), group.entries.end(), [](const Entry* e) { return e->asked() != Entry::Asked::No; });
    const bool folded = folded_.contains(group.title);
    const QString count = open > 0 ? QStringLiteral("   %1 missing").arg(open) : QString();
    group.head->ensurePolished();
    const QFontMetrics metrics = group.head->fontMetrics();
    const int room = width() - 56 - metrics.horizontalAdvance(count);
    const QString words = QStringLiteral("%1 %2").arg(folded ? QStringLiteral("▸") : QStringLiteral("▾"), group.title);
    group.head->setText(onButton(metrics.elidedText(words, Qt::ElideRight, std::max(80, room))) + count);
    group.head->setToolTip(QStringLiteral("%1: fold or unfold").arg(group.title));
    group.head->setVisible(!only || open > 0);
    for (Entry* e : group.entries) e->setVisible(!folded && (!only || e->asked() != Entry::Asked::No || e->hasKeyboard()));
  }
}

void EntryPanel::resizeEvent(QResizeEvent* e) {
  QScrollArea::resizeEvent(e);
  arrange();
}

/// An entry that goes away while it has the keyboard takes what was typed first, and the whole window follows.
void EntryPanel::finishEdit() {
  QWidget* focus = QApplication::focusWidget();
  if (focus && inner_->isAncestorOf(focus)) focus->clearFocus();
}

bool EntryPanel::focusField(const QString& pointer) {
  for (Entry* e : entries_) {
    if (e->pointer() != pointer && e->tolerancePointer() != pointer) continue;
    for (const Group& group : groups_)
      if (std::find(group.entries.begin(), group.entries.end(), e) != group.entries.end()) folded_.erase(group.title);
    if (e->asked() == Entry::Asked::No) missingOnly_->setChecked(false);
    arrange();
    inner_->layout()->activate();
    ensureWidgetVisible(e, 0, 40);
    e->focusEditor();
    return true;
  }
  return false;
}

}  // namespace usherwright::app
