// The room of a pack.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/drawing/fit/fit_drawings.h"
#include "core/drawing/fit/fit_parts.h"
#include "core/fit/things.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

class RoomPicture {
 public:
  RoomPicture(const Subject& s, std::size_t pack)
      : s_(s), pack_(pack), fit_(s.plan.packs[pack].fit), figures_(s.assessment.figures.packs[pack].fit.get()), d_(worldOf({})), pen_(d_) {}

  /// `through`: with the view that shows how deep it is, and with the names of things.
  Drawing make(bool through = true) {
    named_ = through;
    if (!figures_) return std::move(d_);
    const FitRoom& room = figures_->room;
    const Extent e = extentOf(room.inside);
    if (room.inside.empty()) {
      unknown();
      return std::move(d_);
    }
    const double around = 0.16 * std::max(e.width(), e.height()) + 30, side = std::max(60.0, room.depth);
    d_.world = {{e.low.x - around, -e.high.y - around}, {e.high.x + around + (through ? side + 60 : 0), -e.low.y + around}};
    ground(room);
    for (std::size_t i = 0; i < fit_.things.size(); ++i) thing(i);
    corners();
    lengths(e);
    if (through) seenFromTheFront(room, e);
    d_.description = fmt::format("{}: the room.{}", s_.assessment.figures.packs[pack_].model.name, told_);
    return std::move(d_);
  }

 private:
  bool isTurned(Stance plane) const { return planeOf(fit_, figures_->from.box) == plane; }
  std::string field(std::string_view key) const { return fmt::format("/packs/{}/fit/{}", pack_, key); }
  std::string mm(double v) const { return formatQuantity(v, Kind::SmallLength, s_.units, 4); }

  /// About the height of a line of words, in mm, where the whole is seen.
  double line() const { return (d_.world.high.x - d_.world.low.x) / 42; }

  void unknown() {
    d_.world = {{0, 0}, {400, 200}};
    std::string what;
    for (const std::string& m : figures_->room.missing) what += (what.empty() ? "" : ", ") + m;
    const std::string words = figures_->room.why.empty() ? "Not known yet: " + what : figures_->room.why;
    pen_.text({200, 100}, words, Face::Label, Ink::Ink, Anchor::Middle);
    d_.description = words;
  }

  void ground(const FitRoom& room) {
    const bool tubes = fit_.room == RoomKind::Triangle || fit_.room == RoomKind::Outline;
    for (const Ring& ring : grown(room.inside, tubes ? tube : 3)) pen_.polygon(onPaper(ring), Ink::Bank);
    for (const Ring& ring : room.inside) {
      Shape& inside = pen_.polygon(onPaper(ring), area(ring) > 0 ? Ink::Card : Ink::Bank, Ink::BankLine);
      inside.steady = true;
    }
    for (const Ring& ring : room.usable) closedLine(pen_, ring, Ink::Deep, 1.5, Pattern::Dashed);
    told_ += room.usable.empty() ? " Nothing is left of it." : " Dashed: what is left for cells.";
  }

  void thing(std::size_t i) {
    const RoomThing& t = fit_.things[i];
    if (!t.x || !t.y || !t.width || !t.height) return;
    double x = t.x->value(), y = t.y->value(), w = t.width->value() / 2, h = t.height->value() / 2;
    // Seen from above or from the front it takes the whole way across: nobody has said where in it.
    if (isTurned(Stance::Up)) {
      h = fit_.depth->value() / 2;
      y = h;
    }
    if (isTurned(Stance::Along)) {
      w = fit_.depth->value() / 2;
      x = w;
    }
    const auto [ink, pattern] = lookOf(t.kind);
    const std::string_view word = t.kind ? wordOf(*t.kind) : "not known whether it moves";
    Shape& box = pen_.rectangle({x - w, -y - h}, {x + w, -y + h}, ink, Ink::Ink);
    box.pattern = pattern;
    box.part = fmt::format("thing/{}", i);
    const std::string name = t.name.empty() ? "in the way" : t.name;
    box.tip = fmt::format("{}, {}: {} by {}", name, word, mm(t.width->value()), mm(t.height->value()));
    told_ += " " + box.tip + ".";
    if (!named_) return;
    // Beside it, where a wall or the next one would be over it.
    if (isTurned(Stance::Up) || isTurned(Stance::Along))
      pen_.text({x, -y - h - 6 - static_cast<double>(i % 4) * line()}, name, Face::Small, Ink::Ink, Anchor::Middle);
    else pen_.text({x + w + 5, -y + 3}, name, Face::Small, Ink::Ink);
  }

  static std::pair<Ink, Pattern> lookOf(Known<ThingKind> kind) {
    if (!kind) return {Ink::Mind, Pattern::Hatched};
    switch (*kind) {
      case ThingKind::Fixed: return {Ink::Soft, Pattern::Hatched};
      case ThingKind::Moving: return {Ink::Mind, Pattern::Hatched};
      case ThingKind::Reach: return {Ink::Note, Pattern::Hatched};
      case ThingKind::Board: return {Ink::Water, Pattern::Solid};
      case ThingKind::Strap: return {Ink::Deep, Pattern::Dotted};
      case ThingKind::Heat: return {Ink::Copper, Pattern::Hatched};
      case ThingKind::Bare: return {Ink::Stop, Pattern::Hatched};
      case ThingKind::Hole: return {Ink::None, Pattern::Solid};
    }
    return {Ink::Mind, Pattern::Hatched};
  }

  void corners() {
    if (fit_.room != RoomKind::Outline) return;
    for (std::size_t i = 0; i < fit_.outline.size(); ++i) {
      const OutlinePoint& p = fit_.outline[i];
      if (!p.x || !p.y) continue;
      Shape& c = pen_.circle({p.x->value(), -p.y->value()}, 6, Ink::Card, Ink::Deep);
      c.steady = true;
      c.part = fmt::format("corner/{}", i);
      c.tip = fmt::format("corner {}: {} along, {} up", i + 1, mm(p.x->value()), mm(p.y->value()));
    }
  }

  /// A length beside its edge; a click goes to its entry.
  void length(Point at, const Known<Millimetre>& v, std::string_view key, std::string_view words, Anchor anchor = Anchor::Middle) {
    const std::string shown = v ? mm(v->value()) : std::string("?");
    Shape& t = pen_.text(at, shown, Face::Figure, v ? Ink::Ink : Ink::Mind, anchor);
    t.part = field(key);
    t.tip = fmt::format("{}: {}", words, v ? shown : "not known yet");
    told_ += " " + t.tip + ".";
  }

  void lengths(const Extent& e) {
    const double off = 0.05 * std::max(e.width(), e.height()) + tube;
    if (fit_.room == RoomKind::Outline) return;
    if (fit_.room == RoomKind::Triangle) {
      const Ring t = triangleOf(fit_.seat->value(), fit_.top->value(), fit_.down->value());
      const Spot &foot = t[0], &front = t[1], &above = t[2];
      length({foot.x - tube - 8, -(foot.y + above.y) / 2}, fit_.seat, "seat_mm", "back side", Anchor::End);
      length({(above.x + front.x) / 2, -(above.y + front.y) / 2 - off}, fit_.top, "top_mm", "upper side");
      length({(foot.x + front.x) / 2 + off, -(foot.y + front.y) / 2 + off}, fit_.down, "down_mm", "lower side");
      return;
    }
    // Turned planes show the depth where the length or the height was.
    const bool along = isTurned(Stance::Along), up = isTurned(Stance::Up);
    length({(e.low.x + e.high.x) / 2, -e.low.y + off}, along ? fit_.depth : fit_.length, along ? "depth_mm" : "length_mm",
           along ? "room depth" : "room length");
    length({e.low.x - 10, -(e.low.y + e.high.y) / 2}, up ? fit_.depth : fit_.height, up ? "depth_mm" : "height_mm",
           up ? "room depth" : "room height", Anchor::End);
  }

  void seenFromTheFront(const FitRoom& room, const Extent& e) {
    const double x = e.high.x + 0.16 * std::max(e.width(), e.height()) + 40, top = -e.high.y, low = -e.low.y;
    pen_.rectangle({x, top}, {x + room.depth, low}, Ink::Card, Ink::BankLine).steady = true;
    const double skin = (room.depth - room.usableDepth) / 2;
    Shape& left = pen_.rectangle({x + skin, top + skin}, {x + skin + std::max(0.0, room.usableDepth), low - skin}, Ink::None, Ink::Deep);
    left.pattern = Pattern::Dashed;
    left.steady = true;
    const double each = room.lying ? room.eachLayer : room.cell.length;
    for (int layer = 0; layer < room.layers && !figures_->from.box; ++layer) {
      const double from = x + skin + layer * (room.usableDepth / std::max(1, room.layers));
      pen_.rectangle({from + 1, top + skin + 4}, {from + each, low - skin - 4}, Ink::Shoal, Ink::Deep).steady = true;
    }
    const char* key = isTurned(Stance::Along) ? "length_mm" : isTurned(Stance::Up) ? "height_mm" : "depth_mm";
    pen_.text({x + room.depth / 2, top - 10}, "through the room", Face::Small, Ink::Soft, Anchor::Middle);
    length({x + room.depth / 2, low + 1.3 * line()}, Millimetre(room.depth), key, "through the room");
    if (figures_->from.box) return;
    const double spare = room.usableDepth - room.layers * each;
    told_ += room.layers < 1 ? " Too shallow for one layer of cells."
                             : fmt::format(" {} {}, {} to spare.", room.layers, room.layers == 1 ? "layer" : "layers", mm(spare));
    pen_.text({x + room.depth / 2, low + 2.5 * line()},
              room.layers < 1 ? std::string("too shallow") : fmt::format("{} to spare for strips", mm(spare)), Face::Small,
              room.layers < 1 ? Ink::Stop : Ink::Soft, Anchor::Middle);
  }

  const Subject& s_;
  std::size_t pack_;
  const Fit& fit_;
  const FitFigures* figures_;
  Drawing d_;
  Pen pen_;
  std::string told_;
  bool named_ = true;
  static constexpr double tube = 16;  // mm beside the inner edge
};

}  // namespace

Drawing fitRoom(const Subject& subject, std::size_t pack) { return RoomPicture(subject, pack).make(); }

Drawing fitRoomDragged(const Subject& subject, std::size_t pack, std::string_view part, Point at) {
  Drawing d = worldOf({});
  const FitFigures* f = subject.assessment.figures.packs[pack].fit.get();
  const std::size_t slash = part.find('/');
  if (!f || slash == std::string_view::npos) return d;
  FitInput then = f->from;
  const auto i = static_cast<std::size_t>(std::atoi(std::string(part.substr(slash + 1)).c_str()));
  const bool thing = part.starts_with("thing/");
  if (i >= (thing ? then.fit.things.size() : then.fit.outline.size())) return d;
  (thing ? then.fit.things[i].x : then.fit.outline[i].x) = Millimetre(at.x);
  (thing ? then.fit.things[i].y : then.fit.outline[i].y) = Millimetre(-at.y);
  Pen pen(d);
  const FitRoom room = fitRoom(then);
  for (const Ring& ring : room.usable) closedLine(pen, ring, Ink::Copper, 1.5, Pattern::Dashed);
  if (!thing)
    for (const Ring& ring : room.inside) closedLine(pen, ring, Ink::Copper, 2, Pattern::Solid);
  for (const Site& s : f->layout.sites)
    if (s.layer == 0) cellOutline(pen, f->room.cell, {s.at.x, -s.at.y}, Ink::None, Ink::Soft).pattern = Pattern::Dotted;
  Shape& mark = pen.circle(at, 9, Ink::None, Ink::Copper);
  mark.steady = true;
  return d;
}

namespace {

/// The outline on its way, some of its poses.
void wayOf(Pen& pen, Drawing& d, const FitFigures& f) {
  if (!f.way || f.way->poses.empty()) return;
  constexpr std::size_t shown = 7;
  const auto& poses = f.way->poses;
  for (std::size_t i = 0; i < shown; ++i) {
    BoxInRoom at = *f.boxed;
    const Pose& p = poses[i * (poses.size() - 1) / shown];
    at.at = p.at;
    at.turn = p.turn;
    const Ring outline = outlineOf(at);
    closedLine(pen, outline, Ink::Water, 1, Pattern::Dashed);
    for (const Spot& s : outline) {
      d.world.low = {std::min(d.world.low.x, s.x - 10), std::min(d.world.low.y, -s.y - 10)};
      d.world.high = {std::max(d.world.high.x, s.x + 10), std::max(d.world.high.y, -s.y + 10)};
    }
  }
}

/// The nearest points of two outlines that do not cross: a corner of one, and a point on an edge of the other.
std::pair<Spot, Spot> nearest(const Ring& a, const Ring& b) {
  std::pair<Spot, Spot> best;
  double least = 1e18;
  const auto corners = [&](const Ring& from, const Ring& to, bool swapped) {
    for (const Spot& c : from)
      for (std::size_t i = 0; i < to.size(); ++i) {
        const Spot &p = to[i], &q = to[(i + 1) % to.size()];
        const double dx = q.x - p.x, dy = q.y - p.y, square = dx * dx + dy * dy;
        const double t = square > 0 ? std::clamp(((c.x - p.x) * dx + (c.y - p.y) * dy) / square, 0.0, 1.0) : 0.0;
        const Spot on{p.x + t * dx, p.y + t * dy};
        const double away = std::hypot(c.x - on.x, c.y - on.y);
        if (away >= least) continue;
        least = away;
        best = swapped ? std::pair{on, c} : std::pair{c, on};
      }
  };
  corners(a, b, false);
  corners(b, a, true);
  return best;
}

/// What is left to every thing, and to the nearest wall, in millimetres.
void leftAround(Pen& pen, Drawing& d, const Fit& fit, const FitFigures& f, const auto& mm) {
  const Ring box = outlineOf(*f.boxed);
  const auto gauge = [&](const Ring& other, const std::string& name) {
    if (!common({box}, {other}).empty()) return;
    const auto [from, to] = nearest(box, other);
    const double away = std::hypot(to.x - from.x, to.y - from.y);
    if (away > 200) return;
    pen.line({{from.x, -from.y}, {to.x, -to.y}}, Ink::Copper, 1.5).steady = true;
    // At the thing's end, with its name.
    const Extent e = extentOf(Region{other});
    pen.text({e.high.x + 4, -e.high.y - 2}, name + ", " + mm(away), Face::Small, away < leastClearance ? Ink::Stop : Ink::Ink);
    d.description += fmt::format(" {} to {}.", mm(away), name);
  };
  for (const RoomThing& t : fit.things) {
    const Ring place = placeOf(t);
    if (place.empty() || t.kind == ThingKind::Strap || t.kind == ThingKind::Hole) continue;
    gauge(place, t.name.empty() ? "something in the way" : t.name);
  }
  if (!f.boxed->goesIn) return;
  for (const Ring& ring : f.room.inside) {
    const auto [from, to] = nearest(box, ring);
    pen.line({{from.x, -from.y}, {to.x, -to.y}}, Ink::Copper, 1.5).steady = true;
  }
}

}  // namespace

Drawing fitBox(const Subject& subject, std::size_t pack) {
  const FitFigures* f = subject.assessment.figures.packs[pack].fit.get();
  if (!f || !f->boxed) return fitRoom(subject, pack);
  Drawing d = RoomPicture(subject, pack).make(false);
  const BoxInRoom& b = *f->boxed;
  Pen pen(d);
  wayOf(pen, d, *f);
  Shape& box = pen.polygon(onPaper(outlineOf(b)), b.goesIn ? Ink::Shoal : Ink::Bank, b.goesIn ? Ink::Deep : Ink::Stop, 2);
  box.steady = true;
  box.part = "box";
  const auto mm = [&](double v) { return formatQuantity(v, Kind::SmallLength, subject.units, 3); };
  box.tip = b.goesIn
                ? fmt::format("the case, {} clear all around, {} on either face", mm(b.clearance.value()), mm(b.clearanceAcross.value()))
            : b.placed ? fmt::format("the case stands {} into something", mm(b.tooLarge.value()))
                       : fmt::format("the case does not go in: {} too large", mm(b.tooLarge.value()));
  d.description += " " + box.tip + ".";
  leftAround(pen, d, subject.plan.packs[pack].fit, *f, mm);
  // Away from the middle: what is left to things at the back is written there.
  const double aside = 0.24 * b.along, c = std::cos(b.turn * pi / 180), u = std::sin(b.turn * pi / 180);
  pen.text({b.at.x + aside * c, -b.at.y - aside * u},
           b.goesIn   ? mm(b.clearance.value()) + " clear"
           : b.placed ? mm(b.tooLarge.value()) + " too far"
                      : "does not go in",
           Face::Figure, b.goesIn ? Ink::Ink : Ink::Stop, Anchor::Middle);
  return d;
}

}  // namespace usherwright::drawing
