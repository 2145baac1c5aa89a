// The day that a typed line names.
#include <fmt/format.h>

#include "core/log/line_figures.h"
#include "core/quantity/text.h"

namespace usherwright::logline {
namespace {

using std::chrono::days;
using std::chrono::weekday;
using std::chrono::year_month_day;

/// Digits only, as a whole number; −1 otherwise.
int whole(std::u32string_view text) {
  if (text.empty() || text.size() > 4) return -1;
  int n = 0;
  for (const char32_t c : text) {
    if (c < U'0' || c > U'9') return -1;
    n = 10 * n + static_cast<int>(c - U'0');
  }
  return n;
}

std::optional<Date> dateOf(int y, int m, int d) {
  if (y < 0 || m < 1 || d < 1) return std::nullopt;
  const year_month_day date{std::chrono::year(y), std::chrono::month(static_cast<unsigned>(m)), std::chrono::day(static_cast<unsigned>(d))};
  if (!date.ok()) return std::nullopt;
  return Date(date);
}

class DayReader {
 public:
  DayReader(std::vector<Piece>& pieces, Date today, std::vector<std::string>& asks) : pieces_(pieces), today_(today), asks_(asks) {}

  std::optional<NamedDay> read() {
    for (std::size_t i = 0; i < pieces_.size(); ++i) {
      std::size_t last = i;
      const auto day = at(i, last);
      if (!day) continue;
      for (std::size_t k = i; k <= last; ++k) pieces_[k].used = true;
      if (found_ && found_->day != *day)
        asks_.push_back(fmt::format("Two days: {} and {}. One line for each.", formatDate(found_->day), formatDate(*day)));
      else if (!found_) found_ = NamedDay{*day, i, last};
      i = last;
    }
    if (found_ && found_->day > today_)
      asks_.push_back(fmt::format("{} is yet to come: the log holds what happened.", formatDate(found_->day)));
    return found_;
  }

 private:
  bool figure(std::size_t k) const { return k < pieces_.size() && pieces_[k].is == Token::Figure; }
  bool sign(std::size_t k, char32_t c) const { return k < pieces_.size() && pieces_[k].sign(c); }
  bool touch(std::size_t k) const { return k + 1 < pieces_.size() && pieces_[k].end == pieces_[k + 1].begin; }
  /// A number of a year behind a day and a month.
  int yearAt(std::size_t k) const {
    if (!figure(k)) return -1;
    const int y = whole(pieces_[k].text);
    return y >= 2000 && y < 2200 ? y : -1;
  }

  std::optional<Date> at(std::size_t i, std::size_t& last) {
    const Piece& p = pieces_[i];
    if (p.sense == Sense::Today) return today_;
    if (p.sense == Sense::Yesterday) return today_ - days(1);
    if (isWeekday(p.sense)) return weekdayBefore(p);
    if (isMonth(p.sense)) return monthFirst(i, last);
    if (p.is != Token::Figure) return std::nullopt;
    if (const auto iso = isoAt(i, last)) return iso;
    if (const auto dotted = dottedAt(i, last)) return dotted;
    return dayThenMonth(i, last);
  }

  std::optional<Date> weekdayBefore(const Piece& p) {
    const weekday wanted(static_cast<unsigned>(p.sense) - static_cast<unsigned>(Sense::Monday) + 1);
    const days back = weekday(today_) - wanted;
    if (back == days(0)) {
      asks_.push_back("That weekday is today: write “today”, or the date of the one a week ago.");
      return today_;
    }
    return today_ - back;
  }

  std::optional<Date> isoAt(std::size_t i, std::size_t& last) const {
    if (!(figure(i + 2) && figure(i + 4) && sign(i + 1, U'-') && sign(i + 3, U'-') && touch(i) && touch(i + 1) && touch(i + 2) &&
          touch(i + 3)))
      return std::nullopt;
    const auto day = dateOf(yearAt(i), whole(pieces_[i + 2].text), whole(pieces_[i + 4].text));
    if (day) last = i + 4;
    return day;
  }

  /// "12.10.2026", or "12.10." with its second point.
  std::optional<Date> dottedAt(std::size_t i, std::size_t& last) const {
    const std::u32string& text = pieces_[i].text;
    const auto one = text.find(U'.');
    if (one == std::u32string::npos) return std::nullopt;
    const auto two = text.find(U'.', one + 1);
    const std::u32string_view view(text);
    if (two != std::u32string::npos)
      return dateOf(whole(view.substr(two + 1)), whole(view.substr(one + 1, two - one - 1)), whole(view.substr(0, one)));
    const bool introduced = i == 0 || pieces_[i - 1].word(U"on") || pieces_[i - 1].word(U"am");  // else "9.6." may end a sentence
    if (!introduced || !sign(i + 1, U'.') || !touch(i)) return std::nullopt;
    const auto day = latest(whole(view.substr(one + 1)), whole(view.substr(0, one)));
    if (day) last = i + 1;
    return day;
  }

  /// "12 oct", "12. October 2026".
  std::optional<Date> dayThenMonth(std::size_t i, std::size_t& last) const {
    const std::size_t k = sign(i + 1, U'.') ? i + 2 : i + 1;
    if (k >= pieces_.size() || !isMonth(pieces_[k].sense)) return std::nullopt;
    return ofMonth(pieces_[k].sense, whole(pieces_[i].text), k, last);
  }

  /// "oct 12", if the figure has no unit of its own.
  std::optional<Date> monthFirst(std::size_t i, std::size_t& last) const {
    if (!figure(i + 1)) return std::nullopt;
    const bool alone = i + 2 >= pieces_.size() || pieces_[i + 2].is == Token::Sign || yearAt(i + 2) > 0;
    if (!alone) return std::nullopt;
    return ofMonth(pieces_[i].sense, whole(pieces_[i + 1].text), i + 1, last);
  }

  std::optional<Date> ofMonth(Sense month, int day, std::size_t end, std::size_t& last) const {
    const int m = static_cast<int>(month) - static_cast<int>(Sense::January) + 1;
    const int y = yearAt(end + 1);
    const auto date = y > 0 ? dateOf(y, m, day) : latest(m, day);
    if (date) last = y > 0 ? end + 1 : end;
    return date;
  }

  /// The last such day that is not yet to come.
  std::optional<Date> latest(int month, int day) const {
    const int y = static_cast<int>(year_month_day(today_).year());
    for (int back = 0; back < 9; ++back)  // the 29th of February
      if (const auto date = dateOf(y - back, month, day); date && *date <= today_) return date;
    return std::nullopt;
  }

  std::vector<Piece>& pieces_;
  Date today_;
  std::vector<std::string>& asks_;
  std::optional<NamedDay> found_;
};

}  // namespace

std::optional<NamedDay> dayOf(std::vector<Piece>& pieces, Date today, std::vector<std::string>& asks) {
  return DayReader(pieces, today, asks).read();
}

}  // namespace usherwright::logline
