// Events of a joined discharge: who leaves, whose turn it is, how it ends.
#include "core/joining/discharge.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include "core/joining/discharger.h"
#include "core/quantity/problem.h"

namespace usherwright {
namespace {

constexpr double changeOverTime = 5.0;      // s without power at a selector
constexpr double quasiSteady = 0.5;         // s: a faster RC part acts as a plain resistance
constexpr double mostTimeConstants = 5000;  // and so does one that is this much shorter than the whole run
constexpr double hysteresis = 1.0;          // V inside its window at which a converter goes on again
constexpr int mostFlips = 20;               // of a converter that its own load switches off: then it stays off
constexpr double straight = 1e-9;           // of the slope: pieces of a rest curve that differ by less are one
constexpr double kneeShare = 0.05;          // of the load: a pack that carries as much has joined in
constexpr double evenBand = 0.05;           // around what a pack would carry by its Ah: then they share evenly
constexpr std::size_t mostPieces = 60000;   // a run that needs more is given up as too long

circuit::Network networkOf(const DischargeInput& in) {
  circuit::Network net;
  net.count = in.sources.size();
  for (std::size_t k = 0; k < net.count; ++k) net.conductance[k] = 1 / sourceResistance(in.sources[k], in.joint).value();
  net.forwardDrop = in.joint.forwardDrop.value();
  net.oneWay = in.joint.oneWay;
  net.common = in.common.value();
  net.load = in.load;
  if (!in.converter) return net;
  const Source& s = in.sources[in.converter->source];
  net.fedSource = static_cast<int>(in.converter->source);
  net.converterOn = true;
  net.converter = *in.converter;
  net.fedResistance = (s.cells + s.path).value();
  return net;
}

/// About how long the packs last: all their charge over the load's current.
double expectedSeconds(const DischargeInput& in) {
  double charge = 0, volts = 0;
  for (const Source& s : in.sources) {
    charge += 3600 * s.capacity.value();
    volts = std::max(volts, (s.curve.at(s.start) * s.series).value());
  }
  const double current = in.load.constantPower ? in.load.power.value() / std::max(volts, 1.0) : in.load.current.value();
  return std::min(in.longest.value(), current > 0 ? charge / current : in.longest.value());
}

/// A slow part too fast to matter is merged into the plain resistance, so that steps stay long and few. Without a load
/// the slow parts are what there is to see.
void mergeFastParts(DischargeInput& in) {
  const bool loaded = in.load.constantPower ? in.load.power > Watt(0) : in.load.current > Ampere(0);
  const double fast = loaded && in.profile.empty() ? std::max(quasiSteady, expectedSeconds(in) / mostTimeConstants) : quasiSteady;
  for (Source& s : in.sources) {
    if (s.slow.value() <= 0) continue;
    if (s.slow.value() * s.slowCapacitance.value() >= fast) continue;
    s.cells += s.slow;
    s.slow = Ohm(0);
  }
}

}  // namespace

std::string_view endCauseWord(EndCause cause) {
  switch (cause) {
    case EndCause::ControllerCutoff: return "controller_cutoff";
    case EndCause::LastPackCutOff: return "bms_cutoff_last_pack";
    case EndCause::LastPackEmpty: return "last_pack_empty";
    case EndCause::Collapse: return "collapse";
    case EndCause::TimeLimit: return "time_limit";
    case EndCause::Equalised: return "equalised";
    case EndCause::RideOver: return "ride_over";
    case EndCause::NoPack: return "no_pack";
  }
  return "";
}

template <std::size_t n>
Discharger<n>::Discharger(DischargeRun& run) : run_(run), in_(run.input_), net_(run.network_) {
  for (std::size_t k = 0; k < n; ++k) {
    const Source& s = in_.sources[k];
    y_.soc[k] = s.start.value();
    perCharge_[k] = 1 / (3600 * s.capacity.value());
    cells_[k] = s.cells.value();
    behind_[k] = s.behind;
    floor_[k] = s.floor.value();
    cutoff_[k] = s.series * s.groupCutoff.value();
    if (s.slow.value() > 0) {
      slowOhm_[k] = s.slow.value();
      perSlowOhm_[k] = 1 / slowOhm_[k];
      tau_[k] = s.slowCapacitance.value() * s.slow.value();
      perTau_[k] = 1 / tau_[k];
    }
    totalCapacity_ += s.capacity.value();
    setLines(k);
  }
  run_.sources.resize(n);
  order_ = in_.order;
  for (std::size_t k = 0; order_.size() < n; ++k)
    if (std::find(order_.begin(), order_.end(), k) == order_.end()) order_.push_back(k);
  present_ = takesTurns() ? 0 : (1u << n) - 1;
}

template <std::size_t n>
void Discharger<n>::go() {
  leaveAtOnce();
  if (takesTurns()) activateNext();
  if (present_ == 0) return finish(cause_);
  if (!in_.profile.empty()) return ride();
  run_.pieces_.reserve(96);
  while (!done_) {
    if (run_.pieces_.size() >= mostPieces) return finish(EndCause::TimeLimit);
    if (unsettled_) resettle();
    if (!done_) advance();
  }
}

template <std::size_t n>
void Discharger<n>::setLines(std::size_t k) {
  const auto& points = in_.sources[k].curve.points();
  circuit::RestLines& lines = run_.lines_[k];
  lines.reserve(points.size());
  for (std::size_t i = 0; i + 1 < points.size(); ++i) {
    const double from = points[i].soc.value(), to = points[i + 1].soc.value();
    const double slope = in_.sources[k].series * (points[i + 1].voltage - points[i].voltage).value() / (to - from);
    if (!lines.empty() && std::abs(slope - lines.back().slope) < straight * std::abs(slope)) {
      lines.back().to = to;
      continue;
    }
    lines.push_back({from, to, in_.sources[k].series * points[i].voltage.value() - slope * from, slope});
  }
  lines.front().from = -std::numeric_limits<double>::infinity();
  lines.back().to = std::numeric_limits<double>::infinity();
  line_[k] = lowestLine_[k] = &lines.back();
}

template <std::size_t n>
circuit::Operating Discharger<n>::operating(const State& y) const {
  if (resting_) return circuit::Operating{};
  return circuit::solve(net_, emf(y), present_);
}

template <std::size_t n>
double Discharger<n>::lowestGroup(std::size_t k, const State& y, double current) const {
  const double soc = y.soc[k] - behind_[k];
  lowestLine_[k] = circuit::lineAt(lowestLine_[k], soc);
  return lowestLine_[k]->at(soc) - y.slow[k] - current * cells_[k];
}

template <std::size_t n>
auto Discharger<n>::signature(const State& y, const circuit::Operating& op) const -> Signature {
  Signature g;
  for (std::size_t k = 0; k < n; ++k) {
    const std::uint32_t bit = 1u << k;
    if (!(present_ & bit)) continue;
    if (y.soc[k] - behind_[k] <= floor_[k]) g.floored |= bit;
    if (cutoff_[k] > 0 && lowestGroup(k, y, op.current[k]) < cutoff_[k]) g.cut |= bit;
    if (takesTurns() && k == last_ && y.soc[k] <= in_.mark.value() && hasSuccessor()) g.marked |= bit;
  }
  if (resting_) return g;
  g.conducting = op.conducting;
  g.limited = op.limited;
  g.collapsed = op.collapsed;
  g.below = !op.collapsed && in_.cutoff.value() > 0 && op.controller < in_.cutoff.value();
  if (net_.fedSource >= 0) judgeConverter(op, g);
  if (in_.stopBelow.value() >= 0) {
    double largest = 0;
    for (std::size_t k = 0; k < n; ++k) largest = std::max(largest, std::abs(op.current[k]));
    g.quiet = largest < in_.stopBelow.value();
  }
  return g;
}

template <std::size_t n>
void Discharger<n>::judgeConverter(const circuit::Operating& op, Signature& g) const {
  if (op.collapsed || !(present_ >> net_.fedSource & 1u)) return;
  const Converter& c = net_.converter;
  const double at = op.fed.terminal;
  g.regulation = op.fed.regulation;
  g.ownCut = c.ownCut.value() > 0 && at < c.ownCut.value();
  const double inside = net_.converterOn ? 0 : hysteresis;
  const bool shouldBeOn = at >= c.inputLow.value() + inside && at <= c.inputHigh.value() - inside && converterFlips_ < mostFlips;
  g.windowChanges = shouldBeOn != net_.converterOn;
}

/// Packs that start at or below their floor are out before anything flows.
template <std::size_t n>
void Discharger<n>::leaveAtOnce() {
  for (std::size_t k = 0; k < n; ++k) {
    if (y_.soc[k] - behind_[k] > floor_[k]) continue;
    out_ |= 1u << k;
    leave(k, LeaveCause::Floor);
  }
}

template <std::size_t n>
void Discharger<n>::leave(std::size_t k, LeaveCause why) {
  present_ &= ~(1u << k);
  run_.sources[k].left = Second(t_);
  run_.sources[k].leftBecause = why;
  cause_ = why == LeaveCause::Floor ? EndCause::LastPackEmpty : EndCause::LastPackCutOff;
  someoneLeft_ = true;
}

template <std::size_t n>
void Discharger<n>::activateNext() {
  if (in_.joint.turns == Turns::OneAtATime) present_ = 0;
  while (hasSuccessor()) {
    const std::size_t k = order_[next_++];
    if (out_ >> k & 1u) continue;
    present_ |= 1u << k;
    last_ = k;
    return;
  }
}

/// A selector moves on: five seconds without power, then the next pack.
template <std::size_t n>
void Discharger<n>::changeOver() {
  for (std::size_t k = 0; k < n; ++k)
    if ((present_ >> k & 1u) && !run_.sources[k].left) leave(k, LeaveCause::Switched);
  resting_ = true;
  restUntil_ = t_ + changeOverTime;
}

/// After an event: who acts on it, and the circuit that is held from here on.
template <std::size_t n>
void Discharger<n>::resettle() {
  settle();
  if (done_) return;
  op_ = operating(y_);
  before_ = signature(y_, op_);
  held_ = circuit::Held<n>(net_, heldSources(), before_.limited);
}

/// Acts on every event that holds at this instant, until nothing changes any more.
template <std::size_t n>
void Discharger<n>::settle() {
  unsettled_ = false;
  for (int guard = 0; guard < 200; ++guard) {
    const Signature g = signature(y_);
    if (g.quiet) return finish(EndCause::Equalised);
    if (g.ownCut) {
      leave(static_cast<std::size_t>(net_.fedSource), LeaveCause::ConverterCut);
      if (present_ == 0) return finish(cause_);
      continue;
    }
    if (g.windowChanges) {
      switchConverter();
      continue;
    }
    if (g.floored | g.cut) {
      if (packsLeave(g)) return;
      continue;
    }
    if (takesTurns() && hasSuccessor() && (g.marked || g.below || g.collapsed)) {
      if (turnEnds()) return;
      continue;
    }
    if (g.collapsed) return finish(EndCause::Collapse);
    if (g.below) return finish(EndCause::ControllerCutoff);
    return;
  }
  finish(EndCause::TimeLimit);
}

/// Takes those off that a BMS or their floor takes off; true if the settling ends with it.
template <std::size_t n>
bool Discharger<n>::packsLeave(const Signature& g) {
  for (std::size_t k = 0; k < n; ++k) {
    if (g.floored >> k & 1u) leave(k, LeaveCause::Floor);
    else if (g.cut >> k & 1u) leave(k, LeaveCause::BmsCutoff);
  }
  if (takesTurns() && hasSuccessor() && (in_.joint.turns == Turns::OneAtATime || present_ == 0)) {
    changeOver();
    return true;
  }
  if (present_ != 0) return false;
  finish(cause_);
  return true;
}

/// The next one's turn; true if a selector now rests between two.
template <std::size_t n>
bool Discharger<n>::turnEnds() {
  if (in_.joint.turns == Turns::OneAtATime) {
    changeOver();
    return true;
  }
  activateNext();
  return false;
}

template <std::size_t n>
void Discharger<n>::switchConverter() {
  net_.converterOn = !net_.converterOn;
  ++converterFlips_;
}

template <std::size_t n>
void Discharger<n>::endRest() {
  resting_ = false;
  unsettled_ = true;
  activateNext();
  if (present_ == 0) finish(cause_);
}

template <std::size_t n>
auto Discharger<n>::delivered(const circuit::Operating& op) const -> Emf {
  Emf out;
  for (std::size_t k = 0; k < n; ++k) out[k] = op.delivered(net_, k);
  return out;
}

template <std::size_t n>
double Discharger<n>::carrying(const Emf& delivered, std::size_t k) const {
  double load = 0;
  for (std::size_t i = 0; i < n; ++i) load += delivered[i];
  return load > 0 ? delivered[k] - kneeShare * load : -1.0;
}

template <std::size_t n>
double Discharger<n>::evenness(const Emf& delivered) const {
  double total = 0;
  for (std::size_t k = 0; k < n; ++k) total += delivered[k];
  if (total <= 0) return -1.0;
  double least = std::numeric_limits<double>::infinity();
  for (std::size_t k = 0; k < n; ++k) {
    const double fair = total * in_.sources[k].capacity.value() / totalCapacity_;
    least = std::min(least, evenBand * fair - std::abs(delivered[k] - fair));
  }
  return least;
}

template <std::size_t n>
void Discharger<n>::noteKnee(std::size_t k, double time, bool atStart) {
  run_.sources[k].knee = Second(time);
  run_.sources[k].kneeBecauseAnotherLeft = someoneLeft_ && atStart;
}

template <std::size_t n>
void Discharger<n>::finish(EndCause cause) {
  done_ = true;
  run_.cause = cause;
  run_.end = Second(t_);
  run_.energyAtBus = Joule(busJoule_);
  run_.energyAtController = Joule(controllerJoule_);
  run_.heatInConverter = Joule(converterJoule_);
  run_.powerAtEnd = Watt(powerBefore_);
  for (std::size_t k = 0; k < n; ++k) {
    SourceResult& r = run_.sources[k];
    const Source& s = in_.sources[k];
    r.end = StateOfCharge(std::clamp(y_.soc[k], 0.0, 1.0));
    r.delivered = s.capacity * (s.start - r.end).value();
    r.currentSquaredSeconds = i2t_[k];
    r.heatInCells = Joule(i2t_[k] * s.cells.value() + slowJoule_[k]);
    if (static_cast<int>(k) != net_.fedSource)
      r.heatInJoint = Joule(i2t_[k] * in_.joint.onResistance.value() + it_[k] * in_.joint.forwardDrop.value());
  }
}

template class Discharger<1>;
template class Discharger<2>;
template class Discharger<3>;
template class Discharger<4>;

DischargeRun discharge(DischargeInput input) {
  ensure(input.sources.size() <= maximumPacks, "more packs than a run can hold");
  ensure(input.joint.oneWay || input.joint.forwardDrop == Volt(0), "a two-way joint with a forward drop");
  ensure(!input.converter || input.converter->source < input.sources.size(), "a converter behind no source");
  DischargeRun run;
  mergeFastParts(input);
  run.input_ = std::move(input);
  run.network_ = networkOf(run.input_);
  switch (run.input_.sources.size()) {
    case 1: Discharger<1>(run).go(); break;
    case 2: Discharger<2>(run).go(); break;
    case 3: Discharger<3>(run).go(); break;
    case 4: Discharger<4>(run).go(); break;
    default: run.cause = EndCause::NoPack;
  }
  return run;
}

}  // namespace usherwright
