// Exports the joined packs as a SPICE netlist, so that an independent program can judge the simulation.
#pragma once

#include <string>

#include "core/charging/charge_run.h"
#include "core/joining/discharge.h"
#include "core/quantity/problem.h"

namespace usherwright {

/// A transient deck of the input: rest curves as piecewise-linear sources over charge, R0, R1‖C1, joints, a converter, the
/// load at one power, one current or by profile. Turns and packs that leave are not expressed; the run must end before.
/// The control section writes time, bus voltage, currents and charge in columns to `table`.
struct SpiceOptions {
  Second until;
  Second step{1};
  std::string table;
};
std::string spiceNetlist(const DischargeInput& input, const SpiceOptions& options);

/// The deck of a finished run up to its end, or up to the first pack that leaves. Error: packs that take turns.
Expected<std::string> spiceExport(const DischargeRun& run);

/// A charge: a supply that gives a current until its volts are reached, the rest curve, R0, R1‖C1. Writes time, current and
/// charge. A limit in watts is not expressed.
std::string chargeNetlist(const ChargeInput& input, const SpiceOptions& options);

}  // namespace usherwright
