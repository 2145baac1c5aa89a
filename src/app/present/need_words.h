// What page Need says: which stations are needed, what the hardest ride asks of the packs, what motor, mass and money make of
// them. No widgets.
#pragma once

#include <QString>

#include "core/assess/assessment.h"

namespace usherwright::app {

/// "Go through: Bike, Pack. Skip: Joining (one pack on the bike at a time)."
QString stationsWords(const Plan& plan);
/// What the label of the packs must say, and whether it does.
QString needSentence(const Figures& figures);
/// The same in Ah of each voltage class; empty without a ride.
QString classesWords(const Figures& figures);
/// Motor, odometer, range of the first pack, mass and money, as far as they are known.
QString powerWords(const Plan& plan, const Figures& figures, UnitSystem units);

}  // namespace usherwright::app
