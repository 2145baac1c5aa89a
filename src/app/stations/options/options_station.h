// Station Options: ways forward beside today's plan.
#pragma once

#include "app/stations/paged_station.h"

namespace usherwright::app {

class WayBook;

class OptionsStation : public PagedStation {
  Q_OBJECT

 public:
  explicit OptionsStation(Kit kit, QWidget* parent = nullptr);
  bool reveal(const QString& pointer) override;

 protected:
  bool isEmpty() const override;
  std::vector<EntrySection> sections() const override;

 private:
  WayBook* book_;
};

}  // namespace usherwright::app
