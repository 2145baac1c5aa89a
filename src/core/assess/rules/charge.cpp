// CHG rules: charger against pack, for assigned pairs only.
#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "core/assess/rules/rule.h"
#include "core/plan/names.h"

namespace usherwright::rules {
namespace {

constexpr double stopPerCell = 0.02;
constexpr double usualMeter = 0.005;

Finding begin(const Context& c, std::string id, Severity severity, const ChargeFigures& pair, std::string_view field) {
  const std::string part = c.plan.chargers[pair.charger].id + "/" + c.plan.packs[pair.pack].id;
  return finding({std::move(id), severity, Station::Charging, part, chargerPointer(pair.charger, field)});
}

/// Reading of the charger's no-load output, with the meter's error.
struct Reading {
  Volt value;
  Volt error;
};
std::optional<Reading> readingOf(const Charger& c) {
  if (!c.reading || *c.reading < Volt(1)) return std::nullopt;  // some give nothing until they see a pack: no verdict
  return Reading{*c.reading, *c.reading * c.meterAccuracy.value_or(Coefficient(usualMeter)).value()};
}

Working voltageWorking(const Context& c, const ChargeFigures& pair) {
  const PackModel& m = c.figures.packs[pair.pack].model;
  const Charger& charger = c.plan.chargers[pair.charger];
  Working w{"Charger against cells",
            "U_out / S − U_charge, Stop above +0.02 V per cell",
            {input(c, "S", "cells in series", std::to_string(m.series), packPointer(pair.pack, "series")),
             input(c, "U_charge", "charge voltage of one cell", text(factsOf(m.chemistry).charge))},
            "",
            "charge voltage of the chemistry"};
  if (charger.output)
    w.inputs.push_back(input(c, "U_out", "printed output", text(*charger.output), chargerPointer(pair.charger, "output_V")));
  if (const auto r = readingOf(charger))
    w.inputs.push_back(
        input(c, "U_read", "no-load reading, ± " + text(r->error), text(r->value), chargerPointer(pair.charger, "reading_V")));
  w.result = fmt::format("{}{} per cell", pair.excess.value() >= 0 ? "+" : "", text(pair.excess));
  return w;
}

/// "48 V" printed on a charger says the class of the pack, not the output.
bool isNameplateOnly(Volt output, const PackModel& m) {
  static constexpr std::array nameplates{24.0, 36.0, 48.0, 52.0, 60.0, 72.0};
  const bool listed = std::any_of(nameplates.begin(), nameplates.end(), [&](double n) { return std::abs(output.value() - n) < 0.05; });
  return listed && std::abs(output.value() / m.full.value() - 1) > 0.01;
}

}  // namespace

void chg01(const Context& c, Findings& out) {
  for (const ChargeFigures& pair : c.figures.charging) {
    if (!pair.assigned || !pair.known) continue;
    const Charger& charger = c.plan.chargers[pair.charger];
    const PackModel& m = c.figures.packs[pair.pack].model;
    const auto reading = readingOf(charger);
    const bool label = pair.verdict == ChargeVerdict::Stop;
    const bool measured = reading && excessPerCell(reading->value - reading->error, m.series, m.chemistry).value() > stopPerCell;
    if (!label && !measured) continue;
    Finding f = begin(c, "CHG-01", Severity::Stop, pair, label ? "output_V" : "reading_V");
    const Volt volts = label ? *charger.output : reading->value;
    f.sentence = fmt::format("{} gives {}; {} is full at {}, so each cell would be pushed to {}.", shownName(charger), text(volts), m.name,
                             text(m.full), text(volts / static_cast<double>(m.series)));
    f.why = "Overcharged lithium cells plate metal and can burn. The BMS is a last barrier, never the charger's limit.";
    f.what = fmt::format("A charger for {}.", text(m.full));
    f.headline = excessPerCell(volts, m.series, m.chemistry).value();
    f.working = voltageWorking(c, pair);
    out.push_back(std::move(f));
  }
}

void chg03(const Context& c, Findings& out) {
  for (const ChargeFigures& pair : c.figures.charging) {
    if (!pair.assigned || !pair.known || pair.currentOk) continue;
    const Charger& charger = c.plan.chargers[pair.charger];
    const PackModel& m = c.figures.packs[pair.pack].model;
    Finding f = begin(c, "CHG-03", Severity::Stop, pair, "output_A");
    f.sentence = fmt::format("{} gives {}; the {} of {} allows {}.", shownName(charger), text(*charger.current),
                             pair.limit->element == "bms" ? "BMS" : pair.limit->element, m.name, text(pair.limit->limit));
    f.why = "Ports and leads melt slowly, cells age and plate; a BMS that trips on every charge is no limiter.";
    f.what = fmt::format("A charger of at most {}.", text(pair.limit->limit));
    f.headline = *charger.current / pair.limit->limit;
    f.working = {"Charge current",
                 "I ≤ min(BMS, P · cell, port, lead, charge fuse)",
                 {input(c, "I", "charger current", text(*charger.current), chargerPointer(pair.charger, "output_A")),
                  input(c, "limit", pair.limit->element, text(pair.limit->limit))},
                 fmt::format("{} against {}", text(*charger.current), text(pair.limit->limit)),
                 "the smallest rating in the charge path"};
    out.push_back(std::move(f));
  }
}

void chg05(const Context& c, Findings& out) {
  for (const ChargeFigures& pair : c.figures.charging) {
    if (!pair.assigned || !pair.known || pair.verdict == ChargeVerdict::Stop) continue;
    const Charger& charger = c.plan.chargers[pair.charger];
    const PackModel& m = c.figures.packs[pair.pack].model;
    const auto reading = readingOf(charger);
    const bool nameplate = !reading && isNameplateOnly(*charger.output, m);
    const bool unclear = reading && excessPerCell(reading->value + reading->error, m.series, m.chemistry).value() > stopPerCell &&
                         excessPerCell(reading->value - reading->error, m.series, m.chemistry).value() <= stopPerCell &&
                         std::abs((reading->value - *charger.output).value()) > reading->error.value();
    if (!nameplate && !unclear) continue;
    Finding f = begin(c, "CHG-05", Severity::Mind, pair, "reading_V");
    f.sentence = nameplate ? fmt::format("{} says {}, which is a nameplate; its output should be {}.", shownName(charger),
                                         text(*charger.output), text(m.full))
                           : fmt::format("{} reads {} ± {}: the meter cannot tell whether it is above {}.", shownName(charger),
                                         text(reading->value), text(reading->error), text(m.full + Volt(stopPerCell * m.series)));
    f.why = "Chargers are sold by the pack's nameplate; the output must match the full voltage.";
    f.what = nameplate ? "Read its no-load output with a meter, nothing connected." : "A second, better meter.";
    f.headline = 1;
    f.working = voltageWorking(c, pair);
    out.push_back(std::move(f));
  }
}

void chg18(const Context& c, Findings& out) {
  for (const ChargeFigures& pair : c.figures.charging) {
    if (!pair.assigned) continue;
    const Charger& charger = c.plan.chargers[pair.charger];
    const Pack& p = c.plan.packs[pair.pack];
    if (charger.plug.empty() || charger.plug != p.chargePort || charger.polarity == p.chargePolarity) continue;
    const auto words = wordsOf<Polarity>();
    Finding f = begin(c, "CHG-18", Severity::Stop, pair, "polarity");
    const std::string theirs(words[static_cast<std::size_t>(charger.polarity)]);
    const std::string ours(words[static_cast<std::size_t>(p.chargePolarity)]);
    f.sentence = fmt::format("{} fits the port of {} but is {}; the port is {}.", shownName(charger), c.figures.packs[pair.pack].model.name,
                             theirs, ours);
    f.why = "Reversed, the charger and the pack short each other through the BMS.";
    f.what = "Re-pin the plug or use an adapter; then a meter on the plug, sign and volts, before it goes in.";
    f.headline = 1;
    f.working = {"Polarity",
                 "plug and port alike, polarity alike",
                 {input(c, "charger", "polarity", theirs, chargerPointer(pair.charger, "polarity")),
                  input(c, "port", "polarity", ours, packPointer(pair.pack, "charge_polarity"))},
                 "they differ",
                 "sign on a meter"};
    out.push_back(std::move(f));
  }
}

}  // namespace usherwright::rules
