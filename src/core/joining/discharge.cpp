// Event-located integration of a joined discharge.
#include "core/joining/discharge.h"

#include <algorithm>
#include <cmath>

#include "core/quantity/problem.h"

namespace usherwright {
namespace {

using Emf = std::array<double, maximumPacks>;

constexpr double kneeShare = 0.05;
constexpr double evenBand = 0.05;
constexpr double changeOver = 5.0;          // s without power at a selector
constexpr double eventResolution = 1e-4;    // s
constexpr double longestStep = 1200.0;      // s
constexpr double quasiSteady = 0.5;         // s: a faster RC part acts as a plain resistance
constexpr double mostTimeConstants = 5000;  // and so does one that is this much shorter than the whole run
constexpr double currentTolerance = 1e-4;   // of the load, with 1 A added
constexpr double voltageTolerance = 5e-4;   // V, of the bus between the nodes of a stretch
constexpr double beyondJoint = 1.02;        // a stretch reaches a little past the next joint of a rest curve
constexpr double afterJoint = 4.0;          // time constants of the first stretch behind a joint
constexpr int mostIterations = 8;
constexpr std::size_t mostPieces = 60000;  // a run that needs more is given up as too long

circuit::Network networkOf(const DischargeInput& in) {
  circuit::Network net;
  net.count = in.sources.size();
  for (std::size_t k = 0; k < net.count; ++k) net.conductance[k] = 1 / sourceResistance(in.sources[k], in.joint).value();
  net.forwardDrop = in.joint.forwardDrop.value();
  net.oneWay = in.joint.oneWay;
  net.common = in.common.value();
  net.load = in.load;
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
  const double fast = loaded ? std::max(quasiSteady, expectedSeconds(in) / mostTimeConstants) : quasiSteady;
  for (Source& s : in.sources) {
    if (s.slow.value() <= 0) continue;
    if (s.slow.value() * s.slowCapacitance.value() >= fast) continue;
    s.cells += s.slow;
    s.slow = Ohm(0);
  }
}

struct Line {
  double base;
  double slope;
};  // rest voltage of a pack = base + slope·soc on one curve piece

}  // namespace

std::string_view endCauseWord(EndCause cause) {
  switch (cause) {
    case EndCause::ControllerCutoff: return "controller_cutoff";
    case EndCause::LastPackCutOff: return "bms_cutoff_last_pack";
    case EndCause::LastPackEmpty: return "last_pack_empty";
    case EndCause::Collapse: return "collapse";
    case EndCause::TimeLimit: return "time_limit";
    case EndCause::Equalised: return "equalised";
    case EndCause::NoPack: return "no_pack";
  }
  return "";
}

/// One run in progress. The state is charge and slow voltage of each source. Over a stretch in which the circuit is held,
/// each current is taken as the quadratic through the operating points at its start, middle and end (collocation, by
/// fixed-point iteration); charge and slow voltage follow it exactly, so that stretches may be much longer than the time
/// constants. A fourth operating point at three quarters measures the error.
class Discharger {
 public:
  explicit Discharger(DischargeRun& run) : run_(run), in_(run.input_), net_(run.network_), n_(in_.sources.size()) {
    for (std::size_t k = 0; k < n_; ++k) {
      const Source& s = in_.sources[k];
      y_.soc[k] = s.start.value();
      piece_[k] = static_cast<std::uint8_t>(s.curve.piece(y_.soc[k]));
      perCharge_[k] = 1 / (3600 * s.capacity.value());
      if (s.slow.value() > 0) {
        tau_[k] = s.slowCapacitance.value() * s.slow.value();
        perTau_[k] = 1 / tau_[k];
        slowest_ = std::max(slowest_, tau_[k]);
      }
      totalCapacity_ += s.capacity.value();
      setLine(k);
    }
    run_.sources.resize(n_);
    order_ = in_.order;
    for (std::size_t k = 0; order_.size() < n_; ++k)
      if (std::find(order_.begin(), order_.end(), k) == order_.end()) order_.push_back(k);
    present_ = in_.joint.oneAtATime ? 0 : (1u << n_) - 1;
  }

  void go() {
    leaveAtOnce();
    if (in_.joint.oneAtATime) activateNext();
    if (present_ == 0) {
      finish(cause_);
      return;
    }
    run_.pieces_.reserve(96);
    while (!done_) {
      if (run_.pieces_.size() >= mostPieces) return finish(EndCause::TimeLimit);
      if (unsettled_) settle();
      if (!done_) advance();
    }
  }

 private:
  struct State {
    Emf soc{}, slow{};
  };

  // Everything that, when it changes, ends a smooth stretch.
  struct Signature {
    std::uint32_t conducting = 0, curveLeft = 0, cut = 0, floored = 0, marked = 0;
    bool limited = false, below = false, collapsed = false, quiet = false;
    friend bool operator==(const Signature&, const Signature&) = default;
  };

  void setLine(std::size_t k) {
    const auto& p = in_.sources[k].curve.points();
    const CurvePoint& a = p[piece_[k]];
    const CurvePoint& b = p[static_cast<std::size_t>(piece_[k]) + 1];
    const double slope = in_.sources[k].series * (b.voltage - a.voltage).value() / (b.soc - a.soc).value();
    line_[k] = {in_.sources[k].series * a.voltage.value() - slope * a.soc.value(), slope};
  }

  Emf emf(const State& y) const {
    Emf e{};
    for (std::size_t k = 0; k < n_; ++k) e[k] = line_[k].base + line_[k].slope * y.soc[k] - y.slow[k];
    return e;
  }

  circuit::Operating operating(const State& y) const {
    if (resting_) return circuit::Operating{};
    return circuit::solve(net_, emf(y), present_);
  }

  Signature signature(const State& y) const {
    Signature g;
    const circuit::Operating op = operating(y);
    for (std::size_t k = 0; k < n_; ++k) {
      const Source& s = in_.sources[k];
      const auto& points = s.curve.points();
      const std::uint32_t bit = 1u << k;
      // Beyond either end the last piece goes on: a pack that another one overcharges has to stand somewhere.
      const bool below = piece_[k] > 0 && y.soc[k] < points[piece_[k]].soc.value();
      const bool above =
          piece_[k] + 1 < s.curve.pieceCount() && y.soc[k] > points[static_cast<std::size_t>(piece_[k]) + 1].soc.value() + 1e-13;
      if (below || above) g.curveLeft |= bit;
      if (!(present_ & bit)) continue;
      if (y.soc[k] <= s.floor.value()) g.floored |= bit;
      const double group = (line_[k].base + line_[k].slope * y.soc[k] - y.slow[k] - op.current[k] * s.cells.value()) / s.series;
      if (s.groupCutoff.value() > 0 && group < s.groupCutoff.value()) g.cut |= bit;
      if (in_.joint.oneAtATime && y.soc[k] <= in_.mark.value() && hasSuccessor()) g.marked |= bit;
    }
    if (resting_) return g;
    g.conducting = op.conducting;
    g.limited = op.limited;
    g.collapsed = op.collapsed;
    g.below = !op.collapsed && in_.cutoff.value() > 0 && op.controller < in_.cutoff.value();
    if (in_.stopBelow.value() >= 0) {
      double largest = 0;
      for (std::size_t k = 0; k < n_; ++k) largest = std::max(largest, std::abs(op.current[k]));
      g.quiet = largest < in_.stopBelow.value();
    }
    return g;
  }

  bool hasSuccessor() const { return next_ < order_.size(); }

  /// Packs that start at or below their floor are out before anything flows.
  void leaveAtOnce() {
    for (std::size_t k = 0; k < n_; ++k) {
      if (y_.soc[k] > in_.sources[k].floor.value()) continue;
      out_ |= 1u << k;
      leave(k, LeaveCause::Floor);
    }
  }

  void leave(std::size_t k, LeaveCause why) {
    present_ &= ~(1u << k);
    run_.sources[k].left = Second(t_);
    run_.sources[k].leftBecause = why;
    cause_ = why == LeaveCause::Floor ? EndCause::LastPackEmpty : EndCause::LastPackCutOff;
    someoneLeft_ = true;
  }

  void activateNext() {
    present_ = 0;
    while (hasSuccessor()) {
      const std::size_t k = order_[next_++];
      if (out_ >> k & 1u) continue;
      present_ = 1u << k;
      return;
    }
  }

  /// A selector moves on: five seconds without power, then the next pack.
  void changeOver_() {
    for (std::size_t k = 0; k < n_; ++k)
      if ((present_ >> k & 1u) && !run_.sources[k].left) leave(k, LeaveCause::Switched);
    resting_ = true;
    restUntil_ = t_ + changeOver;
  }

  /// Acts on every event that holds at this instant, until nothing changes any more.
  void settle() {
    unsettled_ = false;
    for (int guard = 0; guard < 200; ++guard) {
      const Signature g = signature(y_);
      if (g.curveLeft) {
        moveAlongCurves(g.curveLeft);
        continue;
      }
      if (g.quiet) {
        finish(EndCause::Equalised);
        return;
      }
      if (g.floored | g.cut) {
        for (std::size_t k = 0; k < n_; ++k) {
          if (g.floored >> k & 1u) leave(k, LeaveCause::Floor);
          else if (g.cut >> k & 1u) leave(k, LeaveCause::BmsCutoff);
        }
        if (in_.joint.oneAtATime && hasSuccessor()) {
          changeOver_();
          return;
        }
        if (present_ == 0) {
          finish(cause_);
          return;
        }
        continue;
      }
      const bool successor = in_.joint.oneAtATime && hasSuccessor();
      if (successor && (g.marked || g.below || g.collapsed)) {
        changeOver_();
        return;
      }
      if (g.collapsed) {
        finish(EndCause::Collapse);
        return;
      }
      if (g.below) {
        finish(EndCause::ControllerCutoff);
        return;
      }
      return;
    }
    finish(EndCause::TimeLimit);
  }

  void moveAlongCurves(std::uint32_t bits) {
    for (std::size_t k = 0; k < n_; ++k) {
      if (!(bits >> k & 1u)) continue;
      const auto& points = in_.sources[k].curve.points();
      if (y_.soc[k] < points[piece_[k]].soc.value()) --piece_[k];
      else ++piece_[k];
      setLine(k);
    }
  }

  /// One stretch, cut short at the first event in it.
  void advance() {
    const double left = (resting_ ? restUntil_ : in_.longest.value()) - t_;
    if (left <= 1e-9) {
      if (resting_) endRest();
      else finish(EndCause::TimeLimit);
      return;
    }
    const Signature before = signature(y_);
    held_ = circuit::Held(net_, resting_ ? 0 : before.conducting, before.limited);
    DischargeRun::Piece& piece = run_.pieces_.emplace_back();
    piece.start = t_;
    piece.conducting = before.conducting;
    piece.limited = before.limited;
    piece.power = !resting_;
    double h = stretch(piece, std::min({h_, longestStep, left}));
    std::uint32_t joints = 0;
    double end = firstJoint(piece, h, joints);
    State after = stateAt(piece, end);
    snap(after, joints);
    if (!(withoutCurves(signature(after)) == withoutCurves(before))) {
      const double at = locate(piece, before, end);
      if (at < end) {
        end = at;
        after = stateAt(piece, end);
        joints = 0;
      }
      unsettled_ = true;
      h_ = std::max(h_, 1.0);
    }
    piece.length = end;
    integrate(piece, end, end == h);
    watch(piece, end);
    for (std::size_t k = 0; k < n_; ++k) driftAtEnd_[k] = piece.traces[k].current[1] + 2 * piece.traces[k].current[2] * end;
    t_ += end;
    y_ = after;
    if (joints) {
      moveAlong(joints);
      // A new slope of the rest voltage: the slow parts settle anew.
      if (slowest_ > 0) h_ = std::min(h_, afterJoint * slowest_);
    }
    if (unsettled_) driftAtEnd_ = {};
  }

  static Signature withoutCurves(Signature g) {
    g.curveLeft = 0;
    return g;
  }

  State stateAt(const DischargeRun::Piece& piece, double t) const {
    State y;
    for (std::size_t k = 0; k < n_; ++k) {
      const circuit::Trace& trace = piece.traces[k];
      y.soc[k] = trace.socAt(t);
      y.slow[k] = trace.slowAt(t, trace.decayAt(t));
    }
    return y;
  }

  /// The operating point at a fraction of the stretch, with the traces as they are; `decay` is e^(−rate·t).
  double operate(const DischargeRun::Piece& piece, double t, const Emf& decay, Emf& current) const {
    Emf e;
    for (std::size_t k = 0; k < n_; ++k) {
      const circuit::Trace& trace = piece.traces[k];
      e[k] = trace.restAt(t) - trace.slowAt(t, decay[k]);
    }
    const double bus = held_.at(e).bus;
    for (std::size_t k = 0; k < n_; ++k) current[k] = held_.current(k, e[k], bus);
    return bus;
  }

  /// Fills the traces of a stretch of at most `h`; returns the length at which the error is small enough.
  double stretch(DischargeRun::Piece& piece, double h) {
    const Emf e = emf(y_);
    bus_[0] = held_.at(e).bus;
    for (std::size_t k = 0; k < n_; ++k) node_[0][k] = held_.current(k, e[k], bus_[0]);
    h = std::min(h, beforeNextJoint());
    for (;;) {
      const double error = collocate(piece, h);
      const double next = h * std::clamp(0.9 / std::cbrt(std::max(error, 1e-9)), 0.2, 4.0);
      if (error <= 1 || h < 1e-6) {
        h_ = next;
        return h;
      }
      h = next;
    }
  }

  /// About when the first source reaches the next joint of its rest curve, and a little more.
  double beforeNextJoint() const {
    double soonest = longestStep;
    for (std::size_t k = 0; k < n_; ++k) {
      const double rate = node_[0][k] * perCharge_[k];  // of discharge, 1/s
      if (std::abs(rate) < 1e-12) continue;
      const auto& points = in_.sources[k].curve.points();
      const double gap =
          rate > 0 ? y_.soc[k] - points[piece_[k]].soc.value() : points[static_cast<std::size_t>(piece_[k]) + 1].soc.value() - y_.soc[k];
      if (gap > 1e-9) soonest = std::min(soonest, beyondJoint * gap / std::abs(rate) + 1e-3);
    }
    return soonest;
  }

  /// Iterates the currents at the middle and the end until they agree with the state that follows from them. Returns the
  /// error of the quadratic in units of the tolerances.
  double collocate(DischargeRun::Piece& piece, double h) {
    Emf quarter{}, half{}, whole{}, threeQuarters{};
    for (std::size_t k = 0; k < n_; ++k) {
      circuit::Trace& trace = piece.traces[k];
      trace.soc = y_.soc[k];
      trace.perCharge = perCharge_[k];
      trace.rate = perTau_[k];
      trace.tau = tau_[k];
      trace.lineBase = line_[k].base;
      trace.lineSlope = line_[k].slope;
      quarter[k] = trace.decayAt(h / 4);
      half[k] = quarter[k] * quarter[k];
      threeQuarters[k] = half[k] * quarter[k];
      whole[k] = half[k] * half[k];
      node_[1][k] = node_[0][k] + driftAtEnd_[k] * h / 2;
      node_[2][k] = node_[0][k] + driftAtEnd_[k] * h;
    }
    double load = 0;
    for (std::size_t k = 0; k < n_; ++k) load += std::abs(node_[0][k]);
    const double fine = currentTolerance * (1 + load);
    for (int i = 0; i < mostIterations; ++i) {
      for (std::size_t k = 0; k < n_; ++k)
        piece.traces[k].set(node_[0][k], node_[1][k], node_[2][k], h, in_.sources[k].slow.value(), y_.slow[k]);
      Emf middle, end;
      bus_[1] = operate(piece, h / 2, half, middle);
      bus_[2] = operate(piece, h, whole, end);
      double moved = 0;
      for (std::size_t k = 0; k < n_; ++k) moved = std::max({moved, std::abs(middle[k] - node_[1][k]), std::abs(end[k] - node_[2][k])});
      node_[1] = middle;
      node_[2] = end;
      if (moved < 0.2 * fine) break;
      if (i + 1 == mostIterations) return 100;  // too long for the iteration to contract
    }
    for (std::size_t k = 0; k < n_; ++k)
      piece.traces[k].set(node_[0][k], node_[1][k], node_[2][k], h, in_.sources[k].slow.value(), y_.slow[k]);
    Emf probe;
    const double bus = operate(piece, 0.75 * h, threeQuarters, probe);
    double error = std::abs(bus - (-0.125 * bus_[0] + 0.75 * bus_[1] + 0.375 * bus_[2])) / voltageTolerance;
    for (std::size_t k = 0; k < n_; ++k) error = std::max(error, std::abs(probe[k] - piece.traces[k].currentAt(0.75 * h)) / fine);
    return error;
  }

  /// The first time within the stretch at which a source stands at the next joint of its rest curve; `h` if none does.
  double firstJoint(const DischargeRun::Piece& piece, double h, std::uint32_t& bits) const {
    double first = h;
    for (std::size_t k = 0; k < n_; ++k) {
      const auto& points = in_.sources[k].curve.points();
      const circuit::Trace& trace = piece.traces[k];
      const double end = trace.socAt(h);
      double joint = 0;
      if (piece_[k] > 0 && end < points[piece_[k]].soc.value()) joint = points[piece_[k]].soc.value();
      else if (piece_[k] + 1 < in_.sources[k].curve.pieceCount() && end > points[static_cast<std::size_t>(piece_[k]) + 1].soc.value())
        joint = points[static_cast<std::size_t>(piece_[k]) + 1].soc.value();
      else continue;
      const double at = crossing(trace, h, joint);
      if (at < first - 1e-9) {
        first = at;
        bits = 1u << k;
      } else if (at <= first + 1e-9) {
        bits |= 1u << k;
      }
    }
    return first;
  }

  /// Where the charge passes `joint` between 0 and `h`: Newton, kept within its bracket.
  static double crossing(const circuit::Trace& trace, double h, double joint) {
    double low = 0;
    double high = h;
    double t = h * (trace.soc - joint) / (trace.soc - trace.socAt(h));
    const bool falls = trace.socAt(h) < joint;
    for (int i = 0; i < 40; ++i) {
      const double off = trace.socAt(t) - joint;
      ((off > 0) == falls ? low : high) = t;
      const double rate = -trace.perCharge * trace.currentAt(t);
      double next = t - off / rate;
      if (!(next > low && next < high)) next = 0.5 * (low + high);
      if (std::abs(next - t) < 1e-9) return next;
      t = next;
    }
    return t;
  }

  /// The first time at which the signature is another one, to the resolution of events.
  double locate(const DischargeRun::Piece& piece, const Signature& before, double end) {
    double low = 0;
    double high = end;
    const Signature was = withoutCurves(before);
    while (high - low > eventResolution) {
      const double middle = 0.5 * (low + high);
      if (withoutCurves(signature(stateAt(piece, middle))) == was) low = middle;
      else high = middle;
    }
    rememberPower(stateAt(piece, low));
    return high;
  }

  bool isNearLower(std::size_t k, double soc) const {
    const auto& points = in_.sources[k].curve.points();
    return std::abs(soc - points[piece_[k]].soc.value()) < std::abs(soc - points[static_cast<std::size_t>(piece_[k]) + 1].soc.value());
  }

  /// Puts the charges that have come to a joint exactly there.
  void snap(State& y, std::uint32_t bits) const {
    for (std::size_t k = 0; k < n_; ++k) {
      if (!(bits >> k & 1u)) continue;
      const auto& points = in_.sources[k].curve.points();
      const std::size_t at = isNearLower(k, y.soc[k]) ? piece_[k] : static_cast<std::size_t>(piece_[k]) + 1;
      y.soc[k] = points[at].soc.value();
    }
  }

  /// The sources that stand at a joint go on to the next piece of their curve.
  void moveAlong(std::uint32_t bits) {
    for (std::size_t k = 0; k < n_; ++k) {
      if (!(bits >> k & 1u)) continue;
      const bool down = isNearLower(k, y_.soc[k]);
      if (down && piece_[k] > 0) --piece_[k];
      else if (!down && piece_[k] + 1 < in_.sources[k].curve.pieceCount()) ++piece_[k];
      setLine(k);
    }
  }

  /// The bus power just before an event: at a collapse there is none after it.
  void rememberPower(const State& y) {
    const circuit::Operating op = operating(y);
    powerBefore_ = op.bus * op.loadCurrent;
  }

  void endRest() {
    resting_ = false;
    unsettled_ = true;
    activateNext();
    if (present_ == 0) finish(cause_);
  }

  /// Heat, energy and peaks over the kept part of a stretch: Simpson on the bus, the quadratics exactly.
  void integrate(const DischargeRun::Piece& piece, double h, bool whole) {
    std::array<double, 3> bus = bus_;
    std::array<double, 3> load{};
    if (!whole) {
      for (std::size_t i = 1; i < 3; ++i) {
        const double t = 0.5 * h * static_cast<double>(i);
        Emf decay{}, current;
        for (std::size_t k = 0; k < n_; ++k) decay[k] = piece.traces[k].decayAt(t);
        bus[i] = operate(piece, t, decay, current);
      }
    }
    for (std::size_t k = 0; k < n_; ++k)
      for (std::size_t i = 0; i < 3; ++i) load[i] += piece.traces[k].currentAt(0.5 * h * static_cast<double>(i));
    const auto simpson = [&](auto value) { return (value(0) + 4 * value(1) + value(2)) * h / 6; };
    busJoule_ += simpson([&](std::size_t i) { return bus[i] * load[i]; });
    controllerJoule_ += simpson([&](std::size_t i) { return (bus[i] - load[i] * net_.common) * load[i]; });
    for (std::size_t k = 0; k < n_; ++k) {
      const circuit::Trace& trace = piece.traces[k];
      const auto [a, b, c] = trace.current;
      it_[k] += h * (a + h * (b / 2 + h * c / 3));
      i2t_[k] += h * (a * a + h * (a * b + h * ((2 * a * c + b * b) / 3 + h * (b * c / 2 + h * c * c / 5))));
      if (trace.rate > 0) slowJoule_[k] += trace.slowSquared(h) / in_.sources[k].slow.value();
      SourceResult& r = run_.sources[k];
      for (const double t : {0.0, h}) {
        const double current = std::abs(trace.currentAt(t));
        if (current <= r.peak.value() + 1e-12) continue;
        r.peak = Ampere(current);
        r.peakAt = Second(t_ + t);
      }
    }
  }

  bool carries(const DischargeRun::Piece& piece, double t, std::size_t k) const {
    double load = 0;
    for (std::size_t i = 0; i < n_; ++i) load += piece.traces[i].currentAt(t);
    return load > 0 && piece.traces[k].currentAt(t) >= kneeShare * load;
  }

  bool isEven(const DischargeRun::Piece& piece, double t) const {
    double total = 0;
    for (std::size_t k = 0; k < n_; ++k) total += piece.traces[k].currentAt(t);
    if (total <= 0) return false;
    for (std::size_t k = 0; k < n_; ++k) {
      const double fair = in_.sources[k].capacity.value() / totalCapacity_;
      if (std::abs(piece.traces[k].currentAt(t) / total / fair - 1) > evenBand) return false;
    }
    return true;
  }

  /// The first time in the stretch at which a condition holds, or nothing.
  template <class Condition>
  static std::optional<double> firstTime(double h, const Condition& holds) {
    if (holds(0.0)) return 0.0;
    if (!holds(h)) return std::nullopt;
    double low = 0;
    double high = h;
    while (high - low > eventResolution) {
      const double middle = 0.5 * (low + high);
      (holds(middle) ? high : low) = middle;
    }
    return high;
  }

  /// Knees and the even moment: they change nothing, so they are only looked for.
  void watch(const DischargeRun::Piece& piece, double h) {
    if (resting_) return;
    for (std::size_t k = 0; k < n_; ++k) {
      if (run_.sources[k].knee || !(present_ >> k & 1u)) continue;
      const auto at = firstTime(h, [&](double t) { return carries(piece, t, k); });
      if (!at) continue;
      run_.sources[k].knee = Second(t_ + *at);
      run_.sources[k].kneeBecauseAnotherLeft = someoneLeft_ && *at < 0.01;
    }
    someoneLeft_ = false;
    if (run_.even || in_.joint.oneAtATime || n_ < 2) return;
    if (const auto at = firstTime(h, [&](double t) { return isEven(piece, t); })) run_.even = Second(t_ + *at);
  }

  void finish(EndCause cause) {
    done_ = true;
    run_.cause = cause;
    run_.end = Second(t_);
    run_.energyAtBus = Joule(busJoule_);
    run_.energyAtController = Joule(controllerJoule_);
    run_.powerAtEnd = Watt(powerBefore_);
    for (std::size_t k = 0; k < n_; ++k) {
      SourceResult& r = run_.sources[k];
      const Source& s = in_.sources[k];
      r.end = StateOfCharge(std::clamp(y_.soc[k], 0.0, 1.0));
      r.delivered = s.capacity * (s.start - r.end).value();
      r.currentSquaredSeconds = i2t_[k];
      r.heatInCells = Joule(i2t_[k] * s.cells.value() + slowJoule_[k]);
      r.heatInJoint = Joule(i2t_[k] * in_.joint.onResistance.value() + it_[k] * in_.joint.forwardDrop.value());
    }
  }

  DischargeRun& run_;
  const DischargeInput& in_;
  const circuit::Network& net_;
  std::size_t n_;
  State y_;
  std::array<Emf, 3> node_{};  ///< A: currents at the start, middle and end of the stretch
  std::array<double, 3> bus_{};
  Emf driftAtEnd_{};  ///< A/s, at the end of the stretch before
  std::array<std::uint8_t, maximumPacks> piece_{};
  std::array<Line, maximumPacks> line_{};
  std::array<double, maximumPacks> perCharge_{}, perTau_{}, tau_{}, i2t_{}, it_{}, slowJoule_{};
  circuit::Held held_;
  std::vector<std::size_t> order_;
  std::size_t next_ = 0;
  double slowest_ = 0;  ///< s: the longest time constant
  double totalCapacity_ = 0, t_ = 0, h_ = 1.0, restUntil_ = 0, busJoule_ = 0, controllerJoule_ = 0, powerBefore_ = 0;
  std::uint32_t present_ = 0, out_ = 0;
  bool resting_ = false, done_ = false, someoneLeft_ = false, unsettled_ = true;
  EndCause cause_ = EndCause::NoPack;
};

void DischargeRun::fill(Row& row, const Piece& piece, const circuit::Held& held, double time, const Emf& decay) const {
  const std::size_t n = input_.sources.size();
  const double t = std::clamp(time - piece.start, 0.0, piece.length);
  row.time = Second(time);
  Emf e{};
  for (std::size_t k = 0; k < n; ++k) {
    const circuit::Trace& trace = piece.traces[k];
    const double soc = trace.socAt(t);
    const double rest = trace.lineBase + trace.lineSlope * soc;
    const double slow = trace.slowAt(t, decay[k]);
    row.rest[k] = Volt(rest);
    row.soc[k] = StateOfCharge(std::clamp(soc, 0.0, 1.0));
    row.slow[k] = Volt(slow);
    e[k] = rest - slow;
  }
  if (!piece.power) return;  // a selector is between two packs: no volts, no current
  const circuit::Held::Point p = held.at(e);
  row.bus = Volt(p.bus);
  row.controller = Volt(p.bus - p.loadCurrent * network_.common);
  row.load = Ampere(p.loadCurrent);
  row.conducting = piece.conducting;
  for (std::size_t k = 0; k < n; ++k) row.current[k] = Ampere(held.current(k, e[k], p.bus));
}

Row DischargeRun::at(Second time) const {
  Row row;
  if (pieces_.empty()) return row;
  const double t = std::clamp(time.value(), 0.0, end.value());
  auto after = std::upper_bound(pieces_.begin(), pieces_.end(), t, [](double x, const Piece& p) { return x < p.start; });
  if (after != pieces_.begin()) --after;
  Emf decay{};
  for (std::size_t k = 0; k < input_.sources.size(); ++k)
    decay[k] = after->traces[k].decayAt(std::clamp(t - after->start, 0.0, after->length));
  fill(row, *after, heldIn(*after), t, decay);
  return row;
}

std::vector<Row> DischargeRun::rows(Second interval) const {
  std::vector<Row> out;
  if (pieces_.empty() || interval <= Second(0)) return out;
  const std::size_t n = input_.sources.size();
  out.reserve(static_cast<std::size_t>(end / interval) + 2);
  const double dt = interval.value();
  std::size_t i = 0;
  for (std::size_t p = 0; p < pieces_.size(); ++p) {
    const Piece& piece = pieces_[p];
    const double until = p + 1 < pieces_.size() ? pieces_[p + 1].start : end.value();
    double t = static_cast<double>(i) * dt;
    if (t >= until) continue;
    const circuit::Held held = heldIn(piece);
    // Rows are equally far apart: what is left of the slow part shrinks by one factor from row to row.
    Emf decay{}, factor{};
    for (std::size_t k = 0; k < n; ++k) {
      decay[k] = piece.traces[k].decayAt(t - piece.start);
      factor[k] = piece.traces[k].decayAt(dt);
    }
    for (; t < until; t = static_cast<double>(++i) * dt) {
      fill(out.emplace_back(), piece, held, t, decay);
      for (std::size_t k = 0; k < n; ++k) decay[k] *= factor[k];
    }
  }
  out.push_back(at(end));
  return out;
}

DischargeRun discharge(DischargeInput input) {
  ensure(input.sources.size() <= maximumPacks, "more packs than a run can hold");
  ensure(input.joint.oneWay || input.joint.forwardDrop == Volt(0), "a two-way joint with a forward drop");
  DischargeRun run;
  mergeFastParts(input);
  run.input_ = std::move(input);
  run.network_ = networkOf(run.input_);
  Discharger(run).go();
  return run;
}

}  // namespace usherwright
