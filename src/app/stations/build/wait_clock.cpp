// A clock for what rests or runs before it is read.
#include "app/stations/build/wait_clock.h"

#include <QApplication>

#include "app/widgets/plain.h"

namespace usherwright::app {

WaitClock::WaitClock(QWidget* parent) : QPushButton(parent) {
  setAccessibleName(QStringLiteral("clock of the step"));
  setToolTip(QStringLiteral("says when the time is over; nothing is noted by it"));
  ticks_.setInterval(250);
  connect(&ticks_, &QTimer::timeout, this, &WaitClock::tell);
  connect(this, &QPushButton::clicked, this, &WaitClock::press);
}

void WaitClock::offer(const QString& step, int minutes) {
  step_ = step;
  minutes_ = minutes;
  if (over_ && step_ != waitedFor_) over_ = false;
  tell();
}

void WaitClock::press() {
  if (isRunning() || over_) {
    ticks_.stop();
    over_ = false;
  } else {
    waitedFor_ = step_;
    waits_ = minutes_;
    since_.start();
    ticks_.start();
  }
  tell();
}

void WaitClock::tell() {
  if (isRunning()) {
    const qint64 left = waits_ * 60 - since_.elapsed() / 1000;
    if (left <= 0) {
      ticks_.stop();
      over_ = true;
      QApplication::beep();
    } else {
      setText(onButton(QStringLiteral("%1:%2 left for %3").arg(left / 60).arg(left % 60, 2, 10, QLatin1Char('0')).arg(waitedFor_)));
    }
  }
  if (over_) setText(onButton(QStringLiteral("%1 min are over for %2").arg(waits_).arg(waitedFor_)));
  else if (!isRunning()) setText(QStringLiteral("Wait %1 min").arg(minutes_));
  setVisible(isRunning() || over_ || minutes_ > 0);
}

}  // namespace usherwright::app
