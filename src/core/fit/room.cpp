// The room for cells.
#include "core/fit/room.h"

#include <algorithm>
#include <cmath>

#include "core/fit/things.h"
#include "core/plan/usual.h"

namespace usherwright {
namespace {

double mm(const Known<Millimetre>& v, Millimetre usual) { return v.value_or(usual).value(); }

/// The room in the side view, and its depth across.
struct Side {
  Region region;
  double depth = 0;
};

bool isBoxy(RoomKind kind) { return kind != RoomKind::Triangle && kind != RoomKind::Outline; }

class Measured {
 public:
  Measured(const Fit& fit, FitRoom& out) : fit_(fit), out_(out) {}

  double need(const Known<Millimetre>& v, const char* label) {
    if (!v) out_.missing.emplace_back(label);
    return v ? v->value() : 0;
  }

  Side side() {
    Side s;
    s.depth = need(fit_.depth, "room depth");
    switch (fit_.room.value_or(RoomKind::Box)) {
      case RoomKind::Triangle: s.region = triangle(); break;
      case RoomKind::Outline: s.region = outline(); break;
      case RoomKind::Box:
      case RoomKind::Tube:
      case RoomKind::Rack:
      case RoomKind::Deck:
      case RoomKind::Bag: {
        const double length = need(fit_.length, "room length"), height = need(fit_.height, "room height");
        s.region = {rectangle({0, 0}, {length, height})};
      }
    }
    return s;
  }

 private:
  Region triangle() {
    const double back = need(fit_.seat, "back side"), upper = need(fit_.top, "upper side"), lower = need(fit_.down, "lower side");
    if (!out_.missing.empty()) return {};
    const Ring ring = triangleOf(back, upper, lower);
    if (ring.empty()) out_.why = "Three such tubes make no triangle: one of them is as long as the other two.";
    return rounded(regionOf(ring), mm(fit_.corner, usual::gussets));
  }

  Region outline() {
    Ring ring;
    for (const OutlinePoint& p : fit_.outline)
      if (p.x && p.y) ring.push_back({p.x->value(), p.y->value()});
    if (ring.size() < 3 || ring.size() < fit_.outline.size()) out_.missing.emplace_back("corners of the outline");
    return regionOf(ring);
  }

  const Fit& fit_;
  FitRoom& out_;
};

/// What is in the way, as seen along the cells: along or up it takes the whole way across.
void cutThings(const Fit& fit, double skin, const Side& side, Stance plane, FitRoom& out) {
  for (const RoomThing& t : fit.things) {
    if (!t.x || !t.y || !t.width || !t.height) {
      out.missing.push_back("where " + (t.name.empty() ? std::string("the thing in the way") : t.name) + " is");
      continue;
    }
    Ring ring = outlineOf(t, skin);
    if (ring.empty()) continue;
    if (plane == Stance::Along) ring = rectangle({-1, ring[0].y}, {side.depth + 1, ring[2].y});
    if (plane == Stance::Up) ring = rectangle({ring[0].x, -1}, {ring[2].x, side.depth + 1});
    out.usable = without(out.usable, {ring});
  }
}

}  // namespace

Ring outlineOf(const RoomThing& t, double skin) {
  const ThingKind kind = t.kind.value_or(ThingKind::Moving);
  if (kind == ThingKind::Strap || kind == ThingKind::Hole) return {};
  return placeOf(t, kind == ThingKind::Board ? 0 : skin + leastClearance);
}

Stance planeOf(const Fit& fit, bool box) {
  return box || !isBoxy(fit.room.value_or(RoomKind::Box)) ? Stance::Across : fit.stance.value_or(Stance::Across);
}

Ring triangleOf(double back, double upper, double lower) {
  if (back <= 0 || upper <= 0 || lower <= 0) return {};
  // The back side stands upright from the origin; the front corner is `upper` from its top and `lower` from its foot.
  const double y = (lower * lower - upper * upper + back * back) / (2 * back), square = lower * lower - y * y;
  if (square <= 1) return {};
  return {{0, 0}, {std::sqrt(square), y}, {0, back}};
}

FitRoom fitRoom(const RoomRequest& request) {
  FitRoom out;
  const Fit& fit = request.fit;
  const std::optional<CellSize> size = request.box ? CellSize{} : knownSizeOfForm(std::string(request.cell));
  const Stance stance = request.box ? Stance::Across : fit.stance.value_or(Stance::Across);
  const Stance plane = planeOf(fit, request.box);
  const double strips = mm(fit.strips, usual::stripRoom);
  out.gap = mm(fit.gap, usual::cellGap);
  out.cellKnown = size && !request.box && request.counted;
  if (size) {
    const double across = size->diameter.value(), thick = size->depth.value(), end = size->length.value() + strips;
    constexpr double pouchGrowth = 1.08;  // of its thickness over its life
    out.cell = {size->flat ? thick * pouchGrowth : across, across, size->length.value(), !size->flat};
    out.lying = plane == Stance::Across && stance != Stance::Across;
    out.eachLayer = end;
    if (out.lying) {
      out.cell = stance == Stance::Along ? CellShape{end, across, out.cell.width, false} : CellShape{across, end, out.cell.width, false};
      out.eachLayer = out.cell.length + out.gap;
    }
  }
  if (!fit.room) out.missing.emplace_back("room");
  if (!size) out.missing.emplace_back("size of the cell");
  if (!request.counted) out.missing.emplace_back("S and P");
  Measured measured(fit, out);
  const Side side = measured.side();
  if (!out.known()) return out;

  // A finished case brings its own wall; what is built in the room takes these on every side.
  const double skin = request.box ? 0 : mm(fit.wall, usual::wall) + mm(fit.wrap, usual::wrap) + mm(fit.foam, usual::foam);
  const Extent whole = extentOf(side.region);
  out.inside = side.region;
  out.depth = side.depth;
  if (plane == Stance::Along) {
    out.inside = {rectangle({0, 0}, {side.depth, whole.height()})};
    out.depth = whole.width();
  } else if (plane == Stance::Up) {
    out.inside = {rectangle({0, 0}, {whole.width(), side.depth})};
    out.depth = whole.height();
  }
  out.usable = inset(out.inside, skin);
  cutThings(fit, skin, side, plane, out);
  if (!out.known()) return out;
  // A sliver beside something is no room.
  const double thinnest = std::min(out.cell.width, out.cell.height) / 2;
  std::erase_if(out.usable, [&](const Ring& ring) { return area(ring) > 0 && grown({ring}, -0.95 * thinnest).empty(); });
  out.usableDepth = out.depth - 2 * skin;
  const int most =
      out.eachLayer > 0 ? static_cast<int>(std::floor((out.usableDepth + (out.lying ? out.gap : 0)) / out.eachLayer + 1e-9)) : 0;
  out.layers = std::min(most, fit.layers.value_or(most));
  return out;
}

}  // namespace usherwright
