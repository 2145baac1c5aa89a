// Notices about the file that want an answer: in the window, never in a dialog. They wait for each other.
#pragma once

#include <QHBoxLayout>
#include <QLabel>
#include <QWidget>
#include <deque>
#include <functional>
#include <vector>

#include "app/widgets/kit.h"

namespace usherwright::app {

class NoticeBar : public QWidget {
  Q_OBJECT

 public:
  struct Answer {
    QString words;
    std::function<void()> run;
  };
  explicit NoticeBar(Kit kit, QWidget* parent = nullptr);
  /// Adds a notice behind those that wait; one about the same thing is replaced where it stands. Every answer closes its
  /// notice, and the next one shows. Does not take the keyboard: the person may be typing.
  void announce(const QString& about, const QString& sentence, std::vector<Answer> answers);
  /// The same, in front of all others, when the person has just asked for something that needs an answer: takes the keyboard.
  void ask(const QString& sentence, std::vector<Answer> answers);
  /// What a notice was about is over.
  void withdraw(const QString& about);
  /// Puts the keyboard on the first answer; false if nothing is asked.
  bool takeKeyboard();
  QString sentence() const { return waiting_.empty() ? QString() : waiting_.front().sentence; }
  std::size_t waiting() const { return waiting_.size(); }

 protected:
  void paintEvent(QPaintEvent*) override;

 private:
  struct Notice {
    QString about;
    QString sentence;
    std::vector<Answer> answers;
  };
  void showFront();

  Kit kit_;
  QLabel* words_;
  QLabel* more_;
  QHBoxLayout* row_;
  std::vector<QWidget*> buttons_;
  std::deque<Notice> waiting_;  ///< the front one shows
};

}  // namespace usherwright::app
