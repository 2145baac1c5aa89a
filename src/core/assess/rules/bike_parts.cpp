// BIKE rules on what hangs on the pack: accessories, regenerative braking.
#include <fmt/format.h>

#include <algorithm>
#include <array>

#include "core/assess/figure_parts.h"
#include "core/assess/rules/rule.h"
#include "core/plan/usual.h"

namespace usherwright::rules {
namespace {

constexpr double regenCeiling = 0.95;  // of charge: above it a braking bike overcharges the fullest group
constexpr double parkedDays = 120;     // a winter

std::string accessoryPointer(std::size_t i, std::string_view key) { return fmt::format("/bike/accessories/{}/{}", i, key); }

std::string nameOf(const Accessory& a) { return a.name.empty() ? "accessory" : a.name; }

/// The highest voltage that may stand where an accessory is fed, and who gives it.
struct FeedVolts {
  Volt volts;
  std::string words;
};
FeedVolts fedWith(const Context& c, const Accessory& a) {
  if (a.leadVolts) return {*a.leadVolts, "its lead reads " + text(*a.leadVolts)};
  FeedVolts out;
  for (const PackFigures& p : c.figures.packs)
    if (p.model.full > out.volts) out = {p.model.full, fmt::format("{} stands at {} when full", p.model.name, text(p.model.full))};
  const auto converter = highestConverterOutput(c);
  if (converter && *converter > out.volts) out = {*converter, "the converter may give " + text(*converter)};
  return out;
}

void bike07(const Context& c, Findings& out) {
  for (std::size_t i = 0; i < c.plan.bike.accessories.size(); ++i) {
    const Accessory& a = c.plan.bike.accessories[i];
    if (!a.maximum || a.tap == Tap::SomeGroups || (a.tap == Tap::Controller && !a.leadVolts)) continue;
    const FeedVolts fed = fedWith(c, a);
    if (!exceeds(fed.volts.value(), a.maximum->value())) continue;
    Finding f = finding({"BIKE-07", Severity::Stop, Station::Bike, fmt::format("accessory-{}", i + 1), accessoryPointer(i, "max_V")});
    f.sentence = fmt::format("{} takes {} at most; {}.", nameOf(a), text(*a.maximum), fed.words);
    f.why = "An input above its maximum fails at once or at the first full charge, often with smoke.";
    f.what = fmt::format("A converter on the whole pack with a fuse of its own, or one that takes {} or more.", text(fed.volts));
    f.remedies.push_back(setTo("one that takes it", accessoryPointer(i, "max_V"), FieldValue{roundedUp(fed.volts.value())}));
    f.headline = fed.volts / std::max(*a.maximum, Volt(0.1));
    f.working = {"Input against what feeds it",
                 "U_fed ≤ U_max",
                 {input(c, "U_max", nameOf(a), text(*a.maximum), accessoryPointer(i, "max_V")),
                  input(c, "U_fed", "what feeds it", text(fed.volts), a.leadVolts ? accessoryPointer(i, "lead_V") : "")},
                 versus(fed.volts, *a.maximum).against(),
                 "rating of the part"};
    out.push_back(std::move(f));
  }
}

void bike13(const Context& c, Findings& out) {
  for (std::size_t i = 0; i < c.plan.bike.accessories.size(); ++i) {
    const Accessory& a = c.plan.bike.accessories[i];
    if (a.tap != Tap::Controller || c.figures.packs.empty()) continue;
    const FeedVolts fed = fedWith(c, a);
    if (a.maximum && (a.leadVolts || !exceeds(fed.volts.value(), a.maximum->value()))) continue;
    Finding f = finding({"BIKE-13", Severity::Mind, Station::Bike, fmt::format("accessory-{}", i + 1), accessoryPointer(i, "lead_V")});
    f.fields = {accessoryPointer(i, "lead_V"), accessoryPointer(i, "max_V")};
    f.sentence = fmt::format("{} hangs on the controller's own lead; {}, and {}.", nameOf(a),
                             a.leadVolts ? "it reads " + text(*a.leadVolts) : "nobody measured it, and it is often the battery's own volts",
                             a.maximum ? "it takes " + text(*a.maximum) : "what it takes at most is not known");
    f.why = "A lamp lead of a controller may be 6 V, 12 V or the whole battery; the lamp shows which by burning out.";
    f.what = "Meter on the lead with the key on; then the print of the part.";
    f.headline = 1;
    f.working = {"The controller's own lead",
                 "U_lead ≤ U_max",
                 {input(c, "U_lead", "as measured", a.leadVolts ? text(*a.leadVolts) : "not known", accessoryPointer(i, "lead_V")),
                  input(c, "U_max", nameOf(a), a.maximum ? text(*a.maximum) : "not known", accessoryPointer(i, "max_V"))},
                 "not proven",
                 "meter"};
    out.push_back(std::move(f));
  }
}

void bike09(const Context& c, Findings& out) {
  if (c.figures.packs.empty()) return;
  const MilliAmpere board(0.1);
  MilliAmpere parked(0);
  std::string names;
  std::string pointer = "/joining/part/standby_mA";
  const auto add = [&](const std::string& name, MilliAmpere draw) {
    if (draw <= MilliAmpere(0)) return;
    parked += draw;
    names += (names.empty() ? "" : ", ") + name;
  };
  for (std::size_t i = 0; i < c.plan.bike.accessories.size(); ++i) {
    const Accessory& a = c.plan.bike.accessories[i];
    if (names.empty() && a.parked && *a.parked > MilliAmpere(0)) pointer = accessoryPointer(i, "parked_mA");
    add(nameOf(a), a.parked.value_or(MilliAmpere(0)));
  }
  if (hasJoiner(c)) add("the joiner", c.plan.joining.part.standby.value_or(MilliAmpere(0)));
  if (converterPack(c.plan)) add("the converter", c.plan.joining.converter.standby.value_or(usual::converterStandby));
  // What draws hangs on the fullest first and ends on all of them; by turns or by itself one pack bears it alone.
  double charge = 0;
  double least = 1e9;
  for (const PackFigures& p : c.figures.packs) {
    const double held = p.model.capacity.value() * p.model.soc.value();
    charge += held;
    least = std::min(least, held);
    parked += board;
  }
  if (names.empty()) return;
  const bool alone = c.plan.joining.method == Method::Selector || converterPack(c.plan).has_value();
  const double feeds = alone ? least : charge;
  const double days = feeds / Ampere(parked).value() / 24;
  if (days > parkedDays || feeds <= 0) return;
  Finding f = finding({"BIKE-09", Severity::Note, Station::Bike, "parked", pointer});
  f.sentence = fmt::format("{} and the boards draw {} mA while parked: the charge of now is gone after {} days.", names,
                           formatNumber(parked.value()), formatNumber(days, 2));
  f.why = "A pack drained to nothing in a shed is damaged, and some never wake again.";
  f.what = "Unplug it for storage, or store the packs apart from the bike.";
  f.headline = 1 / days;
  f.working = {"Days until flat",
               "t = Q_now / I",
               {input(c, "Q_now", alone ? "the smallest charge that may feed it" : "charge of all packs", formatNumber(feeds) + " Ah"),
                input(c, "I", "draw while parked, 0.1 mA for each board", formatNumber(parked.value()) + " mA", pointer)},
               formatNumber(days, 2) + " days",
               "charge over current"};
  out.push_back(std::move(f));
}

void bike10(const Context& c, Findings& out) {
  const Controller& controller = c.plan.bike.controller;
  const Ampere regen = controller.regenCurrent.value_or(Ampere(0));
  if (regen <= Ampere(0)) return;
  for (std::size_t k = 0; k < c.figures.packs.size(); ++k) {
    const PackModel& m = c.figures.packs[k].model;
    const Bms& bms = c.plan.packs[k].bms;
    if (!drainedByController(c, k)) continue;
    const Known<Ampere> limit = chargeLimitOf(c.plan.packs[k], m);
    std::string because;
    double headline = 1;
    if (limit && exceeds(regen.value(), limit->value())) {
      because = fmt::format("its charge limit is {}", text(*limit));
      headline = regen / *limit;
    } else if (bms.port == BmsPort::Separate) {
      because = "its BMS has a separate charge port and does not watch what comes back through the discharge side";
    } else if (m.temperature < m.facts.chargeFrom && isLithium(m.chemistry)) {
      because = fmt::format("its cells stand at {}, and below {} charging plates lithium", text(m.temperature), text(m.facts.chargeFrom));
    } else if (controller.regenCeiling.value_or(StateOfCharge(1)).value() > regenCeiling) {
      because = "nothing stops it above 95 % charge, where a long descent overcharges";
    } else {
      continue;
    }
    Finding f = finding({"BIKE-10", Severity::Stop, Station::Bike, m.id, "/bike/controller/regen_current_A"});
    f.sentence = fmt::format("Braking pushes {} back into {}: {}.", text(regen), m.name, because);
    f.why = "Regenerative braking is charging, with no charger to end it.";
    f.what = "Switch it off, or limit it below the charge limit and stop it above 90 % charge and below freezing.";
    f.fixes.push_back({"Regen off", {{"/bike/controller/regen_current_A", FieldValue{0.0}}}});
    f.headline = headline;
    f.working = {"Braking into one pack",
                 "I_regen ≤ charge limit of each pack alone; not above 95 %, not below 0 °C",
                 {input(c, "I_regen", "regen current", text(regen), "/bike/controller/regen_current_A")},
                 because,
                 "charging limits of the cells and their board"};
    if (limit) f.working.inputs.push_back(input(c, "I_charge", "charge limit", text(*limit), packPointer(k, "bms/charge_A")));
    out.push_back(std::move(f));
  }
}

void bike11(const Context& c, Findings& out) {
  for (std::size_t i = 0; i < c.plan.bike.accessories.size(); ++i) {
    const Accessory& a = c.plan.bike.accessories[i];
    const bool groups = a.tap == Tap::SomeGroups;
    if (!groups && a.tap != Tap::BeforeBms) continue;
    Finding f = finding({"BIKE-11", Severity::Stop, Station::Bike, fmt::format("accessory-{}", i + 1), accessoryPointer(i, "tap")});
    f.sentence = groups ? fmt::format("{} takes {} from some of the series groups only.", nameOf(a),
                                      a.power ? formatNumber(a.power->value()) + " W" : "its power")
                        : fmt::format("{} takes {} before the BMS and the fuse.", nameOf(a),
                                      a.power ? formatNumber(a.power->value()) + " W" : "its power");
    f.why = groups ? "Those groups empty before the others; charged as a string they are never full again, and soon reversed."
                   : "Nothing switches it off when the cells are empty, and nothing clears a short in its lead.";
    f.what = "A converter on the whole pack, behind the BMS, with a fuse of its own.";
    f.fixes.push_back(setTo("Feed it from the whole pack", accessoryPointer(i, "tap"), FieldValue{std::string("bus")}));
    f.headline = 1;
    f.working = {"Where it is tapped",
                 "all groups, behind BMS and fuse",
                 {input(c, "tap", nameOf(a), groups ? "some groups" : "before the BMS", accessoryPointer(i, "tap"))},
                 groups ? "uneven groups" : "unprotected",
                 "series groups carry one current"};
    out.push_back(std::move(f));
  }
}

}  // namespace

std::span<const Rule> bikePartsRules() {
  static constexpr std::array rows{Rule{"BIKE-07", "Stop", "an accessory takes less than the full voltage", bike07},
                                   Rule{"BIKE-09", "Note", "what draws while parked", bike09},
                                   Rule{"BIKE-10", "Stop", "regenerative braking beyond what a pack may take", bike10},
                                   Rule{"BIKE-11", "Stop", "an accessory on some groups, or before the BMS", bike11},
                                   Rule{"BIKE-13", "Mind", "a part on the controller's own lead whose volts nobody measured", bike13}};
  return rows;
}

}  // namespace usherwright::rules
