// Comma-separated text (RFC 4180): rows of fields, quotes doubled inside quotes. Knows nothing of what they mean, but that
// a text is no formula.
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/quantity/problem.h"

namespace usherwright {

struct CsvTable {
  std::vector<std::string> columns;            ///< of the first line
  std::vector<std::vector<std::string>> rows;  ///< each as long as `columns`

  /// The place of a column, −1 if it is not there.
  int column(std::string_view name) const;
};

/// One field of text. Quoted where it has to be; what a spreadsheet would take for a formula (= + - @ first, blanks or not)
/// gets a ' in front, which readCsv() takes away again. Numbers are written without this.
std::string csvText(std::string_view text);

/// Errors: an open quote, a row with another number of fields ("line 3"), nothing at all. Empty lines are passed over.
Expected<CsvTable> readCsv(std::string_view text);

}  // namespace usherwright
