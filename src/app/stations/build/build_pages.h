// Pages of station Build: the work at the bench, and whether it is released.
#pragma once

#include <QLineEdit>
#include <QPlainTextEdit>

#include "app/stations/build/instrument_link.h"
#include "app/stations/build/wait_clock.h"
#include "app/stations/station.h"
#include "app/widgets/photo_strip.h"
#include "core/drawing/build/build_drawings.h"

namespace usherwright::app {

class WorkPage : public StationPage {
  Q_OBJECT

 public:
  WorkPage(Kit kit, InstrumentLink& link);
  void refresh() override;

 private:
  QWidget* buildSheet();
  QLayout* buildMeter();
  /// What the instrument on the line reads here.
  void hear();
  const WorkStep* chosen() const;
  StepJudged judgedAs(const WorkStep& step) const;
  /// Of the order, or a look beside it.
  const WorkStep* stepOf(const std::string& id) const;
  void rank();
  std::string nextWords() const;
  /// Notes the step: with what stands in the line where it has a gate.
  void note();
  /// Past a gate outside of which nothing burns, with the note as the reason.
  void goOn();
  void choose(const std::string& id);
  void show();

  InstrumentLink& link_;
  std::vector<WorkStep> order_;
  std::vector<WorkStep> beside_;
  std::vector<StepJudged> judged_;
  std::vector<drawing::CauseBar> bars_;
  drawing::BenchParts bench_;
  std::string chosen_, next_;
  DrawingView *list_, *sheet_, *causes_;
  QLineEdit *reading_, *note_;
  QLabel *unit_, *stops_, *problem_, *heard_;
  QPushButton *do_, *anyway_, *drop_, *fromMeter_;
  WaitClock* clock_;
  PhotoStrip* photos_;
};

class RunSheetPage : public StationPage {
  Q_OBJECT

 public:
  explicit RunSheetPage(Kit kit);
  void refresh() override;

 private:
  QLabel* release_;
  QPlainTextEdit* sheet_;
};

}  // namespace usherwright::app
