// The frame of a station.
#include "app/stations/paged_station.h"

namespace usherwright::app {

PagedStation::PagedStation(Kit kit, QWidget* parent)
    : StationView(kit, parent), states_(new QStackedLayout(this)), filled_(new QWidget), above_(new QVBoxLayout), pages_(new Pages) {
  auto* column = new QVBoxLayout(filled_);
  column->setContentsMargins(16, 8, 12, 8);
  column->setSpacing(6);
  column->addLayout(above_);
  column->addWidget(pages_, 1);
  states_->addWidget(filled_);
  connect(pages_, &Pages::chosen, this, [this] { refresh(); });
}

void PagedStation::whileEmpty(const QString& title, const QString& bring, const QString& begin, std::function<void()> onBegin) {
  auto* empty = new EmptyState(kit_, title, bring);
  connect(empty->beginButton(begin), &QPushButton::clicked, this, [onBegin = std::move(onBegin)] { onBegin(); });
  states_->addWidget(empty);
}

void PagedStation::addPage(const QString& name, std::function<StationPage*()> make) { pages_->add(name, std::move(make)); }

bool PagedStation::reveal(const QString& pointer) {
  const QString own = pageOf(pointer);
  if (own.isEmpty()) return StationView::reveal(pointer);
  // An entry beside the drawings comes before a box on another page.
  return StationView::reveal(pointer) || (showPage(own) && StationView::reveal(pointer));
}

void PagedStation::refresh() {
  if (isEmpty()) {
    states_->setCurrentIndex(1);
    return entries_->show({});
  }
  states_->setCurrentWidget(filled_);
  prepare();
  entries_->show(sections());
  page()->refresh();
}

}  // namespace usherwright::app
