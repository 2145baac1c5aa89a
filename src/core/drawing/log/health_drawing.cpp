// How a pack is over time.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/drawing/log/day_axis.h"
#include "core/drawing/log/log_drawings.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

using std::chrono::days;

void nothingYet(Pen& pen, Size size) {
  paragraph(pen, {12, 28}, size.width - 24,
            "No charge was measured yet. A capacity test says most: ride it empty, rest it, charge it full, and note the Ah that went in. "
            "Charges of which both ends are known (from 30 to 90 %, 7.2 Ah) say nearly as much, after a few of them.",
            Face::Label, Ink::Soft, 8);
}

}  // namespace

Drawing healthChart(const HealthView& view, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  const PackHealth& h = view.health;
  if (h.points.empty() || view.rated <= AmpereHour(0)) {
    nothingYet(pen, size);
    d.description = "no charge was measured yet";
    return d;
  }
  const double rated = view.rated.value();
  const Date first = h.points.front().day - days(20);
  const auto span = std::max<std::int64_t>(180, (view.today - first).count());
  const Date last = std::max(view.today, h.points.back().day) + days(h.trend && h.trend->slopeKnown ? span * 2 / 3 : 40);
  double low = 100 * wornShare - 8, high = 104;
  for (const HealthPoint& p : h.points) {
    low = std::min(low, 100 * (p.charge - p.doubt * 2).value() / rated);
    high = std::max(high, 100 * (p.charge + p.doubt * 2).value() / rated);
  }
  Plot plot{{46, 22},    {size.width - 12, size.height - 28},      dayOf(first),
            dayOf(last), std::floor(std::max(0.0, low) / 10) * 10, std::ceil(high / 5) * 5};
  plot.yGrid(pen, 5);
  plot.frame(pen);
  monthTicks(pen, plot, first, last);
  const double worn = plot.y(100 * wornShare);
  pen.line({{plot.topLeft.x, worn}, {plot.bottomRight.x, worn}}, Ink::Mind, 1.5, Pattern::Dashed);
  const auto yOf = [&](double ampereHours) { return std::clamp(plot.y(100 * ampereHours / rated), plot.topLeft.y, plot.bottomRight.y); };
  if (h.trend) {
    const Date from = h.lost ? std::max(first, h.lost->since) : first;
    std::vector<Point> band, below, line;
    for (int i = 0; i <= 48; ++i) {
      const Date day = from + days(static_cast<int>(std::lround(static_cast<double>((last - from).count()) * i / 48)));
      const Bounded there = h.trend->at(day);
      const double x = plot.x(dayOf(day));
      band.push_back({x, yOf(there.high)});
      below.push_back({x, yOf(there.low)});
      line.push_back({x, yOf(there.likely)});
    }
    band.insert(band.end(), below.rbegin(), below.rend());
    pen.polygon(band, Ink::Shoal);
    pen.line(line, packInk(view.pack), 2, packPattern(view.pack));
  }
  const double now = plot.x(dayOf(view.today));
  pen.line({{now, plot.topLeft.y}, {now, plot.bottomRight.y}}, Ink::Soft, 1);
  pen.text({std::min(now + 4, plot.bottomRight.x - 34), plot.bottomRight.y - 6}, "today", Face::Small, Ink::Soft);
  double beside = plot.topLeft.x;
  for (std::size_t i = 0; i < view.events.size(); ++i) {
    const auto& [day, word] = view.events[i];
    if (day < first || day > last) continue;
    const double x = plot.x(dayOf(day));
    Shape& line = pen.line({{x, plot.topLeft.y}, {x, plot.bottomRight.y}}, Ink::Note, 1);
    line.part = fmt::format("event/{}", i);
    line.tip = fmt::format("{}: {}", formatDate(day), word);
    d.description += line.tip + ". ";
    if (x < beside || x + textWidth(word, Face::Small) > plot.bottomRight.x) continue;
    pen.text({x + 3, plot.topLeft.y - 6}, word, Face::Small, Ink::Note);
    beside = x + textWidth(word, Face::Small) + 12;
  }
  for (std::size_t i = 0; i < h.points.size(); ++i) {
    const HealthPoint& p = h.points[i];
    const double x = plot.x(dayOf(p.day)), y = yOf(p.charge.value());
    pen.line({{x, yOf((p.charge - p.doubt).value())}, {x, yOf((p.charge + p.doubt).value())}}, Ink::Soft, 1.5);
    Shape& mark = p.tested ? pen.circle({x, y}, 5, Ink::Card, Ink::Ink)
                           : pen.polygon({{x, y - 4}, {x + 4, y}, {x, y + 4}, {x - 4, y}}, Ink::Card, Ink::Ink);
    mark.part = fmt::format("point/{}", i);
    mark.tip = fmt::format("{}: {} ± {} Ah, {} of {} Ah, {}", formatDate(p.day), formatNumber(p.charge.value(), 3),
                           formatNumber(p.doubt.value(), 2), formatQuantity(p.charge.value() / rated, Kind::Fraction),
                           formatNumber(rated, 3), p.tested ? "from empty to full" : "from a part of a charge");
    d.description += mark.tip + ". ";
  }
  pen.text({plot.topLeft.x + 6, worn - 5}, fmt::format("{} of its label", formatQuantity(wornShare, Kind::Fraction)), Face::Small,
           Ink::Mind);
  return d;
}

std::vector<std::pair<Date, std::string>> healthEvents(const Plan& plan, const std::string& pack, const PackHealth& health) {
  std::vector<std::pair<Date, std::string>> out;
  for (const LogEntry& e : plan.log) {
    const bool concerns = e.pack == pack || e.pack.empty();
    if (const auto day = parseDate(e.when); day && concerns && (isAccident(e.what) || e.what == LogEvent::PartChanged))
      out.emplace_back(*day, std::string(wordOf(e.what)));
  }
  if (health.lost) out.emplace_back(health.lost->since, "sudden fall");
  std::sort(out.begin(), out.end());
  return out;
}

Drawing healthSheet(const Plan& plan, const Figures& figures, Date today) {
  constexpr double width = 760, height = 300, head = 34;
  Drawing out{width, (height + head) * static_cast<double>(std::max<std::size_t>(1, plan.packs.size())), {}, {}};
  Pen pen(out);
  for (std::size_t k = 0; k < plan.packs.size(); ++k) {
    const PackModel& m = figures.packs[k].model;
    const PackHealth health = healthOf(m, plan.packs[k], k, today);
    const double top = (height + head) * static_cast<double>(k);
    pen.text({12, top + 22}, m.name, Face::Title, Ink::Ink);
    const Drawing chart = healthChart({health, m.rated, healthEvents(plan, plan.packs[k].id, health), today, k}, {width, height});
    for (Shape shape : chart.shapes) {
      for (Point& p : shape.points) p.y += top + head;
      out.shapes.push_back(std::move(shape));
    }
    out.description += fmt::format("{}: {} ", m.name, chart.description);
  }
  return out;
}

}  // namespace usherwright::drawing
