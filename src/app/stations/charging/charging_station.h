// Station Charging: which charger suits which pack, and how long it takes.
#pragma once

#include "app/stations/paged_station.h"

namespace usherwright::app {

class ChargingStation : public PagedStation {
  Q_OBJECT

 public:
  explicit ChargingStation(Kit kit, QWidget* parent = nullptr);
  QString mainWorking() const override;

 protected:
  bool isEmpty() const override;
  std::vector<EntrySection> sections() const override;
};

/// Every charger against every pack, and the charge over the hours.
class ChargersPage : public StationPage {
  Q_OBJECT

 public:
  explicit ChargersPage(Kit kit);
  void refresh() override;

 private:
  void toggle(const QString& part);
  DrawingView *matrix_, *timeline_;
  QPushButton* remove_;
};

}  // namespace usherwright::app
