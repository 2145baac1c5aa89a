// The circuit of joined packs at one instant: sources through joints onto a bus, one load behind it.
// Time is in discharge.h.
#pragma once

#include <algorithm>
#include <array>
#include <cmath>
#include <cstdint>
#include <string>
#include <vector>

#include "core/parts/chemistry.h"
#include "core/quantity/quantity.h"

namespace usherwright {

inline constexpr std::size_t maximumPacks = 4;

/// One pack on its way to the bus.
struct Source {
  std::string id;
  RestCurve curve = RestCurve::typical(Chemistry::Nmc);
  int series = 1;
  Ohm cells;              ///< R0 of the pack; the only fast part inside the group voltage
  Ohm slow;               ///< R1, 0 if none
  Farad slowCapacitance;  ///< C1
  Ohm path;               ///< links, BMS, leads, fuse, contacts, runs: all up to the joint
  AmpereHour capacity;
  StateOfCharge start{1};
  StateOfCharge floor{0};  ///< the pack leaves at this charge
  Volt groupCutoff;        ///< the pack leaves when a group is below this; 0 = never
  double behind = 0.0;     ///< share of charge by which the lowest group is below the others, 0 … 1
  friend bool operator==(const Source&, const Source&) = default;
};

/// Who is on the bus when.
enum class Turns : std::uint8_t {
  Together,    ///< all from the start
  OneAtATime,  ///< selector: the next instead of the last, break before make
  AddAtMark    ///< switched inputs: the next beside those that are on
};

/// Between each source and the bus. Two-way joints have no forward drop.
struct Joint {
  Volt forwardDrop;
  Ohm onResistance;
  bool oneWay = true;
  Turns turns = Turns::Together;
  friend bool operator==(const Joint&, const Joint&) = default;
};

/// A DC/DC converter between one source and the bus. Its output is diode-fed: it takes nothing back.
/// Output current = clamp((set − V)/0.02 Ω, 0, min(outputLimit, powerLimit/V)); the source gives output · V/(η · its volts)
/// and the standby current.
struct Converter {
  std::size_t source = 0;  ///< index of the source that it stands behind
  Volt set;
  Ampere outputLimit{1e9};
  Watt powerLimit{1e9};
  double efficiency = 0.92;  ///< 0.5 … 1
  Ampere standby;
  Volt inputLow;  ///< off while its source is outside this window; on again 1 V inside it
  Volt inputHigh{1e9};
  Volt ownCut;  ///< below this it goes off and stays off; 0 = none
  friend bool operator==(const Converter&, const Converter&) = default;
};

struct Load {
  bool constantPower = true;  ///< else constant current
  Watt power;
  Ampere current;
  Ampere limit{1e9};  ///< of the controller
  friend bool operator==(const Load&, const Load&) = default;
};

namespace circuit {

/// Plain numbers of a circuit for the inner loop: conductances, drops, load.
struct Network {
  std::size_t count = 0;
  std::array<double, maximumPacks> conductance{};  ///< 1/Ω of each source up to the bus
  double forwardDrop = 0.0;
  bool oneWay = true;
  double common = 0.0;  ///< Ω from the bus to the controller
  Load load;
  int fedSource = -1;        ///< index of the source behind the converter; −1 = no converter
  bool converterOn = false;  ///< within its input window
  Converter converter;
  double fedResistance = 0.0;  ///< Ω of that source up to the converter
};

/// What holds a converter's output.
enum class Regulation : std::uint8_t { Off, Voltage, Current, Power };

/// A converter at a bus voltage and the rest voltage behind it.
struct Fed {
  double output = 0.0;    ///< A into the bus
  double input = 0.0;     ///< A from the source
  double terminal = 0.0;  ///< V at the converter's input
  Regulation regulation = Regulation::Off;
};
Fed fed(const Network& network, double emf, double bus);

struct Operating {
  double bus = 0.0;                            ///< V
  double controller = 0.0;                     ///< V
  double loadCurrent = 0.0;                    ///< A
  std::array<double, maximumPacks> current{};  ///< A from each source
  Fed fed;                                     ///< the converter, if there is one
  std::uint32_t conducting = 0;                ///< bit per source that carries current
  bool limited = false;                        ///< the controller's limit holds the current
  bool collapsed = false;                      ///< no operating point at this power
  /// A that source k puts on the bus: its current, or what comes out of its converter.
  double delivered(const Network& network, std::size_t k) const {
    return static_cast<int>(k) == network.fedSource ? fed.output : current[k];
  }
};

/// The operating point for source voltages `emf` (rest voltage − v1); sources outside `present` are off.
/// Constant power takes the high-voltage root. For 1 … maximumPacks voltages.
template <std::size_t n>
Operating solve(const Network& network, const std::array<double, n>& emf, std::uint32_t present);

}  // namespace circuit

/// Largest power at the bus, over all currents, and the bus voltage there. v1 = 0, all sources present.
struct MaximumPower {
  Watt power;
  Volt bus;
};
MaximumPower maximumPower(const std::vector<Source>& sources, const Joint& joint);
/// Power at the bus when it stands at `bus`.
Watt powerAtBus(const std::vector<Source>& sources, const Joint& joint, Volt bus);

/// Resistance of a source from its cells to the bus.
Ohm sourceResistance(const Source& source, const Joint& joint);

}  // namespace usherwright
