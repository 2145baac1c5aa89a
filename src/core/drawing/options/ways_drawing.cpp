// Ways as points and as cards.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/drawing/options/option_drawings.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

constexpr double cardWidth = 190, cardHeight = 112, cardGap = 10;
constexpr double dotMost = 11, dotLeast = 5;

double scaleOf(WayAxis axis, UnitSystem units) {
  return axis == WayAxis::Range ? shownUnit(Kind::Distance, units).scale : axis == WayAxis::Mass ? shownUnit(Kind::Mass, units).scale : 1;
}

std::string unitOf(WayAxis axis, const Plan& root, UnitSystem units) {
  switch (axis) {
    case WayAxis::Money: return root.currency + ", all in";
    case WayAxis::Gained: return "Wh gained";
    case WayAxis::Range: return std::string(shownUnit(Kind::Distance, units).symbol) + " likely";
    case WayAxis::Mass: return std::string(shownUnit(Kind::Mass, units).symbol) + " of packs";
    case WayAxis::Hours: return "h of work";
    case WayAxis::Years: return "years";
  }
  return {};
}

/// Empty while it is not known. Today costs and gains nothing.
Known<double> valueOf(const WayFigures& w, WayAxis axis, UnitSystem units) {
  const double scale = scaleOf(axis, units);
  const auto of = [&](const auto& known) { return known ? Known<double>(known->value() / scale) : std::nullopt; };
  switch (axis) {
    case WayAxis::Money:
      if (w.id.empty()) return 0.0;
      return w.money.isWhole() ? Known<double>(w.money.net().value()) : std::nullopt;
    case WayAxis::Gained: return w.id.empty() ? Known<double>(0) : of(w.gained);
    case WayAxis::Range: return of(w.likely);
    case WayAxis::Mass: return of(w.mass);
    case WayAxis::Hours: return w.id.empty() ? Known<double>(0) : of(w.hours);
    case WayAxis::Years: return w.years;
  }
  return std::nullopt;
}

struct Span {
  double from = 0, to = 1;
};
/// Zero, all values and the lines that matter, with some air.
Span spanOf(const WaysShown& shown, WayAxis axis, Known<double> line) {
  Span s{0, 0};
  const auto take = [&](double v) {
    s.from = std::min(s.from, v);
    s.to = std::max(s.to, v);
  };
  for (const WayFigures& w : shown.ways.all())
    if (const auto v = valueOf(w, axis, shown.units)) take(*v);
  if (line) take(*line);
  const double air = std::max(1.0, 0.12 * (s.to - s.from));
  if (s.from < 0) s.from -= air;
  s.to += air;
  return s;
}

Known<double> lineOf(const WaysShown& shown, WayAxis axis) {
  if (axis == WayAxis::Money && shown.root.budget) return shown.root.budget->value();
  if (axis == WayAxis::Gained && shown.root.need.goalEnergy && !shown.ways.all().empty()) {
    const double gain = (*shown.root.need.goalEnergy - shown.ways.all().front().label).value();
    if (gain > 0) return gain;
  }
  return std::nullopt;
}

Severity worst(const WayFigures& w) { return w.stops > 0 ? Severity::Stop : w.minds > 0 ? Severity::Mind : Severity::Note; }

/// Names where no other one stands: right of the point, else left, else above or below.
class Labels {
 public:
  explicit Labels(const Plot& plot) : plot_(plot) {}
  void block(Point a, Point b) { taken_.push_back({a, b}); }
  bool isFree(Point a, Point b) const {
    const bool outside = a.x < plot_.topLeft.x || b.x > plot_.bottomRight.x || a.y < plot_.topLeft.y || b.y > plot_.bottomRight.y;
    return !outside && std::none_of(taken_.begin(), taken_.end(), [&](const auto& t) {
      return a.x < t.second.x && b.x > t.first.x && a.y < t.second.y && b.y > t.first.y;
    });
  }
  /// Beside a dot, where nothing stands.
  void mark(Pen& pen, Point at, double radius, Severity severity) {
    constexpr double half = 7;
    for (const Point p :
         {Point{at.x - radius - 9, at.y}, Point{at.x + radius + 9, at.y}, Point{at.x, at.y - radius - 9}, Point{at.x, at.y + radius + 9}}) {
      const Point a{p.x - half, p.y - half}, b{p.x + half, p.y + half};
      if (!isFree(a, b)) continue;
      pen.severity(p, static_cast<int>(severity));
      return block(a, b);
    }
  }
  void put(Pen& pen, Point at, double radius, const std::string& words, Ink ink) {
    const double w = textWidth(words, Face::Small), gap = radius + 5;
    std::vector<Point> places{Point{at.x + gap, at.y + 4},          Point{at.x - gap - w, at.y + 4},
                              Point{at.x - w / 2, at.y - gap - 2},  Point{at.x - w / 2, at.y + gap + 12},
                              Point{at.x + gap, at.y - 12},         Point{at.x + gap, at.y + 20},
                              Point{at.x + gap + 14, at.y + 4},     Point{at.x - gap - w - 16, at.y + 4},
                              Point{at.x - w / 2, at.y - gap - 18}, Point{at.x - w / 2, at.y + gap + 28}};
    for (double down = 34; down < 130; down += 14)
      for (const double side : {gap, -gap - w}) {
        places.push_back({at.x + side, at.y + down});
        places.push_back({at.x + side, at.y - down});
      }
    for (const Point p : places) {
      const Point a{p.x - 2, p.y - 12}, b{p.x + w + 2, p.y + 4};
      if (!isFree(a, b)) continue;
      pen.text(p, words, Face::Small, ink);
      return block(a, b);
    }
  }

 private:
  const Plot& plot_;
  std::vector<std::pair<Point, Point>> taken_;
};

std::string tipOf(const WayFigures& w, const WaysShown& s, WayAxis x, WayAxis y) {
  const auto figure = [&](WayAxis axis) {
    const auto v = valueOf(w, axis, s.units);
    return fmt::format("{} {}", v ? formatNumber(*v, 3) : std::string("not known:"), unitOf(axis, s.root, s.units));
  };
  std::string out = fmt::format("{}: {}, {}", wayName(w.id), figure(x), figure(y));
  if (w.stops + w.minds > 0) out += fmt::format(", {} Stop, {} Mind", w.stops, w.minds);
  if (!w.beatenBy.empty()) out += ", beaten in everything by " + w.beatenBy.front();
  return out;
}

struct Line {
  std::string words;
  Ink ink = Ink::Soft;
};

std::string moneyWords(const WayFigures& w, const std::string& currency) {
  if (w.id.empty()) return "nothing to pay";
  if (!w.money.isWhole())
    return fmt::format("over {} {}: {} unpriced", formatNumber(w.money.net().value(), 3), currency, w.money.missing.size());
  if (w.money.net() < Money(0)) return fmt::format("brings in {} {}", formatNumber(-w.money.net().value(), 4), currency);
  return fmt::format("{} {} all in", formatNumber(w.money.net().value(), 4), currency);
}

std::string signedNumber(double v, int digits = 3) { return (v < 0 ? "−" : "+") + formatNumber(std::abs(v), digits); }

std::string workWords(const Plan& plan) {
  const Undertaking& u = plan.undertaking;
  std::string out;
  const auto add = [&](const std::string& words) { out += (out.empty() ? "" : " · ") + words; };
  if (u.cuts == true) add("cuts");
  if (u.drills == true) add("drills");
  if (u.cuts == false && u.drills == false) add("no cuts");
  if (u.undone) add(*u.undone ? "comes off" : "for good");
  if (u.hours) add(formatNumber(u.hours->value(), 2) + " h");
  return out.empty() ? "work: nobody has said" : out;
}

std::vector<Line> linesOf(const WayFigures& w, const Plan& plan, const WaysShown& s) {
  std::vector<Line> out;
  const auto& far = shownUnit(Kind::Distance, s.units);
  std::string first =
      w.id.empty() || !w.gained ? fmt::format("{} Wh", formatNumber(w.label.value())) : signedNumber(w.gained->value()) + " Wh";
  if (w.likely)
    first += fmt::format(" · {} {} ({}–{})", formatNumber(w.likely->value() / far.scale, 2), far.symbol,
                         formatNumber(w.cautious->value() / far.scale, 2), formatNumber(w.hopeful->value() / far.scale, 2));
  out.push_back({first, Ink::Ink});
  std::string second = moneyWords(w, s.root.currency);
  if (w.more && !w.id.empty()) {
    const auto& heavy = shownUnit(Kind::Mass, s.units);
    second += fmt::format(" · {} {}", signedNumber(w.more->value() / heavy.scale, 2), heavy.symbol);
  }
  out.push_back({second, w.money.isWhole() ? Ink::Ink : Ink::Mind});
  out.push_back({workWords(plan), Ink::Soft});
  if (!w.beatenBy.empty()) out.push_back({"no better in anything than " + w.beatenBy.front(), Ink::Soft});
  return out;
}

std::size_t columnsIn(double width) {
  return static_cast<std::size_t>(std::max(1.0, std::floor((width + cardGap) / (cardWidth + cardGap))));
}

}  // namespace

std::string_view wayAxisName(WayAxis axis) {
  static constexpr std::array<std::string_view, 6> names{"money", "Wh gained", "range", "mass", "hours of work", "years"};
  return names[static_cast<std::size_t>(axis)];
}

Drawing waysPicture(const WaysShown& s, WayAxis x, WayAxis y, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  const Known<double> xLine = lineOf(s, x), yLine = lineOf(s, y);
  const Span across = spanOf(s, x, xLine), up = spanOf(s, y, yLine);
  const Plot plot{{54, 22}, {size.width - 14, size.height - 40}, across.from, across.to, up.from, up.to};
  plot.frame(pen);
  plot.yGrid(pen, 5);
  plot.xTicks(pen, 7, "");
  pen.text({plot.topLeft.x, 14}, "up: " + unitOf(y, s.root, s.units), Face::Small, Ink::Soft);
  pen.text({plot.bottomRight.x, size.height - 6}, "right: " + unitOf(x, s.root, s.units), Face::Small, Ink::Soft, Anchor::End);
  Labels labels(plot);
  if (xLine) {
    const double at = plot.x(*xLine);
    pen.line({{at, plot.topLeft.y}, {at, plot.bottomRight.y}}, Ink::Note, 1.5, Pattern::Dashed);
    labels.put(pen, {at, plot.topLeft.y + 12}, 0, "budget " + formatNumber(*xLine, 4), Ink::Note);
    labels.block({at - 2, plot.topLeft.y}, {at + 2, plot.bottomRight.y});
  }
  if (yLine) {
    const double at = plot.y(*yLine);
    pen.line({{plot.topLeft.x, at}, {plot.bottomRight.x, at}}, Ink::Copper, 1.5, Pattern::Dashed);
    labels.put(pen, {plot.bottomRight.x - 60, at - 8}, 0, "goal " + formatNumber(*yLine, 4), Ink::Copper);
    labels.block({plot.topLeft.x, at - 2}, {plot.bottomRight.x, at + 2});
  }
  double heaviest = 0.1;
  for (const WayFigures& w : s.ways.all()) heaviest = std::max(heaviest, w.mass.value_or(Kilogram(0)).value());
  struct Dot {
    const WayFigures* way;
    Point at;
    double radius;
  };
  std::vector<Dot> dots;
  std::string notShown;
  for (const WayFigures& w : s.ways.all()) {
    const auto vx = valueOf(w, x, s.units), vy = valueOf(w, y, s.units);
    if (!vx || !vy) {
      notShown += (notShown.empty() ? "" : ", ") + wayName(w.id);
      continue;
    }
    const double share = w.mass ? std::sqrt(w.mass->value() / heaviest) : 0.5;
    dots.push_back({&w, {plot.x(*vx), plot.y(*vy)}, dotLeast + (dotMost - dotLeast) * share});
    labels.block({dots.back().at.x - dots.back().radius, dots.back().at.y - dots.back().radius},
                 {dots.back().at.x + dots.back().radius, dots.back().at.y + dots.back().radius});
    if (y == WayAxis::Range && w.cautious) {
      const double scale = scaleOf(y, s.units), middle = dots.back().at.x;
      const double top = std::max(plot.y(w.hopeful->value() / scale), plot.topLeft.y), foot = plot.y(w.cautious->value() / scale);
      pen.line({{middle, top}, {middle, foot}}, Ink::Deep, 2);
      labels.block({middle - 2, top}, {middle + 2, foot});
    }
  }
  for (const Dot& dot : dots) {
    const WayFigures& w = *dot.way;
    const bool chosen = w.id == s.chosen, beaten = !w.beatenBy.empty();
    Shape& circle = pen.circle(dot.at, dot.radius,
                               chosen   ? Ink::Water
                               : beaten ? Ink::Bank
                                        : Ink::Card,
                               beaten ? Ink::BankLine : Ink::Deep);
    circle.part = "way/" + w.id;
    circle.tip = tipOf(w, s, x, y);
    d.description += circle.tip + ". ";
    if (worst(w) != Severity::Note) labels.mark(pen, dot.at, dot.radius, worst(w));
  }
  for (const Dot& dot : dots) labels.put(pen, dot.at, dot.radius, wayName(dot.way->id), dot.way->beatenBy.empty() ? Ink::Ink : Ink::Soft);
  if (!notShown.empty())
    pen.text({plot.topLeft.x, size.height - 6}, elided("not drawn, for want of a figure: " + notShown, Face::Small, size.width * 0.62),
             Face::Small, Ink::Mind);
  return d;
}

double wayCardsHeight(const WaysShown& s, double width) {
  const std::size_t columns = columnsIn(width - 4);
  const std::size_t rows = (s.ways.all().size() + columns - 1) / columns;
  return static_cast<double>(rows) * (cardHeight + cardGap) + 2;
}

Drawing wayCards(const WaysShown& s, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  const std::size_t columns = columnsIn(size.width - 4);
  const double wide = (size.width - 4 - cardGap * static_cast<double>(columns - 1)) / static_cast<double>(columns);
  for (std::size_t i = 0; i < s.ways.all().size(); ++i) {
    const WayFigures& w = s.ways.all()[i];
    const std::size_t row = i / columns;
    const Point at{2 + (wide + cardGap) * static_cast<double>(i % columns), 2 + (cardHeight + cardGap) * static_cast<double>(row)};
    const bool chosen = w.id == s.chosen;
    Shape& frame =
        pen.rectangle(at, {at.x + wide, at.y + cardHeight}, chosen ? Ink::Shoal : Ink::Card, chosen ? Ink::Deep : Ink::BankLine, 3);
    frame.part = "way/" + w.id;
    const Option* option = findOption(s.root, w.id);
    const Plan& plan = option ? *option->plan : s.root;
    const double room = wide - 22;
    const double title = worst(w) == Severity::Note ? room : room - 18;
    pen.text({at.x + 11, at.y + 22}, elided(wayName(w.id), Face::Label, title), Face::Label, Ink::Ink);
    if (worst(w) != Severity::Note) pen.severity({at.x + wide - 16, at.y + 17}, static_cast<int>(worst(w)));
    double y = at.y + 42;
    std::string said = wayName(w.id);
    for (const Line& line : linesOf(w, plan, s)) {
      pen.text({at.x + 11, y}, elided(line.words, Face::Small, room), Face::Small, line.ink);
      said += ", " + line.words;
      y += 18;
    }
    if (w.id == s.open) pen.text({at.x + wide - 11, at.y + cardHeight - 10}, "open", Face::Small, Ink::Deep, Anchor::End);
    frame.tip = said;
    d.description += said + ". ";
  }
  return d;
}

Drawing waysGlance(const Subject& subject) {
  const WaysForward ways(subject.plan, Given(shippedCatalogue()));
  const WaysShown shown{ways, subject.plan, {}, {}, subject.units};
  return waysPicture(shown, WayAxis::Money, WayAxis::Gained, {640, 360});
}

}  // namespace usherwright::drawing
