#include "app/stations/joining/study.h"

#include <QtConcurrent>

namespace usherwright::app {

StudyRunner::StudyRunner(Kit kit, QObject* parent) : QObject(parent), kit_(kit) {
  connect(&watcher_, &QFutureWatcher<void>::finished, this, [this] {
    if (!stop_.stop_requested() || isOfNow()) Q_EMIT finished();
  });
}

StudyRunner::~StudyRunner() { stop(); }

void StudyRunner::stop() {
  stop_.request_stop();
  watcher_.waitForFinished();
}

void StudyRunner::run(Work work) {
  stop();
  stop_ = std::stop_source();
  of_ = kit_.document.snapshot();
  watcher_.setFuture(QtConcurrent::run(
      [plan = of_, work = std::move(work), token = stop_.get_token()] { work(*plan, [&token] { return !token.stop_requested(); }); }));
}

}  // namespace usherwright::app
