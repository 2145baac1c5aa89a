// Station Bike: the label reader, the bike from the side, and the bike as it is.
#pragma once

#include "app/stations/station.h"

namespace usherwright::app {

class BikeStation : public StationView {
  Q_OBJECT

 public:
  explicit BikeStation(Kit kit, QWidget* parent = nullptr);
  QString mainWorking() const override { return QStringLiteral("peak"); }

 protected:
  void refresh() override;

 private:
  DrawingView* side_;
  Figure *peak_, *long_, *perKm_, *mass_;
};

}  // namespace usherwright::app
