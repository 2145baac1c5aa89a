// Tonight and the holds that are due, as a calendar file (RFC 5545): local times without a zone, one event for each thing to do.
#pragma once

#include <string>

#include "core/quantity/date.h"
#include "core/studies/tonight.h"

namespace usherwright {

/// `evening` is the day on which the night begins; `stamp` is when the file was written, "20261130T210000Z". Reminders: a hold at
/// full for each pack whose last one is known, 60 days after it, on `evening` if that is past.
std::string calendarOf(const Plan& plan, const Tonight& tonight, Date evening, const std::string& stamp);

}  // namespace usherwright
