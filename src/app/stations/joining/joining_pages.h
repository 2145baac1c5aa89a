// The pages of station Joining beside the flow whose figures are at hand: readings before a plug, gauge, proof that the
// packs share, live ends.
#pragma once

#include <QLabel>
#include <QLineEdit>
#include <QPlainTextEdit>

#include "app/stations/station.h"
#include "core/drawing/joining/study_drawings.h"

namespace usherwright::app {

/// May these be plugged together now? Two readings, the window, what would flow, how long to charge.
class MeetingPage : public StationPage {
  Q_OBJECT

 public:
  explicit MeetingPage(Kit kit);
  void refresh() override;

 private:
  void buildRows();
  void keep();
  QWidget* rows_ = nullptr;
  QVBoxLayout* column_;
  QStringList shown_;
  std::vector<QLineEdit*> volts_, rested_;
  QLabel *verdict_, *words_, *problem_, *paths_;
  DrawingView* gauge_;
  MeetingFigures meeting_;
  std::vector<drawing::MeterReading> readings_;
};

/// What the gauge shows against what is left.
class GaugePage : public StationPage {
  Q_OBJECT

 public:
  explicit GaugePage(Kit kit);
  void refresh() override;

 private:
  void takeSteps();
  QLineEdit* steps_;
  QLabel *words_, *problem_;
  DrawingView* chart_;
};

/// Three ways to see that the packs share, the check of a logged ride, and what a second pack changes.
class ProofPage : public StationPage {
  Q_OBJECT

 public:
  explicit ProofPage(Kit kit);
  void refresh() override;

 private:
  void check();
  QLabel *changes_, *ways_, *verdict_;
  QPlainTextEdit* log_;
  DrawingView* rows_;
  SharingVerdict sharing_;
  SharingInput input_;
};

}  // namespace usherwright::app
