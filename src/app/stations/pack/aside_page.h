// Station Pack: packs that are owned and not on the bike.
#pragma once

#include "app/stations/card_list.h"
#include "app/stations/pack/pack_pages.h"

namespace usherwright::app {

/// Put aside, shown by themselves, brought back.
class AsidePage : public StationPage {
  Q_OBJECT

 public:
  AsidePage(Kit kit, CurrentPack current);
  void refresh() override;

 private:
  void putAside(PackUse use);
  void bringBack();
  void showChosen();

  CurrentPack current_;
  CardList* cards_;
  QLabel *aside_, *problem_;
  QComboBox* chosen_;
  QPushButton* alone_;
  std::vector<QWidget*> ofChosen_;
};

}  // namespace usherwright::app
