// Health of a pack.
#include "core/log/health.h"

#include <Eigen/Dense>
#include <algorithm>
#include <array>
#include <cmath>

#include "core/pack/ladders.h"
#include "core/quantity/inference.h"

namespace usherwright {
namespace {

using std::chrono::days;

constexpr double testDoubt = 0.015;     // charger's counter, and where empty is
constexpr double endDoubt = 0.02;       // of a charge read by rested volts
constexpr double leastPart = 0.3;       // less of a charge says little of the whole
constexpr double huber = 1.345;         // 95 % efficient for normal errors
constexpr double huberSquare = 0.7102;  // mean square of normal errors after Huber's weights
constexpr int leastForSlope = 3;
constexpr std::size_t fewest = 5;         // below this nobody can say how points scatter
constexpr std::size_t enoughFreedom = 3;  // to say how the points really scatter
constexpr double normalQuartile = 0.6745, leastScatter = 0.3;
constexpr days spanForSlope{60}, soon{90}, horizon{20 * 365};
constexpr double byWholeStrings = 0.04;
constexpr double surely = 3.5;                               // standard deviations
constexpr std::size_t mostLookedBack = 80, mostBefore = 40;  // points: what is older says little of a fall now

std::vector<HealthPoint> pointsOf(const PackModel& model, const Pack& pack, std::size_t index) {
  std::vector<HealthPoint> out;
  const double efficiency = storedShare(model.chemistry);
  const std::string base = "/packs/" + std::to_string(index);
  for (std::size_t i = 0; i < pack.capacityTests.size(); ++i) {
    const CapacityTest& t = pack.capacityTests[i];
    const auto day = parseDate(t.when);
    if (!day || !t.putBack || *t.putBack <= AmpereHour(0)) continue;
    const AmpereHour q = *t.putBack * efficiency;
    out.push_back({*day, q, q * testDoubt, true, base + "/capacity_tests/" + std::to_string(i)});
  }
  for (std::size_t i = 0; i < pack.charges.size(); ++i) {
    const ChargeRecord& r = pack.charges[i];
    const auto day = parseDate(r.when);
    if (!day || !r.putBack || !r.from || !r.to || *r.putBack <= AmpereHour(0)) continue;
    const double part = r.to->value() - r.from->value();
    if (part < leastPart) continue;
    const AmpereHour q = *r.putBack * (efficiency / part);
    out.push_back({*day, q, q * std::hypot(testDoubt, std::sqrt(2.0) * endDoubt / part), false, base + "/charges/" + std::to_string(i)});
  }
  std::stable_sort(out.begin(), out.end(), [](const HealthPoint& a, const HealthPoint& b) { return a.day < b.day; });
  return out;
}

/// A straight line, or a level where the days say too little, through some points.
HealthTrend fitted(const HealthPoint* first, const HealthPoint* last, Date today) {
  HealthTrend t;
  t.today = today;
  const std::size_t n = static_cast<std::size_t>(last - first);
  t.slopeKnown = n >= leastForSlope && (last - 1)->day - first->day >= spanForSlope;
  double sum = 0;
  for (const HealthPoint* p = first; p != last; ++p) sum += static_cast<double>((p->day - first->day).count());
  t.zero = first->day + days(static_cast<int>(std::lround(sum / static_cast<double>(n))));
  const auto x = [&](const HealthPoint& p) { return static_cast<double>((p.day - t.zero).count()); };
  std::vector<double> weight(n, 1.0);
  const std::size_t freedom = n - (t.slopeKnown ? 2 : 1);
  const bool scatters = freedom >= enoughFreedom;
  double scatter = 1;
  for (int round = 0; round < 5; ++round) {
    Eigen::Matrix2d a = Eigen::Matrix2d::Zero();
    Eigen::Vector2d b = Eigen::Vector2d::Zero();
    for (std::size_t i = 0; i < n; ++i) {
      const double w = weight[i] / (first[i].doubt.value() * first[i].doubt.value());
      const Eigen::Vector2d row(1, t.slopeKnown ? x(first[i]) : 0);
      a += w * row * row.transpose();
      b += w * first[i].charge.value() * row;
    }
    if (!t.slopeKnown) a(1, 1) = 1;  // no slope: the second unknown is 0
    const Eigen::Vector2d line = a.ldlt().solve(b);
    const Eigen::Matrix2d covariance = a.inverse();
    t.level = line(0);
    t.slope = t.slopeKnown ? line(1) : 0;
    t.varLevel = covariance(0, 0);
    t.varSlope = t.slopeKnown ? covariance(1, 1) : 0;
    t.covariance = t.slopeKnown ? covariance(0, 1) : 0;
    // The scale of the points by the median of what they are off: one wild point moves it little.
    std::vector<double> off(n);
    for (std::size_t i = 0; i < n; ++i)
      off[i] = std::abs(first[i].charge.value() - t.level - t.slope * x(first[i])) / first[i].doubt.value();
    std::vector<double> sorted = off;
    std::nth_element(sorted.begin(), sorted.begin() + static_cast<std::ptrdiff_t>(n / 2), sorted.end());
    const double scale = n >= fewest ? std::max(leastScatter, sorted[n / 2] / normalQuartile) : 1;
    double squares = 0;
    for (std::size_t i = 0; i < n; ++i) {
      weight[i] = off[i] / scale <= huber ? 1 : huber * scale / off[i];
      squares += weight[i] * off[i] * weight[i] * off[i];
    }
    // A counter is off by its own doubt, always the same way.
    if (scatters) scatter = std::max(1.0, std::sqrt(squares / huberSquare / static_cast<double>(freedom)));
  }
  if (scatters) {
    t.varLevel *= scatter * scatter;
    t.varSlope *= scatter * scatter;
    t.covariance *= scatter * scatter;
    t.reach = studentNinety(freedom);
  }
  t.now = t.at(today);
  if (t.slopeKnown) {
    const double wide = t.reach * std::sqrt(t.varSlope);
    t.perYear = {365.25 * (t.slope - wide), 365.25 * t.slope, 365.25 * (t.slope + wide)};
  }
  return t;
}

/// When the line is down at a charge; likely and by the ends of its band.
void foretell(HealthTrend& t, double charge) {
  if (!t.slopeKnown) return;
  for (Date day = t.today; day <= t.today + horizon; day += days(7)) {
    const Bounded there = t.at(day);
    if (!t.wornFirst && there.low <= charge) t.wornFirst = day;
    if (!t.worn && there.likely <= charge) t.worn = day;
    if (!t.wornLast && there.high <= charge) t.wornLast = day;
    if (t.wornLast) return;
  }
}

/// The weighted mean of some points, and its standard deviation.
std::pair<double, double> meanOf(const HealthPoint* first, const HealthPoint* last) {
  double sum = 0, precision = 0;
  for (const HealthPoint* p = first; p != last; ++p) {
    const double w = 1 / (p->doubt.value() * p->doubt.value());
    sum += w * p->charge.value();
    precision += w;
  }
  return {sum / precision, 1 / std::sqrt(precision)};
}

/// Whether `count` points from `before` on lie by whole strings below what those before them foretell, and none came back since.
std::optional<LostString> fallAt(const std::vector<HealthPoint>& points, std::size_t before, std::size_t count, int parallel) {
  const HealthPoint& first = points[before];
  if (first.day - points[before - 1].day > soon) return std::nullopt;
  const HealthPoint* all = points.data();
  // One string of eight are 12 %: most points need no trend to be told from that.
  constexpr double noFall = 0.96;
  constexpr std::size_t beside = 5;
  if (meanOf(all + before, all + before + count).first > noFall * meanOf(all + before - std::min(before, beside), all + before).first)
    return std::nullopt;
  const HealthTrend trend = fitted(all + (before > mostBefore ? before - mostBefore : 0), all + before, first.day);
  const auto [fallen, spread] = meanOf(all + before, all + before + count);
  const double ratio = fallen / trend.now.likely;
  const double since = meanOf(all + before, all + points.size()).first / trend.now.likely;
  if (since > ratio + byWholeStrings) return std::nullopt;
  // They lie together: none of them is still where the pack was before.
  const auto isDown = [&](const HealthPoint& p) {
    return p.charge.value() <= (ratio + byWholeStrings) * trend.now.likely + 3 * p.doubt.value();
  };
  if (!std::all_of(all + before, all + before + count, isDown)) return std::nullopt;
  // Nor had it fallen already.
  if (points[before - 1].charge.value() < (1 + ratio) / 2 * trend.now.likely) return std::nullopt;
  const double doubt = std::hypot(spread, (trend.now.high - trend.now.low) / 2 / trend.reach) / trend.now.likely;
  for (int k = 1; 2 * k <= parallel; ++k) {
    const double left = static_cast<double>(parallel - k) / parallel;
    if (std::abs(ratio - left) > byWholeStrings || 1 - ratio < surely * doubt || 1 - ratio < 0.6 / parallel) continue;
    return LostString{k, first.day, ratio};
  }
  return std::nullopt;
}

}  // namespace

Bounded HealthTrend::at(Date day) const {
  const double x = static_cast<double>((day - zero).count());
  const double likely = level + slope * x;
  const double wide = reach * std::sqrt(std::max(0.0, varLevel + 2 * x * covariance + x * x * varSlope));
  return {std::max(0.0, likely - wide), std::max(0.0, likely), std::max(0.0, likely + wide)};
}

PackHealth healthOf(const PackModel& model, const Pack& pack, std::size_t index, Date today) {
  PackHealth out;
  out.points = pointsOf(model, pack, index);
  // The last fall counts; what lay before it says nothing of the pack as it is now.
  std::size_t from = 0;
  if (!model.box && model.parallel > 1 && model.parallel <= 8)
    for (std::size_t before = out.points.size(); before-- > 1 && out.points.size() - before <= mostLookedBack && !out.lost;)
      for (std::size_t count = std::min<std::size_t>(3, out.points.size() - before); count >= 1 && !out.lost; --count)
        if (const auto fall = fallAt(out.points, before, count, model.parallel)) {
          out.lost = fall;
          from = before;
        }
  if (from < out.points.size()) {
    out.trend = fitted(out.points.data() + from, out.points.data() + out.points.size(), today);
    foretell(*out.trend, wornShare * model.rated.value());
  }
  for (const CapacityTest& t : pack.capacityTests)
    if (const auto day = parseDate(t.when); day && t.resistance) out.resistances.emplace_back(*day, *t.resistance);
  std::stable_sort(out.resistances.begin(), out.resistances.end(), [](const auto& a, const auto& b) { return a.first < b.first; });
  AmpereHour put;
  for (const ChargeRecord& r : pack.charges) {
    ++out.plugIns;
    if (r.putBack) put = put + *r.putBack;
    else if (r.from && r.to) put = put + model.rated * (r.to->value() - r.from->value());
    if (const auto day = parseDate(r.when); day && (!out.since || *day < *out.since)) out.since = day;
  }
  for (const CapacityTest& t : pack.capacityTests)
    if (t.putBack) put = put + *t.putBack;
  out.fullCycles = model.rated > AmpereHour(0) ? put / model.rated : 0;
  return out;
}

}  // namespace usherwright
