// Pack constants from cells, links and BMS; sag after ten seconds; warming.
#include "core/pack/pack_model.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <cstdio>
#include <optional>

#include "core/plan/names.h"
#include "core/plan/usual.h"
#include "core/quantity/units.h"

namespace usherwright {
namespace {

constexpr double massOverCells = 1.18;     // of its cells: strips, board, leads and case
constexpr double boxMass = 0.007;          // kg/Wh, with case
constexpr double boxDensity = 250e3;       // Wh/m³, with case
constexpr double closedFilm = 5.0;         // W/(m²·K), in a bag or closed tube
constexpr double heatPerKilogram = 900.0;  // J/(kg·K)

SquareMetre blockSurface(int series, int parallel, CellSize size) {
  const double a = Metre(size.diameter).value() * series;
  const double b = Metre(size.depth).value() * parallel;
  const double c = Metre(size.length).value();
  return SquareMetre(2 * (a * b + b * c + a * c));
}

/// Of the case as measured; else of a box four times as long as high and a fifth wider than high.
SquareMetre boxSurface(const Pack& pack, WattHour energy) {
  double a = 0, b = 0, c = std::cbrt(energy.value() / boxDensity / 4.8);
  a = 4 * c;
  b = 1.2 * c;
  if (pack.boxLength && pack.boxWidth && pack.boxHeight) {
    a = Metre(*pack.boxLength).value();
    b = Metre(*pack.boxWidth).value();
    c = Metre(*pack.boxHeight).value();
  }
  return SquareMetre(2 * (a * b + b * c + a * c));
}

double slowShareAfterTenSeconds(const PackModel& pack) {
  const double tau = pack.slow.value() * pack.slowCapacitance.value();
  return tau > 0 ? 1 - std::exp(-10.0 / tau) : 1.0;
}

}  // namespace

namespace {

/// "8x43x140" anywhere in the name: thickness, width, height.
std::optional<CellSize> flatSize(const std::string& form) {
  int thickness = 0;
  int width = 0;
  int height = 0;
  const std::size_t from = form.find_first_of("0123456789");
  if (from == std::string::npos || std::sscanf(form.c_str() + from, "%dx%dx%d", &thickness, &width, &height) != 3) return std::nullopt;
  if (thickness < 2 || thickness > 200 || width < 5 || width > 1000 || height < 10 || height > 1000) return std::nullopt;
  return CellSize{Millimetre(width), Millimetre(height), Millimetre(thickness), true};
}

constexpr double wrap = 0.3;  // mm, a cell's sleeve on its diameter and length

}  // namespace

MilliOhm boardResistance(const Bms& bms) { return countsAsFitted(bms) ? bms.resistance.value_or(usual::board) : MilliOhm(0); }

Derating derating(const Cell& cell) {
  if (cell.verified) return {1.0, 1.0};
  switch (cell.trust) {
    case Trust::Named: return {0.7, 0.9};
    case Trust::Anonymous: return {0.6, 0.8};
    case Trust::Surplus: return {0.5, 0.7};
  }
  return {0.7, 0.9};
}

std::optional<CellSize> knownSizeOfForm(const std::string& form) {
  if (const auto flat = flatSize(form)) return *flat;
  std::string digits;
  for (char c : form)
    if (c >= '0' && c <= '9') digits += c;
  if (digits.size() != 5) return std::nullopt;
  const auto diameter = parseNumber(digits.substr(0, 2));
  const auto printed = parseNumber(digits.substr(2, 3));
  if (!diameter || !printed || *diameter < 10 || *printed < 100) return std::nullopt;
  // 18650 is 65.0 mm long, 32140 is 140 mm (IEC 61960-3, as it is written on cells).
  const double length = *printed < 200 ? *printed : *printed / 10;
  const Millimetre across(*diameter + wrap);
  return CellSize{across, Millimetre(length + wrap), across, false};
}

CellSize sizeOfForm(const std::string& form) {
  const Millimetre across(18 + wrap);
  return knownSizeOfForm(form).value_or(CellSize{across, Millimetre(65 + wrap), across, false});
}

PackModel packModel(const Pack& pack, const Makeup& makeup, Celsius ambient) {
  const Cell& cell = makeup.cell;
  const ChemistryFacts facts = factsOf(cell);
  PackModel m;
  m.id = pack.id;
  m.name = shownName(pack);
  m.chemistry = chemistryOf(cell);
  m.facts = facts;
  m.series = makeup.series;
  m.parallel = makeup.parallel;
  m.box = makeup.box;
  m.curve = cell.restCurve.empty() ? RestCurve::typical(m.chemistry) : RestCurve(cell.restCurve);
  m.temperature = pack.temperature.value_or(ambient);
  m.derated = !cell.verified;
  const double f = resistanceFactor(m.temperature);
  const double s = makeup.series;
  const double p = makeup.parallel;
  m.inside = Ohm(pack.links) + Ohm(boardResistance(pack.bms)) + Ohm(pack.tails);
  m.cells = Ohm(cell.resistance) * (s * f / p);
  if (pack.measuredResistance) {
    const Ohm whole(*pack.measuredResistance);
    if (whole > m.inside) m.cells = whole - m.inside;
    else {
      m.cells = whole * 0.5;
      m.inside = whole * 0.5;
    }
  }
  if (cell.rc.resistance && cell.rc.capacitance && *cell.rc.resistance > MilliOhm(0)) {
    m.slow = Ohm(*cell.rc.resistance) * (s * f / p);
    m.slowCapacitance = *cell.rc.capacitance * (p / s);
  }
  m.rated = cell.capacity * p;
  m.capacity = m.rated * (pack.soh.value() * capacityFactor(m.temperature) * derating(cell).capacity);
  m.full = facts.charge * s;
  m.nominal = facts.nominal * s;
  m.lowestUnderLoad = facts.minimumUnderLoad * s;
  m.restedEmpty = m.curve.points().front().voltage * s;
  m.label = m.nominal * m.rated;
  if (countsAsFitted(pack.bms)) m.groupCutoff = pack.bms.cellCutoff.value_or(facts.minimumUnderLoad);
  m.soc = pack.soc;
  const double trust = derating(cell).current;
  if (cell.continuous) m.continuous = *cell.continuous * (p * trust);
  if (cell.peak) m.shortTime = *cell.peak * (p * trust);
  m.shortTimeFor = cell.peakTime.value_or(Second(10));
  if (cell.charge) m.cellCharge = *cell.charge * (p * trust * std::min(1.0, pack.soh.value()));
  if (pack.mass) m.mass = pack.mass;
  else if (makeup.box) m.mass = Kilogram(m.label.value() * boxMass);
  else if (cell.mass) m.mass = Kilogram(*cell.mass) * (s * p * massOverCells);
  if (pack.price) m.cost = pack.price;
  else if (cell.price) m.cost = *cell.price * (s * p);
  m.envelope = makeup.box ? boxSurface(pack, m.label) : blockSurface(makeup.series, makeup.parallel, sizeOfForm(cell.form));
  return m;
}

std::string layoutWords(const PackModel& m) {
  return m.box ? fmt::format("{}S box", m.series) : fmt::format("{}S{}P", m.series, m.parallel);
}

Volt voltageAfterTenSeconds(const PackModel& pack, StateOfCharge soc, Ampere load, Ohm path) {
  const Ohm slow = pack.slow * slowShareAfterTenSeconds(pack);
  return pack.curve.at(soc) * pack.series - load * (pack.cells + pack.inside + path + slow);
}

StateOfCharge givesUpAt(const PackModel& pack, Ampere load, Ohm path, Volt cutoff) {
  const Ohm slow = pack.slow * slowShareAfterTenSeconds(pack);
  const Volt needed = cutoff + load * (pack.cells + pack.inside + path + slow);
  return pack.curve.inverse(needed / static_cast<double>(pack.series));
}

Second whileCharged(const PackModel& pack, double meanSquareCurrent, Second time) {
  if (meanSquareCurrent <= 0) return time;
  return std::min(time, Second(pack.capacity.value() * 3600 / std::sqrt(meanSquareCurrent)));
}

Second thermalTime(const PackModel& pack) {
  return Second(pack.mass.value_or(Kilogram(3)).value() * heatPerKilogram / (closedFilm * pack.envelope.value()));
}

Kelvins temperatureRise(const PackModel& pack, Watt heat, Second time) {
  const double rth = 1.0 / (closedFilm * pack.envelope.value());
  return Kelvins(heat.value() * rth * (1 - std::exp(-(time / thermalTime(pack)))));
}

}  // namespace usherwright
