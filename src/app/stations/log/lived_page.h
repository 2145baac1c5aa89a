// Station Log: how a pack is used, and what that costs it.
#pragma once

#include "app/stations/log/log_pages.h"

namespace usherwright::app {

class LivedPage : public StationPage {
  Q_OBJECT

 public:
  explicit LivedPage(Kit kit);
  void refresh() override;

 private:
  void show();

  QComboBox* packs_;
  DrawingView* sheet_;
  QLabel *words_, *asks_;
  LivedPack lived_;
  std::vector<SeasonUse> seasons_;
};

}  // namespace usherwright::app
