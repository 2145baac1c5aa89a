// The pages of station Joining whose figures take several runs: methods, pairs of parts, subsets, turns, spread.
#pragma once

#include <QLabel>
#include <QPushButton>

#include "app/jobs/job.h"
#include "app/stations/station.h"
#include "core/drawing/joining/study_drawings.h"

namespace usherwright::app {

/// Every method on this plan; choosing one is one key or click.
class MethodsPage : public StationPage {
  Q_OBJECT

 public:
  explicit MethodsPage(Kit kit);
  void refresh() override;

 private:
  Job<std::vector<MethodFigures>> methods_;
  QLabel* words_;
  DrawingView* table_;
};

/// Which part gets on with which pack, before the packs are joined and after.
class PairsPage : public StationPage {
  Q_OBJECT

 public:
  explicit PairsPage(Kit kit);
  void refresh() override;

 private:
  void explain(const QString& part);
  Job<PairTable> pairs_;
  QLabel* words_;
  DrawingView* table_;
};

/// Every subset of the packs.
class SubsetsPage : public StationPage {
  Q_OBJECT

 public:
  explicit SubsetsPage(Kit kit);
  void refresh() override;

 private:
  Job<SubsetStudy> study_;
  QLabel* words_;
  DrawingView* bars_;
};

/// Every order of use, and who cuts off first.
class TurnsPage : public StationPage {
  Q_OBJECT

 public:
  explicit TurnsPage(Kit kit);
  void refresh() override;

 private:
  Job<std::vector<PolicyFigures>> policies_;
  QLabel *words_, *cuts_, *plan_;
  DrawingView* table_;
};

/// What part tolerance does to the ride.
class SpreadPage : public StationPage {
  Q_OBJECT

 public:
  explicit SpreadPage(Kit kit);
  void refresh() override;

 private:
  void begin();
  Job<Spread> spread_;
  QLabel* words_;
  QPushButton *start_, *stop_;
  DrawingView* bands_;
};

}  // namespace usherwright::app
