// Days of the calendar.
#include "core/quantity/date.h"

#include <fmt/format.h>

#include <cstdio>

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

std::optional<double> secondsOfMoment(std::string_view text) {
  const std::string word(text.substr(0, 40));
  const auto date = word.size() > 11 && (word[10] == 'T' || word[10] == ' ') ? parseDate(text.substr(0, 10)) : std::nullopt;
  int hour = 0, minute = 0, used = 0;
  double second = 0;
  if (!date || std::sscanf(word.c_str() + 11, "%2d:%2d:%lf%n", &hour, &minute, &second, &used) < 3) return std::nullopt;
  if (hour < 0 || hour > 24 || minute < 0 || minute > 59 || !(second >= 0 && second < 61)) return std::nullopt;
  double shift = 0;
  int shiftHours = 0, shiftMinutes = 0;
  char sign = 'Z';
  if (std::sscanf(word.c_str() + 11 + used, "%c%2d:%2d", &sign, &shiftHours, &shiftMinutes) == 3 && (sign == '+' || sign == '-'))
    shift = (sign == '-' ? -1 : 1) * (shiftHours * 3600.0 + shiftMinutes * 60.0);
  return static_cast<double>(date->time_since_epoch().count()) * 86400 + hour * 3600 + minute * 60 + second - shift;
}

}  // namespace usherwright
