// The pages of station Bike: labels and meter, places, need, evidence, what to measure next.
#pragma once

#include <QCheckBox>
#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>

#include "app/jobs/job.h"
#include "app/stations/bike/label_reader_box.h"
#include "app/stations/bike/start_cards.h"
#include "app/stations/station.h"

namespace usherwright::app {

/// The door: the label reader, and below it the meter readings that settle what a label leaves open.
class LabelPage : public StationPage {
  Q_OBJECT

 public:
  explicit LabelPage(Kit kit);
  void refresh() override;
  /// Puts the keyboard where the work goes on: the cards of an empty plan, else the text of the labels.
  void takeKeyboard();

 private:
  void buildMeter(QVBoxLayout* column);
  SeriesReading readings(QString& problem) const;
  /// Empty until all four are there.
  std::optional<TwoLoads> twoLoads(QString& problem) const;
  void showMeter();
  void showVerdict();
  void showResistance();
  void takeSettled();
  void takeResistance();
  void recordRested();
  std::size_t pack() const;

  StartCards* start_;
  QWidget *meter_, *emptyStretch_;
  LabelReaderBox* reader_;
  DrawingView* ruler_;
  SeriesVerdict seen_;
  SeriesReading readings_;
  QComboBox* packs_;
  QPushButton* groups_;
  QLabel *verdict_, *next_, *resistance_, *rested_;
  QPushButton *take_, *takeResistance_, *record_;
  QLineEdit *full_, *now_, *charger_, *v1_, *a1_, *v2_, *a2_;
};

/// The bike from the side: mounting places, leads.
class PlacesPage : public StationPage {
  Q_OBJECT

 public:
  explicit PlacesPage(Kit kit);
  void refresh() override;

 private:
  void click(const QString& part);
  DrawingView* side_;
  QLabel* words_;
  QString chosenPack_;
  Figure *peak_, *long_, *perKm_, *mass_;
};

/// Jobs, rides, the Wh they ask for.
class NeedPage : public StationPage {
  Q_OBJECT

 public:
  explicit NeedPage(Kit kit);
  void refresh() override;

 private:
  struct Job {
    QCheckBox* box;
    const char* pointer;
  };
  std::vector<Job> jobs_;
  QLabel *stations_, *sentence_, *classes_, *power_;
  DrawingView* bars_;
};

/// Conflicting values, questions for the seller, the claim checker.
class EvidencePage : public StationPage {
  Q_OBJECT

 public:
  explicit EvidencePage(Kit kit);
  void refresh() override;

 protected:
  bool eventFilter(QObject* watched, QEvent* e) override;

 private:
  void fitSquares();
  void showConflicts();
  void showClaims();
  QVBoxLayout* conflicts_;
  QWidget* conflictBox_;
  QLabel *questions_, *claims_, *noConflict_;
  QLineEdit* claim_;
  DrawingView* squares_;
  std::vector<StandingPart> standing_;
};

/// The ranking of what is not proven; worked out beside the window.
class MeasurePage : public StationPage {
  Q_OBJECT

 public:
  explicit MeasurePage(Kit kit);
  void refresh() override;
  /// How many values the ranking has tried so far, and whether it is done.
  int tried() const { return static_cast<int>(levers_.size()); }
  bool isDone() const { return work_.isOfNow() && !work_.isRunning(); }

 private:
  void show();
  Job<std::vector<Lever>> work_;
  std::vector<Lever> levers_;
  std::vector<std::string> names_;
  std::size_t total_ = 0, first_ = 0;
  DrawingView* bars_;
  QLabel* progress_;
  QPushButton *stop_, *up_, *down_;
};

}  // namespace usherwright::app
