// WIRE rules of what lies in the leads: the spark at switching on, bends, fixing, switches, splices, branches, balance leads, water.
#include <fmt/format.h>

#include <algorithm>
#include <array>

#include "core/assess/rules/rule.h"
#include "core/assess/wiring_facts.h"
#include "core/frame/frame.h"
#include "core/harness/slack.h"
#include "core/plan/names.h"
#include "core/quantity/units.h"
#include "core/wiring/wire_heat.h"

namespace usherwright::rules {
namespace {

const Joule spark(0.3);          // stored above this, plain contacts pit at every mating
const Millimetre farthest(200);  // of a branch before its own fuse

/// A lead that somebody entered, with its part and its name.
void forEachRun(const Context& c, const std::function<void(const HarnessLead&, const Run&)>& visit) {
  for (const HarnessLead& lead : c.figures.wiring.harness.leads)
    if (lead.planned >= 0) visit(lead, c.plan.wiring.runs[static_cast<std::size_t>(lead.planned)]);
}

void wire07(const Context& c, Findings& out) {
  const SwitchOn s = switchOnOf(c.plan, c.figures, c.catalogue);
  if (!s.stored || !s.last.softened.empty() || s.last.words.empty()) return;
  const bool strong = *s.stored >= spark;
  Finding f = inWiring("WIRE-07", strong ? Severity::Mind : Severity::Note, "joint/spark", s.last.pointer);
  f.element = s.last.part;
  f.sentence =
      fmt::format("Closing {} makes a spark: {} J at up to {}.", s.last.words, formatNumber(s.stored->value(), 2), text(*s.inrush));
  f.why = "Every spark pits the contacts; pitted contacts get warm, and a relay that closes into it may weld.";
  f.what = fmt::format("An anti-spark half where it closes last, or a precharge of {} Ω ({} J of heat each time).",
                       formatNumber(s.chosen.value()), formatNumber(s.heat(), 2));
  f.fixes.push_back(
      setTo(fmt::format("Precharge of {} Ω", formatNumber(s.chosen.value())), "/joining/precharge_ohm", FieldValue{s.chosen.value()}));
  f.remedies.push_back(f.fixes.back());
  f.headline = s.stored->value() / spark.value();
  f.working = {"Spark at switching on",
               "E = ½·C·U²; I = U/R of the loop",
               {input(c, "C", "capacitors of the controller", formatNumber(c.plan.bike.controller.bulkCapacitance->value()) + " µF",
                      "/bike/controller/bulk_uF"),
                input(c, "U", "highest full voltage", text(s.bus)), input(c, "R", "loop at 20 °C, board included", text(*s.loop))},
               fmt::format("{} J, {}", formatNumber(s.stored->value(), 2), text(*s.inrush)),
               "energy of a capacitor, Ohm's law"};
  out.push_back(std::move(f));
}

/// The drawing of a frame that nobody measured says nothing of lengths.
bool isMeasured(const Bike& bike) { return bike.wheelbase && bike.downTube; }

void tightBend(const Context& c, const HarnessLead& lead, const Run& run, Findings& out) {
  const Known<Millimetre> least = leastBend(run);
  if (!run.loopRadius || !least || *run.loopRadius >= *least) return;
  Finding f = inWiring("WIRE-09", Severity::Mind, lead.id, runPointer(c, run, "loop_radius_mm"));
  f.sentence = fmt::format("The {} is bent to {} mm; {} mm is the least for it{}.", lead.name, formatNumber(run.loopRadius->value()),
                           formatNumber(least->value()), run.moves.value_or(true) ? " where it moves" : "");
  f.why = "Strands break one by one at a tight bend; the few that are left carry everything.";
  f.what = "A wider loop, held beyond the bend and not in it.";
  f.headline = least->value() / std::max(1.0, run.loopRadius->value());
  const Millimetre outer = geometryOf(*parseWireSize(run.size)).outer;
  f.working = {"Bend",
               "r ≥ 8 · outer diameter where it moves, 4 · where it is fixed",
               {input(c, "d", "outer diameter", formatNumber(outer.value()) + " mm", runPointer(c, run, "size")),
                input(c, "r", "tightest bend", formatNumber(run.loopRadius->value()) + " mm", runPointer(c, run, "loop_radius_mm"))},
               fmt::format("{} mm", formatNumber(least->value())),
               "bending radii of fine-stranded leads"};
  out.push_back(std::move(f));
}

/// What is loose where it moves, against its travel.
void tooLittleLoose(const Context& c, const HarnessLead& lead, const Run& run, Findings& out) {
  if (!hasTooLittleSlack(run)) return;
  const Known<Millimetre> needed = slackNeeded(run);
  Finding f = inWiring("WIRE-09", Severity::Mind, lead.id, runPointer(c, run, "slack_mm"));
  f.sentence = fmt::format("The {} has {} mm loose where it moves; its travel takes {}{} mm.", lead.name, formatNumber(run.slack->value()),
                           isTravelKnown(run) ? "" : "at least ", formatNumber(needed->value(), 3));
  f.why = "At the far end of the travel it pulls at its plug, or breaks inside its jacket.";
  f.what = fmt::format("{} mm more between the clips.", formatNumber((*needed - *run.slack).value(), 3));
  f.headline = needed->value() / std::max(1.0, run.slack->value());
  const auto given = [&](const char* symbol, const char* name, const auto& value, const char* unit, const char* key) {
    if (value) f.working.inputs.push_back(input(c, symbol, name, formatNumber(value->value()) + unit, runPointer(c, run, key)));
  };
  f.working = {"Loose length",
               "θ·d + way drawn out + 0.1·free length",
               {},
               fmt::format("{} mm", formatNumber(needed->value(), 3)),
               "arc of the lead about the axis"};
  given("θ", "turns by", run.travel, "°", "travel_deg");
  given("d", "from the axis", run.axisDistance, " mm", "axis_distance_mm");
  given("p", "drawn out by", run.pullOut, " mm", "pull_out_mm");
  given("l", "free between clips", run.freeLength, " mm", "free_length_mm");
  given("s", "loose there", run.slack, " mm", "slack_mm");
  out.push_back(std::move(f));
}

void wire09(const Context& c, Findings& out) {
  if (c.plan.wiring.runs.empty()) return;
  const FrameView frame = frameOf(c.plan.bike);
  forEachRun(c, [&](const HarnessLead& lead, const Run& run) {
    tightBend(c, lead, run, out);
    tooLittleLoose(c, lead, run, out);
    const std::size_t k = static_cast<std::size_t>(std::max(0, lead.pack));
    if (lead.pack < 0 || !isMeasured(c.plan.bike) || !run.lengthPlus || !run.lengthMinus || !placeOf(frame, c.plan.packs[k].mount)) return;
    const Metre shortest = std::min(*run.lengthPlus, *run.lengthMinus), way = barePath(frame, c.plan, run);
    if (shortest >= way) return;
    Finding g = inWiring("WIRE-09", Severity::Mind, lead.id,
                         runPointer(c, run, *run.lengthPlus <= *run.lengthMinus ? "length_plus_m" : "length_minus_m"));
    g.sentence = fmt::format("The {} is {} m; along the tubes its way is {} m, without any slack.", lead.name,
                             formatNumber(shortest.value()), formatNumber(way.value()));
    g.why = "A lead without slack pulls at its plug at every fold, turn and bump.";
    g.what = fmt::format("{} m more, or another place for the pack.", formatNumber((way - shortest).value() * 1.1 + 0.05, 2));
    g.headline = way / shortest;
    g.working = {"Slack",
                 "length ≥ way along the tubes",
                 {input(c, "l", "length", formatNumber(shortest.value()) + " m", g.pointer)},
                 fmt::format("{} m", formatNumber(way.value())),
                 "the drawing of the bike"};
    out.push_back(std::move(g));
  });
}

void wire10(const Context& c, Findings& out) {
  forEachRun(c, [&](const HarnessLead& lead, const Run& run) {
    if (run.fixing != Fixing::Loose) return;
    Finding f = inWiring("WIRE-10", Severity::Mind, lead.id, runPointer(c, run, "fixing"));
    f.sentence = fmt::format("Nothing holds the plugs of the {} while it shakes.", lead.name);
    f.why = "A plug that creeps apart sparks inside before it opens, out of sight.";
    f.what = "A class that locks, or a tie on both sides of each plug so that the lead cannot pull at it.";
    f.headline = 1;
    f.working = {"Held?", "lock, tie or tape at every plug and crimp", {}, "loose", "vibration"};
    out.push_back(std::move(f));
  });
}

void wire12(const Context& c, Findings& out) {
  const MainSwitch& s = c.plan.wiring.mainSwitch;
  if (!hasMainSwitch(c.plan.wiring)) {
    if (s.breaksRidingAmps != true) return;
    Finding f = inWiring("WIRE-12", Severity::Stop, "joint/switch", "/wiring/main_switch/breaks_running_current");
    f.sentence = "A plug is parted while current flows.";
    f.why = "Direct current does not go out by itself: the arc burns on between the parted contacts.";
    f.what = "Wheel still, controller off, then part it; or a breaker rated for direct current.";
    f.headline = 1;
    f.working = {"Parting", "no plug breaks running current", {}, "under current", "arcs of direct current"};
    out.push_back(std::move(f));
    return;
  }
  const Volt highest = highestFull(c.figures);
  const auto add = [&](const char* key, std::string sentence, std::string what, double headline, WorkingInput with) {
    Finding f = inWiring("WIRE-12", Severity::Stop, "joint/switch", std::string("/wiring/main_switch/") + key);
    f.sentence = std::move(sentence);
    f.why = "Beyond its direct-current rating the arc between its contacts does not go out; a 250 V AC print says nothing of that.";
    f.what = std::move(what);
    f.headline = headline;
    f.working = {"Main switch",
                 "U_DC ≥ highest full voltage; current ≥ what it carries; opened at standstill only",
                 {input(c, "U", "highest full voltage", text(highest)), std::move(with)},
                 "no",
                 "switching of direct current, IEC 60947-3"};
    out.push_back(std::move(f));
  };
  if (s.voltage && exceeds(highest.value(), s.voltage->value()))
    add("dc_V", fmt::format("The main switch is rated {} DC; the packs stand at {} when full.", text(*s.voltage), text(highest)),
        "A switch for direct current at that voltage or more.", highest / *s.voltage,
        input(c, "U_DC", "rating of the switch", text(*s.voltage), "/wiring/main_switch/dc_V"));
  const Known<Ampere>& sustained = c.figures.demand.sustained;
  if (s.current && sustained && exceeds(sustained->value(), s.current->value()))
    add("continuous_A", fmt::format("The main switch is rated {}; {} flow for long.", text(*s.current), text(*sustained)),
        "A switch for that current or more.", *sustained / *s.current,
        input(c, "I", "rating of the switch", text(*s.current), "/wiring/main_switch/continuous_A"));
  if (s.breaksRidingAmps == true)
    add("breaks_running_current", "The main switch is opened while current flows.",
        "Open it at standstill, controller off; while riding the brake levers and the throttle stop the motor.", 1,
        input(c, "", "opened while riding", "yes", "/wiring/main_switch/breaks_running_current"));
}

void wire13(const Context& c, Findings& out) {
  forEachRun(c, [&](const HarnessLead& lead, const Run& run) {
    const Splice splice = run.splice.value_or(Splice::None);
    if (splice == Splice::None) return;
    const bool poor = splice == Splice::BareButt || splice == Splice::Twisted || splice == Splice::ScrewTerminal;
    if (!poor && run.strainRelief != false) return;
    Finding f = inWiring("WIRE-13", Severity::Mind, lead.id, runPointer(c, run, poor ? "splice" : "strain_relief"));
    f.sentence = poor ? fmt::format("The splice in the {} is {}.", lead.name,
                                    splice == Splice::ScrewTerminal ? "a screw terminal, made for what does not move"
                                    : splice == Splice::Twisted     ? "twisted only"
                                                                    : "a butt without a seal")
                      : fmt::format("Nothing takes the pull off the splice in the {}.", lead.name);
    f.why = "Water creeps along the strands, vibration works at them; the joint gets warm long before it opens.";
    f.what = "A butt crimp with heat-shrink and glue, pulled at, and a tie on both sides of it.";
    f.headline = 1;
    f.working = {"Splice", "sealed, relieved of pull, of a kind for moving leads", {}, "no", "crimped joints"};
    out.push_back(std::move(f));
  });
}

/// A branch whose wire nothing upstream protects.
void branch(const Context& c, const Fuse& own, const std::function<Known<Ampere>()>& ratingOf, Ampere upstream, const std::string& name,
            const std::string& part, const std::string& at, Findings& out) {
  const bool missing = own.present == false;
  const bool far = !missing && own.distance && *own.distance > farthest && !own.builtIn.value_or(false);
  if (!missing && !far) return;
  const Known<Ampere> rating = ratingOf();  // a heat balance: only where it is asked for
  if (!rating || !(upstream <= Ampere(0) || exceeds(upstream.value(), rating->value()))) return;
  Finding f = inWiring("WIRE-15", Severity::Stop, part, at + (missing ? "present" : "distance_mm"));
  f.sentence = fmt::format(
      "The {} carries {}; {} it{}.", name, text(*rating),
      upstream > Ampere(0) ? "a fuse of " + text(upstream) + " feeds" : std::string("nothing upstream protects"),
      missing ? ", without a fuse of its own" : fmt::format(", its own fuse is {} mm away", formatNumber(own.distance->value())));
  f.why = "Chafed through, the thin lead glows long before the large fuse opens.";
  f.what = "A fuse of its own within 200 mm of where it begins: 7.5 to 10 A for a charge lead, 1 to 3 A for an accessory.";
  f.headline = upstream > Ampere(0) ? upstream / *rating : 1e3;
  f.working = {"Branch",
               "I_fuse upstream ≤ rating of the wire, or a fuse of its own within 200 mm",
               {input(c, "rating", "wire of the branch", text(*rating)), input(c, "I_fuse", "fuse upstream", text(upstream))},
               missing ? "no fuse of its own" : "too far",
               "wire rating by heat balance"};
  out.push_back(std::move(f));
}

void wire15(const Context& c, Findings& out) {
  Ampere all(0);
  for (const Pack& p : c.plan.packs)
    if (countsAsFitted(p.fuse)) all += p.fuse.rating.value_or(Ampere(0));
  for (std::size_t k = 0; k < c.plan.packs.size(); ++k) {
    const Pack& p = c.plan.packs[k];
    const Ampere upstream = countsAsFitted(p.fuse) ? p.fuse.rating.value_or(Ampere(0)) : Ampere(0);
    branch(
        c, p.chargeFuse, [&] { return c.figures.packs[k].chargeLead; }, upstream, "charge lead of " + c.figures.packs[k].model.name,
        p.id + "/charge", packPointer(k, "charge_fuse/"), out);
  }
  for (std::size_t i = 0; i < c.plan.bike.accessories.size(); ++i) {
    const Accessory& a = c.plan.bike.accessories[i];
    if (a.tap == Tap::Controller || a.tap == Tap::SomeGroups) continue;
    Run wire;
    wire.size = a.leadSize;
    const std::string name = a.name.empty() ? std::string("an accessory") : a.name;
    branch(
        c, a.fuse, [&] { return a.leadSize.empty() ? Known<Ampere>() : leadRating(&wire, hottestAir(c.plan)); },
        a.tap == Tap::BeforeBms ? Ampere(0) : all, "lead of " + name, fmt::format("accessory-{}", i + 1),
        fmt::format("/bike/accessories/{}/fuse/", i), out);
  }
}

void wire17(const Context& c, Findings& out) {
  for (std::size_t k = 0; k < c.plan.packs.size(); ++k) {
    if (c.plan.packs[k].balanceLeads != BalanceLeads::Bare) continue;
    Finding f = onPack("WIRE-17", Severity::Mind, c.figures.packs[k].model, packPointer(k, "balance_leads"));
    f.station = Station::Wiring;
    f.sentence = fmt::format("The balance leads of {} begin without a fuse or a sleeve.", c.figures.packs[k].model.name);
    f.why = "A thin lead across the strips of another group shorts that group: nothing lies between it and the cells.";
    f.what = "A fuse of 1 to 2 A or a sleeve from the tab on, and a route that crosses no bare strip.";
    f.headline = 1;
    f.working = {"Balance leads", "protected from the tab on", {}, "bare", "protection of sense leads"};
    out.push_back(std::move(f));
  }
}

void wire19(const Context& c, Findings& out) {
  forEachRun(c, [&](const HarnessLead& lead, const Run& run) {
    if (run.spray != Spray::Open) return;
    Finding f = inWiring("WIRE-19", Severity::Mind, lead.id, runPointer(c, run, "spray"));
    f.sentence = fmt::format("Spray reaches the plugs of the {}, with nothing to keep it out.", lead.name);
    f.why = "Salt water between the poles is a heater; it eats the plus contact first.";
    f.what = "A loop that hangs lower than the plug, a cap, or a place above the spray.";
    f.headline = 1;
    f.working = {"Water", "drip loop, cap or dry place at every plug and joint", {}, "open", "ingress of water"};
    out.push_back(std::move(f));
  });
}

}  // namespace

std::span<const Rule> wirePartsRules() {
  static constexpr std::array rows{Rule{"WIRE-07", "Mind, Note", "a spark where the last contact closes", wire07},
                                   Rule{"WIRE-09", "Mind", "no slack, or a bend too tight", wire09},
                                   Rule{"WIRE-10", "Mind", "a plug or crimp that nothing holds", wire10},
                                   Rule{"WIRE-12", "Stop", "a switch beyond its rating, or opened under current", wire12},
                                   Rule{"WIRE-13", "Mind", "a splice unsealed, unrelieved or of a fixed kind", wire13},
                                   Rule{"WIRE-15", "Stop", "a branch that no fuse protects", wire15},
                                   Rule{"WIRE-17", "Mind", "balance leads without a protected start", wire17},
                                   Rule{"WIRE-19", "Mind", "a plug below spray without loop or cap", wire19}};
  return rows;
}

}  // namespace usherwright::rules
