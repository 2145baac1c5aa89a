// A track on a plan's bike: how far, how high, how much it takes.
#pragma once

#include "core/assess/assessment.h"
#include "core/travel/terrain.h"

namespace usherwright::calc {

std::string trackText(const Plan& plan, const Assessment& assessment, const Terrain& ground);
std::string trackJson(const Plan& plan, const Assessment& assessment, const Terrain& ground);

}  // namespace usherwright::calc
