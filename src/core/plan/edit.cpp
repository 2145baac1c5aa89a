// The edits of a plan.
#include "core/plan/edit.h"

#include <fmt/format.h>

#include <algorithm>
#include <cctype>
#include <charconv>
#include <set>

#include "core/plan/entries.h"
#include "core/plan/makeup.h"
#include "core/plan/mark.h"
#include "core/plan/names.h"
#include "core/plan/pointers.h"
#include "core/plan/structure.h"
#include "core/quantity/text.h"

namespace usherwright {

void markSource(Plan& plan, const std::string& pointer, Provenance from) {
  ProvenanceEntry& entry = plan.provenance[pointer];
  entry.from = from;
  if (isInRecords(pointer) && entry == ProvenanceEntry{Provenance::Measured, {}, {}}) plan.provenance.erase(pointer);
}
namespace {

template <class Owner>
bool assign(Owner& owner, std::string_view pointer, const FieldValue& value);

/// Descends to the owner of a field and sets it. The pointer is known to be good.
struct Setter : NoLeaves {
  PointerStep step;
  const FieldValue& value;
  bool done = false;

  template <class T>
  void object(std::string_view key, T& child) {
    if (key == step.token) done = assign(child, step.rest, value);
  }
  template <class T>
  void list(std::string_view key, std::vector<T>& items) {
    if (key != step.token) return;
    const PointerStep entry(step.rest);
    std::size_t k = 0;
    std::from_chars(entry.token.data(), entry.token.data() + entry.token.size(), k);
    if (k < items.size()) done = assign(items[k], entry.rest, value);
  }
  template <class T>
  void records(std::string_view key, Records<T>& items) {
    if (key == step.token) list(key, items.edit());
  }
  template <class T>
  void keyed(std::string_view key, std::vector<T>& items) {
    if (key != step.token) return;
    const PointerStep entry(step.rest);
    for (T& item : items)
      if (item.id == entry.token) done = assign(item, entry.rest, value);
  }
};

template <class Owner>
bool assign(Owner& owner, std::string_view pointer, const FieldValue& value) {
  Setter setter{{}, PointerStep(pointer), value};
  if (setter.step.rest.empty()) {
    for (const FieldSpec& spec : fieldsOf<Owner>())
      if (spec.key == setter.step.token) {
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

Run leadFor(const std::string& packId) {
  Run run;
  run.id = "lead-" + packId;
  run.from = packId;
  run.to = "joint";
  return run;
}

/// Filled in from what is known; BIKE-08 names it until a person has entered or confirmed it.
void assume(Plan& plan, const std::string& pointer, std::string because) {
  plan.provenance[pointer] = {Provenance::Assumed, std::move(because), {}};
}

void addRun(Plan& plan, Run run, const std::string& because = "a usual lead") {
  plan.wiring.runs.push_back(std::move(run));
  for (const char* key : {"size", "insulation", "closed"})
    assume(plan, fmt::format("/wiring/runs/{}/{}", plan.wiring.runs.size() - 1, key), because);
}

/// A corrected value stays what it was (a label read again); typed over a guess it is a memory until said better.
Provenance sourceOfEntry(const Plan& plan, const TypedEntry& entry) {
  if (entry.source) return *entry.source;
  const Provenance now = provenanceOf(plan, entry.pointer);
  return now == Provenance::Assumed ? Provenance::Remembered : now;
}

/// Acceptances about a pack or charger go with it when it gets another id, and what names a pack.
void followId(Plan& plan, const std::string& pointer, const std::string& before, const std::string& after) {
  for (KeptPack& k : plan.kept)
    if (pointer.starts_with("/kept/") && k.id == after && k.plan->findPack(before))
      if (auto alone = withField(*k.plan, "/packs/0/id", FieldValue{after})) k.plan = Shared<Plan>(std::move(*alone));
  const bool pack = pointer.starts_with("/packs/");
  if (!pack && !pointer.starts_with("/chargers/")) return;
  renameInAcceptances(plan, before, after);
  renameReferences(plan, pack ? Refers::Pack : Refers::Charger, before, after);
}

tl::unexpected<Problem> noSuchPack(std::size_t index) { return noSuchEntry("/packs", index); }

tl::unexpected<Problem> noSuchCharger(std::size_t index) { return noSuchEntry("/chargers", index); }

}  // namespace

void assignField(Plan& plan, const std::string& pointer, const FieldValue& value) {
  ensure(assign(plan, pointer, value), "a field that was found could not be set");
}

Expected<Plan> withField(const Plan& plan, const std::string& pointer, const FieldValue& value) {
  const auto ref = findField(plan, pointer);
  if (!ref) return tl::unexpected(ref.error());
  auto good = validated(*ref->spec, value);
  if (!good) {
    good.error().place = pointer;
    return tl::unexpected(good.error());
  }
  Plan next = plan;
  assignField(next, pointer, *good);
  if (ref->spec->key == "id" && *good != ref->value)
    followId(next, pointer, std::get<std::string>(ref->value), std::get<std::string>(*good));
  if (const auto sound = crossChecked(next, &plan); !sound) return tl::unexpected(sound.error());
  return next;
}

Plan withWorkedOut(const Plan& plan, const std::string& pointer, double value, const std::string& because) {
  const auto ref = findField(plan, pointer);
  ensure(ref.has_value(), "a figure was worked out for a field that does not exist");
  Plan next = plan;
  assignField(next, pointer, FieldValue{std::clamp(value, ref->spec->minimum, ref->spec->maximum)});
  assume(next, pointer, because);
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
  // A word that was chosen for somebody is a person's once it is chosen again, the same or another.
  const auto stated = plan.provenance.find(entry.pointer);
  const bool chosen = !isNumeric(spec.kind) && stated != plan.provenance.end() && stated->second.from == Provenance::Assumed;
  if (*next == plan && !entry.source && !chosen) return plan;
  if (isNumeric(spec.kind) || chosen) markSource(*next, entry.pointer, sourceOfEntry(plan, entry));
  return next;
}

Plan withProvenance(const Plan& plan, const std::string& pointer, Provenance source) {
  Plan next = plan;
  markSource(next, pointer, source);
  return next;
}

Plan withNewPack(const Plan& plan) {
  Plan next = plan;
  Pack pack;
  pack.id = freshId(plan, plan.packs.empty() ? "stock" : "second");
  pack.name = pack.id == "stock" ? "stock" : pack.id == "second" ? "second pack" : pack.id;
  pack.origin = plan.packs.empty() ? Origin::Stock : Origin::Bought;
  if (!plan.packs.empty() && !plan.packs.front().plug.empty()) {
    pack.plug = plan.packs.front().plug;
    assume(next, fmt::format("/packs/{}/plug", plan.packs.size()), "as on " + shownName(plan.packs.front()));
  }
  addRun(next, leadFor(pack.id));
  if (!next.mainRun()) {
    Run run = leadFor("joint");
    run.id = "main";
    run.to = "controller";
    addRun(next, std::move(run));
  }
  next.packs.push_back(std::move(pack));
  return next;
}

Expected<Plan> withDuplicatePack(const Plan& plan, std::size_t index) {
  Expected<Plan> next = withCopy(plan, "/packs", index);
  if (!next) return next;
  Pack& copy = next->packs.back();
  const std::string& original = plan.packs[index].id;
  copy.name = shownName(plan.packs[index]) + " copy";
  const Run* like = plan.leadOf(original);
  Run lead = like ? *like : leadFor(copy.id);
  lead.id = "lead-" + copy.id;
  lead.from = copy.id;
  addRun(*next, std::move(lead), like ? "as that of " + shownName(plan.packs[index]) : "a usual lead");
  return next;
}

Expected<Plan> withChargerFor(const Plan& plan, std::size_t packIndex) {
  if (packIndex >= plan.packs.size()) return noSuchPack(packIndex);
  const Pack& pack = plan.packs[packIndex];
  const Makeup made = makeupOf(plan, pack);
  Plan next = plan;
  Charger charger;
  charger.id = freshId(plan, "charger-" + pack.id);
  charger.name = "charger for " + shownName(pack);
  charger.current = Ampere(2);
  charger.chemistry = made.cell.chemistry;
  charger.plug = pack.chargePort;
  charger.polarity = pack.chargePolarity;
  charger.forPacks = {pack.id};
  const std::string because = "as " + shownName(pack);
  for (const auto& [key, there] : {std::pair{"output_A", true},
                                   {"chemistry", charger.chemistry.has_value()},
                                   {"plug", !charger.plug.empty()},
                                   {"polarity", charger.polarity.has_value()}})
    if (there) assume(next, fmt::format("/chargers/{}/{}", plan.chargers.size(), key), because);
  next.chargers.push_back(std::move(charger));
  return withWorkedOut(next, fmt::format("/chargers/{}/output_V", plan.chargers.size()), (factsOf(made.cell).charge * made.series).value(),
                       because);
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

Plan withRoute(const Plan& plan) {
  if (!plan.routes.empty()) return plan;
  Plan next = plan;
  Route route;
  route.id = "usual round";
  next.routes.push_back(std::move(route));
  return next;
}

Expected<Plan> withAcceptance(const Plan& plan, const std::string& key, const Acceptance& acceptance) {
  const std::string said = trimmed(acceptance.reason);
  if (!saysSomething(said, 1))
    return unexpected("reason", said.empty() ? "nothing" : inQuotes(said), "why this is acceptable, in a few words");
  if (acceptance.reason.size() > mostTextBytes)
    return unexpected("reason", fmt::format("{} characters", acceptance.reason.size()),
                      fmt::format("at most {} characters", mostTextBytes));
  if (const auto stray = strayIn(acceptance.reason, Breaks::Allowed)) return unexpected("reason", *stray, "plain text");
  Plan next = plan;
  next.accepted[key] = acceptance;
  next.accepted[key].reason = trimmed(acceptance.reason);
  return next;
}

Plan withoutAcceptance(const Plan& plan, const std::string& key) {
  Plan next = plan;
  next.accepted.erase(key);
  return next;
}

}  // namespace usherwright
