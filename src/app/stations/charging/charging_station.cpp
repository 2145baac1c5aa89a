// Station Charging. A click on a pair puts the charger to the pack, or takes it off.
#include "app/stations/charging/charging_station.h"

#include "app/present/words.h"
#include "app/widgets/plain.h"
#include "core/drawing/charging/charging_drawings.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "core/plan/names.h"

namespace usherwright::app {
namespace {

void addCharger(Document& document) {
  const Plan& plan = document.plan();
  if (plan.packs.empty()) {
    document.commit(withChargerFor(withNewPack(plan), 0));
    return;
  }
  // For the first pack that has none yet.
  std::size_t target = 0;
  for (std::size_t k = plan.packs.size(); k-- > 0;) {
    bool served = false;
    for (const ChargeFigures& c : document.assessment().figures.charging) served = served || (c.pack == k && c.assigned);
    if (!served) target = k;
  }
  document.commit(withChargerFor(plan, target));
}

}  // namespace

ChargingStation::ChargingStation(Kit kit, QWidget* parent) : PagedStation(kit, parent) {
  whileEmpty(QStringLiteral("No charger yet"),
             QStringLiteral("Bring the charger's label: what is printed after OUTPUT, and its plug.\nA charger is chosen "
                            "by its full voltage, never by the class of the pack."),
             QStringLiteral("Add a charger"), [this] { addCharger(kit_.document); });
  addPage(QStringLiteral("Chargers"), [this] { return new ChargersPage(kit_); });
}

bool ChargingStation::isEmpty() const { return kit_.document.plan().chargers.empty() || kit_.document.plan().packs.empty(); }

QString ChargingStation::mainWorking() const {
  for (const ChargeFigures& c : kit_.document.assessment().figures.charging)
    if (c.run) return QStringLiteral("charge/%1/%2").arg(c.charger).arg(c.pack);
  return {};
}

std::vector<EntrySection> ChargingStation::sections() const {
  const Plan& plan = kit_.document.plan();
  std::vector<EntrySection> out;
  for (std::size_t i = 0; i < plan.chargers.size(); ++i) {
    QStringList list;
    for (const char* key : {"name", "output_V", "output_A", "reading_V", "meter_accuracy", "chemistry", "plug", "polarity", "place",
                            "selector", "efficiency", "stop_A"})
      list << QStringLiteral("/chargers/%1/%2").arg(i).arg(QLatin1String(key));
    out.push_back({text(shownName(plan.chargers[i])), list});
  }
  for (std::size_t k = 0; k < plan.packs.size(); ++k) {
    QStringList list;
    for (const char* key : {"soc", "charge_port", "charge_polarity", "port_contacts", "charge_lead_size", "charge_fuse/present",
                            "charge_fuse/rating_A", "charge_fuse/kind", "charge_fuse/dc_V", "charge_fuse/breaking_A", "charge_fuse/carry",
                            "charge_fuse/distance_mm", "charge_fuse/built_in", "bms/charge_A", "charge_temperature_C"})
      list << QStringLiteral("/packs/%1/%2").arg(k).arg(QLatin1String(key));
    out.push_back({QStringLiteral("Charge port: %1").arg(text(shownName(plan.packs[k]))), list});
  }
  return out;
}

ChargersPage::ChargersPage(Kit kit) : StationPage(kit) {
  auto* left = pageColumn(this);
  left->setSpacing(6);
  left->addWidget(stationHeading(QStringLiteral("Which charger for which pack"), QStringLiteral("click or Enter: in use, or not")));
  matrix_ = new DrawingView(kit_, QStringLiteral("charger and pack verdicts"));
  matrix_->setGround([this](drawing::Size size) { return drawing::chargerMatrix(kit_.document.subject(), size); });
  matrix_->setMinimumHeight(150);
  connect(matrix_, &DrawingView::partClicked, this, &ChargersPage::toggle);
  left->addWidget(matrix_, 2);
  auto* buttons = new QHBoxLayout;
  auto* add = new QPushButton(QStringLiteral("+ add a charger"));
  connect(add, &QPushButton::clicked, this, [this] { addCharger(kit_.document); });
  buttons->addWidget(add);
  remove_ = new QPushButton(QStringLiteral("remove the last"));
  connect(remove_, &QPushButton::clicked, this,
          [this] { kit_.document.commit(without(kit_.document.plan(), "/chargers", kit_.document.plan().chargers.size() - 1)); });
  buttons->addWidget(remove_);
  auto* caution = new PlainLabel(QStringLiteral("Charge attended, away from the way out; never below 0 °C."));
  caution->setProperty("role", "soft");
  buttons->addSpacing(12);
  buttons->addWidget(caution, 1);
  left->addLayout(buttons);
  left->addWidget(stationHeading(QStringLiteral("From now to full"), QStringLiteral("charge of each pack over the hours, in %")));
  timeline_ = new DrawingView(kit_, QStringLiteral("charge over time"));
  timeline_->setGround([this](drawing::Size size) { return drawing::chargeTimeline(kit_.document.subject(), size); });
  left->addWidget(timeline_, 3);
}

void ChargersPage::toggle(const QString& part) {
  const QStringList tokens = part.split(QLatin1Char('/'));
  if (tokens.size() != 3 || tokens[0] != QLatin1String("pair")) return;
  const std::size_t charger = tokens[1].toULongLong();
  const std::size_t pack = tokens[2].toULongLong();
  for (const ChargeFigures& c : kit_.document.assessment().figures.charging) {
    if (c.charger != charger || c.pack != pack) continue;
    kit_.document.commit(withAssignment(kit_.document.plan(), charger, pack, c.assigned ? Assignment::Free : Assignment::Assigned));
    return;
  }
}

void ChargersPage::refresh() {
  matrix_->rebuild();
  timeline_->rebuild();
}

}  // namespace usherwright::app
