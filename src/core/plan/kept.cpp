// Put aside, brought back.
#include "core/plan/kept.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "core/plan/names.h"
#include "core/plan/pointers.h"
#include "core/quantity/text.h"

namespace usherwright {
namespace {

/// Of an accident nobody may have noted which pack it was: then it goes with each.
bool concerns(const Plan& plan, const LogEntry& e, const std::string& id) {
  return e.pack == id || (isAccident(e.what) && !plan.findPack(e.pack) && !findKept(plan, e.pack));
}

/// The plan with this pack and nothing of the others.
Plan aloneOf(const Plan& plan, const std::string& id) {
  Plan alone = plan;
  alone.options.clear();
  alone.kept.clear();
  alone.photos = {};
  alone.rides = {};
  alone.claims.clear();
  alone.warranties.clear();
  alone.build = {};
  alone.undertaking = {};
  for (std::size_t k = alone.packs.size(); k-- > 0;)
    if (alone.packs[k].id != id) alone = *without(alone, "/packs", k);
  const std::string cell = alone.packs.front().cell;
  for (std::size_t k = alone.cells.size(); k-- > 0;)
    if (alone.cells[k].id != cell) alone = *without(alone, "/cells", k);
  for (std::size_t k = alone.chargers.size(); k-- > 0;)
    if (!serves(alone.chargers[k], id)) alone = *without(alone, "/chargers", k);
  for (std::size_t k = alone.privateThings.size(); k-- > 0;)
    if (alone.privateThings[k].pack != id) alone = *without(alone, "/private", k);
  for (std::size_t k = alone.log.size(); k-- > 0;)
    if (!concerns(plan, alone.log[k], id)) alone = *without(alone, "/log", k);
  std::erase_if(alone.provenance, [&](const auto& mark) { return !findField(alone, mark.first); });
  return alone;
}

template <class T>
std::size_t placeOf(const std::vector<T>& items, const std::string& id) {
  return static_cast<std::size_t>(std::find_if(items.begin(), items.end(), [&](const T& i) { return i.id == id; }) - items.begin());
}

/// The sources of one entry's values, at its new place.
void bringSources(Plan& to, const Plan& from, const std::string& was, const std::string& is) {
  for (const auto& [pointer, entry] : from.provenance)
    if (pointer.starts_with(was)) to.provenance[is + pointer.substr(was.size())] = entry;
}

/// What serves the pack, or lies at it.
void bringParts(Plan& next, const Plan& alone, const std::string& id) {
  for (std::size_t i = 0; i < alone.wiring.runs.size(); ++i) {
    if (alone.wiring.runs[i].from != id) continue;
    Run run = alone.wiring.runs[i];
    run.id = freshId(next, run.id);
    next.wiring.runs.push_back(run);
    bringSources(next, alone, fmt::format("/wiring/runs/{}/", i), fmt::format("/wiring/runs/{}/", next.wiring.runs.size() - 1));
  }
  for (std::size_t i = 0; i < alone.chargers.size(); ++i) {
    const std::size_t known = placeOf(next.chargers, alone.chargers[i].id);
    if (known < next.chargers.size()) {
      if (!serves(next.chargers[known], id)) next.chargers[known].forPacks.push_back(id);
      continue;
    }
    next.chargers.push_back(alone.chargers[i]);
    next.chargers.back().id = freshId(next, alone.chargers[i].id);
    next.chargers.back().forPacks = {id};
    bringSources(next, alone, fmt::format("/chargers/{}/", i), fmt::format("/chargers/{}/", next.chargers.size() - 1));
  }
  for (std::size_t i = 0; i < alone.privateThings.size(); ++i) {
    next.privateThings.push_back(alone.privateThings[i]);
    bringSources(next, alone, fmt::format("/private/{}/", i), fmt::format("/private/{}/", next.privateThings.size() - 1));
  }
  for (const LogEntry& e : alone.log.all())
    if (e.pack == id) next.log.edit().push_back(e);
}

std::string freeName(const Plan& plan, const std::string& name) {
  const std::string stem = trimmed(name).empty() ? "pack" : trimmed(name);
  std::string out = stem;
  for (int n = 2; findKept(plan, out) || plan.findPack(out); ++n) out = fmt::format("{}-{}", stem, n);
  return out;
}

Expected<Plan> checked(Plan next, const Plan& before) {
  if (const auto sound = crossChecked(next, &before); !sound) return tl::unexpected(sound.error());
  return next;
}

}  // namespace

const KeptPack* findKept(const Plan& plan, const std::string& id) {
  const std::size_t at = placeOf(plan.kept, id);
  return at < plan.kept.size() ? &plan.kept[at] : nullptr;
}

std::string keptName(const KeptPack& kept) { return kept.plan->packs.empty() ? kept.id : shownName(kept.plan->packs.front()); }

Expected<Plan> withPutAside(const Plan& plan, std::size_t pack, PackUse use, const std::string& since) {
  if (pack >= plan.packs.size()) return noSuchEntry("/packs", pack);
  if (plan.kept.size() >= mostKept)
    return unexpected("/kept", fmt::format("{} packs kept", plan.kept.size()), fmt::format("at most {}", mostKept));
  KeptPack kept;
  kept.id = plan.packs[pack].id;
  kept.use = use;
  kept.since = since;
  kept.plan = Shared<Plan>(aloneOf(plan, kept.id));
  Plan next = plan;
  // Its own numbers go with it.
  for (std::size_t k = next.privateThings.size(); k-- > 0;)
    if (next.privateThings[k].pack == kept.id) next = *without(next, "/private", k);
  next = *without(next, "/packs", pack);
  next.kept.push_back(std::move(kept));
  return checked(std::move(next), plan);
}

Expected<Plan> withKept(const Plan& plan, const std::string& name, PackUse use) {
  if (plan.kept.size() >= mostKept)
    return unexpected("/kept", fmt::format("{} packs kept", plan.kept.size()), fmt::format("at most {}", mostKept));
  Plan next = plan;
  KeptPack kept;
  kept.id = freeName(plan, name);
  kept.use = use;
  next.kept.push_back(std::move(kept));
  return checked(std::move(next), plan);
}

Expected<Plan> withBroughtBack(const Plan& plan, std::size_t index) {
  if (index >= plan.kept.size()) return noSuchEntry("/kept", index);
  const KeptPack kept = plan.kept[index];
  if (kept.use == PackUse::Quarantined)
    return unexpected(fmt::format("/kept/{}/use", index), "a pack in quarantine",
                      "one that a competent person has released: note who, and keep it as a spare");
  if (plan.packs.size() >= mostPacks)
    return unexpected("/packs", fmt::format("{} packs on the bike", plan.packs.size()),
                      fmt::format("at most {}: put one aside first", mostPacks));
  Plan next = *without(plan, "/kept", index);
  if (kept.plan->packs.empty()) {
    next = withNewPack(next);
    return withField(next, fmt::format("/packs/{}/id", next.packs.size() - 1), FieldValue{kept.id});
  }
  const Plan& alone = *kept.plan;
  Pack pack = alone.packs.front();
  if (const Cell* cell = alone.findCell(pack.cell)) {
    const Cell* there = next.findCell(cell->id);
    if (!there || !(*there == *cell)) {
      next.cells.push_back(*cell);
      if (there) next.cells.back().id = freshId(next, cell->id);
      pack.cell = next.cells.back().id;
      bringSources(next, alone, fmt::format("/cells/{}/", cell->id), fmt::format("/cells/{}/", pack.cell));
    }
  }
  next.packs.push_back(pack);
  bringSources(next, alone, "/packs/0/", fmt::format("/packs/{}/", next.packs.size() - 1));
  bringParts(next, alone, pack.id);
  return checked(std::move(next), plan);
}

Expected<Plan> withKeptPlan(const Plan& plan, const std::string& id, Plan alone) {
  const std::size_t at = placeOf(plan.kept, id);
  if (at >= plan.kept.size()) return unexpected("kept", inQuotes(id), "the id of a pack that is kept");
  Plan next = plan;
  alone.options.clear();
  alone.kept.clear();
  if (alone.packs.size() == 1) next.kept[at].id = alone.packs.front().id;
  next.kept[at].plan = Shared<Plan>(std::move(alone));
  return checked(std::move(next), plan);
}

}  // namespace usherwright
