// Calendar files.
#include "core/io/calendar.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/log/due.h"
#include "core/log/history.h"
#include "core/plan/names.h"

namespace usherwright {
namespace {

constexpr std::size_t longestLine = 75;  // octets, RFC 5545 section 3.1
constexpr int holdDays = 60, minutesOfDay = 1440;
constexpr int evening = 18 * 60;  // of reminders

/// Backslash, comma, semicolon and line breaks as section 3.3.11 wants them; other control characters are no text.
std::string escaped(const std::string& text) {
  std::string out;
  for (const char c : text) {
    if (c == '\\' || c == ',' || c == ';') out += '\\';
    if (c == '\n') out += "\\n";
    else if (static_cast<unsigned char>(c) >= 0x20 && c != 0x7f) out += c;
  }
  return out;
}

/// Folded between characters, never within one of several octets.
std::string folded(const std::string& line) {
  std::string out;
  std::size_t room = longestLine;
  for (std::size_t i = 0; i < line.size();) {
    std::size_t end = i + 1;
    while (end < line.size() && (static_cast<unsigned char>(line[end]) & 0xc0) == 0x80) ++end;
    if (end - i > room) {
      out += "\r\n ";
      room = longestLine - 1;
    }
    out.append(line, i, end - i);
    room -= end - i;
    i = end;
  }
  return out + "\r\n";
}

/// "20261130T173000" of minutes after midnight of a day.
std::string timeOf(Date day, int minutes) {
  const std::string date = formatDate(day + std::chrono::days(minutes / minutesOfDay));
  const int ofDay = minutes % minutesOfDay;
  return fmt::format("{}{}{}T{:02}{:02}00", date.substr(0, 4), date.substr(5, 2), date.substr(8, 2), ofDay / 60, ofDay % 60);
}

class Writer {
 public:
  explicit Writer(std::string stamp) : stamp_(std::move(stamp)) {
    for (const char* line : {"BEGIN:VCALENDAR", "VERSION:2.0", "PRODID:-//Usherwright//Charging//EN", "CALSCALE:GREGORIAN"})
      out_ += folded(line);
  }

  void event(Date day, int minutes, const std::string& summary, const std::string& description) {
    out_ += folded("BEGIN:VEVENT");
    out_ += folded(fmt::format("UID:{}-{}@usherwright", timeOf(day, minutes), ++count_));
    out_ += folded("DTSTAMP:" + stamp_);
    out_ += folded("DTSTART:" + timeOf(day, minutes));
    out_ += folded("DURATION:PT5M");
    out_ += folded("SUMMARY:" + escaped(summary));
    if (!description.empty()) out_ += folded("DESCRIPTION:" + escaped(description));
    out_ += folded("BEGIN:VALARM");
    out_ += folded("ACTION:DISPLAY");
    out_ += folded("TRIGGER:PT0S");
    out_ += folded("DESCRIPTION:" + escaped(summary));
    out_ += folded("END:VALARM");
    out_ += folded("END:VEVENT");
  }

  std::string done() { return out_ + folded("END:VCALENDAR"); }

 private:
  std::string stamp_, out_;
  int count_ = 0;
};

}  // namespace

std::string calendarOf(const Plan& plan, const Tonight& tonight, Date day, const std::string& stamp) {
  Writer w(stamp);
  for (const TonightStep& s : tonight.steps)
    w.event(day, static_cast<int>(std::lround(s.at.value())), s.words, s.missed.empty() ? std::string() : "If missed: " + s.missed);
  for (const Pack& p : plan.packs) {
    const std::optional<Date> held = lastHeldFull(plan, p);
    if (!held || p.bms.balances == Balances::Never || isQuarantined(plan, p)) continue;
    w.event(std::max(day, *held + std::chrono::days(holdDays)), evening, fmt::format("{}: a full charge, held, attended", shownName(p)),
            fmt::format("Last held at full on {}.", formatDate(*held)));
  }
  // What is due by a day; what only km decide comes when they are ridden.
  for (const DueItem& item : dueOf(plan, day))
    if (item.what != LogEvent::HeldFull) w.event(std::max(day, item.by), evening, item.words, item.why);
  return w.done();
}

}  // namespace usherwright
