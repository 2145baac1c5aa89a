// What a room and a layout come to.
#include "core/fit/figures.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>

#include "core/plan/makeup.h"
#include "core/plan/usual.h"

namespace usherwright {
namespace {

constexpr double farthestClearance = 50, farthestGrowth = 60, exact = 0.25;  // mm
constexpr double nearlyEnough = 0.85;  // of the cells: below it a longer search would not find room for them

/// Where the middle of a box may be in the plane, at a turn, with some clearance.
Region middles(const Region& usable, double turn, double along, double up, double clearance) {
  const Region level = turned(usable, -turn * std::numbers::pi / 180);
  constexpr double sliver = 0.1;  // mm: of a box that would have to be smaller than nothing
  return heldInside(level, std::max(sliver, along + 2 * clearance), std::max(sliver, up + 2 * clearance));
}

/// The most clearance with which a box goes in, if it is more than `least`; below 0: it does not, and would at that much less.
std::optional<double> mostClearance(const Region& usable, double turn, double along, double up, double least) {
  const auto goes = [&](double c) { return !middles(usable, turn, along, up, c).empty(); };
  double low = least + exact, high = farthestClearance;
  if (low >= high || !goes(low)) return std::nullopt;
  if (goes(high)) return high;
  while (high - low > exact) {
    const double middle = (low + high) / 2;
    (goes(middle) ? low : high) = middle;
  }
  return low;
}

/// Level, upright, and along every long edge.
std::vector<double> turnsOf(const FitRoom& room) {
  std::vector<double> out{0, 90};
  for (const double degrees : longEdges(room.inside))
    for (const double d : {std::fmod(degrees + 360, 180), std::fmod(degrees + 450, 180)})
      if (std::none_of(out.begin(), out.end(), [&](double o) { return std::abs(o - d) < 0.5; })) out.push_back(d);
  return out;
}

}  // namespace

BoxInRoom boxInRoom(const FitRoom& room, Millimetre length, Millimetre width, Millimetre height) {
  const std::array<double, 3> side{length.value(), width.value(), height.value()};
  BoxInRoom best;
  double most = -farthestGrowth;
  const std::vector<double> turns = turnsOf(room);
  for (std::size_t through = 0; through < 3; ++through) {
    const double across = (room.usableDepth - side[through]) / 2;
    const double along = side[(through + 1) % 3], up = side[(through + 2) % 3];
    for (const double turn : turns) {
      if (across <= most) break;
      const auto c = mostClearance(room.usable, turn, along, up, most);
      if (!c) continue;
      most = std::min(*c, across);
      best.goesIn = most >= 0;
      best.turn = turn;
      best.along = along;
      best.up = up;
      best.through = side[through];
      best.clearance = Millimetre(std::max(0.0, *c));
      best.clearanceAcross = Millimetre(std::max(0.0, across));
      best.tooLarge = Millimetre(std::max(0.0, -most));
      const Region held = middles(room.usable, turn, along, up, *c - exact);
      const Extent e = extentOf(held);
      Spot at{(e.low.x + e.high.x) / 2, (e.low.y + e.high.y) / 2};
      if (!contains(held, at) && !held.empty()) at = held.front().front();
      const double a = turn * std::numbers::pi / 180;
      best.at = {std::cos(a) * at.x - std::sin(a) * at.y, std::sin(a) * at.x + std::cos(a) * at.y};
    }
  }
  return best;
}

FitInput fitInput(const Plan& plan, const Pack& pack, const PackModel& model, Known<Ampere> sustained, Known<Ampere> peak) {
  FitInput in;
  in.fit = pack.fit;
  in.box = model.box;
  if (const Cell* cell = plan.findCell(pack.cell)) in.cell = cell->form;
  in.series = pack.series;
  in.parallel = pack.parallel;
  in.boxLength = pack.boxLength;
  in.boxWidth = pack.boxWidth;
  in.boxHeight = pack.boxHeight;
  in.cellVolts = model.facts.nominal;
  in.cellResistance = model.cells * (static_cast<double>(model.parallel) / model.series);
  in.sustained = sustained;
  in.peak = peak;
  return in;
}

FitRoom fitRoom(const FitInput& input) {
  return fitRoom(RoomRequest{input.fit, input.cell, input.box, input.box || (input.series && input.parallel)});
}

namespace {

/// How many go in, and whether the kept ones stand where they may.
void inTheRoom(FitFigures& out) {
  const FitInput& in = out.from;
  out.places = holds(out.room, in.fit.grid, Effort::Quick);
  if (out.places < out.needed && static_cast<double>(out.places) >= nearlyEnough * static_cast<double>(out.needed))
    out.places = std::max(out.places, holds(out.room, in.fit.grid, Effort::Thorough));
  if (!out.layout.empty()) {
    const double radius = std::min(out.room.cell.width, out.room.cell.height) / 2;
    constexpr double rounding = 0.03;  // mm: places are kept to a hundredth
    for (const Site& s : out.layout.sites) {
      const double edge = edgeDistance(out.room.usable, s.at);
      const double inside = contains(out.room.usable, s.at) ? edge - radius : -edge - radius;
      out.closest = std::min(out.closest, Millimetre(inside));
      if (s.layer >= out.room.layers) out.closest = std::min(out.closest, Millimetre(-1));
    }
    out.keptOutside = out.closest.value() < -rounding;
    if (!out.keptOutside) out.places = std::max(out.places, out.needed);
  }
  if (out.places < out.needed) out.tooSmall = shortBy(out.room, in.fit.grid, out.needed);
}

/// What the strips of the kept layout carry.
void overTheCells(FitFigures& out) {
  const FitInput& in = out.from;
  out.material = in.fit.stripMaterial.value_or(StripMaterial::PlatedSteel);
  out.longLimit = longDensity(out.material, in.fit.stripThickness.value_or(usual::stripThickness));
  const Known<Ampere> current = in.sustained ? in.sustained : in.peak;
  if (!current || current->value() <= 0 || in.cellResistance.value() <= 0) return;
  out.strips = stripRun(
      stripInput({out.room, out.layout, in.fit, *in.series, *in.parallel, in.cellVolts, in.cellResistance, out.material, *current}));
  // The network is linear but for the cells' volts, which are alike: currents grow with the pack's.
  if (in.sustained) out.hottestSustained = out.strips->hottest;
  if (in.peak) out.hottestPeak = out.strips->hottest * (*in.peak / *current);
}

}  // namespace

FitFigures fitFigures(const FitInput& input) {
  FitFigures out;
  out.from = input;
  out.room = fitRoom(input);
  if (input.box) {
    if (out.room.known() && input.boxLength && input.boxWidth && input.boxHeight)
      out.boxed = boxInRoom(out.room, *input.boxLength, *input.boxWidth, *input.boxHeight);
    return out;
  }
  if (!out.room.cellKnown) return out;
  out.needed = static_cast<std::size_t>(*input.series) * static_cast<std::size_t>(*input.parallel);
  out.layout = layoutOf(out.room, input.fit, *input.series, *input.parallel);
  if (out.room.known()) inTheRoom(out);
  if (!out.layout.empty()) overTheCells(out);
  return out;
}

}  // namespace usherwright
