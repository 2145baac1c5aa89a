// ngspice as an independent judge: the exported netlist of random plans against our own simulation.
#include <unistd.h>
#include <catch2/catch.hpp>
#include <cmath>
#include <cstdlib>
#include <filesystem>
#include <fstream>
#include <random>
#include <sstream>

#include "core/io/file_store.h"
#include "core/io/spice.h"
#include "support/plans.h"

using namespace usherwright;
namespace fs = std::filesystem;

namespace {

struct Judged {
  double time, bus;
  std::vector<double> current, soc;
};

/// Runs a deck and reads its table: time, v(bus), then i and v(q) of each pack.
std::vector<Judged> judge(const DischargeInput& input, Second until, Second step) {
  const fs::path folder = fs::temp_directory_path() / ("usherwright-spice-" + std::to_string(::getpid()));
  fs::create_directories(folder);
  const std::string table = (folder / "out").string();
  const std::string deck = (folder / "deck.cir").string();
  std::ofstream(deck) << spiceNetlist(input, {until, step, table});
  const std::string command = "ngspice -b " + deck + " > " + (folder / "log").string() + " 2>&1";
  REQUIRE(std::system(command.c_str()) == 0);
  std::ifstream in(table);
  REQUIRE(in.good());
  std::string line;
  std::getline(in, line);  // names
  std::vector<Judged> rows;
  while (std::getline(in, line)) {
    std::istringstream fields(line);
    Judged row{};
    fields >> row.time >> row.bus;
    for (std::size_t k = 0; k < input.sources.size(); ++k) {
      double i = 0, q = 0;
      fields >> i >> q;
      row.current.push_back(i);
      row.soc.push_back(q);
    }
    rows.push_back(std::move(row));
  }
  fs::remove_all(folder);
  return rows;
}

DischargeInput randomPlan(std::mt19937& random) {
  const auto between = [&](double low, double high) { return std::uniform_real_distribution<double>(low, high)(random); };
  DischargeInput in;
  const int count = std::uniform_int_distribution<int>(1, 4)(random);
  for (int i = 0; i < count; ++i) {
    Source s;
    s.id = "p" + std::to_string(i);
    s.series = 13;
    s.cells = Ohm(between(0.06, 0.15));
    s.path = Ohm(between(0.01, 0.05));
    s.slow = Ohm(between(0.015, 0.04));
    s.slowCapacitance = Farad(between(300, 1200));
    s.capacity = AmpereHour(between(8, 18));
    s.start = StateOfCharge(between(0.6, 1.0));
    s.groupCutoff = Volt(2.5);
    in.sources.push_back(s);
  }
  const bool direct = std::bernoulli_distribution(0.3)(random);
  in.joint = direct ? Joint{Volt(0), Ohm(0.0005), false} : Joint{Volt(between(0.02, 0.45)), Ohm(between(0.003, 0.008)), true};
  in.load.constantPower = std::bernoulli_distribution(0.6)(random);
  in.load.power = Watt(between(150, 400));
  in.load.current = Ampere(between(4, 9));
  in.load.limit = Ampere(22);
  in.common = Ohm(between(0.003, 0.012));
  in.cutoff = Volt(39);
  return in;
}

/// Currents, volts and charge of a plan against the judge's, up to the first pack that leaves.
void compare(const DischargeInput& input) {
  const DischargeRun run = discharge(input);
  // A pack that leaves is not expressed in the netlist, so the comparison stops before the first one does.
  Second until = run.end * 0.98;
  for (const SourceResult& r : run.sources)
    if (r.left) until = std::min(until, *r.left * 0.98);
  const auto rows = judge(run.input(), until, Second(10));
  REQUIRE(rows.size() > 20);
  for (const Judged& j : rows) {
    const Row ours = run.at(Second(j.time));
    INFO("t = " << j.time);
    // The diode of the netlist is stiff: at the very moment that it opens the two may differ.
    const bool nearKnee = std::any_of(run.sources.begin(), run.sources.end(),
                                      [&](const SourceResult& r) { return r.knee && std::abs(r.knee->value() - j.time) < 12; });
    CHECK(std::abs(ours.bus.value() - j.bus) <= 0.002 * j.bus);
    for (std::size_t k = 0; k < j.current.size() && !nearKnee; ++k) {
      CHECK(std::abs(ours.current[k].value() - j.current[k]) <= std::max(0.005 * std::abs(j.current[k]), 0.02));
      CHECK(std::abs(ours.soc[k].value() - j.soc[k]) <= 1e-3);
    }
  }
}

}  // namespace

TEST_CASE("ngspice agrees on a pack behind a converter") {
  std::mt19937 random(8080);
  for (int plan = 0; plan < 3; ++plan) {
    DischargeInput in = randomPlan(random);
    while (in.sources.size() < 2 || !in.joint.oneWay) in = randomPlan(random);
    in.sources.resize(2);
    in.sources[0].start = StateOfCharge(0.8);
    in.sources[1].series = 10;
    in.converter = Converter{1, Volt(47.5 + plan), Ampere(3), Watt(1e9), 0.9, Ampere(0.02), Volt(20), Volt(1e9), Volt(0)};
    in.load.constantPower = false;
    in.load.current = Ampere(7);
    INFO("plan " << plan);
    compare(in);
  }
}

TEST_CASE("ngspice agrees on a ride by profile") {
  std::mt19937 random(77);
  DischargeInput in = randomPlan(random);
  while (in.sources.size() < 2) in = randomPlan(random);
  Second at;
  for (int hill = 0; hill < 8; ++hill)
    for (const auto& [time, power] : {std::pair{205.0, 120.0}, std::pair{95.0, 380.0}}) {
      at += Second(time);
      in.profile.push_back({at, Watt(power)});
    }
  compare(in);
}

namespace {

/// Every event of a run is at least ten seconds from every other.
bool areApart(const DischargeRun& run) {
  std::vector<double> times{run.end.value()};
  for (const SourceResult& r : run.sources) {
    if (r.knee && *r.knee > Second(0)) times.push_back(r.knee->value());
    if (r.left && *r.left < run.end) times.push_back(r.left->value());
  }
  std::sort(times.begin(), times.end());
  for (std::size_t i = 1; i < times.size(); ++i)
    if (times[i] - times[i - 1] < 10) return false;
  return true;
}

bool isNear(double ours, double theirs) { return std::abs(ours - theirs) <= std::max(0.005 * theirs, 3.0); }

}  // namespace

TEST_CASE("ngspice finds the knees and the end where the simulation finds them") {
  std::mt19937 random(515);
  int judged = 0;
  while (judged < 10) {
    DischargeInput in = randomPlan(random);
    in.load.constantPower = false;  // so that the controller's volts follow from the bus
    const DischargeRun run = discharge(in);
    const bool leaves = std::any_of(run.sources.begin(), run.sources.end(), [](const SourceResult& r) { return r.left.has_value(); });
    if (!areApart(run) || leaves || run.cause != EndCause::ControllerCutoff) continue;
    ++judged;
    INFO("plan " << judged);
    const auto rows = judge(run.input(), run.end + Second(30), Second(1));
    const double load = std::min(in.load.current, in.load.limit).value();
    for (std::size_t k = 0; k < in.sources.size(); ++k) {
      const auto first = std::find_if(rows.begin(), rows.end(), [&](const Judged& j) { return j.current[k] >= 0.05 * load; });
      REQUIRE((first != rows.end()) == run.sources[k].knee.has_value());
      if (first != rows.end()) CHECK(isNear(run.sources[k].knee->value(), first->time));
    }
    const auto end = std::find_if(rows.begin(), rows.end(),
                                  [&](const Judged& j) { return j.time > 5 && j.bus - load * in.common.value() < in.cutoff.value(); });
    REQUIRE(end != rows.end());
    CHECK(isNear(run.end.value(), end->time));
  }
}

TEST_CASE("ngspice agrees with the simulation on random plans") {
  std::mt19937 random(20261124);
  for (int plan = 0; plan < 10; ++plan) {
    const DischargeInput input = randomPlan(random);
    INFO("plan " << plan << ", " << input.sources.size() << " packs");
    compare(input);
  }
}

TEST_CASE("the netlist of a plan is judged for every method that it can express, and turns are refused") {
  for (const char* method : {"direct", "combiner", "schottky", "converter", "selector"}) {
    Plan plan = plans::with(plans::sound(), "/joining/method", method);
    if (std::string(method) == "direct") plan.packs[1].soc = plan.packs[0].soc;  // as a hard plug wants it
    if (std::string(method) == "converter") {
      plan = plans::with(plan, "/packs/1/series", "10");
      plan.joining.converter.set = Volt(47);
      plan.joining.converter.output = Ampere(3);
    } else {
      plan.joining.part.forwardDrop.reset();
      plan.joining.part.onResistance.reset();
    }
    const Assessment a = plans::assessed(plan);
    INFO(method);
    REQUIRE(a.figures.ride);
    const auto deck = spiceExport(*a.figures.ride);
    if (std::string(method) == "selector") {
      REQUIRE_FALSE(deck);
      CHECK(deck.error().sentence().find("take turns") != std::string::npos);
      continue;
    }
    REQUIRE(deck);
    CHECK(deck->find(".end") != std::string::npos);
    compare(a.figures.ride->input());
  }
}
