// The channel: banks as wide as each rating, water as wide as what flows, the narrows pinched and named.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/drawing/subject.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

constexpr double leftMargin = 104;
constexpr double rightMargin = 110;
constexpr double widestOverPeak = 1.9;  // banks beyond this are drawn as wide as this

/// Half-widths along x, eased between stations.
struct Stop {
  double x = 0, half = 0;
};

double eased(double t) { return t * t * (3 - 2 * t); }

double halfAt(const std::vector<Stop>& stops, double x) {
  if (x <= stops.front().x) return stops.front().half;
  for (std::size_t i = 1; i < stops.size(); ++i) {
    if (x > stops[i].x) continue;
    const double t = (x - stops[i - 1].x) / (stops[i].x - stops[i - 1].x);
    return stops[i - 1].half + (stops[i].half - stops[i - 1].half) * eased(t);
  }
  return stops.back().half;
}

/// A band around a centre line that may bend from one height to another between two places.
struct Course {
  double from = 0, to = 0;          // x
  double bendFrom = 0, bendTo = 0;  // x where the centre moves
  double yFrom = 0, yTo = 0;
  double centre(double x) const {
    if (x <= bendFrom) return yFrom;
    if (x >= bendTo) return yTo;
    return yFrom + (yTo - yFrom) * eased((x - bendFrom) / (bendTo - bendFrom));
  }
};

std::vector<Point> band(const Course& course, const std::vector<Stop>& stops, double extra) {
  std::vector<Point> top;
  std::vector<Point> bottom;
  for (double x = course.from; x <= course.to + 0.5; x += 6) {
    const double at = std::min(x, course.to);
    const double half = halfAt(stops, at) + extra;
    top.push_back({at, course.centre(at) - half});
    bottom.push_back({at, course.centre(at) + half});
  }
  top.insert(top.end(), bottom.rbegin(), bottom.rend());
  return top;
}

std::string shortName(ElementKind kind) {
  switch (kind) {
    case ElementKind::Cells: return "cells";
    case ElementKind::Bms: return "BMS";
    case ElementKind::Fuse: return "fuse";
    case ElementKind::Plug: return "plug";
    case ElementKind::Lead: return "lead";
    case ElementKind::JoinerInput: return "input";
    case ElementKind::JoinerTotal: return "joiner";
    case ElementKind::MainLead: return "main lead";
    case ElementKind::MainPlug: return "plug";
  }
  return "";
}

std::string tipOf(const Element& e) {
  std::string tip = e.name + ": ";
  tip += e.counted() ? formatNumber(e.counted()->value()) + " A" : "rating not known yet";
  if (const auto h = e.headroomAtPeak())
    tip += fmt::format(", {}{} % at the {} A peak", *h >= 0 ? "+" : "", formatNumber(*h * 100, 2), formatNumber(e.peak->value()));
  return tip;
}

class ChannelMaker {
 public:
  ChannelMaker(const Subject& s, Size size) : f_(s.assessment.figures), size_(size), pen_(d_) {
    d_.width = size.width;
    d_.height = size.height;
  }

  Drawing make() {
    pen_.rectangle({0, 0}, {size_.width, size_.height}, Ink::Bank);
    if (f_.packs.empty()) {
      pen_.text({size_.width / 2, size_.height / 2 + 5}, "No pack yet: the channel is dry. Add a pack at station Pack (Ctrl+3).",
                Face::Title, Ink::Ink, Anchor::Middle);
      d_.description = "The channel is empty: no pack yet.";
      return std::move(d_);
    }
    peak_ = f_.demand.peak ? f_.demand.peak->value() : 0;
    sustained_ = f_.demand.sustained ? f_.demand.sustained->value() : 0;
    layout();
    for (std::size_t k = 0; k < f_.packs.size(); ++k) arm(k);
    trunk();
    callOut();
    describe();
    return std::move(d_);
  }

 private:
  void layout() {
    const double n = static_cast<double>(f_.packs.size());
    // Room above for the narrows' name, below for the names of the places.
    top_ = 18;
    bottom_ = size_.height - 18;
    armHeight_ = (bottom_ - top_) / n;
    jointX_ = leftMargin + (size_.width - leftMargin - rightMargin) * 0.54;
    endX_ = size_.width - rightMargin;
    const double widest = std::max(peak_ * widestOverPeak, 20.0);
    scale_ = std::min(armHeight_ * 0.86 / widest, (bottom_ - top_) * 0.8 / widest);
    cap_ = widest;
  }

  double half(double amps) const { return std::min(amps, cap_) * scale_ / 2; }

  double armY(std::size_t k) const { return top_ + armHeight_ * (static_cast<double>(k) + 0.5); }

  std::vector<const Element*> of(int pack) const {
    std::vector<const Element*> out;
    for (const Element& e : f_.elements)
      if (e.pack == pack) out.push_back(&e);
    return out;
  }

  void water(const Course& course, const std::vector<Stop>& banks, double peak, double sustained) {
    pen_.polygon(band(course, banks, 0), Ink::Card, Ink::Soft, 1);
    if (peak > 0) pen_.polygon(band(course, {{0, half(peak)}, {1e5, half(peak)}}, 0), Ink::Shoal);
    if (sustained > 0) pen_.polygon(band(course, {{0, half(sustained)}, {1e5, half(sustained)}}, 0), Ink::Water);
  }

  /// One stretch with its elements spread evenly from x0 to x1.
  void stretch(const Course& course, const std::vector<const Element*>& elements, double x0, double x1, double labelY) {
    std::vector<Stop> banks;
    std::vector<double> places;
    for (std::size_t i = 0; i < elements.size(); ++i) {
      const double x =
          elements.size() == 1 ? (x0 + x1) / 2 : x0 + (x1 - x0) * static_cast<double>(i) / static_cast<double>(elements.size() - 1);
      places.push_back(x);
      const Known<Ampere> rating = elements[i]->counted();
      banks.push_back({x, rating ? half(rating->value()) : half(std::max(peak_, 10.0))});
    }
    double flow = peak_, steady = sustained_;
    if (!elements.empty() && elements.front()->peak) flow = elements.front()->peak->value();
    if (!elements.empty() && elements.front()->sustained) steady = elements.front()->sustained->value();
    water(course, banks, flow, steady);
    for (std::size_t i = 0; i < elements.size(); ++i)
      place(*elements[i], {places[i], course.centre(places[i])}, banks[i].half, labelY, i == 0 ? 0 : (places[i] - places[i - 1]) / 2);
  }

  void place(const Element& e, Point at, double halfWidth, double labelY, double reach) {
    Shape& zone = pen_.rectangle({at.x - std::max(reach, 24.0), at.y - std::max(halfWidth, 10.0) - 2},
                                 {at.x + std::max(reach, 24.0), at.y + std::max(halfWidth, 10.0) + 2}, Ink::None);
    zone.part = e.id;
    zone.tip = tipOf(e);
    const bool known = e.counted().has_value();
    if (!known) pen_.line({{at.x, at.y - halfWidth}, {at.x, at.y + halfWidth}}, Ink::Copper, 2, Pattern::Dotted);
    const bool onWater = sustained_ * scale_ >= 10;
    const std::string sounding = known ? formatNumber(e.counted()->value()) : "?";
    if (!onWater) {
      const double half = textWidth(sounding, Face::SmallFigure) / 2 + 3;
      pen_.rectangle({at.x - half, at.y - 7}, {at.x + half, at.y + 7}, Ink::Card, Ink::None, 3);
    }
    pen_.text({at.x, at.y + 4.5}, sounding, Face::SmallFigure, onWater ? Ink::OnDeep : Ink::Ink, Anchor::Middle);
    if (labelY > 0) pen_.text({at.x, labelY}, shortName(e.kind), Face::Small, Ink::Ink, Anchor::Middle);
    if (&e == f_.tightest()) {
      narrowsAt_ = at;
      narrowsHalf_ = halfWidth;
    }
  }

  void arm(std::size_t k) {
    const double spread = std::min(armHeight_ * 0.28, half(peak_));
    const double n = static_cast<double>(f_.packs.size());
    const double middle = (top_ + bottom_) / 2 + (static_cast<double>(k) - (n - 1) / 2) * spread / std::max(1.0, n - 1) * 1.2;
    Course course{leftMargin, jointX_, jointX_ - 96, jointX_ - 6, armY(k), f_.packs.size() == 1 ? armY(k) : middle};
    const bool last = k + 1 == f_.packs.size();
    stretch(course, of(static_cast<int>(k)), leftMargin + 26, jointX_ - 100, last ? size_.height - 4 : 0);
    const std::size_t most = armHeight_ > 40 ? 2 : 1;
    const auto lines = inLines(f_.packs[k].model.name, Face::Small, leftMargin - 16, most);
    double y = armY(k) + 5 - 8 * static_cast<double>(lines.size() - 1);
    for (const std::string& line : lines) {
      pen_.text({10, y}, line, Face::Small, Ink::Ink).part = "pack/" + f_.packs[k].model.id;
      y += 16;
    }
  }

  void trunk() {
    const double y = (top_ + bottom_) / 2;
    Course course{jointX_, endX_, 0, 1, y, y};
    stretch(course, of(-1), jointX_ + 30, endX_ - 150, size_.height - 4);
    pen_.line({{jointX_, y - half(cap_) * 0.9}, {jointX_, y + half(cap_) * 0.9}}, Ink::Ink, 1.5);
    Shape& controller = pen_.rectangle({endX_ - 84, y - 20}, {endX_, y + 20}, Ink::Deep, Ink::None, 3);
    controller.part = "controller";
    controller.tip = peak_ > 0 ? fmt::format("controller: draws up to {} A", formatNumber(peak_)) : "controller: limit not known yet";
    pen_.text({endX_ - 42, y - 2}, "controller", Face::Small, Ink::OnDeep, Anchor::Middle);
    pen_.text({endX_ - 42, y + 13}, peak_ > 0 ? formatNumber(peak_) + " A" : "? A", Face::SmallFigure, Ink::OnDeep, Anchor::Middle);
    const double x = size_.width - 10;
    pen_.text({x, 20}, peak_ > 0 ? formatNumber(peak_) + " A peak" : "peak ?", Face::Figure, Ink::Ink, Anchor::End);
    pen_.text({x, 37}, sustained_ > 0 ? formatNumber(sustained_, 2) + " A long" : "long ?", Face::Figure, Ink::Ink, Anchor::End);
    pen_.text({x, size_.height - 4}, f_.demand.sustainedAssumed ? "long: assumed" : "long: worst 10 min", Face::Small, Ink::Ink,
              Anchor::End);
  }

  /// A rating on the way is not known: the narrows may be elsewhere. Of the cells of a box nobody asks.
  bool isOpen() const {
    return std::any_of(f_.elements.begin(), f_.elements.end(), [&](const Element& e) {
      const bool box = e.kind == ElementKind::Cells && f_.packs[static_cast<std::size_t>(e.pack)].model.box;
      return !e.counted() && !box;
    });
  }

  void callOut() {
    if (!f_.tightest()) return;
    const Element& e = *f_.tightest();
    const double headroom = *e.headroomAtPeak();
    const bool below = headroom < 0;
    const Ink ink = below ? Ink::Stop : headroom < 0.10 ? Ink::Mind : Ink::Deep;
    for (double side : {-1.0, 1.0})
      for (int i = -2; i <= 2; ++i) {
        const double x = narrowsAt_.x + i * 6;
        const double y = narrowsAt_.y + side * (narrowsHalf_ + 1);
        pen_.line({{x - 3, y + side * 7}, {x + 3, y}}, ink, 1.6);
      }
    const std::string words =
        fmt::format("{}: {}, {} A, {}{} %", isOpen() ? "narrows of what is known" : "narrows", e.name, formatNumber(e.counted()->value()),
                    headroom >= 0 ? "+" : "−", formatNumber(std::abs(headroom) * 100, std::abs(headroom) < 0.1 ? 1 : 2));
    const double w = textWidth(words, Face::Small) + 14;
    const double x = std::clamp(narrowsAt_.x + 22, 4.0, std::max(4.0, size_.width - w - 120));
    Shape& box = pen_.rectangle({x, 1}, {x + w, 19}, Ink::Card, ink, 3);
    box.part = e.id;
    box.tip = tipOf(e);
    pen_.text({x + 7, 14.5}, words, Face::Small, ink);
    const Point foot{narrowsAt_.x, narrowsAt_.y - narrowsHalf_ - 4};
    if (x > narrowsAt_.x) pen_.line({{x, 10}, {narrowsAt_.x + 4, 10}, foot}, ink, 1);
    else pen_.line({{std::clamp(narrowsAt_.x, x + 6, x + w - 6), 19}, foot}, ink, 1);
    narrowsWords_ = words;
  }

  void describe() {
    d_.description = fmt::format("The channel. {} pack{}. Peak {} A, sustained {} A. {}", f_.packs.size(), f_.packs.size() == 1 ? "" : "s",
                                 formatNumber(peak_), formatNumber(sustained_), narrowsWords_);
  }

  const Figures& f_;
  Size size_;
  Drawing d_;
  Pen pen_;
  double peak_ = 0, sustained_ = 0, top_ = 0, bottom_ = 0, armHeight_ = 0, jointX_ = 0, endX_ = 0, scale_ = 1, cap_ = 1;
  Point narrowsAt_;
  double narrowsHalf_ = 0;
  std::string narrowsWords_;
};

}  // namespace

Drawing channel(const Subject& subject, Size size) { return ChannelMaker(subject, size).make(); }

}  // namespace usherwright::drawing
