// The harness board.
#include "core/drawing/wiring/harness_board.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/harness/slack.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

constexpr double edge = 20, boardWidth = 770, rowApart = 34, apart = 4, proving = 50;  // mm; four sheets upright, or three across

struct Board {
  const Subject& s;
  Drawing d;
  Pen pen;
  double y = 70;
  explicit Board(const Subject& subject) : s(subject), d(worldOf({{0, 0}, {boardWidth, 100}})), pen(d) {}

  void bar() {
    pen.line({{edge, 30}, {edge + proving, 30}}, Ink::Ink, 0.6).part = "proving-bar";
    for (const double x : {edge, edge + proving}) pen.line({{x, 26}, {x, 34}}, Ink::Ink, 0.6);
    pen.text({edge + proving + 6, 33}, "50 mm: measure it before anything is laid on this sheet", Face::Small, Ink::Ink);
    pen.text({edge, 18}, s.plan.title + ", harness board 1:1", Face::Title, Ink::Ink);
  }

  /// One conductor from the left edge, turned back at the right one as often as it takes. Its length is the lead's.
  double conductor(double length, double at, Ink ink, double width, const std::string& part) {
    const double room = boardWidth - 2 * edge;
    double left = length, row = at;
    bool rightwards = true;
    while (left > 1e-9) {
      const double piece = std::min(left, room);
      const double from = rightwards ? edge : boardWidth - edge;
      const double to = rightwards ? from + piece : from - piece;
      Shape& line = pen.line({{from, row}, {to, row}}, ink, width);
      line.part = part;
      pen.line({{to, row - 3}, {to, row + 3}}, ink, 0.6);
      left -= piece;
      if (left > 1e-9) {
        pen.text({to + (rightwards ? 2 : -2), row + 2}, "→", Face::Small, Ink::Soft, rightwards ? Anchor::Start : Anchor::End);
        row += rowApart / 2;
        rightwards = !rightwards;
      }
    }
    return row;
  }

  void lead(const HarnessLead& l) {
    const auto size = parseWireSize(l.run.size);
    if (!size) return;
    const Harness& h = s.assessment.figures.wiring.harness;
    const double copper = std::clamp(size->conductorDiameter.value(), 0.8, 6.0);
    const double plus = l.run.lengthPlus.value_or(Metre(0)).value() * 1000, minus = l.run.lengthMinus.value_or(Metre(0)).value() * 1000;
    pen.text({edge, y - 8},
             fmt::format("{}: {}{}, plus {} mm, minus {} mm, from {} to {}", l.name, size->shown(), l.planned < 0 ? " (assumed)" : "",
                         formatNumber(plus, 4), formatNumber(minus, 4), h.nodes[l.from].name, h.nodes[l.to].name),
             Face::Label, Ink::Ink);
    const double first = conductor(plus, y, Ink::Copper, copper, l.id + "/plus");
    const double second = conductor(minus, y + apart + copper, Ink::Ink, copper, l.id + "/minus");
    const double bottom = std::max(first, second) + 10;
    const double radius = leastBend(l.run)->value();
    pen.arc({boardWidth - edge - radius, bottom + radius}, radius, 180, 360, Ink::Soft, 0.6).part = l.id + "/loop";
    pen.text({boardWidth - edge - 2 * radius - 4, bottom + radius},
             fmt::format("{}: no tighter than {} mm", l.run.moves == false ? "fixed" : "where it moves", formatNumber(radius, 3)),
             Face::Small, Ink::Soft, Anchor::End);
    y = bottom + radius + 20;
    d.description += fmt::format("{}: {} mm and {} mm. ", l.name, formatNumber(plus, 4), formatNumber(minus, 4));
  }

  Drawing make() {
    bar();
    for (const HarnessLead& l : s.assessment.figures.wiring.harness.leads)
      if (l.isRun()) lead(l);
    d.world = {{0, 0}, {boardWidth, y}};
    return std::move(d);
  }
};

}  // namespace

Drawing harnessBoard(const Subject& subject) { return Board(subject).make(); }

std::vector<Point> tilesOf(const Drawing& board, const Sheet& sheet) {
  std::vector<Point> out;
  for (double y = board.world.low.y; y < board.world.high.y; y += sheet.tileHeight())
    for (double x = board.world.low.x; x < board.world.high.x; x += sheet.tileWidth()) out.push_back({x, y});
  return out;
}

}  // namespace usherwright::drawing
