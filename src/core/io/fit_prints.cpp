// Holder and strips in forms for other programs.
#include "core/io/fit_prints.h"

#include <fmt/format.h>

#include <array>
#include <cmath>
#include <numbers>

#include "core/plan/usual.h"

namespace usherwright {
namespace {

constexpr int sides = 48;           // of a hole
constexpr double overlap = 0.4;     // mm by which rings of neighbours run into each other
constexpr double leastWall = 0.8;   // mm: two lines of a nozzle of 0.4 mm
constexpr double layersApart = 10;  // mm

struct Corner {
  double x, y, z;
};

void facet(std::string& out, const Corner& a, const Corner& b, const Corner& c) {
  const double ux = b.x - a.x, uy = b.y - a.y, uz = b.z - a.z, vx = c.x - a.x, vy = c.y - a.y, vz = c.z - a.z;
  double nx = uy * vz - uz * vy, ny = uz * vx - ux * vz, nz = ux * vy - uy * vx;
  const double size = std::sqrt(nx * nx + ny * ny + nz * nz);
  if (size > 0) {
    nx /= size;
    ny /= size;
    nz /= size;
  }
  out += fmt::format("facet normal {:.6f} {:.6f} {:.6f}\n outer loop\n", nx, ny, nz);
  for (const Corner* p : {&a, &b, &c}) out += fmt::format("  vertex {:.5f} {:.5f} {:.5f}\n", p->x, p->y, p->z);
  out += " endloop\nendfacet\n";
}

/// Two facets, seen from outside anticlockwise.
void quad(std::string& out, const Corner& a, const Corner& b, const Corner& c, const Corner& d) {
  facet(out, a, b, c);
  facet(out, a, c, d);
}

void ring(std::string& out, double x, double y, double inner, double outer, double height) {
  const auto at = [&](int i, double radius, double z) {
    const double a = 2 * std::numbers::pi * (i % sides) / sides;
    return Corner{x + radius * std::cos(a), y + radius * std::sin(a), z};
  };
  for (int i = 0; i < sides; ++i) {
    quad(out, at(i, outer, 0), at(i + 1, outer, 0), at(i + 1, outer, height), at(i, outer, height));
    quad(out, at(i + 1, inner, 0), at(i, inner, 0), at(i, inner, height), at(i + 1, inner, height));
    quad(out, at(i, inner, height), at(i, outer, height), at(i + 1, outer, height), at(i + 1, inner, height));
    quad(out, at(i + 1, inner, 0), at(i + 1, outer, 0), at(i, outer, 0), at(i, inner, 0));
  }
}

/// mm by which a layer stands beside the one before it.
double beside(const FitFigures& f) { return extentOf(f.room.inside).width() + layersApart; }

}  // namespace

std::vector<Tile> bedTiles(const FitFigures& f) {
  // Middles of a piece lie within the bed less one ring.
  const double ring = f.room.cell.width + f.room.gap + overlap + 2 * leastWall, bed = f.from.fit.bed.value_or(usual::printerBed).value();
  const double most = std::max(1.0, bed - ring);
  const Extent e = extentOf(f.layout.sites, FitRoom{});
  const auto pieces = [&](double length) { return std::max(1, static_cast<int>(std::ceil((length + 1e-6) / most))); };
  const int across = pieces(e.width()), up = pieces(e.height());
  std::vector<Tile> out;
  for (const Site& s : f.layout.sites) {
    const auto of = [](double at, double low, double length, int count) {
      return length <= 0 ? 0 : std::min(count - 1, static_cast<int>((at - low) / length * count));
    };
    out.push_back({of(s.at.x, e.low.x, e.width(), across), of(s.at.y, e.low.y, e.height(), up)});
  }
  return out;
}

std::string holderStl(const FitFigures& f, double height, double clearance) {
  std::string out = "solid holder\n";
  // Facets of a polygon lie inside its circle: the hole is widened until a cell goes through it.
  const double inner = (f.room.cell.width + clearance) / 2 / std::cos(std::numbers::pi / sides);
  const double outer = std::max(inner + leastWall, (f.room.cell.width + f.room.gap + overlap) / 2);
  // Pieces stand apart, so that a slicer takes each as a body of its own.
  const std::vector<Tile> tiles = bedTiles(f);
  int across = 1;
  for (const Tile& t : tiles) across = std::max(across, t.column + 1);
  for (std::size_t i = 0; i < tiles.size(); ++i) {
    const Site& s = f.layout.sites[i];
    ring(out, s.at.x + tiles[i].column * layersApart + s.layer * (beside(f) + across * layersApart), s.at.y + tiles[i].row * layersApart,
         inner, outer, height);
  }
  return out + "endsolid holder\n";
}

std::string stripsDxf(const FitFigures& f) {
  std::string out = "0\nSECTION\n2\nHEADER\n9\n$ACADVER\n1\nAC1009\n0\nENDSEC\n0\nSECTION\n2\nENTITIES\n";
  const double width = f.from.fit.stripWidth.value_or(usual::stripWidth).value();
  const double apart = beside(f);
  int layers = 1;
  for (const Site& s : f.layout.sites) layers = std::max(layers, s.layer + 1);
  const auto at = [&](const Site& s, bool near) {
    // The far face is mirrored and stands behind all layers of the near one.
    return Spot{near ? s.at.x + s.layer * apart : apart * (2 * layers - s.layer) - s.at.x, s.at.y};
  };
  const auto line = [&](std::string_view layer, Spot a, Spot b) {
    out += fmt::format("0\nLINE\n8\n{}\n10\n{:.3f}\n20\n{:.3f}\n11\n{:.3f}\n21\n{:.3f}\n", layer, a.x, a.y, b.x, b.y);
  };
  for (const bool near : {true, false})
    for (const Site& s : f.layout.sites) {
      const Spot p = at(s, near);
      out += fmt::format("0\nCIRCLE\n8\nCELLS\n10\n{:.3f}\n20\n{:.3f}\n40\n{:.3f}\n", p.x, p.y, f.room.cell.width / 2);
    }
  if (f.strips)
    for (const StripSegment& s : f.strips->segments) {
      const Spot a = at(f.layout.sites[s.a], s.near), b = at(f.layout.sites[s.b], s.near);
      const double length = std::hypot(b.x - a.x, b.y - a.y);
      if (length < 1e-6) continue;
      const double nx = -(b.y - a.y) / length * width / 2, ny = (b.x - a.x) / length * width / 2;
      const std::array<Spot, 4> corner{{{a.x + nx, a.y + ny}, {b.x + nx, b.y + ny}, {b.x - nx, b.y - ny}, {a.x - nx, a.y - ny}}};
      for (std::size_t i = 0; i < 4; ++i) line(s.near ? "NEAR" : "FAR", corner[i], corner[(i + 1) % 4]);
    }
  return out + "0\nENDSEC\n0\nEOF\n";
}

}  // namespace usherwright
