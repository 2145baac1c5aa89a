// What is wrong: benches with one hidden fault, whose readings are made by the test's own physics, read in the order that is advised.
#include <algorithm>
#include <catch2/catch.hpp>
#include <cmath>

#include "core/log/faults.h"
#include "core/quantity/inference.h"
#include "support/plans.h"
#include "support/random.h"

using namespace usherwright;

namespace {

FaultSetup setupOf(std::size_t pack, double soc) {
  FaultSetup s;
  s.model = plans::assessed(plans::sound()).figures.packs[pack].model;
  s.model.soc = StateOfCharge(soc);
  s.load = Ampere(14);
  s.share = 0.5;
  s.joined = true;
  return s;
}

double normal(support::Seeded& seed) {
  double sum = -6;
  for (int i = 0; i < 12; ++i) sum += static_cast<double>(seed.below(1000001)) / 1e6;
  return sum;
}
double between(support::Seeded& seed, double a, double b) { return a + (b - a) * static_cast<double>(seed.below(1000001)) / 1e6; }

/// A pack on the bench with one thing wrong, in plain ohms and volts.
struct BenchPack {
  PackFault fault;
  double rest, ohms, soundOhms, ampereHours, spread, rise, own, load;
  bool dark = false, apart = false;

  BenchPack(const FaultSetup& s, PackFault f, support::Seeded& seed) : fault(f) {
    const PackModel& m = s.model;
    const double soc = f == PackFault::Empty ? between(seed, 0.0, 0.04) : std::clamp(m.soc.value() + 0.06 * normal(seed), 0.1, 1.0);
    rest = m.curve.at(StateOfCharge(soc)).value() * m.series;
    const double cells =
        m.cells.value() + m.slow.value() * (1 - std::exp(-10 / std::max(1e-6, m.slow.value() * m.slowCapacitance.value())));
    soundOhms = cells + m.inside.value();
    double cellFactor = 1, more = 0, capacity = 1;
    spread = 10 * std::pow(10, 0.18 * normal(seed));
    rise = std::max(0.0, 7 + 4 * normal(seed));
    if (f == PackFault::LostString) cellFactor = m.parallel / (m.parallel - 1.0), capacity = 1 / cellFactor;
    if (f == PackFault::Worn) cellFactor = between(seed, 1.3, 1.9), capacity = between(seed, 0.6, 0.84), spread = between(seed, 12, 60);
    if (f == PackFault::Cold) cellFactor = between(seed, 1.6, 1.9), capacity = between(seed, 0.85, 0.9);
    if (f == PackFault::HighOhm) more = between(seed, 0.1, 0.3), rise = between(seed, 24, 75);
    if (f == PackFault::WeakGroup) spread = between(seed, 80, 450), rest -= spread / 1000, capacity = between(seed, 0.7, 0.92);
    ohms = cells * cellFactor + m.inside.value() + more;
    ampereHours = m.capacity.value() * capacity / 0.99;
    load = s.load.value();
    own = load * s.share * 2 / (1 + ohms / soundOhms);
    if (f == PackFault::Empty) own = between(seed, 0, 0.1 * load * s.share);
    dark = f == PackFault::Asleep || f == PackFault::FuseOpen;
    apart = f == PackFault::NotHome || f == PackFault::InputDead;
  }

  double read(Sign sign, support::Seeded& seed) const {
    const double meter = 1 + 0.003 * normal(seed);
    const double sign_ = fault == PackFault::Swapped ? -1 : 1;
    const double leak = std::abs(0.2 * normal(seed));
    switch (sign) {
      case Sign::PlugVolts: return dark ? leak : sign_ * rest * meter;
      case Sign::BikeVolts: return dark || fault == PackFault::NotHome ? leak : sign_ * rest * meter;
      case Sign::LoadedVolts:
        return dark ? leak : apart || fault == PackFault::Swapped ? sign_ * rest * meter : (rest - ohms * load * 0.5) * meter;
      case Sign::PutBack: return ampereHours * (1 + 0.02 * normal(seed));
      case Sign::Spread: return spread;
      case Sign::PlugRise: return rise;
      case Sign::OwnAmperes: return dark || apart ? leak / 2 : own * (1 + 0.05 * normal(seed));
      case Sign::Wakes: return seed.below(100) < (fault == PackFault::Asleep ? 3 : fault == PackFault::Empty ? 30 : 98) ? 1 : 0;
      case Sign::FuseWhole: return seed.below(100) < (fault == PackFault::FuseOpen ? 2 : 99) ? 1 : 0;
    }
    return 0;
  }
};

}  // namespace

TEST_CASE("500 benches with one hidden fault: it is named first in nine of ten, among three in nearly all: C-097") {
  support::Seeded seed(1851);
  int first = 0, among = 0, readings = 0;
  constexpr int rounds = 500;
  for (int round = 0; round < rounds; ++round) {
    const FaultSetup setup = setupOf(seed.below(2), between(seed, 0.35, 0.9));
    const auto fault = static_cast<PackFault>(1 + seed.below(faultCount - 1));
    const BenchPack bench(setup, fault, seed);
    Signs signs;
    FaultRanking r = rankFaults(setup, signs);
    while (r.next && r.faults.front().probability < 0.97) {
      signs[static_cast<std::size_t>(*r.next)] = bench.read(*r.next, seed);
      ++readings;
      r = rankFaults(setup, signs);
    }
    const auto at =
        std::find_if(r.faults.begin(), r.faults.end(), [&](const RankedFault& f) { return f.fault == fault; }) - r.faults.begin();
    first += at == 0;
    among += at < 3;
  }
  CAPTURE(first, among, readings);
  CHECK(first >= 0.90 * rounds);
  CHECK(among >= 0.98 * rounds);
  CHECK(readings <= 7 * rounds);
}

TEST_CASE("nought volts at a plug are a board asleep, a fuse or a plug, never swapped poles; a minus is") {
  const FaultSetup setup = setupOf(1, 0.7);
  Signs signs;
  signs[static_cast<std::size_t>(Sign::PlugVolts)] = 0.1;
  FaultRanking r = rankFaults(setup, signs);
  CHECK((r.faults[0].fault == PackFault::Asleep || r.faults[0].fault == PackFault::FuseOpen));
  for (const RankedFault& f : r.faults)
    if (f.fault == PackFault::Swapped) CHECK(f.probability < 0.01);
  REQUIRE(r.next);
  CHECK((*r.next == Sign::Wakes || *r.next == Sign::FuseWhole));  // a look tells the two apart
  signs[static_cast<std::size_t>(Sign::FuseWhole)] = 0;
  CHECK(rankFaults(setup, signs).faults.front().fault == PackFault::FuseOpen);
  signs = {};
  signs[static_cast<std::size_t>(Sign::PlugVolts)] = -setup.model.restVoltage().value();
  CHECK(rankFaults(setup, signs).faults.front().fault == PackFault::Swapped);
}

TEST_CASE("of two cells side by side one is lost: half the Ah") {
  FaultSetup setup = setupOf(0, 0.5);
  setup.model.parallel = 2;
  Signs signs;
  signs[static_cast<std::size_t>(Sign::PutBack)] = setup.model.capacity.value() / 2 / 0.99;
  const RankedFault first = rankFaults(setup, signs).faults.front();
  CHECK(first.fault == PackFault::LostString);
  CHECK(first.probability > 0.9);
}

TEST_CASE("few points reach as far as Student's t says") {
  // ∫ Γ((ν+1)/2) / (√(νπ)·Γ(ν/2)) · (1 + x²/ν)^(−(ν+1)/2), from −t to t, by Simpson.
  const auto within = [](double t, double nu) {
    const auto density = [&](double x) {
      return std::exp(std::lgamma((nu + 1) / 2) - std::lgamma(nu / 2)) / std::sqrt(nu * M_PI) * std::pow(1 + x * x / nu, -(nu + 1) / 2);
    };
    constexpr int steps = 4000;
    double sum = 0;
    for (int i = 0; i <= steps; ++i) sum += (i == 0 || i == steps ? 1 : i % 2 == 1 ? 4 : 2) * density(2 * t * i / steps - t);
    return sum * (2 * t / steps) / 3;
  };
  for (std::size_t nu = 1; nu <= 10; ++nu) CHECK(within(studentNinety(nu), static_cast<double>(nu)) == Approx(0.9).margin(2e-4));
  for (std::size_t nu = 11; nu <= 300; nu += 7) CHECK(within(studentNinety(nu), static_cast<double>(nu)) == Approx(0.9).margin(3e-3));
  CHECK(studentNinety(0) == Approx(1.645));
}

TEST_CASE("chances are chances whatever is read, and nothing is asked twice") {
  support::Seeded seed(1852);
  for (int round = 0; round < 300; ++round) {
    FaultSetup setup = setupOf(seed.below(2), between(seed, 0, 1));
    setup.joined = seed.below(2) == 0;
    if (seed.below(4) == 0) setup.model.box = true, setup.model.parallel = 1;
    else if (seed.below(4) == 0) setup.model.parallel = 1;
    Signs signs;
    for (auto& s : signs)
      if (seed.below(2) == 0) s = seed.below(8) == 0 ? 1e9 * normal(seed) : 60 * normal(seed);
    const FaultRanking r = rankFaults(setup, signs);
    double sum = 0, last = 1;
    for (const RankedFault& f : r.faults) {
      CHECK(f.probability >= 0);
      CHECK(f.probability <= last + 1e-12);
      last = f.probability;
      sum += f.probability;
      if (f.fault == PackFault::InputDead && !setup.joined) CHECK(f.probability == 0);
      if (f.fault == PackFault::LostString && setup.model.parallel == 1) CHECK(f.probability == 0);
    }
    CHECK(sum == Approx(1));
    if (r.next) {
      CHECK(!signs[static_cast<std::size_t>(*r.next)]);
      CHECK(r.nextTells > 0);
    }
  }
}
