// One instant of joined packs: the operating point against its own conditions and against brute force.
#include <rapidcheck/catch.h>
#include <catch2/catch.hpp>
#include <cmath>

#include "core/joining/discharge.h"
#include "core/joining/equalise.h"
#include "core/joining/held.h"
#include "support/random.h"

using namespace usherwright;
using support::between;

namespace {

struct Case {
  circuit::Network net;
  std::array<double, maximumPacks> emf{};
  std::uint32_t present = 0;
};

Case randomCase() {
  Case c;
  c.net.count = static_cast<std::size_t>(*rc::gen::inRange(1, 5));
  for (std::size_t k = 0; k < c.net.count; ++k) {
    c.net.conductance[k] = 1 / between(0.03, 0.3);
    c.emf[k] = between(38, 56);
    c.present |= 1u << k;
  }
  c.net.oneWay = *rc::gen::arbitrary<bool>();
  c.net.forwardDrop = c.net.oneWay ? between(0, 0.6) : 0;
  c.net.common = between(0, 0.03);
  c.net.load.constantPower = *rc::gen::arbitrary<bool>();
  c.net.load.power = Watt(between(0, 900));
  c.net.load.current = Ampere(between(0, 25));
  c.net.load.limit = Ampere(between(10, 40));
  return c;
}

Source simple(double series, double ohm, double soc) {
  Source s;
  s.id = "s";
  s.series = static_cast<int>(series);
  s.cells = Ohm(ohm);
  s.capacity = AmpereHour(10);
  s.start = StateOfCharge(soc);
  return s;
}

}  // namespace

TEST_CASE("the operating point obeys the joints, Kirchhoff and the load") {
  rc::prop("conditions", [] {
    const Case c = randomCase();
    const circuit::Operating op = circuit::solve(c.net, c.emf, c.present);
    if (op.collapsed) return;
    double sum = 0;
    for (std::size_t k = 0; k < c.net.count; ++k) {
      const double open = c.emf[k] - c.net.forwardDrop;
      if (op.conducting >> k & 1u) RC_ASSERT(std::abs(op.current[k] - (open - op.bus) * c.net.conductance[k]) < 1e-9);
      else RC_ASSERT(open <= op.bus + 1e-9);  // a shut joint has the higher volts behind it
      if (c.net.oneWay) RC_ASSERT(op.current[k] >= -1e-9);
      sum += op.current[k];
    }
    RC_ASSERT(std::abs(sum - op.loadCurrent) < 1e-7);
    RC_ASSERT(std::abs(op.controller - (op.bus - op.loadCurrent * c.net.common)) < 1e-9);
    if (!c.net.load.constantPower) RC_ASSERT(op.loadCurrent == c.net.load.current.value());
    else if (op.limited) RC_ASSERT(op.loadCurrent == c.net.load.limit.value());
    else RC_ASSERT(std::abs(op.controller * op.loadCurrent - c.net.load.power.value()) < 1e-6);
  });
}

TEST_CASE("with the conducting set held the operating point is the same one") {
  rc::prop("held", [] {
    const Case c = randomCase();
    const circuit::Operating op = circuit::solve(c.net, c.emf, c.present);
    if (op.collapsed) return;
    const circuit::Held<maximumPacks> held(c.net, op.conducting, op.limited);
    const auto point = held.at(c.emf);
    RC_ASSERT(std::abs(point.bus - op.bus) < 1e-9);
    RC_ASSERT(std::abs(point.loadCurrent - op.loadCurrent) < 1e-9);
  });
}

TEST_CASE("a collapse is said exactly when no bus voltage gives the power") {
  rc::prop("collapse", [] {
    Case c = randomCase();
    c.net.load.constantPower = true;
    c.net.load.limit = Ampere(1e9);
    c.net.load.power = Watt(between(500, 9000));
    // Brute force over the controller's current: the most power that the sources can give behind the common path.
    double most = 0;
    for (double bus = 0.02; bus < 60; bus += 0.01) {
      double current = 0;
      for (std::size_t k = 0; k < c.net.count; ++k) {
        const double i = (c.emf[k] - c.net.forwardDrop - bus) * c.net.conductance[k];
        if (!c.net.oneWay || i > 0) current += i;
      }
      if (current > 0) most = std::max(most, (bus - current * c.net.common) * current);
    }
    const circuit::Operating op = circuit::solve(c.net, c.emf, c.present);
    if (c.net.load.power.value() < most * 0.999) RC_ASSERT(!op.collapsed);
    if (c.net.load.power.value() > most * 1.001) RC_ASSERT(op.collapsed);
  });
}

TEST_CASE("the largest power is where brute force finds it") {
  rc::prop("maximum", [] {
    std::vector<Source> sources;
    const int n = *rc::gen::inRange(1, 5);
    for (int i = 0; i < n; ++i) sources.push_back(simple(13, between(0.05, 0.3), between(0.1, 1)));
    const Joint joint{Volt(between(0, 0.5)), Ohm(0.003), true};
    const MaximumPower found = maximumPower(sources, joint);
    double best = 0;
    for (double bus = 1; bus < 56; bus += 0.005) best = std::max(best, powerAtBus(sources, joint, Volt(bus)).value());
    RC_ASSERT(found.power.value() >= best - 0.05);
    RC_ASSERT(found.power.value() <= best + 0.5);
  });
}

TEST_CASE("two unlike resistances share a direct load by conductance") {
  DischargeInput in;
  in.sources = {simple(13, 0.1, 0.7), simple(13, 0.2, 0.7)};
  in.joint = {Volt(0), Ohm(0), false};
  in.load.constantPower = false;
  in.load.current = Ampere(9);
  const Row row = discharge(in).at(Second(0));
  CHECK(row.current[0].value() == Approx(6));
  CHECK(row.current[1].value() == Approx(3));
}

TEST_CASE("equal volts equalise nothing; the higher pack always gives") {
  const Joint direct{Volt(0), Ohm(0.0005), false};
  const Equalising still = equalise(simple(13, 0.1, 0.6), simple(13, 0.15, 0.6), direct);
  CHECK(still.moved.value() == Approx(0).margin(1e-9));
  CHECK(still.untilQuiet == Second(0));
  rc::prop("heat is what is lost, and it flows downhill", [&] {
    const double high = between(0.5, 1.0), low = between(0.05, high - 0.1);
    const Source a = simple(13, between(0.05, 0.3), high), b = simple(13, between(0.05, 0.3), low);
    const Equalising e = equalise(a, b, direct);
    RC_ASSERT(std::abs(e.peak.value() -
                       (a.curve.at(a.start) - b.curve.at(b.start)).value() * 13 / (a.cells + b.cells + Ohm(0.001)).value()) < 1e-6);
    RC_ASSERT(e.heat.value() >= 0);
    const DischargeRun run = discharge(equaliseInput(a, b, direct));
    RC_ASSERT(run.sources[0].end <= a.start);
    RC_ASSERT(run.sources[1].end >= b.start);
  });
}

TEST_CASE("the connect window follows its limits, and the cold") {
  const Source high = simple(13, 0.1, 0.9), low = simple(13, 0.1, 0.5);
  const Joint plug{Volt(0), MilliOhm(0.5), false};
  ReceivingLimits limits{Ampere(5), Ampere(30), Ampere(30), Celsius(20), factsOf(Chemistry::Nmc)};
  const ConnectWindow warm = connectWindow(high, low, plug, limits);
  CHECK(warm.receiving == 1);
  CHECK(warm.limiting == "receiving_charge_limit");
  CHECK(warm.window->value() == Approx(5 * 0.201));
  CHECK_FALSE(warm.mayConnect);
  limits.chargeLimit = Ampere(100);
  CHECK(connectWindow(high, low, plug, limits).limiting == "fuse");
  CHECK(connectWindow(high, low, plug, limits).allowed->value() == Approx(22.5));
  limits.cells = Celsius(5);
  CHECK(connectWindow(high, low, plug, limits).allowed->value() == Approx(9));
  limits.cells = Celsius(-3);
  CHECK(connectWindow(high, low, plug, limits).window->value() == 0);
  CHECK(connectWindow(high, low, plug, limits).limiting == "temperature");
  CHECK_FALSE(connectWindow(high, low, plug, {}).allowed.has_value());
  CHECK_FALSE(connectWindow(high, low, plug, {}).mayConnect);
  // The order of the two packs does not matter.
  CHECK(connectWindow(low, high, plug, limits).receiving == 0);
  CHECK(connectWindow(low, high, plug, limits).gap.value() == Approx(warm.gap.value()));
}
