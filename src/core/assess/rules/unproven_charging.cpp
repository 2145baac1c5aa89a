// BIKE-08 about charging: the chargers, where and how it is done, how packs are kept even.
#include <fmt/format.h>

#include <algorithm>

#include "core/assess/rules/unproven.h"
#include "core/plan/names.h"

namespace usherwright::rules {
namespace {

void ofCharger(const Context& c, std::size_t i, Findings& out) {
  const Charger& charger = c.plan.chargers[i];
  const auto puts = [&](const auto& what) {
    return std::any_of(c.figures.charging.begin(), c.figures.charging.end(),
                       [&](const ChargeFigures& f) { return f.assigned && f.charger == i && what(f.pack); });
  };
  const auto serves = [&](Chemistry kind) { return puts([&](std::size_t k) { return c.figures.packs[k].model.chemistry == kind; }); };
  Unproven limits(c, Station::Charging, charger.id, shownName(charger));
  for (const char* key : {"output_V", "output_A", "chemistry", "plug", "polarity"}) limits.check(chargerPointer(i, key));
  if (puts([&](std::size_t k) { return c.plan.packs[k].bms.port == BmsPort::Separate; })) limits.check(chargerPointer(i, "place"));
  if (serves(Chemistry::Nimh)) limits.check(chargerPointer(i, "ends_by"));
  limits.report(out);

  Unproven looks(c, Station::Charging, charger.id + "/mains", shownName(charger));
  if (c.plan.packs.size() > 1) looks.checkUnknown(chargerPointer(i, "place"));
  for (const char* key : {"selector", "setting"}) looks.checkUnknown(chargerPointer(i, key));
  if (charger.selector.value_or(Selector::None) == Selector::None)
    looks.checkTogether("mains range", "printed after INPUT", {chargerPointer(i, "mains_from_V"), chargerPointer(i, "mains_to_V")});
  if (charger.place == ChargePlace::Bus) looks.checkUnknown(chargerPointer(i, "output_diode"));
  if (serves(Chemistry::Lead))
    for (const char* key : {"compensated", "float_V"}) looks.checkUnknown(chargerPointer(i, key));
  looks.reportAsNotSeen(out);
}

void ofPack(const Context& c, std::size_t k, Findings& out) {
  const PackModel& m = c.figures.packs[k].model;
  const Pack& p = c.plan.packs[k];
  Unproven keeping(c, Station::Charging, p.id + "/keeping", "how " + m.name + " is kept even");
  if (isLithium(m.chemistry) && p.bms.present != false) {
    keeping.checkUnknown(packPointer(k, "bms/balances"));
    if (p.bms.balances != Balances::Never)
      keeping.checkTogether("last held full", "write it down: a full charge, held, and the Ah ridden since",
                            {packPointer(k, "held_full_on"), packPointer(k, "cycles_since_held")});
  }
  if (p.origin == Origin::Built && p.firstCharge.empty()) keeping.checkUnknown(packPointer(k, "first_ladder"));
  if (!p.charges.empty())
    for (const char* key : {"from_soc", "to_soc", "charger", "took_min", "put_back_Ah"})
      keeping.checkUnknown(packPointer(k, fmt::format("charges/{}/{}", p.charges.size() - 1, key)));
  keeping.reportAsNotSeen(out);
}

void ofPlace(const Context& c, Findings& out) {
  Unproven place(c, Station::Charging, "place", "where and how the packs are charged");
  for (const char* key : {"attendance", "unplugged", "way_out", "ground", "near_fuel", "alarm", "controller_on", "mains_V"})
    place.checkUnknown(std::string("/charging/") + key);
  const bool lead = std::any_of(c.figures.charging.begin(), c.figures.charging.end(), [&](const ChargeFigures& f) {
    return f.assigned && c.figures.packs[f.pack].model.chemistry == Chemistry::Lead;
  });
  if (lead)
    for (const char* key : {"room", "closed_box"}) place.checkUnknown(std::string("/charging/") + key);
  const Supply supply = c.plan.charging.supply.value_or(Supply::Mains);
  if (supply != Supply::Mains) place.checkUnknown("/charging/supply_W");
  if (supply == Supply::Portable) place.checkUnknown("/charging/supply_Wh");
  place.reportAsNotSeen(out);
}

}  // namespace

void chargingUnproven(const Context& c, Findings& out) {
  for (std::size_t i = 0; i < c.plan.chargers.size(); ++i)
    if (!c.plan.chargers[i].forPacks.empty()) ofCharger(c, i, out);
  bool any = false;
  for (std::size_t k = 0; k < c.plan.packs.size(); ++k) {
    if (!isCharged(c, k)) continue;
    any = true;
    ofPack(c, k, out);
  }
  if (any) ofPlace(c, out);
}

}  // namespace usherwright::rules
