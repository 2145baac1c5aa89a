// Names as checkable buttons: Tab reaches them, Space or Enter chooses.
#include "app/widgets/pages.h"

#include <QPushButton>
#include <QVBoxLayout>

namespace usherwright::app {

Pages::Pages(QWidget* parent)
    : QWidget(parent), group_(new QButtonGroup(this)), row_(new FlowLayout(nullptr, 4)), stack_(new QStackedWidget) {
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(0, 0, 0, 0);
  column->setSpacing(6);
  column->addLayout(row_);
  column->addWidget(stack_, 1);
  connect(group_, &QButtonGroup::idClicked, this, qOverload<int>(&Pages::choose));
}

void Pages::add(const QString& name, Make make) {
  names_ << name;
  auto* button = new QPushButton(name);
  button->setProperty("page", true);
  button->setCheckable(true);
  button->setAutoDefault(true);
  const int id = count();
  group_->addButton(button, id);
  row_->addWidget(button);
  button->setChecked(id == 0);
  pages_.push_back({std::move(make), nullptr});
  for (QAbstractButton* b : group_->buttons()) b->setVisible(count() > 1);
}

QWidget* Pages::currentPage() {
  Page& page = pages_[static_cast<std::size_t>(current_)];
  if (!page.widget) {
    page.widget = page.make();
    stack_->addWidget(page.widget);
  }
  stack_->setCurrentWidget(page.widget);
  return page.widget;
}

void Pages::choose(int page) {
  if (QAbstractButton* button = group_->button(page)) button->setChecked(true);
  current_ = page;
  currentPage();
  Q_EMIT chosen(page);
}

bool Pages::choose(const QString& name) {
  for (QAbstractButton* button : group_->buttons())
    if (button->text() == name) {
      choose(group_->id(button));
      return true;
    }
  return false;
}

}  // namespace usherwright::app
