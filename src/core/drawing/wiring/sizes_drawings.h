// Sizes of the whole harness in one table, and the curve of switching on.
#pragma once

#include "core/assess/wiring_facts.h"
#include "core/drawing/subject.h"
#include "core/studies/sizing.h"

namespace usherwright::drawing {

/// A row for each wire, plug, fuse: what is there, what was chosen, what decided it, the next size up and down. Parts are those
/// of the harness.
Drawing sizesTable(const Subject& subject, const Sizing& sizing, Size size);
double sizesHeight(const Sizing& sizing);

/// Volts on the capacitors while the resistor is in, with 90 % and 5RC marked.
Drawing prechargeCurve(const SwitchOn& on, Size size);

}  // namespace usherwright::drawing
