// A simulated ride as comma-separated text.
#pragma once

#include <string>
#include <vector>

#include "core/joining/discharge.h"

namespace usherwright {

/// time_s, bus_V, load_A, then <id>_A and <id>_soc of each pack; six significant digits.
std::string tableCsv(const Table& table, const std::vector<std::string>& ids);

}  // namespace usherwright
