// The log of years: ten thousand entries. Figures beside their limits.
#include <benchmark/benchmark.h>

#include "core/assess/assessment.h"
#include "core/drawing/log/log_drawings.h"
#include "core/io/plan_json.h"
#include "core/log/due.h"
#include "core/log/faults.h"
#include "core/log/health.h"
#include "core/log/history.h"
#include "core/log/line.h"
#include "core/studies/what_is_wrong.h"
#include "demo_plan.h"

using namespace usherwright;
using std::chrono::days;

namespace {

const Date theDay = *parseDate("2026-11-28");

/// Rides, charges and notes of ten years beside the demo.
Plan years() {
  Plan plan = bench::demoPlan();
  for (int i = 0; i < 6000; ++i) {
    Ride r;
    r.when = formatDate(theDay - days(i % 3650));
    r.length = Kilometre(5 + i % 40);
    r.note = "a ride as any other";
    plan.rides.edit().push_back(r);
  }
  for (int i = 0; i < 2000; ++i)
    plan.log.edit().push_back({formatDate(theDay - days(2 * i % 3650)), static_cast<LogEvent>(i % 7), {}, {}, {}, {}, "as always", {}});
  for (Pack& p : plan.packs)
    for (int i = 0; i < 1000; ++i)
      p.charges.edit().push_back(
          {formatDate(theDay - days(3650 - 3 * i)), {}, StateOfCharge(0.3), StateOfCharge(0.9), {}, AmpereHour(6.6 - 0.0005 * i), {}});
  return plan;
}

void openYears(benchmark::State& state) {
  const std::string text = writePlan(years());
  for (auto _ : state) benchmark::DoNotOptimize(readPlan(text));
  state.counters["limit_ms"] = 150;
}
BENCHMARK(openYears)->Unit(benchmark::kMillisecond);

void noteAndAssessYears(benchmark::State& state) {
  const Plan plan = years();
  const Given given(shippedCatalogue(), theDay);
  const Assessment before = assess(plan, given);
  for (auto _ : state) {
    const LogLine line = readLogLine("ride 21.4 km, 2 bars left", plan, theDay);
    const Plan next = *withLogLine(plan, line);
    benchmark::DoNotOptimize(assess(next, given, &before, Parts::runs()));
  }
  state.counters["limit_ms"] = 5;
}
BENCHMARK(noteAndAssessYears)->Unit(benchmark::kMillisecond);

void rowsOfYears(benchmark::State& state) {
  const Plan plan = years();
  for (auto _ : state) {
    const auto rows = logRows(plan);
    benchmark::DoNotOptimize(drawing::logList(rows, 0, "", theDay, {850, 500}));
  }
  state.counters["limit_ms"] = 16;
}
BENCHMARK(rowsOfYears)->Unit(benchmark::kMillisecond);

void healthOfYears(benchmark::State& state) {
  const Plan plan = years();
  const PackModel m = assess(plan, {shippedCatalogue(), theDay}).figures.packs[0].model;
  for (auto _ : state) {
    const PackHealth h = healthOf(m, plan.packs[0], 0, theDay);
    benchmark::DoNotOptimize(drawing::healthChart({h, m.rated, {}, theDay, 0}, {850, 300}));
  }
  state.counters["limit_ms"] = 16;
}
BENCHMARK(healthOfYears)->Unit(benchmark::kMillisecond);

void dueOfYears(benchmark::State& state) {
  const Plan plan = years();
  for (auto _ : state) benchmark::DoNotOptimize(dueOf(plan, theDay));
}
BENCHMARK(dueOfYears)->Unit(benchmark::kMillisecond);

void rankOfFaults(benchmark::State& state) {
  const Assessment a = assess(bench::demoPlan(), {shippedCatalogue(), theDay});
  const FaultSetup setup = faultSetupOf(a, 0);
  Signs signs;
  signs[0] = 51.2;
  for (auto _ : state) benchmark::DoNotOptimize(rankFaults(setup, signs));
  state.counters["limit_ms"] = 20;
}
BENCHMARK(rankOfFaults)->Unit(benchmark::kMillisecond);

}  // namespace
