// Station Charging: the night's timeline and its list of what to do.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/drawing/charging/charging_drawings.h"
#include "core/plan/names.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

constexpr double names = 128, band = 26, foot = 26, right = 20, gap = 14, bar = 14, head = 22;

struct Frame {
  double left, width, top, bottom, begins, length;
  std::size_t rows;

  Frame(const Tonight& t, Size size)
      : left(names),
        width(std::max(60.0, size.width - names - right)),
        top(band + 10),
        bottom(size.height - foot),
        begins(t.night.begins.value()),
        length(t.night.length.value()),
        rows(std::max<std::size_t>(1, t.packs.size())) {}

  double x(Minute at) const { return left + std::clamp((at.value() - begins) / length, 0.0, 1.0) * width; }
  double high() const { return (bottom - top) / static_cast<double>(rows); }
  double rowTop(std::size_t k) const { return top + high() * static_cast<double>(k); }
  double base(std::size_t k) const { return rowTop(k) + high() - gap; }
  double y(std::size_t k, StateOfCharge charge) const { return base(k) - charge.value() * (high() - gap - head); }
};

std::string percentOf(StateOfCharge s) { return formatNumber(s.value() * 100, 3) + " %"; }

class Timeline {
 public:
  Timeline(const Subject& s, const Tonight& t, Size size) : s_(s), t_(t), f_(t, size), pen_(d_) {
    d_.width = size.width;
    d_.height = size.height;
  }

  Drawing draw() {
    if (t_.packs.empty()) return std::move(d_);
    hours();
    axis();
    for (std::size_t k = 0; k < t_.packs.size(); ++k) row(k);
    ready();
    return std::move(d_);
  }

 private:
  void hours() {
    const auto& there = s_.plan.charging.there;
    pen_.text({8, band - 8}, "somebody there", Face::Small, Ink::Soft);
    pen_.rectangle({f_.left, 4}, {f_.left + f_.width, band}, Ink::Card, Ink::BankLine);
    for (std::size_t i = 0; i < there.size(); ++i) {
      if (!there[i].from || !there[i].to) continue;
      const double from = there[i].from->value(), to = there[i].to->value() + (*there[i].to <= *there[i].from ? 1440 : 0);
      for (const int day : {-1440, 0, 1440}) span(i, from + day, to + day);
    }
  }

  void span(std::size_t i, double from, double to) {
    const double end = f_.begins + f_.length;
    if (to <= f_.begins || from >= end) return;
    const PresentHours& h = s_.plan.charging.there[i];
    const double a = f_.x(Minute(from)), b = f_.x(Minute(to));
    const std::string can = !h.presence                         ? "what they can do is not known yet"
                            : *h.presence == Presence::Both     ? "plugs and watches"
                            : *h.presence == Presence::Watching ? "watches"
                                                                : "plugs";
    pen_.rectangle({a, 4}, {b, band}, h.presence ? Ink::Shoal : Ink::None, Ink::Deep);
    pen_.text({a + 6, band - 7}, elided(can, Face::Small, b - a - 12), Face::Small, h.presence ? Ink::Ink : Ink::Mind);
    const auto edge = [&](double at, double x, const char* key) {
      if (at <= f_.begins || at >= end) return;
      Shape& grip = pen_.rectangle({x - 3, 2}, {x + 3, band + 2}, Ink::Deep, Ink::None, 2);
      grip.part = fmt::format("hours/{}/{}", i, key);
      grip.tip = fmt::format("somebody there {} {}", key == std::string("from") ? "from" : "until", formatClock(at));
    };
    edge(from, a, "from");
    edge(to, b, "to");
  }

  void axis() {
    const double end = f_.begins + f_.length;
    const int step = f_.length > 600 ? 120 : f_.length > 240 ? 60 : 30;
    for (double m = std::ceil(f_.begins / step) * step; m <= end + 0.5; m += step) {
      const double x = f_.x(Minute(m));
      pen_.line({{x, f_.top}, {x, f_.bottom}}, Ink::BankLine, 1, Pattern::Dotted);
      pen_.text({x, f_.bottom + 17}, formatClock(m), Face::SmallFigure, Ink::Soft, Anchor::Middle);
    }
  }

  void row(std::size_t k) {
    const TonightPack& p = t_.packs[k];
    const std::string name = s_.assessment.figures.packs[k].model.name;
    const double high = f_.base(k), low = f_.rowTop(k);
    pen_.line({{f_.left, high}, {f_.left + f_.width, high}}, Ink::BankLine, 1);
    pen_.text({8, low + 24}, elided(name, Face::Title, names - 16), Face::Title);
    pen_.text({8, low + 43}, fmt::format("{} → {}", percentOf(p.now), percentOf(p.target)), Face::SmallFigure, Ink::Soft);
    d_.description += fmt::format("{}: {} to {}. ", name, percentOf(p.now), percentOf(p.target));
    curve(k);
    if (p.waits.value() > 0) {
      const double until = f_.x(t_.night.begins + p.waits);
      Shape& rest = pen_.rectangle({f_.left, high - bar}, {until, high}, Ink::Bank, Ink::BankLine);
      rest.pattern = Pattern::Hatched;
      rest.part = fmt::format("rest/{}", k);
      rest.tip = "rests until " + formatClock((t_.night.begins + p.waits).value()) + ": " + p.because;
      const std::string words = "until " + formatClock((t_.night.begins + p.waits).value()) + ": " + p.because;
      pen_.text({f_.left + 6, low + 9}, elided(words, Face::Small, f_.width - 12), Face::Small, Ink::Mind);
    }
    if (!p.refused.empty()) {
      const double x = f_.left + 12;
      pen_.severity({x, low + 20}, 1);
      double line = low + 24;
      for (const std::string& words : inLines(p.refused, Face::Small, f_.width - 40, 2)) {
        pen_.text({x + 14, line}, words, Face::Small, Ink::Mind);
        line += 15;
      }
      d_.description += p.refused + ". ";
    } else if (p.target - p.now <= StateOfCharge(0.005)) {
      pen_.text({f_.left + 12, low + 24}, "stands at its target already", Face::Small, Ink::Soft);
    }
    target(k);
  }

  void curve(std::size_t k) {
    const TonightPack& p = t_.packs[k];
    std::vector<Point> line{{f_.x(t_.night.begins), f_.y(k, p.now)}};
    for (const TonightStint& s : t_.stints) {
      if (s.pack != k) continue;
      line.push_back({f_.x(s.plug), line.back().y});
      for (const ChargePoint& c : s.run.points) {
        const Point at{f_.x(s.plug + Minute(c.time)), f_.y(k, c.soc)};
        if (at.x - line.back().x >= 1 || &c == &s.run.points.back()) line.push_back(at);
      }
    }
    line.push_back({f_.x(t_.night.ready), line.back().y});
    std::vector<Point> area = line;
    area.push_back({line.back().x, f_.base(k)});
    area.push_back({line.front().x, f_.base(k)});
    pen_.polygon(std::move(area), Ink::Shoal);
    pen_.line(std::move(line), packInk(k), 2, packPattern(k));
    for (const TonightStint& s : t_.stints)
      if (s.pack == k) stint(s);
  }

  void stint(const TonightStint& s) {
    const std::size_t k = s.pack;
    const double a = f_.x(s.plug), b = std::max(a + 3, f_.x(s.done)), base = f_.base(k);
    const std::string charger = shownName(s_.plan.chargers[s.charger]);
    Shape& block = pen_.rectangle({a, base - bar}, {b, base}, packInk(k), Ink::None, 3);
    block.part = fmt::format("charge/{}/{}", s.charger, k);
    block.tip = fmt::format("{} on {} from {} to {}", charger, s_.assessment.figures.packs[k].model.name, formatClock(s.plug.value()),
                            formatClock(s.done.value()));
    d_.description += block.tip + ". ";
    const std::string words = fmt::format("{}, {} A", charger, formatNumber(s.run.input().current.value()));
    const double room = b - a - 12, wide = textWidth(words, Face::Small);
    if (wide <= room) pen_.text({a + 6, base - 3}, words, Face::Small, Ink::OnDeep);
    else if (b + 8 + wide < f_.left + f_.width) pen_.text({b + 6, base - 3}, words, Face::Small, Ink::Ink);
    else pen_.text({a - 6, base - 3}, words, Face::Small, Ink::Ink, Anchor::End);
  }

  void target(std::size_t k) {
    const TonightPack& p = t_.packs[k];
    double at = f_.left + f_.width - 30;
    for (const TonightStint& s : t_.stints)
      if (s.pack == k && s.last) at = f_.x(s.done);
    Shape& grip = pen_.circle({at, f_.y(k, p.target)}, 6, Ink::Card, Ink::Deep);
    grip.width = 2;
    grip.part = fmt::format("target/{}", k);
    grip.tip = fmt::format("target of {}: {}", s_.assessment.figures.packs[k].model.name, percentOf(p.target));
  }

  void ready() {
    const double x = f_.x(t_.night.ready);
    Shape& line = pen_.line({{x, band + 4}, {x, f_.bottom}}, Ink::Stop, 2);
    line.part = "ready";
    line.tip = "ready by " + formatClock(t_.night.ready.value());
    d_.description += line.tip + ". ";
  }

  const Subject& s_;
  const Tonight& t_;
  Frame f_;
  Drawing d_;
  Pen pen_;
};

constexpr double lineHigh = 21, noteHigh = 17;

}  // namespace

Drawing tonightTimeline(const Subject& subject, const Tonight& tonight, Size size) { return Timeline(subject, tonight, size).draw(); }

double tonightMinutes(const Tonight& tonight, Size size, double x) {
  const Frame f(tonight, size);
  return f.begins + (x - f.left) / f.width * f.length;
}

double tonightCharge(const Tonight& tonight, Size size, std::size_t pack, double y) {
  const Frame f(tonight, size);
  return (f.base(pack) - y) / (f.high() - gap - head);
}

double tonightListHeight(const Tonight& tonight) {
  double out = 8 + (tonight.trouble.empty() ? 0 : 2 * noteHigh);
  for (const TonightStep& s : tonight.steps) out += lineHigh + (s.missed.empty() ? 0 : noteHigh);
  return out + lineHigh;
}

Drawing tonightList(const Tonight& tonight, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  double y = 16;
  if (!tonight.trouble.empty()) {
    pen.severity({14, y - 4}, 1);
    y += paragraph(pen, {28, y}, size.width - 36, tonight.trouble, Face::Label, Ink::Mind, 2) + 4;
    d.description += tonight.trouble + " ";
  }
  for (const TonightStep& s : tonight.steps) {
    pen.text({8, y}, formatClock(s.at.value()), Face::Figure, Ink::Ink);
    pen.text({72, y}, elided(s.words, Face::Label, size.width - 80), Face::Label, Ink::Ink);
    d.description += fmt::format("{} {}. ", formatClock(s.at.value()), s.words);
    if (!s.missed.empty()) {
      y += noteHigh;
      pen.text({72, y}, elided("missed: " + s.missed, Face::Small, size.width - 80), Face::Small, Ink::Soft);
      d.description += "If missed: " + s.missed + ". ";
    }
    y += lineHigh;
  }
  return d;
}

}  // namespace usherwright::drawing
