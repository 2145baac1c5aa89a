// Cards of a list of the plan, and a line that begins another entry.
#pragma once

#include <QComboBox>
#include <QLineEdit>

#include "app/stations/station.h"
#include "core/drawing/list/item_cards.h"

namespace usherwright::app {

/// The fields of each entry stand among the entries beside.
class CardList : public QWidget {
  Q_OBJECT

 public:
  /// `list`: of the plan. `naming`: key of the field that the line fills. `empty`: what to bring.
  CardList(Kit kit, QString list, QString naming, const char* lineName, const char* placeholder, QString button, std::string empty);
  void show(std::vector<drawing::ItemCard> cards);
  /// Words to choose from; any others may be typed.
  void offer(const QStringList& words);
  /// The packs and chargers of the plan.
  void offerParts();

 private:
  void add();

  Kit kit_;
  QString list_, naming_;
  std::string empty_;
  std::vector<drawing::ItemCard> cards_;
  DrawingView* view_;
  QComboBox* name_;
  QLabel* problem_;
};

}  // namespace usherwright::app
