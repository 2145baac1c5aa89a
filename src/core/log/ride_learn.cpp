// Resistance by regression, charge between rests.
#include "core/log/ride_learn.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <vector>

#include "core/quantity/units.h"

namespace usherwright {
namespace {

constexpr double nearBy = 3;     // s between two moments that answer each other
constexpr double leastStep = 2;  // A
constexpr std::size_t leastSteps = 30;
constexpr double huber = 1.345, normalQuartile = 0.6745;
constexpr double reach = 1.645;                               // nine times in ten
constexpr double worstResistance = 0.25, worstCharge = 0.15;  // of the figure, to either side
constexpr double gainDoubt = 0.015;                           // of a logger's amperes against its volts, one deviation
constexpr double coarsest = 1;                                // A: a column whose values lie farther apart is not rounded so, it jumps so
constexpr double idle = 0.5;                                  // A
constexpr double leastRest = 60;                              // s
constexpr double leastPart = 0.25;
constexpr double meter = 0.002;     // of the volts, one deviation
constexpr double restLeft = 0.003;  // V a cell that a minute's rest leaves, one deviation

std::string n(double v, int digits = 3) { return formatNumber(v, digits); }

/// The least step between two values of a column: its last digit.
template <class F>
double digitOf(std::span<const PowerMoment> all, F f) {
  double least = 1e9;
  for (std::size_t i = 1; i < all.size(); ++i) {
    const double step = std::abs(f(all[i]) - f(all[i - 1]));
    if (step > 1e-6) least = std::min(least, step);
  }
  return least > 1e8 ? 0 : std::min(least, coarsest);
}

struct Step {
  double volts, amperes;
};

LearnedFigure resistanceOf(std::span<const PowerMoment> all) {
  LearnedFigure out;
  std::vector<Step> steps;
  for (std::size_t i = 1; i < all.size(); ++i) {
    const double dt = all[i].t - all[i - 1].t, amperes = all[i].amperes - all[i - 1].amperes;
    if (dt > 0 && dt <= nearBy && std::abs(amperes) >= leastStep) steps.push_back({all[i].volts - all[i - 1].volts, amperes});
  }
  if (steps.size() < leastSteps) {
    out.why = fmt::format("this ride cannot tell resistance: {} steps of 2 A or more within 3 s, {} are needed", steps.size(), leastSteps);
    return out;
  }
  const double digit = digitOf(all, [](const PowerMoment& m) { return m.amperes; });
  const double rounding = digit * digit / 6;  // of a difference of two rounded values
  std::vector<double> weight(steps.size(), 1.0), off(steps.size());
  double ohms = 0, deviation = 0;
  for (int round = 0; round < 6; ++round) {
    double xy = 0, xx = 0;
    for (std::size_t i = 0; i < steps.size(); ++i) {
      xy += weight[i] * steps[i].volts * steps[i].amperes;
      xx += weight[i] * (steps[i].amperes * steps[i].amperes - rounding);
    }
    ohms = -xy / xx;
    double squares = 0;
    for (std::size_t i = 0; i < steps.size(); ++i) off[i] = std::abs(steps[i].volts + ohms * steps[i].amperes);
    std::vector<double> sorted = off;
    std::nth_element(sorted.begin(), sorted.begin() + static_cast<std::ptrdiff_t>(sorted.size() / 2), sorted.end());
    const double scale = std::max(1e-4, sorted[sorted.size() / 2] / normalQuartile);
    for (std::size_t i = 0; i < steps.size(); ++i) {
      weight[i] = off[i] / scale <= huber ? 1 : huber * scale / off[i];
      squares += weight[i] * off[i] * off[i];
    }
    // Neighbouring differences share a moment: their errors are worth about half as many.
    deviation = std::sqrt(2 * squares / static_cast<double>(steps.size()) / xx);
  }
  const double wide = reach * std::hypot(deviation, gainDoubt * ohms);
  if (!(ohms > 0) || wide > worstResistance * ohms) {
    out.why =
        "this ride cannot tell resistance: the volts do not follow the current (another pack carried along, or the two columns are apart "
        "in time)";
    return out;
  }
  out.figure = Bounded{1000 * (ohms - wide), 1000 * ohms, 1000 * (ohms + wide)};
  out.why = fmt::format("{} steps of current, with the leads up to where the volts were read", steps.size());
  return out;
}

/// Volts at the end of a rest at the beginning (or, from the back, at the end) of the ride.
template <class Iterator>
std::optional<double> restAt(Iterator from, Iterator to, bool fromBack) {
  double began = from->t, volts = 0, latest = 0;
  bool any = false;
  for (auto m = from; m != to && std::abs(m->amperes) < idle; ++m) {
    if (fromBack && !any) volts = m->volts;
    if (!fromBack) volts = m->volts;
    latest = m->t;
    any = true;
  }
  return any && std::abs(latest - began) >= leastRest ? std::optional(volts) : std::nullopt;
}

LearnedFigure chargeOf(const PackModel& m, std::span<const PowerMoment> all) {
  LearnedFigure out;
  const auto first = restAt(all.begin(), all.end(), false), last = restAt(all.rbegin(), all.rend(), true);
  if (!first || !last) {
    out.why =
        fmt::format("this ride cannot tell the charge: there is no minute of rest at its {}", !first && !last ? "beginning nor at its end"
                                                                                              : !first        ? "beginning"
                                                                                                              : "end");
    return out;
  }
  double coulombs = 0;
  for (std::size_t i = 1; i < all.size(); ++i) {
    const double dt = all[i].t - all[i - 1].t;
    if (dt > 60) {
      out.why = "this ride cannot tell the charge: it has a hole of more than a minute";
      return out;
    }
    coulombs += dt * (all[i].amperes + all[i - 1].amperes) / 2;
  }
  const auto read = [&](double volts) { return m.curve.inverse(Volt(volts / m.series)).value(); };
  // What volts a cell are worth in charge, on this part of the curve.
  const auto worth = [&](double volts, double off) {
    const double each = volts / m.series;
    return (m.curve.inverse(Volt(each + off)).value() - m.curve.inverse(Volt(each - off)).value()) / 2;
  };
  const double part = read(*first) - read(*last);
  if (part < leastPart) {
    out.why = fmt::format("this ride cannot tell the charge: it used {} of it, a quarter is needed",
                          formatQuantity(std::max(0.0, part), Kind::Fraction));
    return out;
  }
  const double ampereHours = coulombs / 3600 / part;
  // One meter is off the same way at both ends; what the rest has left over differs.
  const double meters = worth(*first, meter * *first / m.series) - worth(*last, meter * *last / m.series);
  const double rests = std::hypot(worth(*first, restLeft), worth(*last, restLeft));
  const double wide = reach * ampereHours * std::hypot(std::hypot(meters, rests) / part, gainDoubt);
  if (!(ampereHours > 0) || wide > worstCharge * ampereHours) {
    out.why = fmt::format("this ride cannot tell the charge: on this part of the curve the volts leave ± {} %",
                          n(100 * wide / std::abs(ampereHours), 2));
    return out;
  }
  out.figure = Bounded{ampereHours - wide, ampereHours, ampereHours + wide};
  out.why = fmt::format("{} Ah between {} and {} V at rest", n(coulombs / 3600), n(*first, 4), n(*last, 4));
  return out;
}

}  // namespace

LearnedOfPack learnedOf(const PackModel& model, std::span<const PowerMoment> moments) {
  if (moments.size() < 2)
    return {{std::nullopt, "there are no volts beside amperes in it"}, {std::nullopt, "there are no volts beside amperes in it"}};
  return {resistanceOf(moments), chargeOf(model, moments)};
}

}  // namespace usherwright
