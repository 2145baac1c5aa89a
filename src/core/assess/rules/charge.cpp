// CHG rules: charger against pack, for assigned pairs only.
#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "core/assess/rules/rule.h"
#include "core/parts/nameplate.h"
#include "core/plan/names.h"
#include "core/plan/usual.h"

namespace usherwright::rules {
namespace {

constexpr double wrongLabel = 0.03;  // of the label, beyond any meter's error

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
  return Reading{*c.reading, *c.reading * c.meterAccuracy.value_or(usual::meterAccuracy).value()};
}

/// The full voltage that a nameplate usually means: "52 V" chargers give 58.8 V.
Volt usualOutput(Volt nameplate) {
  const auto options = nameplateOptions(nameplate);
  return options.empty() ? nameplate : options.front().full;
}

/// A fix that takes a charger off a pack is not a field: said in words.
std::string chargerFor(const PackModel& m) { return fmt::format("a charger made for {}S {}, {}", m.series, m.facts.name, text(m.full)); }

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
    const Volt highest = highestOutput(m.series, m.facts);
    const auto reading = readingOf(charger);
    const bool label = charger.output && *charger.output > highest;
    const bool measured = reading && reading->value - reading->error > highest;
    if (!label && !measured) continue;
    Finding f = begin(c, "CHG-01", Severity::Stop, pair, label ? "output_V" : "reading_V");
    const Volt volts = label ? *charger.output : reading->value;
    f.sentence = fmt::format("{} {} {}; {} is full at {}, so each cell would be pushed to {}.", shownName(charger),
                             label ? "gives" : "reads", text(volts), m.name, text(m.full), text(volts / static_cast<double>(m.series)));
    f.why = m.chemistry == Chemistry::Lead
                ? "Overcharged lead cells gas: they dry out, and the gas explodes at a spark."
                : "Overcharged lithium cells plate metal and can burn. The BMS is a last barrier, never the charger's limit.";
    f.what = fmt::format("Take it off this pack; {}.", chargerFor(m));
    f.remedies.push_back(setTo("such a charger", chargerPointer(pair.charger, "output_V"), FieldValue{m.full.value()}));
    if (charger.reading) f.remedies.back().edits.push_back({chargerPointer(pair.charger, "reading_V"), FieldValue{m.full.value()}});
    f.headline = excessPerCell(volts, m.series, m.facts).value();
    f.working = voltageWorking(c, pair);
    out.push_back(std::move(f));
  }
}

void chg21(const Context& c, Findings& out) {
  for (const ChargeFigures& pair : c.figures.charging) {
    if (!pair.assigned) continue;
    const Charger& charger = c.plan.chargers[pair.charger];
    const PackModel& m = c.figures.packs[pair.pack].model;
    if (!charger.chemistry || isSameChargeClass(*charger.chemistry, m.chemistry)) continue;
    Finding f = begin(c, "CHG-21", Severity::Stop, pair, "chemistry");
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
    if (!gives || verdictOn(*gives, m.series, m.facts) != ChargeVerdict::Partial) continue;
    if (!reading && isNameplateOnly(*gives, m)) continue;  // CHG-05: it is not what it gives
    const StateOfCharge reached = m.curve.inverse(*gives / static_cast<double>(m.series));
    Finding f = begin(c, "CHG-02", Severity::Mind, pair, reading ? "reading_V" : "output_V");
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

void chg03(const Context& c, Findings& out) {
  for (const ChargeFigures& pair : c.figures.charging) {
    if (!pair.assigned || !pair.currentKnown || pair.currentOk) continue;
    const Charger& charger = c.plan.chargers[pair.charger];
    const PackModel& m = c.figures.packs[pair.pack].model;
    Finding f = begin(c, "CHG-03", Severity::Stop, pair, "output_A");
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

void chg05(const Context& c, Findings& out) {
  for (const ChargeFigures& pair : c.figures.charging) {
    if (!pair.assigned || (pair.outputKnown && pair.verdict == ChargeVerdict::Stop)) continue;
    const Charger& charger = c.plan.chargers[pair.charger];
    const PackModel& m = c.figures.packs[pair.pack].model;
    if (m.chemistry == Chemistry::Nimh) continue;
    const auto reading = readingOf(charger);
    const Volt highest = highestOutput(m.series, m.facts);
    const bool nameplate = charger.output && !reading && isNameplateOnly(*charger.output, m);
    const bool unclear = reading && reading->value + reading->error > highest && reading->value - reading->error <= highest &&
                         (!charger.output || std::abs((reading->value - *charger.output).value()) > reading->error.value());
    if (!nameplate && !unclear) continue;
    Finding f = begin(c, "CHG-05", Severity::Mind, pair, "reading_V");
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
    Finding f = begin(c, "CHG-17", Severity::Mind, pair, "output_A");
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

void chg16(const Context& c, Findings& out) {
  for (const ChargeFigures& pair : c.figures.charging) {
    if (!pair.assigned) continue;
    const Charger& charger = c.plan.chargers[pair.charger];
    const Pack& p = c.plan.packs[pair.pack];
    if (!charger.place || *charger.place == ChargePlace::Port || p.bms.port != BmsPort::Separate) continue;
    const PackModel& m = c.figures.packs[pair.pack].model;
    Finding f = begin(c, "CHG-16", Severity::Stop, pair, "place");
    f.sentence = fmt::format("{} charges {} through its discharge side; its board watches charging on the other port only.",
                             shownName(charger), m.name);
    f.why = "Nothing stops this charge: not at full, not in the cold, not when a group runs away.";
    f.what = "Its own charge port.";
    f.remedies.push_back(setTo("at the port", chargerPointer(pair.charger, "place"), FieldValue{std::string("port")}));
    f.fixes.push_back(setTo("Plug it into the charge port", chargerPointer(pair.charger, "place"), FieldValue{std::string("port")}));
    f.headline = 1;
    f.working = {"Where charge goes in",
                 "separate port: charge port only",
                 {input(c, "port", m.name, "separate", packPointer(pair.pack, "bms/port"))},
                 "not protected",
                 "what the charge switch does not see it cannot open"};
    out.push_back(std::move(f));
  }
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
    f.headline = sum / limit->limit;
    f.working = {"Chargers together",
                 "ΣI ≤ smallest limit",
                 {input(c, "ΣI", "chargers", v.left), input(c, "limit", limit->element, v.right)},
                 v.against(),
                 "currents add"};
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

void chg18(const Context& c, Findings& out) {
  for (const ChargeFigures& pair : c.figures.charging) {
    if (!pair.assigned) continue;
    const Charger& charger = c.plan.chargers[pair.charger];
    const Pack& p = c.plan.packs[pair.pack];
    if (charger.plug.empty() || charger.plug != p.chargePort || !charger.polarity || !p.chargePolarity ||
        *charger.polarity == *p.chargePolarity)
      continue;
    const auto words = wordsOf<Polarity>();
    Finding f = begin(c, "CHG-18", Severity::Stop, pair, "polarity");
    const std::string theirs(words[static_cast<std::size_t>(*charger.polarity)]);
    const std::string ours(words[static_cast<std::size_t>(*p.chargePolarity)]);
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

}  // namespace

std::span<const Rule> chargeRules() {
  static constexpr std::array rows{Rule{"CHG-01", "Stop", "charger voltage too high for the cells", chg01},
                                   Rule{"CHG-02", "Mind", "partial charger", chg02},
                                   Rule{"CHG-03", "Stop", "charge current above BMS, cells, port or lead", chg03},
                                   Rule{"CHG-05", "Mind", "label states a nameplate voltage, or the meter cannot tell", chg05},
                                   Rule{"CHG-06", "Stop", "charged outside the cells' temperature window", chg06},
                                   Rule{"CHG-16", "Stop", "charger on the discharge side of a separate-port pack", chg16},
                                   Rule{"CHG-17", "Mind", "charged fast while the cells are cool", chg17},
                                   Rule{"CHG-18", "Stop", "charger and port mate but polarity differs", chg18},
                                   Rule{"CHG-21", "Stop", "charger made for another class of chemistry", chg21},
                                   Rule{"CHG-22", "Stop", "chargers that together exceed a limit", chg22},
                                   Rule{"CHG-23", "Mind", "no-load reading far from the label", chg23}};
  return rows;
}

}  // namespace usherwright::rules
