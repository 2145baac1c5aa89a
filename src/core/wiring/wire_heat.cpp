// Heat balance of a lead: one unknown, the temperature of its sheath.
#include "core/wiring/wire_heat.h"
#include "core/quantity/root.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace usherwright {
namespace {

constexpr double hottest = 400.0;  // °C: beyond it nothing is left to look for

double bundleFactor(int conductors) {
  if (conductors <= 1) return 1.0;
  if (conductors <= 3) return 1.25;
  if (conductors <= 6) return 1.5;
  return 2.0;
}

/// W/(m²·K) of natural convection on a horizontal cylinder, Churchill–Chu over all Rayleigh numbers, dry air at film temperature.
double convection(double sheath, double ambient, double outer) {
  const double film = (sheath + ambient) / 2 + 273.15;
  const double mu = 1.716e-5 * (film / 273.15) * std::sqrt(film / 273.15) * 383.55 / (film + 110.4);
  const double k = -3.9333e-4 + 1.0184e-4 * film - 4.8574e-8 * film * film + 1.5207e-11 * film * film * film;
  const double rho = 101325 / (287.05 * film);
  const double nu = mu / rho;
  const double prandtl = 1007 * mu / k;
  const double rayleigh = 9.80665 / film * (sheath - ambient) * outer * outer * outer * prandtl / (nu * nu);
  const double root =
      0.60 + 0.387 * std::cbrt(std::sqrt(std::max(rayleigh, 0.0))) / std::pow(1 + std::pow(0.559 / prandtl, 9.0 / 16), 8.0 / 27);
  return root * root * k / outer;
}

/// Heat per metre that leaves a sheath at a temperature.
double shed(double sheath, double ambient, double outer) {
  constexpr double sigma = 5.670374e-8;
  constexpr double emissivity = 0.9;
  const double hot = sheath + 273.15;
  const double cold = ambient + 273.15;
  return std::numbers::pi * outer *
         (convection(sheath, ambient, outer) * (sheath - ambient) +
          emissivity * sigma * (hot * hot * hot * hot - cold * cold * cold * cold));
}

double ambientOf(const LeadSurroundings& around) { return around.ambient.value() + (around.closedHousing ? 15.0 : 0.0); }

/// Where a rising function of the sheath's temperature passes zero between two temperatures; the end where it does not.
template <class Function>
double sheathWhere(const Function& f, double low, double high) {
  constexpr double resolution = 1e-10;  // K
  const double atLow = f(low), atHigh = f(high);
  if (atLow >= 0) return low;
  if (atHigh < 0) return high;
  const Bracket found = narrowed(f, {low, high, atLow, atHigh}, resolution);
  return (found.low + found.high) / 2;
}

/// Sheath temperature that sheds q.
double sheathFor(double q, double ambient, double outer) {
  return sheathWhere([&](double sheath) { return shed(sheath, ambient, outer) - q; }, ambient, hottest);
}

double insulationRise(double q, const LeadGeometry& lead, const LeadSurroundings& around) {
  return q * std::log(lead.outer / lead.conductor) / (2 * std::numbers::pi * around.insulationConductivity);
}

}  // namespace

LeadGeometry geometryOf(const WireSize& size) { return {size.area, size.conductorDiameter, size.outerDiameter}; }

LeadHeat steadyHeat(const LeadGeometry& lead, Ampere current, const LeadSurroundings& around) {
  const double ambient = ambientOf(around);
  const double outer = Metre(lead.outer).value();
  const double i2 = current.value() * current.value();
  const auto heatAt = [&](double conductor) {
    return bundleFactor(around.loadedConductors) * i2 * strandedResistancePerMetre(lead.area, Celsius(conductor)).value();
  };
  // One unknown, the sheath: it sheds a heat, which says how much warmer the conductor is and so what it makes.
  const auto shedOver = [&](double sheath) {
    const double q = shed(sheath, ambient, outer);
    return q - heatAt(sheath + insulationRise(q, lead, around));
  };
  const double sheath = sheathWhere(shedOver, ambient, hottest);
  const double conductor = std::min(hottest, sheath + insulationRise(shed(sheath, ambient, outer), lead, around));
  LeadHeat out;
  out.conductor = Celsius(conductor);
  out.sheath = Celsius(conductor < hottest ? sheath : std::min(conductor, sheathFor(heatAt(conductor), ambient, outer)));
  out.hotPerMetre = strandedResistancePerMetre(lead.area, out.conductor);
  out.lossPerMetre = i2 * out.hotPerMetre.value();
  return out;
}

Celsius insulationLimit(Insulation insulation) {
  switch (insulation) {
    case Insulation::Pvc: return Celsius(70);
    case Insulation::Xlpe:
    case Insulation::Silicone: return Celsius(125);
  }
  return Celsius(70);
}

double conductivityOf(Insulation insulation) { return insulation == Insulation::Silicone ? 0.25 : 0.2; }

Ampere ampacity(const LeadGeometry& lead, Celsius limit, const LeadSurroundings& around) {
  const double ambient = ambientOf(around);
  if (limit.value() <= ambient) return Ampere(0);
  const double outer = Metre(lead.outer).value();
  // The sheath temperature at which the conductor just reaches the limit: one unknown, no current yet.
  const auto above = [&](double sheath) { return sheath + insulationRise(shed(sheath, ambient, outer), lead, around) - limit.value(); };
  const double q = shed(sheathWhere(above, ambient, limit.value()), ambient, outer);
  return Ampere(std::sqrt(q / (bundleFactor(around.loadedConductors) * strandedResistancePerMetre(lead.area, limit).value())));
}

Kelvins adiabaticRise(double i2t, SquareMillimetre area) {
  const double square = area.value() * 1e-6;
  return Kelvins(i2t * copper::resistivity20 * 1e-6 / (square * square * copper::volumetricHeat));
}

Kelvins adiabaticRiseWarming(double i2t, SquareMillimetre area) {
  return Kelvins(std::expm1(copper::perKelvin * adiabaticRise(i2t, area).value()) / copper::perKelvin);
}

Ohm runResistance(const Run& run, Celsius copperAt) {
  const auto size = parseWireSize(run.size);
  if (!size) return Ohm(0);
  return strandedResistancePerMetre(size->area, copperAt) *
         (run.lengthPlus.value_or(Metre(0.5)) + run.lengthMinus.value_or(Metre(0.5))).value();
}

int smallestSize(const std::vector<LeadGeometry>& candidates, const SizeChoice& need, const LeadSurroundings& around) {
  for (std::size_t i = 0; i < candidates.size(); ++i) {
    const LeadHeat heat = steadyHeat(candidates[i], need.sustained, around);
    if (heat.conductor > need.insulationLimit || (need.touchable && heat.sheath > Celsius(60))) continue;
    const Volt drop = need.peak * (heat.hotPerMetre * need.loopLength.value());
    if (drop / need.nominal <= need.dropLimit) return static_cast<int>(i);
  }
  return -1;
}

}  // namespace usherwright
