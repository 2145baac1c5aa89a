// Pages of station Range.
#include "app/stations/range/range_pages.h"

#include <QFile>
#include <QFileDialog>
#include <QFileInfo>

#include "app/present/words.h"
#include "app/widgets/plain.h"
#include "app/widgets/short_line.h"
#include "core/drawing/range/range_drawings.h"
#include "core/io/clock.h"
#include "core/io/gpx.h"
#include "core/parts/catalogue.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "core/plan/lists.h"
#include "core/quantity/units.h"
#include "core/travel/on_ground.h"

namespace usherwright::app {
namespace {

constexpr int knobHeight = 92, mapWidth = 240;

}  // namespace

// ---- the way ----

WayPage::WayPage(Kit kit) : StationPage(kit) {
  auto* column = pageColumn(this);
  column->setSpacing(6);
  column->addWidget(
      stationHeading(QStringLiteral("The way"), QStringLiteral("what is left in each pack along it; drag or ← → to ride it")));
  profile_ = new DrawingView(kit_, QStringLiteral("the way as it is ridden"));
  profile_->setGround([this](drawing::Size size) { return drawing::wayProfile(shown(), way_, size); });
  profile_->setOverlay([this](drawing::Size size) { return drawing::wayScrubber(shown(), way_, at_, size); });
  connect(profile_, &DrawingView::groundDragged, this,
          [this](QPointF p) { scrubTo(drawing::wayPointAt(shown(), way_, p.x(), profile_->area())); });
  connect(profile_, &DrawingView::arrowPressed, this, [this](int key, Qt::KeyboardModifiers) { step(key); });
  auto* pictures = new QHBoxLayout;
  pictures->addWidget(profile_, 1);
  map_ = new DrawingView(kit_, QStringLiteral("the track from above"));
  map_->setGround([this](drawing::Size size) { return drawing::wayMap(shown(), way_, size); });
  map_->setOverlay([this](drawing::Size size) { return drawing::wayMapMark(shown(), way_, at_, size); });
  map_->setFixedWidth(mapWidth);
  pictures->addWidget(map_);
  column->addLayout(pictures, 1);
  here_ = wrapped();
  here_->setObjectName(QStringLiteral("way-here"));
  column->addWidget(here_);
  stops_ = wrapped();
  stops_->setObjectName(QStringLiteral("way-stops"));
  column->addWidget(stops_);
  column->addLayout(buildRow());
  column->addWidget(
      stationHeading(QStringLiteral("Each knob, on this way"), QStringLiteral("what one step more changes of the likely range")));
  knobCards_ = new DrawingView(kit_, QStringLiteral("knobs"));
  knobCards_->setGround([this](drawing::Size size) { return drawing::knobCards(knobs_, kit_.document.units(), size); });
  knobCards_->setFixedHeight(knobHeight);
  connect(knobCards_, &DrawingView::partClicked, this, [this](const QString& part) {
    if (part.startsWith(QLatin1String("knob/"))) Q_EMIT kit_.desk.fieldRequested(part.mid(4));
  });
  column->addWidget(knobCards_);
}

QHBoxLayout* WayPage::buildRow() {
  auto* row = new QHBoxLayout;
  auto* track = new QPushButton(QStringLiteral("From a track …"));
  track->setToolTip(QStringLiteral("a GPX file: the ride that is shown goes over its ground"));
  connect(track, &QPushButton::clicked, this, [this] {
    const QString path = QFileDialog::getOpenFileName(this, QStringLiteral("A track"), {}, QStringLiteral("Tracks (*.gpx)"));
    if (!path.isEmpty()) said_->setText(takeTrack(path));
  });
  row->addWidget(track);
  rides_ = new QComboBox;
  rides_->setAccessibleName(QStringLiteral("ride that is shown"));
  connect(rides_, &QComboBox::activated, this, [this] {
    at_ = 0;
    refresh();
  });
  row->insertWidget(0, rides_);
  auto* another = new QPushButton(QStringLiteral("+ another ride"));
  connect(another, &QPushButton::clicked, this,
          [this] { kit_.document.commit(withAnotherRoute(kit_.document.plan()), QStringLiteral("another ride")); });
  row->addWidget(another);
  auto* stop = new QPushButton(QStringLiteral("+ a stop to charge"));
  stop->setToolTip(QStringLiteral("halfway at first: where, how long and which charger stand beside the page"));
  connect(stop, &QPushButton::clicked, this, &WayPage::addStop);
  row->addWidget(stop);
  dropStop_ = new QPushButton(QStringLiteral("− last stop"));
  connect(dropStop_, &QPushButton::clicked, this, [this] {
    const std::size_t count = stopCount();
    if (count > 0)
      kit_.document.commit(without(kit_.document.plan(), fmt::format("/routes/{}/stops", chosen()), count - 1),
                           QStringLiteral("a stop on the way"));
  });
  row->addWidget(dropStop_);
  said_ = wrapped();
  said_->setObjectName(QStringLiteral("track-words"));
  row->addWidget(said_, 1);
  return row;
}

std::size_t WayPage::stopCount() const {
  const std::vector<Route>& routes = kit_.document.plan().routes;
  return chosen() < routes.size() ? routes[chosen()].stops.size() : 0;
}

void WayPage::addStop() {
  const Plan& plan = kit_.document.plan();
  const std::string list = fmt::format("/routes/{}/stops", chosen());
  const std::size_t place = stopCount();
  Expected<Plan> next = withNew(plan, list);
  // Where is a guess and marked so; how long, and with which charger, only the rider can say.
  if (next)
    next = withWorkedOut(*next, fmt::format("{}/{}/km", list, place), plan.routes[chosen()].length.value() / 2,
                         "halfway, until it is entered");
  if (kit_.document.commit(next, QStringLiteral("a stop on the way")))
    Q_EMIT kit_.desk.partRequested(text(fmt::format("{}/{}/min", list, place)), Keyboard::Follows);
}

QString WayPage::takeTrack(const QString& path) {
  QFile file(path);
  if (!file.open(QIODevice::ReadOnly)) return QStringLiteral("%1 cannot be read: %2.").arg(path, file.errorString());
  const auto points = readGpx(file.read(static_cast<qint64>(mostGpxBytes) + 1).toStdString());
  if (!points) return QFileInfo(path).fileName() + QLatin1String(", ") + text(points.error().sentence());
  const Terrain ground = terrainOf(*points);
  if (ground.along.empty()) return QFileInfo(path).fileName() + QStringLiteral(": the track hardly moves.");
  const Plan tracked = withTrack(withFirstRoute(kit_.document.plan(), chosen()), *points, ground);
  if (!kit_.document.commit(withFirstRoute(tracked, chosen()), QStringLiteral("route from a track"))) return {};
  const UnitSystem units = kit_.document.units();
  QStringList said{QStringLiteral("%1, %2.").arg(
      text(formatQuantity(ground.length().value(), Kind::Distance, units)),
      ground.climb ? QStringLiteral("%1 of climb").arg(text(formatQuantity(ground.climb->value(), Kind::Climb, units)))
                   : QStringLiteral("its climb is not known"))};
  for (const std::string& s : ground.said) said << text(s);
  return said.join(QLatin1Char(' '));
}

void WayPage::scrubTo(std::size_t place) {
  if (way_.points.empty()) return;
  at_ = std::min(place, way_.points.size() - 1);
  profile_->rebuildOverlay();
  map_->rebuildOverlay();
  showPlace();
}

void WayPage::step(int key) {
  if (key == Qt::Key_Right) scrubTo(at_ + std::max<std::size_t>(1, way_.points.size() / 60));
  if (key == Qt::Key_Left) scrubTo(at_ - std::min(at_, std::max<std::size_t>(1, way_.points.size() / 60)));
}

void WayPage::showPlace() {
  if (at_ >= way_.points.size()) return here_->setText({});
  const WayPoint& p = way_.points[at_];
  const UnitSystem units = kit_.document.units();
  const Figures& f = shown().assessment.figures;
  QStringList said{QStringLiteral("%1, after %2: %3 at %4%5")
                       .arg(text(formatQuantity(p.at.value(), Kind::Distance, units, 3)), durationWords(p.time),
                            text(formatNumber(p.power.value())) + QStringLiteral(" W"),
                            text(formatQuantity(p.speed.value(), Kind::Speed, units, 2)),
                            p.limited ? QStringLiteral(", held back by the controller's limit") : QString())};
  for (std::size_t k = 0; k < f.packs.size(); ++k)
    said << QStringLiteral("%1 %2 Wh, %3 A")
                .arg(text(f.packs[k].model.name), text(formatNumber(p.left[k].value())), text(formatNumber(p.current[k].value(), 2)));
  said << QStringLiteral("all packs at %1 %, the gauge shows %2 %")
              .arg(text(formatNumber(p.truth.value() * 100, 2)), text(formatNumber(p.gauge.value() * 100, 2)));
  here_->setText(said.join(QStringLiteral(" · ")));
}

std::size_t WayPage::chosen() const { return static_cast<std::size_t>(std::max(0, rides_->currentIndex())); }

drawing::Subject WayPage::shown() const {
  if (!otherPlan_) return kit_.document.subject();
  return {*otherPlan_, otherFound_, kit_.document.units()};
}

void WayPage::refresh() {
  const Document& document = kit_.document;
  QStringList rides;
  for (const Route& r : document.plan().routes) rides << text(r.id);
  const int was = rides_->currentIndex();
  rides_->clear();
  rides_->addItems(rides);
  rides_->setCurrentIndex(std::clamp(was, 0, std::max(0, static_cast<int>(rides.size()) - 1)));
  rides_->setVisible(rides.size() > 1);
  otherPlan_.reset();
  if (chosen() > 0) {
    otherPlan_ = withFirstRoute(document.plan(), chosen());
    otherFound_ = assess(*otherPlan_, {shippedCatalogue(), today()}, &document.assessment(), Parts::runs());
  }
  way_ = wayRidden(shown().plan, shown().assessment.figures, 400, withStops(shown().plan, shown().assessment));
  knobs_ = knobsOf(shown().plan, shown().assessment, document.units());
  // Their fields are those of the ride that is shown.
  const std::string first = "/routes/0/";
  for (Knob& k : knobs_)
    if (chosen() > 0 && k.pointer.starts_with(first))
      k.pointer = "/routes/" + std::to_string(chosen()) + "/" + k.pointer.substr(first.size());
  at_ = way_.points.empty() ? 0 : std::min(at_, way_.points.size() - 1);
  QStringList said;
  for (const StopMade& s : way_.stops.stops) said << text(stopWords(shown().plan, s, kit_.document.units()));
  stops_->setText(said.join(QLatin1Char(' ')));
  stops_->setVisible(!said.isEmpty());
  dropStop_->setVisible(stopCount() > 0);
  map_->setVisible(way_.byTrack);
  map_->rebuild();
  map_->rebuildOverlay();
  profile_->rebuild();
  profile_->rebuildOverlay();
  knobCards_->rebuild();
  showPlace();
}

// ---- band ----

BandPage::BandPage(Kit kit) : StationPage(kit) {
  auto* column = pageColumn(this);
  column->addWidget(
      stationHeading(QStringLiteral("How far"), QStringLiteral("a band, not one proud number: ± 15 % until five rides are noted")));
  auto* figures = new QHBoxLayout;
  figures->setSpacing(16);
  likely_ = new Figure(kit_, QStringLiteral("likely, all charged"), QStringLiteral("range"));
  perKm_ = new Figure(kit_, QStringLiteral("uses"), QStringLiteral("per-km"));
  need_ = new Figure(kit_, QStringLiteral("this route needs"), QStringLiteral("route-energy"));
  usable_ = new Figure(kit_, QStringLiteral("usable, to 15 % left"), QStringLiteral("usable"));
  time_ = new Figure(kit_, QStringLiteral("takes"), {});
  for (Figure* f : {likely_, perKm_, need_, usable_, time_}) figures->addWidget(f);
  figures->addStretch(1);
  column->addLayout(figures);
  band_ = new DrawingView(kit_, QStringLiteral("range band"));
  band_->setGround([this](drawing::Size size) { return drawing::rangeBand(kit_.document.subject(), size); });
  column->addWidget(band_, 1);
}

void BandPage::refresh() {
  const RangeFigures& r = kit_.document.assessment().figures.range;
  const bool imperial = kit_.document.units() == UnitSystem::Imperial;
  const double scale = shownUnit(Kind::Distance, kit_.document.units()).scale;
  likely_->setValue(r.known ? text(formatNumber(r.likely.value() / scale, 2)) : QStringLiteral("?"),
                    text(shownUnit(Kind::Distance, kit_.document.units()).symbol));
  perKm_->setValue(text(formatNumber(r.route.perKilometre.value() * r.learned.factor * scale)),
                   imperial ? QStringLiteral("Wh/mi") : QStringLiteral("Wh/km"));
  need_->setValue(text(formatNumber(r.route.energy.value() * r.learned.factor)), QStringLiteral("Wh"));
  usable_->setValue(r.known ? text(formatNumber(r.usable.value())) : QStringLiteral("?"), QStringLiteral("Wh"));
  time_->setValue(durationWords(r.route.time), {});
  band_->rebuild();
}

// ---- from label to road ----

LadderPage::LadderPage(Kit kit) : StationPage(kit) {
  auto* column = pageColumn(this);
  column->addWidget(
      stationHeading(QStringLiteral("From label to road"), QStringLiteral("every allowance once, in the order in which it acts")));
  sheet_ = new DrawingView(kit_, QStringLiteral("from the labels to the road"));
  sheet_->setGround([this](drawing::Size size) { return drawing::ladderSheet(rungs_, size); });
  column->addWidget(sheet_, 1);
}

void LadderPage::refresh() {
  rungs_ = ladderOf(kit_.document.plan(), kit_.document.assessment().figures);
  sheet_->rebuild();
}

}  // namespace usherwright::app
