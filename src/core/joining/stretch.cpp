// Smooth stretches of a joined discharge: collocation, rest-curve joints, location of events, totals.
#include <algorithm>
#include <cmath>

#include "core/joining/discharger.h"
#include "core/quantity/root.h"

namespace usherwright {
namespace {

constexpr double eventResolution = 1e-4;    // s
constexpr double watchResolution = 1e-3;    // s: of what changes nothing
constexpr double longestStep = 1200.0;      // s
constexpr double currentTolerance = 4e-3;   // of the load, with 1 A added: of the quadratics; what is reported is solved anew
constexpr double chargeTolerance = 1.5e-5;  // of a pack, in one stretch
constexpr double nearJoint = 2e-3;          // of charge: so near, a joint of the rest curve counts as passed
constexpr double settled = 0.1;             // of the tolerance: where the iteration stops
constexpr double remaining = 0.1;           // of what a round but the first has moved: what is left after it, at most
constexpr int mostIterations = 8;

// Integrals, up to each node of a stretch of length 1, of the quadratics that are 1 at its start, middle and end and 0 at
// the other two.
struct Share {
  double start, middle, end;
};
constexpr std::array<Share, 5> charged{
    {{0, 0, 0}, {1.0 / 6, 5.0 / 48, -1.0 / 48}, {5.0 / 24, 1.0 / 3, -1.0 / 24}, {3.0 / 16, 9.0 / 16, 0}, {1.0 / 6, 2.0 / 3, 1.0 / 6}}};

}  // namespace

/// One stretch, cut short at the first event in it.
template <std::size_t n>
void Discharger<n>::advance() {
  const double left = (resting_ ? restUntil_ : in_.longest.value()) - t_;
  if (left <= 1e-9) {
    if (resting_) endRest();
    else finish(EndCause::TimeLimit);
    return;
  }
  Piece& piece = run_.pieces_.emplace_back();
  piece.start = t_;
  piece.conducting = heldSources();
  piece.limited = before_.limited;
  piece.power = !resting_;
  piece.converterOn = net_.converterOn;
  double end = stretch(piece, std::min({h_, longestStep, left}));
  State after = stateAtEnd(piece);
  circuit::Operating op = operatingAtEnd(after);
  if (!(signature(after, op) == before_)) {
    const double at = locate(piece, end);
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
  for (std::size_t k = 0; k < n; ++k) {
    driftAtEnd_[k] = unsettled_ ? 0 : piece.traces[k].driftAt(end);
    slopeBefore_[k] = slope_[k];
  }
  t_ += end;
  y_ = after;
  op_ = op;
}

template <std::size_t n>
auto Discharger<n>::stateAt(const Piece& piece, double t) const -> State {
  State y;
  for (std::size_t k = 0; k < n; ++k) {
    const circuit::Trace& trace = piece.traces[k];
    y.soc[k] = trace.socAt(t);
    y.slow[k] = trace.slowAt(t, trace.decayAt(t));
  }
  return y;
}

template <std::size_t n>
auto Discharger<n>::stateAtEnd(const Piece& piece) const -> State {
  State y;
  circuit::each<n>([&](std::size_t k) {
    y.soc[k] = piece.traces[k].socAt(length_);
    y.slow[k] = piece.traces[k].slowAt(length_, decayAtEnd_[k]);
  });
  return y;
}

/// The operating point at the end of a stretch: that of the circuit held, if it still is the circuit there.
template <std::size_t n>
circuit::Operating Discharger<n>::operatingAtEnd(const State& after) const {
  if (resting_ || held_.isGeneral() || before_.limited || before_.collapsed) return operating(after);
  const Emf e = emf(after);
  const double open = held_.openBus(e);
  if (!held_.hasRoot(open)) return operating(after);
  circuit::Operating op;
  op.loadCurrent = held_.load(open);
  if (net_.load.constantPower && op.loadCurrent > net_.load.limit.value()) return operating(after);
  op.bus = open - op.loadCurrent * held_.perConductance();
  op.controller = op.bus - op.loadCurrent * net_.common;
  op.conducting = before_.conducting;
  for (std::size_t k = 0; k < n; ++k) {
    if (!(present_ >> k & 1u)) continue;
    const bool conducts = op.conducting >> k & 1u;
    const bool drives = e[k] - net_.forwardDrop > op.bus;
    if (net_.oneWay && conducts != drives) return operating(after);
    op.current[k] = held_.direct(k, e[k], op.bus);
  }
  return op;
}

/// Fills the traces of a stretch of at most `h`; returns the length at which the error is small enough.
template <std::size_t n>
double Discharger<n>::stretch(Piece& piece, double h) {
  bus_[0] = op_.bus;
  load_[0] = op_.loadCurrent;
  circuit::each<n>([&](std::size_t k) { current_[0][k] = op_.current[k]; });
  const double wished = h;
  h = std::min(h, untilNextJoint());
  const bool shortened = h < wished;
  for (bool first = true;; first = false) {
    const double error = collocate(h);
    constexpr double soSmall = 0.011;  // the cube root need not be known
    const double next = h * (error < soSmall ? 4.0 : std::max(0.2, 0.9 / std::cbrt(error)));
    if (error <= 1 || h < 1e-6) {
      h_ = shortened && first ? std::max(next, wished) : next;
      setTraces(piece);
      return h;
    }
    h = next;
  }
}

/// About when the first source reaches the next joint of its rest curve. A stretch may reach a little past it: a kink near
/// its end does little.
template <std::size_t n>
double Discharger<n>::untilNextJoint() const {
  double soonest = longestStep;
  for (std::size_t k = 0; k < n; ++k) {
    const double rate = current_[0][k] * perCharge_[k];  // of discharge, 1/s
    if (std::abs(rate) < 1e-12) continue;
    const double soc = y_.soc[k];
    const circuit::RestLine* line = circuit::lineAt(line_[k], soc);
    if (rate > 0 && soc - line->from < nearJoint) --line;
    if (rate < 0 && line->to - soc < nearJoint) ++line;
    const double way = soc - (rate > 0 ? line->from : line->to);
    const double byStart = way / rate;
    const double mean = rate + 0.5 * byStart * driftAtEnd_[k] * perCharge_[k];
    soonest = std::min(soonest, way * mean > 0 ? way / mean : byStart);
  }
  return soonest + 1e-3;
}

/// Constants of a stretch of length `h`: how the state at each node follows from the currents, first guesses of those, and
/// by how much the voltage of each source falls at the middle and at the end per ampere there.
template <std::size_t n>
void Discharger<n>::begin(double h) {
  length_ = h;
  const double perLength = 1 / h;
  Emf charge, quarter, left;  // charge of a pack by 1 A; e^(−t/τ) after a quarter, and at the node
  circuit::each<n>([&](std::size_t k) {
    charge[k] = perCharge_[k] * h;
    quarter[k] = perTau_[k] > 0 ? std::exp(-0.25 * h * perTau_[k]) : 1.0;
    left[k] = 1;
  });
  circuit::each<nodes - 1>([&](std::size_t before) {
    const std::size_t node = before + 1;
    const double u = static_cast<double>(node) / 4;
    Response& r = response_[node];
    circuit::each<n>([&](std::size_t k) {
      left[k] *= quarter[k];
      // The slow voltage, over its resistance, behind a current of 1, t/h and (t/h)².
      const double lag = tau_[k] * perLength;
      const double level = 1 - left[k];
      const double ramp = u - lag * level;
      const double bend = u * u - 2 * lag * ramp;
      const double start = current_[0][k];
      r.soc[k] = y_.soc[k] - charge[k] * charged[node].start * start;
      r.socMiddle[k] = -charge[k] * charged[node].middle;
      r.socEnd[k] = -charge[k] * charged[node].end;
      r.slow[k] = y_.slow[k] * left[k] + slowOhm_[k] * (level - 3 * ramp + 2 * bend) * start;
      r.slowMiddle[k] = slowOhm_[k] * 4 * (ramp - bend);
      r.slowEnd[k] = slowOhm_[k] * (2 * bend - ramp);
    });
  });
  decayAtEnd_ = left;
  Emf bent;  // V/s: what another slope of the rest curve than in the stretch before does to each source
  circuit::each<n>([&](std::size_t k) {
    slope_[k] = circuit::lineAt(line_[k], y_.soc[k] - 0.5 * charge[k] * current_[0][k])->slope;
    answer_[2][k] = std::max(0.0, response_[2].slowMiddle[k] - slope_[k] * response_[2].socMiddle[k]);
    answer_[4][k] = std::max(0.0, response_[4].slowEnd[k] - slope_[k] * response_[4].socEnd[k]);
    bent[k] = (slopeBefore_[k] - slope_[k]) * perCharge_[k] * current_[0][k];
  });
  if (held_.isGeneral()) answer_[2] = answer_[4] = Emf{};
  for (const std::size_t node : {2u, 4u}) answering_[node] = circuit::Held<n>(net_, heldSources(), before_.limited, answer_[node]);
  const double bus = answering_[2].busFollows(bent);
  circuit::each<n>([&](std::size_t k) {
    const double drift = driftAtEnd_[k] + answering_[2].conductance(k) * (bent[k] - bus);
    current_[2][k] = current_[0][k] + drift * h / 2;
    current_[4][k] = current_[0][k] + drift * h;
  });
}

/// Rest less slow voltage of each source at a node, with the currents at the middle and the end as they are.
template <std::size_t n>
auto Discharger<n>::emfAt(std::size_t node) const -> Emf {
  const Response& r = response_[node];
  Emf e;
  circuit::each<n>([&](std::size_t k) {
    const double middle = current_[2][k], end = current_[4][k];
    const double soc = r.soc[k] + r.socMiddle[k] * middle + r.socEnd[k] * end;
    e[k] = rest(k, soc) - (r.slow[k] + r.slowMiddle[k] * middle + r.slowEnd[k] * end);
  });
  return e;
}

/// The quadratics through the currents at the start, the middle and the end.
template <std::size_t n>
void Discharger<n>::setTraces(Piece& piece) const {
  const double perLength = 1 / length_;
  circuit::each<n>([&](std::size_t k) {
    circuit::Trace& trace = piece.traces[k];
    trace.soc = y_.soc[k];
    trace.perCharge = perCharge_[k];
    trace.rate = perTau_[k];
    trace.tau = tau_[k];
    trace.set(current_[0][k], current_[2][k], current_[4][k], perLength, slowOhm_[k], y_.slow[k]);
  });
}

/// The operating point at a node.
template <std::size_t n>
void Discharger<n>::operateAt(std::size_t node, const Emf& e) {
  const circuit::Point p = held_.at(e);
  bus_[node] = p.bus;
  load_[node] = p.loadCurrent;
  circuit::each<n>([&](std::size_t k) { current_[node][k] = held_.current(k, e[k], p.bus); });
}

/// New currents at the middle or the end, with the answer of the sources taken in, so that two or three rounds are
/// enough. Returns by how much they moved.
template <std::size_t n>
double Discharger<n>::renew(std::size_t node) {
  Emf e = emfAt(node);
  circuit::each<n>([&](std::size_t k) { e[k] += answer_[node][k] * current_[node][k]; });
  const circuit::Held<n>& held = answering_[node];
  const circuit::Point p = held.at(e);
  bus_[node] = p.bus;
  load_[node] = p.loadCurrent;
  double moved = 0;
  circuit::each<n>([&](std::size_t k) {
    const double current = held.current(k, e[k], p.bus);
    moved = std::max(moved, std::abs(current - current_[node][k]));
    current_[node][k] = current;
  });
  return moved;
}

/// The operating point at a node between those of the quadratics; returns their largest error there, in charge.
template <std::size_t n>
double Discharger<n>::probe(std::size_t node) {
  operateAt(node, emfAt(node));
  // The quadratic at a quarter and at three quarters.
  const double fromStart = node == 1 ? 0.375 : -0.125, fromEnd = node == 1 ? -0.125 : 0.375;
  double charge = 0;
  error_[node] = 0;
  circuit::each<n>([&](std::size_t k) {
    const double off = std::abs(current_[node][k] - (fromStart * current_[0][k] + 0.75 * current_[2][k] + fromEnd * current_[4][k]));
    error_[node] = std::max(error_[node], off);
    charge = std::max(charge, off * perCharge_[k]);
  });
  return charge * length_ / 2;
}

/// Iterates the currents at the middle and the end until they agree with the state that follows from them. Returns the
/// error of the quadratics in units of the tolerances.
template <std::size_t n>
double Discharger<n>::collocate(double h) {
  begin(h);
  const double coarse = currentTolerance * (1 + std::abs(load_[0])) / in_.fineness;
  for (int i = 0;; ++i) {
    if (i == mostIterations) return 100;  // too long for the iteration to contract
    const double moved = std::max(renew(2), renew(4));
    if ((i == 0 ? moved : remaining * moved) < settled * coarse) break;
  }
  const double charge = probe(1) + probe(3);
  return std::max(charge * in_.fineness / chargeTolerance, std::max(error_[1], error_[3]) / coarse);
}

/// The first time at which the signature is another one, to the resolution of events.
template <std::size_t n>
double Discharger<n>::locate(const Piece& piece, double end) {
  double low = 0;
  double high = end;
  while (high - low > eventResolution) {
    const double middle = 0.5 * (low + high);
    if (signature(stateAt(piece, middle)) == before_) low = middle;
    else high = middle;
  }
  rememberPower(stateAt(piece, low));
  return high;
}

/// The bus power just before an event: at a collapse there is none after it.
template <std::size_t n>
void Discharger<n>::rememberPower(const State& y) {
  const circuit::Operating op = operating(y);
  powerBefore_ = op.bus * op.loadCurrent;
}

/// Bus and load at the nodes of a stretch that was cut short at `h`.
template <std::size_t n>
void Discharger<n>::evaluate(const Piece& piece, double h) {
  length_ = h;
  for (std::size_t k = 0; k < n; ++k) decayAtEnd_[k] = piece.traces[k].decayAt(h);
  for (std::size_t node = 1; node < nodes; ++node) operateAt(node, emf(stateAt(piece, h * static_cast<double>(node) / 4)));
}

/// Heat, energy and peaks over the kept part of a stretch: Boole's rule on the bus, the quadratics exactly.
template <std::size_t n>
void Discharger<n>::integrate(const Piece& piece, double h) {
  constexpr std::array weight{7.0 / 90, 32.0 / 90, 12.0 / 90, 32.0 / 90, 7.0 / 90};
  for (std::size_t node = 0; node < nodes; ++node) {
    const double share = weight[node] * h;
    busJoule_ += share * bus_[node] * load_[node];
    controllerJoule_ += share * (bus_[node] - load_[node] * net_.common) * load_[node];
    if (held_.isGeneral()) converterJoule_ += share * converterHeat(piece, h * static_cast<double>(node) / 4, bus_[node]);
  }
  circuit::each<n>([&](std::size_t k) {
    const circuit::Trace& trace = piece.traces[k];
    it_[k] += trace.chargeAt(h);
    i2t_[k] += trace.currentSquared(h);
    slowJoule_[k] += trace.slowSquared(h, decayAtEnd_[k]) * perSlowOhm_[k];
  });
  for (std::size_t k = 0; k < n; ++k) notePeakWithin(k, piece, h);
}

/// Watts that the converter turns into heat.
template <std::size_t n>
double Discharger<n>::converterHeat(const Piece& piece, double t, double bus) const {
  if (resting_ || !(present_ >> net_.fedSource & 1u)) return 0;
  const auto k = static_cast<std::size_t>(net_.fedSource);
  const circuit::Trace& trace = piece.traces[k];
  const circuit::Fed f = circuit::fed(net_, rest(k, trace.socAt(t)) - trace.slowAt(t, trace.decayAt(t)), bus);
  return f.input * f.terminal - f.output * bus;
}

template <std::size_t n>
auto Discharger<n>::delivered(const Piece& piece, std::size_t node) const -> Emf {
  if (net_.fedSource < 0) return current_[node];
  return delivered(operating(stateAt(piece, piece.length * static_cast<double>(node) / 4)));
}

/// Knees and the even moment: they change nothing, so they are only looked for, at the nodes and then between them.
template <std::size_t n>
void Discharger<n>::watch(const Piece& piece) {
  const auto firstTime = [&](const auto& margin) -> std::optional<double> {
    std::size_t node = 0;
    double atLow = 0, atHigh = margin(delivered(piece, 0));
    while (atHigh < 0 && ++node < nodes) {
      atLow = atHigh;
      atHigh = margin(delivered(piece, node));
    }
    if (node == nodes) return std::nullopt;
    if (node == 0) return 0.0;
    const double quarter = piece.length / 4, high = quarter * static_cast<double>(node);
    const auto at = [&](double t) { return margin(delivered(operating(stateAt(piece, t)))); };
    return narrowed(at, {high - quarter, high, atLow, atHigh}, watchResolution).high;
  };
  for (std::size_t k = 0; k < n; ++k) {
    if (run_.sources[k].knee || !(present_ >> k & 1u)) continue;
    const auto at = firstTime([&](const Emf& d) { return carrying(d, k); });
    if (at) noteKnee(k, t_ + *at, *at < 0.01);
  }
  someoneLeft_ = false;
  if (run_.even || in_.joint.turns == Turns::OneAtATime || n < 2) return;
  if (const auto at = firstTime([&](const Emf& d) { return evenness(d); })) run_.even = Second(t_ + *at);
}

// peaks.cpp looks into a stretch too.
template auto Discharger<1>::stateAt(const Piece& piece, double t) const -> State;
template auto Discharger<2>::stateAt(const Piece& piece, double t) const -> State;
template auto Discharger<3>::stateAt(const Piece& piece, double t) const -> State;
template auto Discharger<4>::stateAt(const Piece& piece, double t) const -> State;
template void Discharger<1>::advance();
template void Discharger<2>::advance();
template void Discharger<3>::advance();
template void Discharger<4>::advance();

}  // namespace usherwright
