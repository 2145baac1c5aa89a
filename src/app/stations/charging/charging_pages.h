// The pages of station Charging.
#pragma once

#include <QComboBox>
#include <QLineEdit>

#include "app/stations/station.h"
#include "core/charging/settle.h"
#include "core/studies/charging_studies.h"
#include "core/studies/tonight.h"

namespace usherwright::app {

/// Puts a new charger to the first pack that has none, and a pack into a plan without one.
void addCharger(Document& document);

/// From home to ready: who charges what when, and what to do.
class TonightPage : public StationPage {
  Q_OBJECT

 public:
  explicit TonightPage(Kit kit);
  void refresh() override;

 private:
  QWidget* buildGoals();
  void choose(NightGoal goal);
  void move(const QString& part, QPointF position, bool finished);
  void nudge(int key);
  void set(const std::string& pointer, double value, const QString& merge);
  NightGoal goal_ = NightGoal::Soonest;
  Tonight tonight_;
  std::vector<QPushButton*> goals_;
  QLabel* sum_;
  DrawingView *timeline_, *list_;
  bool dragging_ = false;
};

/// Every charger against every pack.
class MatrixPage : public StationPage {
  Q_OBJECT

 public:
  explicit MatrixPage(Kit kit);
  void refresh() override;

 private:
  void toggle(const QString& part);
  DrawingView *matrix_, *timeline_;
  QLabel* shared_;
};

/// Which charger this is, and what it would do.
class SettlePage : public StationPage {
  Q_OBJECT

 public:
  explicit SettlePage(Kit kit);
  void refresh() override;

 private:
  void buildNames();
  std::size_t charger_ = 0;
  SettledCharger settled_;
  QHBoxLayout* names_;
  QLabel *sentence_, *next_;
  DrawingView* ladder_;
};

/// Range today against years.
class CeilingPage : public StationPage {
  Q_OBJECT

 public:
  explicit CeilingPage(Kit kit);
  void refresh() override;

 private:
  void take(const QString& part);
  std::vector<CeilingChoice> choices_;
  DrawingView* bars_;
};

/// How the groups are kept even.
class BalancePage : public StationPage {
  Q_OBJECT

 public:
  explicit BalancePage(Kit kit);
  void refresh() override;

 private:
  std::vector<BalanceNeed> needs_;
  DrawingView* sheet_;
};

/// Where charge may go in while packs are joined.
class WayInPage : public StationPage {
  Q_OBJECT

 public:
  explicit WayInPage(Kit kit);
  void refresh() override;

 private:
  QLabel* words_;
};

/// Charges that were done, and what the lamps of the chargers mean.
class KeptPage : public StationPage {
  Q_OBJECT

 public:
  explicit KeptPage(Kit kit);
  void refresh() override;

 private:
  QHBoxLayout* buildEntry();
  QHBoxLayout* buildButtons();
  void keep();
  void keepAsTest();
  std::size_t pack() const;
  QComboBox *packs_, *chargers_;
  QLineEdit *when_, *from_, *to_, *took_, *putBack_;
  QLabel *problem_, *rows_, *lamps_;
  QPushButton *test_, *drop_;
};

/// Half an hour at a socket on the way.
class OnTheWayPage : public StationPage {
  Q_OBJECT

 public:
  explicit OnTheWayPage(Kit kit);
  void refresh() override;

 private:
  std::vector<TopUp> tops_;
  DrawingView* bars_;
  QLabel* supply_;
};

}  // namespace usherwright::app
