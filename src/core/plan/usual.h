// What counts while a field is empty: one figure for the row that says so and for every model that reads it. Each is an
// assumption, marked as one wherever it is used, and never a fact about the part.
#pragma once

#include "core/quantity/quantity.h"

namespace usherwright::usual {

inline constexpr Celsius hottestAir{35};            ///< around leads on a hot day
inline constexpr Coefficient meterAccuracy{0.005};  ///< of a household multimeter on DC volts, share of the reading
inline constexpr Volt meterDigit{0.01};             ///< its last digit in the range that packs are read in
inline constexpr StateOfHealth endHealth{0.80};     ///< where a pack is usually given up
inline constexpr DragArea dragArea{0.60};           ///< upright rider; air drag of bodies, ISO 4210 posture
inline constexpr Watt riderPower{90};               ///< a steady, unhurried rider
inline constexpr KilometrePerHour noLoadSpeed{25};  ///< hub motors of the usual class
inline constexpr KilometrePerHour speed{20};        ///< on the flat
inline constexpr Coefficient climbGrade{0.027};     ///< of the climbing part of an ordinary ride
inline constexpr MilliOhm controllerLeads{2};       ///< 0.3 m of 12 AWG, there and back
inline constexpr MilliOhm board{8};                 ///< two rows of switches in series
inline constexpr Coefficient fuseCarry{1.10};       ///< for ten seconds, of its rating: IEC 60269 time-current curves
inline constexpr Efficiency converter{0.92};        ///< at half to full load
inline constexpr MilliAmpere converterStandby{20};
inline constexpr Efficiency charger{0.88};  ///< wall to plug
inline constexpr Minute evening{18 * 60};   ///< home from the ride
inline constexpr Minute morning{7 * 60};    ///< off to the next one
inline constexpr int gaugeBars = 5;
inline constexpr Millimetre wall{2}, wrap{1}, foam{2};  ///< of a built box, on every side
inline constexpr Millimetre cellGap{0.6};               ///< between wrapped cells: a holder, or tape and a wrap's doubt
inline constexpr Millimetre stripRoom{3};               ///< over both faces: strips, sheets and the heads of welds
inline constexpr Millimetre gussets{12};                ///< that round off the corners of a frame triangle
inline constexpr Millimetre stripWidth{8}, stripThickness{0.15};
inline constexpr Celsius sunWarmed{60};  ///< a dark case in the sun, or in a parked car
inline constexpr Millimetre printerBed{200};
inline constexpr int layoutSeed = 1;

}  // namespace usherwright::usual
