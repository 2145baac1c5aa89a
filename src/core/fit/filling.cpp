// Rows of cells in a room.
#include "core/fit/filling.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace usherwright {
namespace {

constexpr double slack = 0.01;                               // mm: what fits to the last hundredth fits
constexpr double besideSquare = 1.2, besideHexagonal = 1.1;  // × pitch: rows that are shifted still touch, diagonals do not
constexpr double farthest = 60;                              // mm, of shortBy

struct Pitch {
  double x = 0, y = 0;
};

/// Where the middle of a cell may be.
Region heldIn(const FitRoom& room) {
  if (room.cell.round) return grown(room.usable, -(room.cell.width / 2 - slack / 2));
  return heldInside(room.usable, room.cell.width - slack, room.cell.height - slack);
}

/// One way to lay rows: from a height, and for a lattice from a shift along them.
struct Rows {
  double from = 0, shift = 0;
  std::size_t count = 0;
};

class Layer {
 public:
  Layer(const FitRoom& room, const Region& held, double radians, CellGrid grid)
      : held_(turned(held, -radians)), extent_(extentOf(held_)), grid_(grid), radians_(radians) {
    const double x = room.cell.width + room.gap, y = room.cell.height + room.gap;
    pitch_ = {x, grid == CellGrid::Hexagonal ? x * std::numbers::sqrt3 / 2 : y};
  }

  Rows best(int samples) const {
    Rows out;
    if (held_.empty()) return out;
    const double low = extent_.low.y + 1e-6, fit = std::fmod(extent_.height(), pitch_.y);
    for (int k = 0; k < samples; ++k) {
      // The first against the lowest edge, the last against the highest; the others between them.
      const double from = k == 1 ? low + fit - 2e-6 : low + pitch_.y * k / samples;
      take(from, out);
    }
    // Once more, finer, around the best.
    if (samples > few) {
      const double middle = out.from, step = pitch_.y / samples / 4;
      for (const int k : {-3, -2, -1, 1, 2, 3})
        if (middle + k * step >= low) take(middle + k * step, out);
    }
    return out;
  }

  std::vector<Spot> spots(const Rows& rows) const {
    std::vector<Spot> out;
    eachRow(rows.from, [&](int index, double y, const std::vector<Span>& spans) {
      eachCell(index, spans, rows.shift, [&](double x) { out.push_back({x, y}); });
    });
    const double c = std::cos(radians_), s = std::sin(radians_);
    for (Spot& p : out) p = {c * p.x - s * p.y, s * p.x + c * p.y};
    return out;
  }

  static constexpr int few = 6;

 private:
  template <class Each>
  void eachRow(double from, const Each& each) const {
    int index = 0;
    for (double y = from; y <= extent_.high.y; y += pitch_.y, ++index) each(index, y, cutAt(held_, y));
  }

  /// Cells of a row. Of a lattice those that fall into the spans; of rows of their own as many as each span takes.
  template <class Each>
  void eachCell(int index, const std::vector<Span>& spans, double shift, const Each& each) const {
    double last = -1e9;
    const double phase = shift + (grid_ == CellGrid::Hexagonal && index % 2 != 0 ? pitch_.x / 2 : 0.0);
    for (const Span& s : spans) {
      const double start = std::max(s.from, last + pitch_.x), end = s.to + slack;
      if (start > end) continue;
      double x = phase + std::ceil((start - slack - phase) / pitch_.x) * pitch_.x;
      if (grid_ == CellGrid::Square) {
        // On the common raster where that costs none; else against the end that is nearer to it.
        const double most = std::floor((end - start) / pitch_.x + 1e-9);
        if (x + most * pitch_.x > end) x = x - start < pitch_.x / 2 ? start : std::max(start, end - slack - most * pitch_.x);
        x = std::max(x, start);
      }
      for (; x <= end; x += pitch_.x) {
        each(x);
        last = x;
      }
    }
  }

  void take(double from, Rows& best) const {
    std::vector<std::vector<Span>> rows;
    eachRow(from, [&](int, double, const std::vector<Span>& spans) { rows.push_back(spans); });
    const auto count = [&](double shift) {
      std::size_t n = 0;
      for (std::size_t i = 0; i < rows.size(); ++i) eachCell(static_cast<int>(i), rows[i], shift, [&](double) { ++n; });
      return n;
    };
    const auto tryShift = [&](double shift) {
      const std::size_t n = count(shift);
      if (n > best.count) best = {from, shift, n};
    };
    if (grid_ == CellGrid::Square) {
      // Rows of their own hold the same at every shift: the raster of the longest one.
      double longest = -1, shift = 0;
      for (const auto& row : rows)
        for (const Span& s : row)
          if (s.to - s.from > longest) {
            longest = s.to - s.from;
            shift = s.from;
          }
      tryShift(shift);
      return;
    }
    for (std::size_t i = 0; i < rows.size(); ++i)
      for (const Span& s : rows[i]) tryShift(s.from - (i % 2 != 0 ? pitch_.x / 2 : 0.0));
  }

  Region held_;
  Extent extent_;
  CellGrid grid_;
  double radians_;
  Pitch pitch_;
};

/// Turns worth trying: level, upright, along every long edge; thorough: every three degrees.
std::vector<double> turnsOf(const FitRoom& room, CellGrid grid, Effort effort) {
  const double period = grid == CellGrid::Hexagonal ? 60 : room.cell.round ? 90 : 180;
  std::vector<double> out{0};
  const auto add = [&](double degrees) {
    double d = std::fmod(degrees, period);
    if (d < 0) d += period;
    if (d > period - 1e-6) d = 0;
    if (std::none_of(out.begin(), out.end(), [&](double o) { return std::abs(o - d) < 0.05; })) out.push_back(d);
  };
  if (!room.cell.round) return out;  // plates of a stack stand upright, cells that lie point as they were asked to
  if (grid == CellGrid::Hexagonal) add(90);
  for (const double degrees : longEdges(room.inside)) {
    add(degrees);
    if (grid == CellGrid::Hexagonal) add(degrees + 90);
  }
  if (effort == Effort::Thorough)
    for (double d = 3; d < period; d += 3) add(d);
  return out;
}

struct Candidate {
  double turn = 0;
  CellGrid grid = CellGrid::Square;
  Rows rows;
};

std::vector<Candidate> candidates(const FitRoom& room, Known<CellGrid> grid, Effort effort) {
  std::vector<Candidate> out;
  const Region held = heldIn(room);
  const int samples = effort == Effort::Quick ? Layer::few : 24;
  for (const CellGrid g : {CellGrid::Square, CellGrid::Hexagonal}) {
    if ((grid && *grid != g) || (g == CellGrid::Hexagonal && !room.cell.round)) continue;
    for (const double turn : turnsOf(room, g, effort)) {
      const Rows rows = Layer(room, held, turn * std::numbers::pi / 180, g).best(samples);
      if (rows.count > 0) out.push_back({turn, g, rows});
    }
  }
  // A stack of plates has no hexagonal rows: what was asked for cannot be, and rows are laid.
  if (out.empty() && !room.cell.round && grid == CellGrid::Hexagonal) return candidates(room, CellGrid::Square, effort);
  std::stable_sort(out.begin(), out.end(), [](const Candidate& a, const Candidate& b) { return a.rows.count > b.rows.count; });
  return out;
}

}  // namespace

std::vector<Filling> fillings(const FitRoom& room, Known<CellGrid> grid, std::size_t keep, Effort effort) {
  std::vector<Filling> out;
  if (room.layers < 1) return out;
  const Region held = heldIn(room);
  for (const Candidate& c : candidates(room, grid, effort)) {
    if (out.size() == keep) break;
    Filling f;
    f.turn = c.turn;
    f.grid = c.grid;
    const std::vector<Spot> spots = Layer(room, held, c.turn * std::numbers::pi / 180, c.grid).spots(c.rows);
    for (int layer = 0; layer < room.layers; ++layer)
      for (const Spot& s : spots) f.sites.push_back({s, layer});
    out.push_back(std::move(f));
  }
  return out;
}

std::size_t holds(const FitRoom& room, Known<CellGrid> grid, Effort effort) {
  if (room.layers < 1) return 0;
  const std::vector<Candidate> found = candidates(room, grid, effort);
  return found.empty() ? 0 : found.front().rows.count * static_cast<std::size_t>(room.layers);
}

Known<Millimetre> shortBy(const FitRoom& room, Known<CellGrid> grid, std::size_t cells) {
  const auto enough = [&](double by) {
    FitRoom larger = room;
    larger.inside = inset(room.inside, -by);
    larger.usable = inset(room.usable, -by);
    return holds(larger, grid, Effort::Quick) >= cells;
  };
  if (room.layers < 1) return std::nullopt;
  if (enough(0)) return Millimetre(0);
  if (!enough(farthest)) return std::nullopt;
  double low = 0, high = farthest;
  while (high - low > 0.5) {
    const double middle = (low + high) / 2;
    (enough(middle) ? high : low) = middle;
  }
  return Millimetre(high);
}

std::vector<std::vector<std::size_t>> neighbours(const FitRoom& room, const std::vector<Site>& sites) {
  std::vector<std::vector<std::size_t>> out(sites.size());
  const double x = room.cell.width + room.gap, y = room.cell.height + room.gap;
  for (std::size_t i = 0; i < sites.size(); ++i)
    for (std::size_t j = i + 1; j < sites.size(); ++j) {
      const double dx = std::abs(sites[i].at.x - sites[j].at.x), dy = std::abs(sites[i].at.y - sites[j].at.y);
      bool beside = false;
      if (sites[i].layer == sites[j].layer)
        beside = room.cell.round ? std::hypot(dx, dy) < besideSquare * x
                                 : (dx < besideHexagonal * x && dy < 0.7 * y) || (dy < besideHexagonal * y && dx < 0.7 * x);
      else beside = std::abs(sites[i].layer - sites[j].layer) == 1 && std::hypot(dx, dy) < 0.1;
      if (!beside) continue;
      out[i].push_back(j);
      out[j].push_back(i);
    }
  return out;
}

}  // namespace usherwright
