// The edits of a plan.
#include "core/plan/edit.h"

#include <fmt/format.h>

#include <algorithm>
#include <charconv>
#include <set>

#include "core/plan/names.h"
#include "core/plan/pointers.h"
#include "core/plan/structure.h"
#include "core/quantity/text.h"

namespace usherwright {
namespace {

template <class Owner>
bool assign(Owner& owner, const std::string& pointer, const FieldValue& value);

/// Descends to the owner of a field and sets it. The pointer is known to be good.
struct Setter {
  std::string token;
  std::string rest;
  const FieldValue& value;
  bool done = false;

  template <class T>
  void object(std::string_view key, T& child) {
    if (key == token) done = assign(child, rest, value);
  }
  template <class T>
  void list(std::string_view key, std::vector<T>& items) {
    if (key != token) return;
    std::string deeper;
    const std::string index = firstToken(rest, deeper);
    std::size_t k = 0;
    std::from_chars(index.data(), index.data() + index.size(), k);
    if (k < items.size()) done = assign(items[k], deeper, value);
  }
  template <class T>
  void keyed(std::string_view key, std::vector<T>& items) {
    if (key != token) return;
    std::string deeper;
    const std::string id = firstToken(rest, deeper);
    for (T& item : items)
      if (item.id == id) done = assign(item, deeper, value);
  }
  void volts(std::string_view, std::vector<Volt>&) {}
  void words(std::string_view, std::vector<std::string>&) {}
  void curve(std::string_view, std::vector<CurvePoint>&) {}
  void ride(std::string_view, Shared<std::vector<RidePoint>>&) {}
};

template <class Owner>
bool assign(Owner& owner, const std::string& pointer, const FieldValue& value) {
  Setter setter{{}, {}, value};
  setter.token = firstToken(pointer, setter.rest);
  if (setter.rest.empty()) {
    for (const FieldSpec& spec : fieldsOf<Owner>())
      if (spec.key == setter.token) {
        spec.set(&owner, value);
        return true;
      }
  }
  visitChildren(owner, setter);
  return setter.done;
}

std::string siblingOf(const std::string& pointer, std::string_view key) {
  return pointer.substr(0, pointer.rfind('/') + 1) + std::string(key);
}

std::string freshId(const Plan& plan, const std::string& stem) {
  for (int n = 1;; ++n) {
    std::string id = n == 1 ? stem : fmt::format("{}-{}", stem, n);
    if (id != "joint" && id != "controller" && !plan.findPack(id) &&
        std::none_of(plan.chargers.begin(), plan.chargers.end(), [&](const Charger& c) { return c.id == id; }))
      return id;
  }
}

Cell ordinaryCell() {
  Cell cell;
  cell.id = "cell";
  cell.name = "an ordinary 18650";
  cell.capacity = AmpereHour(2.5);
  cell.resistance = MilliOhm(35);
  cell.mass = Gram(47);
  return cell;
}

void removeRun(Plan& plan, std::size_t index) {
  plan.wiring.runs.erase(plan.wiring.runs.begin() + static_cast<std::ptrdiff_t>(index));
  dropPointersOf(plan, "/wiring/runs", index);
}

Run leadFor(const std::string& packId) {
  Run run;
  run.id = "lead-" + packId;
  run.from = packId;
  run.to = "joint";
  return run;
}

/// A corrected value stays what it was (a label read again); typed over a guess it is a memory until said better.
Provenance sourceOfEntry(const Plan& plan, const TypedEntry& entry) {
  if (entry.source) return *entry.source;
  const Provenance now = provenanceOf(plan, entry.pointer);
  return now == Provenance::Assumed ? Provenance::Remembered : now;
}

/// Whatever names a pack or charger goes with it when it gets another id: lead ends, chargers, the converter, acceptances.
void followId(Plan& plan, const std::string& pointer, const std::string& before, const std::string& after) {
  const bool pack = pointer.starts_with("/packs/");
  if (!pack && !pointer.starts_with("/chargers/")) return;
  renameInAcceptances(plan, before, after);
  if (!pack) return;
  for (Run& run : plan.wiring.runs)
    for (std::string* end : {&run.from, &run.to})
      if (*end == before) *end = after;
  for (Charger& charger : plan.chargers) std::replace(charger.forPacks.begin(), charger.forPacks.end(), before, after);
  if (plan.joining.converter.source == before) plan.joining.converter.source = after;
}

tl::unexpected<Problem> noSuchPack(std::size_t index) { return noSuchEntry("/packs", index); }

tl::unexpected<Problem> noSuchCharger(std::size_t index) { return noSuchEntry("/chargers", index); }

}  // namespace

Expected<Plan> withField(const Plan& plan, const std::string& pointer, const FieldValue& value) {
  const auto ref = findField(plan, pointer);
  if (!ref) return tl::unexpected(ref.error());
  auto good = validated(*ref->spec, value);
  if (!good) {
    good.error().place = pointer;
    return tl::unexpected(good.error());
  }
  Plan next = plan;
  ensure(assign(next, pointer, *good), "a field that was found could not be set");
  if (ref->spec->key == "id" && *good != ref->value)
    followId(next, pointer, std::get<std::string>(ref->value), std::get<std::string>(*good));
  if (const auto sound = crossChecked(next); !sound) return tl::unexpected(sound.error());
  return next;
}

Expected<Plan> withEntry(const Plan& plan, const TypedEntry& entry) {
  const auto ref = findField(plan, entry.pointer);
  if (!ref) return tl::unexpected(ref.error());
  const FieldSpec& spec = *ref->spec;
  const auto placed = [&](Problem problem) {
    problem.place = std::string(spec.label);
    return tl::unexpected(std::move(problem));
  };
  Expected<Plan> next = plan;
  if (!spec.toleranceKey.empty() && entry.text.find_first_of("\xC2+") != std::string::npos) {
    const auto both = parseToleranced(entry.text, spec.kind, entry.system);
    if (!both) return placed(both.error());
    next = withField(plan, entry.pointer, FieldValue{both->value});
    if (next && both->tolerance >= 0) next = withField(*next, siblingOf(entry.pointer, spec.toleranceKey), FieldValue{both->tolerance});
    if (next && both->tolerance >= 0) next->provenance[siblingOf(entry.pointer, spec.toleranceKey)].from = sourceOfEntry(plan, entry);
  } else {
    const auto value = parseEntry(spec, entry.text, entry.system);
    if (!value) {
      Problem problem = value.error();
      if (spec.required && trimmed(entry.text).empty()) problem.found = "nothing";
      return placed(problem);
    }
    next = withField(plan, entry.pointer, *value);
    if (next && std::holds_alternative<std::monostate>(*value)) {
      next->provenance.erase(entry.pointer);
      return next;
    }
  }
  if (!next) return placed(next.error());
  if (*next == plan && !entry.source) return plan;
  if (isNumeric(spec.kind)) next->provenance[entry.pointer].from = sourceOfEntry(plan, entry);
  return next;
}

Plan withProvenance(const Plan& plan, const std::string& pointer, Provenance source) {
  Plan next = plan;
  next.provenance[pointer].from = source;
  return next;
}

Plan withNewPack(const Plan& plan) {
  Plan next = plan;
  if (next.cells.empty()) next.cells.push_back(ordinaryCell());
  Pack pack;
  pack.id = freshId(plan, plan.packs.empty() ? "stock" : "second");
  pack.name = pack.id == "stock" ? "stock" : pack.id == "second" ? "second pack" : pack.id;
  pack.origin = plan.packs.empty() ? Origin::Stock : Origin::Built;
  pack.cell = next.cells.front().id;
  if (!plan.packs.empty()) {
    pack.series = plan.packs.front().series;
    pack.cell = plan.packs.front().cell;
    pack.plug = plan.packs.front().plug;
  } else {
    pack.plug = "bullet-3.5";
  }
  next.wiring.runs.push_back(leadFor(pack.id));
  if (!next.mainRun()) {
    Run run = leadFor("joint");
    run.id = "main";
    run.to = "controller";
    next.wiring.runs.push_back(run);
  }
  next.packs.push_back(std::move(pack));
  return next;
}

Expected<Plan> withDuplicatePack(const Plan& plan, std::size_t index) {
  if (index >= plan.packs.size()) return noSuchPack(index);
  Plan next = plan;
  Pack copy = plan.packs[index];
  const std::string original = copy.id;
  copy.id = freshId(plan, original);
  copy.name = (copy.name.empty() ? original : copy.name) + " copy";
  Run lead = plan.leadOf(original) ? *plan.leadOf(original) : leadFor(copy.id);
  lead.id = "lead-" + copy.id;
  lead.from = copy.id;
  next.wiring.runs.push_back(std::move(lead));
  const std::string from = fmt::format("/packs/{}/", index);
  for (const auto& [pointer, entry] : plan.provenance)
    if (pointer.starts_with(from)) next.provenance[fmt::format("/packs/{}/{}", plan.packs.size(), pointer.substr(from.size()))] = entry;
  next.packs.push_back(std::move(copy));
  return next;
}

Expected<Plan> withoutPack(const Plan& plan, std::size_t index) {
  if (index >= plan.packs.size()) return noSuchPack(index);
  Plan next = plan;
  const std::string id = plan.packs[index].id;
  next.packs.erase(next.packs.begin() + static_cast<std::ptrdiff_t>(index));
  for (std::size_t r = next.wiring.runs.size(); r-- > 0;)
    if (next.wiring.runs[r].from == id || next.wiring.runs[r].to == id) removeRun(next, r);
  for (Charger& charger : next.chargers) std::erase(charger.forPacks, id);
  if (next.joining.converter.source == id) next.joining.converter.source.clear();
  dropPointersOf(next, "/packs", index);
  dropAcceptancesOf(next, id);
  return next;
}

Expected<Plan> withChargerFor(const Plan& plan, std::size_t packIndex) {
  if (packIndex >= plan.packs.size()) return noSuchPack(packIndex);
  const Pack& pack = plan.packs[packIndex];
  const Cell* cell = plan.findCell(pack.cell);
  ensure(cell != nullptr, "a pack without a cell passed the cross-checks");
  Plan next = plan;
  Charger charger;
  charger.id = freshId(plan, "charger-" + pack.id);
  charger.name = "charger for " + shownName(pack);
  charger.output = factsOf(cell->chemistry).charge * pack.series;
  charger.current = Ampere(2);
  charger.chemistry = cell->chemistry;
  charger.plug = pack.chargePort;
  charger.polarity = pack.chargePolarity;
  charger.forPacks = {pack.id};
  next.chargers.push_back(std::move(charger));
  return next;
}

Expected<Plan> withAssignment(const Plan& plan, std::size_t charger, std::size_t pack, Assignment assignment) {
  if (charger >= plan.chargers.size()) return noSuchCharger(charger);
  if (pack >= plan.packs.size()) return noSuchPack(pack);
  Plan next = plan;
  std::vector<std::string>& ids = next.chargers[charger].forPacks;
  std::erase(ids, plan.packs[pack].id);
  if (assignment == Assignment::Assigned) ids.push_back(plan.packs[pack].id);
  return next;
}

Expected<Plan> withoutCharger(const Plan& plan, std::size_t index) {
  if (index >= plan.chargers.size()) return noSuchCharger(index);
  Plan next = plan;
  dropAcceptancesOf(next, plan.chargers[index].id);
  next.chargers.erase(next.chargers.begin() + static_cast<std::ptrdiff_t>(index));
  dropPointersOf(next, "/chargers", index);
  return next;
}

Plan withRoute(const Plan& plan) {
  if (!plan.routes.empty()) return plan;
  Plan next = plan;
  Route route;
  route.id = "usual round";
  next.routes.push_back(std::move(route));
  return next;
}

Expected<Plan> withAcceptance(const Plan& plan, const std::string& key, const Acceptance& acceptance) {
  if (trimmed(acceptance.reason).empty()) return unexpected("reason", "nothing", "why this is acceptable, in a few words");
  if (acceptance.reason.size() > mostTextBytes)
    return unexpected("reason", fmt::format("{} characters", acceptance.reason.size()),
                      fmt::format("at most {} characters", mostTextBytes));
  if (const auto stray = strayIn(acceptance.reason, Breaks::Allowed)) return unexpected("reason", *stray, "plain text");
  Plan next = plan;
  next.accepted[key] = {trimmed(acceptance.reason), acceptance.headline};
  return next;
}

Plan withoutAcceptance(const Plan& plan, const std::string& key) {
  Plan next = plan;
  next.accepted.erase(key);
  return next;
}

namespace {

/// `unit` names the list; ids must be there and differ.
template <class T>
Expected<void> uniqueIds(const std::vector<T>& items, std::string_view list) {
  std::set<std::string> seen;
  for (std::size_t i = 0; i < items.size(); ++i) {
    const std::string place = fmt::format("/{}/{}/id", list, i);
    if (items[i].id.empty()) return unexpected(place, "nothing", "an id");
    if (!seen.insert(items[i].id).second) return unexpected(place, "\"" + items[i].id + "\" a second time", "ids that differ");
  }
  return {};
}

/// Stops at the first list that is longer than a plan may hold.
struct SizeChecker {
  std::string path;
  Expected<void>& result;

  void room(std::string_view key, std::size_t size, std::size_t most) {
    if (result && size > most)
      result = unexpected(fmt::format("{}/{}", path, key), fmt::format("{} entries", size), fmt::format("at most {} entries", most));
  }
  template <class T>
  void object(std::string_view key, const T& child) {
    SizeChecker inner{fmt::format("{}/{}", path, key), result};
    visitChildren(child, inner);
  }
  template <class T>
  void list(std::string_view key, const std::vector<T>& items) {
    room(key, items.size(), mostOf<T>());
    if constexpr (std::is_same_v<T, Pack> || std::is_same_v<T, Reading> || std::is_same_v<T, Cell> || std::is_same_v<T, Charger>)
      for (std::size_t i = 0; result && i < items.size(); ++i) {
        SizeChecker inner{fmt::format("{}/{}/{}", path, key, i), result};
        visitChildren(items[i], inner);
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
};

Expected<void> withinSizes(const Plan& plan) {
  if (plan.packs.size() > mostPacks)
    return unexpected("/packs", fmt::format("{} packs", plan.packs.size()), fmt::format("at most {}", mostPacks));
  Expected<void> result;
  SizeChecker checker{"", result};
  visitChildren(plan, checker);
  std::size_t records = 0;
  for (const Pack& p : plan.packs) records += p.readings.size() + p.capacityTests.size();
  if (result && records > mostRecords)
    result = unexpected("/packs", fmt::format("{} readings and tests", records), fmt::format("at most {} in one plan", mostRecords));
  return result;
}

}  // namespace

Expected<void> crossChecked(const Plan& plan) {
  if (auto ok = withinSizes(plan); !ok) return ok;
  if (auto ok = uniqueIds(plan.packs, "packs"); !ok) return ok;
  if (auto ok = uniqueIds(plan.chargers, "chargers"); !ok) return ok;
  if (auto ok = uniqueIds(plan.wiring.runs, "wiring/runs"); !ok) return ok;
  if (auto ok = uniqueIds(plan.routes, "routes"); !ok) return ok;
  for (std::size_t i = 0; i < plan.packs.size(); ++i) {
    const Pack& pack = plan.packs[i];
    if (!plan.findCell(pack.cell))
      return unexpected(fmt::format("/packs/{}/cell", i), "\"" + pack.cell + "\"", "the id of one of the cells of the plan");
    if (pack.id == "joint" || pack.id == "controller")
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
