// Tracks: the reference case, ground whose truth is known under a receiver's errors, files that are broken.
#include <catch2/catch.hpp>
#include <cmath>
#include <fstream>
#include <random>

#include "core/io/gpx.h"
#include "core/plan/fields.h"
#include "core/travel/on_ground.h"
#include "support/reference_case.h"

using namespace usherwright;

namespace {

constexpr double perMetre = 180 / (3.14159265358979 * 6371000);  // degrees of latitude

struct Made {
  std::vector<TrackPoint> track;
  double climb = 0, energy = 0;  ///< of the true ground
};

Ridden steady() {
  Rider rider;
  rider.total = Kilogram(120);
  return {rider, KilometrePerHour(18), 0, Watt(1e6)};
}

/// Hills of 300 to 2500 m at up to seven per cent, their corners rounded over 100 m; seen every `every` seconds with a fast error and a
/// slow one that is forgotten to a third in `tau` seconds.
Made made(std::mt19937& engine, double every, double fast, double slow, double tau) {
  const auto draw = [&](double low, double high) { return std::uniform_real_distribution(low, high)(engine); };
  std::normal_distribution<double> normal(0, 1);
  constexpr double grid = 5, speed = 5;
  const auto n = static_cast<std::size_t>(draw(15000, 50000) / grid);
  std::vector<double> raw;
  double h = 100, sign = 1;
  while (raw.size() < n) {
    const double length = draw(300, 2500);
    double grade = h < 20 ? draw(0.01, 0.07) : sign * draw(0.005, 0.07);
    if (draw(0, 1) < 0.25) grade = 0;
    sign = -sign;
    for (double d = 0; d < length && raw.size() < n; d += grid) {
      raw.push_back(h);
      h += grade * grid;
    }
  }
  Terrain truth;
  constexpr std::size_t half = 10;
  for (std::size_t i = 0; i < n; ++i) {
    double sum = 0;
    std::size_t count = 0;
    for (std::size_t k = i > half ? i - half : 0; k < std::min(n, i + half + 1); ++k, ++count) sum += raw[k];
    truth.along.push_back(static_cast<double>(i) * grid);
    truth.height.push_back(sum / static_cast<double>(count));
  }
  Made out;
  for (std::size_t i = 1; i < n; ++i) out.climb += std::max(0.0, truth.height[i] - truth.height[i - 1]);
  out.energy = estimateOn(truth, steady()).energy.value();
  double error = normal(engine) * slow, time = 0;
  const double kept = std::exp(-every / tau);
  for (double s = 0; s < static_cast<double>(n - 1) * grid; s += speed * every * draw(0.9, 1.1), time += every) {
    const auto k = static_cast<std::size_t>(s / grid);
    const double f = s / grid - static_cast<double>(k), z = truth.height[k] + f * (truth.height[std::min(k + 1, n - 1)] - truth.height[k]);
    error = kept * error + std::sqrt(1 - kept * kept) * slow * normal(engine);
    TrackPoint p;
    p.latitude = s * perMetre;
    p.longitude = 20;
    p.elevation = z + error + fast * normal(engine);
    p.time = time;
    out.track.push_back(p);
  }
  return out;
}

std::string gpx(const std::string& points) {
  return "<?xml version=\"1.0\"?><gpx version=\"1.1\"><trk><trkseg>" + points + "</trkseg></trk></gpx>";
}
std::string point(double lat, double lon, const std::string& inside = "") {
  return "<trkpt lat=\"" + std::to_string(lat) + "\" lon=\"" + std::to_string(lon) + "\">" + inside + "</trkpt>";
}

}  // namespace

TEST_CASE("the reference road: distance, climb, time and energy of three ways of riding, within their tolerances") {
  const reference::Json c = reference::load("range-13");
  const auto &inputs = c["inputs"], &expected = c["expected"];
  std::vector<TrackPoint> track;
  for (const auto& p : inputs["track_points"]) {
    TrackPoint t;
    t.latitude = p["lat_deg"];
    t.longitude = p["lon_deg"];
    t.elevation = p["ele_m"].get<double>();
    track.push_back(t);
  }
  const Terrain ground = terrainOf(track);
  CHECK(ground.said.empty());
  for (const auto& ride : inputs["rides"]) {
    Rider rider;
    rider.total = Kilogram(ride["mass_kg"].get<double>());
    rider.rolling = ride["crr"];
    rider.dragArea = DragArea(ride["cda_m2"].get<double>());
    rider.efficiency = ride["efficiency"];
    rider.accessoryWatt = ride["accessories_W"];
    rider.riderWatt = ride["rider_power_W"];
    const RouteEstimate e =
        estimateOn(ground, {rider, KilometrePerHour(ride["target_speed_km_per_h"].get<double>()), ride["headwind_m_per_s"], Watt(1e6)});
    const std::string name = ride["name"];
    reference::checkFigure(expected, name + ".energy_Wh", e.energy.value());
    reference::checkFigure(expected, name + ".Wh_per_km", e.perKilometre.value());
    reference::checkFigure(expected, name + ".distance_km", ground.length().value());
    reference::checkFigure(expected, name + ".duration_h", e.time.value() / 3600);
    reference::checkFigure(expected, name + ".climb_m", ground.climb->value());
  }
}

TEST_CASE("the ground under 200 tracks of a receiver: climb and energy are those of the true ground") {
  std::mt19937 engine(16);
  const auto draw = [&](double low, double high) { return std::uniform_real_distribution(low, high)(engine); };
  int clean = 0, cleanGood = 0, noisy = 0, climbGood = 0, energyGood = 0;
  double climbBias = 0, energyBias = 0;
  for (int i = 0; i < 200; ++i) {
    const bool isClean = i % 5 == 0;
    // One to four metres together, a part of it slow.
    const double whole = isClean ? 0 : draw(1, 4), part = draw(0.2, 0.8);
    const Made m = made(engine, std::array{1.0, 3.0, 10.0, 30.0}[static_cast<std::size_t>(i) % 4], whole * std::sqrt(1 - part * part),
                        whole * part, draw(20, 60));
    const Terrain ground = terrainOf(m.track);
    REQUIRE(ground.climb);
    const double climb = ground.climb->value() / m.climb - 1, energy = estimateOn(ground, steady()).energy.value() / m.energy - 1;
    if (isClean) {
      ++clean;
      if (std::abs(climb) < 0.03 && std::abs(energy) < 0.03) ++cleanGood;
    } else {
      ++noisy;
      climbBias += climb;
      energyBias += energy;
      if (std::abs(climb) < 0.08) ++climbGood;
      if (std::abs(energy) < 0.05) ++energyGood;
    }
  }
  INFO("clean " << cleanGood << " of " << clean << "; climb " << climbGood << ", energy " << energyGood << " of " << noisy << "; bias "
                << climbBias / noisy << ", " << energyBias / noisy);
  CHECK(cleanGood >= 39);
  CHECK(std::abs(climbBias / noisy) < 0.03);
  CHECK(std::abs(energyBias / noisy) < 0.03);
  CHECK(climbGood >= 0.92 * noisy);
  CHECK(energyGood >= 0.88 * noisy);
}

TEST_CASE("holes, wild points, standing and missing heights are mended or said") {
  std::mt19937 engine(4);
  Made m = made(engine, 5, 0.3, 0, 30);
  const double length = terrainOf(m.track).length().value();
  std::vector<TrackPoint> wild = m.track;
  wild.insert(wild.begin() + 200, TrackPoint{40, 60, 10, *wild[199].time + 1, false});
  const Terrain mended = terrainOf(wild);
  CHECK(mended.length().value() == Approx(length).epsilon(0.001));
  REQUIRE(mended.said.size() == 1);
  CHECK(mended.said[0] == "One point that jumps is left out.");
  // Standing for ten minutes with a receiver that wanders by metres.
  std::vector<TrackPoint> standing(m.track.begin(), m.track.begin() + 300);
  std::normal_distribution<double> wander(0, 2 * perMetre);
  for (int i = 0; i < 600; ++i) {
    TrackPoint p = m.track[299];
    p.latitude += wander(engine);
    p.longitude += wander(engine);
    p.time = *p.time + i;
    standing.push_back(p);
  }
  for (std::size_t i = 300; i < m.track.size(); ++i) {
    standing.push_back(m.track[i]);
    standing.back().time = *standing.back().time + 600;
  }
  CHECK(terrainOf(standing).length().value() == Approx(length).epsilon(0.01));
  // A hole of 400 m is bridged, one of 5 km is left out: both are said.
  std::vector<TrackPoint> holed = m.track;
  holed.erase(holed.begin() + 100, holed.begin() + 116);
  holed[100].begins = true;
  CHECK(terrainOf(holed).length().value() == Approx(length).epsilon(0.002));
  CHECK(terrainOf(holed).said.front().starts_with("One hole is bridged"));
  std::vector<TrackPoint> gone = m.track;
  gone.erase(gone.begin() + 100, gone.begin() + 300);
  gone[100].begins = true;
  CHECK(terrainOf(gone).length().value() == Approx(length - 5).margin(0.2));
  CHECK(terrainOf(gone).said.front().starts_with("One hole is left out"));
  for (TrackPoint& p : m.track) p.elevation.reset();
  const Terrain level = terrainOf(m.track);
  CHECK_FALSE(level.climb);
  CHECK(level.said.back() == "The track has no heights: its climb is not known.");
  CHECK(terrainOf({}).along.empty());
}

TEST_CASE("a GPX file is read, with prefixes, segments, shifted times and routes; broken ones have their sentence") {
  const auto read =
      readGpx(gpx(point(48, 11, "<ele>500.5</ele><time>2026-05-31T10:00:00Z</time>") +
                  point(48.001, 11, "<ele>x</ele><time>2026-05-31T12:00:05+02:00</time>") + "</trkseg><trkseg>" + point(48.002, 11)));
  REQUIRE(read);
  REQUIRE(read->size() == 3);
  CHECK(*(*read)[0].elevation == 500.5);
  CHECK_FALSE((*read)[1].elevation);
  CHECK(*(*read)[1].time == Approx(5));
  CHECK((*read)[2].begins);
  CHECK(readGpx("<g:gpx xmlns:g=\"x\"><g:rte><g:rtept lat=\"1\" lon=\"2\"/><g:rtept lat=\"1.1\" lon=\"2\"/></g:rte></g:gpx>"));
  const auto refusal = [](const std::string& text) {
    const auto r = readGpx(text);
    return r ? std::string("accepted") : r.error().sentence();
  };
  CHECK(refusal(gpx(point(91, 0) + point(0, 0))) == "point 1: found lat \"91.000000\", expected degrees from −90 to 90.");
  CHECK(refusal(gpx("<trkpt lat=\"a\" lon=\"0\"/>")) == "point 1: found lat \"a\", expected degrees from −90 to 90.");
  CHECK(refusal(gpx(point(0, 200))).find("lon") != std::string::npos);
  CHECK(refusal(gpx(point(1, 2))).find("one point") != std::string::npos);
  CHECK(refusal("<kml/>") == "the file: found \"kml\", expected a GPX file, which begins with <gpx>.");
  CHECK(refusal("<!DOCTYPE lolz [<!ENTITY a \"aaaa\"><!ENTITY b \"&a;&a;&a;\">]>" + gpx(point(1, 2))).find("document type") !=
        std::string::npos);
  std::string deep;
  for (int i = 0; i < 200000; ++i) deep += "<a>";
  CHECK(refusal(deep).find("expected a GPX file") != std::string::npos);
  CHECK(refusal(std::string(mostGpxBytes + 1, ' ')).find("64 MB") != std::string::npos);
  // Cut off anywhere, and with bytes changed: read or refused with a sentence, never more.
  const std::string whole = gpx(point(48, 11, "<ele>1</ele>") + point(48.1, 11, "<time>2026-05-31T10:00:00Z</time>"));
  for (std::size_t i = 0; i < whole.size(); i += 3) CHECK(refusal(whole.substr(0, i)) != "");
  std::mt19937 engine(5);
  for (int i = 0; i < 500; ++i) {
    std::string text = whole;
    for (int k = 0; k < 4; ++k) text[engine() % text.size()] = static_cast<char>(engine() % 256);
    if (const auto r = readGpx(text)) CHECK(std::isfinite(terrainOf(*r).length().value()));
  }
}

TEST_CASE("a track's length and climb become the route's, as measured; without heights the climb is not known") {
  std::mt19937 engine(9);
  Made m = made(engine, 5, 0, 0, 30);
  const Terrain ground = terrainOf(m.track);
  Plan plan;
  plan = withTrack(plan, m.track, ground);
  REQUIRE(plan.routes.size() == 1);
  CHECK(plan.routes[0].length.value() == Approx(ground.length().value()).margin(0.01));
  CHECK(plan.routes[0].climb->value() == Approx(m.climb).epsilon(0.03));
  CHECK(provenanceOf(plan, "/routes/0/climb_m") == Provenance::Measured);
  for (TrackPoint& p : m.track) p.elevation.reset();
  CHECK_FALSE(withTrack(plan, m.track, terrainOf(m.track)).routes[0].climb);
}
