// The pages of station Wiring.
#pragma once

#include "app/stations/station.h"
#include "core/assess/joining_facts.h"

namespace usherwright::app {

/// Every lead, plug and fuse from the packs to the controller; one that is clicked is edited beside it.
class LaidOutPage : public StationPage {
  Q_OBJECT

 public:
  explicit LaidOutPage(Kit kit);
  void refresh() override;

 private:
  DrawingView* map_;
  QLabel* way_;
};

/// The same along the tubes; one looks closer with the wheel.
class OnBikePage : public StationPage {
  Q_OBJECT

 public:
  explicit OnBikePage(Kit kit);
  void refresh() override;

 private:
  DrawingView* map_;
};

/// Both ends of the travel of every lead, and what it must have loose there.
class SlackPage : public StationPage {
  Q_OBJECT

 public:
  explicit SlackPage(Kit kit);
  void refresh() override;

 private:
  DrawingView* rows_;
};

/// Which bare contacts are live, plug by plug.
class LiveEndsPage : public StationPage {
  Q_OBJECT

 public:
  explicit LiveEndsPage(Kit kit);
  void refresh() override;

 private:
  void toggle(const QString& part);
  PlugState state_{0xf, true};
  DrawingView* map_;
  QLabel* words_;
};

}  // namespace usherwright::app
