// The day by this machine's clock and place. The one look at it: everything else is given the day.
#pragma once

#include "core/quantity/date.h"

namespace usherwright {

Date today();

}  // namespace usherwright
