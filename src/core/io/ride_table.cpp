// Rows of text to moments.
#include "core/io/ride_table.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <optional>

#include "core/plan/sizes.h"
#include "core/quantity/date.h"
#include "core/quantity/text.h"
#include "core/quantity/units.h"

namespace usherwright {
namespace {

constexpr double leastVolts = 5, mostVolts = 200;         // V of a pack that is on
constexpr double mostAmperes = 500, mostSpeed = 150;      // A, km/h
constexpr double epochSeconds = 1e9, epochMillis = 1e12;  // numbers above are moments, not seconds from the start

std::vector<std::string> cellsOf(std::string_view line, char between) {
  std::vector<std::string> out;
  std::string cell;
  bool quoted = false;
  for (const char c : line) {
    if (c == '"') quoted = !quoted;
    else if (c == between && !quoted) out.push_back(trimmed(std::exchange(cell, {})));
    else cell += c;
  }
  out.push_back(trimmed(cell));
  return out;
}

/// The sign that parts the names of columns.
char partingOf(std::string_view header) {
  char best = ',';
  for (const char c : {';', '\t'})
    if (std::count(header.begin(), header.end(), c) > std::count(header.begin(), header.end(), best)) best = c;
  return best;
}

/// Moments from rows of text.
class TableReader {
 public:
  explicit TableReader(std::vector<std::string>& said) : said_(said) {}

  Expected<Moments> read(std::string_view file) {
    std::size_t line = 0, bad = 0, firstBad = 0, rows = 0;
    std::optional<std::vector<RideColumnMeaning>> columns;
    while (!file.empty()) {
      const auto end = file.find('\n');
      const std::string_view row = file.substr(0, end);
      file = end == std::string_view::npos ? std::string_view() : file.substr(end + 1);
      ++line;
      if (trimmed(row).empty()) continue;
      if (!columns) {
        between_ = partingOf(row);
        auto found = header(cellsOf(row, between_), line);
        if (!found) return tl::unexpected(found.error());
        columns = std::move(*found);
        continue;
      }
      if (++rows > mostRideRows) return unexpected(fmt::format("line {}", line), "more rows", fmt::format("at most {} rows", mostRideRows));
      if (take(cellsOf(row, between_), *columns)) continue;
      ++bad;
      if (firstBad == 0) firstBad = line;
    }
    if (!columns) return unexpected("the file", "nothing", "a line of column names, then a row for each moment");
    if (bad * 10 > rows)
      return unexpected(fmt::format("line {}", firstBad), fmt::format("{} of {} rows that cannot be read", bad, rows),
                        "a number for each column, and time that goes on");
    if (bad > 0)
      said_.push_back(fmt::format("{} of {} rows could not be read and are left out, the first in line {}.", bad, rows, firstBad));
    return std::move(out_);
  }

 private:
  Expected<std::vector<RideColumnMeaning>> header(const std::vector<std::string>& names, std::size_t line) {
    std::vector<RideColumnMeaning> out;
    std::string unknown;
    for (const std::string& name : names) {
      RideColumnMeaning meaning = meaningOfColumn(name);
      bool& has = out_.has[static_cast<std::size_t>(meaning.what)];
      if (meaning.what == RideColumn::Unknown || has) {
        if (!name.empty()) unknown += (unknown.empty() ? "" : ", ") + inQuotes(name);
        meaning.what = RideColumn::Unknown;
      }
      has = true;
      out.push_back(meaning);
    }
    out_.has[0] = false;
    if (std::none_of(out_.has.begin(), out_.has.end(), [](bool has) { return has; }))
      return unexpected(fmt::format("line {}", line), unknown.empty() ? "nothing" : unknown.substr(0, 120),
                        "names of columns such as time, volts, amperes, km, with a row for each moment below");
    if (!unknown.empty()) said_.push_back(fmt::format("Not used: {}.", unknown.substr(0, 400)));
    return out;
  }

  bool take(const std::vector<std::string>& cells, const std::vector<RideColumnMeaning>& columns) {
    if (cells.size() < columns.size() || cells.size() > columns.size() + 1) return false;
    Moment m;
    for (std::size_t i = 0; i < columns.size(); ++i) {
      const auto [what, scale] = columns[i];
      if (what == RideColumn::Unknown || cells[i].empty()) continue;
      const std::optional<double> value = what == RideColumn::Time ? timeOf(cells[i], scale) : numberOf(cells[i]);
      if (!value) return false;
      m[what] = what == RideColumn::Time ? *value : *value * scale;
    }
    if (out_.holds(RideColumn::Time)) {
      if (!m[RideColumn::Time] || (!out_.all.empty() && *m[RideColumn::Time] < *out_.all.back()[RideColumn::Time])) return false;
    }
    m.sift();
    out_.all.push_back(m);
    return true;
  }

  /// Where the comma does not part the columns it is the decimal sign.
  std::optional<double> numberOf(std::string text) const {
    if (between_ != ',' && text.find('.') == std::string::npos) std::replace(text.begin(), text.end(), ',', '.');
    const auto value = parseNumber(text);
    return value && std::isfinite(*value) ? std::optional(*value) : std::nullopt;
  }

  /// Seconds from the first one.
  std::optional<double> timeOf(const std::string& text, double scale) {
    std::optional<double> moment = secondsOfMoment(text);
    if (!moment && text.find(':') != std::string::npos) return sinceFirst(clockOf(text), secondsPerDay);
    if (!moment) {
      const auto number = numberOf(text);
      if (!number) return std::nullopt;
      const double seconds = *number >= epochMillis ? *number / 1000 : *number * scale;
      if (seconds < epochSeconds) return sinceFirst(seconds, 0);
      moment = seconds;
    }
    if (out_.when.empty() && *moment < 1e11)
      out_.when = formatDate(Date(std::chrono::days(static_cast<int>(std::floor(*moment / secondsPerDay)))));
    return sinceFirst(moment, 0);
  }
  /// `turns`: after so many seconds a clock begins anew.
  std::optional<double> sinceFirst(std::optional<double> at, double turns) {
    if (!at) return std::nullopt;
    if (!first_) first_ = at;
    double seconds = *at - *first_;
    if (turns > 0 && seconds < -turns / 2) seconds += turns;
    return seconds;
  }
  static std::optional<double> clockOf(const std::string& text) {
    int hour = 0, minute = 0, used = 0;
    double second = 0;
    if (std::sscanf(text.c_str(), "%4d:%2d:%lf%n", &hour, &minute, &second, &used) >= 3 ||
        std::sscanf(text.c_str(), "%4d:%2d%n", &hour, &minute, &used) == 2) {
      if (hour < 0 || minute < 0 || minute > 59 || !(second >= 0 && second < 61) || static_cast<std::size_t>(used) != text.size())
        return std::nullopt;
      return hour * 3600.0 + minute * 60.0 + second;
    }
    return std::nullopt;
  }

  std::vector<std::string>& said_;
  Moments out_;
  std::optional<double> first_;
  char between_ = ',';
};

}  // namespace

void Moment::sift() {
  const auto drop = [&](RideColumn c, double low, double high) {
    if ((*this)[c] && (*(*this)[c] < low || *(*this)[c] > high)) (*this)[c].reset();
  };
  drop(RideColumn::Volts, leastVolts, mostVolts);
  drop(RideColumn::Amperes, -mostAmperes, mostAmperes);
  drop(RideColumn::Speed, 0, mostSpeed);
  drop(RideColumn::Latitude, -90, 90);
  drop(RideColumn::Longitude, -180, 180);
}

Expected<Moments> readRideTable(std::string_view file, std::vector<std::string>& said) { return TableReader(said).read(file); }

}  // namespace usherwright
