// Days along the foot of a chart.
#pragma once

#include <string_view>

#include "core/drawing/list/display_list.h"
#include "core/quantity/date.h"

namespace usherwright::drawing {

/// The place of a day on an axis: days since 1970.
double dayOf(Date day);
/// "Jan" … "Dec", of 1 … 12.
std::string_view monthName(unsigned month);
/// The first of months under the frame of a plot whose x are days, as many as have room.
void monthTicks(Pen& pen, const Plot& plot, Date from, Date to);

}  // namespace usherwright::drawing
