// Three stories of a logged ride (one pack, the other, both) weighed by their likelihood, noise estimated from the log.
#include "core/joining/sharing.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <numeric>

#include "core/quantity/csv.h"
#include "core/quantity/units.h"

namespace usherwright {
namespace {

constexpr std::size_t fewestRows = 30, mostRows = 3000;  // fewer tell nothing, more only take time
constexpr std::size_t fewestAside = 8;                   // rows on either side of a knee that is to be believed
constexpr double odds = 20.0;                            // a story is told when it is that much likelier than the next: 95 %
constexpr double capacityDoubt = 0.07;                   // one σ of a pack's stated capacity
constexpr double kneeDoubt = 0.03;                       // one σ of the knee, as a share of the fuller pack
constexpr double noiseFloor = 0.01;                      // V per pack: no meter is better
constexpr double takingOver = 0.15;                      // of the fuller pack: how long the sharing takes to settle behind the knee
constexpr double curveDoubt = 0.004;                     // of charge: the typical curve is not this pack's
constexpr double leastApart = 0.035;  // of charge: stories that end nearer than this differ less than a settling cell does
constexpr double worstFit = 3.0;      // times the noise: no story fits
constexpr double speedBand = 0.20;    // of the median speed, where no current was logged

struct Point {
  double drawn = 0, charge = 0, sigma = 0;
};

double slopeAt(const RestCurve& curve, double soc) {
  const auto& p = curve.points();
  const auto i = static_cast<std::size_t>(curve.piece(std::clamp(soc, 0.0, 1.0)));
  return std::max(0.02, (p[i + 1].voltage - p[i].voltage).value() / (p[i + 1].soc - p[i].soc).value());
}

/// What flows at each row, and what its slow part follows: the current as it was over the last few time constants.
struct Flow {
  std::vector<double> now, settled;  ///< A
};

Flow flowOf(const std::vector<RideRow>& rows, const SharingInput& in) {
  Flow flow;
  const bool timed = std::all_of(rows.begin(), rows.end(), [](const RideRow& r) { return r.time.has_value(); });
  const auto hours = [&](std::size_t a, std::size_t b) { return timed ? (*rows[b].time - *rows[a].time).value() / 3600 : 0.0; };
  const auto mean = [&](std::size_t a, std::size_t b, double otherwise) {
    const double h = hours(a, b);
    return h > 0 ? (rows[b].drawn - rows[a].drawn).value() / h : otherwise;
  };
  double settled = 0;
  for (std::size_t i = 0; i < rows.size(); ++i) {
    const std::size_t before = i > 0 ? i - 1 : 0;
    const double around = mean(before, std::min(i + 1, rows.size() - 1), in.usual.value());
    flow.now.push_back(rows[i].current ? rows[i].current->value() : around);
    // Rows nearer than the time constant: the mean of their currents. Farther apart: that of all that was drawn between.
    const double passed = hours(before, i) * 3600;
    const bool near = passed < in.ways.settles.value() && rows[i].current && rows[before].current;
    const double between = near ? 0.5 * (rows[i].current->value() + rows[before].current->value()) : mean(before, i, flow.now[i]);
    const double share = i == 0 || !timed ? 1.0 : in.ways.settles > Second(0) ? -std::expm1(-passed / in.ways.settles.value()) : 1.0;
    settled += share * (between - settled);
    flow.settled.push_back(settled);
  }
  return flow;
}

/// Without a logged current only rows near the median speed can be compared with each other.
std::vector<std::size_t> comparable(const std::vector<RideRow>& rows) {
  std::vector<std::size_t> all(rows.size());
  std::iota(all.begin(), all.end(), 0u);
  const bool logged = std::all_of(rows.begin(), rows.end(), [](const RideRow& r) { return r.current.has_value(); });
  if (logged || rows.size() < 3 || rows.back().distance <= rows.front().distance) return all;
  std::vector<double> speed(rows.size(), 0.0);
  for (std::size_t i = 1; i < rows.size(); ++i) {
    const double dt = rows[i].time && rows[i - 1].time ? (*rows[i].time - *rows[i - 1].time).value() : 0;
    speed[i] = dt > 0 ? (rows[i].distance - rows[i - 1].distance).value() / dt : 0.0;
  }
  speed[0] = speed[1];
  std::vector<double> sorted = speed;
  std::nth_element(sorted.begin(), sorted.begin() + static_cast<std::ptrdiff_t>(sorted.size() / 2), sorted.end());
  const double median = sorted[sorted.size() / 2];
  std::erase_if(all, [&](std::size_t i) { return std::abs(speed[i] - median) > speedBand * median; });
  return all;
}

struct Story {
  double slopeBefore, slopeAfter;  ///< charge per Ah
  double knee;                     ///< Ah
};

double shapeOf(const Story& s, double drawn) {
  return drawn <= s.knee ? -s.slopeBefore * drawn : -s.slopeBefore * s.knee - s.slopeAfter * (drawn - s.knee);
}

struct Fit {
  double chiSquare = 1e300, best = 0;
};

/// Least weighted squares with a free start charge; capacity and knee may be off by their doubts, at a price.
Fit fit(const std::vector<Point>& points, const Story& story, bool kneeMoves, double fuller) {
  Fit out;
  for (int c = -10; c <= 10; ++c) {
    const double scale = 1 + capacityDoubt * 0.25 * c;
    for (int k = kneeMoves ? -8 : 0; k <= (kneeMoves ? 8 : 0); ++k) {
      Story s{story.slopeBefore / scale, story.slopeAfter / scale, story.knee};
      if (kneeMoves) s.knee = std::max(0.0, story.knee + k * 0.4 * kneeDoubt * fuller);
      double weight = 0, off = 0;
      for (const Point& p : points) {
        const double w = 1 / (p.sigma * p.sigma);
        weight += w;
        off += w * (p.charge - shapeOf(s, p.drawn));
      }
      const double start = off / weight;
      double chi = 0.0625 * c * c + (kneeMoves ? 0.16 * k * k : 0);
      for (const Point& p : points) {
        const double r = (p.charge - start - shapeOf(s, p.drawn)) / p.sigma;
        chi += r * r;
      }
      if (chi < out.chiSquare) out = {chi, start};
    }
  }
  return out;
}

/// Straight line through points; returns slope and the sum of weighted squares.
struct Straight {
  double slope = 0, chiSquare = 0;
};
Straight straight(const std::vector<Point>& points, std::size_t from, std::size_t to) {
  double w = 0, x = 0, y = 0, xx = 0, xy = 0;
  for (std::size_t i = from; i < to; ++i) {
    const double weight = 1 / (points[i].sigma * points[i].sigma);
    w += weight;
    x += weight * points[i].drawn;
    y += weight * points[i].charge;
    xx += weight * points[i].drawn * points[i].drawn;
    xy += weight * points[i].drawn * points[i].charge;
  }
  Straight out;
  const double d = w * xx - x * x;
  out.slope = d > 0 ? (w * xy - x * y) / d : 0;
  const double start = (y - out.slope * x) / w;
  for (std::size_t i = from; i < to; ++i) {
    const double r = (points[i].charge - start - out.slope * points[i].drawn) / points[i].sigma;
    out.chiSquare += r * r;
  }
  return out;
}

/// Weighted squares of the best fit by two lines, at least eight rows a side: what noise alone leaves.
double bestOfTwoLines(const std::vector<Point>& points) {
  double best = straight(points, 0, points.size()).chiSquare;
  const std::size_t step = std::max<std::size_t>(1, points.size() / 40);
  for (std::size_t at = fewestAside; at + fewestAside <= points.size(); at += step)
    best = std::min(best, straight(points, 0, at).chiSquare + straight(points, at, points.size()).chiSquare);
  return best;
}

/// The volts that the cells would rest at behind a row. `share`: 0 = the fuller pack alone … 1 = all of them.
double restBehind(const RideRow& row, const Flow& flow, std::size_t i, const Ways& ways, double share) {
  const auto part = [&](Ohm alone, Ohm together) { return (alone + (together - alone) * share).value(); };
  return row.volts.value() + flow.now[i] * part(ways.alone.fast, ways.together.fast) +
         flow.settled[i] * part(ways.alone.slow, ways.together.slow);
}

/// Rows as charge. `share` gives how far the others have taken over at so many Ah.
template <class Share>
std::vector<Point> pointsOf(const std::vector<RideRow>& rows, const Flow& flow, const SharingInput& in, const Share& share, double noise) {
  std::vector<Point> out;
  for (std::size_t i : comparable(rows)) {
    const StateOfCharge s = in.curve.inverse(Volt(restBehind(rows[i], flow, i, in.ways, share(rows[i].drawn)) / in.series));
    if (s <= StateOfCharge(0) || s >= StateOfCharge(1)) continue;  // off the curve: says nothing
    const double byVolts = noise / in.series / slopeAt(in.curve, s.value());
    out.push_back({rows[i].drawn.value(), s.value(), std::hypot(byVolts, curveDoubt)});
  }
  return out;
}

/// Noise of the volts, from the second differences of neighbouring rows.
double noiseOf(const std::vector<RideRow>& rows, const Flow& flow, const SharingInput& in) {
  std::vector<double> second;
  const auto at = [&](std::size_t i) { return restBehind(rows[i], flow, i, in.ways, 0); };
  for (std::size_t i = 1; i + 1 < rows.size(); ++i) second.push_back(std::abs(at(i - 1) - 2 * at(i) + at(i + 1)));
  if (second.empty()) return noiseFloor;
  std::nth_element(second.begin(), second.begin() + static_cast<std::ptrdiff_t>(second.size() / 2), second.end());
  return std::max(noiseFloor, second[second.size() / 2] / 0.6745 / std::sqrt(6.0));
}

}  // namespace

Ways waysOf(const std::vector<Source>& sources, std::size_t fuller, const Joint& joint, Ohm common) {
  Ways out;
  const Source& first = sources[fuller];
  double fast = 0, all = 0;
  for (const Source& s : sources) {
    fast += 1 / sourceResistance(s, joint).value();
    all += 1 / (sourceResistance(s, joint) + s.slow).value();
  }
  out.alone = {sourceResistance(first, joint) + common, first.slow};
  out.together = {Ohm(1 / fast) + common, Ohm(1 / all - 1 / fast)};
  out.settles = Second(first.slow.value() * first.slowCapacitance.value());
  return out;
}

std::string_view sharingWord(Sharing sharing) {
  switch (sharing) {
    case Sharing::OneOnly: return "one pack only";
    case Sharing::FromKnee: return "shares, from the knee on";
    case Sharing::FromStart: return "shares from the start";
    case Sharing::Shares: return "shares";
    case Sharing::CannotTell: return "cannot tell";
  }
  return "";
}

Expected<std::vector<RideRow>> readRide(std::string_view csv) {
  const auto table = readCsv(csv);
  if (!table) return tl::unexpected(table.error());
  const auto columnOf = [&](std::initializer_list<std::string_view> names) {
    for (std::string_view n : names)
      if (const int at = table->column(n); at >= 0) return at;
    return -1;
  };
  const int seconds = columnOf({"time_s", "s"}), minutes = columnOf({"time_min", "min"}), km = columnOf({"km"});
  const int drawn = columnOf({"Ah", "ah"}), volts = columnOf({"V", "v"}), amps = columnOf({"A", "a"});
  if (drawn < 0 || volts < 0)
    return tl::unexpected(
        Problem{"line 1", drawn < 0 ? "no column Ah" : "no column V", "columns Ah and V, and time_s, km or A if there are any"});
  if (table->rows.size() > mostRows)
    return tl::unexpected(Problem{fmt::format("line {}", mostRows + 2), fmt::format("{} rows", table->rows.size()), "at most 3000 rows"});
  std::vector<RideRow> out;
  for (std::size_t i = 0; i < table->rows.size(); ++i) {
    const auto number = [&](int column) -> Expected<double> {
      const std::string& text = table->rows[i][static_cast<std::size_t>(column)];
      const auto n = parseNumber(text);
      if (!n || std::abs(*n) > 1e7)
        return tl::unexpected(Problem{fmt::format("line {}, column {}", i + 2, table->columns[static_cast<std::size_t>(column)]),
                                      "\"" + text.substr(0, 40) + "\"", "a number"});
      return *n;
    };
    RideRow row;
    for (const auto& [column, take] :
         std::initializer_list<std::pair<int, std::function<void(double)>>>{{seconds, [&](double v) { row.time = Second(v); }},
                                                                            {minutes, [&](double v) { row.time = Second(v * 60); }},
                                                                            {km, [&](double v) { row.distance = Kilometre(v); }},
                                                                            {drawn, [&](double v) { row.drawn = AmpereHour(v); }},
                                                                            {volts, [&](double v) { row.volts = Volt(v); }},
                                                                            {amps, [&](double v) { row.current = Ampere(v); }}}) {
      if (column < 0) continue;
      const auto value = number(column);
      if (!value) return tl::unexpected(value.error());
      take(*value);
    }
    if (!out.empty() && row.drawn < out.back().drawn)
      return tl::unexpected(Problem{fmt::format("line {}, column Ah", i + 2), formatNumber(row.drawn.value()) + " Ah",
                                    "Ah drawn since the start, never falling"});
    out.push_back(row);
  }
  return out;
}

SharingVerdict judgeSharing(const std::vector<RideRow>& rows, const SharingInput& in) {
  SharingVerdict v;
  const Flow flow = flowOf(rows, in);
  const double noise = rows.size() > 2 ? noiseOf(rows, flow, in) : noiseFloor;
  // Behind the knee the others take over by and by, and the way as a whole gets wider.
  const auto byAndBy = [&](AmpereHour drawn) { return std::clamp((drawn - in.knee) / (in.fuller * takingOver), 0.0, 1.0); };
  const auto always = [](double share) { return [share](AmpereHour) { return share; }; };
  const std::vector<Point> alone = pointsOf(rows, flow, in, always(0), noise);
  const std::vector<Point> together = pointsOf(rows, flow, in, always(1), noise);
  const std::vector<Point> after = pointsOf(rows, flow, in, byAndBy, noise);
  const auto show = [&](const std::vector<Point>& points) {
    v.rowsUsed = points.size();
    v.drawn.clear();
    v.charge.clear();
    for (const Point& p : points) {
      v.drawn.emplace_back(p.drawn);
      v.charge.emplace_back(p.charge);
    }
  };
  show(alone);
  if (std::min({alone.size(), together.size(), after.size()}) < fewestRows) {
    v.because =
        fmt::format("{} rows that can be compared; {} are needed", std::min({alone.size(), together.size(), after.size()}), fewestRows);
    return v;
  }
  if (in.chemistry == Chemistry::Lfp) {
    const auto flat = std::count_if(alone.begin(), alone.end(), [](const Point& p) { return p.charge > 0.2 && p.charge < 0.9; });
    if (flat * 2 > static_cast<std::ptrdiff_t>(alone.size())) {
      v.because = "lfp volts say nothing between 0.2 and 0.9: use a clamp, or the Ah put back";
      return v;
    }
  }
  v.slopeSeen = -straight(alone, 0, alone.size()).slope;
  const double q = in.fuller.value(), all = in.all.value();
  const double depth = alone.back().drawn - alone.front().drawn;
  const bool fromStart = in.knee.value() <= 0.02 * q;
  const std::array<double, 3> chi{fit(alone, {1 / q, 1 / q, 0}, false, q).chiSquare,
                                  fromStart ? 1e300 : fit(after, {1 / q, 1 / all, in.knee.value()}, true, q).chiSquare,
                                  fit(together, {1 / all, 1 / all, 0}, false, q).chiSquare};
  const double least = *std::min_element(chi.begin(), chi.end());
  const double noiseLeaves = std::max(static_cast<double>(alone.size()) * 0.25,
                                      std::min({bestOfTwoLines(alone), bestOfTwoLines(together), bestOfTwoLines(after)}));
  // Noise that is larger than thought makes every story look too sure of itself: scale it to what two free lines leave.
  const double inflate = std::max(1.0, noiseLeaves / static_cast<double>(alone.size()));
  std::array<double, 3> likelihood{};
  double sum = 0;
  for (std::size_t i = 0; i < 3; ++i) sum += likelihood[i] = std::exp(-0.5 * (chi[i] - least) / inflate);
  for (double& l : likelihood) l /= sum;
  const double shares = likelihood[1] + likelihood[2];
  if (shares > likelihood[0]) show(likelihood[1] > likelihood[2] ? after : together);
  const double separation = std::abs(chi[0] - std::min(chi[1], chi[2])) / inflate;
  if (least / inflate > worstFit * static_cast<double>(alone.size())) {
    v.because = "the rows fit none of the stories: check capacity, resistance and start";
    return v;
  }
  const Story one{1 / q, 1 / q, 0};
  const Story joint = likelihood[1] > likelihood[2] ? Story{1 / q, 1 / all, in.knee.value()} : Story{1 / all, 1 / all, 0};
  const double apart = std::abs((shapeOf(one, alone.back().drawn) - shapeOf(one, alone.front().drawn)) -
                                (shapeOf(joint, alone.back().drawn) - shapeOf(joint, alone.front().drawn)));
  if (std::max(likelihood[0], shares) < odds / (odds + 1) || apart < leastApart) {
    v.because = "the rows do not tell them apart yet";
    // With rows at the same density the weight of a difference grows with the cube of the depth.
    const double factor = std::max(std::cbrt(2 * std::log(odds) / std::max(separation, 1e-3)), leastApart / std::max(apart, 1e-4));
    const double more = depth * (factor - 1);
    if (more > 0 && more < 20 * all) v.more = AmpereHour(more);
    v.confidence = std::max(likelihood[0], shares);
    return v;
  }
  if (likelihood[0] >= odds / (odds + 1)) {
    v.verdict = Sharing::OneOnly;
    v.confidence = likelihood[0];
  } else if (likelihood[1] >= odds * likelihood[2]) {
    v.verdict = Sharing::FromKnee;
    v.confidence = likelihood[1];
  } else if (likelihood[2] >= odds * likelihood[1]) {
    v.verdict = Sharing::FromStart;
    v.confidence = likelihood[2];
  } else {
    v.verdict = Sharing::Shares;
    v.confidence = shares;
  }
  return v;
}

}  // namespace usherwright
