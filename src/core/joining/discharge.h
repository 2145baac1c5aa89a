// A joined discharge over time: who carries how much, when a waiting pack joins in, how and why it ends.
// Between events the right-hand side is smooth; events (a rest-curve joint, a diode, a BMS, the
// controller's cut-off) are located to a millisecond whatever the reporting.
#pragma once

#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "core/joining/circuit.h"
#include "core/joining/trace.h"

namespace usherwright {

struct DischargeInput {
  std::vector<Source> sources;  ///< at most maximumPacks
  Joint joint;
  Load load;
  Ohm common;                      ///< bus to controller: run, contacts, controller leads
  Volt cutoff;                     ///< of the controller
  Second longest{200.0 * 3600};    ///< stop here if nothing else ends it
  std::vector<std::size_t> order;  ///< selector: who goes first; empty = as listed
  StateOfCharge mark{0};           ///< selector: change at this charge of the active pack
  Ampere stopBelow{-1};            ///< equalising: end when the largest current is below this
  friend bool operator==(const DischargeInput&, const DischargeInput&) = default;
};

enum class EndCause : std::uint8_t { ControllerCutoff, LastPackCutOff, LastPackEmpty, Collapse, TimeLimit, Equalised, NoPack };
std::string_view endCauseWord(EndCause cause);

enum class LeaveCause : std::uint8_t { BmsCutoff, Floor, Switched };

struct SourceResult {
  std::optional<Second> knee;  ///< first carries ≥ 5 % of the load; 0 if from the start
  bool kneeBecauseAnotherLeft = false;
  std::optional<Second> left;
  LeaveCause leftBecause = LeaveCause::BmsCutoff;
  AmpereHour delivered;
  WattHour heatInCells;              ///< I²·R0 + v1²/R1
  WattHour heatInJoint;              ///< Vf·I + I²·Rj
  double currentSquaredSeconds = 0;  ///< A²·s
  Ampere peak;
  Second peakAt;
  StateOfCharge end;
};

/// One instant of a run.
struct Row {
  Second time;
  Volt bus;
  Volt controller;
  Ampere load;
  std::array<Ampere, maximumPacks> current{};
  std::array<StateOfCharge, maximumPacks> soc{};
  std::array<Volt, maximumPacks> rest{};  ///< S·U(s)
  std::array<Volt, maximumPacks> slow{};  ///< v1, over the slow part
  std::uint32_t conducting = 0;
};

class DischargeRun {
 public:
  Second end;
  EndCause cause = EndCause::NoPack;
  std::optional<Second> even;  ///< first time every share is within 5 % of its share of Q
  WattHour energyAtBus;
  WattHour energyAtController;
  Watt powerAtEnd;  ///< at the bus, just before the last event; 0 if it ended without one
  std::vector<SourceResult> sources;

  /// The state at a time, 0 … end, from the stored step polynomials. Cost: one look-up and one solve.
  Row at(Second time) const;
  /// Rows every `interval` from 0, and at the end.
  std::vector<Row> rows(Second interval) const;
  const DischargeInput& input() const { return input_; }

 private:
  friend DischargeRun discharge(DischargeInput input);
  friend class Discharger;
  /// A smooth stretch: nothing opens, shuts, leaves or limits within it.
  struct Piece {
    double start = 0, length = 0;  ///< s
    std::array<circuit::Trace, maximumPacks> traces{};
    std::uint32_t conducting = 0;
    bool limited = false;  ///< by the controller
    bool power = true;     ///< false while a selector changes over
  };
  circuit::Held heldIn(const Piece& piece) const { return {network_, piece.conducting, piece.limited}; }
  void fill(Row& row, const Piece& piece, const circuit::Held& held, double time, const std::array<double, maximumPacks>& decay) const;
  DischargeInput input_;
  circuit::Network network_;
  std::vector<Piece> pieces_;
};

/// Runs it. Total: any input with 1 … 8 sources of positive resistance and capacity gives a result.
DischargeRun discharge(DischargeInput input);

}  // namespace usherwright
