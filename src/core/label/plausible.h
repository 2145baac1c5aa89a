// What contradicts itself on a label, and what a scan does to figures. Private to the label reader.
#pragma once

#include "core/label/label.h"

namespace usherwright::label {

/// Lowers the standing of values that cannot be, or cannot be beside each other; raises what arithmetic confirms.
void weigh(std::vector<LabelValue>& values, Known<LabelSubject> subject);

/// The value with a point put back that a scan lost ("546 V" for 54.6 V); nothing if none is likely.
Known<double> lostPoint(LabelMeaning meaning, double value);

}  // namespace usherwright::label
