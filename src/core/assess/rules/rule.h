// The one table of rules: id, severity in words, and a function from plan and figures to findings.
// Suppression between rules (one cause, one finding) is in assess.cpp.
#pragma once

#include <functional>
#include <span>
#include <string_view>

#include "core/assess/assessment.h"
#include "core/pack/readings.h"

namespace usherwright::rules {

struct Context {
  const Plan& plan;
  const Figures& figures;
  const Catalogue& catalogue;
};

using Findings = std::vector<Finding>;

struct Rule {
  std::string_view id;
  std::string_view severity;  ///< "Stop", "Stop, Mind", …
  std::string_view when;
  void (*judge)(const Context&, Findings&);
  bool readsRide = false;  ///< needs the simulated ride, which Depth::Verdict does not run: it says nothing there
};

/// Every rule, family by family.
std::span<const Rule> table();
/// True for a rule that is silent at Depth::Verdict because the ride is not run.
bool readsRide(std::string_view id);

/// What no rule looks at yet, in words, family by family.
std::vector<std::string> notJudgedYet();

// One function per rule, a file per family.
void bike01(const Context&, Findings&);
void bike02(const Context&, Findings&);
void bike03(const Context&, Findings&);
void bike04(const Context&, Findings&);
void bike05(const Context&, Findings&);
void bike06(const Context&, Findings&);
void bike07(const Context&, Findings&);
void bike08(const Context&, Findings&);
void bike09(const Context&, Findings&);
void bike10(const Context&, Findings&);
void bike11(const Context&, Findings&);
void bike12(const Context&, Findings&);
void bike13(const Context&, Findings&);
void pack01(const Context&, Findings&);
void pack02(const Context&, Findings&);
void pack03(const Context&, Findings&);
void pack04(const Context&, Findings&);
void pack05(const Context&, Findings&);
void pack06(const Context&, Findings&);
void pack07(const Context&, Findings&);
void pack08(const Context&, Findings&);
void pack09(const Context&, Findings&);
void pack10(const Context&, Findings&);
void pack11(const Context&, Findings&);
void pack12(const Context&, Findings&);
void pack13(const Context&, Findings&);
void pack14(const Context&, Findings&);
void pack15(const Context&, Findings&);
void pack16(const Context&, Findings&);
void pack17(const Context&, Findings&);
void pack18(const Context&, Findings&);
void pack19(const Context&, Findings&);
void join01(const Context&, Findings&);
void join02(const Context&, Findings&);
void join03(const Context&, Findings&);
void join04(const Context&, Findings&);
void join05(const Context&, Findings&);
void join06(const Context&, Findings&);
void join08(const Context&, Findings&);
void join09(const Context&, Findings&);
void join10(const Context&, Findings&);
void join11(const Context&, Findings&);
void join12(const Context&, Findings&);
void join13(const Context&, Findings&);
void join14(const Context&, Findings&);
void join15(const Context&, Findings&);
void join16(const Context&, Findings&);
void join17(const Context&, Findings&);
void join18(const Context&, Findings&);
void join19(const Context&, Findings&);
void join20(const Context&, Findings&);
void join21(const Context&, Findings&);
void join22(const Context&, Findings&);
void join23(const Context&, Findings&);
void join24(const Context&, Findings&);
void join25(const Context&, Findings&);
void join26(const Context&, Findings&);
void join27(const Context&, Findings&);
void lim01(const Context&, Findings&);
void lim02(const Context&, Findings&);
void lim03(const Context&, Findings&);
void wire03(const Context&, Findings&);
void wire04(const Context&, Findings&);
void wire05(const Context&, Findings&);
void wire16(const Context&, Findings&);
void chg01(const Context&, Findings&);
void chg02(const Context&, Findings&);
void chg03(const Context&, Findings&);
void chg05(const Context&, Findings&);
void chg06(const Context&, Findings&);
void chg16(const Context&, Findings&);
void chg17(const Context&, Findings&);
void chg18(const Context&, Findings&);
void chg21(const Context&, Findings&);
void chg22(const Context&, Findings&);
void chg23(const Context&, Findings&);
void log02(const Context&, Findings&);
void safe01(const Context&, Findings&);

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
/// About a part at station Joining; about a pack at station Pack.
Finding inJoining(std::string id, Severity severity, std::string part, std::string pointer);
Finding onPack(std::string id, Severity severity, const PackModel& model, std::string pointer);

std::string packPointer(std::size_t index, std::string_view rest);
std::string chargerPointer(std::size_t index, std::string_view rest);

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
