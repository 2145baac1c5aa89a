// The bottom line: file, units, assumed values, verdict and range, undo hint, and the last thing refused.
#pragma once

#include <QLabel>
#include <QPushButton>
#include <QTimer>
#include <QWidget>

#include "app/widgets/kit.h"

namespace usherwright::app {

class BottomLine : public QWidget {
  Q_OBJECT

 public:
  explicit BottomLine(Kit kit, QWidget* parent = nullptr);
  void showFile(const QString& words);
  /// Something that is wrong until it is well again; nothing if it is.
  void setTrouble(const QString& words, const QString& why);
  QString trouble() const { return trouble_->isHidden() ? QString() : trouble_->text(); }
  /// A sentence that stays for some seconds.
  void say(const QString& sentence);
  /// Quietly, and only if nothing else is being said.
  void tell(const QString& words);
  QString said() const { return whole_; }

 protected:
  void paintEvent(QPaintEvent*) override;
  bool eventFilter(QObject* watched, QEvent* e) override;

 private:
  void refresh();
  void show(const QString& sentence, const char* role);
  void showJob();
  void fitSaid();
  Kit kit_;
  QLabel *file_, *assumed_, *verdict_, *range_, *undo_, *said_, *trouble_;
  QPushButton *units_, *stopJob_;
  QLabel* job_;
  QString whole_;            ///< what is being said; shown as far as there is room
  QTimer quiet_, patience_;  ///< work is shown once it takes longer than one notices
};

}  // namespace usherwright::app
