// Station Range.
#include "app/stations/range/range_station.h"

#include "app/present/words.h"
#include "app/stations/range/claims_page.h"
#include "app/stations/range/learn_page.h"
#include "app/stations/range/range_pages.h"
#include "app/stations/range/today_page.h"
#include "app/stations/range/what_if_page.h"
#include "core/plan/edit.h"

namespace usherwright::app {

RangeStation::RangeStation(Kit kit, QWidget* parent) : PagedStation(kit, parent) {
  whileEmpty(QStringLiteral("No route yet"), QStringLiteral("Bring a track, or a distance and a climb: a usual round, a map, an odometer."),
             QStringLiteral("Add a usual round"),
             [this] { kit_.document.commit(withRoute(kit_.document.plan()), QStringLiteral("add a route")); });
  addPage(QStringLiteral("The way"), [this] { return new WayPage(kit_); });
  addPage(QStringLiteral("Band"), [this] { return new BandPage(kit_); });
  addPage(QStringLiteral("Today"), [this] { return new TodayPage(kit_); });
  addPage(QStringLiteral("What if"), [this] { return new WhatIfPage(kit_); });
  addPage(QStringLiteral("From label to road"), [this] { return new LadderPage(kit_); });
  addPage(QStringLiteral("Claims"), [this] { return new ClaimsPage(kit_); });
  addPage(QStringLiteral("Learn"), [this] { return new LearnPage(kit_); });
}

std::vector<EntrySection> RangeStation::sections() const {
  const Plan& plan = kit_.document.plan();
  std::vector<EntrySection> out;
  for (std::size_t i = 0; i < plan.routes.size(); ++i)
    out.push_back({text(plan.routes[i].id),
                   fieldsUnder(QStringLiteral("/routes/%1/").arg(i),
                               {"id", "km", "climb_m", "climb_grade", "speed_km_h", "surface", "headwind_km_h", "wind_from_deg"})});
  for (std::size_t i = 0; i < plan.routes.size(); ++i)
    for (std::size_t k = 0; k < plan.routes[i].stops.size(); ++k)
      out.push_back({plan.routes.size() > 1 ? QStringLiteral("stop %1 of %2").arg(k + 1).arg(text(plan.routes[i].id))
                                            : QStringLiteral("stop %1").arg(k + 1),
                     fieldsUnder(QStringLiteral("/routes/%1/stops/%2/").arg(i).arg(k), {"km", "min", "charger", "place"})});
  for (std::size_t i = 0; i < plan.claims.size(); ++i)
    out.push_back({QStringLiteral("claim %1").arg(i + 1), fieldsUnder(QStringLiteral("/claims/%1/").arg(i), {"words", "pack", "by"})});
  out.push_back({QStringLiteral("What rolls"),
                 fieldsUnder(QStringLiteral("/bike/"), {"rider_W", "load_kg", "rider_kg", "mass_kg", "cda_m2", "crr"})});
  out.push_back({QStringLiteral("The day"), {QStringLiteral("/ambient_C"), QStringLiteral("/need/reserve_km")}});
  return out;
}

}  // namespace usherwright::app
