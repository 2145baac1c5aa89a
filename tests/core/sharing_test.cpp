// Do the packs share? Verdicts on simulated noisy logs, what they must not depend on, and logs that are no logs.
#include <catch2/catch.hpp>
#include <cmath>
#include <random>

#include <rapidcheck/catch.h>
#include "core/joining/discharge.h"
#include "core/joining/sharing.h"
#include "support/random.h"

using namespace usherwright;

namespace {

SharingInput sharingOf(const DischargeInput& in, const DischargeRun& joined) {
  SharingInput s;
  s.series = in.sources[0].series;
  s.curve = in.sources[0].curve;
  s.fuller = in.sources[0].capacity;
  s.all = in.sources[0].capacity + in.sources[1].capacity;
  s.ways = waysOf(in.sources, 0, in.joint, in.common);
  s.usual = in.load.current;
  const Second knee = joined.sources[1].knee.value_or(joined.end);
  s.knee = AmpereHour((in.sources[0].start - joined.at(knee).soc[0]).value() * in.sources[0].capacity.value());
  return s;
}

struct Log {
  std::vector<RideRow> rows;
  SharingInput input;
};

enum class Riding { Steady, Changing, ChangingWithoutCurrent, OnlyChargeAndVolts };

/// Powers that change every few seconds to minutes, now and then none at all.
std::vector<PowerStep> changingPowers(std::mt19937& random, double mean, double seconds) {
  const auto between = [&](double a, double b) { return std::uniform_real_distribution<double>(a, b)(random); };
  std::vector<PowerStep> out;
  for (double t = 0; t < seconds;) {
    t += between(5, 120);
    out.push_back({Second(t), Watt(between(0, 1) < 0.15 ? 0 : mean * between(0.4, 1.9))});
  }
  return out;
}

/// A noisy log of a random pair, of one pack alone or of both.
Log simulatedLog(std::mt19937& random, bool shared, std::size_t rows, double depth, double noise, double apart,
                 Riding riding = Riding::Steady) {
  const auto between = [&](double a, double b) { return std::uniform_real_distribution<double>(a, b)(random); };
  DischargeInput in;
  for (int i = 0; i < 2; ++i) {
    Source s;
    s.id = "p";
    s.series = 13;
    s.cells = Ohm(between(0.07, 0.14));
    s.path = Ohm(between(0.02, 0.05));
    s.slow = Ohm(between(0.015, 0.035));
    s.slowCapacitance = Farad(between(300, 1200));
    s.capacity = AmpereHour(between(8, 18));
    in.sources.push_back(s);
  }
  in.sources[0].start = StateOfCharge(between(0.9, 1.0));
  in.sources[1].start = StateOfCharge(in.sources[0].start.value() - apart);
  in.joint = {Volt(0.03), Ohm(0.003), true};
  in.load.constantPower = false;
  in.load.current = Ampere(between(5, 11));
  in.common = Ohm(0.01);
  in.cutoff = Volt(36);
  // What the plan says of the packs is not quite what they are.
  DischargeInput planned = in;
  for (Source& s : planned.sources) {
    const auto off = [&](auto value, double sigma) { return value * std::normal_distribution<double>(1.0, sigma)(random); };
    s.capacity = off(s.capacity, 0.03);
    s.cells = off(s.cells, 0.10);
    s.path = off(s.path, 0.10);
    s.slow = off(s.slow, 0.15);
  }
  Log log{{}, sharingOf(planned, discharge(planned))};
  if (!shared) in.sources.resize(1);
  const double amps = in.load.current.value();
  if (riding != Riding::Steady) in.profile = changingPowers(random, amps * 46, 40 * 3600 / amps);
  const DischargeRun run = discharge(in);
  const Table seconds = run.table(Second(1));
  const double wanted = depth * (shared ? log.input.all : log.input.fuller).value() * 3600;
  std::vector<double> charge{0};  // A·s drawn at each whole second
  while (charge.size() + 2 < seconds.rows() && charge.back() < wanted) charge.push_back(charge.back() + seconds.load()[charge.size() - 1]);
  std::normal_distribution<double> off(0.0, noise);
  for (std::size_t i = 0; i < rows; ++i) {
    const std::size_t at = (charge.size() - 1) * i / (rows - 1);
    const Second t(static_cast<double>(at));
    const Row row = run.at(t);
    RideRow r;
    r.drawn = AmpereHour(std::round(charge[at] / 36) / 100);
    r.volts = row.controller + Volt(off(random));
    if (riding != Riding::OnlyChargeAndVolts) r.time = t;
    if (riding != Riding::OnlyChargeAndVolts) r.distance = Kilometre(t.value() / 3600 * 18);
    if (riding == Riding::Steady || riding == Riding::Changing) r.current = row.load;
    log.rows.push_back(r);
  }
  return log;
}

bool isShared(Sharing s) { return s == Sharing::FromKnee || s == Sharing::FromStart || s == Sharing::Shares; }

}  // namespace

TEST_CASE("a ride is read from text, and a bad row is named") {
  const auto good = readRide("time_s,km,Ah,V\n0,0,0,54.1\n60,0.3,0.1,\"53,9\"\n");
  REQUIRE(good);
  CHECK(good->at(1).volts == Volt(53.9));
  CHECK(readRide("time_s,V\n0,54\n").error().sentence() ==
        "line 1: found no column Ah, expected columns Ah and V, and time_s, km or A if there are any.");
  CHECK(readRide("Ah,V\n0,54\n0.2,abc\n").error().sentence() == "line 3, column V: found \"abc\", expected a number.");
  CHECK(readRide("Ah,V\n0.4,54\n0.2,53\n").error().place == "line 3, column Ah");
}

TEST_CASE("sharing is told from noisy logs when it can be told, and a lone pack is not said to share") {
  const Riding riding = GENERATE(Riding::Steady, Riding::Changing, Riding::ChangingWithoutCurrent, Riding::OnlyChargeAndVolts);
  std::mt19937 random(4107);
  const auto between = [&](double a, double b) { return std::uniform_real_distribution<double>(a, b)(random); };
  int verdicts = 0, right = 0, logs = 0, lone = 0, falseShares = 0;
  for (int i = 0; i < 300; ++i) {
    const bool shared = i % 2 == 0;
    const Log log = simulatedLog(random, shared, 100 + static_cast<std::size_t>(between(0, 200)), between(0.5, 0.9), between(0.02, 0.1),
                                 between(0.08, 0.3), riding);
    const SharingVerdict v = judgeSharing(log.rows, log.input);
    ++logs;
    lone += !shared;
    falseShares += !shared && isShared(v.verdict);
    if (v.verdict == Sharing::CannotTell) continue;
    ++verdicts;
    right += shared == isShared(v.verdict);
  }
  INFO(verdicts << " verdicts on " << logs << " logs, " << right << " right, " << falseShares << " of " << lone
                << " lone packs said to share");
  CHECK(verdicts >= 0.70 * logs);
  CHECK(right >= 0.95 * verdicts);
  CHECK(falseShares <= 0.02 * lone);
}

TEST_CASE("short and flat logs say that they cannot tell") {
  std::mt19937 random(99);
  int told = 0, wrong = 0;
  for (int i = 0; i < 80; ++i) {
    const bool shared = i % 2 == 0;
    const Log log = simulatedLog(random, shared, 40, 0.015, 0.1, 0.1);
    const SharingVerdict v = judgeSharing(log.rows, log.input);
    if (v.verdict == Sharing::CannotTell) continue;
    ++told;
    wrong += shared != isShared(v.verdict);
  }
  INFO(told << " told, " << wrong << " of them wrong");
  CHECK(told <= 8);
  CHECK(wrong <= 1);
  Log few = simulatedLog(random, true, 20, 0.6, 0.05, 0.1);
  CHECK(judgeSharing(few.rows, few.input).verdict == Sharing::CannotTell);
  Log flat = simulatedLog(random, true, 200, 0.6, 0.02, 0.1);
  flat.input.chemistry = Chemistry::Lfp;
  const SharingVerdict v = judgeSharing(flat.rows, flat.input);
  CHECK(v.verdict == Sharing::CannotTell);
  CHECK(v.because.find("lfp") != std::string::npos);
}

TEST_CASE("a clear log says the same an hour later, on another day's kilometres, and with every second row left out") {
  std::mt19937 random(271);
  for (const bool shared : {true, false}) {
    const Log log = simulatedLog(random, shared, 240, 0.7, 0.04, 0.15, Riding::Changing);
    const SharingVerdict v = judgeSharing(log.rows, log.input);
    REQUIRE(v.verdict != Sharing::CannotTell);
    CHECK(isShared(v.verdict) == shared);
    std::vector<RideRow> later = log.rows, fewer;
    for (RideRow& r : later) {
      r.time = *r.time + Second(3600);
      r.distance += Kilometre(412);
    }
    const SharingVerdict moved = judgeSharing(later, log.input);
    CHECK(moved.verdict == v.verdict);
    CHECK(moved.confidence == Approx(v.confidence).margin(1e-9));
    for (std::size_t i = 0; i < log.rows.size(); i += 2) fewer.push_back(log.rows[i]);
    CHECK(isShared(judgeSharing(fewer, log.input).verdict) == shared);
    // Ah counted on from an earlier ride change nothing where there is no knee to be found.
    if (!shared)
      for (RideRow& r : later) r.drawn += AmpereHour(3);
    CHECK(isShared(judgeSharing(later, log.input).verdict) == shared);
  }
}

TEST_CASE("without noise the slope that is seen is one over the capacity that gives") {
  std::mt19937 random(33);
  for (const bool shared : {true, false}) {
    Log log = simulatedLog(random, shared, 300, 0.8, 0.0, 0.3);
    // From the knee on for a shared ride, where both give.
    if (shared) std::erase_if(log.rows, [&](const RideRow& r) { return r.drawn < log.input.knee + log.input.fuller * 0.3; });
    REQUIRE(log.rows.size() > 40);
    if (shared) log.input.ways.alone = log.input.ways.together;
    const SharingVerdict v = judgeSharing(log.rows, log.input);
    const double wanted = 1 / (shared ? log.input.all : log.input.fuller).value();
    INFO(shared);
    CHECK(v.slopeSeen == Approx(wanted).epsilon(0.12));
  }
}

TEST_CASE("rows that are no ride get no verdict, or one with a confidence; never a number that is not one") {
  rc::prop("garbage", [] {
    using support::between;
    std::vector<RideRow> rows;
    double drawn = 0;
    const int n = *rc::gen::inRange(0, 400);
    for (int i = 0; i < n; ++i) {
      RideRow r;
      if (*rc::gen::arbitrary<bool>()) r.time = Second(between(-10, 20000));
      r.distance = Kilometre(between(-1, 200));
      drawn += *rc::gen::inRange(0, 3) == 0 ? 0 : between(0, 3);
      r.drawn = AmpereHour(drawn);
      r.volts = Volt(between(-5, 90));
      if (*rc::gen::arbitrary<bool>()) r.current = Ampere(between(-20, 60));
      rows.push_back(r);
    }
    SharingInput in;
    in.fuller = AmpereHour(between(1, 30));
    in.all = in.fuller + AmpereHour(between(0.5, 30));
    in.ways = {{Ohm(0.15), Ohm(0.02)}, {Ohm(0.08), Ohm(0.01)}, Second(between(0, 60))};
    in.usual = Ampere(6);
    in.knee = AmpereHour(between(0, 5));
    const SharingVerdict v = judgeSharing(rows, in);
    RC_ASSERT(v.confidence >= 0 && v.confidence <= 1 + 1e-12);
    RC_ASSERT(std::isfinite(v.slopeSeen));
    RC_ASSERT(v.drawn.size() == v.rowsUsed);
    RC_ASSERT((v.verdict == Sharing::CannotTell) == !v.because.empty());
    if (v.more) RC_ASSERT(v.more->value() > 0);
  });
}

TEST_CASE("any text is a ride or one sentence about where it is none") {
  rc::prop("text", [] {
    static constexpr const char* heads[] = {"time_s,km,Ah,V,A", "Ah,V", "time_min,Ah,V", "Ah;V", "V,Ah,km", "km,V", ""};
    static constexpr const char* cells[] = {"0", "1.5", "53,9", "\"53,9\"", "-3", "1e9", "nan", "", "abc", "0x10", "9999999999"};
    std::string text = heads[*rc::gen::inRange(0, 7)];
    const int rows = *rc::gen::inRange(0, 12);
    for (int r = 0; r < rows; ++r) {
      text += *rc::gen::inRange(0, 6) == 0 ? "\r\n" : "\n";
      const int columns = *rc::gen::inRange(0, 7);
      for (int c = 0; c < columns; ++c) text += std::string(c ? "," : "") + cells[*rc::gen::inRange(0, 11)];
    }
    const auto ride = readRide(text);
    if (ride) {
      for (std::size_t i = 0; i < ride->size(); ++i) {
        RC_ASSERT(std::isfinite((*ride)[i].drawn.value()));
        RC_ASSERT(std::isfinite((*ride)[i].volts.value()));
        if (i) RC_ASSERT((*ride)[i].drawn >= (*ride)[i - 1].drawn);
      }
      return;
    }
    const std::string said = ride.error().sentence();
    RC_ASSERT(!said.empty());
    RC_ASSERT(said.size() < 300u);
    RC_ASSERT(said.find('\n') == std::string::npos);
    RC_ASSERT(said.ends_with("."));
  });
}
