// How figures of station Fit come about.
#include "core/assess/fit_workings.h"

#include <fmt/format.h>

#include "core/fit/hold.h"
#include "core/plan/usual.h"

namespace usherwright {
namespace {

using rules::Context;
using rules::input;
using rules::packPointer;

std::string mm(double v) { return formatNumber(v, 3) + " mm"; }

Working holds(const Context& c, std::size_t k, const FitFigures& f) {
  const auto at = [&](std::string_view key) { return packPointer(k, fmt::format("fit/{}", key)); };
  const Fit& fit = f.from.fit;
  return {"Cells that go in",
          "rows, square or hexagonal, cell + gap apart, in the room less wall, wrap and foam",
          {input(c, "d", "cell over its sleeve", mm(f.room.cell.height)), input(c, "gap", "between cells", mm(f.room.gap), at("gap_mm")),
           input(c, "t", "wall", mm(fit.wall.value_or(usual::wall).value()), at("wall_mm")),
           input(c, "w", "wrap", mm(fit.wrap.value_or(usual::wrap).value()), at("wrap_mm")),
           input(c, "f", "foam", mm(fit.foam.value_or(usual::foam).value()), at("foam_mm")),
           input(c, "depth", "left through the room", mm(f.room.usableDepth), at("depth_mm")),
           input(c, "n", "layers", std::to_string(f.room.layers), at("layers"))},
          fmt::format("{} of {}", f.places, f.needed),
          "packing of equal circles on lattices; offsets of polygons"};
}

Working strips(const Context& c, std::size_t k, const FitFigures& f) {
  const auto at = [&](std::string_view key) { return packPointer(k, fmt::format("fit/{}", key)); };
  const Fit& fit = f.from.fit;
  const StripRun& r = *f.strips;
  return {"Strips of both faces",
          "nodal equations of every segment, weld and cell; R = ρ·l/(b·t·layers)",
          {input(c, "I", "of the pack", rules::text(f.from.sustained ? *f.from.sustained : *f.from.peak)),
           input(c, "ρ", "strip", fmt::format("{} Ω·m", formatNumber(factsOf(f.material).resistivity, 3)), at("strip_material")),
           input(c, "b", "width", mm(fit.stripWidth.value_or(usual::stripWidth).value()), at("strip_width_mm")),
           input(c, "t", "thickness", mm(fit.stripThickness.value_or(usual::stripThickness).value()), at("strip_thickness_mm")),
           input(c, "n", "on each other between groups", std::to_string(fit.stripLayers.value_or(1)), at("strip_layers")),
           input(c, "R", "of a cell", rules::text(f.from.cellResistance))},
          fmt::format("hottest {} A/mm², shares {} to {}, {} W, {} more", formatNumber(r.hottest, 3), rules::percent(r.shareLeast),
                      rules::percent(r.shareMost), formatNumber(r.heat.value(), 3), rules::text(r.added)),
          "nodal analysis; welds 0.1 mΩ, bolts 0.05 mΩ"};
}

Working box(const Context& c, std::size_t k, const BoxInRoom& b) {
  return {
      "Clearance of the case",
      "the largest box around the case that still goes in, over its three sides and every turn along an edge",
      {input(c, "a", "along", mm(b.along), packPointer(k, "box_length_mm")), input(c, "b", "up", mm(b.up), packPointer(k, "box_width_mm")),
       input(c, "c", "through", mm(b.through), packPointer(k, "box_height_mm"))},
      b.goesIn ? fmt::format("{} all around, {} on either face", mm(b.clearance.value()), mm(b.clearanceAcross.value()))
               : fmt::format("does not go in: {} too large", mm(b.tooLarge.value())),
      "erosion of the room by the case (Minkowski)"};
}

Working hold(const Context& c, std::size_t k, const FitFigures& f) {
  const Pack& p = c.plan.packs[k];
  const Hold& h = p.hold;
  const Known<Kilogram>& mass = c.figures.packs[k].model.mass;
  const HoldFigures figures = holdFigures(p, f, mass);
  const auto at = [&](std::string_view key) { return packPointer(k, fmt::format("hold/{}", key)); };
  const auto newton = [](const Known<double>& n) { return n ? formatNumber(*n, 3) + " N" : std::string("not known"); };
  const auto count = [](const Known<int>& n) { return n ? std::to_string(*n) : std::string("–"); };
  return {"What holds it",
          "n · A_s · strength of the thread + straps · width · 10 N/mm ≥ 2 · m · 9.81 m/s² · shock",
          {input(c, "m", "pack mass", mass ? formatNumber(mass->value(), 3) + " kg" : "–", packPointer(k, "mass_kg")),
           input(c, "a", "shock, g", formatNumber(shockOf(h.ridden.value_or(Surface::Soft)), 2), at("ridden_on")),
           input(c, "n", "screws", count(h.screws), at("screws")),
           input(c, "A_s", "of one, mm²", h.screw ? formatNumber(tensileArea(*h.screw), 3) : "–", at("screw_size")),
           input(c, "s", "straps", count(h.straps), at("straps")),
           input(c, "w", "their width", h.strapWidth ? mm(h.strapWidth->value()) : "–", at("strap_width_mm"))},
          fmt::format("held {}, pulls {}", newton(figures.held), newton(figures.shaken)),
          "stress areas, ISO 898-1; proof stress of A2-70, ISO 3506; peaks of acceleration on ways"};
}

}  // namespace

std::optional<Working> fitWorking(const Context& c, std::size_t pack, std::string_view which) {
  if (pack >= c.figures.packs.size()) return std::nullopt;
  const FitFigures* f = c.figures.packs[pack].fit.get();
  if (!f) return std::nullopt;
  if (which == "hold") return hold(c, pack, *f);
  if (!f->room.known()) return std::nullopt;
  if (which == "holds" && !f->from.box) return holds(c, pack, *f);
  if (which == "strips" && f->strips) return strips(c, pack, *f);
  if (which == "box" && f->boxed) return box(c, pack, *f->boxed);
  return std::nullopt;
}

}  // namespace usherwright
