// Station Range.
#include "app/stations/range/range_station.h"

#include <QFile>
#include <QFileDialog>
#include <QFileInfo>

#include "app/present/words.h"
#include "app/widgets/plain.h"
#include "core/drawing/range/range_drawings.h"
#include "core/io/gpx.h"
#include "core/plan/edit.h"
#include "core/quantity/units.h"
#include "core/travel/on_ground.h"

namespace usherwright::app {

RangeStation::RangeStation(Kit kit, QWidget* parent) : PagedStation(kit, parent) {
  whileEmpty(QStringLiteral("No route yet"), QStringLiteral("Bring a distance and a climb: a usual round, a map, an odometer."),
             QStringLiteral("Add a usual round"),
             [this] { kit_.document.commit(withRoute(kit_.document.plan()), QStringLiteral("add a route")); });
  addPage(QStringLiteral("How far"), [this] { return new HowFarPage(kit_); });
}

std::vector<EntrySection> RangeStation::sections() const {
  const Plan& plan = kit_.document.plan();
  QStringList route, bike;
  for (const char* key : {"km", "climb_m", "climb_grade", "speed_km_h", "surface"})
    route << QStringLiteral("/routes/0/") + QLatin1String(key);
  for (const char* key : {"rider_W", "load_kg", "rider_kg", "mass_kg", "cda_m2", "crr"})
    bike << QStringLiteral("/bike/") + QLatin1String(key);
  return {{text(plan.routes.front().id), route},
          {QStringLiteral("What rolls"), bike},
          {QStringLiteral("The day"), {QStringLiteral("/ambient_C")}}};
}

HowFarPage::HowFarPage(Kit kit) : StationPage(kit) {
  auto* left = pageColumn(this);
  left->setSpacing(6);
  profile_ = new DrawingView(kit_, QStringLiteral("the route"));
  profile_->setGround([this](drawing::Size size) { return drawing::routeProfile(kit_.document.subject(), size); });
  left->addWidget(profile_, 4);
  auto* figures = new QHBoxLayout;
  figures->setSpacing(16);
  likely_ = new Figure(kit_, QStringLiteral("likely, all full"), QStringLiteral("range"));
  perKm_ = new Figure(kit_, QStringLiteral("uses"), QStringLiteral("per-km"));
  need_ = new Figure(kit_, QStringLiteral("this route needs"), QStringLiteral("route-energy"));
  usable_ = new Figure(kit_, QStringLiteral("usable, full to 15 %"), QStringLiteral("usable"));
  time_ = new Figure(kit_, QStringLiteral("takes"), {});
  for (Figure* f : {likely_, perKm_, need_, usable_, time_}) figures->addWidget(f);
  figures->addStretch(1);
  left->addLayout(figures);
  auto* take = new QHBoxLayout;
  auto* track = new QPushButton(QStringLiteral("From a track …"));
  track->setToolTip(QStringLiteral("a GPX file: its length and its climb become those of the route"));
  connect(track, &QPushButton::clicked, this, [this] {
    const QString path = QFileDialog::getOpenFileName(this, QStringLiteral("A track"), {}, QStringLiteral("Tracks (*.gpx)"));
    if (!path.isEmpty()) said_->setText(takeTrack(path));
  });
  take->addWidget(track);
  said_ = wrapped();
  said_->setObjectName(QStringLiteral("track-words"));
  take->addWidget(said_, 1);
  left->addLayout(take);
  left->addWidget(
      stationHeading(QStringLiteral("How far"), QStringLiteral("a band, not one proud number: ± 15 % until five rides are logged")));
  band_ = new DrawingView(kit_, QStringLiteral("range band"));
  band_->setGround([this](drawing::Size size) { return drawing::rangeBand(kit_.document.subject(), size); });
  left->addWidget(band_, 5);
}

QString HowFarPage::takeTrack(const QString& path) {
  QFile file(path);
  if (!file.open(QIODevice::ReadOnly)) return QStringLiteral("%1 cannot be read: %2.").arg(path, file.errorString());
  const auto points = readGpx(file.read(static_cast<qint64>(mostGpxBytes) + 1).toStdString());
  if (!points) return QFileInfo(path).fileName() + QLatin1String(", ") + text(points.error().sentence());
  const Terrain ground = terrainOf(*points);
  if (ground.along.empty()) return QFileInfo(path).fileName() + QStringLiteral(": the track hardly moves.");
  kit_.document.commit(withTrack(kit_.document.plan(), ground), QStringLiteral("route from a track"));
  const UnitSystem units = kit_.document.units();
  QStringList said{QStringLiteral("%1, %2.").arg(
      text(formatQuantity(ground.length().value(), Kind::Distance, units)),
      ground.climb ? QStringLiteral("%1 of climb").arg(text(formatQuantity(ground.climb->value(), Kind::Climb, units)))
                   : QStringLiteral("its climb is not known"))};
  for (const std::string& s : ground.said) said << text(s);
  return said.join(QLatin1Char(' '));
}

void HowFarPage::refresh() {
  const RangeFigures& r = kit_.document.assessment().figures.range;
  const bool imperial = kit_.document.units() == UnitSystem::Imperial;
  const double scale = shownUnit(Kind::Distance, kit_.document.units()).scale;
  likely_->setValue(r.known ? text(formatNumber(r.likely.value() / scale, 2)) : QStringLiteral("?"),
                    text(shownUnit(Kind::Distance, kit_.document.units()).symbol));
  perKm_->setValue(text(formatNumber(r.route.perKilometre.value() * scale)), imperial ? QStringLiteral("Wh/mi") : QStringLiteral("Wh/km"));
  need_->setValue(text(formatNumber(r.route.energy.value())), QStringLiteral("Wh"));
  usable_->setValue(r.known ? text(formatNumber(r.usable.value())) : QStringLiteral("?"), QStringLiteral("Wh"));
  time_->setValue(durationWords(r.route.time), {});
  profile_->rebuild();
  band_->rebuild();
}

}  // namespace usherwright::app
