// Pages of station Build: the work at the bench, and whether it is released.
#pragma once

#include <QLineEdit>
#include <QPlainTextEdit>

#include "app/stations/station.h"
#include "core/drawing/build/build_drawings.h"

namespace usherwright::app {

class WorkPage : public StationPage {
  Q_OBJECT

 public:
  explicit WorkPage(Kit kit);
  void refresh() override;

 private:
  QWidget* buildSheet();
  const WorkStep* chosen() const;
  /// Of one of `order_`.
  const StepJudged& judgedAs(const WorkStep& step) const;
  /// Notes the step: with what stands in the line where it has a gate.
  void note();
  void choose(const std::string& id);
  void show();

  std::vector<WorkStep> order_;
  std::vector<StepJudged> judged_;
  std::string chosen_;
  DrawingView *list_, *sheet_;
  QLineEdit *reading_, *note_;
  QLabel *unit_, *stops_, *problem_;
  QPushButton *do_, *drop_;
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
