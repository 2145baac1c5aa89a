// Station Range: the legs of the route with their power, and how far the charge goes as a band.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/drawing/range/range_drawings.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

std::string far(Kilometre km, UnitSystem units) { return formatQuantity(km.value(), Kind::Distance, units); }

/// Climb first, then flat, then down: as the estimate lays it out for a round trip.
std::vector<Leg> ordered(const RouteEstimate& route) {
  std::vector<Leg> legs = route.legs;
  std::stable_sort(legs.begin(), legs.end(), [](const Leg& a, const Leg& b) { return a.grade > b.grade; });
  return legs;
}

std::string legWords(const Leg& leg, UnitSystem units) {
  const std::string kind = leg.grade > 0 ? fmt::format("climb {} %", formatNumber(leg.grade * 100, 2)) : leg.grade < 0 ? "descent" : "flat";
  return fmt::format("{}, {}", kind, far(leg.length, units));
}

}  // namespace

Drawing routeProfile(const Subject& subject, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  const Figures& f = subject.assessment.figures;
  if (subject.plan.routes.empty() || f.range.route.legs.empty()) {
    pen.text({12, 28}, "No route yet: enter a distance and a climb.", Face::Label, Ink::Soft);
    return d;
  }
  const RouteEstimate& route = f.range.route;
  const std::vector<Leg> legs = ordered(route);
  double total = 0, top = 10;
  for (const Leg& leg : legs) {
    total += leg.length.value();
    if (leg.grade > 0) top = leg.length.value() * 1000 * leg.grade;
  }
  const double scale = subject.units == UnitSystem::Imperial ? 1 / 1.609344 : 1;
  const Plot plot{{44, 30}, {size.width - 14, size.height - 28}, 0, total * scale, 0, top * 1.35};
  plot.frame(pen);
  plot.xTicks(pen, 7, subject.units == UnitSystem::Imperial ? "mi" : "km");
  pen.text({plot.topLeft.x, 18}, "The route as estimated: climbs together, then flat, then down", Face::Label, Ink::Ink);
  double km = 0, height = 0;
  std::vector<Point> ground{{plot.x(0), plot.bottomRight.y}};
  ground.push_back({plot.x(0), plot.y(0)});
  for (const Leg& leg : legs) {
    km += leg.length.value();
    height = std::max(0.0, height + leg.length.value() * 1000 * leg.grade);
    ground.push_back({plot.x(km * scale), plot.y(height)});
  }
  ground.push_back({plot.x(km * scale), plot.bottomRight.y});
  pen.polygon(std::move(ground), Ink::Bank, Ink::Soft);
  km = 0;
  for (const Leg& leg : legs) {
    // On a slope the words move to its high side, away from the line.
    const double shift = leg.grade > 0 ? 0.62 : leg.grade < 0 ? 0.38 : 0.5;
    const double middle = plot.x((km + leg.length.value() * shift) * scale);
    const double wide = plot.x((km + leg.length.value()) * scale) - plot.x(km * scale);
    km += leg.length.value();
    if (wide < 60) continue;
    pen.text({middle, plot.bottomRight.y - 26}, legWords(leg, subject.units), Face::Small, Ink::Ink, Anchor::Middle);
    pen.text({middle, plot.bottomRight.y - 9}, leg.power > Watt(0.5) ? formatNumber(leg.power.value()) + " W" : "nothing drawn",
             Face::SmallFigure, Ink::Ink, Anchor::Middle);
  }
  d.description =
      fmt::format("Route of {}, {} Wh.", far(subject.plan.routes.front().length, subject.units), formatNumber(route.energy.value()));
  return d;
}

Drawing rangeBand(const Subject& subject, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  const Figures& f = subject.assessment.figures;
  if (!f.range.known) {
    pen.text({12, 28}, f.packs.empty() ? "No pack yet." : "No route yet: enter a distance and a climb.", Face::Label, Ink::Soft);
    return d;
  }
  const RangeFigures& r = f.range;
  const double need = subject.plan.routes.front().length.value();
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
  if (f.packs.size() > 1) bars.push_back({"all together, full", r.cautious, r.likely, r.hopeful, Ink::Water});
  for (const PackFigures& p : f.packs)
    bars.push_back({elided(p.model.name, Face::Small, names - 76) + (f.packs.size() > 1 ? " alone, full" : ", full"), *p.rangeAlone * 0.85,
                    *p.rangeAlone, *p.rangeAlone * 1.15, Ink::Shoal});
  bars.push_back({"as charged now", r.now * 0.85, r.now, r.now * 1.15, Ink::Shoal});
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
