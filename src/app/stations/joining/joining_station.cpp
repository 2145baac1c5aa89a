// Station Joining. The scrubber moves only overlays: basins and the line over a cached chart.
#include "app/stations/joining/joining_station.h"

#include <QFile>
#include <QFileDialog>
#include <QFileInfo>
#include <QSaveFile>

#include "app/present/methods.h"
#include "app/present/words.h"
#include "app/stations/joining/joining_pages.h"
#include "app/stations/joining/study_pages.h"
#include "app/widgets/plain.h"
#include "core/assess/joining_setup.h"
#include "core/io/spice.h"
#include "core/io/table_csv.h"
#include "core/plan/edit.h"
#include "core/plan/names.h"
#include "core/plan/ride_list.h"

namespace usherwright::app {
namespace {

constexpr int frame = 16;                // ms
constexpr double playingSeconds = 12.0;  // the whole ride plays in this time

}  // namespace

JoiningStation::JoiningStation(Kit kit, QWidget* parent)
    : StationView(kit, parent), methods_(new QButtonGroup(this)), policies_(new QButtonGroup(this)) {
  pages_ = new QStackedLayout(this);
  auto* empty = new EmptyState(kit_, QStringLiteral("Nothing to join yet"),
                               QStringLiteral("Bring two packs: for each its series count, its Ah and its rested voltage."));
  connect(empty->beginButton(QStringLiteral("Add a pack")), &QPushButton::clicked, this,
          [this] { kit_.document.commit(withNewPack(kit_.document.plan())); });
  pages_->addWidget(empty);
  QVBoxLayout* left = newPage(pages_);
  sheets_ = new Pages;
  left->addWidget(sheets_, 1);
  sheets_->add(QStringLiteral("Flow"), buildFlow());
  sheets_->add(QStringLiteral("Methods"), new MethodsPage(kit_));
  sheets_->add(QStringLiteral("Pairs"), new PairsPage(kit_));
  sheets_->add(QStringLiteral("Connect"), new MeetingPage(kit_));
  sheets_->add(QStringLiteral("Alone"), new SubsetsPage(kit_));
  sheets_->add(QStringLiteral("Turns"), new TurnsPage(kit_));
  sheets_->add(QStringLiteral("Gauge"), new GaugePage(kit_));
  sheets_->add(QStringLiteral("Proof"), new ProofPage(kit_));
  sheets_->add(QStringLiteral("Spread"), new SpreadPage(kit_));
  sheets_->add(QStringLiteral("Live ends"), new LiveEndsPage(kit_));
  connect(sheets_, &Pages::chosen, this, [this] { refresh(); });
  timer_.setInterval(frame);
  connect(&timer_, &QTimer::timeout, this, &JoiningStation::tick);
}

QWidget* JoiningStation::buildFlow() {
  auto* page = new QWidget;
  auto* column = new QVBoxLayout(page);
  column->setContentsMargins(0, 0, 0, 0);
  column->setSpacing(8);
  column->addWidget(buildMethods());
  auto* drawings = new QHBoxLayout;
  drawings->setSpacing(12);
  basins_ = new DrawingView(kit_, QStringLiteral("basins"));
  basins_->setOverlay([this](drawing::Size size) { return drawing::basins(kit_.document.subject(), time_, size); });
  ride_ = new DrawingView(kit_, QStringLiteral("the ride"));
  ride_->setGround([this](drawing::Size size) { return drawing::rideChart(kit_.document.subject(), size); });
  ride_->setOverlay([this](drawing::Size size) { return drawing::rideScrubber(kit_.document.subject(), time_, size); });
  connect(ride_, &DrawingView::groundDragged, this, &JoiningStation::scrubTo);
  connect(ride_, &DrawingView::partDragged, this, [this](const QString&, QPointF p) { scrubTo(p); });
  connect(ride_, &DrawingView::arrowPressed, this, &JoiningStation::step);
  connect(basins_, &DrawingView::arrowPressed, this, &JoiningStation::step);
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
  return page;
}

QWidget* JoiningStation::buildRideRow() {
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
  for (const auto& [words, ending] : {std::pair{"Table\u2026", ".csv"}, std::pair{"Netlist\u2026", ".cir"}}) {
    auto* save = new QPushButton(QString::fromUtf8(words));
    save->setToolTip(ending == std::string_view(".csv") ? QStringLiteral("The simulated ride, a row every second")
                                                        : QStringLiteral("The circuit, for a SPICE program"));
    connect(save, &QPushButton::clicked, this, [this, end = QString::fromLatin1(ending)] {
      QString path = QFileDialog::getSaveFileName(this, QStringLiteral("Save the ride"), QStringLiteral("ride") + end);
      if (path.isEmpty()) return;
      if (!path.endsWith(end)) path += end;
      said_->setText(saveTo(path));
    });
    row->addWidget(save);
  }
  return box;
}

QString JoiningStation::saveTo(const QString& path) const {
  const auto& ride = kit_.document.assessment().figures.ride;
  if (!ride || ride->end <= Second(0)) return QStringLiteral("There is no ride to save.");
  std::vector<std::string> ids;
  for (const Source& s : ride->input().sources) ids.push_back(s.id);
  std::string out;
  if (path.endsWith(QLatin1String(".csv"))) {
    out = tableCsv(ride->table(Second(1)), ids);
  } else {
    const auto netlist = spiceExport(*ride);
    if (!netlist) return text(netlist.error().sentence());
    out = *netlist;
  }
  QSaveFile file(path);
  if (!file.open(QIODevice::WriteOnly) || file.write(out.data(), static_cast<qint64>(out.size())) < 0 || !file.commit())
    return QStringLiteral("%1 cannot be written: %2.").arg(path, file.errorString());
  return QStringLiteral("Saved as %1.").arg(QFileInfo(path).fileName());
}

QString JoiningStation::takeRide(const QString& path) {
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

bool JoiningStation::showPage(const QString& page) { return sheets_->choose(page); }

bool JoiningStation::reveal(const QString& pointer) {
  if (pointer == QLatin1String("/joining/method") || pointer == QLatin1String("/joining/policy")) showPage(QStringLiteral("Flow"));
  return StationView::reveal(pointer);
}

QWidget* JoiningStation::buildMethods() {
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

QWidget* JoiningStation::buildPolicies() {
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

QWidget* JoiningStation::buildTimeRow() {
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

Second JoiningStation::end() const {
  const auto& ride = kit_.document.assessment().figures.ride;
  return ride ? ride->end : Second(0);
}

void JoiningStation::setTime(Second time) {
  time_ = Second(std::clamp(time.value(), 0.0, end().value()));
  showTime();
  basins_->rebuildOverlay();
  ride_->rebuildOverlay();
}

void JoiningStation::showTime() { clock_->setText(QStringLiteral("Basins after %1").arg(durationWords(time_))); }

void JoiningStation::scrubTo(QPointF position) {
  const drawing::TimeAxis axis = drawing::rideAxis(kit_.document.subject(), ride_->area());
  const double along = std::clamp((position.x() - axis.left) / (axis.right - axis.left), 0.0, 1.0);
  setTime(axis.end * along);
}

void JoiningStation::step(int key, Qt::KeyboardModifiers modifiers) {
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

void JoiningStation::tick() {
  setTime(time_ + end() * (frame / 1000.0 / playingSeconds));
  if (time_ >= end()) play_->setChecked(false);
}

void JoiningStation::hideEvent(QHideEvent* e) {
  play_->setChecked(false);
  StationView::hideEvent(e);
}

void JoiningStation::showMethods() {
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

std::vector<EntrySection> JoiningStation::sections() const {
  const Plan& plan = kit_.document.plan();
  const QString joining = QStringLiteral("/joining/");
  std::vector<EntrySection> out;
  QStringList ride{joining + QStringLiteral("load_mode")};
  if (plan.joining.loadMode == LoadMode::Power) ride << joining + QStringLiteral("load_power_W");
  if (plan.joining.loadMode == LoadMode::Current) ride << joining + QStringLiteral("load_current_A");
  ride << QStringLiteral("/bike/controller/regen_current_A");
  out.push_back({QStringLiteral("The ride draws"), ride});
  if (plan.packs.size() > 1) {
    QStringList joint;
    if (plan.joining.method == Method::Converter)
      for (const char* key : {"source", "set_V", "output_A", "power_W", "efficiency", "standby_mA", "input_low_V", "input_high_V",
                              "fallback_V", "own_cut_V", "second_joint"})
        joint << joining + QStringLiteral("converter/") + QLatin1String(key);
    if (plan.joining.method != Method::Direct)
      for (const char* key : {"part/input_A", "part/total_A", "part/inputs", "part/voltage_V", "part/forward_V", "part/on_mohm",
                              "part/standby_mA", "part/closed_box"})
        joint << joining + QLatin1String(key);
    if (plan.joining.method == Method::Schottky) joint << joining + QStringLiteral("part/heat_sink_K_per_W");
    if (plan.joining.method == Method::Selector)
      joint << joining + QStringLiteral("part/break_before_make") << joining + QStringLiteral("part/breaks_load");
    else joint << joining + QStringLiteral("switched_inputs");
    if (plan.joining.method == Method::Direct)
      joint << joining + QStringLiteral("loose_ends_capped") << joining + QStringLiteral("always_together");
    if (plan.joining.method == Method::Selector || plan.joining.switchedInputs) joint << joining + QStringLiteral("mark_soc");
    joint << joining + QStringLiteral("precharge_ohm") << joining + QStringLiteral("limit_while_apart_A")
          << joining + QStringLiteral("two_meters");
    out.push_back({QStringLiteral("The joint"), joint});
  }
  const auto runKeys = [&](QStringList& list, const Run* run) {
    for (std::size_t r = 0; r < plan.wiring.runs.size(); ++r)
      if (&plan.wiring.runs[r] == run)
        for (const char* key : {"size", "length_plus_m", "length_minus_m", "insulation", "bundle", "closed", "touchable"})
          list << QStringLiteral("/wiring/runs/%1/%2").arg(r).arg(QLatin1String(key));
  };
  for (std::size_t k = 0; k < plan.packs.size(); ++k) {
    const Pack& p = plan.packs[k];
    const QString at = QStringLiteral("/packs/%1/").arg(k);
    QStringList list{at + QStringLiteral("soc")};
    runKeys(list, plan.leadOf(p.id));
    list << at + QStringLiteral("plug") << at + QStringLiteral("plug_live_side") << at + QStringLiteral("fuse/present");
    if (countsAsFitted(p.fuse))
      for (const char* key : {"fuse/rating_A", "fuse/dc_V", "fuse/breaking_A", "fuse/carry", "fuse/distance_mm", "fuse/built_in"})
        list << at + QLatin1String(key);
    out.push_back({QStringLiteral("Lead, plug and fuse: %1").arg(text(shownName(p))), list});
  }
  out.push_back({QStringLiteral("The gauge"), {QStringLiteral("/bike/gauge/kind"), QStringLiteral("/bike/gauge/bars")}});
  QStringList main;
  runKeys(main, plan.mainRun());
  main << joining + QStringLiteral("output_plug");
  out.push_back({QStringLiteral("Main lead"), main});
  // Whatever else is drawn: runs between packs, or from what is not there.
  for (std::size_t r = 0; r < plan.wiring.runs.size(); ++r) {
    const Run& run = plan.wiring.runs[r];
    const bool shown = &run == plan.mainRun() ||
                       std::any_of(plan.packs.begin(), plan.packs.end(), [&](const Pack& p) { return plan.leadOf(p.id) == &run; });
    if (shown) continue;
    QStringList list;
    for (const char* key : {"from", "to", "from_pole", "to_pole", "size"})
      list << QStringLiteral("/wiring/runs/%1/%2").arg(r).arg(QLatin1String(key));
    out.push_back({QStringLiteral("Run: %1").arg(text(run.id)), list});
  }
  return out;
}

void JoiningStation::refresh() {
  pages_->setCurrentIndex(kit_.document.plan().packs.empty() ? 0 : 1);
  if (kit_.document.plan().packs.empty()) return entries_->show({});
  time_ = Second(std::clamp(time_.value(), 0.0, end().value()));
  showMethods();
  showTime();
  entries_->show(sections());
  if (auto* page = qobject_cast<StationPage*>(sheets_->currentPage())) return page->refresh();
  for (DrawingView* v : {basins_, ride_, gauge_}) v->rebuild();
}

}  // namespace usherwright::app
