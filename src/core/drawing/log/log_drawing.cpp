// The rows of the log, and what is due.
#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "core/drawing/log/day_axis.h"
#include "core/drawing/log/log_drawings.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

constexpr double rowHeight = 28, dueHeight = 50, side = 10;

/// "today", "Tue", "12 Oct", or the whole date of another year.
std::string dayWords(const std::optional<Date>& day, Date today) {
  if (!day) return "no day";
  const auto ago = (today - *day).count();
  if (ago == 0) return "today";
  constexpr std::array weekdays{"Sun", "Mon", "Tue", "Wed", "Thu", "Fri", "Sat"};
  if (ago > 0 && ago < 7) return weekdays[std::chrono::weekday(*day).c_encoding()];
  const std::chrono::year_month_day date(*day), now(today);
  if (date.year() != now.year()) return formatDate(*day);
  return fmt::format("{} {}", static_cast<unsigned>(date.day()), monthName(static_cast<unsigned>(date.month())));
}

std::string shownWord(std::string word) {
  std::replace(word.begin(), word.end(), '-', ' ');
  return word;
}

}  // namespace

std::size_t logRowsThatFit(double height) { return static_cast<std::size_t>(std::max(1.0, (height - 4) / rowHeight)); }

Drawing logList(const std::vector<LogRow>& rows, std::size_t first, const std::string& chosen, Date today, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  if (rows.empty()) {
    paragraph(pen, {side, 24}, size.width - 2 * side,
              "Nothing was noted yet. One line is enough: “ride 21.4 km, 2 bars left”, “charged deck 9.6 Ah”, “retightened mount”.",
              Face::Label, Ink::Soft, 4);
    d.description = "an empty log";
    return d;
  }
  const double words = 206;
  double y = 2;
  for (std::size_t i = first; i < rows.size() && i < first + logRowsThatFit(size.height); ++i) {
    const LogRow& r = rows[i];
    const bool here = r.pointer == chosen;
    Shape& row = pen.rectangle({0, y}, {size.width, y + rowHeight - 2}, here ? Ink::Shoal : Ink::Card, here ? Ink::Deep : Ink::None, 2);
    row.part = "row/" + r.pointer;
    row.tip = fmt::format("{} {}: {}", r.day ? formatDate(*r.day) : "no day", shownWord(r.word), r.words);
    d.description += row.tip + ". ";
    pen.line({{0, y + rowHeight - 1}, {size.width, y + rowHeight - 1}}, Ink::BankLine);
    pen.text({side, y + 18}, dayWords(r.day, today), Face::Small, Ink::Soft);
    pen.text({96, y + 18}, elided(shownWord(r.word), Face::Label, words - 102), Face::Label, Ink::Ink);
    pen.text({words, y + 18}, elided(r.words, Face::Small, size.width - words - side), Face::Small, Ink::Ink);
    y += rowHeight;
  }
  return d;
}

double dueListHeight(std::size_t items) { return 8 + dueHeight * static_cast<double>(std::max<std::size_t>(1, items)); }

Drawing dueList(const std::vector<DueItem>& items, const std::string& chosen, Date today, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  if (items.empty()) {
    paragraph(pen, {side, 24}, size.width - 2 * side,
              "Nothing can be due yet: it counts from the first day of the log. Note a ride, a charge or what was done.", Face::Label,
              Ink::Soft, 4);
    d.description = "nothing to count from";
    return d;
  }
  double y = 2;
  for (const DueItem& item : items) {
    const bool here = item.id == chosen;
    Shape& row =
        pen.rectangle({1, y}, {size.width - 1, y + dueHeight - 6}, here ? Ink::Shoal : Ink::Card, here ? Ink::Deep : Ink::BankLine, 3);
    row.part = "due/" + item.id;
    std::string when = item.last ? "last on " + formatDate(*item.last) : "never noted";
    if (item.everyKm) when += fmt::format(" · {} of {} km", formatNumber(item.since.value(), 4), formatNumber(item.everyKm->value(), 4));
    when += " · by " + formatDate(item.by);
    row.tip = fmt::format("{}: {}. {}. {}", item.isDue ? "due" : item.isSoon ? "soon" : "later", item.words, when, item.why);
    d.description += row.tip + " ";
    if (item.isDue) pen.severity({18, y + 15}, 2);
    pen.text({34, y + 19}, elided(item.words, Face::Label, size.width - 130), Face::Label, Ink::Ink);
    pen.text({size.width - side, y + 19},
             item.isDue    ? "due"
             : item.isSoon ? "soon"
                           : "later",
             Face::Label, item.isDue ? Ink::Note : Ink::Soft, Anchor::End);
    pen.text({34, y + 37}, elided(when, Face::Small, size.width - 44), Face::Small, Ink::Soft);
    // How much of the time or the way is gone, whichever is more.
    const double left = static_cast<double>((item.by - today).count());
    const Date from = item.last.value_or(today);
    const double whole = std::max(1.0, static_cast<double>((item.by - from).count()));
    double gone = item.isDue ? 1 : item.last ? 1 - left / whole : 0;
    if (item.everyKm) gone = std::max(gone, item.since / *item.everyKm);
    pen.rectangle({34, y + 41}, {34 + (size.width - 44) * std::clamp(gone, 0.0, 1.0), y + 43}, item.isDue ? Ink::Note : Ink::Water);
    y += dueHeight;
  }
  return d;
}

Drawing logGlance(const Subject& subject, Size size) {
  const std::vector<LogRow> rows = logRows(subject.plan);
  return logList(rows, 0, "", rows.empty() || !rows.front().day ? Date{} : *rows.front().day, size);
}

}  // namespace usherwright::drawing
