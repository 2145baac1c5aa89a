// The top strip.
#include "app/shell/top_bar.h"
#include "app/widgets/plain.h"

#include <QHBoxLayout>
#include <QMenu>
#include <QPainter>
#include <map>

namespace usherwright::app {

TopBar::TopBar(Kit kit, const ActionTable& actions, QWidget* parent) : QWidget(parent), kit_(kit), actions_(actions) {
  setFixedHeight(34);
  auto* row = new QHBoxLayout(this);
  row->setContentsMargins(14, 0, 6, 0);
  row->setSpacing(16);
  setObjectName(QStringLiteral("top"));
  title_ = new PlainLabel;
  title_->setObjectName(QStringLiteral("title"));
  state_ = new PlainLabel;
  state_->setObjectName(QStringLiteral("state"));
  goTo_ = new QToolButton;
  goTo_->setText(QStringLiteral("Ctrl+G  go to any part, field, finding"));
  menu_ = new QToolButton;
  menu_->setText(QStringLiteral("Menu  F10"));
  connect(goTo_, &QToolButton::clicked, this, &TopBar::goToRequested);
  connect(menu_, &QToolButton::clicked, this, &TopBar::openMenu);
  row->addWidget(title_);
  row->addWidget(state_);
  row->addStretch(1);
  row->addWidget(goTo_);
  row->addWidget(menu_);
}

void TopBar::show(const QString& title, const QString& state) {
  whole_ = title.isEmpty() ? QStringLiteral("An untitled plan") : title;
  title_->setToolTip(whole_);
  state_->setText(state);
  fitTitle();
}

void TopBar::fitTitle() {
  title_->setText(title_->fontMetrics().elidedText(whole_, Qt::ElideRight, std::max(160, width() - kit_.look.px(640))));
}

void TopBar::resizeEvent(QResizeEvent*) { fitTitle(); }

void TopBar::openMenu() {
  QMenu menu(this);
  std::map<QString, QMenu*> groups;
  const auto groupOf = [&](const QString& words) {
    QMenu*& group = groups[words];
    if (!group) group = menu.addMenu(words);
    return group;
  };
  for (const ActionRow& row : actions_.rows()) {
    QMenu* at = row.group.isEmpty() ? &menu : groupOf(row.group);
    QAction* action = at->addAction(onButton(ActionTable::wordsOf(row)) + (row.keys.isEmpty() ? QString() : QLatin1Char('\t') + row.keys));
    action->setEnabled(ActionTable::isPossible(row));
    connect(action, &QAction::triggered, this, [run = row.run] { run(); });
  }
  menu.exec(menu_->mapToGlobal(QPoint(menu_->width() - menu.sizeHint().width(), menu_->height())));
}

void TopBar::paintEvent(QPaintEvent*) {
  QPainter painter(this);
  painter.fillRect(rect(), QColor(kit_.look.theme() == Theme::Paper ? QStringLiteral("#15505E") : QStringLiteral("#103A44")));
}

}  // namespace usherwright::app
