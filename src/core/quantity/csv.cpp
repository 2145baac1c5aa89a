// A reader for comma-separated text.
#include "core/quantity/csv.h"

#include <fmt/format.h>

#include <algorithm>

namespace usherwright {
namespace {

/// True for a text that a spreadsheet would compute, and for one that already begins with the mark against it.
bool looksLikeFormula(std::string_view text) {
  const auto first = text.find_first_not_of(" '");
  return first != std::string_view::npos && std::string_view("=+-@").find(text[first]) != std::string_view::npos;
}

/// Takes the mark away that csvText() has set.
void unmark(std::string& field) {
  if (field.starts_with('\'') && looksLikeFormula(field)) field.erase(0, 1);
}

/// One record, which may run over several lines inside quotes; `line` is left at the line after it.
Expected<std::vector<std::string>> record(std::string_view text, std::size_t& at, std::size_t& line) {
  std::vector<std::string> fields(1);
  const std::size_t first = line;
  bool quoted = false;
  for (; at < text.size(); ++at) {
    const char c = text[at];
    if (c == '\n') ++line;
    if (quoted) {
      if (c != '"') fields.back() += c;
      else if (at + 1 < text.size() && text[at + 1] == '"') fields.back() += text[++at];
      else quoted = false;
    } else if (c == '"' && fields.back().empty()) {
      quoted = true;
    } else if (c == ',') {
      fields.emplace_back();
    } else if (c == '\n') {
      ++at;
      return fields;
    } else if (c != '\r') {
      fields.back() += c;
    }
  }
  if (quoted) return unexpected(fmt::format("line {}", first), "a quote that is never closed", "a closing quote");
  return fields;
}

}  // namespace

std::string csvText(std::string_view text) {
  std::string field = looksLikeFormula(text) ? "'" + std::string(text) : std::string(text);
  if (field.find_first_of(",\"\n\r") == std::string::npos) return field;
  std::string out = "\"";
  for (char c : field) out += c == '"' ? std::string("\"\"") : std::string(1, c);
  return out + "\"";
}

int CsvTable::column(std::string_view name) const {
  const auto found = std::find(columns.begin(), columns.end(), name);
  return found == columns.end() ? -1 : static_cast<int>(found - columns.begin());
}

Expected<CsvTable> readCsv(std::string_view text) {
  CsvTable table;
  std::size_t at = 0, line = 1;
  while (at < text.size()) {
    const std::size_t here = line;
    auto fields = record(text, at, line);
    if (!fields) return tl::unexpected(fields.error());
    for (std::string& field : *fields) unmark(field);
    if (fields->size() == 1 && fields->front().empty()) continue;
    if (table.columns.empty()) {
      table.columns = std::move(*fields);
      continue;
    }
    if (fields->size() != table.columns.size())
      return unexpected(fmt::format("line {}", here), fmt::format("{} fields", fields->size()),
                        fmt::format("{} fields", table.columns.size()));
    table.rows.push_back(std::move(*fields));
  }
  if (table.columns.empty()) return unexpected("line 1", "nothing", "a line of column names");
  return table;
}

}  // namespace usherwright
