// CHG rules about current: what board, cells, port and lead allow, and what cold cells take.
#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "core/assess/rules/charge_rule.h"

namespace usherwright::rules {
namespace {

void chg03(const Context& c, Findings& out) {
  for (const ChargeFigures& pair : c.figures.charging) {
    if (!pair.assigned || !pair.currentKnown || pair.withinLimit) continue;
    const Charger& charger = c.plan.chargers[pair.charger];
    const PackModel& m = c.figures.packs[pair.pack].model;
    Finding f = onPair(c, "CHG-03", Severity::Stop, pair, "output_A");
    const Versus v = versus(*charger.current, pair.limit->limit);
    f.sentence = fmt::format("{} gives {}; the {} of {} {} {}.", shownName(charger), v.left, pair.limit->shown(), m.name,
                             pair.limit->element == "cells" ? "allow" : "allows", v.right);
    f.why = "Ports and leads melt slowly, cells age and plate; a BMS that trips on every charge is no limiter.";
    f.what = fmt::format("A charger of at most {} A.", formatNumber(std::floor(pair.limit->limit.value() * 100 + 1e-6) / 100));
    f.remedies.push_back(setTo("a weaker one", chargerPointer(pair.charger, "output_A"),
                               FieldValue{std::floor(pair.limit->limit.value() * 100 + 1e-6) / 100}));
    f.headline = *charger.current / pair.limit->limit;
    f.working = {"Charge current",
                 "I ≤ min(BMS, P · cell, port, lead, charge fuse)",
                 {input(c, "I", "charger current", v.left, chargerPointer(pair.charger, "output_A")),
                  input(c, "limit", pair.limit->element, v.right)},
                 v.against(),
                 "the smallest rating in the charge path"};
    out.push_back(std::move(f));
  }
}

void chg04(const Context& c, Findings& out) {
  for (const ChargeFigures& pair : c.figures.charging) {
    if (!pair.assigned || pair.barrel == BarrelLoad::Fine) continue;
    const Charger& charger = c.plan.chargers[pair.charger];
    const PackModel& m = c.figures.packs[pair.pack].model;
    const bool stated = pair.barrel == BarrelLoad::Stated;
    const Known<Ampere> marked = c.plan.packs[pair.pack].portCurrent;
    Finding f = onPair(c, "CHG-04", stated ? Severity::Mind : Severity::Stop, pair, "output_A");
    f.sentence = fmt::format("{} pushes {} through the barrel port of {}; {}.", shownName(charger), text(*charger.current), m.name,
                             marked   ? fmt::format("the port is marked {}", text(*marked))
                             : stated ? "the charger came with it"
                                      : fmt::format("such plugs carry less than {}, and nothing at the port says more", text(barrelMost)));
    f.why = "A barrel touches with a sprung leaf: as it tires it gets hot, softens its housing and lets both poles meet.";
    const double less = std::floor(std::min(barrelMost.value() - 0.1, marked.value_or(barrelMost).value()) * 10 + 1e-6) / 10;
    f.what = stated ? "Feel the plug after 10 minutes: warm is the end of it. Renew plug and socket at the first sign."
                    : fmt::format("A charger of at most {} A, or a round three-pole port instead.", formatNumber(less));
    if (!stated) f.remedies.push_back(setTo("a weaker one", chargerPointer(pair.charger, "output_A"), FieldValue{less}));
    f.headline = charger.current->value();
    f.working = {"Barrel port",
                 "I < 3 A, or what the port itself is marked with",
                 {input(c, "I", "charger current", text(*charger.current), chargerPointer(pair.charger, "output_A"))},
                 text(*charger.current),
                 "contact rating of 5.5 mm barrel plugs"};
    if (marked) f.working.inputs.push_back(input(c, "I_port", "marked", text(*marked), packPointer(pair.pack, "port_A")));
    out.push_back(std::move(f));
  }
}

void chg06(const Context& c, Findings& out) {
  for (std::size_t k = 0; k < c.figures.packs.size(); ++k) {
    const Known<Celsius> at = c.plan.packs[k].chargeTemperature;
    const PackModel& m = c.figures.packs[k].model;
    if (!isCharged(c, k) || !at || mayChargeAt(*at, m.facts)) continue;
    const Bms& bms = c.plan.packs[k].bms;
    const bool lets = *at < m.facts.chargeFrom && bms.chargeFrom && *bms.chargeFrom <= *at;
    Finding f = finding({"CHG-06", Severity::Stop, Station::Charging, m.id, packPointer(k, "charge_temperature_C")});
    f.sentence =
        fmt::format("{} is charged at {}; {} cells take charge from {} to {}{}.", m.name, text(*at), m.facts.name, text(m.facts.chargeFrom),
                    text(m.facts.chargeTo), lets ? fmt::format(", and its board lets it in from {}", text(*bms.chargeFrom)) : "");
    f.why = *at < m.facts.chargeFrom
                ? "In the cold metal plates inside the cells instead of going in: capacity is lost for good, and a short may follow."
                : "Hot cells age while they charge and may run away.";
    f.what = fmt::format("Bring the pack to between {} and {} and wait until its cells are, a night for a large one.",
                         text(m.facts.chargeFrom), text(m.facts.chargeTo));
    f.remedies.push_back(setTo("in its window", packPointer(k, "charge_temperature_C"),
                               FieldValue{(m.facts.chargeFrom.value() + m.facts.chargeTo.value()) / 2}));
    f.headline = std::max((m.facts.chargeFrom - *at).value(), (*at - m.facts.chargeTo).value());
    f.working = {"Charging temperature",
                 "T_from ≤ T ≤ T_to",
                 {input(c, "T", m.name, text(*at), packPointer(k, "charge_temperature_C"))},
                 text(*at),
                 "charge window of the chemistry, or the cell's own"};
    out.push_back(std::move(f));
  }
}

void chg17(const Context& c, Findings& out) {
  const Celsius cool(10), cold(5);
  for (const ChargeFigures& pair : c.figures.charging) {
    const PackModel& m = c.figures.packs[pair.pack].model;
    const Known<Celsius> at = c.plan.packs[pair.pack].chargeTemperature;
    if (!pair.assigned || !pair.currentKnown || !at || !isLithium(m.chemistry) || *at >= cool || *at < m.facts.chargeFrom) continue;
    const double rate = c.plan.chargers[pair.charger].current->value() / m.rated.value();
    const double most = *at < cold ? 0.1 : 0.2;
    if (!exceeds(rate, most)) continue;
    const double slower = std::floor(most * m.rated.value() * 100) / 100;
    Finding f = onPair(c, "CHG-17", Severity::Mind, pair, "output_A");
    f.sentence = fmt::format("{} charges {} with {} C at {}; below {} it takes {} C well.", shownName(c.plan.chargers[pair.charger]),
                             m.name, formatNumber(rate, 2), text(*at), text(*at < cold ? cold : cool), formatNumber(most));
    f.why = "Cool cells take charge slowly; what comes faster plates metal.";
    f.what = fmt::format("{} A or less there, or bring the pack to {} or more first.", formatNumber(slower), text(cool));
    f.remedies.push_back(setTo("slower", chargerPointer(pair.charger, "output_A"), FieldValue{slower}));
    f.headline = rate / most;
    f.working = {"Charge in the cool",
                 "0 to 5 °C: 0.1 C; 5 to 10 °C: 0.2 C",
                 {input(c, "T", m.name, text(*at), packPointer(pair.pack, "charge_temperature_C"))},
                 formatNumber(rate, 2) + " C",
                 "charging limits of cool cells"};
    out.push_back(std::move(f));
  }
}

/// Chargers on the common bus: what they give together can all flow into one pack.
void chg08(const Context& c, Findings& out) {
  if (c.figures.hard.empty()) return;
  Ampere sum(0);
  int count = 0;
  std::size_t last = 0;
  for (std::size_t i = 0; i < c.plan.chargers.size(); ++i) {
    const Charger& charger = c.plan.chargers[i];
    if (!isUsed(charger) || charger.place != ChargePlace::Bus || !charger.current) continue;
    sum += *charger.current;
    last = i;
    ++count;
  }
  if (count < 2) return;
  for (const std::size_t k : c.figures.hard) {
    const Bms& bms = c.plan.packs[k].bms;
    if (!bms.charge || !exceeds(sum.value(), bms.charge->value())) continue;
    const PackModel& m = c.figures.packs[k].model;
    Finding f = finding({"CHG-08", Severity::Stop, Station::Charging, m.id, chargerPointer(last, "place")});
    const Versus v = versus(sum, *bms.charge);
    f.sentence = fmt::format("{} chargers on the bus give {} together; all of it can flow into {}, whose BMS allows {}.", count, v.left,
                             m.name, v.right);
    f.why = "As soon as the other pack is full or its board opens, this one gets everything.";
    f.what = "One charger on the bus, or each pack at its own port.";
    f.headline = sum / *bms.charge;
    f.working = {"Chargers on one bus",
                 "ΣI ≤ charge limit of every board on it",
                 {input(c, "ΣI", "chargers", v.left), input(c, "limit", "BMS charge limit", v.right, packPointer(k, "bms/charge_A"))},
                 v.against(),
                 "currents add; a board that opens leaves them to the rest"};
    out.push_back(std::move(f));
  }
}

/// Said never to run together, and nothing keeps them from it.
void onlyByWord(const Context& c, std::size_t k, int count, const Versus& v, Finding f, Findings& out) {
  const PackModel& m = c.figures.packs[k].model;
  f.severity = Severity::Note;
  f.pointer = "/charging/one_at_a_time";
  f.sentence =
      fmt::format("{} chargers are put to {}, one at a time: together they would give {}; it allows {}.", count, m.name, v.left, v.right);
  f.what = "A tag on each of them; or two different plugs.";
  out.push_back(std::move(f));
}

void chg22(const Context& c, Findings& out) {
  for (std::size_t k = 0; k < c.figures.packs.size(); ++k) {
    Ampere sum(0);
    int count = 0;
    std::optional<CurrentLimit> limit;
    std::size_t last = 0;
    for (const ChargeFigures& pair : c.figures.charging) {
      if (!pair.assigned || pair.pack != k || !pair.currentKnown) continue;
      sum += *c.plan.chargers[pair.charger].current;
      limit = pair.limit;
      last = pair.charger;
      ++count;
    }
    if (count < 2 || !limit || !exceeds(sum.value(), limit->limit.value())) continue;
    const PackModel& m = c.figures.packs[k].model;
    // Each by itself may be too much already: then CHG-03 has said so.
    Finding f = finding({"CHG-22", Severity::Stop, Station::Charging, m.id, chargerPointer(last, "output_A")});
    const Versus v = versus(sum, limit->limit);
    f.sentence = fmt::format("{} chargers are put to {}: together {}; its {} allows {}.", count, m.name, v.left, limit->shown(), v.right);
    f.why = "Two chargers on one pack add up; no part in the way knows of the other.";
    f.what = "One at a time: take the others off this pack.";
    f.fields = {chargerPointer(last, "output_A"), "/charging/one_at_a_time"};
    f.headline = sum / limit->limit;
    f.working = {"Chargers together",
                 "ΣI ≤ smallest limit",
                 {input(c, "ΣI", "chargers", v.left), input(c, "limit", limit->element, v.right)},
                 v.against(),
                 "currents add"};
    if (c.plan.charging.oneAtATime == true) onlyByWord(c, k, count, v, std::move(f), out);
    else out.push_back(std::move(f));
  }
}

}  // namespace

std::span<const Rule> chargeCurrentRules() {
  static constexpr std::array rows{Rule{"CHG-03", "Stop", "charge current above BMS, cells, port or lead", chg03},
                                   Rule{"CHG-04", "Stop, Mind", "three amperes or more through a barrel port", chg04},
                                   Rule{"CHG-06", "Stop", "charged outside the cells' temperature window", chg06},
                                   Rule{"CHG-08", "Stop", "two chargers on the bus exceed one board's limit", chg08},
                                   Rule{"CHG-17", "Mind", "charged fast while the cells are cool", chg17},
                                   Rule{"CHG-22", "Stop, Note", "chargers that together exceed a limit", chg22}};
  return rows;
}

}  // namespace usherwright::rules
