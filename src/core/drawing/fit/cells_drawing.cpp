// Cells in their room, and the strips over them.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/drawing/fit/cells_picture.h"
#include "core/plan/usual.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {

Drawing fitCells(const CellsShown& shown) {
  CellsPicture cells(shown.room, shown.layout, shown.face);
  cells.ground();
  cells.bonds();
  for (std::size_t i = 0; i < shown.layout.sites.size(); ++i) {
    const bool odd = plusNear(shown.layout.group[i]);
    cells.outlineOf(i, shown.stale ? Ink::Card : odd ? Ink::Shoal : Ink::Bank, shown.stale ? Ink::Soft : Ink::Deep);
  }
  cells.poles();
  for (std::size_t i = 0; i < shown.locked.stays.size() && shown.locked.layout == shown.layout; ++i)
    if (shown.locked.stays[i]) cells.ringed(i, Ink::Ink, "stays");
  const LayoutScores& s = shown.layout.scores;
  cells.describe(shown.layout.empty() ? std::string("no cells yet")
                                      : fmt::format("{} cells, {}; fronts of at least {}; neighbours at most {} groups apart",
                                                    shown.layout.sites.size(), faceWords(shown.face), s.weakestFront, s.apart));
  return cells.done();
}

Drawing fitStrips(const FitFigures& f, CellFace face) {
  CellsPicture cells(f.room, f.layout, face);
  cells.ground();
  for (std::size_t i = 0; i < f.layout.sites.size(); ++i) cells.outlineOf(i, Ink::Card, Ink::BankLine);
  if (!f.strips) return cells.done();
  // Not wider than lets every segment be seen.
  const double width = std::min(f.from.fit.stripWidth.value_or(usual::stripWidth).value(), 0.4 * f.room.cell.height),
               limit = std::max(f.longLimit, 1e-9);
  const StripSegment* hottest = nullptr;
  for (std::size_t k = 0; k < f.strips->segments.size(); ++k) {
    const StripSegment& s = f.strips->segments[k];
    if (s.near != (face == CellFace::Near) || f.layout.sites[s.a].layer != f.layout.sites[s.b].layer) continue;
    Shape& line = cells.pen().line({cells.at(f.layout.sites[s.a]), cells.at(f.layout.sites[s.b])}, Ink::Soft, width);
    line.heat = std::min(1.0, s.density / limit);
    line.part = fmt::format("strip/{}", k);
    line.tip = fmt::format("{} A, {} A/mm² of {}{}", formatNumber(std::abs(s.current.value()), 3), formatNumber(s.density, 2),
                           formatNumber(limit, 2), s.between ? fmt::format(", between groups {} and {}", s.plate, s.plate + 1) : "");
    if (!hottest || s.density > hottest->density) hottest = &s;
  }
  cells.poles(true);
  for (const auto* taken : {&f.strips->minusTaps, &f.strips->plusTaps})
    for (const std::size_t i : *taken)
      if (cells.isPlus(i) == (taken == &f.strips->plusTaps))
        cells.ringed(i, Ink::Copper, taken == &f.strips->plusTaps ? "plus is taken here" : "minus is taken here");
  std::string told = fmt::format("strips, {}", faceWords(face));
  if (hottest) {
    const Point a = cells.at(f.layout.sites[hottest->a]), b = cells.at(f.layout.sites[hottest->b]);
    const Point middle{(a.x + b.x) / 2, (a.y + b.y) / 2};
    cells.pen().circle(middle, 0.8 * width, Ink::None, hottest->density > limit ? Ink::Stop : Ink::Deep).width = 2;
    const std::string words = formatNumber(hottest->density, 2) + " A/mm²";
    cells.corner("hottest, ringed: " + words, hottest->density > limit ? Ink::Stop : Ink::Ink);
    told += fmt::format("; the hottest here carries {}, {} are counted", words, formatNumber(limit, 2));
  }
  cells.describe(std::move(told));
  return cells.done();
}

Point placeOfCell(const FitFigures& f, std::size_t cell, CellFace face) {
  return CellsPicture(f.room, f.layout, face).at(f.layout.sites[cell]);
}

Drawing fitGlance(const Subject& subject) {
  const auto& packs = subject.assessment.figures.packs;
  for (const PackFigures& p : packs)
    if (p.fit && !p.fit->layout.empty() && p.fit->room.known()) return fitCells({p.fit->room, p.fit->layout});
  for (std::size_t k = 0; k < packs.size(); ++k)
    if (packs[k].fit) return fitRoom(subject, k);
  return worldOf({});
}

}  // namespace usherwright::drawing
