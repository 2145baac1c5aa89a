// A joined ride by a profile of power over time: steps of at most a second by the midpoint rule, in which the slow parts
// decay exactly. What changes within a step (a diode opening, a joint of a rest curve) is of second order; what ends a
// turn or a pack is located within its step.
#include <algorithm>
#include <cmath>

#include "core/joining/discharger.h"

namespace usherwright {
namespace {

constexpr double longestStep = 1.0;  // s
constexpr double narrow = 0.02;      // V: nearer than this to a limit the end of a step is looked at
constexpr double finest = 1e-6;      // s

}  // namespace

template <std::size_t n>
void Discharger<n>::beginPhase() {
  run_.phases_.push_back({t_, present_, net_.converterOn, !resting_});
}

template <std::size_t n>
auto Discharger<n>::step(const State& y, const circuit::Operating& start, double h, const Emf& halfDecay) const -> Step {
  Step out;
  State middle;
  for (std::size_t k = 0; k < n; ++k) {
    middle.soc[k] = y.soc[k] - perCharge_[k] * 0.5 * h * start.current[k];
    middle.slow[k] = slowOhm_[k] * start.current[k] + (y.slow[k] - slowOhm_[k] * start.current[k]) * halfDecay[k];
  }
  out.emf = emf(middle);
  if (!resting_) out.middle = circuit::solve(net_, out.emf, present_);
  for (std::size_t k = 0; k < n; ++k) {
    const double i = out.middle.current[k];
    out.after.soc[k] = y.soc[k] - perCharge_[k] * h * i;
    out.after.slow[k] = slowOhm_[k] * i + (y.slow[k] - slowOhm_[k] * i) * halfDecay[k] * halfDecay[k];
  }
  return out;
}

/// Something that `settle` acts on.
template <std::size_t n>
bool Discharger<n>::isEvent(const Signature& g) {
  return g.cut || g.floored || g.marked || g.below || g.collapsed || g.ownCut || g.windowChanges || g.quiet;
}

/// Nothing is nearer than `margin` volts to a limit, nor at a charge that matters: a quick look that may say no too often.
template <std::size_t n>
bool Discharger<n>::isClear(const State& y, const Emf& emf, const circuit::Operating& op, double margin) const {
  if (net_.fedSource >= 0 || resting_ || op.collapsed) return false;
  if (op.controller < in_.cutoff.value() + margin) return false;
  for (std::size_t k = 0; k < n; ++k) {
    if (!(present_ >> k & 1u)) continue;
    const Source& source = in_.sources[k];
    if (source.behind > 0 || y.soc[k] <= source.floor.value()) return false;
    if (takesTurns() && k == last_ && y.soc[k] <= in_.mark.value()) return false;
    if (emf[k] - op.current[k] * cells_[k] < cutoff_[k] + source.series * margin) return false;
  }
  return true;
}

/// Whether anything at the end of the step could be an event: the volts that start and middle point at come near a limit.
template <std::size_t n>
bool Discharger<n>::mayEvent(const Step& s, const circuit::Operating& start, const Emf& startEmf) const {
  if (s.middle.collapsed) return true;
  circuit::Operating end = s.middle;
  Emf ahead{};
  end.controller = 2 * s.middle.controller - start.controller;
  for (std::size_t k = 0; k < n; ++k) ahead[k] = 2 * s.emf[k] - startEmf[k];
  return !isClear(s.after, ahead, end, narrow);
}

/// Heat, energy, peaks and knees of one step.
template <std::size_t n>
void Discharger<n>::account(const Step& s, const circuit::Operating& start, double h) {
  const circuit::Operating& m = s.middle;
  busJoule_ += m.bus * m.loadCurrent * h;
  controllerJoule_ += m.controller * m.loadCurrent * h;
  if (net_.fedSource >= 0) converterJoule_ += (m.fed.input * m.fed.terminal - m.fed.output * m.bus) * h;
  bool waiting = false, highAtEnd = false;
  constexpr double nearPeak = 0.9;  // the rest curve falls steeply near its end
  for (std::size_t k = 0; k < n; ++k) {
    const double i = m.current[k];
    it_[k] += i * h;
    i2t_[k] += i * i * h;
    if (slowOhm_[k] > 0) {
      const double v = 0.5 * (y_.slow[k] + s.after.slow[k]);
      slowJoule_[k] += v * v * h / slowOhm_[k];
    }
    notePeak(k, start.current[k], t_);
    highAtEnd = highAtEnd || std::max(std::abs(i), std::abs(2 * i - start.current[k])) > nearPeak * run_.sources[k].peak.value();
    waiting = waiting || !run_.sources[k].knee;
  }
  // The power may fall at the end of the step, or a pack leave, and the next one begin with less.
  if (highAtEnd && powerEnds_ && !resting_) {
    const circuit::Operating end = operating(s.after);
    if (!end.collapsed)
      for (std::size_t k = 0; k < n; ++k) {
        notePeak(k, m.current[k], t_ + h / 2);
        notePeak(k, end.current[k], t_ + h);
      }
  }
  const bool lookForEven = !run_.even && n > 1 && in_.joint.turns != Turns::OneAtATime;
  if ((!waiting && !lookForEven) || start.loadCurrent <= 0) return;
  const Emf out = delivered(start);
  for (std::size_t k = 0; k < n; ++k)
    if (!run_.sources[k].knee && (present_ >> k & 1u) && carrying(out, k) >= 0) noteKnee(k, t_, true);
  someoneLeft_ = false;
  if (lookForEven && evenness(out) >= 0) run_.even = Second(t_);
}

/// One step of `h`, cut short where something ends in it.
template <std::size_t n>
void Discharger<n>::takeStep(double h, const circuit::Operating& start, const Emf& startEmf) {
  Step s = step(y_, start, h, half_);
  if (mayEvent(s, start, startEmf)) {
    const auto ends = [&](const State& y) { return isEvent(signature(y)); };
    if (ends(s.after)) {
      double low = 0, high = h;
      Emf decay{};
      while (high - low > finest) {
        const double at = 0.5 * (low + high);
        for (std::size_t k = 0; k < n; ++k) decay[k] = std::exp(-perTau_[k] * at / 2);
        s = step(y_, start, at, decay);
        (ends(s.after) ? high : low) = at;
      }
      h = high;
      powerEnds_ = true;
      for (std::size_t k = 0; k < n; ++k) decay[k] = std::exp(-perTau_[k] * h / 2);
      s = step(y_, start, h, decay);
      powerBefore_ = start.bus * start.loadCurrent;
      unsettled_ = true;
    }
  }
  account(s, start, h);
  y_ = s.after;
  t_ += h;
}

template <std::size_t n>
void Discharger<n>::planSteps(double h) {
  if (h == h_) return;
  h_ = h;
  for (std::size_t k = 0; k < n; ++k) half_[k] = std::exp(-perTau_[k] * h / 2);
}

template <std::size_t n>
void Discharger<n>::ride() {
  const std::size_t stride = 1 + 2 * n;
  run_.track_.reserve((static_cast<std::size_t>(in_.profile.back().until.value() / longestStep) + in_.profile.size() + 64) * stride);
  const auto keep = [&] {
    run_.track_.push_back(t_);
    for (std::size_t k = 0; k < n; ++k) run_.track_.push_back(y_.soc[k]);
    for (std::size_t k = 0; k < n; ++k) run_.track_.push_back(y_.slow[k]);
  };
  h_ = 0;
  std::size_t i = 0;
  beginPhase();
  while (!done_) {
    while (i < in_.profile.size() && t_ >= in_.profile[i].until.value() - 1e-9) ++i;
    if (i == in_.profile.size() || t_ >= in_.longest.value()) break;
    net_.load.constantPower = true;
    net_.load.power = in_.profile[i].power;
    Emf e = emf(y_);
    circuit::Operating start = resting_ ? circuit::Operating{} : circuit::solve(net_, e, present_);
    if (unsettled_ || (!isClear(y_, e, start, 0) && isEvent(signature(y_, start)))) {
      settle();
      beginPhase();
      if (done_) {
        if (!resting_) noteLast();
        break;
      }
      e = emf(y_);
      start = operating(y_);
    }
    if (resting_ && t_ >= restUntil_ - 1e-9) {
      endRest();
      beginPhase();
      continue;
    }
    keep();
    const double end = std::min(in_.profile[i].until.value(), resting_ ? restUntil_ : 1e18);
    const double left = end - t_;
    const double whole = std::ceil(left / longestStep - 1e-9);
    planSteps(left / std::max(1.0, whole));
    powerEnds_ = left - h_ < 1e-9;
    takeStep(std::min(h_, left), start, e);
  }
  if (!done_) finish(i == in_.profile.size() ? EndCause::RideOver : EndCause::TimeLimit);
  keep();
}

template void Discharger<1>::ride();
template void Discharger<2>::ride();
template void Discharger<3>::ride();
template void Discharger<4>::ride();

}  // namespace usherwright
