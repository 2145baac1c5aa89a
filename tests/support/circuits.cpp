// Random circuits.
#include "support/circuits.h"

#include <algorithm>

#include "support/random.h"

namespace support {

using namespace usherwright;

Source randomPack(int index) {
  Source s;
  s.id = "p" + std::to_string(index);
  s.series = 13;
  s.cells = Ohm(between(0.04, 0.20));
  s.path = Ohm(between(0.01, 0.06));
  if (*rc::gen::inRange(0, 4) > 0) {
    s.slow = Ohm(between(0.01, 0.05));
    s.slowCapacitance = Farad(between(200, 2000));
  }
  s.capacity = AmpereHour(between(4, 25));
  s.start = StateOfCharge(between(0.25, 1.0));
  s.groupCutoff = Volt(2.8);
  return s;
}

double openCircuitWork(const Source& s, StateOfCharge from, StateOfCharge to) {
  const auto& points = s.curve.points();
  const double low = std::min(from.value(), to.value()), high = std::max(from.value(), to.value());
  double work = 0;
  for (std::size_t i = 1; i < points.size(); ++i) {
    const double a = std::max(low, points[i - 1].soc.value()), b = std::min(high, points[i].soc.value());
    if (b <= a) continue;
    work += (s.curve.at(StateOfCharge(a)).value() + s.curve.at(StateOfCharge(b)).value()) / 2 * (b - a);
  }
  return (from > to ? 1 : -1) * work * s.series * s.capacity.value();
}

Balance balanceOf(const DischargeRun& run) {
  Balance out;
  for (std::size_t k = 0; k < run.sources.size(); ++k) {
    const Source& s = run.input().sources[k];
    const SourceResult& r = run.sources[k];
    out.work += openCircuitWork(s, s.start, r.end);
    out.heat += r.heatInCells.value() + r.heatInJoint.value() + r.currentSquaredSeconds * s.path.value() / 3600;
    const double v1 = run.at(run.end).slow[k].value();
    if (s.slow.value() > 0) out.stored += 0.5 * s.slowCapacitance.value() * v1 * v1 / 3600;
  }
  return out;
}

}  // namespace support
