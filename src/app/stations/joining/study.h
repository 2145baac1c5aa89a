// Work that takes several runs of the core: begun on another thread when its page is seen, dropped when the plan moves on.
#pragma once

#include <QFutureWatcher>
#include <memory>
#include <stop_token>

#include "app/widgets/kit.h"

namespace usherwright::app {

/// Runs one piece of work for the plan of now.
class StudyRunner : public QObject {
  Q_OBJECT

 public:
  using GoOn = std::function<bool()>;
  using Work = std::function<void(const Plan&, const GoOn& goOn)>;
  StudyRunner(Kit kit, QObject* parent);
  ~StudyRunner() override;
  void run(Work work);
  void stop();
  /// The next study runs even if nothing has changed.
  void forget() { of_.reset(); }
  bool isRunning() const { return watcher_.isRunning(); }
  bool isOfNow() const { return of_ == kit_.document.snapshot(); }

 Q_SIGNALS:
  /// In the interface thread, with the plan unchanged.
  void finished();

 private:
  Kit kit_;
  std::shared_ptr<const Plan> of_;
  std::stop_source stop_;
  QFutureWatcher<void> watcher_;
};

/// A result that is worked out beside the window.
template <class Result>
class Study {
 public:
  using Work = std::function<Result(const Plan&, const StudyRunner::GoOn& goOn)>;
  Study(Kit kit, QObject* parent) : runner_(new StudyRunner(kit, parent)) {}
  /// Begins, unless it already did for this plan; true if it began.
  bool begin(Work work) {
    if (runner_->isOfNow()) return false;
    const auto into = std::make_shared<Result>();
    result_ = into;
    runner_->run([into, work = std::move(work)](const Plan& plan, const StudyRunner::GoOn& goOn) { *into = work(plan, goOn); });
    return true;
  }
  /// Null while there is none, or none yet.
  const Result* ready() const { return result_ && !runner_->isRunning() ? result_.get() : nullptr; }
  StudyRunner* runner() const { return runner_; }

 private:
  StudyRunner* runner_;
  std::shared_ptr<Result> result_;
};

}  // namespace usherwright::app
