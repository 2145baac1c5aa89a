// Short currents at the fuses.
#include <algorithm>

#include "core/assess/figure_parts.h"
#include "core/frame/frame.h"
#include "core/wiring/wire_heat.h"

namespace usherwright {
namespace {

constexpr double fuseDrop = 0.06;  // V at its rating, a usual blade or cartridge
const Celsius room(20);            // leads, when the short begins
const Ohm leastResistance(1e-4);   // nothing has less

ShortSource sourceOf(const Pack& p, const Cell& cell, const PackModel& m) {
  ShortSource s;
  s.full = m.full;
  s.path = Ohm(p.links) + Ohm(p.tails);
  s.cells = Ohm(cell.resistance) * (static_cast<double>(m.series) / m.parallel);
  if (!p.measuredResistance) return s;
  const Ohm board(boardResistance(p.bms));
  s.cells = std::max(leastResistance, Ohm(*p.measuredResistance) - board);
  s.path = Ohm(0);  // it is in what was measured
  s.measured = true;
  return s;
}

/// The plus conductor up to the fuse, at 20 °C; none while its place is not known.
Ohm toFuse(const Pack& p, const Run* lead) {
  if (p.fuse.builtIn.value_or(false) || !p.fuse.distance || !lead) return Ohm(0);
  Run upTo = *lead;
  upTo.lengthPlus = Metre(*p.fuse.distance);
  upTo.lengthMinus = Metre(0);
  return runResistance(upTo, room);
}

}  // namespace

Ohm fuseResistance(const Fuse& fuse) { return fuse.rating && countsAsFitted(fuse) ? Ohm(fuseDrop / fuse.rating->value()) : Ohm(0); }

void addShorts(Figures& f, const Plan& plan, const Catalogue& catalogue) {
  const FrameView frame = frameOf(plan.bike);
  const auto leadAndPlug = [&](std::size_t k) {
    Ohm r = plugResistance(catalogue, plan.packs[k].plug);
    if (const Run* run = plan.leadOf(plan.packs[k].id)) r += runResistance(routed(frame, plan, *run), room);
    return r;
  };
  for (std::size_t k = 0; k < f.packs.size(); ++k) {
    f.packs[k].shortSource = sourceOf(plan.packs[k], f.packs[k].makeup.cell, f.packs[k].model);
    f.packs[k].shorts = shortThrough(f.packs[k].shortSource, toFuse(plan.packs[k], plan.leadOf(plan.packs[k].id)));
  }
  for (const std::size_t k : f.hard) {
    // All the others side by side, each through its own lead and plug, then through this pack's.
    double typical = 0;
    double low = 0;
    Volt full(0);
    for (const std::size_t other : f.hard) {
      if (other == k) continue;
      const Ohm own = leadAndPlug(other) + f.joint.onResistance + fuseResistance(plan.packs[other].fuse);
      const ShortCurrents s = shortThrough(f.packs[other].shortSource, own);
      full = std::max(full, f.packs[other].model.full);
      typical += s.typical.value() / f.packs[other].model.full.value();
      low += s.toBreak.value() / f.packs[other].model.full.value();
    }
    const double here = leadAndPlug(k).value();
    f.packs[k].backFed = std::max(full / Ohm(1 / typical + here) * 1.25, full / Ohm(1 / low + here));
  }
}

}  // namespace usherwright
