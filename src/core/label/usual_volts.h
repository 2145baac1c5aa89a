// Volts that are usual on labels. Private to the label reader.
#pragma once

namespace usherwright::label {

/// 4.2 V, 3.65 V, 2.4 V a cell: the volts at which a pack of some usual series count is full.
bool isFullVoltage(double volts);
/// 24, 36, 48, 52, 60, 72 V and their like.
bool isClassVoltage(double volts);

}  // namespace usherwright::label
