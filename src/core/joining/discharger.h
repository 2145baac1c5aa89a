// One run in progress, private to joining/. Events and turns are in discharge.cpp, smooth stretches in stretch.cpp, rides
// by profile in ride_steps.cpp.
#pragma once

#include <array>
#include <optional>

#include "core/joining/discharge.h"

namespace usherwright {

/// The state is charge and slow voltage of each source. Over a stretch in which the circuit is held, each current is taken
/// as the quadratic through the operating points at its start, middle and end (collocation); charge and slow voltage
/// follow it exactly, so that stretches may be much longer than the time constants. Two more operating points, at
/// the quarters, measure the error. A ride by profile goes in short steps instead, each by the midpoint rule.
class Discharger {
 public:
  explicit Discharger(DischargeRun& run);
  void go();

 private:
  using Emf = std::array<double, maximumPacks>;
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
    const circuit::RestLine& line = circuit::lineAt(run_.lines_[k], soc, hint_[k]);
    return line.base + line.slope * soc;
  }
  Emf emf(const State& y) const;
  circuit::Operating operating(const State& y) const;
  Signature signature(const State& y) const { return signature(y, operating(y)); }
  Signature signature(const State& y, const circuit::Operating& op) const;
  void judgeConverter(const circuit::Operating& op, Signature& g) const;
  /// Volts of the lowest group of a source.
  double lowestGroup(std::size_t k, const State& y, double current) const;
  bool takesTurns() const { return in_.joint.turns != Turns::Together; }
  bool hasSuccessor() const { return next_ < order_.size(); }
  void leaveAtOnce();
  void leave(std::size_t k, LeaveCause why);
  void activateNext();
  void changeOver();
  void settle();
  bool packsLeave(const Signature& g);
  bool turnEnds();
  void switchConverter();
  void endRest();
  void finish(EndCause cause);

  // stretch.cpp
  void advance();
  State stateAt(const Piece& piece, double t) const;
  Emf emfAt(const Piece& piece, double t, const Emf& decay) const;
  double stretch(Piece& piece, double h);
  double untilNextJoint() const;
  void begin(Piece& piece, double h);
  double renew(Piece& piece, std::size_t node);
  void setTraces(Piece& piece) const;
  void operateAt(const Piece& piece, std::size_t node);
  double probe(const Piece& piece, std::size_t node);
  double collocate(Piece& piece, double h);
  double locate(const Piece& piece, const Signature& before, double end);
  void rememberPower(const State& y);
  void evaluate(const Piece& piece, double h);
  void integrate(const Piece& piece, double h);
  double converterHeat(const Piece& piece, double t, double bus) const;
  void notePeak(std::size_t k, double current, double time);
  /// What each source puts on the bus.
  Emf delivered(const circuit::Operating& op) const;
  Emf delivered(const Piece& piece, std::size_t node) const;
  bool carries(const Emf& delivered, std::size_t k) const;
  bool isEven(const Emf& delivered) const;
  void watch(const Piece& piece);
  void noteKnee(std::size_t k, double time, bool atStart);

  // ride_steps.cpp
  void ride();
  struct Step {
    State after;
    Emf emf{};  ///< at the middle
    circuit::Operating middle;
  };
  void planSteps(double h);
  Step step(const State& y, const circuit::Operating& start, double h, const Emf& halfDecay) const;
  static bool isEvent(const Signature& g);
  bool isClear(const State& y, const Emf& emf, const circuit::Operating& op, double margin) const;
  bool mayEvent(const Step& step, const circuit::Operating& start, const Emf& startEmf) const;
  void takeStep(double h, const circuit::Operating& start, const Emf& startEmf);
  void account(const Step& step, const circuit::Operating& start, double h);
  void beginPhase();

  DischargeRun& run_;
  const DischargeInput& in_;
  circuit::Network& net_;
  std::size_t n_;
  State y_;
  static constexpr std::size_t nodes = 5;     // of a stretch, equally far apart; 0, 2 and 4 carry the quadratics
  std::array<Emf, nodes> current_{};          ///< A
  std::array<Emf, nodes> decay_{};            ///< e^(−t/τ)
  std::array<double, nodes> bus_{}, load_{};  ///< V, A
  std::array<double, nodes> error_{};         ///< A: of the quadratics, where they are probed
  double length_ = 0;                         ///< s: of the stretch
  Emf driftAtEnd_{};                          ///< A/s, at the end of the stretch before
  std::array<Emf, nodes> answer_{};           ///< Ω: fall of a source's voltage per ampere at that node
  mutable std::array<std::uint8_t, maximumPacks> hint_{};
  Emf perCharge_{}, perTau_{}, tau_{}, slowOhm_{}, i2t_{}, it_{}, slowJoule_{}, half_{};
  circuit::Held held_;
  std::array<circuit::Held, nodes> answering_;
  circuit::Operating op_;  ///< at the state, if nothing has changed since the last stretch
  std::vector<std::size_t> order_;
  std::size_t next_ = 0, last_ = 0;  ///< by turns: place in the order; the pack that came last
  double totalCapacity_ = 0, t_ = 0, h_ = 1.0, restUntil_ = 0, busJoule_ = 0, controllerJoule_ = 0, converterJoule_ = 0, powerBefore_ = 0;
  std::uint32_t present_ = 0, out_ = 0;
  int converterFlips_ = 0;
  bool resting_ = false, done_ = false, someoneLeft_ = false, unsettled_ = true;
  EndCause cause_ = EndCause::NoPack;
};

}  // namespace usherwright
