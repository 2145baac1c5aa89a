// Station Range: what is claimed of the bike, and rules of thumb, held against what is worked out.
#pragma once

#include "app/stations/station.h"
#include "core/assess/claims_of_plan.h"

class QLabel;
class QLineEdit;
class QPushButton;

namespace usherwright::app {

class DrawingView;

class ClaimsPage : public StationPage {
  Q_OBJECT

 public:
  explicit ClaimsPage(Kit kit);
  void refresh() override;

 private:
  void keep();
  void choose(int claim);

  std::vector<HeldClaim> held_;
  std::vector<BenchRange> rules_;
  int chosen_ = 0;
  QLineEdit *words_, *by_;
  QLabel* problem_;
  DrawingView* sheet_;
  QPushButton* drop_;
};

}  // namespace usherwright::app
