// Entries of lists.
#include "core/plan/lists.h"

#include <fmt/format.h>

#include <algorithm>
#include <charconv>

#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "core/plan/pointers.h"
#include "core/plan/sizes.h"
#include "core/quantity/date.h"
#include "core/quantity/text.h"

namespace usherwright {

namespace {

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
  assumeWords(next, fmt::format("/bike/accessories/{}", plan.bike.accessories.size()));
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

Expected<Plan> withCharge(const Plan& plan, std::size_t pack, const ChargeRecord& record) {
  if (pack >= plan.packs.size()) return noSuchEntry("/packs", pack);
  const std::string pointer = fmt::format("/packs/{}/charges", pack);
  if (const auto room = hasRoom(plan.packs[pack].charges.size(), pointer); !room) return tl::unexpected(room.error());
  if (!record.from && !record.putBack) return unexpected("from", "nothing", "the charge that it began at, as 35 %");
  if (record.to && record.from && *record.to <= *record.from)
    return unexpected("to", formatQuantity(record.to->value(), Kind::Fraction), "more than where it began");
  if (!record.took && !record.putBack) return unexpected("took, put in", "neither", "the minutes, the Ah, or both");
  if (!parseDate(record.when)) return unexpected("charged on", inQuotes(record.when), "a date as 2026-05-31");
  Plan next = plan;
  next.packs[pack].charges.edit().push_back(record);
  return next;
}

Expected<Plan> withCapacityTest(const Plan& plan, std::size_t pack, const CapacityTest& test) {
  if (pack >= plan.packs.size()) return noSuchEntry("/packs", pack);
  const std::string pointer = fmt::format("/packs/{}/capacity_tests", pack);
  if (const auto room = hasRoom(plan.packs[pack].capacityTests.size(), pointer); !room) return tl::unexpected(room.error());
  if (!test.putBack || *test.putBack <= AmpereHour(0)) return unexpected("put back", "nothing", "the Ah that went in, from empty to full");
  if (!parseDate(test.when)) return unexpected("tested on", inQuotes(test.when), "a date as 2026-05-31");
  Plan next = plan;
  next.packs[pack].capacityTests.edit().push_back(test);
  return next;
}

Expected<Plan> withStepDone(const Plan& plan, const StepRecord& record) {
  if (const auto room = hasRoom(plan.build.done.size(), "/build/done"); !room) return tl::unexpected(room.error());
  if (record.step.empty()) return unexpected("step", "nothing", "a step of the order of work");
  if (!parseDate(record.when)) return unexpected("done on", inQuotes(record.when), "a date as 2026-05-31");
  Plan next = plan;
  next.build.done.edit().push_back(record);
  return next;
}

Expected<Plan> withRideDone(const Plan& plan, const Ride& ride) {
  if (const auto room = hasRoom(plan.rides.size(), "/rides"); !room) return tl::unexpected(room.error());
  if (!ride.length || *ride.length <= Kilometre(0)) return unexpected("distance", "nothing", "the km that were ridden");
  if (!parseDate(ride.when)) return unexpected("ridden on", inQuotes(ride.when), "a date as 2026-05-31");
  Plan next = plan;
  next.rides.edit().push_back(ride);
  return next;
}

Expected<Plan> withLogEntry(const Plan& plan, const LogEntry& entry) {
  if (const auto room = hasRoom(plan.log.size(), "/log"); !room) return tl::unexpected(room.error());
  if (!parseDate(entry.when)) return unexpected("happened on", inQuotes(entry.when), "a date as 2026-05-31");
  if (entry.what == LogEvent::Note && !saysSomething(entry.note, 1))
    return unexpected("log note", inQuotes(entry.note), "a word of what happened");
  Plan next = plan;
  next.log.edit().push_back(entry);
  return next;
}

}  // namespace usherwright
