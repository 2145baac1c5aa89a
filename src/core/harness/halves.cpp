// Halves of plugs.
#include "core/harness/halves.h"

#include <fmt/format.h>

#include "core/plan/names.h"

namespace usherwright {
namespace {

bool meet(Contact a, Contact b) {
  return (a == Contact::Genderless && b == Contact::Genderless) || (a == Contact::Pins && b == Contact::Sockets) ||
         (a == Contact::Sockets && b == Contact::Pins);
}

Contact facing(Contact c) { return c == Contact::Pins ? Contact::Sockets : c == Contact::Sockets ? Contact::Pins : c; }

/// What its pack says of its live side stands for a contact that nobody looked at singly.
Known<Contact> contactOf(const Known<Contact>& seen, const Pack& pack, Side side) {
  if (seen || side == Side::Bike) return seen;
  if (pack.plugLiveSide == LiveSide::Sockets) return Contact::Sockets;
  if (pack.plugLiveSide == LiveSide::Pins) return Contact::Pins;
  return std::nullopt;
}

}  // namespace

std::string halfPointer(std::size_t pack, Side side, std::string_view key) {
  if (key == "connector") return fmt::format("/packs/{}/{}", pack, side == Side::Pack ? "plug" : "bike_plug");
  return fmt::format("/packs/{}/{}/{}", pack, side == Side::Pack ? "own_half" : "bike_half", key);
}

HalfSeen halfOf(const Plan& plan, std::size_t pack, Side side, const Catalogue& catalogue) {
  const Pack& p = plan.packs[pack];
  const PlugHalf& seen = side == Side::Pack ? p.ownHalf : p.bikeHalf;
  const std::string whose = side == Side::Pack ? "the half of " + shownName(p) : "the bike's half for " + shownName(p);
  HalfSeen out;
  const auto ask = [&](std::string_view key, std::string words) { out.open.push_back({halfPointer(pack, side, key), std::move(words)}); };
  Half half;
  half.connector = catalogue.connector(side == Side::Pack ? p.plug : p.bikePlug);
  if (!half.connector) {
    ask("connector", "which connector " + whose + " is of");
    return out;
  }
  const ConnectorClass& c = *half.connector;
  if (!c.genderless) {
    const Known<Contact> plus = contactOf(seen.plus, p, side), minus = contactOf(seen.minus, p, side);
    if (!plus) ask("plus_contact", "a hole or a pin at plus in " + whose);
    if (!minus) ask("minus_contact", "a hole or a pin at minus in " + whose);
    const bool marked = seen.plusAt.value_or(PlusAt::Marked) == PlusAt::Marked;
    half.marked = (marked ? plus : minus).value_or(Contact::Pins);
    half.other = (marked ? minus : plus).value_or(Contact::Pins);
  }
  if (!seen.plusAt) ask("plus_at", fmt::format("whether plus stands at the mark of {}: a meter on the live one says it", whose));
  else half.plusAt = *seen.plusAt;
  if (c.shells && !seen.shell) ask("shell", fmt::format("whether the body of {} goes over the other half or into it", whose));
  if (c.shells) half.shell = seen.shell.value_or(Shell::Outer);
  if (c.keyed && !seen.key) ask("key", fmt::format("whether somebody cut key or notch of {}", whose));
  half.ownKey = seen.key == KeyForm::Own;
  if (out.open.empty()) out.half = half;
  return out;
}

std::vector<Hindrance> hindrances(const Half& a, const Half& b) {
  std::vector<Hindrance> out;
  if (a.connector->family != b.connector->family) return {Hindrance::OtherFamily};
  if (a.ownKey != b.ownKey) out.push_back(Hindrance::OtherKey);
  if (a.connector->shells && a.shell == b.shell) out.push_back(Hindrance::AlikeShells);
  if (!meet(a.marked, b.marked)) out.push_back(Hindrance::AlikeAtMark);
  if (!meet(a.other, b.other)) out.push_back(Hindrance::AlikeAtOther);
  return out;
}

bool meetsCrosswise(const Half& a, const Half& b) { return hindrances(a, b).empty() && a.plusAt != b.plusAt; }

bool isBare(const Half& half) {
  if (half.connector->shrouded) return false;
  return half.marked != Contact::Sockets || half.other != Contact::Sockets;
}

Half mateOf(const Half& half) {
  Half out = half;
  out.marked = facing(half.marked);
  out.other = facing(half.other);
  out.shell = half.connector->shells && half.shell == Shell::Outer ? Shell::Inner : Shell::Outer;
  return out;
}

CupFit cupFit(const WireSize& wire, const ConnectorClass& connector) {
  constexpr double tolerance = 1.25;  // of the copper
  const auto least = parseWireSize(connector.smallestWire), most = parseWireSize(connector.largestWire);
  ensure(least && most, "a connector of the catalogue holds no wire size");
  if (wire.area > most->area * tolerance) return CupFit::TooThick;
  return wire.area * tolerance < least->area ? CupFit::TooThin : CupFit::Fits;
}

std::string shortName(const ConnectorClass& c) { return c.name.substr(0, c.name.find(',')); }

std::string contactsInWords(const Half& half) {
  const auto one = [](Contact c) { return c == Contact::Pins ? "pin" : "socket"; };
  if (half.marked == Contact::Genderless) return "halves alike";
  if (half.marked == half.other) return half.marked == Contact::Pins ? "pins" : "sockets";
  return fmt::format("plus {}, minus {}", one(half.plus()), one(half.minus()));
}

std::string inWords(const Half& half) {
  std::string out = shortName(*half.connector) + ", " + contactsInWords(half);
  if (half.connector->shells) out += half.shell == Shell::Outer ? ", outer body" : ", inner body";
  if (half.plusAt == PlusAt::Other) out += ", plus at the place without the mark";
  if (half.ownKey) out += ", with a key of its own";
  return out;
}

std::string inWords(Hindrance hindrance, const Half& a) {
  const auto both = [](Contact c) { return c == Contact::Pins ? "both have a pin" : "both have a socket"; };
  switch (hindrance) {
    case Hindrance::OtherFamily: return "they are of different connectors";
    case Hindrance::OtherKey: return "one has a key of its own";
    case Hindrance::AlikeShells: return a.shell == Shell::Outer ? "both bodies are outer ones" : "both bodies are inner ones";
    case Hindrance::AlikeAtMark: return std::string(both(a.marked)) + " at the mark";
    case Hindrance::AlikeAtOther: return std::string(both(a.other)) + " at the place without the mark";
  }
  return {};
}

}  // namespace usherwright
