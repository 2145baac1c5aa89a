// A ride from a logger's file, beside what the model expects of it.
#pragma once

#include "core/assess/assessment.h"
#include "core/io/ride_file.h"

namespace usherwright::calc {

std::string rideText(const Plan& plan, const Assessment& assessment, const RideFile& file);
std::string rideJson(const Plan& plan, const Assessment& assessment, const RideFile& file);

}  // namespace usherwright::calc
