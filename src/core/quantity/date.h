// Days of the calendar, as a plan writes them: 2026-05-31.
#pragma once

#include <chrono>
#include <optional>
#include <string>
#include <string_view>

namespace usherwright {

/// A day; two of them differ by days.
using Date = std::chrono::sys_days;

/// Of "YYYY-MM-DD"; empty if it is none.
std::optional<Date> parseDate(std::string_view text);
/// "2026-05-31".
std::string formatDate(Date date);

}  // namespace usherwright
