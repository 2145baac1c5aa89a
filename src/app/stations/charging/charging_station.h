// Station Charging: which charger suits which pack, and how long it takes.
#pragma once

#include "app/stations/station.h"

namespace usherwright::app {

class ChargingStation : public StationView {
  Q_OBJECT

 public:
  explicit ChargingStation(Kit kit, QWidget* parent = nullptr);
  QString mainWorking() const override;

 protected:
  void refresh() override;

 private:
  void toggle(const QString& part);
  void addCharger();
  std::vector<EntrySection> sections() const;

  QStackedLayout* pages_;
  DrawingView *matrix_, *timeline_;
  QPushButton* remove_;
};

}  // namespace usherwright::app
