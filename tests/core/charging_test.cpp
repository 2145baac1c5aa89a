// The charge over time against ngspice, and its laws; what ceilings, chargers without a label and half hours come to.
#include <rapidcheck/catch.h>
#include <unistd.h>
#include <catch2/catch.hpp>
#include <cmath>
#include <cstdlib>
#include <filesystem>
#include <fstream>
#include <random>
#include <sstream>

#include "core/charging/life.h"
#include "core/charging/of_plan.h"
#include "core/charging/settle.h"
#include "core/io/spice.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "core/plan/lists.h"
#include "core/studies/charging_studies.h"
#include "core/studies/charging_workings.h"
#include "support/plans.h"
#include "support/random.h"

using namespace usherwright;
using support::between;
namespace fs = std::filesystem;

namespace {

ChargeInput pair(const auto& draw) {
  ChargeInput in;
  in.curve = RestCurve::typical(draw(0, 1) < 0.7 ? Chemistry::Nmc : Chemistry::Lfp);
  in.series = 13;
  in.cells = Ohm(draw(0.05, 0.2));
  in.slow = Ohm(draw(0.01, 0.05));
  in.slowCapacitance = Farad(draw(300, 2000));
  in.path = Ohm(draw(0.01, 0.08));
  in.capacity = AmpereHour(draw(5, 20));
  in.start = StateOfCharge(draw(0, 0.6));
  in.set = Volt(13 * in.curve.at(StateOfCharge(1)).value() - draw(0, 0.8));
  in.current = Ampere(draw(2, 6));
  in.stop = Ampere(draw(0.1, 0.4));
  return in;
}

struct SpiceRow {
  double time, ampere, soc;
};

std::vector<SpiceRow> judged(const ChargeInput& in, Second until) {
  const fs::path folder = fs::temp_directory_path() / ("usherwright-charge-" + std::to_string(::getpid()));
  fs::create_directories(folder);
  const std::string table = (folder / "out").string(), deck = (folder / "deck.cir").string();
  std::ofstream(deck) << chargeNetlist(in, {until, Second(2), table});
  const std::string command = "ngspice -b " + deck + " > " + (folder / "log").string() + " 2>&1";
  REQUIRE(std::system(command.c_str()) == 0);
  std::ifstream file(table);
  REQUIRE(file.good());
  std::vector<SpiceRow> rows;
  for (std::string line; std::getline(file, line);) {
    std::istringstream fields(line);
    SpiceRow row{};
    if (fields >> row.time >> row.ampere >> row.soc) rows.push_back(row);
  }
  fs::remove_all(folder);
  return rows;
}

}  // namespace

TEST_CASE("time and Ah of 20 random charges are those of ngspice") {
  std::mt19937 random(14);
  for (int i = 0; i < 20; ++i) {
    const ChargeInput in = pair([&](double low, double high) { return std::uniform_real_distribution<double>(low, high)(random); });
    const ChargeRun run = charge(in);
    const std::vector<SpiceRow> rows = judged(in, run.end * 1.05);
    REQUIRE(rows.size() > 100);
    INFO(i << ": " << in.capacity.value() << " Ah, " << in.current.value() << " A");
    // Where the judge's current falls to the stop, or its charge comes to one.
    std::size_t k = 0;
    while (k + 1 < rows.size() && (rows[k].time < 60 || rows[k].ampere > in.stop.value()) && rows[k].soc < 1) ++k;
    CHECK(run.end.value() == Approx(rows[k].time).epsilon(0.005).margin(4));
    CHECK(run.socAtEnd.value() - in.start.value() == Approx(rows[k].soc - in.start.value()).epsilon(0.005));
    for (const double soc : {0.7, 0.8, 0.9}) {
      const auto at = run.timeTo(StateOfCharge(soc));
      const auto there = std::find_if(rows.begin(), rows.end(), [&](const SpiceRow& r) { return r.soc >= soc; });
      if (at && there != rows.end()) CHECK(at->value() == Approx(there->time).epsilon(0.005).margin(4));
    }
  }
}

TEST_CASE("a lower current is never sooner, a higher target never earlier, a limit in watts never faster; a summary says the same") {
  rc::prop("charges", [] {
    const ChargeInput in = pair([](double low, double high) { return between(low, high); });
    const ChargeRun run = charge(in), summary = charge(in, ChargeRows::Summary);
    RC_ASSERT(summary.points.empty());
    RC_ASSERT(summary.end == run.end);
    RC_ASSERT(summary.intoPack == run.intoPack);
    RC_ASSERT(run.heat.value() >= -1e-9);
    RC_ASSERT(*run.timeTo(in.start) == Second(0));
    ChargeInput half = in;
    half.target = StateOfCharge(between(in.start.value(), 1));
    const ChargeRun ended = charge(half, ChargeRows::Summary);
    RC_ASSERT(ended.end.value() <= run.end.value() + 1e-3);
    if (ended.reachedTarget()) {
      RC_ASSERT(std::abs((ended.socAtEnd - half.target).value()) < 1e-8);
      // The rows of the whole run pass there at the same time.
      RC_ASSERT(std::abs(run.timeTo(half.target).value_or(run.end).value() - ended.end.value()) <= 0.002 * ended.end.value() + 2);
    }
    ChargeInput slow = half;
    slow.current *= between(0.3, 0.99);
    const ChargeRun slower = charge(slow, ChargeRows::Summary);
    if (slower.reachedTarget() && ended.reachedTarget()) RC_ASSERT(slower.end.value() >= ended.end.value() - 1e-3);
    ChargeInput weak = half;
    weak.power = Watt(in.current.value() * in.set.value() * between(0.4, 1.2));
    const ChargeRun limited = charge(weak, ChargeRows::Summary);
    if (limited.reachedTarget() && ended.reachedTarget()) RC_ASSERT(limited.end.value() >= ended.end.value() - 1e-3);
  });
}

TEST_CASE("what is not held by volts goes on to full at its current") {
  ChargeInput in = pair([](double low, double) { return low; });
  in.tapers = false;
  const ChargeRun run = charge(in);
  CHECK(run.full);
  CHECK(Hour(run.end).value() == Approx(run.benchRule.value()));
  CHECK_FALSE(run.constantVoltageFrom);
}

TEST_CASE("a charger that is held by its watts gives them all the way, whatever its volts") {
  ChargeInput in = pair([](double low, double) { return low; });
  in.slow = Ohm(0.3);
  in.slowCapacitance = Farad(300);
  in.start = StateOfCharge(0.2);
  in.target = StateOfCharge(0.7);
  in.set = Volt(60);
  in.current = Ampere(6);
  in.power = Watt(100);
  const ChargeRun run = charge(in);
  CHECK(run.reachedTarget());
  CHECK(run.intoPack.value() == Approx(100 * Hour(run.end).value()).epsilon(0.006));
  for (std::size_t i = 1; i < run.points.size(); ++i) CHECK(run.points[i].current < Ampere(6));
}

TEST_CASE("the highest output of a charger is still right, and the next figure above it a Stop, for every chemistry and count") {
  for (const Chemistry c : {Chemistry::Nmc, Chemistry::Lipo, Chemistry::Lmo, Chemistry::Lfp, Chemistry::Lead})
    for (int series = 1; series <= 24; ++series)
      for (const Known<Celsius> at : {Known<Celsius>(), Known<Celsius>(Celsius(5)), Known<Celsius>(Celsius(35))}) {
        const Volt most = highestOutput(series, factsOf(c), at);
        CAPTURE(factsOf(c).name, series, most.value());
        CHECK(verdictOn(most, series, factsOf(c), at) == ChargeVerdict::Right);
        CHECK(verdictOn(Volt(std::nextafter(most.value(), 1e9)), series, factsOf(c), at) == ChargeVerdict::Stop);
      }
}

TEST_CASE("life: hand-worked factors, and no habit that is kinder ever lasts less") {
  LifeInput in;
  in.cyclesPerYear = 100;
  const LifeEstimate full = lifeOf(in);
  CHECK(full.cycles.likely == Approx(500));
  CHECK(full.calendarPerYear == Approx(0.02));
  CHECK(full.years.likely == Approx(0.2 / (0.2 * 100 / 500 + 0.02)));
  // The calendar's share is known to a factor of 1.5, the cycles from 300 to 800.
  CHECK(full.years.low == Approx(0.2 / (0.2 * 100 / 300 + 0.02 * 1.5)));
  CHECK(full.years.high == Approx(0.2 / (0.2 * 100 / 800 + 0.02 / 1.5)));
  for (const double below : {0.2, 0.21, 0.5}) {  // no gain further down
    in.belowFull = Volt(below);
    CHECK(lifeOf(in).byVolts == Approx(4));
  }
  in.belowFull = Volt(0.19);
  CHECK(lifeOf(in).byVolts == Approx(std::pow(2, 1.9)));
  in.belowFull = Volt(0.1);
  in.depth = 0.25;
  in.warmth = Celsius(35);
  CHECK(lifeOf(in).cycles.likely == Approx(500 * 2 * 2 * 0.7));
  in.chemistry = Chemistry::Lfp;
  CHECK(lifeOf(in).byVolts == 1);  // lower volts gain it nothing
  rc::prop("kinder", [] {
    LifeInput harsh;
    harsh.chemistry = static_cast<Chemistry>(*rc::gen::inRange(0, 4));
    harsh.depth = between(0.05, 1);
    harsh.warmth = Celsius(between(0, 50));
    harsh.meanCharge = between(0.3, 1);
    harsh.cyclesPerYear = between(0, 400);
    LifeInput kind = harsh;
    switch (*rc::gen::inRange(0, 4)) {
      case 0: kind.belowFull = Volt(between(0, 0.3)); break;
      case 1: kind.depth *= between(0.2, 1); break;
      case 2: kind.warmth = Celsius(harsh.warmth.value() - between(0, 20)); break;
      default: kind.meanCharge *= between(0.5, 1);
    }
    const LifeEstimate a = lifeOf(harsh), b = lifeOf(kind);
    RC_ASSERT(b.years.likely >= a.years.likely - 1e-9);
    RC_ASSERT(a.years.low <= a.years.likely);
    RC_ASSERT(a.years.likely <= a.years.high);
  });
}

TEST_CASE("a charger is settled by label and reading together, and says so only where one is left") {
  Charger c;
  c.name = "brick";
  CHECK(settleCharger(c).settled < 0);
  CHECK(settleCharger(c).sentence == "Nothing is known of brick.");
  // Any one thing is something.
  Charger one = c;
  one.output = Volt(54.6);
  CHECK(settleCharger(one).sentence.find("Nothing") == std::string::npos);
  one = c;
  one.reading = Volt(54.6);
  CHECK(settleCharger(one).sentence.find("Nothing") == std::string::npos);
  one = c;
  one.chemistry = Chemistry::Nmc;
  CHECK(settleCharger(one).sentence.find("Nothing") == std::string::npos);
  c.output = Volt(48);
  c.chemistry = Chemistry::Nmc;
  const SettledCharger open = settleCharger(c);
  CHECK(open.sentence == "brick may give 50.4 V (12S nmc), 54.6 V (13S nmc) or 58.8 V (14S nmc).");
  const auto has = [&](int series, Chemistry kind) {
    return std::any_of(open.candidates.begin(), open.candidates.end(),
                       [&](const ChargerCandidate& x) { return x.series == series && x.chemistry == kind; });
  };
  for (const auto& [series, kind] :
       {std::pair(24, Chemistry::Nmc), std::pair(28, Chemistry::Lfp), std::pair(42, Chemistry::Lead), std::pair(6, Chemistry::Lead)})
    CHECK(has(series, kind));
  for (const auto& [series, kind] :
       {std::pair(25, Chemistry::Nmc), std::pair(29, Chemistry::Lfp), std::pair(2, Chemistry::Nmc), std::pair(7, Chemistry::Lead)})
    CHECK_FALSE(has(series, kind));
  CHECK(open.settled < 0);  // a class, not an output
  CHECK(open.next.find("no-load output") != std::string::npos);
  c.reading = Volt(54.55);
  const SettledCharger read = settleCharger(c);
  REQUIRE(read.settled >= 0);
  CHECK(read.candidates[static_cast<std::size_t>(read.settled)].series == 13);
  c.reading = Volt(0.02);
  CHECK(settleCharger(c).settled < 0);
  CHECK(settleCharger(c).sentence.find("no verdict") != std::string::npos);
  c.setting = ChargerSetting::Programmable;
  c.reading = Volt(54.55);
  CHECK(settleCharger(c).settled < 0);
  c.setting.reset();
  c.reading = Volt(61);
  CHECK(settleCharger(c).sentence.find("contradict") != std::string::npos);
  c.output.reset();
  CHECK(settleCharger(c).sentence == "brick reads 61 V: no usual charger gives that.");
  // 54.6 V of 13S and 54.75 V of 15S lfp: no household meter tells them apart.
  c.output.reset();
  c.chemistry.reset();
  c.reading = Volt(54.7);
  CHECK(settleCharger(c).settled < 0);
}

TEST_CASE("no reading of a charger that is sold settles on another one, whatever the meter's error") {
  rc::prop("readings", [] {
    const SettledCharger all = settleCharger(Charger{});
    const ChargerCandidate made =
        all.candidates[static_cast<std::size_t>(*rc::gen::inRange<int>(0, static_cast<int>(all.candidates.size())))];
    Charger c;
    c.meterAccuracy = Coefficient(between(0.001, 0.03));
    const double error = made.output.value() * c.meterAccuracy->value() * between(-1, 1);
    c.reading = Volt(made.output.value() * between(0.992, 1.008) + error);
    if (*rc::gen::arbitrary<bool>()) c.chemistry = made.chemistry;
    const SettledCharger settled = settleCharger(c);
    const auto it = std::find_if(settled.candidates.begin(), settled.candidates.end(),
                                 [&](const ChargerCandidate& x) { return x.series == made.series && x.chemistry == made.chemistry; });
    RC_ASSERT(it->state != SettleState::Excluded);
    if (settled.settled >= 0) RC_ASSERT(settled.settled == it - settled.candidates.begin());
  });
}

TEST_CASE("what a wrong charger does: volts per cell, how soon, and which barrier is left") {
  const Plan plan = plans::sound();
  const Assessment a = plans::assessed(plan);
  const PackModel& m = a.figures.packs[0].model;
  Pack pack = plan.packs[0];
  const IfUsed used = ifUsed(m, pack, Volt(58.8), Ampere(2));
  CHECK(used.tooHigh);
  CHECK(used.perCell.value() == Approx(58.8 / 13));
  REQUIRE(used.untilFull);
  CHECK(used.untilFull->value() == Approx((1 - m.soc.value()) * m.capacity.value() / 2 * 3600).epsilon(0.01));
  CHECK(used.barrier == "its BMS alone, at 4.25 V per group");
  CHECK_FALSE(ifUsed(m, pack, Volt(58.8), std::nullopt).untilFull);
  pack.bms.cellFull = Volt(4.6);
  CHECK(ifUsed(m, pack, Volt(58.8), Ampere(2)).barrier.starts_with("nothing: its BMS cuts at 4.6 V"));
  pack.bms.present = false;
  CHECK(ifUsed(m, pack, Volt(58.8), Ampere(2)).barrier == "nothing: this pack has no BMS");
  pack.bms.present.reset();
  CHECK(ifUsed(m, pack, Volt(58.8), Ampere(2)).barrier == "a BMS, if it has one: nobody has looked");
  CHECK_FALSE(ifUsed(m, pack, Volt(54.6), Ampere(2)).tooHigh);
}

TEST_CASE("half an hour on the way: the Wh that a charger gives, none where a Stop or the cold stands against it") {
  Plan plan = plans::sound();
  plan.packs[0].soc = StateOfCharge(0.4);
  plan.packs[1].soc = StateOfCharge(0.4);
  const auto tops = topUps(plan, plans::assessed(plan), Minute(30));
  REQUIRE(tops.size() == 2);
  CHECK(tops[0].gained.value() == Approx(4 * 0.5 * 13 * 3.66).epsilon(0.03));
  CHECK(tops[0].gained > tops[1].gained);
  const auto wrong = topUps(plans::with(plan, "/chargers/1/output_V", "58.8"),
                            plans::assessed(plans::with(plan, "/chargers/1/output_V", "58.8")), Minute(30));
  const auto refused = std::find_if(wrong.begin(), wrong.end(), [](const TopUp& t) { return t.charger == 1; });
  CHECK(refused->refused.starts_with("CHG-01"));
  CHECK(refused->gained.value() == 0);
  plan.packs[0].chargeTemperature.reset();
  for (const TopUp& t : topUps(plan, plans::assessed(plan), Minute(30))) CHECK((t.pack != 0 || !t.refused.empty()));
}

TEST_CASE("a charge that was done is kept whole or refused with its reason; from empty to full it is a capacity test") {
  const Plan plan = plans::sound();
  ChargeRecord r{"2026-11-30", "charger-stock", StateOfCharge(0.4), std::nullopt, Minute(200), AmpereHour(6.1), {}};
  const auto kept = withCharge(plan, 0, r);
  REQUIRE(kept);
  CHECK(kept->packs[0].charges.size() == 1);
  const std::string words = chargeRecordWords(*kept, plans::assessed(*kept), 0, r);
  CHECK(words.starts_with("2026-11-30, charger-stock: from 40 % to full; 6.1 Ah put in, "));
  CHECK_FALSE(asCapacityTest(r));
  r.from = StateOfCharge(0.04);
  REQUIRE(asCapacityTest(r));
  CHECK(asCapacityTest(r)->putBack == AmpereHour(6.1));
  r.to = StateOfCharge(0.8);
  CHECK_FALSE(asCapacityTest(r));
  r.to = StateOfCharge(0.03);
  CHECK(withCharge(plan, 0, r).error().sentence() == "to: found 3 %, expected more than where it began.");
  r.to.reset();
  r.took.reset();
  r.putBack.reset();
  CHECK(withCharge(plan, 0, r).error().sentence() == "took, put in: found neither, expected the minutes, the Ah, or both.");
  r.took = Minute(5);
  r.when = "yesterday";
  CHECK_FALSE(withCharge(plan, 0, r));
  r.when = "2026-11-30";
  r.from.reset();
  CHECK_FALSE(withCharge(plan, 0, r));
  CHECK_FALSE(withCharge(plan, 7, r));
}

TEST_CASE("ways in: what is not known is never a way, and chargers on one bus are summed") {
  const auto said = [](const Plan& p) {
    std::string out;
    for (const std::string& s : waysIn(p, plans::assessed(p))) out += s + "\n";
    return out;
  };
  const Plan plan = plans::sound();
  CHECK(said(plan).find("stock: by its own port") != std::string::npos);
  CHECK(said(plan).find("The controller is off meanwhile.") != std::string::npos);
  CHECK(said(plans::with(plan, "/charging/controller_on", "")).find("not known yet") != std::string::npos);
  Plan bus =
      plans::with(plans::with(plans::with(plan, "/joining/method", "direct"), "/chargers/0/place", "bus"), "/chargers/1/place", "bus");
  CHECK(said(bus).find("small charger and deck charger: 6 A on the bus") != std::string::npos);
  CHECK(said(plans::with(bus, "/chargers/0/output_A", "")).find("how much flows is not known") != std::string::npos);
  CHECK(said(plans::with(bus, "/joining/method", "combiner")).find("no pack is charged from there") != std::string::npos);
  CHECK(said(plans::with(plan, "/chargers/0/place", "")).find("where it is plugged in is not known yet") != std::string::npos);
}

TEST_CASE("nickel and lead take more in than they store, and a charge of them is held against that") {
  const Plan plan = plans::with(plans::with(plans::sound(), "/cells/heron-29/chemistry", "nimh"), "/chargers/0/chemistry", "nimh");
  const Assessment a = plans::assessed(plan);
  const PackModel& m = a.figures.packs[0].model;
  const auto in = chargeInputOf(plan.chargers[0], plan.packs[0], m);
  REQUIRE(in);
  const ChargeRun run = charge(*in);
  CHECK(run.full);  // volts do not end it
  CHECK(Hour(run.end).value() == Approx(run.benchRule.value() / 0.75).epsilon(1e-6));
  const ChargeRecord record{"2026-11-01", "charger-stock", StateOfCharge(0.5), std::nullopt, std::nullopt, std::nullopt, {}};
  CHECK(expectedCharge(plan, plan.packs[0], m, record).missing.value() == Approx(m.capacity.value() * 0.5 / 0.75));
}

TEST_CASE("a supply on the way: watts, amperes at 12 V and hours, what is not known said so, and nothing of the mains") {
  Plan plan = plans::sound();
  CHECK(suppliesOnTheWay(plan).empty());
  plan = plans::with(plan, "/charging/supply", "vehicle");
  REQUIRE(suppliesOnTheWay(plan).size() == 2);
  CHECK(suppliesOnTheWay(plan)[1] ==
        "deck charger from the vehicle's socket: 248 W, 20.7 A at 12 V; what it gives for long is not known yet.");
  plan = plans::with(plans::with(plan, "/charging/supply_W", "150"), "/charging/supply_Wh", "500");
  CHECK(suppliesOnTheWay(plan)[1].find("too much, it gives 150 W; it lasts 2 h") != std::string::npos);
  CHECK(suppliesOnTheWay(plan)[0].find("too much") == std::string::npos);
}

TEST_CASE(
    "workings of ceilings, holds, rests and half hours hold the figures that the pages show, and none is there for what is not known") {
  Plan plan = plans::with(plans::sound(), "/packs/1/temperature_C", "45");
  plan.packs[1].soc = StateOfCharge(0.4);
  std::vector<Volt> groups(13, Volt(4.15));
  groups[3] = Volt(4.11);
  plan.packs[1].readings.edit().push_back({"2026-10-30", ReadingOf::Groups, {}, Minute(60), groups, {}});
  const Assessment a = plans::assessed(plan);
  const auto result = [&](const char* id) {
    const auto w = chargingWorkingOf(plan, a, id);
    return w ? w->result : std::string("none");
  };
  CHECK(result("ceiling/80").find(" years (") != std::string::npos);
  CHECK(result("hold/1") == formatNumber(holdTime(plan.packs[1], a.figures.packs[1].model)->value()) + " h");
  CHECK(result("rest/1").find("cells at 45 °C cool to 35 °C") != std::string::npos);
  CHECK(result("top-up/1/1").find(" Wh, ") != std::string::npos);
  for (const char* id :
       {"ceiling/81", "hold/0", "hold/9", "rest/0", "rest/7", "top-up/0/1", "top-up/9/9", "top-up/1", "ceiling/x", "night", ""})
    CHECK(result(id) == "none");
}
