// What the bench pages of station Pack say: volts of groups, capacity tests, a supply on the pack, trust in cells. No widgets.
#pragma once

#include <QString>

#include "core/assess/assessment.h"
#include "core/pack/bench_tests.h"

namespace usherwright::app {

/// What is expected while fewer than two volts are there.
QString groupsExpected(const PackModel& model, bool loose);
/// The verdict on the volts, and that one is missing or double.
QString groupsVerdict(const GroupCheck& check, std::size_t readings, const PackModel& model, bool loose);
/// "Furthest from the median: 3 (-12 mV, lacks 0.4 Ah), …": five at most.
QString furthestWords(const GroupCheck& check, const std::vector<Volt>& volts);

/// "2026-05-31   9.4 Ah put back   120 mΩ", a line each.
QString testRows(const Pack& pack);
/// V × A ≤ W: what a supply or load of this size may be set to on the pack.
QString supplyWords(Watt supply, const Pack& pack, const PackModel& model);
/// How far the cells are believed.
QString cellTrustWords(const Pack& pack, const Makeup& makeup);

}  // namespace usherwright::app
