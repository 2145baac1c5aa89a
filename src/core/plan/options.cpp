// Ways forward: begun, edited, adopted, compared.
#include "core/plan/options.h"

#include <fmt/format.h>

#include <algorithm>
#include <charconv>

#include "core/plan/edit.h"
#include "core/plan/names.h"
#include "core/plan/sizes.h"
#include "core/quantity/text.h"

namespace usherwright {
namespace {

template <class T>
const T* byId(const std::vector<T>& items, const std::string& id) {
  const auto at = std::find_if(items.begin(), items.end(), [&](const T& item) { return item.id == id; });
  return at == items.end() ? nullptr : &*at;
}

std::string freeName(const Plan& root, const std::string& name) {
  const std::string stem = trimmed(name).empty() ? "way" : trimmed(name);
  std::string out = stem;
  for (int n = 2; byId(root.options, out); ++n) out = fmt::format("{} {}", stem, n);
  return out;
}

tl::unexpected<Problem> noSuchOption(const std::string& id) { return unexpected("options", inQuotes(id), "the name of a way forward"); }

/// Of records that both have grown from, the longer ones.
template <class T>
void keepLonger(Records<T>& mine, const Records<T>& others) {
  if (others.size() > mine.size()) mine = others;
}

/// On the bike, or put aside.
const Pack* ownedPack(const Plan& root, const std::string& id) {
  if (const Pack* pack = root.findPack(id)) return pack;
  const KeptPack* kept = byId(root.kept, id);
  return kept ? kept->plan->findPack(id) : nullptr;
}

template <class T>
std::string nameOf(const T& item) {
  if constexpr (requires { item.name; }) return shownName(item);
  else return item.id;
}

/// Both lists cut down to what both have, in the later one's order; what came and what went is told.
template <class T>
void inCommon(std::vector<T>& was, std::vector<T>& is, const std::string& list, std::string_view word, std::vector<Difference>& out) {
  const std::vector<T> earlier = was, later = is;
  was.clear();
  is.clear();
  for (std::size_t i = 0; i < later.size(); ++i) {
    if (const T* before = byId(earlier, later[i].id)) {
      was.push_back(*before);
      is.push_back(later[i]);
    } else {
      out.push_back({fmt::format("{}/{}", list, i), std::string(word), "", nameOf(later[i])});
    }
  }
  for (std::size_t i = 0; i < earlier.size(); ++i)
    if (!byId(later, earlier[i].id)) out.push_back({fmt::format("{}/{}", list, i), std::string(word), nameOf(earlier[i]), ""});
}

/// A list whose entries have no names: how many there are. Where the number differs the entries are not compared.
template <class T>
void byNumber(std::vector<T>& was, const std::vector<T>& is, const std::string& list, std::string_view word, std::vector<Difference>& out) {
  if (was.size() == is.size()) return;
  out.push_back({list, std::string(word), std::to_string(was.size()), std::to_string(is.size())});
  was = is;
}

/// The place of an entry that both have, in the later plan.
template <class T>
std::size_t placeOf(const std::vector<T>& cut, const std::vector<T>& whole, std::size_t k) {
  for (std::size_t i = 0; i < whole.size(); ++i)
    if (whole[i].id == cut[k].id) return i;
  return k;
}

struct Owner {
  std::string pointer, name;
};
/// Whose field it is, with its place in the later plan.
Owner ownerOf(const std::string& pointer, const Plan& cut, const Plan& later) {
  const auto within = [&]<class T>(const std::string& list, const std::vector<T>& mine,
                                   const std::vector<T>& whole) -> std::optional<Owner> {
    if (!pointer.starts_with(list + "/")) return std::nullopt;
    std::size_t k = 0;
    const char* from = pointer.data() + list.size() + 1;
    const char* end = std::from_chars(from, pointer.data() + pointer.size(), k).ptr;
    if (end == from || k >= mine.size()) return std::nullopt;
    return Owner{fmt::format("{}/{}{}", list, placeOf(mine, whole, k), end), nameOf(mine[k])};
  };
  if (const auto at = within("/packs", cut.packs, later.packs)) return *at;
  if (const auto at = within("/chargers", cut.chargers, later.chargers)) return *at;
  if (const auto at = within("/wiring/runs", cut.wiring.runs, later.wiring.runs)) return *at;
  if (const auto at = within("/routes", cut.routes, later.routes)) return *at;
  if (const auto at = within("/undertaking/quotes", cut.undertaking.quotes, later.undertaking.quotes)) return *at;
  return {pointer, {}};
}

}  // namespace

Plan todayOf(const Plan& root) {
  Plan plan = root;
  plan.options.clear();
  return plan;
}

Expected<Plan> withOption(const Plan& root, const std::string& name) { return withOption(root, name, todayOf(root)); }

Expected<Plan> withOption(const Plan& root, const std::string& name, Plan made) {
  if (root.options.size() >= mostOptions)
    return unexpected("options", fmt::format("{} ways forward", root.options.size()), fmt::format("at most {}", mostOptions));
  Plan next = root;
  made.options.clear();
  Option option;
  option.id = freeName(root, name);
  option.plan = std::make_shared<Plan>(std::move(made));
  next.options.push_back(std::move(option));
  if (const auto sound = crossChecked(next, &root); !sound) return tl::unexpected(sound.error());
  return next;
}

const Option* findOption(const Plan& root, const std::string& id) { return byId(root.options, id); }

Expected<Plan> withOptionPlan(const Plan& root, const std::string& id, Plan plan) {
  Plan next = root;
  const auto at = std::find_if(next.options.begin(), next.options.end(), [&](const Option& o) { return o.id == id; });
  if (at == next.options.end()) return noSuchOption(id);
  plan.options.clear();
  at->plan = std::make_shared<Plan>(std::move(plan));
  if (const auto sound = crossChecked(next, &root); !sound) return tl::unexpected(sound.error());
  return next;
}

Expected<Plan> withAdopted(const Plan& root, const std::string& id) {
  const Option* adopted = findOption(root, id);
  if (!adopted) return noSuchOption(id);
  Plan next = *adopted->plan;
  for (const KeptPack& k : root.kept)
    if (k.use == PackUse::Quarantined && next.findPack(k.id))
      return unexpected("options", fmt::format("{} on the bike, which stands in quarantine", inQuotes(k.id)),
                        "a way without it, or a pack that a competent person has released");
  next.rides = root.rides;
  next.build = root.build;
  next.warranties = root.warranties;
  next.photos = root.photos;
  // A pack that was put aside since the way was begun is still owned.
  for (const KeptPack& k : root.kept)
    if (!byId(next.kept, k.id) && !next.findPack(k.id)) next.kept.push_back(k);
  std::erase_if(next.kept, [&](const KeptPack& k) { return root.findPack(k.id) && next.findPack(k.id); });
  // What happened stays with the packs that are still there; the rest is kept in "as it was".
  next.log = root.log;
  std::erase_if(next.log.edit(), [&](const LogEntry& e) { return !e.pack.empty() && !next.findPack(e.pack); });
  for (Pack& pack : next.packs)
    if (const Pack* mine = ownedPack(root, pack.id)) {
      keepLonger(pack.readings, mine->readings);
      keepLonger(pack.capacityTests, mine->capacityTests);
      keepLonger(pack.charges, mine->charges);
    }
  for (const KeptPack& k : root.kept)
    if (next.findPack(k.id))
      for (const LogEntry& e : k.plan->log.all())
        if (e.pack == k.id) next.log.edit().push_back(e);
  for (const Option& o : root.options)
    if (o.id != id) next.options.push_back(o);
  return withOption(next, "as it was", todayOf(root));
}

std::vector<Difference> differences(const Plan& earlier, const Plan& later, UnitSystem units) {
  std::vector<Difference> out;
  Plan was = todayOf(earlier), is = todayOf(later);
  inCommon(was.packs, is.packs, "/packs", "pack", out);
  inCommon(was.chargers, is.chargers, "/chargers", "charger", out);
  inCommon(was.wiring.runs, is.wiring.runs, "/wiring/runs", "lead", out);
  inCommon(was.routes, is.routes, "/routes", "ride", out);
  inCommon(was.undertaking.quotes, is.undertaking.quotes, "/undertaking/quotes", "quote", out);
  // A cell comes and goes with its pack.
  std::vector<Difference> cells;
  inCommon(was.cells, is.cells, "/cells", "cell", cells);
  byNumber(was.bike.accessories, is.bike.accessories, "/bike/accessories", "accessories", out);
  byNumber(was.claims, is.claims, "/claims", "claims", out);
  byNumber(was.privateThings, is.privateThings, "/private", "private things", out);
  byNumber(was.kept, is.kept, "/kept", "packs kept", out);
  byNumber(was.charging.there, is.charging.there, "/charging/hours", "hours of somebody", out);
  for (std::size_t k = 0; k < was.packs.size(); ++k) {
    const std::string pack = shownName(is.packs[k]);
    byNumber(was.packs[k].fit.outline, is.packs[k].fit.outline, fmt::format("/packs/{}/fit/outline", k), pack + ", points of its room",
             out);
    byNumber(was.packs[k].fit.things, is.packs[k].fit.things, fmt::format("/packs/{}/fit/things", k), pack + ", things in its room", out);
    was.packs[k].fit.places = is.packs[k].fit.places;
    // What was read of a pack is no decision.
    was.packs[k].readings = is.packs[k].readings;
    was.packs[k].capacityTests = is.packs[k].capacityTests;
    was.packs[k].charges = is.packs[k].charges;
  }
  for (std::size_t k = 0; k < was.chargers.size(); ++k)
    byNumber(was.chargers[k].lights, is.chargers[k].lights, fmt::format("/chargers/{}/lights", k), shownName(is.chargers[k]) + ", lamps",
             out);
  was.rides = is.rides;
  was.build = is.build;
  was.warranties = is.warranties;
  was.log = is.log;
  was.photos = is.photos;
  for (std::size_t k = 0; k < was.routes.size(); ++k)
    byNumber(was.routes[k].stops, is.routes[k].stops, fmt::format("/routes/{}/stops", k), is.routes[k].id + ", stops", out);
  forEachChange(was, is, [&](const std::string& pointer, const FieldSpec& spec, const FieldValue& a, const FieldValue& b) {
    const Owner owner = ownerOf(pointer, is, later);
    out.push_back({owner.pointer, owner.name.empty() ? std::string(spec.label) : fmt::format("{}, {}", owner.name, spec.label),
                   shownValue(spec, a, units), shownValue(spec, b, units)});
  });
  return out;
}

}  // namespace usherwright
