// Which contacts are open and live, state by state.
#include <fmt/format.h>

#include <algorithm>

#include "core/assess/joining_facts.h"
#include "core/plan/names.h"
#include "core/quantity/units.h"

namespace usherwright {

std::string_view endStateWord(EndState state) {
  switch (state) {
    case EndState::Hot: return "live, bare";
    case EndState::Unseen: return "live, contacts not looked at";
    case EndState::Covered: return "live, recessed";
    case EndState::Leak: return "leakage only";
    case EndState::Charged: return "charged capacitor";
    case EndState::Dead: return "dead";
  }
  return "";
}

namespace {

std::string volts(Volt v) { return formatNumber(v.value()) + " V"; }

struct Contacts {
  const char* words;
  EndState state;
};
/// Of the half that stays live. What nobody has looked at is taken for bare.
Contacts contactsOf(const Known<LiveSide>& side) {
  if (!side) return {"half", EndState::Unseen};
  switch (*side) {
    case LiveSide::Pins: return {"pins", EndState::Hot};
    case LiveSide::Sockets: return {"sockets", EndState::Covered};
    case LiveSide::Shrouded: return {"shrouded contacts", EndState::Covered};
  }
  return {"half", EndState::Unseen};
}

EndState portState(const Known<PortContacts>& contacts) {
  if (!contacts) return EndState::Unseen;
  if (contacts == PortContacts::DeadUntilPlugged) return EndState::Dead;
  return contacts == PortContacts::Bare ? EndState::Hot : EndState::Covered;
}
const char* portContactsIn(EndState at) {
  return at == EndState::Hot ? ", bare: cap it" : at == EndState::Unseen ? ", nobody has looked at its contacts" : "";
}

}  // namespace

std::vector<LiveEnd> liveEnds(const Plan& plan, const Figures& f, const PlugState& state) {
  std::vector<LiveEnd> out;
  const auto isIn = [&](std::size_t k) { return (state.plugged >> k & 1u) != 0; };
  const auto isFused = [&](std::size_t k) { return (state.fuses >> k & 1u) != 0; };
  Volt bus(0);
  for (std::size_t k = 0; k < f.packs.size(); ++k)
    if (isIn(k) && isFused(k)) bus = std::max(bus, f.packs[k].model.restVoltage());
  const auto fedBy = converterPack(plan);
  const auto add = [&](LiveEnd::Place place, int pack, EndState at, Volt v, std::string words) {
    out.push_back({place, pack, at, v, std::move(words)});
  };
  for (std::size_t k = 0; k < f.packs.size(); ++k) {
    const PackModel& m = f.packs[k].model;
    const Pack& p = plan.packs[k];
    const int index = static_cast<int>(k);
    const Volt own = m.restVoltage();
    if (!isIn(k)) {
      if (isFused(k)) {
        const Contacts half = contactsOf(p.plugLiveSide);
        add(LiveEnd::Place::PackHalf, index, half.state, own,
            fmt::format("{} of {}: {}{}", half.words, m.name, volts(own), half.state == EndState::Covered ? "" : ", cap them"));
      } else {
        add(LiveEnd::Place::PackHalf, index, EndState::Dead, Volt(0), fmt::format("half of {}: dead, its fuse is out", m.name));
      }
      const bool other = bus > Volt(0);
      if (!other) {
        add(LiveEnd::Place::JointHalf, index, EndState::Dead, Volt(0), fmt::format("joint's half for {}: dead", m.name));
      } else if (fedBy == k) {
        add(LiveEnd::Place::JointHalf, index, EndState::Charged, Volt(0),
            fmt::format("converter's input for {}: its capacitors may be charged", m.name));
      } else if (!f.joint.oneWay) {
        add(LiveEnd::Place::JointHalf, index, EndState::Hot, bus,
            fmt::format("joint's half for {}: {} from the other pack, cap it", m.name, volts(bus)));
      } else if (f.joint.turns == Turns::OneAtATime) {
        add(LiveEnd::Place::JointHalf, index, EndState::Dead, Volt(0),
            fmt::format("joint's half for {}: dead while the selector stands on another", m.name));
      } else {
        add(LiveEnd::Place::JointHalf, index, EndState::Leak, Volt(2),
            fmt::format("joint's half for {}: below 2 V under 10 kΩ; a bare meter reads leakage", m.name));
      }
    }
    if (!p.chargePort.empty()) {
      const bool fedBack = isIn(k) && isFused(k) && !f.joint.oneWay && bus > own;
      const EndState at = portState(p.portContacts);
      add(LiveEnd::Place::ChargePort, index, at,
          at == EndState::Dead ? Volt(0)
          : fedBack            ? bus
                               : own,
          at == EndState::Dead ? fmt::format("charge port of {}: dead until the charger is there", m.name)
                               : fmt::format("charge port of {}: {}{}", m.name, volts(fedBack ? bus : own), portContactsIn(at)));
    }
  }
  const bool hasSwitch = hasMainSwitch(plan.wiring);
  const bool open = hasSwitch && !state.closed;
  if (open && state.output)
    add(LiveEnd::Place::SwitchEnd, -1, bus > Volt(0) ? EndState::Covered : EndState::Dead, bus,
        bus > Volt(0) ? fmt::format("main switch, its joint side: {}", volts(bus)) : std::string("main switch: dead on both sides"));
  if (!state.output) {
    const bool hot = bus > Volt(0);
    add(LiveEnd::Place::JointOutput, -1, hot ? EndState::Hot : EndState::Dead, bus,
        hot ? fmt::format("plug after the joint: {}, cap it", volts(bus)) : std::string("plug after the joint: dead"));
  }
  if (!state.output || open)
    add(LiveEnd::Place::ControllerHalf, -1, EndState::Charged, bus, "controller's half: its capacitors stay charged until they are bled");
  return out;
}

}  // namespace usherwright
