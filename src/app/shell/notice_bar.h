// Notices about the file that want an answer: in the window, never in a dialog.
#pragma once

#include <QHBoxLayout>
#include <QLabel>
#include <QWidget>
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
  /// Shows one notice; the last one replaces an older one. Every answer closes it. Does not take the keyboard: the
  /// person may be typing.
  void announce(const QString& sentence, const std::vector<Answer>& answers);
  /// The same, when the person has just asked for something that needs an answer: takes the keyboard.
  void ask(const QString& sentence, const std::vector<Answer>& answers);
  /// Puts the keyboard on the first answer; false if nothing is asked.
  bool takeKeyboard();
  QString sentence() const { return isHidden() ? QString() : words_->text(); }

 protected:
  void paintEvent(QPaintEvent*) override;

 private:
  Kit kit_;
  QLabel* words_;
  QHBoxLayout* row_;
  std::vector<QWidget*> buttons_;
};

}  // namespace usherwright::app
