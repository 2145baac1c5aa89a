// Values within their fields, and what single fields cannot express: sizes, unique ids, what names what, rest curves.
#include <fmt/format.h>

#include <algorithm>
#include <set>

#include "core/plan/edit.h"
#include "core/plan/sizes.h"
#include "core/plan/structure.h"
#include "core/quantity/text.h"

namespace usherwright {
namespace {

/// Ids must be there and differ.
template <class T>
Expected<void> uniqueIds(const std::vector<T>& items, const std::string& list) {
  std::set<std::string> seen;
  for (std::size_t i = 0; i < items.size(); ++i) {
    const std::string place = fmt::format("{}/{}/id", list, i);
    if (items[i].id.empty()) return unexpected(place, "nothing", "an id");
    if (!seen.insert(items[i].id).second) return unexpected(place, inQuotes(items[i].id) + " a second time", "ids that differ");
  }
  return {};
}

/// Stops at the first list that is longer than a plan may hold, or that has an id twice.
struct ShapeChecker {
  std::string path;
  Expected<void>& result;
  const Plan* checked = nullptr;  ///< a plan that is sound
  const Pack* known = nullptr;    ///< the same pack of it

  void room(std::string_view key, std::size_t size, std::size_t most) {
    if (result && size > most)
      result = unexpected(fmt::format("{}/{}", path, key), fmt::format("{} entries", size), fmt::format("at most {} entries", most));
  }
  template <class T>
  void object(std::string_view key, const T& child) {
    ShapeChecker inner{fmt::format("{}/{}", path, key), result, checked};
    visitChildren(child, inner);
  }
  template <class T>
  void list(std::string_view key, const std::vector<T>& items) {
    room(key, items.size(), mostOf<T>());
    if constexpr (requires { items.front().id; })
      if (result) result = uniqueIds(items, fmt::format("{}/{}", path, key));
    if constexpr (std::is_same_v<T, Pack> || std::is_same_v<T, Cell> || std::is_same_v<T, Charger> || std::is_same_v<T, Route>)
      for (std::size_t i = 0; result && i < items.size(); ++i) {
        ShapeChecker inner{fmt::format("{}/{}/{}", path, key, i), result, checked};
        if constexpr (std::is_same_v<T, Pack>) inner.known = checked ? checked->findPack(items[i].id) : nullptr;
        visitChildren(items[i], inner);
      }
  }
  template <class T>
  void records(std::string_view key, const Records<T>& items) {
    room(key, items.size(), mostOf<T>());
    if constexpr (std::is_same_v<T, Reading>) {
      if (known && known->readings.isShared(items)) return;
      for (std::size_t i = 0; result && i < items.size(); ++i)
        if (items[i].groups.size() > mostGroups) room(fmt::format("{}/{}/groups_V", key, i), items[i].groups.size(), mostGroups);
    }
  }
  template <class T>
  void keyed(std::string_view key, const std::vector<T>& items) {
    list(key, items);
  }
  void volts(std::string_view key, const std::vector<Volt>& items) { room(key, items.size(), mostGroups); }
  void words(std::string_view key, const std::vector<std::string>& items) { room(key, items.size(), mostEntries); }
  void curve(std::string_view key, const std::vector<CurvePoint>& items) { room(key, items.size(), mostCurvePoints); }
  void ride(std::string_view key, const Shared<std::vector<RidePoint>>& rows) { room(key, rows->size(), mostRideRows); }
  void track(std::string_view key, const Shared<std::vector<TrackPoint>>& points) { room(key, points->size(), mostTrackPoints); }
  void branch(std::string_view, const Shared<Plan>&) {}
};

Expected<void> wellShaped(const Plan& plan, const Plan* checked) {
  if (plan.packs.size() > mostPacks)
    return unexpected("/packs", fmt::format("{} packs", plan.packs.size()), fmt::format("at most {}", mostPacks));
  Expected<void> result;
  ShapeChecker checker{"", result, checked};
  visitChildren(plan, checker);
  std::size_t records = 0;
  for (const Pack& p : plan.packs) records += p.readings.size() + p.capacityTests.size();
  if (result && records > mostRecords)
    result = unexpected("/packs", fmt::format("{} readings and tests", records), fmt::format("at most {} in one plan", mostRecords));
  return result;
}

/// The records of a list, one by one, their fields only: a reading has no objects of its own.
template <class T>
Expected<void> recordsWithinFields(const Records<T>& items, const std::string& list) {
  for (std::size_t i = 0; i < items.size(); ++i)
    for (const FieldSpec& spec : fieldsOf<T>())
      if (const auto sound = validated(spec, spec.get(&items[i])); !sound)
        return unexpected(fmt::format("{}/{}/{}", list, i, spec.key), sound.error().found, sound.error().expected);
  return {};
}

/// The fields of objects and lists that are no records; stops at the first value that its field does not take.
struct FieldChecker : NoLeaves {
  std::string path;
  Expected<void>& result;

  template <class Owner>
  void all(const Owner& owner) {
    for (const FieldSpec& spec : fieldsOf<Owner>())
      if (const auto sound = validated(spec, spec.get(&owner)); !sound && result)
        result = unexpected(fmt::format("{}/{}", path, spec.key), sound.error().found, sound.error().expected);
    visitChildren(owner, *this);
  }
  template <class T>
  void object(std::string_view key, const T& child) {
    const std::size_t here = path.size();
    path.append("/").append(key);
    if (result) all(child);
    path.resize(here);
  }
  template <class T>
  void list(std::string_view key, const std::vector<T>& items) {
    for (std::size_t i = 0; i < items.size(); ++i) entry(key, std::to_string(i), items[i]);
  }
  template <class T>
  void keyed(std::string_view key, const std::vector<T>& items) {
    for (const T& item : items) entry(key, item.id, item);
  }
  template <class T>
  void entry(std::string_view key, const std::string& token, const T& item) {
    const std::size_t here = path.size();
    path.append("/").append(key);
    object(token, item);
    path.resize(here);
  }
  template <class T>
  void records(std::string_view, const Records<T>&) {}
};

/// Every value is one that its field takes: what an edit works out is checked as what a person types.
Expected<void> withinFields(const Plan& plan, const Plan* checked) {
  Expected<void> result;
  FieldChecker{{}, {}, result}.all(plan);
  for (std::size_t k = 0; result && k < plan.packs.size(); ++k) {
    const Pack& p = plan.packs[k];
    const Pack* known = checked ? checked->findPack(p.id) : nullptr;
    if (!known || !known->readings.isShared(p.readings)) result = recordsWithinFields(p.readings, fmt::format("/packs/{}/readings", k));
    if (result && (!known || !known->capacityTests.isShared(p.capacityTests)))
      result = recordsWithinFields(p.capacityTests, fmt::format("/packs/{}/capacity_tests", k));
  }
  return result;
}

/// Every kept pack stands alone in a sound plan, and once in all. Those that `checked` shares are not looked at again.
Expected<void> soundKept(const Plan& plan, const Plan* checked) {
  for (std::size_t i = 0; i < plan.kept.size(); ++i) {
    const KeptPack& kept = plan.kept[i];
    const std::string place = fmt::format("/kept/{}", i);
    if (plan.findPack(kept.id)) return unexpected(place + "/id", inQuotes(kept.id), "an id that no pack on the bike has");
    const bool known =
        checked && std::any_of(checked->kept.begin(), checked->kept.end(), [&](const KeptPack& k) { return k.plan.isShared(kept.plan); });
    if (!known) {
      if (!kept.plan->options.empty()) return unexpected(place + "/plan/options", "ways forward of a kept pack", "none");
      if (!kept.plan->kept.empty()) return unexpected(place + "/plan/kept", "packs that a kept pack keeps", "none");
      if (auto ok = crossChecked(*kept.plan); !ok) {
        ok.error().place = place + "/plan" + ok.error().place;
        return ok;
      }
    }
    // Of some nothing but the name is known.
    if (kept.plan->packs.size() > 1 || (kept.plan->packs.size() == 1 && kept.plan->packs.front().id != kept.id))
      return unexpected(place + "/plan/packs", inQuotes(kept.plan->packs.back().id), "the pack " + inQuotes(kept.id) + " alone, or none");
  }
  return {};
}

/// Every way forward is a sound plan without ways of its own. Those that `checked` shares are not looked at again.
Expected<void> soundOptions(const Plan& plan, const Plan* checked) {
  for (std::size_t i = 0; i < plan.options.size(); ++i) {
    const Option& option = plan.options[i];
    const std::string place = fmt::format("/options/{}/plan", i);
    const bool known = checked && std::any_of(checked->options.begin(), checked->options.end(),
                                              [&](const Option& o) { return o.plan.isShared(option.plan); });
    if (known) continue;
    if (!option.plan->options.empty()) return unexpected(place + "/options", "ways forward from a way forward", "none within an option");
    auto ok = crossChecked(*option.plan);
    if (!ok) {
      ok.error().place = place + ok.error().place;
      return ok;
    }
  }
  return {};
}

}  // namespace

Expected<void> crossChecked(const Plan& plan, const Plan* sound) {
  if (auto ok = wellShaped(plan, sound); !ok) return ok;
  if (auto ok = withinFields(plan, sound); !ok) return ok;
  if (auto ok = soundOptions(plan, sound); !ok) return ok;
  if (auto ok = soundKept(plan, sound); !ok) return ok;
  for (std::size_t i = 0; i < plan.routes.size(); ++i)
    for (std::size_t k = 0; k < plan.routes[i].stops.size(); ++k) {
      const std::string& charger = plan.routes[i].stops[k].charger;
      if (!charger.empty() && std::none_of(plan.chargers.begin(), plan.chargers.end(), [&](const Charger& c) { return c.id == charger; }))
        return unexpected(fmt::format("/routes/{}/stops/{}/charger", i, k), inQuotes(charger), "the id of one of the chargers of the plan");
    }
  for (std::size_t i = 0; i < plan.photos.size(); ++i)
    if (!plan.photos[i].file.empty() && !isPhotoName(plan.photos[i].file))
      return unexpected(fmt::format("/photos/{}/file", i), inQuotes(plan.photos[i].file),
                        "the name of a file in the plan's own folder: letters, figures, - and _");
  for (std::size_t i = 0; i < plan.packs.size(); ++i) {
    const Pack& pack = plan.packs[i];
    if (!pack.cell.empty() && !plan.findCell(pack.cell))
      return unexpected(fmt::format("/packs/{}/cell", i), "\"" + pack.cell + "\"",
                        "the id of one of the cells of the plan, or nothing for a box that its label describes");
    if (pack.id == "joint" || pack.id == "controller" || pack.id.starts_with("joint/"))
      return unexpected(fmt::format("/packs/{}/id", i), "\"" + pack.id + "\"", "another id: this one names an end of a lead");
  }
  for (std::size_t i = 0; i < plan.chargers.size(); ++i)
    for (std::size_t k = 0; k < plan.chargers[i].forPacks.size(); ++k)
      if (!plan.findPack(plan.chargers[i].forPacks[k]))
        return unexpected(fmt::format("/chargers/{}/for/{}", i, k), "\"" + plan.chargers[i].forPacks[k] + "\"",
                          "the id of one of the packs of the plan");
  if (const std::string& source = plan.joining.converter.source; !source.empty() && !plan.findPack(source))
    return unexpected("/joining/converter/source", "\"" + source + "\"",
                      "the id of one of the packs of the plan, or nothing for the last one");
  const std::vector<Volt>& steps = plan.bike.gauge.steps;
  for (std::size_t k = 1; k < steps.size(); ++k)
    if (steps[k] <= steps[k - 1])
      return unexpected(fmt::format("/bike/gauge/steps_V/{}", k), fmt::format("{} V", steps[k].value()), "more volts than the step before");
  for (const Cell& cell : plan.cells) {
    for (std::size_t k = 0; k < cell.restCurve.size(); ++k) {
      const CurvePoint& p = cell.restCurve[k];
      const std::string place = fmt::format("/cells/{}/ocv/{}", cell.id, k);
      if (!(p.soc >= StateOfCharge(0) && p.soc <= StateOfCharge(1) && p.voltage >= Volt(lowestCellVolts) &&
            p.voltage <= Volt(highestCellVolts)))
        return unexpected(place, fmt::format("[{}, {}]", p.soc.value(), p.voltage.value()),
                          fmt::format("charge from 0 to 1 and volts from {} to {}", lowestCellVolts, highestCellVolts));
      if (k == 0) continue;
      const double further = p.soc.value() - cell.restCurve[k - 1].soc.value();
      const double higher = p.voltage.value() - cell.restCurve[k - 1].voltage.value();
      if (!(further > 0 && higher > 0))
        return unexpected(place, "a point that does not rise", "charge and voltage both above the point before");
      constexpr double grace = 0.999;  // 3.001 − 3 is less than 0.001 in binary
      if (further < leastCurveStep * grace || higher < leastCurveRise * grace)
        return unexpected(place, "a point next to the one before",
                          fmt::format("points at least {} of the charge and {} V apart", leastCurveStep, leastCurveRise));
    }
    if (!cell.restCurve.empty() &&
        (cell.restCurve.size() < 2 || cell.restCurve.front().soc != StateOfCharge(0) || cell.restCurve.back().soc != StateOfCharge(1)))
      return unexpected(fmt::format("/cells/{}/ocv", cell.id), "a curve that does not run from 0 to 1", "points from charge 0 to charge 1");
  }
  return {};
}

}  // namespace usherwright
