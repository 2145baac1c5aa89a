// A two-pack, three-hour discharge reported every second: ours against ngspice on the exported netlist, on this
// machine, in this run. Prints the median wall time of each, the ratio, and the largest difference in voltage.
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

template <class Work>
double medianSeconds(int times, Work&& work) {
  std::vector<double> taken;
  for (int i = 0; i < times; ++i) {
    const auto from = std::chrono::steady_clock::now();
    work();
    taken.push_back(std::chrono::duration<double>(std::chrono::steady_clock::now() - from).count());
  }
  std::nth_element(taken.begin(), taken.begin() + times / 2, taken.end());
  return taken[static_cast<std::size_t>(times / 2)];
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
  std::size_t ours = 0;
  const double mine = medianSeconds(201, [&] { ours = discharge(input).table(Second(1)).rows(); });
  const double theirs = medianSeconds(9, [&] { return std::system(command.c_str()); });
  std::printf("simulated %.0f s, %zu rows here, %zu rows there\n", until.value(), ours, rows);
  const double summary = medianSeconds(401, [&] {
    const DischargeRun all = discharge(input);
    ours += all.table(all.end / 200.0).rows();
  });
  std::printf("summary %8.3f ms\nratio   %8.0f  (wanted: at least 5000)\n", summary * 1e3, theirs / summary);
  std::printf("ours    %8.3f ms\nngspice %8.1f ms\nratio   %8.0f  (wanted: at least 500)\n", mine * 1e3, theirs * 1e3, theirs / mine);
  std::printf("largest difference in bus voltage %.4f %%  (wanted: at most 0.2 %%)\n", worst * 100);
  return theirs / mine >= 500 && worst <= 0.002 ? 0 : 1;
}
