// From half to half: the solver against every sequence of adapters, what it refuses, and what it asks before it answers.
#include <catch2/catch.hpp>
#include <set>

#include "core/assess/wiring_facts.h"
#include "core/harness/chain.h"
#include "core/plan/edit.h"
#include "support/plans.h"
#include "support/random.h"

using namespace usherwright;

namespace {

/// A judge of its own: contacts as characters, place by place. "p" pin, "s" socket, "g" alike.
struct Plain {
  std::string family, contacts, body;
  bool turned = false, bare = false, own = false;
  double amps = 0;
};

char letter(Contact c) { return c == Contact::Pins ? 'p' : c == Contact::Sockets ? 's' : 'g'; }

Plain plain(const ConnectorClass& c, Contact marked, Contact other, Shell shell, bool turned) {
  Plain out;
  out.family = c.family;
  out.contacts = {letter(marked), letter(other)};
  out.body = !c.shells ? "-" : shell == Shell::Outer ? "o" : "i";
  out.turned = turned;
  out.bare = !c.shrouded && out.contacts != "ss";
  out.amps = c.continuous.value();
  return out;
}

Plain plain(const Half& h) {
  Plain out = plain(*h.connector, h.marked, h.other, h.shell, h.plusAt == PlusAt::Other);
  out.own = h.ownKey;
  return out;
}

bool together(const Plain& a, const Plain& b) {
  static const std::set<std::string> pairs{"ps", "sp", "gg"}, bodies{"--", "oi", "io"};
  return a.family == b.family && a.own == b.own && bodies.count(a.body + b.body) > 0 && pairs.count({a.contacts[0], b.contacts[0]}) > 0 &&
         pairs.count({a.contacts[1], b.contacts[1]}) > 0;
}

struct Tried {
  int adapters = 99;
  double ohm = 0, price = 0;
  bool operator<(const Tried& x) const { return std::tuple(adapters, ohm, price) < std::tuple(x.adapters, x.ohm, x.price); }
};

/// Every sequence of at most `left` adapters, each way round.
void tryAll(const Plain& at, const Plain& bike, const Catalogue& c, const ChainNeed& need, std::size_t left, Tried so, Tried& best) {
  const auto safe = [&](const Plain& live, const Plain& other) { return !live.bare && !(need.bikeSideLive && other.bare); };
  if (together(at, bike) && safe(at, bike) && at.turned == bike.turned && so < best) best = so;
  if (left == 0 || so.adapters >= best.adapters) return;
  for (const Adapter& x : c.adapters) {
    if (x.wiring == AdapterWiring::Series) continue;
    for (const bool turned : {false, true}) {
      const AdapterEnd &in = turned ? x.b : x.a, &out = turned ? x.a : x.b;
      const ConnectorClass &cin = *c.connector(in.connector), &cout = *c.connector(out.connector);
      const Plain entry = plain(cin, in.marked, in.other, in.shell, at.turned);
      if (!together(at, entry) || !safe(at, entry)) continue;
      if (need.sustained && (cin.continuous < *need.sustained || cout.continuous < *need.sustained)) continue;
      Tried next = so;
      ++next.adapters;
      next.ohm += 2 * cout.perContact.value() / 1000 +
                  strandedResistancePerMetre(parseWireSize(x.size)->area, Celsius(20)).value() * 2 * x.length.value();
      next.price += x.price.value();
      tryAll(plain(cout, out.marked, out.other, out.shell, at.turned != (x.wiring == AdapterWiring::Crossed)), bike, c, need, left - 1,
             next, best);
    }
  }
}

Half halfOf(const char* connector, Contact both, Shell shell = Shell::Outer) {
  Half h;
  h.connector = shippedCatalogue().connector(connector);
  h.marked = h.other = both;
  h.shell = shell;
  return h;
}

Half anyHalf(support::Seeded& random) {
  const auto& all = shippedCatalogue().connectors;
  Half h;
  h.connector = &all[random.below(all.size())];
  if (!h.connector->genderless) {
    const bool alike = random.below(4) != 0;
    h.marked = random.below(2) ? Contact::Pins : Contact::Sockets;
    const bool pin = random.below(2) != 0;
    h.other = alike ? h.marked : pin ? Contact::Pins : Contact::Sockets;
  }
  const bool inner = random.below(2) != 0;
  if (h.connector->shells) h.shell = inner ? Shell::Inner : Shell::Outer;
  h.plusAt = random.below(5) == 0 ? PlusAt::Other : PlusAt::Marked;
  h.ownKey = random.below(20) == 0;
  return h;
}

}  // namespace

TEST_CASE("the shortest chain is that of every sequence tried, on 500 pairs of ends") {
  const Catalogue& c = shippedCatalogue();
  support::Seeded random(20261129);
  int found = 0, more = 0;
  for (int i = 0; i < 500; ++i) {
    Half pack = anyHalf(random);
    if (i % 2 == 0 && !pack.connector->genderless) pack.marked = pack.other = Contact::Sockets;
    const Half bike = anyHalf(random);
    ChainNeed need;
    need.mostAdapters = 3;
    need.bikeSideLive = random.below(4) == 0;
    const std::size_t amps = random.below(3);
    if (amps > 0) need.sustained = Ampere(amps == 1 ? 12 : 28);
    const auto way = shortestChain(pack, bike, c, need);
    Tried best;
    tryAll(plain(pack), plain(bike), c, need, need.mostAdapters, {0, 0, 0}, best);
    CAPTURE(i, inWords(pack), inWords(bike), need.bikeSideLive);
    REQUIRE(way.has_value() == (best.adapters < 99));
    if (!way) continue;
    ++found;
    more += best.adapters > 1;
    CHECK(static_cast<int>(way->links.size()) == best.adapters);
    CHECK(way->added.value() == Approx(best.ohm).margin(1e-12));
    CHECK(way->price.value() == Approx(best.price).margin(1e-9));
    CHECK(way->halves.size() == 2 * way->links.size() + 2);
    for (std::size_t h = 0; h < way->halves.size(); h += 2) {
      CHECK(hindrances(way->halves[h], way->halves[h + 1]).empty());
      CHECK_FALSE(isBare(way->halves[h]));
    }
  }
  CHECK(found > 30);  // the pairs are not all hopeless,
  CHECK(more > 10);   // nor all trivial
}

TEST_CASE("a way with a bare live half, with plus on minus, or in series is refused with its rule") {
  const Catalogue& c = shippedCatalogue();
  const auto rules = [&](const Half& pack, const Half& bike, ChainNeed need = {}) {
    std::set<std::string> out;
    for (const RefusedWay& r : solveChain(pack, bike, c, need).refused) out.insert(r.rule + " " + r.why);
    return out;
  };
  const Half pins = halfOf("bullet-3.5", Contact::Pins, Shell::Inner), sockets = halfOf("bullet-3.5", Contact::Sockets);
  CHECK(rules(pins, sockets).count("WIRE-06 a live half would end in bare contacts while it is open") == 1);
  CHECK(solveChain(pins, sockets, c, {}).ways.empty());
  Half turned = pins;
  turned.plusAt = PlusAt::Other;
  CHECK(rules(sockets, turned).count("WIRE-06 plus would meet minus") == 1);
  const ChainAnswer crossed = solveChain(sockets, turned, c, {});
  REQUIRE_FALSE(crossed.ways.empty());
  CHECK(crossed.ways.front().links.front().adapter->wiring == AdapterWiring::Crossed);
  CHECK(rules(sockets, pins).empty());
  // Through a hard joint the bike's half is fed from behind.
  ChainNeed hard;
  hard.bikeSideLive = true;
  CHECK(solveChain(sockets, pins, c, hard).ways.empty());
}

TEST_CASE("what to make of two ends that are alike, a chain of two, a red pin and a black socket") {
  const Catalogue& c = shippedCatalogue();
  const Half sockets = halfOf("bullet-3.5", Contact::Sockets);
  // Pins on both sides of an adapter would join them, and leave its far end live and bare.
  const ChainAnswer alike = solveChain(sockets, sockets, c, {});
  REQUIRE(alike.ways.size() == 1);
  CHECK(alike.ways[0].kind == WayKind::NewBikeHalf);
  CHECK_FALSE(alike.ways[0].comesOff);
  REQUIRE(alike.refused.size() == 1);
  CHECK(alike.refused[0].words == "3.5 mm pins to 3.5 mm pins");
  const ChainAnswer other = solveChain(sockets, halfOf("bullet-4.5", Contact::Pins, Shell::Inner), c, {});
  REQUIRE(other.ways.size() == 2);
  CHECK(other.ways[0].links.size() == 1);
  CHECK(other.ways[0].make == "3.5 mm pins to 4.5 mm sockets.");
  // Red pin and black socket on the pack, the other way round on the bike: they meet, but the pack's red pin is live.
  Half pack = halfOf("single-3.5", Contact::Pins, Shell::Outer), bike = pack;
  pack.other = Contact::Sockets;
  bike.marked = Contact::Sockets;
  bike.other = Contact::Pins;
  ChainNeed need;
  need.mayCutPack = true;
  const ChainAnswer swap = solveChain(pack, bike, c, need);
  bool exchanged = false;
  for (const ChainWay& w : swap.ways) {
    exchanged = exchanged || w.kind == WayKind::Exchange;
    if (w.kind == WayKind::Exchange)
      CHECK(w.make.find("plus and exchange the plus halves: the pack ends in sockets, the bike in pins") != std::string::npos);
  }
  CHECK(exchanged);
  need.mayCutPack = false;
  for (const ChainWay& w : solveChain(pack, bike, c, need).ways) CHECK(w.kind != WayKind::Exchange);
}

TEST_CASE("no more adapters than are allowed, and only those that are put on are planned") {
  const Catalogue& c = shippedCatalogue();
  const Half pack = halfOf("bullet-3.5", Contact::Sockets);
  Half bike = halfOf("bullet-4.5", Contact::Pins, Shell::Inner);
  bike.plusAt = PlusAt::Other;
  ChainNeed need;
  need.mostAdapters = 1;
  CHECK_FALSE(shortestChain(pack, bike, c, need));
  need.mostAdapters = 2;
  const auto way = shortestChain(pack, bike, c, need);
  REQUIRE(way);
  CHECK(way->links.size() == 2);
  const Plan plan = plans::demo();
  const auto planned = withAdapters(plan, 0, *way);
  REQUIRE(planned);
  CHECK(planned->wiring.runs[0].adapters.size() == 2);
  CHECK(planned->wiring.runs[1] == plan.wiring.runs[1]);
  ChainWay spliced = *way;
  spliced.splices = 1;
  CHECK(withAdapters(plan, 0, spliced)->wiring == plan.wiring);
  Plan bare = plan;
  bare.wiring.runs.clear();
  CHECK_FALSE(withAdapters(bare, 0, *way));
}

TEST_CASE("before everything is seen there is no way, and each thing that is asked is a field") {
  Plan plan = plans::demo();
  plan.packs[0].plugLiveSide.reset();
  plan.packs[0].ownHalf = {};
  plan.packs[0].bikeHalf = {};
  plan.packs[0].bikePlug.clear();
  for (int steps = 0; steps < 20; ++steps) {
    const ChainAnswer answer = chainOf(plan, 0, shippedCatalogue(), {});
    if (answer.open.empty()) break;
    CHECK(answer.ways.empty());
    const std::string pointer = answer.open.front().pointer;
    const auto field = findField(plan, pointer);
    REQUIRE(field);
    const bool bike = pointer.find("bike") != std::string::npos;
    const std::string value = pointer.ends_with("plug")      ? "bullet-3.5"
                              : pointer.ends_with("contact") ? (bike ? "pins" : "sockets")
                              : pointer.ends_with("shell")   ? (bike ? "inner" : "outer")
                              : pointer.ends_with("plus_at") ? "marked"
                                                             : "usual";
    plan = *withField(plan, pointer, FieldValue{value});
  }
  const ChainAnswer answer = chainOf(plan, 0, shippedCatalogue(), {});
  REQUIRE(answer.ways.size() == 1);
  CHECK(answer.ways[0].kind == WayKind::Fits);
}

TEST_CASE("adapters come from a list and go into one; what is wrong in it is said with line and column") {
  const Catalogue& c = shippedCatalogue();
  CHECK(c.adapters.size() >= 60);
  CHECK(c.connectors.size() >= 12);
  CHECK(c.wires.size() >= 12);
  CHECK(c.switches.size() >= 6);
  std::set<FuseKind> kinds;
  for (const FuseType& f : c.fuses) kinds.insert(f.kind);
  CHECK(kinds.size() == 5);
  const std::string csv = adaptersCsv(c.adapters, c);
  const auto again = readAdapters(csv, c);
  REQUIRE(again);
  CHECK(*again == c.adapters);
  const std::string head = csv.substr(0, csv.find('\n') + 1),
                    good = "x,a name,bullet-2,pins,pins,inner,bullet-3.5,sockets,sockets,outer,straight,16awg,0.12,4\n";
  REQUIRE(readAdapters(head + good, c));
  const auto said = [&](std::string row) {
    const auto read = readAdapters(head + good + row, c);
    return read ? std::string("read") : read.error().sentence();
  };
  CHECK(said(good) == "line 3, id: found \"x\", expected each id once.");
  CHECK(said("y,n,bullet-9,pins,pins,inner,bullet-3.5,sockets,sockets,outer,straight,16awg,0.12,4\n") ==
        "line 3, a: found \"bullet-9\", expected a connector of the catalogue.");
  CHECK(said("y,n,bullet-2,pins,holes,inner,bullet-3.5,sockets,sockets,outer,straight,16awg,0.12,4\n") ==
        "line 3, a_other: found \"holes\", expected one of pins, sockets, genderless.");
  CHECK(said("y,n,bullet-2,pins,genderless,inner,bullet-3.5,sockets,sockets,outer,straight,16awg,0.12,4\n") ==
        "line 3, a_other: found \"genderless\", expected pins or sockets.");
  CHECK(said("y,n,blade-30,genderless,genderless,outer,bullet-3.5,sockets,sockets,outer,straight,16awg,0.12,4\n") ==
        "line 3, a_shell: found \"outer\", expected nothing: that connector has no shells.");
  CHECK(said("y,n,bullet-2,pins,pins,inner,bullet-3.5,sockets,sockets,outer,twisted,16awg,0.12,4\n") ==
        "line 3, wiring: found \"twisted\", expected straight, crossed or series.");
  CHECK(said("y,n,bullet-2,pins,pins,inner,bullet-3.5,sockets,sockets,outer,straight,thick,0.12,4\n") ==
        "line 3, size: found \"thick\", expected a wire size such as 12awg or 4mm2.");
  CHECK(said("y,n,bullet-2,pins,pins,inner,bullet-3.5,sockets,sockets,outer,straight,16awg,-1,4\n") ==
        "line 3, length_m: found \"-1\", expected a number from 0 on.");
  CHECK(said("y,n,bullet-2\n").starts_with("line 3"));
}
