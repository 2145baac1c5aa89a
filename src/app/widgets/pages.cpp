// Names as checkable buttons: Tab reaches them, Space or Enter chooses.
#include "app/widgets/pages.h"

#include <QPushButton>
#include <QVBoxLayout>

namespace usherwright::app {

Pages::Pages(QWidget* parent) : QWidget(parent), group_(new QButtonGroup(this)), row_(new QHBoxLayout), stack_(new QStackedWidget) {
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(0, 0, 0, 0);
  column->setSpacing(6);
  row_->setSpacing(4);
  row_->addStretch(1);
  column->addLayout(row_);
  column->addWidget(stack_, 1);
  connect(group_, &QButtonGroup::idClicked, this, qOverload<int>(&Pages::choose));
}

void Pages::add(const QString& name, QWidget* page) {
  auto* button = new QPushButton(name);
  button->setProperty("page", true);
  button->setCheckable(true);
  button->setAutoDefault(true);
  const int id = stack_->addWidget(page);
  group_->addButton(button, id);
  row_->insertWidget(id, button);
  if (id == 0) button->setChecked(true);
}

void Pages::choose(int page) {
  if (QAbstractButton* button = group_->button(page)) button->setChecked(true);
  stack_->setCurrentIndex(page);
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
