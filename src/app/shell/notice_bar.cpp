// The notice bar.
#include "app/shell/notice_bar.h"

#include <QPainter>
#include <QPushButton>

namespace usherwright::app {

NoticeBar::NoticeBar(Kit kit, QWidget* parent) : QWidget(parent), kit_(kit), row_(new QHBoxLayout(this)) {
  row_->setContentsMargins(16, 6, 12, 6);
  row_->setSpacing(8);
  words_ = new QLabel;
  words_->setWordWrap(true);
  row_->addWidget(words_, 1);
  hide();
}

void NoticeBar::announce(const QString& sentence, const std::vector<Answer>& answers) {
  for (QWidget* b : buttons_) b->deleteLater();
  buttons_.clear();
  words_->setText(sentence);
  setAccessibleName(sentence);
  for (const Answer& a : answers) {
    auto* button = new QPushButton(a.words);
    connect(button, &QPushButton::clicked, this, [this, run = a.run] {
      hide();
      if (run) run();
    });
    row_->addWidget(button);
    buttons_.push_back(button);
  }
  show();
}

void NoticeBar::ask(const QString& sentence, const std::vector<Answer>& answers) {
  announce(sentence, answers);
  takeKeyboard();
}

bool NoticeBar::takeKeyboard() {
  if (isHidden() || buttons_.empty()) return false;
  buttons_.front()->setFocus(Qt::ShortcutFocusReason);
  return true;
}

void NoticeBar::paintEvent(QPaintEvent*) {
  QPainter painter(this);
  painter.fillRect(rect(), kit_.look.colour(drawing::Ink::Shoal));
  painter.fillRect(QRect(0, 0, 5, height()), kit_.look.colour(drawing::Ink::Copper));
}

}  // namespace usherwright::app
