// Smooth stretches of a joined discharge: collocation, rest-curve joints, location of events, totals.
#include <algorithm>
#include <cmath>

#include "core/joining/discharger.h"

namespace usherwright {
namespace {

constexpr double kneeShare = 0.05;
constexpr double evenBand = 0.05;
constexpr double eventResolution = 1e-4;    // s
constexpr double longestStep = 1200.0;      // s
constexpr double currentTolerance = 4e-3;   // of the load, with 1 A added: of the quadratics; what is reported is solved anew
constexpr double chargeTolerance = 1.5e-5;  // of a pack, in one stretch
constexpr double nearJoint = 2e-3;          // of charge: so near, a joint of the rest curve counts as passed
constexpr double settled = 0.1;             // of the tolerance: where the iteration stops
constexpr int mostIterations = 8;

}  // namespace

/// One stretch, cut short at the first event in it.
void Discharger::advance() {
  const double left = (resting_ ? restUntil_ : in_.longest.value()) - t_;
  if (left <= 1e-9) {
    if (resting_) endRest();
    else finish(EndCause::TimeLimit);
    return;
  }
  const Signature before = signature(y_, op_);
  Piece& piece = run_.pieces_.emplace_back();
  piece.start = t_;
  piece.conducting = resting_ ? 0 : net_.fedSource >= 0 ? present_ : before.conducting;
  piece.limited = before.limited;
  piece.power = !resting_;
  piece.converterOn = net_.converterOn;
  held_ = circuit::Held(net_, piece.conducting, before.limited);
  double end = stretch(piece, std::min({h_, longestStep, left}));
  State after = stateAt(piece, end);
  circuit::Operating op = operating(after);
  if (!(signature(after, op) == before)) {
    const double at = locate(piece, before, end);
    if (at < end) {
      end = at;
      after = stateAt(piece, end);
      op = operating(after);
      evaluate(piece, end);
    }
    unsettled_ = true;
    h_ = std::max(h_, 1.0);
  }
  piece.length = end;
  integrate(piece, end);
  if (!resting_) watch(piece);
  for (std::size_t k = 0; k < n_; ++k) driftAtEnd_[k] = unsettled_ ? 0 : piece.traces[k].driftAt(end);
  t_ += end;
  y_ = after;
  op_ = op;
}

Discharger::State Discharger::stateAt(const Piece& piece, double t) const {
  State y;
  for (std::size_t k = 0; k < n_; ++k) {
    const circuit::Trace& trace = piece.traces[k];
    y.soc[k] = trace.socAt(t);
    y.slow[k] = trace.slowAt(t, trace.decayAt(t));
  }
  return y;
}

/// Rest less slow voltage of each source at a time of the stretch; `decay` is e^(−rate·t).
Discharger::Emf Discharger::emfAt(const Piece& piece, double t, const Emf& decay) const {
  Emf e{};
  for (std::size_t k = 0; k < n_; ++k) e[k] = rest(k, piece.traces[k].socAt(t)) - piece.traces[k].slowAt(t, decay[k]);
  return e;
}

/// Fills the traces of a stretch of at most `h`; returns the length at which the error is small enough.
double Discharger::stretch(Piece& piece, double h) {
  bus_[0] = op_.bus;
  load_[0] = op_.loadCurrent;
  current_[0] = op_.current;
  const double wished = h;
  h = std::min(h, untilNextJoint());
  const bool shortened = h < wished;
  for (bool first = true;; first = false) {
    const double error = collocate(piece, h);
    const double next = h * std::clamp(0.9 / std::cbrt(std::max(error, 1e-9)), 0.2, 4.0);
    if (error <= 1 || h < 1e-6) {
      h_ = shortened && first ? std::max(next, wished) : next;
      return h;
    }
    h = next;
  }
}

/// About when the first source reaches the next joint of its rest curve. A stretch may reach a little past it: a kink near
/// its end does little.
double Discharger::untilNextJoint() const {
  double soonest = longestStep;
  for (std::size_t k = 0; k < n_; ++k) {
    const double rate = current_[0][k] * perCharge_[k];  // of discharge, 1/s
    if (std::abs(rate) < 1e-12) continue;
    const circuit::RestLines& lines = run_.lines_[k];
    const double soc = y_.soc[k];
    std::size_t i = static_cast<std::size_t>(&circuit::lineAt(lines, soc, hint_[k]) - lines.data());
    if (rate > 0 && i > 0) {
      if (soc - lines[i].from < nearJoint && --i == 0) continue;
      soonest = std::min(soonest, (soc - lines[i].from) / rate);
    } else if (rate < 0 && i + 1 < lines.size()) {
      if (lines[i + 1].from - soc < nearJoint && ++i + 1 == lines.size()) continue;
      soonest = std::min(soonest, (lines[i + 1].from - soc) / -rate);
    }
  }
  return soonest + 1e-3;
}

/// Constants of a stretch of length `h`: decays at the nodes, first guesses, and by how much the voltage of each source
/// falls at the middle and at the end per ampere there.
void Discharger::begin(Piece& piece, double h) {
  length_ = h;
  for (std::size_t k = 0; k < n_; ++k) {
    circuit::Trace& trace = piece.traces[k];
    trace.soc = y_.soc[k];
    trace.perCharge = perCharge_[k];
    trace.rate = perTau_[k];
    trace.tau = tau_[k];
    const double quarter = trace.decayAt(h / 4);
    decay_[1][k] = quarter;
    decay_[2][k] = quarter * quarter;
    decay_[3][k] = decay_[2][k] * quarter;
    decay_[4][k] = decay_[2][k] * decay_[2][k];
    current_[2][k] = current_[0][k] + driftAtEnd_[k] * h / 2;
    current_[4][k] = current_[0][k] + driftAtEnd_[k] * h;
    // Charge: the quadratic through (0, 1, 0) has the integral h/3 up to the middle, that through (0, 0, 1) h/6 in all.
    const double slope = circuit::lineAt(run_.lines_[k], y_.soc[k], hint_[k]).slope;
    const double charge = slope * perCharge_[k] * h;
    double slowMiddle = 0, slowEnd = 0;
    if (trace.rate > 0) {
      circuit::Trace unit;
      unit.rate = trace.rate;
      unit.tau = trace.tau;
      unit.set(0, 1, 0, h, slowOhm_[k], 0);
      slowMiddle = unit.slowAt(h / 2, decay_[2][k]);
      unit.set(0, 0, 1, h, slowOhm_[k], 0);
      slowEnd = unit.slowAt(h, decay_[4][k]);
    }
    answer_[2][k] = std::max(0.0, charge / 3 + slowMiddle);
    answer_[4][k] = std::max(0.0, charge / 6 + slowEnd);
  }
  if (held_.isGeneral()) {
    answer_[2] = answer_[4] = Emf{};
    answering_[2] = answering_[4] = held_;
    return;
  }
  for (const std::size_t node : {2u, 4u}) answering_[node] = circuit::Held(net_, piece.conducting, piece.limited, answer_[node]);
}

/// The quadratics through the currents at the start, the middle and the end.
void Discharger::setTraces(Piece& piece) const {
  for (std::size_t k = 0; k < n_; ++k)
    piece.traces[k].set(current_[0][k], current_[2][k], current_[4][k], length_, slowOhm_[k], y_.slow[k]);
}

/// The operating point at a node, with the traces as they are.
void Discharger::operateAt(const Piece& piece, std::size_t node) {
  const Emf e = emfAt(piece, length_ * static_cast<double>(node) / 4, decay_[node]);
  const circuit::Held::Point p = held_.at(e);
  bus_[node] = p.bus;
  load_[node] = p.loadCurrent;
  for (std::size_t k = 0; k < n_; ++k) current_[node][k] = held_.current(k, e[k], p.bus);
}

/// New currents at the middle or the end, with the answer of the sources taken in, so that two or three rounds are
/// enough. Returns by how much they moved.
double Discharger::renew(Piece& piece, std::size_t node) {
  setTraces(piece);
  Emf e = emfAt(piece, length_ * static_cast<double>(node) / 4, decay_[node]);
  for (std::size_t k = 0; k < n_; ++k) e[k] += answer_[node][k] * current_[node][k];
  const circuit::Held::Point p = answering_[node].at(e);
  bus_[node] = p.bus;
  load_[node] = p.loadCurrent;
  double moved = 0;
  for (std::size_t k = 0; k < n_; ++k) {
    const double current = answering_[node].current(k, e[k], p.bus);
    moved = std::max(moved, std::abs(current - current_[node][k]));
    current_[node][k] = current;
  }
  return moved;
}

/// The operating point at a node between those of the quadratics; returns their largest error there, in charge.
double Discharger::probe(const Piece& piece, std::size_t node) {
  operateAt(piece, node);
  const double t = length_ * static_cast<double>(node) / 4;
  double charge = 0;
  error_[node] = 0;
  for (std::size_t k = 0; k < n_; ++k) {
    const double off = std::abs(current_[node][k] - piece.traces[k].currentAt(t));
    error_[node] = std::max(error_[node], off);
    charge = std::max(charge, off * perCharge_[k]);
  }
  return charge * length_ / 2;
}

/// Iterates the currents at the middle and the end until they agree with the state that follows from them. Returns the
/// error of the quadratics in units of the tolerances.
double Discharger::collocate(Piece& piece, double h) {
  begin(piece, h);
  const double coarse = currentTolerance * (1 + std::abs(load_[0])) / in_.fineness;
  for (int i = 0;; ++i) {
    if (i == mostIterations) return 100;  // too long for the iteration to contract
    const double moved = std::max(renew(piece, 2), renew(piece, 4));
    if (moved < settled * coarse) break;
  }
  setTraces(piece);
  const double charge = probe(piece, 1) + probe(piece, 3);
  return std::max(charge * in_.fineness / chargeTolerance, std::max(error_[1], error_[3]) / coarse);
}

/// The first time at which the signature is another one, to the resolution of events.
double Discharger::locate(const Piece& piece, const Signature& before, double end) {
  double low = 0;
  double high = end;
  while (high - low > eventResolution) {
    const double middle = 0.5 * (low + high);
    if (signature(stateAt(piece, middle)) == before) low = middle;
    else high = middle;
  }
  rememberPower(stateAt(piece, low));
  return high;
}

/// The bus power just before an event: at a collapse there is none after it.
void Discharger::rememberPower(const State& y) {
  const circuit::Operating op = operating(y);
  powerBefore_ = op.bus * op.loadCurrent;
}

/// Bus and load at the nodes of a stretch that was cut short at `h`.
void Discharger::evaluate(const Piece& piece, double h) {
  length_ = h;
  for (std::size_t node = 1; node < nodes; ++node) {
    for (std::size_t k = 0; k < n_; ++k) decay_[node][k] = piece.traces[k].decayAt(h * static_cast<double>(node) / 4);
    operateAt(piece, node);
  }
}

/// Heat, energy and peaks over the kept part of a stretch: Boole's rule on the bus, the quadratics exactly.
void Discharger::integrate(const Piece& piece, double h) {
  constexpr std::array weight{7.0 / 90, 32.0 / 90, 12.0 / 90, 32.0 / 90, 7.0 / 90};
  for (std::size_t node = 0; node < nodes; ++node) {
    const double share = weight[node] * h;
    busJoule_ += share * bus_[node] * load_[node];
    controllerJoule_ += share * (bus_[node] - load_[node] * net_.common) * load_[node];
    if (held_.isGeneral()) converterJoule_ += share * converterHeat(piece, h * static_cast<double>(node) / 4, bus_[node]);
  }
  for (std::size_t k = 0; k < n_; ++k) {
    const circuit::Trace& trace = piece.traces[k];
    it_[k] += (trace.soc - trace.socAt(h)) / perCharge_[k];
    i2t_[k] += trace.currentSquared(h);
    if (trace.rate > 0) slowJoule_[k] += trace.slowSquared(h) / slowOhm_[k];
    notePeak(k, current_[0][k], t_);
    notePeak(k, current_[nodes - 1][k], t_ + h);
  }
}

void Discharger::notePeak(std::size_t k, double current, double time) {
  SourceResult& r = run_.sources[k];
  if (std::abs(current) <= r.peak.value() + 1e-12) return;
  r.peak = Ampere(std::abs(current));
  r.peakAt = Second(time);
}

/// Watts that the converter turns into heat.
double Discharger::converterHeat(const Piece& piece, double t, double bus) const {
  if (resting_ || !(present_ >> net_.fedSource & 1u)) return 0;
  const auto k = static_cast<std::size_t>(net_.fedSource);
  const circuit::Trace& trace = piece.traces[k];
  const circuit::Fed f = circuit::fed(net_, rest(k, trace.socAt(t)) - trace.slowAt(t, trace.decayAt(t)), bus);
  return f.input * f.terminal - f.output * bus;
}

Discharger::Emf Discharger::delivered(const Piece& piece, std::size_t node) const {
  if (net_.fedSource < 0) return current_[node];
  return delivered(operating(stateAt(piece, piece.length * static_cast<double>(node) / 4)));
}

Discharger::Emf Discharger::delivered(const circuit::Operating& op) const {
  Emf out{};
  for (std::size_t k = 0; k < n_; ++k) out[k] = op.delivered(net_, k);
  return out;
}

bool Discharger::carries(const Emf& delivered, std::size_t k) const {
  double load = 0;
  for (std::size_t i = 0; i < n_; ++i) load += delivered[i];
  return load > 0 && delivered[k] >= kneeShare * load;
}

bool Discharger::isEven(const Emf& delivered) const {
  double total = 0;
  for (std::size_t k = 0; k < n_; ++k) total += delivered[k];
  if (total <= 0) return false;
  for (std::size_t k = 0; k < n_; ++k) {
    const double fair = in_.sources[k].capacity.value() / totalCapacity_;
    if (std::abs(delivered[k] / total / fair - 1) > evenBand) return false;
  }
  return true;
}

void Discharger::noteKnee(std::size_t k, double time, bool atStart) {
  run_.sources[k].knee = Second(time);
  run_.sources[k].kneeBecauseAnotherLeft = someoneLeft_ && atStart;
}

/// Knees and the even moment: they change nothing, so they are only looked for, at the nodes and then between them.
void Discharger::watch(const Piece& piece) {
  const auto firstTime = [&](const auto& holds) -> std::optional<double> {
    std::size_t node = 0;
    while (node < nodes && !holds(delivered(piece, node))) ++node;
    if (node == nodes) return std::nullopt;
    if (node == 0) return 0.0;
    double low = piece.length * static_cast<double>(node - 1) / 4;
    double high = piece.length * static_cast<double>(node) / 4;
    while (high - low > eventResolution) {
      const double middle = 0.5 * (low + high);
      (holds(delivered(operating(stateAt(piece, middle)))) ? high : low) = middle;
    }
    return high;
  };
  for (std::size_t k = 0; k < n_; ++k) {
    if (run_.sources[k].knee || !(present_ >> k & 1u)) continue;
    const auto at = firstTime([&](const Emf& d) { return carries(d, k); });
    if (at) noteKnee(k, t_ + *at, *at < 0.01);
  }
  someoneLeft_ = false;
  if (run_.even || in_.joint.turns == Turns::OneAtATime || n_ < 2) return;
  if (const auto at = firstTime([&](const Emf& d) { return isEven(d); })) run_.even = Second(t_ + *at);
}

}  // namespace usherwright
