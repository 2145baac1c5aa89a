// The drawings of station Charging.
#pragma once

#include "core/charging/settle.h"
#include "core/drawing/subject.h"
#include "core/studies/charging_studies.h"
#include "core/studies/tonight.h"

namespace usherwright::drawing {

/// Charger × pack, each cell a verdict in words and shape, and what would make a "no" a "yes". Part ids "pair/<charger>/<pack>".
Drawing chargerMatrix(const Subject& subject, Size size);
double matrixHeight(const Plan& plan);
/// Charge of each pack over hours on its charger, from its present charge to its target.
Drawing chargeTimeline(const Subject& subject, Size size);

/// The night: each pack's charge over the hours, its chargers as bars, the hours of hands above, the hour of readiness. Parts
/// that can be moved: "target/<pack>" up and down, "ready", "hours/<index>/from" and "hours/<index>/to" sideways.
Drawing tonightTimeline(const Subject& subject, const Tonight& tonight, Size size);
/// Minutes after midnight of the first day at an x of that drawing; share of the charge at a y of a pack's row.
double tonightMinutes(const Tonight& tonight, Size size, double x);
double tonightCharge(const Tonight& tonight, Size size, std::size_t pack, double y);
/// What to do and when; what happens if nobody comes. Height that it needs: tonightListHeight().
Drawing tonightList(const Tonight& tonight, Size size);
double tonightListHeight(const Tonight& tonight);

/// Candidates of one charger by volts, and what each pack would get. Part ids "candidate/<index>".
double settleHeight(const Plan& plan);
Drawing settleLadder(const Subject& subject, std::size_t charger, const SettledCharger& settled, Size size);

/// Range, years and money of each ceiling. Part ids "ceiling/<per cent>".
Drawing ceilingBars(const Subject& subject, const std::vector<CeilingChoice>& choices, Size size);

/// Volts of every group of each pack against its highest, and the hold. Part ids "hold/<pack>".
Drawing balanceSheet(const Subject& subject, const std::vector<BalanceNeed>& needs, Size size);

/// Tags to be cut out and tied on, a proving bar, in millimetres on A4. Parts "tag/charger/<id>", "tag/port/<id>".
Drawing chargerTags(const Subject& subject);

/// Km of half an hour for each charger on each pack. Part ids "top-up/<charger>/<pack>".
Drawing topUpBars(const Subject& subject, const std::vector<TopUp>& tops, Size size);

}  // namespace usherwright::drawing
