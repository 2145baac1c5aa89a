// One run in progress, private to joining/, for a fixed number of packs. Events, turns and what is noted are in
// discharge.cpp, smooth stretches in stretch.cpp, rides by profile in ride_steps.cpp.
#pragma once

#include <array>
#include <optional>

#include "core/joining/discharge.h"
#include "core/joining/held.h"

namespace usherwright {

/// The state is charge and slow voltage of each source. Over a stretch in which the circuit is held, each current is taken
/// as the quadratic through the operating points at its start, middle and end (collocation); charge and slow voltage
/// follow it exactly, so that stretches may be much longer than the time constants. Two more operating points, at
/// the quarters, measure the error. A ride by profile goes in short steps instead, each by the midpoint rule.
template <std::size_t n>
class Discharger {
 public:
  explicit Discharger(DischargeRun& run);
  void go();

 private:
  using Emf = std::array<double, n>;
  using Piece = DischargeRun::Piece;
  struct State {
    Emf soc{}, slow{};
  };

  // Everything that, when it changes, ends a smooth stretch.
  struct Signature {
    std::uint32_t conducting = 0, cut = 0, floored = 0, marked = 0;
    circuit::Regulation regulation = circuit::Regulation::Off;
    bool limited = false, below = false, collapsed = false, quiet = false;
    bool ownCut = false, windowChanges = false;
    friend bool operator==(const Signature&, const Signature&) = default;
  };

  // discharge.cpp
  void setLines(std::size_t k);
  /// Rest voltage of a source at a charge.
  double rest(std::size_t k, double soc) const {
    line_[k] = circuit::lineAt(line_[k], soc);
    return line_[k]->at(soc);
  }
  Emf emf(const State& y) const {
    Emf e;
    for (std::size_t k = 0; k < n; ++k) e[k] = rest(k, y.soc[k]) - y.slow[k];
    return e;
  }
  circuit::Operating operating(const State& y) const;
  Signature signature(const State& y) const { return signature(y, operating(y)); }
  Signature signature(const State& y, const circuit::Operating& op) const;
  void judgeConverter(const circuit::Operating& op, Signature& g) const;
  /// Volts of the lowest group of a source, times its groups in series.
  double lowestGroup(std::size_t k, const State& y, double current) const;
  bool takesTurns() const { return in_.joint.turns != Turns::Together; }
  bool hasSuccessor() const { return next_ < order_.size(); }
  void leaveAtOnce();
  void leave(std::size_t k, LeaveCause why);
  void activateNext();
  void changeOver();
  /// The sources whose circuit is held over the next stretch.
  std::uint32_t heldSources() const { return resting_ ? 0 : net_.fedSource >= 0 ? present_ : before_.conducting; }
  void resettle();
  void settle();
  bool packsLeave(const Signature& g);
  bool turnEnds();
  void switchConverter();
  void endRest();
  void finish(EndCause cause);
  void notePeak(std::size_t k, double current, double time) {
    SourceResult& r = run_.sources[k];
    if (std::abs(current) <= r.peak.value() + 1e-12) return;
    r.peak = Ampere(std::abs(current));
    r.peakAt = Second(time);
  }
  /// What each source puts on the bus.
  Emf delivered(const circuit::Operating& op) const;
  /// A by which a source gives more than the share of the load from which it counts as carrying; −1 without a load.
  double carrying(const Emf& delivered, std::size_t k) const;
  /// A by which every source is within the band around its fair share; below 0 outside it.
  double evenness(const Emf& delivered) const;
  void noteKnee(std::size_t k, double time, bool atStart);

  // stretch.cpp
  static constexpr std::size_t nodes = 5;  // of a stretch, equally far apart; 0, 2 and 4 carry the quadratics
  /// Charge and slow voltage at a node: what does not depend on the currents at the middle and the end, and by how much
  /// those two change them.
  struct Response {
    Emf soc, socMiddle, socEnd, slow, slowMiddle, slowEnd;
  };
  void advance();
  State stateAt(const Piece& piece, double t) const;
  State stateAtEnd(const Piece& piece) const;
  double stretch(Piece& piece, double h);
  double untilNextJoint() const;
  void begin(double h);
  Emf emfAt(std::size_t node) const;
  double renew(std::size_t node);
  void setTraces(Piece& piece) const;
  void operateAt(std::size_t node, const Emf& emf);
  double probe(std::size_t node);
  double collocate(double h);
  circuit::Operating operatingAtEnd(const State& after) const;
  double locate(const Piece& piece, double end);
  void rememberPower(const State& y);
  void evaluate(const Piece& piece, double h);
  void integrate(const Piece& piece, double h);
  void notePeakWithin(std::size_t k, const Piece& piece, double h);
  double converterHeat(const Piece& piece, double t, double bus) const;
  Emf delivered(const Piece& piece, std::size_t node) const;
  void watch(const Piece& piece);

  // ride_steps.cpp
  void ride();
  struct Step {
    State after;
    Emf emf;  ///< at the middle
    circuit::Operating middle;
  };
  void planSteps(double h);
  Step step(const State& y, const circuit::Operating& start, double h, const Emf& halfDecay) const;
  static bool isEvent(const Signature& g);
  bool isClear(const State& y, const Emf& emf, const circuit::Operating& op, double margin) const;
  bool mayEvent(const Step& step, const circuit::Operating& start, const Emf& startEmf) const;
  void takeStep(double h, const circuit::Operating& start, const Emf& startEmf);
  void noteLast();
  void account(const Step& step, const circuit::Operating& start, double h);
  void beginPhase();

  DischargeRun& run_;
  const DischargeInput& in_;
  circuit::Network& net_;
  State y_;
  Emf perCharge_{}, perTau_{}, tau_{}, slowOhm_{}, perSlowOhm_{}, cells_{}, half_{};
  Emf behind_{}, floor_{}, cutoff_{};  ///< of the lowest group: charge below the others, charge and volts · series at which it leaves
  Emf i2t_{}, it_{}, slowJoule_{};
  mutable std::array<const circuit::RestLine*, n> line_{}, lowestLine_{};  ///< where the last look-up ended
  // A stretch.
  double length_ = 0;                         ///< s
  std::array<Emf, nodes> current_{};          ///< A
  std::array<double, nodes> bus_{}, load_{};  ///< V, A
  std::array<double, nodes> error_{};         ///< A: of the quadratics, where they are probed
  std::array<Response, nodes> response_{};
  std::array<Emf, nodes> answer_{};  ///< Ω: fall of a source's voltage per ampere at that node
  Emf decayAtEnd_{};                 ///< e^(−t/τ)
  Emf driftAtEnd_{};                 ///< A/s, at the end of the stretch before
  Emf slope_{}, slopeBefore_{};      ///< V of the rest curve per charge: at about the middle; in the stretch before
  circuit::Held<n> held_;
  std::array<circuit::Held<n>, nodes> answering_;
  circuit::Operating op_;  ///< at the state, if nothing has changed since the last stretch
  Signature before_;       ///< and what holds there
  std::vector<std::size_t> order_;
  std::size_t next_ = 0, last_ = 0;  ///< by turns: place in the order; the pack that came last
  double totalCapacity_ = 0, t_ = 0, h_ = 1.0, restUntil_ = 0, busJoule_ = 0, controllerJoule_ = 0, converterJoule_ = 0, powerBefore_ = 0;
  std::uint32_t present_ = 0, out_ = 0;
  int converterFlips_ = 0;
  bool resting_ = false, done_ = false, powerEnds_ = false, someoneLeft_ = false, unsettled_ = true;
  EndCause cause_ = EndCause::NoPack;
};

}  // namespace usherwright
