// Moments of a logger, summed up.
#include "core/io/ride_file.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <optional>

#include "core/io/gpx.h"
#include "core/io/ride_table.h"
#include "core/plan/sizes.h"
#include "core/quantity/date.h"
#include "core/quantity/units.h"
#include "core/travel/terrain.h"

namespace usherwright {
namespace {

constexpr double longestStep = 60;  // s: over more the current is anybody's guess
constexpr double mostHoles = 0.02;  // of the time, before the sum means nothing
constexpr double mostApart = 0.15;  // two ways to the same sum that differ by more contradict each other
constexpr double standing = 1;      // km/h: below it the bike does not move
constexpr double idle = 0.5;        // A: the last volts are those at rest

std::string n(double v, int digits = 3) { return formatNumber(v, digits); }

Moments ofGpx(const GpxFile& file) {
  Moments out;
  out.all.resize(file.points.size());
  const auto put = [&](std::size_t at, RideColumn what, double value) {
    out.all[at][what] = value;
    out.has[static_cast<std::size_t>(what)] = true;
  };
  for (std::size_t i = 0; i < file.points.size(); ++i) {
    const TrackPoint& p = file.points[i];
    put(i, RideColumn::Latitude, p.latitude);
    put(i, RideColumn::Longitude, p.longitude);
    if (p.elevation) put(i, RideColumn::Height, *p.elevation);
    if (p.time) put(i, RideColumn::Time, *p.time);
  }
  for (const GpxExtra& e : file.extras)
    if (const auto [what, scale] = meaningOfColumn(e.name); what != RideColumn::Unknown && what != RideColumn::Time)
      put(e.point, what, e.value * scale);
  for (Moment& m : out.all) m.sift();
  if (file.began) out.when = formatDate(Date(std::chrono::days(static_cast<int>(std::floor(*file.began / secondsPerDay)))));
  return out;
}

class Summing {
 public:
  Summing(const Moments& moments, RideFile& out) : m_(moments), out_(out) {}

  Expected<RideFile> make() {
    Ride& ride = out_.ride;
    ride.when = m_.when;
    use();
    way();
    time();
    if (const auto& last = m_.all.back();
        last[RideColumn::Volts] && last[RideColumn::Amperes] && std::abs(*last[RideColumn::Amperes]) < idle)
      ride.voltsLeft = Volt(*last[RideColumn::Volts]);
    if (const auto air = mean(RideColumn::Air); air && *air > -40 && *air < 60) ride.air = Celsius(*air);
    if (!ride.length && !ride.energy && !ride.charge)
      return unexpected("the file", out_.said.empty() ? "no distance and no use of the packs" : out_.said.back(),
                        "a distance, or what left the packs");
    return std::move(out_);
  }

 private:
  struct Sum {
    double value = 0, covered = 0, whole = 0;  ///< s of both
    bool known() const { return whole > 0 && whole - covered <= mostHoles * whole; }
  };
  /// ∫ f over time by trapezoids, where both ends are known and near each other.
  template <class F>
  Sum over(F f) const {
    Sum out;
    for (std::size_t i = 1; i < m_.all.size(); ++i) {
      const auto &a = m_.all[i - 1], &b = m_.all[i];
      if (!a[RideColumn::Time] || !b[RideColumn::Time]) continue;
      const double dt = *b[RideColumn::Time] - *a[RideColumn::Time];
      out.whole += dt;
      const Known<double> from = f(a), to = f(b);
      if (!from || !to || dt > longestStep) continue;
      out.covered += dt;
      out.value += dt * (*from + *to) / 2;
    }
    return out;
  }

  void use() {
    const auto column = [](RideColumn c) { return [c](const Moment& m) { return m[c]; }; };
    const auto vxa = [](const Moment& m) -> Known<double> {
      const auto &v = m[RideColumn::Volts], &a = m[RideColumn::Amperes];
      return v && a ? Known<double>(*v * *a) : std::nullopt;
    };
    std::vector<std::pair<std::string, double>> energies, charges;
    if (m_.holds(RideColumn::Amperes)) {
      const Sum charge = over(column(RideColumn::Amperes)), energy = over(vxa);
      const double sign = charge.value < 0 ? -1 : 1;
      if (sign < 0) out_.said.push_back("Most amperes are below zero: that is taken as out of the packs.");
      for (const Moment& m : m_.all)
        if (m[RideColumn::Time] && m[RideColumn::Volts] && m[RideColumn::Amperes])
          out_.power.push_back({*m[RideColumn::Time], *m[RideColumn::Volts], sign * *m[RideColumn::Amperes]});
      add(charges, "amperes over time", charge, sign / 3600);
      if (m_.holds(RideColumn::Volts)) add(energies, "volts × amperes", energy, sign / 3600);
    }
    if (m_.holds(RideColumn::BatteryWatts)) add(energies, "the battery's watts", over(column(RideColumn::BatteryWatts)), 1.0 / 3600);
    if (m_.holds(RideColumn::Watts)) {
      if (m_.holds(RideColumn::Volts)) add(energies, "watts", over(column(RideColumn::Watts)), 1.0 / 3600);
      else
        out_.said.push_back(
            "Whose watts these are is not said, so they are not taken: name the column battery power if they are the battery's.");
    }
    if (m_.holds(RideColumn::RiderWatts)) out_.said.push_back("The rider's watts are no use of the packs.");
    if (const auto used = counted(RideColumn::UsedEnergy, "Wh")) energies.emplace_back("the Wh counter", *used);
    if (const auto used = counted(RideColumn::UsedCharge, "Ah")) charges.emplace_back("the Ah counter", *used);
    if (const auto wh = agreed(energies, "Wh")) out_.ride.energy = WattHour(*wh);
    if (const auto ah = agreed(charges, "Ah")) out_.ride.charge = AmpereHour(*ah);
  }

  void add(std::vector<std::pair<std::string, double>>& to, const char* how, const Sum& sum, double scale) {
    if (sum.known()) return void(to.emplace_back(how, std::abs(sum.value * scale)));
    if (!m_.holds(RideColumn::Time)) return out_.said.push_back("There is no time in it: nothing can be summed.");
    out_.said.push_back(
        fmt::format("{}: {} of {} min are missing, so their sum is not known.", how, n((sum.whole - sum.covered) / 60), n(sum.whole / 60)));
  }

  /// Two ways to the same sum have to agree.
  std::optional<double> agreed(const std::vector<std::pair<std::string, double>>& sums, const char* unit) {
    if (sums.empty() || sums.front().second <= 0) return std::nullopt;
    for (const auto& [how, value] : sums)
      if (std::abs(value - sums.front().second) > mostApart * std::max(value, sums.front().second)) {
        out_.said.push_back(fmt::format("{} gives {} {}, {} gives {} {}: they contradict each other, neither is taken.", sums.front().first,
                                        n(sums.front().second), unit, how, n(value), unit));
        return std::nullopt;
      }
    return sums.front().second;
  }

  /// What a counter went up by, or down where it counts what is left.
  std::optional<double> counted(RideColumn what, const char* unit) {
    if (!m_.holds(what)) return std::nullopt;
    double up = 0, down = 0;
    Known<double> last;
    for (const Moment& m : m_.all) {
      if (!m[what]) continue;
      if (last) (*m[what] > *last ? up : down) += std::abs(*m[what] - *last);
      last = m[what];
    }
    // Regen takes a little back; a counter that was set to zero on the way counts nothing.
    if (std::min(up, down) <= mostApart * std::max(up, down)) return std::abs(up - down);
    out_.said.push_back(fmt::format("The {} go up by {} and down by {}: no counter of this ride.", unit, n(up), n(down)));
    return std::nullopt;
  }

  void way() {
    for (const RideColumn what : {RideColumn::Distance, RideColumn::Odometer})
      if (const auto km = counted(what, "km"); km && !out_.ride.length) take(*km);
    if (m_.holds(RideColumn::Speed) && !out_.ride.length) {
      const Sum km = over([](const Moment& m) { return m[RideColumn::Speed]; });
      if (km.known()) take(km.value / 3600);
      else out_.said.push_back("The speed has holes: no distance from it.");
    }
    std::vector<TrackPoint> track;
    for (const Moment& m : m_.all) {
      if (!m[RideColumn::Latitude] || !m[RideColumn::Longitude]) continue;
      track.push_back({*m[RideColumn::Latitude], *m[RideColumn::Longitude], m[RideColumn::Height], m[RideColumn::Time], false});
      if (track.size() >= mostTrackPoints) break;
    }
    if (track.size() < 2) {
      if (m_.holds(RideColumn::Height)) out_.said.push_back("Heights without places: the climb is not worked out.");
      return;
    }
    const Terrain ground = terrainOf(track);
    if (ground.along.empty()) return out_.said.push_back("The places hardly move.");
    for (const std::string& s : ground.said) out_.said.push_back(s);
    if (!out_.ride.length) take(ground.length().value());
    else if (const double km = ground.length().value();
             std::abs(km - out_.ride.length->value()) > mostApart * std::max(km, out_.ride.length->value()))
      out_.said.push_back(
          fmt::format("Its counter says {} km, its places {} km: look at the wheel's setting.", n(out_.ride.length->value()), n(km)));
    out_.ride.climb = ground.climb;
  }
  void take(double km) {
    if (km > 0.05 && km < 2000) out_.ride.length = Kilometre(std::round(km * 100) / 100);
  }

  /// While it moved: by its speed, or by how its distance or its places go on.
  void time() {
    double moving = 0, whole = 0;
    bool known = false;
    for (std::size_t i = 1; i < m_.all.size(); ++i) {
      const auto &a = m_.all[i - 1], &b = m_.all[i];
      if (!a[RideColumn::Time] || !b[RideColumn::Time]) continue;
      const double dt = *b[RideColumn::Time] - *a[RideColumn::Time];
      whole += dt;
      const auto speed = speedOf(a, b, dt);
      known = known || speed;
      if (speed && *speed > standing && dt <= longestStep) moving += dt;
    }
    if (known && moving > 0) out_.ride.time = Minute(std::round(moving / 6) / 10);
    else if (whole > 0) out_.said.push_back("Whether it stood or moved is not in it: the time is not taken.");
  }
  static Known<double> speedOf(const Moment& a, const Moment& b, double dt) {
    if (dt <= 0) return std::nullopt;
    if (b[RideColumn::Speed]) return b[RideColumn::Speed];
    for (const RideColumn what : {RideColumn::Distance, RideColumn::Odometer})
      if (a[what] && b[what]) return (*b[what] - *a[what]) / dt * 3600;
    if (!a[RideColumn::Latitude] || !b[RideColumn::Latitude] || !a[RideColumn::Longitude] || !b[RideColumn::Longitude]) return std::nullopt;
    constexpr double kmPerDegree = 111.2;
    const double north = (*b[RideColumn::Latitude] - *a[RideColumn::Latitude]) * kmPerDegree,
                 east =
                     (*b[RideColumn::Longitude] - *a[RideColumn::Longitude]) * kmPerDegree * std::cos(*a[RideColumn::Latitude] * 0.0174533);
    return std::hypot(north, east) / dt * 3600;
  }

  Known<double> mean(RideColumn what) const {
    double sum = 0, count = 0;
    for (const Moment& m : m_.all)
      if (m[what]) sum += *m[what], ++count;
    return count > 0 ? Known<double>(sum / count) : std::nullopt;
  }

  const Moments& m_;
  RideFile& out_;
};

}  // namespace

Expected<RideFile> readRideFile(std::string_view file) {
  if (file.size() > mostRideBytes)
    return unexpected("the file", fmt::format("{} MB", file.size() >> 20), fmt::format("at most {} MB", mostRideBytes >> 20));
  if (file.starts_with("\xEF\xBB\xBF")) file.remove_prefix(3);
  RideFile out;
  Moments moments;
  if (const auto first = file.find_first_not_of(" \t\r\n"); first != std::string_view::npos && file[first] == '<') {
    const auto gpx = readGpxFile(file);
    if (!gpx) return tl::unexpected(gpx.error());
    moments = ofGpx(*gpx);
  } else {
    auto table = readRideTable(file, out.said);
    if (!table) return tl::unexpected(table.error());
    moments = std::move(*table);
  }
  if (moments.all.size() < 2) return unexpected("the file", moments.all.empty() ? "no row" : "one row", "at least two rows");
  return Summing(moments, out).make();
}

}  // namespace usherwright
