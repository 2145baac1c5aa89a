// The one table of rules: id, severity in words, and a function from plan and figures to findings. Each family has its rows
// beside its rules; a new rule touches its own file only.
// Suppression between rules (one cause, one finding) is in assess.cpp.
#pragma once

#include <functional>
#include <optional>
#include <span>
#include <string_view>
#include <vector>

#include "core/assess/work_order.h"
#include "core/pack/readings.h"

namespace usherwright::rules {

struct Context {
  const Plan& plan;
  const Figures& figures;
  const Catalogue& catalogue;
  std::optional<Date> today = std::nullopt;
  const Plan* from = nullptr;  ///< of a way forward: today's plan
  /// The order of work, made for the first rule that asks.
  const std::vector<WorkStep>& order() const {
    if (!order_) order_ = orderOfWork(plan, figures);
    return *order_;
  }
  mutable std::optional<std::vector<WorkStep>> order_ = std::nullopt;
};

using Findings = std::vector<Finding>;

struct Rule {
  std::string_view id;
  std::string_view severity;  ///< "Stop", "Stop, Mind", …
  std::string_view when;
  void (*judge)(const Context&, Findings&);
  Parts reads = {};  ///< what it needs besides what is always there; where that is not made it is not asked
};

/// Every rule, family by family.
std::span<const Rule> table();
/// What a rule reads; nothing for an id that is none.
Parts reads(std::string_view id);

/// What no rule looks at yet, in words, family by family.
std::vector<std::string> notJudgedYet();

// A family is a file: its rules, and its rows.
std::span<const Rule> bikeRules();
std::span<const Rule> bikeClassRules();
std::span<const Rule> bikePartsRules();
std::span<const Rule> unprovenRules();
std::span<const Rule> packRules();
std::span<const Rule> packCellsRules();
std::span<const Rule> packReadingsRules();
std::span<const Rule> joinHardRules();
std::span<const Rule> joinOneWayRules();
std::span<const Rule> joinRideRules();
std::span<const Rule> converterRules();
std::span<const Rule> limitsRules();
std::span<const Rule> fusesRules();
std::span<const Rule> wireRules();
std::span<const Rule> plugRules();
std::span<const Rule> wirePartsRules();
std::span<const Rule> chargeRules();
std::span<const Rule> chargeCurrentRules();
std::span<const Rule> chargePlaceRules();
std::span<const Rule> chargeMainsRules();
std::span<const Rule> chargeHabitRules();
std::span<const Rule> groupsRules();
std::span<const Rule> fitRules();
std::span<const Rule> fitHoldRules();
std::span<const Rule> fitCaseRules();
std::span<const Rule> wayRules();
std::span<const Rule> rangeRules();
std::span<const Rule> promiseRules();
std::span<const Rule> buildRules();
std::span<const Rule> buildHandsRules();
std::span<const Rule> logEventRules();
std::span<const Rule> handingRules();
std::span<const Rule> logPackRules();

// ---- helpers for writing findings ----

/// What a finding is about; sentence, why, do and working follow.
struct Subject {
  std::string id;
  Severity severity;
  Station station;
  std::string part;
  std::string pointer;
};
Finding finding(Subject subject);
/// About a part at station Joining, or Wiring; about a pack at station Pack.
Finding inJoining(std::string id, Severity severity, std::string part, std::string pointer);
Finding inWiring(std::string id, Severity severity, std::string part, std::string pointer);
Finding onPack(std::string id, Severity severity, const PackModel& model, std::string pointer);

std::string packPointer(std::size_t index, std::string_view rest);
std::string chargerPointer(std::size_t index, std::string_view rest);
/// Of a run of the plan; of a lead of the harness, "" where nobody entered one: its field is that of its place.
std::string runPointer(const Context& c, const Run& run, std::string_view key);
std::string leadPointer(const HarnessLead& lead, std::string_view key);

/// " (assumed: its label says 36 V)" behind a series count that nobody stated; else nothing.
std::string assumedWords(const Context& c, std::size_t pack);
/// The last rested reading of a pack.
std::optional<PackVolts> restedVoltsOf(const Context& c, std::size_t pack);

/// "22 A": values with units, three significant digits.
std::string text(Volt v);
std::string text(Ampere a);
std::string text(Ohm r);
std::string text(WattHour e);
std::string text(Celsius t);
std::string text(Kelvins t);
std::string percent(double share);

/// Two figures of which one is too much for the other, in words: with as many digits (3 to 7) as it takes to tell them apart.
struct Versus {
  std::string left, right;
  std::string against() const { return left + " against " + right; }
};
Versus versus(Volt left, Volt right);
Versus versus(Ampere left, Ampere right);
Versus versus(WattHour left, WattHour right);

/// A joint with a part of its own: two or more packs that do not meet by a plain plug.
bool hasJoiner(const Context& c);
/// Packs that reach the bus through joints that let current out only, all at once.
bool isOneWay(const Context& c);
/// True for a pack that is hard-joined with another, and for one that a charger is put to.
bool isHardJoined(const Context& c, std::size_t pack);
bool isCharged(const Context& c, std::size_t pack);
/// True for a pack that the controller drains: not one behind a converter.
bool drainedByController(const Context& c, std::size_t pack);
/// What a converter may put out: its setting or, if higher, what it falls back to, + 2 %. Empty without one or while unknown.
Known<Volt> highestConverterOutput(const Context& c);
inline constexpr double setTolerance = 1.02;  ///< of a converter's set-point

/// "carry" of cells, "carries" of anything else.
std::string_view carries(const Element& element);

/// Up to the next hundredth: a figure that holds when it is entered as it is printed.
double roundedUp(double x);

Fix setTo(std::string words, std::string pointer, FieldValue value);

/// An input of a working, with the source of its field ("computed" if pointer is empty).
WorkingInput input(const Context& c, std::string symbol, std::string words, std::string value, const std::string& pointer = "");

/// "22 + 1 A" as the inputs of the peak.
void addPeak(const Context& c, Working& working);

}  // namespace usherwright::rules
