// Station Bike: what the plan rests on, a square for every figure.
#include <fmt/format.h>

#include <algorithm>
#include <array>

#include "core/drawing/bike/bike_drawings.h"

namespace usherwright::drawing {
namespace {

struct Look {
  const char* letter;
  const char* word;
  Ink fill, stroke, letterInk;
  Pattern pattern;
};

/// In the order of Provenance, and last what is not known.
constexpr std::array<Look, 7> looks{{{"M", "measured", Ink::Deep, Ink::Deep, Ink::OnDeep, Pattern::Solid},
                                     {"L", "label", Ink::Water, Ink::Deep, Ink::OnDeep, Pattern::Solid},
                                     {"K", "catalogue", Ink::Shoal, Ink::Deep, Ink::Ink, Pattern::Solid},
                                     {"C", "claim", Ink::Card, Ink::Copper, Ink::Copper, Pattern::Solid},
                                     {"R", "remembered", Ink::Card, Ink::Copper, Ink::Copper, Pattern::Solid},
                                     {"A", "assumed", Ink::Card, Ink::Copper, Ink::Copper, Pattern::Dashed},
                                     {"", "not known yet", Ink::None, Ink::Copper, Ink::Copper, Pattern::Hatched}}};

const Look& lookOf(const StandingField& f) { return looks[f.source ? static_cast<std::size_t>(*f.source) : 6]; }

Shape& square(Pen& pen, Point at, double side, const Look& look) {
  if (look.pattern == Pattern::Hatched) pen.rectangle(at, {at.x + side, at.y + side}, Ink::Card, Ink::Copper, 2);
  Shape& s = pen.rectangle(at, {at.x + side, at.y + side}, look.fill, look.stroke, 2);
  s.pattern = look.pattern;
  return s;
}

constexpr double side = 17, step = side + 4, top = 30;

/// Names at the left, then as many squares in a line as fit.
struct Grid {
  explicit Grid(double width)
      : names(std::min(170.0, width * 0.24)), perLine(static_cast<std::size_t>(std::max(1.0, (width - names - 8) / step))) {}
  double names;
  std::size_t perLine;
  std::size_t lineOf(std::size_t square) const { return square / perLine; }
  double heightOf(const StandingPart& part) const {
    const std::size_t lines = part.fields.empty() ? 0 : lineOf(part.fields.size() - 1) + 1;
    return step * static_cast<double>(lines) + 5;
  }
};

void legend(Pen& pen, double width) {
  double x = 8;
  for (const Look& look : looks) {
    const double needs = 26 + textWidth(look.word, Face::Small);
    if (x + needs > width) return;
    square(pen, {x, 3}, 13, look);
    pen.text({x + 6.5, 13.5}, look.letter, Face::SmallFigure, look.letterInk, Anchor::Middle);
    pen.text({x + 18, 14}, look.word, Face::Small, Ink::Soft);
    x += needs + 6;
  }
}

}  // namespace

Drawing standingSquares(const std::vector<StandingPart>& parts, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  const Grid grid(size.width);
  legend(pen, size.width);
  double y = top;
  std::size_t proven = 0, all = 0;
  for (const StandingPart& part : parts) {
    pen.text({8, y + 13}, elided(part.name, Face::Small, grid.names - 14), Face::Small, Ink::Ink);
    for (std::size_t i = 0; i < part.fields.size(); ++i) {
      const StandingField& f = part.fields[i];
      const Point at{grid.names + step * static_cast<double>(i % grid.perLine), y + step * static_cast<double>(grid.lineOf(i))};
      const Look& look = lookOf(f);
      Shape& s = square(pen, at, side, look);
      s.part = "field/" + f.pointer;
      s.tip = f.words;
      pen.text({at.x + side / 2, at.y + side - 4.5}, look.letter, Face::SmallFigure, look.letterInk, Anchor::Middle);
      ++all;
      if (f.source && *f.source <= Provenance::Catalogue) ++proven;
    }
    y += grid.heightOf(part);
  }
  if (parts.empty())
    pen.text({8, top + 16}, "Nothing is entered yet: every label, reading and data sheet will put a square here.", Face::Label, Ink::Soft);
  d.description = fmt::format("{} of {} figures are measured, printed or from a data sheet.", proven, all);
  return d;
}

double standingHeight(const std::vector<StandingPart>& parts, double width) {
  const Grid grid(width);
  double y = top + 4;
  for (const StandingPart& part : parts) y += grid.heightOf(part);
  return std::max(60.0, y);
}

}  // namespace usherwright::drawing
