// Laws of joined packs that hold for every circuit, checked on random ones.
#include <catch2/catch.hpp>
#include <cmath>

#include <rapidcheck/catch.h>
#include "core/joining/discharge.h"
#include "support/circuits.h"
#include "support/random.h"

using namespace usherwright;
using support::between;

namespace {

enum class Meeting { OneWay, Any };

DischargeInput randomInput(Meeting kind) {
  DischargeInput in;
  const int count = *rc::gen::inRange(1, 5);
  for (int i = 0; i < count; ++i) in.sources.push_back(support::randomPack(i));
  const bool oneWay = kind == Meeting::OneWay || *rc::gen::arbitrary<bool>();
  in.joint = oneWay ? Joint{Volt(between(0, 0.5)), Ohm(between(0.0005, 0.01)), true} : Joint{Volt(0), Ohm(0.0005), false};
  in.load.constantPower = *rc::gen::arbitrary<bool>();
  in.load.power = Watt(between(60, 700));
  in.load.current = Ampere(between(1, 15));
  in.load.limit = Ampere(between(15, 30));
  in.common = Ohm(between(0.002, 0.02));
  in.cutoff = Volt(between(36, 42));
  return in;
}

}  // namespace

TEST_CASE("energy at the bus is the energy of the cells less the heat") {
  rc::prop("balance", [] {
    const DischargeRun run = discharge(randomInput(Meeting::Any));
    const support::Balance b = support::balanceOf(run);
    RC_ASSERT(std::abs(b.expectedAtBus() - run.energyAtBus.value()) <= 1e-4 * std::abs(b.work) + 1e-3);
  });
}

TEST_CASE("a one-way joiner never charges a pack") {
  rc::prop("no current is negative", [] {
    const DischargeRun run = discharge(randomInput(Meeting::OneWay));
    for (int i = 0; i <= 200; ++i) {
      const Row row = run.at(run.end * (i / 200.0));
      for (std::size_t k = 0; k < run.sources.size(); ++k) RC_ASSERT(row.current[k].value() >= 0);
    }
    for (std::size_t k = 0; k < run.sources.size(); ++k) RC_ASSERT(run.sources[k].end <= run.input().sources[k].start);
  });
}

TEST_CASE("the currents of the packs add up to the load") {
  rc::prop("Kirchhoff", [] {
    const DischargeRun run = discharge(randomInput(Meeting::Any));
    for (int i = 0; i < 50; ++i) {
      const Row row = run.at(run.end * (i / 50.0));
      double sum = 0;
      for (std::size_t k = 0; k < run.sources.size(); ++k) sum += row.current[k].value();
      RC_ASSERT(std::abs(sum - row.load.value()) < 1e-6);
    }
  });
}

TEST_CASE("more lead never gives more energy at the controller") {
  rc::prop("monotony in the main lead", [] {
    DischargeInput in = randomInput(Meeting::OneWay);
    in.load.constantPower = true;
    in.load.power = Watt(between(60, 350));
    const DischargeRun shorter = discharge(in);
    in.common += Ohm(between(0.001, 0.03));
    const DischargeRun longer = discharge(in);
    RC_ASSERT(longer.energyAtController.value() <= shorter.energyAtController.value() + 0.02);
  });
}

TEST_CASE("the order of the packs changes nothing") {
  rc::prop("permutation", [] {
    DischargeInput in = randomInput(Meeting::Any);
    const DischargeRun forth = discharge(in);
    std::reverse(in.sources.begin(), in.sources.end());
    const DischargeRun back = discharge(in);
    RC_ASSERT(forth.cause == back.cause);
    RC_ASSERT(std::abs(forth.end.value() - back.end.value()) < 0.05);
    const std::size_t n = forth.sources.size();
    for (std::size_t k = 0; k < n; ++k) {
      RC_ASSERT(std::abs(forth.sources[k].delivered.value() - back.sources[n - 1 - k].delivered.value()) < 1e-3);
      RC_ASSERT(forth.sources[k].knee.has_value() == back.sources[n - 1 - k].knee.has_value());
    }
  });
}

TEST_CASE("k times the cells under k times the load last as long") {
  rc::prop("scaling", [] {
    DischargeInput in = randomInput(Meeting::Any);
    const DischargeRun one = discharge(in);
    const double k = between(1.5, 4);
    for (Source& s : in.sources) {
      s.cells *= 1 / k;
      s.path *= 1 / k;
      s.slow *= 1 / k;
      s.slowCapacitance *= k;
      s.capacity *= k;
    }
    in.joint.onResistance *= 1 / k;
    in.common *= 1 / k;
    in.load.power *= k;
    in.load.current *= k;
    in.load.limit *= k;
    const DischargeRun many = discharge(in);
    RC_ASSERT(one.cause == many.cause);
    RC_ASSERT(std::abs(one.end.value() - many.end.value()) < 0.5);
    for (int i = 0; i < 20; ++i) {
      const Second t = one.end * (i / 20.0);
      RC_ASSERT(std::abs(one.at(t).bus.value() - many.at(t).bus.value()) < 8e-3);
    }
  });
}

TEST_CASE("equal packs share evenly, from the first moment") {
  rc::prop("halves", [] {
    DischargeInput in = randomInput(Meeting::Any);
    in.sources = {in.sources.front(), in.sources.front()};
    const DischargeRun run = discharge(in);
    RC_PRE(run.end > Second(1));
    const Row row = run.at(run.end * 0.5);
    RC_ASSERT(std::abs(row.current[0].value() - row.current[1].value()) < 1e-6);
    RC_ASSERT(run.sources[0].knee == Second(0));
  });
}

TEST_CASE("while every current is positive a one-way joint without a drop is a direct one") {
  rc::prop("limit of the joint", [] {
    DischargeInput in = randomInput(Meeting::OneWay);
    in.joint = {Volt(0), Ohm(0.0005), true};
    for (Source& s : in.sources) s.start = StateOfCharge(0.9);
    const DischargeRun oneWay = discharge(in);
    in.joint.oneWay = false;
    const DischargeRun direct = discharge(in);
    const Second until = std::min(oneWay.end, direct.end) * 0.9;
    for (int i = 0; i <= 40; ++i) {
      const Row a = oneWay.at(until * (i / 40.0)), b = direct.at(until * (i / 40.0));
      for (std::size_t k = 0; k < in.sources.size(); ++k)
        if (b.current[k] <= Ampere(0.02)) return;  // from here on they may differ
      RC_ASSERT(std::abs((a.bus - b.bus).value()) < 0.01);
    }
  });
}

TEST_CASE("packs at one voltage split the load by their conductance") {
  rc::prop("split at the first instant", [] {
    DischargeInput in = randomInput(Meeting::Any);
    for (Source& s : in.sources) s.start = StateOfCharge(0.8);
    const DischargeRun run = discharge(in);
    RC_PRE(run.end > Second(1));
    const Row row = run.at(Second(0));
    double all = 0;
    for (const Source& s : run.input().sources) all += 1 / sourceResistance(s, in.joint).value();
    for (std::size_t k = 0; k < in.sources.size(); ++k) {
      const double share = 1 / sourceResistance(run.input().sources[k], in.joint).value() / all;
      RC_ASSERT(std::abs(row.current[k].value() - share * row.load.value()) < 1e-6 * row.load.value());
    }
  });
}

TEST_CASE("the interval of the rows does not change what they say") {
  rc::prop("rows agree with each other", [] {
    const DischargeRun run = discharge(randomInput(Meeting::Any));
    RC_PRE(run.end > Second(120));
    const Table fine = run.table(Second(1));
    const Table coarse = run.table(Second(60));
    for (std::size_t i = 0; i + 1 < coarse.rows(); ++i) {
      RC_ASSERT(std::abs(fine.bus()[60 * i] - coarse.bus()[i]) < 1e-9);
      const Row row = run.at(Second(coarse.time()[i]));
      RC_ASSERT(std::abs(row.bus.value() - coarse.bus()[i]) < 1e-9);
      for (std::size_t k = 0; k < run.sources.size(); ++k) RC_ASSERT(std::abs(row.current[k].value() - coarse.current(k)[i]) < 1e-7);
    }
    RC_ASSERT(fine.time().back() == run.end.value());
  });
}

TEST_CASE("a pack at its floor gives nothing, and no pack at all is said") {
  DischargeInput in;
  Source s;
  s.id = "empty";
  s.series = 13;
  s.cells = Ohm(0.1);
  s.capacity = AmpereHour(10);
  s.start = StateOfCharge(0);
  in.sources = {s};
  in.load.current = Ampere(5);
  in.load.constantPower = false;
  CHECK(discharge(in).cause == EndCause::LastPackEmpty);
  CHECK(discharge(in).end == Second(0));
  in.sources.clear();
  CHECK(discharge(in).cause == EndCause::NoPack);
}

TEST_CASE("zero load leaves a one-way joint at rest") {
  DischargeInput in;
  for (double soc : {0.9, 0.4}) {
    Source s;
    s.id = "p";
    s.series = 13;
    s.cells = Ohm(0.1);
    s.capacity = AmpereHour(10);
    s.start = StateOfCharge(soc);
    in.sources.push_back(s);
  }
  in.joint = {Volt(0.03), Ohm(0.003), true};
  in.load.constantPower = false;
  in.load.current = Ampere(0);
  in.longest = Second(3600);
  const DischargeRun run = discharge(in);
  CHECK(run.cause == EndCause::TimeLimit);
  CHECK(std::abs(run.sources[0].delivered.value()) < 1e-9);
  CHECK(std::abs(run.sources[1].delivered.value()) < 1e-9);
}

TEST_CASE("a selector uses one pack at a time and changes at the mark") {
  DischargeInput in;
  for (int i = 0; i < 2; ++i) {
    Source s;
    s.id = "p" + std::to_string(i);
    s.series = 13;
    s.cells = Ohm(0.1);
    s.capacity = AmpereHour(10);
    s.groupCutoff = Volt(2.8);
    in.sources.push_back(s);
  }
  in.joint = {Volt(0), Ohm(0.001), true, Turns::OneAtATime};
  in.mark = StateOfCharge(0.2);
  in.load.constantPower = false;
  in.load.current = Ampere(10);
  const DischargeRun run = discharge(in);
  REQUIRE(run.sources[0].left);
  CHECK(run.sources[0].end.value() == Approx(0.2).margin(1e-6));
  CHECK(run.sources[0].left->value() == Approx(0.8 * 3600).margin(0.1));  // 8 Ah at 10 A
  CHECK(run.at(Second(1800)).current[1] == Ampere(0));
  CHECK(run.at(*run.sources[0].left + Second(2)).load == Ampere(0));  // five seconds without power
  CHECK(run.at(*run.sources[0].left + Second(6)).current[1].value() == Approx(10));
  CHECK(run.sources[1].end < StateOfCharge(0.05));  // the last one runs to the end
}

TEST_CASE("a direct joint of unlike packs ends in bounded time, whoever overcharges whom") {
  DischargeInput in;
  for (int series : {13, 16}) {
    Source s;
    s.id = "p" + std::to_string(series);
    s.series = series;
    s.cells = Ohm(0.1);
    s.capacity = AmpereHour(10);
    s.start = StateOfCharge(0.95);
    in.sources.push_back(s);
  }
  in.joint = {Volt(0), Ohm(0.0005), false};
  in.load.power = Watt(200);
  in.cutoff = Volt(38);
  const DischargeRun run = discharge(in);
  CHECK(run.at(Second(1)).current[0] < Ampere(0));  // the lower pack is charged
  CHECK(run.cause != EndCause::TimeLimit);
  CHECK(run.table(Second(60)).rows() < 600);
}

TEST_CASE("a tiny load on huge packs with a fast slow part stays bounded") {
  DischargeInput in;
  Source s;
  s.id = "huge";
  s.series = 13;
  s.cells = Ohm(0.001);
  s.slow = Ohm(0.01);
  s.slowCapacitance = Farad(60);
  s.capacity = AmpereHour(5000);
  in.sources = {s};
  in.load.power = Watt(1);
  const DischargeRun run = discharge(in);
  CHECK(run.cause == EndCause::TimeLimit);
  CHECK(run.end == in.longest);
}
