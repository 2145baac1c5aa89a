// A two-pack, three-hour discharge reported every second: ours against ngspice on the exported netlist, on this
// machine, in this run. Prints the median wall time of each, the ratios, and the largest difference in voltage.
#include <algorithm>
#include <chrono>
#include <cmath>
#include <cstdio>
#include <cstdlib>
#include <fstream>
#include <sstream>
#include <string>
#include <vector>

#include "core/assess/assessment.h"
#include "core/io/spice.h"
#include "demo_plan.h"

using namespace usherwright;

namespace {

double median(std::vector<double> of) {
  const auto middle = of.begin() + static_cast<std::ptrdiff_t>(of.size() / 2);
  std::nth_element(of.begin(), middle, of.end());
  return *middle;
}

template <class Work>
double medianSeconds(int times, Work&& work) {
  std::vector<double> taken;
  for (int i = 0; i < times; ++i) {
    const auto from = std::chrono::steady_clock::now();
    work();
    taken.push_back(std::chrono::duration<double>(std::chrono::steady_clock::now() - from).count());
  }
  return median(taken);
}

/// The demo's two packs from full, at a load that lasts a little over three hours.
DischargeInput threeHours() {
  const Plan plan = bench::demoPlan();
  const Assessment a = assess(plan, shippedCatalogue());
  DischargeInput in = a.figures.full->input();
  for (Source& s : in.sources) s.floor = StateOfCharge(0);
  in.load.power = Watt(330);
  in.longest = Second(3 * 3600);
  return in;
}

/// A charge of the demo's first pack from empty, a row every second: ours against ngspice, in this run.
bool chargeRatio(const std::string& folder) {
  const Assessment a = assess(bench::demoPlan(), shippedCatalogue());
  ChargeInput in = a.figures.charging.front().run->input();
  in.start = StateOfCharge(0.05);
  if (in.slow.value() <= 0) {
    in.slow = Ohm(0.02);
    in.slowCapacitance = Farad(700);
  }
  const std::string deck = folder + "/charge.cir";
  std::ofstream(deck) << chargeNetlist(in, {charge(in).end, Second(1), folder + "/charge"});
  const std::string command = "ngspice -b " + deck + " > " + folder + "/log 2>&1";
  std::vector<double> theirs, rows, summaries;
  std::size_t ours = 0;
  for (int round = 0; round < 5; ++round) {
    theirs.push_back(medianSeconds(1, [&] { return std::system(command.c_str()); }));
    rows.push_back(medianSeconds(501, [&] { ours += charge(in).points.size(); }));
    summaries.push_back(medianSeconds(2001, [&] { ours += charge(in, ChargeRows::Summary).points.size(); }));
  }
  const double there = median(theirs), all = median(rows), summary = median(summaries);
  std::printf("charge, ngspice %8.1f ms\n", there * 1e3);
  std::printf("charge, rows    %8.4f ms   ratio %6.0f  (wanted: at least 500)\n", all * 1e3, there / all);
  std::printf("charge, summary %8.4f ms   ratio %6.0f  (wanted: at least 2000)\n", summary * 1e3, there / summary);
  return ours > 0 && there / all >= 500 && there / summary >= 2000;
}

}  // namespace

int main() {
  const DischargeInput input = threeHours();
  const std::string folder = "/tmp/usherwright-ratio";
  if (std::system(("mkdir -p " + folder).c_str()) != 0) return 1;
  const std::string deck = folder + "/deck.cir", table = folder + "/out";
  const DischargeRun run = discharge(input);
  const Second until = run.end;
  std::ofstream(deck) << spiceNetlist(run.input(), {until, Second(1), table});
  const std::string command = "ngspice -b " + deck + " > " + folder + "/log 2>&1";
  if (std::system(command.c_str()) != 0) {
    std::puts("ngspice did not run");
    return 1;
  }
  double worst = 0;
  std::size_t rows = 0;
  std::ifstream in(table);
  std::string line;
  std::getline(in, line);
  while (std::getline(in, line)) {
    std::istringstream fields(line);
    double t = 0, bus = 0;
    fields >> t >> bus;
    if (t > until.value()) continue;
    worst = std::max(worst, std::abs(run.at(Second(t)).bus.value() - bus) / bus);
    ++rows;
  }
  // Turn about, since the machine's speed changes from minute to minute.
  std::size_t ours = 0;
  std::vector<double> theirs, columns, summaries;
  for (int round = 0; round < 9; ++round) {
    theirs.push_back(medianSeconds(1, [&] { return std::system(command.c_str()); }));
    columns.push_back(medianSeconds(51, [&] { ours += discharge(input).table(Second(1)).rows(); }));
    summaries.push_back(medianSeconds(501, [&] {
      const DischargeRun all = discharge(input);
      ours += all.table(all.end / 200.0).rows();
    }));
  }
  const double there = median(theirs), every = median(columns), summary = median(summaries);
  std::printf("simulated %.0f s in %zu stretches, %zu rows here, %zu rows there\n", until.value(), run.stretchCount(),
              run.table(Second(1)).rows(), rows);
  std::printf("ngspice         %8.1f ms\n", there * 1e3);
  std::printf("rows            %8.3f ms   ratio %6.0f  (wanted: at least 500)\n", every * 1e3, there / every);
  std::printf("summary         %8.3f ms   ratio %6.0f  (wanted: at least 5000)\n", summary * 1e3, there / summary);
  std::printf("largest difference in bus voltage %.4f %%  (wanted: at most 0.2 %%)\n", worst * 100);
  const bool charged = chargeRatio(folder);
  return charged && there / every >= 500 && there / summary >= 5000 && worst <= 0.002 ? 0 : 1;
}
