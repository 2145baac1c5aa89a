// CHG rules about volts and kinds: charger against cells, for assigned pairs only.
#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "core/assess/rules/charge_rule.h"
#include "core/parts/nameplate.h"
#include "core/plan/names.h"
#include "core/plan/usual.h"

namespace usherwright::rules {
namespace {

constexpr double wrongLabel = 0.03;  // of the label, beyond any meter's error

/// Reading of the charger's no-load output, with the meter's error.
struct Reading {
  Volt value;
  Volt error;
};
std::optional<Reading> readingOf(const Charger& c) {
  if (!c.reading || *c.reading < Volt(1)) return std::nullopt;  // some give nothing until they see a pack: no verdict
  return Reading{*c.reading, *c.reading * c.meterAccuracy.value_or(usual::meterAccuracy).value()};
}

/// The full voltage that a nameplate usually means: "52 V" chargers give 58.8 V.
Volt usualOutput(Volt nameplate) {
  const auto options = nameplateOptions(nameplate);
  return options.empty() ? nameplate : options.front().full;
}

Working voltageWorking(const Context& c, const ChargeFigures& pair) {
  const PackModel& m = c.figures.packs[pair.pack].model;
  const Charger& charger = c.plan.chargers[pair.charger];
  Working w{"Charger against cells",
            "U_out / S − U_charge, Stop above +0.02 V per cell (lead: above 2.50 V)",
            {input(c, "S", "cells in series", std::to_string(m.series), packPointer(pair.pack, "series")),
             input(c, "U_charge", "charge voltage of one cell", text(m.facts.charge))},
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

void chg01(const Context& c, Findings& out) {
  for (const ChargeFigures& pair : c.figures.charging) {
    if (!pair.assigned) continue;
    const Charger& charger = c.plan.chargers[pair.charger];
    const PackModel& m = c.figures.packs[pair.pack].model;
    const Volt highest = highestOutput(m.series, m.facts, c.plan.packs[pair.pack].chargeTemperature);
    const auto reading = readingOf(charger);
    const auto gives = [&](Volt at25) {
      return givenAt(at25, charger.compensated == true, m.series, m.facts, c.plan.packs[pair.pack].chargeTemperature);
    };
    const bool label = charger.output && gives(*charger.output) > highest;
    const bool measured = reading && gives(reading->value - reading->error) > highest;
    if (!label && !measured) continue;
    Finding f = onPair(c, "CHG-01", Severity::Stop, pair, label ? "output_V" : "reading_V");
    const Volt volts = label ? *charger.output : reading->value;
    f.sentence = fmt::format("{} {} {}; {} is full at {}, so each cell would be pushed to {}.", shownName(charger),
                             label ? "gives" : "reads", text(volts), m.name, text(m.full), text(volts / static_cast<double>(m.series)));
    f.why = m.chemistry == Chemistry::Lead
                ? "Overcharged lead cells gas: they dry out, and the gas explodes at a spark."
                : "Overcharged lithium cells plate metal and can burn. The BMS is a last barrier, never the charger's limit.";
    f.what = fmt::format("Take it off this pack; {}.", chargerFor(m));
    const double right = std::min(m.full, highest).value();  // lead that is warm takes less
    f.remedies.push_back(setTo("such a charger", chargerPointer(pair.charger, "output_V"), FieldValue{right}));
    if (charger.reading) f.remedies.back().edits.push_back({chargerPointer(pair.charger, "reading_V"), FieldValue{right}});
    f.headline = excessPerCell(volts, m.series, m.facts).value();
    f.working = voltageWorking(c, pair);
    out.push_back(std::move(f));
  }
}

/// Nickel is charged until its voltage dips or it warms: nothing else ends it.
void endsNot(const Context& c, const ChargeFigures& pair, Findings& out) {
  const Charger& charger = c.plan.chargers[pair.charger];
  const PackModel& m = c.figures.packs[pair.pack].model;
  if (m.chemistry != Chemistry::Nimh || !charger.endsBy) return;
  if (*charger.endsBy == EndsBy::VoltageDip || *charger.endsBy == EndsBy::Temperature) return;
  const std::string by(wordsOf<EndsBy>()[static_cast<std::size_t>(*charger.endsBy)]);
  Finding f = onPair(c, "CHG-21", Severity::Stop, pair, "ends_by");
  f.sentence =
      fmt::format("{} ends by {}; nickel cells of {} are full when their voltage dips or they warm.", shownName(charger), by, m.name);
  f.why = "What is charged on past that point turns to heat: the cells vent.";
  f.what = "A charger that watches for the dip, or for the warmth of the cells.";
  f.remedies.push_back(setTo("such a charger", chargerPointer(pair.charger, "ends_by"), FieldValue{std::string("voltage-dip")}));
  f.headline = 1;
  f.working = {"End of a nickel charge",
               "−ΔV or temperature",
               {input(c, "ends by", "charger", by, chargerPointer(pair.charger, "ends_by"))},
               "neither",
               "end of charge of nickel cells: −5 to −10 mV per cell, or 1 K/min"};
  out.push_back(std::move(f));
}

void chg21(const Context& c, Findings& out) {
  for (const ChargeFigures& pair : c.figures.charging) {
    if (!pair.assigned) continue;
    const Charger& charger = c.plan.chargers[pair.charger];
    const PackModel& m = c.figures.packs[pair.pack].model;
    endsNot(c, pair, out);
    if (!charger.chemistry || isSameChargeClass(*charger.chemistry, m.chemistry)) continue;
    Finding f = onPair(c, "CHG-21", Severity::Stop, pair, "chemistry");
    f.sentence = fmt::format("{} is made for {}; the cells of {} are {}.", shownName(charger), factsOf(*charger.chemistry).name, m.name,
                             m.facts.name);
    f.why =
        "A charger ends its charge in the way of its own chemistry: by other volts, by a current, by a dip; on these cells it ends too "
        "late or never.";
    f.what = fmt::format("Take it off this pack; {}.", chargerFor(m));
    f.remedies.push_back(setTo("such a charger", chargerPointer(pair.charger, "chemistry"), FieldValue{std::string(m.facts.name)}));
    f.headline = 1;
    f.working = {
        "Charger against chemistry",
        "class of the charger = class of the cells",
        {input(c, "charger", "made for", std::string(factsOf(*charger.chemistry).name), chargerPointer(pair.charger, "chemistry"))},
        "they differ",
        "charge voltage and end of charge by chemistry"};
    out.push_back(std::move(f));
  }
}

void chg02(const Context& c, Findings& out) {
  for (const ChargeFigures& pair : c.figures.charging) {
    if (!pair.assigned) continue;
    const Charger& charger = c.plan.chargers[pair.charger];
    const PackModel& m = c.figures.packs[pair.pack].model;
    const auto reading = readingOf(charger);
    const Known<Volt> gives = reading ? Known<Volt>(reading->value) : charger.output;
    if (!gives || verdictOn(*gives, m.series, m.facts, c.plan.packs[pair.pack].chargeTemperature) != ChargeVerdict::Partial) continue;
    if (!reading && isNameplateOnly(*gives, m)) continue;  // CHG-05: it is not what it gives
    const StateOfCharge reached = m.curve.inverse(*gives / static_cast<double>(m.series));
    Finding f = onPair(c, "CHG-02", Severity::Mind, pair, reading ? "reading_V" : "output_V");
    f.sentence =
        fmt::format("{} gives {}, {} per cell of {}: it ends near {} by volts, and a board that balances at the top never does.",
                    shownName(charger), text(*gives), text(*gives / static_cast<double>(m.series)), m.name, percent(reached.value()));
    f.why = "Lower volts spare the cells; but groups drift apart when they are never held at full.";
    f.what = fmt::format("As a daily charger it may do, with a full charge on {} now and then.", chargerFor(m));
    f.headline = std::max(0.01, -excessPerCell(*gives, m.series, m.facts).value());
    f.working = voltageWorking(c, pair);
    out.push_back(std::move(f));
  }
}

void chg05(const Context& c, Findings& out) {
  for (const ChargeFigures& pair : c.figures.charging) {
    if (!pair.assigned || (pair.outputKnown && pair.verdict == ChargeVerdict::Stop)) continue;
    const Charger& charger = c.plan.chargers[pair.charger];
    const PackModel& m = c.figures.packs[pair.pack].model;
    if (m.chemistry == Chemistry::Nimh) continue;
    const auto reading = readingOf(charger);
    const Volt highest = highestOutput(m.series, m.facts, c.plan.packs[pair.pack].chargeTemperature);
    const bool nameplate = charger.output && !reading && isNameplateOnly(*charger.output, m);
    const bool unclear = reading && reading->value + reading->error > highest && reading->value - reading->error <= highest &&
                         (!charger.output || std::abs((reading->value - *charger.output).value()) > reading->error.value());
    if (!nameplate && !unclear) continue;
    Finding f = onPair(c, "CHG-05", Severity::Mind, pair, "reading_V");
    const Volt usual = charger.output ? usualOutput(*charger.output) : Volt(0);
    if (nameplate)
      f.sentence = fmt::format("{} says {}, a nameplate: such chargers usually give {}, which would be {} per cell of {}, full at {}.",
                               shownName(charger), text(*charger.output), text(usual), text(usual / static_cast<double>(m.series)), m.name,
                               text(m.full));
    else
      f.sentence = fmt::format("{} reads {} ± {}: the meter cannot tell whether it is above {}.", shownName(charger), text(reading->value),
                               text(reading->error), text(highest));
    f.why = usual > highest ? "If it gives what its class usually gives, it overcharges these cells."
                            : "Chargers are sold by the pack's nameplate; the output must match the full voltage.";
    f.what =
        nameplate ? "Do not plug it in before the reading: its no-load output on a meter, nothing connected." : "A second, better meter.";
    f.headline = 1;
    f.working = voltageWorking(c, pair);
    out.push_back(std::move(f));
  }
}

void chg23(const Context& c, Findings& out) {
  for (std::size_t i = 0; i < c.plan.chargers.size(); ++i) {
    const Charger& charger = c.plan.chargers[i];
    const auto reading = readingOf(charger);
    if (!reading || !charger.output || charger.forPacks.empty()) continue;
    const Volt apart = reading->value - *charger.output;
    if (!exceeds(std::abs(apart.value()), charger.output->value() * wrongLabel + reading->error.value())) continue;
    Finding f = finding({"CHG-23", Severity::Mind, Station::Charging, charger.id, chargerPointer(i, "reading_V")});
    f.sentence = fmt::format("{} is labelled {} and reads {} ± {}.", shownName(charger), text(*charger.output), text(reading->value),
                             text(reading->error));
    f.why = "Either the sticker is of another charger, or this one is faulty.";
    f.what = "Do not use it until a second meter agrees with one of the two; then enter that.";
    f.headline = std::abs(apart.value()) / charger.output->value();
    f.working = {"Label against reading",
                 "|U_read − U_label| ≤ 3 % + meter error",
                 {input(c, "U_label", "printed output", text(*charger.output), chargerPointer(i, "output_V")),
                  input(c, "U_read", "no-load reading", text(reading->value), chargerPointer(i, "reading_V"))},
                 text(apart),
                 "meter"};
    out.push_back(std::move(f));
  }
}

}  // namespace

std::span<const Rule> chargeRules() {
  static constexpr std::array rows{
      Rule{"CHG-01", "Stop", "charger voltage too high for the cells", chg01}, Rule{"CHG-02", "Mind", "partial charger", chg02},
      Rule{"CHG-05", "Mind", "label states a nameplate voltage, or the meter cannot tell", chg05},
      Rule{"CHG-21", "Stop", "charger made for another class of chemistry, or one that does not end it", chg21},
      Rule{"CHG-23", "Mind", "no-load reading far from the label", chg23}};
  return rows;
}

}  // namespace usherwright::rules
