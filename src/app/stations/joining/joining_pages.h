// The pages of station Joining beside the flow: methods, readings before a plug, subsets and turns, gauge, proof that the
// packs share, spread, live ends.
#pragma once

#include <QFutureWatcher>
#include <QLabel>
#include <QLineEdit>
#include <QPlainTextEdit>
#include <QPushButton>
#include <memory>
#include <stop_token>

#include "app/stations/station.h"
#include "core/drawing/joining_pages.h"

namespace usherwright::app {

/// A study that several runs are needed for: begun on another thread when its page is seen, dropped when the plan moves on.
class StudyRunner : public QObject {
  Q_OBJECT

 public:
  using Work = std::function<void(const Plan&, const std::function<bool()>& goOn)>;
  StudyRunner(Kit kit, QObject* parent);
  ~StudyRunner() override;
  /// Runs `work` on the plan of now, unless it already did; `done` in the interface thread with the plan unchanged.
  void study(Work work);
  void stop();
  /// The next study runs even if nothing has changed.
  void forget() { of_.reset(); }
  bool isRunning() const { return watcher_.isRunning(); }
  bool isOfNow() const { return of_ == kit_.document.snapshot(); }

 Q_SIGNALS:
  void finished();

 private:
  Kit kit_;
  std::shared_ptr<const Plan> of_;
  std::stop_source stop_;
  QFutureWatcher<void> watcher_;
};

/// Every method on this plan; choosing one is one key or click.
class MethodsPage : public StationPage {
  Q_OBJECT

 public:
  explicit MethodsPage(Kit kit);
  void refresh() override;

 private:
  StudyRunner* runner_;
  std::shared_ptr<std::vector<MethodFigures>> methods_;
  QLabel* words_;
  DrawingView* table_;
};

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
};

/// Every subset of the packs.
class SubsetsPage : public StationPage {
  Q_OBJECT

 public:
  explicit SubsetsPage(Kit kit);
  void refresh() override;

 private:
  StudyRunner* runner_;
  std::shared_ptr<SubsetStudy> study_;
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
  StudyRunner* runner_;
  std::shared_ptr<std::vector<PolicyFigures>> policies_;
  QLabel *words_, *cuts_, *plan_;
  DrawingView* table_;
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

/// What part tolerance does to the ride.
class SpreadPage : public StationPage {
  Q_OBJECT

 public:
  explicit SpreadPage(Kit kit);
  void refresh() override;

 private:
  void begin();
  StudyRunner* runner_;
  std::shared_ptr<Spread> spread_;
  std::shared_ptr<std::atomic<int>> done_;
  QTimer progress_;
  QLabel* words_;
  QPushButton *start_, *stop_;
  DrawingView* bands_;
};

/// Which bare ends are live in each state of the plugs.
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
