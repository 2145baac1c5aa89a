// A bench to practise at: the plan as real parts, with faults that nobody tells of, read by a meter that has its noise. What a gate would
// show follows from the circuit with the fault in it, never from the gate's window.
#pragma once

#include <optional>
#include <random>
#include <string>
#include <vector>

#include "core/assess/work_order.h"
#include "core/instrument/line.h"

namespace usherwright {

enum class BenchFault : std::uint8_t {
  SwappedPlug,
  MirroredHalf,
  CellLost,
  WeakGroup,
  BoardAsleep,
  FuseOpen,
  PlugNotHome,
  HighOhmCrimp,
  WarmPlug,
  InputShorted,
  InputLeaks,
  InputDead,
  OtherLeftPlugged,
  HarnessShort,
  LampsLeftOn,
  FrameLeak,
  ChargerTooHigh,
  ChargerTooLow,
  ChargerSwapped,
  ChargerDead,
  OverDischarged,
  OneGroupMore,
  OneGroupFewer,
  ApartInCharge,
  MeterInMillivolts,
  MeterLeadsSwapped,
  MeterGarbage,
  MeterSilent,
  MeterDrifts,
};
inline constexpr std::size_t benchFaultCount = 29;

struct HiddenFault {
  BenchFault kind = BenchFault::SwappedPlug;
  std::size_t part = 0;  ///< pack or charger
  friend bool operator==(const HiddenFault&, const HiddenFault&) = default;
};

std::string_view nameOf(BenchFault fault);   ///< "swapped-plug", as a command takes it
std::string_view wordsOf(BenchFault fault);  ///< "plug made up the wrong way round"
std::string_view costOf(BenchFault fault);   ///< what it costs if nobody finds it
/// Left alone it ends in fire, or in a spark between packs.
bool mayBurn(BenchFault fault);
/// Of the meter or its line, not of the bike.
bool isOfMeter(BenchFault fault);
std::optional<BenchFault> benchFaultNamed(std::string_view name);
/// The name of the pack or charger that it sits on; empty of the bike and of the meter.
std::string partOf(const HiddenFault& fault, const Plan& plan);

/// Those that this plan has the parts for.
std::vector<HiddenFault> possibleFaults(const Plan& plan, const Figures& figures);
/// `count` of them, no two on one part, by the seed.
std::vector<HiddenFault> drawnFaults(const Plan& plan, const Figures& figures, std::size_t count, unsigned seed);

class BenchWorld {
 public:
  /// Charges lie within 3 % of the plan's, groups scatter by 2 mV (0.5 mV where the curve is flat); by the seed.
  BenchWorld(const Plan& plan, const Figures& figures, std::vector<HiddenFault> faults, unsigned seed);

  const std::vector<HiddenFault>& faults() const { return faults_; }
  /// What the instruments show at `t` seconds with the bench as the step wants it, the probes where it says. A step without a gate: a
  /// meter that hangs in the air.
  InstrumentReading reading(const WorkStep& step, double t);
  /// The same as a line on the wire, with what the meter's own faults make of it; empty while it is silent.
  std::string bytes(const WorkStep& step, double t);

 private:
  struct Cells {
    std::vector<double> groups;  ///< V
    double sign = 1;
    bool dark = false;  ///< its plug shows nothing
    double volts() const;
    double awake() const;  ///< with its board awake and its fuse whole
  };
  bool has(BenchFault kind, std::optional<std::size_t> part = std::nullopt) const;
  /// `home`: every plug was pushed home before.
  double atMain(const std::vector<bool>& plugged, bool home = false) const;
  double fullAndRested(std::size_t pack) const;
  double rise() const;
  double shown(double value, double digit);

  const Plan& plan_;
  const Figures& f_;
  std::vector<HiddenFault> faults_;
  std::vector<Cells> packs_;
  std::mt19937 random_;
};

/// How a practice went.
struct Debrief {
  struct Line {
    HiddenFault fault;
    std::string part;                  ///< its name; empty: the meter
    std::vector<std::string> shownBy;  ///< titles of the gates that fail because of it
    std::optional<std::string> found;  ///< title of the gate whose noted reading failed
  };
  std::vector<Line> lines;
  std::vector<std::string> falseAlarms;  ///< gates that were noted as failed and show no fault
};
/// From the readings that were noted in the plan that was practised on.
Debrief debriefOf(const Plan& plan, const Figures& figures, const std::vector<HiddenFault>& faults, unsigned seed);

}  // namespace usherwright
