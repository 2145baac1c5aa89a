// The board of jobs.
#include "app/jobs/job.h"

#include <algorithm>

namespace usherwright::app {

JobBase::JobBase(Kit kit, const QString& name, QObject* parent) : QObject(parent), kit_(kit), name_(name) { kit_.jobs.add(this); }

JobBase::~JobBase() { kit_.jobs.drop(this); }

void JobBase::tell() {
  Q_EMIT advanced();
  Q_EMIT kit_.jobs.changed();
}

JobBase* JobBoard::running() const {
  const auto at = std::find_if(jobs_.begin(), jobs_.end(), [](const JobBase* job) { return job->isRunning(); });
  return at == jobs_.end() ? nullptr : *at;
}

}  // namespace usherwright::app
