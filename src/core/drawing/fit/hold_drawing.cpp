// How a pack is held, with a mark for every finding about it.
#include <fmt/format.h>

#include <algorithm>
#include <array>

#include "core/drawing/fit/fit_drawings.h"
#include "core/drawing/fit/fit_parts.h"
#include "core/plan/pointers.h"

namespace usherwright::drawing {
namespace {

constexpr std::array holdRules{"FIT-02", "FIT-06", "FIT-07", "FIT-08", "FIT-09", "FIT-10",
                               "FIT-11", "FIT-12", "FIT-15", "FIT-16", "FIT-17", "FIT-18"};

/// Of the thing that a finding is about; −1: of none.
int thingOf(const Finding& f) {
  const std::size_t at = f.pointer.find("/fit/things/");
  return at == std::string::npos ? -1 : std::atoi(f.pointer.c_str() + at + 12);
}

Ink inkOf(Severity severity) { return severity == Severity::Stop ? Ink::Stop : severity == Severity::Mind ? Ink::Mind : Ink::Note; }

}  // namespace

std::vector<const Finding*> holdMarks(const Subject& subject, std::size_t pack) {
  std::vector<const Finding*> out;
  for (const Finding& f : subject.assessment.findings)
    if (f.part == subject.plan.packs[pack].id && std::find(holdRules.begin(), holdRules.end(), f.id) != holdRules.end()) out.push_back(&f);
  std::stable_sort(out.begin(), out.end(), [](const Finding* a, const Finding* b) { return a->severity < b->severity; });
  return out;
}

Drawing fitHold(const Subject& subject, std::size_t pack) {
  Drawing d = fitRoom(subject, pack);
  const FitFigures* f = subject.assessment.figures.packs[pack].fit.get();
  if (!f || f->room.inside.empty()) return d;
  Pen pen(d);
  if (f->boxed && f->boxed->along > 0) {
    Shape& box = pen.polygon(onPaper(outlineOf(*f->boxed)), Ink::None, Ink::Deep, 2);
    box.steady = true;
    box.tip = "the case";
  }
  for (const Site& s : f->layout.sites)
    if (s.layer == 0) cellOutline(pen, f->room.cell, {s.at.x, -s.at.y}, Ink::None, Ink::BankLine);
  // Marks of things stand at them; those of the whole pack in a row below everything.
  const Extent e = extentOf(f->room.inside);
  const std::vector<const Finding*> marks = holdMarks(subject, pack);
  const double radius = 10, apart = (d.world.high.x - d.world.low.x) / 15;
  double row = e.low.x + apart / 2;
  if (!marks.empty()) d.world.high.y += 1.5 * apart;
  for (std::size_t i = 0; i < marks.size(); ++i) {
    const int thing = thingOf(*marks[i]);
    const auto& things = subject.plan.packs[pack].fit.things;
    Point at{row, d.world.high.y - apart};
    if (thing >= 0 && static_cast<std::size_t>(thing) < things.size() && things[static_cast<std::size_t>(thing)].x &&
        things[static_cast<std::size_t>(thing)].y)
      at = {things[static_cast<std::size_t>(thing)].x->value(), -things[static_cast<std::size_t>(thing)].y->value()};
    else row += apart;
    Shape& mark = pen.circle(at, radius, Ink::Card, inkOf(marks[i]->severity));
    mark.steady = true;
    mark.width = 2;
    mark.part = fmt::format("mark/{}", i);
    mark.tip = fmt::format("{}: {}", severityWord(marks[i]->severity), marks[i]->sentence);
    pen.text({at.x, at.y}, std::to_string(i + 1), Face::SmallFigure, inkOf(marks[i]->severity), Anchor::Middle);
    d.description += fmt::format(" {}: {}", i + 1, marks[i]->sentence);
  }
  return d;
}

}  // namespace usherwright::drawing
