// Station Log: every photo of the plan.
#pragma once

#include <QComboBox>

#include "app/stations/station.h"
#include "app/widgets/photo_strip.h"

namespace usherwright::app {

/// By the part that it shows; the fields of the one that was opened stand beside the page.
class PhotosPage : public StationPage {
  Q_OBJECT

 public:
  PhotosPage(Kit kit, std::function<void(int)> onChosen);
  void refresh() override;

 private:
  QComboBox *part_, *shown_;
  PhotoStrip* photos_;
  QLabel* empty_;
  QWidget* photoScroll_;
};

}  // namespace usherwright::app
