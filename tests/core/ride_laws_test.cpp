// Laws of rides whose power changes, of packs in turns, and of the spread of part tolerance.
#include <catch2/catch.hpp>
#include <cmath>
#include <numeric>

#include <rapidcheck/catch.h>
#include "core/joining/discharge.h"
#include "core/joining/spread.h"
#include "support/circuits.h"
#include "support/random.h"

using namespace usherwright;
using support::between;

namespace {

/// Some hours of powers that change every few seconds to minutes, with rests between.
std::vector<PowerStep> randomProfile() {
  std::vector<PowerStep> out;
  const int rows = *rc::gen::inRange(20, 120);
  double t = 0;
  for (int i = 0; i < rows; ++i) {
    t += between(3, 180);
    out.push_back({Second(t), Watt(*rc::gen::inRange(0, 5) == 0 ? 0 : between(20, 650))});
  }
  return out;
}

DischargeInput randomRide(bool oneWay) {
  DischargeInput in;
  const int packs = *rc::gen::inRange(1, 5);
  for (int i = 0; i < packs; ++i) in.sources.push_back(support::randomPack(i));
  in.joint = oneWay ? Joint{Volt(between(0, 0.45)), Ohm(between(0.001, 0.008)), true} : Joint{Volt(0), Ohm(0.0005), false};
  in.load.limit = Ampere(between(14, 30));
  in.common = Ohm(between(0.002, 0.02));
  in.cutoff = Volt(between(37, 41));
  in.profile = randomProfile();
  return in;
}

}  // namespace

TEST_CASE("over a ride by profile what left the cells is what came to the bus, and heat") {
  rc::prop("balance", [] {
    const DischargeRun run = discharge(randomRide(*rc::gen::arbitrary<bool>()));
    const support::Balance b = support::balanceOf(run);
    RC_ASSERT(std::abs(b.expectedAtBus() - run.energyAtBus.value()) <= 4e-3 * std::abs(b.work) + 5e-3);
    RC_ASSERT(run.energyAtController.value() <= run.energyAtBus.value() + 1e-9);
  });
}

TEST_CASE("over a ride by profile a one-way joint never charges a pack, and the currents add up") {
  rc::prop("rows", [] {
    const DischargeRun run = discharge(randomRide(true));
    for (int i = 0; i < 200; ++i) {
      const Row row = run.at(run.end * (i / 200.0));
      double sum = 0;
      for (std::size_t k = 0; k < run.sources.size(); ++k) {
        RC_ASSERT(row.current[k].value() >= -1e-9);
        sum += row.current[k].value();
      }
      RC_ASSERT(std::abs(sum - row.load.value()) < 1e-6);
      RC_ASSERT(row.load <= run.input().load.limit + Ampere(1e-9));
    }
    for (const SourceResult& r : run.sources) RC_ASSERT(r.delivered.value() >= -1e-9);
  });
}

TEST_CASE("until it ends a ride by profile asks for what is written, and the controller stands above its cut-off") {
  rc::prop("power", [] {
    const DischargeRun run = discharge(randomRide(true));
    const auto& profile = run.input().profile;
    for (std::size_t i = 0; i < profile.size(); ++i) {
      const Second from = i ? profile[i - 1].until : Second(0);
      const Second t = (from + profile[i].until) * 0.5;
      if (t >= run.end - Second(1)) break;
      const Row row = run.at(t);
      RC_ASSERT(row.controller >= run.input().cutoff - Volt(1e-3));
      if (row.load < run.input().load.limit - Ampere(1e-6))
        RC_ASSERT(std::abs((row.controller * row.load - profile[i].power).value()) < 1e-3 * (1 + profile[i].power.value()));
    }
    if (run.cause == EndCause::RideOver) RC_ASSERT(std::abs((run.end - profile.back().until).value()) < 1e-6);
    else RC_ASSERT(run.end <= profile.back().until);
  });
}

TEST_CASE("a row of a ride that is cut in two changes nothing") {
  rc::prop("split", [] {
    DischargeInput in = randomRide(true);
    // The same powers, every row of several whole seconds in two.
    std::vector<PowerStep> cut;
    Second before(0);
    for (PowerStep& p : in.profile) {
      p.until = Second(std::ceil(p.until.value()));
      const double middle = std::floor((before + p.until).value() / 2);
      if (middle > before.value()) cut.push_back({Second(middle), p.power});
      cut.push_back(p);
      before = p.until;
    }
    const DischargeRun one = discharge(in);
    in.profile = cut;
    const DischargeRun two = discharge(in);
    RC_ASSERT(one.cause == two.cause);
    RC_ASSERT(std::abs((one.end - two.end).value()) < 0.05);
    for (std::size_t k = 0; k < one.sources.size(); ++k) RC_ASSERT(std::abs((one.sources[k].end - two.sources[k].end).value()) < 1e-6);
  });
}

TEST_CASE("packs in turns: never two at once behind a selector, and none goes back before its turn") {
  rc::prop("turns", [] {
    DischargeInput in = randomRide(false);
    in.joint.turns = Turns::OneAtATime;
    in.mark = StateOfCharge(between(0, 0.4));
    if (*rc::gen::arbitrary<bool>()) {
      in.profile.clear();
      in.load.constantPower = true;
      in.load.power = Watt(between(100, 400));
    }
    const DischargeRun run = discharge(in);
    int last = -1;
    std::vector<bool> over(in.sources.size(), false);
    for (int i = 0; i < 400; ++i) {
      const Row row = run.at(run.end * (i / 400.0));
      int now = -1, carrying = 0;
      for (std::size_t k = 0; k < in.sources.size(); ++k)
        if (row.current[k].value() > 1e-9) {
          ++carrying;
          now = static_cast<int>(k);
        }
      RC_ASSERT(carrying <= 1);
      if (now < 0 || now == last) continue;
      RC_ASSERT(!over[static_cast<std::size_t>(now)]);
      if (last >= 0) over[static_cast<std::size_t>(last)] = true;
      last = now;
    }
  });
}

TEST_CASE("switched inputs: packs are only added, and together they give what a joint gives them") {
  rc::prop("added", [] {
    DischargeInput in = randomRide(true);
    in.profile.clear();
    in.load.constantPower = true;
    in.load.power = Watt(between(100, 400));
    in.joint.turns = Turns::AddAtMark;
    in.mark = StateOfCharge(between(0, 0.6));
    const DischargeRun run = discharge(in);
    for (const SourceResult& r : run.sources)
      if (r.left) RC_ASSERT(r.leftBecause != LeaveCause::Switched);
    const support::Balance b = support::balanceOf(run);
    RC_ASSERT(std::abs(b.expectedAtBus() - run.energyAtBus.value()) <= 1e-4 * std::abs(b.work) + 1e-3);
  });
}

TEST_CASE("the spread of one pack at one current is that of its capacity") {
  DischargeInput in;
  Source s;
  s.id = "p";
  s.series = 13;
  s.cells = Ohm(0.1);
  s.path = Ohm(0.02);
  s.capacity = AmpereHour(10);
  s.start = StateOfCharge(0.9);
  s.floor = StateOfCharge(0.2);
  in.sources = {s};
  in.load.constantPower = false;
  in.load.current = Ampere(5);
  SpreadOptions options;
  options.runs = 6000;
  options.tolerance.meter = Volt(0);
  const Spread spread = spreadOf(in, options);
  // Ends at the floor: 0.7 · 10 Ah / 5 A. Capacity is normal with σ = 1.5 %, cut at three σ; a tenth lies below 1.2816 σ.
  const double middle = 0.7 * 10 / 5 * 3600;
  CHECK(spread.runs == 6000);
  CHECK(spread.end.count == 6000);
  CHECK(spread.end.middle == Approx(middle).epsilon(0.001));
  CHECK(spread.end.low == Approx(middle * (1 - 1.2816 * 0.015)).epsilon(0.0015));
  CHECK(spread.end.high == Approx(middle * (1 + 1.2816 * 0.015)).epsilon(0.0015));
  CHECK(spread.left[0].low == Approx(0.2).margin(1e-5));
  CHECK(spread.peak[0].high == Approx(5).epsilon(1e-6));
  // Twice the tolerance, twice as wide.
  options.tolerance.capacity = 0.06;
  const Spread wide = spreadOf(in, options);
  CHECK((wide.end.high - wide.end.low) / (spread.end.high - spread.end.low) == Approx(2).epsilon(0.03));
  // No tolerance at all: every run is the plan's own.
  options.tolerance = {0, 0, Volt(0)};
  const Spread none = spreadOf(in, options);
  CHECK(none.end.low == none.end.high);
  CHECK(none.end.middle == Approx(discharge(in).end.value()));
}
