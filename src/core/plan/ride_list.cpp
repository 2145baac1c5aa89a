// Reads rows of seconds and watts; a fault is named by its line.
#include "core/plan/ride_list.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/quantity/units.h"

namespace usherwright {
namespace {

constexpr std::size_t mostRows = 200000;
constexpr double longest = 1e6, strongest = 50000;

}  // namespace

Expected<std::vector<RidePoint>> readRidePower(std::string_view csv) {
  std::vector<RidePoint> out;
  std::size_t line = 0;
  while (!csv.empty()) {
    const auto end = csv.find('\n');
    const std::string row = trimmed(csv.substr(0, end));
    csv = end == std::string_view::npos ? std::string_view() : csv.substr(end + 1);
    ++line;
    if (row.empty()) continue;
    const auto comma = row.find_first_of(",;\t");
    const std::string place = fmt::format("line {}", line);
    if (comma == std::string::npos) return unexpected(place, "\"" + row.substr(0, 40) + "\"", "seconds and watts with a comma between");
    const auto seconds = parseNumber(trimmed(row.substr(0, comma)));
    const auto watts = parseNumber(trimmed(row.substr(comma + 1)));
    if (!seconds || !watts) {
      if (out.empty() && line == 1) continue;  // the header
      return unexpected(place, "\"" + row.substr(0, 40) + "\"", "two numbers: seconds, watts");
    }
    if (*seconds < 0 || *seconds > longest || (!out.empty() && Second(*seconds) <= out.back().time))
      return unexpected(place, fmt::format("{} s", formatNumber(*seconds, 6)), "seconds that rise from row to row");
    if (*watts > strongest) return unexpected(place, fmt::format("{} W", formatNumber(*watts, 6)), "at most 50000 W");
    if (out.size() >= mostRows) return unexpected(place, "more rows", "at most 200000 rows");
    out.push_back({Second(*seconds), Watt(std::max(0.0, *watts))});
  }
  if (out.size() < 2) return unexpected("the list", out.empty() ? "no row" : "one row", "at least two rows: the last one ends the ride");
  std::vector<RidePoint> merged;
  for (std::size_t i = 0; i < out.size(); ++i)
    if (i == 0 || i + 1 == out.size() || out[i].power != out[i - 1].power) merged.push_back(out[i]);
  return merged;
}

}  // namespace usherwright
