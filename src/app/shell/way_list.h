// The whole way to a verdict as a list over the window: what is done is ticked, Enter or a click goes there.
#pragma once

#include <QFrame>
#include <QLabel>
#include <QListWidget>
#include <QPointer>

#include "app/widgets/kit.h"

namespace usherwright::app {

class WayList : public QFrame {
  Q_OBJECT

 public:
  WayList(Kit kit, QWidget* parent);
  /// Shows it with the keyboard on the next step, or hides it.
  void toggle();

 Q_SIGNALS:
  void chosen(const usherwright::WayStep& step);

 protected:
  bool eventFilter(QObject* watched, QEvent* event) override;

 private:
  void fill();
  void choose();
  void close();

  Kit kit_;
  QLabel* head_;
  QListWidget* list_;
  QPointer<QWidget> before_;
};

}  // namespace usherwright::app
