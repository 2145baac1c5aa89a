// BIKE rules on what hangs on the pack: accessories, regenerative braking.
#include <fmt/format.h>

#include <algorithm>

#include "core/assess/rules/rule.h"

namespace usherwright::rules {
namespace {

constexpr double regenCeiling = 0.95;
constexpr double parkedDays = 120;

std::string accessoryPointer(std::size_t i, std::string_view key) { return fmt::format("/bike/accessories/{}/{}", i, key); }

std::string nameOf(const Accessory& a) { return a.name.empty() ? "accessory" : a.name; }

}  // namespace

void bike07(const Context& c, Findings& out) {
  for (std::size_t i = 0; i < c.plan.bike.accessories.size(); ++i) {
    const Accessory& a = c.plan.bike.accessories[i];
    if (!a.maximum || a.tap == Tap::Controller || a.tap == Tap::SomeGroups) continue;
    const PackModel* worst = nullptr;
    for (const PackFigures& p : c.figures.packs)
      if (p.model.full > *a.maximum && (!worst || p.model.full > worst->full)) worst = &p.model;
    if (!worst) continue;
    Finding f = finding({"BIKE-07", Severity::Stop, Station::Bike, fmt::format("accessory-{}", i + 1), accessoryPointer(i, "max_V")});
    f.sentence =
        fmt::format("{} takes {} at most; {} stands at {} when full.", nameOf(a), text(*a.maximum), worst->name, text(worst->full));
    f.why = "An input above its maximum fails at once or at the first full charge, often with smoke.";
    f.what = "Feed it from the controller's own output or from a converter, or choose one for the full voltage.";
    f.fixes.push_back({"Feed it from the controller", {{accessoryPointer(i, "tap"), FieldValue{std::string("controller")}}}});
    f.headline = worst->full / *a.maximum;
    f.working = {"Input against full voltage",
                 "S · U_charge ≤ U_max",
                 {input(c, "U_max", nameOf(a), text(*a.maximum), accessoryPointer(i, "max_V"))},
                 fmt::format("{} against {}", text(worst->full), text(*a.maximum)),
                 "rating of the part"};
    out.push_back(std::move(f));
  }
}

void bike09(const Context& c, Findings& out) {
  if (c.figures.packs.empty()) return;
  MilliAmpere parked(0);
  std::string names;
  std::size_t first = 0;
  for (std::size_t i = 0; i < c.plan.bike.accessories.size(); ++i) {
    const Accessory& a = c.plan.bike.accessories[i];
    if (!a.parked || *a.parked <= MilliAmpere(0)) continue;
    if (names.empty()) first = i;
    parked += *a.parked;
    names += (names.empty() ? "" : ", ") + nameOf(a);
  }
  if (names.empty()) return;
  // Parked accessories hang on the fullest voltage source; one-way joints share, a lone pack bears it alone.
  double charge = 0;
  for (const PackFigures& p : c.figures.packs) charge += p.model.capacity.value();
  const double days = charge / Ampere(parked).value() / 24;
  if (days > parkedDays) return;
  Finding f = finding({"BIKE-09", Severity::Note, Station::Bike, "parked", accessoryPointer(first, "parked_mA")});
  f.sentence = fmt::format("{} draw {} mA while parked: full packs are flat after {} days.", names, formatNumber(parked.value()),
                           formatNumber(days, 2));
  f.why = "A pack drained to nothing in a shed is damaged, and some never wake again.";
  f.what = "Unplug it for storage, or store the packs apart from the bike.";
  f.headline = 1 / days;
  f.working = {"Days until flat",
               "t = ΣQ / I",
               {input(c, "ΣQ", "usable capacity", formatNumber(charge) + " Ah"),
                input(c, "I", "draw while parked", formatNumber(parked.value()) + " mA", accessoryPointer(first, "parked_mA"))},
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
    Known<Ampere> limit = bms.charge;
    if (m.cellCharge) limit = limit ? std::min(*limit, *m.cellCharge) : *m.cellCharge;
    std::string because;
    double headline = 1;
    if (limit && regen > *limit) {
      because = fmt::format("its charge limit is {}", text(*limit));
      headline = regen / *limit;
    } else if (bms.port == BmsPort::Separate) {
      because = "its BMS has a separate charge port and does not watch what comes back through the discharge side";
    } else if (m.temperature < Celsius(0) && isLithium(m.chemistry)) {
      because = fmt::format("its cells stand at {}, and below 0 °C charging plates lithium", text(m.temperature));
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
    f.fixes.push_back({"Feed it from the bus", {{accessoryPointer(i, "tap"), FieldValue{std::string("bus")}}}});
    f.headline = 1;
    f.working = {"Where it is tapped",
                 "all groups, behind BMS and fuse",
                 {input(c, "tap", nameOf(a), groups ? "some groups" : "before the BMS", accessoryPointer(i, "tap"))},
                 groups ? "uneven groups" : "unprotected",
                 "series groups carry one current"};
    out.push_back(std::move(f));
  }
}

}  // namespace usherwright::rules
