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

/// Seconds since 1970, UTC, of "2026-05-31T10:04:05.5Z" or with a blank for the T, with or without a shift to UTC; empty if it is none.
std::optional<double> secondsOfMoment(std::string_view text);

}  // namespace usherwright
