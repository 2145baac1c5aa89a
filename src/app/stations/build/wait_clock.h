// A clock for what rests or runs before it is read. It says when the time is over; it reads and notes nothing by itself.
#pragma once

#include <QElapsedTimer>
#include <QPushButton>
#include <QTimer>

namespace usherwright::app {

class WaitClock : public QPushButton {
  Q_OBJECT

 public:
  explicit WaitClock(QWidget* parent = nullptr);
  /// The step that is looked at. One that is being waited for stays in view until it is over or stopped.
  void offer(const QString& step, int minutes);
  bool isRunning() const { return ticks_.isActive(); }

 private:
  void press();
  void tell();

  QElapsedTimer since_;
  QTimer ticks_;
  QString step_, waitedFor_;
  int minutes_ = 0, waits_ = 0;
  bool over_ = false;
};

}  // namespace usherwright::app
