// Two resting packs plugged together: how hard, how long, and how far apart they may be.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/joining/circuit.h"

namespace usherwright {

/// What the receiving side allows; unset limits do not count.
struct ReceivingLimits {
  Known<Ampere> chargeLimit;  ///< smaller of BMS and cells of the receiving pack
  Known<Ampere> fuse;         ///< printed rating; counts × 0.75
  Known<Ampere> plug;
  Celsius cells{20};
  ChemistryFacts facts = factsOf(Chemistry::Nmc);
};

struct ConnectWindow {
  std::size_t receiving = 0;            ///< index of the pack with the lower rest voltage
  Volt gap;                             ///< highest − the receiving rest voltage
  Ohm loop;                             ///< the receiving pack and all the others side by side
  Ampere peak;                          ///< into the receiving pack at the first instant
  Known<Ampere> allowed;                ///< empty: no limit is known
  std::string limiting;                 ///< "receiving_charge_limit", "fuse", "plug", "temperature"
  Known<Volt> window;                   ///< allowed × loop
  Known<StateOfCharge> windowAsCharge;  ///< rise of the receiving pack's curve over the window
  bool mayConnect = false;
};

/// Window of two packs: I_allow = min(charge limit, 0.75 × fuse, plug), × 0.4 between 0 and 10 °C, 0 outside
/// the receiving cells' charging temperatures.
ConnectWindow connectWindow(const Source& a, const Source& b, const Joint& joint, const ReceivingLimits& receiving);
/// The same for any number that meet at once: the others act as one source of their mean voltage, weighted by conductance.
ConnectWindow connectWindow(const std::vector<Source>& all, std::size_t receiving, const Joint& joint, const ReceivingLimits& limits);

struct Equalising {
  Ampere peak;
  Second untilQuiet;  ///< until the current is below 0.5 A
  AmpereHour moved;
  double currentSquaredSeconds = 0;  ///< A²·s
  Joule heat;                        ///< whole loop, slow parts included
};

/// Runs the loop without a load until less than 0.5 A flows.
struct DischargeInput equaliseInput(const Source& a, const Source& b, const Joint& joint);
Equalising equalise(const Source& a, const Source& b, const Joint& joint);

}  // namespace usherwright
