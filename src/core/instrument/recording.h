// A record of readings as a table that can be cut off at any byte.
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/instrument/line.h"

namespace usherwright {

/// The first line: t_s, kind, pack_V, current_A, ohm, group_V (blanks between), temp_C (blanks between), state.
std::string recordHeader();
/// One row, ended by a line break: written whole or not at all by one append.
std::string recordRow(const InstrumentReading& reading);
/// Every whole row; a row that was cut off at the end is left out. Errors name the line.
Expected<std::vector<InstrumentReading>> readRecord(std::string_view csv);

}  // namespace usherwright
