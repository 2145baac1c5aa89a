// Chemistry tables (typical values) and piecewise-linear rest curves.
#include "core/parts/chemistry.h"

#include <algorithm>
#include <cmath>
#include <utility>

#include "core/quantity/problem.h"

namespace usherwright {
namespace {

using Row = std::array<double, 21>;  // rest voltage at 0, 5, … 100 % charge

constexpr Row nmcRest{3.000, 3.300, 3.450, 3.530, 3.570, 3.600, 3.620, 3.640, 3.660, 3.680, 3.710,
                      3.750, 3.800, 3.850, 3.900, 3.950, 4.000, 4.050, 4.090, 4.140, 4.200};
constexpr Row lipoRest{3.000, 3.500, 3.620, 3.680, 3.710, 3.730, 3.750, 3.770, 3.790, 3.810, 3.830,
                       3.850, 3.880, 3.910, 3.950, 3.980, 4.020, 4.060, 4.100, 4.150, 4.200};
constexpr Row lmoRest{3.000, 3.480, 3.620, 3.700, 3.760, 3.810, 3.850, 3.880, 3.910, 3.930, 3.950,
                      3.970, 3.990, 4.010, 4.030, 4.050, 4.070, 4.100, 4.130, 4.160, 4.200};
constexpr Row lfpRest{2.600, 3.000, 3.150, 3.200, 3.220, 3.240, 3.260, 3.275, 3.285, 3.290, 3.295,
                      3.300, 3.305, 3.315, 3.325, 3.330, 3.335, 3.340, 3.345, 3.360, 3.450};
constexpr Row leadRest{1.890, 1.902, 1.913, 1.925, 1.937, 1.949, 1.960, 1.972, 1.984, 1.996, 2.007,
                       2.019, 2.031, 2.043, 2.054, 2.066, 2.078, 2.090, 2.101, 2.113, 2.125};
constexpr Row nimhRest{1.100, 1.190, 1.220, 1.235, 1.245, 1.253, 1.260, 1.265, 1.270, 1.275, 1.280,
                       1.285, 1.290, 1.295, 1.300, 1.308, 1.315, 1.325, 1.335, 1.355, 1.380};

ChemistryFacts row(Chemistry kind, std::string_view name, std::array<double, 3> volts, std::array<double, 2> storage,
                   std::array<double, 4> temperatures, std::array<double, 2> lowest) {
  return {kind,
          name,
          Volt(volts[0]),
          Volt(volts[1]),
          Volt(volts[2]),
          StateOfCharge(storage[0]),
          StateOfCharge(storage[1]),
          Celsius(temperatures[0]),
          Celsius(temperatures[1]),
          Celsius(temperatures[2]),
          Celsius(temperatures[3]),
          Volt(lowest[0]),
          Volt(lowest[1])};
}

const Row& restRow(Chemistry chemistry) {
  switch (chemistry) {
    case Chemistry::Nmc: return nmcRest;
    case Chemistry::Lipo: return lipoRest;
    case Chemistry::Lmo: return lmoRest;
    case Chemistry::Lfp: return lfpRest;
    case Chemistry::Lead: return leadRest;
    case Chemistry::Nimh: return nimhRest;
  }
  return nmcRest;
}

using Factors = std::array<std::pair<double, double>, 5>;
constexpr Factors resistanceFactors{{{-10, 2.5}, {0, 1.75}, {10, 1.35}, {25, 1.0}, {40, 0.85}}};
constexpr Factors capacityFactors{{{-10, 0.75}, {0, 0.87}, {10, 0.95}, {25, 1.0}, {40, 1.0}}};

double interpolated(const Factors& table, double x) {
  if (x <= table.front().first) return table.front().second;
  for (std::size_t i = 1; i < table.size(); ++i) {
    if (x > table[i].first) continue;
    const auto& [x0, y0] = table[i - 1];
    const auto& [x1, y1] = table[i];
    return y0 + (y1 - y0) * (x - x0) / (x1 - x0);
  }
  return table.back().second;
}

}  // namespace

const ChemistryFacts& factsOf(Chemistry chemistry) {
  static const std::array<ChemistryFacts, 6> table{
      row(Chemistry::Nmc, "nmc", {4.20, 3.60, 2.80}, {0.30, 0.60}, {0, 45, -20, 60}, {2.5, 2.0}),
      row(Chemistry::Lipo, "lipo", {4.20, 3.70, 3.00}, {0.40, 0.60}, {0, 45, -10, 60}, {2.5, 2.0}),
      row(Chemistry::Lmo, "lmo", {4.20, 3.80, 3.00}, {0.30, 0.60}, {0, 45, -20, 60}, {2.5, 2.0}),
      row(Chemistry::Lfp, "lfp", {3.65, 3.20, 2.50}, {0.30, 0.60}, {0, 45, -20, 60}, {2.0, 1.5}),
      row(Chemistry::Lead, "lead", {2.42, 2.00, 1.75}, {1.00, 1.00}, {-10, 40, -20, 50}, {1.70, 0}),
      row(Chemistry::Nimh, "nimh", {1.45, 1.20, 1.00}, {0.40, 0.40}, {0, 40, -10, 50}, {0.90, 0})};
  return table[static_cast<std::size_t>(chemistry)];
}

bool isSameChargeClass(Chemistry a, Chemistry b) { return std::abs((factsOf(a).charge - factsOf(b).charge).value()) < 0.01; }

bool isLithium(Chemistry chemistry) { return chemistry != Chemistry::Lead && chemistry != Chemistry::Nimh; }

RestCurve::RestCurve(std::vector<CurvePoint> points) : points_(std::move(points)) {
  ensure(points_.size() >= 2, "a rest curve needs two points");
}

RestCurve RestCurve::typical(Chemistry chemistry) {
  const Row& volts = restRow(chemistry);
  std::vector<CurvePoint> points;
  points.reserve(volts.size());
  for (std::size_t i = 0; i < volts.size(); ++i) points.push_back({StateOfCharge(0.05 * static_cast<double>(i)), Volt(volts[i])});
  points.back().soc = StateOfCharge(1.0);
  return RestCurve(std::move(points));
}

int RestCurve::piece(double soc) const {
  int low = 0;
  int high = pieceCount() - 1;
  while (low < high) {
    const int middle = (low + high) / 2;
    if (soc > points_[static_cast<std::size_t>(middle) + 1].soc.value()) low = middle + 1;
    else high = middle;
  }
  return low;
}

Volt RestCurve::at(StateOfCharge soc) const {
  const double s = std::clamp(soc.value(), 0.0, 1.0);
  const auto k = static_cast<std::size_t>(piece(s));
  const CurvePoint& a = points_[k];
  const CurvePoint& b = points_[k + 1];
  return a.voltage + (b.voltage - a.voltage) * ((s - a.soc.value()) / (b.soc.value() - a.soc.value()));
}

StateOfCharge RestCurve::inverse(Volt voltage) const {
  if (voltage <= points_.front().voltage) return points_.front().soc;
  for (std::size_t i = 1; i < points_.size(); ++i) {
    if (voltage > points_[i].voltage) continue;
    const CurvePoint& a = points_[i - 1];
    const CurvePoint& b = points_[i];
    return a.soc + (b.soc - a.soc) * ((voltage - a.voltage) / (b.voltage - a.voltage));
  }
  return points_.back().soc;
}

double resistanceFactor(Celsius cell) { return interpolated(resistanceFactors, cell.value()); }
double capacityFactor(Celsius cell) { return interpolated(capacityFactors, cell.value()); }
bool isOutsideFactorTable(Celsius cell) { return cell < Celsius(-10) || cell > Celsius(40); }

}  // namespace usherwright
