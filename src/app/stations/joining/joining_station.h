// Station Joining: basins, the ride with its scrubber, method cards, the connect gauge, who goes first, and, until
// Wiring exists, each pack's lead, plug and fuse.
#pragma once

#include <QButtonGroup>
#include <QTimer>

#include "app/stations/station.h"

namespace usherwright::app {

class JoiningStation : public StationView {
  Q_OBJECT

 public:
  explicit JoiningStation(Kit kit, QWidget* parent = nullptr);
  QString mainWorking() const override { return QStringLiteral("gauge"); }
  Second time() const { return time_; }

 protected:
  void refresh() override;
  void hideEvent(QHideEvent*) override;

 private:
  QWidget* buildMethods();
  QWidget* buildPolicies();
  QWidget* buildTimeRow();
  void setTime(Second time);
  void scrubTo(QPointF position);
  void step(int key, Qt::KeyboardModifiers modifiers);
  void tick();
  void showMethods();
  void showTime();
  std::vector<EntrySection> sections() const;
  Second end() const;

  QStackedLayout* pages_;
  QButtonGroup *methods_, *policies_;
  DrawingView *basins_, *ride_, *gauge_;
  QPushButton* play_;
  QLabel* clock_;
  QTimer timer_;
  Second time_;
};

}  // namespace usherwright::app
