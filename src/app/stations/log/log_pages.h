// Pages of station Log: one line to note with, how the packs are, what is due, after an accident.
#pragma once

#include <QComboBox>
#include <QLineEdit>
#include <array>
#include <memory>

#include "app/stations/station.h"
#include "core/drawing/log/log_drawings.h"
#include "core/log/faults.h"
#include "core/log/line.h"

namespace usherwright::app {

/// What another page of the station began to write: the journal takes it when it is turned to.
using BegunLine = std::shared_ptr<QString>;

/// A list of the plan's packs to choose from.
QComboBox* packChooser(const char* name);
/// With the packs of now, on the one that it was on.
void fillWithPacks(QComboBox* chooser, const Plan& plan);

class JournalPage : public StationPage {
  Q_OBJECT

 public:
  JournalPage(Kit kit, BegunLine begun);
  void refresh() override;
  /// The rows of a table that are not in the log yet, all or none.
  void takeTable(const QString& path);

 private:
  QHBoxLayout* buildButtons();
  void read();
  void note();
  void choose(const std::string& pointer);
  void turn(int by);

  BegunLine begun_;
  QLineEdit* line_;
  QLabel *understood_, *asks_;
  QPushButton *note_, *newer_, *older_, *drop_;
  DrawingView* list_;
  std::vector<LogRow> rows_;
  std::size_t first_ = 0;
  std::string chosen_;
};

class PackLifePage : public StationPage {
  Q_OBJECT

 public:
  explicit PackLifePage(Kit kit);
  void refresh() override;

 private:
  std::size_t pack() const;
  void show();
  void takeOver();

  QComboBox* packs_;
  DrawingView *chart_, *groups_;
  Figure *health_, *worn_, *cycles_, *plugged_, *ridden_;
  QLabel *words_, *cells_;
  QPushButton* take_;
  PackHealth shown_;
};

class DuePage : public StationPage {
  Q_OBJECT

 public:
  DuePage(Kit kit, BegunLine begun);
  void refresh() override;

 private:
  const DueItem* chosen() const;
  void choose(const std::string& id);
  void done();

  BegunLine begun_;
  std::vector<DueItem> items_;
  std::string chosen_;
  DrawingView* list_;
  QLabel* why_;
  QPushButton* done_;
};

class WrongPage : public StationPage {
  Q_OBJECT

 public:
  explicit WrongPage(Kit kit);
  void refresh() override;

 private:
  void show();

  QComboBox* packs_;
  std::array<QLineEdit*, signCount> readings_{};  ///< of looks none
  std::array<QComboBox*, signCount> looks_{};     ///< of readings none
  std::array<QLabel*, signCount> names_{};
  QLabel *problem_, *next_, *cure_;
  DrawingView* bars_;
  FaultRanking ranking_;
};

class AccidentPage : public StationPage {
  Q_OBJECT

 public:
  explicit AccidentPage(Kit kit);
  void refresh() override;

 private:
  void note();

  QComboBox *packs_, *what_;
  QPushButton *note_, *release_;
  QLabel *open_, *steps_;
  std::size_t lastOpen_ = 0;
};

}  // namespace usherwright::app
