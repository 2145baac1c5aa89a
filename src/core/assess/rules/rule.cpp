// The rule table and the helpers that rules share.
#include "core/assess/rules/rule.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cctype>
#include <cmath>

namespace usherwright::rules {
namespace {

/// The order of the table: by kind, then by number.
constexpr std::array<std::string_view, 12> kinds{"BIKE", "PACK",  "FIT", "JOIN",  "LIM", "WIRE",
                                                 "CHG",  "RANGE", "OPT", "BUILD", "LOG", "SAFE"};

constexpr std::array families{
    &bikeRules,     &bikeClassRules,  &bikePartsRules, &unprovenRules,      &packRules,        &packCellsRules,   &packReadingsRules,
    &joinHardRules, &joinOneWayRules, &joinRideRules,  &converterRules,     &limitsRules,      &fusesRules,       &wireRules,
    &plugRules,     &wirePartsRules,  &chargeRules,    &chargeCurrentRules, &chargePlaceRules, &chargeMainsRules, &chargeHabitRules,
    &groupsRules,   &fitRules,        &fitHoldRules,   &fitCaseRules,       &wayRules,         &rangeRules,       &promiseRules,
    &buildRules,    &buildHandsRules, &logEventRules,  &handingRules,       &logPackRules};

std::vector<Rule> all() {
  std::vector<Rule> out;
  for (const auto family : families)
    for (const Rule& rule : family()) out.push_back(rule);
  const auto place = [](const Rule& rule) {
    return std::find(kinds.begin(), kinds.end(), rule.id.substr(0, rule.id.find('-'))) - kinds.begin();
  };
  std::sort(out.begin(), out.end(), [&](const Rule& x, const Rule& y) { return place(x) != place(y) ? place(x) < place(y) : x.id < y.id; });
  return out;
}

}  // namespace

std::span<const Rule> table() {
  static const std::vector<Rule> rules = all();
  return rules;
}

/// One fact, one finding: a group below what cells come back from is PACK-15's, one below its minimum LOG-02's, with what to do about it.
constexpr std::array<std::string_view, 2> judgedElsewhere{"LOG-09", "LOG-10"};

std::vector<std::string> notJudgedYet() {
  struct Family {
    std::string_view id;
    int last;
    std::string_view words;
  };
  static constexpr std::array families{Family{"FIT", 18, "how the cells fit and are joined in their case"},
                                       Family{"WIRE", 21, "heat and drop of leads, plugs, switches, branches"},
                                       Family{"CHG", 25, "charging: schedule, place, mains side"},
                                       Family{"RANGE", 9, "whether the route can be ridden"},
                                       Family{"OPT", 3, "what a way forward leaves behind"},
                                       Family{"BUILD", 10, "the steps of building and their gates"},
                                       Family{"LOG", 14, "what rides, charges and checks show over time"}};
  std::vector<std::string> out;
  for (const Family& family : families) {
    std::string missing;
    int count = 0;
    for (int i = 1; i <= family.last; ++i) {
      const std::string id = fmt::format("{}-{:02}", family.id, i);
      if (std::any_of(table().begin(), table().end(), [&](const Rule& r) { return r.id == id; })) continue;
      if (std::find(judgedElsewhere.begin(), judgedElsewhere.end(), id) != judgedElsewhere.end()) continue;
      missing += fmt::format("{}{:02}", missing.empty() ? "" : ", ", i);
      ++count;
    }
    if (count == family.last) out.push_back(fmt::format("{} ({}, none of its rules)", family.words, family.id));
    else if (count > 0) out.push_back(fmt::format("{} ({} {})", family.words, family.id, missing));
  }
  return out;
}

Parts reads(std::string_view id) {
  const auto at = std::find_if(table().begin(), table().end(), [&](const Rule& rule) { return rule.id == id; });
  return at == table().end() ? Parts() : at->reads;
}

Finding finding(Subject subject) {
  Finding f;
  f.id = std::move(subject.id);
  f.severity = subject.severity;
  f.station = subject.station;
  f.part = std::move(subject.part);
  f.pointer = std::move(subject.pointer);
  return f;
}

Finding inJoining(std::string id, Severity severity, std::string part, std::string pointer) {
  return finding({std::move(id), severity, Station::Joining, std::move(part), std::move(pointer)});
}

Finding inWiring(std::string id, Severity severity, std::string part, std::string pointer) {
  return finding({std::move(id), severity, Station::Wiring, std::move(part), std::move(pointer)});
}

Finding onPack(std::string id, Severity severity, const PackModel& model, std::string pointer) {
  return finding({std::move(id), severity, Station::Pack, model.id, std::move(pointer)});
}

std::string assumedWords(const Context& c, std::size_t pack) {
  const std::string& because = c.figures.packs[pack].makeup.layout.seriesBecause;
  return because.empty() ? std::string() : fmt::format(" (assumed: {})", because);
}

std::optional<PackVolts> restedVoltsOf(const Context& c, std::size_t pack) {
  return restedVolts(c.plan.packs[pack], c.figures.packs[pack].model.series);
}

std::string packPointer(std::size_t index, std::string_view rest) {
  std::string out = "/packs/" + std::to_string(index);
  out += '/';
  out += rest;
  return out;
}
std::string chargerPointer(std::size_t index, std::string_view rest) { return fmt::format("/chargers/{}/{}", index, rest); }

std::string runPointer(const Context& c, const Run& run, std::string_view key) {
  return fmt::format("/wiring/runs/{}/{}", &run - c.plan.wiring.runs.data(), key);
}

std::string leadPointer(const HarnessLead& lead, std::string_view key) {
  return lead.planned >= 0 ? fmt::format("/wiring/runs/{}/{}", lead.planned, key) : std::string();
}

std::string text(Volt v) { return formatNumber(v.value()) + " V"; }
std::string text(Ampere a) { return formatNumber(a.value()) + " A"; }
std::string text(Ohm r) { return formatNumber(MilliOhm(r).value()) + " mΩ"; }
std::string text(WattHour e) { return formatNumber(e.value()) + " Wh"; }
std::string text(Celsius t) { return formatNumber(t.value()) + " °C"; }
std::string text(Kelvins t) { return formatNumber(t.value()) + " K"; }

std::string percent(double share) {
  const std::string number = formatNumber(100 * share, std::abs(share) < 0.1 ? 1 : 2);
  return number + " %";
}

namespace {

Versus toldApart(double left, double right, std::string_view unit) {
  Versus out;
  for (int digits = 3; digits <= 7 && out.left == out.right; ++digits)
    out = {fmt::format("{} {}", formatNumber(left, digits), unit), fmt::format("{} {}", formatNumber(right, digits), unit)};
  return out;
}

}  // namespace

Versus versus(Volt left, Volt right) { return toldApart(left.value(), right.value(), "V"); }
Versus versus(Ampere left, Ampere right) { return toldApart(left.value(), right.value(), "A"); }
Versus versus(WattHour left, WattHour right) { return toldApart(left.value(), right.value(), "Wh"); }

WorkingInput input(const Context& c, std::string symbol, std::string words, std::string value, const std::string& pointer) {
  return {std::move(symbol), std::move(words), std::move(value),
          pointer.empty() ? "computed" : std::string(provenanceWord(provenanceOf(c.plan, pointer)))};
}

void addPeak(const Context& c, Working& w) {
  const Controller& k = c.plan.bike.controller;
  const Demand& d = c.figures.demand;
  const bool highest = d.limit && (!k.currentLimit || *d.limit > *k.currentLimit);
  if (d.limit) {
    w.inputs.push_back(input(c, "I_limit", highest ? "controller limit, the highest that is stated" : "controller limit", text(*d.limit),
                             "/bike/controller/current_max_A"));
    w.inputs.push_back(input(c, "ΔI", k.currentTolerance ? "its tolerance" : "its tolerance, max(1 A, 5 %)", text(d.tolerance),
                             "/bike/controller/current_tolerance_A"));
  }
  if (d.accessories > Ampere(0)) w.inputs.push_back(input(c, "I_acc", "accessories before the controller", text(d.accessories)));
}

bool hasJoiner(const Context& c) {
  if (c.plan.packs.size() < 2 || c.plan.joining.method == Method::Direct) return false;
  return c.plan.joining.method != Method::Converter || c.plan.joining.converter.second != SecondJoint::Direct;
}

bool isOneWay(const Context& c) { return hasJoiner(c) && c.plan.joining.method != Method::Selector; }

bool isHardJoined(const Context& c, std::size_t k) {
  return std::find(c.figures.hard.begin(), c.figures.hard.end(), k) != c.figures.hard.end();
}

bool isCharged(const Context& c, std::size_t k) {
  return std::any_of(c.figures.charging.begin(), c.figures.charging.end(),
                     [&](const ChargeFigures& f) { return f.assigned && f.pack == k; });
}

bool drainedByController(const Context& c, std::size_t pack) { return converterPack(c.plan) != pack; }

Known<Volt> highestConverterOutput(const Context& c) {
  if (!converterPack(c.plan)) return std::nullopt;
  const ConverterPart& part = c.plan.joining.converter;
  Known<Volt> out = part.set;
  if (part.fallback) out = std::max(out.value_or(Volt(0)), *part.fallback);
  if (out) *out *= setTolerance;
  return out;
}

std::string_view carries(const Element& e) { return e.kind == ElementKind::Cells ? "carry" : "carries"; }

double roundedUp(double x) { return std::ceil(x * 100 - 1e-6) / 100; }

Fix setTo(std::string words, std::string pointer, FieldValue value) { return {std::move(words), {{std::move(pointer), std::move(value)}}}; }

}  // namespace usherwright::rules

namespace usherwright {

std::string_view severityWord(Severity severity) {
  switch (severity) {
    case Severity::Stop: return "Stop";
    case Severity::Mind: return "Mind";
    case Severity::Note: return "Note";
  }
  return "";
}

std::string Working::text() const {
  std::string out = title + "\n" + formula + "\n";
  for (const WorkingInput& i : inputs) out += fmt::format("  {} = {}  ({}; {})\n", i.symbol, i.value, i.words, i.source);
  out += "  → " + result + "\n";
  if (!method.empty()) out += "Method: " + method + "\n";
  return out;
}

}  // namespace usherwright
