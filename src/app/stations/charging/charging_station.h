// Station Charging: which charger for which pack, tonight, and the years.
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

}  // namespace usherwright::app
