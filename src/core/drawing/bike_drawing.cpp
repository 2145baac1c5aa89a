// Station Bike: the bike from the side, packs at their places, leads with their lengths.
#include <fmt/format.h>

#include <algorithm>
#include <array>

#include "core/drawing/drawings.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

/// A mounting place: words that name it, and where it sits on a frame of 100 × 60 units.
struct MountPlace {
  std::string_view word;
  Point at;
};
constexpr std::array places{MountPlace{"down tube", {67, 34}},      MountPlace{"triangle", {62, 26}},   MountPlace{"under deck", {27, 33}},
                            MountPlace{"under the deck", {27, 33}}, MountPlace{"rack", {20, 18}},       MountPlace{"seat tube", {47, 30}},
                            MountPlace{"front", {88, 20}},          MountPlace{"bag on seat", {42, 14}}};

Point placeOf(const std::string& mount, std::size_t index) {
  for (const MountPlace& p : places)
    if (mount.find(p.word) != std::string::npos) return p.at;
  static constexpr std::array<Point, 3> spare{Point{67, 34}, Point{27, 33}, Point{47, 30}};
  return spare[index % spare.size()];
}

constexpr Point controllerAt{50, 40};

class SideView {
 public:
  SideView(const Subject& s, Size size) : s_(s), pen_(d_) {
    d_.width = size.width;
    d_.height = size.height;
    scale_ = std::min((size.width - 20) / 104, (size.height - 24) / 62);
    left_ = (size.width - 104 * scale_) / 2;
    top_ = (size.height - 24 - 62 * scale_) / 2 + 4;
  }

  Drawing make() {
    frame();
    const auto& packs = s_.plan.packs;
    std::vector<Point> used;
    for (std::size_t k = 0; k < packs.size(); ++k) {
      Point at = placeOf(packs[k].mount, k);
      while (std::any_of(used.begin(), used.end(), [&](Point u) { return std::abs(u.x - at.x) < 14 && std::abs(u.y - at.y) < 8; }))
        at.y -= 9;
      used.push_back(at);
      lead(k, at);
    }
    Shape& controller = pen_.rectangle(map({controllerAt.x - 4, controllerAt.y - 3}), map({controllerAt.x + 4, controllerAt.y + 3}),
                                       Ink::Card, Ink::Ink, 3);
    controller.part = "controller";
    controller.tip = "controller";
    pen_.text(map({controllerAt.x, controllerAt.y + 0.9}), "ctrl", Face::Small, Ink::Ink, Anchor::Middle);
    for (std::size_t k = 0; k < packs.size(); ++k) pack(k, used[k]);
    d_.description = fmt::format("The bike from the side with {} packs.", packs.size());
    return std::move(d_);
  }

 private:
  Point map(Point p) const { return {left_ + p.x * scale_, top_ + p.y * scale_}; }

  void tube(Point a, Point b, double width = 5) { pen_.line({map(a), map(b)}, Ink::Soft, width); }

  void frame() {
    for (Point hub : {Point{16, 46}, Point{88, 46}}) {
      pen_.circle(map(hub), 14 * scale_, Ink::None, Ink::Ink).width = 3;
      pen_.circle(map(hub), 1.2 * scale_, Ink::Soft);
    }
    pen_.line({map({0, 60.4}), map({104, 60.4})}, Ink::BankLine, 1.5);
    tube({16, 46}, {54, 44});
    tube({16, 46}, {10, 25});
    tube({10, 25}, {46, 25}, 4);
    pen_.rectangle(map({8, 21}), map({44, 25}), Ink::Bank, Ink::Soft, 2);
    tube({54, 44}, {46, 14});
    tube({49, 22}, {80, 17});
    tube({54, 44}, {80, 19});
    tube({78, 10}, {88, 46});
    tube({42, 13}, {50, 13}, 7);
    tube({75, 9}, {83, 11}, 4);
  }

  void lead(std::size_t k, Point at) {
    const Run* run = s_.plan.leadOf(s_.plan.packs[k].id);
    if (!run) return;
    const double elbowX = at.x < controllerAt.x ? std::max(at.x + 4, 40.0) : 56;
    const std::vector<Point> route{map(at), map({elbowX, at.y + 3}), map(controllerAt)};
    Shape& line = pen_.line(route, Ink::Copper, 2.5, Pattern::Dashed);
    line.part = s_.plan.packs[k].id + "/lead";
    const std::string length = formatQuantity(run->lengthPlus.value(), Kind::Length, s_.units, 2);
    line.tip = fmt::format("lead of {}: {} plus, {} minus", s_.plan.packs[k].name, length,
                           formatQuantity(run->lengthMinus.value(), Kind::Length, s_.units, 2));
    const Point middle = map({(elbowX + at.x) / 2, at.y + 1.5});
    pen_.text({middle.x + (at.x < controllerAt.x ? 6 : -4), middle.y + 20}, length, Face::SmallFigure, Ink::Copper, Anchor::Middle);
  }

  void pack(std::size_t k, Point at) {
    const PackModel& m = s_.assessment.figures.packs[k].model;
    const Point c = map(at);
    Shape& dot = pen_.circle(c, 13, Ink::Deep, Ink::Card);
    dot.part = "pack/" + m.id;
    dot.tip = fmt::format("{}: {}S{}P, {} Wh", m.name, m.series, m.parallel, formatNumber(m.label.value()));
    pen_.text({c.x, c.y + 5}, std::to_string(k + 1), Face::Label, Ink::OnDeep, Anchor::Middle);
    tag(k, c);
  }

  /// Name and layout in an upper corner, with a leader to the place: clear of wheels and tubes.
  void tag(std::size_t k, Point place) {
    const PackModel& m = s_.assessment.figures.packs[k].model;
    const bool left = place.x < map(controllerAt).x;
    const double width = 150, height = 38;
    int& row = left ? leftTags_ : rightTags_;
    const Point corner{left ? 4.0 : d_.width - width - 4, 6 + (height + 8) * row++};
    pen_.line({{left ? corner.x + width : corner.x, corner.y + height / 2}, {place.x + (left ? -8 : 8), place.y - 11}}, Ink::Soft, 1,
              Pattern::Dotted);
    Shape& box = pen_.rectangle(corner, {corner.x + width, corner.y + height}, Ink::Card, Ink::BankLine, 4);
    box.part = "pack/" + m.id;
    pen_.text({corner.x + 10, corner.y + 16}, elided(std::to_string(k + 1) + "  " + m.name, Face::Label, width - 16), Face::Label,
              Ink::Ink);
    pen_.text({corner.x + 10, corner.y + 32}, fmt::format("{}S{}P  {} Wh", m.series, m.parallel, formatNumber(m.label.value())),
              Face::SmallFigure, Ink::Soft);
  }

  const Subject& s_;
  Drawing d_;
  Pen pen_;
  double scale_ = 1, left_ = 0, top_ = 0;
  int leftTags_ = 0, rightTags_ = 0;
};

}  // namespace

Drawing bikeSide(const Subject& subject, Size size) { return SideView(subject, size).make(); }

}  // namespace usherwright::drawing
