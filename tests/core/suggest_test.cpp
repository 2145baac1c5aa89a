// What is offered: carried out and judged again, and the search held against trying everything.
#include <algorithm>
#include <catch2/catch.hpp>

#include "core/plan/edit.h"
#include "core/plan/options.h"
#include "core/studies/suggest.h"
#include "core/studies/ways.h"
#include "support/plans.h"
#include "support/random.h"

using namespace usherwright;

namespace {

Given given() { return Given(shippedCatalogue()); }

/// A few cells and boards of the shelf, drawn.
Shelf drawn(support::Seeded& seed, std::size_t cells, std::size_t boards, int series) {
  const Shelf& all = shippedShelf();
  Shelf out;
  while (out.cells.size() < cells) {
    const Cell& c = all.cells[seed.below(all.cells.size())];
    if (std::find(out.cells.begin(), out.cells.end(), c) == out.cells.end()) out.cells.push_back(c);
  }
  for (const ShelfBms& b : all.boards)
    if (out.boards.size() < boards && b.seriesFrom <= series && b.seriesTo >= series) out.boards.push_back(b);
  return out;
}

/// Every block with every board in every way, carried out and judged; those that no other is no worse than.
std::vector<Suggestion> byTryingAll(const Plan& plan, const Shelf& shelf, const SuggestRequest& request) {
  WattHour today(0);
  const Assessment now = assess(plan, given());
  for (const PackFigures& p : now.figures.packs) today += p.model.label;
  std::vector<Suggestion> all;
  for (std::size_t c = 0; c < shelf.cells.size(); ++c)
    for (int s = request.seriesFrom; s <= request.seriesTo; ++s)
      for (int p = request.parallelFrom; p <= request.parallelTo; ++p)
        for (std::size_t b = 0; b < shelf.boards.size(); ++b)
          for (const Placing& placing : placingsOf(plan)) {
            SearchHit block;
            block.cell = static_cast<std::uint16_t>(c);
            block.board = static_cast<std::uint16_t>(b);
            block.series = static_cast<std::uint8_t>(s);
            block.parallel = static_cast<std::uint8_t>(p);
            const auto made = carriedOut(plan, given(), shelf, block, placing);
            if (!made) continue;
            const Assessment after = assess(made->plan, given().comingFrom(plan));
            if (after.hasStop()) continue;
            Suggestion out = *made;
            out.mass = Kilogram(0);
            for (const PackFigures& f : after.figures.packs) {
              out.label += f.model.label;
              if (f.model.mass && out.mass) *out.mass += *f.model.mass;
              else out.mass.reset();
            }
            const Cell& cell = shelf.cells[c];
            if (!cell.price || (request.goal ? out.label < *request.goal : out.label <= today)) continue;
            const double tax = 1 + plan.tax.value_or(Coefficient(0)).value();
            const int spares = std::max(1, static_cast<int>(std::ceil(s * p * 0.03 - 1e-9)));
            out.block.cost = Money((cell.price->value() * (s * p + spares) + shelf.boards[b].price.value_or(Money(0)).value()) * tax +
                                   plan.shipping.value_or(Money(0)).value());
            all.push_back(std::move(out));
          }
  return all;
}

bool isBeaten(const Suggestion& s, const std::vector<Suggestion>& all) {
  return std::any_of(all.begin(), all.end(), [&](const Suggestion& o) { return isNoWorse(o, s) && !isNoWorse(s, o); });
}

}  // namespace

TEST_CASE("what is offered has no Stop, reaches the goal within the budget, and none of it is beaten", "[long]") {
  for (const char* name : {"allotment-barrow", "ferry-path-library-trike", "moor-tractor", "quarry-town-folder"}) {
    CAPTURE(name);
    const Plan plan = todayOf(plans::example(name));
    for (const double more : {100.0, 400.0, 900.0}) {
      SuggestRequest request;
      WattHour today(0);
      const Assessment now = plans::assessed(plan);
      for (const PackFigures& p : now.figures.packs) today += p.model.label;
      request.goal = today + WattHour(more);
      request.budget = Money(1500);
      const auto found = suggest(plan, given(), shippedShelf(), request);
      CHECK(found.result.combinations >= 1000000);
      CHECK((found.why.empty() != found.result.ways.empty()));
      for (const Suggestion& s : found.result.ways) {
        CAPTURE(s.words);
        const Assessment again = assess(s.plan, given());
        CHECK(again.count(Severity::Stop) == 0);
        WattHour label(0);
        for (const PackFigures& p : again.figures.packs) label += p.model.label;
        CHECK(label.value() == Approx(s.label.value()));
        CHECK(s.label >= *request.goal);
        CHECK(s.gained.value() == Approx((s.label - today).value()));
        CHECK(s.block.cost <= *request.budget);
        CHECK(!isBeaten(s, found.result.ways));
        // It can be kept as a way forward, and saved.
        CHECK(withOption(plan, "as it was offered", s.plan).has_value());
        // What has no price is named, and then the sum is no sum.
        const WayMoney money = moneyOf(s.plan, plan);
        CHECK(s.price.has_value() == money.missing.empty());
        CHECK(s.unpriced == money.missing);
      }
    }
  }
}

TEST_CASE("the offered ways are those that trying everything leaves", "[long]") {
  support::Seeded seed(1603);
  int nonEmpty = 0;
  for (int i = 0; i < 8; ++i) {
    Plan plan = i % 2 == 0 ? plans::demo() : todayOf(plans::example("quarry-town-folder"));
    const int series = i % 2 == 0 ? 13 : 10;
    if (i % 4 >= 2 && plan.packs.size() > 1) plan = plans::with(plan, "/bike/controller/current_max_A", "15±1A");
    const Shelf shelf = drawn(seed, 2, 2, series);
    SuggestRequest request;
    request.seriesFrom = series - static_cast<int>(seed.below(2));
    request.seriesTo = series;
    request.parallelFrom = 1 + static_cast<int>(seed.below(4));
    request.parallelTo = request.parallelFrom + 3;
    request.budget = Money(5000);
    CAPTURE(i, series, request.seriesFrom, request.parallelFrom, shelf.cells[0].name, shelf.cells[1].name);
    std::vector<Suggestion> all = byTryingAll(plan, shelf, request);
    if (all.size() > 2 && seed.below(2) == 0) {
      request.goal = all[all.size() / 2].label;
      all = byTryingAll(plan, shelf, request);
    }
    const auto found = suggest(plan, given(), shelf, request);
    REQUIRE(found.ending != Ending::OutOfTime);
    CHECK(found.result.ways.empty() == all.empty());
    if (!all.empty()) ++nonEmpty;
    // Everything that is offered is there and not beaten.
    for (const Suggestion& s : found.result.ways) {
      CAPTURE(s.words);
      CHECK(!isBeaten(s, all));
      CHECK(std::any_of(all.begin(), all.end(), [&](const Suggestion& o) {
        return o.label.value() == Approx(s.label.value()) && o.block.cost.value() == Approx(s.block.cost.value());
      }));
    }
    // Everything that is there is offered, or something that is no worse, or it stands after the last.
    for (const Suggestion& s : all) {
      CAPTURE(s.words);
      const bool met =
          std::any_of(found.result.ways.begin(), found.result.ways.end(), [&](const Suggestion& o) { return isNoWorse(o, s); });
      const bool after = found.result.ways.size() == mostSuggested && s.block.cost >= found.result.ways.back().block.cost;
      CHECK((met || after));
    }
  }
  CHECK(nonEmpty >= 5);
}

TEST_CASE("a goal that nothing reaches is told with what stands against it and what comes nearest") {
  const Plan plan = plans::demo();
  SuggestRequest request;
  SECTION("more Wh than the bike allows of the shelf") {
    request.goal = WattHour(900000);
    const auto found = suggest(plan, given(), shippedShelf(), request);
    CHECK(found.ending == Ending::Infeasible);
    CHECK(found.why.starts_with("900000 Wh is impossible"));
    CHECK(found.result.ways.empty());
  }
  SECTION("less money than it takes") {
    request.goal = WattHour(2500);
    request.budget = Money(20);
    const auto found = suggest(plan, given(), shippedShelf(), request);
    CHECK(found.ending == Ending::Infeasible);
    CHECK(found.why.starts_with("2500 Wh within 20"));
    REQUIRE(found.result.nearest.size() == 1);
    CHECK(found.result.nearest.front().label >= WattHour(2500));
    CHECK(plans::assessed(found.result.nearest.front().plan).count(Severity::Stop) == 0);
    CHECK(found.result.nearest.front().block.cost > Money(20));
  }
}

TEST_CASE("nothing is offered for a controller that nobody knows") {
  const Plan plan = plans::demo();
  for (const char* field : {"/bike/controller/current_max_A", "/bike/controller/cutoff_V"}) {
    CAPTURE(field);
    const auto found = suggest(plans::with(plan, field, ""), given(), shippedShelf());
    CHECK(found.ending == Ending::Infeasible);
    CHECK(found.why.find("not known") != std::string::npos);
    CHECK(found.result.ways.empty());
    CHECK(found.result.combinations == 0);
  }
}
