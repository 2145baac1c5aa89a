// Four kinds of frame.
#include "core/frame/frame.h"

#include <algorithm>
#include <cmath>

namespace usherwright {
namespace {

constexpr double pi = 3.14159265358979;
constexpr double bends = 1.05;
constexpr double reach = 0.15;  // m, to get into the plug and the box
const Metre withoutPlace(0.5);

double degrees(FramePoint a, FramePoint b) { return std::atan2(b.y - a.y, b.x - a.x) * 180 / pi; }
FramePoint along(FramePoint a, FramePoint b, double share) { return {a.x + (b.x - a.x) * share, a.y + (b.y - a.y) * share}; }
FramePoint above(FramePoint p, double dy) { return {p.x, p.y + dy}; }
double distance(FramePoint a, FramePoint b) { return std::hypot(a.x - b.x, a.y - b.y); }

/// The corner points that every frame has.
struct Corners {
  FramePoint rear, front, bottom, seat, head, headLow, bar, saddle;
};

class FrameMaker {
 public:
  explicit FrameMaker(const Bike& bike) : kind_(bike.frame) {
    const FrameSizes usual = usualSizes(kind_);
    f_.wheelbase = bike.wheelbase.value_or(Millimetre(usual.wheelbase)).value();
    f_.wheelRadius = bike.wheel.value_or(Millimetre(usual.wheel)).value() / 2;
    seatTube_ = bike.seatTube.value_or(Millimetre(usual.seatTube)).value();
    downTube_ = bike.downTube.value_or(Millimetre(usual.downTube)).value();
  }

  FrameView make() {
    corners();
    tubes();
    places();
    return std::move(f_);
  }

 private:
  void corners() {
    const double r = f_.wheelRadius;
    const double smaller = kind_ == FrameKind::Cargo ? r * 0.85 : r;
    c_.rear = {0, smaller};
    c_.front = {f_.wheelbase, r};
    f_.axles = {c_.rear, c_.front};
    // The bottom bracket stands a chain stay before the rear axle; cargo frames put a deck between.
    const double behind = kind_ == FrameKind::Cargo ? f_.wheelbase - downTube_ * 0.78 - 230 : f_.wheelbase * 0.415;
    c_.bottom = {behind, 290};
    c_.seat = {c_.bottom.x - seatTube_ * 0.29, c_.bottom.y + seatTube_ * 0.957};
    c_.headLow = {f_.wheelbase - 130, std::min(c_.bottom.y + downTube_ * 0.62, r + 420)};
    c_.head = {c_.headLow.x - 45, c_.headLow.y + 150};
    c_.bar = {c_.head.x - 60, c_.head.y + 130};
    c_.saddle = {c_.seat.x - 55, std::max(c_.seat.y + 190, c_.bottom.y + 620)};
    f_.joint = {c_.bottom.x - 20, c_.bottom.y + 90};
    f_.controller = {c_.bottom.x + 40, c_.bottom.y + 250};
  }

  void tube(FramePoint a, FramePoint b, double width = 35) { f_.tubes.push_back({a, b, width}); }

  void tubes() {
    tube(c_.rear, c_.bottom, 22);
    tube(c_.bottom, c_.seat);
    tube(c_.seat, c_.saddle, 27);
    tube(c_.headLow, c_.head, 38);
    tube(c_.head, c_.bar, 26);
    tube(c_.headLow, c_.front, 30);
    switch (kind_) {
      case FrameKind::Diamond:
        tube(c_.rear, c_.seat, 18);
        tube(c_.bottom, c_.headLow, 44);
        tube(along(c_.bottom, c_.seat, 0.92), c_.head, 32);
        break;
      case FrameKind::StepThrough:
        tube(c_.rear, c_.seat, 18);
        tube(along(c_.bottom, c_.seat, 0.12), c_.headLow, 54);
        tube(c_.bottom, along(c_.bottom, c_.headLow, 0.5), 30);
        break;
      case FrameKind::Cargo:
        tube(c_.bottom, c_.headLow, 50);
        tube(along(c_.bottom, c_.seat, 0.75), c_.head, 34);
        tube(c_.rear, {c_.rear.x - 120, deckHeight()}, 22);
        tube({c_.rear.x - 300, deckHeight()}, {c_.seat.x + 20, deckHeight()}, 30);
        tube(along(c_.bottom, c_.seat, 0.1), along({c_.rear.x - 300, deckHeight()}, {c_.seat.x, deckHeight()}, 0.55), 28);
        break;
      case FrameKind::FullSuspension: {
        const FramePoint pivot = along(c_.bottom, c_.seat, 0.35);
        tube(c_.bottom, c_.headLow, 58);
        tube(along(c_.bottom, c_.seat, 0.9), c_.head, 36);
        tube(c_.rear, pivot, 24);
        tube(pivot, along(c_.seat, c_.head, 0.45), 20);
        break;
      }
    }
    if (kind_ != FrameKind::Cargo && kind_ != FrameKind::FullSuspension) {
      tube({c_.rear.x - 130, rackHeight()}, {c_.seat.x - 30, rackHeight()}, 14);
      tube(c_.rear, {c_.rear.x - 40, rackHeight()}, 10);
    }
  }

  double deckHeight() const { return c_.rear.y * 2 + 60; }
  double rackHeight() const { return c_.rear.y * 2 + 45; }

  void place(std::string_view word, FramePoint at, double angle, double length, double width, double height, std::vector<FramePoint> via) {
    std::vector<FramePoint> route{at};
    route.insert(route.end(), via.begin(), via.end());
    route.push_back(f_.joint);
    f_.places.push_back({word, at, angle, length, width, height, std::move(route)});
  }

  void places() {
    const FramePoint downMiddle = along(c_.bottom, c_.headLow, 0.55);
    const double lean = degrees(c_.bottom, c_.headLow);
    const FramePoint seatLow = along(c_.bottom, c_.seat, 0.15);
    const FramePoint seatHigh = along(c_.bottom, c_.seat, 0.85);
    const bool suspended = kind_ == FrameKind::FullSuspension;
    const double tubeRoom = distance(c_.bottom, c_.headLow) - 140;
    place("down tube", above(downMiddle, 62), lean, tubeRoom, 90, 100, {along(c_.bottom, c_.headLow, 0.12)});
    if (kind_ == FrameKind::Diamond || suspended) {
      const double share = suspended ? 0.45 : 0.62;
      const FramePoint centre{(c_.bottom.x + c_.seat.x + c_.headLow.x) / 3, (c_.bottom.y + c_.seat.y + c_.headLow.y) / 3 + 25};
      place("triangle", centre, lean * 0.6, tubeRoom * share, 75, seatTube_ * (suspended ? 0.30 : 0.42), {seatLow});
    }
    if (!suspended)
      place("behind the seat tube", {along(c_.bottom, c_.seat, 0.5).x - 75, along(c_.bottom, c_.seat, 0.5).y}, degrees(c_.bottom, c_.seat),
            seatTube_ * 0.75, 80, 70, {seatLow});
    if (kind_ == FrameKind::Cargo) {
      const FramePoint from{c_.rear.x - 300, deckHeight()};
      const FramePoint to{c_.seat.x + 20, deckHeight()};
      place("under deck", above(along(from, to, 0.62), -75), 0, distance(from, to) * 0.45, 180, 90,
            {above(along(from, to, 0.9), -75), seatLow});
      place("on deck", above(along(from, to, 0.4), 85), 0, distance(from, to) * 0.8, 250, 150,
            {above(along(from, to, 0.92), 10), seatHigh, seatLow});
    } else if (!suspended) {
      place("rack", {c_.rear.x + (c_.seat.x - c_.rear.x) * 0.35 - 30, rackHeight() + 45}, 0, 380, 120, 75,
            {{c_.seat.x - 40, rackHeight()}, seatHigh, seatLow});
    }
    place("front", {c_.bar.x + 150, c_.head.y + 20}, 0, 220, 200, 130, {c_.head, c_.headLow, along(c_.bottom, c_.headLow, 0.12)});
    place("bag on seat", {c_.saddle.x - 130, c_.saddle.y - 70}, 0, 220, 110, 120,
          {{c_.saddle.x - 10, c_.saddle.y - 70}, seatHigh, seatLow});
  }

  FrameKind kind_;
  double seatTube_ = 0, downTube_ = 0;
  Corners c_;
  FrameView f_;
};

Metre lengthOf(const std::vector<FramePoint>& route) {
  double mm = 0;
  for (std::size_t i = 1; i < route.size(); ++i) mm += distance(route[i - 1], route[i]);
  const double exact = mm / 1000 * bends + reach;
  return Metre(std::round(exact * 20) / 20);  // a tape is read to 5 cm here
}

}  // namespace

FrameSizes usualSizes(FrameKind kind) {
  switch (kind) {
    case FrameKind::Diamond: return {1080, 500, 640, 700};
    case FrameKind::StepThrough: return {1120, 460, 660, 700};
    case FrameKind::Cargo: return {1620, 480, 700, 510};
    case FrameKind::FullSuspension: return {1210, 440, 690, 735};
  }
  return {1080, 500, 640, 700};
}

FrameView frameOf(const Bike& bike) { return FrameMaker(bike).make(); }

std::optional<std::size_t> placeOf(const FrameView& frame, const std::string& mount) {
  // "seat tube" and "behind the seat tube" mean one place, "under the deck" and "under deck" too.
  const auto same = [&](std::string_view word) {
    if (mount.find(word) != std::string::npos) return true;
    if (word == "behind the seat tube") return mount.find("seat tube") != std::string::npos;
    if (word == "under deck") return mount.find("under the deck") != std::string::npos;
    if (word == "on deck") return mount == "rack";
    if (word == "bag on seat") return mount.find("seat bag") != std::string::npos;
    return false;
  };
  for (std::size_t i = 0; i < frame.places.size(); ++i)
    if (same(frame.places[i].word)) return i;
  return std::nullopt;
}

Metre routedLength(const FrameView& frame, const Plan& plan, const Run& run) {
  if (run.from == "joint") return lengthOf({frame.joint, frame.controller});
  const Pack* pack = plan.findPack(run.from);
  if (!pack) return withoutPlace;
  const auto place = placeOf(frame, pack->mount);
  return place ? lengthOf(frame.places[*place].route) : withoutPlace;
}

Run routed(const FrameView& frame, const Plan& plan, Run run) {
  if (run.lengthPlus && run.lengthMinus) return run;
  const Metre length = routedLength(frame, plan, run);
  if (!run.lengthPlus) run.lengthPlus = length;
  if (!run.lengthMinus) run.lengthMinus = length;
  return run;
}

}  // namespace usherwright
