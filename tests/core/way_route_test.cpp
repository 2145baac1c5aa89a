// Routes with a track, wind from a side, the ride along the way, and what rides that were done teach.
#include <catch2/catch.hpp>
#include <cmath>
#include <random>

#include "core/io/plan_json.h"
#include "core/limits/limits.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "core/studies/way_ridden.h"
#include "core/travel/learn.h"
#include "core/travel/on_ground.h"
#include "support/plans.h"

using namespace usherwright;

namespace {

/// Straight to a heading and back, flat, a point every 100 m.
std::vector<TrackPoint> thereAndBack(double heading, double km) {
  std::vector<TrackPoint> out;
  constexpr double metresPerDegree = 111194.9;
  const double radians = heading * M_PI / 180;
  const auto at = [&](double m) {
    return TrackPoint{50 + m * std::cos(radians) / metresPerDegree,
                      8 + m * std::sin(radians) / (metresPerDegree * std::cos(50 * M_PI / 180)),
                      100.0,
                      {},
                      false};
  };
  const int n = static_cast<int>(km * 10);
  for (int i = 0; i <= n; ++i) out.push_back(at(i * 100));
  for (int i = n - 1; i >= 0; --i) out.push_back(at(i * 100));
  return out;
}

Plan ridingOn(const std::vector<TrackPoint>& track) { return withTrack(plans::sound(), track, terrainOf(track)); }

double energyOf(const Plan& plan) { return plans::assessed(plan).figures.range.route.energy.value(); }

/// Rides of a rider who uses `factor` times what the model says, each off by `noise`.
Plan ridden(double factor, double noise, int rides, unsigned seed) {
  Plan plan = plans::sound();
  std::mt19937 engine(seed);
  std::normal_distribution<double> off(0, noise);
  std::uniform_real_distribution<double> far(8, 60), high(0, 12);
  for (int i = 0; i < rides; ++i) {
    Ride ride;
    const double km = far(engine);
    const double climb = km * high(engine);
    ride.length = Kilometre(km);
    ride.climb = Metre(climb);
    Route route;
    route.length = *ride.length;
    route.climb = ride.climb;
    const double model = estimate(route, plan.bike, Watt(1e6)).energy.value();
    ride.energy = WattHour(model * factor * std::exp(off(engine)));
    plan.rides.edit().push_back(ride);
  }
  return plan;
}

}  // namespace

TEST_CASE("a track is kept in the plan, goes through a file, and is what the route costs while the entries agree with it") {
  const Plan plan = ridingOn(thereAndBack(90, 10));
  const auto back = readPlan(writePlan(plan));
  REQUIRE(back);
  CHECK(back->routes[0].track == plan.routes[0].track);
  const Assessment a = plans::assessed(plan);
  REQUIRE(a.figures.range.grounds.size() == plan.routes.size());
  REQUIRE(a.figures.range.grounds[0]);
  CHECK(a.figures.range.route.legs.size() > 100);
  // Entered otherwise: what was entered counts.
  CHECK(plans::assessed(plans::with(plan, "/routes/0/km", "30")).figures.range.route.legs.size() <= 3);
  // The ground is worked out once.
  const Assessment next = assess(plans::with(plan, "/bike/load_kg", "44"), shippedCatalogue(), &a);
  CHECK(next.figures.range.grounds[0] == a.figures.range.grounds[0]);
}

TEST_CASE("wind from a side costs nothing across, the same there and back whatever the order, and most against") {
  const auto east = thereAndBack(90, 10);
  Plan still = ridingOn(east);
  const auto blown = [&](const Plan& plan, const char* from) {
    return energyOf(plans::with(plans::with(plan, "/routes/0/headwind_km_h", "20"), "/routes/0/wind_from_deg", from));
  };
  const double calm = energyOf(still);
  CHECK(blown(still, "0") == Approx(calm).epsilon(0.01));  // across
  CHECK(blown(still, "180") == Approx(calm).epsilon(0.01));
  CHECK(blown(still, "90") == Approx(blown(still, "270")).epsilon(0.01));
  CHECK(blown(still, "90") > calm * 1.02);  // what the wind takes is never given back
  // One way only: against it costs more than with it.
  std::vector<TrackPoint> there(east.begin(), east.begin() + static_cast<std::ptrdiff_t>(east.size() / 2));
  const Plan away = ridingOn(there);
  CHECK(blown(away, "90") > energyOf(away) * 1.2);
  CHECK(blown(away, "270") < energyOf(away));
}

TEST_CASE("the ride along the way takes what the route costs, and ends with it or before it") {
  const Plan plan = ridingOn(thereAndBack(90, 8));
  const Figures& f = plans::assessed(plan).figures;
  const auto way = plans::assessed(plan).figures.range.way;
  REQUIRE(way);
  CHECK(way->cause == EndCause::RideOver);
  CHECK(way->end.value() == Approx(f.range.route.time.value()).epsilon(0.001));
  CHECK(way->energyAtController.value() == Approx(f.range.route.energy.value()).epsilon(0.002));
}

TEST_CASE("rides that were done give their factor back, within three percent, and the band holds the next ride") {
  int close = 0, held = 0, next = 0;
  constexpr int riders = 200;
  for (unsigned seed = 0; seed < riders; ++seed) {
    const double factor = 0.7 + 0.7 * seed / riders;
    const Learned l = learn(ridden(factor, 0.08, 25, seed), std::nullopt, Watt(1e6));
    REQUIRE(l.rides.size() == 25);
    close += std::abs(l.factor / factor - 1) < 0.03;
    const Learned more = learn(ridden(factor, 0.08, 10, seed + 7777), std::nullopt, Watt(1e6));
    for (const Learned::Judged& j : more.rides) {
      held += std::abs(j.ratio / l.factor - 1) < l.halfWidth;
      ++next;
    }
  }
  CHECK(close >= riders * 80 / 100);
  const double share = static_cast<double>(held) / next;
  CAPTURE(share);
  CHECK(share > 0.85);
  CHECK(share < 0.95);
}

TEST_CASE("one wild ride moves nothing and is shown as an outlier; few rides keep the band wide") {
  Plan plan = ridden(1.1, 0.03, 9, 3);
  const double before = learn(plan, std::nullopt, Watt(1e6)).factor;
  Ride wild = plan.rides.all()[0];
  wild.energy = *wild.energy * 3.0;
  plan.rides.edit().push_back(wild);
  const Learned l = learn(plan, std::nullopt, Watt(1e6));
  CHECK(l.factor == Approx(before).epsilon(0.02));
  CHECK(l.rides.back().outlier);
  CHECK(std::count_if(l.rides.begin(), l.rides.end(), [](const auto& j) { return j.outlier; }) == 1);
  CHECK(learn(ridden(1.0, 0.01, 4, 5), std::nullopt, Watt(1e6)).halfWidth >= withoutRides);
  CHECK(learn(ridden(1.0, 0.01, 12, 5), std::nullopt, Watt(1e6)).halfWidth < withoutRides);
}

TEST_CASE("a ride in Ah counts by the pack's nominal volts; one that says too little counts not at all") {
  Plan plan = plans::sound();
  Ride ride;
  ride.length = Kilometre(20);
  plan.rides.edit().push_back(ride);
  CHECK(learn(plan, Volt(46.8), Watt(1e6)).rides.empty());
  plan.rides.edit()[0].charge = AmpereHour(4);
  CHECK(learn(plan, std::nullopt, Watt(1e6)).rides.empty());
  REQUIRE(learn(plan, Volt(46.8), Watt(1e6)).rides.size() == 1);
  CHECK(learn(plan, Volt(46.8), Watt(1e6)).rides[0].used.value() == Approx(187.2));
}

TEST_CASE("what was learned moves the range, its band, and the ride along the way") {
  const Plan plain = ridingOn(thereAndBack(90, 8));
  Plan taught = plain;
  taught.rides = ridden(1.25, 0.02, 12, 11).rides;
  const Figures a = plans::assessed(plain).figures, b = plans::assessed(taught).figures;
  CHECK(b.range.likely.value() == Approx(a.range.likely.value() / b.range.learned.factor).epsilon(1e-9));
  CHECK(b.range.learned.factor == Approx(1.25).epsilon(0.03));
  CHECK(b.range.hopeful - b.range.cautious < a.range.hopeful - a.range.cautious);
  CHECK(b.range.way->energyAtController > a.range.way->energyAtController * 1.2);
}

TEST_CASE("along the way what is left never grows, and the ladder's rungs add up to what is usable") {
  for (const char* name : {"ferry-path-library-trike", "quarry-town-folder", "allotment-barrow", "moor-tractor"}) {
    const Plan plan = plans::example(name);
    const Assessment a = plans::assessed(plan);
    INFO(name);
    const WayRidden way = wayRidden(plan, a.figures);
    if (a.figures.range.known) {
      REQUIRE(way.points.size() > 50);
      const Route& route = plan.routes[0];
      const double far = route.track->empty() ? route.length.value() : terrainOf(*route.track).length().value();
      CHECK(way.points.back().at.value() == Approx(far).epsilon(1e-6));
    }
    for (std::size_t i = 1; i < way.points.size(); ++i) {
      CHECK(way.points[i].at > way.points[i - 1].at);
      WattHour was(0), is(0);
      for (std::size_t k = 0; k < plan.packs.size(); ++k) {
        was += way.points[i - 1].left[k];
        is += way.points[i].left[k];
      }
      CHECK(is <= was + WattHour(0.01));
    }
    const auto rungs = ladderOf(plan, a.figures);
    if (rungs.empty()) continue;
    WattHour sum(0);
    for (const Rung& r : rungs) sum += r.change;
    CHECK(sum.value() == Approx(a.figures.range.usable.value()).margin(0.5));
  }
}

TEST_CASE("each allowance stands on its own rung: health, trust, cold and floor by hand") {
  Plan plan = *without(plans::sound(), "/packs", 1);  // left: stock, 13S4P of 2.9 Ah
  plan = plans::with(plans::with(plan, "/packs/0/soh", "80"), "/packs/0/temperature_C", "0");
  const auto rungs = ladderOf(plan, plans::assessed(plan).figures);
  const auto of = [&](const std::string& words) {
    for (const Rung& r : rungs)
      if (r.words.find(words) != std::string::npos) return r.change.value();
    return 0.0;
  };
  const double label = 13 * 3.6 * 4 * 2.9;
  CHECK(of("on the labels") == Approx(label));
  CHECK(of("worn") == Approx(-0.2 * label));
  CHECK(of("cold") == Approx(-0.13 * 0.8 * label));
  CHECK(of("floor") == Approx(-0.15 * 0.87 * 0.8 * label));
  CHECK(of("not tested") == 0.0);
}

TEST_CASE("one has to turn round where the way out and the way back take what is there; a reserve brings it nearer") {
  Plan plan = plans::with(plans::with(plans::sound(), "/routes/0/km", "60"), "/routes/0/climb_m", "");
  const auto turn = [](const Plan& p) { return wayRidden(p, plans::assessed(p).figures).turnRound; };
  REQUIRE(turn(plan));
  const Figures f = plans::assessed(plan).figures;
  // On the flat: half of what the present charges reach.
  CHECK(turn(plan)->value() == Approx(f.range.now.value() / 2).epsilon(0.03));
  const auto less = turn(plans::with(plan, "/need/reserve_km", "10"));
  REQUIRE(less);
  CHECK(less->value() == Approx(turn(plan)->value() - 5).margin(0.6));
}

TEST_CASE("knobs: faster, heavier, colder and windier cost range, own legs and less drag give it") {
  const Plan plan = plans::sound();
  const auto knobs = knobsOf(plan, plans::assessed(plan), UnitSystem::Metric);
  REQUIRE(knobs.size() == 6);
  for (const Knob& k : knobs) {
    INFO(k.words);
    const bool gives = k.words == "own legs" || k.words == "air drag";
    CHECK((k.change > Kilometre(0)) == gives);
  }
  // As if it were typed.
  const Figures faster = plans::assessed(plans::with(plan, "/routes/0/speed_km_h", "19")).figures;
  CHECK(knobs[0].change.value() == Approx((faster.range.likely - plans::assessed(plan).figures.range.likely).value()).margin(0.6));
}

TEST_CASE("C-019: another ride in front is the same plan with its rides exchanged and their marks and twice it is as it was") {
  Plan plan = plans::demo();
  plan.routes.push_back(plan.routes.front());
  plan.routes.back().id = "short one";
  plan.routes.back().length = Kilometre(9);
  plan.provenance["/routes/1/km"].from = Provenance::Remembered;
  const Plan other = withFirstRoute(plan, 1);
  CHECK(other.routes.front().id == "short one");
  CHECK(other.provenance.at("/routes/0/km").from == Provenance::Remembered);
  CHECK(other.provenance.at("/routes/1/km") == plan.provenance.at("/routes/0/km"));
  CHECK(withFirstRoute(other, 1) == plan);
  CHECK(withFirstRoute(plan, 0) == plan);
  CHECK(withFirstRoute(plan, 7) == plan);
  const WayRidden way = wayRidden(other, plans::assessed(other).figures);
  REQUIRE_FALSE(way.points.empty());
  CHECK(way.points.back().at.value() == Approx(9).margin(0.01));
}
