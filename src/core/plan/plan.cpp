// Look-ups in a plan.
#include "core/plan/plan.h"

#include <algorithm>

namespace usherwright {
namespace {

template <class T, class Predicate>
const T* firstWhere(const std::vector<T>& items, Predicate predicate) {
  const auto found = std::find_if(items.begin(), items.end(), predicate);
  return found == items.end() ? nullptr : &*found;
}

}  // namespace

bool operator==(const Option& a, const Option& b) {
  return a.id == b.id && a.kind == b.kind && a.note == b.note && a.plan == b.plan && a.unknown == b.unknown;
}

bool operator==(const KeptPack& a, const KeptPack& b) {
  return a.id == b.id && a.use == b.use && a.since == b.since && a.place == b.place && a.note == b.note && a.plan == b.plan &&
         a.unknown == b.unknown;
}

bool isPhotoName(std::string_view name) {
  const auto good = [](char c) {
    return (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z') || (c >= '0' && c <= '9') || c == '-' || c == '_' || c == '.';
  };
  return !name.empty() && name.size() <= 80 && name.front() != '.' && std::all_of(name.begin(), name.end(), good);
}

const Cell* Plan::findCell(const std::string& id) const {
  return firstWhere(cells, [&](const Cell& c) { return c.id == id; });
}

const Pack* Plan::findPack(const std::string& id) const {
  return firstWhere(packs, [&](const Pack& p) { return p.id == id; });
}

const Run* Plan::leadOf(const std::string& packId) const {
  return firstWhere(wiring.runs, [&](const Run& r) { return r.from == packId && !findPack(r.to); });
}

const Run* Plan::mainRun() const {
  return firstWhere(wiring.runs, [](const Run& r) { return r.to == "controller"; });
}

ChemistryFacts factsOf(const Cell& cell) {
  ChemistryFacts facts = factsOf(chemistryOf(cell));
  facts.charge = cell.chargeVolts.value_or(facts.charge);
  facts.nominal = cell.nominalVolts.value_or(facts.nominal);
  facts.minimumUnderLoad = cell.minimumVolts.value_or(facts.minimumUnderLoad);
  facts.absoluteMinimum = cell.absoluteMinimumVolts.value_or(facts.absoluteMinimum);
  facts.chargeFrom = cell.chargeFrom.value_or(facts.chargeFrom);
  facts.chargeTo = cell.chargeTo.value_or(facts.chargeTo);
  facts.dischargeFrom = cell.dischargeFrom.value_or(facts.dischargeFrom);
  facts.dischargeTo = cell.dischargeTo.value_or(facts.dischargeTo);
  return facts;
}

bool serves(const Charger& charger, const std::string& packId) {
  return std::find(charger.forPacks.begin(), charger.forPacks.end(), packId) != charger.forPacks.end();
}

bool chargedToFull(const Plan& plan) {
  return std::none_of(plan.packs.begin(), plan.packs.end(), [](const Pack& p) { return p.ceiling && *p.ceiling < StateOfCharge(1); });
}

bool hasCharger(const Plan& plan, const std::string& packId) {
  return std::any_of(plan.chargers.begin(), plan.chargers.end(), [&](const Charger& c) { return serves(c, packId); });
}

std::optional<std::size_t> converterPack(const Plan& plan) {
  if (plan.joining.method != Method::Converter || plan.packs.size() < 2) return std::nullopt;
  for (std::size_t k = 0; k < plan.packs.size(); ++k)
    if (plan.packs[k].id == plan.joining.converter.source) return k;
  return plan.packs.size() - 1;
}

bool converterPushesInto(const Plan& plan, std::size_t pack) {
  const auto fedBy = converterPack(plan);
  return fedBy && *fedBy != pack && plan.joining.converter.second == SecondJoint::Direct;
}

std::vector<std::size_t> hardJoined(const Plan& plan) {
  std::vector<bool> joined(plan.packs.size(), false);
  const bool all = plan.joining.method == Method::Direct;
  for (std::size_t k = 0; k < plan.packs.size(); ++k) joined[k] = all || converterPushesInto(plan, k);
  for (const Run& run : plan.wiring.runs) {
    const Pack* a = plan.findPack(run.from);
    const Pack* b = plan.findPack(run.to);
    if (!a || !b || a == b || !run.fromPole || !run.toPole || *run.fromPole != *run.toPole) continue;
    joined[static_cast<std::size_t>(a - plan.packs.data())] = true;
    joined[static_cast<std::size_t>(b - plan.packs.data())] = true;
  }
  std::vector<std::size_t> out;
  for (std::size_t k = 0; k < joined.size(); ++k)
    if (joined[k]) out.push_back(k);
  if (out.size() < 2) out.clear();
  return out;
}

}  // namespace usherwright
