// Robust statistics over the rides that were done.
#include "core/travel/learn.h"

#include <algorithm>
#include <cmath>

namespace usherwright {
namespace {

constexpr double ofNormal = 1.4826;      // standard deviations of normal errors in one median absolute deviation
constexpr double toTenPercent = 1.645;   // and how many of them lie between the middle and the ends of the band
constexpr double outlierAt = 3.5;        // Iglewicz and Hoaglin's bound for modified scores
constexpr double narrowest = 0.05;       // wind and traffic are never the same twice
constexpr double leastDeviation = 0.01;  // of rides that agree too well

double medianOf(std::vector<double> values) {
  const auto middle = values.begin() + static_cast<std::ptrdiff_t>(values.size() / 2);
  std::nth_element(values.begin(), middle, values.end());
  if (values.size() % 2 == 1) return *middle;
  return (*middle + *std::max_element(values.begin(), middle)) / 2;
}

Known<WattHour> usedIn(const Ride& ride, Known<Volt> nominal) {
  if (ride.energy) return ride.energy;
  if (ride.charge && nominal) return *nominal * *ride.charge;
  return std::nullopt;
}

/// The ride as if it were planned.
Route asRoute(const Ride& ride) {
  Route route;
  route.length = *ride.length;
  route.climb = ride.climb;
  route.surface = ride.surface.value_or(Surface::Road);
  if (ride.time && *ride.time > Minute(0)) route.speed = KilometrePerHour(ride.length->value() / (ride.time->value() / 60));
  return route;
}

}  // namespace

Learned learn(const Plan& plan, Known<Volt> nominal, Watt limit) {
  Learned out;
  std::vector<double> ratios;
  for (std::size_t i = 0; i < plan.rides.size(); ++i) {
    const Ride& ride = plan.rides.all()[i];
    const Known<WattHour> used = usedIn(ride, nominal);
    if (!ride.length || !used) continue;
    const WattHour expected = estimate(asRoute(ride), plan.bike, limit).energy;
    if (expected <= WattHour(1)) continue;
    out.rides.push_back({i, *used, expected, *used / expected, false});
    ratios.push_back(out.rides.back().ratio);
  }
  if (ratios.empty()) return out;
  out.factor = medianOf(ratios);
  std::vector<double> away;
  away.reserve(ratios.size());
  for (const double r : ratios) away.push_back(std::abs(r - out.factor));
  const double deviation = std::max(ofNormal * medianOf(away), leastDeviation * out.factor);
  const double n = static_cast<double>(ratios.size());
  for (Learned::Judged& j : out.rides) j.outlier = ratios.size() >= enoughRides && std::abs(j.ratio - out.factor) > outlierAt * deviation;
  // The median of n is off by 1.2533 of a deviation over √n; a deviation from few is itself too small.
  const double few = 1 + 2 / n;
  const double half = toTenPercent * few * deviation / out.factor * std::sqrt(1 + 1.2533 * 1.2533 / n);
  out.halfWidth = std::clamp(half, out.enough() ? narrowest : withoutRides, 0.6);
  return out;
}

}  // namespace usherwright
