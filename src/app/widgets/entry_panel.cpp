// Builds and keeps the rows.
#include "app/widgets/entry_panel.h"

#include <QApplication>

#include "app/widgets/clear_scroll.h"
#include "app/widgets/plain.h"

namespace usherwright::app {

EntryPanel::EntryPanel(Kit kit, QWidget* parent) : QScrollArea(parent), kit_(kit), inner_(new QWidget), rows_(new QVBoxLayout(inner_)) {
  rows_->setContentsMargins(14, 6, 8, 8);
  rows_->setSpacing(1);
  makeClear(*this, inner_);
}

void EntryPanel::show(const std::vector<EntrySection>& sections) {
  const int before = shown_;
  if (sections != sections_) finishEdit();
  if (shown_ != before) return;  // what was typed has changed the plan, and the rows of that plan stand already
  ++shown_;
  if (sections != sections_) {
    sections_ = sections;
    entries_.clear();
    while (QLayoutItem* item = rows_->takeAt(0)) {
      if (QWidget* w = item->widget()) {
        w->hide();
        w->deleteLater();
      }
      delete item;
    }
    for (const EntrySection& section : sections_) {
      auto* title = new PlainLabel(section.title);
      title->setProperty("role", "title");
      title->setWordWrap(true);
      title->setContentsMargins(0, entries_.empty() ? 0 : 10, 0, 2);
      rows_->addWidget(title);
      for (const QString& pointer : section.pointers) {
        entries_.push_back(new Entry(kit_, pointer));
        rows_->addWidget(entries_.back());
        entries_.back()->show();  // at once: a layout shows it later, and it may be about to get the keyboard
      }
    }
    rows_->addStretch(1);
  }
  for (Entry* e : entries_) e->refresh();
}

/// An entry that goes away while it has the keyboard takes what was typed first, and the whole window follows.
void EntryPanel::finishEdit() {
  QWidget* focus = QApplication::focusWidget();
  if (focus && inner_->isAncestorOf(focus)) focus->clearFocus();
}

bool EntryPanel::focusField(const QString& pointer) {
  for (Entry* e : entries_) {
    if (e->pointer() != pointer) continue;
    ensureWidgetVisible(e, 0, 40);
    e->focusEditor();
    return true;
  }
  return false;
}

}  // namespace usherwright::app
