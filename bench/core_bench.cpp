// Speed of the core on the demo. Limits: a whole assessment 4 ms, after an edit that leaves the simulation alone 0.5 ms.
#include <benchmark/benchmark.h>

#include "core/assess/search.h"
#include "core/assess/sensitivity.h"
#include "core/drawing/drawings.h"
#include "core/joining/spread.h"
#include "core/label/label.h"
#include "core/plan/edit.h"
#include "demo_plan.h"

using namespace usherwright;

namespace {

void assessNothingCached(benchmark::State& state) {
  const Plan plan = bench::demoPlan();
  for (auto _ : state) benchmark::DoNotOptimize(assess(plan, shippedCatalogue()));
  state.counters["limit_ms"] = 4;
}
BENCHMARK(assessNothingCached)->Unit(benchmark::kMillisecond);

void assessAfterQuietEdit(benchmark::State& state) {
  const Plan plan = bench::demoPlan();
  const Assessment before = assess(plan, shippedCatalogue());
  const Plan edited = *withField(plan, "/packs/1/fuse/dc_V", FieldValue{80.0});
  for (auto _ : state) benchmark::DoNotOptimize(assess(edited, shippedCatalogue(), &before));
  state.counters["limit_ms"] = 0.5;
}
BENCHMARK(assessAfterQuietEdit)->Unit(benchmark::kMillisecond);

/// The demo from full: the summary alone, and reported every second.
void discharges(benchmark::State& state) {
  const Assessment a = assess(bench::demoPlan(), shippedCatalogue());
  const DischargeInput input = a.figures.full->input();
  for (auto _ : state) benchmark::DoNotOptimize(discharge(input));
}
BENCHMARK(discharges)->Unit(benchmark::kMillisecond);

void dischargeEverySecond(benchmark::State& state) {
  const Assessment a = assess(bench::demoPlan(), shippedCatalogue());
  const DischargeInput input = a.figures.full->input();
  for (auto _ : state) benchmark::DoNotOptimize(discharge(input).table(Second(1)));
}
BENCHMARK(dischargeEverySecond)->Unit(benchmark::kMillisecond);

/// What a picture of the run needs: events, totals and 200 samples.
void dischargeSummary(benchmark::State& state) {
  const Assessment a = assess(bench::demoPlan(), shippedCatalogue());
  const DischargeInput input = a.figures.full->input();
  for (auto _ : state) {
    const DischargeRun run = discharge(input);
    benchmark::DoNotOptimize(run.table(run.end / 200.0));
  }
}
BENCHMARK(dischargeSummary)->Unit(benchmark::kMillisecond);

/// Two packs, and four at twice the load, so that the ride is as long: four may take at most three times as long.
void dischargePacks(benchmark::State& state) {
  const Assessment a = assess(bench::demoPlan(), shippedCatalogue());
  DischargeInput input = a.figures.full->input();
  while (input.sources.size() < static_cast<std::size_t>(state.range(0))) {
    Source next = input.sources[input.sources.size() - 2];
    next.start = StateOfCharge(next.start.value() - 0.05);
    input.sources.push_back(next);
  }
  input.load.power *= static_cast<double>(input.sources.size()) / 2;
  for (auto _ : state) benchmark::DoNotOptimize(discharge(input).table(Second(1)));
}
BENCHMARK(dischargePacks)->Arg(2)->Arg(4)->Unit(benchmark::kMillisecond);

/// A ride of 10 800 powers, one a second.
void rideByProfile(benchmark::State& state) {
  const Assessment a = assess(bench::demoPlan(), shippedCatalogue());
  DischargeInput input = a.figures.full->input();
  for (int i = 1; i <= 10800; ++i) input.profile.push_back({Second(i), Watt(150 + 100 * ((i / 60) % 3) + i % 7)});
  for (auto _ : state) benchmark::DoNotOptimize(discharge(input));
  state.counters["limit_ms"] = 3;
}
BENCHMARK(rideByProfile)->Unit(benchmark::kMillisecond);

/// A thousand rides with their parts drawn at random, on two threads.
void spreadOfThousand(benchmark::State& state) {
  const Assessment a = assess(bench::demoPlan(), shippedCatalogue());
  for (auto _ : state) benchmark::DoNotOptimize(spreadOf(a.figures.ride->input(), {}));
  state.counters["limit_ms"] = 300;
}
BENCHMARK(spreadOfThousand)->Unit(benchmark::kMillisecond)->UseRealTime();

void chargeRuns(benchmark::State& state) {
  const Assessment a = assess(bench::demoPlan(), shippedCatalogue());
  for (auto _ : state)
    for (const ChargeFigures& c : a.figures.charging)
      if (c.input) benchmark::DoNotOptimize(charge(*c.input));
}
BENCHMARK(chargeRuns)->Unit(benchmark::kMillisecond);

void oneEdit(benchmark::State& state) {
  const Plan plan = bench::demoPlan();
  for (auto _ : state)
    benchmark::DoNotOptimize(withEntry(plan, {"/bike/controller/current_max_A", "28±1A", UnitSystem::Metric, std::nullopt}));
}
BENCHMARK(oneEdit)->Unit(benchmark::kMillisecond);

void rideChartDrawing(benchmark::State& state) {
  const Plan plan = bench::demoPlan();
  const Assessment a = assess(plan, shippedCatalogue());
  for (auto _ : state) benchmark::DoNotOptimize(drawing::rideChart({plan, a, UnitSystem::Metric}, {460, 430}));
}
BENCHMARK(rideChartDrawing)->Unit(benchmark::kMillisecond);

void movingLayers(benchmark::State& state) {
  const Plan plan = bench::demoPlan();
  const Assessment a = assess(plan, shippedCatalogue());
  double t = 0;
  for (auto _ : state) {
    t = t > 9000 ? 0 : t + 7;
    benchmark::DoNotOptimize(drawing::basins({plan, a, UnitSystem::Metric}, Second(t), {380, 430}));
    benchmark::DoNotOptimize(drawing::rideScrubber({plan, a, UnitSystem::Metric}, Second(t), {460, 430}));
  }
}
BENCHMARK(movingLayers)->Unit(benchmark::kMillisecond);

/// S 6…24 × P 1…20 × 24 cells × 12 boards. Limit 50 ms.
void searchAll(benchmark::State& state) {
  const Plan plan = bench::demoPlan();
  std::size_t combinations = 0;
  for (auto _ : state) combinations = searchPacks(plan, shippedCatalogue(), shippedShelf(), {}).result.combinations;
  state.counters["combinations"] = static_cast<double>(combinations);
  state.counters["limit_ms"] = 50;
}
BENCHMARK(searchAll)->Unit(benchmark::kMillisecond);

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

void labelReading(benchmark::State& state) {
  for (auto _ : state) benchmark::DoNotOptimize(readLabel("Brushless controller 36V 250W 14±1A L.V 31±0.5V"));
}
BENCHMARK(labelReading)->Unit(benchmark::kMicrosecond);

}  // namespace

BENCHMARK_MAIN();
