// Speed of the studies on the demo: what goes through many combinations or assessments.
#include <benchmark/benchmark.h>

#include <chrono>

#include "core/assess/figure_parts.h"
#include "core/plan/edit.h"
#include "core/studies/mend.h"
#include "core/studies/search.h"
#include "core/studies/sensitivity.h"
#include "core/studies/suggest.h"
#include "demo_plan.h"

using namespace usherwright;

namespace {

/// S 6…24 × P 1…20 × 24 cells × 12 boards. Limit 50 ms.
void searchAll(benchmark::State& state) {
  const Plan plan = bench::demoPlan();
  std::size_t combinations = 0;
  for (auto _ : state) combinations = searchPacks(plan, shippedCatalogue(), shippedShelf(), {}).result.combinations;
  state.counters["combinations"] = static_cast<double>(combinations);
  state.counters["limit_ms"] = 50;
}
BENCHMARK(searchAll)->Unit(benchmark::kMillisecond);

/// 5 000 cells on twelve boards, to the first picks and to the end; told to stop half-way.
void searchOfThousands(benchmark::State& state) {
  const Plan plan = bench::demoPlan();
  Shelf shelf = shippedShelf();
  const std::vector<Cell> shipped = shelf.cells;
  while (shelf.cells.size() < 5000) {
    Cell cell = shipped[shelf.cells.size() % shipped.size()];
    cell.capacity *= 0.7 + 0.3 * static_cast<double>(shelf.cells.size()) / 5000;
    shelf.cells.push_back(cell);
  }
  using Clock = std::chrono::steady_clock;
  const auto since = [](Clock::time_point t) { return std::chrono::duration<double, std::milli>(Clock::now() - t).count(); };
  double first = 0, cancelled = 0;
  for (auto _ : state) {
    const auto begun = Clock::now();
    first = 0;
    benchmark::DoNotOptimize(searchPacks(plan, shippedCatalogue(), shelf, {}, {}, [&](const SearchResult& r) {
      if (first == 0 && !r.hits.empty()) first = since(begun);
    }));
    state.PauseTiming();
    Clock::time_point stopped;
    searchPacks(plan, shippedCatalogue(), shelf, {}, Progress([&](double share) {
                  if (share >= 0.5 && stopped == Clock::time_point()) stopped = Clock::now();
                  return share < 0.5;
                }));
    cancelled = since(stopped);
    state.ResumeTiming();
  }
  state.counters["first_ms"] = first;
  state.counters["cancelled_ms"] = cancelled;
}
BENCHMARK(searchOfThousands)->Unit(benchmark::kMillisecond)->Iterations(2);

/// What to measure next, per value that is not proven. Limit 5 ms; every numeric value of the demo is made a guess first.
void sensitivityPerField(benchmark::State& state) {
  Plan plan = bench::demoPlan();
  plan.provenance.clear();
  const Assessment base = assess(plan, shippedCatalogue());
  const std::vector<std::string> fields = unprovenFields(plan, base);
  std::size_t at = 0;
  for (auto _ : state) benchmark::DoNotOptimize(leverOf(plan, shippedCatalogue(), base, fields[at++ % fields.size()]));
  state.counters["fields"] = static_cast<double>(fields.size());
  state.counters["limit_ms"] = 5;
}
BENCHMARK(sensitivityPerField)->Unit(benchmark::kMillisecond)->Iterations(400);

/// Everything that the shelf has for the demo, one thread. Limit 500 ms over a million combinations.
void suggestForTheDemo(benchmark::State& state) {
  const Plan plan = bench::demoPlan();
  std::size_t combinations = 0, judged = 0;
  for (auto _ : state) {
    const auto found = suggest(plan, shippedCatalogue(), shippedShelf());
    combinations = found.result.combinations;
    judged = found.result.judged;
  }
  state.counters["combinations"] = static_cast<double>(combinations);
  state.counters["judged"] = static_cast<double>(judged);
  state.counters["limit_ms"] = 500;
}
BENCHMARK(suggestForTheDemo)->Unit(benchmark::kMillisecond);

/// Up to three changes for the demo's Stop, one thread. Limit 1 s on two.
void mendTheDemo(benchmark::State& state) {
  const Plan plan = bench::demoPlan();
  for (auto _ : state) benchmark::DoNotOptimize(mend(plan, shippedCatalogue(), shippedShelf()));
  state.counters["limit_ms"] = 1000;
}
BENCHMARK(mendTheDemo)->Unit(benchmark::kMillisecond);

}  // namespace
