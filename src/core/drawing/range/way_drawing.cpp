// The way as it is ridden: its heights, what is left in each pack along it, and where one is.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <optional>

#include "core/drawing/range/range_drawings.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

constexpr double names = 52, right = 14, between = 30;

struct Plots {
  Plot heights, left;
};

double mostLeft(const WayRidden& way, std::size_t packs) {
  double most = 1;
  for (std::size_t k = 0; k < packs; ++k) most += way.points.front().left[k].value();
  return most;
}

Plots plotsOf(const WayRidden& way, const Subject& s, Size size) {
  const double scale = shownUnit(Kind::Distance, s.units).scale, up = shownUnit(Kind::Climb, s.units).scale;
  double low = 0, high = 10;
  for (const WayPoint& p : way.points) {
    low = std::min(low, p.height.value());
    high = std::max(high, p.height.value());
  }
  const double end = way.points.back().at.value() / scale, middle = 26 + (size.height - 52) * 0.36;
  return {{{names, 26}, {size.width - right, middle}, 0, end, low / up, (high + 0.12 * (high - low)) / up},
          {{names, middle + between},
           {size.width - right, size.height - 26},
           0,
           end,
           0,
           mostLeft(way, s.assessment.figures.packs.size()) * 1.04}};
}

std::string far(Kilometre km, UnitSystem units) { return formatQuantity(km.value(), Kind::Distance, units, 3); }

/// The pieces where the controller gives no more are hatched under the ground.
void ground(Drawing& d, Pen& pen, const WayRidden& way, const Subject& s, const Plot& plot) {
  const double scale = shownUnit(Kind::Distance, s.units).scale, up = shownUnit(Kind::Climb, s.units).scale;
  std::vector<Point> outline{{plot.x(0), plot.bottomRight.y}};
  for (const WayPoint& p : way.points) outline.push_back({plot.x(p.at.value() / scale), plot.y(p.height.value() / up)});
  outline.push_back({plot.bottomRight.x, plot.bottomRight.y});
  pen.polygon(std::move(outline), Ink::Bank, Ink::Soft);
  bool said = false;
  for (std::size_t i = 1; i < way.points.size(); ++i) {
    const WayPoint &a = way.points[i - 1], &b = way.points[i];
    if (!b.limited) continue;
    Shape& piece = pen.polygon({{plot.x(a.at.value() / scale), plot.bottomRight.y},
                                {plot.x(a.at.value() / scale), plot.y(a.height.value() / up)},
                                {plot.x(b.at.value() / scale), plot.y(b.height.value() / up)},
                                {plot.x(b.at.value() / scale), plot.bottomRight.y}},
                               Ink::Copper);
    piece.pattern = Pattern::Hatched;
    piece.tip =
        fmt::format("the controller's limit: {} instead of what was wanted", formatQuantity(b.speed.value(), Kind::Speed, s.units, 2));
    if (!said) d.description += piece.tip + ". ";
    said = true;
  }
}

void leftInPacks(Drawing& d, Pen& pen, const WayRidden& way, const Subject& s, const Plot& plot) {
  const double scale = shownUnit(Kind::Distance, s.units).scale;
  const auto& packs = s.assessment.figures.packs;
  std::vector<double> floor(way.points.size(), 0);
  static constexpr std::array inks{Ink::Water, Ink::Shoal, Ink::Bank, Ink::Card};
  for (std::size_t k = 0; k < packs.size(); ++k) {
    std::vector<Point> area;
    for (std::size_t i = 0; i < way.points.size(); ++i) area.push_back({plot.x(way.points[i].at.value() / scale), plot.y(floor[i])});
    std::reverse(area.begin(), area.end());
    double widest = 0;
    std::size_t at = way.points.size() / 3;
    for (std::size_t i = 0; i < way.points.size(); ++i) {
      const double own = way.points[i].left[k].value();
      if (i > way.points.size() / 5 && own > widest * 1.02) {
        widest = own;
        at = i;
      }
      floor[i] += own;
      area.push_back({plot.x(way.points[i].at.value() / scale), plot.y(floor[i])});
    }
    Shape& shape = pen.polygon(std::move(area), inks[k], Ink::Deep);
    shape.tip = fmt::format("{}: {} Wh above its floor at the start, {} Wh at the end", packs[k].model.name,
                            formatNumber(way.points.front().left[k].value()), formatNumber(way.points.back().left[k].value()));
    d.description += shape.tip + ". ";
    const double high = plot.y(floor[at] - way.points[at].left[k].value()) - plot.y(floor[at]);
    if (high > 18)
      pen.text({plot.x(way.points[at].at.value() / scale) + 8, plot.y(floor[at] - way.points[at].left[k].value() / 2) + 4},
               elided(packs[k].model.name, Face::Label, 150), Face::Label, k == 0 ? Ink::OnDeep : Ink::Ink);
  }
}

/// What the gauge shows of what the packs held when full, over what is there.
void gaugeLine(Pen& pen, const WayRidden& way, const Subject& s, const Plot& plot) {
  const double scale = shownUnit(Kind::Distance, s.units).scale;
  const double full = mostLeft(way, s.assessment.figures.packs.size());
  const double truth = std::max(0.01, way.points.front().truth.value());
  std::vector<Point> line;
  for (const WayPoint& p : way.points)
    line.push_back({plot.x(p.at.value() / scale), plot.y(std::clamp(p.gauge.value() / truth, 0.0, 1.04) * full)});
  pen.line(std::move(line), Ink::Copper, 2, Pattern::Dotted);
}

/// Something that happens at a place of the way: a line through both plots, and its words beside it.
struct Mark {
  Kilometre at;
  Ink ink;
  Pattern pattern;
  std::string words;
};

std::vector<Mark> marksOf(const WayRidden& way, const Subject& s) {
  std::vector<Mark> out;
  if (way.lies) out.push_back({*way.lies, Ink::Stop, Pattern::Solid, "here it stops: " + far(*way.lies, s.units)});
  if (way.turnRound)
    out.push_back({*way.turnRound, Ink::Copper, Pattern::Dashed, "turn round here at the latest: " + far(*way.turnRound, s.units)});
  if (way.floorAt) out.push_back({*way.floorAt, Ink::Mind, Pattern::Dashed, "floor of all packs: " + far(*way.floorAt, s.units)});
  for (const StopMade& stop : way.stops.stops) {
    if (!stop.reached) continue;
    out.push_back({stop.at, Ink::Water, Pattern::Dotted,
                   stop.refused.empty()
                       ? fmt::format("+ {} Wh in {} min", formatNumber(stop.gained.value()), formatNumber(stop.stands.value()))
                       : std::string("a stop that puts nothing in")});
  }
  for (const auto& [pack, at] : way.knees)
    out.push_back(
        {at, Ink::Ink, Pattern::Solid, fmt::format("{} joins in", elided(s.assessment.figures.packs[pack].model.name, Face::Small, 140))});
  return out;
}

void marks(Drawing& d, Pen& pen, const WayRidden& way, const Subject& s, const Plots& plots) {
  const double scale = shownUnit(Kind::Distance, s.units).scale;
  const std::vector<Mark> all = marksOf(way, s);
  const auto xOf = [&](const Mark& m) { return plots.left.x(m.at.value() / scale); };
  for (const Mark& m : all) {
    pen.line({{xOf(m), plots.heights.topLeft.y}, {xOf(m), plots.left.bottomRight.y}}, m.ink, 1.6, m.pattern);
    d.description += m.words + ". ";
  }
  // Each at the first height where its words go beside their line and over no others; what finds none has its tip.
  constexpr double line = 16;
  struct Placed {
    double from, to, y;
  };
  std::vector<Placed> placed;
  const auto free = [&](const Placed& p) {
    return p.from >= plots.left.topLeft.x && p.to <= plots.left.bottomRight.x + right &&
           std::none_of(placed.begin(), placed.end(), [&](const Placed& o) { return o.y == p.y && p.from < o.to && o.from < p.to; });
  };
  for (const Mark& m : all) {
    const double wide = textWidth(m.words, Face::Small) + 8, x = xOf(m);
    std::optional<Placed> at;
    for (double y = plots.heights.topLeft.y + 14; !at && y < plots.heights.bottomRight.y - 2; y += line)
      for (const Placed& side : {Placed{x + 3, x + 3 + wide, y}, Placed{x - 3 - wide, x - 3, y}})
        if (!at && free(side)) at = side;
    if (!at) continue;
    placed.push_back(*at);
    pen.rectangle({at->from, at->y - 11}, {at->to, at->y + 4}, Ink::Paper, Ink::Paper, 2);
    pen.text({at->from + 4, at->y}, m.words, Face::Small, m.ink);
  }
}

}  // namespace

Drawing wayProfile(const Subject& s, const WayRidden& way, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  if (way.points.empty()) {
    pen.text({12, 28}, s.plan.routes.empty() ? "No route yet: bring a track, or enter a distance and a climb." : "No pack yet.",
             Face::Label, Ink::Soft);
    return d;
  }
  const Plots plots = plotsOf(way, s, size);
  plots.heights.frame(pen);
  plots.heights.yGrid(pen, 3);
  plots.left.frame(pen);
  plots.left.yGrid(pen, 4);
  plots.left.xTicks(pen, 8, std::string(shownUnit(Kind::Distance, s.units).symbol));
  const double room = size.width - names - right;
  pen.text(
      {names, 16},
      elided(fmt::format("{}, {}{}, heights in {}", elided(s.plan.routes.front().id, Face::Label, 300), far(way.points.back().at, s.units),
                         way.byTrack ? "" : ", as if flat, climb and descent each lay together", shownUnit(Kind::Climb, s.units).symbol),
             Face::Label, room),
      Face::Label, Ink::Ink);
  d.description = fmt::format("{}, {}. ", s.plan.routes.front().id, far(way.points.back().at, s.units));
  ground(d, pen, way, s, plots.heights);
  leftInPacks(d, pen, way, s, plots.left);
  gaugeLine(pen, way, s, plots.left);
  marks(d, pen, way, s, plots);
  const std::string below = elided("Wh left above the floor; dotted: what the bike's gauge shows", Face::Small, room);
  pen.rectangle({names, plots.left.topLeft.y - 20}, {names + textWidth(below, Face::Small) + 4, plots.left.topLeft.y - 4}, Ink::Paper,
                Ink::Paper);
  pen.text({names, plots.left.topLeft.y - 8}, below, Face::Small, Ink::Soft);
  return d;
}

Drawing wayScrubber(const Subject& s, const WayRidden& way, std::size_t at, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  if (way.points.empty() || at >= way.points.size()) return d;
  Pen pen(d);
  const Plots plots = plotsOf(way, s, size);
  const WayPoint& p = way.points[at];
  const double x = plots.left.x(p.at.value() / shownUnit(Kind::Distance, s.units).scale);
  pen.line({{x, plots.heights.topLeft.y}, {x, plots.left.bottomRight.y}}, Ink::Ink, 1.2);
  pen.circle({x, plots.left.bottomRight.y}, 6, Ink::Card, Ink::Deep);
  return d;
}

std::size_t wayPointAt(const Subject& s, const WayRidden& way, double x, Size size) {
  if (way.points.empty()) return 0;
  const Plots plots = plotsOf(way, s, size);
  const double share = std::clamp((x - plots.left.topLeft.x) / (plots.left.bottomRight.x - plots.left.topLeft.x), 0.0, 1.0);
  const Kilometre at = way.points.back().at * share;
  const auto found = std::lower_bound(way.points.begin(), way.points.end(), at, [](const WayPoint& p, Kilometre km) { return p.at < km; });
  return std::min<std::size_t>(static_cast<std::size_t>(found - way.points.begin()), way.points.size() - 1);
}

Drawing ladderSheet(const std::vector<Rung>& rungs, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  if (rungs.empty()) {
    pen.text({12, 28}, "The ladder stands on a route and a pack: enter both.", Face::Label, Ink::Soft);
    return d;
  }
  const double words = std::min(250.0, size.width * 0.34), most = rungs.front().change.value(), room = size.width - words - 90;
  const double step = std::min(46.0, (size.height - 10) / static_cast<double>(rungs.size() + 1));
  double sum = 0, y = 6;
  const auto bar = [&](const std::string& name, const std::string& because, double from, double to, Ink ink, const std::string& figure) {
    pen.text({8, y + step * 0.42}, elided(name, Face::Label, words - 12), Face::Label, Ink::Ink);
    if (step > 34) pen.text({8, y + step * 0.42 + 15}, elided(because, Face::Small, words - 12), Face::Small, Ink::Soft);
    Shape& shape =
        pen.rectangle({words + room * std::min(from, to) / most, y + 3},
                      {words + room * std::max({from, to, std::min(from, to) + most * 0.002}) / most, y + step - 7}, ink, Ink::Deep, 2);
    shape.part = "rung/" + name;
    shape.tip = fmt::format("{}: {}; {}", name, figure, because);
    d.description += shape.tip + ". ";
    pen.text({size.width - 8, y + step * 0.5}, figure, Face::SmallFigure, Ink::Ink, Anchor::End);
    y += step;
  };
  for (const Rung& r : rungs) {
    const double to = sum + r.change.value();
    const bool first = &r == &rungs.front();
    bar(r.words, r.because, first ? 0 : sum, to,
        first                    ? Ink::Shoal
        : r.change < WattHour(0) ? Ink::Bank
                                 : Ink::Water,
        fmt::format("{}{} Wh",
                    first                    ? ""
                    : r.change < WattHour(0) ? "−"
                                             : "+",
                    formatNumber(std::abs(r.change.value()))));
    sum = to;
  }
  bar("on the road", "at the controller, down to the floor", 0, sum, Ink::Deep, formatNumber(sum) + " Wh");
  return d;
}

Drawing knobCards(const std::vector<Knob>& knobs, UnitSystem units, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  if (knobs.empty()) return d;
  const double gap = 8, wide = (size.width - 4 - gap * static_cast<double>(knobs.size() - 1)) / static_cast<double>(knobs.size());
  const auto& unit = shownUnit(Kind::Distance, units);
  double x = 2;
  for (const Knob& k : knobs) {
    Shape& card = pen.rectangle({x, 2}, {x + wide, size.height - 2}, Ink::Card, Ink::BankLine, 3);
    card.part = "knob" + k.pointer;
    const double change = k.change.value() / unit.scale;
    const std::string by = fmt::format("{}{} {}",
                                       change < -0.05  ? "−"
                                       : change > 0.05 ? "+"
                                                       : "",
                                       formatNumber(std::abs(change) < 0.05 ? 0 : std::abs(change), 2), unit.symbol);
    card.tip = fmt::format("{}, now {}: {} {}", k.words, k.now, k.step, by);
    d.description += card.tip + ". ";
    pen.text({x + 8, 20}, elided(k.words, Face::Small, wide - 16), Face::Small, Ink::Soft);
    pen.text({x + 8, 40}, elided(k.now, Face::SmallFigure, wide - 16), Face::SmallFigure, Ink::Ink);
    pen.text({x + 8, 60}, elided(k.step, Face::Small, wide - 16), Face::Small, Ink::Soft);
    pen.text({x + 8, 80}, by, Face::SmallFigure, change < -0.05 ? Ink::Copper : Ink::Deep);
    x += wide + gap;
  }
  return d;
}

Drawing ridesChart(const Subject& s, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  const Learned& l = s.assessment.figures.range.learned;
  if (l.rides.empty()) {
    pen.text({12, 28}, "No ride noted yet: km, and Ah or Wh, of the next one.", Face::Label, Ink::Soft);
    return d;
  }
  double most = std::max(1.4, l.factor * (1 + l.halfWidth) + 0.1);
  for (const Learned::Judged& j : l.rides) most = std::max(most, std::min(j.ratio + 0.1, 3.0));
  const Plot plot{{names, 22}, {size.width - right, size.height - 30}, 0.5, static_cast<double>(l.rides.size()) + 0.5, 0, most};
  plot.frame(pen);
  plot.yGrid(pen, 4);
  pen.text({names, 14}, "Wh used over Wh expected, ride by ride; the band holds nine in ten", Face::Small, Ink::Soft);
  pen.rectangle({plot.topLeft.x, plot.y(std::min(most, l.factor * (1 + l.halfWidth)))},
                {plot.bottomRight.x, plot.y(std::max(0.0, l.factor * (1 - l.halfWidth)))}, Ink::Shoal);
  pen.line({{plot.topLeft.x, plot.y(l.factor)}, {plot.bottomRight.x, plot.y(l.factor)}}, Ink::Deep, 2);
  pen.text({plot.bottomRight.x - 6, plot.y(l.factor) - 6}, "middle " + formatNumber(l.factor, 3), Face::Small, Ink::Deep, Anchor::End);
  for (std::size_t i = 0; i < l.rides.size(); ++i) {
    const Learned::Judged& j = l.rides[i];
    const Point at{plot.x(static_cast<double>(i + 1)), plot.y(std::min(j.ratio, most))};
    Shape& dot = pen.circle(at, 5, j.outlier ? Ink::Card : Ink::Water, j.outlier ? Ink::Mind : Ink::Deep);
    dot.part = fmt::format("ride/{}", j.ride);
    const Ride& ride = s.plan.rides.all()[j.ride];
    dot.tip =
        fmt::format("{}{} Wh used, {} expected: {}{}", ride.when.empty() ? "" : ride.when + ": ", formatNumber(j.used.value()),
                    formatNumber(j.expected.value()), formatNumber(j.ratio, 3), j.outlier ? ", far from the others: it moves nothing" : "");
    d.description += dot.tip + ". ";
    if (j.outlier) pen.text({at.x + 8, at.y + 4}, "?", Face::Label, Ink::Mind);
  }
  return d;
}

}  // namespace usherwright::drawing
