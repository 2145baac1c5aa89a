// Station Bike.
#include "app/stations/bike/bike_station.h"

#include "app/present/words.h"
#include "app/stations/bike/bike_pages.h"

namespace usherwright::app {

BikeStation::BikeStation(Kit kit, QWidget* parent) : PagedStation(kit, parent) {
  addPage(QStringLiteral("Labels"), [this] { return new LabelPage(kit_); });
  addPage(QStringLiteral("Places"), [this] { return new PlacesPage(kit_); });
  addPage(QStringLiteral("Need"), [this] { return new NeedPage(kit_); });
  addPage(QStringLiteral("Evidence"), [this] { return new EvidencePage(kit_); });
  addPage(QStringLiteral("Measure next"), [this] { return new MeasurePage(kit_); });
}

std::vector<EntrySection> BikeStation::sections() const {
  const Plan& plan = kit_.document.plan();
  std::vector<EntrySection> out;
  out.push_back(
      {QStringLiteral("Controller"), fieldsUnder(QStringLiteral("/bike/controller/"),
                                                 {"nameplate_V", "current_max_A", "cutoff_V", "input_max_V", "capacitor_V", "bulk_uF",
                                                  "regen_current_A", "regen_ceiling_soc", "boost_s", "modified", "tails_mohm"})});
  out.push_back({QStringLiteral("The bike as it is"),
                 fieldsUnder(QStringLiteral("/bike/"), {"model", "display", "motor_W", "mass_kg", "rider_kg", "load_kg", "rider_W", "drive",
                                                        "noload_km_h", "cda_m2", "crr", "odometer_shown_km", "odometer_true_km"})});
  QStringList places = fieldsUnder(QStringLiteral("/bike/"), {"frame", "wheel_mm", "wheelbase_mm", "seat_tube_mm", "down_tube_mm"});
  for (std::size_t i = 0; i < plan.packs.size(); ++i) places << QStringLiteral("/packs/%1/mount").arg(i);
  out.push_back({QStringLiteral("Frame and places"), places});
  for (std::size_t i = 0; i < plan.routes.size(); ++i)
    out.push_back({QStringLiteral("Ride: %1").arg(text(plan.routes[i].id)),
                   fieldsUnder(QStringLiteral("/routes/%1/").arg(i),
                               {"id", "km", "climb_m", "climb_grade", "speed_km_h", "surface", "headwind_km_h"})});
  out.push_back(
      {QStringLiteral("Need and money"),
       QStringList{QStringLiteral("/need/goal_Wh"), QStringLiteral("/need/goal_Ah"), QStringLiteral("/need/reserve_km"),
                   QStringLiteral("/need/end_soh"), QStringLiteral("/ambient_C"), QStringLiteral("/hottest_C"), QStringLiteral("/budget"),
                   QStringLiteral("/tax"), QStringLiteral("/shipping"), QStringLiteral("/currency"), QStringLiteral("/title")}});
  out.push_back({QStringLiteral("Meter"), {QStringLiteral("/meter_accuracy"), QStringLiteral("/meter_digit_V")}});
  for (std::size_t i = 0; i < plan.bike.accessories.size(); ++i)
    out.push_back({text(plan.bike.accessories[i].name),
                   fieldsUnder(QStringLiteral("/bike/accessories/%1/").arg(i),
                               {"name", "power_W", "tap", "max_V", "lead_V", "parked_mA", "lead_size", "fuse/present", "fuse/rating_A",
                                "fuse/kind", "fuse/dc_V", "fuse/breaking_A", "fuse/carry", "fuse/distance_mm", "fuse/built_in"})});
  return out;
}

/// Jobs have boxes of their own.
QString BikeStation::pageOf(const QString& pointer) const {
  return pointer.startsWith(QLatin1String("/need/")) ? QStringLiteral("Need") : QString();
}

bool BikeStation::showPage(const QString& name) {
  if (!PagedStation::showPage(name)) return false;
  if (auto* labels = qobject_cast<LabelPage*>(page())) labels->takeKeyboard();
  return true;
}

}  // namespace usherwright::app
