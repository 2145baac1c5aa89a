// What the files of the CHG family share.
#pragma once

#include <fmt/format.h>

#include "core/assess/rules/rule.h"
#include "core/plan/names.h"

namespace usherwright::rules {

/// About a charger on a pack: its field is one of the charger.
inline Finding onPair(const Context& c, std::string id, Severity severity, const ChargeFigures& pair, std::string_view field) {
  const std::string part = c.plan.chargers[pair.charger].id + "/" + c.plan.packs[pair.pack].id;
  return finding({std::move(id), severity, Station::Charging, part, chargerPointer(pair.charger, field)});
}

/// About a charger, whatever it is put to.
inline Finding onCharger(const Context& c, std::string id, Severity severity, std::size_t charger, std::string_view field) {
  return finding({std::move(id), severity, Station::Charging, c.plan.chargers[charger].id, chargerPointer(charger, field)});
}

/// A fix that takes a charger off a pack is not a field: said in words.
inline std::string chargerFor(const PackModel& m) {
  return fmt::format("a charger made for {}S {}, {}", m.series, m.facts.name, text(m.full));
}

/// A charger that is put to a pack, and so will be used.
inline bool isUsed(const Charger& charger) { return !charger.forPacks.empty(); }

}  // namespace usherwright::rules
