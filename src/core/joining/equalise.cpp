// Connect window in closed form; equalising by the discharge engine without a load.
#include "core/joining/equalise.h"

#include <algorithm>

#include "core/joining/discharge.h"

namespace usherwright {
namespace {

constexpr double fuseShare = 0.75;
constexpr double coldShare = 0.4;
const Ampere quiet(0.5);

void take(ConnectWindow& w, Known<Ampere> limit, double share, const char* name) {
  if (!limit) return;
  const Ampere counted = *limit * share;
  if (w.allowed && *w.allowed <= counted) return;
  w.allowed = counted;
  w.limiting = name;
}

}  // namespace

ConnectWindow connectWindow(const Source& a, const Source& b, const Joint& joint, const ReceivingLimits& limits) {
  const Volt ua = a.curve.at(a.start) * a.series;
  const Volt ub = b.curve.at(b.start) * b.series;
  ConnectWindow w;
  w.receiving = ua < ub ? 0 : 1;
  w.gap = ua < ub ? ub - ua : ua - ub;
  w.loop = sourceResistance(a, joint) + sourceResistance(b, joint);
  w.peak = w.gap / w.loop;
  take(w, limits.chargeLimit, 1.0, "receiving_charge_limit");
  take(w, limits.fuse, fuseShare, "fuse");
  take(w, limits.plug, 1.0, "plug");
  const ChemistryFacts& facts = factsOf(limits.chemistry);
  if (limits.cells < facts.chargeFrom || limits.cells > facts.chargeTo) {
    w.allowed = Ampere(0);
    w.limiting = "temperature";
  } else if (w.allowed && limits.cells < Celsius(10)) {
    w.allowed = *w.allowed * coldShare;
  }
  if (!w.allowed) return w;
  w.window = *w.allowed * w.loop;
  const Source& low = w.receiving == 0 ? a : b;
  const Volt raised = low.curve.at(low.start) + *w.window / static_cast<double>(low.series);
  w.windowAsCharge = low.curve.inverse(raised) - low.start;
  w.mayConnect = w.gap <= *w.window;
  return w;
}

DischargeInput equaliseInput(const Source& a, const Source& b, const Joint& joint) {
  DischargeInput in;
  in.sources = {a, b};
  for (Source& s : in.sources) {
    s.groupCutoff = Volt(0);
    s.floor = StateOfCharge(-1);
  }
  in.joint = joint;
  in.load.constantPower = false;
  in.stopBelow = quiet;
  return in;
}

Equalising equalise(const Source& a, const Source& b, const Joint& joint) {
  const DischargeRun run = discharge(equaliseInput(a, b, joint));
  Equalising out;
  const SourceResult& first = run.sources[0];
  const Ohm loop = sourceResistance(run.input().sources[0], joint) + sourceResistance(run.input().sources[1], joint);
  out.peak = first.peak;
  out.untilQuiet = run.end;
  out.moved = AmpereHour(std::abs(first.delivered.value()));
  out.currentSquaredSeconds = first.currentSquaredSeconds;
  double slow = 0.0;
  for (std::size_t k = 0; k < 2; ++k)
    slow += Joule(run.sources[k].heatInCells).value() - run.sources[k].currentSquaredSeconds * run.input().sources[k].cells.value();
  out.heat = Joule(first.currentSquaredSeconds * loop.value() + slow);
  return out;
}

}  // namespace usherwright
