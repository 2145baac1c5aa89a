// Station Build: the order of work, step by step, with its gates.
#pragma once

#include "app/stations/paged_station.h"

namespace usherwright::app {

class InstrumentLink;

class BuildStation : public PagedStation {
  Q_OBJECT

 public:
  explicit BuildStation(Kit kit, QWidget* parent = nullptr);

 protected:
  bool isEmpty() const override;
  std::vector<EntrySection> sections() const override;
  void prepare() override;

 private:
  InstrumentLink* link_;
};

}  // namespace usherwright::app
