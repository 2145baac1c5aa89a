// CHG rules about the mains side of a charger, and about what somebody set in it.
#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "core/assess/rules/charge_rule.h"
#include "core/charging/of_plan.h"
#include "core/plan/usual.h"

namespace usherwright::rules {
namespace {

constexpr Volt highMains(160);  // between the 100 to 127 V and the 220 to 240 V systems of IEC 60038
constexpr double mainsTolerance = 1.1;
constexpr Volt vehicle(12);

bool isSet(const Charger& charger) { return charger.selector == Selector::V115 || charger.selector == Selector::V230; }
Volt setFor(const Charger& charger) { return Volt(charger.selector == Selector::V115 ? 115 : 230); }

void chg07(const Context& c, Findings& out) {
  for (std::size_t i = 0; i < c.plan.chargers.size(); ++i) {
    const Charger& charger = c.plan.chargers[i];
    if (!isUsed(charger) || !isSet(charger) || charger.selectorChecked == true) continue;
    Finding f = onCharger(c, "CHG-07", Severity::Mind, i, "selector_checked");
    f.sentence =
        fmt::format("{} has a mains selector, said to stand at {}; nobody has checked it.", shownName(charger), text(setFor(charger)));
    f.why = "Standing low on high mains the charger is destroyed, sometimes with flame; it is pushed over in a bag without being felt.";
    f.what = "Look, set it, photograph it, tape it over.";
    f.headline = 1;
    f.working = {"Mains selector",
                 "its position, seen and taped over",
                 {input(c, "selector", "stands at", text(setFor(charger)), chargerPointer(i, "selector"))},
                 "not checked",
                 "what is not fixed moves"};
    out.push_back(std::move(f));
  }
}

/// What the mains do to a charger that is made, or set, for other volts.
void chg12(const Context& c, Findings& out) {
  const Known<Volt> mains = c.plan.charging.mains;
  if (!mains) return;
  for (std::size_t i = 0; i < c.plan.chargers.size(); ++i) {
    const Charger& charger = c.plan.chargers[i];
    if (!isUsed(charger)) continue;
    const bool set = isSet(charger);
    const Known<Volt> most = set ? Known<Volt>(setFor(charger)) : charger.mainsTo, least = set ? most : charger.mainsFrom;
    const bool high = set ? *mains >= highMains && *most < highMains : most && *mains > *most * mainsTolerance;
    const bool low = set ? *mains<highMains&& * least> highMains : least && *mains * mainsTolerance < *least;
    if (!high && !low) continue;
    const char* field = set ? "selector" : high ? "mains_to_V" : "mains_from_V";
    Finding f = onCharger(c, "CHG-12", high ? Severity::Stop : Severity::Note, i, field);
    f.sentence = fmt::format("{} is {} {}; the mains are {}.", shownName(charger),
                             set    ? "set for"
                             : high ? "made for up to"
                                    : "made from",
                             text(high ? *most : *least), text(*mains));
    f.why = high ? "Its input is destroyed at once, sometimes with flame." : "It starts not at all, or gives too little.";
    f.what = set ? fmt::format("The selector to {}; photograph it, tape it over.", high ? 230 : 115) : "A charger for these mains.";
    if (set) {
      f.remedies.push_back(setTo("the selector", chargerPointer(i, "selector"), FieldValue{std::string(high ? "230" : "115")}));
    } else {
      f.remedies.push_back(setTo("a charger for these mains", chargerPointer(i, field), FieldValue{mains->value()}));
    }
    f.headline = high ? *mains / *most : *least / *mains;
    f.working = {"Mains side",
                 "the mains within what it is set or made for",
                 {input(c, "U", "mains", text(*mains), "/charging/mains_V"),
                  input(c, "made for", "charger", text(high ? *most : *least), chargerPointer(i, field))},
                 high ? "too high" : "too low",
                 "IEC 60038 standard voltages"};
    out.push_back(std::move(f));
  }
}

void chg14(const Context& c, Findings& out) {
  const ChargePlan& how = c.plan.charging;
  Watt together(0), most(0);
  std::size_t first = 0;
  int used = 0;
  for (std::size_t i = c.plan.chargers.size(); i-- > 0;) {
    const Known<Watt> draws = mainsDraw(c.plan.chargers[i]);
    if (!isUsed(c.plan.chargers[i]) || !draws) continue;
    together += *draws;
    most = std::max(most, *draws);
    first = i;
    ++used;
  }
  if (used == 0) return;
  const Watt draws = how.oneAtATime == true ? most : together;
  WattHour needed(0);
  for (const ChargeFigures& pair : c.figures.charging)
    if (pair.run) needed += pair.run->mains;
  const bool weak = how.supplyPower && exceeds(draws.value(), how.supplyPower->value());
  const bool small = how.supplyEnergy && exceeds(needed.value(), how.supplyEnergy->value());
  if (!weak && !small) return;
  const char* field = weak ? "/charging/supply_W" : "/charging/supply_Wh";
  Finding f = finding({"CHG-14", Severity::Mind, Station::Charging, "supply", field});
  const std::string what = used == 1                ? shownName(c.plan.chargers[first])
                           : how.oneAtATime == true ? "The strongest charger"
                                                    : "The chargers";
  const std::string from = how.supply == Supply::Vehicle    ? "the vehicle's socket"
                           : how.supply == Supply::Portable ? "the supply"
                                                            : "the socket";
  if (weak)
    f.sentence = fmt::format("{} draw{} {} W; {} gives {} W.", what, used == 1 || how.oneAtATime == true ? "s" : "",
                             formatNumber(draws.value(), 3), from, formatNumber(how.supplyPower->value(), 3));
  else f.sentence = fmt::format("Charging takes {} from {}, which holds {}.", text(needed), from, text(*how.supplyEnergy));
  f.why = weak ? "A fuse that opens is the good end; a socket or a converter that gets hot is the other."
               : "It is empty before the pack is full.";
  const double enough = std::ceil(weak ? draws.value() : needed.value());
  f.what = weak ? fmt::format("One that gives {} W for long: at {} V a fuse of {} A or more.", formatNumber(enough, 4),
                              formatNumber(vehicle.value()), formatNumber(std::ceil(enough / vehicle.value()), 3))
                : fmt::format("One that holds {} Wh, or a lower target.", formatNumber(enough, 4));
  f.remedies.push_back(setTo("such a supply", field, FieldValue{enough}));
  if (weak && small) f.remedies.back().edits.push_back({"/charging/supply_Wh", FieldValue{std::ceil(needed.value())}});
  f.headline = weak ? draws / *how.supplyPower : needed / *how.supplyEnergy;
  f.working = {"What feeds the chargers",
               "Σ U·A/η ≤ what the supply gives",
               {input(c, "P", "chargers", formatNumber(draws.value(), 3) + " W"), input(c, "E", "from the wall", text(needed))},
               f.sentence,
               "output over efficiency"};
  out.push_back(std::move(f));
}

void chg15(const Context& c, Findings& out) {
  for (std::size_t i = 0; i < c.plan.chargers.size(); ++i) {
    const Charger& charger = c.plan.chargers[i];
    if (!isUsed(charger) || charger.setting.value_or(ChargerSetting::AsMade) == ChargerSetting::AsMade) continue;
    const bool altered = charger.setting == ChargerSetting::Altered;
    Finding f = onCharger(c, "CHG-15", Severity::Mind, i, "setting");
    f.sentence = fmt::format("{} {}: what it gives is what somebody set, not what is printed.", shownName(charger),
                             altered ? "was altered inside" : "is set by hand");
    f.why = altered ? "Its own protection was made for the old voltage, and its makers answer for nothing."
                    : "One knob or one key too many, and it overcharges; a board that opens may look like a fault to it.";
    f.what = "Its set-point on a meter each time before it goes in, nothing connected.";
    f.headline = altered ? 2 : 1;
    f.working = {"Set by hand",
                 "its no-load output, read each time",
                 {input(c, "setting", "it is", altered ? "altered inside" : "programmable", chargerPointer(i, "setting"))},
                 "read it each time",
                 "meter"};
    out.push_back(std::move(f));
  }
}

}  // namespace

std::span<const Rule> chargeMainsRules() {
  static constexpr std::array rows{Rule{"CHG-07", "Mind", "mains selector that nobody has checked", chg07},
                                   Rule{"CHG-12", "Stop, Note", "mains higher, or lower, than a charger is set or made for", chg12},
                                   Rule{"CHG-14", "Mind", "socket or supply too small for the chargers", chg14, {Part::Charging}},
                                   Rule{"CHG-15", "Mind", "charger altered inside, or set by hand", chg15}};
  return rows;
}

}  // namespace usherwright::rules
