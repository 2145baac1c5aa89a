// Station Build: the instrument on the line, its trace against the gate, and a bench to practise at.
#pragma once

#include "app/stations/build/instrument_link.h"
#include "app/stations/station.h"
#include "core/assess/work_order.h"

class QLineEdit;
class QComboBox;

namespace usherwright::app {

class InstrumentsPage : public StationPage {
  Q_OBJECT

 public:
  InstrumentsPage(Kit kit, InstrumentLink& link);
  void refresh() override;

 private:
  QLayout* buildLine();
  QLayout* buildPractice();
  void practise();
  void toggle();
  void record();
  void tell();

  InstrumentLink& link_;
  QPushButton *open_, *record_, *begin_, *reveal_;
  QComboBox* faults_;
  QLineEdit *path_, *seed_;
  DrawingView* trace_;
  QLabel *state_, *hidden_;
  QString refused_;
  std::vector<WorkStep> order_;
};

}  // namespace usherwright::app
