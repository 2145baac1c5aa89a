// Station Log: who answers for what, and what a water code keeps out.
#pragma once

#include "app/stations/card_list.h"

namespace usherwright::app {

class WarrantyPage : public StationPage {
  Q_OBJECT

 public:
  explicit WarrantyPage(Kit kit);
  void refresh() override;

 private:
  void readCode();

  CardList* cards_;
  QLineEdit* code_;
  QLabel* keepsOut_;
};

}  // namespace usherwright::app
