// Life by cycles and calendar.
#include "core/charging/life.h"

#include <algorithm>
#include <cmath>

namespace usherwright {
namespace {

constexpr double perTenth = 2, mostBelow = 0.2;  // factor per 0.10 V per cell; no gain further down
constexpr double perTenKelvin = 0.7;             // above 25 °C
constexpr double calendar = 0.02;                // a year, at 25 °C and half charge
constexpr double calendarBand = 1.5;             // of the calendar's share, to either side
constexpr Celsius reference(25);
constexpr double sheetWear = 0.2;  // what data sheets call worn: 80 % left
constexpr double leadLow = 0.5, leadFull = 0.9;

bool gainsBelowFull(Chemistry c) { return c == Chemistry::Nmc || c == Chemistry::Lipo || c == Chemistry::Lmo; }

}  // namespace

Banded sheetCycles(Chemistry chemistry) {
  switch (chemistry) {
    case Chemistry::Nmc:
    case Chemistry::Lipo: return {300, 500, 800};
    case Chemistry::Lmo: return {250, 400, 700};
    case Chemistry::Lfp: return {1200, 2000, 3500};
    case Chemistry::Lead: return {150, 300, 500};
    case Chemistry::Nimh: return {300, 500, 800};
  }
  return {};
}

LifeEstimate lifeOf(const LifeInput& in) {
  LifeEstimate out;
  const double below = std::clamp(in.belowFull.value(), 0.0, mostBelow);
  if (gainsBelowFull(in.chemistry)) out.byVolts = std::pow(perTenth, below / 0.1);
  if (in.chemistry == Chemistry::Lead && in.meanCharge < leadFull) out.byVolts = leadLow;
  out.byDepth = std::sqrt(1 / std::clamp(in.depth, 0.05, 1.0));
  const double warm = std::max(0.0, (in.warmth - reference).value());
  out.byWarmth = std::pow(perTenKelvin, warm / 10);
  const double wear = 1 - std::clamp(in.worn, 0.4, 0.99), factor = out.byVolts * out.byDepth * out.byWarmth * wear / sheetWear;
  const Banded sheet = sheetCycles(in.chemistry);
  out.cycles = {sheet.low * factor, sheet.likely * factor, sheet.high * factor};
  const double stands = 1 + std::clamp((in.meanCharge - 0.5) / 0.5, 0.0, 1.0);
  out.calendarPerYear = calendar * stands / out.byWarmth;
  const auto loss = [&](double cycles, double calendarShare) {
    return (cycles > 0 ? wear * in.cyclesPerYear / cycles : 0) + calendarShare;
  };
  out.cyclingPerYear = loss(out.cycles.likely, 0);
  out.lossPerYear = {loss(out.cycles.high, out.calendarPerYear / calendarBand), loss(out.cycles.likely, out.calendarPerYear),
                     loss(out.cycles.low, out.calendarPerYear * calendarBand)};
  const auto years = [&](double lost) { return wear / std::max(1e-6, lost); };
  out.years = {years(out.lossPerYear.high), years(out.lossPerYear.likely), years(out.lossPerYear.low)};
  return out;
}

}  // namespace usherwright
