// The day by this machine's clock.
#include "core/io/clock.h"

#include <ctime>

namespace usherwright {
namespace {

std::optional<Date> pinned;

}  // namespace

void pinToday(std::optional<Date> day) { pinned = day; }

Date today() {
  if (pinned) return *pinned;
  const std::time_t now = std::time(nullptr);
  std::tm local{};
  localtime_r(&now, &local);
  return Date(std::chrono::year_month_day(std::chrono::year(local.tm_year + 1900),
                                          std::chrono::month(static_cast<unsigned>(local.tm_mon + 1)),
                                          std::chrono::day(static_cast<unsigned>(local.tm_mday))));
}

}  // namespace usherwright
