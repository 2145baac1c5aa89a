// The room of a pack.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/drawing/fit/fit_drawings.h"
#include "core/drawing/fit/fit_parts.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

class RoomPicture {
 public:
  RoomPicture(const Subject& s, std::size_t pack)
      : s_(s), pack_(pack), fit_(s.plan.packs[pack].fit), figures_(s.assessment.figures.packs[pack].fit.get()), d_(worldOf({})), pen_(d_) {}

  Drawing make() {
    if (!figures_) return std::move(d_);
    const FitRoom& room = figures_->room;
    const Extent e = extentOf(room.inside);
    if (room.inside.empty()) {
      unknown();
      return std::move(d_);
    }
    const double around = 0.16 * std::max(e.width(), e.height()) + 30, side = std::max(60.0, room.depth);
    d_.world = {{e.low.x - around, -e.high.y - around}, {e.high.x + around + side + 60, -e.low.y + around}};
    ground(room);
    for (std::size_t i = 0; i < fit_.things.size(); ++i) thing(i);
    corners();
    lengths(e);
    seenFromTheFront(room, e);
    d_.description = fmt::format("{}: the room.{}", s_.assessment.figures.packs[pack_].model.name, told_);
    return std::move(d_);
  }

 private:
  bool isTurned(Stance stance) const {
    const bool boxy = fit_.room != RoomKind::Triangle && fit_.room != RoomKind::Outline && !figures_->from.box;
    return boxy && fit_.stance.value_or(Stance::Across) == stance;
  }
  std::string field(std::string_view key) const { return fmt::format("/packs/{}/fit/{}", pack_, key); }
  std::string mm(double v) const { return formatQuantity(v, Kind::SmallLength, s_.units, 4); }

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
    Ink ink = Ink::Mind;
    std::string_view word = "not known whether it moves";
    if (t.kind) word = choiceWords(*t.kind)[static_cast<std::size_t>(*t.kind)];
    if (t.kind == ThingKind::Fixed) ink = Ink::Soft;
    if (t.kind == ThingKind::Reach) ink = Ink::Note;
    if (t.kind == ThingKind::Board) ink = Ink::Water;
    Shape& box = pen_.rectangle({x - w, -y - h}, {x + w, -y + h}, ink, Ink::Ink);
    box.pattern = t.kind == ThingKind::Board ? Pattern::Solid : Pattern::Hatched;
    box.part = fmt::format("thing/{}", i);
    const std::string name = t.name.empty() ? "in the way" : t.name;
    box.tip = fmt::format("{}, {}: {} by {}", name, word, mm(t.width->value()), mm(t.height->value()));
    told_ += " " + box.tip + ".";
    pen_.text({x, -y - h - 6}, name, Face::Small, Ink::Ink, Anchor::Middle);
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
  void length(Point at, const Known<Millimetre>& v, std::string_view key, std::string_view words) {
    const std::string shown = v ? mm(v->value()) : std::string("?");
    Shape& t = pen_.text(at, shown, Face::Figure, v ? Ink::Ink : Ink::Mind, Anchor::Middle);
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
      length({foot.x - off * 1.3, -(foot.y + above.y) / 2}, fit_.seat, "seat_mm", "back side");
      length({(above.x + front.x) / 2, -(above.y + front.y) / 2 - off}, fit_.top, "top_mm", "upper side");
      length({(foot.x + front.x) / 2 + off, -(foot.y + front.y) / 2 + off}, fit_.down, "down_mm", "lower side");
      return;
    }
    // Turned planes show the depth where the length or the height was.
    const bool along = isTurned(Stance::Along), up = isTurned(Stance::Up);
    length({(e.low.x + e.high.x) / 2, -e.low.y + off}, along ? fit_.depth : fit_.length, along ? "depth_mm" : "length_mm",
           along ? "room depth" : "room length");
    length({e.low.x - off * 1.3, -(e.low.y + e.high.y) / 2}, up ? fit_.depth : fit_.height, up ? "depth_mm" : "height_mm",
           up ? "room depth" : "room height");
  }

  void seenFromTheFront(const FitRoom& room, const Extent& e) {
    const double x = e.high.x + 0.16 * std::max(e.width(), e.height()) + 40, top = -e.high.y, low = -e.low.y;
    pen_.rectangle({x, top}, {x + room.depth, low}, Ink::Card, Ink::BankLine).steady = true;
    const double skin = (room.depth - room.usableDepth) / 2;
    Shape& left = pen_.rectangle({x + skin, top + skin}, {x + skin + std::max(0.0, room.usableDepth), low - skin}, Ink::None, Ink::Deep);
    left.pattern = Pattern::Dashed;
    left.steady = true;
    const double each = room.lying ? room.cell.length + room.gap : room.cell.length;
    for (int layer = 0; layer < room.layers && !figures_->from.box; ++layer) {
      const double from = x + skin + layer * (room.usableDepth / std::max(1, room.layers));
      pen_.rectangle({from + 1, top + skin + 4}, {from + each, low - skin - 4}, Ink::Shoal, Ink::Deep).steady = true;
    }
    const char* key = isTurned(Stance::Along) ? "length_mm" : isTurned(Stance::Up) ? "height_mm" : "depth_mm";
    pen_.text({x + room.depth / 2, top - 10}, "through the room", Face::Small, Ink::Soft, Anchor::Middle);
    length({x + room.depth / 2, low + 20}, Millimetre(room.depth), key, "through the room");
    if (figures_->from.box) return;
    const double spare = room.usableDepth - room.layers * each;
    told_ += room.layers < 1 ? " Too shallow for one layer of cells."
                             : fmt::format(" {} {}, {} to spare.", room.layers, room.layers == 1 ? "layer" : "layers", mm(spare));
    pen_.text({x + room.depth / 2, low + 38},
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
  static constexpr double tube = 16;  // mm beside the inner edge
};

}  // namespace

Drawing fitRoom(const Subject& subject, std::size_t pack) { return RoomPicture(subject, pack).make(); }

Drawing fitBox(const Subject& subject, std::size_t pack) {
  Drawing d = fitRoom(subject, pack);
  const FitFigures* f = subject.assessment.figures.packs[pack].fit.get();
  if (!f || !f->boxed) return d;
  const BoxInRoom& b = *f->boxed;
  Pen pen(d);
  const double c = std::cos(b.turn * pi / 180), s = std::sin(b.turn * pi / 180);
  std::vector<Point> corners;
  for (const auto& [u, v] : {std::pair{-0.5, -0.5}, {0.5, -0.5}, {0.5, 0.5}, {-0.5, 0.5}})
    corners.push_back({b.at.x + u * b.along * c - v * b.up * s, -(b.at.y + u * b.along * s + v * b.up * c)});
  Shape& box = pen.polygon(std::move(corners), b.goesIn ? Ink::Shoal : Ink::Bank, b.goesIn ? Ink::Deep : Ink::Stop, 2);
  box.steady = true;
  box.part = "box";
  const auto mm = [&](double v) { return formatQuantity(v, Kind::SmallLength, subject.units, 3); };
  box.tip = b.goesIn
                ? fmt::format("the case, {} clear all around, {} on either face", mm(b.clearance.value()), mm(b.clearanceAcross.value()))
                : fmt::format("the case does not go in: {} too large", mm(b.tooLarge.value()));
  pen.text({b.at.x, -b.at.y}, b.goesIn ? mm(b.clearance.value()) + " clear" : "does not go in", Face::Figure,
           b.goesIn ? Ink::Ink : Ink::Stop, Anchor::Middle);
  d.description += " " + box.tip + ".";
  return d;
}

}  // namespace usherwright::drawing
