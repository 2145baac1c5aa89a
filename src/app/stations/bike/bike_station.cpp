// Station Bike.
#include "app/stations/bike/bike_station.h"

#include "app/present/words.h"
#include "app/stations/bike/label_reader_box.h"

namespace usherwright::app {
namespace {

QStringList under(const QString& prefix, std::initializer_list<const char*> keys) {
  QStringList out;
  for (const char* key : keys) out << prefix + QLatin1String(key);
  return out;
}

}  // namespace

BikeStation::BikeStation(Kit kit, QWidget* parent) : StationView(kit, parent) {
  auto* row = new QHBoxLayout(this);
  row->setContentsMargins(16, 10, 12, 8);
  row->setSpacing(16);
  auto* left = new QVBoxLayout;
  left->setSpacing(6);
  left->addWidget(heading(QStringLiteral("Read a label"), QStringLiteral("what is printed on the controller, the pack, the charger")));
  left->addWidget(new LabelReaderBox(kit_));
  left->addWidget(heading(QStringLiteral("Where things sit"), QStringLiteral("leads with their lengths, along the tubes")));
  side_ = new DrawingView(kit_, QStringLiteral("the bike from the side"));
  side_->setGround([this](drawing::Size size) { return drawing::bikeSide(kit_.document.subject(), size); });
  connect(side_, &DrawingView::partClicked, this, [this](const QString& part) {
    const Plan& plan = kit_.document.plan();
    if (part == QLatin1String("controller")) Q_EMIT kit_.desk.fieldRequested(QStringLiteral("/bike/controller/current_max_A"));
    for (std::size_t k = 0; k < plan.packs.size(); ++k)
      if (part == QStringLiteral("pack/") + text(plan.packs[k].id))
        Q_EMIT kit_.desk.fieldRequested(QStringLiteral("/packs/%1/series").arg(k));
    for (std::size_t r = 0; r < plan.wiring.runs.size(); ++r)
      if (part == text(plan.wiring.runs[r].from) + QStringLiteral("/lead"))
        Q_EMIT kit_.desk.fieldRequested(QStringLiteral("/wiring/runs/%1/length_plus_m").arg(r));
  });
  left->addWidget(side_, 1);
  auto* figures = new QHBoxLayout;
  figures->setSpacing(20);
  peak_ = new Figure(kit_, QStringLiteral("draws at most"), QStringLiteral("peak"));
  long_ = new Figure(kit_, QStringLiteral("for long"), QStringLiteral("sustained"));
  perKm_ = new Figure(kit_, QStringLiteral("uses"), QStringLiteral("per-km"));
  mass_ = new Figure(kit_, QStringLiteral("all up"), {});
  for (Figure* f : {peak_, long_, perKm_, mass_}) figures->addWidget(f);
  figures->addStretch(1);
  left->addLayout(figures);
  row->addLayout(left, 1);
}

void BikeStation::refresh() {
  std::vector<EntrySection> sections;
  sections.push_back({QStringLiteral("Controller"),
                      under(QStringLiteral("/bike/controller/"), {"current_max_A", "cutoff_V", "input_max_V", "capacitor_V", "bulk_uF",
                                                                  "regen_current_A", "boost_s", "modified", "tails_mohm"})});
  sections.push_back({QStringLiteral("The bike as it is"), under(QStringLiteral("/bike/"), {"mass_kg", "rider_kg", "load_kg", "rider_W",
                                                                                            "drive", "noload_km_h", "cda_m2", "crr"})});
  QStringList rest{QStringLiteral("/ambient_C"), QStringLiteral("/budget"), QStringLiteral("/title")};
  for (std::size_t i = 0; i < kit_.document.plan().packs.size(); ++i) rest << QStringLiteral("/packs/%1/mount").arg(i);
  sections.push_back({QStringLiteral("Plan and places"), rest});
  for (std::size_t i = 0; i < kit_.document.plan().bike.accessories.size(); ++i)
    sections.push_back({text(kit_.document.plan().bike.accessories[i].name),
                        under(QStringLiteral("/bike/accessories/%1/").arg(i), {"power_W", "tap", "max_V", "parked_mA"})});
  entries_->show(sections);
  const Figures& f = kit_.document.assessment().figures;
  const UnitSystem units = kit_.document.units();
  const auto amps = [](const Known<Ampere>& a) { return a ? text(formatNumber(a->value())) : QStringLiteral("?"); };
  peak_->setValue(amps(f.demand.peak), QStringLiteral("A"));
  long_->setValue(amps(f.demand.sustained), f.demand.sustainedAssumed ? QStringLiteral("A, assumed") : QStringLiteral("A"));
  const bool route = !kit_.document.plan().routes.empty();
  const double perUnit = f.range.route.perKilometre.value() * (units == UnitSystem::Imperial ? 1.609344 : 1);
  perKm_->setValue(route ? text(formatNumber(perUnit)) : QStringLiteral("?"),
                   units == UnitSystem::Imperial ? QStringLiteral("Wh/mi") : QStringLiteral("Wh/km"));
  const Kilogram total = riderOf(kit_.document.plan().bike, Surface::Road, KilometrePerHour(20)).total;
  mass_->setValue(text(formatNumber(total.value() / shownUnit(Kind::Mass, units).scale)), text(shownUnit(Kind::Mass, units).symbol));
  side_->rebuild();
}

}  // namespace usherwright::app
