// How a pack is lived with: its habits, what they should cost it beside what was measured, resistance and spread over time, and what a
// kilometre took in each season.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/drawing/log/day_axis.h"
#include "core/drawing/log/log_drawings.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

constexpr double gap = 12, heading = 30;

std::string n(double v, int digits = 2) { return formatNumber(v, digits); }

struct Panel {
  Box box;
  double left() const { return box.low.x + gap; }
  double right() const { return box.high.x - gap; }
  double top() const { return box.low.y + heading + 8; }
};

Panel panel(Pen& pen, Box box, const char* title) {
  pen.rectangle(box.low, box.high, Ink::Card, Ink::BankLine, 6);
  pen.text({box.low.x + gap, box.low.y + 22}, elided(title, Face::Title, box.width() - 2 * gap), Face::Title);
  return {box};
}

/// Whiskers from one end of a band to the other.
void whisker(Pen& pen, double a, double b, double y) {
  pen.line({{a, y}, {b, y}}, Ink::Ink, 1.5);
  pen.line({{a, y - 4}, {a, y + 4}}, Ink::Ink, 1.5);
  pen.line({{b, y - 4}, {b, y + 4}}, Ink::Ink, 1.5);
}

void habitRows(Pen& pen, const LivedPack& l, const Panel& p, std::string& told) {
  struct Row {
    const char* name;
    const char* part;
    Known<double> share;
  };
  const auto shareOf = [](const auto& known) { return known ? Known<double>(known->value()) : std::nullopt; };
  const Row rows[] = {{"goes in at a charge", "habit/depth", shareOf(l.depth)},
                      {"charged up to", "habit/ceiling", shareOf(l.ceiling)},
                      {"stands at", "habit/stands", shareOf(l.standsAt)},
                      {"days at 95 % and above", "habit/full", shareOf(l.shareFull)}};
  const double each = std::min(26.0, (p.box.high.y - p.top() - 22) / 4), bars = p.left() + 152, whole = p.right() - bars - 46;
  double y = p.top();
  for (const Row& row : rows) {
    pen.text({p.left(), y + 13}, row.name, Face::Label);
    Shape& ground = pen.rectangle({bars, y + 2}, {bars + whole, y + 16}, Ink::Paper, Ink::BankLine, 3);
    ground.part = row.part;
    ground.tip = fmt::format("{}: {}", row.name, row.share ? formatQuantity(*row.share, Kind::Fraction) : "not known");
    told += ground.tip + ". ";
    if (row.share)
      pen.rectangle({bars, y + 2}, {bars + std::max(2.0, whole * std::clamp(*row.share, 0.0, 1.0)), y + 16}, Ink::Water, Ink::None, 3);
    pen.text({p.right(), y + 14}, row.share ? formatQuantity(*row.share, Kind::Fraction, UnitSystem::Metric, 2) : std::string("?"),
             Face::SmallFigure, row.share ? Ink::Ink : Ink::Mind, Anchor::End);
    y += each;
  }
  const std::string rest = fmt::format("{} full cycles a year, {}, {} charges, {} days known", l.perYear ? n(l.perYear->value()) : "?",
                                       l.warmth ? n(l.warmth->value()) + " °C" : "warmth not noted", l.charges, l.days);
  pen.text({p.left(), p.box.high.y - 9}, elided(rest, Face::Small, p.right() - p.left()), Face::Small, Ink::Soft);
  told += rest + ". ";
}

void lossBars(Pen& pen, const LivedPack& l, const Panel& p, std::string& told) {
  if (!l.expected && !l.measuredLoss) {
    std::string words = "Not known yet";
    for (const std::string& a : l.asked) words += (words.size() > 13 ? "; " : ": ") + a;
    paragraph(pen, {p.left(), p.top() + 12}, p.right() - p.left(), words + ".", Face::Label, Ink::Soft, 6);
    told += words + ". ";
    return;
  }
  double most = 0.02;
  if (l.expected) most = std::max(most, l.expectedLoss.high);
  if (l.measuredLoss) most = std::max(most, std::min(0.4, l.measuredLoss->high));
  const double bars = p.left() + 74, whole = p.right() - bars - 6;
  const auto x = [&](double share) { return bars + whole * std::clamp(share / most, 0.0, 1.0); };
  double y = p.top();
  if (l.expected) {
    const LifeEstimate& e = *l.expected;
    pen.text({p.left(), y + 14}, "expected", Face::Label);
    Shape& cycling = pen.rectangle({bars, y + 2}, {x(e.cyclingPerYear), y + 18}, Ink::Water);
    cycling.part = "loss/cycling";
    cycling.tip = fmt::format("{} a year by cycling: volts × {}, depth × {}, warmth × {} on the cycles of a data sheet",
                              formatQuantity(e.cyclingPerYear, Kind::Fraction), n(e.byVolts), n(e.byDepth), n(e.byWarmth));
    Shape& calendar = pen.rectangle({x(e.cyclingPerYear), y + 2}, {x(l.expectedLoss.likely), y + 18}, Ink::Bank);
    calendar.part = "loss/calendar";
    calendar.tip =
        fmt::format("{} a year by the calendar, as warm and as full as it stands", formatQuantity(e.calendarPerYear, Kind::Fraction));
    whisker(pen, x(l.expectedLoss.low), x(l.expectedLoss.high), y + 10);
    const std::string words = fmt::format("{} % cycling + {} % calendar", n(e.cyclingPerYear * 100), n(e.calendarPerYear * 100));
    pen.text({bars, y + 34}, elided(words, Face::SmallFigure, whole), Face::SmallFigure, Ink::Soft);
    told += cycling.tip + "; " + calendar.tip + ". ";
    y += 46;
  } else {
    pen.text({p.left(), y + 14}, "expected", Face::Label);
    std::string words = "not known yet";
    for (const std::string& a : l.asked) words += (words.size() > 13 ? "; " : ": ") + a;
    const double high = paragraph(pen, {bars, y + 14}, whole, words + ".", Face::Small, Ink::Soft, 4);
    told += "expected: " + words + ". ";
    y += std::max(28.0, high + 18);
  }
  if (l.measuredLoss) {
    pen.text({p.left(), y + 14}, "measured", Face::Label);
    Shape& bar = pen.rectangle({bars, y + 2}, {std::max(bars + 2, x(l.measuredLoss->likely)), y + 18},
                               l.fade == FadeBeside::Faster ? Ink::Mind : Ink::Copper);
    bar.part = "loss/measured";
    bar.tip = fmt::format("measured: {} % a year, {} to {}", n(l.measuredLoss->likely * 100), n(l.measuredLoss->low * 100),
                          n(l.measuredLoss->high * 100));
    whisker(pen, x(l.measuredLoss->low), x(l.measuredLoss->high), y + 10);
    pen.text({bars, y + 34}, elided(fmt::format("{} % a year", n(l.measuredLoss->likely * 100)), Face::SmallFigure, whole),
             Face::SmallFigure, Ink::Soft);
    told += bar.tip + ". ";
  }
}

struct SeriesLook {
  const char *title, *unit, *part;
  double factor;        ///< from the value's own unit
  const char* nothing;  ///< said while there is none
};

/// Values over days, from zero on.
template <typename Value>
void series(Pen& pen, const std::vector<std::pair<Date, Value>>& points, const SeriesLook& look, Box box, std::string& told) {
  pen.text({box.low.x, box.low.y + 12}, elided(look.title, Face::Label, box.width()), Face::Label);
  const auto words = [&](std::size_t i) {
    return fmt::format("{}: {} {}", formatDate(points[i].first), n(points[i].second.value() * look.factor, 3), look.unit);
  };
  if (points.size() < 2) {
    const std::string said = points.empty() ? std::string(look.nothing) : words(0) + "; a second one shows where it goes";
    paragraph(pen, {box.low.x, box.low.y + 32}, box.width(), said, Face::Small, Ink::Soft, 3);
    told += fmt::format("{}: {}. ", look.title, said);
    return;
  }
  double most = 0;
  for (const auto& [day, v] : points) most = std::max(most, v.value() * look.factor);
  const Date first = points.front().first - std::chrono::days(10), last = points.back().first + std::chrono::days(10);
  Plot plot{{box.low.x + 34, box.low.y + 20}, {box.high.x, box.high.y - 22}, dayOf(first), dayOf(last), 0, std::max(1e-3, most * 1.15)};
  plot.yGrid(pen, 2);
  plot.frame(pen);
  monthTicks(pen, plot, first, last);
  std::vector<Point> way;
  way.reserve(points.size());
  for (const auto& [day, v] : points) way.push_back({plot.x(dayOf(day)), plot.y(v.value() * look.factor)});
  pen.line(way, Ink::Water, 1.5);
  for (std::size_t i = 0; i < points.size(); ++i) {
    Shape& mark = pen.circle(way[i], 3.5, Ink::Card, Ink::Ink);
    mark.part = fmt::format("{}/{}", look.part, i);
    mark.tip = words(i);
    told += mark.tip + ". ";
  }
}

void seasonBars(Pen& pen, const std::vector<SeasonUse>& seasons, const Panel& p, UnitSystem units, std::string& told) {
  if (seasons.empty()) {
    const char* words = "No ride says its day, its length and what it used: “ride 21.4 km 310 Wh 4 °C” in the journal.";
    paragraph(pen, {p.left(), p.top() + 12}, p.right() - p.left(), words, Face::Label, Ink::Soft, 4);
    told += words;
    return;
  }
  const std::string sentence = seasonsSentence(seasons);
  const double foot = sentence.empty() ? 4 : 22, rowHeight = 24;
  const auto fit = static_cast<std::size_t>(std::max(1.0, (p.box.high.y - foot - p.top()) / rowHeight));
  const std::size_t from = seasons.size() > fit ? seasons.size() - fit : 0;
  const bool miles = units == UnitSystem::Imperial;
  const double factor = miles ? 1.609344 : 1;
  double most = 1;
  for (std::size_t i = from; i < seasons.size(); ++i) most = std::max(most, seasons[i].perKm.high);
  const double bars = p.left() + 128, whole = p.right() - bars - 92;
  double y = p.top();
  for (std::size_t i = from; i < seasons.size(); ++i) {
    const SeasonUse& s = seasons[i];
    pen.text({p.left(), y + 14}, elided(s.name(), Face::Small, 124), Face::Small);
    Shape& bar = pen.rectangle({bars, y + 2}, {bars + std::max(2.0, whole * s.perKm.likely / most), y + 17}, Ink::Water, Ink::None, 3);
    bar.part = fmt::format("season/{}", i);
    bar.tip =
        fmt::format("{}: {} {} ({} to {}), {} over {}{}", s.name(), n(s.perKm.likely * factor, 3), miles ? "Wh/mi" : "Wh/km",
                    n(s.perKm.low * factor, 3), n(s.perKm.high * factor, 3), s.rides == 1 ? "1 ride" : fmt::format("{} rides", s.rides),
                    formatQuantity(s.length.value(), Kind::Distance, units),
                    s.air ? ", at " + formatQuantity(s.air->value(), Kind::Temperature, units) : "");
    told += bar.tip + ". ";
    if (s.rides > 1) whisker(pen, bars + whole * s.perKm.low / most, bars + whole * s.perKm.high / most, y + 9.5);
    pen.text({p.right(), y + 14}, fmt::format("{} {}", n(s.perKm.likely * factor, 3), miles ? "Wh/mi" : "Wh/km"), Face::SmallFigure,
             Ink::Ink, Anchor::End);
    y += rowHeight;
  }
  pen.text({p.left(), p.box.high.y - 9}, elided(sentence, Face::Small, p.right() - p.left()), Face::Small, Ink::Soft);
  told += sentence;
}

}  // namespace

Drawing livedSheet(const LivedPack& lived, const std::vector<SeasonUse>& seasons, UnitSystem units, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  const double middle = std::floor(size.width * 0.5), half = std::floor(size.height * 0.5);
  habitRows(pen, lived, panel(pen, {{2, 2}, {middle - 4, half - 4}}, "How it is used"), d.description);
  lossBars(pen, lived, panel(pen, {{middle + 4, 2}, {size.width - 2, half - 4}}, "What that costs in a year"), d.description);
  const Panel over = panel(pen, {{2, half + 4}, {middle - 4, size.height - 2}}, "Over time");
  const double across = (over.left() + over.right()) / 2;
  series(pen, lived.resistances, {"resistance, mΩ", "mΩ", "resistance", 1, "no capacity test says it yet"},
         {{over.left(), over.top() - 4}, {across - 8, over.box.high.y - 4}}, d.description);
  series(pen, lived.spreads, {"spread of groups, mV", "mV", "spread", 1000, "its groups were not read yet"},
         {{across + 8, over.top() - 4}, {over.right(), over.box.high.y - 4}}, d.description);
  seasonBars(pen, seasons, panel(pen, {{middle + 4, half + 4}, {size.width - 2, size.height - 2}}, "A kilometre, by season"), units,
             d.description);
  return d;
}

}  // namespace usherwright::drawing
