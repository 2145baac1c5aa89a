// BIKE-08: whatever a rule would have to read and nobody has entered or confirmed, part by part.
#include <fmt/format.h>

#include <algorithm>
#include <array>

#include "core/assess/open_items.h"
#include "core/assess/rules/unproven.h"
#include "core/assess/wiring_facts.h"
#include "core/harness/slack.h"
#include "core/pack/readings.h"
#include "core/plan/names.h"

namespace usherwright::rules {
namespace {

constexpr double worn = 0.85;  // of health: below it resistance has grown, and a data sheet no longer says it

void board(const Context& c, std::size_t k, Unproven& pack) {
  const Bms& bms = c.plan.packs[k].bms;
  if (bms.present == false) return;  // known to be missing: PACK-13
  if (!isLithium(c.figures.packs[k].model.chemistry) && !bms.present) return;
  for (const char* key :
       {"present", "series", "chemistry", "port", "continuous_A", "charge_A", "cell_cutoff_V", "cell_full_V", "senses_all_groups"})
    pack.check(packPointer(k, fmt::format("bms/{}", key)));
  if (isHardJoined(c, k)) pack.check(packPointer(k, "bms/reconnects"));
}

/// What a box's label would have to say; currents are its board's.
void theBox(const Context& c, std::size_t k, Unproven& pack) {
  const PackFigures& f = c.figures.packs[k];
  pack.check(cellPointer(c.plan, k, "capacity_Ah"),
             f.makeup.capacityBecause.empty() ? std::string() : fmt::format("{} Ah assumed", formatNumber(f.model.rated.value())));
  if (isHardJoined(c, k) && !restedVoltsOf(c, k)) pack.check(packPointer(k, "soc"));
  pack.check(packPointer(k, "measured_resistance_mohm"),
             fmt::format("{} of typical cells assumed", text(Ohm(f.makeup.cell.resistance) * static_cast<double>(f.model.series))));
}

/// A test without its Ah says nothing; one without the resistance that the others have hides its rise.
void tests(const Pack& p, std::size_t k, Unproven& pack) {
  const bool resistances =
      std::any_of(p.capacityTests.begin(), p.capacityTests.end(), [](const CapacityTest& t) { return t.resistance.has_value(); });
  // There may be ten thousand of them: only what is missing is looked up by its place.
  for (std::size_t i = 0; i < p.capacityTests.size(); ++i) {
    const CapacityTest& t = p.capacityTests.all()[i];
    if (!t.putBack) pack.checkUnknown(packPointer(k, fmt::format("capacity_tests/{}/put_back_Ah", i)));
    if (resistances && !t.resistance) pack.checkUnknown(packPointer(k, fmt::format("capacity_tests/{}/resistance_mohm", i)));
  }
}

void packItself(const Context& c, std::size_t k, Findings& out) {
  const Pack& p = c.plan.packs[k];
  const Makeup& made = c.figures.packs[k].makeup;
  const Cell& cell = made.cell;
  Unproven pack(c, Station::Pack, p.id, c.figures.packs[k].model.name);
  const auto assumed = [](const std::string& value, const std::string& because) {
    return because.empty() ? std::string() : fmt::format("{} assumed: {}", value, because);
  };
  pack.check(packPointer(k, "series"), assumed(fmt::format("{}S", made.series), made.layout.seriesBecause));
  pack.check(cellPointer(c.plan, k, "chemistry"), assumed(std::string(factsOf(made.layout.chemistry).name), made.layout.chemistryBecause));
  for (const char* key : {"soh", "condition"}) pack.check(packPointer(k, key));
  tests(p, k, pack);
  board(c, k, pack);
  if (made.box) {
    theBox(c, k, pack);
    pack.report(out);
    return;
  }
  const std::string at = "/cells/" + cell.id + "/";
  pack.checkUnknown(at + "form");
  if (!p.capacityTests.empty()) pack.check(at + "capacity_Ah");  // what they are held against
  pack.check(packPointer(k, "parallel"), fmt::format("{} assumed", made.parallel));
  // Figures of untested cells are PACK-06's; what nobody states is named all the same.
  if (cell.verified) pack.check(at + "continuous_A");
  else pack.checkUnknown(at + "continuous_A");
  const bool takesCurrent = isCharged(c, k) || isHardJoined(c, k) || c.plan.bike.controller.regenCurrent.value_or(Ampere(0)) > Ampere(0);
  if (takesCurrent) pack.checkUnknown(at + "charge_A");
  if (isHardJoined(c, k) && !restedVoltsOf(c, k)) pack.check(packPointer(k, "soc"));
  if (!p.measuredResistance) cell.verified ? pack.check(at + "resistance_mohm") : pack.checkUnknown(at + "resistance_mohm");
  if (p.soh < StateOfHealth(worn) && provenanceOf(c.plan, at + "resistance_mohm") != Provenance::Measured)
    pack.check(packPointer(k, "measured_resistance_mohm"));
  pack.report(out);
}

/// What a lead's rating follows from.
void copperOf(const Context& c, const Run& run, Unproven& way) {
  for (const char* key : {"size", "insulation", "closed"}) way.check(runPointer(c, run, key));
}

void fusesAndPlug(const Context& c, std::size_t k, Findings& out) {
  const Pack& p = c.plan.packs[k];
  const std::string& name = c.figures.packs[k].model.name;
  if (countsAsFitted(p.fuse)) {  // known to be missing: WIRE-03
    Unproven fuse(c, Station::Joining, p.id + "/fuse", "the fuse of " + name);
    fuse.check(packPointer(k, "fuse/present"));
    for (const char* key : {"fuse/rating_A", "fuse/dc_V", "fuse/breaking_A"}) fuse.check(packPointer(k, key));
    if (!p.fuse.builtIn.value_or(false)) fuse.check(packPointer(k, "fuse/distance_mm"));
    fuse.report(out);
  }
  Unproven way(c, Station::Joining, p.id + "/plug", "the way from " + name + " to the joint");
  way.check(packPointer(k, "plug"));
  if (!p.plug.empty() && !c.catalogue.connector(p.plug))
    way.add("plug", "the catalogue has no such plug", "choose one by its contacts", packPointer(k, "plug"));
  const ConnectorClass* plug = c.catalogue.connector(p.plug);
  if (!(plug && (plug->shrouded || plug->genderless)) && !(p.ownHalf.plus && p.ownHalf.minus)) way.check(packPointer(k, "plug_live_side"));
  const Run* lead = c.plan.leadOf(p.id);
  if (lead) copperOf(c, *lead, way);
  else way.add("lead", "no run leads from it to the joint", "add the run, with its size and length");
  way.report(out);
  if (!isCharged(c, k)) return;
  Unproven charge(c, Station::Charging, p.id + "/charge", "the charge side of " + name);
  charge.check(packPointer(k, "charge_port"));
  if (!p.chargePort.empty() && !c.catalogue.connector(p.chargePort))
    charge.add("charge port", "the catalogue has no such plug", "choose one by its contacts", packPointer(k, "charge_port"));
  charge.check(packPointer(k, "charge_polarity"));
  charge.check(packPointer(k, "charge_lead_size"));
  charge.check(packPointer(k, "charge_temperature_C"));
  if (p.chargeFuse.present.value_or(p.chargeFuse.rating.has_value()))
    for (const char* key : {"charge_fuse/rating_A", "charge_fuse/dc_V", "charge_fuse/breaking_A"}) charge.check(packPointer(k, key));
  charge.report(out);
}

/// How a lead is held, joined and kept dry.
void dressOf(const Context& c, const Run* run, const std::string& plug, Unproven& lead) {
  if (!run) return;
  const ConnectorClass* known = c.catalogue.connector(plug);
  if (!(known && known->locking)) lead.checkUnknown(runPointer(c, *run, "fixing"));
  for (const char* key : {"splice", "spray", "loop_radius_mm", "moves"}) lead.checkUnknown(runPointer(c, *run, key));
  if (run->moves == true && !isTravelKnown(*run))
    for (const char* key : {"free_length_mm", "travel_deg", "axis_distance_mm", "pull_out_mm"}) lead.checkUnknown(runPointer(c, *run, key));
  if (run->moves == true) lead.checkUnknown(runPointer(c, *run, "slack_mm"));
  if (run->splice.value_or(Splice::None) != Splice::None) lead.checkUnknown(runPointer(c, *run, "strain_relief"));
}

/// What there is to be seen of both halves, by the connectors that they are of.
std::vector<std::string> fieldsOfHalves(const Context& c, std::size_t k) {
  const Pack& p = c.plan.packs[k];
  std::vector<std::string> out{packPointer(k, "bike_plug")};
  for (const Side side : {Side::Pack, Side::Bike}) {
    const ConnectorClass* plug = c.catalogue.connector(side == Side::Pack ? p.plug : p.bikePlug);
    if (!plug) continue;
    std::vector<std::string_view> keys{"plus_at"};
    if (!plug->genderless) keys.insert(keys.end(), {"plus_contact", "minus_contact"});
    if (plug->shells) keys.push_back("shell");
    if (plug->keyed) keys.push_back("key");
    for (const std::string_view key : keys) out.push_back(halfPointer(k, side, key));
    if (side == Side::Pack && !plug->genderless) out.push_back(packPointer(k, "plug_live_side"));
  }
  return out;
}

void notSeen(const Context& c, std::size_t k, Findings& out) {
  const Pack& p = c.plan.packs[k];
  Unproven lead(c, Station::Wiring, p.id + "/lead", "the wiring of " + c.figures.packs[k].model.name);
  lead.checkTogether("halves of its plug", "look into both halves: Ends shows what to look for", fieldsOfHalves(c, k));
  lead.checkUnknown(packPointer(k, "parted_by"));
  if (countsAsFitted(p.fuse) && p.fuse.rating) lead.checkUnknown(packPointer(k, "fuse/kind"));
  if (!p.chargePort.empty()) lead.checkUnknown(packPointer(k, "port_contacts"));
  if (p.origin == Origin::Built) lead.checkUnknown(packPointer(k, "balance_leads"));
  if (!p.chargePort.empty() && !p.chargeFuse.present)
    lead.add("charge fuse", "not known yet", "look where the charge lead leaves the cells", packPointer(k, "charge_fuse/present"));
  dressOf(c, c.plan.leadOf(p.id), p.plug, lead);
  lead.reportAsNotSeen(out);
}

void theMainLead(const Context& c, Findings& out) {
  if (hasMainSwitch(c.plan.wiring)) {
    Unproven rating(c, Station::Wiring, "joint/switch", "the main switch");
    for (const char* key : {"dc_V", "continuous_A"}) rating.check(std::string("/wiring/main_switch/") + key);
    rating.report(out);
  }
  Unproven lead(c, Station::Wiring, "joint/lead", "the main lead");
  for (const char* key : {"kind", "breaks_running_current"}) lead.checkUnknown(std::string("/wiring/main_switch/") + key);
  if (hasMainSwitch(c.plan.wiring)) lead.checkUnknown("/wiring/main_switch/closes_last");
  if (closesLast(c.plan, c.catalogue).softened.empty()) lead.checkUnknown("/bike/controller/bulk_uF");
  dressOf(c, c.plan.mainRun(), c.plan.joining.outputPlug, lead);
  lead.reportAsNotSeen(out);
  for (std::size_t i = 0; i < c.plan.bike.accessories.size(); ++i) {
    const Accessory& a = c.plan.bike.accessories[i];
    if (a.tap == Tap::Controller || a.tap == Tap::SomeGroups) continue;
    Unproven branch(c, Station::Wiring, fmt::format("accessory-{}", i + 1), a.name.empty() ? std::string("an accessory") : a.name);
    branch.checkUnknown(fmt::format("/bike/accessories/{}/lead_size", i));
    branch.checkUnknown(fmt::format("/bike/accessories/{}/fuse/present", i));
    branch.reportAsNotSeen(out);
  }
}

void theController(const Context& c, Findings& out) {
  Unproven controller(c, Station::Bike, "controller", "the controller");
  for (const char* key : {"current_max_A", "cutoff_V", "input_max_V"}) controller.check(std::string("/bike/controller/") + key);
  if (!c.plan.bike.controller.inputMaximum) {
    controller.check("/bike/controller/capacitor_V");
    if (!c.plan.bike.controller.capacitorVoltage) controller.check("/bike/controller/nameplate_V");
  }
  controller.check("/bike/controller/regen_current_A");
  controller.report(out);
  Unproven air(c, Station::Bike, "air", "where the packs are ridden and kept");
  air.check("/ambient_C");
  air.report(out);
  for (std::size_t i = 0; i < c.plan.bike.accessories.size(); ++i) {
    const Accessory& a = c.plan.bike.accessories[i];
    Unproven part(c, Station::Bike, fmt::format("accessory-{}", i + 1), a.name.empty() ? std::string("an accessory") : a.name);
    part.check(fmt::format("/bike/accessories/{}/tap", i));
    if (a.tap != Tap::Controller && a.tap != Tap::SomeGroups) part.check(fmt::format("/bike/accessories/{}/max_V", i));  // BIKE-13, BIKE-11
    part.report(out);
  }
}

void theJoint(const Context& c, Findings& out) {
  if (c.plan.packs.size() > 1) {
    Unproven meeting(c, Station::Joining, "joint/method", "the joint");
    meeting.check("/joining/method");
    meeting.report(out);
  }
  if (hasJoiner(c)) {
    Unproven joiner(c, Station::Joining, "joint", "the joiner");
    // The need stands in for the part: what it must carry and withstand.
    const Known<Ampere>& peak = c.figures.demand.peak;
    const std::string amperes = peak ? fmt::format("at least {} needed", text(*peak)) : std::string();
    joiner.check("/joining/part/input_A", amperes);
    joiner.check("/joining/part/total_A", amperes);
    joiner.check("/joining/part/voltage_V", fmt::format("at least {} needed", text(highestFull(c.figures))));
    if (c.plan.packs.size() > 2 && isOneWay(c)) joiner.check("/joining/part/inputs");
    joiner.report(out);
  }
  if (converterPack(c.plan)) {
    const ConverterPart& fed = c.plan.joining.converter;
    Unproven converter(c, Station::Joining, "converter", "the converter");
    converter.check(fed.power && !fed.output ? "/joining/converter/power_W" : "/joining/converter/output_A");
    for (const char* key : {"set_V", "input_low_V", "input_high_V", "second_joint"})
      converter.check(std::string("/joining/converter/") + key);
    converter.report(out);
  }
  if (!c.figures.hard.empty() && c.figures.window) {
    const auto high = restedVoltsOf(c, c.figures.windowHigh), low = restedVoltsOf(c, c.figures.windowLow);
    Unproven meter(c, Station::Joining, "meter", "the meters that read the packs");
    if (!meterOf(c.plan, high, low).oneMeter && !(high && high->accuracy)) meter.check("/meter_accuracy");
    meter.report(out);
  }
  Unproven main(c, Station::Joining, "joint/way", "the way from the joint to the controller");
  if (!c.plan.joining.outputPlug.empty() && !c.catalogue.connector(c.plan.joining.outputPlug))
    main.add("plug after the joint", "the catalogue has no such plug", "choose one by its contacts", "/joining/output_plug");
  if (const Run* run = c.plan.mainRun()) copperOf(c, *run, main);
  else main.add("main lead", "no run leads to the controller", "add the run, with its size and length");
  main.report(out);
}

/// A run that names what is not there, or two packs without their poles.
void runs(const Context& c, Findings& out) {
  const auto isPlace = [&](const std::string& id) { return id == "joint" || id == "controller" || c.plan.findPack(id); };
  for (std::size_t r = 0; r < c.plan.wiring.runs.size(); ++r) {
    const Run& run = c.plan.wiring.runs[r];
    const std::string at = fmt::format("/wiring/runs/{}/", r);
    Unproven unproven(c, Station::Joining, run.id, "the run " + run.id);
    for (const auto& [key, id] : {std::pair<const char*, const std::string&>{"from", run.from}, {"to", run.to}})
      if (!isPlace(id))
        unproven.add(key, id.empty() ? "not known yet" : "no such pack, joint or controller", "the id of what it is plugged into",
                     at + key);
    if (c.plan.findPack(run.from) && c.plan.findPack(run.to) && run.from != run.to) {
      unproven.check(at + "from_pole");
      unproven.check(at + "to_pole");
    } else if (run.from == run.to && !run.from.empty()) {
      unproven.add("to", "it ends where it begins", "the id of what it is plugged into", at + "to");
    }
    unproven.report(out);
  }
}

/// Parts that came and were not looked at all over.
void whatCame(const Context& c, Findings& out) {
  for (std::size_t i = 0; i < c.plan.build.arrivals.size(); ++i) {
    const Arrival& a = c.plan.build.arrivals[i];
    Unproven part(c, Station::Build, fmt::format("arrivals/{}", i), a.part + ", as it came");
    for (const std::string& key : arrivalJudged(c.plan, c.figures, a).unknown)
      part.checkUnknown(fmt::format("/build/arrivals/{}/{}", i, key));
    part.report(out);
  }
}

void bike08(const Context& c, Findings& out) {
  if (c.plan.packs.empty()) {
    Finding f = finding({"BIKE-08", Severity::Mind, Station::Pack, "packs", ""});
    f.sentence = "No pack yet: nothing is judged.";
    f.why = "Silence about a plan without a pack says nothing about the bike.";
    f.what = "Add the pack by its label.";
    f.headline = 1;
    f.working = {"What is judged", "at least one pack", {}, "none", "a plan is judged from its packs on"};
    out.push_back(std::move(f));
    return;
  }
  theController(c, out);
  for (std::size_t k = 0; k < c.plan.packs.size(); ++k) {
    packItself(c, k, out);
    fusesAndPlug(c, k, out);
    notSeen(c, k, out);
  }
  theJoint(c, out);
  theMainLead(c, out);
  runs(c, out);
  whatCame(c, out);
  chargingUnproven(c, out);
  fitUnproven(c, out);
  holdUnproven(c, out);
}

}  // namespace

std::span<const Rule> unprovenRules() {
  static constexpr std::array rows{Rule{"BIKE-08", "Mind, Note", "a limit is unknown or rests on a claim, a memory or a guess", bike08}};
  return rows;
}

}  // namespace usherwright::rules
