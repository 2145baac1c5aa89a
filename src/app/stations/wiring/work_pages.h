// The pages of station Wiring on which something is worked out: ends and chains, sizes, a short, switching on, what to buy.
#pragma once

#include "app/stations/station.h"
#include "core/harness/chain.h"
#include "core/studies/sizing.h"

namespace usherwright::app {

/// What both halves are, by pointing at what one sees, and the ways from one to the other.
class EndsPage : public StationPage {
  Q_OBJECT

 public:
  explicit EndsPage(Kit kit);
  void refresh() override;

 private:
  void point(const QString& part);
  void take(const QString& part);
  void plan();
  void offer();
  std::size_t pack_ = 0, way_ = 0;
  QWidget* names_;
  QHBoxLayout* nameRow_;
  DrawingView* halves_;
  DrawingView* ways_;
  QPushButton* plan_;
  QLabel* said_;
  ChainAnswer answer_;
};

/// The smallest sizes that pass, taken in one step.
class SizesPage : public StationPage {
  Q_OBJECT

 public:
  explicit SizesPage(Kit kit);
  void refresh() override;

 private:
  DrawingView* table_;
  QPushButton* take_;
  Sizing sizing_;
};

/// A nick anywhere: which fuse opens, after how long, how warm the copper gets.
class ShortPage : public StationPage {
  Q_OBJECT

 public:
  explicit ShortPage(Kit kit);
  void refresh() override;

 private:
  DrawingView* map_;
  QLabel* words_;
  QHBoxLayout* packRow_;
  std::uint32_t plugged_ = 0xf;
  QString lead_;
};

/// The spark, the precharge and the order of mating.
class SwitchOnPage : public StationPage {
  Q_OBJECT

 public:
  explicit SwitchOnPage(Kit kit);
  void refresh() override;

 private:
  QLabel* words_;
  QLabel* order_;
  DrawingView* curve_;
};

/// What to cut and what to buy, and the prints of both.
class BuyPage : public StationPage {
  Q_OBJECT

 public:
  explicit BuyPage(Kit kit);
  void refresh() override;

 private:
  DrawingView* sheet_;
};

}  // namespace usherwright::app
