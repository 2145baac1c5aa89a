// Station Range: the route as it was estimated, and how far the charge goes, as a band.
#pragma once

#include "app/stations/station.h"

namespace usherwright::app {

class RangeStation : public StationView {
  Q_OBJECT

 public:
  explicit RangeStation(Kit kit, QWidget* parent = nullptr);
  QString mainWorking() const override { return QStringLiteral("range"); }

 protected:
  void refresh() override;

 private:
  QStackedLayout* pages_;
  DrawingView *profile_, *band_;
  Figure *likely_, *perKm_, *need_, *usable_, *time_;
};

}  // namespace usherwright::app
