// How the question is put.
#include "core/studies/what_is_wrong.h"

#include <algorithm>

namespace usherwright {

FaultSetup faultSetupOf(const Assessment& a, std::size_t pack) {
  constexpr Ampere usual(10), least(5);
  FaultSetup out;
  out.model = a.figures.packs[pack].model;
  out.load = std::max(least, a.figures.demand.sustained.value_or(usual));
  out.joined = a.figures.packs.size() > 1;
  double all = 0;
  const auto conductance = [&](const PackFigures& p) { return 1 / std::max(1e-4, (p.model.resistance() + p.toJoint).value()); };
  for (const PackFigures& p : a.figures.packs) all += conductance(p);
  out.share = conductance(a.figures.packs[pack]) / all;
  return out;
}

}  // namespace usherwright
