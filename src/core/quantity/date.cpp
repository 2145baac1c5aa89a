// Days of the calendar.
#include "core/quantity/date.h"

#include <fmt/format.h>

namespace usherwright {

std::optional<Date> parseDate(std::string_view text) {
  int year = 0;
  int month = 0;
  int day = 0;
  if (text.size() != 10 || text[4] != '-' || text[7] != '-') return std::nullopt;
  // By hand: a log of years is read anew at every edit.
  const auto number = [&](std::size_t from, std::size_t length, int& into) {
    for (std::size_t i = from; i < from + length; ++i) {
      if (text[i] < '0' || text[i] > '9') return false;
      into = 10 * into + (text[i] - '0');
    }
    return true;
  };
  if (!number(0, 4, year) || !number(5, 2, month) || !number(8, 2, day)) return std::nullopt;
  const std::chrono::year_month_day ymd{std::chrono::year(year), std::chrono::month(static_cast<unsigned>(month)),
                                        std::chrono::day(static_cast<unsigned>(day))};
  if (!ymd.ok()) return std::nullopt;
  return Date(ymd);
}

std::string formatDate(Date date) {
  const std::chrono::year_month_day ymd{date};
  return fmt::format("{:04}-{:02}-{:02}", static_cast<int>(ymd.year()), static_cast<unsigned>(ymd.month()),
                     static_cast<unsigned>(ymd.day()));
}

}  // namespace usherwright
