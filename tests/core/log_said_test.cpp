// What the log makes of packs, rides, signs and lines whose every figure is given here, kept word for word: a constant that moves shows.
#include <fmt/format.h>

#include <algorithm>
#include <catch2/catch.hpp>
#include <cmath>

#include "core/log/faults.h"
#include "core/log/health.h"
#include "core/log/history.h"
#include "core/log/line.h"
#include "core/log/ride_learn.h"
#include "core/quantity/units.h"
#include "support/golden.h"
#include "support/plans.h"
#include "support/sweep.h"

using namespace usherwright;
using std::chrono::days;

namespace {

const Date theDay = *parseDate("2026-11-26");

std::string n(double v) { return formatNumber(v, 7); }
std::string n(const Bounded& b) { return fmt::format("{} ({} … {})", n(b.likely), n(b.low), n(b.high)); }

/// Of the second pack of the demo.
const PackModel& deck() {
  static const PackModel model = plans::assessed(plans::demo()).figures.packs[1].model;
  return model;
}

// ---- signs ----

std::string ranked(const FaultSetup& setup, const Signs& signs) {
  const FaultRanking r = rankFaults(setup, signs);
  std::string out;
  for (const RankedFault& f : r.faults)
    if (f.probability > 5e-4)
      out += fmt::format("{}{} {}", out.empty() ? "" : ", ", static_cast<int>(f.fault), formatNumber(f.probability, 3));
  return out + (r.next ? fmt::format("; next {} tells {}", static_cast<int>(*r.next), formatNumber(r.nextTells, 3)) : "; nothing more");
}

std::string signsOf(const FaultSetup& setup, const std::string& named) {
  std::string out;
  for (std::size_t f = 0; f < faultCount; ++f) {
    out += fmt::format("{} {}:", named, static_cast<int>(f));
    for (std::size_t s = 0; s < signCount; ++s) {
      const Shown shown = shownBy(setup, static_cast<PackFault>(f), static_cast<Sign>(s));
      out += fmt::format(" {}±{}", n(shown.middle), n(shown.spread));
    }
    out += "\n";
  }
  out += fmt::format("{}, nothing read: {}\n", named, ranked(setup, {}));
  for (std::size_t s = 0; s < signCount; ++s) {
    const auto sign = static_cast<Sign>(s);
    for (std::size_t f = 0; f < faultCount; ++f) {
      Signs signs;
      const double middle = shownBy(setup, static_cast<PackFault>(f), sign).middle;
      signs[s] = signUnit(sign).empty() ? std::round(middle) : middle;
      out += fmt::format("{}, {} as of {}: {}\n", named, s, f, ranked(setup, signs));
    }
  }
  return out;
}

// ---- rides ----

struct Recorded {
  double before = 90, after = 90, uses = 0.6, from = 0.95, hole = 0, ohms = 0.11, rounded = 0.1, every = 2;
  Chemistry kind = Chemistry::Nmc;
};

/// A pack on hills of one shape, without noise: what is learned follows from these figures alone.
std::string learned(const Recorded& r, const std::string& named) {
  PackModel m = deck();
  m.curve = RestCurve::typical(r.kind);
  std::vector<PowerMoment> all;
  double charge = r.from, end = 1e18, add = 0;
  for (double t = 0; t < end; t += r.every) {
    const bool rests = t < r.before || charge <= r.from - r.uses;
    if (rests && t >= r.before && end > 1e17) end = t + r.after;
    if (t > 1000 && add == 0) add = r.hole;
    const double amperes = rests ? 0 : 10 + 6 * std::sin(t / 9) + (static_cast<int>(t / 7) % 3 == 0 ? 3.0 : 0.0);
    charge -= amperes * r.every / 3600 / 16;
    const double volts = (m.curve.at(StateOfCharge(charge)) * m.series).value() - r.ohms * amperes;
    const auto cut = [&](double x) { return std::round(x / r.rounded) * r.rounded; };
    all.push_back({t + add, cut(volts), cut(amperes)});
  }
  const LearnedOfPack l = learnedOf(m, all);
  std::string out;
  for (const LearnedFigure* f : {&l.resistance, &l.charge})
    out += fmt::format("{}: {}{}\n", named, f->figure ? n(*f->figure) + " – " : std::string(), f->why);
  return out;
}

// ---- health ----

std::string healthWords(const PackHealth& h) {
  std::string out;
  for (const HealthPoint& p : h.points) out += fmt::format(" {}±{}{}", n(p.charge.value()), n(p.doubt.value()), p.tested ? "" : "~");
  out += "\n ";
  if (h.trend) {
    const HealthTrend& t = *h.trend;
    out += fmt::format(" now {}, a year {}, in a year {}", n(t.now), t.slopeKnown ? n(t.perYear) : "?", n(t.at(theDay + days(365))));
    for (const auto& day : {t.worn, t.wornFirst, t.wornLast}) out += day ? " " + formatDate(*day) : " –";
  }
  if (h.lost) out += fmt::format("; lost {} since {}, {} left", h.lost->strings, formatDate(h.lost->since), n(h.lost->share));
  return out + fmt::format("; {} cycles, {} plug-ins\n", n(h.fullCycles), h.plugIns);
}

/// `put`: Ah put back by tests forty days apart, the last one ten days ago.
Pack tested(const std::vector<double>& put) {
  Pack p;
  for (std::size_t i = 0; i < put.size(); ++i)
    p.capacityTests.edit().push_back({formatDate(theDay - days(10 + 40 * static_cast<int>(put.size() - 1 - i))),
                                      AmpereHour(put[i]),
                                      MilliOhm(100 + 2 * static_cast<double>(i)),
                                      {}});
  return p;
}

// ---- lines ----

std::string readAs(const std::string& line) {
  static const Plan plan = [] {
    Plan p = plans::demo();
    p.bike.gauge.bars = 5;
    return p;
  }();
  const LogLine l = readLogLine(line, plan, theDay);
  std::string out = std::string(loggedWord(l.entry));
  for (const auto& piece : l.pieces) out += "; " + piece.means;
  for (const std::string& ask : l.asks) out += "; ? " + ask;
  return out + (l.note.empty() ? "" : " “" + l.note + "”");
}

std::vector<double> by(double from, double to, double ratio, std::vector<double> edges) {
  for (double v = from; v <= to; v *= ratio) edges.push_back(v);
  std::sort(edges.begin(), edges.end());
  return edges;
}

}  // namespace

TEST_CASE("what every fault would show, and what every sign makes of it, is as it was") {
  std::string all;
  for (const auto& [charge, joined] : {std::pair{0.5, true}, {0.95, true}, {0.12, false}}) {
    FaultSetup s;
    s.model = deck();
    s.model.soc = StateOfCharge(charge);
    s.load = Ampere(14);
    s.share = joined ? 0.6 : 1;
    s.joined = joined;
    all += signsOf(s, fmt::format("{} {}", charge, joined ? "joined" : "alone"));
  }
  golden::compare("log-signs.txt", all);
}

TEST_CASE("what a ride says of a pack is as it was, and why it cannot tell") {
  std::string all = learned({}, "as usual");
  for (const double rest : {0.0, 50.0, 58.0, 60.0, 62.0, 64.0, 120.0}) {
    all += learned({.before = rest}, "rest before " + n(rest));
    all += learned({.after = rest}, "rest after " + n(rest));
  }
  all += learned({.before = 0, .after = 0}, "no rest");
  for (const double uses : {0.2, 0.24, 0.26, 0.3, 0.4, 0.5, 0.8}) all += learned({.uses = uses}, "uses " + n(uses));
  for (const double from : {1.0, 0.9, 0.8, 0.7, 0.6, 0.5}) all += learned({.uses = 0.3, .from = from}, "0.3 from " + n(from));
  for (const double hole : {30.0, 57.0, 58.0, 59.0, 61.0, 300.0}) all += learned({.hole = hole}, "hole of " + n(hole));
  for (const double ohms : {0.01, 0.03, 0.3}) all += learned({.ohms = ohms}, "ohms " + n(ohms));
  for (const double cut : {0.001, 0.01, 0.5, 1.0, 2.0}) all += learned({.rounded = cut}, "to " + n(cut));
  for (const double every : {1.0, 3.0, 4.0, 10.0}) all += learned({.every = every}, "every " + n(every));
  for (const double from : {1.0, 0.9, 0.8, 0.7, 0.6, 0.5, 0.4})
    for (const double uses : {0.28, 0.33, 0.38})
      all += learned({.uses = uses, .from = from, .kind = Chemistry::Lfp}, fmt::format("flat, {} from {}", uses, from));
  golden::compare("log-rides.txt", all);
}

TEST_CASE("how a pack is by its tests and charges is as it was, to the last digit") {
  std::string all;
  const auto add = [&](const std::string& name, const Pack& pack) { all += name + ":" + healthWords(healthOf(deck(), pack, 1, theDay)); };
  add("one", tested({16.2}));
  add("two", tested({16.2, 16.0}));
  add("fades", tested({16.4, 16.3, 16.1, 16.05, 15.8, 15.75, 15.6}));
  add("one is wild", tested({16.4, 16.3, 16.1, 12.4, 15.8, 15.75, 15.6, 15.5}));
  add("two are wild", tested({16.4, 18.9, 16.1, 16.0, 15.8, 13.1, 15.6, 15.5, 15.4}));
  add("rises", tested({15.2, 15.3, 15.6, 15.7}));
  for (const double left : {0.86, 0.82, 0.8, 0.76, 0.6, 0.5})
    add(fmt::format("falls to {}", left), tested({16.4, 16.3, 16.2, 16.15, 16.1, 16.05 * left, 16.0 * left}));
  Pack charged = tested({16.2});
  for (int i = 0; i < 8; ++i)
    charged.charges.edit().push_back({formatDate(theDay - days(12 * i + 1)),
                                      "",
                                      StateOfCharge(0.2 + 0.06 * i),
                                      StateOfCharge(i % 3 == 0 ? 1.0 : 0.9),
                                      Minute(200),
                                      AmpereHour(16 * (0.72 - 0.06 * i) + 0.1 * i),
                                      {}});
  add("charged", charged);
  golden::compare("log-health.txt", all);
  // What is said to have fallen on a day was down on that day, and nothing lasts below nothing.
  for (int share = 30; share <= 95; share += 5)
    for (int after = 1; after <= 4; ++after) {
      std::vector<double> put(7, 16.2);
      put.insert(put.end(), static_cast<std::size_t>(after), 16.2 * share / 100);
      const PackHealth h = healthOf(deck(), tested(put), 1, theDay);
      INFO(share << " % after " << after);
      if (h.lost) CHECK(formatDate(h.lost->since) == formatDate(h.points[7].day));
      REQUIRE(h.trend);
      CHECK(h.trend->at(theDay + days(3650)).low >= 0);
    }
}

TEST_CASE("a figure of a line of the log is likely, asked about or a note from where it was so on") {
  std::string all;
  const std::vector<double> edges{0.02, 0.2, 0.5, 1,  1.5, 2,   3,   4,   4.6, 5,    10,   15,   21.45,
                                  30,   45,  59,  60, 61,  100, 120, 300, 400, 1500, 2000, 6000, 9000};
  for (const char* text : {"ride {} km",
                           "ride {} mi",
                           "ride 20 km {} m climb",
                           "ride 20 km {} Wh",
                           "ride 20 km {} Wh!",
                           "ride 20 km {} Ah",
                           "ride 20 km {} min",
                           "ride 20 km {} h",
                           "ride 20 km {} °C",
                           "ride 20 km load {}",
                           "ride 20 km load {} kg",
                           "ride 20 km {} V left",
                           "ride 20 km {} bars left",
                           "ride 20 km 1 h {}",
                           "ride 20 km 1 h {} min",
                           "charged stock {} Ah",
                           "charged stock {} min",
                           "charged stock to {} %",
                           "test stock {} Ah",
                           "capacity test stock {} Ah",
                           "test stock 11 Ah {} mohm",
                           "capacity test stock 11 Ah {} mohm",
                           "cells stock {} 3.9 3.9 3.9 3.9 3.9 3.9 3.9 3.9 3.9 3.9 3.9 3.9",
                           "cells stock rested {} min 3.9 3.9 3.9 3.9 3.9 3.9 3.9 3.9 3.9 3.9 3.9 3.9 3.9",
                           "stored stock at {} %",
                           "hot stock {} °C"})
    all += sweep::over(text, by(0.01, 20000, 1.25, edges), text, readAs);
  for (const char* text : {"ride 20 km -{} °C", "hot stock -{} °C"}) all += sweep::over(text, by(1, 100, 1.25, {30, 31}), text, readAs);
  for (const char* line :
       {"ride 20 km 2 h 31",          "ride 20 km 2 h 3",     "ride 20 km 2 h 311",          "ride 20 km 2 h 31 2 bars left",
        "ride 20 km 2 h 2 bars left", "ride 20 km 2 h 31 Wh", "ride 20 km 2 h 31 bars left", "ride 20 km 2 h 31 hills",
        "ride 20 km 2 h 31 40",       "ride 12 oct 20 km",    "ride 12 oct 2025 20 km",      "ride 12. october 2025, 20 km",
        "ride oct 12 20 km",          "ride oct 12, 20 km",   "ride oct 12 2025, 20 km",     "ride 29 feb 20 km",
        "ride 26 nov 20 km",          "ride 27 nov 20 km",    "ride 20 km 2/5 bars left",    "ride 20 km 2/5",
        "ride 20 km took 2:31",       "ride 20 km 2:31",      "ride 20 km 18 km/h",          "ride 20 km 60 Wh",
        "ride 20 km 59 Wh",           "ride 20 km 1200 Wh",   "ride 20 km 1201 Wh",          "ride 20 km 2 h 31 bars"})
    all += fmt::format("{}: {}\n", line, readAs(line));
  golden::compare("log-lines.txt", all);
}

TEST_CASE("a row of the log says its figures as it did") {
  Plan plan = plans::demo();
  std::string all;
  REQUIRE(logRows(plan).empty());
  Pack& pack = plan.packs.front();
  pack.readings.edit().push_back({"2026-11-20", ReadingOf::Groups, {}, Minute(60), {Volt(3.912), Volt(3.105), Volt(3.948)}, {}});
  pack.readings.edit().push_back({"2026-11-21", ReadingOf::Groups, Volt(50.1), Minute(90), {Volt(3.912)}, {}});
  Ride ride;
  ride.when = "2026-11-22";
  ride.length = Kilometre(20);
  ride.energy = WattHour(250);
  ride.barsLeft = 1;
  plan.rides.edit().push_back(ride);
  for (const LogRow& r : logRows(plan)) all += fmt::format("{} {}: {}\n", formatDate(*r.day), r.word, r.words);
  golden::compare("log-rows.txt", all);
}
