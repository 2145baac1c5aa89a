// The rule table and the helpers that rules share.
#include "core/assess/rules/rule.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cctype>
#include <cmath>

namespace usherwright::rules {
std::span<const Rule> table() {
  static constexpr std::array all{
      Rule{"BIKE-01", "Stop, Mind", "pack full voltage above what the controller or its capacitors take", bike01},
      Rule{"BIKE-02", "Mind", "controller maximum not known, full voltage above its nameplate class", bike02},
      Rule{"BIKE-03", "Stop, Mind", "cut-off less tolerance below the cells' minimum under load", bike03},
      Rule{"BIKE-04", "Note", "the cut-off leaves more than 8 % of a pack unused", bike04},
      Rule{"BIKE-05", "Mind", "controller limit altered, or stated differently", bike05},
      Rule{"BIKE-06", "Note", "voltage class raised", bike06},
      Rule{"BIKE-07", "Stop", "an accessory takes less than the full voltage", bike07},
      Rule{"BIKE-08", "Mind", "a limit is unknown or rests on a claim, a memory or a guess", bike08},
      Rule{"BIKE-09", "Note", "what draws while parked", bike09},
      Rule{"BIKE-10", "Stop", "regenerative braking beyond what a pack may take", bike10},
      Rule{"BIKE-11", "Stop", "an accessory on some groups, or before the BMS", bike11},
      Rule{"BIKE-12", "Mind", "the controller's cut-off lies above half of a pack's charge", bike12},
      Rule{"BIKE-13", "Mind", "a part on the controller's own lead whose volts nobody measured", bike13},
      Rule{"PACK-01", "Stop", "BMS series count or chemistry differs from the cells", pack01},
      Rule{"PACK-02", "Stop", "peak per cell above its rating", pack02},
      Rule{"PACK-03", "Stop, Mind", "sustained current or warmth of the cells", pack03},
      Rule{"PACK-04", "Stop", "mixed cells inside one parallel group", pack04},
      Rule{"PACK-05", "Mind", "the bike gives up above 20 % charge in a hard pull", pack05},
      Rule{"PACK-06", "Mind", "unverified cells", pack06},
      Rule{"PACK-07", "Stop, Mind", "full voltage above 60 V DC", pack07},
      Rule{"PACK-08", "Stop, Mind", "loose cells apart before joining", pack08},
      Rule{"PACK-09", "Stop, Mind", "a pack marked as damaged, or of unknown history", pack09},
      Rule{"PACK-10", "Note", "a goal in Ah across different voltages", pack10},
      Rule{"PACK-11", "Mind", "cells matched by resting voltage alone", pack11},
      Rule{"PACK-12", "Stop", "a joined string accepted on its total voltage", pack12},
      Rule{"PACK-13", "Stop", "lithium pack without a BMS that senses every group", pack13},
      Rule{"PACK-14", "Stop, Mind", "a reading or a test contradicts what the plan says", pack14},
      Rule{"PACK-15", "Stop", "a group read below or above what cells come back from", pack15},
      Rule{"PACK-16", "Mind", "the board's own settings do not protect these cells", pack16},
      Rule{"PACK-17", "Stop, Mind", "health below 70 %", pack17},
      Rule{"PACK-18", "Mind", "a claim beyond what cells of that size can be", pack18},
      Rule{"PACK-19", "Mind", "cells colder than they may be discharged", pack19},
      Rule{"JOIN-01", "Stop", "hard-joined with different series count or chemistry, or nimh", join01},
      Rule{"JOIN-02", "Stop, Mind", "hard-joined beyond the connect window", join02},
      Rule{"JOIN-03", "Stop", "a pack alone cannot carry the peak", join03},
      Rule{"JOIN-04", "Stop, Mind", "joiner rating below the peak, or below 1.25 times it", join04},
      Rule{"JOIN-05", "Stop", "joiner voltage below the highest full voltage", join05},
      Rule{"JOIN-06", "Stop", "braking current with a one-way joint", join06},
      Rule{"JOIN-08", "Stop", "unlike packs: the lower one could be charged above full", join08},
      Rule{"JOIN-09", "Mind", "a pack above 80 % of its continuous rating for more than 10 min", join09, true},
      Rule{"JOIN-10", "Note", "gauge and truth differ by 5 points or more at the start", join10},
      Rule{"JOIN-11", "Mind", "diodes lose more than 2 % or get hotter than 90 °C", join11, true},
      Rule{"JOIN-12", "Stop", "a run that puts two packs in series", join12},
      Rule{"JOIN-13", "Stop, Mind", "a selector that makes before it breaks, or may not break the load", join13},
      Rule{"JOIN-14", "Note", "by turns: the last pack does not reach home", join14, true},
      Rule{"JOIN-15", "Mind, Note", "unlike packs behind one cut-off", join15},
      Rule{"JOIN-16", "Stop", "direct with loose ends that stay live", join16},
      Rule{"JOIN-17", "Stop, Mind", "direct packs that are ever apart", join17},
      Rule{"JOIN-18", "Stop", "converter input above what its pack carries", join18},
      Rule{"JOIN-19", "Stop", "current into the discharge side of a separate-port BMS", join19},
      Rule{"JOIN-20", "Stop", "direct outside a charging temperature window", join20},
      Rule{"JOIN-21", "Mind, Note", "one way of the joint fails short", join21},
      Rule{"JOIN-22", "Stop", "a converter that charges a pack on its bus", join22},
      Rule{"JOIN-23", "Stop, Mind", "a converter outside its input, or above what its output meets", join23},
      Rule{"JOIN-24", "Mind", "quiet only because the rider keeps a lower limit", join24},
      Rule{"JOIN-25", "Mind", "a pack that hardly ever contributes", join25},
      Rule{"JOIN-26", "Mind", "hard-joined with unequal health or capacity", join26},
      Rule{"JOIN-27", "Mind", "more packs than the joiner has inputs", join27},
      Rule{"LIM-01", "Stop", "an element below the peak, or below what is carried for long", lim01},
      Rule{"LIM-02", "Mind", "headroom below 10 % at peak or 25 % sustained", lim02},
      Rule{"LIM-03", "Note", "a dear part is far wider than the rest", lim03},
      Rule{"WIRE-03", "Stop", "no fuse within 200 mm of a pack's positive", wire03},
      Rule{"WIRE-04", "Stop", "fuse DC rating or breaking capacity too low", wire04},
      Rule{"WIRE-05", "Stop, Mind", "fuse above what it feeds, or too small for the load", wire05},
      Rule{"WIRE-16", "Note, Mind", "common lead below the sum of the pack fuses", wire16},
      Rule{"CHG-01", "Stop", "charger voltage too high for the cells", chg01},
      Rule{"CHG-02", "Mind", "partial charger", chg02},
      Rule{"CHG-03", "Stop", "charge current above BMS, cells, port or lead", chg03},
      Rule{"CHG-05", "Mind", "label states a nameplate voltage, or the meter cannot tell", chg05},
      Rule{"CHG-06", "Stop", "charged outside the cells' temperature window", chg06},
      Rule{"CHG-16", "Stop", "charger on the discharge side of a separate-port pack", chg16},
      Rule{"CHG-17", "Mind", "charged fast while the cells are cool", chg17},
      Rule{"CHG-18", "Stop", "charger and port mate but polarity differs", chg18},
      Rule{"CHG-21", "Stop", "charger made for another class of chemistry", chg21},
      Rule{"CHG-22", "Stop", "chargers that together exceed a limit", chg22},
      Rule{"CHG-23", "Mind", "no-load reading far from the label", chg23},
      Rule{"LOG-02", "Stop, Mind", "groups of a rested pack apart, or one outside its volts", log02},
      Rule{"SAFE-01", "Note", "always", safe01}};
  return all;
}

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
      missing += fmt::format("{}{:02}", missing.empty() ? "" : ", ", i);
      ++count;
    }
    if (count == family.last) out.push_back(fmt::format("{} ({}, none of its rules)", family.words, family.id));
    else if (count > 0) out.push_back(fmt::format("{} ({} {})", family.words, family.id, missing));
  }
  return out;
}

bool readsRide(std::string_view id) {
  return std::any_of(table().begin(), table().end(), [&](const Rule& rule) { return rule.id == id && rule.readsRide; });
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

std::string packPointer(std::size_t index, std::string_view rest) { return fmt::format("/packs/{}/{}", index, rest); }
std::string chargerPointer(std::size_t index, std::string_view rest) { return fmt::format("/chargers/{}/{}", index, rest); }

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
