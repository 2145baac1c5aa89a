// What the label reader says of a text, in one line, and the texts of the test data. For tests that pin readings.
#pragma once

#include <fmt/format.h>

#include <cstdint>
#include <sstream>
#include <string>
#include <vector>

#include "core/label/label.h"
#include "core/quantity/units.h"
#include "support/reference_case.h"

namespace usherwright::labels {

/// What is read, figures included.
inline std::string wholly(const std::string& text, Known<LabelSubject> on = std::nullopt) {
  const LabelReading r = readLabel(text, on);
  std::string out = r.subject ? std::string(labelSubjectWords(*r.subject)) : "?";
  out += fmt::format(" {:.4f}", r.subjectSureness);
  for (const LabelValue& v : r.values) {
    out += fmt::format(";{} {} {}", standingWords(v.standing), labelMeaningWords(v.meaning), formatNumber(v.value, 5));
    if (v.low) out += " from " + formatNumber(*v.low, 5);
    if (v.tolerance) out += " ± " + formatNumber(*v.tolerance, 5);
  }
  for (const LabelLeftover& l : r.leftovers) out += ";left " + l.piece;
  return out;
}

inline constexpr std::uint64_t begun = 14695981039346656037u;
/// FNV-1a, over one text after the other.
inline std::uint64_t mixed(std::uint64_t sum, const std::string& text) {
  for (const char c : text) sum = (sum ^ static_cast<unsigned char>(c)) * 1099511628211u;
  return sum;
}

struct Printed {
  std::string name;  ///< file and line
  std::string text;
};
/// Every text of tests/data/labels.tsv and labels-damaged.tsv.
inline std::vector<Printed> printed() {
  std::vector<Printed> out;
  for (const char* file : {"labels.tsv", "labels-damaged.tsv"}) {
    std::istringstream table(reference::readFile(reference::sourcePath(std::string("tests/data/") + file)));
    std::string line;
    for (int n = 1; std::getline(table, line); ++n) {
      if (line.starts_with('#')) continue;
      std::string text = line.substr(0, line.find('\t'));
      for (std::size_t at = text.find("\\n"); at != std::string::npos; at = text.find("\\n")) text.replace(at, 2, "\n");
      out.push_back({fmt::format("{}:{}", file, n), std::move(text)});
    }
  }
  return out;
}

}  // namespace usherwright::labels
