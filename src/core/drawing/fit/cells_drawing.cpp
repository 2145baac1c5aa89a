// Cells in their room, and the strips over them.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <map>

#include "core/drawing/fit/fit_drawings.h"
#include "core/drawing/fit/fit_parts.h"
#include "core/plan/usual.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

constexpr double layerApart = 40;  // mm, beside each other on the paper

class Cells {
 public:
  Cells(const FitRoom& room, const CellLayout& layout, CellFace face)
      : room_(room), layout_(layout), face_(face), extent_(extentOf(room.inside)), d_(worldOf({})), pen_(d_) {
    for (const Site& s : layout.sites) layers_ = std::max(layers_, s.layer + 1);
    const double wide = extent_.width() + layerApart, left = face == CellFace::Far ? -extent_.high.x : extent_.low.x;
    d_.world = {{left - 12, -extent_.high.y - 26}, {left + wide * layers_ - layerApart + 12, -extent_.low.y + 12}};
  }

  Point at(const Site& s) const {
    const double x = face_ == CellFace::Far ? -s.at.x : s.at.x;
    return {x + s.layer * (extent_.width() + layerApart), -s.at.y};
  }

  void ground() {
    for (int layer = 0; layer < layers_; ++layer) {
      const double by = layer * (extent_.width() + layerApart);
      const auto shifted = [&](const Ring& ring) {
        Ring r = ring;
        for (Spot& p : r) p.x += face_ == CellFace::Far ? -by : by;
        return r;
      };
      for (const Ring& ring : room_.inside)
        pen_.polygon(onPaper(shifted(ring), face_ == CellFace::Far), area(ring) > 0 ? Ink::Card : Ink::Bank, Ink::BankLine).steady = true;
      for (const Ring& ring : room_.usable) closedLine(pen_, shifted(ring), Ink::BankLine, 1, Pattern::Dashed, face_ == CellFace::Far);
      if (layers_ > 1)
        pen_.text({d_.world.low.x + 12 + by, -extent_.high.y - 8}, fmt::format("layer {}", layer + 1), Face::Small, Ink::Soft);
    }
  }

  /// What holds a group together, and what leads on to the next one.
  void bonds() {
    const auto beside = neighbours(room_, layout_.sites);
    const double width = 0.55 * std::min(room_.cell.width, room_.cell.height);
    for (std::size_t i = 0; i < beside.size(); ++i)
      for (const std::size_t j : beside[i]) {
        if (j < i || layout_.group[i] != layout_.group[j] || layout_.sites[i].layer != layout_.sites[j].layer) continue;
        pen_.line({at(layout_.sites[i]), at(layout_.sites[j])}, plusNear(layout_.group[i]) ? Ink::Shoal : Ink::Bank, width);
      }
  }

  void outlineOf(std::size_t i, Ink fill, Ink stroke) {
    const Point p = at(layout_.sites[i]);
    const double w = room_.cell.width / 2, h = room_.cell.height / 2;
    Shape& s = room_.cell.round ? pen_.circle(p, w, fill, stroke) : pen_.rectangle({p.x - w, p.y - h}, {p.x + w, p.y + h}, fill, stroke);
    s.part = fmt::format("cell/{}", i);
    s.tip = fmt::format("group {}, {} towards you", layout_.group[i], isPlus(i) ? "plus" : "minus");
  }

  bool isPlus(std::size_t i) const { return plusNear(layout_.group[i]) == (face_ == CellFace::Near); }

  /// Plus: a filled dot in copper; minus: a bar. Told apart without colour. Of each group one cell, that nearest to its middle, has its
  /// number.
  void poles(bool overStrips = false) {
    const std::vector<std::size_t> named = numbered();
    const double h = std::min(room_.cell.width, room_.cell.height), r = 0.16 * h;
    for (std::size_t i = 0; i < layout_.sites.size(); ++i) {
      Point p = at(layout_.sites[i]);
      if (std::find(named.begin(), named.end(), i) != named.end()) {
        if (overStrips) pen_.circle({p.x, p.y - 0.14 * h}, 0.27 * h, Ink::Card, Ink::BankLine);
        pen_.text({p.x, p.y}, std::to_string(layout_.group[i]), Face::SmallFigure, Ink::Ink, Anchor::Middle);
        p.y += 0.24 * h;
      }
      if (isPlus(i)) pen_.circle(p, r, Ink::Copper);
      else pen_.rectangle({p.x - r, p.y - r / 3}, {p.x + r, p.y + r / 3}, Ink::Ink);
    }
  }

  /// Above the room, at its right end: the names of layers stand at the left.
  void corner(std::string words, Ink ink) {
    pen_.text({d_.world.high.x - 12, -extent_.high.y - 8}, std::move(words), Face::Small, ink, Anchor::End);
  }

  Drawing done() { return std::move(d_); }
  Pen& pen() { return pen_; }
  void describe(std::string words) { d_.description = std::move(words); }

 private:
  std::vector<std::size_t> numbered() const {
    std::map<int, std::vector<std::size_t>> of;
    for (std::size_t i = 0; i < layout_.group.size(); ++i) of[layout_.group[i]].push_back(i);
    std::vector<std::size_t> out;
    for (const auto& [group, cells] : of) {
      Point middle;
      for (const std::size_t i : cells) {
        middle.x += at(layout_.sites[i]).x / static_cast<double>(cells.size());
        middle.y += at(layout_.sites[i]).y / static_cast<double>(cells.size());
      }
      out.push_back(*std::min_element(cells.begin(), cells.end(), [&](std::size_t a, std::size_t b) {
        const Point p = at(layout_.sites[a]), q = at(layout_.sites[b]);
        return std::hypot(p.x - middle.x, p.y - middle.y) < std::hypot(q.x - middle.x, q.y - middle.y);
      }));
    }
    return out;
  }

  const FitRoom& room_;
  const CellLayout& layout_;
  CellFace face_;
  Extent extent_;
  Drawing d_;
  Pen pen_;
  int layers_ = 1;
};

std::string_view faceWords(CellFace face) { return face == CellFace::Near ? "near face" : "far face, mirrored"; }

}  // namespace

Drawing fitCells(const CellsShown& shown) {
  Cells cells(shown.room, shown.layout, shown.face);
  cells.ground();
  cells.bonds();
  for (std::size_t i = 0; i < shown.layout.sites.size(); ++i) {
    const bool odd = plusNear(shown.layout.group[i]);
    cells.outlineOf(i, shown.stale ? Ink::Card : odd ? Ink::Shoal : Ink::Bank, shown.stale ? Ink::Soft : Ink::Deep);
  }
  cells.poles();
  const LayoutScores& s = shown.layout.scores;
  cells.describe(shown.layout.empty() ? std::string("no cells yet")
                                      : fmt::format("{} cells, {}; fronts of at least {}; neighbours at most {} groups apart",
                                                    shown.layout.sites.size(), faceWords(shown.face), s.weakestFront, s.apart));
  return cells.done();
}

Drawing fitStrips(const FitFigures& f, CellFace face) {
  Cells cells(f.room, f.layout, face);
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

Drawing fitGlance(const Subject& subject) {
  const auto& packs = subject.assessment.figures.packs;
  for (const PackFigures& p : packs)
    if (p.fit && !p.fit->layout.empty() && p.fit->room.known()) return fitCells({p.fit->room, p.fit->layout});
  for (std::size_t k = 0; k < packs.size(); ++k)
    if (packs[k].fit) return fitRoom(subject, k);
  return worldOf({});
}

Drawing cellTemplate(const Subject& subject, std::size_t pack, CellFace face) {
  const FitFigures* f = subject.assessment.figures.packs[pack].fit.get();
  if (!f || f->layout.empty()) return worldOf({});
  Cells cells(f->room, f->layout, face);
  cells.ground();
  for (std::size_t i = 0; i < f->layout.sites.size(); ++i) { cells.outlineOf(i, Ink::None, Ink::Ink); }
  cells.poles();
  Drawing d = cells.done();
  // A bar to be measured before anything is cut.
  constexpr double proving = 50, room = 24;
  d.world.low.y -= room;
  d.world.low.x = std::min(d.world.low.x, d.world.high.x - proving - 30);
  Pen pen(d);
  const double x = d.world.low.x + 10, y = d.world.low.y + 14;
  pen.line({{x, y}, {x + proving, y}}, Ink::Ink, 0.6).part = "proving-bar";
  for (const double end : {x, x + proving}) pen.line({{end, y - 4}, {end, y + 4}}, Ink::Ink, 0.6);
  pen.text({x + proving + 4, y + 3},
           fmt::format("50 mm: measure it first. {}, {}", subject.assessment.figures.packs[pack].model.name, faceWords(face)), Face::Small,
           Ink::Ink);
  return d;
}

}  // namespace usherwright::drawing
