// Seven kinds of frame.
#include "core/frame/frame.h"

#include <algorithm>
#include <cmath>

namespace usherwright {
namespace {

constexpr double pi = 3.14159265358979;
constexpr double bends = 1.05;   // of the straight way along the tubes
constexpr double reach = 0.15;   // m, to get into the plug and the box
const Metre withoutPlace(0.5);   // of a lead whose pack has no place yet
constexpr double farWheel = 70;  // mm that the wheel on the far side peeps out, seen a little from behind

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
    c_.rear = {0, kind_ == FrameKind::TrikeFront ? r * 1.3 : smaller};
    c_.front = {f_.wheelbase, r};
    f_.axles = {c_.rear, c_.front};
    if (kind_ == FrameKind::TrikeRear) f_.farAxles = {{c_.rear.x + farWheel, c_.rear.y}};
    if (kind_ == FrameKind::TrikeFront) f_.farAxles = {{c_.front.x + farWheel, c_.front.y}};
    // The bottom bracket stands a chain stay before the rear axle; frames with a deck behind put it between.
    const bool deckBehind = kind_ == FrameKind::Cargo || kind_ == FrameKind::TrikeRear;
    double behind = f_.wheelbase * 0.415;
    if (deckBehind) behind = f_.wheelbase - downTube_ * 0.78 - 230;
    else if (kind_ == FrameKind::TrikeFront) behind = f_.wheelbase * 0.31;  // the box has the rest
    c_.bottom = {behind, 290};
    c_.seat = {c_.bottom.x - seatTube_ * 0.29, c_.bottom.y + seatTube_ * 0.957};
    c_.headLow = {f_.wheelbase - 130, std::min(c_.bottom.y + downTube_ * 0.62, r + 420)};
    c_.head = {c_.headLow.x - 45, c_.headLow.y + 150};
    c_.bar = {c_.head.x - 60, c_.head.y + 130};
    if (kind_ == FrameKind::TrikeFront) {  // the box lies before the steering
      c_.headLow = {c_.bottom.x + downTube_ * 0.62, c_.bottom.y + downTube_ * 0.5};
      c_.head = {c_.headLow.x - 40, c_.headLow.y + 140};
      c_.bar = {c_.head.x - 50, c_.head.y + 150};
    }
    if (kind_ == FrameKind::Folding) {  // small wheels, a low tube with a hinge, a long stem
      c_.headLow = {f_.wheelbase - 105, c_.bottom.y + 190};
      c_.head = {c_.headLow.x - 35, c_.headLow.y + 120};
      c_.bar = {c_.head.x - 95, c_.head.y + 420};
      f_.fold = along(c_.bottom, c_.headLow, 0.52);
    }
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
    if (kind_ == FrameKind::TrikeFront) tube(c_.headLow, {c_.front.x - 40, c_.front.y + 60}, 40);
    else tube(c_.headLow, c_.front, 30);
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
      case FrameKind::TrikeRear:
        tube(along(c_.bottom, c_.seat, 0.1), c_.headLow, 52);
        tube({c_.rear.x - 230, deckHeight()}, {c_.seat.x - 40, deckHeight()}, 30);
        tube(c_.rear, {c_.rear.x, deckHeight()}, 26);
        tube(along(c_.bottom, c_.seat, 0.35), {c_.seat.x - 60, deckHeight()}, 26);
        break;
      case FrameKind::TrikeFront:
        tube(c_.rear, c_.seat, 18);
        tube(along(c_.bottom, c_.seat, 0.12), c_.headLow, 52);
        tube({c_.headLow.x + 60, frontDeck()}, {c_.front.x + 240, frontDeck()}, 30);
        tube(c_.front, {c_.front.x, frontDeck()}, 26);
        break;
      case FrameKind::Folding:
        tube(c_.rear, along(c_.bottom, c_.seat, 0.55), 18);
        tube(c_.bottom, c_.headLow, 62);
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
    if (hasRack()) {
      tube({c_.rear.x - 130, rackHeight()}, {c_.seat.x - 30, rackHeight()}, 14);
      tube(c_.rear, {c_.rear.x - 40, rackHeight()}, 10);
    }
  }

  bool hasRack() const { return kind_ != FrameKind::Cargo && kind_ != FrameKind::FullSuspension && kind_ != FrameKind::TrikeRear; }
  double deckHeight() const { return kind_ == FrameKind::TrikeRear ? c_.rear.y + 150 : c_.rear.y * 2 + 60; }
  double frontDeck() const { return c_.front.y + 130; }
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
    if (kind_ == FrameKind::Folding)  // before the hinge: nothing may bridge it
      place("down tube", above(along(c_.bottom, c_.headLow, 0.24), 80), lean, tubeRoom * 0.4, 90, 100, {along(c_.bottom, c_.headLow, 0.1)});
    else place("down tube", above(downMiddle, 62), lean, tubeRoom, 90, 100, {along(c_.bottom, c_.headLow, 0.12)});
    if (kind_ == FrameKind::Diamond || suspended) {
      const double share = suspended ? 0.45 : 0.62;
      const FramePoint centre{(c_.bottom.x + c_.seat.x + c_.headLow.x) / 3, (c_.bottom.y + c_.seat.y + c_.headLow.y) / 3 + 25};
      place("triangle", centre, lean * 0.6, tubeRoom * share, 75, seatTube_ * (suspended ? 0.30 : 0.42), {seatLow});
    }
    if (!suspended && kind_ != FrameKind::Folding)
      place("behind the seat tube", {along(c_.bottom, c_.seat, 0.5).x - 75, along(c_.bottom, c_.seat, 0.5).y}, degrees(c_.bottom, c_.seat),
            seatTube_ * 0.75, 80, 70, {seatLow});
    if (kind_ == FrameKind::Cargo) {
      const FramePoint from{c_.rear.x - 300, deckHeight()};
      const FramePoint to{c_.seat.x + 20, deckHeight()};
      place("under deck", above(along(from, to, 0.62), -75), 0, distance(from, to) * 0.45, 180, 90,
            {above(along(from, to, 0.9), -75), seatLow});
      place("on deck", above(along(from, to, 0.4), 85), 0, distance(from, to) * 0.8, 250, 150,
            {above(along(from, to, 0.92), 10), seatHigh, seatLow});
    } else if (kind_ == FrameKind::TrikeRear) {
      const FramePoint from{c_.rear.x - 230, deckHeight()}, to{c_.seat.x - 40, deckHeight()};
      place("under deck", above(along(from, to, 0.66), -85), 0, distance(from, to) * 0.4, 300, 110,
            {above(along(from, to, 0.95), -85), seatLow});
      place("on deck", above(along(from, to, 0.42), 110), 0, distance(from, to) * 0.7, 400, 180,
            {above(along(from, to, 0.95), 10), seatLow});
    } else if (kind_ == FrameKind::TrikeFront) {
      const FramePoint from{c_.headLow.x + 60, frontDeck()}, to{c_.front.x + 240, frontDeck()};
      const FramePoint tubeEnd = along(c_.bottom, c_.headLow, 0.9);
      place("under deck", above(along(from, to, 0.18), -85), 0, distance(from, to) * 0.3, 300, 110,
            {tubeEnd, along(c_.bottom, c_.headLow, 0.12)});
      place("on deck", above(along(from, to, 0.5), 120), 0, distance(from, to) * 0.7, 450, 200,
            {above(from, 20), tubeEnd, along(c_.bottom, c_.headLow, 0.12)});
    }
    if (hasRack()) {
      place("rack", {c_.rear.x + (c_.seat.x - c_.rear.x) * 0.35 - 30, rackHeight() + 45}, 0, 380, 120, 75,
            {{c_.seat.x - 40, rackHeight()}, seatHigh, seatLow});
    }
    if (kind_ == FrameKind::Folding)
      place("front", {c_.head.x + 150, c_.head.y + 130}, 0, 220, 200, 130, {{c_.head.x - 20, c_.head.y + 90}, c_.headLow, *f_.fold});
    else if (kind_ != FrameKind::TrikeFront)
      place("front", {c_.bar.x + 150, c_.head.y + 20}, 0, 220, 200, 130, {c_.head, c_.headLow, along(c_.bottom, c_.headLow, 0.12)});
    place("bag on seat", {c_.saddle.x - 130, c_.saddle.y - 70}, 0, 220, 110, 120,
          {{c_.saddle.x - 10, c_.saddle.y - 70}, seatHigh, seatLow});
  }

  FrameKind kind_;
  double seatTube_ = 0, downTube_ = 0;
  Corners c_;
  FrameView f_;
};

constexpr double trusted = 0.8;  // of a drawn way: the drawing is no tape measure

double millimetresOf(const std::vector<FramePoint>& route) {
  double mm = 0;
  for (std::size_t i = 1; i < route.size(); ++i) mm += distance(route[i - 1], route[i]);
  return mm;
}

Metre lengthOf(const std::vector<FramePoint>& route) {
  const double exact = millimetresOf(route) / 1000 * bends + reach;
  return Metre(std::round(exact * 20) / 20);  // a tape is read to 5 cm here
}

}  // namespace

FrameSizes usualSizes(FrameKind kind) {
  switch (kind) {
    case FrameKind::Diamond: return {1080, 500, 640, 700};
    case FrameKind::StepThrough: return {1120, 460, 660, 700};
    case FrameKind::Cargo: return {1620, 480, 700, 510};
    case FrameKind::FullSuspension: return {1210, 440, 690, 735};
    case FrameKind::TrikeFront: return {1480, 460, 560, 510};
    case FrameKind::TrikeRear: return {1450, 440, 660, 510};
    case FrameKind::Folding: return {1000, 330, 520, 406};
  }
  return {1080, 500, 640, 700};
}

FrameView frameOf(const Bike& bike) { return FrameMaker(bike).make(); }

std::optional<std::size_t> placeOf(const FrameView& frame, const std::string& mount) {
  for (std::size_t i = 0; i < frame.places.size(); ++i)
    if (mount.find(frame.places[i].word) != std::string::npos) return i;
  // "seat tube" and "behind the seat tube" mean one place, "under the deck" and "under deck" too.
  const auto alsoCalled = [&](std::string_view word) {
    if (word == "behind the seat tube") return mount.find("seat tube") != std::string::npos;
    if (word == "under deck") return mount.find("under the deck") != std::string::npos;
    if (word == "on deck") return mount == "rack";
    if (word == "bag on seat") return mount.find("seat bag") != std::string::npos;
    return false;
  };
  for (std::size_t i = 0; i < frame.places.size(); ++i)
    if (alsoCalled(frame.places[i].word)) return i;
  return std::nullopt;
}

Metre routedLength(const FrameView& frame, const Plan& plan, const Run& run) {
  if (run.from == "joint") return lengthOf({frame.joint, frame.controller});
  const Pack* pack = plan.findPack(run.from);
  if (!pack) return withoutPlace;
  const auto place = placeOf(frame, pack->mount);
  return place ? lengthOf(frame.places[*place].route) : withoutPlace;
}

Metre barePath(const FrameView& frame, const Plan& plan, const Run& run) {
  const Pack* pack = plan.findPack(run.from);
  const auto place = pack ? placeOf(frame, pack->mount) : std::nullopt;
  return place ? Metre(trusted * millimetresOf(frame.places[*place].route) / 1000) : Metre(0);
}

Run routed(const FrameView& frame, const Plan& plan, Run run) {
  if (run.lengthPlus && run.lengthMinus) return run;
  const Metre length = routedLength(frame, plan, run);
  if (!run.lengthPlus) run.lengthPlus = length;
  if (!run.lengthMinus) run.lengthMinus = length;
  return run;
}

}  // namespace usherwright
