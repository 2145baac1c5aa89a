// Connect window in closed form; equalising by the discharge engine without a load.
#include "core/joining/equalise.h"

#include <algorithm>

#include "core/joining/discharge.h"

namespace usherwright {
namespace {

constexpr double fuseShare = 0.75;  // of a fuse: it must not age at the first instant
constexpr double coldShare = 0.4;   // of the charge limit between 0 and 10 °C, where lithium plates
const Ampere quiet(0.5);            // below it two packs count as level

void take(ConnectWindow& w, Known<Ampere> limit, double share, const char* name) {
  if (!limit) return;
  const Ampere counted = *limit * share;
  if (w.allowed && *w.allowed <= counted) return;
  w.allowed = counted;
  w.limiting = name;
}

}  // namespace

ConnectWindow connectWindow(const Source& a, const Source& b, const Joint& joint, const ReceivingLimits& limits) {
  return connectWindow({a, b}, a.curve.at(a.start) * a.series < b.curve.at(b.start) * b.series ? 0 : 1, joint, limits);
}

ConnectWindow connectWindow(const std::vector<Source>& all, std::size_t receiving, const Joint& joint, const ReceivingLimits& limits) {
  const auto rest = [&](std::size_t k) { return all[k].curve.at(all[k].start) * all[k].series; };
  const Volt low = rest(receiving);
  Volt high = low;
  double conductance = 0;
  double weighted = 0;
  for (std::size_t k = 0; k < all.size(); ++k) {
    if (k == receiving) continue;
    high = std::max(high, rest(k));
    const double g = 1 / sourceResistance(all[k], joint).value();
    conductance += g;
    weighted += g * rest(k).value();
  }
  ConnectWindow w;
  w.receiving = receiving;
  w.gap = high - low;
  w.loop = sourceResistance(all[receiving], joint) + Ohm(1 / conductance);
  w.peak = std::max(Ampere(0), (Volt(weighted / conductance) - low) / w.loop);
  take(w, limits.chargeLimit, 1.0, "receiving_charge_limit");
  take(w, limits.fuse, fuseShare, "fuse");
  take(w, limits.plug, 1.0, "plug");
  if (limits.cells < limits.facts.chargeFrom || limits.cells > limits.facts.chargeTo) {
    w.allowed = Ampere(0);
    w.limiting = "temperature";
  } else if (w.allowed && limits.cells < Celsius(10)) {
    w.allowed = *w.allowed * coldShare;
  }
  if (!w.allowed) return w;
  // Of the gap, only the part that the others' mean stands above drives current.
  w.window = w.peak > Ampere(0) ? w.gap * (*w.allowed / w.peak) : *w.allowed * w.loop;
  const Source& into = all[receiving];
  const Volt raised = into.curve.at(into.start) + *w.window / static_cast<double>(into.series);
  w.windowAsCharge = into.curve.inverse(raised) - into.start;
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
