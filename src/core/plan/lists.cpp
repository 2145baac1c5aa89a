// Entries of lists.
#include "core/plan/lists.h"

#include <fmt/format.h>

#include <algorithm>
#include <charconv>

#include "core/plan/edit.h"
#include "core/plan/pointers.h"
#include "core/plan/sizes.h"
#include "core/plan/structure.h"
#include "core/quantity/text.h"

namespace usherwright {

namespace {

/// Where a pointer leads after the entry of a list is gone; empty if it led into that entry.
std::string movedUp(const std::string& pointer, const std::string& list, std::size_t removed) {
  if (!pointer.starts_with(list + "/")) return pointer;
  std::string rest;
  const std::string index = firstToken(pointer.substr(list.size()), rest);
  std::size_t k = 0;
  std::from_chars(index.data(), index.data() + index.size(), k);
  return k == removed ? std::string() : fmt::format("{}/{}{}", list, k > removed ? k - 1 : k, rest);
}

}  // namespace

void dropPointersOf(Plan& plan, const std::string& list, std::size_t removed) {
  std::map<std::string, ProvenanceEntry> moved;
  for (auto& [pointer, entry] : plan.provenance)
    if (std::string at = movedUp(pointer, list, removed); !at.empty()) moved.emplace(std::move(at), entry);
  plan.provenance = std::move(moved);
  for (auto& [key, acceptance] : plan.accepted) {
    for (std::string& field : acceptance.fields) field = movedUp(field, list, removed);
    std::erase(acceptance.fields, "");
  }
}

namespace {

/// The pieces of an acceptance's part: "second/fuse" is about second and about fuse.
bool isAbout(const std::string& key, const std::string& id) {
  const auto at = key.find('@');
  if (at == std::string::npos) return false;
  const std::string part = "/" + key.substr(at + 1) + "/";
  return part.find("/" + id + "/") != std::string::npos;
}

}  // namespace

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

namespace {

/// Removes one entry of a list of the plan together with its provenance.
template <class T>
Expected<Plan> without(const Plan& plan, std::vector<T>& (*listOf)(Plan&), const std::string& pointer, std::size_t index) {
  Plan next = plan;
  std::vector<T>& items = listOf(next);
  if (index >= items.size()) return noSuchEntry(pointer, index);
  items.erase(items.begin() + static_cast<std::ptrdiff_t>(index));
  dropPointersOf(next, pointer, index);
  return next;
}

template <class T>
Expected<Plan> withoutRecord(const Plan& plan, std::size_t pack, Records<T> Pack::*list, std::string_view key, std::size_t index) {
  if (pack >= plan.packs.size()) return noSuchEntry("/packs", pack);
  Plan next = plan;
  const std::string pointer = fmt::format("/packs/{}/{}", pack, key);
  Records<T>& rows = next.packs[pack].*list;
  if (index >= rows.size()) return noSuchEntry(pointer, index);
  std::vector<T>& edited = rows.edit();
  edited.erase(edited.begin() + static_cast<std::ptrdiff_t>(index));
  dropPointersOf(next, pointer, index);
  return next;
}

Expected<void> hasRoom(std::size_t size, const std::string& pointer) {
  if (size >= mostRecords) return unexpected(pointer, fmt::format("{} entries", size), fmt::format("at most {}", mostRecords));
  return {};
}

}  // namespace

Plan withAccessory(const Plan& plan, const std::string& name) {
  Plan next = plan;
  if (next.bike.accessories.size() >= mostEntries) return next;
  Accessory accessory;
  accessory.name = trimmed(name).empty() ? "accessory" : trimmed(name);
  next.bike.accessories.push_back(std::move(accessory));
  return next;
}

Expected<Plan> withoutAccessory(const Plan& plan, std::size_t index) {
  auto next = without<Accessory>(
      plan, [](Plan& p) -> std::vector<Accessory>& { return p.bike.accessories; }, "/bike/accessories", index);
  if (!next) return next;
  // Accessories have no ids: their place names them, and the later ones move up.
  dropAcceptancesOf(*next, fmt::format("accessory-{}", index + 1));
  for (std::size_t i = index + 1; i < plan.bike.accessories.size(); ++i)
    renameInAcceptances(*next, fmt::format("accessory-{}", i + 1), fmt::format("accessory-{}", i));
  return next;
}

Plan withAnotherRoute(const Plan& plan) {
  if (plan.routes.empty()) return withRoute(plan);
  Plan next = plan;
  if (next.routes.size() >= mostEntries) return next;
  Route route = plan.routes.front();
  for (int n = 2;; ++n) {
    route.id = fmt::format("ride {}", n);
    if (std::none_of(plan.routes.begin(), plan.routes.end(), [&](const Route& r) { return r.id == route.id; })) break;
  }
  next.routes.push_back(std::move(route));
  return next;
}

Expected<Plan> withoutRoute(const Plan& plan, std::size_t index) {
  return without<Route>(
      plan, [](Plan& p) -> std::vector<Route>& { return p.routes; }, "/routes", index);
}

Expected<Plan> withReading(const Plan& plan, std::size_t pack, const Reading& reading) {
  if (pack >= plan.packs.size()) return noSuchEntry("/packs", pack);
  const std::string pointer = fmt::format("/packs/{}/readings", pack);
  if (const auto room = hasRoom(plan.packs[pack].readings.size(), pointer); !room) return tl::unexpected(room.error());
  for (std::size_t i = 0; i < reading.groups.size(); ++i)
    if (reading.groups[i] < Volt(0) || reading.groups[i] > Volt(10))
      return unexpected(fmt::format("reading {}", i + 1), formatNumber(reading.groups[i].value()) + " V",
                        "the volts of one group, 0 to 10 V");
  Plan next = plan;
  next.packs[pack].readings.edit().push_back(reading);
  return next;
}

Expected<Plan> withoutReading(const Plan& plan, std::size_t pack, std::size_t index) {
  return withoutRecord(plan, pack, &Pack::readings, "readings", index);
}

Expected<Plan> withCapacityTest(const Plan& plan, std::size_t pack, const CapacityTest& test) {
  if (pack >= plan.packs.size()) return noSuchEntry("/packs", pack);
  const std::string pointer = fmt::format("/packs/{}/capacity_tests", pack);
  if (const auto room = hasRoom(plan.packs[pack].capacityTests.size(), pointer); !room) return tl::unexpected(room.error());
  if (!test.putBack || *test.putBack <= AmpereHour(0)) return unexpected("put back", "nothing", "the Ah that went in, from empty to full");
  if (!daysOf(test.when)) return unexpected("tested on", inQuotes(test.when), "a date as 2026-05-31");
  Plan next = plan;
  next.packs[pack].capacityTests.edit().push_back(test);
  return next;
}

Expected<Plan> withoutCapacityTest(const Plan& plan, std::size_t pack, std::size_t index) {
  return withoutRecord(plan, pack, &Pack::capacityTests, "capacity_tests", index);
}

std::optional<int> daysOf(std::string_view date) {
  int year = 0;
  int month = 0;
  int day = 0;
  if (date.size() != 10 || date[4] != '-' || date[7] != '-') return std::nullopt;
  const auto number = [&](std::size_t from, std::size_t length, int& into) {
    const char* end = date.data() + from + length;
    const auto [at, error] = std::from_chars(date.data() + from, end, into);
    return error == std::errc() && at == end;
  };
  if (!number(0, 4, year) || !number(5, 2, month) || !number(8, 2, day)) return std::nullopt;
  const std::chrono::year_month_day ymd{std::chrono::year(year), std::chrono::month(static_cast<unsigned>(month)),
                                        std::chrono::day(static_cast<unsigned>(day))};
  if (!ymd.ok()) return std::nullopt;
  return static_cast<int>(std::chrono::sys_days(ymd).time_since_epoch().count());
}

}  // namespace usherwright
