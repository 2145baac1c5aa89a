// Pages of station Options: the ways forward, two of them side by side, their money, what the shelf has for the goal, and the way out of a
// Stop.
#pragma once

#include <QComboBox>
#include <QLineEdit>
#include <memory>

#include "app/jobs/job.h"
#include "app/stations/station.h"
#include "core/drawing/options/option_drawings.h"

namespace usherwright::app {

/// What the pages of the station share: the figures of every way, worked out beside the window, and which one is chosen.
class WayBook : public QObject {
  Q_OBJECT

 public:
  WayBook(Kit kit, QObject* parent);
  /// Of the plan of now, or of the one before while it is worked out.
  const WaysForward& ways() const { return *ways_; }
  /// Begins to work out what is out of date.
  void refresh();
  const std::string& chosen() const { return chosen_; }
  void choose(const std::string& id);
  drawing::WaysShown shown() const;

 Q_SIGNALS:
  /// Other figures, or another way is chosen.
  void changed();

 private:
  Kit kit_;
  Job<WaysForward> work_;
  std::shared_ptr<const Plan> of_, working_;
  std::shared_ptr<const WaysForward> ways_;
  std::string chosen_;
  bool begun_ = false;
};

class WaysPage : public StationPage {
  Q_OBJECT

 public:
  WaysPage(Kit kit, WayBook& book);
  void refresh() override;

 private:
  QHBoxLayout* buildAxes();
  QHBoxLayout* buildButtons();
  void begin();
  void adopt();
  void show();

  WayBook& book_;
  QComboBox *x_, *y_;
  DrawingView *picture_, *cards_;
  QLineEdit* name_;
  QPushButton *open_, *adopt_, *takeAway_;
  QLabel* problem_;
};

class SideBySidePage : public StationPage {
  Q_OBJECT

 public:
  SideBySidePage(Kit kit, WayBook& book);
  void refresh() override;

 private:
  std::string wayAt(const QComboBox* box) const;
  void fill(QComboBox* box, int fallback);
  const Plan& planOf(const std::string& id) const;
  void show();

  WayBook& book_;
  QComboBox *here_, *there_;
  DrawingView* sheet_;
  std::vector<Difference> differences_;
  std::vector<Consequence> consequences_;
};

class MoneyPage : public StationPage {
  Q_OBJECT

 public:
  MoneyPage(Kit kit, WayBook& book);
  void refresh() override;

 private:
  void show();
  WayBook& book_;
  DrawingView* sheet_;
  QPushButton* add_;
  QLabel* hint_;
};

class MendPage : public StationPage {
  Q_OBJECT

 public:
  explicit MendPage(Kit kit);
  void refresh() override;

 private:
  void apply();
  void asWay();
  void show();
  Job<Outcome<MendResult>> work_;
  DrawingView* sheet_;
  QLabel* words_;
  QPushButton *do_, *keep_;
  std::size_t chosen_ = 0;
};

/// What the shelf has for the goal and the budget.
class SuggestPage : public StationPage {
  Q_OBJECT

 public:
  explicit SuggestPage(Kit kit);
  void refresh() override;

 private:
  const Suggestion* chosen() const;
  void asWay();
  void show();
  Job<Outcome<SuggestResult>> work_;
  DrawingView* sheet_;
  QLabel* words_;
  QPushButton* keep_;
  std::size_t chosen_ = 0;
};

}  // namespace usherwright::app
