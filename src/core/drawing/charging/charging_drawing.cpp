// Station Charging: the charger × pack matrix and the charge of each pack over the hours.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/drawing/charging/charging_drawings.h"
#include "core/plan/names.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

struct Words {
  std::string head, detail;
  Ink ink;
  int shape;
};  // shape: −1 none

Words wordsFor(const ChargeFigures& c) {
  if (!c.outputKnown) return {"not known yet", "read its label", Ink::Soft, -1};
  if (c.verdict == ChargeVerdict::Stop) return {"stop", fmt::format("+{} V per cell", formatNumber(c.excess.value(), 2)), Ink::Stop, 0};
  if (!c.currentOk)
    return {"too much current", fmt::format("{} allows {} A", c.limit->shown(), formatNumber(c.limit->limit.value())), Ink::Stop, 0};
  const std::string soc = formatNumber(c.reached->value() * 100, 2) + " %";
  if (c.verdict == ChargeVerdict::Partial) return {"partial", "reaches " + soc, Ink::Mind, 1};
  if (!c.currentKnown) return {"right by volts", "its amperes are not known yet", Ink::Soft, -1};
  return {"right", "reaches " + soc, Ink::Deep, -1};
}

std::string hours(Second t) {
  const int minutes = static_cast<int>(std::lround(t.value() / 60));
  if (minutes < 60) return fmt::format("{} min", minutes);
  return fmt::format("{} h {:02} min", minutes / 60, minutes % 60);
}

}  // namespace

Drawing chargerMatrix(const Subject& subject, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  const Figures& f = subject.assessment.figures;
  const auto& chargers = subject.plan.chargers;
  if (f.packs.empty() || chargers.empty()) return d;
  const double head = std::min(220.0, size.width * 0.32);
  const double column = (size.width - head) / static_cast<double>(f.packs.size());
  const double line = std::min(74.0, (size.height - 26) / static_cast<double>(chargers.size()));
  for (std::size_t k = 0; k < f.packs.size(); ++k)
    pen.text(
        {head + column * (static_cast<double>(k) + 0.5), 16},
        elided(f.packs[k].model.name, Face::Small, column - 84) + fmt::format(", full {} V", formatNumber(f.packs[k].model.full.value())),
        Face::Small, Ink::Ink, Anchor::Middle);
  for (std::size_t c = 0; c < chargers.size(); ++c) {
    const double y = 26 + line * static_cast<double>(c);
    pen.text({8, y + line / 2 - 3}, elided(shownName(chargers[c]), Face::Label, head - 16), Face::Label, Ink::Ink);
    pen.text({8, y + line / 2 + 14},
             fmt::format("{} V  {} A", chargers[c].output ? formatNumber(chargers[c].output->value()) : "?",
                         chargers[c].current ? formatNumber(chargers[c].current->value()) : "?"),
             Face::SmallFigure, Ink::Soft);
  }
  for (const ChargeFigures& pair : f.charging) {
    const double x = head + column * static_cast<double>(pair.pack);
    const double y = 26 + line * static_cast<double>(pair.charger);
    const Words w = wordsFor(pair);
    Shape& cell = pen.rectangle({x + 4, y + 3}, {x + column - 4, y + line - 3}, pair.assigned ? Ink::Shoal : Ink::Card,
                                pair.assigned ? Ink::Deep : Ink::BankLine, 4);
    cell.part = fmt::format("pair/{}/{}", pair.charger, pair.pack);
    cell.tip = fmt::format("{} with {}: {}, {}{}", chargers[pair.charger].name, f.packs[pair.pack].model.name, w.head, w.detail,
                           pair.assigned ? "; in use" : "");
    if (w.shape >= 0) pen.severity({x + 20, y + line / 2}, w.shape);
    pen.text({x + 34, y + line / 2 - 3}, elided(w.head + (pair.assigned ? "  · in use" : ""), Face::Label, column - 40), Face::Label,
             w.ink);
    pen.text({x + 34, y + line / 2 + 14}, elided(w.detail, Face::Small, column - 40), Face::Small, Ink::Ink);
    d.description += cell.tip + ". ";
  }
  return d;
}

Drawing chargeTimeline(const Subject& subject, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  const Figures& f = subject.assessment.figures;
  double longest = 0;
  std::size_t shown = 0;
  for (const ChargeFigures& c : f.charging)
    if (c.run) {
      longest = std::max(longest, c.run->end.value() / 3600);
      ++shown;
    }
  if (shown == 0 || longest <= 0) {
    pen.text({8, 24}, "No sound pair of charger and pack is in use: nothing to time.", Face::Label, Ink::Soft);
    return d;
  }
  const Plot plot{{40, 12}, {size.width - 14, size.height - 30}, 0, longest * 1.04, 0, 105};
  plot.frame(pen);
  plot.yGrid(pen, 5);
  plot.xTicks(pen, 6, "h");
  std::size_t row = 0;
  for (const ChargeFigures& c : f.charging) {
    if (!c.run) continue;
    std::vector<Point> samples;
    for (const ChargePoint& p : c.run->points) samples.push_back({p.time.value() / 3600, p.soc.value() * 100});
    pen.line(columnPairs(plot, samples), packInk(c.pack), 2, packPattern(c.pack));
    const double endX = plot.x(c.run->end.value() / 3600);
    pen.circle({endX, plot.y(c.run->socAtEnd.value() * 100)}, 4, packInk(c.pack));
    const double y = plot.bottomRight.y - 14 - 36 * static_cast<double>(shown - 1 - row++);
    const double x = std::max(plot.topLeft.x + 44, plot.bottomRight.x - 400);
    const std::string ends = fmt::format(": {} to {} %", hours(c.run->end), formatNumber(c.run->socAtEnd.value() * 100));
    const std::string name = elided(f.packs[c.pack].model.name, Face::Label, 300 - textWidth(ends, Face::Label)) + ends;
    pen.line({{x - 34, y - 20}, {x - 8, y - 20}}, packInk(c.pack), 2, packPattern(c.pack));
    pen.text({x, y - 16}, name, Face::Label, Ink::Ink);
    const auto eighty = c.run->timeTo(StateOfCharge(0.8));
    pen.text(
        {x, y},
        fmt::format("{}Ah ÷ A says {} · {} Wh from the wall", eighty && *eighty > Second(0) ? "80 % after " + hours(*eighty) + " · " : "",
                    hours(c.run->benchRule), formatNumber(c.run->mains.value())),
        Face::Small, Ink::Soft);
    d.description += name + ". ";
  }
  return d;
}

}  // namespace usherwright::drawing
