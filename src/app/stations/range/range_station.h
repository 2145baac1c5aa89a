// Station Range: the route as it was estimated, and how far the charge goes, as a band.
#pragma once

#include <QLabel>

#include "app/stations/paged_station.h"

namespace usherwright::app {

class RangeStation : public PagedStation {
  Q_OBJECT

 public:
  explicit RangeStation(Kit kit, QWidget* parent = nullptr);
  QString mainWorking() const override { return QStringLiteral("range"); }

 protected:
  bool isEmpty() const override { return kit_.document.plan().routes.empty(); }
  std::vector<EntrySection> sections() const override;
};

/// The route, the figures, the band.
class HowFarPage : public StationPage {
  Q_OBJECT

 public:
  explicit HowFarPage(Kit kit);
  void refresh() override;
  /// A GPX file becomes the route's length and climb; what was mended, or why it was not read.
  QString takeTrack(const QString& path);

 private:
  QLabel* said_;
  DrawingView *profile_, *band_;
  Figure *likely_, *perKm_, *need_, *usable_, *time_;
};

}  // namespace usherwright::app
