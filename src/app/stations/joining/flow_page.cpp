// Page Flow. The scrubber moves only overlays: basins and the line over a cached chart.
#include "app/stations/joining/flow_page.h"

#include <QFile>
#include <QFileDialog>
#include <QFileInfo>

#include "app/present/methods.h"
#include "app/present/words.h"
#include "app/widgets/plain.h"
#include "core/assess/joining_setup.h"
#include "core/drawing/joining/joining_drawings.h"
#include "core/io/exports.h"
#include "core/plan/edit.h"
#include "core/plan/ride_list.h"

namespace usherwright::app {
namespace {

constexpr int frame = 16;                // ms
constexpr double playingSeconds = 12.0;  // the whole ride plays in this time

}  // namespace

FlowPage::FlowPage(Kit kit) : StationPage(kit), methods_(new QButtonGroup(this)), policies_(new QButtonGroup(this)) {
  auto* column = pageColumn(this);
  column->addWidget(buildMethods());
  auto* drawings = new QHBoxLayout;
  drawings->setSpacing(12);
  basins_ = new DrawingView(kit_, QStringLiteral("basins"));
  basins_->setOverlay([this](drawing::Size size) { return drawing::basins(kit_.document.subject(), time_, size); });
  ride_ = new DrawingView(kit_, QStringLiteral("the ride"));
  ride_->setGround([this](drawing::Size size) { return drawing::rideChart(kit_.document.subject(), size); });
  ride_->setOverlay([this](drawing::Size size) { return drawing::rideScrubber(kit_.document.subject(), time_, size); });
  connect(ride_, &DrawingView::groundDragged, this, &FlowPage::scrubTo);
  connect(ride_, &DrawingView::partDragged, this, [this](const QString&, QPointF p) { scrubTo(p); });
  connect(ride_, &DrawingView::arrowPressed, this, &FlowPage::step);
  connect(basins_, &DrawingView::arrowPressed, this, &FlowPage::step);
  connect(basins_, &DrawingView::partClicked, this, [this](const QString& part) {
    const Plan& plan = kit_.document.plan();
    for (std::size_t k = 0; k < plan.packs.size(); ++k)
      if (part == QStringLiteral("pack/") + text(plan.packs[k].id))
        Q_EMIT kit_.desk.partRequested(QStringLiteral("/packs/%1/soc").arg(k), Keyboard::Follows);
  });
  auto* basinColumn = new QVBoxLayout;
  basinColumn->setSpacing(4);
  basinColumn->addWidget(buildTimeRow());
  basinColumn->addWidget(basins_, 1);
  drawings->addLayout(basinColumn, 4);
  auto* rideColumn = new QVBoxLayout;
  rideColumn->setSpacing(4);
  rideColumn->addWidget(buildRideRow());
  rideColumn->addWidget(ride_, 1);
  drawings->addLayout(rideColumn, 5);
  column->addLayout(drawings, 1);
  auto* bottom = new QHBoxLayout;
  bottom->setSpacing(16);
  auto* window = new QVBoxLayout;
  window->setSpacing(2);
  window->addWidget(stationHeading(QStringLiteral("Before a hard plug goes together")));
  gauge_ = new DrawingView(kit_, QStringLiteral("connect window"));
  gauge_->setGround([this](drawing::Size size) { return drawing::connectGauge(kit_.document.subject(), size); });
  gauge_->setFixedHeight(54);
  window->addWidget(gauge_);
  bottom->addLayout(window, 4);
  bottom->addWidget(buildPolicies(), 5);
  column->addLayout(bottom);
  timer_.setInterval(frame);
  connect(&timer_, &QTimer::timeout, this, &FlowPage::tick);
}

QWidget* FlowPage::buildRideRow() {
  auto* box = new QWidget;
  auto* row = new QHBoxLayout(box);
  row->setContentsMargins(0, 0, 0, 0);
  row->setSpacing(6);
  said_ = new PlainLabel;
  said_->setProperty("role", "soft");
  row->addWidget(said_, 1);
  auto* take = new QPushButton(QStringLiteral("Ride from list\u2026"));
  take->setToolTip(QStringLiteral("Rows of seconds and watts, as CSV"));
  connect(take, &QPushButton::clicked, this, [this] {
    const QString path =
        QFileDialog::getOpenFileName(this, QStringLiteral("A ride: seconds and watts"), {}, QStringLiteral("Lists (*.csv *.txt)"));
    if (!path.isEmpty()) said_->setText(takeRide(path));
  });
  row->addWidget(take);
  for (const Export& form : exports()) {
    if (form.about != Exported::Ride) continue;
    QString word = text(form.name) + QStringLiteral("\u2026");
    word[0] = word[0].toUpper();
    auto* save = new QPushButton(word);
    save->setToolTip(text(form.words) + QStringLiteral(": ") + text(form.tells));
    connect(save, &QPushButton::clicked, this, [this, name = text(form.name)] { Q_EMIT kit_.desk.exportRequested(name); });
    row->addWidget(save);
  }
  return box;
}

QString FlowPage::takeRide(const QString& path) {
  QFile file(path);
  if (!file.open(QIODevice::ReadOnly)) return QStringLiteral("%1 cannot be read: %2.").arg(path, file.errorString());
  constexpr qint64 most = 16 << 20;
  const auto ride = readRidePower(file.read(most).toStdString());
  if (!ride) return QFileInfo(path).fileName() + QLatin1String(", ") + text(ride.error().sentence());
  Plan plan = kit_.document.plan();
  plan.joining.profile = *ride;
  plan.joining.loadMode = LoadMode::Profile;
  kit_.document.commit(plan, QStringLiteral("ride from a list"));
  return QStringLiteral("A ride of %1 rows, %2.").arg(ride->size()).arg(durationWords(ride->back().time));
}

QWidget* FlowPage::buildMethods() {
  auto* box = new QWidget;
  auto* row = new QHBoxLayout(box);
  row->setContentsMargins(0, 0, 0, 0);
  row->setSpacing(8);
  for (Method m : methodsShown()) {
    auto* card = new CardButton(kit_, methodName(m));
    card->setProperty(pointerProperty, QStringLiteral("/joining/method"));
    methods_->addButton(card, static_cast<int>(m));
    row->addWidget(card);
  }
  connect(methods_, &QButtonGroup::idClicked, this, [this](int id) {
    const std::string word(wordsOf<Method>()[static_cast<std::size_t>(id)]);
    if (!kit_.document.commit(withField(kit_.document.plan(), "/joining/method", FieldValue{word}))) refresh();
  });
  return box;
}

QWidget* FlowPage::buildPolicies() {
  auto* box = new QWidget;
  auto* column = new QVBoxLayout(box);
  column->setContentsMargins(0, 0, 0, 0);
  column->setSpacing(2);
  column->addWidget(stationHeading(QStringLiteral("Who goes first")));
  auto* row = new QHBoxLayout;
  row->setSpacing(8);
  for (Policy p : policiesShown()) {
    auto* card = new CardButton(kit_, policyName(p));
    card->setProperty(pointerProperty, QStringLiteral("/joining/policy"));
    policies_->addButton(card, static_cast<int>(p));
    row->addWidget(card);
  }
  column->addLayout(row);
  connect(policies_, &QButtonGroup::idClicked, this, [this](int id) {
    const std::string word(wordsOf<Policy>()[static_cast<std::size_t>(id)]);
    if (!kit_.document.commit(withField(kit_.document.plan(), "/joining/policy", FieldValue{word}))) refresh();
  });
  return box;
}

QWidget* FlowPage::buildTimeRow() {
  auto* box = new QWidget;
  auto* row = new QHBoxLayout(box);
  row->setContentsMargins(0, 0, 0, 0);
  clock_ = new PlainLabel;
  clock_->setProperty("role", "title");
  row->addWidget(clock_, 1);
  play_ = new QPushButton(QStringLiteral("play"));
  play_->setCheckable(true);
  play_->setToolTip(QStringLiteral("Play the ride; ← → scrub on the basins or the chart"));
  connect(play_, &QPushButton::toggled, this, [this](bool on) {
    play_->setText(on ? QStringLiteral("hold") : QStringLiteral("play"));
    if (on && time_ >= end() - Second(1)) setTime(Second(0));
    if (on) timer_.start();
    else timer_.stop();
  });
  row->addWidget(play_);
  return box;
}

Second FlowPage::end() const {
  const auto& ride = kit_.document.assessment().figures.ride;
  return ride ? ride->end : Second(0);
}

void FlowPage::setTime(Second time) {
  time_ = Second(std::clamp(time.value(), 0.0, end().value()));
  showTime();
  basins_->rebuildOverlay();
  ride_->rebuildOverlay();
}

void FlowPage::showTime() { clock_->setText(QStringLiteral("Basins after %1").arg(durationWords(time_))); }

void FlowPage::scrubTo(QPointF position) {
  const drawing::TimeAxis axis = drawing::rideAxis(kit_.document.subject(), ride_->area());
  const double along = std::clamp((position.x() - axis.left) / (axis.right - axis.left), 0.0, 1.0);
  setTime(axis.end * along);
}

void FlowPage::step(int key, Qt::KeyboardModifiers modifiers) {
  const Second by(modifiers & Qt::ShiftModifier ? 600 : 60);
  switch (key) {
    case Qt::Key_Left:
    case Qt::Key_Down: return setTime(time_ - by);
    case Qt::Key_Right:
    case Qt::Key_Up: return setTime(time_ + by);
    case Qt::Key_PageDown: return setTime(time_ - Second(600));
    case Qt::Key_PageUp: return setTime(time_ + Second(600));
    case Qt::Key_Home: return setTime(Second(0));
    case Qt::Key_End: return setTime(end());
    default: return;
  }
}

void FlowPage::tick() {
  setTime(time_ + end() * (frame / 1000.0 / playingSeconds));
  if (time_ >= end()) play_->setChecked(false);
}

void FlowPage::hideEvent(QHideEvent* e) {
  play_->setChecked(false);
  StationPage::hideEvent(e);
}

void FlowPage::showMethods() {
  const Plan& plan = kit_.document.plan();
  for (QAbstractButton* b : methods_->buttons()) {
    const auto method = static_cast<Method>(methods_->id(b));
    std::vector<CardButton::Line> lines;
    for (const MethodLine& l : methodLines(method, plan, kit_.document.assessment()))
      lines.push_back({l.words, l.forbids ? drawing::Ink::Stop : drawing::Ink::Soft});
    static_cast<CardButton*>(b)->setLines(lines);
    b->setChecked(method == plan.joining.method);
  }
  for (QAbstractButton* b : policies_->buttons()) {
    const auto policy = static_cast<Policy>(policies_->id(b));
    static_cast<CardButton*>(b)->setLines({{policyLine(policy, plan), drawing::Ink::Soft}});
    b->setEnabled(policyApplies(policy, plan.joining));
    b->setChecked(policy == plan.joining.policy);
  }
}

void FlowPage::refresh() {
  time_ = Second(std::clamp(time_.value(), 0.0, end().value()));
  showMethods();
  showTime();
  for (DrawingView* v : {basins_, ride_, gauge_}) v->rebuild();
}

}  // namespace usherwright::app
