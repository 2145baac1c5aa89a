// Days along the foot of a chart.
#include "core/drawing/log/day_axis.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>

namespace usherwright::drawing {

double dayOf(Date day) { return static_cast<double>(day.time_since_epoch().count()); }

std::string_view monthName(unsigned month) {
  constexpr std::array names{"Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"};
  return names[(month - 1) % names.size()];
}

void monthTicks(Pen& pen, const Plot& plot, Date from, Date to) {
  using namespace std::chrono;
  const int all = static_cast<int>((to - from).count() / 30) + 1;
  const int room = std::max(1, plot.columns() / 64);
  const int step = all <= room ? 1 : all <= 3 * room ? 3 : all <= 6 * room ? 6 : all <= 12 * room ? 12 : 60;
  const year_month_day first(from);
  for (year_month m = first.year() / first.month(); Date(m / 1) <= to; m += std::chrono::months(1)) {
    const auto number = static_cast<unsigned>(m.month());
    if (Date(m / 1) < from || (number - 1) % static_cast<unsigned>(std::min(step, 12)) != 0) continue;
    if (step > 12 && static_cast<int>(m.year()) % 5 != 0) continue;
    const double x = plot.x(dayOf(Date(m / 1)));
    pen.line({{x, plot.bottomRight.y}, {x, plot.bottomRight.y + 4}}, Ink::BankLine);
    const std::string word = step >= 12 || number == 1 ? fmt::format("{}", static_cast<int>(m.year())) : std::string(monthName(number));
    if (x > plot.topLeft.x + 8 && x < plot.bottomRight.x - 12)
      pen.text({x, plot.bottomRight.y + 18}, word, Face::SmallFigure, Ink::Soft, Anchor::Middle);
  }
}

}  // namespace usherwright::drawing
