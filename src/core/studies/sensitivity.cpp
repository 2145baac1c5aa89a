// One-at-a-time sensitivity.
#include "core/studies/sensitivity.h"

#include <algorithm>
#include <cmath>
#include <set>

#include "core/assess/rules/rule.h"
#include "core/plan/edit.h"

namespace usherwright {
namespace {

/// Usual uncertainty of a value that nobody measured: a share of it, or an amount in the file unit.
struct Spread {
  double share = 0.0;
  double amount = 0.0;
};

Spread spreadOf(const FieldSpec& spec) {
  switch (spec.kind) {
    case Kind::Voltage: return {0.03, 0};
    case Kind::Current: return {0.15, 0};
    case Kind::SmallCurrent: return {0.5, 0};
    case Kind::Charge:
    case Kind::Energy: return {0.10, 0};
    case Kind::Resistance:
    case Kind::PlainResistance:
    case Kind::Capacitance:
    case Kind::MicroCapacitance: return {0.30, 0};
    case Kind::Power: return {0.25, 0};
    case Kind::Length:
    case Kind::SmallLength: return {0.30, 0};
    case Kind::Distance: return {0.05, 0};
    case Kind::Climb: return {0.20, 0};
    case Kind::Mass: return {0.10, 0};
    case Kind::CellMass: return {0.05, 0};
    case Kind::Duration: return {0.5, 0};
    case Kind::Temperature: return {0, 8};
    case Kind::Speed: return {0.10, 0};
    case Kind::Fraction: return spec.key.ends_with("soc") || spec.key.ends_with("soh") ? Spread{0, 0.08} : Spread{0.25, 0};
    case Kind::Plain:
    case Kind::Drag: return {0.20, 0};
    case Kind::Angle: return {0.10, 0};
    case Kind::Count: return {0, 1};
    default: return {};
  }
}

/// Of the rules that a verdict can tell about: the moved plans are not ridden.
std::set<std::string> keysOf(const Assessment& a, Severity severity) {
  std::set<std::string> out;
  for (const Finding& f : a.findings)
    if (f.severity == severity && f.counted && rules::reads(f.id).nothing()) out.insert(f.key());
  return out;
}

double narrowsOf(const Assessment& a) {
  const Element* narrows = a.figures.tightest();
  return narrows ? narrows->headroomAtPeak().value_or(0) : 0;
}

/// Counts what came or went; the first one that appears is named.
int differences(const std::set<std::string>& before, const std::set<std::string>& after, std::string_view severity, std::string& words) {
  int count = 0;
  for (const std::string& key : after)
    if (!before.contains(key)) {
      if (words.empty()) words = std::string(severity) + " " + key.substr(0, key.find('@')) + " would appear";
      ++count;
    }
  for (const std::string& key : before)
    if (!after.contains(key)) {
      if (words.empty()) words = std::string(severity) + " " + key.substr(0, key.find('@')) + " would go";
      ++count;
    }
  return count;
}

void compare(Lever& lever, const Assessment& base, const Assessment& moved) {
  lever.narrows = std::max(lever.narrows, std::abs(narrowsOf(moved) - narrowsOf(base)));
  const double km = base.figures.range.likely.value();
  if (base.figures.range.known && km > 0) lever.range = std::max(lever.range, std::abs(moved.figures.range.likely.value() / km - 1));
  lever.stops = std::max(lever.stops, differences(keysOf(base, Severity::Stop), keysOf(moved, Severity::Stop), "Stop", lever.verdict));
  lever.minds = std::max(lever.minds, differences(keysOf(base, Severity::Mind), keysOf(moved, Severity::Mind), "Mind", lever.verdict));
}

}  // namespace

std::string_view instrumentFor(Kind kind) {
  switch (kind) {
    case Kind::Voltage: return "multimeter";
    case Kind::Current:
    case Kind::SmallCurrent: return "clamp meter";
    case Kind::Resistance:
    case Kind::PlainResistance: return "multimeter and two loads";
    case Kind::Charge:
    case Kind::Energy: return "charger with a readout, or a watt meter";
    case Kind::Power: return "watt meter";
    case Kind::Mass:
    case Kind::CellMass: return "scales";
    case Kind::Length:
    case Kind::SmallLength: return "tape measure";
    case Kind::Distance:
    case Kind::Climb:
    case Kind::Speed: return "satellite track, or a map";
    case Kind::Angle: return "protractor";
    case Kind::Temperature: return "thermometer";
    case Kind::Duration:
    case Kind::Minutes:
    case Kind::Clock: return "watch";
    default: return "label or data sheet";
  }
}

std::vector<std::string> unprovenFields(const Plan& plan, const Assessment& assessment) {
  std::vector<std::string> out;
  std::set<std::string> seen;
  const auto add = [&](const std::string& pointer) {
    if (seen.insert(pointer).second) out.push_back(pointer);
  };
  for (const Finding& f : assessment.findings)
    if (f.id == "BIKE-08")
      for (const std::string& pointer : f.fields) add(pointer);
  forEachField(
      plan,
      [&](const std::string& pointer, const FieldSpec& spec, const FieldValue& value) {
        if (!isNumeric(spec.kind) || !std::holds_alternative<double>(value) || spec.kind == Kind::Price) return;
        const Provenance from = provenanceOf(plan, pointer);
        if (from == Provenance::Assumed || from == Provenance::Remembered || from == Provenance::Claim) add(pointer);
      },
      Walk::Everyday);
  return out;
}

Lever leverOf(const Plan& plan, const Catalogue& catalogue, const Assessment& base, const std::string& pointer) {
  Lever lever;
  lever.pointer = pointer;
  const auto ref = findField(plan, pointer);
  if (!ref) return lever;
  const FieldSpec& spec = *ref->spec;
  lever.label = spec.label;
  lever.from = provenanceOf(plan, pointer);
  lever.instrument =
      lever.from == Provenance::Claim ? "label or data sheet, else " + std::string(instrumentFor(spec.kind)) : instrumentFor(spec.kind);
  lever.how = spec.howTo;
  if (!std::holds_alternative<double>(ref->value)) {
    lever.known = false;
    return lever;
  }
  const double value = std::get<double>(ref->value);
  const Spread spread = spreadOf(spec);
  const double by = spread.amount > 0 ? spread.amount : std::abs(value) * spread.share;
  const double low = std::max(spec.minimum, value - by);
  const double high = std::min(spec.maximum, value + by);
  lever.low = formatQuantity(low, spec.kind);
  lever.high = formatQuantity(high, spec.kind);
  for (double moved : {low, high}) {
    if (moved == value) continue;
    const auto next = withField(plan, pointer, FieldValue{moved});
    if (next) compare(lever, base, assess(*next, catalogue, &base, Part::Range));
  }
  lever.score = 100.0 * lever.stops + 10.0 * lever.minds + 100 * std::min(lever.narrows, 1.0) + 50 * std::min(lever.range, 1.0);
  return lever;
}

void rank(std::vector<Lever>& levers) {
  std::stable_sort(levers.begin(), levers.end(), [](const Lever& a, const Lever& b) {
    if (a.known != b.known) return !a.known;
    return a.score > b.score;
  });
}

std::vector<Lever> whatToMeasure(const Plan& plan, const Catalogue& catalogue, const Assessment& base, const Progress& progress,
                                 const SoFar<std::vector<Lever>>& soFar) {
  std::vector<Lever> out;
  const std::vector<std::string> fields = unprovenFields(plan, base);
  for (const std::string& pointer : fields) {
    if (!progress.goOn(static_cast<double>(out.size()) / static_cast<double>(fields.size()))) break;
    out.push_back(leverOf(plan, catalogue, base, pointer));
    if (soFar) soFar(out);
  }
  rank(out);
  return out;
}

}  // namespace usherwright
