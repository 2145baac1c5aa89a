// The shipped connector classes and fuse ratings.
#include "core/parts/catalogue.h"

#include <algorithm>

namespace usherwright {
namespace {

ConnectorClass powerClass(std::string id, std::string name, double continuous, double tenSeconds, double mohm, std::string largest) {
  return {std::move(id), std::move(name), Ampere(continuous), Ampere(tenSeconds), MilliOhm(mohm), std::move(largest)};
}

ConnectorClass chargeClass(std::string id, std::string name, double continuous, double tenSeconds, double mohm, std::string largest) {
  ConnectorClass c = powerClass(std::move(id), std::move(name), continuous, tenSeconds, mohm, std::move(largest));
  c.forCharging = true;
  return c;
}

ConnectorClass bladeClass(std::string id, std::string name, double continuous, std::string largest) {
  ConnectorClass c = powerClass(std::move(id), std::move(name), continuous, 75, 0.5, std::move(largest));
  c.shrouded = true;
  return c;
}

Catalogue build() {
  Catalogue c;
  c.connectors.push_back(powerClass("bullet-2", "two-pole 2 mm bullet, 15 A", 15, 30, 0.8, "14awg"));
  c.connectors.push_back(powerClass("bullet-3.5", "two-pole 3.5 mm bullet, 30 A", 30, 60, 0.5, "12awg"));
  c.connectors.push_back(powerClass("bullet-4.5", "two-pole 4.5 mm bullet, 45 A", 45, 90, 0.3, "10awg"));
  ConnectorClass antiSpark = powerClass("bullet-4.5-antispark", "two-pole 4.5 mm anti-spark, 45 A", 45, 90, 0.3, "10awg");
  antiSpark.antiSpark = true;
  c.connectors.push_back(antiSpark);
  c.connectors.push_back(bladeClass("blade-30", "stackable single-pole blade, 30 A", 30, "12awg"));
  c.connectors.push_back(bladeClass("blade-45", "stackable single-pole blade, 45 A", 45, "10awg"));
  c.connectors.push_back(chargeClass("barrel-5.5-2.1", "barrel 5.5/2.1, 2 A", 2, 3, 10, "18awg"));
  c.connectors.push_back(chargeClass("barrel-5.5-2.5", "barrel 5.5/2.5, 2 A", 2, 3, 10, "18awg"));
  c.connectors.push_back(chargeClass("round-3pin", "three-pin round, 5 A", 5, 7, 5, "16awg"));
  for (double a : {1, 2, 3, 5}) c.fuseRatings.emplace_back(a);
  for (double a : {7.5, 10.0, 15.0, 20.0, 25.0, 30.0, 35.0, 40.0, 50.0, 60.0, 80.0, 100.0, 125.0}) c.fuseRatings.emplace_back(a);
  return c;
}

}  // namespace

const ConnectorClass* Catalogue::connector(std::string_view id) const {
  const auto found = std::find_if(connectors.begin(), connectors.end(), [&](const ConnectorClass& c) { return c.id == id; });
  return found == connectors.end() ? nullptr : &*found;
}

const Catalogue& shippedCatalogue() {
  static const Catalogue catalogue = build();
  return catalogue;
}

}  // namespace usherwright
