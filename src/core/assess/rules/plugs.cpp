// WIRE rules of plugs: bare and alike halves, cups, adapters, voltages and poles that share a plug, ports, the point of parting.
#include <fmt/format.h>

#include <algorithm>
#include <array>

#include "core/assess/rules/rule.h"
#include "core/assess/wiring_facts.h"
#include "core/harness/chain.h"
#include "core/plan/names.h"
#include "core/quantity/units.h"

namespace usherwright::rules {
namespace {

constexpr double otherVoltage = 1.05;  // two full voltages further apart than this are two classes
constexpr std::size_t mostAdapters = 2;
const Volt bothPolesAbove(60);  // extra-low voltage ends: one open pole no longer makes it safe to touch

Finding ofPack(const Context& c, std::string id, Severity severity, std::size_t k, std::string_view part, std::string pointer) {
  return inWiring(std::move(id), severity, c.plan.packs[k].id + std::string(part), std::move(pointer));
}

std::string familyOf(const Context& c, const std::string& plug) {
  const ConnectorClass* known = c.catalogue.connector(plug);
  return known ? known->family : plug;
}

// ---- WIRE-06 ----

/// The pole of the live half that is seen to be a pin; empty while none is.
std::string barePole(const Context& c, std::size_t k) {
  const Pack& p = c.plan.packs[k];
  const ConnectorClass* plug = c.catalogue.connector(p.plug);
  if (plug && (plug->shrouded || plug->genderless)) return {};
  if (p.ownHalf.plus == Contact::Pins) return "own_half/plus_contact";
  if (p.ownHalf.minus == Contact::Pins) return "own_half/minus_contact";
  return p.plugLiveSide == LiveSide::Pins ? "plug_live_side" : std::string();
}

void bareHalf(const Context& c, std::size_t k, Findings& out) {
  const std::string field = barePole(c, k);
  if (field.empty()) return;
  const PackModel& m = c.figures.packs[k].model;
  Finding f = ofPack(c, "WIRE-06", Severity::Stop, k, "/plug", packPointer(k, field));
  f.sentence = fmt::format("The live half of {} ends in pins: {} that anything can touch.", m.name, text(m.full));
  f.why = "Unplugged it is a bare source; a frame, a tool or a ring across the pins draws the whole short current of the cells.";
  f.what = "Sockets on the pack, pins on the bike: change the halves over, one conductor at a time, or fit a shrouded class.";
  f.headline = m.full.value();
  f.working = {
      "Live half",
      "contacts of the half that stays live: sockets, or shrouded",
      {input(c, "half", "contacts of the pack's half", "pins", packPointer(k, field)), input(c, "U", "full voltage", text(m.full))},
      "pins",
      "protection against direct contact, IEC 61140"};
  out.push_back(std::move(f));
}

/// The half that stands towards the bike behind the adapters that the plan lists; empty if one of them does not go on.
std::optional<Half> behindAdapters(const Context& c, Half half, const std::vector<std::string>& ids) {
  for (const std::string& id : ids) {
    const Adapter* adapter = c.catalogue.adapter(id);
    const auto next = adapter ? throughAdapter(half, *adapter, c.catalogue) : std::nullopt;
    if (!next) return std::nullopt;
    half = *next;
  }
  return half;
}

/// What to do, as it was found to work: the way the solver found.
std::string bestWay(const Context& c, std::size_t k) {
  const ChainAnswer answer = chainOf(c.plan, k, c.catalogue, chainNeedOf(c.plan, c.figures, k));
  if (answer.ways.empty()) return "No adapter of the catalogue joins them safely: new halves on both, live side in sockets.";
  const ChainWay& way = answer.ways.front();
  return way.kind == WayKind::Adapters ? fmt::format("From the pack on: {}", way.make) : way.make;
}

void halvesDoNotMeet(const Context& c, std::size_t k, Findings& out) {
  const HalfSeen own = halfOf(c.plan, k, Side::Pack, c.catalogue), bike = halfOf(c.plan, k, Side::Bike, c.catalogue);
  if (!own.half || !bike.half) return;
  const Run* lead = c.plan.leadOf(c.plan.packs[k].id);
  const auto end = behindAdapters(c, *own.half, lead ? lead->adapters : std::vector<std::string>{});
  const auto against = end ? hindrances(*end, *bike.half) : std::vector<Hindrance>{};
  const bool crosswise = end && meetsCrosswise(*end, *bike.half);
  if (end && against.empty() && !crosswise) return;
  const std::string name = c.figures.packs[k].model.name;
  Finding f = ofPack(c, "WIRE-06", Severity::Stop, k, "/plug", halfPointer(k, Side::Bike, crosswise ? "plus_at" : "connector"));
  f.sentence = crosswise ? fmt::format("The halves of {} go together, but plus meets minus.", name)
               : !end    ? fmt::format("The adapters listed for {} do not go onto its half one after the other.", name)
                         : fmt::format("The half of {} and the bike's do not go together: {}.", name, inWords(against.front(), *end));
  f.why = crosswise ? "Reversed, the controller's capacitors and transistors carry the short current of the pack at once."
                    : "What does not fit is forced, or bridged with loose wires; both end in a short.";
  f.what = bestWay(c, k);
  f.headline = 1;
  f.working = {"Do the halves meet?",
               "one family; key alike; one body over the other; at each place a pin and a socket; plus at the same place",
               {input(c, "pack", "half of the pack", inWords(*own.half), halfPointer(k, Side::Pack, "plus_contact")),
                input(c, "bike", "half of the bike", inWords(*bike.half), halfPointer(k, Side::Bike, "plus_contact"))},
               crosswise ? "crosswise" : "no",
               "contacts, place by place"};
  out.push_back(std::move(f));
}

void wire06(const Context& c, Findings& out) {
  for (std::size_t k = 0; k < c.plan.packs.size(); ++k) {
    bareHalf(c, k, out);
    halvesDoNotMeet(c, k, out);
  }
}

// ---- WIRE-08 ----

void cup(const Context& c, const std::string& plugId, const std::string& plugName, const Run* run, const std::string& part, Findings& out) {
  const ConnectorClass* plug = c.catalogue.connector(plugId);
  if (!plug || !run) return;
  const auto size = parseWireSize(run->size), most = parseWireSize(plug->largestWire), least = parseWireSize(plug->smallestWire);
  if (!size || !most || !least) return;
  const CupFit fit = cupFit(*size, *plug);
  if (fit == CupFit::Fits) return;
  const bool big = fit == CupFit::TooThick;
  const std::string pointer = runPointer(c, *run, "size");
  Finding f = inWiring("WIRE-08", Severity::Mind, part, pointer);
  f.sentence = big ? fmt::format("{} does not go into the cups of the {}, made for {} at most.", size->shown(), plugName, most->shown())
                   : fmt::format("{} is too thin for the {}, whose clamps hold {} and thicker.", size->shown(), plugName, least->shown());
  f.why = big ? "Strands that are cut away to make it fit carry nothing; the joint is the hottest place of the lead."
              : "A clamp that does not close on all strands lets go when it shakes.";
  f.what = big ? "A larger plug, or that size spliced to a short tail that fits." : "A thicker wire, or a smaller plug.";
  f.headline = big ? size->area / most->area : least->area / size->area;
  f.working = {"Wire and cup",
               "smallest ≤ copper ≤ largest, the nearest metric size let pass",
               {input(c, "A", "copper", size->shown(), pointer), input(c, "cup", plug->name, least->shown() + " to " + most->shown())},
               fmt::format("{} mm² against {} mm²", formatNumber(size->area.value()), formatNumber((big ? most : least)->area.value())),
               "the catalogue's cups"};
  out.push_back(std::move(f));
}

void wire08(const Context& c, Findings& out) {
  for (std::size_t k = 0; k < c.plan.packs.size(); ++k) {
    const Pack& p = c.plan.packs[k];
    cup(c, p.plug, "plug of " + c.figures.packs[k].model.name, c.plan.leadOf(p.id), p.id + "/plug", out);
  }
  cup(c, c.plan.joining.outputPlug, "plug after the joint", c.plan.mainRun(), "joint/plug", out);
}

// ---- WIRE-11 ----

void wire11(const Context& c, Findings& out) {
  const Run* main = c.plan.mainRun();
  for (std::size_t k = 0; k < c.plan.packs.size(); ++k) {
    const Run* lead = c.plan.leadOf(c.plan.packs[k].id);
    const std::size_t count = (lead ? lead->adapters.size() : 0) + (main ? main->adapters.size() : 0);
    if (count <= mostAdapters) continue;
    Finding f = ofPack(c, "WIRE-11", Severity::Note, k, "/lead", "");
    f.sentence = fmt::format("{} adapters lie between {} and the controller.", count, c.figures.packs[k].model.name);
    f.why = "Every pair of halves is two contacts that age, and a place where somebody can part or turn something.";
    f.what = "One new half instead of a chain: Ends shows what it takes.";
    f.headline = static_cast<double>(count) / mostAdapters;
    f.working = {"Adapters on one way", "at most 2", {}, fmt::format("{}", count), "count"};
    out.push_back(std::move(f));
  }
}

// ---- WIRE-14 and WIRE-20: what shares a plug in this household ----

struct Plugged {
  std::string family, words, part, pointer;
  Known<Volt> volts;
  Known<PlusAt> plusAt;
  Known<Polarity> polarity;
};

std::vector<Plugged> pluggedThings(const Context& c) {
  std::vector<Plugged> all;
  // `said` stands behind its name.
  const auto both = [&](const Pack& p, const PackModel& m, const std::string& said, const std::string& plug, const std::string& port) {
    if (!p.plug.empty())
      all.push_back({familyOf(c, p.plug), "plug of " + m.name + said, p.id + "/plug", plug, m.full, p.ownHalf.plusAt, {}});
    if (!p.chargePort.empty())
      all.push_back({familyOf(c, p.chargePort), "charge port of " + m.name + said, p.id + "/port", port, m.full, {}, p.chargePolarity});
  };
  for (std::size_t k = 0; k < c.plan.packs.size(); ++k)
    both(c.plan.packs[k], c.figures.packs[k].model, "", packPointer(k, "plug"), packPointer(k, "charge_port"));
  const auto plugOf = [&](const Charger& x, const std::string& said, const std::string& pointer) {
    if (!x.plug.empty())
      all.push_back({familyOf(c, x.plug), "plug of " + shownName(x) + said, "charger/" + x.id, pointer, x.output, {}, x.polarity});
  };
  for (std::size_t i = 0; i < c.plan.kept.size(); ++i) {
    const Plan& alone = *c.plan.kept[i].plan;
    const std::string pointer = fmt::format("/kept/{}/id", i);
    for (const Charger& x : alone.chargers) plugOf(x, ", which is kept,", pointer);
    if (alone.packs.empty()) continue;
    const Pack& p = alone.packs.front();
    both(p, packModel(p, makeupOf(alone, p), alone.ambient), ", which is kept,", pointer, pointer);
  }
  for (std::size_t i = 0; i < c.plan.chargers.size(); ++i) plugOf(c.plan.chargers[i], "", chargerPointer(i, "plug"));
  return all;
}

void wire14(const Context& c, Findings& out) {
  const std::vector<Plugged> all = pluggedThings(c);
  for (std::size_t i = 0; i < all.size(); ++i)
    for (std::size_t j = i + 1; j < all.size(); ++j) {
      const Plugged &a = all[i], &b = all[j];
      if (a.family != b.family || !a.volts || !b.volts) continue;
      const double apart = std::max(*a.volts, *b.volts) / std::min(*a.volts, *b.volts);
      if (!(apart > otherVoltage)) continue;
      Finding f = inWiring("WIRE-14", Severity::Mind, b.part, b.pointer);
      f.sentence = fmt::format("The {} and the {} go together, at {} and {}.", a.words, b.words, text(*a.volts), text(*b.volts));
      f.why = "On a dark evening what fits is plugged in.";
      f.what = "Another plug on one of them; until then a tag with its volts on both.";
      f.headline = apart;
      f.working = {"One plug, two voltages",
                   "full voltages of one family of plugs within 5 %",
                   {input(c, "U1", a.words, text(*a.volts), a.pointer), input(c, "U2", b.words, text(*b.volts), b.pointer)},
                   fmt::format("{} times", formatNumber(apart)),
                   "ratio"};
      out.push_back(std::move(f));
      return;  // one says it; the tags show them all
    }
}

void wire20(const Context& c, Findings& out) {
  const std::vector<Plugged> all = pluggedThings(c);
  for (std::size_t k = 0; k < c.plan.packs.size(); ++k) {
    const Pack& p = c.plan.packs[k];
    if (p.plug.empty() || p.chargePort.empty() || familyOf(c, p.plug) != familyOf(c, p.chargePort)) continue;
    Finding f = ofPack(c, "WIRE-20", Severity::Stop, k, "/port", packPointer(k, "charge_port"));
    f.sentence = fmt::format("Charge port and plug of {} are alike.", c.figures.packs[k].model.name);
    f.why = "The charger goes into the ride's plug, past the charge side of the board; the motor's lead goes onto the charge port.";
    f.what = "Another kind of plug for the charge port.";
    f.headline = 1;
    f.working = {"Two plugs of one pack",
                 "charge port and plug of different families",
                 {input(c, "plug", "plug", p.plug, packPointer(k, "plug")),
                  input(c, "port", "charge port", p.chargePort, packPointer(k, "charge_port"))},
                 "alike",
                 "families of the catalogue"};
    out.push_back(std::move(f));
  }
  for (std::size_t i = 0; i < all.size(); ++i)
    for (std::size_t j = i + 1; j < all.size(); ++j) {
      const Plugged &a = all[i], &b = all[j];
      const bool ports = a.polarity && b.polarity && *a.polarity != *b.polarity && !a.part.starts_with("charger/") &&
                         !b.part.starts_with("charger/");  // a charger on a port: CHG-18
      const bool plugs = a.plusAt && b.plusAt && *a.plusAt != *b.plusAt;
      if (a.family != b.family || (!ports && !plugs)) continue;
      Finding f = inWiring("WIRE-20", Severity::Stop, b.part, b.pointer);
      f.sentence = fmt::format("The {} and the {} are alike, with plus at different places.", a.words, b.words);
      f.why = "What is right on one is reversed on the other, and nothing shows it before the spark.";
      f.what = "Another kind of plug on one of them, or its poles turned, dead and metered.";
      f.headline = 1;
      f.working = {"One plug, two polarities",
                   "plus at the same place in every half of one family",
                   {input(c, "1", a.words, "plus at one place", a.pointer), input(c, "2", b.words, "plus at the other", b.pointer)},
                   "different",
                   "comparison"};
      out.push_back(std::move(f));
    }
}

// ---- WIRE-18 and WIRE-21 ----

void wire18(const Context& c, Findings& out) {
  for (std::size_t k = 0; k < c.plan.packs.size(); ++k) {
    if (c.plan.packs[k].portContacts != PortContacts::Bare) continue;
    const PackModel& m = c.figures.packs[k].model;
    Finding f = ofPack(c, "WIRE-18", Severity::Mind, k, "/port", packPointer(k, "port_contacts"));
    f.sentence = fmt::format("The contacts of the charge port of {} are bare and live at {}.", m.name, text(m.full));
    f.why = "A key, a wet sleeve or the charger's own plug held askew bridges them.";
    f.what = "A cap that closes, a shrouded port, or a board that blocks until a charger is there.";
    f.headline = m.full.value();
    f.working = {"Charge port", "nothing live to be touched while nothing is plugged in", {}, "bare", "protection against direct contact"};
    out.push_back(std::move(f));
  }
}

void wire21(const Context& c, Findings& out) {
  for (std::size_t k = 0; k < c.plan.packs.size(); ++k) {
    const Known<PartedBy>& by = c.plan.packs[k].partedBy;
    const PackModel& m = c.figures.packs[k].model;
    const bool onePole = by == PartedBy::OnePoleSwitch && m.full > bothPolesAbove;
    if (by != PartedBy::Nothing && !onePole) continue;
    Finding f = ofPack(c, "WIRE-21", Severity::Mind, k, "", packPointer(k, "parted_by"));
    f.sentence = onePole ? fmt::format("{}, {} when full, is parted at one pole only.", m.name, text(m.full))
                         : fmt::format("Nothing within reach parts {} from everything by hand.", m.name);
    f.why = "In smoke, water or a fall the first thing to do is to part the packs; what needs a tool is not done.";
    f.what = onePole ? "An isolator for both poles, or a plug." : "A plug or an isolator that is reached standing beside the bike.";
    f.headline = 1;
    f.working = {"Point of parting",
                 "by hand, within reach, each pack; above 60 V both poles",
                 {},
                 onePole ? "one pole" : "none",
                 "isolation before work"};
    out.push_back(std::move(f));
  }
}

}  // namespace

std::span<const Rule> plugRules() {
  static constexpr std::array rows{Rule{"WIRE-06", "Stop", "a live half bare, halves that do not meet, or crosswise", wire06},
                                   Rule{"WIRE-08", "Mind", "a wire too thick or too thin for its plug", wire08},
                                   Rule{"WIRE-11", "Note", "more than two adapters on a way", wire11},
                                   Rule{"WIRE-14", "Mind", "one plug on two voltages", wire14},
                                   Rule{"WIRE-18", "Mind", "a charge port bare and live", wire18},
                                   Rule{"WIRE-20", "Stop", "charge port and plug alike, or one plug with two polarities", wire20},
                                   Rule{"WIRE-21", "Mind", "no point where a pack is parted by hand", wire21}};
  return rows;
}

}  // namespace usherwright::rules
