// Station Range: the knobs turned, without touching the plan, and what saves most on this ride.
#pragma once

#include "app/stations/station.h"
#include "core/studies/what_if.h"

namespace usherwright::app {

class WhatIfPage : public StationPage {
  Q_OBJECT

 public:
  explicit WhatIfPage(Kit kit);
  void refresh() override;

 private:
  void turn(std::size_t which, double value);
  void step(int key);
  void ride();

  std::vector<Turnable> turnables_;
  std::vector<double> values_;
  std::size_t chosen_ = 0;
  WhatIf then_;
  Hints hints_;
  DrawingView *sliders_, *hintSheet_;
  QLabel *said_, *kind_;
  QPushButton* back_;
};

}  // namespace usherwright::app
