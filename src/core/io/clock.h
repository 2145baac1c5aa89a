// The day by this machine's clock and place. The one look at it: everything else is given the day.
#pragma once

#include <optional>

#include "core/quantity/date.h"

namespace usherwright {

Date today();
/// From now on today() is this day, for tests that have to say the same in a year; nothing: the clock's.
void pinToday(std::optional<Date> day);

}  // namespace usherwright
