// Page Measure: the sensitivity runs on another thread, field by field; what has come so far is ranked and shown.
#include "app/present/words.h"
#include "app/stations/bike/bike_pages.h"
#include "app/widgets/plain.h"
#include "core/drawing/bike/bike_drawings.h"
#include "core/studies/sensitivity.h"

namespace usherwright::app {

MeasurePage::MeasurePage(Kit kit) : StationPage(kit), work_(kit, QStringLiteral("what to measure next"), this) {
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
  connect(stop_, &QPushButton::clicked, this, [this] { work_.cancel(); });
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
  connect(&work_, &JobBase::advanced, this, [this] {
    if (work_.sofar()) levers_ = *work_.sofar();
    show();
  });
}

void MeasurePage::refresh() {
  if (work_.isOfNow()) return show();
  levers_.clear();
  first_ = 0;
  total_ = unprovenFields(kit_.document.plan(), kit_.document.assessment()).size();
  work_.begin([base = kit_.document.assessment()](const Plan& plan, JobHandle<std::vector<Lever>>& handle) {
    return whatToMeasure(plan, shippedCatalogue(), base, handle.progress(), [&](const std::vector<Lever>& levers) {
      handle.show([&] {
        std::vector<Lever> some = levers;
        rank(some);
        return some;
      });
    });
  });
}

void MeasurePage::show() {
  names_.clear();
  for (const Lever& l : levers_) names_.push_back(fieldWords(kit_.document.plan(), text(l.pointer)).toStdString());
  const bool running = work_.isRunning();
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
