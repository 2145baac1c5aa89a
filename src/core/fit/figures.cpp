// What a room and a layout come to.
#include "core/fit/figures.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <numeric>

#include "core/plan/makeup.h"
#include "core/plan/usual.h"
#include "core/quantity/text.h"

namespace usherwright {
namespace {

constexpr std::size_t mostNumber = 9999;
constexpr double nearlyEnough = 0.85;  // of the cells: below it a longer search would not find room for them

/// Which of the numbers up to `most` stand in a list that somebody typed.
std::vector<bool> marked(const std::string& list, std::size_t most) {
  std::vector<bool> out(most + 1, false);
  for (const std::size_t n : numbersIn(list, mostNumber).value_or(std::vector<std::size_t>{}))
    if (n <= most) out[n] = true;
  return out;
}

}  // namespace

FitInput fitInput(const Plan& plan, const Pack& pack, const PackModel& model, Known<Ampere> sustained, Known<Ampere> peak) {
  FitInput in;
  in.fit = pack.fit;
  in.box = isCase(pack);
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
  out.strips = stripRun(stripInput(out.stripRequest(*current)));
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
    if (out.boxed && out.boxed->goesIn) out.boxed = boxPlaced(out.room, input.fit, *out.boxed);
    if (out.boxed && out.boxed->goesIn && input.fit.open) out.way = wayIn(out.room, input.fit, *out.boxed);
    return out;
  }
  if (!out.room.cellKnown) return out;
  out.needed = static_cast<std::size_t>(*input.series) * static_cast<std::size_t>(*input.parallel);
  out.layout = layoutOf(out.room, input.fit, *input.series, *input.parallel);
  if (out.room.known()) inTheRoom(out);
  if (!out.layout.empty()) overTheCells(out);
  return out;
}

LayoutRequest layoutRequest(const FitFigures& f) {
  const Fit& fit = f.from.fit;
  LayoutRequest out{*f.from.series, *f.from.parallel, fit.grid, fit.leadExit.value_or(LeadExit::Front),
                    fit.seed.value_or(usual::layoutSeed)};
  if (f.layout.empty() || (fit.lockedGroups.empty() && fit.lockedCells.empty())) return out;
  const std::size_t cells = f.layout.sites.size();
  out.locked = {f.layout, std::vector<bool>(cells, false)};
  const std::vector<bool> byCell = marked(fit.lockedCells, cells), byGroup = marked(fit.lockedGroups, cells);
  for (std::size_t i = 0; i < cells; ++i) out.locked.stays[i] = byCell[i + 1] || byGroup[static_cast<std::size_t>(f.layout.group[i])];
  return out;
}

Known<Millimetre> shortOfOneMore(const FitFigures& f) {
  if (!f.room.known() || !f.room.cellKnown) return std::nullopt;
  return shortBy(f.room, f.from.fit.grid, std::max(f.places, holds(f.room, f.from.fit.grid, Effort::Thorough)) + 1);
}

Known<SavedByStrip> bestDoubled(const FitFigures& f) {
  const Known<Ampere> current = f.from.sustained ? f.from.sustained : f.from.peak;
  if (!f.strips || f.strips->segments.empty() || !current) return std::nullopt;
  // To first order a second strip saves half of what is lost in the first: those that lose most are tried.
  constexpr std::size_t tried = 6;
  const auto& all = f.strips->segments;
  std::vector<std::size_t> order(all.size());
  std::iota(order.begin(), order.end(), std::size_t{0});
  const auto heat = [&](std::size_t i) { return all[i].current.value() * all[i].current.value() * all[i].resistance.value(); };
  const auto last = order.begin() + static_cast<std::ptrdiff_t>(std::min(tried, order.size()));
  std::partial_sort(order.begin(), last, order.end(), [&](std::size_t a, std::size_t b) { return heat(a) > heat(b); });
  SavedByStrip out{order.front(), f.strips->heat, f.strips->heat};
  StripInput input = stripInput(f.stripRequest(*current));
  for (auto it = order.begin(); it != last; ++it) {
    input.doubled = std::tuple{all[*it].a, all[*it].b, all[*it].near};
    if (const Watt after = stripRun(input).heat; after < out.after) out = {*it, out.before, after};
  }
  return out;
}

}  // namespace usherwright
