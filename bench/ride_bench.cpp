// Speed of what a ride and a bench ask for: knobs, go or not, long tracks, the order of work, lines of an instrument.
#include <benchmark/benchmark.h>

#include <cmath>

#include "core/assess/figures.h"
#include "core/assess/work_order.h"
#include "core/instrument/stream.h"
#include "core/practice/causes.h"
#include "core/report/report.h"
#include "core/studies/go_or_not.h"
#include "core/studies/way_ridden.h"
#include "core/studies/what_if.h"
#include "core/travel/on_ground.h"
#include "demo_plan.h"
#include "long_track.h"

using namespace usherwright;

namespace {

void knobTurned(benchmark::State& state) {
  const Plan plan = bench::demoPlan();
  const Assessment a = assess(plan, {shippedCatalogue()});
  std::vector<double> values;
  for (const Turnable& t : turnablesOf(plan)) values.push_back(t.now);
  for (auto _ : state) {
    values[0] = values[0] > 30 ? 12 : values[0] + 0.5;
    benchmark::DoNotOptimize(whatIf(plan, shippedCatalogue(), a.figures, values));
  }
  state.counters["limit_ms"] = 16;
}
BENCHMARK(knobTurned)->Unit(benchmark::kMillisecond);

void goOrNotOfDemo(benchmark::State& state) {
  const Plan plan = bench::demoPlan();
  for (auto _ : state) benchmark::DoNotOptimize(goOrNot(plan, {shippedCatalogue()}, 0, {{Volt(52.1), true}, {Volt(53.0), true}}));
}
BENCHMARK(goOrNotOfDemo)->Unit(benchmark::kMillisecond);

/// The first ride of the demo with its stop, and the places of its picture.
void wayWithStops(benchmark::State& state) {
  const Plan plan = bench::demoPlan();
  const Assessment a = assess(plan, {shippedCatalogue()});
  for (auto _ : state) benchmark::DoNotOptimize(wayRidden(plan, a.figures, 400, withStops(plan, a)));
  state.counters["limit_ms"] = 16;
}
BENCHMARK(wayWithStops)->Unit(benchmark::kMillisecond);

/// 100 000 points, one a second, to the ground and the Wh over it.
void longTrack(benchmark::State& state) {
  const std::vector<TrackPoint> track = bench::longTrack(80);
  const Plan plan = bench::demoPlan();
  for (auto _ : state) {
    const Terrain ground = terrainOf(track);
    benchmark::DoNotOptimize(estimateOn(ground, riddenOf(plan.routes.front(), plan.bike, Watt(1000))));
  }
  state.counters["limit_ms"] = 40;
}
BENCHMARK(longTrack)->Unit(benchmark::kMillisecond);

void workOfDemo(benchmark::State& state) {
  const Plan plan = bench::demoPlan();
  const Figures figures = figuresOf(plan, shippedCatalogue(), nullptr);
  for (auto _ : state) benchmark::DoNotOptimize(orderOfWork(plan, figures));
  state.counters["limit_ms"] = 5;
}
BENCHMARK(workOfDemo)->Unit(benchmark::kMillisecond);

/// Every fault that the demo can have against all readings so far, and what to read next.
void causesOfStop(benchmark::State& state) {
  Plan plan = bench::demoPlan();
  const Figures figures = figuresOf(plan, shippedCatalogue(), nullptr);
  for (const auto& [step, reading] : {std::pair("volts/stock", 51.9), {"leak/stock", 0.0}, {"ladder/second", 6.0}, {"volts/second", 0.1}})
    plan.build.done.edit().push_back({step, "2026-11-28", Coefficient(reading), "", {}});
  const auto order = orderOfWork(plan, figures);
  for (auto _ : state) benchmark::DoNotOptimize(rankCauses(plan, figures, order));
  state.counters["limit_ms"] = 20;
}
BENCHMARK(causesOfStop)->Unit(benchmark::kMillisecond);

/// A second of a bench that reads ten times a second; real time over it is how much faster than life it can be played.
void benchSecond(benchmark::State& state) {
  const Plan plan = bench::demoPlan();
  const Figures figures = figuresOf(plan, shippedCatalogue(), nullptr);
  const auto order = orderOfWork(plan, figures);
  BenchWorld world(plan, figures, {}, 1);
  InstrumentStream stream;
  double t = 0;
  std::size_t at = 0;
  for (auto _ : state) {
    for (int i = 0; i < 10; ++i) {
      t += 0.1;
      stream.take(world.bytes(order[at], t), t);
    }
    at = (at + 1) % order.size();
    stream.fresh();
  }
  state.counters["times_real"] = benchmark::Counter(1, benchmark::Counter::kIsIterationInvariantRate);
}
BENCHMARK(benchSecond)->Unit(benchmark::kMicrosecond);

void reportOfDemo(benchmark::State& state) {
  const Plan plan = bench::demoPlan();
  const Assessment a = assess(plan, {shippedCatalogue()});
  for (auto _ : state) benchmark::DoNotOptimize(reportHtml(plan, a, {}));
}
BENCHMARK(reportOfDemo)->Unit(benchmark::kMillisecond);

}  // namespace
