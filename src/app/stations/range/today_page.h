// Station Range: go or not, on what is in the packs today.
#pragma once

#include <QHash>

#include "app/jobs/job.h"
#include "app/stations/station.h"
#include "core/studies/go_or_not.h"

class QCheckBox;
class QComboBox;
class QLineEdit;

namespace usherwright::app {

class TodayPage : public StationPage {
  Q_OBJECT

 public:
  explicit TodayPage(Kit kit);
  void refresh() override;

 private:
  /// One line for each pack of the plan, with what was typed so far.
  void buildLines();
  /// Volts that are typed; false, with the reason said, if one is no number.
  bool read(std::vector<PlugReading>& into);
  /// Says what is wrong; nothing is wrong if it is empty.
  void refuse(const QString& why);
  void ask();
  void show();
  void keep();

  struct Line {
    QLineEdit* volts;
    QLabel* charge;
  };
  Job<GoOrNot> study_;
  std::vector<Line> lines_;
  std::vector<std::string> packs_;  ///< names that the lines were made for
  QVBoxLayout* linesColumn_;
  QWidget* linesHolder_ = nullptr;
  QCheckBox* rested_;
  QComboBox* route_;
  DrawingView* sheet_;
  QLabel *verdict_, *problem_;
  QPushButton* keep_;
  std::size_t chosen_ = 0;
  bool chosenByHand_ = false;
};

}  // namespace usherwright::app
