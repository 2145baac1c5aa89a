// From a pack's half to the bike's half: the shortest chain of adapters that exist, or the splice to make, with what each costs
// in contacts, volts and money. In every state the half on the pack's side is live: a way that leaves it bare, puts packs in
// series or joins plus to minus is no way, and is named with its rule. Best first search over halves (Dijkstra).
#pragma once

#include <string>
#include <vector>

#include "core/harness/halves.h"

namespace usherwright {

struct ChainNeed {
  Known<Ampere> sustained, peak;  ///< not known: no adapter is left out for its rating, and nothing is said of volts
  bool bikeSideLive = false;      ///< other packs feed it backwards: no joint may have a bare half on either side
  bool mayCutPack = false;        ///< its lead comes out of the case and somebody competent cuts one conductor at a time
  Ohm perSplice{0.0002};          ///< a sealed butt crimp
  std::size_t mostAdapters = 4;
};

struct ChainLink {
  const Adapter* adapter = nullptr;
  bool turned = false;  ///< its end b is the one towards the pack
  friend bool operator==(const ChainLink&, const ChainLink&) = default;
};

enum class WayKind : std::uint8_t { Fits, Adapters, NewBikeHalf, Exchange, NewPackHalf };

struct ChainWay {
  WayKind kind = WayKind::Fits;
  std::vector<ChainLink> links;  ///< from the pack on
  std::vector<Half> halves;      ///< pairs that meet, from the pack on: live one, other one, live one, …
  int contacts = 0;              ///< a pair of halves has two
  int splices = 0;
  Ohm added{0};  ///< over a pack and a bike whose halves met directly
  Money price{0};
  bool comesOff = true;  ///< can be taken back without a tool
  std::string make;      ///< what is done, in words
};

/// A way that looks as if it fitted.
struct RefusedWay {
  std::string words;
  std::string rule;
  std::string why;
};

struct ChainAnswer {
  std::vector<HalfQuestion> open;  ///< while anything is open there are no ways
  std::vector<ChainWay> ways;      ///< best first
  std::vector<RefusedWay> refused;
};

/// The best chain of at most `mostAdapters`: fewest adapters, then least resistance, then price. Empty: none.
std::optional<ChainWay> shortestChain(const Half& pack, const Half& bike, const Catalogue& catalogue, const ChainNeed& need);

/// The half that stands towards the bike once an adapter is on a half; empty if neither of its ends goes on.
std::optional<Half> throughAdapter(const Half& half, const Adapter& adapter, const Catalogue& catalogue);

/// Contacts of one more pair of halves (the worse of its ends) and copper of both poles at 20 °C.
Ohm adapterResistance(const Adapter& adapter, const Catalogue& catalogue);

ChainAnswer solveChain(const Half& pack, const Half& bike, const Catalogue& catalogue, const ChainNeed& need);

/// The plan whose lead of that pack lists the adapters of a way; none where the halves meet as they are. A way with a splice
/// changes nothing: what somebody cuts is seen, and entered, when it is made. Errors: the pack has no lead in the plan.
Expected<Plan> withAdapters(const Plan& plan, std::size_t pack, const ChainWay& way);

/// Of a pack of the plan.
ChainAnswer chainOf(const Plan& plan, std::size_t pack, const Catalogue& catalogue, const ChainNeed& need);

}  // namespace usherwright
