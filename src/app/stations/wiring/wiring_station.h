// Station Wiring: the harness that follows from packs, places and method; its leads, plugs and fuses are edited here.
#pragma once

#include "app/stations/paged_station.h"

namespace usherwright::app {

class WiringStation : public PagedStation {
  Q_OBJECT

 public:
  explicit WiringStation(Kit kit, QWidget* parent = nullptr);

 protected:
  bool isEmpty() const override { return kit_.document.plan().packs.empty(); }
  std::vector<EntrySection> sections() const override;
};

}  // namespace usherwright::app
