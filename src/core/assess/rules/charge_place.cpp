// CHG rules about the way in: which port, which poles, with what switched on.
#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "core/assess/rules/charge_rule.h"

namespace usherwright::rules {
namespace {

void chg16(const Context& c, Findings& out) {
  for (const ChargeFigures& pair : c.figures.charging) {
    if (!pair.assigned) continue;
    const Charger& charger = c.plan.chargers[pair.charger];
    const Pack& p = c.plan.packs[pair.pack];
    if (!charger.place || *charger.place == ChargePlace::Port || p.bms.port != BmsPort::Separate) continue;
    const PackModel& m = c.figures.packs[pair.pack].model;
    Finding f = onPair(c, "CHG-16", Severity::Stop, pair, "place");
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

void chg18(const Context& c, Findings& out) {
  for (const ChargeFigures& pair : c.figures.charging) {
    if (!pair.assigned) continue;
    const Charger& charger = c.plan.chargers[pair.charger];
    const Pack& p = c.plan.packs[pair.pack];
    if (charger.plug.empty() || charger.plug != p.chargePort || !charger.polarity || !p.chargePolarity ||
        *charger.polarity == *p.chargePolarity)
      continue;
    const auto words = wordsOf<Polarity>();
    Finding f = onPair(c, "CHG-18", Severity::Stop, pair, "polarity");
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

/// On the bus side of a joint that lets current out only, a charger feeds the controller and no pack.
void chg19(const Context& c, Findings& out) {
  const bool on = c.plan.charging.controllerOn == true;
  for (std::size_t i = 0; i < c.plan.chargers.size(); ++i) {
    const Charger& charger = c.plan.chargers[i];
    if (!isUsed(charger)) continue;
    const bool bus = charger.place == ChargePlace::Bus && isOneWay(c);
    if (!on && !bus) continue;
    // A controller that is on may draw more than the charger gives: without a diode its output is pulled down and fed backwards.
    const bool fed = bus && on && charger.outputDiode == false;
    Finding f = onCharger(c, "CHG-19", fed ? Severity::Stop : Severity::Mind, i, bus ? "place" : "controller_on");
    if (!bus) f.pointer = "/charging/controller_on";
    if (fed) f.fields = {chargerPointer(i, "place"), "/charging/controller_on", chargerPointer(i, "output_diode")};
    f.sentence = bus ? fmt::format("{} is plugged in behind the joint, which lets current out of the packs only{}.", shownName(charger),
                                   fed ? ": it feeds the controller, which may draw more than it gives, and no diode keeps the packs' "
                                         "current out of it"
                                       : "")
                     : fmt::format("{} charges while the controller is on.", shownName(charger));
    f.why = bus ? "No pack is charged from there; what is on draws from the charger, and a charger without a diode takes current back."
                : "What the controller draws hides the taper: the charger does not see the end, and the lamp does not turn.";
    f.what = bus ? "At each pack's own charge port, the controller off." : "Controller off before the charger goes in.";
    if (bus) f.remedies.push_back(setTo("at the port", chargerPointer(i, "place"), FieldValue{std::string("port")}));
    if (on) f.remedies.push_back(setTo("controller off", "/charging/controller_on", FieldValue{false}));
    if (bus && on) {
      f.remedies.front().edits.push_back(f.remedies.back().edits.front());
      f.remedies.pop_back();
    }
    f.headline = fed ? 2 : 1;
    f.working = {"What a charger meets",
                 "its pack, and nothing else",
                 {input(c, "place", "plugged in at", bus ? "bus" : "its pack", chargerPointer(i, "place")),
                  input(c, "controller", "controller is", on ? "on" : "off", "/charging/controller_on")},
                 bus ? "not its pack" : "more than its pack",
                 "a charger ends by the current that it gives"};
    out.push_back(std::move(f));
  }
}

constexpr Celsius warm{30};

/// 2.25 to 2.30 V per cell at 25 °C is what sealed lead cells are kept at for years.
constexpr Volt keptHighest{2.30};

void keptTooHigh(const Context& c, const ChargeFigures& pair, Findings& out) {
  const PackModel& m = c.figures.packs[pair.pack].model;
  const Charger& charger = c.plan.chargers[pair.charger];
  if (!charger.keeps) return;
  const Volt perCell = *charger.keeps / static_cast<double>(m.series);
  if (!exceeds(perCell.value(), keptHighest.value())) return;
  Finding f = onPair(c, "CHG-20", Severity::Mind, pair, "float_V");
  f.part += "/float";
  f.sentence =
      fmt::format("{} keeps {} at {} after the charge, {} per cell.", shownName(charger), m.name, text(*charger.keeps), text(perCell));
  f.why = "Lead cells that are kept above 2.30 V gas all the time and dry out; full, they want 2.25 to 2.30 V at 25 °C.";
  f.what = "Unplug it when it is full, or use a charger that keeps them lower.";
  f.remedies.push_back(setTo("such a charger", chargerPointer(pair.charger, "float_V"), FieldValue{2.27 * m.series}));
  f.headline = perCell.value();
  f.working = {"What full lead cells are kept at",
               "U_keep / S ≤ 2.30 V",
               {input(c, "U_keep", "keeps full at", text(*charger.keeps), chargerPointer(pair.charger, "float_V")),
                input(c, "S", "cells in series", std::to_string(m.series), packPointer(pair.pack, "series"))},
               text(perCell),
               "float charge of sealed lead cells, EN 60896"};
  out.push_back(std::move(f));
}

void chg20(const Context& c, Findings& out) {
  const ChargePlan& how = c.plan.charging;
  for (const ChargeFigures& pair : c.figures.charging) {
    const PackModel& m = c.figures.packs[pair.pack].model;
    if (!pair.assigned || m.chemistry != Chemistry::Lead) continue;
    keptTooHigh(c, pair, out);
    const Charger& charger = c.plan.chargers[pair.charger];
    const Known<Celsius> at = c.plan.packs[pair.pack].chargeTemperature;
    const bool box = how.closedBox == true, living = how.room == ChargeRoom::Living;
    const bool hot = at && *at > warm && charger.compensated != true;
    if (!box && !living && !hot) continue;
    Finding f = onPair(c, "CHG-20", Severity::Mind, pair, "compensated");
    f.pointer = box ? "/charging/closed_box" : living ? "/charging/room" : chargerPointer(pair.charger, "compensated");
    f.sentence = hot && !box && !living
                     ? fmt::format("{} is charged at {} by {}, which is not known to follow the warmth (−3 mV/K per cell).", m.name,
                                   text(*at), shownName(charger))
                     : fmt::format("{}, lead, is charged in {}.", m.name, box ? "a closed box" : "a living room");
    f.why = "Lead cells give off hydrogen near full, the more the warmer they are; four parts in a hundred of air explode.";
    f.what = box || living ? "In the open, or where air passes freely." : "A charger that follows the warmth, or a cooler place.";
    if (box) f.remedies.push_back(setTo("in the open", "/charging/closed_box", FieldValue{false}));
    if (living) f.remedies.push_back(setTo("outdoors", "/charging/room", FieldValue{std::string("outdoors")}));
    if (hot) f.remedies.push_back(setTo("one that follows", chargerPointer(pair.charger, "compensated"), FieldValue{true}));
    while (f.remedies.size() > 1) {
      f.remedies.front().edits.push_back(f.remedies.back().edits.front());
      f.remedies.pop_back();
    }
    f.headline = 1;
    f.working = {"Gas of lead cells",
                 "open air; −3 mV/K per cell above 30 °C",
                 {input(c, "T", m.name, at ? text(*at) : "–", packPointer(pair.pack, "charge_temperature_C"))},
                 box || living ? "enclosed" : "too warm for a fixed voltage",
                 "EN 50272: ventilation of lead batteries"};
    out.push_back(std::move(f));
  }
}

}  // namespace

std::span<const Rule> chargePlaceRules() {
  static constexpr std::array rows{
      Rule{"CHG-16", "Stop", "charger on the discharge side of a separate-port pack", chg16},
      Rule{"CHG-18", "Stop", "charger and port mate but polarity differs", chg18},
      Rule{"CHG-19", "Stop, Mind", "charger with the controller on, or on the bus side of a joiner", chg19},
      Rule{"CHG-20", "Mind", "lead charged enclosed, warm by a charger that does not follow, or kept at volts that dry it out", chg20}};
  return rows;
}

}  // namespace usherwright::rules
