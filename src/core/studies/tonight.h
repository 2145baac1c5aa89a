// Tonight: the plan's packs on its chargers, from home to ready, and what to do when.
#pragma once

#include <string>
#include <vector>

#include "core/assess/assessment.h"
#include "core/charging/of_plan.h"
#include "core/charging/schedule.h"

namespace usherwright {

struct TonightPack {
  std::size_t pack = 0;
  StateOfCharge now, target;
  Minute waits;         ///< from home until its cells may be charged
  std::string because;  ///< why it waits: "cells at 45 °C cool to 35 °C in 25 °C"
  std::string refused;  ///< why no charger charges it tonight; empty where one does
};

/// One charger on one pack in its hours.
struct TonightStint {
  std::size_t pack = 0, charger = 0;
  Minute plug, done, free;  ///< after midnight of the first day
  ChargeRun run;            ///< from the charge at which it begins
  bool byHand = false, byTimer = false, last = true;
};

/// Something to do, at its time.
struct TonightStep {
  Minute at;
  std::string words;
  std::string missed;  ///< what happens if nobody comes
};

struct Tonight {
  ChargeNight night;
  std::vector<TonightPack> packs;
  std::vector<TonightStint> stints;
  std::vector<TonightStep> steps;  ///< by time
  Minute ready;                    ///< when the last pack stands at its target, after midnight of the first day
  Hour waiting;                    ///< hours that the packs stand at their targets, together
  WattHour mains;
  Known<Money> cost;
  std::string trouble;  ///< why there is no plan for all of them; empty where there is
};

/// Packs that need charge and have a sound charger; those that any Stop is about are refused with its reason. Hours in which
/// nobody said that somebody is there count as nobody's.
Tonight tonightOf(const Plan& plan, const Assessment& assessment, NightGoal goal);

/// "Ready at 06:10 · 312 Wh from the wall, 0.11 EUR · 9 h at target, all packs together".
std::string tonightSum(const Plan& plan, const Tonight& tonight);

/// How long cells take from one temperature to another in still air at a third: first order, thermalTime(). Empty where the air
/// never takes them there.
Known<Minute> reaches(const PackModel& model, Celsius from, Celsius to, Celsius air);

}  // namespace usherwright
