// Rows of readings.
#include "core/instrument/recording.h"

#include <fmt/format.h>

#include <algorithm>
#include <charconv>

#include "core/quantity/csv.h"

namespace usherwright {
namespace {

constexpr std::size_t columns = 8;

std::string cell(const Known<double>& value) { return value ? fmt::format("{}", *value) : std::string(); }

Expected<double> number(std::string_view text, const std::string& place) {
  double out = 0;
  const auto [end, error] = std::from_chars(text.data(), text.data() + text.size(), out);
  if (error != std::errc() || end != text.data() + text.size())
    return unexpected(place, "\"" + std::string(text.substr(0, 40)) + "\"", "a number");
  return out;
}

Expected<InstrumentReading> rowOf(const std::vector<std::string>& cells, const std::string& place) {
  InstrumentReading r;
  const auto kind = std::find(instrumentWords.begin(), instrumentWords.end(), cells[1]);
  if (kind == instrumentWords.end()) return unexpected(place, "\"" + cells[1].substr(0, 40) + "\"", "meter, bms or charger");
  r.kind = static_cast<InstrumentKind>(kind - instrumentWords.begin());
  const auto t = number(cells[0], place);
  if (!t) return tl::unexpected(t.error());
  r.t = *t;
  for (const auto& [at, into] : {std::pair(2, &r.volts), std::pair(3, &r.amperes), std::pair(4, &r.ohms)}) {
    if (cells[static_cast<std::size_t>(at)].empty()) continue;
    const auto value = number(cells[static_cast<std::size_t>(at)], place);
    if (!value) return tl::unexpected(value.error());
    *into = *value;
  }
  for (const auto& [at, into] : {std::pair(5, &r.groups), std::pair(6, &r.temperatures)}) {
    std::string_view rest = cells[static_cast<std::size_t>(at)];
    while (!rest.empty()) {
      const auto end = rest.find(' ');
      const auto value = number(rest.substr(0, end), place);
      if (!value) return tl::unexpected(value.error());
      into->push_back(*value);
      rest = end == std::string_view::npos ? std::string_view() : rest.substr(end + 1);
    }
  }
  r.state = cells[7];
  return r;
}

}  // namespace

std::string recordHeader() { return "t_s,kind,pack_V,current_A,ohm,group_V,temp_C,state\n"; }

std::string recordRow(const InstrumentReading& r) {
  return fmt::format("{},{},{},{},{},{},{},{}\n", r.t, instrumentWords[static_cast<std::size_t>(r.kind)], cell(r.volts), cell(r.amperes),
                     cell(r.ohms), fmt::join(r.groups, " "), fmt::join(r.temperatures, " "), csvText(r.state));
}

Expected<std::vector<InstrumentReading>> readRecord(std::string_view csv) {
  // What has no line break was cut off while it was written.
  csv = csv.substr(0, csv.rfind('\n') == std::string_view::npos ? 0 : csv.rfind('\n') + 1);
  if (csv.empty()) return std::vector<InstrumentReading>();
  const auto table = readCsv(csv);
  if (!table) return tl::unexpected(table.error());
  if (table->columns.size() != columns || table->columns[0] != "t_s")
    return unexpected("line 1", "other columns", "those of a record: t_s, kind, …");
  std::vector<InstrumentReading> out;
  for (std::size_t i = 0; i < table->rows.size(); ++i) {
    auto row = rowOf(table->rows[i], fmt::format("line {}", i + 2));
    if (!row) return tl::unexpected(row.error());
    out.push_back(std::move(*row));
  }
  return out;
}

}  // namespace usherwright
