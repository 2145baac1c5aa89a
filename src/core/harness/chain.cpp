// The chain solver.
#include "core/harness/chain.h"

#include <fmt/format.h>

#include <algorithm>
#include <map>
#include <queue>
#include <tuple>

#include "core/parts/wire.h"
#include "core/plan/names.h"

namespace usherwright {
namespace {

/// What decides between chains, in this order.
struct Cost {
  int adapters = 0;
  Ohm resistance{0};
  Money price{0};
  friend bool operator<(const Cost& a, const Cost& b) {
    return std::tuple(a.adapters, a.resistance.value(), a.price.value()) < std::tuple(b.adapters, b.resistance.value(), b.price.value());
  }
};

/// What the rules of safety are worth in a search; each is dropped once to find what it refuses.
struct Care {
  bool bare = true;
  bool crossed = true;
  bool series = true;
};

Half halfOfEnd(const AdapterEnd& end, PlusAt plusAt, const Catalogue& catalogue) {
  Half h;
  h.connector = catalogue.connector(end.connector);
  h.marked = end.marked;
  h.other = end.other;
  h.shell = end.shell;
  h.plusAt = plusAt;
  return h;
}

Ohm contactsOf(const Half& h) { return Ohm(h.connector->perContact) * 2.0; }

Ohm copperOf(const Adapter& adapter) {
  const auto size = parseWireSize(adapter.size);
  return size ? strandedResistancePerMetre(size->area, Celsius(20)) * (2 * adapter.length.value()) : Ohm(0);
}

bool carries(const ConnectorClass& c, const ChainNeed& need) { return !need.sustained || c.continuous >= *need.sustained; }

/// Where plus comes out of an adapter into which it goes at `in`.
PlusAt through(const Adapter& adapter, PlusAt in) {
  if (adapter.wiring != AdapterWiring::Crossed) return in;
  return in == PlusAt::Marked ? PlusAt::Other : PlusAt::Marked;
}

/// A pair that meets: may it be so while the pack's side, and perhaps the bike's, is live?
bool isSafe(const Half& live, const Half& other, const ChainNeed& need, const Care& care) {
  if (!care.bare) return true;
  return !isBare(live) && !(need.bikeSideLive && isBare(other));
}

class Search {
 public:
  Search(const Half& pack, const Half& bike, const Catalogue& catalogue, const ChainNeed& need, Care care)
      : bike_(bike), catalogue_(catalogue), need_(need), care_(care) {
    start(pack);
  }

  std::optional<ChainWay> run() {
    while (!open_.empty()) {
      const auto [cost, at] = open_.top();
      open_.pop();
      if (cost < nodes_[at].cost || nodes_[at].cost < cost) continue;  // a better way came since
      if (arrives(nodes_[at].half)) return wayTo(at);
      if (static_cast<std::size_t>(cost.adapters) < need_.mostAdapters) step(at);
    }
    return std::nullopt;
  }

 private:
  struct Node {
    Half half;  ///< live, towards the bike
    Cost cost;
    std::size_t before = 0;
    ChainLink by;
  };
  struct Later {
    bool operator()(const std::pair<Cost, std::size_t>& a, const std::pair<Cost, std::size_t>& b) const { return b.first < a.first; }
  };
  using Key = std::tuple<const ConnectorClass*, Contact, Contact, Shell, PlusAt, bool>;
  static Key keyOf(const Half& h) { return {h.connector, h.marked, h.other, h.shell, h.plusAt, h.ownKey}; }

  void start(const Half& pack) { reach(pack, Cost{}, 0, {}); }

  void reach(const Half& half, const Cost& cost, std::size_t before, ChainLink by) {
    const auto [at, isNew] = known_.try_emplace(keyOf(half), nodes_.size());
    if (isNew) nodes_.push_back({half, cost, before, by});
    else if (cost < nodes_[at->second].cost) nodes_[at->second] = {half, cost, before, by};
    else return;
    open_.push({cost, at->second});
  }

  bool arrives(const Half& half) const {
    return hindrances(half, bike_).empty() && isSafe(half, bike_, need_, care_) && (!care_.crossed || half.plusAt == bike_.plusAt);
  }

  void step(std::size_t at) {
    for (const Adapter& adapter : catalogue_.adapters) {
      if (care_.series && adapter.wiring == AdapterWiring::Series) continue;
      for (const bool turned : {false, true}) take(at, adapter, turned);
    }
  }

  void take(std::size_t at, const Adapter& adapter, bool turned) {
    const Node from = nodes_[at];
    const Half in = halfOfEnd(turned ? adapter.b : adapter.a, from.half.plusAt, catalogue_);
    if (!hindrances(from.half, in).empty() || !isSafe(from.half, in, need_, care_)) return;
    const Half out = halfOfEnd(turned ? adapter.a : adapter.b, through(adapter, from.half.plusAt), catalogue_);
    if (!carries(*in.connector, need_) || !carries(*out.connector, need_)) return;
    Cost cost = from.cost;
    ++cost.adapters;
    cost.resistance += contactsOf(out) + copperOf(adapter);
    cost.price += adapter.price;
    reach(out, cost, at, {&adapter, turned});
  }

  ChainWay wayTo(std::size_t at) const {
    ChainWay way;
    way.added = nodes_[at].cost.resistance;
    way.price = nodes_[at].cost.price;
    way.halves = {bike_, nodes_[at].half};
    for (; nodes_[at].by.adapter; at = nodes_[at].before) {
      const ChainLink& by = nodes_[at].by;
      const Half& before = nodes_[nodes_[at].before].half;
      way.links.push_back(by);
      way.halves.push_back(halfOfEnd(by.turned ? by.adapter->b : by.adapter->a, before.plusAt, catalogue_));
      way.halves.push_back(before);
    }
    std::reverse(way.links.begin(), way.links.end());
    std::reverse(way.halves.begin(), way.halves.end());
    way.kind = way.links.empty() ? WayKind::Fits : WayKind::Adapters;
    way.contacts = static_cast<int>(way.halves.size());
    return way;
  }

  const Half& bike_;
  const Catalogue& catalogue_;
  const ChainNeed& need_;
  Care care_;
  std::vector<Node> nodes_;
  std::map<Key, std::size_t> known_;
  std::priority_queue<std::pair<Cost, std::size_t>, std::vector<std::pair<Cost, std::size_t>>, Later> open_;
};

std::string namesOf(const ChainWay& way) {
  std::string out;
  for (const ChainLink& link : way.links) out += (out.empty() ? "" : ", then ") + link.adapter->name;
  return out;
}

// ---- ways with a splice ----

ChainWay spliced(WayKind kind, const Half& live, const Half& other, int splices, Money price, const ChainNeed& need, std::string make) {
  ChainWay way;
  way.kind = kind;
  way.halves = {live, other};
  way.contacts = 2;
  way.splices = splices;
  way.added = need.perSplice * static_cast<double>(splices);
  way.price = price + Money(0.45) * static_cast<double>(splices);  // sealed sleeve and crimp
  way.comesOff = false;
  way.make = std::move(make);
  return way;
}

constexpr const char* oneByOne = " One conductor at a time, the other one covered; sealed butt crimps with heat-shrink, pulled at.";

/// The same half with the contact of one pole taken from another.
Half withPole(Half half, bool plus, Contact contact) {
  const bool marked = (half.plusAt == PlusAt::Marked) == plus;
  (marked ? half.marked : half.other) = contact;
  return half;
}

void addNewHalves(const Half& pack, const Half& bike, const ChainNeed& need, std::vector<ChainWay>& ways) {
  const Half toPack = mateOf(pack), toBike = mateOf(bike);
  if (isSafe(pack, toPack, need, {}) && carries(*pack.connector, need))
    ways.push_back(spliced(WayKind::NewBikeHalf, pack, toPack, 2, pack.connector->price, need,
                           fmt::format("Cut the bike's half off, dead, and crimp on: {}.{}", inWords(toPack), oneByOne)));
  if (need.mayCutPack && isSafe(toBike, bike, need, {}) && carries(*bike.connector, need))
    ways.push_back(spliced(WayKind::NewPackHalf, toBike, bike, 2, bike.connector->price, need,
                           fmt::format("Cut the half of the pack off, which stays live, and crimp on: {}.{}", inWords(toBike), oneByOne)));
}

/// Halves whose poles have bodies of their own can be exchanged between the two leads.
void addExchange(const Half& pack, const Half& bike, const ChainNeed& need, std::vector<ChainWay>& ways) {
  if (!need.mayCutPack || pack.connector != bike.connector || pack.connector->polesInBody != 1 || pack.plusAt != bike.plusAt) return;
  for (const bool plus : {true, false}) {
    const Half live = withPole(pack, plus, plus ? bike.plus() : bike.minus());
    const Half other = withPole(bike, plus, plus ? pack.plus() : pack.minus());
    if (!hindrances(live, other).empty() || !isSafe(live, other, need, {})) continue;
    ways.push_back(spliced(WayKind::Exchange, live, other, 2, Money(0), need,
                           fmt::format("Cut both leads at {0} and exchange the {0} halves: the pack ends in {1}, the bike in {2}.{3}",
                                       plus ? "plus" : "minus", contactsInWords(live), contactsInWords(other), oneByOne)));
  }
}

// ---- what is refused ----

struct Temptation {
  Care care;
  const char* rule;
  const char* why;
};

void addRefused(const Half& pack, const Half& bike, const Catalogue& catalogue, const ChainNeed& need, const std::optional<ChainWay>& best,
                std::vector<RefusedWay>& refused) {
  static const Temptation temptations[] = {
      {{false, true, true}, "WIRE-06", "a live half would end in bare contacts while it is open"},
      {{true, false, true}, "WIRE-06", "plus would meet minus"},
      {{true, true, false}, "JOIN-12", "two packs would stand in series"},
  };
  for (const Temptation& t : temptations) {
    const auto way = Search(pack, bike, catalogue, need, t.care).run();
    if (!way || (best && best->links == way->links)) continue;
    refused.push_back({way->links.empty() ? std::string("Putting them together as they are") : namesOf(*way), t.rule, t.why});
  }
}

}  // namespace

std::optional<ChainWay> shortestChain(const Half& pack, const Half& bike, const Catalogue& catalogue, const ChainNeed& need) {
  return Search(pack, bike, catalogue, need, {}).run();
}

std::optional<Half> throughAdapter(const Half& half, const Adapter& adapter, const Catalogue& catalogue) {
  for (const bool turned : {false, true}) {
    const Half in = halfOfEnd(turned ? adapter.b : adapter.a, half.plusAt, catalogue);
    if (hindrances(half, in).empty()) return halfOfEnd(turned ? adapter.a : adapter.b, through(adapter, half.plusAt), catalogue);
  }
  return std::nullopt;
}

Ohm adapterResistance(const Adapter& adapter, const Catalogue& catalogue) {
  const auto pair = [&](const AdapterEnd& end) { return contactsOf(halfOfEnd(end, PlusAt::Marked, catalogue)); };
  return std::max(pair(adapter.a), pair(adapter.b)) + copperOf(adapter);
}

ChainAnswer solveChain(const Half& pack, const Half& bike, const Catalogue& catalogue, const ChainNeed& need) {
  ChainAnswer out;
  const auto best = shortestChain(pack, bike, catalogue, need);
  if (best) {
    out.ways.push_back(*best);
    ChainWay& way = out.ways.back();
    way.make = way.links.empty() ? "They meet as they are." : namesOf(way) + ".";
  }
  if (!best || !best->links.empty()) {
    std::vector<ChainWay> spliceWays;
    addNewHalves(pack, bike, need, spliceWays);
    addExchange(pack, bike, need, spliceWays);
    std::stable_sort(spliceWays.begin(), spliceWays.end(), [](const ChainWay& a, const ChainWay& b) { return a.price < b.price; });
    for (ChainWay& way : spliceWays) out.ways.push_back(std::move(way));
  }
  addRefused(pack, bike, catalogue, need, best, out.refused);
  return out;
}

Expected<Plan> withAdapters(const Plan& plan, std::size_t pack, const ChainWay& way) {
  Plan next = plan;
  for (Run& run : next.wiring.runs)
    if (plan.leadOf(plan.packs[pack].id) == &plan.wiring.runs[static_cast<std::size_t>(&run - next.wiring.runs.data())]) {
      if (way.splices > 0) return next;
      run.adapters.clear();
      for (const ChainLink& link : way.links) run.adapters.push_back(link.adapter->id);
      return next;
    }
  return unexpected("/wiring/runs", "no lead of " + shownName(plan.packs[pack]), "its lead: Sizes enters one");
}

ChainAnswer chainOf(const Plan& plan, std::size_t pack, const Catalogue& catalogue, const ChainNeed& need) {
  const HalfSeen own = halfOf(plan, pack, Side::Pack, catalogue), bike = halfOf(plan, pack, Side::Bike, catalogue);
  ChainAnswer out;
  out.open = own.open;
  out.open.insert(out.open.end(), bike.open.begin(), bike.open.end());
  return out.open.empty() ? solveChain(*own.half, *bike.half, catalogue, need) : out;
}

}  // namespace usherwright
