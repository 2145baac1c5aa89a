// The parts of the discharge's integrator, each against plain numerical work: a stretch of one source, the held circuit with
// an answer taken in, the closing of a bracket.
#include <catch2/catch.hpp>
#include <cmath>

#include <rapidcheck/catch.h>
#include "core/joining/held.h"
#include "core/joining/trace.h"
#include "core/quantity/root.h"
#include "support/random.h"

using namespace usherwright;
using support::between;

namespace {

struct Stretch {
  circuit::Trace trace;
  double length = 0, ohm = 0, slowStart = 0;
  double start = 0, middle = 0, end = 0;
  double currentAt(double t) const {
    const double u = t / length;
    return start * (1 - u) * (1 - 2 * u) + middle * 4 * u * (1 - u) + end * u * (2 * u - 1);
  }
};

/// From a thousandth of the time constant to a thousand of them.
Stretch randomStretch() {
  Stretch s;
  s.trace.soc = between(0, 1);
  s.trace.perCharge = 1 / (3600 * between(2, 30));
  s.trace.tau = between(0.5, 100);
  s.trace.rate = 1 / s.trace.tau;
  s.length = s.trace.tau * std::pow(10.0, between(-3, 3));
  s.ohm = between(0.005, 0.1);
  s.slowStart = between(-1, 1);
  s.start = between(-20, 20);
  s.middle = between(-20, 20);
  s.end = between(-20, 20);
  s.trace.set(s.start, s.middle, s.end, 1 / s.length, s.ohm, s.slowStart);
  return s;
}

/// dv/dt = (R·I − v)/τ from 0 to `t` in many small steps of the classical fourth order; also ∫ I, ∫ I² and ∫ v².
struct Numerical {
  double v = 0, charge = 0, currentSquared = 0, slowSquared = 0;
};
Numerical integrate(const Stretch& s, double t) {
  const int steps = 4000 + static_cast<int>(20 * t / s.trace.tau);
  const double h = t / steps;
  Numerical n;
  n.v = s.slowStart;
  const auto slope = [&](double at, double v) { return (s.ohm * s.currentAt(at) - v) / s.trace.tau; };
  for (int i = 0; i < steps; ++i) {
    const double at = h * i;
    const double k1 = slope(at, n.v), k2 = slope(at + h / 2, n.v + h / 2 * k1), k3 = slope(at + h / 2, n.v + h / 2 * k2);
    const double k4 = slope(at + h, n.v + h * k3);
    const double next = n.v + h / 6 * (k1 + 2 * k2 + 2 * k3 + k4);
    const double half = n.v + h / 24 * (5 * k1 + 4 * k2 + 4 * k3 - k4);
    const double a = s.currentAt(at), b = s.currentAt(at + h / 2), c = s.currentAt(at + h);
    n.charge += h / 6 * (a + 4 * b + c);
    n.currentSquared += h / 6 * (a * a + 4 * b * b + c * c);
    n.slowSquared += h / 6 * (n.v * n.v + 4 * half * half + next * next);
    n.v = next;
  }
  return n;
}

}  // namespace

TEST_CASE("a stretch of one source: charge, slow voltage and their squares are those of small steps") {
  rc::prop("exact", [] {
    const Stretch s = randomStretch();
    const double t = s.length * between(0.01, 1);
    const Numerical n = integrate(s, t);
    const circuit::Trace& trace = s.trace;
    const double decay = trace.decayAt(t);
    const double scale = 20 * s.ohm + 1;
    RC_ASSERT(std::abs(trace.slowAt(t, decay) - n.v) < 2e-6 * scale);
    RC_ASSERT(std::abs(trace.chargeAt(t) - n.charge) < 1e-9 * (1 + 20 * t));
    RC_ASSERT(std::abs(trace.socAt(t) - (trace.soc - n.charge * trace.perCharge)) < 1e-9);
    RC_ASSERT(std::abs(trace.currentSquared(t) - n.currentSquared) < 1e-8 * (1 + 400 * t));
    // A stretch that is short against its time constant is the small difference of two large parts.
    const double parts = (trace.follow[0] * trace.follow[0] + trace.decay * trace.decay) * trace.tau;
    RC_ASSERT(std::abs(trace.slowSquared(t, decay) - n.slowSquared) < 2e-5 * scale * scale * t + 1e-14 * parts);
  });
}

TEST_CASE("a stretch passes through its three currents, and its drift is the slope there") {
  rc::prop("through", [] {
    const Stretch s = randomStretch();
    const double eps = s.length * 1e-5;
    for (const auto& [share, current] : {std::pair{0.0, s.start}, std::pair{0.5, s.middle}, std::pair{1.0, s.end}}) {
      const double t = s.length * share;
      const double seen = (s.trace.chargeAt(t + eps) - s.trace.chargeAt(t - eps)) / (2 * eps);
      RC_ASSERT(std::abs(seen - current) < 1e-4 * (1 + std::abs(current)));
      const double slope = (s.currentAt(t + eps) - s.currentAt(t - eps)) / (2 * eps);
      RC_ASSERT(std::abs(s.trace.driftAt(t) - slope) < 1e-4 * (1 + std::abs(slope)));
    }
  });
}

TEST_CASE("pieces of a rest curve: wherever the search begins it finds the one that holds the charge") {
  rc::prop("lookup", [] {
    circuit::RestLines lines;
    const int n = *rc::gen::inRange(1, 25);
    double from = 0;
    for (int i = 0; i < n; ++i) {
      const double to = from + between(0.01, 0.2);
      lines.push_back({from, to, between(30, 50), between(0, 10)});
      from = to;
    }
    lines.front().from = -std::numeric_limits<double>::infinity();
    lines.back().to = std::numeric_limits<double>::infinity();
    const double soc = between(-0.5, from + 0.5);
    const circuit::RestLine* begun = &lines[static_cast<std::size_t>(*rc::gen::inRange(0, n))];
    const circuit::RestLine* found = circuit::lineAt(begun, soc);
    RC_ASSERT(soc >= found->from);
    RC_ASSERT(soc <= found->to);
  });
}

TEST_CASE("a held circuit with a resistance added to a source is the circuit of a longer lead") {
  rc::prop("added", [] {
    circuit::Network net;
    net.count = 3;
    std::array<double, 3> emf{}, added{};
    circuit::Network longer;
    for (std::size_t k = 0; k < 3; ++k) {
      const double ohm = between(0.05, 0.3);
      added[k] = between(0, 0.2);
      net.conductance[k] = 1 / ohm;
      emf[k] = between(44, 54);
    }
    net.oneWay = *rc::gen::arbitrary<bool>();
    net.forwardDrop = net.oneWay ? between(0, 0.5) : 0;
    net.common = between(0, 0.02);
    net.load.constantPower = *rc::gen::arbitrary<bool>();
    net.load.power = Watt(between(50, 500));
    net.load.current = Ampere(between(1, 12));
    longer = net;
    for (std::size_t k = 0; k < 3; ++k) longer.conductance[k] = 1 / (1 / net.conductance[k] + added[k]);
    const auto conducting = static_cast<std::uint32_t>(*rc::gen::inRange(1, 8));
    const circuit::Held<3> with(net, conducting, false, added), plain(longer, conducting, false);
    const circuit::Point a = with.at(emf), b = plain.at(emf);
    RC_ASSERT(std::abs(a.bus - b.bus) < 1e-9);
    RC_ASSERT(std::abs(a.loadCurrent - b.loadCurrent) < 1e-9);
    double sum = 0;
    for (std::size_t k = 0; k < 3; ++k) {
      RC_ASSERT(std::abs(with.current(k, emf[k], a.bus) - plain.current(k, emf[k], b.bus)) < 1e-9);
      if (!(conducting >> k & 1u)) RC_ASSERT(with.current(k, emf[k], a.bus) == 0);
      sum += with.current(k, emf[k], a.bus);
    }
    RC_ASSERT(std::abs(sum - a.loadCurrent) < 1e-7);
  });
}

TEST_CASE("a bracket closes in on the zero, with few looks, and its upper end is past it") {
  rc::prop("bracket", [] {
    const double root = between(-5, 5), steep = between(0.01, 20), bend = between(0, 3);
    int looks = 0;
    const auto f = [&](double x) {
      ++looks;
      const double d = x - root;
      return steep * d + bend * d * d * d;
    };
    const double low = root - between(0.001, 8), high = root + between(0, 8);
    const double resolution = std::pow(10.0, -between(2, 9));
    const Bracket b = narrowed(f, {low, high, f(low), f(high)}, resolution);
    RC_ASSERT(b.high >= root - 1e-12);
    RC_ASSERT(b.low <= root);
    RC_ASSERT(b.high - b.low <= resolution * 1.0000001 || high - low <= resolution);
    RC_ASSERT(looks < 60);
  });
  // A function that jumps has no zero; the jump is found.
  const auto step = [](double x) { return x < 1.5 ? -1.0 : 4.0; };
  const Bracket b = narrowed(step, {0, 8, -1, 4}, 1e-6);
  CHECK(b.low < 1.5);
  CHECK(b.high >= 1.5);
  CHECK(b.high - b.low <= 1e-6);
}
