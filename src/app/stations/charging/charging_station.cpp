// Station Charging.
#include "app/stations/charging/charging_station.h"

#include "app/present/words.h"
#include "app/stations/charging/charging_pages.h"
#include "core/plan/names.h"

namespace usherwright::app {
ChargingStation::ChargingStation(Kit kit, QWidget* parent) : PagedStation(kit, parent) {
  whileEmpty(QStringLiteral("No charger yet"),
             QStringLiteral("Bring the charger's label: what is printed after OUTPUT, and its plug.\nA charger is chosen "
                            "by its full voltage, never by the class of the pack."),
             QStringLiteral("Add a charger"), [this] { addCharger(kit_.document); });
  addPage(QStringLiteral("Tonight"), [this] { return new TonightPage(kit_); });
  addPage(QStringLiteral("Matrix"), [this] { return new MatrixPage(kit_); });
  addPage(QStringLiteral("Settle"), [this] { return new SettlePage(kit_); });
  addPage(QStringLiteral("Ceiling"), [this] { return new CeilingPage(kit_); });
  addPage(QStringLiteral("Balance"), [this] { return new BalancePage(kit_); });
  addPage(QStringLiteral("On the way"), [this] { return new OnTheWayPage(kit_); });
  addPage(QStringLiteral("Way in"), [this] { return new WayInPage(kit_); });
  addPage(QStringLiteral("Kept"), [this] { return new KeptPage(kit_); });
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
  QStringList night;
  for (const char* key : {"begins_min", "ready_by_min", "attendance", "timer_step_min", "one_at_a_time", "unplugged"})
    night << QStringLiteral("/charging/%1").arg(QLatin1String(key));
  for (std::size_t i = 0; i < plan.charging.there.size(); ++i)
    for (const char* key : {"from_min", "to_min", "presence"})
      night << QStringLiteral("/charging/hours/%1/%2").arg(i).arg(QLatin1String(key));
  out.push_back({QStringLiteral("Tonight"), night});
  for (std::size_t i = 0; i < plan.chargers.size(); ++i) {
    QStringList list;
    for (const char* key : {"name",         "output_V",    "output_A", "output_W", "reading_V",        "meter_accuracy", "chemistry",
                            "plug",         "polarity",    "place",    "supplied", "setting",          "ends_by",        "stop_A",
                            "output_diode", "compensated", "float_V",  "selector", "selector_checked", "mains_from_V",   "mains_to_V",
                            "mains_W",      "efficiency",  "mass_kg",  "price"})
      list << QStringLiteral("/chargers/%1/%2").arg(i).arg(QLatin1String(key));
    for (std::size_t l = 0; l < plan.chargers[i].lights.size(); ++l)
      for (const char* key : {"shows", "means"}) list << QStringLiteral("/chargers/%1/lights/%2/%3").arg(i).arg(l).arg(QLatin1String(key));
    out.push_back({text(shownName(plan.chargers[i])), list});
  }
  for (std::size_t k = 0; k < plan.packs.size(); ++k) {
    QStringList list;
    for (const char* key : {"soc",
                            "tonight",
                            "ceiling",
                            "temperature_C",
                            "charge_temperature_C",
                            "charge_port",
                            "port_A",
                            "charge_polarity",
                            "port_contacts",
                            "charge_lead_size",
                            "charge_fuse/present",
                            "charge_fuse/rating_A",
                            "charge_fuse/kind",
                            "charge_fuse/dc_V",
                            "charge_fuse/breaking_A",
                            "charge_fuse/carry",
                            "charge_fuse/distance_mm",
                            "charge_fuse/built_in",
                            "bms/charge_A",
                            "bms/balances",
                            "bms/balance_mA",
                            "held_full_on",
                            "cycles_since_held",
                            "balance_every",
                            "first_ladder"})
      list << QStringLiteral("/packs/%1/%2").arg(k).arg(QLatin1String(key));
    out.push_back({QStringLiteral("Charge port: %1").arg(text(shownName(plan.packs[k]))), list});
  }
  QStringList place;
  for (const char* key : {"mains_V", "supply", "supply_W", "supply_Wh", "room", "ground", "way_out", "near_fuel", "alarm", "closed_box",
                          "controller_on", "kWh_price", "rides_per_week"})
    place << QStringLiteral("/charging/%1").arg(QLatin1String(key));
  out.push_back({QStringLiteral("Where it is charged"), place});
  return out;
}

}  // namespace usherwright::app
