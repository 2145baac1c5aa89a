// Station Range: the way as it is ridden, how far the charge goes, and what rides teach.
#pragma once

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

}  // namespace usherwright::app
