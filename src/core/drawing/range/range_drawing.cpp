// Station Range: how far the charge goes, as a band.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/drawing/range/range_drawings.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
Drawing rangeBand(const Subject& subject, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  const Figures& f = subject.assessment.figures;
  if (!f.range.known) {
    pen.text({12, 28}, f.packs.empty() ? "No pack yet." : "No route yet: enter a distance and a climb.", Face::Label, Ink::Soft);
    return d;
  }
  const RangeFigures& r = f.range;
  const double need = subject.plan.routes.front().length.value(), share = r.learned.halfWidth;
  const double scale = subject.units == UnitSystem::Imperial ? 1 / 1.609344 : 1;
  const double widest = std::max(r.hopeful.value(), need) * 1.16;
  const double names = std::min(190.0, size.width * 0.24);
  const Plot plot{{names + 10, 14}, {size.width - 20, size.height - 26}, 0, widest * scale, 0, 1};
  plot.xTicks(pen, 8, subject.units == UnitSystem::Imperial ? "mi" : "km");
  struct Bar {
    std::string name;
    Kilometre low, middle, high;
    Ink ink;
  };
  std::vector<Bar> bars;
  const std::string charged = chargedToFull(subject.plan) ? "full" : "charged";
  if (f.packs.size() > 1) bars.push_back({"all together, " + charged, r.cautious, r.likely, r.hopeful, Ink::Water});
  for (const PackFigures& p : f.packs)
    bars.push_back({elided(p.model.name, Face::Small, names - 76) + (f.packs.size() > 1 ? " alone, " : ", ") + charged,
                    *p.rangeAlone * (1 - share), *p.rangeAlone, *p.rangeAlone * (1 + share), Ink::Shoal});
  bars.push_back({"as charged now", r.now * (1 - share), r.now, r.now * (1 + share), Ink::Shoal});
  const double step = (plot.bottomRight.y - plot.topLeft.y) / static_cast<double>(bars.size());
  for (std::size_t i = 0; i < bars.size(); ++i) {
    const double y = plot.topLeft.y + step * (static_cast<double>(i) + 0.5);
    const double half = std::min(13.0, step * 0.34);
    pen.rectangle({plot.x(bars[i].low.value() * scale), y - half}, {plot.x(bars[i].high.value() * scale), y + half}, bars[i].ink, Ink::Deep,
                  3);
    pen.line({{plot.x(bars[i].middle.value() * scale), y - half}, {plot.x(bars[i].middle.value() * scale), y + half}}, Ink::Ink, 2.5);
    pen.text({plot.topLeft.x - 10, y + 5}, bars[i].name, Face::Small, Ink::Ink, Anchor::End);
    pen.text({plot.x(bars[i].high.value() * scale) + 8, y + 5}, formatQuantity(bars[i].middle.value(), Kind::Distance, subject.units, 2),
             Face::Figure, Ink::Ink);
    d.description += fmt::format("{}: {} km likely, {} to {}. ", bars[i].name, formatNumber(bars[i].middle.value(), 2),
                                 formatNumber(bars[i].low.value(), 2), formatNumber(bars[i].high.value(), 2));
  }
  const double x = plot.x(need * scale);
  pen.line({{x, plot.topLeft.y - 6}, {x, plot.bottomRight.y}}, Ink::Copper, 2, Pattern::Dashed);
  const bool late = x > plot.bottomRight.x - 110;
  pen.text({late ? x - 6 : x + 6, plot.topLeft.y + 2}, "route " + formatQuantity(need, Kind::Distance, subject.units), Face::Small,
           Ink::Copper, late ? Anchor::End : Anchor::Start);
  return d;
}

}  // namespace usherwright::drawing
