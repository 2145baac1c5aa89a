// What volts and amperes of a ride say of a pack, against packs whose figures are known.
#include <catch2/catch.hpp>
#include <cmath>
#include <random>

#include "core/log/ride_learn.h"
#include "support/plans.h"

using namespace usherwright;

namespace {

struct Truth {
  double ohms = 0, slowOhms = 0, slowSeconds = 40, ampereHours = 0;
};

struct Logger {
  double every = 1, voltNoise = 0.02, ampereNoise = 0.05, digit = 0.1, gain = 1;
  double restBefore = 120, restAfter = 180, uses = 0.7, from = 0.95;
};

/// A pack of the model's cells ridden over hills: rest, power that changes every few seconds, rest again; written down by the logger.
std::vector<PowerMoment> ridden(const PackModel& m, const Truth& truth, const Logger& l, std::mt19937& random) {
  std::normal_distribution<double> normal;
  std::vector<PowerMoment> out;
  double charge = l.from, slow = 0, amperes = 0, until = l.restBefore;
  const double stop = l.from - l.uses;
  double restEnds = 1e18;
  const double step = 0.5;
  for (double t = 0; t < 40000; t += step) {
    if (restEnds > 1e17 && t >= until) {
      amperes = charge <= stop ? 0 : std::max(0.0, 9 + 7 * normal(random));
      until = t + 3 + static_cast<double>(random() % 20);
      if (charge <= stop) restEnds = t + l.restAfter;
    }
    if (t > restEnds) break;
    charge -= amperes * step / 3600 / truth.ampereHours;
    slow += (amperes * truth.slowOhms - slow) * (1 - std::exp(-step / truth.slowSeconds));
    if (std::fmod(t, l.every) > 1e-9) continue;
    const double volts = (m.curve.at(StateOfCharge(charge)) * m.series).value() - truth.ohms * amperes - slow;
    const auto rounded = [&](double x) { return l.digit > 0 ? std::round(x / l.digit) * l.digit : x; };
    out.push_back(
        {t, rounded(volts + l.voltNoise * normal(random)), rounded(l.gain * amperes + (amperes > 0 ? l.ampereNoise * normal(random) : 0))});
  }
  return out;
}

PackModel modelOf(const std::string& plan, std::size_t pack) { return plans::assessed(plans::example(plan)).figures.packs[pack].model; }

}  // namespace

TEST_CASE("C-097: 300 rides whose packs are known: each is near and its band holds nine times in ten") {
  std::mt19937 random(7);
  std::normal_distribution<double> normal;
  const PackModel model = modelOf("ferry-path-library-trike", 1);
  int resistances = 0, charges = 0, resistanceHeld = 0, chargeHeld = 0;
  std::vector<double> resistanceOff, chargeOff;
  for (int i = 0; i < 300; ++i) {
    Truth truth;
    truth.ohms = 0.06 + 0.15 * std::generate_canonical<double, 32>(random);
    truth.slowOhms = 0.02;
    truth.ampereHours = 8 + 14 * std::generate_canonical<double, 32>(random);
    Logger l;
    l.every = random() % 4 == 0 ? 2 : 1;
    l.digit = random() % 3 == 0 ? 0.01 : 0.1;
    l.voltNoise = 0.01 + 0.03 * std::generate_canonical<double, 32>(random);
    l.gain = 1 + 0.015 * normal(random);
    l.uses = 0.4 + 0.45 * std::generate_canonical<double, 32>(random);
    // The meter of the volts is off as well, the same way all the time.
    const double voltGain = 1 + 0.002 * normal(random);
    std::vector<PowerMoment> ride = ridden(model, truth, l, random);
    for (PowerMoment& p : ride) p.volts *= voltGain;
    // What a rest of minutes leaves over, a cell.
    const double left = 0.003 * normal(random) * model.series;
    for (auto p = ride.rbegin(); p != ride.rend() && p->amperes < 0.5; ++p) p->volts += left;
    const LearnedOfPack learned = learnedOf(model, ride);
    if (const auto& f = learned.resistance.figure) {
      ++resistances;
      resistanceOff.push_back(std::abs(f->likely / 1000 / truth.ohms - 1));
      resistanceHeld += f->low <= 1000 * truth.ohms && 1000 * truth.ohms <= f->high;
    }
    if (const auto& f = learned.charge.figure) {
      ++charges;
      chargeOff.push_back(std::abs(f->likely / truth.ampereHours - 1));
      chargeHeld += f->low <= truth.ampereHours && truth.ampereHours <= f->high;
    }
  }
  REQUIRE(resistances > 280);
  REQUIRE(charges > 280);
  std::sort(resistanceOff.begin(), resistanceOff.end());
  std::sort(chargeOff.begin(), chargeOff.end());
  INFO("resistance: " << resistances << ", median off " << resistanceOff[resistanceOff.size() / 2] << ", worst " << resistanceOff.back()
                      << ", held " << resistanceHeld << "; charge: " << charges << ", median off " << chargeOff[chargeOff.size() / 2]
                      << ", nine in ten " << chargeOff[chargeOff.size() * 9 / 10] << ", held " << chargeHeld);
  CHECK(resistanceOff.back() < 0.12);
  CHECK(chargeOff[chargeOff.size() / 2] < 0.02);
  CHECK(chargeOff[chargeOff.size() * 9 / 10] < 0.05);
  CHECK(resistanceHeld >= resistances * 85 / 100);
  CHECK(chargeHeld >= charges * 85 / 100);
  CHECK(resistanceHeld <= resistances * 95 / 100);
  CHECK(chargeHeld <= charges * 95 / 100);
}

TEST_CASE("C-097: what a ride cannot tell it does not tell") {
  std::mt19937 random(3);
  const PackModel model = modelOf("ferry-path-library-trike", 1);
  const Truth truth{0.12, 0.02, 40, 12};
  CHECK_FALSE(learnedOf(model, {}).resistance.figure);
  Logger slow;
  slow.every = 10;
  CHECK(learnedOf(model, ridden(model, truth, slow, random)).resistance.why.find("steps of 2 A or more within 3 s") != std::string::npos);
  Logger short_;
  short_.uses = 0.15;
  CHECK(learnedOf(model, ridden(model, truth, short_, random)).charge.why.find("a quarter is needed") != std::string::npos);
  Logger noRest;
  noRest.restBefore = 20;
  CHECK(learnedOf(model, ridden(model, truth, noRest, random)).charge.why.find("at its beginning") != std::string::npos);
  noRest.restAfter = 20;
  CHECK(learnedOf(model, ridden(model, truth, noRest, random)).charge.why.find("beginning nor at its end") != std::string::npos);
  // Volts of one ride beside amperes of another.
  std::vector<PowerMoment> ride = ridden(model, truth, {}, random);
  std::vector<PowerMoment> apart = ride;
  for (std::size_t i = 0; i + 40 < apart.size(); ++i) apart[i].volts = ride[i + 40].volts;
  CHECK(learnedOf(model, apart).resistance.why.find("do not follow") != std::string::npos);
  // A hole in it.
  std::vector<PowerMoment> holed = ride;
  for (std::size_t i = holed.size() / 2; i < holed.size(); ++i) holed[i].t += 90;
  CHECK(learnedOf(model, holed).charge.why.find("hole") != std::string::npos);
  // The flat curve: volts say little of the charge there.
  const PackModel flat = modelOf("allotment-barrow", 0);
  REQUIRE(flat.chemistry == Chemistry::Lfp);
  Logger middle;
  middle.from = 0.85;
  middle.uses = 0.4;
  const LearnedFigure& charge = learnedOf(flat, ridden(flat, truth, middle, random)).charge;
  CHECK_FALSE(charge.figure);
}

TEST_CASE("C-097: wild readings move a resistance little and a column in whole amperes is not taken for a finer one") {
  std::mt19937 random(11);
  const PackModel model = modelOf("ferry-path-library-trike", 1);
  const Truth truth{0.12, 0.02, 40, 12};
  std::vector<PowerMoment> ride = ridden(model, truth, {}, random);
  const double clean = learnedOf(model, ride).resistance.figure->likely;
  CHECK(clean == Approx(120).epsilon(0.04));
  for (std::size_t i = 0; i < ride.size(); i += 25) ride[i].volts += random() % 2 ? 6 : -9;
  REQUIRE(learnedOf(model, ride).resistance.figure);
  CHECK(learnedOf(model, ride).resistance.figure->likely == Approx(clean).epsilon(0.06));
  // Rounded to 1 A, the squares of small steps are larger than they were.
  Logger coarse;
  coarse.digit = 0;
  coarse.ampereNoise = 0;
  std::vector<PowerMoment> whole = ridden(model, truth, coarse, random);
  for (PowerMoment& p : whole) p.amperes = std::round(p.amperes);
  CHECK(learnedOf(model, whole).resistance.figure->likely == Approx(120).epsilon(0.03));
}
