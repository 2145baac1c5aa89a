// Event-located integration of a joined discharge.
#include "core/joining/discharge.h"

#include <algorithm>
#include <cmath>

#include "core/quantity/problem.h"

namespace usherwright {
namespace {

using numeric::State;
using Emf = std::array<double, maximumPacks>;

constexpr double kneeShare = 0.05;
constexpr double evenBand = 0.05;
constexpr double changeOver = 5.0;          // s without power at a selector
constexpr double eventResolution = 1e-4;    // s
constexpr double longestStep = 240.0;       // s
constexpr double quasiSteady = 0.5;         // s: a faster RC part acts as a plain resistance
constexpr double mostTimeConstants = 5000;  // and so does one that is this much shorter than the whole run
constexpr std::size_t mostPieces = 60000;   // a run that needs more is given up as too long

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

/// One run in progress. State: soc of each source, then v1 of each.
class Discharger {
 public:
  explicit Discharger(DischargeRun& run) : run_(run), in_(run.input_), net_(run.network_), n_(in_.sources.size()) {
    for (std::size_t k = 0; k < n_; ++k) {
      const Source& s = in_.sources[k];
      y_[k] = s.start.value();
      y_[n_ + k] = 0.0;
      piece_[k] = static_cast<std::uint8_t>(s.curve.piece(y_[k]));
      perCharge_[k] = 1 / (3600 * s.capacity.value());
      if (s.slow.value() > 0) {
        perCapacitance_[k] = 1 / s.slowCapacitance.value();
        perTau_[k] = perCapacitance_[k] / s.slow.value();
      }
      tolerance_[k] = 1e-8;
      tolerance_[n_ + k] = 2e-5;
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
    while (!done_) {
      if (run_.pieces_.size() >= mostPieces) return finish(EndCause::TimeLimit);
      settle();
      if (!done_) advance();
    }
  }

 private:
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
    for (std::size_t k = 0; k < n_; ++k) e[k] = line_[k].base + line_[k].slope * y[k] - y[n_ + k];
    return e;
  }

  circuit::Operating operating(const State& y) const {
    if (resting_) return circuit::Operating{};
    return circuit::solve(net_, emf(y), present_);
  }

  /// Within a smooth stretch: the conducting set is held.
  void slope(const State& y, State& dy) const {
    const Emf e = emf(y);
    const double bus = held_.at(e).bus;
    for (std::size_t k = 0; k < n_; ++k) {
      const double current = held_.current(k, e[k], bus);
      dy[k] = -current * perCharge_[k];
      dy[n_ + k] = current * perCapacitance_[k] - y[n_ + k] * perTau_[k];
    }
  }

  /// Currents and bus within a smooth stretch.
  struct Inside {
    double bus = 0, load = 0;
    std::array<double, maximumPacks> current{};
  };
  Inside inside(const State& y) const {
    const Emf e = emf(y);
    const circuit::Held::Point p = held_.at(e);
    Inside out{p.bus, p.loadCurrent, {}};
    for (std::size_t k = 0; k < n_; ++k) out.current[k] = held_.current(k, e[k], p.bus);
    return out;
  }

  Signature signature(const State& y) const {
    Signature g;
    const circuit::Operating op = operating(y);
    for (std::size_t k = 0; k < n_; ++k) {
      const Source& s = in_.sources[k];
      const auto& points = s.curve.points();
      const std::uint32_t bit = 1u << k;
      // Beyond either end the last piece goes on: a pack that another one overcharges has to stand somewhere.
      const bool below = piece_[k] > 0 && y[k] < points[piece_[k]].soc.value();
      const bool above = piece_[k] + 1 < s.curve.pieceCount() && y[k] > points[static_cast<std::size_t>(piece_[k]) + 1].soc.value() + 1e-13;
      if (below || above) g.curveLeft |= bit;
      if (!(present_ & bit)) continue;
      if (y[k] <= s.floor.value()) g.floored |= bit;
      const double group = (line_[k].base + line_[k].slope * y[k] - y[n_ + k] - op.current[k] * s.cells.value()) / s.series;
      if (s.groupCutoff.value() > 0 && group < s.groupCutoff.value()) g.cut |= bit;
      if (in_.joint.oneAtATime && y[k] <= in_.mark.value() && hasSuccessor()) g.marked |= bit;
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
      if (y_[k] > in_.sources[k].floor.value()) continue;
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
      if (y_[k] < points[piece_[k]].soc.value()) --piece_[k];
      else ++piece_[k];
      setLine(k);
    }
  }

  /// One smooth step, cut short at the first event in it.
  void advance() {
    const Signature before = signature(y_);
    held_ = circuit::Held(net_, resting_ ? 0 : before.conducting, before.limited);
    State k1{};
    slope(y_, k1);
    const double left = (resting_ ? restUntil_ : in_.longest.value()) - t_;
    if (left <= 1e-9) {
      if (resting_) endRest();
      else finish(EndCause::TimeLimit);
      return;
    }
    DischargeRun::Piece piece;
    for (std::size_t k = 0; k < n_; ++k) {
      piece.lineBase[k] = line_[k].base;
      piece.lineSlope[k] = line_[k].slope;
    }
    piece.conducting = before.conducting;
    piece.limited = before.limited;
    piece.power = !resting_;
    State end{};
    State endSlope{};
    double h = std::min({h_, longestStep, left});
    const auto f = [this](const State& y, State& dy) { slope(y, dy); };
    for (;;) {
      const double error = numeric::step(f, 2 * n_, y_, k1, h, tolerance_, end, endSlope, piece.step);
      h_ = numeric::nextLength(h, error);
      if (error <= 1 || h < 1e-6) break;
      h = h_;
    }
    piece.step.start = t_;
    double theta = 1.0;
    if (!(signature(end) == before)) {
      double low = 0.0;
      double high = 1.0;
      State probe{};
      while ((high - low) * h > eventResolution) {
        const double middle = 0.5 * (low + high);
        piece.step.at(middle, probe);
        if (signature(probe) == before) low = middle;
        else high = middle;
      }
      theta = high;
      piece.step.at(low, probe);
      rememberPower(probe);
      piece.step.at(theta, end);
      h_ = std::max(h_, 1.0);
    }
    integrate(piece, theta);
    watch(piece, theta);
    t_ += theta * h;
    y_ = end;
    run_.pieces_.push_back(piece);
  }

  /// The bus power just before an event: at a collapse there is none after it.
  void rememberPower(const State& y) {
    const circuit::Operating op = operating(y);
    powerBefore_ = op.bus * op.loadCurrent;
  }

  void endRest() {
    resting_ = false;
    activateNext();
    if (present_ == 0) finish(cause_);
  }

  /// Heat, energy and peaks over the kept part of a step, by three-point Gauss quadrature.
  void integrate(const DischargeRun::Piece& piece, double theta) {
    static constexpr std::array<double, 3> node{0.1127016653792583, 0.5, 0.8872983346207417};
    static constexpr std::array<double, 3> weight{5.0 / 18, 8.0 / 18, 5.0 / 18};
    State probe{};
    for (std::size_t i = 0; i < 3; ++i) {
      piece.step.at(node[i] * theta, probe);
      const Inside op = inside(probe);
      const double dt = weight[i] * theta * piece.step.length;
      busJoule_ += op.bus * op.load * dt;
      controllerJoule_ += (op.bus - op.load * net_.common) * op.load * dt;
      for (std::size_t k = 0; k < n_; ++k) {
        i2t_[k] += op.current[k] * op.current[k] * dt;
        it_[k] += op.current[k] * dt;
        const double v1 = probe[n_ + k];
        if (perTau_[k] > 0) slowJoule_[k] += v1 * v1 / in_.sources[k].slow.value() * dt;
      }
    }
    for (const double at : {0.0, theta}) {
      piece.step.at(at, probe);
      const Inside op = inside(probe);
      for (std::size_t k = 0; k < n_; ++k) {
        SourceResult& r = run_.sources[k];
        if (std::abs(op.current[k]) <= r.peak.value() + 1e-12) continue;
        r.peak = Ampere(std::abs(op.current[k]));
        r.peakAt = Second(t_ + at * piece.step.length);
      }
    }
  }

  bool carries(const State& y, std::size_t k) const {
    const Inside op = inside(y);
    return op.load > 0 && op.current[k] >= kneeShare * op.load;
  }

  bool isEven(const State& y) const {
    const Inside op = inside(y);
    double total = 0;
    for (std::size_t k = 0; k < n_; ++k) total += op.current[k];
    if (total <= 0) return false;
    for (std::size_t k = 0; k < n_; ++k) {
      const double fair = in_.sources[k].capacity.value() / totalCapacity_;
      if (std::abs(op.current[k] / total / fair - 1) > evenBand) return false;
    }
    return true;
  }

  /// The first θ in the step at which a condition holds, or nothing.
  template <class Condition>
  std::optional<double> firstTime(const DischargeRun::Piece& piece, double theta, const Condition& holds) const {
    State probe{};
    piece.step.at(0, probe);
    if (holds(probe)) return 0.0;
    piece.step.at(theta, probe);
    if (!holds(probe)) return std::nullopt;
    double low = 0;
    double high = theta;
    while ((high - low) * piece.step.length > eventResolution) {
      const double middle = 0.5 * (low + high);
      piece.step.at(middle, probe);
      if (holds(probe)) high = middle;
      else low = middle;
    }
    return high;
  }

  /// Knees and the even moment: they change nothing, so they are only looked for.
  void watch(const DischargeRun::Piece& piece, double theta) {
    if (resting_) return;
    for (std::size_t k = 0; k < n_; ++k) {
      if (run_.sources[k].knee || !(present_ >> k & 1u)) continue;
      const auto at = firstTime(piece, theta, [&](const State& y) { return carries(y, k); });
      if (!at) continue;
      run_.sources[k].knee = Second(t_ + *at * piece.step.length);
      run_.sources[k].kneeBecauseAnotherLeft = someoneLeft_ && *at * piece.step.length < 0.01;
    }
    someoneLeft_ = false;
    if (run_.even || in_.joint.oneAtATime || n_ < 2) return;
    if (const auto at = firstTime(piece, theta, [&](const State& y) { return isEven(y); }))
      run_.even = Second(t_ + *at * piece.step.length);
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
      r.end = StateOfCharge(std::clamp(y_[k], 0.0, 1.0));
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
  State y_{};
  State tolerance_{};
  std::array<std::uint8_t, maximumPacks> piece_{};
  std::array<Line, maximumPacks> line_{};
  std::array<double, maximumPacks> perCharge_{}, perCapacitance_{}, perTau_{}, i2t_{}, it_{}, slowJoule_{};
  circuit::Held held_;
  std::vector<std::size_t> order_;
  std::size_t next_ = 0;
  double totalCapacity_ = 0, t_ = 0, h_ = 1.0, restUntil_ = 0, busJoule_ = 0, controllerJoule_ = 0, powerBefore_ = 0;
  std::uint32_t present_ = 0, out_ = 0;
  bool resting_ = false, done_ = false, someoneLeft_ = false;
  EndCause cause_ = EndCause::NoPack;
};

void DischargeRun::fill(Row& row, const Piece& piece, const circuit::Held& held, double time) const {
  const std::size_t n = input_.sources.size();
  numeric::State y;
  const double theta = piece.step.length > 0 ? std::clamp((time - piece.step.start) / piece.step.length, 0.0, 1.0) : 0.0;
  piece.step.at(theta, y);
  row.time = Second(time);
  Emf e{};
  for (std::size_t k = 0; k < n; ++k) {
    row.rest[k] = Volt(piece.lineBase[k] + piece.lineSlope[k] * y[k]);
    row.soc[k] = StateOfCharge(std::clamp(y[k], 0.0, 1.0));
    row.slow[k] = Volt(y[n + k]);
    e[k] = row.rest[k].value() - y[n + k];
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
  auto after = std::upper_bound(pieces_.begin(), pieces_.end(), t, [](double x, const Piece& p) { return x < p.step.start; });
  if (after != pieces_.begin()) --after;
  fill(row, *after, heldIn(*after), t);
  return row;
}

std::vector<Row> DischargeRun::rows(Second interval) const {
  std::vector<Row> out;
  if (pieces_.empty() || interval <= Second(0)) return out;
  out.reserve(static_cast<std::size_t>(end / interval) + 2);
  std::size_t p = 0;
  circuit::Held held = heldIn(pieces_.front());
  for (std::size_t i = 0;; ++i) {
    const double t = static_cast<double>(i) * interval.value();
    if (t >= end.value()) break;
    const std::size_t before = p;
    while (p + 1 < pieces_.size() && pieces_[p + 1].step.start <= t) ++p;
    if (p != before) held = heldIn(pieces_[p]);
    fill(out.emplace_back(), pieces_[p], held, t);
  }
  fill(out.emplace_back(), pieces_.back(), heldIn(pieces_.back()), end.value());
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
