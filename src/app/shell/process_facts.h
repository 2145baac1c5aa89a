// What the system says of this process, for --first-paint and the benchmarks.
#pragma once

namespace usherwright::app {

/// Milliseconds since the system started this process.
double sinceProcessStart();
/// Resident memory in MB.
double residentMegabytes();

}  // namespace usherwright::app
