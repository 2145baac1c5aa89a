// The parts that a label may be stuck on, in words; those included that would come with their label.
#pragma once

#include <QString>
#include <vector>

#include "core/label/places.h"

namespace usherwright::app {

/// All places of a plan, and a further pack and charger or two.
std::vector<LabelPlace> placesOf(const Plan& plan);
/// "the pack stock", "a new charger", "a further pack (2)".
QString placeWords(const Plan& plan, const LabelPlace& place);
/// True for a pack or charger that the plan does not have yet.
bool isToCome(const Plan& plan, const LabelPlace& place);

}  // namespace usherwright::app
