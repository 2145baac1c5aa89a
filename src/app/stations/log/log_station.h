// Station Log: what happened, how the packs are, what is due.
#pragma once

#include "app/stations/paged_station.h"

namespace usherwright::app {

class LogStation : public PagedStation {
  Q_OBJECT

 public:
  explicit LogStation(Kit kit, QWidget* parent = nullptr);

  bool reveal(const QString& pointer) override;

 protected:
  bool isEmpty() const override;
  std::vector<EntrySection> sections() const override;

 private:
  int photo_ = -1;  ///< that was opened last
};

}  // namespace usherwright::app
