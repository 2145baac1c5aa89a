// The notice bar.
#include "app/shell/notice_bar.h"

#include <QPainter>
#include <QPushButton>
#include <algorithm>

#include "app/widgets/plain.h"

namespace usherwright::app {
namespace {

const QString asked = QStringLiteral("asked");  // one question at a time: the later one is what the person wants now

}  // namespace

NoticeBar::NoticeBar(Kit kit, QWidget* parent) : QWidget(parent), kit_(kit), row_(new QHBoxLayout(this)) {
  row_->setContentsMargins(16, 6, 12, 6);
  row_->setSpacing(8);
  words_ = new PlainLabel;
  words_->setWordWrap(true);
  row_->addWidget(words_, 1);
  more_ = new PlainLabel;
  more_->setProperty("role", "soft");
  row_->addWidget(more_);
  hide();
}

void NoticeBar::announce(const QString& about, const QString& sentence, std::vector<Answer> answers) {
  const auto same = std::find_if(waiting_.begin(), waiting_.end(), [&](const Notice& n) { return n.about == about; });
  if (same != waiting_.end() && same->sentence == sentence) return;  // it stands there; the keyboard may be on it
  if (same != waiting_.end()) *same = {about, sentence, std::move(answers)};
  else waiting_.push_back({about, sentence, std::move(answers)});
  showFront();
}

void NoticeBar::ask(const QString& sentence, std::vector<Answer> answers) {
  std::erase_if(waiting_, [](const Notice& n) { return n.about == asked; });
  waiting_.push_front({asked, sentence, std::move(answers)});
  showFront();
  takeKeyboard();
}

void NoticeBar::withdraw(const QString& about) {
  if (std::erase_if(waiting_, [&](const Notice& n) { return n.about == about; }) > 0) showFront();
}

void NoticeBar::showFront() {
  for (QWidget* b : buttons_) {
    b->hide();  // one answer is for one notice
    b->deleteLater();
  }
  buttons_.clear();
  setVisible(!waiting_.empty());
  if (waiting_.empty()) return;
  const Notice& front = waiting_.front();
  words_->setText(front.sentence);
  setAccessibleName(front.sentence);
  const auto others = waiting_.size() - 1;
  more_->setText(others == 0 ? QString() : QStringLiteral("%1 more").arg(others));
  for (const Answer& a : front.answers) {
    auto* button = new QPushButton(a.words);
    connect(button, &QPushButton::clicked, this, [this, about = front.about, run = a.run] {
      withdraw(about);
      if (run) run();
    });
    row_->addWidget(button);
    button->show();
    buttons_.push_back(button);
  }
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
