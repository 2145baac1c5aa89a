// Causes by how likely they are.
#include <fmt/format.h>

#include "core/drawing/build/build_drawings.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

constexpr double side = 12, barHeight = 22, head = 26, nextHeight = 30, figures = 52;

}  // namespace

double causeBarsHeight(std::size_t causes) { return head + barHeight * static_cast<double>(causes) + nextHeight; }

Drawing causeBars(const std::vector<CauseBar>& causes, const std::string& next, const std::string& nextStep, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  if (causes.empty()) return d;
  pen.text({side, 18}, "What it most likely means, by every reading so far", Face::Label, Ink::Deep);
  double y = head;
  for (const CauseBar& c : causes) {
    const double right = side + figures + 8, room = size.width - right - side;
    Shape& bar = pen.rectangle({right, y + 2}, {right + std::max(2.0, room * c.share), y + barHeight - 3}, Ink::Shoal, Ink::None);
    bar.part = "cause/" + c.words;
    bar.tip = fmt::format("{}: {}", c.words, formatQuantity(c.share, Kind::Fraction));
    d.description += bar.tip + ". ";
    pen.text({side + figures, y + 16}, formatQuantity(c.share, Kind::Fraction), Face::SmallFigure, Ink::Ink, Anchor::End);
    pen.text({right + 6, y + 16}, elided(c.words, Face::Small, room - 8), Face::Small, Ink::Ink);
    y += barHeight;
  }
  if (next.empty()) return d;
  Shape& to = pen.rectangle({side, y + 4}, {size.width - side, y + nextHeight - 2}, Ink::Card, Ink::Deep, 3);
  to.part = "step/" + nextStep;
  to.tip = "Read next: " + next;
  d.description += to.tip;
  pen.text({side + 8, y + 20}, elided("Read next: " + next, Face::Small, size.width - 2 * side - 16), Face::Small, Ink::Deep);
  return d;
}

}  // namespace usherwright::drawing
