// Charger match and the charging run.
#include "core/charging/charging.h"

#include <algorithm>
#include <cmath>

#include "core/quantity/problem.h"
#include "core/quantity/root.h"

namespace usherwright {
namespace {

constexpr double longestHours = 400;  // no charge is waited for longer
constexpr double mostSteps = 20000;
const Volt stopAbove(0.02), partialBelow(0.10);  // per cell, around the charge voltage
const Volt leadLeast(2.38), leadHighest(2.50);   // per cell, cyclic, 25 °C
constexpr double rounding = 1e-6;                // of a voltage: what equals a limit keeps it

/// State of a charging pack; times in seconds, plain numbers inside.
struct Charging {
  const ChargeInput* input;
  double soc = 0, v1 = 0, t = 0, joule = 0;
  bool constantVoltage = false;

  const ChargeInput& pack() const { return *input; }
  double rest(double s) const { return pack().series * pack().curve.at(StateOfCharge(s)).value(); }
  double loop() const { return (pack().cells + pack().path).value(); }
  double currentAt(double s, double slow) const {
    if (!constantVoltage) return pack().current.value();
    return (pack().set.value() - rest(s) - slow) / loop();
  }
  double terminal() const { return rest(soc) + v1 + pack().current.value() * loop(); }

  /// Classical fourth-order step; the rest curve is piecewise linear, steps are short beside its pieces.
  void step(double h) {
    const double perCharge = 1 / (3600 * pack().capacity.value());
    const double c = pack().slowCapacitance.value();
    const double r = pack().slow.value();
    struct D {
      double s, v, w;
    };
    const auto slope = [&](double s, double v) {
      const double i = currentAt(std::min(s, 1.0), v);
      const double volts = constantVoltage ? pack().set.value() : rest(std::min(s, 1.0)) + v + i * loop();
      return D{i * perCharge, r > 0 ? i / c - v / (r * c) : 0.0, volts * i};
    };
    const D a = slope(soc, v1);
    const D b = slope(soc + h / 2 * a.s, v1 + h / 2 * a.v);
    const D d = slope(soc + h / 2 * b.s, v1 + h / 2 * b.v);
    const D e = slope(soc + h * d.s, v1 + h * d.v);
    soc += h / 6 * (a.s + 2 * b.s + 2 * d.s + e.s);
    v1 += h / 6 * (a.v + 2 * b.v + 2 * d.v + e.v);
    joule += h / 6 * (a.w + 2 * b.w + 2 * d.w + e.w);
    t += h;
  }
};

/// Steps that the slow part and the taper allow, and no more of them than the whole charge deserves.
double stepLength(const ChargeInput& in) {
  double h = 20;
  if (in.slow.value() > 0) h = std::min(h, in.slow.value() * in.slowCapacitance.value());
  const double taper = (in.cells + in.path).value() * in.capacity.value() * 3600 / (in.series * 1.5);
  const double whole = std::min(longestHours * 3600, 1.5 * (1 - in.start.value()) * in.capacity.value() * 3600 / in.current.value());
  return std::max({0.05, whole / mostSteps, std::min(h, taper / 4)});
}

/// A slow part that is shorter than a step acts as a plain resistance.
ChargeInput withoutFastPart(ChargeInput in, double step) {
  if (in.slow.value() <= 0 || in.slow.value() * in.slowCapacitance.value() >= step) return in;
  in.cells += in.slow;
  in.slow = Ohm(0);
  return in;
}

}  // namespace

std::string_view chargeVerdictWord(ChargeVerdict verdict) {
  switch (verdict) {
    case ChargeVerdict::Right: return "right";
    case ChargeVerdict::Partial: return "partial";
    case ChargeVerdict::Stop: return "stop";
  }
  return "";
}

Volt excessPerCell(Volt output, int series, const ChemistryFacts& cells) { return output / static_cast<double>(series) - cells.charge; }

Volt highestOutput(int series, const ChemistryFacts& cells) {
  if (cells.kind == Chemistry::Nimh) return Volt(1e6);
  return (cells.kind == Chemistry::Lead ? leadHighest : cells.charge + stopAbove) * series * (1 + rounding);
}

ChargeVerdict verdictOn(Volt output, int series, const ChemistryFacts& cells) {
  if (cells.kind == Chemistry::Nimh) return ChargeVerdict::Right;
  if (output > highestOutput(series, cells)) return ChargeVerdict::Stop;
  const Volt least = cells.kind == Chemistry::Lead ? leadLeast : cells.charge - partialBelow;
  return output >= least * series * (1 - rounding) ? ChargeVerdict::Right : ChargeVerdict::Partial;
}

std::optional<StateOfCharge> socReached(Volt output, int series, const RestCurve& curve, const ChemistryFacts& cells) {
  if (verdictOn(output, series, cells) == ChargeVerdict::Stop) return std::nullopt;
  return curve.inverse(output / static_cast<double>(series));
}

std::optional<CurrentLimit> smallestLimit(const std::vector<CurrentLimit>& limits) {
  const auto found =
      std::min_element(limits.begin(), limits.end(), [](const CurrentLimit& a, const CurrentLimit& b) { return a.limit < b.limit; });
  if (found == limits.end()) return std::nullopt;
  return *found;
}

bool mayChargeAt(Celsius temperature, const ChemistryFacts& cells) {
  return temperature >= cells.chargeFrom && temperature <= cells.chargeTo;
}

std::optional<Second> ChargeRun::timeTo(StateOfCharge soc) const {
  for (std::size_t i = 0; i < points.size(); ++i) {
    if (points[i].soc < soc) continue;
    if (i == 0) return Second(0);
    const ChargePoint& a = points[i - 1];
    const ChargePoint& b = points[i];
    return a.time + (b.time - a.time) * ((soc - a.soc) / (b.soc - a.soc));
  }
  return std::nullopt;
}

ChargeRun charge(const ChargeInput& given) {
  ensure(given.capacity > AmpereHour(0) && given.current > Ampere(0), "charging without capacity or current");
  const double h = stepLength(given);
  const ChargeInput in = withoutFastPart(given, h);
  Charging c{&in};
  c.soc = in.start.value();
  ChargeRun run;
  run.from = given;
  run.benchRule = Hour((1 - in.start.value()) * in.capacity.value() / in.current.value());
  const auto keep = [&](double current) { run.points.push_back({Second(c.t), StateOfCharge(c.soc), Ampere(current)}); };
  keep(in.current.value());
  while (c.t < longestHours * 3600 && static_cast<double>(run.points.size()) < 3 * mostSteps) {
    if (!c.constantVoltage && c.terminal() >= in.set.value()) {
      c.constantVoltage = true;
      run.constantVoltageFrom = Second(c.t);
    }
    const double current = c.currentAt(c.soc, c.v1);
    if (c.constantVoltage && current < in.stop.value()) break;
    if (c.soc >= 1.0 - 1e-12) {
      run.full = true;
      break;
    }
    const Charging before = c;
    c.step(h);
    const auto overshoot = [&](const Charging& x) {
      if (x.soc > 1.0) return true;
      if (!x.constantVoltage) return x.terminal() > in.set.value();
      return x.currentAt(x.soc, x.v1) < in.stop.value();
    };
    if (overshoot(c)) {  // locate the event inside the step
      const auto isEarly = [&](double step) {
        c = before;
        c.step(step);
        return !overshoot(c);
      };
      const double event = halved(Ends<double>{0, h}, 40, isEarly).high;
      c = before;
      c.step(event);
      c.soc = std::min(c.soc, 1.0);
    }
    keep(c.currentAt(c.soc, c.v1));
  }
  run.end = Second(c.t);
  run.socAtEnd = StateOfCharge(c.soc);
  run.intoPack = Joule(c.joule);
  run.mains = run.intoPack / in.efficiency;
  return run;
}

}  // namespace usherwright
