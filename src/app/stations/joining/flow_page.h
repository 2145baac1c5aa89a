// The first page of Joining: basins, the ride with its scrubber, method cards, the connect gauge, who goes first.
#pragma once

#include <QButtonGroup>
#include <QTimer>

#include "app/stations/station.h"

namespace usherwright::app {

class FlowPage : public StationPage {
  Q_OBJECT

 public:
  explicit FlowPage(Kit kit);
  void refresh() override;
  /// Takes a list of seconds and watts as the ride. The sentence says what happened.
  QString takeRide(const QString& path);

 protected:
  void hideEvent(QHideEvent*) override;

 private:
  QWidget* buildRideRow();
  QWidget* buildMethods();
  QWidget* buildPolicies();
  QWidget* buildTimeRow();
  void setTime(Second time);
  void scrubTo(QPointF position);
  void step(int key, Qt::KeyboardModifiers modifiers);
  void tick();
  void showMethods();
  void showTime();
  Second end() const;

  QButtonGroup *methods_, *policies_;
  DrawingView *basins_, *ride_, *gauge_;
  QPushButton* play_;
  QLabel *clock_, *said_;
  QTimer timer_;
  Second time_;
};

}  // namespace usherwright::app
