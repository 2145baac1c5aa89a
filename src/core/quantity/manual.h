// Manual pages from tables: roff of words that are text.
#pragma once

#include <string>
#include <string_view>
#include <vector>

namespace usherwright {

struct ManualRow {
  std::string name;  ///< "Ctrl+S", "check PLAN"
  std::string words;
};
struct ManualSection {
  std::string title;
  std::string words;
  std::vector<ManualRow> rows;
};
struct ManualPage {
  std::string name;  ///< of the program
  std::string summary;
  std::string date;  ///< YYYY-MM-DD
  std::vector<ManualSection> sections;
};

inline constexpr const char* manualDate = "2026-11-28";

/// The page in section 1, for man(1).
std::string manualPage(const ManualPage& page);

}  // namespace usherwright
