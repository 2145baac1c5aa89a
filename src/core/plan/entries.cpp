// Entries of lists, and what follows them.
#include "core/plan/entries.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <charconv>
#include <set>

#include "core/plan/fields.h"
#include "core/plan/pointers.h"
#include "core/plan/sizes.h"
#include "core/plan/structure.h"

namespace usherwright {
namespace {

template <class T>
concept HasId = requires(T entry) {
  entry.id;
};

std::size_t indexIn(std::string_view token) {
  std::size_t k = 0;
  std::from_chars(token.data(), token.data() + token.size(), k);
  return k;
}

template <class Owner, class Op>
bool atList(Owner& owner, std::string_view pointer, Op& op);

/// Descends to a list and hands it over.
template <class Op>
struct ListFinder : NoLeaves {
  PointerStep step;
  Op& op;
  bool found = false;

  template <class T>
  void object(std::string_view key, T& child) {
    if (key == step.token && !step.rest.empty()) found = atList(child, step.rest, op);
  }
  template <class T>
  void list(std::string_view key, std::vector<T>& items) {
    if (key != step.token) return;
    if (step.rest.empty()) {
      found = true;
      return op(items);
    }
    const PointerStep entry(step.rest);
    const std::size_t k = indexIn(entry.token);
    if (k < items.size() && !entry.rest.empty()) found = atList(items[k], entry.rest, op);
  }
  template <class T>
  void records(std::string_view key, Records<T>& items) {
    if (key != step.token || !step.rest.empty()) return;
    found = true;
    op(items.edit());
  }
  template <class T>
  void keyed(std::string_view key, std::vector<T>& items) {
    if (key != step.token || !step.rest.empty()) return;
    found = true;
    op(items);
  }
};

template <class Owner, class Op>
bool atList(Owner& owner, std::string_view pointer, Op& op) {
  ListFinder<Op> finder{{}, PointerStep(pointer), op};
  visitChildren(owner, finder);
  return finder.found;
}

tl::unexpected<Problem> noSuchList(const std::string& list) { return unexpected(list, "no such list", "a list of the plan"); }

/// How an entry stands in pointers: by its place, a cell by its id.
template <class T>
std::string tokenOf(const std::vector<T>& items, std::size_t index) {
  if constexpr (std::is_same_v<T, Cell>) return items[index].id;
  else return std::to_string(index);
}

/// Where a pointer leads after an entry of a list is gone; empty if it led into that entry.
std::string movedUp(const std::string& pointer, const std::string& list, const std::string& gone) {
  if (!pointer.starts_with(list + "/")) return pointer;
  const PointerStep entry(std::string_view(pointer).substr(list.size()));
  if (entry.token == gone) return {};
  if (list == "/cells") return pointer;
  const std::size_t k = indexIn(entry.token);
  return fmt::format("{}/{}{}", list, k > indexIn(gone) ? k - 1 : k, entry.rest);
}

void dropPointersOf(Plan& plan, const std::string& list, const std::string& gone) {
  std::map<std::string, ProvenanceEntry> moved;
  for (auto& [pointer, entry] : plan.provenance)
    if (std::string at = movedUp(pointer, list, gone); !at.empty()) moved.emplace(std::move(at), entry);
  plan.provenance = std::move(moved);
  for (auto& [key, acceptance] : plan.accepted) {
    for (std::string& field : acceptance.fields) field = movedUp(field, list, gone);
    std::erase(acceptance.fields, "");
  }
}

/// The fields that name a pack or a cell of this id.
std::vector<std::string> referencesTo(const Plan& plan, Refers kind, const std::string& id) {
  std::vector<std::string> out;
  forEachField(
      plan,
      [&](const std::string& pointer, const FieldSpec& spec, const FieldValue& value) {
        if (spec.refers == kind && std::holds_alternative<std::string>(value) && std::get<std::string>(value) == id) out.push_back(pointer);
      },
      Walk::Everyday);
  return out;
}

/// What names the entry that is gone is empty now, what belonged to it goes too.
Plan withoutReferences(Plan plan, Refers kind, const std::string& id) {
  for (const std::string& pointer : referencesTo(plan, kind, id)) assignField(plan, pointer, FieldValue{});
  if (kind != Refers::Pack) return plan;
  for (Charger& charger : plan.chargers) std::erase(charger.forPacks, id);
  std::vector<std::string> ends = referencesTo(plan, Refers::OwnPack, id);
  for (std::string& end : ends) end.resize(end.rfind('/'));
  ends.erase(std::unique(ends.begin(), ends.end()), ends.end());
  for (auto entry = ends.rbegin(); entry != ends.rend(); ++entry) {  // the last first: the others keep their places
    const auto at = entry->rfind('/');
    plan = *without(plan, entry->substr(0, at), indexIn(entry->substr(at + 1)));
  }
  for (std::size_t i = plan.log.size(); i-- > 0;)
    if (plan.log[i].pack == id) plan = *without(plan, "/log", i);
  return plan;
}

/// The pieces of an acceptance's part: "second/fuse" is about second and about fuse.
bool isAbout(const std::string& key, const std::string& id) {
  const auto at = key.find('@');
  if (at == std::string::npos) return false;
  const std::string part = "/" + key.substr(at + 1) + "/";
  return part.find("/" + id + "/") != std::string::npos;
}

/// Accessories have no ids: their place names them, and the later ones move up.
void renumberAccessories(Plan& plan, std::size_t gone) {
  dropAcceptancesOf(plan, fmt::format("accessory-{}", gone + 1));
  for (std::size_t i = gone + 1; i <= plan.bike.accessories.size(); ++i)
    renameInAcceptances(plan, fmt::format("accessory-{}", i + 1), fmt::format("accessory-{}", i));
}

template <class T>
constexpr Refers referredAs() {
  if constexpr (std::is_same_v<T, Pack>) return Refers::Pack;
  else if constexpr (std::is_same_v<T, Cell>) return Refers::Cell;
  else if constexpr (std::is_same_v<T, Charger>) return Refers::Charger;
  else return Refers::Nothing;
}

struct Sizes : NoLeaves {
  std::string path;
  std::vector<std::pair<std::string, std::size_t>>& out;

  template <class T>
  void object(std::string_view key, const T& child) {
    Sizes inner{{}, fmt::format("{}/{}", path, key), out};
    visitChildren(child, inner);
  }
  template <class T>
  void list(std::string_view key, const std::vector<T>& items) {
    out.emplace_back(fmt::format("{}/{}", path, key), items.size());
    for (std::size_t i = 0; i < items.size(); ++i) {
      Sizes inner{{}, fmt::format("{}/{}/{}", path, key, i), out};
      visitChildren(items[i], inner);
    }
  }
  template <class T>
  void records(std::string_view key, const Records<T>& items) {
    out.emplace_back(fmt::format("{}/{}", path, key), items.size());
  }
  template <class T>
  void keyed(std::string_view key, const std::vector<T>& items) {
    out.emplace_back(fmt::format("{}/{}", path, key), items.size());
  }
};

/// Appends what `made` makes of a list; the error says what is wrong with it.
template <class Make>
Expected<Plan> appended(const Plan& plan, const std::string& list, Make&& made) {
  Plan next = plan;
  Expected<void> result;
  auto append = [&](auto& items) {
    using T = typename std::remove_reference_t<decltype(items)>::value_type;
    if (items.size() >= mostOf<T>()) {
      result = unexpected(list, fmt::format("{} entries", items.size()), fmt::format("at most {}", mostOf<T>()));
      return;
    }
    result = made(items);
  };
  if (!atList(next, list, append)) return noSuchList(list);
  if (!result) return tl::unexpected(result.error());
  return next;
}

}  // namespace

void renameReferences(Plan& plan, Refers kind, const std::string& before, const std::string& after) {
  for (const std::string& pointer : referencesTo(plan, kind, before)) assignField(plan, pointer, FieldValue{after});
  if (kind != Refers::Pack) return;
  for (const std::string& pointer : referencesTo(plan, Refers::OwnPack, before)) assignField(plan, pointer, FieldValue{after});
  for (Charger& charger : plan.chargers) std::replace(charger.forPacks.begin(), charger.forPacks.end(), before, after);
  for (std::size_t i = 0; i < plan.log.size(); ++i)
    if (plan.log[i].pack == before) plan.log.edit()[i].pack = after;
}

void dropAcceptancesOf(Plan& plan, const std::string& id) {
  std::erase_if(plan.accepted, [&](const auto& item) { return isAbout(item.first, id); });
}

void renameInAcceptances(Plan& plan, const std::string& before, const std::string& after) {
  std::map<std::string, Acceptance> renamed;
  for (auto& [key, acceptance] : plan.accepted) {
    std::string name = key;
    if (isAbout(key, before)) {
      const auto at = ("/" + key.substr(key.find('@') + 1) + "/").find("/" + before + "/") + key.find('@') + 1;
      name.replace(at, before.size(), after);
    }
    renamed.emplace(std::move(name), std::move(acceptance));
  }
  plan.accepted = std::move(renamed);
}

tl::unexpected<Problem> noSuchEntry(const std::string& list, std::size_t index) {
  return unexpected(fmt::format("{}/{}", list, index), "no such entry", "the number of an entry of the plan");
}

std::string freshId(const Plan& plan, const std::string& stem) {
  const auto taken = [](const auto& items, const std::string& id) {
    return std::any_of(items.begin(), items.end(), [&](const auto& item) { return item.id == id; });
  };
  for (int n = 1;; ++n) {
    std::string id = n == 1 ? stem : fmt::format("{}-{}", stem, n);
    if (id == "joint" || id == "controller" || taken(plan.packs, id) || taken(plan.chargers, id) || taken(plan.wiring.runs, id) ||
        taken(plan.routes, id) || taken(plan.cells, id))
      continue;
    return id;
  }
}

bool isDefaultWord(const FieldSpec& spec) {
  static constexpr std::array<std::string_view, 6> words{"size", "insulation", "closed", "tap", "method", "second_joint"};
  const bool word = spec.kind == Kind::Choice || spec.kind == Kind::Flag || spec.kind == Kind::Wire;
  return word && spec.required && std::find(words.begin(), words.end(), spec.key) != words.end();
}

void assumeWords(Plan& plan, const std::string& entry) {
  std::vector<std::string> words;
  forEachField(plan, [&](const std::string& pointer, const FieldSpec& spec, const FieldValue&) {
    if (pointer.starts_with(entry + "/") && isDefaultWord(spec)) words.push_back(pointer);
  });
  for (const std::string& pointer : words) plan.provenance.try_emplace(pointer, ProvenanceEntry{Provenance::Assumed, "as usual", {}});
}

Expected<Plan> withNew(const Plan& plan, const std::string& list) {
  std::string entry;
  Expected<Plan> next = appended(plan, list, [&](auto& items) -> Expected<void> {
    auto& fresh = items.emplace_back();
    if constexpr (HasId<std::remove_reference_t<decltype(fresh)>>) fresh.id = freshId(plan, entryWord(list));
    entry = fmt::format("{}/{}", list, tokenOf(items, items.size() - 1));
    return {};
  });
  if (next) assumeWords(*next, entry);
  return next;
}

Expected<Plan> withCopy(const Plan& plan, const std::string& list, std::size_t index) {
  std::string from, to;
  Expected<Plan> next = appended(plan, list, [&](auto& items) -> Expected<void> {
    if (index >= items.size()) return noSuchEntry(list, index);
    items.push_back(items[index]);
    auto& copy = items.back();
    if constexpr (HasId<std::remove_reference_t<decltype(copy)>>) copy.id = freshId(plan, copy.id);
    from = fmt::format("{}/{}/", list, tokenOf(items, index));
    to = fmt::format("{}/{}/", list, tokenOf(items, items.size() - 1));
    return {};
  });
  if (!next) return next;
  for (const auto& [pointer, entry] : plan.provenance)
    if (pointer.starts_with(from)) next->provenance[to + pointer.substr(from.size())] = entry;
  return next;
}

Expected<Plan> without(const Plan& plan, const std::string& list, std::size_t index) {
  Plan next = plan;
  bool gone = false;
  std::string token, id;
  Refers kind = Refers::Nothing;
  auto erase = [&](auto& items) {
    using T = typename std::remove_reference_t<decltype(items)>::value_type;
    if (index >= items.size()) return;
    gone = true;
    token = tokenOf(items, index);
    if constexpr (HasId<T>) id = items[index].id;
    kind = referredAs<T>();
    items.erase(items.begin() + static_cast<std::ptrdiff_t>(index));
  };
  if (!atList(next, list, erase)) return noSuchList(list);
  if (!gone) return noSuchEntry(list, index);
  dropPointersOf(next, list, token);
  if (list == "/bike/accessories") renumberAccessories(next, index);
  if (!id.empty() && kind != Refers::Cell) dropAcceptancesOf(next, id);
  return kind == Refers::Nothing ? next : withoutReferences(std::move(next), kind, id);
}

std::vector<std::pair<std::string, std::size_t>> listSizes(const Plan& plan) {
  std::vector<std::pair<std::string, std::size_t>> out;
  Sizes sizes{{}, "", out};
  visitChildren(plan, sizes);
  return out;
}

std::string entryWord(const std::string& list) {
  std::string word = list.substr(list.rfind('/') + 1);
  std::replace(word.begin(), word.end(), '_', ' ');
  if (word.ends_with("ies")) return word.substr(0, word.size() - 3) + "y";
  return word.ends_with('s') ? word.substr(0, word.size() - 1) : word;
}

}  // namespace usherwright
