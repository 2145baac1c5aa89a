// Work beside the window: begun for the plan of now, on another thread; what it finds is handed over as it comes. An outdated
// run is told to stop and its result is dropped: nothing here ever waits in the interface thread.
#pragma once

#include <QFutureWatcher>
#include <QPointer>
#include <QPromise>
#include <QtConcurrent>
#include <chrono>
#include <memory>
#include <stop_token>

#include "app/widgets/kit.h"
#include "core/quantity/progress.h"

namespace usherwright::app {

class JobBase : public QObject {
  Q_OBJECT

 public:
  JobBase(Kit kit, const QString& name, QObject* parent);
  ~JobBase() override;
  /// What is being worked out, as the bottom line says it: "every way to join".
  const QString& name() const { return name_; }
  virtual bool isRunning() const = 0;
  /// How far, 0 … 1.
  virtual double share() const = 0;
  /// Told to stop; it ends soon, with what it has.
  virtual void cancel() = 0;
  /// It has begun for the plan of now.
  bool isOfNow() const { return of_ == kit_.document.snapshot(); }
  /// The next one begins even if nothing has changed.
  void forget() { of_.reset(); }

 Q_SIGNALS:
  /// It began, went on, has more to show, or ended.
  void advanced();
  /// It ended, whole or cancelled, for the plan that it began with.
  void finished();

 protected:
  /// Tells the board and whoever looks.
  void tell();
  Kit kit_;
  std::shared_ptr<const Plan> of_;

 private:
  QString name_;
};

/// All jobs of the window, for the bottom line.
class JobBoard : public QObject {
  Q_OBJECT

 public:
  using QObject::QObject;
  void add(JobBase* job) { jobs_.push_back(job); }
  void drop(JobBase* job) { std::erase(jobs_, job); }
  /// The first that runs; null if none does.
  JobBase* running() const;

 Q_SIGNALS:
  void changed();

 private:
  std::vector<JobBase*> jobs_;
};

/// In the hands of the work, on its own thread.
template <class Result>
class JobHandle {
 public:
  using Promise = QPromise<std::shared_ptr<const Result>>;
  JobHandle(Promise& promise, std::stop_token stop) : promise_(promise), stop_(std::move(stop)) {}
  bool goOn(double share) const {
    promise_.setProgressValue(static_cast<int>(share * wholeWork));
    return !stop_.stop_requested();
  }
  Progress progress() const {
    return Progress([this](double share) { return goOn(share); });
  }
  /// Part of the result, while the work goes on. Called as often as one likes: only some are handed over, and only those are
  /// copied.
  template <class Made>
  void show(const Made& made) {
    const auto now = std::chrono::steady_clock::now();
    if (now - shown_ < std::chrono::milliseconds(60)) return;
    promise_.addResult(std::make_shared<const Result>(made()));
    shown_ = std::chrono::steady_clock::now();
  }
  static constexpr int wholeWork = 1000;

 private:
  Promise& promise_;
  std::stop_token stop_;
  std::chrono::steady_clock::time_point shown_ = std::chrono::steady_clock::now();
};

template <class Result>
class Job : public JobBase {
 public:
  using Handle = JobHandle<Result>;
  using Work = std::function<Result(const Plan&, Handle&)>;
  using JobBase::JobBase;
  ~Job() override { leave(); }

  /// Begins, unless it already did for this plan; true if it began.
  bool begin(Work work) {
    if (isOfNow()) return false;
    leave();
    of_ = kit_.document.snapshot();
    stop_ = std::stop_source();
    auto* watcher = new Watcher(this);
    watcher_ = watcher;
    connect(watcher, &Watcher::resultReadyAt, this, [this, watcher](int at) {
      result_ = watcher->resultAt(at);
      tell();
    });
    connect(watcher, &Watcher::progressValueChanged, this, [this] { tell(); });
    running_ = true;
    connect(watcher, &Watcher::finished, this, [this] {
      running_ = false;  // only now has the last result been handed over
      tell();
      Q_EMIT finished();
    });
    watcher->setFuture(QtConcurrent::run([plan = of_, work = std::move(work), stop = stop_.get_token()](typename Handle::Promise& promise) {
      promise.setProgressRange(0, Handle::wholeWork);
      Handle handle(promise, stop);
      promise.addResult(std::make_shared<const Result>(work(*plan, handle)));  // cancelled: the best so far
    }));
    tell();
    return true;
  }
  bool isRunning() const override { return running_; }
  double share() const override { return watcher_ ? watcher_->progressValue() / double(Handle::wholeWork) : 0.0; }
  void cancel() override { stop_.request_stop(); }
  /// It was stopped before its end: the result is the best so far.
  bool isCutShort() const { return stop_.stop_requested(); }
  /// What it has found so far; null while there is nothing.
  const Result* sofar() const { return result_.get(); }
  /// The result of a run that has ended; null while there is none.
  const Result* ready() const { return isRunning() ? nullptr : result_.get(); }

 private:
  using Watcher = QFutureWatcher<std::shared_ptr<const Result>>;

  void leave() {
    stop_.request_stop();
    running_ = false;
    result_.reset();
    if (!watcher_) return;
    watcher_->disconnect(this);
    watcher_->deleteLater();
    watcher_ = nullptr;
  }

  QPointer<Watcher> watcher_;
  std::stop_source stop_;
  std::shared_ptr<const Result> result_;
  bool running_ = false;
};

}  // namespace usherwright::app
