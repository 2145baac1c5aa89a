// Station Range: a track from above.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/drawing/range/range_drawings.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

constexpr double margin = 16, perDegree = 111.2, degree = 0.017453292519943295;  // km, radians
constexpr std::size_t mostPieces = 400;

/// Equirectangular about its middle: true to scale for a ride of a day.
class Map {
 public:
  Map(const Terrain& ground, Size size) : g_(ground) {
    const auto [south, north] = std::minmax_element(g_.latitude.begin(), g_.latitude.end());
    const auto [west, east] = std::minmax_element(g_.longitude.begin(), g_.longitude.end());
    squeeze_ = std::cos((*south + *north) / 2 * degree);
    const double wide = std::max(1e-3, (*east - *west) * squeeze_ * perDegree), high = std::max(1e-3, (*north - *south) * perDegree);
    scale_ = std::min((size.width - 2 * margin) / wide, (size.height - 2 * margin - 14) / high);
    west_ = *west;
    north_ = *north;
    left_ = (size.width - wide * scale_) / 2;
    top_ = margin + std::max(0.0, (size.height - 2 * margin - 14 - high * scale_) / 2);
  }
  Point at(Kilometre along) const {
    const double m = along.value() * 1000;
    const auto next = std::lower_bound(g_.along.begin(), g_.along.end(), m);
    const auto i = std::clamp<std::size_t>(static_cast<std::size_t>(next - g_.along.begin()), 1, g_.along.size() - 1);
    const double share = std::clamp((m - g_.along[i - 1]) / std::max(1e-9, g_.along[i] - g_.along[i - 1]), 0.0, 1.0);
    return place(g_.latitude[i - 1] + share * (g_.latitude[i] - g_.latitude[i - 1]),
                 g_.longitude[i - 1] + share * (g_.longitude[i] - g_.longitude[i - 1]));
  }
  double pixels(double km) const { return km * scale_; }

 private:
  Point place(double latitude, double longitude) const {
    return {left_ + (longitude - west_) * squeeze_ * perDegree * scale_, top_ + (north_ - latitude) * perDegree * scale_};
  }
  const Terrain& g_;
  double squeeze_ = 1, scale_ = 1, west_ = 0, north_ = 0, left_ = 0, top_ = 0;
};

/// Of the ride that is shown, if it goes over one.
const Terrain* groundOf(const Subject& s, const WayRidden& way) {
  const auto& grounds = s.assessment.figures.range.grounds;
  if (!way.byTrack || way.points.size() < 2 || grounds.empty() || !grounds.front()) return nullptr;
  const Terrain& ground = grounds.front()->terrain;
  return ground.latitude.size() < 2 ? nullptr : &ground;
}

}  // namespace

Drawing wayMapMark(const Subject& s, const WayRidden& way, std::size_t at, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  const Terrain* ground = groundOf(s, way);
  if (!ground || at >= way.points.size()) return d;
  Pen pen(d);
  const Point here = Map(*ground, size).at(way.points[at].at);
  pen.circle(here, 7, Ink::Card, Ink::Ink);
  pen.circle(here, 3, Ink::Ink);
  return d;
}

Drawing wayMap(const Subject& s, const WayRidden& way, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  const Terrain* shown = groundOf(s, way);
  if (!shown) return d;
  const Terrain& ground = *shown;
  Pen pen(d);
  const Map map(ground, size);
  const double whole = ground.length().value(), full = std::max(1e-6, way.points.front().truth.value());
  // Wide where much is left, thin where little is: seen without any colour.
  const std::size_t pieces = std::min(mostPieces, way.points.size() - 1);
  for (std::size_t i = 0; i < pieces; ++i) {
    const WayPoint &a = way.points[i * (way.points.size() - 1) / pieces], &b = way.points[(i + 1) * (way.points.size() - 1) / pieces];
    if (a.at.value() > whole) break;
    const double left = std::clamp(a.truth.value() / full, 0.0, 1.0);
    const bool dry = way.floorAt && a.at >= *way.floorAt;
    pen.line({map.at(a.at), map.at(b.at)}, dry ? Ink::Stop : Ink::Water, 1.5 + 4.5 * left, dry ? Pattern::Dashed : Pattern::Solid);
  }
  std::vector<std::pair<double, Point>> said;  // words so far: from where, to where at which height
  const auto mark = [&](Kilometre where, Ink ink, const std::string& words) {
    const Point p = map.at(where);
    pen.circle(p, 5, Ink::Card, ink);
    const bool late = p.x > size.width * 0.6;
    // Above its place, else below it: over no other words.
    const double wide = textWidth(words, Face::Small), from = late ? p.x - 9 - wide : p.x + 9;
    const auto taken = [&](double y) {
      return std::any_of(said.begin(), said.end(),
                         [&](const auto& o) { return std::abs(o.second.y - y) < 14 && from < o.second.x && o.first < from + wide; });
    };
    double y = p.y - 6;
    for (double step : {20.0, -17.0, 34.0})
      if (taken(y)) y = p.y - 6 + step;
    said.emplace_back(from, Point{from + wide, y});
    pen.text({from, y}, words, Face::Small, ink);
    d.description += words + ". ";
  };
  d.description = "The track from above, north up, wide where much is left. ";
  mark(Kilometre(0), Ink::Deep, "start");
  if (way.turnRound) mark(*way.turnRound, Ink::Copper, "turn round");
  if (way.lies) mark(*way.lies, Ink::Stop, "stops");
  const auto& unit = shownUnit(Kind::Distance, s.units);
  const double bar = roundTicks(0, (size.width - 2 * margin) / map.pixels(unit.scale) / 2, 2).back();
  if (bar > 0) {
    const double y = size.height - 8, to = margin + map.pixels(bar * unit.scale);
    pen.line({{margin, y}, {to, y}}, Ink::Ink, 2);
    pen.text({to + 6, y + 4}, fmt::format("{} {}", formatNumber(bar), unit.symbol), Face::Small, Ink::Soft);
  }
  pen.text({size.width - 8, 14}, "north up", Face::Small, Ink::Soft, Anchor::End);
  return d;
}

}  // namespace usherwright::drawing
