// A row of a table of parts. A fault leaves as a BadPart and never this folder.
#pragma once

#include <fmt/format.h>

#include <algorithm>
#include <string>
#include <string_view>

#include "core/parts/plug_words.h"
#include "core/quantity/csv.h"
#include "core/quantity/problem.h"
#include "core/quantity/text.h"
#include "core/quantity/units.h"

namespace usherwright {

struct BadPart {
  Problem problem;
};

class PartRow {
 public:
  PartRow(const CsvTable& table, std::size_t row) : table_(table), row_(row) {}

  const std::string& text(std::string_view column) const {
    const int at = table_.column(column);
    if (at < 0) throw BadPart{{"line 1", fmt::format("no column \"{}\"", column), "the columns of the shipped list"}};
    return table_.rows[row_][static_cast<std::size_t>(at)];
  }
  double number(std::string_view column) const {
    const auto value = parseNumber(text(column));
    if (!value || *value < 0) refuse(column, "a number from 0 on");
    return *value;
  }
  bool yes(std::string_view column) const { return text(column) == "yes"; }
  template <class E>
  E choice(std::string_view column) const {
    const auto words = choiceWords(E{});
    const auto found = std::find(words.begin(), words.end(), text(column));
    if (found == words.end()) refuse(column, oneOf(words));
    return static_cast<E>(found - words.begin());
  }
  /// The first row is on the line after the names of the columns.
  [[noreturn]] void refuse(std::string_view column, std::string expected) const {
    throw BadPart{{fmt::format("line {}, {}", row_ + 2, column), inQuotes(text(column)), std::move(expected)}};
  }

 private:
  static std::string oneOf(std::span<const std::string_view> words) {
    std::string out = "one of";
    for (std::size_t i = 0; i < words.size(); ++i) out += fmt::format("{} {}", i == 0 ? "" : ",", words[i]);
    return out;
  }

  const CsvTable& table_;
  std::size_t row_;
};

}  // namespace usherwright
