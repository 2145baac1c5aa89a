// Exports the joined packs as a SPICE netlist, so that an independent program can judge the simulation.
#pragma once

#include <string>

#include "core/joining/discharge.h"

namespace usherwright {

/// A transient deck of the input: rest curves as piecewise-linear sources over charge, R0, R1‖C1, joints, load.
/// Selector and packs that leave are not expressed; the run must end before a pack leaves.
/// The control section writes time, bus voltage, currents and charge in columns to `table`.
struct SpiceOptions {
  Second until;
  Second step{1};
  std::string table;
};
std::string spiceNetlist(const DischargeInput& input, const SpiceOptions& options);

}  // namespace usherwright
