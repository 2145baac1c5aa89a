// What was noted, across all lists.
#include "core/log/history.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/plan/kept.h"
#include "core/plan/names.h"
#include "core/quantity/text.h"
#include "core/quantity/units.h"

namespace usherwright {
namespace {

void earlier(std::optional<Date>& best, const std::string& when) {
  const auto day = parseDate(when);
  if (day && (!best || *day < *best)) best = day;
}
void later(std::optional<Date>& best, const std::string& when) {
  const auto day = parseDate(when);
  if (day && (!best || *day > *best)) best = day;
}

/// Figures that are known, parted by dots.
class Words {
 public:
  template <class Q>
  Words& figure(const char* before, const std::optional<Q>& q, Kind kind, const char* after = "") {
    if (q) word(before + formatQuantity(static_cast<double>(q->value()), kind) + after);
    return *this;
  }
  Words& word(const std::string& text) {
    if (!text.empty()) out_ += (out_.empty() ? "" : " · ") + text;
    return *this;
  }
  const std::string& text() const { return out_; }

 private:
  std::string out_;
};

std::string wordsOf(const Ride& r) {
  Words w;
  w.figure("", r.length, Kind::Distance).figure("", r.climb, Kind::Climb, " climb").figure("", r.energy, Kind::Energy);
  w.figure("", r.charge, Kind::Charge).figure("", r.time, Kind::Minutes);
  if (r.energy && r.length && r.length->value() > 0) w.word(formatNumber(r.energy->value() / r.length->value()) + " Wh/km");
  if (r.barsLeft) w.word(fmt::format("{} bar{} left", *r.barsLeft, *r.barsLeft == 1 ? "" : "s"));
  w.figure("", r.voltsLeft, Kind::Voltage, " left").figure("", r.air, Kind::Temperature).figure("load ", r.load, Kind::Mass);
  return w.word(r.note).text();
}

std::string wordsOf(const ChargeRecord& r) {
  Words w;
  w.figure("", r.putBack, Kind::Charge).figure("from ", r.from, Kind::Fraction).figure("to ", r.to, Kind::Fraction);
  return w.figure("in ", r.took, Kind::Minutes).text();
}

std::string wordsOf(const Reading& r) {
  Words w;
  if (r.groups.size() > 1) {
    const auto [low, high] = std::minmax_element(r.groups.begin(), r.groups.end());
    w.word(fmt::format("{} {} · spread {} mV", r.groups.size(), r.of == ReadingOf::Groups ? "groups" : "loose cells",
                       formatNumber(1000 * (*high - *low).value(), 3)));
  }
  return w.figure("", r.pack, Kind::Voltage).figure("rested ", r.rested, Kind::Minutes).text();
}

std::string wordsOf(const CapacityTest& t) {
  return Words().figure("", t.putBack, Kind::Charge, " put back").figure("", t.resistance, Kind::Resistance).text();
}

std::string wordsOf(const LogEntry& e) {
  Words w;
  w.figure("at ", e.charge, Kind::Fraction).figure("", e.temperature, Kind::Temperature).word(e.note);
  if (isAccident(e.what)) w.word(isReleased(e) ? "released by " + e.releasedBy : "not released");
  return w.text();
}

}  // namespace

std::optional<Date> logBegan(const Plan& plan) {
  std::optional<Date> first;
  for (const Ride& r : plan.rides) earlier(first, r.when);
  for (const LogEntry& e : plan.log) earlier(first, e.when);
  for (const Pack& p : plan.packs)
    for (const ChargeRecord& r : p.charges) earlier(first, r.when);
  return first;
}

std::optional<Date> lastOf(const Plan& plan, LogEvent what, const std::string& pack) {
  std::optional<Date> last;
  for (const LogEntry& e : plan.log)
    if (e.what == what && (pack.empty() || e.pack.empty() || e.pack == pack)) later(last, e.when);
  return last;
}

std::optional<Date> lastHeldFull(const Plan& plan, const Pack& pack) {
  std::optional<Date> last = parseDate(pack.heldFull);
  // Only where the pack is named: nobody holds all of them at full by one word.
  for (const LogEntry& e : plan.log)
    if (e.what == LogEvent::HeldFull && e.pack == pack.id) later(last, e.when);
  return last;
}

std::optional<Date> lastLookedAt(const Pack& pack) {
  std::optional<Date> last;
  for (const Reading& r : pack.readings) later(last, r.when);
  for (const ChargeRecord& r : pack.charges) later(last, r.when);
  for (const CapacityTest& t : pack.capacityTests) later(last, t.when);
  return last;
}

Kilometre riddenInAll(const Plan& plan) {
  Kilometre sum;
  for (const Ride& r : plan.rides)
    if (r.length) sum = sum + *r.length;
  return sum;
}

bool isReleased(const LogEntry& entry) { return saysSomething(entry.releasedBy, 2); }

std::vector<std::size_t> openAccidents(const Plan& plan, const std::string& pack) {
  std::vector<std::size_t> out;
  for (std::size_t i = 0; i < plan.log.size(); ++i) {
    const LogEntry& e = plan.log[i];
    if (!isAccident(e.what) || isReleased(e)) continue;
    if (e.pack == pack || (!plan.findPack(e.pack) && !findKept(plan, e.pack))) out.push_back(i);
  }
  return out;
}

bool isQuarantined(const Plan& plan, const Pack& pack) {
  const bool hurt = pack.condition && *pack.condition != Condition::Sound && *pack.condition != Condition::Unknown;
  return hurt || !openAccidents(plan, pack.id).empty();
}

std::size_t openAccidentsOf(const Plan& plan, const KeptPack& kept) {
  const auto named = std::count_if(plan.log.all().begin(), plan.log.all().end(),
                                   [&](const LogEntry& e) { return e.pack == kept.id && isAccident(e.what) && !isReleased(e); });
  return openAccidents(*kept.plan, kept.id).size() + static_cast<std::size_t>(named);
}

bool isKeptHurt(const Plan& plan, const KeptPack& kept) {
  if (openAccidentsOf(plan, kept) > 0) return true;
  return !kept.plan->packs.empty() && isQuarantined(*kept.plan, kept.plan->packs.front());
}

Plan withLogMovedTo(const Plan& plan, Date day) {
  std::optional<Date> newest;
  Plan next = plan;
  const auto eachDay = [&](const auto& visit) {
    for (Ride& r : next.rides.edit()) visit(r.when);
    for (LogEntry& e : next.log.edit()) visit(e.when);
    for (Pack& p : next.packs) {
      for (ChargeRecord& r : p.charges.edit()) visit(r.when);
      for (Reading& r : p.readings.edit()) visit(r.when);
      for (CapacityTest& t : p.capacityTests.edit()) visit(t.when);
      visit(p.heldFull);
    }
  };
  eachDay([&](std::string& when) { later(newest, when); });
  if (!newest || *newest == day) return plan;
  eachDay([&](std::string& when) {
    if (const auto was = parseDate(when)) when = formatDate(*was + (day - *newest));
  });
  return next;
}

std::vector<LogRow> logRows(const Plan& plan) {
  std::vector<LogRow> out;
  const auto add = [&](const std::string& when, std::string word, std::string words, const char* list, std::size_t i) {
    out.push_back({parseDate(when), std::move(word), std::move(words), fmt::format("{}/{}", list, i)});
  };
  for (std::size_t i = 0; i < plan.rides.size(); ++i) add(plan.rides[i].when, "ride", wordsOf(plan.rides[i]), "/rides", i);
  for (std::size_t k = 0; k < plan.packs.size(); ++k) {
    const Pack& p = plan.packs[k];
    const auto of = [&](const auto& records, const char* word, const char* list) {
      const std::string at = fmt::format("/packs/{}/{}", k, list);
      for (std::size_t i = 0; i < records.size(); ++i)
        add(records[i].when, word, shownName(p) + " · " + wordsOf(records[i]), at.c_str(), i);
    };
    of(p.charges, "charge", "charges");
    of(p.readings, "cells", "readings");
    of(p.capacityTests, "capacity test", "capacity_tests");
  }
  for (std::size_t i = 0; i < plan.log.size(); ++i) {
    const LogEntry& e = plan.log[i];
    const Pack* pack = plan.findPack(e.pack);
    const std::string words = Words().word(pack ? shownName(*pack) : e.pack).word(wordsOf(e)).text();
    add(e.when, std::string(wordOf(e.what)), words, "/log", i);
  }
  std::stable_sort(out.begin(), out.end(), [](const LogRow& a, const LogRow& b) { return a.day && (!b.day || *a.day > *b.day); });
  return out;
}

}  // namespace usherwright
