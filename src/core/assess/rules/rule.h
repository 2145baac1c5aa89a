// The one table of rules: id, severity in words, and a function from plan and figures to findings.
// Suppression between rules (one cause, one finding) is in assess.cpp.
#pragma once

#include <functional>
#include <span>
#include <string_view>

#include "core/assess/assessment.h"

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
void lim01(const Context&, Findings&);
void lim02(const Context&, Findings&);
void lim03(const Context&, Findings&);
void wire03(const Context&, Findings&);
void wire04(const Context&, Findings&);
void wire05(const Context&, Findings&);
void chg01(const Context&, Findings&);
void chg03(const Context&, Findings&);
void chg05(const Context&, Findings&);
void chg18(const Context&, Findings&);
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

std::string packPointer(std::size_t index, std::string_view rest);
std::string chargerPointer(std::size_t index, std::string_view rest);

/// "22 A": values with units, three significant digits.
std::string text(Volt v);
std::string text(Ampere a);
std::string text(Ohm r);
std::string text(Celsius t);
std::string text(Kelvins t);
std::string percent(double share);

/// An input of a working, with the source of its field ("computed" if pointer is empty).
WorkingInput input(const Context& c, std::string symbol, std::string words, std::string value, const std::string& pointer = "");

/// "22 + 1 A" as the inputs of the peak.
void addPeak(const Context& c, Working& working);

}  // namespace usherwright::rules
