// A joined discharge over time: who carries how much, when a waiting pack joins in, how and why it ends.
// Between events the right-hand side is smooth; events (a rest-curve joint, a diode, a BMS, the
// controller's cut-off) are located to a millisecond whatever the reporting.
#pragma once

#include <memory>
#include <optional>
#include <span>
#include <string>
#include <vector>

#include "core/joining/circuit.h"
#include "core/joining/trace.h"

namespace usherwright {

/// A stretch of a ride at one power.
struct PowerStep {
  Second until;  ///< from the start of the ride; rising
  Watt power;
  friend bool operator==(const PowerStep&, const PowerStep&) = default;
};

struct DischargeInput {
  std::vector<Source> sources;  ///< at most maximumPacks
  Joint joint;
  std::optional<Converter> converter;  ///< one source feeds the bus through it instead of the joint
  Load load;
  std::vector<PowerStep> profile;  ///< instead of one power; the ride ends with it
  Ohm common;                      ///< bus to controller: run, contacts, controller leads
  Volt cutoff;                     ///< of the controller
  Second longest{200.0 * 3600};    ///< stop here if nothing else ends it
  std::vector<std::size_t> order;  ///< by turns: who goes first; empty = as listed
  StateOfCharge mark{0};           ///< by turns: change at this charge of the pack that came last
  double fineness = 1.0;           ///< of the time steps: 10 asks for a tenth of the error
  Ampere stopBelow{-1};            ///< equalising: end when the largest current is below this
  friend bool operator==(const DischargeInput&, const DischargeInput&) = default;
};

enum class EndCause : std::uint8_t { ControllerCutoff, LastPackCutOff, LastPackEmpty, Collapse, TimeLimit, Equalised, RideOver, NoPack };
std::string_view endCauseWord(EndCause cause);

enum class LeaveCause : std::uint8_t { BmsCutoff, Floor, Switched, ConverterCut };

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

/// A run at equal intervals, a column for each quantity: time in s, volts, amperes, charge 0 … 1.
class Table {
 public:
  Table(std::size_t rows, std::size_t packs);
  std::size_t rows() const { return rows_; }
  std::size_t packs() const { return packs_; }
  std::span<double> time() { return column(0); }
  std::span<double> bus() { return column(1); }
  std::span<double> load() { return column(2); }
  std::span<double> current(std::size_t pack) { return column(3 + pack); }
  std::span<double> soc(std::size_t pack) { return column(3 + packs_ + pack); }
  std::span<const double> time() const { return column(0); }
  std::span<const double> bus() const { return column(1); }
  std::span<const double> load() const { return column(2); }
  std::span<const double> current(std::size_t pack) const { return column(3 + pack); }
  std::span<const double> soc(std::size_t pack) const { return column(3 + packs_ + pack); }

 private:
  std::span<double> column(std::size_t i) const { return {values_.get() + i * rows_, rows_}; }
  std::size_t rows_, packs_;
  std::unique_ptr<double[]> values_;
};

class DischargeRun {
 public:
  Second end;
  EndCause cause = EndCause::NoPack;
  std::optional<Second> even;  ///< first time every share is within 5 % of its share of Q
  WattHour energyAtBus;
  WattHour energyAtController;
  WattHour heatInConverter;  ///< what goes in less what comes out, standby included
  Watt powerAtEnd;           ///< at the bus, just before the last event; 0 if it ended without one
  std::vector<SourceResult> sources;

  /// The state at a time, 0 … end, from the stored steps. Cost: one look-up and one solve.
  Row at(Second time) const;
  /// Every `interval` from 0, and at the end. Empty without a run or a positive interval.
  Table table(Second interval) const;
  std::size_t stretchCount() const { return pieces_.size(); }
  const DischargeInput& input() const { return input_; }

 private:
  friend DischargeRun discharge(DischargeInput input);
  template <std::size_t n>
  friend class Discharger;
  /// A smooth stretch: nothing opens, shuts, leaves or limits within it.
  struct Piece {
    double start = 0, length = 0;  ///< s
    std::array<circuit::Trace, maximumPacks> traces{};
    std::uint32_t conducting = 0;  ///< with a converter: present
    bool limited = false;          ///< by the controller
    bool power = true;             ///< false while a selector changes over
    bool converterOn = false;
  };
  /// Of a ride by profile: who is on the bus from a time on.
  struct Phase {
    double start = 0;
    std::uint32_t present = 0;
    bool converterOn = false;
    bool power = true;
  };
  using Each = std::array<double, maximumPacks>;
  struct ColumnState;  ///< what goes on from one piece to the next while a table is filled
  void fill(Row& row, const Piece& piece, double time) const;
  Row atStep(double time) const;
  template <std::size_t n>
  void fillColumns(const Piece& piece, ColumnState& state, std::size_t from, std::size_t to, Table& out) const;
  DischargeInput input_;
  circuit::Network network_;
  std::array<circuit::RestLines, maximumPacks> lines_;
  std::vector<Piece> pieces_;
  std::vector<double> track_;  ///< by profile: time, then charge and slow voltage of each source, at every step
  std::vector<Phase> phases_;
};

/// Runs it. Total: any input with 1 … 4 sources of positive resistance and capacity gives a result.
DischargeRun discharge(DischargeInput input);

}  // namespace usherwright
