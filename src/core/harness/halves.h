// Two halves of a plug: do they meet, is anything bare, and what has nobody looked at yet. By the contacts, bodies and places
// that somebody saw; what is not known is never taken for good.
#pragma once

#include <string>
#include <vector>

#include "core/parts/catalogue.h"
#include "core/parts/wire.h"
#include "core/plan/plan.h"

namespace usherwright {

/// Which half of a pack's connection: at the end of its own lead (the live one), or on the bike.
enum class Side : std::uint8_t { Pack, Bike };

/// A half that is wholly known, by the places of its body.
struct Half {
  const ConnectorClass* connector = nullptr;
  Contact marked = Contact::Genderless, other = Contact::Genderless;
  Shell shell = Shell::Outer;
  PlusAt plusAt = PlusAt::Marked;
  bool ownKey = false;
  Contact plus() const { return plusAt == PlusAt::Marked ? marked : other; }
  Contact minus() const { return plusAt == PlusAt::Marked ? other : marked; }
  friend bool operator==(const Half&, const Half&) = default;
};

/// Something of a half that nobody has looked at: its field, and how to see it.
struct HalfQuestion {
  std::string pointer;
  std::string words;
};
struct HalfSeen {
  std::optional<Half> half;  ///< empty while a question is open
  std::vector<HalfQuestion> open;
};
/// Of one pack. The connector of the pack's own half is its `plug`; sockets or pins in its half are its live side.
HalfSeen halfOf(const Plan& plan, std::size_t pack, Side side, const Catalogue& catalogue);
std::string halfPointer(std::size_t pack, Side side, std::string_view key);

/// Why two halves do not go together, worst first.
enum class Hindrance : std::uint8_t { OtherFamily, OtherKey, AlikeShells, AlikeAtMark, AlikeAtOther };
std::vector<Hindrance> hindrances(const Half& a, const Half& b);
/// They go together, but plus meets minus.
bool meetsCrosswise(const Half& a, const Half& b);
/// A finger, or a frame, can touch a pole of it.
bool isBare(const Half& half);
/// The half that meets it.
Half mateOf(const Half& half);

/// Whether a wire goes into the cups of a connector; the nearest metric size goes into a cup for its AWG.
enum class CupFit : std::uint8_t { Fits, TooThick, TooThin };
CupFit cupFit(const WireSize& wire, const ConnectorClass& connector);

/// "two-pole 3.5 mm bullet", without what it carries.
std::string shortName(const ConnectorClass& connector);
/// "sockets", "pins", "red pin, black socket".
std::string contactsInWords(const Half& half);
/// "two-pole 3.5 mm bullet, sockets, outer body".
std::string inWords(const Half& half);
/// "both have pins at plus".
std::string inWords(Hindrance hindrance, const Half& a);

}  // namespace usherwright
