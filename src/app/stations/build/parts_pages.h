// Station Build: what came, and what hands did with the screws that came out.
#pragma once

#include "app/stations/card_list.h"
#include "app/widgets/photo_strip.h"

namespace usherwright::app {

class ArrivalsPage : public StationPage {
  Q_OBJECT

 public:
  explicit ArrivalsPage(Kit kit);
  void refresh() override;

 private:
  CardList* cards_;
  QComboBox* which_;
  PhotoStrip* photos_;
};

class HandsPage : public StationPage {
  Q_OBJECT

 public:
  explicit HandsPage(Kit kit);
  void refresh() override;

 private:
  CardList *work_, *tray_;
};

}  // namespace usherwright::app
