// What is printed for the bench: cells at true size, the net of a dummy, and the order of welds and balance leads.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/drawing/fit/cells_picture.h"
#include "core/fit/net.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

/// A bar to be measured before anything is cut, at the upper left.
void provingBar(Drawing& d, const std::string& words) {
  constexpr double proving = 50, room = 24;
  d.world.low.y -= room;
  d.world.low.x = std::min(d.world.low.x, d.world.high.x - proving - 30);
  Pen pen(d);
  const double x = d.world.low.x + 10, y = d.world.low.y + 14;
  pen.line({{x, y}, {x + proving, y}}, Ink::Ink, 0.6).part = "proving-bar";
  for (const double end : {x, x + proving}) pen.line({{end, y - 4}, {end, y + 4}}, Ink::Ink, 0.6);
  pen.text({x + proving + 4, y + 3}, "50 mm: measure it first. " + words, Face::Small, Ink::Ink);
}

}  // namespace

Drawing cellTemplate(const Subject& subject, std::size_t pack, CellFace face) {
  const FitFigures* f = subject.assessment.figures.packs[pack].fit.get();
  if (!f || f->layout.empty()) return worldOf({});
  CellsPicture cells(f->room, f->layout, face);
  cells.ground();
  for (std::size_t i = 0; i < f->layout.sites.size(); ++i) cells.outlineOf(i, Ink::None, Ink::Ink);
  cells.poles();
  Drawing d = cells.done();
  provingBar(d, fmt::format("{}, {}", subject.assessment.figures.packs[pack].model.name, faceWords(face)));
  return d;
}

Drawing benchMap(const Subject& subject, std::size_t pack, CellFace face) {
  const FitFigures* f = subject.assessment.figures.packs[pack].fit.get();
  if (!f || f->layout.empty()) return worldOf({});
  CellsPicture cells(f->room, f->layout, face);
  cells.ground();
  cells.plates();
  for (std::size_t i = 0; i < f->layout.sites.size(); ++i) cells.outlineOf(i, Ink::None, Ink::Ink);
  cells.numbers();
  cells.balanceLeads(f->from.fit.leadExit.value_or(LeadExit::Front));
  Drawing d = cells.done();
  const int series = f->from.series.value_or(0);
  provingBar(
      d, fmt::format("{}, {}: weld plate by plate, lowest group first; balance leads B0 to B{}, each to the plate that is marked with it",
                     subject.assessment.figures.packs[pack].model.name, faceWords(face), series));
  return d;
}

Drawing dummyNet(const Subject& subject, std::size_t pack) {
  const FitFigures* f = subject.assessment.figures.packs[pack].fit.get();
  if (!f) return worldOf({});
  const DummyNet net = usherwright::dummyNet(*f);
  Drawing d = worldOf({{0, 0}, {100, 40}});
  Pen pen(d);
  if (!net.why.empty()) {
    pen.text({50, 20}, net.why, Face::Label, Ink::Ink, Anchor::Middle);
    d.description = net.why;
    return d;
  }
  Ring all = net.base;
  for (const auto* some : {&net.sides, &net.flaps})
    for (const Ring& r : *some) all.insert(all.end(), r.begin(), r.end());
  all.insert(all.end(), net.lid.begin(), net.lid.end());
  const Extent e = extentOf(Region{all});
  d.world = {{e.low.x - 8, -e.high.y - 8}, {e.high.x + 8, -e.low.y + 8}};
  // Cut along full lines, fold along dashed ones.
  for (const Ring& r : net.flaps) pen.polygon(onPaper(r), Ink::Bank, Ink::Ink, 0.4);
  const auto panel = [&](const Ring& r, const std::string& part) { pen.polygon(onPaper(r), Ink::Card, Ink::Ink, 0.4).part = part; };
  for (std::size_t i = 0; i < net.sides.size(); ++i) panel(net.sides[i], fmt::format("panel/{}", i));
  panel(net.base, "panel/base");
  panel(net.lid, "panel/lid");
  for (const Ring& r : net.sides) {
    pen.line({{r[0].x, -r[0].y}, {r[3].x, -r[3].y}}, Ink::Ink, 0.4, Pattern::Dashed);
    pen.text({(r[0].x + r[1].x) / 2, -r[0].y - 4}, formatNumber(r[1].x - r[0].x, 4), Face::Small, Ink::Soft, Anchor::Middle);
  }
  for (const NetMark& m : net.marks) {
    pen.circle({m.at.x, -m.at.y}, m.radius, Ink::None, Ink::Copper);
    pen.text({m.at.x, -m.at.y - m.radius - 3}, m.words, Face::Small, Ink::Ink, Anchor::Middle);
  }
  const Extent base = extentOf(Region{net.base});
  pen.text({(base.low.x + base.high.x) / 2, -(base.low.y + base.high.y) / 2}, "towards you", Face::Small, Ink::Soft, Anchor::Middle);
  d.description = fmt::format("net of a dummy: {} sides of {} mm", net.sides.size(), formatNumber(net.depth, 4));
  provingBar(d, fmt::format("{}: a dummy of cardboard, with wrap, strips and walls; {} mm deep",
                            subject.assessment.figures.packs[pack].model.name, formatNumber(net.depth, 4)));
  return d;
}

}  // namespace usherwright::drawing
