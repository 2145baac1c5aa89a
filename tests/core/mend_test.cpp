// The way out: every set is carried out, and the search is held against trying everything.
#include <algorithm>
#include <catch2/catch.hpp>
#include <set>

#include "core/plan/edit.h"
#include "core/studies/mend.h"
#include "support/plans.h"
#include "support/random.h"

using namespace usherwright;

namespace {

Given given() { return Given(shippedCatalogue()); }

std::set<std::string> keysOf(const Plan& plan) {
  std::set<std::string> out;
  for (const Finding& f : assess(plan, given(), nullptr, Parts()).findings)
    if (f.severity == Severity::Stop) out.insert(f.key());
  return out;
}

int stopsOf(const Plan& plan) { return assess(plan, given(), nullptr, Parts()).count(Severity::Stop); }

/// Every set of at most three of the changes, smallest first; minimal ones that leave no Stop.
std::set<std::vector<std::size_t>> byTryingAll(const Plan& plan, const std::vector<Change>& changes) {
  std::set<std::vector<std::size_t>> out;
  const auto contains = [&](const std::vector<std::size_t>& set) {
    return std::any_of(out.begin(), out.end(), [&](const auto& f) { return std::includes(set.begin(), set.end(), f.begin(), f.end()); });
  };
  const auto tryOut = [&](const std::vector<std::size_t>& set) {
    std::set<std::string> groups;
    for (const std::size_t i : set)
      if (!groups.insert(changes[i].group).second) return;
    if (contains(set)) return;
    Expected<Plan> next = plan;
    for (const std::size_t i : set)
      if (next) next = changes[i].apply(*next);
    if (next && stopsOf(*next) == 0) out.insert(set);
  };
  const std::size_t n = changes.size();
  for (std::size_t a = 0; a < n; ++a) tryOut({a});
  for (std::size_t a = 0; a < n; ++a)
    for (std::size_t b = a + 1; b < n; ++b) tryOut({a, b});
  for (std::size_t a = 0; a < n; ++a)
    for (std::size_t b = a + 1; b < n; ++b)
      for (std::size_t c = b + 1; c < n; ++c) tryOut({a, b, c});
  return out;
}

/// One thing made wrong.
Plan broken(Plan plan, support::Seeded& seed) {
  static const std::vector<std::pair<const char*, const char*>> ills{
      {"/packs/1/fuse/dc_V", "32"},          {"/packs/0/fuse/dc_V", "32"},        {"/packs/1/fuse/rating_A", "60"},
      {"/joining/part/voltage_V", "50"},     {"/joining/part/input_A", "8"},      {"/bike/controller/current_max_A", "45±1A"},
      {"/packs/1/bms/continuous_A", "10"},   {"/wiring/runs/1/size", "20awg"},    {"/wiring/runs/2/size", "18awg"},
      {"/chargers/1/output_V", "58.8"},      {"/packs/1/fuse/breaking_A", "100"}, {"/chargers/0/chemistry", "lfp"},
      {"/cells/tern-33/continuous_A", "2"},  {"/packs/1/bms/series", "14"},       {"/joining/method", "direct"},
      {"/bike/controller/input_max_V", "50"}};
  const auto& [pointer, typed] = ills[seed.below(ills.size())];
  return plans::with(plan, pointer, typed);
}

}  // namespace

TEST_CASE("the demo's Stop is mended by its fuse, cheapest first, and every set that is offered leaves none") {
  const auto found = mend(plans::demo(), given(), shippedShelf());
  REQUIRE(found.ending == Ending::Done);
  REQUIRE(found.result.sets.size() >= 2);
  CHECK(found.result.sets.front().plan.packs[1].fuse.dcVoltage >= Volt(54.6));
  CHECK(found.result.sets.front().changes.size() == 1);
  double last = 0;
  for (const Mended& m : found.result.sets) {
    CHECK_FALSE(assess(m.plan, given()).hasStop());
    CHECK(m.burden >= last);
    last = m.burden;
  }
  const auto off =
      std::find_if(found.result.sets.begin(), found.result.sets.end(), [](const Mended& m) { return m.plan.packs.size() == 1; });
  REQUIRE(off != found.result.sets.end());  // riding without the pack is a way too, but not the first
  CHECK(off != found.result.sets.begin());
}

TEST_CASE("a plan without a Stop has nothing to mend; one that nothing mends says what stands in the way") {
  CHECK(mend(plans::sound(), given(), shippedShelf()).result.sets.empty());
  CHECK(mend(plans::sound(), given(), shippedShelf()).ending == Ending::Done);
  Plan hopeless = plans::with(plans::with(plans::sound(), "/bike/controller/input_max_V", "30"), "/bike/controller/capacitor_V", "35");
  const auto none = mend(hopeless, given(), shippedShelf());
  CHECK(none.ending == Ending::Infeasible);
  CHECK(none.why.find("In the way: ") != std::string::npos);
}

TEST_CASE("of two hundred broken plans the search finds every minimal set that trying everything finds, and nothing else", "[long]") {
  support::Seeded seed(20261130);
  int mended = 0, several = 0;
  for (int i = 0; i < 200; ++i) {
    Plan plan = plans::sound();
    for (std::size_t ills = 1 + seed.below(3); ills > 0; --ills) plan = broken(plan, seed);
    if (stopsOf(plan) == 0) continue;
    std::vector<Change> all = changesFor(plan, assess(plan, given()), given(), shippedShelf());
    // Trying everything takes the cube of their number: a few are drawn, in their order; those that move a Stop stay longest.
    std::vector<Change> drawn;
    std::size_t others = 2, movers = 5;
    const std::set<std::string> now = keysOf(plan);
    for (const Change& c : all) {
      const auto next = c.apply(plan);
      const bool moves = next && keysOf(*next) != now;
      std::size_t& room = moves ? movers : others;
      if (room == 0 || seed.below(3) == 0) continue;
      --room;
      drawn.push_back(c);
    }
    all = drawn;
    const auto expected = byTryingAll(plan, all);
    const auto found = mendingSets(plan, given(), all);
    INFO(i);
    CHECK(std::set<std::vector<std::size_t>>(found.begin(), found.end()) == expected);
    CHECK(found.size() == expected.size());
    mended += !expected.empty();
    several += std::any_of(expected.begin(), expected.end(), [](const auto& s) { return s.size() > 1; });
  }
  CHECK(mended > 45);
  CHECK(several > 8);
}

TEST_CASE("a search that is told to stop says so and offers only what it has carried out") {
  Plan plan = plans::with(plans::with(plans::demo(), "/joining/part/voltage_V", "50"), "/packs/0/fuse/dc_V", "32");
  const auto found = mend(plan, given(), shippedShelf(), Progress([](double share) { return share < 0.3; }));
  CHECK(found.ending == Ending::OutOfTime);
  for (const Mended& m : found.result.sets) CHECK_FALSE(assess(m.plan, given()).hasStop());
}
