// Strips as a network.
#include "core/fit/strips.h"

#include <Eigen/SparseCholesky>
#include <algorithm>
#include <cmath>

#include "core/plan/usual.h"
#include "core/quantity/problem.h"
#include "core/quantity/text.h"

namespace usherwright {
namespace {

constexpr double thin = 0.15;               // mm
constexpr double weld = 1e-4, bolt = 5e-5;  // Ω, one at each end of a cell

class Net {
 public:
  explicit Net(const StripInput& in) : in_(in), cells_(in.spots.size()), top_(2 * cells_), rhs_(static_cast<Eigen::Index>(top_ + 1)) {
    rhs_.setZero();
    for (std::size_t i = 0; i < cells_; ++i) cell(i);
    for (const auto& [a, b] : in.pairs) pair(a, b);
    for (const std::size_t i : in.plusTaps) conduct(end(i, plusNear(in.group[i])), top_, 1 / in.tap.value());
    // The pack's minus is the ground: a tap to it stands on the diagonal alone.
    for (const std::size_t i : in.minusTaps) add(end(i, !plusNear(in.group[i])), end(i, !plusNear(in.group[i])), 1 / in.tap.value());
    rhs_[index(top_)] -= in.current.value();
  }

  StripRun run() {
    Eigen::SparseMatrix<double> g(index(top_ + 1), index(top_ + 1));
    g.setFromTriplets(entries_.begin(), entries_.end());
    const Eigen::SimplicialLDLT<Eigen::SparseMatrix<double>> factors(g);
    ensure(factors.info() == Eigen::Success, "a strip network without a ground");
    const Eigen::VectorXd v = factors.solve(rhs_);
    StripRun out;
    out.segments = std::move(segments_);
    double watts = 0;
    for (StripSegment& s : out.segments) {
      const double amps = (v[index(end(s.a, s.near))] - v[index(end(s.b, s.near))]) / s.resistance.value();
      s.current = Ampere(amps);
      s.density = std::abs(amps) / section(s);
      out.hottest = std::max(out.hottest, s.density);
      watts += amps * amps * s.resistance.value();
    }
    out.heat = Watt(watts);
    out.minusTaps = in_.minusTaps;
    out.plusTaps = in_.plusTaps;
    out.shareLeast = 1e9;
    out.shareMost = -1e9;
    for (std::size_t i = 0; i < cells_; ++i) {
      const bool near = plusNear(in_.group[i]);
      const double amps = (in_.cellVolts.value() - (v[index(end(i, near))] - v[index(end(i, !near))])) / branch();
      out.cells.emplace_back(amps);
      const double share = amps * in_.parallel / in_.current.value();
      out.shareLeast = std::min(out.shareLeast, share);
      out.shareMost = std::max(out.shareMost, share);
    }
    out.terminal = Volt(v[index(top_)]);
    out.added = Ohm((in_.series * in_.cellVolts.value() - out.terminal.value()) / in_.current.value() -
                    in_.series * in_.cell.value() / in_.parallel);
    return out;
  }

 private:
  static Eigen::Index index(std::size_t i) { return static_cast<Eigen::Index>(i); }
  static std::size_t end(std::size_t cell, bool near) { return 2 * cell + (near ? 0 : 1); }
  /// mm²
  double section(const StripSegment& s) const {
    return (s.between ? in_.widthBetween : in_.widthWithin).value() * in_.thickness.value() * (s.between ? in_.layersBetween : 1) *
           (in_.doubled == std::tuple{s.a, s.b, s.near} ? 2 : 1);
  }
  double branch() const { return in_.cell.value() + 2 * in_.weld.value(); }

  void add(std::size_t row, std::size_t column, double g) { entries_.emplace_back(static_cast<int>(row), static_cast<int>(column), g); }
  void conduct(std::size_t a, std::size_t b, double g) {
    add(a, a, g);
    add(b, b, g);
    add(a, b, -g);
    add(b, a, -g);
  }

  void cell(std::size_t i) {
    const bool near = plusNear(in_.group[i]);
    const double g = 1 / branch();
    conduct(end(i, near), end(i, !near), g);
    rhs_[index(end(i, near))] += g * in_.cellVolts.value();
    rhs_[index(end(i, !near))] -= g * in_.cellVolts.value();
  }

  void pair(std::size_t a, std::size_t b) {
    for (const bool near : {true, false}) {
      const int plate = plateAt(in_.group[a], near);
      if (plate != plateAt(in_.group[b], near)) continue;
      StripSegment s{a, b, near, in_.group[a] != in_.group[b], plate, {}, 0, {}};
      const double flat = std::hypot(in_.spots[a].x - in_.spots[b].x, in_.spots[a].y - in_.spots[b].y);
      const double length = flat > 0 ? flat : in_.foldLength.value();
      s.resistance = Ohm(in_.resistivity * length / section(s) * 1000);
      conduct(end(a, near), end(b, near), 1 / s.resistance.value());
      segments_.push_back(s);
    }
  }

  const StripInput& in_;
  std::size_t cells_, top_;
  Eigen::VectorXd rhs_;
  std::vector<Eigen::Triplet<double>> entries_;
  std::vector<StripSegment> segments_;
};

/// Cells of an end group that a lead is taken from: those that somebody names, else those that stand in its first row, as seen
/// from where the lead leaves.
std::vector<std::size_t> takenAt(const StripRequest& r, const Extent& extent, int group, const std::string& named) {
  const CellLayout& layout = r.layout;
  const LeadExit exit = r.fit.leadExit.value_or(LeadExit::Front);
  std::vector<std::size_t> out;
  for (const std::size_t n : numbersIn(named, layout.sites.size()).value_or(std::vector<std::size_t>{}))
    if (layout.group[n - 1] == group) out.push_back(n - 1);
  if (!out.empty()) return out;
  double nearest = 1e9;
  for (std::size_t i = 0; i < layout.sites.size(); ++i)
    if (layout.group[i] == group) nearest = std::min(nearest, exitDistance(extent, layout.sites[i].at, exit));
  // Rows that stand in each other's gaps are one row.
  const double row = 0.6 * (std::min(r.room.cell.width, r.room.cell.height) + r.room.gap);
  for (std::size_t i = 0; i < layout.sites.size(); ++i)
    if (layout.group[i] == group && exitDistance(extent, layout.sites[i].at, exit) < nearest + row) out.push_back(i);
  return out;
}

}  // namespace

StripFacts factsOf(StripMaterial material) {
  switch (material) {
    case StripMaterial::Nickel: return {7.0e-8, 6};
    case StripMaterial::PlatedSteel: return {1.4e-7, 4};
    case StripMaterial::Copper: return {1.72e-8, 12};
    case StripMaterial::Aluminium: return {2.8e-8, 9};
  }
  return {1.4e-7, 4};
}

double longDensity(StripMaterial material, Millimetre thickness) {
  return factsOf(material).densityAt15 * std::sqrt(thin / thickness.value());
}

StripRun stripRun(const StripInput& input) { return Net(input).run(); }

StripInput stripInput(const StripRequest& request) {
  StripInput in;
  const CellLayout& layout = request.layout;
  for (const Site& s : layout.sites) in.spots.push_back(s.at);
  in.group = layout.group;
  const auto beside = neighbours(request.room, layout.sites);
  for (std::size_t i = 0; i < beside.size(); ++i)
    for (const std::size_t j : beside[i])
      if (j > i) in.pairs.emplace_back(i, j);
  in.series = request.series;
  in.parallel = request.parallel;
  in.cellVolts = request.cellVolts;
  in.cell = request.cell;
  const Fit& fit = request.fit;
  in.weld = Ohm(fit.linking == Linking::Bolted ? bolt : weld);
  in.resistivity = factsOf(request.material).resistivity;
  in.widthWithin = in.widthBetween = fit.stripWidth.value_or(usual::stripWidth);
  in.thickness = fit.stripThickness.value_or(usual::stripThickness);
  in.layersBetween = fit.stripLayers.value_or(1);
  in.foldLength = Millimetre(request.room.cell.length);
  const Extent extent = extentOf(layout.sites, request.room);
  in.minusTaps = takenAt(request, extent, 1, fit.minusTaken);
  in.plusTaps = takenAt(request, extent, request.series, fit.plusTaken);
  in.current = request.current;
  return in;
}

}  // namespace usherwright
