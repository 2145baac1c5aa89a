// Routes, tracks, rides and the need of packs whose every figure is given here, kept to many digits: a constant that moves shows.
#include <fmt/format.h>

#include <catch2/catch.hpp>
#include <cmath>

#include "core/quantity/units.h"
#include "core/travel/learn.h"
#include "core/travel/need.h"
#include "core/travel/on_ground.h"
#include "support/golden.h"
#include "support/plans.h"

using namespace usherwright;

namespace {

std::string n(double v) { return formatNumber(v, 6); }

std::string ridden(const RouteEstimate& e) {
  return fmt::format("{} Wh, {} Wh/km, {} s, {} W, worst {} W, {} A²", n(e.energy.value()), n(e.perKilometre.value()), n(e.time.value()),
                     n(e.meanWhileDrawing.value()), n(e.worstTenMinutes.value()), n(meanSquareCurrent(e, Volt(48))));
}

Route routeOf(double km, Known<Metre> climb) {
  Route r;
  r.length = Kilometre(km);
  r.climb = climb;
  return r;
}

/// Hills of 60 m every 4 km, a point each `apart` metres and two seconds; what else is wrong with it is given.
struct Hills {
  double apart = 12, length = 6000, hole = 0, holeAt = 2000, wild = 0, gap = 0;
  bool heights = true, times = true;
};

std::vector<TrackPoint> trackOf(const Hills& h) {
  std::vector<TrackPoint> out;
  double t = 0, add = 0;
  bool done = false;
  for (double along = 0; along <= h.length; along += h.apart, t += 2) {
    if (!done && along >= h.holeAt) {
      done = true;
      add = h.hole;
      t += h.gap;
    }
    const double north = along + add, height = 100 + 30 * std::sin(north / 4000 * 2 * 3.14159265358979) + 0.4 * std::sin(along * 0.7);
    TrackPoint p{50 + north / 111194.93, 10, {}, {}, done && h.hole > 0 && along < h.holeAt + h.apart};
    if (h.heights) p.elevation = height;
    if (h.times) p.time = t;
    out.push_back(p);
    if (h.wild > 0 && out.size() == 100)
      out.push_back({p.latitude + h.wild / 111194.93, 10, p.elevation, h.times ? Known<double>(t + 1) : std::nullopt, false});
  }
  return out;
}

std::string onTrack(const Hills& h, const std::string& named, const Bike& bike) {
  const Terrain ground = terrainOf(trackOf(h));
  std::string out = fmt::format("{}: {} km, climb {}", named, n(ground.length().value()), ground.climb ? n(ground.climb->value()) : "?");
  for (const std::string& said : ground.said) out += "; " + said;
  return out + "\n  " + ridden(estimateOn(ground, riddenOf(routeOf(6, {}), bike, Watt(600)))) + "\n";
}

}  // namespace

TEST_CASE("what a route costs is as it was, for a bike of which nothing is known and one that is measured") {
  std::string all;
  Bike known = plans::demo().bike;
  for (const auto& [name, bike] : {std::pair{"unknown", Bike{}}, std::pair{"demo", known}}) {
    for (const double km : {0.3, 2.0, 5.0, 34.0})
      for (const Known<Metre> climb : {Known<Metre>(), Known<Metre>(Metre(4)), Known<Metre>(Metre(90)), Known<Metre>(Metre(900))})
        for (const double limit : {150.0, 1000.0})
          all += fmt::format("{}, {} km, climb {}, {} W: {}\n", name, km, climb ? n(climb->value()) : "?", limit,
                             ridden(estimate(routeOf(km, climb), bike, Watt(limit))));
    for (const Surface surface : {Surface::Road, Surface::Gravel})
      for (const double speed : {8.0, 15.0, 25.0, 40.0})
        for (const double wind : {-20.0, 0.0, 15.0}) {
          Route r = routeOf(12, Metre(50));
          r.surface = surface;
          r.speed = KilometrePerHour(speed);
          r.headwind = KilometrePerHour(wind);
          all += fmt::format("{}, surface {}, {} km/h, wind {}: {}\n", name, static_cast<int>(surface), speed, wind,
                             ridden(estimate(r, bike, Watt(400))));
        }
  }
  known.drive = Drive::Mid;
  all += "mid: " + ridden(estimate(routeOf(12, Metre(50)), known, Watt(400))) + "\n";
  golden::compare("travel-routes.txt", all);
}

TEST_CASE("the ground of a track, what is mended in it and what it costs are as they were") {
  const Bike bike = plans::demo().bike;
  std::string all = onTrack({}, "as usual", bike);
  for (const double hole : {20.0, 400.0, 487.0, 489.0, 600.0}) all += onTrack({.hole = hole}, "hole of " + n(hole), bike);
  for (const double wild : {40.0, 400.0, 5000.0}) all += onTrack({.wild = wild}, "wild by " + n(wild), bike);
  for (const double gap : {30.0, 57.0, 70.0, 600.0}) all += onTrack({.gap = gap}, "gap of " + n(gap), bike);
  for (const double apart : {1.0, 4.0, 30.0, 90.0}) all += onTrack({.apart = apart}, "a point each " + n(apart), bike);
  for (const double length : {300.0, 1500.0, 3000.0, 20000.0}) all += onTrack({.length = length}, "of " + n(length), bike);
  all += onTrack({.heights = false}, "no heights", bike);
  all += onTrack({.times = false}, "no times", bike);
  const Terrain ground = terrainOf(trackOf({}));
  for (const double share : {0.97, 0.979, 0.981, 1.0, 1.019, 1.021})
    for (const double climb : {0.9, 0.96, 1.0, 1.04, 1.1}) {
      const Route r = routeOf(ground.length().value() * share, *ground.climb * climb);
      all += isGroundOf(r, ground) ? "+" : "-";
    }
  for (const double from : {0.0, 90.0, 180.0, 225.0}) {
    Route r = routeOf(6, {});
    r.headwind = KilometrePerHour(20);
    r.windFrom = Coefficient(from);
    all += fmt::format("\nwind from {}: {}", from, ridden(estimateOn(ground, riddenOf(r, bike, Watt(600)))));
  }
  golden::compare("travel-tracks.txt", all + "\n");
}

TEST_CASE("what rides teach and what the packs need is as it was") {
  Plan plan = plans::demo();
  std::string all;
  plan.rides = {};
  const double shares[] = {1.1, 0.98, 1.2, 1.05, 1.12, 2.4, 1.0, 1.15, 0.4};
  for (std::size_t i = 0; i < std::size(shares); ++i) {
    Ride r;
    r.when = fmt::format("2026-10-{:02}", i + 1);
    r.length = Kilometre(10 + 3 * static_cast<double>(i));
    if (i % 3 != 0) r.climb = Metre(20 * static_cast<double>(i));
    if (i % 2 == 0) r.time = Minute(40 + 9 * static_cast<double>(i));
    if (i % 4 == 3) r.charge = AmpereHour(r.length->value() * 0.25 * shares[i]);
    else r.energy = WattHour(r.length->value() * 11 * shares[i]);
    plan.rides.edit().push_back(r);
    const Learned l = learn(plan, Volt(46.8), Watt(600));
    all += fmt::format("{} rides: {} ± {}{}", i + 1, n(l.factor), n(l.halfWidth), l.enough() ? "" : ", few");
    for (const Learned::Judged& j : l.rides) all += fmt::format(" {}{}", n(j.ratio), j.outlier ? "!" : "");
    all += "\n";
  }
  const std::vector<RouteEstimate> rides{estimate(routeOf(12, Metre(50)), plan.bike, Watt(400)),
                                         estimate(routeOf(30, Metre(300)), plan.bike, Watt(400)),
                                         estimate(routeOf(30, Metre(300)), plan.bike, Watt(400))};
  for (const double reserve : {0.0, 8.0})
    for (const double ambient : {-12.0, 5.0, 25.0}) {
      plan.need.reserve = Kilometre(reserve);
      plan.ambient = Celsius(ambient);
      const auto need = needOf(plan, rides);
      REQUIRE(need);
      all += fmt::format("reserve {}, {} °C: ride {}, {} Wh, label {} Wh", reserve, ambient, need->longest, n(need->onTheRoad.value()),
                         n(need->label.value()));
      for (const auto& r : need->rides) all += fmt::format(", slowest {} at {}", n(r.slowest.grade), n(r.slowest.speed.value()));
      for (const auto& c : need->classes) all += fmt::format("; {} {}", c.name, n(c.charge.value()));
      all += "\n";
    }
  golden::compare("travel-learned.txt", all);
}
