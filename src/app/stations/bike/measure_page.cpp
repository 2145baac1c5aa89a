// Page Measure: the sensitivity runs on another thread, field by field; each result is ranked as it arrives.
#include <QtConcurrent>

#include "app/present/words.h"
#include "app/stations/bike/bike_pages.h"
#include "app/widgets/plain.h"
#include "core/assess/sensitivity.h"

namespace usherwright::app {

MeasurePage::MeasurePage(Kit kit) : StationPage(kit) {
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(0, 0, 0, 0);
  column->setSpacing(6);
  auto* head = new QHBoxLayout;
  head->addWidget(
      stationHeading(QStringLiteral("What to measure next"), QStringLiteral("each unproven value moved alone; largest effect first")), 1);
  progress_ = new PlainLabel;
  progress_->setProperty("role", "soft");
  progress_->setObjectName(QStringLiteral("measure-progress"));
  head->addWidget(progress_);
  stop_ = new QPushButton(QStringLiteral("Stop"));
  connect(stop_, &QPushButton::clicked, this, [this] { watcher_.cancel(); });
  head->addWidget(stop_);
  up_ = new QPushButton(QStringLiteral("earlier"));
  down_ = new QPushButton(QStringLiteral("more"));
  connect(up_, &QPushButton::clicked, this, [this] {
    first_ = first_ > 8 ? first_ - 8 : 0;
    show();
  });
  connect(down_, &QPushButton::clicked, this, [this] {
    if (first_ + 8 < levers_.size()) first_ += 8;
    show();
  });
  head->addWidget(up_);
  head->addWidget(down_);
  column->addLayout(head);
  bars_ = new DrawingView(kit_, QStringLiteral("what to measure next"));
  bars_->setGround([this](drawing::Size size) { return drawing::leverBars(levers_, names_, first_, size); });
  connect(bars_, &DrawingView::partClicked, this, [this](const QString& part) {
    if (part.startsWith(QLatin1String("lever/"))) Q_EMIT kit_.desk.fieldRequested(part.mid(6));
  });
  column->addWidget(bars_, 1);
  connect(&watcher_, &QFutureWatcher<Lever>::resultsReadyAt, this, &MeasurePage::collect);
  connect(&watcher_, &QFutureWatcher<Lever>::finished, this, &MeasurePage::show);
}

MeasurePage::~MeasurePage() {
  watcher_.cancel();
  watcher_.waitForFinished();
}

void MeasurePage::refresh() {
  if (of_ != kit_.document.snapshot()) begin();
  else show();
}

void MeasurePage::begin() {
  watcher_.cancel();
  watcher_.waitForFinished();
  of_ = kit_.document.snapshot();
  levers_.clear();
  names_.clear();
  first_ = 0;
  const std::vector<std::string> fields = unprovenFields(*of_, kit_.document.assessment());
  total_ = fields.size();
  watcher_.setFuture(QtConcurrent::run([plan = of_, base = kit_.document.assessment(), fields](QPromise<Lever>& promise) {
    for (const std::string& pointer : fields) {
      if (promise.isCanceled()) return;
      promise.addResult(leverOf(*plan, shippedCatalogue(), base, pointer));
    }
  }));
  show();
}

void MeasurePage::collect() {
  const auto all = watcher_.future().results();
  levers_.assign(all.begin(), all.end());
  rank(levers_);
  show();
}

void MeasurePage::show() {
  names_.clear();
  for (const Lever& l : levers_) names_.push_back(fieldWords(kit_.document.plan(), text(l.pointer)).toStdString());
  const bool running = watcher_.isRunning();
  stop_->setVisible(running);
  up_->setVisible(first_ > 0);
  down_->setVisible(first_ + 8 < levers_.size());
  if (total_ == 0) progress_->setText(QStringLiteral("every value is proven"));
  else
    progress_->setText(running ? QStringLiteral("%1 of %2 values tried").arg(levers_.size()).arg(total_)
                               : QStringLiteral("%1 values tried").arg(levers_.size()));
  bars_->rebuild();
}

}  // namespace usherwright::app
