// Speed of the core on the demo. Limits: a whole assessment 4 ms, after an edit that leaves the simulation alone 0.5 ms.
#include <benchmark/benchmark.h>
#include <fmt/format.h>

#include <chrono>

#include "core/assess/figure_parts.h"
#include "core/assess/wiring_facts.h"
#include "core/drawing/joining/joining_drawings.h"
#include "core/frame/frame.h"
#include "core/io/plan_json.h"
#include "core/joining/spread.h"
#include "core/label/label.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "core/studies/sensitivity.h"
#include "core/studies/sizing.h"
#include "core/studies/tonight.h"
#include "demo_plan.h"

using namespace usherwright;

namespace {

void assessNothingCached(benchmark::State& state) {
  const Plan plan = bench::demoPlan();
  for (auto _ : state) benchmark::DoNotOptimize(assess(plan, shippedCatalogue(), nullptr, Parts::runs()));
  state.counters["limit_ms"] = 4;
}
BENCHMARK(assessNothingCached)->Unit(benchmark::kMillisecond);

void assessAfterQuietEdit(benchmark::State& state) {
  const Plan plan = bench::demoPlan();
  const Assessment before = assess(plan, shippedCatalogue());
  const Plan edited = withField(plan, "/packs/1/fuse/dc_V", FieldValue{80.0}).value();
  for (auto _ : state) benchmark::DoNotOptimize(assess(edited, shippedCatalogue(), &before, Parts::runs()));
  state.counters["limit_ms"] = 0.5;
}
BENCHMARK(assessAfterQuietEdit)->Unit(benchmark::kMillisecond);

/// What follows beside the pages that are drawn from the figures.
void curesAfterQuietEdit(benchmark::State& state) {
  const Plan edited = withField(bench::demoPlan(), "/packs/1/fuse/dc_V", FieldValue{80.0}).value();
  const Assessment untried = assess(edited, shippedCatalogue(), nullptr, Parts::runs());
  for (auto _ : state) benchmark::DoNotOptimize(withCures(edited, shippedCatalogue(), untried));
}
BENCHMARK(curesAfterQuietEdit)->Unit(benchmark::kMillisecond);

Plan threePacks() { return *withCopy(bench::demoPlan(), "/packs", 1); }

/// The harness and all that is said of it: leads, ways, a nick in every lead, switching on, every chain.
void wholeHarness(benchmark::State& state) {
  const Plan plan = threePacks();
  const Assessment a = assess(plan, shippedCatalogue());
  const FrameView frame = frameOf(plan.bike);
  for (auto _ : state) {
    const Harness h = harnessOf(plan, frame, shippedCatalogue());
    for (std::size_t i = 0; i < h.leads.size(); ++i) {
      const LeadFigures& f = a.figures.wiring.leads[i];
      benchmark::DoNotOptimize(leadFigures(h.leads[i], f.peak, f.sustained, Celsius(35)));
      benchmark::DoNotOptimize(nickAt(plan, a.figures, shippedCatalogue(), h.leads[i].id));
    }
    benchmark::DoNotOptimize(switchOnOf(plan, a.figures, shippedCatalogue()));
  }
  state.counters["limit_ms"] = 1;
}
BENCHMARK(wholeHarness)->Unit(benchmark::kMillisecond);

void sizesOfThreePacks(benchmark::State& state) {
  const Plan plan = threePacks();
  const Assessment a = assess(plan, shippedCatalogue());
  for (auto _ : state) benchmark::DoNotOptimize(sizeEverything(plan, a.figures, shippedCatalogue()));
  state.counters["limit_ms"] = 20;
}
BENCHMARK(sizesOfThreePacks)->Unit(benchmark::kMillisecond);

void chainOfAdapters(benchmark::State& state) {
  const Plan plan = bench::demoPlan();
  const Assessment a = assess(plan, shippedCatalogue());
  for (auto _ : state) benchmark::DoNotOptimize(chainOf(plan, 1, shippedCatalogue(), chainNeedOf(plan, a.figures, 1)));
  state.counters["limit_ms"] = 5;
}
BENCHMARK(chainOfAdapters)->Unit(benchmark::kMillisecond);

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
      if (c.run) benchmark::DoNotOptimize(charge(c.run->input()));
}
BENCHMARK(chargeRuns)->Unit(benchmark::kMillisecond);

/// Every charger with every pack, twelve and four, nothing simulated.
void matrixOfFourByTwelve(benchmark::State& state) {
  Plan plan = bench::demoPlan();
  plan = *withDuplicatePack(*withDuplicatePack(plan, 1), 0);
  while (plan.chargers.size() < 12) {
    Charger c = plan.chargers[plan.chargers.size() % 2];
    c.id += "-" + std::to_string(plan.chargers.size());
    plan.chargers.push_back(c);
  }
  const Figures figures = assess(plan, shippedCatalogue(), nullptr, Parts()).figures;
  for (auto _ : state) benchmark::DoNotOptimize(chargePairs(plan, shippedCatalogue(), figures, nullptr, Parts()));
}
BENCHMARK(matrixOfFourByTwelve)->Unit(benchmark::kMillisecond);

FitRoom triangleFor(double back, double upper, double lower, double diameter) {
  FitRoom room;
  room.inside = room.usable = rounded(regionOf(triangleOf(back, upper, lower)), 12);
  room.depth = room.usableDepth = 75;
  room.cell = {diameter, diameter, 65, true};
  room.cellKnown = true;
  room.gap = 0.6;
  return room;
}

/// A layout in a frame triangle until the first valid one (0) or to the end (1): 14S8P of 112 cells, 20S14P of 280.
void layoutInTriangle(benchmark::State& state) {
  const bool large = state.range(1) != 0;
  const FitRoom room = large ? triangleFor(620, 760, 900, 21.3) : triangleFor(330, 420, 500, 18.3);
  const LayoutRequest request =
      large ? LayoutRequest{20, 14, std::nullopt, LeadExit::Front, 1} : LayoutRequest{14, 8, std::nullopt, LeadExit::Front, 1};
  for (auto _ : state) {
    bool there = false;
    const bool whole = state.range(0) != 0;
    benchmark::DoNotOptimize(
        layOut(room, request, Progress([&](double) { return whole || !there; }), [&](const CellLayout&) { there = true; }));
  }
  state.counters["limit_ms"] = state.range(0) == 0 ? 100 : large ? 6000 : 2000;
}
BENCHMARK(layoutInTriangle)->Args({0, 0})->Args({1, 0})->Args({1, 1})->Unit(benchmark::kMillisecond);

/// The strips of 140 cells.
void stripsOf140(benchmark::State& state) {
  const FitRoom room = triangleFor(400, 520, 600, 18.3);
  int asked = 0;
  const CellLayout layout = layOut(room, {14, 10, std::nullopt, LeadExit::Front, 1}, Progress([&](double) { return ++asked < 4; })).result;
  const Fit fit;
  const StripInput in = stripInput({room, layout, fit, 14, 10, Volt(3.6), MilliOhm(25), StripMaterial::Nickel, Ampere(30)});
  for (auto _ : state) benchmark::DoNotOptimize(stripRun(in));
  state.counters["limit_ms"] = 5;
}
BENCHMARK(stripsOf140)->Unit(benchmark::kMillisecond);

/// A case through a mouth that makes it turn (0), that nothing gets through (1).
void wayThroughMouth(benchmark::State& state) {
  FitRoom room;
  room.inside = room.usable = {rectangle({0, 0}, {300, 230})};
  Fit fit;
  fit.open = OpenSide::Top;
  fit.mouth = Millimetre(state.range(0) == 0 ? 120 : 79);
  fit.mouthFrom = Millimetre(20);
  const BoxInRoom box{.goesIn = true, .along = 200, .up = 80, .at = {150, 60}};
  for (auto _ : state) benchmark::DoNotOptimize(wayIn(room, fit, box));
}
BENCHMARK(wayThroughMouth)->Arg(0)->Arg(1)->Unit(benchmark::kMillisecond);

/// Four packs on three chargers over a night of fourteen hours, each with exchanges half-way; 0 soonest, 1 ready by, 2 as late.
void nightOfFour(benchmark::State& state) {
  Night night;
  night.length = 840;
  night.hands = {{0, 360}, {780, 841}};
  night.watch = night.hands;
  night.timerStep = 15;
  night.supply = 700;
  for (std::size_t k = 0; k < 4; ++k) {
    NightJob job;
    job.pack = k;
    for (std::size_t c = 0; c < 3; ++c)
      job.ways.push_back({{c, static_cast<int>(90 + 35 * k + 40 * c), 120.0 + 60 * static_cast<double>(c), k % 2 == 0}});
    for (std::size_t c = 0; c < 3; ++c)
      for (std::size_t e = 0; e < 3; ++e)
        if (c != e) {
          ChargeLeg first = job.ways[c][0], second = job.ways[e][0];
          first.minutes /= 2;
          first.endsItself = false;
          second.minutes /= 2;
          job.ways.push_back({first, second});
        }
    night.jobs.push_back(std::move(job));
  }
  for (auto _ : state) benchmark::DoNotOptimize(scheduleNight(night, static_cast<NightGoal>(state.range(0))));
}
BENCHMARK(nightOfFour)->Arg(0)->Arg(1)->Arg(2)->Unit(benchmark::kMillisecond);

/// The whole page: demo, home at half charge.
void tonightOfDemo(benchmark::State& state) {
  Plan plan = bench::demoPlan();
  for (Pack& p : plan.packs) p.soc = StateOfCharge(0.4);
  const Assessment a = assess(plan, shippedCatalogue());
  for (auto _ : state) benchmark::DoNotOptimize(tonightOf(plan, a, NightGoal::ReadyBy));
}
BENCHMARK(tonightOfDemo)->Unit(benchmark::kMillisecond);

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

/// The demo after years: 10 000 readings, 10 000 tests, a ride list of 200 000 rows.
Plan longPlan() {
  Plan plan = bench::demoPlan();
  for (Pack& p : plan.packs) {
    p.readings = {};
    p.capacityTests = {};
  }
  Pack& pack = plan.packs.front();
  for (int i = 0; i < 10000; ++i) {
    const std::string day = fmt::format("{:04}-{:02}-{:02}", 2010 + i / 336, 1 + i / 28 % 12, 1 + i % 28);
    pack.readings.edit().push_back({day, ReadingOf::Groups, Volt(48 + i % 50 * 0.1), Minute(60), {}, {}});
    pack.capacityTests.edit().push_back({day, AmpereHour(9.5 - i * 1e-4), MilliOhm(120 + i % 20), {}});
  }
  for (int i = 0; i < 200000; ++i) plan.joining.profile.edit().push_back({Second(i), Watt(150 + i % 100)});
  return plan;
}

/// A small edit, checked as the document checks it. Limit 5 ms with the assessment after it.
void editAfterYears(benchmark::State& state) {
  const Plan plan = longPlan();
  double volts = 60;
  for (auto _ : state) {
    const auto next = withField(plan, "/packs/1/fuse/dc_V", FieldValue{volts += 0.001});
    benchmark::DoNotOptimize(crossChecked(*next, &plan).has_value() && fitsAFile(*next).has_value() && !(*next == plan));
  }
  state.counters["limit_ms"] = 5;
}
BENCHMARK(editAfterYears)->Unit(benchmark::kMillisecond);

void assessAfterYears(benchmark::State& state) {
  const Plan plan = longPlan();
  const Assessment before = assess(plan, shippedCatalogue());
  const Plan edited = withField(plan, "/packs/1/fuse/dc_V", FieldValue{80.0}).value();
  for (auto _ : state) benchmark::DoNotOptimize(assess(edited, shippedCatalogue(), &before, Parts::runs()));
  state.counters["limit_ms"] = 5;
}
BENCHMARK(assessAfterYears)->Unit(benchmark::kMillisecond);

void leverAfterYears(benchmark::State& state) {
  const Plan plan = longPlan();
  const Assessment base = assess(plan, shippedCatalogue());
  const std::vector<std::string> fields = unprovenFields(plan, base);
  std::size_t at = 0;
  for (auto _ : state) benchmark::DoNotOptimize(leverOf(plan, shippedCatalogue(), base, fields[at++ % fields.size()]));
  state.counters["limit_ms"] = 3;
}
BENCHMARK(leverAfterYears)->Unit(benchmark::kMillisecond);

void saveAfterYears(benchmark::State& state) {
  const Plan plan = longPlan();
  for (auto _ : state) benchmark::DoNotOptimize(writePlan(plan));
  state.counters["limit_ms"] = 150;
}
BENCHMARK(saveAfterYears)->Unit(benchmark::kMillisecond);

void openAfterYears(benchmark::State& state) {
  const std::string text = writePlan(longPlan());
  for (auto _ : state) benchmark::DoNotOptimize(readPlan(text));
  state.counters["limit_ms"] = 150;
}
BENCHMARK(openAfterYears)->Unit(benchmark::kMillisecond);

void saveTheDemo(benchmark::State& state) {
  const Plan plan = bench::demoPlan();
  for (auto _ : state) benchmark::DoNotOptimize(readPlan(writePlan(plan)));
  state.counters["limit_ms"] = 20;
}
BENCHMARK(saveTheDemo)->Unit(benchmark::kMillisecond);

void labelReading(benchmark::State& state) {
  for (auto _ : state) benchmark::DoNotOptimize(readLabel("Brushless controller 36V 250W 14±1A L.V 31±0.5V"));
}
BENCHMARK(labelReading)->Unit(benchmark::kMicrosecond);

}  // namespace

BENCHMARK_MAIN();
