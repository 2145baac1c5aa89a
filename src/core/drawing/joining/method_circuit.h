// A small circuit of a way to join packs, for its card.
#pragma once

#include "core/drawing/subject.h"

namespace usherwright::drawing {

/// Packs on the left, what stands between, the motor on the right; at least 70 × 44 pixels. `fed`: the pack behind a
/// converter.
void methodCircuit(Pen& pen, Point topLeft, Size size, Method method, std::size_t packs, std::size_t fed);

}  // namespace usherwright::drawing
