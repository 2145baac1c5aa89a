// Turns, converters and rides by profile: worked by hand, and as laws.
#include <catch2/catch.hpp>
#include <cmath>

#include <rapidcheck/catch.h>
#include "core/joining/discharge.h"
#include "support/random.h"

using namespace usherwright;
using support::between;

namespace {

Source pack(int series, double soc, double ampereHours = 10) {
  Source s;
  s.id = "p";
  s.series = series;
  s.cells = Ohm(0.1);
  s.path = Ohm(0.02);
  s.capacity = AmpereHour(ampereHours);
  s.start = StateOfCharge(soc);
  s.groupCutoff = Volt(2.8);
  return s;
}

DischargeInput twoPacks() {
  DischargeInput in;
  in.sources = {pack(13, 0.95), pack(13, 0.7)};
  in.joint = {Volt(0.03), Ohm(0.003), true};
  in.load.constantPower = false;
  in.load.current = Ampere(8);
  in.common = Ohm(0.005);
  in.cutoff = Volt(39);
  return in;
}

DischargeInput withConverter() {
  DischargeInput in = twoPacks();
  in.sources[1] = pack(10, 0.9);
  Converter c;
  c.source = 1;
  c.set = Volt(48);
  c.outputLimit = Ampere(4);
  c.efficiency = 0.9;
  c.standby = Ampere(0.02);
  c.inputLow = Volt(25);
  c.ownCut = Volt(29);
  in.converter = c;
  return in;
}

}  // namespace

TEST_CASE("a converter at its current limit gives that current and takes the power over its efficiency") {
  DischargeInput in = withConverter();
  in.sources[0].start = StateOfCharge(0.3);  // about 46.6 V at rest: the bus is well below 48 V
  const DischargeRun run = discharge(in);
  const Row row = run.at(Second(60));
  // 8 A of load: 4 A through the converter, 4 A from the other pack.
  CHECK(row.current[0].value() == Approx(4.0).margin(1e-6));
  const double power = 4.0 * row.bus.value() / 0.9;
  const double emf = row.rest[1].value() - 0.12 * 0.02;
  const double terminal = (emf + std::sqrt(emf * emf - 4 * 0.12 * power)) / 2;
  CHECK(row.current[1].value() == Approx(power / terminal + 0.02).epsilon(1e-9));
}

TEST_CASE("above its setting a converter gives nothing and draws its standby") {
  DischargeInput in = withConverter();
  in.converter->set = Volt(40);
  in.sources[0].start = StateOfCharge(1);
  const Row row = discharge(in).at(Second(60));
  CHECK(row.current[0].value() == Approx(8.0).margin(1e-9));
  CHECK(row.current[1].value() == Approx(0.02).margin(1e-9));
}

TEST_CASE("a converter goes off at its own low cut and stays off; the rest carry on") {
  DischargeInput in = withConverter();
  in.sources[1].capacity = AmpereHour(2);
  in.sources[0].start = StateOfCharge(0.6);
  in.converter->ownCut = Volt(33);
  const DischargeRun run = discharge(in);
  REQUIRE(run.sources[1].left);
  CHECK(run.sources[1].leftBecause == LeaveCause::ConverterCut);
  CHECK(run.end > *run.sources[1].left + Second(60));
  CHECK(run.at(*run.sources[1].left + Second(30)).current[1] == Ampere(0));
  CHECK(run.at(*run.sources[1].left + Second(30)).current[0].value() == Approx(8.0).margin(1e-6));
}

TEST_CASE("outside its input window a converter is off, and hiccups end") {
  DischargeInput in = withConverter();
  in.converter->inputLow = Volt(39);  // 10S at 0.9 rests above, loaded falls below
  in.converter->ownCut = Volt(0);
  in.sources[1].cells = Ohm(0.8);
  in.sources[0].start = StateOfCharge(0.3);
  const DischargeRun run = discharge(in);
  CHECK(run.cause != EndCause::TimeLimit);
  CHECK(run.at(run.end * 0.9).current[1].value() == Approx(0.02).margin(1e-6));
}

TEST_CASE("what goes into a converter is what comes out, and its heat") {
  rc::prop("energy through the converter", [] {
    DischargeInput in = withConverter();
    in.sources[0].start = StateOfCharge(between(0.3, 1));
    in.sources[1].start = StateOfCharge(between(0.4, 1));
    in.converter->outputLimit = Ampere(between(1, 6));
    in.converter->set = Volt(between(42, 52));
    in.load.current = Ampere(between(2, 12));
    const DischargeRun run = discharge(in);
    RC_PRE(run.end > Second(600));
    const Table t = run.table(Second(1));
    double work = 0, heat = run.heatInConverter.value(), out = 0;
    for (std::size_t i = 0; i + 1 < t.rows(); ++i) {
      const double hours = (t.time()[i + 1] - t.time()[i]) / 3600;
      for (std::size_t k = 0; k < 2; ++k) {
        const double current = (t.current(k)[i] + t.current(k)[i + 1]) / 2;
        const Source& s = run.input().sources[k];
        const auto rest = [&](std::size_t row) { return (s.curve.at(StateOfCharge(t.soc(k)[row])) * s.series).value(); };
        work += current * (rest(i) + rest(i + 1)) / 2 * hours;
        heat += current * current * (0.12 + (k == 0 ? 0.003 : 0)) * hours + (k == 0 ? 0.03 * current * hours : 0);
      }
      out += (t.load()[i] + t.load()[i + 1]) / 2 * (t.bus()[i] + t.bus()[i + 1]) / 2 * hours;
    }
    INFO(work << " " << heat << " " << out << " " << run.energyAtBus.value());
    RC_ASSERT(std::abs(work - heat - out) < 2e-3 * work);
    RC_ASSERT(std::abs(run.energyAtBus.value() - out) < 2e-3 * out);
  });
}

TEST_CASE("switched inputs: the next pack is added at the mark, and the first stays") {
  DischargeInput in = twoPacks();
  in.joint.turns = Turns::AddAtMark;
  in.mark = StateOfCharge(0.4);
  in.order = {1, 0};
  const DischargeRun run = discharge(in);
  CHECK(run.at(Second(60)).current[0] == Ampere(0));
  CHECK(run.at(Second(60)).current[1].value() == Approx(8));
  // 0.3 of 10 Ah at 8 A.
  const Second mark(0.3 * 10 / 8 * 3600);
  CHECK(run.at(mark - Second(1)).current[0] == Ampere(0));
  CHECK(run.at(mark + Second(1)).current[0].value() > 5);
  REQUIRE(run.sources[0].knee);
  CHECK(run.sources[0].knee->value() == Approx(mark.value()).margin(0.1));
  CHECK(run.sources[1].end < StateOfCharge(0.35));  // it came back in when both stood alike
}

TEST_CASE("the lowest group decides when its pack leaves") {
  DischargeInput in = twoPacks();
  in.sources = {pack(13, 1)};
  in.cutoff = Volt(0);
  const DischargeRun even = discharge(in);
  in.sources[0].behind = 0.1;
  const DischargeRun uneven = discharge(in);
  CHECK(uneven.sources[0].end.value() == Approx(even.sources[0].end.value() + 0.1).margin(2e-3));
}

TEST_CASE("a ride by profile of one power is the ride at that power") {
  rc::prop("profile against stretches", [] {
    DischargeInput in = twoPacks();
    in.sources[0].slow = in.sources[1].slow = Ohm(0.03);
    in.sources[0].slowCapacitance = in.sources[1].slowCapacitance = Farad(700);
    in.sources[0].start = StateOfCharge(between(0.3, 1));
    in.sources[1].start = StateOfCharge(between(0.3, 1));
    in.load.constantPower = true;
    in.load.power = Watt(between(100, 500));
    const DischargeRun held = discharge(in);
    RC_PRE(held.end > Second(300));
    in.profile = {{held.end + Second(5000), in.load.power}};
    const DischargeRun stepped = discharge(in);
    RC_ASSERT(stepped.cause == held.cause);
    RC_ASSERT(std::abs((stepped.end - held.end).value()) < 0.5);
    RC_ASSERT(std::abs((stepped.energyAtBus - held.energyAtBus).value()) < 2e-4 * held.energyAtBus.value() + 0.01);
    for (int i = 1; i < 20; ++i) {
      const Row a = held.at(held.end * (i / 20.0)), b = stepped.at(held.end * (i / 20.0));
      RC_ASSERT(std::abs((a.bus - b.bus).value()) < 0.01);
      for (std::size_t k = 0; k < 2; ++k) RC_ASSERT(std::abs((a.current[k] - b.current[k]).value()) < 0.03);
    }
  });
}

TEST_CASE("a ride by profile ends with its last row, by the controller, or when nothing can be drawn") {
  DischargeInput in = twoPacks();
  in.profile = {{Second(600), Watt(200)}, {Second(900), Watt(0)}, {Second(1500), Watt(300)}};
  const DischargeRun run = discharge(in);
  CHECK(run.cause == EndCause::RideOver);
  CHECK(run.end == Second(1500));
  CHECK(run.at(Second(700)).load == Ampere(0));
  CHECK(run.at(Second(300)).load.value() * run.at(Second(300)).controller.value() == Approx(200).epsilon(1e-6));
  in.profile = {{Second(60), Watt(100)}, {Second(120), Watt(2000)}};
  in.cutoff = Volt(51);
  const DischargeRun cut = discharge(in);
  CHECK(cut.cause == EndCause::ControllerCutoff);
  CHECK(cut.end.value() == Approx(60).margin(1e-3));
}

TEST_CASE("finer time steps converge on the same ride") {
  rc::prop("refinement", [] {
    DischargeInput in = twoPacks();
    for (Source& s : in.sources) {
      s.slow = Ohm(between(0.01, 0.05));
      s.slowCapacitance = Farad(between(300, 2000));
      s.start = StateOfCharge(between(0.4, 1));
      s.capacity = AmpereHour(between(6, 20));
    }
    in.load.constantPower = *rc::gen::arbitrary<bool>();
    in.load.power = Watt(between(150, 500));
    const DischargeRun usual = discharge(in);
    in.fineness = 300;
    const DischargeRun fine = discharge(in);
    RC_ASSERT(fine.cause == usual.cause);
    RC_ASSERT(std::abs((fine.end - usual.end).value()) < 1.0);
    RC_ASSERT(fine.stretchCount() >= usual.stretchCount());
    for (int i = 0; i < 100; ++i) {
      const Second t = std::min(fine.end, usual.end) * (i / 100.0);
      RC_ASSERT(std::abs((fine.at(t).bus - usual.at(t).bus).value()) < 0.02);
    }
  });
}

TEST_CASE("a slow part much faster than the pack is empty leaves every figure a number") {
  // A first stretch that is tried reaches far below an empty pack, where the rest curve's last piece is below 0 V.
  DischargeInput in = twoPacks();
  in.sources.resize(1);
  Source& s = in.sources[0];
  s.cells = Ohm(0.04);
  s.path = Ohm(0.01);
  s.slow = Ohm(0.01);
  s.slowCapacitance = Farad(200);
  s.capacity = AmpereHour(4);
  s.start = StateOfCharge(0.51454);
  s.groupCutoff = Volt(2.8);
  in.joint = Joint{Volt(0.0677), Ohm(0.0005), true};
  in.load.constantPower = false;
  in.load.current = Ampere(9.26658);
  in.cutoff = Volt(36);
  const DischargeRun run = discharge(in);
  REQUIRE(run.cause == EndCause::LastPackEmpty);
  // Constant current: all 2.05816 Ah are given, at 9.26658 A.
  CHECK(run.sources[0].delivered.value() == Approx(2.05816).margin(1e-6));
  CHECK(run.end.value() == Approx(2.05816 * 3600 / 9.26658).margin(1e-3));
  // At the end the curve stands at 13 · 3.0 V; joint, cells, path and the settled slow part take the rest.
  CHECK(run.at(run.end).bus.value() == Approx(39 - 0.0677 - 9.26658 * (0.04 + 0.01 + 0.01 + 0.0005)).margin(1e-3));
}
